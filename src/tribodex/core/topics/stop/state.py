"""How a stop of a round stands, now."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.stop import facts as ev


@dataclass
class Stop:
    """How a stop stands, now. Mutable only inside fold()."""

    plan: ev.StopPlan | None = None
    done: ev.StopDone | None = None
    done_at: datetime | None = None
    done_on: date | None = None
    by: str = ""
    skipped: ev.StopSkipped | None = None
    skipped_on: date | None = None


def fold(state: Stop, event: Event, fact: ev.StopFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.StopPlanned():
            state.plan = fact.plan
        case ev.StopDone():
            state.done, state.done_at, state.done_on, state.by, state.skipped = (
                fact,
                event.happened_at,
                event.day,
                event.actor,
                None,
            )
        case ev.StopSkipped():
            # What was done stays done.
            if state.done is None:
                state.skipped, state.skipped_on, state.by = fact, event.day, event.actor
        case _:
            assert_never(fact)
