"""Addresses that answer without a session, by tokens that can be ended one by one: calendars to
subscribe to, the monitor's counters.
"""

from __future__ import annotations

import uuid
from typing import Literal

from flask import Flask, Response, g, request
from flask_openapi3 import Tag
from prometheus_client import CONTENT_TYPE_LATEST
from pydantic import ConfigDict, Field
from sqlalchemy.exc import SQLAlchemyError

from tribodex.core.errors import NotFound
from tribodex.core.people import Right
from tribodex.usecases.people.hashes import new_token, token_hash
from tribodex.usecases.people.ports import Acting, Link, LinkKind
from tribodex.usecases.people.standing import NotYours
from tribodex.usecases.people.views import LinkView, link_views
from tribodex.usecases.shape import Shape
from tribodex.web.access import acting
from tribodex.web.blueprint import Blueprint
from tribodex.web.calendars import CalendarQuery, WherePath, position_calendar, rounds_calendar
from tribodex.web.context import DatabaseStalled, context, reply
from tribodex.web.described import a_file
from tribodex.web.models import Model, Whole
from tribodex.web.observed import METRICS, counted
from tribodex.web.problems import Problem

api = Blueprint(
    "links",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="people")],
    abp_responses={401: Problem, 404: Problem},
)
NEEDS: dict[LinkKind, Right] = {"calendar": Right.READ, "metrics": Right.ADMINISTER}
MOST_LINKS = 40


class LinksAnswer(Whole[tuple[LinkView, ...]]):
    """Addresses of one's own."""


LINKS = Shape(tuple[LinkView, ...])


class LinkBody(Model):
    """An address to make, for the site that was chosen."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["calendar", "metrics"]
    name: str = Field(default="", max_length=120, description="what it is for")


class LinkPath(Model):
    """An address in an address."""

    link_id: str = Field(max_length=64, pattern=r"^[A-Za-z0-9-]+$")


class TokenPath(Model):
    """A token in an address."""

    token: str = Field(max_length=80)


class TokenPositionPath(TokenPath, WherePath):
    """A token, and a position."""


@api.get(
    "/me/links", responses={200: LinksAnswer}, summary="Own addresses for calendars and the monitor"
)
def get_links() -> Response:
    with context().store() as store:
        return reply(LINKS, link_views(store.who, store.who.links(acting().account.id)))


@api.post(
    "/me/links",
    responses={201: LinksAnswer, 403: Problem, 422: Problem},
    summary="Make an address; it is told once",
)
def post_link(body: LinkBody) -> Response:
    here, own = context(), acting()
    if not own.may(NEEDS[body.kind]):
        raise NotYours(f"{own.account.name} may not {NEEDS[body.kind].words} at {own.site.name}.")
    token = new_token()
    made = Link(
        uuid.uuid4().hex,
        own.account.id,
        body.kind,
        own.site.id,
        body.name.strip() or body.kind,
        here.now(),
    )
    with here.store() as store:
        # Each is a door without a password: nobody keeps an eye on hundreds.
        if len(store.who.links(own.account.id)) >= MOST_LINKS:
            raise NotYours(f"{MOST_LINKS} addresses are enough: end one of them first.")
        store.who.add_link(made, token_hash(token))
        store.who.add_act(own.act(here.now(), f"made an address, {body.kind}", made.name))
        address = (
            f"{request.host_url}api/calendars/{token}/rounds.ics"
            if body.kind == "calendar"
            else token
        )
        views = link_views(store.who, store.who.links(own.account.id))
    told = [
        LinkView(**(vars(view) | {"address": address if view.id == made.id else ""}))
        for view in views
    ]
    return reply(LINKS, tuple(told), 201)


@api.delete("/me/links/<link_id>", responses={200: LinksAnswer}, summary="End an address")
def delete_link(path: LinkPath) -> Response:
    here, own = context(), acting().account.id
    with here.store() as store:
        store.who.end_link(path.link_id, own, here.now())
        store.who.add_act(acting().act(here.now(), "ended an address"))
        return reply(LINKS, link_views(store.who, store.who.links(own)))


@api.get(
    "/calendars/<token>/rounds.ics",
    responses={200: a_file("text/calendar"), 422: Problem},
    summary="The rounds, to subscribe to",
)
def get_rounds_by_token(path: TokenPath, query: CalendarQuery) -> Response:
    _as_owner(path.token, "calendar")
    return rounds_calendar(query)


@api.get(
    "/calendars/<token>/positions/<position_id>.ics",
    responses={200: a_file("text/calendar")},
    summary="What is due at a position, to subscribe to",
)
def get_position_by_token(path: TokenPositionPath) -> Response:
    owner = _as_owner(path.token, "calendar")
    with context().store(anybody=True) as store:
        # A token opens the site that it was made at, and no position that is guessed by its name.
        if store.site_of_machine(position_id=path.position_id) != owner.site.id:
            raise NotFound("The plant has no such position.")
    return position_calendar(path.position_id)


def install(app: Flask) -> None:
    """The monitor's address."""

    @app.route(METRICS)
    def metrics() -> Response:
        given = request.headers.get("Authorization", "").removeprefix("Bearer ")
        if not given or not _may_count(given):
            return Response(
                "A token is needed.\n",
                401,
                {"WWW-Authenticate": "Bearer"},
                content_type="text/plain; charset=utf-8",
            )
        return Response(counted(), content_type=CONTENT_TYPE_LATEST)


def _may_count(token: str) -> bool:
    """Whether it is a token of somebody who administers. The monitor asks most urgently while the
    database is away: then what was right the last time it could be asked is right.
    """
    here, mark = context(), token_hash(token)
    try:
        owner = _owner(token, "metrics")
    except (SQLAlchemyError, DatabaseStalled):
        return mark in here.counting
    (here.counting.add if owner is not None else here.counting.discard)(mark)
    return owner is not None


def _owner(token: str, kind: LinkKind) -> Acting | None:
    """Whoever made the token, where that person is still here and may still do what it is for."""
    with context().store(anybody=True) as store:
        link = store.who.link_by(token_hash(token))
        account = (
            store.who.account(link.account_id) if link is not None and link.kind == kind else None
        )
        site = next(
            (site for site in store.who.sites() if link is not None and site.id == link.site_id),
            None,
        )
    if (
        link is None
        or account is None
        or site is None
        or account.left_at is not None
        or not account.rights.may(NEEDS[kind], site.id)
    ):
        return None
    return Acting(account, site, device="by a token", pin="")


def _as_owner(token: str, kind: LinkKind) -> Acting:
    owner = _owner(token, kind)
    if owner is None:
        # Ended, never made and no longer allowed answer alike: an address is not tried out.
        raise NotFound("This address is not open, or not any more.")
    g.acting = owner
    return owner
