"""How a housed unit stands, now."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.units import facts as ev
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.units.locking import UnitLock
from tribodex.core.working import Level


@dataclass
class Unit:
    """How a housed unit stands, now. Mutable only inside fold(). `bolted_seq`, `turned_seq`: when
    that was said, over all units of a shaft.
    """

    plan: UnitPlan | None = None
    on: ev.SlidOn | None = None
    found: ev.FloatFound | None = None
    lined: ev.LinedUp | None = None
    bolted: ev.HousingBolted | None = None
    bolted_seq: int = 0
    turned: ev.ShaftTurned | None = None
    turned_seq: int = 0
    locked: ev.UnitLocked | None = None
    locked_on: date | None = None
    joined: ev.HalvesJoined | None = None
    tried: ev.UnitTried | None = None
    again: ev.ScrewsAgain | None = None

    @property
    def is_on(self) -> bool:
        """Whether it is on its shaft, without force."""
        return self.on is not None and self.on.by_hand

    @property
    def lined_right(self) -> bool:
        """Whether it is lined up well enough to be bolted."""
        return self.lined is not None and self.lined.verdict.level in (Level.GOOD, Level.WATCH)

    @property
    def bolted_right(self) -> bool:
        """Whether its housing is at torque, or that was decided by name."""
        return self.bolted is not None and (
            self.bolted.verdict.level is not Level.STOP or self.bolted.decided_by != ""
        )

    @property
    def turned_after(self) -> bool:
        """Whether the shaft was turned freely after this housing was bolted."""
        return self.turned is not None and self.turned.freely and self.turned_seq > self.bolted_seq

    @property
    def locked_right(self) -> bool:
        """Whether it is locked in order, or that was decided by name."""
        if self.locked is None:
            return False
        return self.locked.decided_by != "" or all(
            verdict.level is not Level.STOP for verdict in self.locked.verdicts
        )

    @property
    def in_halves(self) -> bool:
        """Whether it is laid and screwed together round the shaft, before its housing closes over
        it.
        """
        return self.plan is not None and self.plan.lock is UnitLock.HALVES

    @property
    def joined_right(self) -> bool:
        """Whether its halves are screwed together in order, or that was decided by name."""
        if self.joined is None or not self.joined.joints_alike:
            return False
        return self.joined.decided_by != "" or all(
            verdict.level is not Level.STOP for verdict in self.joined.verdicts
        )

    @property
    def has_screws(self) -> bool:
        """Whether set screws are to be tightened a second time."""
        return self.plan is not None and self.plan.lock is UnitLock.SET_SCREWS


def fold(state: Unit, event: Event, fact: ev.UnitsFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.UnitPlanned():
            state.plan = fact.plan
        case ev.SlidOn():
            state.on = fact
        case ev.FloatFound():
            state.found = fact
        case ev.LinedUp():
            state.lined = fact
            # What was bolted and turned belonged to the place before.
            state.bolted, state.turned = None, None
        case ev.HousingBolted():
            state.bolted, state.bolted_seq = fact, event.seq
        case ev.ShaftTurned():
            state.turned, state.turned_seq = fact, event.seq
        case ev.UnitLocked():
            state.locked, state.locked_on, state.tried = fact, event.day, None
        case ev.HalvesJoined():
            # Nobody reaches the joints of a closed housing.
            state.joined, state.bolted, state.turned = fact, None, None
        case ev.UnitTried():
            state.tried = fact
        case ev.ScrewsAgain():
            state.again = fact
        case _:
            assert_never(fact)
