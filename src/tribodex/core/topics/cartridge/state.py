"""How a cartridge stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from typing import assert_never

from tribodex.core.bolts.torque import PASSES
from tribodex.core.cartridge.assembly import End, Stands
from tribodex.core.cartridge.parts import SIDES, Side
from tribodex.core.job.facts import Event
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.working import Level

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
        return self.measured is not None and self.measured.verdict.level in (
            Level.GOOD,
            Level.WATCH,
        )

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
    rings: set[Side] = field(default_factory=set)
    cooled: ev.RingCooled | None = None
    entered: ev.ShaftEntered | None = None
    below: ev.FreeBelow | None = None
    over: ev.TurnedOver | None = None
    turns_over: int = 0
    rod_in: bool = False
    rod_out: bool = False
    held: dict[tuple[Side, str], ev.RingSeated] = field(default_factory=dict)
    wanted: list[str] = field(default_factory=list)
    pairs: dict[str, ev.PairTightened] = field(default_factory=dict)
    packed: ev.PackedBetween | None = None
    drawn: ev.DrawnByCover | None = None
    covers: dict[Side, Cover] = field(default_factory=lambda: {side: Cover() for side in SIDES})
    turned: ev.CartridgeTurned | None = None
    flingers: dict[End, ev.FlingerSet] = field(default_factory=dict)
    flingers_on: date | None = None
    topped: ev.ToppedUp | None = None
    off: set[str] = field(default_factory=set)

    @property
    def pair(self) -> ev.PairTightened | None:
        """The nut pair that was tightened last."""
        return next(reversed(self.pairs.values()), None)

    def pair_done(self, end: str) -> bool:
        """Whether the nut pair of an end is in order, or was decided by name."""
        said = self.pairs.get(end)
        return said is not None and (
            said.decided_by != ""
            or all(verdict.level is not Level.STOP for verdict in said.verdicts)
        )

    @property
    def inside(self) -> bool:
        """Whether the shaft is in its housing, by hand."""
        return self.entered is not None and self.entered.by_hand

    @property
    def up(self) -> End | None:
        """The end that is up, for one that stands; None before the shaft is in, or while one
        lies."""
        if self.plan is None or not self.inside or self.plan.made.stands is not Stands.UPRIGHT:
            return None
        first = self.plan.made.seat(self.plan.made.first).end
        other: End = "far" if first == "drive" else "drive"
        return first if self.turns_over % 2 == 0 else other

    @property
    def rings_left(self) -> list[Side]:
        """Separable bearings whose outer rings are not in the housing yet."""
        if self.plan is None:
            return []
        by_side: dict[Side, str] = {"fixed": self.plan.fixed, "floating": self.plan.floating}
        return [
            side
            for side in SIDES
            if by_side[side] in self.plan.separable and side not in self.rings
        ]

    @property
    def in_housing(self) -> bool:
        """Whether shaft and first bearing are in the housing, turned over with room below."""
        stands = self.plan is not None and self.plan.made.stands is Stands.UPRIGHT
        return self.inside and (
            not stands or (self.over is not None and self.over.verdict.level is not Level.STOP)
        )

    @property
    def pair_right(self) -> bool:
        """Whether every nut pair is in order, or was decided by name."""
        return self.plan is not None and all(self.pair_done(end) for end in self.plan.made.nuts)

    @property
    def covered(self) -> bool:
        """Whether every cover is drawn down and the shaft turns."""
        ends = self.plan.made.covers if self.plan is not None else ()
        closed = (
            all(self.covers[self.plan.side_at(end)].done for end in ends)
            if self.plan is not None
            else False
        )
        return closed and self.turned is not None and self.turned.freely

    @property
    def flingers_left(self) -> list[End]:
        """Ends whose flinger is not set in order yet."""
        ends = self.plan.flingers if self.plan is not None else ()
        good = {
            end
            for end, said in self.flingers.items()
            if all(verdict.level is not Level.STOP for verdict in said.verdicts)
        }
        return [end for end in ends if end not in good]

    @property
    def finished(self) -> bool:
        """Whether it is topped up and runs free."""
        amount = self.topped.verdict if self.topped is not None else None
        right = (
            self.topped is not None
            and self.topped.no_contact
            and (amount is None or amount.level is not Level.STOP)
        )
        return not self.flingers_left and right


_Covered = ev.CoverMeasured | ev.JointSealed | ev.RoundTightened
_Closing = (
    ev.PackedBetween | ev.DrawnByCover | ev.FlingerSet | ev.CartridgeTurned | ev.ToppedUp | _Covered
)


def fold(state: Cartridge, event: Event, fact: ev.CartridgeFact) -> None:
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
        case ev.FreeBelow():
            state.below = fact
        case ev.RodUsed():
            state.rod_in, state.rod_out = True, fact.out
        case ev.RingSeated():
            state.held[fact.side, fact.sits] = fact
            state.off.discard(f"ring_{fact.sits}.{fact.side}")
        case ev.NextChosen():
            # The newest wish first.
            state.wanted = [fact.part, *(part for part in state.wanted if part != fact.part)]
        case ev.PartOff():
            _take_off(state, fact.part)
        case ev.TurnedOver():
            state.over = fact
            state.turns_over += fact.verdict.level is not Level.STOP
        case ev.PairTightened():
            state.pairs.pop(fact.end, None)
            state.pairs[fact.end] = fact
            state.off.discard(f"nuts.{fact.end}")
        case _:
            _fold_closed(state, event, fact)


def _fold_closed(state: Cartridge, event: Event, fact: _Closing) -> None:
    """Grease, covers and flingers."""
    match fact:
        case ev.PackedBetween():
            state.packed = fact
        case ev.DrawnByCover():
            state.drawn = fact
        case ev.FlingerSet():
            state.flingers[fact.end], state.flingers_on = fact, event.day
            state.off.discard(f"flinger.{fact.end}")
        case ev.CartridgeTurned():
            state.turned = fact
        case ev.ToppedUp():
            state.topped = fact
        case ev.CoverMeasured() | ev.JointSealed() | ev.RoundTightened():
            _cover(state.covers[fact.side], fact)
            if state.plan is not None:
                state.off.discard(f"cover.{state.plan.made.seat(fact.side).end}")
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


def _take_off(state: Cartridge, part: str) -> None:
    """What was said of a part says nothing of it once it is off; nor does how the shaft turned."""
    kind, _, where = part.partition(".")
    if kind == "cover" and state.plan is not None:
        state.covers[state.plan.side_at(where)] = Cover()  # type: ignore[arg-type]
    elif kind == "nuts":
        state.pairs.pop(where, None)
    elif kind == "flinger":
        state.flingers.pop(where, None)  # type: ignore[call-overload]
    elif kind in ("ring_shaft", "ring_bore"):
        side: Side = "fixed" if where == "fixed" else "floating"
        state.held.pop((side, kind.removeprefix("ring_")), None)
    state.turned = state.topped = None
    state.off.add(part)
