"""The stops of the plan over the whole plant: computed as columns, written out only where they are
asked for.
"""

from __future__ import annotations

import threading
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
from numpy.typing import NDArray

from tribodex.core.schedule.dated import dated, moved, occurrences
from tribodex.core.schedule.due import CareKind, Days
from tribodex.core.schedule.moves import StopMove
from tribodex.core.schedule.stops import KINDS, Things, stops
from tribodex.usecases.ports import CareRow, Crew, Store

# Plans of so many sites and lengths are kept at once.
PLANS = 12
# Where the plant names no crews: one, a day a week (min; common practice, no source).
USUAL_CREW = Crew("maintenance", 480.0, ())


@dataclass(frozen=True)
class DueStop:
    """A stop: a position with all that is due there in one week. `over`: why it got too much grease
    last time; `moved`: who moved it here; `in_round`: number of the open round that it stands in.
    """

    position_id: str
    position: str
    machine: str
    route: str
    crew: str
    week: int
    kinds: tuple[CareKind, ...]
    words: str
    due_on: date
    by_hours: bool
    late: bool
    over: str
    strokes: int | None
    minutes: float
    moved: str = ""
    in_round: int | None = None


@dataclass(frozen=True)
class RoundsAsked:
    """Which stops: of a week, a route, a crew; the late ones; those that got too much grease."""

    week: int | None = None
    route: str = ""
    crew: str = ""
    only: str = ""
    limit: int = 50


@dataclass(frozen=True)
class CrewWeek:
    """A week of a crew: minutes of work on what it has, by route."""

    crew: str
    minutes: float
    minutes_a_week: float
    stops: int
    routes: tuple[str, ...]


@dataclass(frozen=True)
class RoundWeek:
    """A week of the plan, by crew."""

    week: int
    begins: date
    crews: tuple[CrewWeek, ...]


