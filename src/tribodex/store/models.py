"""Tables of the database. The application's account may not change or delete rows of
APPEND_ONLY."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any, ClassVar

from sqlalchemy import (
    JSON,
    BigInteger,
    Boolean,
    Date,
    Double,
    Float,
    ForeignKey,
    Index,
    Integer,
    String,
    Text,
    UniqueConstraint,
)
from sqlalchemy.dialects.mysql import DATETIME, LONGBLOB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship

APPEND_ONLY = (
    "job",
    "job_event",
    "attachment",
    "crib_item",
    "identity",
    "log_link",
    "record_head",
    "stop_move",
    "act",
)


class Base(DeclarativeBase):
    """Root of the models."""

    type_annotation_map: ClassVar = {
        datetime: DATETIME(fsp=6),
        dict[str, Any]: JSON,
        float: Double,
    }


class OfSite:
    """What belongs to a site."""

    site_id: Mapped[str] = mapped_column(
        String(32), default="main", server_default="main", index=True
    )


class IdentityRow(Base):
    """Which database this is: one row, made when it is first asked."""

    __tablename__ = "identity"
    one: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False, default=1)
    id: Mapped[str] = mapped_column(String(32))


class MachineRow(OfSite, Base):
    """A machine of the plant."""

    __tablename__ = "machine"
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    area: Mapped[str] = mapped_column(String(120))
    rank: Mapped[int] = mapped_column(Integer, default=0)
    shafts: Mapped[list[dict[str, Any]] | None] = mapped_column(JSON, default=None)
    positions: Mapped[list[PositionRow]] = relationship(
        order_by="PositionRow.rank", lazy="selectin"
    )


class PositionRow(Base):
    """A bearing position."""

    __tablename__ = "bearing_position"
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    machine_id: Mapped[str] = mapped_column(ForeignKey("machine.id"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    designation: Mapped[str] = mapped_column(String(64), default="")
    shaft: Mapped[str] = mapped_column(String(32), default="")
    fixed: Mapped[bool | None] = mapped_column(Boolean, default=None)
    rank: Mapped[int] = mapped_column(Integer, default=0)


class CribItemRow(OfSite, Base):
    """One version of a gauge set or a card of one's own. Never changed, never deleted."""

    __tablename__ = "crib_item"
    __table_args__ = (
        UniqueConstraint("item_id", "version", name="crib_item_version"),
        UniqueConstraint("client_event_id", name="crib_item_client"),
    )
    entry: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=True)
    item_id: Mapped[str] = mapped_column(String(64))
    version: Mapped[int] = mapped_column(Integer)
    kind: Mapped[str] = mapped_column(String(16))
    payload: Mapped[dict[str, Any]]
    withdrawn: Mapped[bool] = mapped_column(Boolean)
    reason: Mapped[str] = mapped_column(Text)
    client_event_id: Mapped[str] = mapped_column(String(80))
    actor: Mapped[str] = mapped_column(String(80))
    recorded_at: Mapped[datetime]


class JobRow(OfSite, Base):
    """A job is registered once; everything else about it is in its log."""

    __tablename__ = "job"
    number: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(String(64), unique=True)
    recorded_at: Mapped[datetime]


class JobEventRow(Base):
    """One entry of a job's log. Never changed, never deleted."""

    __tablename__ = "job_event"
    __table_args__ = (UniqueConstraint("job_id", "client_event_id", name="job_event_client"),)
    job_id: Mapped[str] = mapped_column(ForeignKey("job.id"), primary_key=True)
    seq: Mapped[int] = mapped_column(Integer, primary_key=True)
    client_event_id: Mapped[str] = mapped_column(String(80))
    at: Mapped[str] = mapped_column(String(16), default="", server_default="")
    kind: Mapped[str] = mapped_column(String(40))
    schema_version: Mapped[int]
    payload: Mapped[dict[str, Any]]
    actor: Mapped[str] = mapped_column(String(80))
    happened_at: Mapped[datetime]
    recorded_at: Mapped[datetime]
    digest: Mapped[str] = mapped_column(String(64), default="", server_default="")


class Chained:
    """What is chained and signed: its digest, which key signed it, and when."""

    digest: Mapped[str] = mapped_column(String(64))
    key: Mapped[str] = mapped_column(String(16))
    signature: Mapped[str] = mapped_column(String(128))
    linked_at: Mapped[datetime]


class LogLinkRow(Chained, Base):
    """An entry's place in the chain: digest, signature, and the key that made it. Never changed,
    never deleted.
    """

    __tablename__ = "log_link"
    job_id: Mapped[str] = mapped_column(ForeignKey("job.id"), primary_key=True)
    seq: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)


class RecordHeadRow(Chained, Base):
    """A record that a person signed, in the plant's own chain. Never changed, never deleted."""

    __tablename__ = "record_head"
    number: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=False)
    job_id: Mapped[str] = mapped_column(ForeignKey("job.id"))
    seq: Mapped[int] = mapped_column(Integer)
    entry: Mapped[str] = mapped_column(String(64))


