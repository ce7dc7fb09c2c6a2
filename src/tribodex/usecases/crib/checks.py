"""Dates of checks, as typed."""

from __future__ import annotations

import re
from datetime import date, datetime, timedelta

from tribodex.core.errors import InvalidInput
from tribodex.core.job.day import plant_day


def not_ahead(said: str, recorded_at: datetime, field: str = "checked_on") -> None:
    """Raises InvalidInput for a day that has not come yet; the plant's day may be one ahead of the
    server's.
    """
    day = checked_day(said, field)
    if day is not None and day > plant_day(recorded_at) + timedelta(days=1):
        raise InvalidInput.at(
            field, f"{day.isoformat()} has not come yet.", "the day it was done, year-month-day"
        )


def checked_day(said: str, field: str = "checked_on") -> date | None:
    """The day something was checked or weighed; None where nothing is said. Raises InvalidInput."""
    day = said.strip()
    if not day:
        return None
    if not re.fullmatch(r"\d{4}-\d{2}-\d{2}", day):
        raise InvalidInput.at(
            field, f"“{day}” is not a date.", "year-month-day, for example 2026-03-02, or empty"
        )
    try:
        return date.fromisoformat(day)
    except ValueError:
        raise InvalidInput.at(
            field,
            f"“{day}” is not a day of the calendar.",
            "year-month-day, for example 2026-03-02",
        ) from None
