"""People and sites as an administrator keeps them; who did what; the crew's board; how far others
have looked.
"""

from __future__ import annotations

from dataclasses import dataclass

from flask import Response
from flask_openapi3 import Tag
from pydantic import ConfigDict, Field, StrictBool, StrictInt

from tribodex.core.people import Right
from tribodex.store.repository import SqlStore
from tribodex.usecases.jobs import load
from tribodex.usecases.people.board import Board, board
from tribodex.usecases.people.keeping import Given, Keeper, PersonDraft
from tribodex.usecases.people.looking import LookedView, look, looked_views
from tribodex.usecases.people.ports import ActsAsked, PlantSite
from tribodex.usecases.people.views import (
    ActView,
    Persons,
    SessionView,
    act_views,
    persons,
    session_views,
)
from tribodex.usecases.shape import Shape
from tribodex.web.access import acting, this_device
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import JobPath

api = Blueprint(
    "persons",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="people")],
    abp_responses={401: Problem, 403: Problem, 404: Problem, 409: Problem},
)
ID = r"^[A-Za-z0-9-]+$"


@dataclass(frozen=True)
class LetIn:
    """Everybody, and a first password, told once."""

    persons: Persons
    first_password: str


class PersonsAnswer(Whole[Persons]):
    """Everybody whom one administers."""


class LetInAnswer(Whole[LetIn]):
    """Everybody, and a first password."""


class EverySessionAnswer(Whole[tuple[SessionView, ...]]):
    """Sessions of everybody whom one administers."""


class ActsAnswer(Whole[tuple[ActView, ...]]):
    """Who did what."""


class BoardAnswer(Whole[Board]):
    """Who has which jobs."""


class LookedAnswer(Whole[tuple[LookedView, ...]]):
    """How far others have looked, and what came since."""


PERSONS, LET_IN, SESSIONS = Shape(Persons), Shape(LetIn), Shape(tuple[SessionView, ...])
ACTS, BOARD, LOOKED = Shape(tuple[ActView, ...]), Shape(Board), Shape(tuple[LookedView, ...])


class PersonBody(Model):
    """A person as typed."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=200)
    handle: str = Field(default="", max_length=80)
    rights: dict[str, list[str]] = Field(
        default_factory=dict, max_length=100, description="by site; sites left out stay as they are"
    )
    works_under: str = Field(default="", max_length=64)

    def draft(self) -> PersonDraft:
        """As the use case wants it."""
        return PersonDraft(self.name, self.handle, self.rights, self.works_under)


class SiteBody(Model):
    """A site as typed."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=200)
    quiet_min: StrictInt = 30
    offline_days: StrictInt = 7
    four_eyes: StrictBool = False


class PersonPath(Model):
    """A person in an address."""

    person_id: str = Field(max_length=64, pattern=ID)


class SitePath(Model):
    """A site in an address."""

    site_id: str = Field(max_length=64, pattern=ID)


class AnySessionPath(Model):
    """A session in an address."""

    session_id: str = Field(max_length=64, pattern=ID)


class ActsQuery(Model):
    """Which acts."""

    person: str = Field(default="", max_length=64)
    before: int | None = Field(
        default=None, ge=1, le=10**15, description="those before this one; the newest when left out"
    )
    limit: int = Field(default=100, ge=1, le=500)


class LookBody(Model):
    """How far somebody has read."""

    model_config = ConfigDict(extra="forbid")
    seq: StrictInt = Field(ge=1, le=10_000_000)


def _keeper(store: SqlStore) -> Keeper:
    here = context()
    return Keeper(store.who, acting(), here.hashes, here.now())


def _persons(store: SqlStore) -> Persons:
    return persons(store.who, store.who.account(acting().account.id) or acting().account)


def _let_in(store: SqlStore, given: Given, status: int = 200) -> Response:
    return reply(LET_IN, LetIn(_persons(store), given.first_password), status)


@api.get(
    "/persons",
    responses={200: PersonsAnswer},
    summary="Everybody whom one administers, sites and rights",
)
def get_persons() -> Response:
    with context().store() as store:
        return reply(PERSONS, _persons(store))


