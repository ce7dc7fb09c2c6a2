"""Plans: what is resolved, what is said, and what a person must still give."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.helpers import DRAFT, FEELERS
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import read_designation
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.plan_sheet import plan_sheet
from tribodex.usecases.planning import make_plan
from tribodex.usecases.planning.early import early


def figure(figures: tuple[Result, ...], name: str) -> Result:
    return next(f for f in figures if f.id == name)


def errors(reference: Reference, draft: PlanDraft) -> dict[str, str]:
    with pytest.raises(InvalidInput) as raised:
        make_plan(reference, FEELERS, draft)
    assert all(f.message and f.expected for f in raised.value.fields)
    return {f.name: f.message for f in raised.value.fields}


def test_a_plan_from_a_designation(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, DRAFT)
    assert (plan.bearing.bore_mm, plan.bearing.outside_mm, plan.bearing.width_mm) == (90, 160, 40)
    assert plan.nut is not None and (
        plan.nut.thread_mm,
        plan.nut.pitch_mm,
        plan.nut.tabs_counted,
    ) == (90, 2, False)
    assert (plan.reduction_um.low, plan.reduction_um.high, plan.least_residual_um) == (45, 60, 50)
    assert plan.table_versions["reduction_srb_tapered"] == 2


def test_every_figure_has_unit_working_and_a_known_source(reference: Reference) -> None:
    for designation in ("22211 K C3", "22218 K C3", "24024 K30 C4", "22240 K"):
        draft = replace(
            DRAFT,
            designation=designation,
            group="CN" if designation == "22240 K" else "",
            shaft="",
            special_sleeve="test",
        )
        draft = replace(draft, shaft=f"{0.87 * int(designation[3:5]) * 5:.0f} mm")
        for result in make_plan(reference, FEELERS, draft).figures:
            assert (result.unit or result.id == "ratio") and result.label
            assert result.value is None or result.working, result.id
            assert result.value is not None or result.note
            for line in result.working:
                assert line.source_id in reference.sources
                assert line.formula and line.symbol


def test_angle_and_rim_follow_from_the_cards_drive_up(reference: Reference) -> None:
    figures = make_plan(reference, FEELERS, DRAFT).figures
    drive, angle, rim = (
        figure(figures, "card_drive_up"),
        figure(figures, "nut_angle"),
        figure(figures, "rim_length"),
    )
    assert (drive.value, drive.value_to) == (0.70, 0.90)
    assert angle.value == pytest.approx(0.70 / 2 * 360) and angle.value_to == pytest.approx(
        0.90 / 2 * 360
    )
    assert rim.value == pytest.approx(3.14159265 * 120 * 126 / 360)
    assert drive.verdict is not None and drive.verdict.word == "agrees with theory"


def test_dimensions_instead_of_a_designation_give_the_same(reference: Reference) -> None:
    by_size = make_plan(
        reference,
        FEELERS,
        PlanDraft(
            bore="90",
            outside="160",
            width="40 mm",
            group="C3",
            taper="1:12",
            shaft="80",
            feeler_id="m",
        ),
    )
    by_name = make_plan(reference, FEELERS, DRAFT)
    assert by_size.figures == by_name.figures
    inches = make_plan(
        reference,
        FEELERS,
        PlanDraft(
            bore="3.5433 in",
            outside="6.2992 in",
            width="1.5748 in",
            group="C3",
            taper="1:12",
            shaft="3 1/8 in",
            feeler_id="m",
        ),
    )
    assert inches.bearing.bore_mm == pytest.approx(90, abs=0.01)


def test_everything_missing_is_said_at_once(reference: Reference) -> None:
    assert set(errors(reference, PlanDraft())) == {
        "group",
        "taper",
        "bore",
        "outside",
        "width",
        "feeler_id",
        "shaft",
    }


def test_the_clearance_group_is_never_guessed(reference: Reference) -> None:
    found = errors(reference, replace(DRAFT, designation="22218 K"))
    assert "clearance group is needed" in found["group"]


def test_the_taper_is_never_guessed(reference: Reference) -> None:
    assert "cylindrical bore" in errors(reference, replace(DRAFT, designation="22218 C3"))["taper"]


def test_designation_and_choice_that_part_are_both_named(reference: Reference) -> None:
    assert (
        errors(reference, replace(DRAFT, group="C4"))["group"]
        == "The part number says C3, the choice says C4."
    )
    assert "1:30" in errors(reference, replace(DRAFT, taper="1:30"))["taper"]
    assert (
        "90 × 160 × 40"
        in errors(reference, replace(DRAFT, bore="95", outside="170", width="43"))["designation"]
    )


@pytest.mark.parametrize(
    ("change", "field", "word"),
    [
        ({"shaft": "eighty"}, "shaft", "not a number"),
        ({"shaft": "-80"}, "shaft", "negative"),
        ({"shaft": "95 mm"}, "shaft", "room for a sleeve"),
        ({"designation": "6218"}, "designation", "does not begin"),
        ({"designation": "22299 K C3"}, "designation", "not in the dimension table"),
        ({"designation": "22218 K C3 C4"}, "designation", "two clearance groups"),
        (
            {
                "designation": "",
                "bore": "1700",
                "outside": "2100",
                "width": "200",
                "group": "C3",
                "taper": "1:12",
            },
            "bore",
            "outside the clearance table",
        ),
        (
            {
                "designation": "",
                "bore": "90",
                "outside": "80",
                "width": "40",
                "group": "C3",
                "taper": "1:12",
            },
            "outside",
            "does not go with",
        ),
        (
            {
                "designation": "",
                "bore": "90",
                "outside": "160",
                "width": "400",
                "group": "C3",
                "taper": "1:12",
            },
            "width",
            "does not go with",
        ),
        ({"places": "9"}, "places", "out of range"),
        ({"card": "D"}, "card", "not a card known here"),
        ({"where": "nowhere"}, "where", "not one of the choices"),
        ({"feeler_id": "lost"}, "feeler_id", "feeler set is needed"),
        ({"nut_tabs": "17.5"}, "nut_tabs", "whole number"),
        ({"nut_tabs": "1"}, "nut_tabs", "out of range"),
        ({"nut_pitch": "90"}, "nut_pitch", "out of range"),
    ],
)
def test_bad_entries_get_a_sentence_that_helps(
    reference: Reference, change: dict[str, str], field: str, word: str
) -> None:
    assert word in errors(reference, replace(DRAFT, **change))[field]


def test_unknown_suffixes_are_reported_not_dropped(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, designation="22218 EK/C3 W33 QZ"))
    assert any("E, QZ" in finding for finding in plan.findings)


def test_a_shaft_that_no_sleeve_fits_is_a_stop(reference: Reference) -> None:
    """Listed shafts stand beside it; a special sleeve, named, is the only way on."""
    found = _fields(reference, replace(DRAFT, shaft="82 mm"))
    assert (
        [f.name for f in found] == ["shaft"]
        and "80 mm" in found[0].expected
        and "3-3/16 in" in found[0].expected
    )
    special = make_plan(
        reference, FEELERS, replace(DRAFT, shaft="82 mm", special_sleeve="drawing 4711")
    )
    assert any("drawing 4711" in finding for finding in special.findings)
    fits = make_plan(reference, FEELERS, replace(DRAFT, shaft="3 3/16 in", nut_family="inch"))
    assert not any("sleeve" in finding for finding in fits.findings)


@pytest.mark.parametrize(
    ("typed", "mm"), [("3 3/16", 80.9625), ("80", 80), ("79.96 mm", 79.96), ("3.1875 in", 80.9625)]
)
def test_a_shaft_is_read_as_it_is_meant(reference: Reference, typed: str, mm: float) -> None:
    assert make_plan(
        reference, FEELERS, replace(DRAFT, shaft=typed)
    ).shaft.diameter_mm == pytest.approx(mm)


def test_a_bare_number_of_inches_is_asked_back_not_taken_for_millimetres(
    reference: Reference,
) -> None:
    field = _fields(reference, replace(DRAFT, shaft="3.1875"))[0]
    assert field.name == "shaft" and field.choices == ("3.1875 in",)
    assert _fields(reference, replace(DRAFT, shaft="8.0 mm"))[0].choices == ("80 mm",)


def test_the_shafts_size_stands_in_the_plan_with_its_verdict(reference: Reference) -> None:
    worn = make_plan(reference, FEELERS, replace(DRAFT, shaft="79.85 mm"))
    shown = figure(worn.figures, "shaft_size")
    assert (
        shown.verdict is not None
        and shown.verdict.word == "under size"
        and any("under size" in f or "below 80 mm" in f for f in worn.findings)
    )
    unit = replace(
        DRAFT,
        designation="22215 K CN",
        housed_unit="yes",
        shaft="61.80 mm",
        range_low="1",
        range_high="1 1/4",
        range_source="sheet",
    )
    judged = figure(
        make_plan(reference, FEELERS, replace(unit, nut_family="inch")).figures, "shaft_size"
    )
    assert judged.verdict is not None and judged.verdict.level.value == "stop", (
        "housed units are judged too"
    )


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"designation": "24030 K C3"}, "designation"),
        ({"designation": "22218 K30 C3"}, "designation"),
        ({"designation": "22218 C3", "taper": "1:30"}, "taper"),
        ({"designation": "24030 C3", "taper": "1:12"}, "taper"),
    ],
)
def test_taper_against_series_is_a_stop(
    reference: Reference, change: dict[str, str], field: str
) -> None:
    assert "One of the two is wrong" in errors(reference, replace(DRAFT, **change))[field]


def test_a_taper_without_its_k_is_asked(reference: Reference) -> None:
    asked = _fields(reference, replace(DRAFT, designation="22218 C3", taper="1:12"))[0]
    assert asked.name == "taper" and asked.choices == ("1:12 measured here",)
    plan = make_plan(
        reference, FEELERS, replace(DRAFT, designation="22218 C3", taper=asked.choices[0])
    )
    assert plan.bearing.taper == "1:12" and any("no K" in finding for finding in plan.findings)


def test_a_sealed_bearing_gets_no_leaf_plan(reference: Reference) -> None:
    sealed = replace(DRAFT, designation="22218-2RSK C3", feeler_id="")
    assert "no other figure is valid" in errors(reference, sealed)["range_low"]
    assert (
        "no feeler gets in"
        in errors(reference, replace(sealed, method="F", range_low="1", range_source="x"))["method"]
    )
    plan = make_plan(
        reference,
        FEELERS,
        replace(sealed, range_low="1", range_high="1 1/4", range_source="maker's sheet"),
    )
    assert (
        not plan.method.gauged
        and plan.feeler is None
        and any("Sealed" in finding for finding in plan.findings)
    )


def test_hoop_stress_is_computed_and_judged_in_every_method(reference: Reference) -> None:
    ball = PlanDraft(designation="2212 K C3", shaft="55")
    unit = replace(
        DRAFT, housed_unit="yes", range_low="1", range_high="1 1/4", range_source="sheet"
    )
    for draft in (DRAFT, replace(DRAFT, method="N"), replace(DRAFT, method="X"), ball, unit):
        shown = figure(make_plan(reference, FEELERS, draft).figures, "hoop_stress")
        assert (shown.value is None and shown.note) or (shown.verdict is not None and shown.working)
    # By hand: p = E·Δ/(2d)·(1-k²) with Δ = 0.060/k, k = 90/107.5; σ = p·(1+k²)/(1-k²).
    k = 90 / 107.5
    by_hand = 208_000 * (0.060 / k) / 180 * (1 + k * k)
    assert figure(
        make_plan(reference, FEELERS, DRAFT).figures, "hoop_stress"
    ).value == pytest.approx(by_hand, rel=0.01)


def test_half_of_it_is_capped_by_the_card_unless_overruled_by_name(reference: Reference) -> None:
    c4 = replace(DRAFT, designation="22218 K C4", card="half")
    plan = make_plan(reference, FEELERS, c4)
    window = plan.window(170)
    # Half would be 68 to 85: capped at the card's largest, and widened by a feeler step towards
    # less.
    assert (
        window is not None and window.reduction_um == Span(50, 60) and plan.least_residual_um == 80
    )
    assert any(
        "more than the card" in finding or "card goes first" in finding for finding in plan.findings
    )
    named = make_plan(reference, FEELERS, replace(c4, half_by="O. Tennick")).window(170)
    assert named is not None and named.reduction_um == Span(68, 85)


@pytest.mark.parametrize("material", ["grey cast iron (GJL-200..250)", "aluminium alloy"])
def test_a_soft_shaft_gets_a_finding_and_its_own_angle(reference: Reference, material: str) -> None:
    name = next(m.name for m in reference.materials.rows if m.name.startswith(material[:9]))
    plan = make_plan(reference, FEELERS, replace(DRAFT, shaft_material=name, ring_rise="0 K"))
    assert any(name in finding and "gives way" in finding for finding in plan.findings)
    steel = make_plan(reference, FEELERS, DRAFT)
    assert plan.turn_range_deg is not None and steel.turn_range_deg is not None
    if plan.range_source != steel.range_source:
        assert plan.turn_range_deg.low > steel.turn_range_deg.low


def test_when_theory_leaves_the_card_its_angle_is_not_offered(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, shaft_bore="60 mm"))
    card = figure(plan.figures, "card_drive_up")
    assert card.verdict is not None and card.verdict.word == "made for solid steel"
    assert (
        plan.range_source == "computed from the reduction"
        and plan.turn_range_deg is not None
        and plan.turn_range_deg.low > 126
    )


def test_figures_come_as_soon_as_their_own_inputs_are_there(reference: Reference) -> None:
    """Number alone: reduction, drive-up, angle, drawing. Then the group, then the shaft."""
    first = early(reference, PlanDraft(designation="22218 K"))
    assert {"reduction_range", "card_drive_up", "nut_angle", "rim_length"} <= {
        f.id for f in first.figures
    }
    assert first.section is not None and not first.section.shaft_known
    assert {f.name for f in first.missing} == {"group", "shaft"}
    grouped = early(reference, PlanDraft(designation="22218 K C3"))
    assert {"group_limits", "residual_limit"} <= {f.id for f in grouped.figures}
    assert early(reference, PlanDraft(designation="nonsense")).section is None
    assert early(reference, PlanDraft()).missing


def test_counted_tabs_overrule_the_table_and_say_so(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, nut_tabs="19"))
    assert plan.nut is not None and (plan.nut.tabs, plan.nut.tabs_counted, plan.nut.pitch_mm) == (
        19,
        True,
        2,
    )
    assert not any("Count the outer tabs" in finding for finding in plan.findings)


def test_a_large_nut_is_known_but_its_lock_is_counted_at_hand(reference: Reference) -> None:
    draft = PlanDraft(
        bore="240", outside="440", width="120", group="C3", taper="1:12", shaft="220", feeler_id="m"
    )
    plan = make_plan(reference, FEELERS, draft)
    assert plan.nut is not None and plan.nut.pitch_mm == 4 and plan.nut.tab_step_deg is None
    assert any("are not all known" in finding for finding in plan.findings)
    assert plan.nut.outside_mm is None, "two nuts have this thread: neither is taken by chance"
    counted = make_plan(
        reference, FEELERS, replace(draft, lock="lock_plate", nut_tabs="9", nut_slots="8")
    )
    assert counted.nut is not None and counted.nut.tab_step_deg is not None


def test_a_nut_beyond_the_tables_needs_its_pitch(reference: Reference) -> None:
    draft = PlanDraft(
        bore="97", outside="170", width="43", group="C3", taper="1:12", shaft="85", feeler_id="m"
    )
    unknown = make_plan(reference, FEELERS, draft)
    angle = figure(unknown.figures, "nut_angle")
    assert unknown.nut is None and angle.value is None and "not in the table" in angle.note
    assert "without its pitch" in errors(reference, replace(draft, nut_outside="130"))["nut_pitch"]
    assert "its pitch is needed" in errors(reference, replace(draft, method="N"))["nut_pitch"]
    inch = make_plan(reference, FEELERS, replace(draft, nut_pitch="12 tpi"))
    assert inch.nut is not None and inch.nut.pitch_mm == pytest.approx(25.4 / 12)


def test_card_c_does_not_cover_small_bores(reference: Reference) -> None:
    draft = PlanDraft(designation="22205 K C3", shaft="20", feeler_id="m")
    assert "does not cover" in errors(reference, replace(draft, card="C"))["card"]


def test_an_inch_sleeve_has_an_inch_nut(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, shaft="3 3/16 in", nut_family="inch"))
    assert (
        plan.nut is not None
        and plan.nut.pitch_mm == pytest.approx(25.4 / 12)
        and plan.nut.outside_mm == pytest.approx(4.661 * 25.4, abs=0.01)
    )
    assert not any("inch one" in finding for finding in plan.findings)
    mixed = make_plan(reference, FEELERS, replace(DRAFT, shaft="3 3/16 in"))
    assert any("never mixed" in finding for finding in mixed.findings)


def test_a_hollow_shaft_takes_more_drive_up(reference: Reference) -> None:
    solid, hollow = (
        figure(
            make_plan(reference, FEELERS, replace(DRAFT, shaft_bore=bore)).figures,
            "computed_drive_up",
        )
        for bore in ("", "50 mm")
    )
    assert (
        solid.value is not None and hollow.value is not None and hollow.value > 1.05 * solid.value
    )
    assert "wall" in errors(reference, replace(DRAFT, shaft_bore="79"))["shaft_bore"]


def test_every_method_has_its_default_washer_and_its_range(reference: Reference) -> None:
    feeler = make_plan(reference, FEELERS, DRAFT)
    angle = make_plan(reference, FEELERS, replace(DRAFT, method="N"))
    assert (feeler.washer, angle.washer) == ("off", "on")
    assert feeler.reseats and not angle.reseats
    assert angle.turn_range_deg is not None and angle.turn_range_deg.low == pytest.approx(126)
    assert make_plan(reference, FEELERS, replace(DRAFT, washer="on")).reseats is False


def test_a_sealed_unit_goes_by_its_makers_turns_alone(reference: Reference) -> None:
    unit = replace(DRAFT, housed_unit="yes", feeler_id="")
    assert "no other figure is valid" in errors(reference, unit)["range_low"]
    assert "Only this maker's figure" in " ".join(
        f.expected + f.message
        for f in _fields(reference, replace(unit, range_low="1", range_high="1 1/4"))
    )
    plan = make_plan(
        reference,
        FEELERS,
        replace(unit, range_low="1", range_high="1 1/4", range_source="unit sheet, p. 3"),
    )
    assert (
        plan.method == "Z"
        and plan.turn_range_deg is not None
        and (plan.turn_range_deg.low, plan.turn_range_deg.high) == (360, 450)
    )
    assert plan.target is None and plan.feeler is None and plan.drive_up_mm is None, (
        "not comparable with metal-to-metal"
    )
    assert (
        "not for a housed unit"
        in errors(reference, replace(unit, method="F", range_low="1", range_source="x"))["method"]
    )


def _fields(reference: Reference, draft: PlanDraft) -> tuple[Field, ...]:
    with pytest.raises(InvalidInput) as raised:
        make_plan(reference, FEELERS, draft)
    return raised.value.fields


def test_a_self_aligning_ball_bearing_goes_by_angle(reference: Reference) -> None:
    draft = PlanDraft(designation="2212 K C3", shaft="55", feeler_id="")
    computed = make_plan(reference, FEELERS, draft)
    assert (
        computed.method == "A"
        and computed.turn_range_deg is not None
        and computed.turn_range_deg.low == 75
    ), "the angle of practice"
    assert "practice" in computed.range_source
    beside = figure(computed.figures, "computed_angle")
    assert (
        beside.verdict is not None
        and beside.value is not None
        and any(line.symbol == "θ₀" for line in beside.working)
    )
    beyond = make_plan(
        reference,
        FEELERS,
        PlanDraft(
            designation="1226 K", group="CN", bore="130", outside="230", width="46", shaft="115"
        ),
    )
    assert "maker's angle goes first" in beyond.range_source
    typed = make_plan(reference, FEELERS, replace(draft, range_low="85°", range_source="sheet"))
    assert (
        typed.turn_range_deg is not None
        and typed.turn_range_deg.low == typed.turn_range_deg.high == 85
    )
    assert (
        "is not for a self-aligning ball bearing"
        in errors(reference, replace(draft, method="F", feeler_id="m"))["method"]
    )


def test_a_hydraulic_nut_is_a_planned_step(reference: Reference) -> None:
    draft = replace(DRAFT, method="X", piston_area="9000 mm²")
    plan = make_plan(reference, FEELERS, draft)
    assert plan.hydraulic is not None and plan.hydraulic.start_pressure_mpa is not None
    assert figure(plan.figures, "travel").value is not None
    given = make_plan(reference, FEELERS, replace(draft, start_pressure="4 bar"))
    assert (
        given.hydraulic is not None
        and given.hydraulic.start_pressure_mpa is not None
        and given.hydraulic.start_pressure_mpa.low == 0.4
    )
    assert given.hydraulic.travel_mm == plan.hydraulic.travel_mm, (
        "the travel is never changed for it"
    )
    assert "led by its travel" in errors(reference, replace(draft, method="F"))["method"]


def test_cards_stand_side_by_side_with_one_default(reference: Reference) -> None:
    sheet = plan_sheet(reference, make_plan(reference, FEELERS, DRAFT))
    assert [option.card for option in sheet.cards] == ["A", "A2", "B", "C", "half"]
    assert [option.default for option in sheet.cards] == [True, False, False, False, False]
    assert [(s.note.method, s.default) for s in sheet.methods] == [
        ("F", True),
        ("B", False),
        ("N", False),
        ("X", False),
    ]
    assert [(w.id, w.default) for w in sheet.washers] == [("off", True), ("on", False)]
    assert sheet.comparison.ways and sheet.tool is not None
    assert all(option.reason for option in sheet.cards)
    assert sheet.cards[2].residual is not None and sheet.cards[2].residual.value is None
    assert (
        sheet.tools
        and sheet.parts
        and any("eye protection" in caution for caution in sheet.cautions)
    )
    assert "stand above" in sheet.standing_above


@pytest.mark.parametrize(
    ("text", "code", "taper", "group", "unread"),
    [
        ("22218K", "22218", "1:12", None, ()),
        ("22218 KC3W33", "22218", "1:12", "C3", ()),
        ("23024-K30/C4", "23024", "1:30", "C4", ()),
        ("22220 ek c3", "22220", "1:12", "C3", ("E",)),
        ("21310", "21310", None, None, ()),
        ("22316 K MB W33 C2", "22316", "1:12", "C2", ("MB",)),
        ("22214 K CN", "22214", "1:12", "CN", ()),
    ],
)
def test_designations(
    text: str, code: str, taper: str | None, group: str | None, unread: tuple[str, ...]
) -> None:
    read = read_designation(text)
    assert (read.basic_code, read.taper, read.group, read.unread) == (code, taper, group, unread)


@pytest.mark.parametrize(
    ("typed", "words"),
    [
        (
            {"piston_area": "4000 mm²", "start_pressure": "90 MPa", "meant": "start_pressure"},
            "more than a third of the end pressure",
        ),
        (
            {"piston_area": "4000 mm²", "start_pressure": "2.5 MPa"},
            "does not go with a computed travel",
        ),
        (
            {"piston_area": "4000 mm²", "start_pressure": "0.3 MPa"},
            "does not go with a computed travel",
        ),
        ({"start_pressure": "1 MPa"}, "belongs to that sheet's travel"),
    ],
)
def test_a_start_pressure_goes_with_its_travel_or_is_asked_back(
    reference: Reference, typed: dict[str, str], words: str
) -> None:
    assert words in errors(reference, replace(DRAFT, method="X", **typed))["start_pressure"]  # type: ignore[arg-type]


def test_what_pump_and_nut_bear_is_not_passed(reference: Reference) -> None:
    draft = replace(DRAFT, method="X", piston_area="4000 mm²")
    unsaid = make_plan(reference, FEELERS, draft)
    assert any("made for was not given" in finding for finding in unsaid.findings)
    assert not any(
        "made for" in finding
        for finding in make_plan(
            reference, FEELERS, replace(draft, rated_pressure="80 MPa")
        ).findings
    )
    # The end pressure of this one is about 10 to 13 MPa.
    found = errors(reference, replace(draft, rated_pressure="10 MPa", meant="rated_pressure"))
    assert "pump and nut are made for 10 MPa" in found["rated_pressure"]
    small = errors(reference, replace(draft, piston_area="300 mm²", meant="piston_area"))
    assert "hydraulic nuts are usually made for" in small["piston_area"]
