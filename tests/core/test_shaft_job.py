"""A job that covers a shaft: every command of every topic in any order, two bearings that never
mix, corrections in each topic.
"""

from __future__ import annotations

import dataclasses
from collections.abc import Sequence
from typing import Any

import pytest
from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from tests.benches.shaft import PLAIN, SPEC, ShaftBench, any_command
from tribodex.core.errors import InvalidInput, Refused, TribodexError
from tribodex.core.fits.seat import SeatKind
from tribodex.core.job import ahead, facts, rail
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.needs import shown_at
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import What
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.topics import HOUSE, fold, lineup, prepare, stock, taken_further, tapered, tell
from tribodex.core.topics.lineup import commands as line
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.prepare.facts import Seen
from tribodex.core.topics.stock import commands as take
from tribodex.core.topics.stock.facts import MarkKind, TemporaryIn, Tightness
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.working import Level
from tribodex.usecases.codec import decode, encode

assert SPEC is not None


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.do(
        job_cmd.ConfirmGate("safe", tuple(item.id for item in made.desk().gate("safe")[0].items))
    )
    return made


READINGS = ("79.985 mm", "79.984 mm", "79.985 mm", "79.983 mm")


def read(bench: ShaftBench, at: str, sizes: Sequence[str] = READINGS) -> None:
    for section in (1, 2):
        for direction, size in enumerate(sizes, 1):
            bench.do(seat.ReadSeat(section, direction, size), at=at)


def test_shaft_stages_once_place_stages_for_each_bearing_fixed_first(bench: ShaftBench) -> None:
    every = [(task.stage.id, task.at) for task in rail.tasks(bench.desk())]
    assert every[0] == ("make_safe", SHAFT) and every.count(("line_up", SHAFT)) == 1
    assert [at for stage, at in every if stage == "drive_up"] == ["1", "2"]
    bench.do(line.SayFloat("1", Floats.SEAT), line.SayFloat("2", Floats.HELD))
    assert [task.at for task in rail.tasks(bench.desk()) if task.stage.id == "drive_up"] == [
        "2",
        "1",
    ]


def test_any_stage_can_be_looked_at_and_gates_hold_back_not_order(bench: ShaftBench) -> None:
    for task in rail.tasks(bench.desk()):
        assert ahead.move_at(bench.desk(task.at), task).headline
    read(bench, "2")
    assert bench.job.of(prepare.TOPIC, "2").form is not None, (
        "preparing goes before taking stock is done"
    )
    with pytest.raises(Refused, match="Ready to gauge"):
        bench.do(cmd.StartGauging(Phase.INITIAL), at="2")
    gate, _ = bench.desk("2").gate("to_gauge")
    bench.do(job_cmd.ConfirmGate("to_gauge", tuple(item.id for item in gate.items)), at="2")
    bench.do(
        cmd.StartGauging(Phase.INITIAL),
        cmd.BracketPlace(1, Row.NUT_SIDE, "0.12 mm"),
        cmd.CloseGauging(),
        at="2",
    )
    with pytest.raises(Refused, match="Which way round"):
        bench.do(cmd.SetZero(True), at="2")


def test_two_held_bearings_hold_the_mounting_back_with_the_reason(bench: ShaftBench) -> None:
    bench.do(line.SayFloat("2", Floats.HELD))
    for gate_id in ("to_gauge", "which_way", "fit_up"):
        gate, _ = bench.desk("1").gate(gate_id)
        bench.do(job_cmd.ConfirmGate(gate_id, tuple(i.id for i in gate.items)), at="1")
    task = next(
        t for t in rail.tasks(bench.desk()) if (t.stage.id, t.at) == ("initial_clearance", "1")
    )
    move = ahead.move_at(bench.desk("1"), task)
    assert move.do == "gauge_initial", "gauging on the bench is held by nothing of that"
    bench.do(
        cmd.StartGauging(Phase.INITIAL),
        cmd.BracketPlace(1, Row.NUT_SIDE, "0.12 mm"),
        cmd.CloseGauging(),
        at="1",
    )
    task = next(t for t in rail.tasks(bench.desk()) if (t.stage.id, t.at) == ("target_window", "1"))
    move = ahead.move_at(bench.desk("1"), task)
    assert move.do == "held" and "both held" in move.why
    with pytest.raises(Refused, match="both held"):
        bench.do(cmd.SetZero(True), at="1")
    bench.do(line.SayFloat("2", Floats.SEAT))
    assert ahead.move_at(bench.desk("1"), task).do == "set_zero"