class HalfPlanRow(OfSite, Base):
    """A plan as far as it was typed. No record: it goes when the job is opened."""

    __tablename__ = "half_plan"
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    work: Mapped[str] = mapped_column(String(20))
    about: Mapped[str] = mapped_column(String(200))
    form: Mapped[dict[str, Any]]
    actor: Mapped[str] = mapped_column(String(80))
    kept_at: Mapped[datetime]
    edition: Mapped[int]


class AttachmentRow(Base):
    """A picture or sheet of a job, by the hash of its content. Never changed, never deleted."""

    __tablename__ = "attachment"
    job_id: Mapped[str] = mapped_column(ForeignKey("job.id"), primary_key=True)
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    mime: Mapped[str] = mapped_column(String(40))
    data: Mapped[bytes] = mapped_column(LONGBLOB)
    recorded_at: Mapped[datetime]


class JobPlaceRow(Base):
    """Which jobs a bearing position has seen; can be rebuilt from the log at any time."""

    __tablename__ = "job_place"
    position_id: Mapped[str] = mapped_column(String(64), primary_key=True)
    number: Mapped[int] = mapped_column(BigInteger, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("job.id"))
    round: Mapped[bool] = mapped_column(Boolean, default=False, server_default="0")


class JobListRow(Base):
    """Projection for lists; can be rebuilt from the log at any time."""

    __tablename__ = "job_list"
    __table_args__ = (
        Index("job_list_live", "site_id", "live", "updated_at", "number"),
        Index("job_list_newest", "site_id", "updated_at", "number"),
        Index("job_list_who", "site_id", "who", "live", "updated_at", "number"),
        Index("job_list_number", "number"),
    )
    id: Mapped[str] = mapped_column(ForeignKey("job.id"), primary_key=True)
    number: Mapped[int] = mapped_column(BigInteger)
    title: Mapped[str] = mapped_column(Text)
    machine: Mapped[str] = mapped_column(String(120))
    position: Mapped[str] = mapped_column(String(120))
    bearing: Mapped[str] = mapped_column(String(120))
    stage: Mapped[str] = mapped_column(String(60))
    stage_at: Mapped[int] = mapped_column(Integer, default=0)
    stage_of: Mapped[int] = mapped_column(Integer, default=0)
    status: Mapped[str] = mapped_column(String(20))
    live: Mapped[bool] = mapped_column(Boolean, default=True, server_default="1")
    events: Mapped[int]
    who: Mapped[str] = mapped_column(String(80), default="", server_default="")
    site_id: Mapped[str] = mapped_column(String(32), default="main", server_default="main")
    updated_at: Mapped[datetime] = mapped_column(DATETIME(fsp=6))


class JobWordRow(Base):
    """A word under which a job is found; can be rebuilt from the list at any time."""

    __tablename__ = "job_word"
    __table_args__ = (Index("job_word_number", "number"),)
    word: Mapped[str] = mapped_column(String(32), primary_key=True)
    number: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=False)


class CareSaidRow(Base):
    """What a job says of keeping a bearing position; can be rebuilt from the log at any time."""

    __tablename__ = "care_said"
    position_id: Mapped[str] = mapped_column(String(64), primary_key=True)
    number: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=False)
    said: Mapped[list[dict[str, Any]]] = mapped_column(JSON)


class CareDueRow(Base):
    """What is due at a bearing position, of what all its jobs say; can be rebuilt at any time.
    `due` holds what a stop needs.
    """

    __tablename__ = "care_due"
    position_id: Mapped[str] = mapped_column(String(64), primary_key=True)
    kind: Mapped[str] = mapped_column(String(16), primary_key=True)
    every_h: Mapped[float | None] = mapped_column(Float)
    every_days: Mapped[float | None] = mapped_column(Float)
    hours_per_day: Mapped[float | None] = mapped_column(Float)
    since: Mapped[date] = mapped_column(Date)
    strokes: Mapped[int | None] = mapped_column(Integer)
    over: Mapped[str] = mapped_column(String(120), default="")
    run_from: Mapped[float | None] = mapped_column(Double)
    due: Mapped[dict[str, Any]]


class StopMoveRow(Base):
    """A stop of the rounds that was moved to another week. Never changed, never deleted."""

    __tablename__ = "stop_move"
    entry: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=True)
    position_id: Mapped[str] = mapped_column(String(64))
    since: Mapped[dict[str, Any]]
    to_week: Mapped[date] = mapped_column(Date, index=True)
    reason: Mapped[str] = mapped_column(Text)
    actor: Mapped[str] = mapped_column(String(80))
    client_event_id: Mapped[str] = mapped_column(String(80), unique=True)
    recorded_at: Mapped[datetime]


class CrewRow(OfSite, Base):
    """Who walks which routes, and for how long a week."""

    __tablename__ = "crew"
    name: Mapped[str] = mapped_column(String(80), primary_key=True)
    minutes_a_week: Mapped[float] = mapped_column(Float)
    routes: Mapped[list[str]] = mapped_column(JSON)
    rank: Mapped[int] = mapped_column(Integer, default=0)
