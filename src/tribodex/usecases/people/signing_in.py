"""Signing in: the first person, by name and password, by PIN on a device that knows them; and
out."""

from __future__ import annotations

import unicodedata
import uuid
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from tribodex.core.errors import InvalidInput, Refused, TribodexError
from tribodex.core.people import Right, Rights, check_password, check_pin
from tribodex.usecases.people.hashes import Hashes, new_token, token_hash
from tribodex.usecases.people.ports import (
    Account,
    Act,
    BegunSession,
    KeepsPeople,
    PlantSite,
    Session,
    Tries,
)
from tribodex.usecases.people.provider import Identity

MOST_NAME, MOST_HANDLE = 80, 40
# A page that polls each second need not write each second that it was there.
USED_AGAIN = timedelta(minutes=1)
WRONG = "Name and password do not belong together."
SINGLE = "single sign-on"
# No text has this hash.
NO_PASSWORD = "-"
# So long after somebody came by the site's own sign-on a PIN is chosen without a password of ours
# (own choice).
JUST_NOW = timedelta(minutes=10)


class TooOften(TribodexError):
    """Tried wrongly too often: nobody tries again before `wait_s` is over."""

    def __init__(self, wait_s: int, whose: str) -> None:
        waited = f"{wait_s} s" if wait_s < 120 else f"{-(-wait_s // 60)} minutes"
        super().__init__(
            f"Too many wrong tries for {whose}: the next one counts in {waited}. They stand on the"
            " page of who did what."
        )
        self.wait_s = wait_s


@dataclass(frozen=True)
class Device:
    """The browser that somebody is at: an id that only it knows, and what it calls itself."""

    id: str
    name: str


@dataclass(frozen=True)
class Entered:
    """Somebody is in: the session, its secret, and the secret that taps carry."""

    session: Session
    token: str
    tap_token: str