def test_a_snap_ring_that_says_otherwise_is_refused_at_its_entry(bench: ShaftBench) -> None:
    with pytest.raises(InvalidInput) as refused:
        bench.do(line.SayFloat("1", Floats.HELD, "outer"))
    assert refused.value.fields[0].name == "groove"
    bench.do(line.SayFloat("1", Floats.HELD, "inner"))
    assert "snap ring in the inner groove" in tell(bench.log[-1].fact)


def not_clear(bench: ShaftBench) -> str:
    proof = shown_at(bench.desk(), What.CLEAR, SHAFT)[1]
    return proof.claim.words if proof is not None else ""


def wrong_part(bench: ShaftBench) -> bool:
    proof = shown_at(bench.desk("1"), What.PARTS, "1")[1]
    return proof is not None and proof.level is Level.STOP


def test_nothing_temporary_and_no_loose_joint_before_running(bench: ShaftBench) -> None:
    bench.do(take.PutIn("jack under the shaft"), take.SayJoint("base bolts, end 1", Tightness.SNUG))
    assert "jack under the shaft" in not_clear(bench)
    bench.do(take.TakeOut(bench.seq(TemporaryIn)))
    assert "base bolts" in not_clear(bench)
    with pytest.raises(InvalidInput):
        bench.do(take.SayJoint("base bolts, end 1", Tightness.AT_TORQUE))
    bench.do(take.SayJoint("base bolts, end 1", Tightness.AT_TORQUE, "wrench 3, 180 N·m"))
    assert not_clear(bench) == "everything temporary out, guards on: confirmed", (
        "by its own ticks, and by nothing else"
    )


def test_a_different_number_is_a_decision_with_a_name(bench: ShaftBench) -> None:
    bench.do(take.CheckPart("bearing", "22218 K C3", "22218 K", "1"))
    assert "clearance group" in tell(bench.log[-1].fact) and wrong_part(bench)
    with pytest.raises(InvalidInput):
        bench.do(take.CheckPart("bearing", "22218 K C3", "22218 K", "1", decided_by="B. Boss"))
    bench.do(
        take.CheckPart(
            "bearing", "22218 K C3", "22218 K", "1", "B. Boss", "the only one on the shelf"
        )
    )
    assert not wrong_part(bench)


def test_a_worn_seat_stops_and_a_corrected_reading_is_judged_anew(bench: ShaftBench) -> None:
    read(bench, "1", ("79.985 mm", "79.70 mm", "79.985 mm", "79.983 mm"))
    bench.do(seat.JudgeSeat(), at="1")
    slice_ = bench.job.of(prepare.TOPIC, "1")
    assert slice_.judged is not None and slice_.judged.verdict.word == "under size"
    assert (
        shown_at(bench.desk("1"), What.SEAT, "1")[1].level is Level.STOP
        and not bench.job.of(prepare.TOPIC, "2").shaft_mm
    )
    wrong = [e.seq for e in bench.log if getattr(e.fact, "typed", "") == "79.70 mm"]
    for seq in wrong:
        fact = bench.log[seq - 1].fact
        bench.do(
            job_cmd.Correct(
                seq, "read 79.97", seat.ReadSeat(fact.section, fact.direction, "79.97 mm")
            ),
            at="1",
        )  # type: ignore[attr-defined]
    now = bench.job.of(prepare.TOPIC, "1").judged
    assert now is not None and now.verdict.level is not Level.STOP, "the verdict follows its inputs"
    assert "79.70" in tell(bench.log[wrong[0] - 1].fact), "the old entry stays readable"
    with pytest.raises(InvalidInput, match="stays at its place"):
        bench.do(job_cmd.Correct(wrong[0], "x", seat.ReadSeat(2, 2, "79.97 mm")), at="1")


