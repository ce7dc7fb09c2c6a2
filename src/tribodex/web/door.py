"""The way in and out: first person, name and password, PIN, one's own page."""

from __future__ import annotations

from dataclasses import dataclass, replace

from flask import Response
from flask_login import current_user
from flask_openapi3 import Tag
from pydantic import ConfigDict, Field

from tribodex.core.errors import NotFound
from tribodex.store.repository import SqlStore
from tribodex.usecases.people.keeping import own_secrets, own_settings
from tribodex.usecases.people.ports import Session
from tribodex.usecases.people.signing_in import needs_no_password
from tribodex.usecases.people.views import Me, SessionView, me, session_views
from tribodex.usecases.shape import Shape
from tribodex.web.access import SEALED, SESSION, Person, acting, this_device
from tribodex.web.blueprint import Blueprint
from tribodex.web.coming_in import InAnswer, at_device, come_in, sign_in
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem

api = Blueprint(
    "door",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="people")],
    abp_responses={
        401: Problem,
        403: Problem,
        404: Problem,
        409: Problem,
        422: Problem,
        429: Problem,
    },
)
ID = r"^[A-Za-z0-9-]+$"


@dataclass(frozen=True)
class KnownPerson:
    """Somebody whom this device knows, until the session there is over."""

    id: str
    name: str


@dataclass(frozen=True)
class WaysIn:
    """Which ways in there are. `first_run`: nobody is here yet; `one_tap`: the people of the
    demonstration; `known`: those of this device; `single_sign_on`: what the site's own sign-on is
    called.
    """

    first_run: bool
    single_sign_on: str
    one_tap: tuple[KnownPerson, ...]
    known: tuple[KnownPerson, ...]


class DoorAnswer(Whole[WaysIn]):
    """Which ways in there are."""


class MeAnswer(Whole[Me]):
    """Who is signed in."""


class SessionsAnswer(Whole[tuple[SessionView, ...]]):
    """Where somebody is signed in."""


DOOR, ME, SESSIONS = Shape(WaysIn), Shape(Me), Shape(tuple[SessionView, ...])


class _Strict(Model):
    model_config = ConfigDict(extra="forbid")


class SignInBody(_Strict):
    """By name and password."""

    handle: str = Field(max_length=80)
    password: str = Field(max_length=400)


class FirstRunBody(SignInBody):
    """The first person."""

    name: str = Field(max_length=200)
    pin: str = Field(max_length=20)
    site: str = Field(default="", max_length=200, description="what the site is called")


class SwitchBody(_Strict):
    """By PIN, on a device that knows the person; no PIN for the people of the demonstration."""

    account: str = Field(max_length=64, pattern=ID)
    pin: str = Field(default="", max_length=20)


class ProofBody(SwitchBody):
    """Somebody stands by one tap."""

    client_event_id: str = Field(min_length=8, max_length=64, pattern=ID)


class SecretsBody(_Strict):
    """Another password or PIN; the present password says that it is really you, or the site's own
    sign-on a moment ago.
    """

    old: str = Field(max_length=400)
    password: str = Field(default="", max_length=400)
    pin: str = Field(default="", max_length=20)


class SettingsBody(_Strict):
    """What goes with a person from device to device."""

    settings: dict[str, str] = Field(max_length=12)


class SessionPath(Model):
    """A session in an address."""

    session_id: str = Field(max_length=64, pattern=ID)


@api.get("/door", responses={200: DoorAnswer}, summary="Which ways in there are")
def get_door() -> Response:
    here = context()
    device = this_device()
    with here.store() as store:
        # Names are shown on a device whose people signed in there: to a stranger nobody is named.
        known = (
            [
                session
                for session in store.who.sessions(device_id=device.id)
                if session.ends_at > here.now()
            ]
            if device.id
            else []
        )
        everybody = (
            [account for account in store.who.accounts() if account.left_at is None]
            if here.one_tap
            else []
        )
        first = not here.one_tap and not store.who.anybody()
    return reply(
        DOOR,
        WaysIn(
            first_run=first,
            single_sign_on=here.provider.name if here.provider is not None else "",
            one_tap=tuple(KnownPerson(one.id, one.name) for one in everybody if one.rights.sites),
            known=tuple(
                KnownPerson(account.id, account.name)
                # Signed in twice on one device is one person to choose.
                for account in {s.account.id: s.account for s in known}.values()
            ),
        ),
    )


@api.post(
    "/first-run",
    responses={201: InAnswer},
    summary="The first person, who administers; while nobody else is here",
)
def post_first_run(body: FirstRunBody) -> Response:
    here, device = context(), at_device()
    with here.store() as store:
        entered = sign_in(store).first(
            body.name, body.handle, body.password, body.pin, body.site, device=device.known
        )
        return come_in(here, store, entered, device, 201)


