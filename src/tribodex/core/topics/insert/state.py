"""How an insert in its housing stands, now."""

from __future__ import annotations

from dataclasses import dataclass
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.insert import facts as ev
from tribodex.core.units.insert import Side, fitting_offset, groove_side
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

    @property
    def side(self) -> Side:
        """Which side the groove has to face, from what was measured and seen."""
        offset = fitting_offset(self.fitting.to_marked_mm, self.fitting.to_other_mm).value if self.fitting is not None else None
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
    def done(self) -> bool:
        """Whether everything is said and in order."""
        return self.out is not None and self.entered_right and self.centred_right and self.closed_right


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
            state.entered, state.centred = fact, None
        case ev.InsertCentred():
            state.centred = fact
            state.goes += 1
        case ev.HoleClosed():
            state.closed = fact
        case _:
            assert_never(fact)