def test_a_cylindrical_seat_asks_for_the_bore_of_the_ring_and_the_worse_of_seat_and_fit_stands(
    bench: ShaftBench,
) -> None:
    """By hand: 80 m6 is 80.011 to 80.030 mm; on a bore of 80.050 mm it has play, however good the
    seat is.
    """

    def headline() -> str:
        here = bench.desk("1")
        return prepare.TOPIC.move(here, here.of(prepare.TOPIC)).headline

    bench.do(seat.PlanSeat(SeatKind.CYLINDRICAL, "80 mm", "by the drawing", "m6"), at="1")
    read(bench, "1", ("80.020 mm", "80.021 mm", "80.020 mm", "80.021 mm"))
    assert headline() == "Micrometer in the bore of the new ring: section 1, top to bottom"
    bench.do(seat.ReadSeat(1, 1, "80.050 mm", "bore"), at="1")
    assert "section 1, side to side" in headline(), "square to the first"
    bench.do(seat.ReadSeat(1, 3, "80.050 mm", "bore"), seat.JudgeSeat(), at="1")
    loose = bench.desk("1").of(prepare.TOPIC).judged
    assert (
        loose is not None
        and loose.verdict.level in (Level.STOP, Level.WATCH)
        and loose.verdict.level is not Level.GOOD
    )
    for spot in (1, 3):
        entry = next(
            e.seq
            for e in bench.log
            if getattr(e.fact, "what", "") == "bore" and getattr(e.fact, "direction", 0) == spot
        )
        bench.do(
            job_cmd.Correct(entry, "gauge set anew", seat.ReadSeat(1, spot, "79.992 mm", "bore")),
            at="1",
        )
    bench.do(seat.JudgeSeat(), at="1")
    tight = bench.desk("1").of(prepare.TOPIC).judged
    assert tight is not None and tight.verdict.level is Level.GOOD, tight
    shown = prepare.TOPIC.view(bench.desk("1"), bench.desk("1").of(prepare.TOPIC))
    assert [s.mm for s in shown.bore] == [79.992, 79.992, None, None] and shown.repeats_bore == (
        79.992,
    )


def test_every_topic_takes_a_correction_and_keeps_the_old_entry(bench: ShaftBench) -> None:
    bench.do(take.MakeMark(MarkKind.NUT_SIDE, "towards the drive", "1"))
    bench.do(
        job_cmd.Correct(
            bench.log[-1].seq,
            "looked again",
            take.MakeMark(MarkKind.NUT_SIDE, "away from the drive", "1"),
        )
    )
    assert bench.job.of(stock.TOPIC, SHAFT).marks["1", MarkKind.NUT_SIDE] == "away from the drive"
    bench.do(line.SayRings("2", "73 mm", "10 mm"))
    bench.do(
        job_cmd.Correct(
            bench.log[-1].seq, "the other side", line.SayRings("2", "73 mm", "", "10 mm")
        )
    )
    assert bench.job.of(lineup.TOPIC, SHAFT).rings["2"].far_mm == (10.0,)
    bench.do(seat.SeeOnSeat(Seen.NICK, "left"), at="1")
    bench.do(
        job_cmd.Correct(bench.log[-1].seq, "it is rust", seat.SeeOnSeat(Seen.RUST, "left")), at="1"
    )
    assert [o.seen for o in bench.job.of(prepare.TOPIC, "1").seen.values()] == [Seen.RUST]
    assert sum(isinstance(e.fact, facts.Corrected) for e in bench.log) == 3


