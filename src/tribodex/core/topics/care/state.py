"""How a bearing is kept, now."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.care import facts as ev
from tribodex.core.units.known import KeptBearing


@dataclass
class Keeping:
    """How a bearing is kept, now, and since when. Mutable only inside fold()."""

    bearing: KeptBearing | None = None
    plan: ev.CarePlan | None = None
    since: date | None = None
    seq: int = 0


def fold(state: Keeping, event: Event, fact: ev.CareFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.BearingSaid():
            state.bearing = fact.bearing
        case ev.CareSet():
            state.plan, state.since, state.seq = fact.plan, event.day, event.seq
        case _:
            assert_never(fact)
