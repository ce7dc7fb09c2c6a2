"""From reduction to drive-up to nut turn and back; the target window."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Taper
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.drive_up import (
    drive_up_mm,
    nut_angle_deg,
    reduction_per_degree_um,
    rim_length_mm,
)
from tribodex.core.mounting.window import HALF_SHARE, Target, judge_window, target_window
from tribodex.core.working import Level


def test_bad_taper_and_pitch_are_refused() -> None:
    with pytest.raises(OutOfRange):
        drive_up_mm(50, 0.8, 0)
    with pytest.raises(OutOfRange):
        nut_angle_deg(1, 0)


@given(
    st.floats(1, 200),
    st.floats(0.6, 0.95),
    st.sampled_from(list(Taper)),
    st.sampled_from([1.0, 1.5, 2.0, 3.0]),
)
def test_reduction_to_angle_and_back(
    reduction: float, k: float, taper: Taper, pitch: float
) -> None:
    angle = nut_angle_deg(drive_up_mm(reduction, k, taper.slope), pitch)
    assert angle * reduction_per_degree_um(k, taper.slope, pitch) == pytest.approx(reduction)


def test_a_whole_turn_is_the_whole_rim() -> None:
    assert rim_length_mm(360, 100) == pytest.approx(314.159, abs=1e-3)


@given(st.floats(20, 400), st.floats(5, 100), st.floats(0, 60), st.floats(5, 200))
def test_window_keeps_card_and_limit(
    initial: float, least: float, width: float, residual: float
) -> None:
    made = target_window(initial, Span(least, least + width), residual)
    if made.empty:
        assert initial - least < residual
    else:
        for end in (made.low_um, made.high_um):
            assert end >= residual - 1e-9
            assert least - 1e-9 <= initial - end <= least + width + 1e-9


def test_without_a_residual_limit_the_reduction_alone_counts() -> None:
    assert target_window(124, Span(45, 60), None).low_um == 64
    assert target_window(100, Span(45, 60), None).empty is False


def test_the_half_rule_moves_with_what_was_measured() -> None:
    target = Target(Span(50, 75), None, HALF_SHARE)
    for initial in (80.0, 125.0, 200.0):
        made = target.window(initial)
        assert made.low_um == pytest.approx(0.5 * initial) and made.high_um == pytest.approx(
            0.6 * initial
        )


def test_half_of_it_is_capped_at_the_cards_largest() -> None:
    """For C3 and C4 half is more than the card; the cap holds it there, and both ends of the window
    stay.
    """
    target = Target(Span(52, 60), 50.0, HALF_SHARE, cap_um=60.0)
    assert target.reduction(125) == Span(50.0, 60.0) and target.reduction(180) == Span(60.0, 60.0)
    assert Target(Span(52, 60), 50.0, HALF_SHARE).reduction(180) == Span(72.0, 90.0)


@pytest.mark.parametrize(
    ("initial", "limit", "heat", "level"),
    [
        (125, 50.0, 17.0, Level.GOOD),
        (125, None, 17.0, Level.UNKNOWN),
        (60, None, 17.0, Level.STOP),
        (70, None, 17.0, Level.WATCH),
        (50, None, 0.0, Level.WATCH),
        (40, None, 0.0, Level.STOP),
        (90, 50.0, 17.0, Level.STOP),
    ],
)
def test_a_window_that_is_none_is_never_good(
    initial: float, limit: float | None, heat: float, level: Level
) -> None:
    """Down to zero, below what 10 K take, or without a known residual limit: never “open”, good."""
    assert judge_window(target_window(initial, Span(45, 60), limit, heat)).level is level


@given(st.floats(20, 400), st.floats(0, 60), st.one_of(st.none(), st.floats(5, 100)))
def test_no_window_below_its_heat_is_good(initial: float, heat: float, limit: float | None) -> None:
    window = target_window(initial, Span(45, 60), limit, heat)
    if judge_window(window).level is Level.GOOD:
        assert (
            limit is not None
            and window.low_um > heat
            and window.low_um >= limit
            and not window.empty
        )