def test_what_is_done_at_one_bearing_leaves_the_other_alone(bench: ShaftBench) -> None:
    for gate_id in ("to_gauge", "which_way", "fit_up"):
        gate, _ = bench.desk("1").gate(gate_id)
        bench.do(job_cmd.ConfirmGate(gate_id, tuple(i.id for i in gate.items)), at="1")
    bench.do(
        cmd.StartGauging(Phase.INITIAL, 1),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.10", Outcome.PASSES),
        at="1",
    )
    one, two = bench.job.of(tapered.TOPIC, "1"), bench.job.of(tapered.TOPIC, "2")
    assert one.open_gauging() is not None and two.open_gauging() is None
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.CloseGauging())
    assert raised.value.fields[0].name == "at", "which bearing is asked, never guessed"
    with pytest.raises(Refused, match="Which way round"):
        bench.do(cmd.SetZero(True), at="2")


def test_a_point_blocks_the_stage_it_names(bench: ShaftBench) -> None:
    with pytest.raises(InvalidInput):
        bench.do(job_cmd.OpenPoint("x", "no_such_stage"))
    bench.do(job_cmd.OpenPoint("find why the seal ran dry", "close"))
    task = next(t for t in rail.tasks(bench.desk()) if t.stage.trade == "close")
    assert "seal ran dry" in rail.held(bench.desk(), task.stage, task.at)
    bench.do(job_cmd.ClosePoint(bench.log[-1].seq, "wrong lip side"))
    assert rail.held(bench.desk(), task.stage, task.at) == ""


def test_a_stage_is_set_aside_and_taken_up_again_and_make_safe_never_is(bench: ShaftBench) -> None:
    with pytest.raises(Refused, match="belongs to every job"):
        bench.do(job_cmd.SetStageAside("make_safe", "no time"))
    bench.do(job_cmd.SetStageAside("fill", "sealed for life"), at="1")
    states = {(t.stage.id, t.at): rail.stands(bench.desk(), t) for t in rail.tasks(bench.desk())}
    assert states["fill", "1"] == rail.ASIDE and states["fill", "2"] == rail.NOW
    bench.do(job_cmd.TakeStageUp("fill"), at="1")
    with pytest.raises(InvalidInput):
        bench.do(job_cmd.TickStep("fill", "dance"), at="1")


ENTRIES = st.one_of(*(any_command(cls) for cls in HOUSE.entry_commands))


