"""Stops of a plan: all that is due at a place in one week, as columns over a whole plant."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tribodex.core.schedule.dated import Dated, Occurrences
from tribodex.core.schedule.due import CareKind, Days, minutes_of
from tribodex.core.schedule.levelling import Duties, level

KINDS = tuple(CareKind)
_GREASE, _TIGHTEN, _CARTRIDGE, _PURGE = (
    KINDS.index(kind)
    for kind in (CareKind.GREASE, CareKind.TIGHTEN, CareKind.CARTRIDGE, CareKind.PURGE)
)
Index = NDArray[np.int64]


@dataclass(frozen=True)
class Things:
    """What is due anywhere, as columns: place, kind, route and crew by index, strokes (NaN: none
    known), whether it got too much last time.
    """

    place: Index
    kind: Index
    route: Index
    crew: Index
    strokes: Days
    over: NDArray[np.bool_]


@dataclass(frozen=True)
class Stops:
    """Stops as columns: `thing` is what is due there first, its day `due`; kinds as bits of KINDS;
    `over` a thing that got too much, or -1.
    """

    thing: Index
    week: Index
    due: Days
    late: NDArray[np.bool_]
    kinds: Index
    strokes: Days
    over: Index
    minutes: Days

    def kinds_at(self, i: int) -> tuple[CareKind, ...]:
        """What is due at a stop."""
        return tuple(kind for n, kind in enumerate(KINDS) if self.kinds[i] >> n & 1)


def stops(things: Things, when: Dated, times: Occurrences, weeks: int, capacity_min: Days) -> Stops:
    """Every time that something is due, levelled over weeks by crew, gathered by place and week.

    Symbols: things with their days; every time they are due; weeks planned; minutes a week by crew.
    Valid: as level(). Raises: nothing. Source: definition.
    """
    which = times.which
    kind, strokes = things.kind[which], things.strokes[which]
    greased, tightened, cartridge = kind == _GREASE, kind == _TIGHTEN, kind == _CARTRIDGE
    minutes = minutes_of(greased | (kind == _PURGE), strokes, tightened, cartridge)
    # A week that somebody said leaves no room.
    room = np.where(times.fixed, 0.0, when.interval[which] / 7)
    week = level(
        Duties(things.route[which], things.crew[which], times.week, room, minutes),
        weeks,
        capacity_min,
    )
    # The soonest at a place in a week stands first; what comes twice in a week is one stop.
    order = np.lexsort((times.day, week, things.place[which]))
    place = things.place[which][order]
    new = np.ones(order.size, dtype=np.bool_)
    new[1:] = (place[1:] != place[:-1]) | (np.diff(week[order]) != 0)
    at = np.empty(order.size, dtype=np.int64)
    at[order] = np.cumsum(new) - 1
    count = int(new.sum())

    kinds = np.zeros(count, dtype=np.int64)
    np.bitwise_or.at(kinds, at, 1 << kind)
    late, over, pumped = (
        np.zeros(count, dtype=np.bool_),
        np.full(count, -1, dtype=np.int64),
        np.full(count, np.nan),
    )
    late[at[times.first & when.late[which]]] = True
    much = times.first & things.over[which]
    over[at[much]] = which[much]
    pumped[at[greased]] = strokes[greased]

    def has(index: int) -> NDArray[np.bool_]:
        found: NDArray[np.bool_] = (kinds >> index & 1).astype(np.bool_)
        return found

    soonest = order[new]
    took = minutes_of(has(_GREASE) | has(_PURGE), pumped, has(_TIGHTEN), has(_CARTRIDGE))
    return Stops(
        thing=which[soonest],
        week=week[soonest],
        due=times.day[soonest],
        late=late,
        kinds=kinds,
        strokes=pumped,
        over=over,
        minutes=took,
    )
