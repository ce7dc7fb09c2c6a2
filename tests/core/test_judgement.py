"""The final judgement: what it may never call good, whatever is gauged."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.mounting.by_hand import judge_hand
from tribodex.core.mounting.clearance import judge_initial
from tribodex.core.mounting.judgement import judge_final, no_play_verdict
from tribodex.core.mounting.window import Window
from tribodex.core.working import Level

# Made-up rows of three neighbouring groups, wide enough to tell apart.
ROWS = {Group.CN: Span(80, 110), Group.C3: Span(110, 140), Group.C4: Span(140, 180)}


def window(
    initial: float = 125, low: float = 45, high: float = 60, limit: float | None = 50
) -> Window:
    """The window that follows from an unmounted clearance and a card, worked here by the two
    formulas of the card.
    """
    lower = max(limit if limit is not None else -math.inf, initial - high)
    return Window(lower, initial - low, initial, Span(low, high), limit)


@pytest.mark.parametrize(
    ("residual", "reduction", "word", "level"),
    [
        (72, 53, "in order", Level.GOOD),
        (66, 59, "in order", Level.GOOD),
        (90, 35, "not in order", Level.STOP),  # too little taken out: it creeps
        (40, 85, "not in order", Level.STOP),  # too much
        (
            48.5,
            58,
            "in order, with a remark",
            Level.WATCH,
        ),  # just under the limit, within the uncertainty
        (72, 43.5, "in order, with a remark", Level.WATCH),  # just short of the card
        (0, 125, "not in order", Level.STOP),
        (2, 123, "not in order", Level.STOP),
    ],
)
def test_both_are_judged(residual: float, reduction: float, word: str, level: Level) -> None:
    overall = judge_final(window(), residual, 3, reduction, 3, finer="").overall
    assert (overall.word, overall.level) == (word, level)


@given(
    st.floats(-20, 200),
    st.floats(0.5, 40),
    st.floats(-20, 200),
    st.floats(0.5, 40),
    st.one_of(st.none(), st.floats(5, 90)),
)
def test_good_means_good(
    residual: float, of_residual: float, reduction: float, of_reduction: float, limit: float | None
) -> None:
    """“In order” is said only with a known limit, both inside, and a gauging that can tell."""
    w = window(limit=limit)
    verdict = judge_final(w, residual, of_residual, reduction, of_reduction, finer="")
    if verdict.overall.level is Level.GOOD:
        assert limit is not None and residual >= limit
        assert w.reduction_um.low <= reduction <= w.reduction_um.high
        assert of_reduction <= (w.reduction_um.high - w.reduction_um.low) / 2
        assert residual > of_residual
        assert w.empty or of_residual <= w.width_um / 2
    if residual <= 0 or (limit is not None and residual < limit - of_residual):
        assert verdict.overall.level is Level.STOP


@given(
    st.floats(20, 100),
    st.floats(0.5, 20),
    st.floats(10, 90),
    st.floats(0.5, 20),
    st.floats(0.1, 30),
)
def test_less_play_is_never_judged_better(
    residual: float, u_c: float, reduction: float, u_r: float, less: float
) -> None:
    """Of the residual alone: a smaller one at the same uncertainty never comes out better below the
    window's middle.
    """
    order = {Level.GOOD: 0, Level.UNKNOWN: 1, Level.WATCH: 1, Level.STOP: 2}
    more = judge_final(window(), residual, u_c, reduction, u_r, finer="").residual
    fewer = judge_final(window(), residual - less, u_c, reduction, u_r, finer="").residual
    assert order[fewer.level] >= order[more.level]


@given(st.floats(20, 100), st.floats(10, 90), st.floats(0.5, 20), st.floats(1, 30))
def test_a_coarser_gauging_never_turns_doubt_into_good(
    residual: float, reduction: float, u: float, coarser: float
) -> None:
    fine = judge_final(window(), residual, u, reduction, u, finer="").overall.level
    coarse = judge_final(
        window(), residual, u + coarser, reduction, u + coarser, finer=""
    ).overall.level
    assert not (coarse is Level.GOOD and fine is not Level.GOOD)


@pytest.mark.parametrize(("coarse", "good"), [(5, True), (20, False)])
@pytest.mark.parametrize("final", [None, Span(60, 90)])
def test_what_the_default_card_decides_is_not_proven_by_a_coarse_figure(
    coarse: float, good: bool, final: Span | None
) -> None:
    """A sheet says what must be left, the default card 45 to 60 µm: 53 ± 20 µm may be 33."""
    w = replace(window(), reduction_given=False, final_um=final)
    verdict = judge_final(w, 72, 3, 53, coarse, finer="")
    assert (verdict.overall.level is Level.GOOD) == good
    if not good:
        expected = Level.UNKNOWN if final is None else Level.WATCH
        assert verdict.overall.level is expected and verdict.reduction.level is expected


def test_not_decided_names_the_leaves_that_would_decide() -> None:
    verdict = judge_final(window(), 72, 12, 53, 12, finer="Try 0.075 mm at place 2.")
    assert verdict.overall.level is Level.UNKNOWN and "no pass" in verdict.overall.reason
    assert "Try 0.075 mm at place 2." in verdict.residual.reason


def test_nothing_that_goes_in_is_a_stop_without_a_figure() -> None:
    verdict = no_play_verdict(["place 1, nut side", "place 2, far side"], 30)
    assert verdict.overall.level is Level.STOP and "place 2, far side" in verdict.residual.reason
    assert verdict.reduction.level is Level.UNKNOWN


@pytest.mark.parametrize("swivel", ["freely", "slight drag", "binds"])
@pytest.mark.parametrize("turns", [True, False])
@pytest.mark.parametrize("angle", [60, 99.5, 105, 111, 140])
@pytest.mark.parametrize("asked", [Span(100, 110), None])
def test_by_hand_binding_or_a_wrong_turn_is_never_in_order(
    swivel: str, turns: bool, angle: float, asked: Span | None
) -> None:
    verdict = judge_hand(swivel, turns, angle, asked)  # type: ignore[arg-type]
    reached = asked is not None and asked.low - 1 <= angle <= asked.high + 1
    fine = turns and swivel != "binds"
    assert (verdict.overall.level is Level.GOOD) == (fine and reached)
    assert (verdict.overall.level is Level.STOP) == (
        not fine or (asked is not None and not reached)
    )


@given(st.floats(20, 260), st.floats(0.5, 12), st.sampled_from(list(ROWS)))
def test_a_clearance_stops_only_beyond_its_uncertainty(
    mean: float, uncertainty: float, group: Group
) -> None:
    limits = ROWS[group]
    outside = max(limits.low - mean, mean - limits.high)
    assume(abs(outside - uncertainty) > 1e-6 and abs(outside) > 1e-6)
    verdict = judge_initial(mean, uncertainty, ROWS, group)
    assert (verdict.level is Level.STOP) == (outside > uncertainty)
    assert (verdict.level is Level.WATCH) == (0 < outside < uncertainty)
    if verdict.level is Level.STOP:
        fits = [g for g, span in ROWS.items() if span.low <= mean <= span.high]
        assert all(g.value in verdict.reason for g in fits)


def test_a_gauging_coarser_than_half_the_group_decides_nothing() -> None:
    assert judge_initial(125, 16, ROWS, Group.C3).level is Level.UNKNOWN
    assert judge_initial(125, 14, ROWS, Group.C3).level is Level.GOOD