@api.post(
    "/persons",
    responses={201: LetInAnswer, 422: Problem},
    summary="Add a person, with a first password",
)
def post_person(body: PersonBody) -> Response:
    with context().store() as store:
        return _let_in(store, _keeper(store).add(body.draft()), 201)


@api.put(
    "/persons/<person_id>",
    responses={200: PersonsAnswer, 422: Problem},
    summary="Give or take rights",
)
def put_person(path: PersonPath, body: PersonBody) -> Response:
    with context().store() as store:
        _keeper(store).change(path.person_id, body.draft())
        return reply(PERSONS, _persons(store))


@api.post(
    "/persons/<person_id>/let-in",
    responses={200: LetInAnswer, 422: Problem},
    summary="A new first password",
)
def post_let_in(path: PersonPath) -> Response:
    with context().store() as store:
        return _let_in(store, _keeper(store).let_in(path.person_id))


@api.post(
    "/persons/<person_id>/leave",
    responses={200: PersonsAnswer},
    summary="Somebody left: no way in, a pseudonym in lists",
)
def post_leave(path: PersonPath) -> Response:
    with context().store() as store:
        _keeper(store).leave(path.person_id)
        return reply(PERSONS, _persons(store))


@api.get(
    "/every-session", responses={200: EverySessionAnswer}, summary="Where people are signed in"
)
def get_every_session() -> Response:
    with context().store() as store:
        return reply(SESSIONS, session_views(_keeper(store).sessions(), this_device().id))


@api.delete(
    "/every-session/<session_id>",
    responses={200: EverySessionAnswer},
    summary="End somebody's session",
)
def delete_any_session(path: AnySessionPath) -> Response:
    with context().store() as store:
        _keeper(store).end(path.session_id)
        return reply(SESSIONS, session_views(_keeper(store).sessions(), this_device().id))


@api.post("/sites", responses={201: PersonsAnswer, 422: Problem}, summary="Add a site")
def post_site(body: SiteBody) -> Response:
    with context().store() as store:
        _keeper(store).keep_site(
            PlantSite("", body.name, body.quiet_min, body.offline_days, body.four_eyes)
        )
        context().sites.forget()
        # Settings of sites are kept by every worker: here they are asked anew, elsewhere a moment
        # later.
        return reply(PERSONS, _persons(store), 201)


@api.put(
    "/sites/<site_id>", responses={200: PersonsAnswer, 422: Problem}, summary="What holds at a site"
)
def put_site(path: SitePath, body: SiteBody) -> Response:
    with context().store() as store:
        _keeper(store).keep_site(
            PlantSite(path.site_id, body.name, body.quiet_min, body.offline_days, body.four_eyes),
            new=False,
        )
        context().sites.forget()
        return reply(PERSONS, _persons(store))


@api.get(
    "/acts",
    responses={200: ActsAnswer, 422: Problem},
    summary="Who did what, when, from which device",
)
def get_acts(query: ActsQuery) -> Response:
    own = acting().account.rights.sites_with(Right.ADMINISTER)
    with context().store() as store:
        # Signing in belongs to no site: told to whoever administers all of them.
        everywhere = {site.id for site in store.who.sites()} <= set(own)
        found = store.who.acts(ActsAsked(own, everywhere, query.person, query.before, query.limit))
        return reply(ACTS, act_views(store.who, found))


@api.get("/board", responses={200: BoardAnswer}, summary="The crew's board: who has which jobs")
def get_board() -> Response:
    with context().store() as store:
        return reply(BOARD, board(store, store.who))


@api.get(
    "/jobs/<job_id>/looked",
    responses={200: LookedAnswer},
    summary="How far others have looked, and what changed since",
)
def get_looked(path: JobPath) -> Response:
    with context().store() as store:
        return reply(LOOKED, looked_views(store.who, load(store, path.job_id), acting().account))


@api.post(
    "/jobs/<job_id>/looked",
    responses={200: LookedAnswer, 422: Problem},
    summary="Somebody has read the log so far",
)
def post_looked(path: JobPath, body: LookBody) -> Response:
    here = context()
    with here.store() as store:
        loaded = load(store, path.job_id)
        look(store.who, loaded, acting().account, body.seq, here.now())
        return reply(LOOKED, looked_views(store.who, loaded, acting().account))
