"""Greasing at the bench: what goes in, two amounts, corner by corner, the wrong guesses, oil level.
Limits: common practice, no source.
"""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.shaft import ShaftBench
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.grease.amounts import HOUSING_SHARE, Pace
from tribodex.core.grease.housing import fill_level_mm, judge_oil, judge_share, measured, oil_level
from tribodex.core.grease.lubricator import lubricator_days
from tribodex.core.grease.strokes import GreaseGun, read_stroke
from tribodex.core.job.commands import Correct, SetStageAside
from tribodex.core.job.moves import Ask
from tribodex.core.topics import grease
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease.facts import CornerFilled, FillPlanned, LubricantChosen
from tribodex.core.topics.grease.state import Greasing
from tribodex.core.working import Level

CHOOSE = cmd.ChooseLubricant(
    "grease", "Mill grease 2", "lithium", "clean", "VG 150", "180", "62 °C"
)
PLAN = cmd.PlanFill(
    "middling", "gun 2", "1.3 g ± 0.05", mass="3.4", housing="172 mm", inside="84 mm", corners="4"
)


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    return made


def state(bench: ShaftBench, at: str = "1") -> Greasing:
    return bench.desk(at).of(grease.TOPIC)


def headline(bench: ShaftBench) -> str:
    return grease.TOPIC.move(bench.desk("1"), state(bench)).headline


def filled(bench: ShaftBench, at: str = "1") -> None:
    """Everything in, as planned."""
    bench.do(CHOOSE, PLAN, cmd.PackBearing("full", True), at=at)
    while (corner := state(bench, at).next_corner) is not None:
        plan = state(bench, at).planned
        assert plan is not None
        bench.do(cmd.FillCorner(corner, f"{plan.asked[corner - 1]:g}"), at=at)


def test_led_corner_by_corner_until_it_is_full(bench: ShaftBench) -> None:
    assert headline(bench).startswith("What goes in")
    bench.do(CHOOSE, at="1")
    assert headline(bench) == "How much goes where?"
    bench.do(PLAN, at="1")
    assert headline(bench) == "Pack the bearing"
    bench.do(cmd.PackBearing("full", True), at="1")
    plan = state(bench).planned
    assert (
        plan is not None
        and plan.gun is not None
        and sum(plan.measured.corners) == plan.measured.strokes
    )
    for corner in (3, 1, 4, 2):
        # In any order; the next one is proposed.
        assert headline(bench).startswith(f"Corner {state(bench).next_corner}: ")
        bench.do(cmd.FillCorner(corner, f"{plan.asked[corner - 1]:g}"), at="1")
    assert proved.stage(bench.desk("1"), grease.TOPIC) is None and headline(bench) == "Greased"
    assert state(bench).given == plan.measured.strokes
    assert abs((state(bench).given_g or 0) - plan.housing_g) <= plan.gun.stroke_g
    section = grease.TOPIC.record(bench.desk("1"), state(bench))[0]
    assert len(section.tables[0].rows) == 4 and "In all" in section.lines[-1]


def test_two_amounts_the_bearing_full_and_the_housing_in_part(bench: ShaftBench) -> None:
    """Worked by hand: 30 % of π/4·84·(172² - 90²) - π/4·B·(D² - 90²) at 0.9 g/cm³."""
    bench.do(CHOOSE, PLAN, at="1")
    plan, fitted = state(bench).planned, bench.desk("1").fitted("1")
    assert plan is not None and fitted is not None
    b = fitted.bearing
    space = (
        math.pi
        / 4
        * (84 * (172**2 - b.bore_mm**2) - b.width_mm * (b.outside_mm**2 - b.bore_mm**2))
        / 1000
    )
    assert plan.housing_g == pytest.approx(0.3 * space * 0.9, rel=0.01)
    assert plan.bearing.value is not None and "100 %" in plan.bearing.note
    assert (
        plan.share == pytest.approx(0.3, abs=0.001)
        and plan.verdict is not None
        and plan.verdict.word == "by the rule"
    )


def test_a_mass_that_is_not_known_leaves_the_bearings_grams_open(bench: ShaftBench) -> None:
    bench.do(CHOOSE, cmd.PlanFill("middling", volume="600 cm³"), at="1")
    plan = state(bench).planned
    assert plan is not None and plan.bearing.value is None and "mass" in plan.bearing.note
    assert plan.gun is None and plan.asked == tuple(
        [pytest.approx(plan.housing_g / 4, abs=0.06)] * 4
    )
    bench.do(cmd.PackBearing("full", True), cmd.FillCorner(1, "40 g"), at="1")
    assert state(bench).corners[1].verdict.word == "filled"


