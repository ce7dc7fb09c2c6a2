"""Sentences of the log, the drawn section, the virtual bearing, nuts and sleeves."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import FEELERS, bearing
from tribodex.core.components.adapter_sleeve import inches_mm
from tribodex.core.components.bearing import read_designation, series_of, taper_of_series
from tribodex.core.components.feeler import Stack
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.section import section_of
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.job import facts
from tribodex.core.mounting.gauging import Outcome, Row
from tribodex.core.topics import tell
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.move import leaf_words, tenths
from tribodex.core.topics.tapered.tell import amount_words
from tribodex.core.training.virtual import VirtualBearing
from tribodex.usecases.books import Reference
from tribodex.usecases.planning import PlanDraft, make_plan


@pytest.mark.parametrize(
    ("payload", "words"),
    [
        (ev.NutTurned(45.0, "1/2", "slots"), "Nut tightened 1/2 slots, 45°."),
        (ev.NutTurned(35.0, "35", "degrees"), "Nut tightened 35°."),
        (ev.NutTurned(12.1, "1/2 in", "rim"), "Nut tightened 1/2 in along the rim, 12.1°."),
        (ev.ZeroSet(False), "Nut at metal-to-metal, marked, not tap-tested."),
        (
            ev.LeafTried(1, 2, Row.FAR_SIDE, (70.0, 50.0), Outcome.STOPS),
            "Place 2, far row: 0.120 mm (4.7 thou), that is 0.07 + 0.05 does not pass.",
        ),
        (facts.Corrected(7, None, "slip"), "Entry 7 is withdrawn. Reason: slip."),
        (
            facts.Corrected(7, ev.NutTurned(20.0, "20", "degrees"), "misread"),
            "Entry 7 should be: Nut tightened 20°. Reason: misread.",
        ),
        (
            facts.GateOverruled("safe", "B. Boss", "shop", ("x", "y")),
            "Gate “Make the machine safe” overridden by B. Boss: shop. Not confirmed: x; y.",
        ),
        (
            ev.OutsideAccepted("window", "B. Boss", "maker"),
            "Empty window accepted by B. Boss: maker.",
        ),
        (
            facts.Restarted("tapered", "too far"),
            "Released from the sleeve: too far. A new attempt begins.",
        ),
        (facts.PointClosed(4, "done"), "Open point 4 settled: done."),
        (facts.Signed("A", "fitter", ()), "Signed by A, fitter."),
    ],
)
def test_an_entry_in_a_sentence(payload: ev.Payload, words: str) -> None:
    assert tell(payload) == words


def test_thousandths_are_named_as_they_are_marked() -> None:
    assert leaf_words(Stack((50.8, 38.1))) == "0.089 mm (3.5 thou), that is 2 thou + 1.5 thou"
    assert leaf_words(Stack((100.0,))) == "0.100 mm (3.9 thou)"
    assert amount_words("12,5", "rim") == "12,5 mm along the rim"
    assert [tenths(p) for p in (0.01, 0.5, 0.93, 0.99)] == [
        "about 1 in 100",
        "about 5 in 10",
        "about 9 in 10",
        "almost sure",
    ]


@given(st.floats(20, 900), st.floats(1.4, 2.6), st.floats(0.2, 0.6))
def test_the_section_closes(bore: float, outside: float, width: float) -> None:
    """Rollers fill the space between the raceways, and every diameter lies between bore and
    outside.
    """
    drawn = section_of(
        bearing(bore, bore * outside, bore * width),
        Shaft(0.9 * bore),
        Seat.ADAPTER_SLEEVE,
        None,
        None,
    )
    assert drawn.bore_mm < drawn.inner_raceway_mm < drawn.outer_raceway_mm < drawn.outside_mm
    assert drawn.inner_raceway_mm + 2 * drawn.roller_diameter_mm == pytest.approx(
        drawn.outer_raceway_mm
    )
    assert drawn.rollers > 5


@given(st.floats(40, 300), st.floats(0.1, 0.9), st.floats(0, 30), st.floats(0, 400))
def test_a_virtual_bearing_answers_truly(
    initial: float, per_degree: float, seating: float, nut: float
) -> None:
    truth = VirtualBearing(initial, per_degree, seating)
    play = truth.clearance_um(nut)
    assert 0 <= play <= initial
    assert truth.try_leaf(play + 0.1, nut, 1, Row.NUT_SIDE) is Outcome.STOPS
    assert play < 5 or truth.try_leaf(play - 5, nut, 1, Row.NUT_SIDE) is Outcome.PASSES


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"pitch_mm": 0.1}, "nut_pitch"),
        ({"slots": 1}, "nut_slots"),
        ({"tabs": 99}, "nut_tabs"),
        ({"outside_mm": 80}, "nut_outside"),
    ],
)
def test_a_nut_that_cannot_be_names_its_field(change: dict[str, float], field: str) -> None:
    values = {
        "thread_mm": 90,
        "pitch_mm": 2,
        "outside_mm": 120,
        "slots": 4,
        "tabs": 17,
        "slot_width_mm": 10,
    } | change
    with pytest.raises((InvalidInput, OutOfRange)) as raised:
        LockNut(**values)  # type: ignore[arg-type]
    assert raised.value.fields[0].name == field and raised.value.fields[0].expected


def test_inch_shafts_are_exact() -> None:
    assert inches_mm("2-7/16") == 61.9125
    assert inches_mm("7") == pytest.approx(177.8)


def test_a_sleeve_length_follows_the_series(reference: Reference) -> None:
    narrow = make_plan(
        reference, FEELERS, PlanDraft(designation="22220 K C3", shaft="90 mm", feeler_id="m")
    )
    wide = make_plan(
        reference, FEELERS, PlanDraft(designation="22320 K C3", shaft="90 mm", feeler_id="m")
    )
    assert (narrow.sleeve_length_mm, wide.sleeve_length_mm) == (71, 97)


@pytest.mark.parametrize(
    ("text", "code", "sealed", "taper"),
    [
        ("22218-2RS/C3", "22218", True, None),
        ("BS2-2218-2CS5K", "22218", True, "1:12"),
        ("24030-2CS K30", "24030", True, "1:30"),
        ("22218-2RSK", "22218", True, "1:12"),
        ("22218 EK C3", "22218", False, "1:12"),
        ("2212 K 2RS1 C3", "2212", True, "1:12"),
    ],
)
def test_sealed_designations_are_read(
    text: str, code: str, sealed: bool, taper: str | None
) -> None:
    found = read_designation(text)
    assert (found.basic_code, found.sealed, found.taper) == (code, sealed, taper)


@pytest.mark.parametrize(
    ("code", "taper"),
    [
        ("24030", "1:30"),
        ("24130", "1:30"),
        ("248/500", "1:30"),
        ("22218", "1:12"),
        ("239/500", "1:12"),
    ],
)
def test_a_series_has_its_taper(code: str, taper: str) -> None:
    """240, 241, 248 and 249 are 1:30, the other spherical series 1:12 (common practice, no
    source)."""
    assert taper_of_series(series_of(code)) == taper
