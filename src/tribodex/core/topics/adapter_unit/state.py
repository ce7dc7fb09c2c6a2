"""How an adapter unit stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.adapter_unit import facts as ev
from tribodex.core.topics.adapter_unit.plan import AdapterPlan
from tribodex.core.units.adapter import WITHIN_DEG
from tribodex.core.working import Level


@dataclass
class Driven:
    """How far the nut stands from its zero, now. Mutable only inside fold(). `attempt` counts what
    was begun again.
    """

    plan: AdapterPlan | None = None
    attempt: int = 1
    taps: list[bool] = field(default_factory=list)
    zero: ev.UnitZeroMarked | None = None
    turned_deg: float = 0.0
    turned_seq: int = 0
    counted: ev.PlateCounted | None = None
    seen_at_deg: float | None = None
    fitted: ev.PlateFitted | None = None
    tried: ev.DrivenTried | None = None

    @property
    def step_deg(self) -> float | None:
        """How far positions of the plate are apart: as counted here, else as planned."""
        if self.counted is not None:
            return self.counted.step_deg
        return self.plan.step_deg if self.plan is not None else None

    @property
    def first_deg(self) -> float | None:
        """How far it is to the plate's next position from here, as far as somebody looked."""
        if self.seen_at_deg is None:
            return None
        left = self.seen_at_deg - self.turned_deg
        return left % self.step_deg if left < 0 and self.step_deg else left if left >= 0 else None

    @property
    def reached(self) -> bool:
        """Whether the sheet's least turns are reached, and its most not passed."""
        if self.plan is None:
            return False
        return (
            self.plan.range_deg.low - WITHIN_DEG
            <= self.turned_deg
            <= self.plan.range_deg.high + WITHIN_DEG
        )

    @property
    def fitted_right(self) -> bool:
        """Whether the plate is on inside the sheet's range, or that was decided by name."""
        return self.fitted is not None and (
            self.fitted.verdict.level is not Level.STOP or self.fitted.decided_by != ""
        )


def begun_again(last: Driven | None) -> Driven:
    """The slice with the nut back: plan and what was counted stay."""
    return (
        Driven()
        if last is None
        else Driven(plan=last.plan, attempt=last.attempt + 1, counted=last.counted)
    )


def fold(state: Driven, event: Event, fact: ev.AdapterFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.AdapterPlanned():
            state.plan = fact.plan
        case ev.RimTapped():
            state.taps.append(fact.moved)
        case ev.UnitZeroMarked():
            state.zero, state.turned_deg = fact, 0.0
        case ev.UnitNutTurned():
            state.turned_deg += fact.degrees
            state.turned_seq = event.seq
            state.fitted = state.tried = None
        case ev.PlateCounted():
            state.counted = fact
        case ev.PlateSeen():
            state.seen_at_deg = state.turned_deg + fact.degrees
        case ev.PlateFitted():
            state.fitted = fact
            state.turned_deg += fact.turn_deg
            state.turned_seq = event.seq
        case ev.DrivenTried():
            state.tried = fact
        case _:
            assert_never(fact)
