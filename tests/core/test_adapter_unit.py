"""Housed units on an adapter sleeve, by the turns of their own sheet: the zero it describes, the
other one a stop, plate, float, limits.

What is common practice, no source, says so at its test. The worked example is a unit on a 2 7/16 in
shaft, 1 to 1 1/4 turns.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.adapter_unit import BOTH, TAPPED, AdapterBench
from tests.benches.shaft import REFERENCE
from tests.benches.units import UnitBench
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import ahead
from tribodex.core.job.commands import Correct
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.topics import grease as greasing
from tribodex.core.topics import prepare, units
from tribodex.core.topics.adapter_unit import commands as cmd
from tribodex.core.topics.adapter_unit.facts import UnitNutTurned
from tribodex.core.topics.adapter_unit.moves import AdapterDo
from tribodex.core.topics.grease import commands as grease
from tribodex.core.topics.units import commands as house
from tribodex.core.units.adapter import (
    judge_plate,
    judge_turned,
    judge_zero,
    plate_step_deg,
    positions_inside,
    read_shaft_limits,
)
from tribodex.core.units.forms import FloatBy
from tribodex.core.working import Level
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.kinds import UNIT
from tribodex.usecases.planning.units import unit_plan, unit_sheet

SILENT = UnitDraft(**{**BOTH.__dict__, "sheet_zero": "", "shaft_limits": ""})


def test_planned_by_shaft_and_sheet_alone_what_is_inside_stays_unknown() -> None:
    made = unit_plan(REFERENCE, BOTH)
    assert (
        made.adapter is not None
        and made.adapter.range_deg == Span(360, 450)
        and made.adapter.zero is SheetZero.BOTH_HANDS
    )
    assert made.unit.size.label == "unit for a 2 7/16 in shaft"
    bench = AdapterBench()
    assert bench.desk("1").fitted("1") is None, (
        "what hangs on the bearing inside asks for its number"
    )
    known = unit_plan(REFERENCE, UnitDraft(**{**BOTH.__dict__, "insert": "22213 K C3"})).unit
    assert (
        known.size.label == "22213 K C3"
        and known.size.bore_mm == 65
        and known.seat.nominal_mm == pytest.approx(61.9125)
    )


def test_one_set_of_shaft_limits_from_the_units_own_sheet() -> None:
    """At the plan, on the plan sheet and under the micrometer the same; without a sheet the usual
    band, marked as from memory.
    """
    made = unit_plan(REFERENCE, BOTH)
    judged = next(
        fact.spec for fact in UNIT.facts(made, True) if isinstance(fact, prepare.facts.SeatPlanned)
    )
    assert judged.limits_um == Span(-76.2, 0.0) and judged.source_id == "maker"
    shown = next(
        figure for figure in unit_sheet(REFERENCE, BOTH).figures if figure.id == "unit_shaft"
    )
    assert (
        shown.value == pytest.approx(61_912.5 - 76.2, abs=0.1)
        and "unit sheet, page 3" in shown.note
    )
    usual = unit_plan(REFERENCE, SILENT).unit.seat
    assert usual.limits_um.low == pytest.approx(-76.2) and "from memory" in usual.words


def test_both_hands_are_marked_and_turned_to_the_plate() -> None:
    bench = AdapterBench()
    assert bench.says() == ("mark_unit_zero", "Run the nut up with both hands, then mark it", False)
    bench.at(cmd.MarkUnitZero())
    assert bench.says()[:2] == ("turn_unit_nut", "Turn the nut on by 1 1/8 turns (405°)")
    bench.at(cmd.CountPlate(4, 10), cmd.SeePlate("8"))
    # 18° apart, the first at 8°: 368, 386, 404, 422, 440 lie inside.
    assert bench.says()[1] == "Turn the nut on by 1.02 turns (368°)"
    bench.at(cmd.TurnUnitNut("1"))
    assert bench.says()[:2] == ("fit_plate", "Tighten 8° to the plate's hole, screw it down")
    bench.at(cmd.FitPlate("8", "6 N·m"))
    assert bench.says()[0] == "try_driven"
    bench.at(cmd.TryDriven(True))
    assert all(bench.proven().values()) and not bench.says()[2]


def test_the_other_zero_is_a_stop_until_the_nut_is_back() -> None:
    bench = AdapterBench()
    bench.at(cmd.TapRim(True), cmd.TapRim(False), cmd.MarkUnitZero())
    assert bench.says()[0] == "back_unit_nut" and bench.says()[2]
    with pytest.raises(Refused, match="Ease the nut"):
        bench.at(cmd.TurnUnitNut("1"))
    assert bench.job.alarms.open
    bench.at(cmd.BackUnitNut("run up anew with both hands"))
    assert not bench.job.alarms.open and bench.driven().taps == [] and bench.driven().attempt == 2
    bench.at(cmd.MarkUnitZero(), cmd.TurnUnitNut("1 1/8"))
    assert bench.proven()["adapter_unit.zero"]


def test_a_tap_that_moves_nothing_is_the_same_zero() -> None:
    bench = AdapterBench()
    bench.at(cmd.TapRim(False), cmd.MarkUnitZero())
    assert bench.driven().zero is not None and bench.driven().zero.verdict.level is Level.GOOD


def test_a_tapped_zero_is_tapped_until_it_no_longer_moves() -> None:
    bench = AdapterBench(TAPPED)
    assert bench.says()[1] == "Run the nut up with both hands, tap its rim, try again"
    bench.at(cmd.TapRim(True))
    assert bench.says()[1] == "Tap the rim and try again"
    bench.at(cmd.MarkUnitZero())
    assert bench.says()[1:] == ("Zero not proven: tap the rim and try again", True)
    bench.at(cmd.TapRim(True), cmd.TapRim(False))
    bench.at(cmd.MarkUnitZero())
    assert bench.driven().zero is not None and bench.driven().zero.verdict.word == "zero proven"
    once = AdapterBench(TAPPED)
    once.at(cmd.MarkUnitZero(tapped=True))
    assert once.driven().zero is not None and once.driven().zero.verdict.level is Level.GOOD


def test_turned_from_a_zero_that_was_not_proven_is_never_good() -> None:
    bench = AdapterBench(TAPPED)
    bench.at(cmd.MarkUnitZero(), cmd.TurnUnitNut("1.1"), cmd.FitPlate("4"), cmd.TryDriven(True))
    assert not bench.proven()["adapter_unit.zero"] and bench.says()[2]
    marked = next(event.seq for event in bench.log if event.kind == "unit_zero_marked")
    bench.at(Correct(marked, "it was tapped and held", cmd.MarkUnitZero(tapped=True)))
    assert all(bench.proven().values()) and not bench.says()[2]


def test_a_silent_sheet_is_asked_and_its_answer_has_a_name() -> None:
    bench = AdapterBench(SILENT)
    assert bench.says()[1] == "Ask first: what do its turns count from?"
    for missing in (cmd.MarkUnitZero(), cmd.MarkUnitZero(counted_from=SheetZero.TAPPED)):
        with pytest.raises(InvalidInput):
            bench.at(missing)
    bench.at(cmd.MarkUnitZero(counted_from=SheetZero.BOTH_HANDS, said_by="the maker, by phone"))
    assert bench.proven()["adapter_unit.zero"]
    with pytest.raises(InvalidInput, match="not converted"):
        AdapterBench(BOTH).at(cmd.MarkUnitZero(counted_from=SheetZero.TAPPED, said_by="a friend"))


def test_past_the_sheet_is_said_at_the_turn() -> None:
    bench = AdapterBench()
    bench.at(cmd.MarkUnitZero(), cmd.TurnUnitNut("1"), cmd.TurnUnitNut("0.4"))
    turned = bench.log[-1].fact
    assert isinstance(turned, UnitNutTurned) and turned.verdict.level is Level.STOP
    assert bench.says()[0] == "back_unit_nut" and bench.job.alarms.open
    with pytest.raises(Refused, match="Not to be locked here"):
        bench.at(cmd.FitPlate("0"))
    corrected = bench.job.last_seq
    bench.at(Correct(corrected, "misread, it was a tenth", cmd.TurnUnitNut("0.1")))
    assert not bench.job.alarms.open and bench.says()[0] == "fit_plate"


def test_short_of_the_sheet_is_not_locked_whoever_says_so() -> None:
    bench = AdapterBench()
    bench.at(cmd.MarkUnitZero(), cmd.TurnUnitNut("0.8"))
    with pytest.raises(Refused, match="creeps"):
        bench.at(cmd.FitPlate("0", decided_by="A. Boss", reason="in a hurry"))


def test_a_plate_past_the_sheet_is_met_by_name_only_where_none_lies_inside() -> None:
    bench = AdapterBench(
        UnitDraft(**{**BOTH.__dict__, "nut_slots": "4", "plate_holes": "1", "turns": "1 to 1.05"})
    )
    bench.at(cmd.MarkUnitZero(), cmd.TurnUnitNut("1"))
    with pytest.raises(InvalidInput) as raised:
        bench.at(cmd.FitPlate("30"))
    assert raised.value.fields[0].name == "decided_by"
    bench.at(
        cmd.FitPlate("30", decided_by="A. Boss", reason="the maker allows it, by phone"),
        cmd.TryDriven(True),
    )
    assert bench.proven()["adapter_unit.locked"]


def test_a_correction_of_a_turn_judges_the_plate_anew() -> None:
    bench = AdapterBench()
    bench.at(cmd.MarkUnitZero(), cmd.TurnUnitNut("1.1"))
    turned = bench.job.last_seq
    bench.at(cmd.FitPlate("5"), cmd.TryDriven(True))
    bench.at(Correct(turned, "it was only 0.6", cmd.TurnUnitNut("0.6")))
    fitted = bench.driven().fitted
    assert (
        fitted is not None
        and fitted.verdict.level is Level.STOP
        and not bench.proven()["adapter_unit.locked"]
    )
    with pytest.raises(Refused):
        bench.at(
            Correct(
                next(e.seq for e in bench.log if e.kind == "unit_zero_marked"),
                "by mistake",
                withdraw=True,
            )
        )


def test_bolted_before_it_was_driven_up_the_room_is_read_again() -> None:
    """The travel enters the float's offset only where the housing was bolted down before."""
    bench = AdapterBench()
    bench.bolt("2")
    bench.at(
        cmd.MarkUnitZero(),
        cmd.TurnUnitNut("1.1"),
        cmd.FitPlate("4"),
        cmd.TryDriven(True),
        place="2",
    )
    assert bench.proven("2")["adapter_unit.room"] is False
    bench.do(house.FindFloat(FloatBy.ROOM, room_toward="2", room_away="3"), at="2")
    assert bench.proven("2")["adapter_unit.room"] is True
    loose = AdapterBench()
    loose.at(
        cmd.MarkUnitZero(),
        cmd.TurnUnitNut("1.1"),
        cmd.FitPlate("4"),
        cmd.TryDriven(True),
        place="2",
    )
    loose.bolt("2")
    assert "adapter_unit.room" not in loose.proven("2")


