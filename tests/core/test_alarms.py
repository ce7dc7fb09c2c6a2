"""Stops that stay until their answer is there, what is in order because it is shown, needs that say
the way on.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest

from tests import proved
from tests.benches.cartridge import CartridgeBench
from tests.benches.follower import FollowerBench
from tests.benches.shaft import REFERENCE, ShaftBench
from tests.benches.units import SCREWS, UnitBench
from tests.core.warming import running, warm
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import ahead, rail
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.alarms import How, covers, same_thing
from tribodex.core.job.facts import Event, accepted, kind_of
from tribodex.core.job.gates import gates_before
from tribodex.core.job.needs import unmet
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import What
from tribodex.core.job.topic import Topic
from tribodex.core.lineup.floating import Floats
from tribodex.core.procedure.labels import TRADE_STAGES
from tribodex.core.topics import (
    HOUSE,
    bolts,
    fold,
    grease,
    prepare,
    runin,
    seals,
    taken_further,
    units,
)
from tribodex.core.topics.bolts import commands as close
from tribodex.core.topics.follower import commands as roll
from tribodex.core.topics.grease import commands as fill
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.runin import commands as run
from tribodex.core.topics.runin.facts import Noise
from tribodex.core.topics.units import commands as house
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.screws import Footing
from tribodex.core.warmth.reading import ReadBy
from tribodex.core.working import Level, Verdict

CAP = close.PlanJoint(
    "cap",
    "4",
    "corners",
    "M16",
    torque="200 N·m",
    torque_source="sheet",
    wrench="no. 3",
    wrench_to="400 N·m",
)


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    made.pass_gates_left()
    return made


def open_words(bench: ShaftBench) -> list[str]:
    return [alarm.verdict.word for alarm in bench.job.alarms.open]


# --- A stop stays. --------------------------------------------------------------------------------


def test_a_cooler_reading_is_no_answer_to_a_hot_one_and_only_a_new_run_is() -> None:
    """20, 140, 80, 78 °C: the limit of 100 °C was passed, whatever is read afterwards."""
    bench = running()
    warm(bench, "1", (0, "20"), (30, "140"), (60, "80"), (90, "78"), (120, "78"))
    warm(bench, "2", (0, "20"), (30, "35"), (60, "38"), (90, "38"), (120, "38"))
    assert "stop: too hot" in open_words(bench)
    task = next(t for t in rail.tasks(bench.desk()) if t.stage.id == "start_up")
    assert ahead.move_at(bench.desk(), task).headline.endswith("stop: too hot")
    with pytest.raises(Refused, match="run it in anew"):
        bench.do(run.ConcludeRun(True, "it settled after all"))
    with pytest.raises(Refused, match="accepted by nobody"):
        bench.do(job_cmd.AcceptAlarm(bench.job.alarms.open[0].entry, "B. Boss", "in a hurry"))
    bench.do(run.StopRun("too hot"), run.StartRun("warm", "20 °C"))
    assert open_words(bench) == [] and bench.job.alarms.all, "answered, and readable all the same"
    for place in ("1", "2"):
        warm(bench, place, *((at, "38") for at in (0, 30, 60, 90)))
    bench.do(run.ConcludeRun(True, "levels"))
    assert proved.stage(bench.desk(), runin.TOPIC) is None


def test_a_rise_that_was_too_fast_stays_when_it_is_level_afterwards() -> None:
    bench = running()
    warm(bench, "1", (0, "20"), (29, "30"), (40, "60"), (60, "61"), (90, "62"))
    assert open_words(bench) == ["stop: rises too fast"]


def test_a_corrected_reading_ends_its_alarm_and_a_correction_that_still_stops_keeps_it() -> None:
    bench = running()
    warm(bench, "1", (0, "20"), (40, "101"))
    entry = bench.job.alarms.open[0].entry
    bench.do(
        job_cmd.Correct(
            entry,
            "read 103",
            run.ReadWarmth("1", "103", ReadBy.THERMOMETER, Noise.EVEN, after="40"),
        )
    )
    assert open_words(bench) == ["stop: too hot"]
    bench.do(
        job_cmd.Correct(
            entry,
            "the other scale",
            run.ReadWarmth("1", "38", ReadBy.THERMOMETER, Noise.EVEN, after="40"),
        )
    )
    assert open_words(bench) == []
    [alarm] = bench.job.alarms.all.values()
    assert (
        alarm.answered is not None
        and alarm.answered.how is How.CORRECTED
        and alarm.answered.words == "the other scale"
    )
    bench.do(job_cmd.Correct(entry, "it was right", withdraw=True))
    assert [a.answered.how for a in bench.job.alarms.all.values() if a.answered] == [How.WITHDRAWN]


def test_bolt_four_does_not_answer_for_bolt_three_and_opening_the_joint_answers_for_all(
    bench: ShaftBench,
) -> None:
    bench.do(close.PairCap(True, True), CAP, close.TightenBolt("cap", 3, 1, "150 N·m"), at="1")
    assert open_words(bench) == ["too tight"]
    bench.do(close.TightenBolt("cap", 4, 1), close.TightenBolt("cap", 3, 2), at="1")
    assert open_words(bench) == ["too tight"], "another bolt, another pass"
    bench.do(close.TightenBolt("cap", 3, 1), at="1")
    assert open_words(bench) == []
    bench.do(
        close.TightenBolt("cap", 1, 1, "150 N·m"), close.TightenBolt("cap", 2, 1, "150 N·m"), at="1"
    )
    bench.do(close.LoosenJoint("cap", "pulled askew"), at="1")
    assert open_words(bench) == []


def test_withdrawing_an_answer_opens_the_alarm_again(bench: ShaftBench) -> None:
    bench.do(close.PairCap(False, True), close.PairCap(True, True), at="1")
    assert open_words(bench) == []
    bench.do(job_cmd.Correct(bench.log[-1].seq, "said too soon", withdraw=True), at="1")
    assert open_words(bench) == ["not a pair"]


def test_the_answer_may_come_at_the_other_bearing_and_ends_nothing(bench: ShaftBench) -> None:
    bench.do(close.PairCap(False, True), at="1")
    bench.do(close.PairCap(True, True), at="2")
    assert open_words(bench) == ["not a pair"]


# --- A name takes it on. --------------------------------------------------------------------------


def test_what_is_accepted_by_name_is_a_remark_and_a_later_correction_voids_it() -> None:
    two = UnitBench(SCREWS, SCREWS)
    two.onto("1", FloatBy.RING_INNER)
    two.bolt("1")
    two.gate("ready_lock", "1")
    two.do(house.LockUnit("25 N·m", 2, "key", Footing.FLAT, "yes"), at="1")
    assert open_words(two) == ["too tight"], (
        "25 N·m where 6.5 to 11 are asked: an entry with its alarm"
    )
    with pytest.raises(Refused, match="First lock it"):
        two.do(house.TryUnit(True), at="1")
    entry = two.log[-1].seq
    with pytest.raises(InvalidInput):
        two.do(job_cmd.AcceptAlarm(entry, "B. Boss", ""), at="1")
    two.do(
        job_cmd.AcceptAlarm(entry, "B. Boss", "new key, shown to me"), house.TryUnit(True), at="1"
    )
    assert open_words(two) == [] and proved.level(two.desk("1"), units.TOPIC) is Level.WATCH
    assert any("B. Boss" in p.words for p in proved.of(two.desk("1"), units.TOPIC))
    with pytest.raises(Refused, match="nothing of that kind"):
        two.do(job_cmd.AcceptAlarm(entry, "B. Boss", "again"), at="1")
    two.do(
        job_cmd.Correct(entry, "misread", house.LockUnit("30 N·m", 2, "key", Footing.FLAT, "yes")),
        at="1",
    )
    assert open_words(two) == ["too tight"], "it was accepted as it stood"
    assert taken_further(fold(two.log[:3]), two.log[:3], two.log[3:]) == fold(two.log)


def test_what_is_not_known_is_taken_by_name_or_stays_unproven(bench: ShaftBench) -> None:
    bench.do(fill.ChooseLubricant("grease", "Mill grease", "lithium", "unknown"), at="1")
    assert proved.stage(bench.desk("1"), grease.TOPIC) == "fill" and open_words(bench) == [], (
        "not known is no alarm, and no proof"
    )


def test_acceptance_changes_the_judgement_and_nothing_else() -> None:
    bad, good = (
        Verdict("too tight", Level.STOP, "x", "screw.too_tight"),
        Verdict("fine", Level.GOOD, "y"),
    )
    assert accepted((bad, good), "screw.too_tight", "B: z") == (
        Verdict("too tight, accepted by name", Level.WATCH, "x Accepted by B: z."),
        good,
    )
    assert accepted((bad, good), "stud.too_tight", "B: z") == (bad, good)


# --- In order is shown. ---------------------------------------------------------------------------


def test_nothing_in_four_corners_is_not_greased(bench: ShaftBench) -> None:
    bench.do(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"), at="1")
    bench.do(
        fill.PlanFill("middling", gun="G", stroke="1.3 g", volume="600 cm³"),
        fill.PackBearing("full", True),
        at="1",
    )
    bench.do(*(fill.FillCorner(i, "0") for i in (1, 2, 3, 4)), at="1")
    assert open_words(bench) == ["too little here"] * 4
    assert proved.stage(bench.desk("1"), grease.TOPIC) == "fill"


def test_taking_a_proof_away_never_leaves_it_done(bench: ShaftBench) -> None:
    for section in (1, 2):
        for direction, size in enumerate(("79.985 mm", "79.984 mm", "79.985 mm", "79.983 mm"), 1):
            bench.do(seat.ReadSeat(section, direction, size), at="1")
    bench.do(seat.JudgeSeat(), at="1")
    assert proved.stage(bench.desk("1"), prepare.TOPIC) is None
    bench.do(seat.ReadSeat(3, 1, "79.80 mm"), at="1")
    assert proved.stage(bench.desk("1"), prepare.TOPIC) == "prepare", (
        "read after the verdict: judged again"
    )


def test_every_stage_of_the_job_is_shown_or_skipped_before_it_is_signed(bench: ShaftBench) -> None:
    with pytest.raises(Refused, match="What is no part of this job is skipped"):
        bench.do(job_cmd.Sign("Ada", "fitter"))
    for at, procedure in bench.procedures.items():
        for stage in procedure.stages:
            if not stage.firm:
                bench.do(job_cmd.SetStageAside(stage.id, "another day"), at=at)
    move = ahead.next_move(bench.desk())
    assert move.do == "sign" and ahead.outcome(bench.desk()) is None, (
        "nothing was done: not “in order”"
    )
    assert "in order" not in move.why
    bench.do(job_cmd.Sign("Ada", "fitter"))


def test_signed_with_an_open_alarm_it_is_listed() -> None:
    bench = FollowerBench()
    bench.at_one(roll.FitStud("20.004 mm", "20.000 mm"))
    bench.gate("ready_follower")
    bench.at_one(
        roll.SetFollower("unloaded"),
        roll.ClampStud("120 N·m", "oiled", "no. 2"),
        roll.SayPlug(True),
        roll.TurnRoller(False, "rough"),
    )
    assert rail.status(bench.desk()) == "stopped"
    for at in bench.procedures:
        bench.left_out(
            at, *(trade for trade in TRADE_STAGES if trade not in ("make_safe", "mount"))
        )
    move = ahead.sign_move(bench.desk())
    assert move.headline.startswith("Not in order") and "rough" in move.headline
    bench.do(job_cmd.Sign("Ada", "fitter"))
    assert bench.job.signed is not None and any(
        "does not turn freely" in one for one in bench.job.signed.open_points
    )


# --- Needs and gates. -----------------------------------------------------------------------------


def test_clear_is_met_by_its_own_ticks_alone(bench: ShaftBench) -> None:
    bench.mounted_by_others(What.CLOSED)
    gate, _ = bench.desk().gate("ready_to_start")
    with pytest.raises(Refused, match="cannot be overridden"):
        bench.do(job_cmd.OverruleGate("ready_to_start", "B. Boss", "in a hurry"))
    bench.stated("1", What.CLEAR)
    bench.stated("2", What.CLEAR)
    with pytest.raises(Refused, match="Ready to run"):
        bench.do(run.BumpDirection(True))
    bench.do(
        job_cmd.ConfirmGate("ready_to_start", tuple(item.id for item in gate.items)),
        run.BumpDirection(True),
    )


def test_a_statement_never_stands_for_what_a_life_hangs_on_nor_for_work_of_this_job(
    bench: ShaftBench,
) -> None:
    tap = ahead.tap_of(runin.TOPIC, "bump_direction")
    bench.stated("1", What.ON)
    desk = bench.desk(SHAFT)
    found = unmet(desk, runin.TOPIC, tap)
    assert found is not None and (found.need.what, found.at) == (What.ON, "1") and found.by_doing, (
        "mounting is part of this job"
    )
    bench.mounted_by_others(What.CLOSED)
    desk = bench.desk(SHAFT)
    for place in ("1", "2"):
        desk.job.stated[What.CLEAR, place] = desk.job.stated[What.ON, "1"]
    for stage in ("start_up", "take_stock"):
        desk.job.aside[stage, SHAFT] = "left out"
    desk.job.proved.clear()
    found = unmet(desk, runin.TOPIC, tap)
    assert found is not None and found.need.what is What.CLEAR and not found.by_doing


def test_what_is_bad_itself_answers_nothing() -> None:
    bench = UnitBench(SCREWS, floats=(Floats.HELD,))
    bench.left_out("1", "prepare")
    bench.onto("1", FloatBy.RING_INNER)
    bench.bolt("1")
    bench.gate("ready_lock", "1")
    for torque in ("16 N·m", "4 N·m"):
        bench.do(house.LockUnit(torque, 2, "no. 1", Footing.DIMPLE, "yes"), at="1")
    assert len(bench.job.alarms.open) == 2, "too tight, then too loose: neither is good"
    bench.left_out("1", "lock")
    outcome = ahead.outcome(bench.desk())
    assert outcome is not None and outcome.level is Level.STOP, (
        "a stage that is left out takes no stop along"
    )
    bench.do(job_cmd.TakeStageUp("lock_unit"), at="1")
    bench.lock("1")
    assert not bench.job.alarms.open


def test_a_statement_stands_on_its_place_with_its_name(bench: ShaftBench) -> None:
    with pytest.raises(InvalidInput, match="nothing that a step needs"):
        bench.do(job_cmd.StateDone("painted", "A", "b"), at="1")
    with pytest.raises(InvalidInput):
        bench.do(job_cmd.StateDone("on", "", "b"), at="1")
    bench.stated("2", What.ON)
    assert bench.job.stated["on", "2"].by == "P. Arden" and ("on", "1") not in bench.job.stated


def topic_command(kind: str) -> tuple[Topic[Any], Any]:
    """Whose a command is, and one of it as a move would ask for it."""
    topic = next(
        topic
        for topic in HOUSE.by_name.values()
        if any(kind_of(command) == kind for command in topic.commands)
    )
    return topic, ahead.tap_of(topic, kind)


@pytest.mark.parametrize("key", sorted(REFERENCE.procedures), ids=lambda key: f"{key[0]}@{key[1]}")
def test_no_choice_of_works_removes_a_firm_gate(key: tuple[str, int]) -> None:
    """Whatever is left out of a job: a firm gate stands before every command it stood before."""
    procedure = REFERENCE.procedures[key]
    shaft = REFERENCE.procedure("job-shaft")
    bench = ShaftBench()
    bench.procedures = {SHAFT: shaft, "1": procedure, "2": procedure}
    assert procedure.stages or key[0] in ("job-keeping", "job-round")
    if not procedure.stages:
        return
    firm = [
        (stage, gate)
        for stage in procedure.stages
        for gate in stage.gates
        if gate.firm and not gate.when
    ]
    for stage, gate in firm:
        bench.job.aside[stage.id, "1"] = "left out"
        desk = bench.desk("1")
        desk.job.aside[stage.id, "1"] = desk.job.aside[stage.id, SHAFT] = "left out"
        before = [topic_command(kind) for kind in gate.before]
        asked = [
            found.id for topic, command in before for found, _ in gates_before(desk, topic, command)
        ]
        assert gate.id in (
            asked if before else [found.id for found, _ in rail.gates_up_to(desk, stage.id, "1")]
        )
    desk = bench.desk("1")
    desk.job.aside["make_safe", SHAFT] = "left out"
    for stage in procedure.stages:
        asked = [found.id for found, _ in rail.gates_up_to(desk, stage.id, "1")][:1] == ["safe"]
        assert asked == (stage.trade not in rail.RUNNING), stage.id


def test_isolation_is_asked_by_a_job_that_was_opened_without_it() -> None:
    bench = ShaftBench()
    first = bench.log[0]
    opened = type(first.fact)(
        **{**first.fact.__dict__, "left_out": (("make_safe", SHAFT), ("prepare", "1"))}
    )
    bench.log[0] = Event(
        first.seq,
        first.client_event_id,
        first.at,
        opened,
        first.actor,
        first.happened_at,
        first.recorded_at,
    )
    assert ("prepare", "1") in bench.job.aside
    with pytest.raises(Refused, match="Make the machine safe"):
        bench.do(close.PairCap(True, True), at="1")


# --- The tables of it. ----------------------------------------------------------------------------


def test_what_answers_for_what() -> None:
    assert covers("base", "base, bolt 3, pass 2") and not covers("base, bolt 3, pass 2", "base")
    assert not covers("base, bolt 3, pass 1", "base, bolt 3, pass 12") and covers("", "anything")
    assert same_thing("base", "base, bolt 3, pass 2") and not same_thing(
        "cap", "base, bolt 3, pass 2"
    )


@pytest.mark.parametrize("topic", HOUSE.topics, ids=lambda topic: topic.name)
def test_every_answer_gate_need_and_maker_is_of_its_house(topic: object) -> None:
    t = topic
    for answer in t.answers.values():  # type: ignore[attr-defined]
        assert set(answer.by) <= set(HOUSE.by_fact), "answered by facts of the house"
    stages = {stage.id for procedure in REFERENCE.procedures.values() for stage in procedure.stages}
    assert {stage for stage in t.gated.values() if isinstance(stage, str)} <= stages  # type: ignore[attr-defined]
    assert set(t.gated) | set(t.held) <= set(t.commands)  # type: ignore[attr-defined]
    assert all(set(need.before) <= set(t.commands) for need in t.needs)  # type: ignore[attr-defined]
    assert set(t.made_by) <= set(t.facts) and set(t.made_by.values()) <= set(t.commands)  # type: ignore[attr-defined]


@pytest.mark.parametrize(
    "begin", [ShaftBench, CartridgeBench, FollowerBench, lambda: UnitBench(SCREWS, SCREWS), running]
)
def test_claims_know_their_stages_and_have_names_of_their_own(
    begin: Callable[[], ShaftBench],
) -> None:
    bench = begin()
    for topic, at in bench.desk().in_use():
        claims = topic.claims(bench.desk(at), bench.desk(at).of(topic))
        assert all(
            (
                claim.stage in topic.stages
                and claim.code.partition(".")[0] == topic.name.partition("_")[0]
            )
            or claim.code
            for claim in claims
        )
        assert len({(c.code, c.at, c.about, c.words) for c in claims}) == len(claims)
    assert bolts.TOPIC.claims and seals.TOPIC.claims