@pytest.mark.parametrize(
    ("share", "pace", "word", "level"),
    [
        ("5 %", "middling", "too little", Level.STOP),
        ("100 %", "middling", "too much", Level.STOP),
        ("100 %", "stored", "by the rule", Level.GOOD),
        ("15 %", "middling", "too little", Level.WATCH),
        ("45 %", "middling", "too much", Level.WATCH),
        ("35 %", "fast", "by the rule", Level.GOOD),
    ],
)
def test_both_wrong_guesses_are_explained_where_they_are_made(
    bench: ShaftBench, share: str, pace: str, word: str, level: Level
) -> None:
    """A little at the bottom is an early failure; filled up heats and hardens (common practice, no
    source).
    """
    bench.do(CHOOSE, cmd.PlanFill(pace, volume="600 cm³", share=share), at="1")
    plan = state(bench).planned
    assert (
        plan is not None
        and plan.verdict is not None
        and (plan.verdict.word, plan.verdict.level) == (word, level)
    )
    if level is Level.STOP:
        assert headline(bench) == f"Stop: {word}"
        why = {"too little": "feeds the bearing", "too much": "churns"}[word]
        assert why in plan.verdict.reason


def test_the_sheets_amount_goes_first_and_more_than_the_space_is_refused(bench: ShaftBench) -> None:
    bench.do(
        CHOOSE,
        cmd.PlanFill(
            "middling",
            sheet="6 oz",
            sheet_source="sheet of the block",
            sheet_is="housing",
            volume="600 cm³",
        ),
        at="1",
    )
    plan = state(bench).planned
    assert (
        plan is not None and plan.by == "sheet" and plan.housing_g == pytest.approx(170.1, abs=0.1)
    )
    assert plan.share == pytest.approx(170.1 / 0.9 / 600, abs=0.001)
    with pytest.raises(InvalidInput) as refused:
        bench.do(
            cmd.PlanFill(
                "middling", sheet="6 kg", sheet_source="sheet", sheet_is="housing", volume="600 cm³"
            ),
            at="1",
        )
    assert (
        refused.value.fields[0].name == "sheet" and "whole space" in refused.value.fields[0].message
    )
    with pytest.raises(InvalidInput, match=r"sheet|source|needed"):
        bench.do(cmd.PlanFill("middling", sheet="6 oz"), at="1")


SHEET = cmd.PlanFill(
    "middling",
    sheet="20 strokes",
    sheet_source="sheet of the block",
    sheet_is="housing",
    seals="60 g",
    corners="4",
)


def test_strokes_of_a_sheet_stay_strokes_until_its_gun_is_known(bench: ShaftBench) -> None:
    bench.do(CHOOSE, SHEET, at="1")
    plan = bench.desk("1").of(grease.TOPIC).planned
    assert (
        plan is not None
        and plan.counted
        and plan.asked == (5, 5, 5, 5)
        and plan.housing_g == 0.0
        and plan.gun is None
    )
    bench.do(cmd.PackBearing("full", True), cmd.FillCorner(1, "5"), at="1")
    assert bench.desk("1").of(grease.TOPIC).given_g is None
    # What one of its strokes gives is known: now it is a weight, and this gun's strokes follow.
    bench.do(replace(SHEET, sheet_stroke="1.4 g", gun="gun 2", stroke="0.7 g"), at="1")
    plan = bench.desk("1").of(grease.TOPIC).planned
    assert (
        plan is not None
        and not plan.counted
        and plan.housing_g == pytest.approx(28.0)
        and plan.measured.strokes == 40
    )
    for wrong, field in (
        ({"sheet": "20"}, "sheet"),
        ({"sheet_is": "total"}, "sheet_stroke"),
        ({"sheet": "0 strokes"}, "sheet"),
        ({"sheet_is": ""}, "sheet_is"),
    ):
        with pytest.raises(InvalidInput) as refused:
            bench.do(replace(SHEET, **wrong), at="1")  # type: ignore[arg-type]
        assert refused.value.fields[0].name == field


