"""Tables of sites, people, their sessions, and of who did what."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import BigInteger, Boolean, ForeignKey, Index, Integer, String
from sqlalchemy.orm import Mapped, mapped_column

from tribodex.store.models import Base

FIRST_SITE = "main"


class SiteRow(Base):
    """A site: what belongs together, with its own rights. `quiet_min`: a screen that was quiet for
    so long asks for the PIN again.
    """

    __tablename__ = "site"
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    quiet_min: Mapped[int] = mapped_column(Integer, default=30, server_default="30")
    offline_days: Mapped[int] = mapped_column(Integer, default=7, server_default="7")
    four_eyes: Mapped[bool] = mapped_column(Boolean, default=False, server_default="0")
    rank: Mapped[int] = mapped_column(Integer, default=0, server_default="0")


class AccountRow(Base):
    """A person. Rights are kept by site; names are never given twice, because logs name people."""

    __tablename__ = "account"
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(80), unique=True)
    handle: Mapped[str | None] = mapped_column(String(40), unique=True, default=None)
    password: Mapped[str] = mapped_column(String(200), default="")
    pin: Mapped[str] = mapped_column(String(200), default="")
    must_change: Mapped[bool] = mapped_column(Boolean, default=False)
    rights: Mapped[dict[str, Any]]
    works_under: Mapped[str] = mapped_column(String(32), default="")
    settings: Mapped[dict[str, Any]]
    left_at: Mapped[datetime | None] = mapped_column(default=None)
    pseudonym: Mapped[str] = mapped_column(String(80), default="")
    rank: Mapped[int] = mapped_column(Integer, default=0)
    identity: Mapped[str | None] = mapped_column(String(64), unique=True, default=None)


class WebSessionRow(Base):
    """A person signed in on a device: hashes of its secrets, never they themselves. `tap_hash` lets
    taps that wait go out for that person.
    """

    __tablename__ = "web_session"
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    account_id: Mapped[str] = mapped_column(ForeignKey("account.id"), index=True)
    device_id: Mapped[str] = mapped_column(String(32), index=True)
    device: Mapped[str] = mapped_column(String(120))
    token_hash: Mapped[str] = mapped_column(String(64), unique=True)
    tap_hash: Mapped[str] = mapped_column(String(64), unique=True)
    how: Mapped[str] = mapped_column(String(16))
    begun_at: Mapped[datetime]
    used_at: Mapped[datetime]
    ends_at: Mapped[datetime]
    ended_at: Mapped[datetime | None] = mapped_column(default=None)


class PinProofRow(Base):
    """That somebody proved by PIN to stand by one tap."""

    __tablename__ = "pin_proof"
    client_event_id: Mapped[str] = mapped_column(String(80), primary_key=True)
    account_id: Mapped[str] = mapped_column(ForeignKey("account.id"), primary_key=True)
    made_at: Mapped[datetime] = mapped_column(index=True)


class LinkTokenRow(Base):
    """An address that answers without a session, as much as its owner may see: a calendar, or the
    monitor's counters.
    """

    __tablename__ = "link_token"
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    account_id: Mapped[str] = mapped_column(ForeignKey("account.id"), index=True)
    kind: Mapped[str] = mapped_column(String(16))
    site_id: Mapped[str] = mapped_column(String(32))
    name: Mapped[str] = mapped_column(String(120))
    token_hash: Mapped[str] = mapped_column(String(64), unique=True)
    made_at: Mapped[datetime]
    used_at: Mapped[datetime | None] = mapped_column(default=None)
    ended_at: Mapped[datetime | None] = mapped_column(default=None)


class ActRow(Base):
    """Who did what, when, from which device. Never changed, never deleted. `pin`: how it was known
    who tapped.
    """

    __tablename__ = "act"
    __table_args__ = (
        Index("act_site", "site_id", "entry"),
        Index("act_account", "account_id", "entry"),
        Index("act_job", "job_id", "seq"),
    )
    entry: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=True)
    at: Mapped[datetime]
    account_id: Mapped[str] = mapped_column(String(32), default="")
    device_id: Mapped[str] = mapped_column(String(32), default="")
    device: Mapped[str] = mapped_column(String(120), default="")
    site_id: Mapped[str] = mapped_column(String(32), default="")
    what: Mapped[str] = mapped_column(String(60))
    about: Mapped[str] = mapped_column(String(200), default="")
    job_id: Mapped[str] = mapped_column(String(64), default="")
    seq: Mapped[int | None] = mapped_column(Integer, default=None)
    pin: Mapped[str] = mapped_column(String(16), default="")


class LookedRow(Base):
    """How far somebody has read a log when looking at it to sign."""

    __tablename__ = "looked"
    job_id: Mapped[str] = mapped_column(ForeignKey("job.id"), primary_key=True)
    account_id: Mapped[str] = mapped_column(ForeignKey("account.id"), primary_key=True)
    seq: Mapped[int] = mapped_column(Integer)
    at: Mapped[datetime]


class TryRow(Base):
    """How often something was tried within a while; what slows brute force."""

    __tablename__ = "try_count"
    key: Mapped[str] = mapped_column(String(190), primary_key=True)
    count: Mapped[int] = mapped_column(Integer)
    ends_at: Mapped[float] = mapped_column(index=True)
