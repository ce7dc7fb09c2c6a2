"""Virtual mountings with a hidden truth, followed as the bench says; a few of those that `docs/adviser.md` has by the hundred."""

from __future__ import annotations

import pytest

from tests.trial import ERRORS, Ended, run_one

SEED = 31


def ended(count: int, error: str = "", risk: float = 0.02, one_tap: bool = True) -> list[Ended]:
    return [found for number in range(count) if (found := run_one(SEED, number, risk, error, one_tap)) is not None]


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


def test_one_tap_a_reading_takes_half_the_taps() -> None:
    """For each gauging: how many of them a mounting takes differs with what the leaves happen to say."""

    def each(found: list[Ended]) -> float:
        return sum(e.leaf_taps for e in found) / sum(e.gaugings for e in found)

    assert each(ended(6)) <= 0.55 * each(ended(6, one_tap=False))