class DueStops:
    """Every stop of the weeks that are planned, and the next one of what is due later, in the order
    in which they are walked.
    """

    def __init__(
        self,
        rows: Sequence[CareRow],
        crews: Sequence[Crew],
        today: date,
        weeks: int,
        moves: Sequence[StopMove] = (),
    ) -> None:
        """Level everything. No crews: the usual one. A move holds until what was moved is done, or
        its week is over.
        """
        self.crews = list(crews) or [USUAL_CREW]
        # What was written of it, by what was asked: the same for everybody until the plan changes.
        self.written: dict[object, bytes] = {}
        self._rows, self._weeks = rows, weeks
        self._monday = today - timedelta(days=today.weekday())
        columns = list(zip(*rows, strict=True)) or [()] * len(CareRow._fields)
        (
            ids,
            _,
            machines,
            routes,
            kinds,
            every_h,
            every_days,
            hours_per_day,
            since,
            strokes,
            over,
            run_from,
        ) = columns
        days = np.array([day.toordinal() for day in since], np.float64)
        when = dated(
            _known(every_h),
            _known(every_days),
            _known(hours_per_day),
            days,
            today,
            run_from=_known(run_from),
        )
        kind = np.array([KINDS.index(CareKind(each)) for each in kinds], np.int64)
        place, _ = _ranked(ids)
        route, self.routes = _ranked(routes)
        crew_of = {
            name: n for n, crew in reversed(list(enumerate(self.crews))) for name in crew.routes
        }
        crew = (
            np.array([crew_of.get(name, 0) for name in self.routes], np.int64)[route]
            if rows
            else route
        )
        again = kind != KINDS.index(CareKind.TIGHTEN)
        things = Things(
            place=place,
            kind=kind,
            route=route,
            crew=crew,
            strokes=_known(strokes),
            over=np.array([bool(each) for each in over], np.bool_),
        )
        capacity = np.array([each.minutes_a_week for each in self.crews])
        times = moved(occurrences(when, again, today, weeks), self._moved_weeks(moves))
        self._stops = made = stops(things, when, times, weeks, capacity)
        self._by_hours = when.by_hours
        self._route, self._crew = route[made.thing], crew[made.thing]
        machine, _ = _ranked(machines)
        self._order = np.lexsort(
            (place[made.thing], made.due, machine[made.thing], self._route, ~made.late, made.week)
        )
        self.undated = int((~when.has_day).sum())
        self.late, self.over = int(made.late.sum()), int((made.over >= 0).sum())
        self.later = int((made.week >= weeks).sum())

    def _moved_weeks(self, moves: Sequence[StopMove]) -> dict[int, int]:
        """Things that somebody moved, by index, with their week from this one on."""
        self._moved: dict[tuple[str, int], str] = {}
        newest = {
            (move.position_id, kind): move
            for move in moves
            if move.to_week >= self._monday
            for kind in move.since
        }
        found = {}
        for at, row in enumerate(self._rows if newest else ()):
            move = newest.get((row.position_id, row.kind))
            if move is not None and move.since[row.kind] == row.since:
                found[at] = (move.to_week - self._monday).days // 7
                self._moved[row.position_id, found[at]] = (
                    f"moved here by {move.actor}: {move.reason}"
                )
        return found

    def since_at(self, position_id: str, kinds: Iterable[CareKind]) -> dict[str, date]:
        """Since when what is due at a position counts, by kind."""
        wanted = set(kinds)
        return {
            row.kind: row.since
            for row in self._rows
            if row.position_id == position_id and CareKind(row.kind) in wanted
        }

    def asked(self, asked: RoundsAsked) -> NDArray[np.int64]:
        """Which stops are asked for."""
        made = self._stops
        wanted = np.ones(made.week.size, np.bool_)
        if asked.week is not None:
            wanted &= made.week == asked.week
        if asked.route:
            wanted &= self._route == (
                self.routes.index(asked.route) if asked.route in self.routes else -1
            )
        if asked.crew:
            wanted &= self._crew == next(
                (n for n, crew in enumerate(self.crews) if crew.name == asked.crew), -1
            )
        if asked.only:
            wanted &= made.late if asked.only == "late" else made.over >= 0
        found: NDArray[np.int64] = self._order[wanted[self._order]]
        return found

    def left_out(self, which: NDArray[np.int64], positions: Iterable[str]) -> NDArray[np.int64]:
        """The same stops without those at these positions."""
        out = set(positions)
        if not out:
            return which
        return which[
            [
                self._rows[thing].position_id not in out
                for thing in self._stops.thing[which].tolist()
            ]
        ]

    def listed(self, which: Iterable[int] | None = None) -> list[DueStop]:
        """Stops written out: these, or every one of them."""
        return [self._stop(int(i)) for i in (self._order if which is None else which)]

    def first_at(self, positions: Iterable[str]) -> list[DueStop]:
        """The first stop at each of these positions, where something is due there."""
        wanted, found = set(positions), {}
        for i in self._order.tolist():
            position = self._rows[self._stops.thing[i]].position_id
            if position in wanted and position not in found:
                found[position] = self._stop(i)
        return list(found.values())

    def weeks(self) -> tuple[RoundWeek, ...]:
        """What each week holds for each crew."""
        made, crews, weeks = self._stops, len(self.crews), self._weeks
        near = made.week < weeks
        slot = made.week[near] * crews + self._crew[near]
        minutes = np.bincount(slot, made.minutes[near], weeks * crews)
        count = np.bincount(slot, minlength=weeks * crews)
        on: list[list[str]] = [[] for _ in range(weeks * crews)]
        for each in np.unique(slot * max(len(self.routes), 1) + self._route[near]).tolist():
            on[each // len(self.routes)].append(self.routes[each % len(self.routes)])

        def of(week: int) -> tuple[CrewWeek, ...]:
            slots = range(week * crews, (week + 1) * crews)
            return tuple(
                CrewWeek(
                    crew.name, round(minutes[n]), crew.minutes_a_week, int(count[n]), tuple(on[n])
                )
                for n, crew in zip(slots, self.crews, strict=True)
            )

        return tuple(
            RoundWeek(week, self._monday + timedelta(weeks=week), of(week)) for week in range(weeks)
        )

    def _stop(self, i: int) -> DueStop:
        made = self._stops
        row = self._rows[made.thing[i]]
        strokes = None if np.isnan(made.strokes[i]) else int(made.strokes[i])
        kinds = made.kinds_at(i)
        words = [
            (
                f"{kind.words}, {strokes} strokes"
                if kind is CareKind.GREASE and strokes is not None
                else kind.words
            )
            for kind in kinds
        ]
        return DueStop(
            position_id=row.position_id,
            position=row.position,
            machine=row.machine,
            route=row.route,
            crew=self.crews[self._crew[i]].name,
            week=int(made.week[i]),
            kinds=kinds,
            words="; ".join(words),
            due_on=date.fromordinal(int(made.due[i])),
            by_hours=bool(self._by_hours[made.thing[i]]),
            late=bool(made.late[i]),
            over=self._rows[made.over[i]].over if made.over[i] >= 0 else "",
            strokes=strokes,
            minutes=float(made.minutes[i]),
            moved=self._moved.get((row.position_id, int(made.week[i])), ""),
        )


class KeptPlan:
    """The plan as it was levelled last: made anew as soon as anything of it changes, or the day
    does. For many threads.
    """

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._kept: dict[tuple[str | None, int], tuple[object, DueStops]] = {}

    def of(self, store: Store, today: date, weeks: int) -> DueStops:
        """The plan of so many weeks, of the site that the store holds."""
        key = (store.site, weeks)
        crews = tuple(store.crews())
        moves = tuple(store.stop_moves(today - timedelta(days=today.weekday())))
        # The mark is read before the rows: what changes in between is found by the next one who
        # asks.
        asked = (
            store.care_mark(),
            crews,
            [(move.client_event_id, move.actor) for move in moves],
            today,
            weeks,
        )
        with self._lock:
            kept = self._kept.get(key)
            if kept is not None and kept[0] == asked:
                return kept[1]
        made = DueStops(store.care_rows(), crews, today, weeks, moves)
        with self._lock:
            self._kept[key] = (asked, made)
            while len(self._kept) > PLANS:
                del self._kept[next(iter(self._kept))]
        return made


def _known(values: Sequence[float | None]) -> Days:
    return np.array([np.nan if value is None else value for value in values], np.float64)


def _ranked(names: Sequence[str]) -> tuple[NDArray[np.int64], list[str]]:
    """Each name's place among the names in order, and the names."""
    every = sorted(set(names))
    at = {name: n for n, name in enumerate(every)}
    return np.array([at[name] for name in names], np.int64), every
