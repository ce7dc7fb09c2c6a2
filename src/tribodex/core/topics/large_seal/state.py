"""How a large shaft seal stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.large_seal import facts as ev
from tribodex.core.working import Level


def right(fact: Any) -> bool:
    """Whether something was said, and nothing of it stops."""
    return fact is not None and fact.verdict.level is not Level.STOP


@dataclass
class LargeSeal:
    """How a large shaft seal stands, now. Mutable only inside fold()."""

    plan: ev.LargeSealPlan | None = None
    warmed: ev.RingWarmed | None = None
    rested: ev.RingRested | None = None
    seat: ev.SeatReady | None = None
    spring: ev.SpringIn | None = None
    pressed: dict[float, ev.PressedAt] = field(default_factory=dict)
    flat: ev.SeatedFlat | None = None
    covered: ev.SealCovered | None = None
    side: ev.OpenSideSaid | None = None
    met: ev.ShaftMet | None = None

    @property
    def planned_right(self) -> bool:
        """Whether nothing of the plan stops."""
        return self.plan is not None and all(
            verdict.level is not Level.STOP for verdict in self.plan.verdicts
        )

    @property
    def next_hour(self) -> float | None:
        """Where it is pressed in next; None when every place of the order is done."""
        return (
            next((hour for hour in self.plan.order if hour not in self.pressed), None)
            if self.plan is not None
            else None
        )

    @property
    def spring_first(self) -> bool:
        """Whether the spring goes in before pressing: it comes apart, and the ring is whole."""
        return self.plan is not None and self.plan.spring_apart and not self.plan.split

    @property
    def left(self) -> str:
        """What is left to do, in its order; empty when everything is done."""
        plan = self.plan
        if plan is None or not self.planned_right:
            return "plan"
        steps = [
            ("warm", plan.warm is None or (plan.warm.value or 0.0) == 0.0 or right(self.warmed)),
            ("rest", not plan.rests or right(self.rested)),
            ("seat", right(self.seat)),
            ("spring", not self.spring_first or right(self.spring)),
            ("side", not plan.side_asked or right(self.side)),
            ("meet", not plan.side_asked or plan.shaft_last or right(self.met)),
            ("out", not any(not right(one) for one in self.pressed.values())),
            ("press", self.next_hour is None),
            ("spring", not (plan.spring_apart and plan.split) or right(self.spring)),
            ("flat", right(self.flat)),
            ("cover", plan.holds_itself or right(self.covered)),
            ("meet", not (plan.side_asked and plan.shaft_last) or right(self.met)),
        ]
        return next((name for name, done in steps if not done), "")


def fold(state: LargeSeal, _: Event, fact: ev.LargeSealFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.LargeSealPlanned():
            _planned_anew(state, fact.plan)
        case ev.RingWarmed():
            state.warmed = fact
        case ev.RingRested():
            state.rested = fact
        case ev.SeatReady():
            state.seat = fact
        case ev.SpringIn():
            state.spring = fact
        case ev.PressedAt():
            state.pressed[fact.hour] = fact
            # What was flat before it was pressed again says nothing now.
            state.flat = None
        case ev.OpenSideSaid():
            state.side = fact
        case ev.ShaftMet():
            state.met = fact
        case ev.RingTakenOut():
            # Its open side is looked at again before it goes in anew.
            state.pressed.clear()
            state.flat = state.covered = state.side = None
        case ev.SeatedFlat():
            state.flat = fact
            if not fact.flat:
                state.pressed.clear()
        case ev.SealCovered():
            state.covered = fact
        case _:
            assert_never(fact)


def _planned_anew(state: LargeSeal, plan: ev.LargeSealPlan) -> None:
    """What was judged by another plan is asked again: another ring from its box on, another order
    at the clock, another torque at the cover.
    """
    before, state.plan = state.plan, plan
    if before is None:
        return
    if (before.shaft_mm, before.material, before.split) != (
        plan.shaft_mm,
        plan.material,
        plan.split,
    ):
        state.warmed = state.rested = state.spring = None
        state.pressed.clear()
    if before.order != plan.order:
        state.pressed.clear()
    if not state.pressed:
        state.flat = None
    if before.cover_nm != plan.cover_nm or state.flat is None:
        state.covered = None
