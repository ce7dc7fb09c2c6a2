"""The store of the use cases on a database session."""

from __future__ import annotations

import uuid
from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from datetime import datetime
from typing import Any

from sqlalchemy import Select, func, insert, literal_column, select, tuple_
from sqlalchemy.exc import IntegrityError, OperationalError
from sqlalchemy.orm import Session

from tribodex.core.errors import Busy
from tribodex.core.job.facts import Event, kind_of
from tribodex.core.people import Right
from tribodex.store import care
from tribodex.store.care import touched
from tribodex.store.chain import add_links, chain_of
from tribodex.store.crib import KeepsCrib
from tribodex.store.entries import aware, event_rows, naive, read, same_entry
from tribodex.store.growing import Growing
from tribodex.store.half_plans import KeepsHalves
from tribodex.store.job_list import COLUMNS, KeepsJobList, summary_of_row
from tribodex.store.job_words import list_what_stood, listed
from tribodex.store.kept_logs import KeptLogs
from tribodex.store.models import (
    IdentityRow,
    JobEventRow,
    JobPlaceRow,
    JobRow,
    LogLinkRow,
    MachineRow,
    PositionRow,
)
from tribodex.store.moves import KeepsMoves
from tribodex.store.people import People, act_values
from tribodex.store.people_models import ActRow
from tribodex.store.pictures import KeepsPictures
from tribodex.store.plant import SHAFTS, plant_mark
from tribodex.usecases.care import Said
from tribodex.usecases.chain import ChainView, LastSeen, LogKeys, StoredEntry, stored_json
from tribodex.usecases.people.ports import Acting
from tribodex.usecases.ports import (
    CareRow,
    ConcurrentWriter,
    Crew,
    JobSummary,
    Machine,
    Position,
    PositionJob,
)

DEADLOCKED = (1205, 1213)


KEPT_LOGS = KeptLogs(40_000)