class SignIn:
    """Who is it? With the counts that slow whoever guesses."""

    def __init__(self, store: KeepsPeople, hashes: Hashes, tries: Tries, now: datetime) -> None:
        self._store, self._hashes, self._tries, self._now = store, hashes, tries, now

    def first(
        self, name: str, handle: str, password: str, pin: str, site: str, *, device: Device
    ) -> Entered:
        """The first person: the administrator, while nobody else can sign in.

        Raises Refused where somebody can, InvalidInput with the fields to correct.
        """
        if self._store.anybody():
            raise Refused("Somebody is here already: ask that person for a name and a password.")
        account = Account(
            uuid.uuid4().hex, person_name(name), sign_in_name(handle), must_change=False
        )
        known = next(
            (
                one
                for one in self._store.accounts()
                if one.name.casefold() == account.name.casefold()
            ),
            None,
        )
        account = replace(
            account, id=known.id if known else account.id, rank=known.rank if known else 0
        )
        kept = self._hashes.made(check_password(password, account.name, account.handle))
        sites = list(self._store.sites()) or [PlantSite("main", "")]
        if called := site.strip()[:120]:
            sites[0] = replace(sites[0], name=called)
        rights = Rights.of({site.id: list(Right) for site in sites})
        account = replace(
            account, password=kept, pin=self._hashes.made(check_pin(pin)), rights=rights
        )
        if not self._store.keep_first(account):
            raise Refused("Somebody was quicker: ask that person for a name and a password.")
        self._store.keep_site(sites[0])
        return self._begin(account, device, "password")

    def by_password(self, handle: str, password: str, device: Device) -> Entered:
        """By name and password. Raises InvalidInput, or TooOften."""
        account = self._store.account_by_handle(handle.strip().casefold())
        known = account is not None and any(
            session.device_id == device.id for session in self._store.sessions(account.id)
        )
        # Who guesses from elsewhere does not lock out the person at a device that knows them.
        key = f"password:{handle.strip().casefold()[:60]}:{device.id if known else 'elsewhere'}"
        self._ask(key, "this name")
        good = self._hashes.good(
            account.password if account is not None and account.can_sign_in else "", password
        )
        if account is None or not good:
            self._wrong(key, "this name", account, device, "wrong password")
            raise InvalidInput.at(
                "password", WRONG, "the name that you sign in with, and its password"
            )
        self._tries.clear(key)
        return self._begin(account, device, "password")

    def by_pin(
        self, account_id: str, pin: str, device: Device, *, one_tap: bool = False
    ) -> Entered:
        """By PIN, on a device where that person signed in lately; in the demonstration by one tap.

        Raises Refused where the device does not know that person, InvalidInput for a wrong PIN,
        TooOften.
        """
        account = self._store.account(account_id)
        if account is None or account.left_at is not None:
            raise Refused("There is no such person here.")
        if one_tap:
            return self._begin(account, device, "one tap")
        here = next(
            (
                session
                for session in self._store.sessions(account.id, device.id)
                if session.ends_at > self._now
            ),
            None,
        )
        if here is None:
            raise Refused(
                f"{account.name} signs in here by name and password first: it was too long ago, or"
                " never on this device."
            )
        self.ask_pin(account, pin, device)
        return self._begin(account, device, "PIN", here.ends_at)

    def by_provider(self, identity: Identity, device: Device) -> Entered:
        """By the site's own sign-on: whom it was linked with at the first time, else whoever signs
        in by that name and is linked with nobody yet.

        A name there may be chosen by whoever has it: who has a password here already is linked only
        on a device where that person is signed in. Raises Refused for that, for somebody whom
        nobody let in here, and for another one of the same name.
        """
        account = self._store.account_by_identity(identity.key)
        if account is None:
            account = self._store.account_by_handle(identity.handle.strip().casefold())
            if account is None or account.left_at is not None or not account.handle:
                self._refused(None, device, "nobody let this person in")
                raise Refused(
                    f"Nobody was let in here as “{identity.handle}”: whoever administers adds you"
                    " with this sign-in name."
                )
            if account.identity:
                self._refused(account, device, "somebody else of this name")
                raise Refused(
                    f"The sign-on knows somebody else as “{identity.handle}” than the one who came"
                    " before. Whoever administers lets in anew: then it is linked again."
                )
            here = any(
                session.ends_at > self._now
                for session in self._store.sessions(account.id, device.id)
            )
            if not account.must_change and not here:
                self._refused(account, device, "not linked yet")
                raise Refused(
                    f"{account.name} has a password here: sign in by it on this device once, and"
                    " then by the sign-on. So the two are linked."
                )
            # A first password that nobody used is told for nothing from now on: whoever is linked
            # needs none.
            unused = {"password": NO_PASSWORD, "must_change": False} if account.must_change else {}
            account = replace(account, identity=identity.key, **unused)  # type: ignore[arg-type]
            self._store.keep_account(account)
            self._store.add_act(
                Act(
                    self._now,
                    "linked, single sign-on",
                    account.id,
                    device.id,
                    device.name,
                    about=account.name,
                )
            )
        return self._begin(account, device, SINGLE)

    def _refused(self, account: Account | None, device: Device, why: str) -> None:
        self._store.add_act(
            Act(
                self._now,
                "refused, single sign-on",
                account.id if account else "",
                device.id,
                device.name,
                about=why,
            )
        )

    def ask_pin(self, account: Account, pin: str, device: Device, by: str = "") -> None:
        """Whether it is that person's PIN. Tries are counted for who is signed in (`by`), on
        whatever device; at the way in for the device.

        Raises InvalidInput, TooOften, or Refused where there is none.
        """
        if not account.pin:
            raise Refused(
                f"{account.name} has no PIN yet: it is chosen on the own page, by whoever signed in"
                " there."
            )
        key = f"pin:{account.id}:{by or device.id}"
        self._ask(key, account.name)
        if not self._hashes.good(account.pin, pin.strip()):
            self._wrong(key, account.name, account, device, "wrong PIN")
            raise InvalidInput.at(
                "pin",
                f"This is not the PIN of {account.name}.",
                "the PIN that was chosen; by password it can be chosen anew",
            )
        self._tries.clear(key)

    def ask_password(self, account: Account, password: str, device: Device) -> None:
        """Whether it is that person's password. Raises InvalidInput, or TooOften."""
        key = f"password:{account.handle}:{device.id}"
        self._ask(key, account.name)
        if not self._hashes.good(account.password, password):
            self._wrong(key, account.name, account, device, "wrong password")
            raise InvalidInput.at(
                "old", "This is not the present password.", "the one that you signed in with"
            )
        self._tries.clear(key)

    def _ask(self, key: str, whose: str) -> None:
        if wait := self._tries.wait_s(key):
            raise TooOften(wait, whose)

    def _wrong(
        self, key: str, whose: str, account: Account | None, device: Device, what: str
    ) -> None:
        wait = self._tries.wrong(key)
        self._store.add_act(
            Act(
                self._now,
                what,
                account.id if account else "",
                device.id,
                device.name,
                about=whose if account else "a name unknown",
            )
        )
        if wait:
            self._store.add_act(
                Act(
                    self._now,
                    f"locked for {wait} s",
                    account.id if account else "",
                    device.id,
                    device.name,
                )
            )
            raise TooOften(wait, whose)

    def _begin(
        self, account: Account, device: Device, how: str, ends_at: datetime | None = None
    ) -> Entered:
        days = min(
            (site.offline_days for site in sites_of(self._store.sites(), account)), default=1
        )
        token, tap = new_token(), new_token()
        ends = ends_at or self._now + timedelta(days=days)
        session = Session(
            uuid.uuid4().hex, account, device.id, device.name, how, self._now, self._now, ends
        )
        self._store.begin_session(BegunSession(session, token_hash(token), token_hash(tap)))
        self._store.add_act(Act(self._now, f"signed in, {how}", account.id, device.id, device.name))
        return Entered(session, token, tap)


