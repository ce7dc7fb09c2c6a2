"""How the seals of a housing stand, now."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from datetime import date
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.seals.kinds import SealKind
from tribodex.core.topics.seals import facts as ev
from tribodex.core.working import Level


@dataclass
class SideNow:
    """How the seal of one side stands, now."""

    joined: ev.LabyrinthJoined | None = None
    on: ev.RingOn | None = None
    placed: ev.LabyrinthPlaced | None = None
    pushed: ev.VRingPushed | None = None
    set: ev.SealSet | None = None
    purged: ev.SealPurged | None = None

    @property
    def free_mm(self) -> float | None:
        """Width of a V-ring before it was fitted, as it was said last; None where nobody did."""
        said = self.pushed.free_mm if self.pushed is not None else None
        return said if said is not None else self.on.free_mm if self.on is not None else None

    @property
    def joined_right(self) -> bool:
        """Whether the halves of a labyrinth are together, and turn."""
        return self.joined is not None and self.joined.verdict.level is not Level.STOP

    @property
    def placed_right(self) -> bool:
        """Whether a labyrinth stands in its gaps, its screws tight and outside."""
        return (
            self.placed is not None
            and self.placed.screws
            and all(v.level is not Level.STOP for v in self.placed.judgements())
        )

    @property
    def on_right(self) -> bool:
        """Whether it is on the right way round."""
        return self.on is not None and self.on.verdict.level is not Level.STOP


@dataclass
class Seals:
    """How the seals of a housing stand, now. Mutable only inside fold()."""

    plan: ev.SealPlan | None = None
    kept: ev.SealKept | None = None
    kept_on: date | None = None
    set_on: date | None = None
    sides: dict[ev.Side, SideNow] = field(
        default_factory=lambda: {"inboard": SideNow(), "outboard": SideNow()}
    )

    @property
    def planned_right(self) -> bool:
        """Whether nothing of the plan stops."""
        return self.plan is not None and all(
            verdict.level is not Level.STOP for verdict in self.plan.verdicts
        )

    @property
    def inboard_done(self) -> bool:
        """Whether the inboard ring is on, or the plan has none there."""
        if not self.planned_right or self.plan is None:
            return False
        return "inboard" not in self.plan.sides or self.sides["inboard"].on_right

    def left(self, side: ev.Side) -> str:
        """What is left to do at a side: join, on, place, push, set, purge; empty when it is done,
        or the plan has none there.
        """
        plan, now = self.plan, self.sides[side]
        if plan is None or side not in plan.sides:
            return ""
        if plan.halves and not now.joined_right:
            return "join"
        if not now.on_right:
            return "on"
        labyrinth = plan.kind is SealKind.LABYRINTH
        if labyrinth and not now.placed_right:
            return "place"
        if plan.kind is SealKind.V_RING and (
            now.pushed is None or now.pushed.verdict.level is Level.STOP
        ):
            return "push"
        if now.set is None or now.set.verdict.level is Level.STOP:
            return "set"
        return "purge" if labyrinth and (now.purged is None or not now.purged.shows) else ""

    @property
    def next(self) -> tuple[ev.Side, str] | None:
        """The side and what is left there; None when everything is done."""
        every: tuple[ev.Side, ...] = ("inboard", "outboard")
        return next(((side, left) for side in every if (left := self.left(side))), None)

    @property
    def asks_how_often(self) -> bool:
        """Whether it is open how often its labyrinth is purged."""
        return self.plan is not None and self.plan.halves and self.kept is None

    def strokes_in_all(self) -> int | None:
        """Strokes that purged its labyrinths, together; None where one was not counted."""
        counted = [
            now.purged.strokes
            for now in self.sides.values()
            if now.purged is not None and now.purged.shows
        ]
        return (
            sum(one or 0 for one in counted)
            if counted and all(one is not None for one in counted)
            else None
        )


def fold(state: Seals, event: Event, fact: ev.SealsFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.SealsPlanned():
            _planned_anew(state, fact.plan)
        case ev.LabyrinthJoined():
            # Apart and together again, or another one: what was done with it before says nothing
            # now.
            state.sides[fact.side] = SideNow(joined=fact)
        case ev.RingOn():
            # Another ring, or the same one again: what was done with it before says nothing now.
            state.sides[fact.side] = SideNow(joined=state.sides[fact.side].joined, on=fact)
        case ev.SealSet():
            state.sides[fact.side].set, state.set_on = fact, event.day
        case ev.LabyrinthPlaced():
            # What turned freely and purged before it was moved says nothing now.
            state.sides[fact.side] = replace(
                state.sides[fact.side], placed=fact, set=None, purged=None
            )
        case ev.VRingPushed():
            state.sides[fact.side] = replace(state.sides[fact.side], pushed=fact, set=None)
        case ev.SealPurged():
            state.sides[fact.side].purged = fact
        case ev.SealKept():
            state.kept, state.kept_on = fact, event.day
        case _:
            assert_never(fact)


def _planned_anew(state: Seals, plan: ev.SealPlan) -> None:
    """What was judged by another plan is asked again: another kind or purpose turns the lip,
    another width is pushed up to.
    """
    before, state.plan = state.plan, plan
    if before is None:
        return
    if (before.kind, before.purpose, before.drawn) != (plan.kind, plan.purpose, plan.drawn):
        state.sides = {"inboard": SideNow(), "outboard": SideNow()}
    if before.figure("set_width") != plan.figure("set_width"):
        for side in state.sides.values():
            side.pushed = None
    if before.figure("labyrinth_play") != plan.figure("labyrinth_play"):
        for side in state.sides.values():
            side.placed, side.purged = None, None
