"""Who asks, and whether that person may: looked at before any view, by the one table of rules."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, cast

from flask import Flask, Response, g, has_request_context, request
from flask_login import LoginManager, UserMixin, current_user
from sqlalchemy.exc import SQLAlchemyError

from tribodex.core.errors import Field
from tribodex.core.people import Right
from tribodex.store.repository import SqlStore
from tribodex.usecases.people.hashes import seal_of, token_hash
from tribodex.usecases.people.ports import Account, Acting, Known, PlantSite, Session
from tribodex.usecases.people.signing_in import Device, live_session, sites_of
from tribodex.usecases.people.standing import NotYours
from tribodex.web.context import DatabaseStalled, context
from tribodex.web.problems import problem
from tribodex.web.rules import Rule, SiteBy, rule_of

SESSION, DEVICE, SEALED, CHOSEN = (
    "tribodex_session",
    "tribodex_device",
    "tribodex_seal",
    "tribodex_site",
)
# What a page of ours sends: the seal with every write, the site that was chosen, whose tap it is
# where it waited, and that no PIN was asked.
SEAL, SITE, TAP, PIN = "Tribodex-Seal", "Tribodex-Site", "Tribodex-Tap", "Tribodex-Pin"
NOT_CHECKED = "not checked"
SAFE = ("GET", "HEAD", "OPTIONS")
NOWHERE = PlantSite("", "no site")
# Writes that no log names, in words.
TELLS = {
    "/api/jobs/<job_id>/attachments": "sent a picture or sheet",
    "/api/plant/machines": "added a machine",
    "/api/plant/machines/<machine_id>/positions": "added a position",
    "/api/plant/machines/<machine_id>/shafts": "said a shaft",
    "/api/crib/gauges/<item_id>": "kept a gauge set",
    "/api/crib/cards/<item_id>": "kept a card",
    "/api/crib/guns/<item_id>": "kept a grease gun",
    "/api/crib/wrenches/<item_id>": "kept a torque wrench",
    "/api/crib/withdraw/<item_id>": "withdrew a thing of the crib",
    "/api/tables/<table_id>/rows": "compared a row of a table with print",
    "/api/tables/<table_id>/rows/<item_id>/withdraw": "withdrew a row of a table",
    "/api/stop-moves": "moved a stop",
    "/api/half-plans/<plan_id>": "kept or dropped a plan half done",
}


@dataclass
class Person(UserMixin):  # type: ignore[misc]
    """Who is signed in, as the sign-in library knows it; `by_tap`: not by the session of this
    browser, but by a tap that waited on it.
    """

    session: Session
    token: str
    by_tap: bool = False

    def get_id(self) -> str:
        """The person's id."""
        return self.session.account.id


def install(app: Flask) -> None:
    """Look at every request; what has no rule is open to nobody."""
    manager = LoginManager()
    # Sessions are rows of ours: nothing is kept in a cookie of the framework, so there is nothing
    # of it to protect.
    manager.session_protection = None
    manager.init_app(app)

    @manager.request_loader  # type: ignore[untyped-decorator,unused-ignore]
    def who(_: Any) -> Person | None:
        return _who(
            rule_of(request.method, request.url_rule.rule) if request.url_rule is not None else None
        )

    @app.before_request
    def ask() -> Response | None:
        # No such address, or not by this method: said as everywhere.
        if request.url_rule is None or request.method == "OPTIONS":
            return None
        rule = rule_of(request.method, request.url_rule.rule)
        if rule is None:
            return problem(403, "no-rule", "Not open", "Nobody may do this: it has no rule yet.")
        return None if rule.right is None else _ask(rule, rule.right)

    @app.after_request
    def keep(answer: Response) -> Response:
        """What was changed is kept with who did it; taps keep it themselves, with their entry, and
        so do the people's own pages.
        """
        own, rule = acting_or_none(), request.url_rule
        if own is None or rule is None or request.method in SAFE or answer.status_code >= 300:
            return answer
        if rule.rule in TELLS:
            here, given = context(), request.view_args or {}
            try:
                with here.store() as store:
                    store.who.add_act(
                        own.act(
                            here.now(),
                            TELLS[rule.rule],
                            next(iter(given.values()), ""),
                            given.get("job_id", ""),
                        )
                    )
            except (SQLAlchemyError, DatabaseStalled) as error:
                # What was changed is stored, and names who did it: the answer stays what it is.
                app.logger.warning("who did it is not kept: %s", type(error).__name__)
        return answer


def _who(rule: Rule | None) -> Person | None:
    """Who asks: by the cookie of this browser, or by the secret that a tap carries; both only on
    the device that they were given to.
    """
    here, tap = context(), request.headers.get(TAP, "")
    by_tap = bool(tap) and rule is not None and rule.taps
    token = tap if by_tap else request.cookies.get(SESSION, "")
    if not token or rule is None or rule.right is None:
        return None
    with here.store(anybody=True) as store:
        session = live_session(store.who, token, this_device().id, here.now(), tap=by_tap)
    return Person(session, token, by_tap) if session is not None else None


