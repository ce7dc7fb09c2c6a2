"""A stop of the rounds that goes to another week."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime


@dataclass(frozen=True)
class StopMove:
    """A stop that somebody moved to another week: `since` by kind is what each counted from then;
    done since, the move is over.
    """

    position_id: str
    since: dict[str, date]
    to_week: date
    reason: str
    actor: str
    client_event_id: str
    recorded_at: datetime
