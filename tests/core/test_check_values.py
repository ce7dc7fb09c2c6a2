"""What fitters and trainers state in their work: common practice, no source. The tool must agree
with it.
"""

from __future__ import annotations

import pytest

from tests.helpers import FEELERS, bearing
from tribodex.core.adviser.infer import believe
from tribodex.core.adviser.prior import SleeveModel
from tribodex.core.adviser.reading import Known
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.drive_up import drive_up_mm, nut_angle_deg
from tribodex.core.mounting.gauging import Bracket, Cell, Row, Where, summarise
from tribodex.core.mounting.locking import tab_positions
from tribodex.core.mounting.reduction import Card, card_drive_up
from tribodex.core.mounting.seat import behind_words, seat_behind_deg
from tribodex.core.mounting.window import target_window
from tribodex.core.mounting.window_working import half_rule
from tribodex.core.quantities import UM_PER, LengthUnit, read_length
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators import calculate, find
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.planning import make_plan

THOU = UM_PER[LengthUnit.THOU]


def test_80_mm_c3_group_in_thousandths(reference: Reference) -> None:
    """Unmounted 0.0037 to 0.0047 in."""
    limits = group_limits(reference.clearance, bearing(80, 140, 33))
    assert limits.value is not None and limits.value_to is not None
    assert limits.value / THOU == pytest.approx(3.7, abs=0.05)
    assert limits.value_to / THOU == pytest.approx(4.7, abs=0.05)


def test_80_mm_own_card_leaves_what_fitters_say(reference: Reference) -> None:
    """Take out 0.0015 to 0.0025 in; measured 0.0040 in leaves 0.0025 in at the least reduction."""
    inputs = find("own-window").inputs.model_validate(
        {"initial_um": 4.0 * THOU, "reduction_min_um": 1.5 * THOU, "reduction_max_um": 2.5 * THOU}
    )
    window = calculate(reference, "own-window", inputs).results[0]
    assert window.value_to is not None and window.value is not None
    assert window.value_to / THOU == pytest.approx(2.5)
    assert window.value / THOU == pytest.approx(1.5)


def test_80_mm_card_a_overlaps_the_own_card(reference: Reference) -> None:
    row = reference.cards[Card.A].row(80)
    assert row.reduction_um.low < 2.5 * THOU and row.reduction_um.high > 1.5 * THOU


@pytest.mark.parametrize("card", list(Card))
def test_65_mm_moves_up_the_sleeve(reference: Reference, card: Card) -> None:
    """A 65 mm bore moves up 0.020 to 0.028 in: the range overlaps."""
    span = card_drive_up(reference.cards[card], bearing(65, 120, 31))
    assert span.value is not None and span.value_to is not None
    assert span.value < 0.028 * 25.4 and span.value_to > 0.020 * 25.4


@pytest.mark.parametrize("bore", [55, 65, 80, 100, 120, 140, 160, 180, 200])
def test_about_half_comes_out(reference: Reference, bore: float) -> None:
    """Half of a mid-group clearance lies in or touches the card's range (C3, or the neighbouring
    CN).
    """
    card = reference.cards[Card.A].row(bore).reduction_um
    middles = [
        reference.clearance.row(bore).groups_um[group].mid / 2 for group in (Group.CN, Group.C3)
    ]
    slack = 0.15 * card.mid
    assert any(card.low - slack <= half <= card.high + slack for half in middles)


def test_half_rule_says_when_it_differs(reference: Reference) -> None:
    card = reference.cards[Card.A].row(90).reduction_um
    assert half_rule(110, card).verdict is not None
    assert half_rule(110, card).verdict.word == "agrees with the card"  # type: ignore[union-attr]
    assert half_rule(180, card).verdict.level.value == "watch"  # type: ignore[union-attr]


def test_with_the_washer_fitted_the_nut_is_tightened_less() -> None:
    """To seat and on to the next tab: by 360°·t_w/P behind its old mark (check value 24)."""
    assert seat_behind_deg(1.25, 2) == 225 and seat_behind_deg(2.0, 2) == 360
    assert behind_words(360) == "one full turn behind"


def test_a_bare_forty_beside_a_band_in_tenths_of_a_thou_is_asked_back() -> None:
    """Beside a band of 37 to 47 tenths of a thousandth a bare 40 means 0.0040 in (check value 25);
    nothing is preselected.
    """
    with pytest.raises(InvalidInput) as raised:
        read_length("40", "leaf", LengthUnit.MM, (60, 150))
    assert raised.value.fields[0].choices == ("0.0040 in",)
    with pytest.raises(InvalidInput) as raised:
        read_length("40", "leaf", LengthUnit.MM, (30, 250))
    assert raised.value.fields[0].choices == (
        "40 µm",
        "0.0040 in",
    ), "two readings fit, none is taken"


