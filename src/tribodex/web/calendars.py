"""Calendars as files: to read once, or by an address of their own to subscribe to."""

from __future__ import annotations

from flask import Response
from pydantic import Field

from tribodex.core.job.day import plant_day
from tribodex.exchange.calendar import calendar, position_entries, round_entries
from tribodex.usecases.due_stops import RoundsAsked
from tribodex.usecases.positions import position
from tribodex.usecases.rounds import MOST_WEEKS, WEEKS
from tribodex.web.context import context
from tribodex.web.models import Model


class CalendarQuery(Model):
    """Which rounds of the plan, for a calendar."""

    weeks: int = Field(default=WEEKS, ge=1, le=MOST_WEEKS)
    route: str = Field(default="", max_length=120)
    crew: str = Field(default="", max_length=80)


class WherePath(Model):
    """A bearing position in an address."""

    position_id: str = Field(max_length=64)


def rounds_calendar(query: CalendarQuery) -> Response:
    """The rounds of the site."""
    here = context()
    today = plant_day(here.now())
    with here.store() as store:
        due = here.plan.of(store, today, query.weeks)
    asked = RoundsAsked(route=query.route, crew=query.crew)
    written = due.written.get(asked)
    if written is None:
        wanted = [stop for stop in due.listed(due.asked(asked)) if stop.week < query.weeks]
        name = " ".join(["Rounds", *(part for part in (query.crew, query.route) if part)])
        written = calendar(name, round_entries(wanted, today), here.now())
        due.written[asked] = written
    return ics(written, "rounds")


def position_calendar(position_id: str) -> Response:
    """What is due at a position."""
    here = context()
    with here.store() as store:
        view = position(store, position_id, plant_day(here.now()))
    return ics(
        calendar(
            f"{view.machine}, {view.position}",
            position_entries(view, plant_day(here.now())),
            here.now(),
        ),
        "due",
    )


def ics(content: bytes, name: str) -> Response:
    """A calendar as a file."""
    return Response(
        content,
        content_type="text/calendar; charset=utf-8",
        headers={"Content-Disposition": f'inline; filename="{name}.ics"'},
    )
