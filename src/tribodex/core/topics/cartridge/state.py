"""How a cartridge stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.bolts.torque import PASSES
from tribodex.core.job.facts import Event
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.working import Level

SIDES: tuple[ev.Side, ...] = ("fixed", "floating")
# A round counts for a pass when it comes within this of its share of the torque.
ROUND_SHARE = 0.10


@dataclass
class Cover:
    """How the cover of one side stands, now."""

    measured: ev.CoverMeasured | None = None
    sealed: ev.JointSealed | None = None
    rounds: list[ev.RoundTightened] = field(default_factory=list)

    @property
    def measured_right(self) -> bool:
        """Whether its spigot does what it should."""
        return self.measured is not None and self.measured.verdict.level in (Level.GOOD, Level.WATCH)

    @property
    def passes(self) -> int:
        """How many passes are done: rounds that came out even."""
        return sum(1 for one in self.rounds if one.verdict.level is not Level.STOP)

    @property
    def done(self) -> bool:
        """Whether it is drawn down and at torque."""
        return self.measured_right and self.sealed is not None and self.passes >= len(PASSES)


@dataclass
class Cartridge:
    """How a cartridge stands, now. Mutable only inside fold()."""

    plan: ev.CartridgePlan | None = None
    rings: set[ev.Side] = field(default_factory=set)
    cooled: ev.RingCooled | None = None
    entered: ev.ShaftEntered | None = None
    over: ev.TurnedOver | None = None
    pair: ev.PairTightened | None = None
    packed: ev.PackedBetween | None = None
    drawn: ev.DrawnByCover | None = None
    covers: dict[ev.Side, Cover] = field(default_factory=lambda: {side: Cover() for side in SIDES})
    turned: ev.CartridgeTurned | None = None
    flingers: dict[ev.End, ev.FlingerSet] = field(default_factory=dict)
    topped: ev.ToppedUp | None = None

    @property
    def rings_left(self) -> list[ev.Side]:
        """Separable bearings whose outer rings are not in the housing yet."""
        if self.plan is None:
            return []
        by_side: dict[ev.Side, str] = {"fixed": self.plan.fixed, "floating": self.plan.floating}
        return [side for side in SIDES if by_side[side] in self.plan.separable and side not in self.rings]

    @property
    def in_housing(self) -> bool:
        """Whether shaft and first bearing are in the housing, turned over with room below."""
        entered = self.entered is not None and self.entered.by_hand
        return entered and self.over is not None and self.over.verdict.level is not Level.STOP

    @property
    def pair_right(self) -> bool:
        """Whether the nut pair is in order, or was decided by name."""
        if self.pair is None:
            return False
        return self.pair.decided_by != "" or all(verdict.level is not Level.STOP for verdict in self.pair.verdicts)

    @property
    def covered(self) -> bool:
        """Whether both covers are drawn down and the shaft turns."""
        return all(cover.done for cover in self.covers.values()) and self.turned is not None and self.turned.freely

    @property
    def flingers_left(self) -> list[ev.End]:
        """Ends whose flinger is not set in order yet."""
        ends = self.plan.flingers if self.plan is not None else ()
        good = {end for end, said in self.flingers.items() if all(verdict.level is not Level.STOP for verdict in said.verdicts)}
        return [end for end in ends if end not in good]

    @property
    def finished(self) -> bool:
        """Whether it is topped up and runs free."""
        return not self.flingers_left and self.topped is not None and self.topped.no_contact


def fold(state: Cartridge, _: Event, fact: ev.CartridgeFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.CartridgePlanned():
            state.plan = fact.plan
        case ev.OuterRingSet():
            state.rings.add(fact.side)
        case ev.RingCooled():
            state.cooled = fact
        case ev.ShaftEntered():
            state.entered = fact
        case ev.TurnedOver():
            state.over = fact
        case ev.PairTightened():
            state.pair = fact
        case ev.PackedBetween():
            state.packed = fact
        case ev.DrawnByCover():
            state.drawn = fact
        case ev.FlingerSet():
            state.flingers[fact.end] = fact
        case ev.CartridgeTurned():
            state.turned = fact
        case ev.ToppedUp():
            state.topped = fact
        case ev.CoverMeasured() | ev.JointSealed() | ev.RoundTightened():
            _cover(state.covers[fact.side], fact)
            # What turned before a cover was touched says nothing of it now.
            state.turned = None
        case _:
            assert_never(fact)


def _cover(cover: Cover, fact: ev.CoverMeasured | ev.JointSealed | ev.RoundTightened) -> None:
    match fact:
        case ev.CoverMeasured():
            cover.measured = fact
            cover.rounds.clear()
        case ev.JointSealed():
            cover.sealed = fact
        case ev.RoundTightened():
            cover.rounds.append(fact)
