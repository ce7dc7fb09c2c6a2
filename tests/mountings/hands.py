"""Hands at the bench itself: the same commands a person gives, the next move followed as told,
locked only where the bench lets them.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import timedelta
from enum import StrEnum
from functools import lru_cache
from typing import Any

from tests.helpers import BEGIN
from tests.mountings.world import Fault, World
from tribodex.core.adviser.move import RISKS
from tribodex.core.adviser.prior import Explanation
from tribodex.core.components.feeler import FeelerSet, FeelerShelf, Stack
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import ahead, facts
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.decide import decide
from tribodex.core.job.moves import Ask
from tribodex.core.job.places import ONLY_PLACE, SHAFT, Place
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.provable import NARROW_UM
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.topics import desk, fold, tapered
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.leaves import next_cell
from tribodex.core.topics.tapered.looks import LookFound, LookTarget
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.topics.tapered.parting import parted
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference
from tribodex.usecases.opening import MOUNTING
from tribodex.usecases.plan_sheet import procedure_id

MOST_MOVES, MOST_ATTEMPTS = 90, 3
# A number is misread, or a part mislabelled, once in so many looks (own choice).
MISREAD = 0.03


class Says(StrEnum):
    """How readings are said: each leaf; the thickest that goes in for each row; or for both rows at
    once where they read the same.
    """

    LEAF = "feeler by feeler"
    ROW = "one tap a row"
    ROWS = "one tap, both rows where they read the same"


@lru_cache(maxsize=1)
def reference() -> Reference:
    """Tables and procedures, once a process."""
    return load_reference()


@dataclass
class Hands:
    """Hands at the bench: says what is asked, does what the next move says."""

    plan: Plan
    world: World
    says: Says = Says.ROWS
    # What lies in the crib; whether sleeve end to ring is measured in narrow windows though nothing
    # is wrong.
    crib: tuple[FeelerSet, ...] = ()
    witness: bool = False
    log: list[facts.Event] = field(default_factory=list)
    taps: int = 0
    leaf_taps: int = 0
    gaugings: int = 0
    attempts: int = 1
    washers: int = 0
    raised: bool = False
    refused: list[str] = field(default_factory=list)
    alarms: list[NextMove] = field(default_factory=list)
    # What stood first once sleeve end and numbers were looked at.
    first_after_looks: Explanation | None = None
    zero_mm: float = 0.0
    _begun: bool = False
    _tab_at: float | None = None

    def __post_init__(self) -> None:
        own, shaft = (
            reference().procedure(procedure_id(self.plan.method)),
            reference().procedure(MOUNTING),
        )
        self.procedures = {SHAFT: shaft, ONLY_PLACE: own}
        place = Place(ONLY_PLACE, "p", "Place", own.id, own.version)
        plans = (facts.Planned(ONLY_PLACE, ev.TaperedPlanned(self.plan)),)
        self._add(
            SHAFT,
            facts.JobOpened(1, "Trial", "m", "Machine", shaft.id, shaft.version, (place,), plans),
        )
        self.job = fold(self.log)

    @property
    def state(self) -> Tapered:
        return self.job.of(tapered.TOPIC, ONLY_PLACE)

    @property
    def desk(self) -> Desk:
        return desk(
            self.job, self.procedures, self.log, ONLY_PLACE, {FeelerShelf: FeelerShelf(self.crib)}
        )

    def _add(self, at: str, fact: facts.Fact) -> None:
        moment = BEGIN + timedelta(seconds=len(self.log))
        self.log.append(
            facts.Event(
                len(self.log) + 1, f"trial-{len(self.log):06d}", at, fact, "Trial", moment, moment
            )
        )

    def say(self, command: object) -> bool:
        """One tap. A refusal is kept and the work goes on."""
        self.taps += 1
        try:
            at, found = decide(self.desk, command)
            for fact in found:
                self._add(at, fact)
        except (Refused, InvalidInput) as error:
            self.refused.append(error.detail)
            return False
        self.job = fold(self.log)
        return True

    def next(self) -> Any:
        """What the bench says."""
        return ahead.next_move(self.desk)

    def gauge(self, phase: Phase, places: int | None = None) -> None:
        """Gauge as the tool proposes."""
        if not self.say(cmd.StartGauging(phase, places)):
            return
        self.gaugings += 1
        self.world.begin_gauging()
        self._read_on()

    def _read_on(self) -> bool:
        """Feeler by feeler as proposed, and the gauging ended; whether it could be."""
        for _ in range(80):
            gauging = self.state.open_gauging()
            todo = next_cell(self.state, gauging) if gauging else None
            if todo is None:
                break
            cell, choice = todo
            self.leaf_taps += 1
            if self.says is not Says.LEAF:
                self._bracket(cell.place, cell.row, choice.stack)
            else:
                passes = self._goes_in(choice.stack, cell.place, cell.row)
                outcome = Outcome.PASSES if passes else Outcome.STOPS
                self.say(
                    cmd.TryLeaf(cell.place, cell.row, f"{choice.stack.thickness_um} µm", outcome)
                )
        return self.say(cmd.CloseGauging())

    def _bracket(self, place: int, row: Row, first: Stack) -> None:
        """Both rows are tried in hand where neither was said; one tap where they read the same, one
        each where not.

        The other row begins with the leaf that is in the hand by then.
        """
        here = self._thickest(place, row, first)
        gauging = self.state.open_gauging()
        assert gauging is not None
        if self.says is Says.ROW or any(t.place == place for t in gauging.trials):
            self.say(cmd.BracketPlace(place, row, _said(here)))
            return
        other = Row.FAR_SIDE if row is Row.NUT_SIDE else Row.NUT_SIDE
        there = self._thickest(place, other, here or first)
        if _said(there) == _said(here):
            self.say(cmd.BracketPlace(place, row, _said(here), both_rows=True))
            return
        self.leaf_taps += 1
        self.say(cmd.BracketPlace(place, row, _said(here)))
        self.say(cmd.BracketPlace(place, other, _said(there)))

    def _thickest(self, place: int, row: Row, first: Stack) -> Stack | None:
        """Up while leaves go in, down while they do not; the thickest that went in, the next one
        tried.
        """
        gauge = self.state.gauge
        at: Stack | None = first
        best: Stack | None = None
        if self._goes_in(first, place, row):
            best = first
            while (at := gauge.next_above(best.thickness_um)) is not None and self._goes_in(
                at, place, row
            ):
                best = at
        else:
            below = list(gauge.stacks(0, first.thickness_um - 1.5))
            while below and best is None:
                at = below.pop()
                if self._goes_in(at, place, row):
                    best = at
        return best

    def work(self) -> str:
        """As told, until the final check is due, or something stops it for good: the word for how
        it ended.
        """
        stops = 0
        for _ in range(MOST_MOVES):
            move = self.next()
            match move.do:
                case Ask.CONFIRM:
                    gate, _ = self.desk.gate(move.gate or "")
                    self.say(job_cmd.ConfirmGate(gate.id, tuple(i.id for i in gate.items)))
                case Do.GAUGE_INITIAL:
                    self.gauge(Phase.INITIAL)
                case Do.DECIDE_GROUP:
                    stops += 1
                    if stops > 2:
                        return "outside its group"
                    self.gauge(Phase.INITIAL)
                case Do.DECIDE_WINDOW:
                    # The first way out that is offered: gauge again.
                    stops += 1
                    if stops > 2:
                        return "no window"
                    self.gauge(Phase.INITIAL)
                case Do.SET_ZERO:
                    self.world.set_zero()
                    self.zero_mm = self.world.sleeve_end_mm()
                    self.say(cmd.SetZero(True))
                case Do.TURN if move.turn_deg is not None:
                    self.world.turn(move.turn_deg)
                    self.say(cmd.TurnNut(f"{move.turn_deg:.2f}"))
                case Do.STRIKE if move.blows is not None:
                    self._strike(move)
                case Do.GAUGE:
                    if self.witness and self.attempts == 1:
                        self._measure_lengths()
                    self.gauge(Phase.DRIVE_UP, move.places)
                case Do.REPEAT_PLACE if move.place is not None and move.row is not None:
                    # A stack that went in where a thinner one did not: wiped, settled, and read
                    # again.
                    self.say(cmd.RepeatPlace(move.place, move.row))
                    self._read_on()
                case Do.TRY_LEAF | Do.CLOSE_GAUGING:
                    if self.state.open_gauging() is None:
                        return f"{move.headline}"
                    if not self._read_on():
                        return f"{move.do}"
                case Do.DECIDE_FEELERS if self.crib:
                    self.say(cmd.TakeFeelers(min(self.crib, key=lambda one: one.leaves_um[0]).id))
                case Do.SEAT:
                    self._seat()
                case Do.PARTED:
                    self.alarms.append(move)
                    if "Gauge again" in move.headline:
                        self.gauge(Phase.DRIVE_UP)
                    else:
                        self._look()
                case Do.DECIDE_NARROW:
                    self.say(cmd.AcceptOutside("narrow", "Trial", "narrow window"))
                case Do.SEE_TAB:
                    self._see_tab()
                case Do.LOCK if move.turn_deg is not None:
                    self.world.turn(move.turn_deg, exactly=True)
                    if not self.say(cmd.Lock(f"{move.turn_deg:.3f}")):
                        # Outside the window by a name: nobody here gives one.
                        return "by name alone"
                case Do.LOCK if self.state.first_tab_deg() is None:
                    self._see_tab()
                case Do.LOCK if self.washers < 2:
                    self.washers += 1
                    self._see_tab(another=True)
                case Do.RELEASE if (
                    "moves with the nut" in move.headline or "belong together" in move.headline
                ):
                    self.alarms.append(move)
                    return (
                        "the sleeve moves" if "moves with the nut" in move.headline else "no pair"
                    )
                case Do.RELEASE if "allow a greater risk" in move.risk and self.state.risk < max(
                    RISKS
                ):
                    # The first way out that is offered; it costs nothing, and everybody sees what
                    # was chosen.
                    self.raised = True
                    self.say(cmd.ChooseRisk(max(RISKS)))
                case Do.RELEASE if move.headline.startswith("Stop:"):
                    return "out of reach"
                case Do.RELEASE | Do.NO_PLAY | Do.LOCK:
                    if self.attempts == MOST_ATTEMPTS:
                        return "released"
                    self._release()
                case Do.GAUGE_FINAL:
                    return "locked"
                case _:
                    return f"{move.do}"
        return "no end"

    def _measure_lengths(self) -> None:
        """A second witness where a narrow window asks for it: sleeve end to ring, at the zero mark
        and now.
        """
        window = self.state.window()
        if window is not None and window.width_um < NARROW_UM and self.state.attempt.nut_deg > 0:
            ends = (
                f"{self.zero_mm:.3f} mm",
                f"{self.world.sleeve_end_mm():.3f} mm",
                LengthTool.DEPTH_MICROMETER,
            )
            self.say(cmd.LookAt(LookTarget.SLEEVE_END, None, *ends))

    def _look(self) -> None:
        """What does not move the bearing: the lengths from sleeve end to ring first, then the
        numbers, each misread once in twenty; then the feeler leads, where nothing stands against
        it.
        """
        world, zero_mm = self.world, self.zero_mm
        ends = (f"{zero_mm:.3f} mm", f"{world.sleeve_end_mm():.3f} mm", LengthTool.DEPTH_MICROMETER)
        wrong_pair = (world.fault is Fault.TAPER) != (world.rng.random() < MISREAD)
        driven = world.fault is Fault.DRIVEN and world.rng.random() > MISREAD
        looks: tuple[cmd.LookAt, ...] = (
            cmd.LookAt(LookTarget.SLEEVE_END, None, *ends),
            cmd.LookAt(LookTarget.NUMBERS, LookFound.NO_PAIR if wrong_pair else LookFound.PAIR),
            cmd.LookAt(LookTarget.THREADS, LookFound.PITCH),
            cmd.LookAt(LookTarget.ZERO, LookFound.DRIVEN if driven else LookFound.TESTED),
        )
        for look in looks:
            self.say(look)
            if (
                self.first_after_looks is None
                and look.look is LookTarget.NUMBERS
                and (found := parted(self.state)) is not None
            ):
                self.first_after_looks = found.left[0] if found.left else None
        self.say(cmd.FollowLeaf())

    def _goes_in(self, stack: Stack, place: int, row: Row) -> bool:
        return self.world.goes_in(stack.leaves_um, place, row is Row.NUT_SIDE)

    def _strike(self, move: NextMove) -> None:
        """Blows as told; a lighter or a heavier hammer where another is asked for."""
        assert move.blows is not None
        if not self._begun:
            self._begun = True
            self.world.set_zero()
        weight = 1.0
        if move.another_tool:
            weight = (
                1.8
                if "heavier one" in move.headline
                else 0.75
                if "between" in move.headline
                else 0.5
            )
        self.world.strike(move.blows, weight)
        self.say(cmd.StrikeBlows(move.blows, not move.another_tool))

    def _seat(self) -> None:
        """The washer goes under the nut; sleeve end to ring by depth micrometer before and after,
        as the move asks.
        """
        start = self.world.sleeve_end_mm()
        behind, measured = self.world.seat_washer()
        if self.plan.method is Method.BLOWS:
            behind = 0.0
        proof = (
            f"{start:.3f} mm",
            f"{self.world.sleeve_end_mm():.3f} mm",
            LengthTool.DEPTH_MICROMETER,
        )
        amount = f"{abs(behind):.1f}" if self.plan.method is not Method.BLOWS else ""
        self.say(cmd.SeatNut(amount, "degrees", behind < 0, f"{measured:.3f} mm", *proof))

    def _see_tab(self, another: bool = False) -> None:
        nut = self.plan.nut
        assert nut is not None and nut.tab_step_deg is not None
        if self._tab_at is None or another:
            self._tab_at = self.world.turned_deg + float(
                self.world.rng.uniform(0, nut.tab_step_deg)
            )
        self.say(
            cmd.SeeTab(
                f"{(self._tab_at - self.world.turned_deg) % nut.tab_step_deg:.2f}", "degrees"
            )
        )

    def _release(self) -> None:
        self.attempts += 1
        self.say(cmd.Release("as told"))
        self.world.release()
        self._tab_at, self._begun = None, False


def _said(thickest: Stack | None) -> str:
    return f"{thickest.thickness_um} µm" if thickest is not None else "none"