class SqlStore(KeepsJobList, KeepsPictures, KeepsHalves, KeepsCrib, KeepsMoves, Growing):
    """Store on one session; the caller owns the transaction's life, append() commits. With `keys`
    every entry is chained.

    With `acting` it holds the site of whoever acts and nothing else, and keeps who did what;
    without it every site, for the tool itself.
    """

    def __init__(
        self, session: Session, keys: LogKeys | None = None, acting: Acting | None = None
    ) -> None:
        self._session, self._keys, self.acting = session, keys, acting
        self._newest = ("", 0, "")

    @property
    def who(self) -> People:
        """Sites, people, their sessions, and who did what."""
        return People(self._session)

    def chain(self, job_id: str) -> ChainView | None:
        """What the chain says of a job; None where there is no such job, or no key to check
        with."""
        return chain_of(self._session, self._keys, job_id) if self._keys is not None else None

    def identity(self) -> str:
        """Which database this is, the same for as long as it lives."""
        asked = select(IdentityRow.id)
        known = self._session.scalar(asked)
        if known is None:
            # Two that ask at once: the first one's stays.
            self._session.execute(
                insert(IdentityRow).prefix_with("IGNORE").values(one=1, id=uuid.uuid4().hex)
            )
            self._session.commit()
            known = self._session.scalar(asked)
        assert known is not None  # it was just added
        return known

    def folder(self) -> str:
        """Where the database keeps its files, on its own machine; fails as everything else would
        where it is away.
        """
        return str(self._session.scalar(select(literal_column("@@datadir"))))

    def machines(self) -> Sequence[Machine]:
        """The plant, in two queries."""
        return self._machines(self._here(select(MachineRow), MachineRow.site_id))

    def machine_page(self, after: str, limit: int) -> Sequence[Machine] | None:
        """So many machines behind one (from the first for an empty name), in the plant's order, in
        three queries; none where it is unknown.
        """
        here = self._here(select(MachineRow), MachineRow.site_id).limit(limit)
        if not after:
            return self._machines(here)
        named = select(MachineRow.rank, MachineRow.id).where(MachineRow.id == after)
        last = self._session.execute(self._here(named, MachineRow.site_id)).one_or_none()
        if last is None:
            return None
        return self._machines(here.where(tuple_(MachineRow.rank, MachineRow.id) > tuple_(*last)))

    def _machines(self, asked: Select[MachineRow]) -> list[Machine]:
        rows = self._session.scalars(asked.order_by(MachineRow.rank, MachineRow.id)).all()
        return [
            Machine(
                m.id,
                m.name,
                m.area,
                tuple(
                    Position(p.id, m.id, p.name, p.designation, p.shaft, p.fixed)
                    for p in m.positions
                ),
                SHAFTS.validate_python(m.shafts or []),
            )
            for m in rows
        ]

    def plant_mark(self) -> str:
        """A mark of the plant and the crib, in one query."""
        return plant_mark(self._session)

    def people(self) -> Sequence[str]:
        """Names to choose from: of those who work here."""
        return [
            account.name
            for account in self.who.accounts()
            if account.left_at is None
            and (self.site is None or account.rights.may(Right.WORK, self.site))
        ]

    def site_of(self, job_id: str) -> str | None:
        """The site that a job belongs to; None for one that is not known."""
        return self._session.scalar(select(JobRow.site_id).where(JobRow.id == job_id))

    def site_of_machine(self, *, machine_id: str = "", position_id: str = "") -> str | None:
        """The site of a machine, or of a bearing position; None for one that is not known."""
        asked = select(MachineRow.site_id)
        if position_id:
            asked = asked.join(PositionRow, PositionRow.machine_id == MachineRow.id).where(
                PositionRow.id == position_id
            )
        return self._session.scalar(
            asked.where(MachineRow.id == machine_id) if machine_id else asked
        )

    def create_job(self, job_id: str, recorded_at: datetime) -> int:
        """Register a job; committed together with its first event."""
        known = self._session.scalar(select(JobRow.number).where(JobRow.id == job_id))
        if known is not None:
            return known
        row = JobRow(id=job_id, recorded_at=naive(recorded_at), site_id=self.adds_to)
        self._session.add(row)
        try:
            self._session.flush()
        except IntegrityError:
            self._session.rollback()
            return self._session.execute(
                select(JobRow.number).where(JobRow.id == job_id)
            ).scalar_one()
        return row.number

    def hold(self, job_id: str) -> None:
        """Lock the job's own row: writers to one job come one after the other. Raises Busy when
        that takes too long.
        """
        try:
            self._session.execute(
                select(JobRow.number).where(JobRow.id == job_id).with_for_update()
            )
        except OperationalError as error:
            self._session.rollback()
            if _code(error) in DEADLOCKED:
                raise Busy(
                    "Other devices are writing to this job. Nothing was stored; it is sent again by"
                    " itself."
                ) from error
            raise

    def events(self, job_id: str) -> Sequence[Event]:
        """The log of a job in one query. What was read before is kept: entries are never changed,
        so only newer ones are read.

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
            .join(
                LogLinkRow,
                (LogLinkRow.job_id == JobEventRow.job_id) & (LogLinkRow.seq == JobEventRow.seq),
                isouter=True,
            )
            .where(JobEventRow.job_id == job_id, JobEventRow.seq >= (last.seq if last else 0))
            .order_by(JobEventRow.seq)
        ).all()
        # The last one kept is read again: another database behind the same address has other
        # entries.
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
        wanted = select(JobPlaceRow.job_id).where(
            JobPlaceRow.position_id == position_id, JobPlaceRow.round.is_(False)
        )
        found: str | None = self._session.scalar(
            wanted.order_by(JobPlaceRow.number.desc()).limit(1)
        )
        return found

    def newest_entries(self, job_ids: Sequence[str]) -> dict[str, int]:
        """The numbers of the newest entries, in one query that reads the index alone; jobs that are
        not known are left out.
        """
        asked = (
            select(JobEventRow.job_id, func.max(JobEventRow.seq))
            .where(JobEventRow.job_id.in_(job_ids))
            .group_by(JobEventRow.job_id)
        )
        return {row[0]: row[1] for row in self._session.execute(asked)}

    def job_ids(self, after: int, limit: int) -> Sequence[tuple[int, str]]:
        """Numbers and ids of jobs above a number, in order."""
        found = self._session.execute(
            select(JobRow.number, JobRow.id)
            .where(JobRow.number > after)
            .order_by(JobRow.number)
            .limit(limit)
        )
        return [(number, job_id) for number, job_id in found]

    def relist(
        self,
        summaries: Sequence[JobSummary],
        positions: Mapping[str, Sequence[str]],
        rounds: Collection[str] = (),
    ) -> None:
        """Put jobs into the list as said, with the bearing positions of each and which are rounds,
        and commit.
        """
        kept = select(JobPlaceRow.job_id, JobPlaceRow.position_id).where(
            JobPlaceRow.job_id.in_([summary.id for summary in summaries])
        )
        stood: dict[str, list[str]] = defaultdict(list)
        for job_id, position in self._session.execute(kept):
            stood[job_id].append(position)
        for summary in summaries:
            self._list(summary, self.site_of(summary.id))
            at = positions.get(summary.id, ())
            touched(
                self._session,
                summary,
                at,
                summary.id in rounds,
                [one for one in stood.get(summary.id, ()) if one not in at],
            )
        self._session.commit()

    def list_what_stood(self) -> int:
        """List the jobs of an older version under their words, once; how many there were."""
        return list_what_stood(self._session, COLUMNS, summary_of_row)

    def crews(self) -> Sequence[Crew]:
        """Who walks which routes."""
        return care.crews(self._session, self.site)

    def care_rows(self) -> Sequence[CareRow]:
        """What is due anywhere, in one query."""
        return care.care_rows(self._session, self.site)

    def care_mark(self) -> str:
        """A mark of what care_rows() would say, in one query."""
        return care.care_mark(self._session, self.site)

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

    def append(
        self,
        job_id: str,
        events: Sequence[Event],
        summary: JobSummary,
        positions: Sequence[str] = (),
        care: Said | None = None,
        *,
        round: bool = False,
        left: Sequence[str] = (),
    ) -> None:
        """Add events and the projections in one transaction, and commit: after this they are on
        disk.

        Raises ConcurrentWriter when another writer took the place.
        """
        remembered: list[tuple[str, LastSeen]] = []
        try:
            rows = list(event_rows(job_id, events))
            self._session.execute(insert(JobEventRow), rows)
            if self._keys is not None:
                stored = [
                    StoredEntry(**row | {"payload": stored_json(row["payload"])}) for row in rows
                ]
                before = self._newest[2] if self._newest[:2] == (job_id, events[0].seq - 1) else ""
                remembered = add_links(
                    self._session, self._keys, summary.number, stored, events, before=before
                )
            self._list(summary, self.site or self.site_of(job_id), new=events[0].seq == 1)
            if self.acting is not None:
                acts = [
                    self.acting.act(
                        e.recorded_at, kind_of(type(e.fact)), f"job {summary.number}", job_id, e.seq
                    )
                    for e in events
                ]
                self._session.execute(insert(ActRow), [act_values(act) for act in acts])
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
