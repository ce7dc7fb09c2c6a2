"""People as pages show them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from tribodex.core.people import ROLES, Right
from tribodex.usecases.people.ports import Account, Act, KeepsPeople, Link, PlantSite, Session
from tribodex.usecases.people.signing_in import SINGLE, sites_of

USUAL = {"number": "point", "text": "usual"}


@dataclass(frozen=True)
class SiteHere:
    """A site with what one may do there."""

    id: str
    name: str
    rights: tuple[Right, ...]
    quiet_min: int
    offline_days: int
    four_eyes: bool


@dataclass(frozen=True)
class Me:
    """Who is signed in: with the own settings, what one may do where, and until when. `under`: who
    counter-signs; `deciders`: who else may decide by name, at each site; `single_sign_on`: the
    site's own sign-on said who it is.
    """

    id: str
    name: str
    handle: str
    sites: tuple[SiteHere, ...]
    settings: Mapping[str, str]
    has_pin: bool
    must_change: bool
    single_sign_on: bool
    under: str
    until: datetime
    one_tap: bool
    deciders: Mapping[str, tuple[Decider, ...]]


@dataclass(frozen=True)
class Decider:
    """Somebody who may decide by name, or also counter-sign."""

    id: str
    name: str
    counter_signs: bool


@dataclass(frozen=True)
class PersonView:
    """A person as who administers sees it."""

    id: str
    name: str
    handle: str
    rights: Mapping[str, tuple[Right, ...]]
    works_under: str
    can_sign_in: bool
    has_pin: bool
    must_change: bool
    left_at: datetime | None


@dataclass(frozen=True)
class RightWords:
    """A right and what it is called."""

    id: Right
    words: str


@dataclass(frozen=True)
class Persons:
    """Everybody whom the own rights administer, the sites, and what can be given."""

    people: tuple[PersonView, ...]
    sites: tuple[PlantSite, ...]
    rights: tuple[RightWords, ...]
    roles: Mapping[str, tuple[Right, ...]]


@dataclass(frozen=True)
class SessionView:
    """Somebody signed in on a device."""

    id: str
    person: str
    device: str
    how: str
    begun_at: datetime
    used_at: datetime
    ends_at: datetime
    this: bool


@dataclass(frozen=True)
class LinkView:
    """An address that answers without a session; where it was just made also the address itself,
    told once.
    """

    id: str
    kind: str
    site: str
    name: str
    made_at: datetime
    address: str = ""


@dataclass(frozen=True)
class ActView:
    """Who did what, when, from which device."""

    entry: int
    at: datetime
    person: str
    device: str
    device_id: str
    site: str
    what: str
    about: str
    job_id: str
    seq: int | None
    pin: str


def me(store: KeepsPeople, session: Session, *, one_tap: bool) -> Me:
    """Who is signed in."""
    account, everybody = session.account, store.accounts()
    over = next((one for one in everybody if one.id == account.works_under), None)
    sites = sites_of(store.sites(), account)
    here = [one for one in everybody if one.left_at is None and (one_tap or one.can_sign_in)]
    return Me(
        id=account.id,
        name=account.name,
        handle=account.handle,
        sites=tuple(
            SiteHere(
                site.id,
                site.name,
                tuple(r for r in Right if account.rights.may(r, site.id)),
                site.quiet_min,
                site.offline_days,
                site.four_eyes,
            )
            for site in sites
        ),
        settings={**USUAL, **account.settings},
        has_pin=bool(account.pin),
        must_change=account.must_change,
        single_sign_on=session.how == SINGLE,
        under=over.name if over else "",
        until=session.ends_at,
        one_tap=one_tap,
        deciders={
            site.id: tuple(
                Decider(one.id, one.name, one.rights.may(Right.COUNTER_SIGN, site.id))
                for one in here
                if one.rights.may(Right.SIGN, site.id) and not one.works_under
            )
            for site in sites
        },
    )


def persons(store: KeepsPeople, account: Account) -> Persons:
    """Everybody whom this one administers: with rights at a site of its own, or with none yet."""
    own = set(account.rights.sites_with(Right.ADMINISTER))
    found = [
        account
        for account in store.accounts()
        if account.left_at is None and (not account.rights.sites or own & set(account.rights.sites))
    ]
    return Persons(
        people=tuple(person_view(one) for one in found),
        sites=tuple(site for site in store.sites() if site.id in own),
        rights=tuple(RightWords(right, right.words) for right in Right),
        roles=dict(ROLES),
    )


def person_view(one: Account) -> PersonView:
    """A person."""
    rights = {
        site: tuple(right for right in Right if right in here)
        for site, here in one.rights.by_site.items()
    }
    return PersonView(
        one.id,
        one.name,
        one.handle,
        rights,
        one.works_under,
        one.can_sign_in,
        bool(one.pin),
        one.must_change,
        one.left_at,
    )


def session_views(sessions: Sequence[Session], device_id: str) -> tuple[SessionView, ...]:
    """Sessions, the newest first."""
    return tuple(
        SessionView(
            s.id,
            s.account.shown,
            s.device,
            s.how,
            s.begun_at,
            s.used_at,
            s.ends_at,
            s.device_id == device_id,
        )
        for s in sessions
    )


def link_views(store: KeepsPeople, links: Sequence[Link]) -> tuple[LinkView, ...]:
    """Addresses of a person."""
    called = {site.id: site.name for site in store.sites()}
    return tuple(
        LinkView(link.id, link.kind, called.get(link.site_id, ""), link.name, link.made_at)
        for link in links
    )


def act_views(store: KeepsPeople, acts: Sequence[Act]) -> tuple[ActView, ...]:
    """Acts by the names that lists show."""
    who = {account.id: account.shown for account in store.accounts()}
    called = {site.id: site.name for site in store.sites()}
    return tuple(
        ActView(
            entry=a.entry,
            at=a.at,
            person=who.get(a.account_id, ""),
            device=a.device,
            device_id=a.device_id[:6],
            site=called.get(a.site_id, ""),
            what=a.what.replace("_", " "),
            about=a.about,
            job_id=a.job_id,
            seq=a.seq,
            pin=a.pin,
        )
        for a in acts
    )