def test_slot_past_the_tab_is_tightened_never_loosened() -> None:
    """Every tab position lies ahead: no turn is negative."""
    window = target_window(124, Span(45, 60), 50.0)
    found = tab_positions(
        believe(SleeveModel(0.388), [Known(124, 4)], [], 130),
        LockNut(90, 2, 120, 4, 17, 10),
        window,
        3.0,
    )
    assert found and all(
        m.turn_deg >= 0 and m.drive_up_mm >= 0 and (m.extra_reduction_um or 0) >= 0 for m in found
    )


def test_turns_from_hand_tight_are_about_three_times_those_from_metal_to_metal(
    reference: Reference,
) -> None:
    """1 to 1 1/4 turns at 12 threads per inch are 2.1 to 2.6 mm; the card's drive-up for 75 mm
    counts from metal-to-metal.
    """
    pitch = 25.4 / 12
    low, high = pitch * 1.0, pitch * 1.25
    assert (low, high) == (pytest.approx(2.12, abs=0.01), pytest.approx(2.65, abs=0.01))
    card = reference.cards[Card.A].row(75)
    span = next(iter(card.drive_up_mm.values()))
    assert 2.8 < ((low + high) / 2) / span.mid < 4.2


def test_large_bores_ask_for_hydraulics_and_a_lock_plate(reference: Reference) -> None:
    """Above 8 in (about 200 mm): hydraulic mounting, lock plate instead of tab washer."""
    draft = PlanDraft(
        bore="220 mm",
        outside="400 mm",
        width="108 mm",
        group="C3",
        taper="1:12",
        shaft="200 mm",
        feeler_id="m",
        nut_pitch="4",
        nut_outside="280",
        nut_slots="4",
        nut_tabs="19",
    )
    plan = make_plan(reference, FEELERS, draft)
    assert any("hydraulic" in finding and "lock plate" in finding for finding in plan.findings)
    small = make_plan(
        reference, FEELERS, PlanDraft(designation="22218 K C3", shaft="80 mm", feeler_id="m")
    )
    assert not any("hydraulic" in finding for finding in small.findings)


def test_shop_rule_fifteen_times_the_reduction() -> None:
    """s is about 15 times r for 1:12 and 37 to 40 for 1:30 on solid steel shafts; k between 0.75
    and 0.85.
    """
    for k in (0.75, 0.80, 0.85):
        assert 14 <= drive_up_mm(1000, k, 1 / 12) <= 16
        assert 35 <= drive_up_mm(1000, k, 1 / 30) <= 40
    assert nut_angle_deg(1.0, 2.0) == pytest.approx(180)


def test_three_places_at_the_bottom_when_hanging_and_never_rolled_through(
    reference: Reference,
) -> None:
    """Gauge at three places and average; leaf in by a roller length; bottom when hanging, top when
    standing; never roll it through.
    """
    plan = make_plan(
        reference, FEELERS, PlanDraft(designation="22218 K C3", shaft="80 mm", feeler_id="m")
    )
    assert plan.places == 3 and plan.where is Where.HUNG_BOTTOM
    procedure = reference.procedure("tapered-gauged")
    places = {choice.id: choice for choice in procedure.gauging_places}
    assert (
        places["hung_bottom"].default
        and "bottom" in places["hung_bottom"].title
        and "top" in places["bench_top"].title
    )
    stage = procedure.stage("initial_clearance")
    said = " ".join(step.text for step in (*stage.steps, *stage.cautions))
    assert (
        "three places" in said
        and "over its full length" in said
        and "Never roll the feeler through" in said
    )
    even = summarise(
        [
            Cell(place, Row.NUT_SIDE, Bracket(low, low + 10))
            for place, low in ((1, 100.0), (2, 110.0), (3, 120.0))
        ]
    )
    assert even is not None and even.mean_um == 115, "the average of the three"


def test_a_sealed_unit_slides_on_with_its_nut_backed_off_and_is_turned_as_its_maker_says(
    reference: Reference,
) -> None:
    """Nut backed off one to two turns to slide it on; 1 to 1 1/4 turns from hand-tight for a 2 7/16
    in shaft; 12 threads per inch.
    """
    steps = " ".join(
        step.text for step in reference.procedure("tapered-turns").stage("target_window").steps
    )
    assert "backed off one to two turns" in steps and "hand-tight" in steps
    draft = PlanDraft(
        bore="75",
        outside="130",
        width="31",
        group="CN",
        taper="1:12",
        housed_unit="yes",
        shaft="2 7/16 in",
        range_low="1",
        range_high="1 1/4",
        range_source="unit sheet",
        nut_pitch="12 tpi",
    )
    plan = make_plan(reference, FEELERS, draft)
    travel = next(figure for figure in plan.figures if figure.id == "travel")
    assert (travel.value, travel.value_to) == (
        pytest.approx(2.12, abs=0.01),
        pytest.approx(2.65, abs=0.01),
    )
    assert "not to be compared" in travel.note and plan.drive_up_mm is None
