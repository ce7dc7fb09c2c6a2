"""Sites, accounts, sessions and acts as the use cases see them; the store keeps them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Literal, Protocol

from tribodex.core.people import Right, Rights

# How it was known who tapped: by PIN or password on this device, by nobody yet, or the one tap of
# the demonstration.
Known = Literal["", "checked", "not checked", "one tap"]
LinkKind = Literal["calendar", "metrics"]


@dataclass(frozen=True)
class PlantSite:
    """A site. A screen that was quiet for `quiet_min` asks for the PIN at the next tap; without a
    network people are taken by their name for `offline_days` after they signed in on a device; with
    `four_eyes` every record is signed by two.
    """

    id: str
    name: str
    quiet_min: int = 30
    offline_days: int = 7
    four_eyes: bool = False


@dataclass(frozen=True)
class Account:
    """A person. `password` and `pin` are hashes, empty where there is none; `identity`: of whom the
    site's own sign-on says that it is.
    """

    id: str
    name: str
    handle: str = ""
    password: str = field(default="", repr=False)
    pin: str = field(default="", repr=False)
    must_change: bool = False
    rights: Rights = field(default_factory=Rights)
    works_under: str = ""
    settings: Mapping[str, Any] = field(default_factory=dict)
    left_at: datetime | None = None
    pseudonym: str = ""
    rank: int = 0
    identity: str = field(default="", repr=False)

    @property
    def shown(self) -> str:
        """The name in lists: of whoever left, a pseudonym."""
        return self.pseudonym if self.left_at is not None else self.name

    @property
    def can_sign_in(self) -> bool:
        """Whether there is a way in."""
        return self.left_at is None and bool(self.password)


@dataclass(frozen=True)
class Session:
    """A person signed in on a device until a moment."""

    id: str
    account: Account
    device_id: str
    device: str
    how: str
    begun_at: datetime
    used_at: datetime
    ends_at: datetime
    ended_at: datetime | None = None


@dataclass(frozen=True)
class BegunSession:
    """A session that begins, with hashes of its secrets."""

    session: Session
    token_hash: str
    tap_hash: str


@dataclass(frozen=True)
class Link:
    """An address that answers without a session, as much as its owner may see at a site."""

    id: str
    account_id: str
    kind: LinkKind
    site_id: str
    name: str
    made_at: datetime
    used_at: datetime | None = None
    ended_at: datetime | None = None


@dataclass(frozen=True)
class Act:
    """Somebody did something. `what` in words, `about` what it was done to; of taps the job and its
    entry.
    """

    at: datetime
    what: str
    account_id: str = ""
    device_id: str = ""
    device: str = ""
    site_id: str = ""
    about: str = ""
    job_id: str = ""
    seq: int | None = None
    pin: Known = ""
    entry: int = 0


@dataclass(frozen=True)
class ActsAsked:
    """Which acts, the newest first: of these sites (and those of no site where `everywhere`), of a
    person, before an entry.
    """

    sites: tuple[str, ...]
    everywhere: bool = False
    account_id: str = ""
    before: int | None = None
    limit: int = 100


@dataclass(frozen=True)
class Looked:
    """How far somebody has read a log."""

    account_id: str
    seq: int
    at: datetime


@dataclass(frozen=True)
class Acting:
    """Who taps: a person at a site, on a device. `pin`: how that is known."""

    account: Account
    site: PlantSite
    device_id: str = ""
    device: str = ""
    pin: Known = "checked"

    def may(self, right: Right) -> bool:
        """Whether this person may do that here."""
        return self.account.rights.may(right, self.site.id)

    def act(
        self, at: datetime, what: str, about: str = "", job_id: str = "", seq: int | None = None
    ) -> Act:
        """What this person does, as it is kept."""
        return Act(
            at,
            what[:60],
            self.account.id,
            self.device_id,
            self.device,
            self.site.id,
            about[:200],
            job_id,
            seq,
            self.pin,
        )


class Tries(Protocol):
    """How often something was tried wrongly; what slows whoever guesses."""

    def wait_s(self, key: str) -> int:
        """How long nobody may try this again (s); 0 where anybody may."""

    def wrong(self, key: str) -> int:
        """One more wrong try; how long to wait after it (s)."""

    def clear(self, key: str) -> None:
        """It was right."""


class KeepsPeople(Protocol):
    """A store as people need it. Every change commits."""

    def sites(self) -> Sequence[PlantSite]:
        """Every site, in order."""

    def keep_site(self, site: PlantSite) -> None:
        """Keep it in place of the one with its id."""

    def accounts(self) -> Sequence[Account]:
        """Everybody, also who left, in order."""

    def gone(self) -> Mapping[str, str]:
        """Pseudonyms of those who left, by name."""

    def account(self, account_id: str) -> Account | None:
        """One of them."""

    def account_by_handle(self, handle: str) -> Account | None:
        """Who signs in by this name."""

    def account_by_identity(self, identity: str) -> Account | None:
        """Whom the site's own sign-on knows by this."""

    def anybody(self) -> bool:
        """Whether anybody can sign in."""

    def keep_account(self, account: Account) -> None:
        """Keep a person in place of the one with that id. Raises ConcurrentWriter where name or
        sign-in name is another one's.
        """

    def keep_first(self, account: Account) -> bool:
        """Keep the first person who can sign in; False where somebody was quicker."""

    def begin_session(self, opened: BegunSession) -> None:
        """Keep a session; others of that person on that device end."""

    def session_by(self, token_hash: str, *, tap: bool = False) -> Session | None:
        """The session of a secret, or of the secret that its taps carry; also one that is over."""

    def sessions(self, account_id: str = "", device_id: str = "") -> Sequence[Session]:
        """Sessions that are not ended, of a person or on a device, the newest first."""

    def use_session(self, session_id: str, now: datetime) -> None:
        """It was used now."""

    def end_sessions(self, session_ids: Sequence[str], now: datetime) -> None:
        """End them: neither they nor their taps are taken any more."""

    def add_act(self, act: Act) -> None:
        """Keep an act."""

    def acts(self, asked: ActsAsked) -> Sequence[Act]:
        """Acts, the newest first."""

    def unproven(self, job_id: str, seqs: Sequence[int]) -> frozenset[int]:
        """Of these entries of a log those that somebody tapped whose PIN was not checked."""

    def add_proof(self, client_event_id: str, account_id: str, now: datetime) -> None:
        """Somebody stands by a tap."""

    def proofs(self, client_event_id: str) -> frozenset[str]:
        """Who stands by a tap."""

    def add_link(self, link: Link, token_hash: str) -> None:
        """Keep an address."""

    def links(self, account_id: str) -> Sequence[Link]:
        """Addresses of a person that were not ended."""

    def link_by(self, token_hash: str) -> Link | None:
        """The address of a token; None for one that was ended."""

    def end_link(self, link_id: str, account_id: str, now: datetime) -> None:
        """End an address of a person."""

    def look(self, job_id: str, looked: Looked) -> None:
        """Somebody read a log so far."""

    def looked(self, job_id: str) -> Sequence[Looked]:
        """How far everybody has read a log."""
