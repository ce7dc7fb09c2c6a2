"""A bearing in two halves: its own sheet, its own order, and the way where no end of the shaft can
be cleared.
"""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.benches.halves import SHEET
from tests.benches.shaft import REFERENCE
from tests.benches.units import UnitBench
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.topic import Floats
from tribodex.core.topics import units
from tribodex.core.topics.lineup import commands as line
from tribodex.core.topics.units import commands as cmd
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.locking import Load, Rotation, UnitLock, advise_lock
from tribodex.core.working import Level
from tribodex.usecases.planning.kinds import UNIT
from tribodex.usecases.planning.units import Duty, lock_choice, unit_plan, unit_sheet

JOINED = cmd.JoinHalves("22 N·m", 2, "torque wrench 1", True)


@pytest.fixture
def bench() -> UnitBench:
    made = UnitBench(SHEET, floats=(Floats.HELD,))
    made.onto("1", FloatBy.HOUSING)
    made.gate("ready_join", "1")
    return made


@pytest.mark.parametrize("rotation", list(Rotation))
@pytest.mark.parametrize("load", list(Load))
def test_where_no_end_can_be_cleared_halves_are_the_one_way(rotation: Rotation, load: Load) -> None:
    ways = advise_lock(rotation, load, trapped=True)
    assert ways[0].way is UnitLock.HALVES and ways[0].verdict.level is Level.GOOD
    assert all(way.verdict.level is Level.STOP for way in ways[1:])
    assert advise_lock(rotation, load)[0].way is not UnitLock.HALVES, (
        "no need of it where the shaft is free"
    )
    assert lock_choice(Duty(trapped="yes")).ways[0].way is UnitLock.HALVES