def needs_no_password(session: Session, now: datetime) -> bool:
    """Whether a PIN is chosen without one: the site's own sign-on said a moment ago who it is, and
    there is no other proof to ask for.
    """
    account = session.account
    return (
        session.how == SINGLE
        and now - session.begun_at < JUST_NOW
        and (account.password == NO_PASSWORD or not account.pin)
    )


def live_session(
    store: KeepsPeople, token: str, device_id: str, now: datetime, *, tap: bool = False
) -> Session | None:
    """The session of a secret, on the device that it was given to; None where it is over, or its
    person left.
    """
    session = store.session_by(token_hash(token), tap=tap)
    if (
        session is None
        or session.ended_at is not None
        or session.ends_at <= now
        or session.account.left_at is not None
    ):
        return None
    if session.device_id != device_id:
        return None
    if now - session.used_at > USED_AGAIN:
        store.use_session(session.id, now)
    return session


def sites_of(sites: Sequence[PlantSite], account: Account) -> list[PlantSite]:
    """The sites that somebody may read, in order."""
    return [site for site in sites if account.rights.may(Right.READ, site.id)]


def person_name(typed: str, field: str = "name") -> str:
    """A name as it stands in logs. Raises InvalidInput."""
    name = " ".join(unicodedata.normalize("NFC", typed).split())
    if (
        not name
        or len(name) > MOST_NAME
        or not any(letter.isalpha() for letter in name)
        or any(unicodedata.category(c) in ("Cc", "Cf") for c in name)
    ):
        raise InvalidInput.at(
            field,
            "A name is needed.",
            f"first and last name, as it should stand in the log, up to {MOST_NAME} letters",
        )
    return name


def sign_in_name(typed: str, field: str = "handle") -> str:
    """A name to sign in with: small letters, digits, dots and dashes.

    >>> sign_in_name(" W.Ashby ")
    'w.ashby'
    """
    handle = unicodedata.normalize("NFC", typed).strip().casefold()
    if not 2 <= len(handle) <= MOST_HANDLE or not all(
        letter.isalnum() or letter in ".-_@" for letter in handle
    ):
        raise InvalidInput.at(
            field,
            "A name to sign in with is needed.",
            "two or more letters without blanks, for example w.ashby",
        )
    return handle
