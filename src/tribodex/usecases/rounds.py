"""Rounds: what is due over the plant, levelled over weeks by route and crew, and a round that is
opened as a job of its own.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime

from tribodex.core.errors import InvalidInput
from tribodex.core.job.day import plant_day
from tribodex.core.job.facts import Fact, JobOpened, Planned
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.schedule.due import CareKind
from tribodex.core.schedule.history import OWED, DueNow
from tribodex.core.topics import fold
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.stop.facts import StopPlan, StopPlanned
from tribodex.usecases.books import Reference
from tribodex.usecases.care import due_read
from tribodex.usecases.due_stops import DueStop, DueStops, KeptPlan, RoundsAsked, RoundWeek
from tribodex.usecases.jobs import ROUND, Loaded, append, load
from tribodex.usecases.ports import ConcurrentWriter, Store, Tap

STOP_PROCEDURE = "round-stop"
WEEKS, MOST_WEEKS = 12, 52
# What one person walks in a round; more is two rounds.
MOST_STOPS = 60


@dataclass(frozen=True)
class Rounds:
    """The plan: loads of the weeks, and the stops that were asked for. `undated`: what has no day,
    for want of hours a day.
    """

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


def rounds(
    store: Store, today: date, asked: RoundsAsked, weeks: int = WEEKS, kept: KeptPlan | None = None
) -> Rounds:
    """What is due over the plant; `kept`: where the plan is kept from one question to the next.
    Raises InvalidInput for weeks that cannot be.
    """
    if not 1 <= weeks <= MOST_WEEKS:
        raise InvalidInput.at("weeks", f"{weeks} weeks cannot be planned.", f"1 to {MOST_WEEKS}")
    due = (kept or KeptPlan()).of(store, today, weeks)
    which = due.asked(asked)
    stops = due.listed(which[: asked.limit])
    # Asked each time: rounds are opened and signed while the plan of the day is kept.
    walked = store.in_open_rounds([stop.position_id for stop in stops])
    return Rounds(
        today=today,
        weeks=due.weeks(),
        stops=tuple(replace(stop, in_round=walked.get(stop.position_id)) for stop in stops),
        more=max(which.size - asked.limit, 0),
        late=due.late,
        over=due.over,
        later=due.later,
        undated=due.undated,
        routes=tuple(due.routes),
        crews=tuple(crew.name for crew in due.crews),
    )


@dataclass(frozen=True)
class RoundOrder:
    """A round to open: a week of the plan on a route or of a crew, without those left out; or the
    positions that were chosen.
    """

    title: str = ""
    week: int | None = None
    route: str = ""
    crew: str = ""
    positions: tuple[str, ...] = ()
    without: tuple[str, ...] = ()


def open_round(
    store: Store,
    reference: Reference,
    job_id: str,
    order: RoundOrder,
    tap: Tap,
    *,
    recorded_at: datetime,
    kept: KeptPlan | None = None,
) -> Loaded:
    """Open a round as a job: its stops are its places. Opening the same id again gives the round
    that is there.

    Raises InvalidInput with the fields to correct.
    """
    if not tap.actor.strip():
        raise InvalidInput.at("actor", "Who walks the round? The log names everybody.", "a name")
    today = plant_day(recorded_at)
    stops = _chosen((kept or KeptPlan()).of(store, today, WEEKS), order)
    due = store.care_due([stop.position_id for stop in stops])
    number = store.create_job(job_id, recorded_at)
    log = store.events(job_id)
    if log:
        return Loaded(job_id, log, fold(log))
    walked = store.in_open_rounds([stop.position_id for stop in stops])
    if walked:
        held = ", ".join(
            f"{stop.machine}, {stop.position} (round {walked[stop.position_id]})"
            for stop in stops
            if stop.position_id in walked
        )
        raise InvalidInput.at(
            "positions",
            f"In an open round already: {held}.",
            "walk or sign that round first; or leave these stops out",
        )
    own, shaft = reference.procedure(STOP_PROCEDURE), reference.procedure(ROUND)
    places, plans = [], []
    for i, stop in enumerate(stops, 1):
        name = f"{stop.machine}, {stop.position}"
        places.append(Place(str(i), stop.position_id, name, own.id, own.version))
        plans.append(
            Planned(
                str(i),
                _stop(stop, [due_read(kept) for kept in due.get(stop.position_id, [])], today),
            )
        )
    routes = ", ".join(dict.fromkeys(stop.route for stop in stops))
    title = (
        order.title.strip() or f"Round: {routes}, {len(stops)} stop{'s' if len(stops) != 1 else ''}"
    )
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
        return append(
            store, reference, job_id, None, [(SHAFT, opened)], tap=tap, recorded_at=recorded_at
        )
    except ConcurrentWriter:
        return load(store, job_id)


def _chosen(every: DueStops, order: RoundOrder) -> list[DueStop]:
    if order.positions:
        stops = every.first_at(order.positions)
        if missing := set(order.positions) - {stop.position_id for stop in stops}:
            raise InvalidInput.at(
                "positions",
                f"Nothing is due at {', '.join(sorted(missing))}.",
                "positions of the plan",
            )
        return sorted(stops, key=lambda stop: (stop.route, stop.machine, stop.position_id))
    which = every.left_out(
        every.asked(RoundsAsked(order.week, order.route, order.crew)), order.without
    )
    if not which.size:
        raise InvalidInput.at(
            "week", "Nothing is due there.", "a week, route or crew with something due"
        )
    if which.size > MOST_STOPS:
        raise InvalidInput.at(
            "week",
            f"{which.size} stops are more than one round takes.",
            f"at most {MOST_STOPS}: one route, or one crew",
        )
    return every.listed(which)


def _stop(stop: DueStop, due: Sequence[DueNow], today: date) -> Fact:
    """What a stop needs to be walked without a network."""
    here = [one for one in due if one.care.kind in stop.kinds]
    # What its work owes says nothing of how the bearing itself is greased.
    own = [one for one in here if one.care.kind not in OWED]
    greased = next(
        (one for one in own if one.care.kind is CareKind.GREASE), own[0] if own else None
    )
    last = max(
        (one for one in due if one.last_on is not None),
        key=lambda one: one.last_on or date.min,
        default=None,
    )
    plan = StopPlan(
        position_id=stop.position_id,
        machine=stop.machine,
        position=stop.position,
        bearing=next((one.bearing for one in (*own, *here) if one.bearing), ""),
        due=stop.kinds,
        due_on=stop.due_on,
        way=CareWay(greased.way) if greased is not None and greased.way else None,
        grease=greased.grease if greased is not None else "",
        amount_g=greased.amount_g if greased is not None else None,
        strokes=greased.strokes if greased is not None else None,
        gun=greased.gun if greased is not None else "",
        stroke_g=greased.stroke_g if greased is not None else None,
        running=greased.running if greased is not None else False,
    )
    purge = next((one for one in here if one.care.kind is CareKind.PURGE), None)
    once = "; ".join(one.care.why for one in here if one.care.why)
    metered = next((one for one in due if one.meter_on is not None), None)
    return StopPlanned(
        replace(
            plan,
            last_c=last.last_c if last is not None else None,
            last_on=last.last_on if last is not None else None,
            meter_h=metered.meter_h if metered is not None else None,
            meter_on=metered.meter_on if metered is not None else None,
            once_why=once,
            opened_on=today,
            plug=greased.plug if greased is not None else False,
            looks=next((one.looks for one in due if one.looks), plan.looks),
            seal_strokes=purge.strokes if purge is not None else None,
            seal_grease=purge.grease if purge is not None else "",
        )
    )
