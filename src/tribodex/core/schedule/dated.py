"""Days and weeks at which everything of a plant is due, at once."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date

import numpy as np
from numpy.typing import NDArray

from tribodex.core.schedule.due import NEVER, Days, due_days, interval_days, overdue

# Further ahead than this no week is counted.
LAST_WEEK = 10_000


@dataclass(frozen=True)
class Dated:
    """For each thing: the day it is due and how long its interval is (days of the calendar), its
    week from this one on, whether hours decide, whether it is late; `has_day` is false where
    nothing that is known limits it.
    """

    due: Days
    interval: Days
    week: NDArray[np.int64]
    by_hours: NDArray[np.bool_]
    late: NDArray[np.bool_]
    has_day: NDArray[np.bool_]


def dated(
    every_h: Days,
    every_days: Days,
    hours_per_day: Days,
    since: Days,
    today: date,
    *,
    run_from: Days | None = None,
) -> Dated:
    """Days and weeks of everything at once.

    Symbols: arrays of one shape; running hours, days, running hours a day (NaN: not limited by
    that, not known), days since which it counts; `run_from`: days from which running hours count
    (NaN, None: those too).
    Valid: as interval_days().
    Raises: nothing.
    Source: definition; weeks begin on Monday.

    >>> one = dated(
    ...     np.array([np.nan]),
    ...     np.array([30.0]),
    ...     np.array([np.nan]),
    ...     np.array([float(date(2026, 11, 2).toordinal())]),
    ...     date(2026, 11, 27),
    ... )
    >>> date.fromordinal(int(one.due[0])), one.week.tolist(), one.late.tolist()
    (datetime.date(2026, 12, 2), [1], [False])
    """
    interval = interval_days(every_h, every_days, hours_per_day)
    run_from = np.full(since.shape, np.nan) if run_from is None else run_from
    due = due_days(every_h, every_days, hours_per_day, since, run_from)
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        by_run = np.where(
            hours_per_day > 0,
            np.where(np.isnan(run_from), since, run_from) + every_h / hours_per_day,
            np.inf,
        )
    by_day = np.where(np.isnan(every_days), np.inf, since + every_days)
    monday = today.toordinal() - today.weekday()
    week = np.clip(np.floor((due - monday) / 7), -LAST_WEEK, LAST_WEEK).astype(np.int64)
    return Dated(
        due=due,
        interval=interval,
        week=week,
        by_hours=by_run <= by_day,
        late=overdue(due, interval, float(today.toordinal())),
        has_day=interval < NEVER,
    )


@dataclass(frozen=True)
class Occurrences:
    """Every time that things are due within some weeks: which thing (its index), the day, its week,
    whether it is the first time.

    `fixed`: somebody said the week, and no levelling moves it.
    """

    which: NDArray[np.int64]
    day: Days
    week: NDArray[np.int64]
    first: NDArray[np.bool_]
    fixed: NDArray[np.bool_]


def occurrences(when: Dated, again: NDArray[np.bool_], today: date, weeks: int) -> Occurrences:
    """Every time that things are due within so many weeks, once a week at the most: late ones
    today, then by their intervals.

    What is due beyond those weeks comes once, at its own day.

    Symbols: `again`: whether a thing is due again after it was done; weeks planned.
    Valid: weeks above zero.
    Raises: nothing.
    Source: definition.

    >>> one = dated(
    ...     np.array([np.nan]),
    ...     np.array([14.0]),
    ...     np.array([np.nan]),
    ...     np.array([float(date(2026, 11, 2).toordinal())]),
    ...     date(2026, 11, 27),
    ... )
    >>> occurrences(one, np.array([True]), date(2026, 11, 27), 6).week.tolist()
    [-1, 2, 4]
    """
    now = float(today.toordinal())
    monday = now - today.weekday()
    which = np.flatnonzero(when.has_day)
    begin = np.maximum(when.due[which], now)
    each = np.maximum(when.interval[which], 7.0)
    end = monday + 7.0 * weeks
    times = np.where(again[which], np.maximum(np.ceil((end - begin) / each), 1.0), 1.0).astype(
        np.int64
    )
    index = np.repeat(np.arange(which.size), times)
    nth = np.arange(index.size) - np.repeat(np.cumsum(times) - times, times)
    first = nth == 0
    day = np.where(first, when.due[which][index], np.floor(begin[index] + nth * each[index]))
    week = np.clip(np.floor((day - monday) / 7), -LAST_WEEK, LAST_WEEK).astype(np.int64)
    return Occurrences(which[index], day, week, first, np.zeros(index.size, dtype=np.bool_))


def moved(times: Occurrences, to: Mapping[int, int]) -> Occurrences:
    """The same with the next time of some things in a week that somebody said (thing by index: its
    week from this one on).
    """
    if not to:
        return times
    week, fixed = times.week.copy(), times.fixed.copy()
    for at in np.flatnonzero(times.first & np.isin(times.which, list(to))).tolist():
        week[at], fixed[at] = to[int(times.which[at])], True
    return replace(times, week=week, fixed=fixed)
