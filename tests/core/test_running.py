"""Running clearance and warm rings."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import bearing
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.mounting.running import (
    play_gone_at,
    running_clearance,
    thermal_loss_um,
    warm_correction_um,
    warm_uncertainty_um,
)


def test_loss_by_hand() -> None:
    """12 µm/(m·K) · 10 K · 146 mm = 17.5 µm with the outer raceway, worked by hand: the rollers
    expand too.
    """
    assert thermal_loss_um(bearing(), 10) == pytest.approx(17.52, abs=0.01)


@given(st.floats(-30, 60), st.floats(0, 40))
def test_rollers_between_the_rings_lose_between_the_two_raceways(outer: float, over: float) -> None:
    """In full: α·[ΔT_i·F + ΔT_w·(E - F) - ΔT_o·E], the rollers anywhere between the rings; equal
    warming takes and gives nothing.
    """
    b, alpha = bearing(), 12 / 1000
    f, e = b.inner_raceway_mm, b.outer_raceway_mm
    judged = thermal_loss_um(b, over)
    for share in (0.0, 0.5, 1.0):
        full = alpha * ((outer + over) * f + (outer + share * over) * (e - f) - outer * e)
        assert full <= judged + 1e-9
    assert thermal_loss_um(b, 0) == 0 and thermal_loss_um(b, -10) == pytest.approx(-alpha * 10 * f)


@given(st.floats(1, 300), st.floats(0, 50))
def test_at_the_answer_the_play_is_just_gone(residual: float, squeeze: float) -> None:
    gone = play_gone_at(bearing(), residual, squeeze)
    assert gone.value is not None
    if gone.value > 0:
        left = running_clearance(bearing(), residual, gone.value, squeeze)
        assert left.value == pytest.approx(0, abs=1e-6)


def test_verdicts_follow_what_is_left() -> None:
    words = [running_clearance(bearing(), 60, k).verdict.level.value for k in (5, 30, 60)]  # type: ignore[union-attr]
    assert words == ["good", "watch", "stop"]


@given(st.floats(-8, 8))
def test_a_warm_ring_hides_play_and_the_correction_gives_it_back(difference: float) -> None:
    middle = (bearing().inner_raceway_mm + bearing().outer_raceway_mm) / 2
    assert warm_correction_um(bearing(), 25 + difference, 25) == pytest.approx(
        12 / 1000 * middle * difference
    )
    assert warm_uncertainty_um(bearing(), difference) >= warm_uncertainty_um(bearing()) > 0


def test_a_hot_ring_is_refused_not_corrected() -> None:
    with pytest.raises(Refused, match="Let them come to one temperature"):
        warm_correction_um(bearing(), 45, 25)
    with pytest.raises(InvalidInput):
        warm_correction_um(bearing(), 900, 895)