def test_no_order_of_bolts_and_turns_is_forced() -> None:
    for first in ("bolts", "turns"):
        bench = AdapterBench()
        turns = (cmd.MarkUnitZero(), cmd.TurnUnitNut("1.1"), cmd.FitPlate("4"), cmd.TryDriven(True))
        if first == "bolts":
            bench.bolt("1")
            bench.at(*turns)
        else:
            bench.at(*turns)
            bench.bolt("1")
        assert all(bench.proven().values())
        assert all(proof.proven for proof in proved.of(bench.desk("1"), units.TOPIC))


def test_set_screws_and_collars_are_refused_on_a_sleeve() -> None:
    bench = AdapterBench()
    with pytest.raises(Refused, match="driven up on an adapter sleeve"):
        bench.do(house.LockUnit("9 N·m", 2, "key"), at="1")
    stuck = UnitBench(BOTH, BOTH)
    stuck.gate("ready_unit", "1")
    stuck.do(house.SlideOn(False, "stops half way"), at="1")
    assert (
        "nut back one to two turns" in ahead.next_move(stuck.desk("1")).why
        or "nut back" in units.TOPIC.move(stuck.desk("1"), stuck.unit("1")).why
    )


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"bore": ""}, "bore"),
        ({"bore": "2 km"}, "bore"),
        ({"form": ""}, "form"),
        ({"turns": ""}, "turns"),
        ({"turns": "10 to 12"}, "turns"),
        ({"turns": "0.1"}, "turns"),
        ({"turns": "1 1/4 to 1"}, "turns"),
        ({"turns_source": " "}, "turns_source"),
        ({"sheet_zero": "by feel"}, "sheet_zero"),
        ({"shaft_limits": "-0.003 in"}, "shaft_limits"),
        ({"shaft_limits": "+0/-3 in"}, "shaft_limits"),
        ({"nut_slots": "4"}, "plate_holes"),
        ({"nut_slots": "0", "plate_holes": "9"}, "slots"),
        ({"nut_pitch": "fine"}, "nut_pitch"),
    ],
)
def test_what_is_missing_or_cannot_be_is_said_at_its_field(
    change: dict[str, str], field: str
) -> None:
    with pytest.raises(InvalidInput) as raised:
        unit_plan(REFERENCE, UnitDraft(**{**BOTH.__dict__, **change}))
    assert field in {one.name for one in raised.value.fields}