def test_one_budget_over_bearing_housing_and_seals(bench: ShaftBench) -> None:
    bench.do(CHOOSE, replace(PLAN, seals="60 g", cartridge="100 g"), at="1")
    state = bench.desk("1").of(grease.TOPIC)
    plan = state.planned
    sums = next(
        one for one in grease.TOPIC.figures(bench.desk("1"), state) if one.id == "fill_budget"
    )
    assert plan is not None and plan.bearing.value is not None
    packs = plan.bearing.value_to or plan.bearing.value
    assert sums.value == pytest.approx(packs + plan.housing_g + 60, abs=0.1)
    assert (
        sums.note.startswith(f"{math.ceil(sums.value / 100)} cartridges of 100 g")
        and "strokes at the corners" in sums.note
    )
    # What is not known is named, and not guessed.
    bench.do(replace(SHEET), at="1")
    state = bench.desk("1").of(grease.TOPIC)
    sums = next(
        one for one in grease.TOPIC.figures(bench.desk("1"), state) if one.id == "fill_budget"
    )
    assert (
        sums.value == 60
        and "housing's part is not known" in sums.note
        and "bearing's part is not known" in sums.note
    )


def test_what_does_not_mix_does_not_go_in(bench: ShaftBench) -> None:
    bench.do(cmd.ChooseLubricant("grease", "Other", "lithium", "calcium complex"), at="1")
    assert not state(bench).chosen_right and headline(bench).startswith("Stop: ")
    with pytest.raises(Refused, match="does not go in"):
        bench.do(PLAN, at="1")
    bench.do(cmd.ChooseLubricant("grease", "Other", "lithium", "unknown"), at="1")
    assert not state(bench).chosen_right, "an unknown grease is cleaned out, never greased upon"
    bench.do(CHOOSE, at="1")
    assert state(bench).chosen_right


def test_kappa_where_oil_speed_and_warmth_are_known_and_else_it_stays_open(
    bench: ShaftBench,
) -> None:
    bench.do(CHOOSE, at="1")
    ids = [figure.id for figure in grease.TOPIC.figures(bench.desk("1"), state(bench))]
    assert "kappa" in ids
    bench.do(cmd.ChooseLubricant("grease", "Mill grease 2", "lithium", "clean", "VG 150"), at="1")
    assert any("stays open" in one for one in grease.TOPIC.findings(bench.desk("1"), state(bench)))
    bench.do(
        cmd.ChooseLubricant(
            "grease", "Mill grease 2", "lithium", "clean", "150 / 15 mm²/s", "180", "62"
        ),
        at="1",
    )
    two = next(
        f for f in grease.TOPIC.figures(bench.desk("1"), state(bench)) if f.id == "viscosity"
    )
    assert two.value == pytest.approx(52.6, rel=0.03)


@pytest.mark.parametrize(
    ("oil", "speed", "warm", "field"),
    [
        ("thick", "", "", "oil"),
        ("19 / 220", "", "", "oil"),
        ("220 / 1", "", "", "oil"),
        ("", "fast", "", "speed"),
        ("", "", "hot", "temperature"),
    ],
)
def test_a_slip_in_what_alone_is_not_enough_is_said(
    bench: ShaftBench, oil: str, speed: str, warm: str, field: str
) -> None:
    with pytest.raises(InvalidInput) as refused:
        bench.do(
            cmd.ChooseLubricant("grease", "Mill", "lithium", "clean", oil, speed, warm), at="1"
        )
    assert refused.value.fields[0].name == field


@pytest.mark.parametrize(
    ("how", "turned", "word"),
    [
        ("none", True, "not packed"),
        ("part", True, "not full"),
        ("full", False, "packed before gauging"),
    ],
)
def test_how_the_bearing_was_packed(bench: ShaftBench, how: str, turned: bool, word: str) -> None:
    bench.do(CHOOSE, PLAN, cmd.PackBearing(how, turned), at="1")  # type: ignore[arg-type]
    packed = state(bench).packed
    assert packed is not None and packed.verdict.word == word
    if packed.verdict.level is Level.STOP:
        assert headline(bench) == f"Stop: {word}"
        with pytest.raises(InvalidInput):
            bench.do(cmd.PackBearing(how, turned, decided_by="B. Boss"), at="1")  # type: ignore[arg-type]
        bench.do(cmd.PackBearing(how, turned, decided_by="B. Boss", reason="comes packed"), at="1")  # type: ignore[arg-type]
        assert state(bench).packed_right


