"""How an insert in its housing stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.insert import facts as ev
from tribodex.core.units.insert import HoleStep, Push, Side, fitting_offset, groove_side
from tribodex.core.working import Level


@dataclass
class Insert:
    """How an insert in its housing stands, now. Mutable only inside fold()."""

    plan: ev.InsertPlan | None = None
    out: ev.OldInsertOut | None = None
    fitting: ev.FittingMeasured | None = None
    bore: ev.HousingBoreSeen | None = None
    entered: ev.InsertEntered | None = None
    centred: ev.InsertCentred | None = None
    closed: ev.HoleClosed | None = None
    goes: int = 0
    steps: list[ev.GreasedThroughHole] = field(default_factory=list)
    strokes: int = 0

    @property
    def side(self) -> Side:
        """Which side the groove has to face, from what was measured and seen."""
        offset = (
            fitting_offset(self.fitting.to_marked_mm, self.fitting.to_other_mm).value
            if self.fitting is not None
            else None
        )
        return groove_side(offset, self.bore.groove if self.bore is not None else None)

    @property
    def entered_right(self) -> bool:
        """Whether it is in the right way round."""
        return self.entered is not None and self.entered.verdict.level is not Level.STOP

    @property
    def centred_right(self) -> bool:
        """Whether it stands square enough and swivels."""
        return self.centred is not None and self.centred.verdict.level is not Level.STOP

    @property
    def closed_right(self) -> bool:
        """Whether its grease hole is closed as it should be."""
        return self.closed is not None and self.closed.verdict.level is not Level.STOP

    @property
    def hole_step(self) -> HoleStep | None:
        """The step that is next of a greasing that was begun through a plugged hole; None where
        none is under way.
        """
        begun = [step.step for step in self.steps]
        if HoleStep.PLUG_OUT not in begun or begun[-1] is HoleStep.PLUG_BACK:
            return None
        since = begun[len(begun) - 1 - begun[::-1].index(HoleStep.PLUG_OUT) :]
        if HoleStep.FITTING_IN not in since:
            return HoleStep.FITTING_IN
        went_in = any(
            step.step is HoleStep.STROKES and step.push is Push.EASY
            for step in self.steps[-len(since) :]
        )
        return HoleStep.PLUG_BACK if went_in else HoleStep.STROKES

    @property
    def may_grease(self) -> bool:
        """Whether a gun may be set to it: in, closed, and one that is regreased."""
        return self.done and self.plan is not None and self.plan.regreased

    @property
    def done(self) -> bool:
        """Whether everything is said and in order."""
        return (
            self.out is not None and self.entered_right and self.centred_right and self.closed_right
        )


def fold(state: Insert, _: Event, fact: ev.InsertFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.InsertPlanned():
            state.plan = fact.plan
        case ev.OldInsertOut():
            state.out = fact
        case ev.FittingMeasured():
            state.fitting = fact
        case ev.HousingBoreSeen():
            state.bore = fact
        case ev.InsertEntered():
            # Another one, or the same again: it came greased, and has got nothing here yet.
            state.entered, state.centred, state.strokes = fact, None, 0
        case ev.InsertCentred():
            state.centred = fact
            state.goes += 1
        case ev.HoleClosed():
            # Closed anew the steps begin again; what is in the insert stays in it.
            state.closed, state.steps = fact, []
        case ev.GreasedThroughHole():
            state.steps.append(fact)
            state.strokes += fact.strokes or 0
        case _:
            assert_never(fact)
