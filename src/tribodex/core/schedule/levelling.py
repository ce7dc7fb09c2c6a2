"""In which week each thing is done, so that no week is overloaded, nothing is late, and nothing is
greased too early.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tribodex.core.schedule.due import Days

# A thing may be done this share of its interval before it is due: earlier is over-greasing (common
# practice, no source).
EARLY_SHARE = 0.25


@dataclass(frozen=True)
class Duties:
    """Things due, as columns: their route and crew by index, the week they are due (0 this one,
    below zero late), their interval in weeks, minutes.
    """

    route: NDArray[np.int64]
    crew: NDArray[np.int64]
    due_week: NDArray[np.int64]
    interval_weeks: Days
    minutes: Days


def level(duties: Duties, weeks: int, capacity_min: Days) -> NDArray[np.int64]:
    """The week of each duty: never after it is due, as late as it fits, where its route is walked
    anyway; late ones at once.

    A week that every possible place of a duty overloads takes it all the same: nothing is left out.
    What is due beyond the weeks that are planned keeps its own week.

    Symbols: weeks planned; minutes a week by crew.
    Valid: weeks above zero; a capacity for each crew.
    Raises: nothing.
    Source: those without a choice first, then latest first, by capacity; our rule.

    >>> two = Duties(
    ...     np.array([0, 0, 1]),
    ...     np.zeros(3, np.int64),
    ...     np.array([1, 1, -2]),
    ...     np.array([8.0, 8.0, 4.0]),
    ...     np.array([60.0, 60.0, 5.0]),
    ... )
    >>> level(two, 4, np.array([100.0])).tolist()
    [1, 0, 0]
    """
    last = np.maximum(duties.due_week, 0)
    first = np.clip(np.ceil(duties.due_week - EARLY_SHARE * duties.interval_weeks), 0, last).astype(
        np.int64
    )
    found = last.copy()
    near = duties.due_week < weeks
    crews, routes = capacity_min.size, int(duties.route.max(initial=0)) + 1
    load = np.zeros((crews, weeks))
    walked = np.zeros((crews, routes, weeks), dtype=np.bool_)
    # Most things have no choice: they are late, or come again every week.
    set_ = near & (first == last)
    np.add.at(load, (duties.crew[set_], last[set_]), duties.minutes[set_])
    walked[duties.crew[set_], duties.route[set_], last[set_]] = True
    # Of the others those with the least choice first: the ones that are due soon, long ones before
    # short ones.
    free = np.flatnonzero(near & ~set_)
    free = free[np.lexsort((free, -duties.minutes[free], duties.due_week[free]))]
    loads, walks, capacities = load.tolist(), walked.tolist(), capacity_min.tolist()
    columns = (
        free,
        duties.crew[free],
        duties.route[free],
        first[free],
        last[free],
        duties.minutes[free],
    )
    for i, crew, route, early, late, minutes in zip(
        *(column.tolist() for column in columns), strict=True
    ):
        week = _week(loads[crew], walks[crew][route], early, late, capacities[crew] - minutes)
        found[i] = week
        loads[crew][week] += minutes
        walks[crew][route][week] = True
    return found


def _week(load: list[float], walked: list[bool], early: int, late: int, room: float) -> int:
    fits = [week for week in range(late, early - 1, -1) if load[week] <= room]
    if not fits:
        return min(range(late, early - 1, -1), key=load.__getitem__)
    return next((week for week in fits if walked[week]), fits[0])