@pytest.mark.parametrize(
    ("text", "low", "high"),
    [
        ("+0/-0.003 in", -76.2, 0),
        ("0 / −0.08 mm", -80, 0),
        ("+0.000 to -0.003 in", -76.2, 0),
        ("-0.01/-0.05", -50, -10),
        ("0;-3 thou", -76.2, 0),
    ],
)
def test_limits_are_read_as_sheets_print_them(text: str, low: float, high: float) -> None:
    assert read_shaft_limits(text, "f") == Span(pytest.approx(low), pytest.approx(high))


@given(st.integers(1, 24), st.integers(1, 24))
def test_plate_positions_are_a_vernier(slots: int, holes: int) -> None:
    """By another path: the distinct angles at which any slot stands before any hole."""
    meets = {
        (slot * 360 * holes + hole * 360 * slots) % (360 * slots * holes)
        for slot in range(slots)
        for hole in range(holes)
    }
    assert plate_step_deg(slots, holes) == pytest.approx(360 / len(meets))


@given(st.floats(90, 500), st.floats(5, 200), st.floats(3, 60), st.floats(0, 60), st.floats(0, 400))
def test_positions_inside_lie_inside_and_none_is_left_out(
    low: float, width: float, step: float, first: float, now: float
) -> None:
    span = Span(low, low + width)
    found = positions_inside(span, step, first, now)
    assert all(span.low - 2 <= one <= span.high + 2 and one >= now + first - 1e-9 for one in found)
    count = sum(1 for i in range(2000) if span.low - 2 <= now + first + i * step <= span.high + 2)
    assert len(found) == count