def test_too_much_in_a_corner_stops_until_it_is_said_again(bench: ShaftBench) -> None:
    bench.do(CHOOSE, PLAN, cmd.PackBearing("full", True), at="1")
    plan = state(bench).planned
    assert plan is not None
    bench.do(cmd.FillCorner(2, f"{plan.asked[1] * 2:g}"), at="1")
    assert state(bench).next_corner == 2 and "too much here" in headline(bench)
    bench.do(
        Correct(bench.seq(CornerFilled), "miscounted", cmd.FillCorner(2, f"{plan.asked[1]:g}")),
        at="1",
    )
    assert state(bench).corners[2].verdict.word == "filled" and state(bench).next_corner == 1
    for bad in ("1.5", "-2"):
        with pytest.raises(InvalidInput):
            bench.do(cmd.FillCorner(1, bad), at="1")
    with pytest.raises(InvalidInput, match="corner"):
        bench.do(cmd.FillCorner(9, "5"), at="1")


def test_a_new_plan_asks_for_its_own_strokes(bench: ShaftBench) -> None:
    filled(bench)
    bench.do(cmd.PlanFill("middling", "gun 2", "1.3 g", volume="900 cm³"), at="1")
    assert state(bench).corners == {} and not state(bench).done
    bench.do(Correct(bench.seq(FillPlanned, 1), "misread", PLAN), at="1")
    assert state(bench).planned is not None


def test_another_grease_or_another_speed_asks_again_what_was_filled_by_the_old_one(
    bench: ShaftBench,
) -> None:
    filled(bench)
    bench.do(replace(PLAN, pace="fast"), at="1")
    assert state(bench).packed is None, "packed full was right for a middling speed"
    bench.do(cmd.PackBearing("full", True), at="1")
    bench.do(replace(CHOOSE, speed="200"), at="1")
    assert state(bench).packed is not None, "the same grease, another speed for its oil"
    bench.do(replace(CHOOSE, name="Mill grease 3"), at="1")
    assert state(bench).packed is None and state(bench).corners == {}


def test_a_block_filled_for_storage_is_tagged_and_stays_due(bench: ShaftBench) -> None:
    with pytest.raises(Refused):
        bench.do(cmd.TagStored("x"), at="1")
    bench.do(
        CHOOSE,
        cmd.PlanFill("stored", "gun 2", "1.3 g", volume="600 cm³"),
        cmd.PackBearing("full", True),
        at="1",
    )
    for corner in range(1, 5):
        bench.do(cmd.FillCorner(corner, f"{state(bench).planned.asked[corner - 1]:g}"), at="1")  # type: ignore[union-attr]
    assert headline(bench).startswith("Tag it") and not state(bench).done
    bench.do(cmd.TagStored("Filled up 2026-11: drain and run in before service"), at="1")
    assert state(bench).done and any(
        "drain" in one for one in proved.due(bench.desk("1"), grease.TOPIC)
    )


def test_oil_to_the_middle_of_the_lowest_roller_with_open_channels(bench: ShaftBench) -> None:
    bench.do(
        cmd.ChooseLubricant("oil", "Mill oil", oil="VG 150", speed="180", temperature="62"), at="1"
    )
    with pytest.raises(Refused):
        bench.do(PLAN, at="1")
    fitted = bench.desk("1").fitted("1")
    assert fitted is not None
    right = oil_level(fitted.bearing.bore_mm, fitted.bearing.outside_mm)
    bench.do(cmd.FillOil(f"{right.value} mm", False, True, "new washer"), at="1")
    assert headline(bench) == "Stop: channel closed" and not state(bench).done
    bench.do(cmd.FillOil(f"{right.value} mm", True, True, "new washer"), at="1")
    assert state(bench).done
    assert judge_oil(right, right.value * 1.3).word == "too low"  # type: ignore[operator]


def test_left_as_made_or_set_aside_and_nothing_is_asked(bench: ShaftBench) -> None:
    assert proved.unsaid(bench.desk("1"), grease.TOPIC)
    bench.do(cmd.LeaveAsMade("filled by its maker, 35 %"), at="1")
    assert proved.unsaid(bench.desk("1"), grease.TOPIC) == [] and state(bench).done
    bench.do(SetStageAside("fill", "greased by the night shift"), at="2")
    assert proved.unsaid(bench.desk("2"), grease.TOPIC) == []
    assert grease.TOPIC.move(bench.desk("1"), state(bench)).do == Ask.NOTHING


