"""The store of the use cases on a database session."""

from __future__ import annotations

import uuid
from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any

from sqlalchemy import Engine, Select, create_engine, func, insert, literal_column, or_, select, tuple_
from sqlalchemy.dialects.mysql import insert as upsert
from sqlalchemy.exc import IntegrityError, OperationalError
from sqlalchemy.orm import Session

from tribodex.core.errors import Busy
from tribodex.core.job.facts import Event
from tribodex.store import care
from tribodex.store.care import touched
from tribodex.store.chain import add_links, chain_of
from tribodex.store.crib import KeepsCrib
from tribodex.store.entries import aware, event_rows, naive, read, same_entry
from tribodex.store.growing import Growing
from tribodex.store.half_plans import KeepsHalves
from tribodex.store.job_words import found_under, list_what_stood, list_words, listed
from tribodex.store.kept_logs import KeptLogs
from tribodex.store.models import IdentityRow, JobEventRow, JobListRow, JobPlaceRow, JobRow, LogLinkRow, MachineRow, PersonRow
from tribodex.store.pictures import KeepsPictures
from tribodex.store.plant import SHAFTS, plant_mark
from tribodex.usecases.care import Said
from tribodex.usecases.chain import ChainView, LastSeen, LogKeys, StoredEntry, stored_json
from tribodex.usecases.ports import (
    NEWEST,
    CareRow,
    ConcurrentWriter,
    Crew,
    JobsAsked,
    JobSummary,
    Machine,
    Position,
    PositionJob,
)

DEADLOCKED = (1205, 1213)
# Jobs that somebody works on.
LIVE = ("open", "stopped")


def make_engine(url: str) -> Engine:
    """An engine that notices a restarted server and commits only what is on disk.

    READ COMMITTED: a writer that lost the race must see the winner's entries when it looks again.
    """
    return create_engine(
        url,
        pool_pre_ping=True,
        pool_recycle=1800,
        pool_size=8,
        max_overflow=8,
        pool_timeout=5,
        json_serializer=stored_json,
        # An error repeats its statement in the log: without the values that somebody typed.
        hide_parameters=True,
        isolation_level="READ COMMITTED",
        # A database that hangs is said to be away, soon; a writer waits for another one, but not for ever.
        connect_args={"connect_timeout": 3, "read_timeout": 10, "write_timeout": 10, "init_command": "SET innodb_lock_wait_timeout = 5"},
    )


# Columns rather than rows: nothing of them is ever written back.
_LIST_TABLE = JobListRow.__table__
_LIST = _LIST_TABLE.c
_SUMMARIES = select(*(_LIST[item.name] for item in fields(JobSummary))).order_by(_LIST.updated_at.desc(), _LIST.number.desc())


KEPT_LOGS = KeptLogs(40_000)


