"""The plant's days: a tap at half past eleven at night belongs to that day there, whatever day it
is in Greenwich.
"""

from __future__ import annotations

from datetime import UTC, date, datetime, tzinfo


class PlantDays:
    """Where days begin: the plant's time zone, set once when the program starts. UTC until then."""

    zone: tzinfo = UTC


def keep_days_of(zone: tzinfo) -> None:
    """Count days in this zone from now on."""
    PlantDays.zone = zone


def plant_day(moment: datetime) -> date:
    """The day of a moment at the plant.

    >>> plant_day(datetime(2026, 3, 1, 23, 30, tzinfo=UTC))
    datetime.date(2026, 3, 1)
    """
    return moment.astimezone(PlantDays.zone).date()
