"""From reduction to drive-up to nut turn and back; the target window."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Taper
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.drive_up import drive_up_mm, nut_angle_deg, reduction_per_degree_um, rim_length_mm
from tribodex.core.mounting.reduction import HALF_SHARE
from tribodex.core.mounting.window import Target, target_window


def test_bad_taper_and_pitch_are_refused() -> None:
    with pytest.raises(OutOfRange):
        drive_up_mm(50, 0.8, 0)
    with pytest.raises(OutOfRange):
        nut_angle_deg(1, 0)


@given(st.floats(1, 200), st.floats(0.6, 0.95), st.sampled_from(list(Taper)), st.sampled_from([1.0, 1.5, 2.0, 3.0]))
def test_reduction_to_angle_and_back(reduction: float, k: float, taper: Taper, pitch: float) -> None:
    angle = nut_angle_deg(drive_up_mm(reduction, k, taper.slope), pitch)
    assert angle * reduction_per_degree_um(k, taper.slope, pitch) == pytest.approx(reduction)


def test_a_whole_turn_is_the_whole_rim() -> None:
    assert rim_length_mm(360, 100) == pytest.approx(314.159, abs=1e-3)


@given(st.floats(20, 400), st.floats(5, 100), st.floats(0, 60), st.floats(5, 200))
def test_window_keeps_card_and_limit(initial: float, least: float, width: float, residual: float) -> None:
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
        assert made.low_um == pytest.approx(0.4 * initial) and made.high_um == pytest.approx(0.6 * initial)
