"""Sites, accounts, sessions and acts in the database."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import cast

from sqlalchemy import Row, Select, delete, func, insert, select, text, update
from sqlalchemy.dialects.mysql import insert as upsert
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session as Database

from tribodex.core.people import Rights
from tribodex.store.entries import aware, naive
from tribodex.store.people_models import (
    AccountRow,
    ActRow,
    LinkTokenRow,
    LookedRow,
    PinProofRow,
    SiteRow,
    WebSessionRow,
)
from tribodex.usecases.people.ports import (
    Account,
    Act,
    ActsAsked,
    BegunSession,
    Known,
    Link,
    Looked,
    PlantSite,
    Session,
)
from tribodex.usecases.ports import ConcurrentWriter

# A proof by PIN is for a tap that was just made, or that waited for the network.
PROOFS_LAST = timedelta(days=30)
_ACCOUNTS = select(AccountRow).order_by(AccountRow.rank, AccountRow.name)
_SESSIONS: Select[WebSessionRow, AccountRow] = select(WebSessionRow, AccountRow).join(
    AccountRow, AccountRow.id == WebSessionRow.account_id
)
_CAN = (AccountRow.left_at.is_(None), AccountRow.password != "")


def _maybe(moment: datetime | None) -> datetime | None:
    return aware(moment) if moment is not None else None


def _account(r: AccountRow) -> Account:
    return Account(
        id=r.id,
        name=r.name,
        handle=r.handle or "",
        password=r.password,
        pin=r.pin,
        must_change=bool(r.must_change),
        rights=Rights.of(r.rights),
        works_under=r.works_under,
        settings=r.settings,
        left_at=_maybe(r.left_at),
        pseudonym=r.pseudonym,
        rank=r.rank,
        identity=r.identity or "",
    )


def _values(a: Account) -> dict[str, object]:
    return {
        "id": a.id,
        "name": a.name,
        "handle": a.handle or None,
        "password": a.password,
        "pin": a.pin,
        "must_change": a.must_change,
        "rights": a.rights.said(),
        "works_under": a.works_under,
        "settings": dict(a.settings),
        "left_at": naive(a.left_at) if a.left_at is not None else None,
        "pseudonym": a.pseudonym,
        "rank": a.rank,
        "identity": a.identity or None,
    }


def _session(row: Row[WebSessionRow, AccountRow]) -> Session:
    s, who = row
    return Session(
        s.id,
        _account(who),
        s.device_id,
        s.device,
        s.how,
        aware(s.begun_at),
        aware(s.used_at),
        aware(s.ends_at),
        _maybe(s.ended_at),
    )


def _link(r: LinkTokenRow) -> Link:
    return Link(
        r.id,
        r.account_id,
        "metrics" if r.kind == "metrics" else "calendar",
        r.site_id,
        r.name,
        aware(r.made_at),
        _maybe(r.used_at),
        _maybe(r.ended_at),
    )


def act_values(act: Act) -> dict[str, object]:
    """An act as a row."""
    return {
        "at": naive(act.at),
        "account_id": act.account_id,
        "device_id": act.device_id,
        "device": act.device[:120],
        "site_id": act.site_id,
        "what": act.what,
        "about": act.about,
        "job_id": act.job_id,
        "seq": act.seq,
        "pin": act.pin,
    }


class People:
    """The store of people on a session of the database. Every change commits."""

    def __init__(self, session: Database) -> None:
        self._session = session

    def sites(self) -> Sequence[PlantSite]:
        """Every site, in order."""
        rows = self._session.scalars(select(SiteRow).order_by(SiteRow.rank, SiteRow.name)).all()
        return [
            PlantSite(r.id, r.name, r.quiet_min, r.offline_days, bool(r.four_eyes)) for r in rows
        ]

    def keep_site(self, site: PlantSite) -> None:
        """Keep it in place of the one with its id."""
        values = {
            "name": site.name,
            "quiet_min": site.quiet_min,
            "offline_days": site.offline_days,
            "four_eyes": site.four_eyes,
        }
        last = self._session.scalar(select(func.coalesce(func.max(SiteRow.rank), -1)))
        self._session.execute(
            upsert(SiteRow)
            .values(id=site.id, rank=(last or 0) + 1, **values)
            .on_duplicate_key_update(**values)
        )
        self._session.commit()

    def accounts(self) -> Sequence[Account]:
        """Everybody, in one query."""
        return [_account(row) for row in self._session.scalars(_ACCOUNTS)]

    def gone(self) -> dict[str, str]:
        """Pseudonyms of those who left, by name."""
        rows = self._session.execute(
            select(AccountRow.name, AccountRow.pseudonym).where(AccountRow.left_at.is_not(None))
        )
        return {row.name: row.pseudonym for row in rows}

    def account(self, account_id: str) -> Account | None:
        """One of them."""
        row = self._session.get(AccountRow, account_id, populate_existing=True)
        return _account(row) if row is not None else None

    def account_by_handle(self, handle: str) -> Account | None:
        """Who signs in by this name."""
        row = (
            self._session.scalar(select(AccountRow).where(AccountRow.handle == handle))
            if handle
            else None
        )
        return _account(row) if row is not None else None

    def account_by_identity(self, identity: str) -> Account | None:
        """Whom the site's own sign-on knows by this."""
        row = (
            self._session.scalar(select(AccountRow).where(AccountRow.identity == identity))
            if identity
            else None
        )
        return _account(row) if row is not None else None

    def anybody(self) -> bool:
        """Whether anybody can sign in."""
        return self._session.scalar(select(AccountRow.id).where(*_CAN).limit(1)) is not None

    def keep_account(self, account: Account) -> None:
        """Keep a person. Raises ConcurrentWriter where name or sign-in name is another one's."""
        values = _values(account)
        change = {name: value for name, value in values.items() if name != "id"}
        try:
            # Twice the same name is two people: what there is already is changed by its id alone.
            known = self._session.scalar(select(AccountRow.id).where(AccountRow.id == account.id))
            kept = (
                update(AccountRow).where(AccountRow.id == account.id).values(change)
                if known
                else insert(AccountRow).values(values)
            )
            self._session.execute(kept)
            self._session.commit()
        except IntegrityError as error:
            self._session.rollback()
            raise ConcurrentWriter from error

    def keep_first(self, account: Account) -> bool:
        """Keep the first person who can sign in; False where somebody was quicker. One at a time,
        also between processes.
        """
        # Two browsers at an empty server: both would be told that they are the first.
        held = self._session.scalar(text("SELECT GET_LOCK('tribodex.first', 10)"))
        try:
            if not held or self.anybody():
                return False
            self.keep_account(account)
            return True
        finally:
            self._session.execute(text("SELECT RELEASE_LOCK('tribodex.first')"))
            self._session.commit()

    def begin_session(self, opened: BegunSession) -> None:
        """Keep a session; others of that person on that device end."""
        s = opened.session
        mine = (
            WebSessionRow.account_id == s.account.id,
            WebSessionRow.device_id == s.device_id,
            WebSessionRow.ended_at.is_(None),
        )
        self._session.execute(update(WebSessionRow).where(*mine).values(ended_at=naive(s.begun_at)))
        self._session.add(
            WebSessionRow(
                id=s.id,
                account_id=s.account.id,
                device_id=s.device_id,
                device=s.device[:120],
                token_hash=opened.token_hash,
                tap_hash=opened.tap_hash,
                how=s.how,
                begun_at=naive(s.begun_at),
                used_at=naive(s.used_at),
                ends_at=naive(s.ends_at),
            )
        )
        self._session.commit()

    def session_by(self, token_hash: str, *, tap: bool = False) -> Session | None:
        """The session of a secret, with its person, in one query."""
        column = WebSessionRow.tap_hash if tap else WebSessionRow.token_hash
        row = self._session.execute(_SESSIONS.where(column == token_hash)).one_or_none()
        return _session(row) if row is not None else None

    def sessions(self, account_id: str = "", device_id: str = "") -> Sequence[Session]:
        """Sessions that are not ended, the newest first, in one query."""
        asked = (
            _SESSIONS.where(WebSessionRow.ended_at.is_(None))
            .order_by(WebSessionRow.used_at.desc(), WebSessionRow.id)
            .limit(500)
        )
        asked = asked.where(WebSessionRow.account_id == account_id) if account_id else asked
        asked = asked.where(WebSessionRow.device_id == device_id) if device_id else asked
        return [_session(row) for row in self._session.execute(asked)]

    def use_session(self, session_id: str, now: datetime) -> None:
        """It was used now."""
        self._session.execute(
            update(WebSessionRow).where(WebSessionRow.id == session_id).values(used_at=naive(now))
        )
        self._session.commit()

    def end_sessions(self, session_ids: Sequence[str], now: datetime) -> None:
        """End them."""
        if session_ids:
            self._session.execute(
                update(WebSessionRow)
                .where(WebSessionRow.id.in_(session_ids))
                .values(ended_at=naive(now))
            )
            self._session.commit()

    def add_act(self, act: Act) -> None:
        """Keep an act."""
        self._session.execute(insert(ActRow).values(act_values(act)))
        self._session.commit()

    def acts(self, asked: ActsAsked) -> Sequence[Act]:
        """Acts, the newest first, in one query."""
        sites = (*asked.sites, "") if asked.everywhere else asked.sites
        wanted = (
            select(ActRow)
            .where(ActRow.site_id.in_(sites))
            .order_by(ActRow.entry.desc())
            .limit(asked.limit)
        )
        wanted = wanted.where(ActRow.account_id == asked.account_id) if asked.account_id else wanted
        wanted = wanted.where(ActRow.entry < asked.before) if asked.before is not None else wanted
        return [
            Act(
                aware(r.at),
                r.what,
                r.account_id,
                r.device_id,
                r.device,
                r.site_id,
                r.about,
                r.job_id,
                r.seq,
                cast("Known", r.pin),
                r.entry,
            )
            for r in self._session.scalars(wanted)
        ]

    def unproven(self, job_id: str, seqs: Sequence[int]) -> frozenset[int]:
        """Of these entries of a log those that somebody tapped whose PIN was not checked."""
        if not seqs:
            return frozenset()
        asked = select(ActRow.seq).where(
            ActRow.job_id == job_id,
            ActRow.seq.between(min(seqs), max(seqs)),
            ActRow.pin == "not checked",
        )
        return frozenset(seq for seq in self._session.scalars(asked) if seq is not None)

    def add_proof(self, client_event_id: str, account_id: str, now: datetime) -> None:
        """Somebody stands by a tap; what is too old to be asked for goes."""
        self._session.execute(
            delete(PinProofRow).where(PinProofRow.made_at < naive(now - PROOFS_LAST))
        )
        proof = {
            "client_event_id": client_event_id,
            "account_id": account_id,
            "made_at": naive(now),
        }
        self._session.execute(insert(PinProofRow).prefix_with("IGNORE").values(proof))
        self._session.commit()

    def proofs(self, client_event_id: str) -> frozenset[str]:
        """Who stands by a tap."""
        return frozenset(
            self._session.scalars(
                select(PinProofRow.account_id).where(PinProofRow.client_event_id == client_event_id)
            )
        )

    def add_link(self, link: Link, token_hash: str) -> None:
        """Keep an address."""
        values = {
            name: getattr(link, name) for name in ("id", "account_id", "kind", "site_id", "name")
        }
        self._session.execute(
            insert(LinkTokenRow).values(
                **values, token_hash=token_hash, made_at=naive(link.made_at)
            )
        )
        self._session.commit()

    def links(self, account_id: str) -> Sequence[Link]:
        """Addresses of a person that were not ended."""
        asked = select(LinkTokenRow).where(
            LinkTokenRow.account_id == account_id, LinkTokenRow.ended_at.is_(None)
        )
        return [_link(row) for row in self._session.scalars(asked.order_by(LinkTokenRow.made_at))]

    def link_by(self, token_hash: str) -> Link | None:
        """The address of a token; None for one that was ended."""
        row = self._session.scalar(
            select(LinkTokenRow).where(
                LinkTokenRow.token_hash == token_hash, LinkTokenRow.ended_at.is_(None)
            )
        )
        return _link(row) if row is not None else None

    def end_link(self, link_id: str, account_id: str, now: datetime) -> None:
        """End an address of a person."""
        mine = (LinkTokenRow.id == link_id, LinkTokenRow.account_id == account_id)
        self._session.execute(update(LinkTokenRow).where(*mine).values(ended_at=naive(now)))
        self._session.commit()

    def look(self, job_id: str, looked: Looked) -> None:
        """Somebody read a log so far; never less far than before."""
        values = {"seq": looked.seq, "at": naive(looked.at)}
        kept = upsert(LookedRow).values(job_id=job_id, account_id=looked.account_id, **values)
        self._session.execute(
            kept.on_duplicate_key_update(
                seq=func.greatest(LookedRow.seq, looked.seq), at=kept.inserted.at
            )
        )
        self._session.commit()

    def looked(self, job_id: str) -> Sequence[Looked]:
        """How far everybody has read a log."""
        return [
            Looked(r.account_id, r.seq, aware(r.at))
            for r in self._session.scalars(select(LookedRow).where(LookedRow.job_id == job_id))
        ]
