"""Anything said to a mounting in any order."""

from __future__ import annotations

from typing import Any

from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from tests.core.drives import TRUTH
from tests.helpers import make_bench
from tribodex.core.errors import TribodexError
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.job import Job
from tribodex.core.job.places import ONLY_PLACE
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.topics import fold, taken_further, tapered
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.looks import LookFound, LookTarget
from tribodex.core.topics.tapered.moves import NextMove
from tribodex.core.topics.tapered.parting import CHECKS
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level
from tribodex.reference import load_reference

REFERENCE = load_reference()
ENTRIES = [
    cmd.TryLeaf(1, Row.NUT_SIDE, "0.10", Outcome.PASSES),
    cmd.TryLeaf(1, Row.FAR_SIDE, "0.05", Outcome.STOPS),
    cmd.TurnNut("55"),
    cmd.TurnNut("3", "rim"),
    cmd.SeatNut("300", washer_thickness="1.70 mm"),
    cmd.SetZero(False),
    cmd.SeeTab("3", "degrees"),
    cmd.HandCheck("freely", True),
    cmd.Lock("4"),
    cmd.StartGauging(Phase.DRIVE_UP, 2),
    job_cmd.AddNote("another note"),
    None,
]


def slice_of(job: Job) -> Tapered:
    return job.of(tapered.TOPIC, ONLY_PLACE)