class EveryTopic(RuleBasedStateMachine):
    """Any command of any topic at any bearing: taken or refused whole, replay equal, two places
    never mixed.
    """

    def __init__(self) -> None:
        super().__init__()
        self.bench = ShaftBench()
        self.bench.pass_gates()
        self.running, self.taken = fold(self.bench.log), list(self.bench.log)

    def attempt(self, command: object, at: str) -> None:
        before, others = list(self.bench.log), self.slices(at)
        try:
            self.bench.do(command, at=at)
        except TribodexError as error:
            assert error.detail and self.bench.log == before
            return
        if not isinstance(command, job_cmd.Correct):
            assert self.slices(at) == others, "what is said at one bearing stays there"

    def slices(self, at: str) -> list[Any]:
        """Slices of the bearings where nothing is said."""
        others = [place for place in ("1", "2") if place != at]
        return [
            self.bench.job.of(topic, place)
            for topic in (tapered.TOPIC, prepare.TOPIC)
            for place in others
        ]

    @rule(
        data=st.data(), kind=st.sampled_from(sorted(PLAIN)), at=st.sampled_from(["", "1", "2", "3"])
    )
    def any_tap(self, data: st.DataObject, kind: str, at: str) -> None:
        self.attempt(data.draw(PLAIN[kind]), at)

    @rule(
        section=st.integers(1, 3),
        direction=st.integers(1, 4),
        um=st.integers(79_900, 80_010),
        at=st.sampled_from(["1", "2"]),
    )
    def read_seat(self, section: int, direction: int, um: int, at: str) -> None:
        self.attempt(seat.ReadSeat(section, direction, f"{um / 1000} mm"), at)

    @rule(
        leaf=st.integers(3, 14),
        row=st.sampled_from(list(Row)),
        outcome=st.sampled_from(list(Outcome)),
        at=st.sampled_from(["1", "2"]),
    )
    def gauge(self, leaf: int, row: Row, outcome: Outcome, at: str) -> None:
        self.attempt(cmd.StartGauging(Phase.INITIAL, 1), at)
        self.attempt(cmd.TryLeaf(1, row, f"{leaf * 10} µm", outcome), at)
        self.attempt(cmd.CloseGauging(), at)

    @rule(
        number=st.integers(0, 40),
        entry=ENTRIES,
        withdraw=st.booleans(),
        at=st.sampled_from(["", "1", "2"]),
    )
    def correct(self, number: int, entry: Any, withdraw: bool, at: str) -> None:
        known = {e.seq: e.fact for e in self.bench.log}
        self.attempt(job_cmd.Correct(number, "r", None if withdraw else entry, withdraw), at)
        now = self.bench.job.effective.get(number)
        assert now is None or type(now) is type(known.get(number, now)), (
            "an entry stays of its kind"
        )

    @invariant()
    def replays_tells_and_leads_on(self) -> None:
        log, job = self.bench.log, self.bench.job
        stored = [
            dataclasses.replace(e, fact=decode(e.kind, encode(e.fact), e.version)) for e in log
        ]
        assert stored == log and fold(stored) == job
        self.running = taken_further(self.running, self.taken, log[len(self.taken) :])
        self.taken = list(log)
        assert self.running == job
        assert tell(log[-1].fact)
        here = self.bench.desk()
        assert ahead.next_move(here).headline and rail.status(here) in (
            "open",
            "stopped",
            "signed",
            "abandoned",
        )
        for topic, at in here.in_use():
            topic.view(here.here(at), here.job.of(topic, at))
            figures = topic.figures(here.here(at), here.job.of(topic, at))
            assert all(f.label and (f.value is None or f.value == f.value) for f in figures)
            assert len({f.id for f in figures}) == len(figures), (
                "each figure is opened by its own name"
            )
            topic.record(here.here(at), here.job.of(topic, at))


EveryTopic.TestCase.settings = settings(
    max_examples=25,
    stateful_step_count=30,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
TestEveryTopic = EveryTopic.TestCase


def test_kinds_and_commands_are_one_s_own(bench: ShaftBench) -> None:
    every_fact = [cls for topic in HOUSE.topics for cls in topic.facts]
    assert len({facts.kind_of(cls) for cls in (*facts.KERNEL_FACTS, *every_fact)}) == len(
        facts.KERNEL_FACTS
    ) + len(every_fact)
    every = [cls for topic in HOUSE.topics for cls in topic.commands]
    assert len({facts.kind_of(cls) for cls in (*job_cmd.KERNEL_COMMANDS, *every)}) == len(
        job_cmd.KERNEL_COMMANDS
    ) + len(every)


def test_where_there_is_one_bearing_it_need_not_be_named_and_nothing_is_lost() -> None:
    """Found by any taps in any order: what was said for no name was kept for nobody, and a sleeve
    laid there broke.
    """
    bench = ShaftBench((Floats.UNKNOWN,))
    bench.do(job_cmd.ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))
    bench.do(
        line.SayFloat("", Floats.HELD), line.LaySleeve("", "12 mm"), line.SayFeet("", "0 + 0.04")
    )
    assert bench.desk().floats("1") is Floats.HELD
    assert (
        "1" in bench.job.of(lineup.TOPIC, SHAFT).laid
        and "1" in bench.job.of(lineup.TOPIC, SHAFT).feet
    )
