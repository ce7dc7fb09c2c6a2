"""Plans: what is resolved, what is said, and what a person must still give."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.helpers import DRAFT, FEELERS
from tribodex.core.components.bearing import read_designation
from tribodex.core.errors import InvalidInput
from tribodex.core.working import Result
from tribodex.usecases.planning import PlanDraft, make_plan, plan_sheet
from tribodex.usecases.ports import Reference


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
    assert plan.nut is not None and (plan.nut.thread_mm, plan.nut.pitch_mm, plan.nut.tabs_counted) == (90, 2, False)
    assert (plan.reduction_um.low, plan.reduction_um.high, plan.least_residual_um) == (45, 60, 50)
    assert plan.table_versions["reduction_srb_tapered"] == 1


def test_every_figure_has_unit_working_and_a_known_source(reference: Reference) -> None:
    for designation in ("22211 K C3", "22218 K C3", "23024 K30 C4", "22240 K"):
        draft = replace(DRAFT, designation=designation, group="CN" if designation == "22240 K" else "", shaft="45")
        for result in make_plan(reference, FEELERS, draft).figures:
            assert result.unit and result.label
            assert result.value is None or result.working, result.id
            assert result.value is not None or result.note
            for line in result.working:
                assert line.source_id in reference.sources
                assert line.formula and line.symbol


def test_angle_and_rim_follow_from_the_cards_drive_up(reference: Reference) -> None:
    figures = make_plan(reference, FEELERS, DRAFT).figures
    drive, angle, rim = figure(figures, "card_drive_up"), figure(figures, "nut_angle"), figure(figures, "rim_length")
    assert (drive.value, drive.value_to) == (0.70, 0.90)
    assert angle.value == pytest.approx(0.70 / 2 * 360) and angle.value_to == pytest.approx(0.90 / 2 * 360)
    assert rim.value == pytest.approx(3.14159265 * 120 * 126 / 360)
    assert drive.verdict is not None and drive.verdict.word == "agrees with theory"


def test_dimensions_instead_of_a_designation_give_the_same(reference: Reference) -> None:
    by_size = make_plan(reference, FEELERS, PlanDraft(bore="90", outside="160", width="40 mm", group="C3", taper="1:12", shaft="80", feeler_id="m"))
    by_name = make_plan(reference, FEELERS, DRAFT)
    assert by_size.figures == by_name.figures
    inches = make_plan(
        reference,
        FEELERS,
        PlanDraft(bore="3.5433 in", outside="6.2992 in", width="1.5748 in", group="C3", taper="1:12", shaft="3 1/8 in", feeler_id="m"),
    )
    assert inches.bearing.bore_mm == pytest.approx(90, abs=0.01)


def test_everything_missing_is_said_at_once(reference: Reference) -> None:
    assert set(errors(reference, PlanDraft())) == {"group", "taper", "bore", "outside", "width", "feeler_id", "shaft"}


def test_the_clearance_group_is_never_guessed(reference: Reference) -> None:
    found = errors(reference, replace(DRAFT, designation="22218 K"))
    assert "clearance group is needed" in found["group"]


def test_the_taper_is_never_guessed(reference: Reference) -> None:
    assert "cylindrical bore" in errors(reference, replace(DRAFT, designation="22218 C3"))["taper"]


def test_designation_and_choice_that_part_are_both_named(reference: Reference) -> None:
    assert errors(reference, replace(DRAFT, group="C4"))["group"] == "The designation says C3, the choice says C4."
    assert "1:30" in errors(reference, replace(DRAFT, taper="1:30"))["taper"]
    assert "90 × 160 × 40" in errors(reference, replace(DRAFT, bore="95", outside="170", width="43"))["designation"]


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
            {"designation": "", "bore": "1200", "outside": "1500", "width": "200", "group": "C3", "taper": "1:12"},
            "bore",
            "outside the clearance table",
        ),
        ({"designation": "", "bore": "90", "outside": "80", "width": "40", "group": "C3", "taper": "1:12"}, "outside", "does not go with"),
        ({"designation": "", "bore": "90", "outside": "160", "width": "400", "group": "C3", "taper": "1:12"}, "width", "does not go with"),
        ({"places": "9"}, "places", "cannot be meant"),
        ({"card": "D"}, "card", "not one of the choices"),
        ({"where": "nowhere"}, "where", "not one of the choices"),
        ({"feeler_id": "lost"}, "feeler_id", "feeler set is needed"),
        ({"nut_tabs": "17.5"}, "nut_tabs", "whole number"),
        ({"nut_tabs": "1"}, "nut_tabs", "cannot be meant"),
        ({"nut_pitch": "90"}, "nut_pitch", "cannot be meant"),
    ],
)
def test_bad_entries_get_a_sentence_that_helps(reference: Reference, change: dict[str, str], field: str, word: str) -> None:
    assert word in errors(reference, replace(DRAFT, **change))[field]


def test_unknown_suffixes_are_reported_not_dropped(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, designation="22218 EK/C3 W33 QZ"))
    assert any("E, QZ" in finding for finding in plan.findings)


def test_a_shaft_that_no_sleeve_fits_is_a_finding(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, shaft="82 mm"))
    assert any("No listed sleeve" in finding and "80 mm" in finding and "3-3/16 in" in finding for finding in plan.findings)
    fits = make_plan(reference, FEELERS, replace(DRAFT, shaft="3 3/16 in"))
    assert not any("sleeve" in finding for finding in fits.findings)


def test_counted_tabs_overrule_the_table_and_say_so(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(DRAFT, nut_tabs="19"))
    assert plan.nut is not None and (plan.nut.tabs, plan.nut.tabs_counted, plan.nut.pitch_mm) == (19, True, 2)
    assert not any("Count the outer tabs" in finding for finding in plan.findings)


def test_a_nut_beyond_the_table_needs_all_four_figures(reference: Reference) -> None:
    draft = PlanDraft(bore="240", outside="440", width="120", group="C3", taper="1:12", shaft="220", feeler_id="m", nut_pitch="4")
    assert set(errors(reference, draft)) == {"nut_outside", "nut_slots", "nut_tabs"}
    unknown = make_plan(reference, FEELERS, replace(draft, nut_pitch=""))
    angle = figure(unknown.figures, "nut_angle")
    assert unknown.nut is None and angle.value is None and "not in the table" in angle.note


def test_card_c_does_not_cover_small_bores(reference: Reference) -> None:
    draft = PlanDraft(designation="22205 K C3", shaft="20", feeler_id="m")
    with pytest.raises(InvalidInput, match="no row for a bore of 25 mm"):
        make_plan(reference, FEELERS, replace(draft, card="C"))


def test_cards_stand_side_by_side_with_one_default(reference: Reference) -> None:
    sheet = plan_sheet(reference, reference.procedure("a1-feeler"), make_plan(reference, FEELERS, DRAFT))
    assert [option.card.value for option in sheet.cards] == ["A", "B", "C"]
    assert [option.default for option in sheet.cards] == [True, False, False]
    assert all(option.reason for option in sheet.cards)
    assert sheet.cards[1].residual is not None and sheet.cards[1].residual.value is None
    assert sheet.tools and sheet.parts and any("eye protection" in caution for caution in sheet.cautions)
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
def test_designations(text: str, code: str, taper: str | None, group: str | None, unread: tuple[str, ...]) -> None:
    read = read_designation(text)
    assert (read.basic_code, read.taper, read.group, read.unread) == (code, taper, group, unread)