@given(st.floats(0, 900))
def test_only_inside_the_sheet_is_good(total: float) -> None:
    span = Span(360, 450)
    turned, (plate, _) = judge_turned(total, span), judge_plate(total, 10, span, 30)
    assert (turned.level is Level.STOP) == (total > 452)
    assert (plate.level is Level.GOOD) == (358 <= total <= 452)


@given(st.sampled_from(SheetZero), st.integers(0, 6), st.data())
def test_a_zero_is_good_only_as_its_sheet_describes_it(
    sheet: SheetZero, taps: int, data: st.DataObject
) -> None:
    moved = [data.draw(st.booleans()) for _ in range(taps)]
    verdict = judge_zero(sheet, taps, sum(moved), bool(moved and moved[-1]))
    right = not any(moved) if sheet is SheetZero.BOTH_HANDS else bool(moved) and not moved[-1]
    assert (verdict.level is Level.GOOD) == right


def test_floats_stay_as_said() -> None:
    assert AdapterBench().desk("2").floats("2") is Floats.HOUSING and math.isclose(
        unit_plan(REFERENCE, BOTH).unit.seat.nominal_mm, 61.9125
    )
    assert AdapterDo.MARK_ZERO == "mark_unit_zero"


def test_oil_in_a_unit_whose_bearing_nobody_knows_is_taken_and_not_judged() -> None:
    bench = AdapterBench(TAPPED)
    bench.do(grease.ChooseLubricant("oil", "Mill oil 68", oil="VG 68"), at="1")
    bench.do(grease.FillOil("12 mm", True, True, "new washer"), at="1")
    state = bench.desk("1").of(greasing.TOPIC)
    assert state.oil is not None and [verdict.word for verdict in state.oil.verdicts] == [
        "level not judged"
    ]
