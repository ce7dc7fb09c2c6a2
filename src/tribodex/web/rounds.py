"""Rounds: the plan over weeks, a round opened and walked, a calendar; and the position with its
history.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field, StrictInt

from tribodex.core.job.day import plant_day
from tribodex.exchange.calendar import calendar, lead_entries
from tribodex.usecases.due_stops import RoundsAsked
from tribodex.usecases.jobs import load
from tribodex.usecases.keeping import open_keeping, open_seal
from tribodex.usecases.moving import MoveOrder, move_stop
from tribodex.usecases.positions import PositionView, position
from tribodex.usecases.rounds import MOST_WEEKS, WEEKS, RoundOrder, Rounds, open_round, rounds
from tribodex.usecases.shape import Shape
from tribodex.usecases.walk import Walk, walk
from tribodex.web.blueprint import Blueprint
from tribodex.web.calendars import CalendarQuery, WherePath, ics, position_calendar, rounds_calendar
from tribodex.web.context import context, reply
from tribodex.web.described import a_file
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import JobPath, TapBody

api = Blueprint(
    "rounds",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="rounds")],
    abp_responses={404: Problem, 422: Problem},
)
ROUNDS, WALK, POSITION = Shape(Rounds), Shape(Walk), Shape(PositionView)


class RoundsQuery(Model):
    """Which stops of the plan."""

    weeks: int = Field(default=WEEKS, ge=1, le=MOST_WEEKS)
    week: int | None = Field(default=None, ge=0, le=MOST_WEEKS)
    route: str = Field(default="", max_length=120)
    crew: str = Field(default="", max_length=80)
    only: Literal["", "late", "over"] = ""
    limit: int = Field(default=50, ge=1, le=500)


class RoundBody(TapBody):
    """A round to open: a week of the plan, or chosen positions."""

    title: str = Field(default="", max_length=200)
    week: StrictInt | None = Field(default=None, ge=0, le=MOST_WEEKS)
    route: str = Field(default="", max_length=120)
    crew: str = Field(default="", max_length=80)
    positions: list[str] = Field(default_factory=list, max_length=200)
    without: list[str] = Field(default_factory=list, max_length=500)


class MoveBody(TapBody):
    """A stop of the plan and the week that it is moved to, counted from this one on."""

    position: str = Field(min_length=1, max_length=64)
    week: StrictInt = Field(ge=0, lt=MOST_WEEKS)
    to: StrictInt = Field(ge=0, lt=MOST_WEEKS)
    reason: str = Field(max_length=500)


class KeepingBody(TapBody):
    """Positions whose bearings are given into keeping."""

    positions: list[str] = Field(min_length=1, max_length=50)


class SealBody(TapBody):
    """Where a large shaft seal is put in."""

    position: str = Field(max_length=64)


@dataclass(frozen=True)
class Opened:
    """A job that was opened."""

    id: str
    number: int
    title: str


JOB = Shape(Opened)


class JobAnswer(Whole[Opened]):
    """A job that was opened."""


class RoundsAnswer(Whole[Rounds]):
    """The plan of the rounds."""


class WalkAnswer(Whole[Walk]):
    """A round as it is walked."""


class PositionAnswer(Whole[PositionView]):
    """A position with its history."""


@api.get(
    "/rounds",
    responses={200: RoundsAnswer},
    summary="What is due over the plant, levelled over weeks",
)
def get_rounds(query: RoundsQuery) -> Response:
    here = context()
    asked = RoundsAsked(query.week, query.route, query.crew, query.only, query.limit)
    with here.store() as store:
        return reply(ROUNDS, rounds(store, plant_day(here.now()), asked, query.weeks, here.plan))


@api.post("/rounds/<job_id>", responses={200: WalkAnswer}, summary="Open a round")
def post_round(path: JobPath, body: RoundBody) -> Response:
    here = context()
    order = RoundOrder(
        title=body.title,
        week=body.week,
        route=body.route,
        crew=body.crew,
        positions=tuple(body.positions),
        without=tuple(body.without),
    )
    with here.store() as store:
        reference = here.reference_of(store)
        return reply(
            WALK,
            walk(
                reference,
                open_round(
                    store,
                    reference,
                    path.job_id,
                    order,
                    body.tap(),
                    recorded_at=here.now(),
                    kept=here.plan,
                ),
            ),
        )


@api.post(
    "/stop-moves",
    responses={200: RoundsAnswer},
    summary="Move a stop of the rounds to another week",
)
def post_move(body: MoveBody) -> Response:
    here = context()
    order = MoveOrder(body.position, body.week, body.to, body.reason)
    with here.store() as store:
        return reply(ROUNDS, move_stop(store, order, body.tap(), here.now(), here.plan))


@api.get("/rounds/<job_id>", responses={200: WalkAnswer}, summary="A round with all its stops")
def get_round(path: JobPath) -> Response:
    here = context()
    with here.store() as store:
        return reply(WALK, walk(here.reference_of(store), load(store, path.job_id)))


@api.post(
    "/keeping/<job_id>",
    responses={200: JobAnswer},
    summary="Give bearings that run already into keeping",
)
def post_keeping(path: JobPath, body: KeepingBody) -> Response:
    here = context()
    with here.store() as store:
        made = open_keeping(
            store,
            here.reference_of(store),
            path.job_id,
            body.positions,
            body.tap(),
            recorded_at=here.now(),
        )
        return reply(JOB, Opened(made.id, made.job.opened.number, made.job.opened.title))


@api.post(
    "/seals/<job_id>", responses={200: JobAnswer}, summary="Open a job for a large shaft seal"
)
def post_seal(path: JobPath, body: SealBody) -> Response:
    here = context()
    with here.store() as store:
        made = open_seal(
            store,
            here.reference_of(store),
            path.job_id,
            body.position,
            body.tap(),
            recorded_at=here.now(),
        )
        return reply(JOB, Opened(made.id, made.job.opened.number, made.job.opened.title))


@api.get(
    "/jobs/<job_id>/lead.ics",
    responses={200: a_file("text/calendar")},
    summary="When the steps before a wished start begin, as a calendar",
)
def get_lead(path: JobPath) -> Response:
    here = context()
    with here.store() as store:
        made = load(store, path.job_id)
    return ics(calendar(made.job.opened.title, lead_entries(made.id, made.job), here.now()), "lead")


@api.get(
    "/rounds.ics",
    responses={200: a_file("text/calendar")},
    summary="The rounds as a calendar: to read once, or to subscribe to",
)
def get_calendar(query: CalendarQuery) -> Response:
    return rounds_calendar(query)


@api.get(
    "/positions/<position_id>",
    responses={200: PositionAnswer},
    summary="A position: what is due, what was done, its jobs",
)
def get_position(path: WherePath) -> Response:
    here = context()
    with here.store() as store:
        return reply(POSITION, position(store, path.position_id, plant_day(here.now())))


@api.get(
    "/positions/<position_id>/due.ics",
    responses={200: a_file("text/calendar")},
    summary="What is due at a position as a calendar",
)
def get_position_calendar(path: WherePath) -> Response:
    return position_calendar(path.position_id)
