"""When something is due: after so many running hours or so many days, whichever comes first; over a
whole plant at once.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import number_plain

Days = NDArray[np.float64]
# What nothing limits is due never: further away than any calendar goes (days).
NEVER = 10.0**6
# Late by this share of its interval it is overdue (common practice, no source); by a day at the
# least.
LATE_SHARE = 0.1
# Fresh grease so much too early, or so much too much, is too much (share; common practice, no
# source).
EARLY_SHARE, MORE_SHARE = 0.5, 1.5


class CareKind(StrEnum):
    """What a bearing is due for."""

    GREASE = "grease"
    LOOK = "look"
    TIGHTEN = "tighten"
    STORED = "stored"
    OIL = "oil"
    CARTRIDGE = "cartridge"
    PURGE = "purge"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "grease": "grease",
            "look": "look, feel and listen",
            "tighten": "tighten a second time",
            "stored": "turn by hand, while it is stored full",
            "oil": "oil level",
            "cartridge": "change the lubricator's cartridge",
            "purge": "purge its labyrinth seals",
        }[self.value]


@dataclass(frozen=True)
class Care:
    """Something that is due again and again, or once: after running hours, after days, whichever
    first. None: not limited by that.
    """

    kind: CareKind
    every_h: float | None
    every_days: float | None
    once: bool = False
    why: str = ""

    @property
    def words(self) -> str:
        """How often, in words.

        >>> Care(CareKind.GREASE, 75, 90).words
        'grease every 75 h of running or 90 days, whichever comes first'
        """
        hours = f"{number_plain(self.every_h)} h of running" if self.every_h is not None else ""
        days = f"{number_plain(self.every_days)} days" if self.every_days is not None else ""
        both = f"{hours} or {days}, whichever comes first" if hours and days else hours or days
        return f"{self.kind.words} {'after' if self.once else 'every'} {both}"


def checked(care: Care) -> Care:
    """The same, refused where nothing limits it or an interval is none.

    Raises InvalidInput.
    """
    if care.every_h is None and care.every_days is None:
        raise InvalidInput.at(
            "interval", f"How often is {care.kind.words} due?", "running hours, days, or both"
        )
    if any(each is not None and each <= 0 for each in (care.every_h, care.every_days)):
        raise InvalidInput.at("interval", "An interval is above zero.", "running hours or days")
    return care


def interval_days(every_h: Days, every_days: Days, hours_per_day: Days) -> Days:
    """Days until something is due, whichever comes first. NaN: not limited by that, or hours a day
    not known.

    Symbols: arrays of one shape; running hours, days, running hours a day.
    Valid: hours a day above zero where running hours limit; a machine that stands is limited by
        days alone.
    Raises: nothing.
    Source: definition.

    >>> interval_days(
    ...     np.array([75.0, 75.0]), np.array([90.0, np.nan]), np.array([16.0, 0.0])
    ... ).tolist()
    [4.6875, 1000000.0]
    """
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        by_hours = np.where(hours_per_day > 0, every_h / hours_per_day, np.nan)
    both = np.stack([by_hours, every_days])
    found: Days = np.where(
        np.isnan(both).all(axis=0), NEVER, np.nanmin(np.where(np.isnan(both), NEVER, both), axis=0)
    )
    return found


@dataclass(frozen=True)
class Run:
    """Hours of running since something was done, up to a day."""

    hours: float
    on: date

    def begins(self, hours_per_day: float | None) -> float | None:
        """The day (a number of the calendar) from which hours would count, had it always run as it
        does now; None where it stands.
        """
        return self.on.toordinal() - self.hours / hours_per_day if hours_per_day else None


def due_date(
    care: Care, since: date, hours_per_day: float | None, run: Run | None = None
) -> date | None:
    """The day something is due; None where nothing that is known limits it.

    `run`: hours that were run since, up to a day; `hours_per_day` then looks ahead from that day
    only.

    >>> due_date(Care(CareKind.GREASE, 75, 90), date(2026, 11, 1), 16)
    datetime.date(2026, 11, 5)
    >>> due_date(Care(CareKind.GREASE, 75, None), date(2026, 11, 1), None) is None
    True
    >>> due_date(
    ...     Care(CareKind.GREASE, 1600, None), date(2026, 1, 1), 20, Run(1440, date(2026, 3, 16))
    ... )
    datetime.date(2026, 3, 24)
    """
    none = np.nan
    begins = run.begins(hours_per_day) if run is not None else None
    day = due_days(
        np.array([care.every_h if care.every_h is not None else none]),
        np.array([care.every_days if care.every_days is not None else none]),
        np.array([hours_per_day if hours_per_day is not None else none]),
        np.array([float(since.toordinal())]),
        np.array([none if begins is None else begins]),
    )[0]
    return None if day >= NEVER else date.fromordinal(int(day))


def due_days(
    every_h: Days, every_days: Days, hours_per_day: Days, since: Days, run_from: Days
) -> Days:
    """Days at which things are due (numbers of the calendar); NEVER or later where nothing that is
    known limits them.

    Symbols: arrays of one shape; as interval_days(); the day since which it counts; the day from
        which running hours count (NaN: that too).
    Valid: as interval_days().
    Raises: nothing.
    Source: definition.

    >>> due_days(
    ...     np.array([100.0]),
    ...     np.array([np.nan]),
    ...     np.array([10.0]),
    ...     np.array([50.0]),
    ...     np.array([46.0]),
    ... ).tolist()
    [56.0]
    """
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        reached = np.where(np.isnan(run_from), since, run_from) + every_h / hours_per_day
        by_hours = np.where(hours_per_day > 0, np.maximum(since, reached), np.nan)
    both = np.stack([by_hours, since + every_days])
    least = np.nanmin(np.where(np.isnan(both), NEVER, both), axis=0)
    found: Days = np.where(least < NEVER, np.floor(least), 2 * NEVER)
    return found


def overdue(due: Days, interval: Days, today: float) -> NDArray[np.bool_]:
    """Whether something is late: by a tenth of its interval, a day at the least. Days as numbers of
    the calendar.

    >>> overdue(np.array([10.0, 10.0]), np.array([100.0, 5.0]), 12).tolist()
    [False, True]
    """
    late: NDArray[np.bool_] = today > due + np.maximum(
        LATE_SHARE * np.minimum(interval, NEVER), 1.0
    )
    return late


def is_late(day: date, since: date, today: date) -> bool:
    """Whether one thing is late, as overdue() says it of many.

    >>> (
    ...     is_late(date(2026, 11, 10), date(2026, 11, 1), date(2026, 11, 11)),
    ...     is_late(date(2026, 11, 10), date(2026, 11, 1), date(2026, 11, 12)),
    ... )
    (False, True)
    """
    due, interval = float(day.toordinal()), float((day - since).days)
    return bool(overdue(np.array([due]), np.array([interval]), float(today.toordinal()))[0])


def overgreased(
    given_g: float | None, asked_g: float | None, days_since: float | None, interval: float | None
) -> str:
    """Why a bearing got too much grease; empty where it did not, or where nobody knows.

    >>> (
    ...     overgreased(40, 20, 90, 90),
    ...     overgreased(20, 20, 10, 90),
    ...     overgreased(20, 20, 85, 90),
    ...     overgreased(None, 20, 1, 90),
    ... )
    ('40 g, where 20 g is asked', 'after 10 days of 90', '', '')
    """
    if given_g is None or given_g <= 0:
        return ""
    if asked_g is not None and given_g > MORE_SHARE * asked_g:
        return f"{number_plain(round(given_g))} g, where {number_plain(round(asked_g))} g is asked"
    if days_since is not None and interval is not None and days_since < EARLY_SHARE * interval:
        return f"after {number_plain(round(days_since))} days of {number_plain(round(interval))}"
    return ""


def minutes_of(
    greased: NDArray[np.bool_],
    strokes: Days,
    tightened: NDArray[np.bool_],
    cartridge: NDArray[np.bool_],
) -> Days:
    """Minutes at stops: the way and the look, the strokes (NaN: not known, ten), tightening, a
    cartridge (common practice, no source).

    >>> yes, no = np.array([True, False]), np.array([False, False])
    >>> minutes_of(yes, np.array([20.0, np.nan]), no, no).tolist()
    [6.0, 3.0]
    """
    greasing = np.where(greased, 1.0 + 0.1 * np.where(np.isnan(strokes), 10.0, strokes), 0.0)
    found: Days = 3.0 + greasing + np.where(tightened, 10.0, np.where(cartridge, 5.0, 0.0))
    return found
