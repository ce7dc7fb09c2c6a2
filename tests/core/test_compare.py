"""Ways to say how far, side by side: each worked again by hand, and the disagreements counted
again.
"""

from __future__ import annotations

from itertools import combinations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import bearing
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Shaft
from tribodex.core.mounting.compare import compare, theory_against_cards
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.zero import ZeroPoint, seating_degrees
from tribodex.usecases.books import Reference

NUT = LockNut(90, 2, 120, 4, 17, 10)


def test_each_way_by_hand(reference: Reference) -> None:
    """Half rule at 124 µm: 49.6 to 62 µm; turn α = 360°·r/(1000·k·t·P) with the ratio taken from
    the elastic rings.
    """
    found = compare(bearing(), None, NUT, reference.cards.values(), 124)
    half = next(way for way in found.ways if way.id == "half")
    k = effective_ratio(bearing(), None)
    assert (
        half.reduction_um == Span(49.6, 62)
        and half.angle_deg is not None
        and half.residual_um == Span(62, 74.4)
    )
    assert half.angle_deg.low == pytest.approx(360 * 49.6 / (1000 * k / 12 * 2), rel=0.03), (
        "smoothing is a few hundredths of a millimetre"
    )
    assert half.angle_deg.high > half.angle_deg.low


def test_every_way_leaves_what_it_does_not_take(reference: Reference) -> None:
    found = compare(bearing(), None, NUT, reference.cards.values(), 124)
    told = [way for way in found.ways if way.reduction_um and way.residual_um]
    assert len(told) >= 3
    for way in told:
        assert way.reduction_um and way.residual_um
        assert way.residual_um.low + way.reduction_um.high == pytest.approx(124)
        assert way.residual_um.high + way.reduction_um.low == pytest.approx(124)


@pytest.mark.parametrize("initial", [70, 110, 124, 140, 230])
def test_the_disagreements_are_those_that_are_further_apart_than_both_are_good_for(
    reference: Reference, initial: float
) -> None:
    found = compare(bearing(), None, NUT, reference.cards.values(), initial)
    apart = 0
    for one, other in combinations([way for way in found.ways if way.reduction_um], 2):
        assert one.reduction_um and other.reduction_um
        gap = max(
            one.reduction_um.low - other.reduction_um.high,
            other.reduction_um.low - one.reduction_um.high,
        )
        apart += gap > (one.uncertainty_um**2 + other.uncertainty_um**2) ** 0.5
    assert len(found.disagreements) == apart


def test_half_of_a_large_clearance_parts_from_the_card(reference: Reference) -> None:
    """Half of 230 µm is far more than what any card takes out of a 90 mm bore."""
    assert any(
        "Half of it" in said
        for said in compare(bearing(), None, NUT, reference.cards.values(), 230).disagreements
    )


def test_turns_from_hand_tight_are_never_compared_with_the_others(reference: Reference) -> None:
    found = compare(bearing(), None, NUT, reference.cards.values(), 124, turns=Span(1.0, 1.25))
    turns = next(way for way in found.ways if way.id == "turns")
    assert (
        turns.reduction_um is None
        and turns.angle_deg == Span(360, 450)
        and turns.drive_up_mm == Span(2.0, 2.5)
    )
    assert "Not comparable" in turns.note
    assert not any("Turns" in said for said in found.disagreements)


def test_without_a_nut_there_is_no_angle_and_without_a_card_no_figure(reference: Reference) -> None:
    small = bearing(25, 52, 18, Group.CN)
    found = compare(small, None, None, reference.cards.values(), 40)
    assert all(way.angle_deg is None for way in found.ways)
    uncovered = [way for way in found.ways if way.note == "Does not cover this bearing."]
    assert all(way.reduction_um is None and way.drive_up_mm is None for way in uncovered)


@given(st.floats(0, 60))
def test_a_hollow_shaft_never_needs_less_drive_up(hole: float) -> None:
    shaft = Shaft(80, hole)
    solid, hollow = (
        compare(bearing(), None, NUT, [], 124).ways[0],
        compare(bearing(), shaft, NUT, [], 124).ways[0],
    )
    assert solid.drive_up_mm and hollow.drive_up_mm
    assert hollow.drive_up_mm.low >= solid.drive_up_mm.low - 1e-9


@pytest.mark.parametrize("taper", list(Taper))
def test_theory_and_cards_over_all_bores(reference: Reference, taper: Taper) -> None:
    """Drive-up over reduction: about 15 for 1:12 and 37 to 40 for 1:30 on solid steel shafts
    (common practice, no source).
    """
    rows = theory_against_cards(reference.cards.values(), np.arange(40.0, 400.0, 20.0), taper)
    assert rows
    low, high = (13, 18) if taper is Taper.ONE_IN_12 else (33, 45)
    for row in rows:
        assert low <= row.theory_ratio <= high
        assert row.card_low <= row.card_high
        assert 0.6 * row.theory_ratio < row.card_low and row.card_high < 1.6 * row.theory_ratio, row


@pytest.mark.parametrize(
    ("zero", "least", "most"),
    [(ZeroPoint.FIRM, 5, 15), (ZeroPoint.UNTESTED, 15, 30), (ZeroPoint.HAND_TIGHT, 180, 360)],
)
def test_the_seating_turn_grows_with_a_looser_zero(
    zero: ZeroPoint, least: float, most: float
) -> None:
    mean, sd = seating_degrees(zero, 2)
    assert least <= mean <= most and sd > 0


@given(st.floats(0.5, 8), st.floats(0, 1))
def test_a_start_pressure_leaves_no_seating_turn(pitch: float, start_mm: float) -> None:
    """From a start pressure the bearing is up its taper already: the seating turn is zero or behind
    it, and never certain.
    """
    mean, sd = seating_degrees(ZeroPoint.START_PRESSURE, pitch, start_mm)
    assert mean <= 0 and sd >= 4
    assert mean == pytest.approx(-360 * start_mm / pitch, abs=0.06)