@api.post("/sign-in", responses={200: InAnswer}, summary="Sign in by name and password")
def post_sign_in(body: SignInBody) -> Response:
    here, device = context(), at_device()
    with here.store() as store:
        return come_in(
            here,
            store,
            sign_in(store).by_password(body.handle, body.password, device.known),
            device,
        )


@api.post("/switch", responses={200: InAnswer}, summary="Another person takes the device, by PIN")
def post_switch(body: SwitchBody) -> Response:
    here, device = context(), at_device()
    with here.store() as store:
        entered = sign_in(store).by_pin(body.account, body.pin, device.known, one_tap=here.one_tap)
        return come_in(here, store, entered, device)


@api.post("/sign-out", responses={204: None}, summary="End this session")
def post_sign_out() -> Response:
    here = context()
    with here.store() as store:
        store.who.end_sessions([_person().session.id], here.now())
        store.who.add_act(acting().act(here.now(), "signed out"))
    answer = Response(status=204)
    answer.delete_cookie(SESSION)
    answer.delete_cookie(SEALED)
    return answer


@api.post("/proofs", responses={204: None}, summary="Stand by a tap with the own PIN")
def post_proof(body: ProofBody) -> Response:
    here = context()
    with here.store() as store:
        account = store.who.account(body.account)
        # The same words for nobody and for somebody who left: an answer tells no stranger who was
        # here.
        if account is None or account.left_at is not None:
            raise NotFound("There is no such person here.")
        sign_in(store).ask_pin(account, body.pin, this_device(), acting().account.id)
        store.who.add_proof(body.client_event_id, account.id, here.now())
        if account.id != acting().account.id:
            store.who.add_act(acting().act(here.now(), "second person by PIN", account.name))
    return Response(status=204)


@api.get("/me", responses={200: MeAnswer}, summary="Who is signed in")
def get_me() -> Response:
    here = context()
    with here.store() as store:
        return reply(ME, me(store.who, _person().session, one_tap=here.one_tap))


@api.put(
    "/me/settings",
    responses={200: MeAnswer},
    summary="Units, display, numbers and size of text that go with a person",
)
def put_settings(body: SettingsBody) -> Response:
    here, person = context(), _person()
    with here.store() as store:
        store.who.keep_account(own_settings(person.session.account, body.settings))
        return reply(ME, me(store.who, _again(store, person), one_tap=here.one_tap))


@api.post("/me/secrets", responses={200: MeAnswer}, summary="Choose another password or PIN")
def post_secrets(body: SecretsBody) -> Response:
    what = " and ".join(
        word for word, given in (("password", body.password), ("PIN", body.pin)) if given
    )
    here, person = context(), _person()
    with here.store() as store:
        # A device left open may be in another's hands: what keeps them out is not changed without
        # the old one.
        if body.password or not needs_no_password(person.session, here.now()):
            sign_in(store).ask_password(person.session.account, body.old, this_device())
        changed = own_secrets(
            person.session.account, here.hashes, password=body.password, pin=body.pin
        )
        store.who.keep_account(changed)
        if body.password:
            # Whoever knew the old one is out everywhere else.
            others = [
                session.id
                for session in store.who.sessions(changed.id)
                if session.id != person.session.id
            ]
            store.who.end_sessions(others, here.now())
        if what:
            store.who.add_act(acting().act(here.now(), f"chose another {what}"))
        return reply(ME, me(store.who, _again(store, person), one_tap=here.one_tap))


@api.get("/me/sessions", responses={200: SessionsAnswer}, summary="Where one is signed in")
def get_sessions() -> Response:
    with context().store() as store:
        return reply(
            SESSIONS, session_views(store.who.sessions(acting().account.id), this_device().id)
        )


@api.delete(
    "/me/sessions/<session_id>",
    responses={200: SessionsAnswer},
    summary="End one of the own sessions",
)
def delete_session(path: SessionPath) -> Response:
    here = context()
    with here.store() as store:
        own = acting().account.id
        if not any(session.id == path.session_id for session in store.who.sessions(own)):
            raise NotFound("There is no such session here.")
        store.who.end_sessions([path.session_id], here.now())
        store.who.add_act(acting().act(here.now(), "ended a session"))
        return reply(SESSIONS, session_views(store.who.sessions(own), this_device().id))


def _person() -> Person:
    person: Person = current_user._get_current_object()
    return person


def _again(store: SqlStore, person: Person) -> Session:
    return replace(
        person.session,
        account=store.who.account(person.session.account.id) or person.session.account,
    )