class SqlStore(KeepsPictures, KeepsHalves, KeepsCrib, Growing):
    """Store on one session; the caller owns the transaction's life, append() commits. With `keys` every entry is chained."""

    def __init__(self, session: Session, keys: LogKeys | None = None) -> None:
        self._session, self._keys = session, keys
        self._newest = ("", 0, "")

    def chain(self, job_id: str) -> ChainView | None:
        """What the chain says of a job; None where there is no such job, or no key to check with."""
        return chain_of(self._session, self._keys, job_id) if self._keys is not None else None

    def identity(self) -> str:
        """Which database this is, the same for as long as it lives."""
        asked = select(IdentityRow.id)
        known = self._session.scalar(asked)
        if known is None:
            # Two that ask at once: the first one's stays.
            self._session.execute(insert(IdentityRow).prefix_with("IGNORE").values(one=1, id=uuid.uuid4().hex))
            self._session.commit()
            known = self._session.scalar(asked)
        assert known is not None  # it was just added
        return known

    def folder(self) -> str:
        """Where the database keeps its files, on its own machine; fails as everything else would where it is away."""
        return str(self._session.scalar(select(literal_column("@@datadir"))))

    def machines(self) -> Sequence[Machine]:
        """The plant, in two queries."""
        return self._machines(select(MachineRow))

    def machine_page(self, after: str, limit: int) -> Sequence[Machine] | None:
        """So many machines behind one (from the first for an empty name), in the plant's order, in three queries; none where it is unknown."""
        if not after:
            return self._machines(select(MachineRow).limit(limit))
        last = self._session.execute(select(MachineRow.rank, MachineRow.id).where(MachineRow.id == after)).one_or_none()
        if last is None:
            return None
        return self._machines(select(MachineRow).where(tuple_(MachineRow.rank, MachineRow.id) > tuple_(*last)).limit(limit))

    def _machines(self, asked: Select[MachineRow]) -> list[Machine]:
        rows = self._session.scalars(asked.order_by(MachineRow.rank, MachineRow.id)).all()
        return [
            Machine(
                m.id,
                m.name,
                m.area,
                tuple(Position(p.id, m.id, p.name, p.designation, p.shaft, p.fixed) for p in m.positions),
                SHAFTS.validate_python(m.shafts or []),
            )
            for m in rows
        ]

    def plant_mark(self) -> str:
        """A mark of the plant and the crib, in one query."""
        return plant_mark(self._session)

    def people(self) -> Sequence[str]:
        """Names to choose from."""
        return self._session.scalars(select(PersonRow.name).order_by(PersonRow.rank)).all()

    def job_summaries(self, asked: JobsAsked = NEWEST) -> Sequence[JobSummary]:
        """A page of jobs, newest change first: after the last one that was shown, wherever that stands now."""
        wanted = _SUMMARIES.limit(asked.limit)
        if asked.live is not None:
            wanted = wanted.where(_LIST.live == asked.live)
        if asked.after is not None:
            moment, number = naive(asked.after[0]), asked.after[1]
            # The first condition alone lets the index be entered at the right place.
            wanted = wanted.where(_LIST.updated_at <= moment, or_(_LIST.updated_at < moment, _LIST.number < number))
        few, many = found_under(self._session, asked.words)
        if few is not None:
            wanted = wanted.where(_LIST.number.in_(few))
        else:
            # Looked through in the order of the index, not sorted first: it ends with the page.
            order = "job_list_live" if asked.live is not None else "job_list_newest"
            wanted = wanted.with_hint(_LIST_TABLE, f"FORCE INDEX FOR ORDER BY ({order})")
        if few is not None and not few:
            return []
        wanted = wanted.where(*many)
        return [_summary(*row) for row in self._session.connection().execute(wanted)]

    def create_job(self, job_id: str, recorded_at: datetime) -> int:
        """Register a job; committed together with its first event."""
        known = self._session.scalar(select(JobRow.number).where(JobRow.id == job_id))
        if known is not None:
            return known
        row = JobRow(id=job_id, recorded_at=naive(recorded_at))
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError:
            self._session.rollback()
            return self._session.execute(select(JobRow.number).where(JobRow.id == job_id)).scalar_one()
        return row.number

    def hold(self, job_id: str) -> None:
        """Lock the job's own row: writers to one job come one after the other. Raises Busy when that takes too long."""
        try:
            self._session.execute(select(JobRow.number).where(JobRow.id == job_id).with_for_update())
        except OperationalError as error:
            self._session.rollback()
            if _code(error) in DEADLOCKED:
                raise Busy("Other devices are writing to this job. Nothing was stored; it is sent again by itself.") from error
            raise

    def events(self, job_id: str) -> Sequence[Event]:
        """The log of a job in one query. What was read before is kept: entries are never changed, so only newer ones are read.

        Raises Refused for entries that this version cannot read.
        """
        kept = KEPT_LOGS.get(self._session.bind, job_id)
        last = kept[-1] if kept else None
        rows = self._session.execute(
            select(
                JobEventRow.seq,
                JobEventRow.client_event_id,
                JobEventRow.at,
                JobEventRow.kind,
                JobEventRow.schema_version,
                JobEventRow.payload,
                JobEventRow.actor,
                JobEventRow.happened_at,
                JobEventRow.recorded_at,
                JobEventRow.digest,
                LogLinkRow.digest.label("link"),
            )
            .join(LogLinkRow, (LogLinkRow.job_id == JobEventRow.job_id) & (LogLinkRow.seq == JobEventRow.seq), isouter=True)
            .where(JobEventRow.job_id == job_id, JobEventRow.seq >= (last.seq if last else 0))
            .order_by(JobEventRow.seq)
        ).all()
        # The last one kept is read again: another database behind the same address has other entries.
        if last is not None and (not rows or not same_entry(rows[0], last)):
            KEPT_LOGS.drop(self._session.bind, job_id)
            return self.events(job_id)
        # What an entry that follows is chained to.
        self._newest = (job_id, rows[-1].seq, rows[-1].link or "") if rows else ("", 0, "")
        rows = rows[1:] if last is not None else rows
        log = (
            *kept,
            *(
                Event(
                    r.seq,
                    r.client_event_id,
                    r.at,
                    read(r.seq, r.kind, r.payload, r.schema_version),
                    r.actor,
                    aware(r.happened_at),
                    aware(r.recorded_at),
                    r.digest,
                )
                for r in rows
            ),
        )
        KEPT_LOGS.keep(self._session.bind, job_id, log)
        return log

    def last_job(self, position_id: str) -> str | None:
        """The newest job at a position, in one query."""
        wanted = select(JobPlaceRow.job_id).where(JobPlaceRow.position_id == position_id, JobPlaceRow.round.is_(False))
        found: str | None = self._session.scalar(wanted.order_by(JobPlaceRow.number.desc()).limit(1))
        return found

    def newest_entries(self, job_ids: Sequence[str]) -> dict[str, int]:
        """The numbers of the newest entries, in one query that reads the index alone; jobs that are not known are left out."""
        asked = select(JobEventRow.job_id, func.max(JobEventRow.seq)).where(JobEventRow.job_id.in_(job_ids)).group_by(JobEventRow.job_id)
        return {row[0]: row[1] for row in self._session.execute(asked)}

    def job_ids(self, after: int, limit: int) -> Sequence[tuple[int, str]]:
        """Numbers and ids of jobs above a number, in order."""
        found = self._session.execute(select(JobRow.number, JobRow.id).where(JobRow.number > after).order_by(JobRow.number).limit(limit))
        return [(number, job_id) for number, job_id in found]

    def listed(self, job_ids: Sequence[str]) -> dict[str, JobSummary]:
        """What the list says of jobs, in one query."""
        rows = self._session.connection().execute(_SUMMARIES.where(_LIST.id.in_(job_ids)))
        return {made.id: made for made in (_summary(*row) for row in rows)}

    def relist(self, summaries: Sequence[JobSummary], positions: Mapping[str, Sequence[str]], rounds: Collection[str] = ()) -> None:
        """Put jobs into the list as said, with the bearing positions of each and which are rounds, and commit."""
        kept = select(JobPlaceRow.job_id, JobPlaceRow.position_id).where(JobPlaceRow.job_id.in_([one.id for one in summaries]))
        stood: dict[str, list[str]] = defaultdict(list)
        for job_id, position in self._session.execute(kept):
            stood[job_id].append(position)
        for summary in summaries:
            self._list(summary)
            at = positions.get(summary.id, ())
            touched(self._session, summary, at, summary.id in rounds, [one for one in stood.get(summary.id, ()) if one not in at])
        self._session.commit()

    def list_what_stood(self) -> int:
        """List the jobs of an older version under their words, once; how many there were."""
        return list_what_stood(self._session, [_LIST[item.name] for item in fields(JobSummary)], _summary)

    def crews(self) -> Sequence[Crew]:
        """Who walks which routes."""
        return care.crews(self._session)

    def care_rows(self) -> Sequence[CareRow]:
        """What is due anywhere, in one query."""
        return care.care_rows(self._session)

    def care_mark(self) -> str:
        """A mark of what care_rows() would say, in one query."""
        return care.care_mark(self._session)

    def care_due(self, position_ids: Sequence[str]) -> dict[str, list[dict[str, Any]]]:
        """What is due at positions, with what a stop there needs."""
        return care.care_due(self._session, position_ids)

    def in_open_rounds(self, position_ids: Sequence[str]) -> dict[str, int]:
        """Positions that stand in an open round, with its number."""
        return care.in_open_rounds(self._session, position_ids)

    def position_jobs(self, position_id: str, limit: int) -> Sequence[PositionJob]:
        """The newest jobs that a position has seen."""
        return care.position_jobs(self._session, position_id, limit)

    def keep_care(self, number: int, said: Said) -> None:
        """What a job says of its positions, and what is due there now; not committed yet."""
        care.keep_care(self._session, number, said)

    def _list(self, summary: JobSummary, *, new: bool = False) -> None:
        values = _summary_row(summary)
        list_words(self._session, summary, new=new)
        self._session.execute(upsert(JobListRow).values(**values).on_duplicate_key_update(**{k: v for k, v in values.items() if k != "id"}))

    def append(
        self,
        job_id: str,
        events: Sequence[Event],
        summary: JobSummary,
        positions: Sequence[str] = (),
        care: Said | None = None,
        round: bool = False,
        left: Sequence[str] = (),
    ) -> None:
        """Add events and the projections in one transaction, and commit: after this they are on disk.

        Raises ConcurrentWriter when another writer took the place.
        """
        remembered: list[tuple[str, LastSeen]] = []
        try:
            rows = list(event_rows(job_id, events))
            self._session.execute(insert(JobEventRow), rows)
            if self._keys is not None:
                stored = [StoredEntry(**row | {"payload": stored_json(row["payload"])}) for row in rows]
                before = self._newest[2] if self._newest[:2] == (job_id, events[0].seq - 1) else ""
                remembered = add_links(self._session, self._keys, summary.number, stored, events, before)
            self._list(summary, new=events[0].seq == 1)
            touched(self._session, summary, positions, round, left)
            if care:
                self.keep_care(summary.number, care)
            self._session.commit()
        except IntegrityError as error:
            self._session.rollback()
            raise ConcurrentWriter from error
        except OperationalError as error:
            self._session.rollback()
            if _code(error) in DEADLOCKED:
                raise ConcurrentWriter from error
            raise
        # Only what is on disk is remembered.
        listed(self._session, summary)
        for name, last in remembered:
            assert self._keys is not None  # it chained them
            self._keys.remember(name, last.seq, last.digest)


def _code(error: OperationalError) -> int:
    return error.orig.args[0] if error.orig is not None and error.orig.args else 0


def _summary(*row: Any) -> JobSummary:
    """A row of _SUMMARIES; its last column is the time."""
    made = JobSummary(*row)
    made.updated_at = aware(made.updated_at)
    return made


def _summary_row(s: JobSummary) -> dict[str, object]:
    return {
        "id": s.id,
        "number": s.number,
        "title": s.title,
        "machine": s.machine,
        "position": s.position,
        "bearing": s.bearing,
        "stage": s.stage,
        "stage_at": s.stage_at,
        "stage_of": s.stage_of,
        "status": s.status,
        "live": s.status in LIVE,
        "events": s.events,
        "updated_at": naive(s.updated_at),
    }
