"""In which week each thing is done, so that no week is overloaded, nothing is late, and nothing is greased too early."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

# A thing may be done this share of its interval before it is due: earlier is over-greasing (common practice, no source).
EARLY_SHARE = 0.25


@dataclass(frozen=True)
class DueWork:
    """Something due: its route and crew, the week it is due (0 this one, below zero late), its interval in weeks, minutes."""

    route: str
    crew: str
    due_week: int
    interval_weeks: float
    minutes: float


def level(duties: Sequence[DueWork], weeks: int, capacity_min: Mapping[str, float], usual_min: float) -> list[int]:
    """The week of each duty: never after it is due, as late as it fits, where its route is walked anyway; late ones at once.

    A week that every possible place of a duty overloads takes it all the same: nothing is left out. What is due beyond the weeks that are
    planned keeps its own week.

    Symbols: weeks planned; minutes a week by crew, `usual_min` where a crew has none of its own.
    Valid: weeks above zero.
    Raises: nothing.
    Source: latest first, by capacity; our rule.

    >>> level([DueWork("kiln", "a", 1, 8, 60), DueWork("kiln", "a", 1, 8, 60), DueWork("mill", "a", -2, 4, 5)], 4, {}, 100)
    [1, 0, 0]
    """
    load: dict[tuple[str, int], float] = {}
    walked: dict[tuple[str, str], set[int]] = {}
    found = [0] * len(duties)
    # Those with the least choice first: late ones, then those that are due soon.
    for i in sorted(range(len(duties)), key=lambda i: (duties[i].due_week, -duties[i].minutes, i)):
        duty = duties[i]
        if duty.due_week >= weeks:
            found[i] = duty.due_week
            continue
        week = _week(duty, load, walked.get((duty.crew, duty.route), set()), capacity_min.get(duty.crew, usual_min))
        found[i] = week
        load[duty.crew, week] = load.get((duty.crew, week), 0.0) + duty.minutes
        walked.setdefault((duty.crew, duty.route), set()).add(week)
    return found


def _week(duty: DueWork, load: Mapping[tuple[str, int], float], walked: set[int], capacity: float) -> int:
    last = max(duty.due_week, 0)
    first = max(0, min(last, math.ceil(duty.due_week - EARLY_SHARE * duty.interval_weeks)))
    choice = range(last, first - 1, -1)
    fits = [week for week in choice if load.get((duty.crew, week), 0.0) + duty.minutes <= capacity]
    if not fits:
        return min(choice, key=lambda week: (load.get((duty.crew, week), 0.0), -week))
    return next((week for week in fits if week in walked), fits[0])