def _ask(rule: Rule, right: Right) -> Response | None:
    person: Person | None = current_user if current_user.is_authenticated else None
    if person is None:
        return sign_in_first()
    if (
        request.method not in SAFE
        and not person.by_tap
        and request.headers.get(SEAL, "") != seal_of(person.token)
    ):
        return problem(
            403,
            "seal",
            "Not from here",
            "This did not come from a page of this server that is signed in: load the page again.",
        )
    account = person.session.account
    if account.must_change and not rule.before_password:
        return problem(
            403, "new-password", "A password first", "Choose a password of your own first."
        )
    with context().store(anybody=True) as store:
        sites, at = context().sites.every(store), _site_asked(store, rule)
    return _at(rule, right, person, sites_of(sites, account), at)


def _at(
    rule: Rule, right: Right, person: Person, own: list[PlantSite], at: str | None
) -> Response | None:
    """Bind the request to a site where that person may do it."""
    account = person.session.account
    site = next((one for one in own if one.id == at), None) if at is not None else _chosen(own)
    if site is None and at is not None:
        # What is at a site that somebody may not read is not there for that person.
        return problem(404, "not-found", "Not found", "There is no such thing here.")
    if site is None and rule.where is not SiteBy.ANY:
        return problem(
            403, "not-yours", "Not open to you", f"{account.name} has no rights at this site."
        )
    pin: Known = "one tap" if person.session.how == "one tap" else "checked"
    if request.headers.get(PIN, "") == NOT_CHECKED and pin == "checked":
        pin = NOT_CHECKED  # type: ignore[assignment]
    g.acting = Acting(
        account, site or NOWHERE, person.session.device_id, person.session.device, pin
    )
    if rule.where is SiteBy.ANY:
        return None
    if not g.acting.may(right):
        return problem(
            403,
            "not-yours",
            "Not open to you",
            f"{account.name} may not {right.words} at {(site or NOWHERE).name}.",
        )
    return None


def _site_asked(store: SqlStore, rule: Rule) -> str | None:
    """The site of what is asked for, empty for what is not there; None where it is the chosen
    one."""
    given: dict[str, Any] = request.view_args or {}
    match rule.where:
        case SiteBy.JOB:
            return context().sites.of_job(store, given["job_id"]) or ""
        case SiteBy.NEW_JOB:
            body = request.get_json(silent=True)
            named = given.get("job_id") or (body.get("job_id") if isinstance(body, dict) else None)
            there = context().sites.of_job(store, named) if isinstance(named, str) else None
            return there or request.headers.get(SITE) or None
        case SiteBy.MACHINE:
            return store.site_of_machine(machine_id=given["machine_id"]) or ""
        case SiteBy.POSITION:
            return store.site_of_machine(position_id=given["position_id"]) or ""
        case _:
            return request.headers.get(SITE) or None


def _chosen(own: list[PlantSite]) -> PlantSite | None:
    """The site that a link was followed from, where the person may read it; else the first of the
    own ones.
    """
    chosen = request.cookies.get(CHOSEN, "")
    return next((one for one in own if one.id == chosen), own[0] if own else None)


def sign_in_first() -> Response:
    """Nobody is signed in, or not any more."""
    answer = problem(
        401,
        "sign-in",
        "Sign in first",
        "Nobody is signed in on this device, or not any more. What waits here is kept until then.",
    )
    answer.headers["WWW-Authenticate"] = 'Tribodex realm="sign in"'
    return answer


def this_device() -> Device:
    """The browser that asks: its id from a cookie that scripts cannot read, and what it calls
    itself, in short.
    """
    secret = request.cookies.get(DEVICE, "")
    return Device(token_hash(secret)[:32] if secret else "", device_name(request.user_agent.string))


def device_name(agent: str) -> str:
    """A browser in two words, for people who look at a list of them.

    >>> device_name(
    ...     "Mozilla/5.0 (Linux; Android 14; Tab) AppleWebKit/537.36 Chrome/126.0 Safari/537.36"
    ... )
    'Chrome on Android'
    """
    systems = (
        ("Android", "Android"),
        ("iPhone", "iPhone"),
        ("iPad", "iPad"),
        ("Windows", "Windows"),
        ("Mac OS", "Mac"),
        ("Linux", "Linux"),
    )
    browsers = (("Firefox", "Firefox"), ("Edg", "Edge"), ("Chrome", "Chrome"), ("Safari", "Safari"))
    system = next((name for mark, name in systems if mark in agent), "")
    browser = next((name for mark, name in browsers if mark in agent), "A program")
    return f"{browser} on {system}" if system else browser


def acting_or_none() -> Acting | None:
    """Who acts in this request; None outside of one, and where nobody needs to be signed in."""
    return cast(Acting | None, g.get("acting")) if has_request_context() else None


def acting() -> Acting:
    """Who acts in this request. A view that asks has a rule, so somebody does."""
    found = acting_or_none()
    assert found is not None  # its rule asks for a session
    return found


def account() -> Account:
    """The person of this request."""
    return acting().account


def actor(named: str = "") -> str:
    """The name that what is sent goes under: that of who is signed in. Raises NotYours where it
    names somebody else.
    """
    own = account().name
    if named.strip() and " ".join(named.split()).casefold() != own.casefold():
        raise NotYours(
            f"This was sent under the name {named.strip()}, and {own} is signed in. Nothing was"
            " stored.",
            Field("actor", "Not who is signed in.", own),
        )
    return own
