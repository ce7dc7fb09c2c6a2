"""How a cam follower stands, now."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import assert_never

from tribodex.core.follower.stud import Mount
from tribodex.core.job.facts import Event
from tribodex.core.topics.follower import facts as ev
from tribodex.core.working import Level


@dataclass
class Follower:
    """How a cam follower stands, now. Mutable only inside fold()."""

    planned: ev.FollowerPlan | None = None
    fit: ev.StudFitted | None = None
    set_in: ev.FollowerSet | None = None
    clamped: ev.StudClamped | None = None
    backed: ev.PlatesBacked | None = None
    plug: ev.PlugSaid | None = None
    turned: ev.RollerTurned | None = None

    @property
    def carried(self) -> bool:
        """Whether what carries it is in order, or was decided by name: its nut, or the plates of
        its fork.
        """
        if self.planned is not None and self.planned.mount is Mount.YOKE:
            return self.backed is not None and self.backed.verdict.level is Level.GOOD
        return self.clamped is not None and (
            self.clamped.verdict.level is Level.GOOD or self.clamped.decided_by != ""
        )

    @property
    def done(self) -> bool:
        """Whether everything is said and in order."""
        in_order = [
            said is not None and said.verdict.level is not Level.STOP
            for said in (self.set_in, self.plug)
        ]
        return self.fit is not None and all(in_order) and self.carried and self.turned is not None


def fold(state: Follower, _: Event, fact: ev.FollowerFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.FollowerPlanned():
            state.planned = fact.plan
        case ev.StudFitted():
            state.fit = fact
        case ev.FollowerSet():
            state.set_in = fact
        case ev.ClampThreadSaid():
            clamp = state.planned.clamp if state.planned is not None else None
            if state.planned is not None and clamp is not None:
                meant = replace(clamp, thread=fact.thread, source=f"{clamp.source}; {fact.source}")
                # What was set before anybody could judge it is set by the answer.
                state.planned, state.clamped = replace(state.planned, clamp=meant), None
        case ev.StudClamped():
            state.clamped = fact
        case ev.PlatesBacked():
            state.backed = fact
        case ev.PlugSaid():
            state.plug = fact
        case ev.RollerTurned():
            state.turned = fact
        case _:
            assert_never(fact)