class AnySequence(RuleBasedStateMachine):
    """Any order of taps: what is accepted folds, replay is equal, what is refused leaves nothing
    behind.
    """

    def __init__(self) -> None:
        super().__init__()
        self.bench = make_bench(REFERENCE)
        self.nut = 0.0
        self.running = fold(self.bench.log)
        self.taken = list(self.bench.log)

    @initialize(depth=st.sampled_from(["nothing", "gates", "zero", "driven"]))
    def begin(self, depth: str) -> None:
        """Begin deep enough now and then, so that late steps are tried as well."""
        if depth == "gates":
            self.bench.pass_gates()
        elif depth != "nothing":
            self.bench.ready(TRUTH, places=1)
            if depth == "driven":
                self.bench.do(cmd.TurnNut("130"))
                self.bench.gauge(Phase.DRIVE_UP, TRUTH)

    def attempt(self, command: cmd.Command) -> bool:
        before = list(self.bench.log)
        try:
            self.bench.do(command)
        except TribodexError as error:
            assert error.detail
            assert self.bench.log == before
            return False
        return True

    @rule(
        gate=st.sampled_from(["safe", "to_gauge", "which_way", "fit_up", "washer_on", "seat_dry"])
    )
    def confirm(self, gate: str) -> None:
        items = tuple(item.id for item in self.bench.desk.gate(gate)[0].items)
        self.attempt(job_cmd.ConfirmGate(gate, items))

    @rule(phase=st.sampled_from(list(Phase)), places=st.integers(0, 4))
    def start(self, phase: Phase, places: int) -> None:
        self.attempt(cmd.StartGauging(phase, places))

    @rule(
        place=st.integers(0, 4),
        row=st.sampled_from(list(Row)),
        leaf=st.integers(2, 26),
        outcome=st.sampled_from(list(Outcome)),
    )
    def leaf(self, place: int, row: Row, leaf: int, outcome: Outcome) -> None:
        self.attempt(cmd.TryLeaf(place, row, f"{leaf * 10} µm", outcome))

    @rule(place=st.integers(0, 4), row=st.sampled_from(list(Row)))
    def repeat(self, place: int, row: Row) -> None:
        self.attempt(cmd.RepeatPlace(place, row))

    @rule()
    def close(self) -> None:
        self.attempt(cmd.CloseGauging())

    @rule(what=st.sampled_from(["group", "window", "narrow"]))
    def accept(self, what: Any) -> None:
        self.attempt(cmd.AcceptOutside(what, "B", "r"))

    @rule()
    def zero(self) -> None:
        self.attempt(cmd.SetZero(True))

    @rule(degrees=st.integers(-10, 200))
    def turn(self, degrees: int) -> None:
        self.attempt(cmd.TurnNut(str(degrees)))

    @rule(
        behind=st.one_of(st.none(), st.integers(0, 720)),
        past=st.booleans(),
        thickness=st.sampled_from(["", "1.75 mm", "0.07 in", "9 mm"]),
    )
    def seat(self, behind: int | None, past: bool, thickness: str) -> None:
        self.attempt(cmd.SeatNut("" if behind is None else str(behind), "degrees", past, thickness))

    @rule(
        before=st.sampled_from(["", "31.40 mm"]),
        after=st.sampled_from(["", "31.40 mm", "31.60 mm", "31.20 mm"]),
        tool=st.sampled_from([None, *LengthTool]),
    )
    def seat_by_length(self, before: str, after: str, tool: Any) -> None:
        self.attempt(cmd.SeatNut("315", sleeve_before=before, sleeve_after=after, tool=tool))

    @rule(
        place=st.integers(1, 3),
        row=st.sampled_from(list(Row)),
        leaf=st.sampled_from(["none", "0.05", "0.08", "0.10", "40", "0.12"]),
        both=st.booleans(),
    )
    def bracket(self, place: int, row: Row, leaf: str, both: bool) -> None:
        self.attempt(cmd.BracketPlace(place, row, leaf, both_rows=both))

    @rule(checks=st.sampled_from([(), tuple(CHECKS)]))
    def follow_leaf(self, checks: tuple[str, ...]) -> None:
        self.attempt(cmd.FollowLeaf(checks, "nothing found"))

    @rule(
        look=st.sampled_from(LookTarget),
        found=st.sampled_from([None, *LookFound]),
        after=st.sampled_from(["", "30.4 mm", "30.9 mm"]),
    )
    def look_at(self, look: LookTarget, found: LookFound | None, after: str) -> None:
        self.attempt(
            cmd.LookAt(
                look, found, "30 mm" if after else "", after, LengthTool.DIAL if after else None
            )
        )

    @rule(amount=st.integers(0, 8))
    def see_tab(self, amount: int) -> None:
        self.attempt(cmd.SeeTab(str(amount), "degrees"))

    @rule(gate=st.sampled_from(["safe", "to_gauge", "which_way", "fit_up"]))
    def overrule(self, gate: str) -> None:
        self.attempt(job_cmd.OverruleGate(gate, "B", "r"))

    @rule(text=st.sampled_from(["note", " "]))
    def note_and_points(self, text: str) -> None:
        self.attempt(job_cmd.AddNote(text))
        self.attempt(job_cmd.OpenPoint(text))
        self.attempt(job_cmd.ClosePoint(len(self.bench.log), "done"))

    @rule(swivel=st.sampled_from(["freely", "slight drag", "binds"]), turns=st.booleans())
    def feel(self, swivel: Any, turns: bool) -> None:
        self.attempt(cmd.HandCheck(swivel, turns))

    @rule(risk=st.sampled_from([0.01, 0.05, 0.3]))
    def risk(self, risk: float) -> None:
        self.attempt(cmd.ChooseRisk(risk))

    @rule()
    def lock(self) -> None:
        self.attempt(cmd.Lock("2"))

    @rule(at=st.integers(0, 60), entry=st.sampled_from(ENTRIES), withdraw=st.booleans())
    def correct(self, at: int, entry: Any, withdraw: bool) -> None:
        """Any entry by any command: taken only where it is the same kind of fact, and then that
        kind stands there.
        """
        known = {e.seq: e.fact for e in self.bench.log}
        before = self.bench.job.effective.get(at)
        if self.attempt(job_cmd.Correct(at, "r", None if withdraw else entry, withdraw)):
            now = self.bench.job.effective[at]
            assert now is None if withdraw else type(now) is type(known[at])
        else:
            assert self.bench.job.effective.get(at) == before

    @rule()
    def release(self) -> None:
        self.attempt(cmd.Release("r"))

    @precondition(lambda self: len(self.bench.log) > 25)
    @rule()
    def sign(self) -> None:
        self.attempt(job_cmd.Sign("A", "fitter"))

    def lock_seq(self, locked: ev.Locked) -> int:
        return next(e.seq for e in self.bench.log if e.fact is locked)

    @invariant()
    def folds_the_same_and_always_has_a_next_move(self) -> None:
        job, state = self.bench.job, self.bench.state
        assert job == fold(list(self.bench.log))
        # What the server goes on with, tap by tap, asked something in between.
        slice_of(self.running).advice()
        self.running = taken_further(self.running, self.taken, self.bench.log[len(self.taken) :])
        self.taken = list(self.bench.log)
        running = slice_of(self.running)
        assert (
            self.running == job
            and running.advice() == state.advice()
            and running.leaf_says() == state.leaf_says()
        )
        assert [e.seq for e in self.bench.log] == list(range(1, len(self.bench.log) + 1))
        assert state.attempt.nut_deg >= 0
        following = self.bench.move()
        assert following.headline and following.why
        locked = state.attempt.locked
        if locked is not None and locked.predicted_um is not None and not job.corrections:
            before = slice_of(
                fold(
                    [
                        e
                        for e in self.bench.log
                        if e.fact is not locked and e.seq < self.lock_seq(locked)
                    ]
                )
            )
            assert before.may_lock(locked.turn_deg).level is not Level.STOP, (
                "never locked against the feeler"
            )
        if isinstance(following, NextMove) and following.turn_deg is not None:
            assert following.turn_deg >= 0
