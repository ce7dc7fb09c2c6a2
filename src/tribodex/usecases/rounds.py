"""Rounds: what is due over the plant, levelled over weeks by route and crew, and a round that is opened as a job of its own."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta

import numpy as np

from tribodex.core.errors import InvalidInput
from tribodex.core.job.facts import Fact, JobOpened, Planned
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.schedule.dated import dated, occurrences
from tribodex.core.schedule.due import CareKind, Days, minutes_for
from tribodex.core.schedule.history import DueNow
from tribodex.core.schedule.levelling import DueWork, level
from tribodex.core.topics import fold
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.stop.facts import StopPlan, StopPlanned
from tribodex.usecases.care import due_read
from tribodex.usecases.jobs import ROUND, Loaded, append, load
from tribodex.usecases.ports import CareRow, ConcurrentWriter, Crew, Reference, Store, Tap

STOP_PROCEDURE = "round-stop"
WEEKS, MOST_WEEKS = 12, 52
# What one person walks in a round; more is two rounds.
MOST_STOPS = 60
# Where the plant names no crews: one, a day a week (min; common practice, no source).
USUAL_CREW = Crew("maintenance", 480.0, ())


@dataclass(frozen=True)
class DueStop:
    """A stop: a position with all that is due there in one week. `over`: why it got too much grease last time."""

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


@dataclass(frozen=True)
class RoundsAsked:
    """Which stops: of a week, a route, a crew; the late ones; those that got too much grease."""

    week: int | None = None
    route: str = ""
    crew: str = ""
    only: str = ""
    limit: int = 50


@dataclass(frozen=True)
class Rounds:
    """The plan: loads of the weeks, and the stops that were asked for. `undated`: what has no day, for want of hours a day."""

    today: date
    weeks: tuple[RoundWeek, ...]
    stops: tuple[DueStop, ...]
    more: int
    late: int
    over: int
    later: int
    undated: int
    routes: tuple[str, ...]
    crews: tuple[str, ...]


def rounds(store: Store, today: date, asked: RoundsAsked, weeks: int = WEEKS) -> Rounds:
    """What is due over the plant. Raises InvalidInput for weeks that cannot be planned."""
    if not 1 <= weeks <= MOST_WEEKS:
        raise InvalidInput.at("weeks", f"{weeks} weeks cannot be planned.", f"1 to {MOST_WEEKS}")
    crews = list(store.crews()) or [USUAL_CREW]
    stops, undated = planned_stops(store.care_rows(), crews, today, weeks)
    shown = [stop for stop in stops if _asked_for(stop, asked)]
    near = [stop for stop in stops if stop.week < weeks]
    monday = today - timedelta(days=today.weekday())
    return Rounds(
        today=today,
        weeks=tuple(RoundWeek(week, monday + timedelta(weeks=week), _loads(near, week, crews)) for week in range(weeks)),
        stops=tuple(shown[: asked.limit]),
        more=max(len(shown) - asked.limit, 0),
        late=sum(stop.late for stop in stops),
        over=sum(bool(stop.over) for stop in stops),
        later=len(stops) - len(near),
        undated=undated,
        routes=tuple(sorted({stop.route for stop in stops})),
        crews=tuple(crew.name for crew in crews),
    )


def _asked_for(stop: DueStop, asked: RoundsAsked) -> bool:
    return (
        (asked.week is None or stop.week == asked.week)
        and asked.route in ("", stop.route)
        and asked.crew in ("", stop.crew)
        and (asked.only != "late" or stop.late)
        and (asked.only != "over" or bool(stop.over))
    )


def _loads(stops: Sequence[DueStop], week: int, crews: Sequence[Crew]) -> tuple[CrewWeek, ...]:
    found = []
    for crew in crews:
        own = [stop for stop in stops if stop.week == week and stop.crew == crew.name]
        routes = tuple(sorted({stop.route for stop in own}))
        found.append(CrewWeek(crew.name, round(sum(stop.minutes for stop in own)), crew.minutes_a_week, len(own), routes))
    return tuple(found)


def planned_stops(rows: Sequence[CareRow], crews: Sequence[Crew], today: date, weeks: int) -> tuple[list[DueStop], int]:
    """Every stop of the weeks that are planned, and the next one of what is due later; and how many things have no day."""
    if not rows:
        return [], 0
    when = dated(_column(rows, "every_h"), _column(rows, "every_days"), _column(rows, "hours_per_day"), _since(rows), today)
    kinds = [CareKind(row.kind) for row in rows]
    again = np.array([kind is not CareKind.TIGHTEN for kind in kinds], dtype=np.bool_)
    times = occurrences(when, again, today, weeks)
    crew_of = {route: crew.name for crew in reversed(crews) for route in crew.routes}
    crew_at = [crew_of.get(row.route, crews[0].name) for row in rows]
    minutes = [minutes_for([kind], row.strokes if kind is CareKind.GREASE else None) for kind, row in zip(kinds, rows, strict=True)]
    interval_weeks = (when.interval / 7).tolist()
    which, due_weeks = times.which.tolist(), times.week.tolist()
    work = [DueWork(rows[i].route, crew_at[i], week, interval_weeks[i], minutes[i]) for i, week in zip(which, due_weeks, strict=True)]
    found = level(work, weeks, {crew.name: crew.minutes_a_week for crew in crews}, crews[0].minutes_a_week)
    at: dict[tuple[str, int], list[int]] = defaultdict(list)
    for n, week in enumerate(found):
        at[rows[which[n]].position_id, week].append(n)
    days, first = times.day.tolist(), times.first.tolist()
    late, by_hours = when.late.tolist(), when.by_hours.tolist()
    made = []
    for (_, week), here in at.items():
        things = [(which[n], days[n], first[n]) for n in here]
        made.append(_due_stop(rows, kinds, things, week, crew_at[things[0][0]], late, by_hours))
    made.sort(key=lambda stop: (stop.week, not stop.late, stop.route, stop.machine, stop.due_on, stop.position_id))
    return made, int((~when.has_day).sum())


def _column(rows: Sequence[CareRow], name: str) -> Days:
    return np.array([np.nan if (value := getattr(row, name)) is None else value for row in rows], dtype=np.float64)


def _since(rows: Sequence[CareRow]) -> Days:
    return np.array([row.since.toordinal() for row in rows], dtype=np.float64)


def _due_stop(
    rows: Sequence[CareRow],
    kinds: Sequence[CareKind],
    things: Sequence[tuple[int, float, bool]],
    week: int,
    crew: str,
    late: Sequence[bool],
    by_hours: Sequence[bool],
) -> DueStop:
    """What is due at a position in one week, as one stop: things by their index, with the day and whether it is their first time."""
    row = rows[things[0][0]]
    soonest, day, _ = min(things, key=lambda thing: thing[1])
    strokes = next((rows[i].strokes for i, _, _ in things if kinds[i] is CareKind.GREASE), None)
    done = tuple(sorted({kinds[i] for i, _, _ in things}, key=list(CareKind).index))
    words = [f"{kind.words}, {strokes} strokes" if kind is CareKind.GREASE and strokes is not None else kind.words for kind in done]
    return DueStop(
        position_id=row.position_id,
        position=row.position,
        machine=row.machine,
        route=row.route,
        crew=crew,
        week=week,
        kinds=done,
        words="; ".join(words),
        due_on=date.fromordinal(int(day)),
        by_hours=by_hours[soonest],
        late=any(first and late[i] for i, _, first in things),
        over=next((rows[i].over for i, _, first in things if first and rows[i].over), ""),
        strokes=strokes,
        minutes=minutes_for(done, strokes),
    )


@dataclass(frozen=True)
class RoundOrder:
    """A round to open: a week of the plan on a route or of a crew, or the positions that were chosen."""

    title: str = ""
    week: int | None = None
    route: str = ""
    crew: str = ""
    positions: tuple[str, ...] = ()


def open_round(store: Store, reference: Reference, job_id: str, order: RoundOrder, tap: Tap, recorded_at: datetime) -> Loaded:
    """Open a round as a job: its stops are its places. Opening the same id again gives the round that is there.

    Raises InvalidInput with the fields to correct.
    """
    if not tap.actor.strip():
        raise InvalidInput.at("actor", "Who walks the round? The log names everybody.", "a name")
    today = recorded_at.date()
    crews = list(store.crews()) or [USUAL_CREW]
    every, _ = planned_stops(store.care_rows(), crews, today, WEEKS)
    stops = _chosen(every, order)
    due = store.care_due([stop.position_id for stop in stops])
    number = store.create_job(job_id, recorded_at)
    log = store.events(job_id)
    if log:
        return Loaded(job_id, log, fold(log))
    own, shaft = reference.procedure(STOP_PROCEDURE), reference.procedure(ROUND)
    places, plans = [], []
    for i, stop in enumerate(stops, 1):
        name = f"{stop.machine}, {stop.position}"
        places.append(Place(str(i), stop.position_id, name, own.id, own.version))
        plans.append(Planned(str(i), _stop(stop, [due_read(kept) for kept in due.get(stop.position_id, [])])))
    routes = ", ".join(dict.fromkeys(stop.route for stop in stops))
    title = order.title.strip() or f"Round: {routes}, {len(stops)} stops"
    opened = JobOpened(
        number=number,
        title=title,
        machine_id="",
        machine=routes,
        procedure_id=shaft.id,
        procedure_version=shaft.version,
        places=tuple(places),
        plans=tuple(plans),
    )
    try:
        return append(store, reference, job_id, None, [(SHAFT, opened)], tap, recorded_at)
    except ConcurrentWriter:
        return load(store, job_id)


def _chosen(every: Sequence[DueStop], order: RoundOrder) -> list[DueStop]:
    if order.positions:
        wanted = set(order.positions)
        # The first of what is due at each.
        first = {stop.position_id: stop for stop in sorted(every, key=lambda stop: -stop.week) if stop.position_id in wanted}
        if missing := wanted - set(first):
            raise InvalidInput.at("positions", f"Nothing is due at {', '.join(sorted(missing))}.", "positions of the plan")
        found = sorted(first.values(), key=lambda stop: (stop.route, stop.machine, stop.position_id))
    else:
        asked = RoundsAsked(order.week, order.route, order.crew)
        found = [stop for stop in every if _asked_for(stop, asked)]
    if not found:
        raise InvalidInput.at("week", "Nothing is due there.", "a week, route or crew with something due")
    if len(found) > MOST_STOPS:
        raise InvalidInput.at("week", f"{len(found)} stops are more than one round takes.", f"at most {MOST_STOPS}: one route, or one crew")
    return found


def _stop(stop: DueStop, due: Sequence[DueNow]) -> Fact:
    """What a stop needs to be walked without a network."""
    here = [one for one in due if one.care.kind in stop.kinds]
    greased = next((one for one in here if one.care.kind is CareKind.GREASE), here[0] if here else None)
    last = max((one for one in due if one.last_on is not None), key=lambda one: one.last_on or date.min, default=None)
    plan = StopPlan(
        position_id=stop.position_id,
        machine=stop.machine,
        position=stop.position,
        bearing=greased.bearing if greased is not None else "",
        due=stop.kinds,
        due_on=stop.due_on,
        way=CareWay(greased.way) if greased is not None else None,
        grease=greased.grease if greased is not None else "",
        amount_g=greased.amount_g if greased is not None else None,
        strokes=greased.strokes if greased is not None else None,
        gun=greased.gun if greased is not None else "",
        stroke_g=greased.stroke_g if greased is not None else None,
        running=greased.running if greased is not None else False,
    )
    once = "; ".join(one.care.why for one in here if one.care.why)
    return StopPlanned(replace(plan, last_c=last.last_c if last else None, last_on=last.last_on if last else None, once_why=once))
