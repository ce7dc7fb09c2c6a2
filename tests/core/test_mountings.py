"""Virtual mountings with a hidden truth, followed as the bench says; a few of those that `docs/adviser.md` has by the hundred."""

from __future__ import annotations

from typing import Any

import pytest

from tests.trial import ERRORS, Ended, Fitter, Says, at_best, draw, run_one, true_window
from tribodex.core.topics.tapered.moves import Do

SEED = 31


def ended(count: int, error: str = "", risk: float = 0.02, says: Says = Says.ROWS) -> list[Ended]:
    return [found for number in range(count) if (found := run_one(SEED, number, risk, error, says)) is not None]


def test_followed_as_told_it_ends_inside_and_never_below_the_limit() -> None:
    found = ended(14)
    locked = [e for e in found if e.word == "locked"]
    assert len(locked) >= 11 and sum(e.inside for e in locked) >= len(locked) - 2
    assert not [e for e in locked if e.below_limit]
    assert all(e.by_leaf for e in locked), "locked against the last gauging"
    assert all(e.inside for e in locked if e.wide), "two leaf steps or wider"


@pytest.mark.parametrize("error", ERRORS)
def test_an_error_nobody_tells_of_never_locks_against_the_leaf(error: str) -> None:
    for e in ended(4, error):
        if e.word == "locked":
            assert e.by_leaf and not e.below_limit, (error, e)


def test_no_gauging_is_repeated_before_the_washer_is_fitted_where_the_window_is_likely() -> None:
    """Seated it has to be gauged anyway; what a repeat tells, it tells there as well."""
    repeats = seats = 0
    for number in range(40):
        mounting = draw(SEED, number)
        if not mounting.plan.seats_again or true_window(mounting.plan, mounting.truth.initial_um).empty:
            continue
        fitter, said = Fitter(mounting.plan, mounting.truth), []
        follow = fitter.next

        def watched(fitter: Fitter = fitter, said: list[tuple[str, bool, float]] = said, follow: Any = follow) -> Any:
            move, state = follow(), fitter.state
            position, window = state.position(), state.window()
            if position is not None and window is not None and not state.attempt.has_seat:
                said.append((move.headline, move.do is Do.SEAT, position.inside(window)))
            return move

        fitter.next = watched  # type: ignore[method-assign]
        fitter.work()
        again = [inside for headline, _, inside in said if headline.startswith("Gauge once more")]
        assert all(inside < 0.5 for inside in again), (number, again)
        repeats, seats = repeats + len(again), seats + sum(seat for _, seat, _ in said)
        if seats >= 6:
            return
    raise AssertionError(f"too few mountings tell: {seats} seats, {repeats} repeats")


def test_what_gaugings_can_tell_at_best_grows_with_their_number_and_not_for_ever() -> None:
    best = at_best(SEED, 60, (3, 4, 6, 12, 200))
    assert best == sorted(best) and best[0] < 0.9 < best[-1] < 1.0


def test_one_tap_a_reading_takes_less_than_half_the_taps_and_fewer_still_for_both_rows() -> None:
    """For each gauging: how many of them a mounting takes differs with what the leaves happen to say."""

    def each(found: list[Ended]) -> float:
        return sum(e.leaf_taps for e in found) / sum(e.gaugings for e in found)

    rows, row, leaf = (each(ended(6, says=says)) for says in (Says.ROWS, Says.ROW, Says.LEAF))
    assert row <= 0.55 * leaf and rows <= 0.85 * row, (rows, row, leaf)
