"""How long a machine has run, from its hour meter: readings in order, a meter that was replaced,
and readings that cannot be.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date

# Two readings tell how long a machine runs a day once they lie so far apart (days).
METER_DAYS = 7
DAY_H = 24.0


@dataclass(frozen=True)
class Reading:
    """A reading of the hour meter; `old_h`: what the old meter showed last, where this one is
    new."""

    on: date
    meter_h: float
    old_h: float | None = None


@dataclass
class HourMeter:
    """Hours that a machine has run, whatever meters counted them: days with hours since the first
    reading, and the last reading itself.
    """

    runs: list[tuple[date, float]] = field(default_factory=list)
    last: Reading | None = None
    before: Reading | None = None

    def read(self, reading: Reading) -> bool:
        """Take a reading; one that cannot be is left out, and False.

        One that ran backwards, or further than the days that went by, is no reading of this meter.
        Where it fits the reading before the last one, the last one was the slip.
        """
        if self.last is None:
            self.runs, self.last = [(reading.on, 0.0)], reading
            return True
        hours = ran(self.last, reading)
        # A meter that was replaced was said to be: no slip.
        slip = self.before is not None and self.last.old_h is None
        if (
            hours is None
            and slip
            and self.before is not None
            and (hours := ran(self.before, reading)) is not None
        ):
            self.runs.pop()
            self.last, self.before = self.before, None
        if hours is None:
            return False
        self.runs.append((reading.on, self.runs[-1][1] + hours))
        self.before, self.last = self.last, reading
        return True

    @property
    def rate(self) -> float | None:
        """Hours a day between the last reading and the one that lies at least a week before it;
        None while there is none.
        """
        if len(self.runs) < 2:
            return None
        on, hours = self.runs[-1]
        base = next(
            ((day, h) for day, h in reversed(self.runs[:-1]) if (on - day).days >= METER_DAYS), None
        )
        return None if base is None else (hours - base[1]) / (on - base[0]).days

    @property
    def whole_rate(self) -> float:
        """Hours a day from the first reading to the last; 0 where that is less than a week."""
        days = (self.runs[-1][0] - self.runs[0][0]).days if self.runs else 0
        return self.runs[-1][1] / days if days >= METER_DAYS else 0.0

    @property
    def first_rate(self) -> float | None:
        """Hours a day from the first reading to the one at least a week after it; None while there
        is none.
        """
        if not self.runs:
            return None
        on, hours = self.runs[0]
        later = next(((day, h) for day, h in self.runs[1:] if (day - on).days >= METER_DAYS), None)
        return None if later is None else (later[1] - hours) / (later[0] - on).days

    def hours_since(self, since: date, per_day: float | None) -> tuple[float, date] | None:
        """Hours that were run from a day to the last reading, and the day of that; None where no
        reading is later than the day.

        Symbols: the day from which it counts; hours a day before the first reading (None: not
            known; then as after it).
        Valid: between two readings the machine is taken to have run evenly.
        Raises: nothing.
        Source: definition.

        >>> meter = HourMeter()
        >>> [
        ...     meter.read(Reading(date(2026, *day), h))
        ...     for day, h in (((1, 1), 1000), ((3, 2), 2440), ((3, 16), 2440))
        ... ]
        [True, True, True]
        >>> meter.hours_since(date(2026, 1, 1), None)
        (1440.0, datetime.date(2026, 3, 16))
        """
        if not self.runs or self.runs[-1][0] <= since:
            return None
        first, _ = self.runs[0]
        end, total = self.runs[-1]
        if since < first:
            rate = per_day if per_day is not None else self.first_rate
            return None if rate is None else (total + rate * (first - since).days, end)
        return total - self._at(since), end

    def _at(self, day: date) -> float:
        """Hours at a day between the first reading and the last."""
        found = 0.0
        for (a, low), (b, high) in zip(self.runs, self.runs[1:], strict=False):
            if a <= day <= b:
                # Of two readings of one day the later one counts.
                found = high if a == b else low + (high - low) * (day - a).days / (b - a).days
        return found


def ran(before: Reading, now: Reading) -> float | None:
    """Hours between two readings; None where they cannot be: backwards, or more than the days hold.

    >>> (
    ...     ran(Reading(date(2026, 1, 1), 1000), Reading(date(2026, 1, 11), 1160)),
    ...     ran(Reading(date(2026, 1, 1), 1000), Reading(date(2026, 1, 2), 900)),
    ... )
    (160, None)
    >>> ran(Reading(date(2026, 1, 1), 1000), Reading(date(2026, 1, 11), 20, old_h=1140))
    140
    """
    hours = now.meter_h - before.meter_h if now.old_h is None else now.old_h - before.meter_h
    # Read in the evening after a reading in the morning: a day more than the calendar says.
    return hours if 0 <= hours <= DAY_H * ((now.on - before.on).days + 1) else None