def test_every_entry_is_said_again_in_its_own_words(bench: ShaftBench) -> None:
    filled(bench)
    for event in list(bench.log):
        command = grease.TOPIC.entries.get(type(event.fact))
        if command is None:
            continue
        again = grease.TOPIC.said(event.fact)
        assert type(again) is command
        before = event.fact
        bench.do(Correct(event.seq, "said again", again), at="1")
        assert bench.job.effective[event.seq] == before
    assert state(bench).done and isinstance(
        bench.log[bench.seq(LubricantChosen) - 1].fact, LubricantChosen
    )


# --- Formulas. ------------------------------------------------------------------------------------


@given(st.floats(50, 600), st.floats(0.2, 0.9), st.floats(0.01, 0.999))
def test_a_level_holds_the_share_it_stands_for(housing: float, part: float, share: float) -> None:
    """By another path: the area below the level, added up in thin slices, is the share of the
    whole.
    """
    shaft = housing * part
    level = fill_level_mm(housing, shaft, share)
    n = 4000
    heights = [(i + 0.5) * housing / n for i in range(n)]

    def width(h: float) -> float:
        out = 2 * math.sqrt(max((housing / 2) ** 2 - (h - housing / 2) ** 2, 0))
        return out - 2 * math.sqrt(max((shaft / 2) ** 2 - (h - housing / 2) ** 2, 0))

    whole = sum(map(width, heights))
    below = sum(width(h) for h in heights if h <= level)
    assert below / whole == pytest.approx(share, abs=0.004)


@given(st.floats(0, 1), st.sampled_from(Pace))
def test_a_share_within_its_rule_is_never_stopped(share: float, pace: Pace) -> None:
    rule = HOUSING_SHARE[pace]
    verdict = judge_share(share, pace)
    if rule.low <= share <= rule.high:
        assert verdict.level is Level.GOOD
    assert verdict.reason


def test_twenty_ounces_in_every_measure() -> None:
    """Common practice, no source: a split block on a 2 7/16 in shaft takes about 20 oz, 570 g, at
    first.
    """
    amount = measured(20 * 28.349523125, GreaseGun("", 1.3), 4)
    assert (
        amount.grams == 567.0
        and amount.ounces == 20.0
        and amount.cartridges == 2
        and sum(amount.corners) == amount.strokes == 436
    )


@pytest.mark.parametrize("bad", ["", "x", "0 g", "25 g", "1.3 g ± 0.9", "1.3 kg"])
def test_a_stroke_that_is_none(bad: str) -> None:
    with pytest.raises(InvalidInput):
        read_stroke(bad, "stroke")


@given(st.floats(20, 1000), st.floats(1, 100), st.floats(100, 20_000), st.floats(0.5, 24))
def test_a_lubricator_never_gives_less_than_is_asked_while_its_setting_allows(
    content: float, amount: float, hours: float, day: float
) -> None:
    found = lubricator_days(content, amount, hours, day)
    assert found.verdict is not None
    # Where even the shortest setting gives too little there is none.
    assert (found.value is None) is (found.verdict.level is Level.STOP)
    if found.value is not None:
        assert (
            content / found.value >= amount / hours * day * 0.999
            or found.verdict.level is Level.WATCH
        )


@pytest.mark.parametrize(
    ("said", "field"),
    [
        ((0.0, 20.0, 2000.0, 16.0), "cartridge"),
        ((1e-300, 20.0, 2000.0, 16.0), "cartridge"),
        ((125.0, 1e-323, 2000.0, 16.0), "each"),
        ((125.0, 20.0, math.inf, 16.0), "interval"),
        ((125.0, 20.0, 2000.0, 1e-323), "hours_per_day"),
        ((125.0, 20.0, 2000.0, 25.0), "hours_per_day"),
        ((125.0, math.nan, 2000.0, 16.0), "each"),
    ],
)
def test_a_lubricator_that_cannot_be_names_what_is_wrong(
    said: tuple[float, float, float, float], field: str
) -> None:
    with pytest.raises(InvalidInput) as raised:
        lubricator_days(*said)
    assert raised.value.fields[0].name == field