@pytest.mark.parametrize(
    "empty", ["bore", "form", "screw", "screw_torque", "screw_source", "shaft_limits"]
)
def test_what_only_its_sheet_says_is_asked_for(empty: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        unit_plan(REFERENCE, replace(SHEET, **{empty: ""}))
    assert empty in [wrong.name for wrong in refused.value.fields]


@pytest.mark.parametrize(
    ("field", "said"),
    [("screw_torque", "220 N·m"), ("shaft_limits", "+0/-0.5 mm"), ("growth", "30 mm")],
)
def test_a_slip_of_ten_is_read_back_and_taken_when_it_is_meant(field: str, said: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        unit_plan(REFERENCE, replace(SHEET, **{field: said}))
    assert field in [wrong.name for wrong in refused.value.fields]
    assert (
        unit_plan(REFERENCE, replace(SHEET, **{field: said}, meant=field)).unit.lock
        is UnitLock.HALVES
    )


def test_nothing_of_an_insert_or_a_whole_bearing_is_in_its_plan() -> None:
    made = unit_plan(REFERENCE, SHEET)
    assert UNIT.procedure(made) == "unit-halves" and made.insert is None and made.adapter is None
    sheet = unit_sheet(REFERENCE, SHEET)
    assert [figure.id for figure in sheet.figures] == ["unit_shaft", "set_screw_torque"]
    assert sheet.figures[1].label == "Joint screw M8" and sheet.figures[1].value == 22
    assert all("sheet, page 3" in f"{figure.note} {figure.working}" for figure in sheet.figures)


def test_the_housing_closes_over_halves_that_are_joined(bench: UnitBench) -> None:
    # Its bottom may be lined up before.
    bench.do(cmd.LineUpUnit("0.2", "800", "0 + 0.02"), at="1")
    with pytest.raises(Refused, match="screwed together"):
        bench.do(cmd.BoltHousing("60 N·m", "wrench 3"), at="1")
    bench.do(JOINED, at="1")
    bench.bolt("1")
    assert bench.headline("1") == "Round its shaft, bolted and turning"
    # Joined again: what was bolted over it must have been opened.
    bench.do(JOINED, at="1")
    assert bench.headline("1").startswith("Bolts of the housing")


def test_a_joint_that_gapes_is_put_right_and_never_left_by_name(bench: UnitBench) -> None:
    bench.do(replace(JOINED, joints_alike=False, decided_by="A Name", reason="in a hurry"), at="1")
    assert bench.headline("1").startswith("Stop: a joint gapes")
    with pytest.raises(Refused):
        bench.do(cmd.BoltHousing("60 N·m", "wrench 3"), at="1")
    bench.do(JOINED, at="1")
    assert bench.headline("1") == "Line the housing up"


@pytest.mark.parametrize(
    ("torque", "word"), [("15 N·m", "too loose"), ("30 N·m", "too tight"), ("22 N·m", "at torque")]
)
def test_its_screws_are_judged_by_its_sheet_in_their_own_words(
    bench: UnitBench, torque: str, word: str
) -> None:
    bench.do(replace(JOINED, torque=torque), at="1")
    state = bench.unit("1")
    assert state.joined is not None and state.joined.verdicts[0].word == word
    assert "ring over the screw" not in state.joined.verdicts[0].reason


def test_one_pass_is_said_and_a_correction_takes_it_back(bench: UnitBench) -> None:
    bench.do(replace(JOINED, passes=1), at="1")
    assert [verdict.word for verdict in bench.unit("1").joined.verdicts] == [
        "at torque",
        "one pass",
    ]  # type: ignore[union-attr]
    bench.do(job_cmd.Correct(bench.job.last_seq, "two passes", JOINED), at="1")
    assert [verdict.word for verdict in bench.unit("1").joined.verdicts] == ["at torque"]  # type: ignore[union-attr]


def test_nothing_else_locks_it_and_nothing_else_is_in_halves(bench: UnitBench) -> None:
    bench.do(JOINED, at="1")
    with pytest.raises(Refused, match="halves"):
        bench.do(cmd.LockUnit("9 N·m", 2, "key"), at="1")
    whole = UnitBench(
        replace(
            SHEET,
            lock="set_screws",
            insert="208",
            bore="40 mm",
            shaft_class="h7",
            regreased="no",
            load="normal",
        ),
        floats=(Floats.HELD,),
    )
    whole.onto("1", FloatBy.HOUSING)
    whole.gate("ready_lock", "1")
    with pytest.raises(Refused, match="not in two halves"):
        whole.do(JOINED, at="1")


def test_the_growth_of_the_shaft_line_is_not_typed_twice() -> None:
    """2 m of steel, the shaft 60 K warmer than its base: 2000 · 12e-6 · 60 = 1.44 mm more than the
    base grows.
    """
    unit = replace(
        SHEET,
        lock="set_screws",
        insert="208",
        bore="40 mm",
        shaft_class="h7",
        regreased="no",
        load="normal",
    )
    bench = UnitBench(unit, unit)
    bench.gate("ready_unit", "2")
    bench.do(cmd.SlideOn(True), cmd.FindFloat(FloatBy.ROOM, "1.5 mm", "1.2 mm"), at="2")
    assert [
        line.verdict.word
        for line in units.TOPIC.view(bench.desk("2"), bench.unit("2")).verdicts
        if line.what == "Room"
    ] == ["growth not known"]
    bench.do(
        line.SayMark("1", "0 mm"),
        line.SayMark("2", "2000 mm"),
        line.SayRunning("steel", "steel", "20 °C", "80 °C", "20 °C"),
    )
    room = next(
        one.verdict
        for one in units.TOPIC.view(bench.desk("2"), bench.unit("2")).verdicts
        if one.what == "Room"
    )
    assert room.level is Level.STOP, "worked out after the room was measured, it counts"
    assert bench.headline("2").startswith("Stop")
    bench.do(cmd.FindFloat(FloatBy.ROOM, "1 mm", "3 mm"), at="2")
    assert bench.headline("2") == "Line the housing up"
