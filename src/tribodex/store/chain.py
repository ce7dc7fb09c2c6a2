"""The chain's tables: links written with their entries, and everything that a check needs, read as
it is stored.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import asdict, fields
from datetime import UTC, datetime
from itertools import islice

from sqlalchemy import Text, func, insert, select, type_coerce
from sqlalchemy.orm import Session

from tribodex.core.job.facts import Event, Signed
from tribodex.store.models import AttachmentRow, JobEventRow, JobRow, LogLinkRow, RecordHeadRow
from tribodex.usecases.chain import (
    ChainView,
    Head,
    JobRows,
    LastSeen,
    Link,
    LogKeys,
    StoredEntry,
    check_heads,
    check_job,
    first_of,
    head_of,
    link_of,
)

# The plant's chain is remembered under this name; no job can have it.
PLANT = "plant:"
_ENTRY = JobEventRow.__table__.c
_RAW = [
    (
        type_coerce(_ENTRY.payload, Text).label("payload")
        if field.name == "payload"
        else _ENTRY[field.name]
    )
    for field in fields(StoredEntry)
]
_LINKS = select(*(LogLinkRow.__table__.c[field.name] for field in fields(Link))).order_by(
    LogLinkRow.job_id, LogLinkRow.seq
)
_HEADS = select(*(RecordHeadRow.__table__.c[field.name] for field in fields(Head)))
# Jobs whose logs are looked at together; an attachment is read by itself.
TOGETHER = 50


def add_links(
    session: Session,
    keys: LogKeys,
    number: int,
    entries: Sequence[StoredEntry],
    events: Sequence[Event],
    *,
    before: str = "",
) -> list[tuple[str, LastSeen]]:
    """Chain entries in the caller's transaction; a signature by a person goes into the plant's
    chain as well. `before`: the digest of the link before, where the caller knows it.

    Returns what is to be remembered once it is committed, and under which name: of the job, and of
    the plant where that grew.
    """
    job_id, links = entries[0].job_id, []
    if not before and entries[0].seq > 1:
        newest = (
            select(LogLinkRow.digest)
            .where(LogLinkRow.job_id == job_id)
            .order_by(LogLinkRow.seq.desc())
            .limit(1)
        )
        before = session.scalar(newest) or ""
    before = before or first_of(job_id, number)
    for entry in entries:
        # The moment that this server gave the entry.
        links.append(link_of(keys, before, entry, entry.recorded_at))
        before = links[-1].digest
    session.execute(insert(LogLinkRow), [asdict(link) for link in links])
    remembered = [(job_id, LastSeen(links[-1].seq, links[-1].digest))]
    for link, event in zip(links, events, strict=True):
        if isinstance(event.fact, Signed):
            row = session.execute(_HEADS.order_by(RecordHeadRow.number.desc()).limit(1)).first()
            head = head_of(keys, Head(*row) if row is not None else None, link, link.linked_at)
            session.execute(insert(RecordHeadRow).values(asdict(head)))
            remembered.append((PLANT, LastSeen(head.number, head.digest)))
    return remembered


def chain_what_stood(session: Session, keys: LogKeys) -> int:
    """Chain every log of a database that has no chain yet, and say how many there were: once, where
    the chain begins.
    """
    if (
        session.scalar(select(LogLinkRow.job_id).limit(1)) is not None
        or keys.last_seen(PLANT) is not None
    ):
        return 0
    now, count = datetime.now(UTC).replace(tzinfo=None), 0
    for rows in every_job(session, attachments=False):
        before, links = first_of(rows.job_id, rows.number), []
        for entry in rows.entries:
            links.append(link_of(keys, before, entry, now))
            before = links[-1].digest
        if links:
            session.execute(insert(LogLinkRow), [asdict(link) for link in links])
            keys.remember(rows.job_id, links[-1].seq, links[-1].digest)
            count += 1
    session.commit()
    return count


def chain_of(session: Session, keys: LogKeys, job_id: str) -> ChainView | None:
    """What the chain says of a job; None where there is no such job."""
    asked = select(JobRow.number).where(JobRow.id == job_id)
    number = session.scalar(asked)
    if number is None:
        return None
    seen = check_job(keys, next(_rows(session, [(number, job_id)], attachments=True)))
    if seen.sound:
        return seen
    # A tap between two of the queries looks like trouble: once more, with the writers held.
    session.execute(asked.with_for_update(read=True))
    return check_job(keys, next(_rows(session, [(number, job_id)], attachments=True)))


def every_job(session: Session, *, attachments: bool = True) -> Iterator[JobRows]:
    """Every job as it is stored, some at a time."""
    after = 0
    while found := session.execute(
        select(JobRow.number, JobRow.id)
        .where(JobRow.number > after)
        .order_by(JobRow.number)
        .limit(TOGETHER)
    ).all():
        yield from _rows(session, [(row.number, row.id) for row in found], attachments=attachments)
        after = found[-1].number


def plant_troubles(session: Session, keys: LogKeys) -> list[str]:
    """What speaks against the plant's chain of signed records."""
    heads = [Head(*row) for row in session.execute(_HEADS.order_by(RecordHeadRow.number))]
    stood: dict[tuple[str, int], str] = {}
    signed = sorted({head.job_id for head in heads})
    for first in range(0, len(signed), 500):
        some = signed[first : first + 500]
        rows = session.execute(
            select(LogLinkRow.job_id, LogLinkRow.seq, LogLinkRow.digest).where(
                LogLinkRow.job_id.in_(some)
            )
        )
        stood |= {(row.job_id, row.seq): row.digest for row in rows}
    return list(check_heads(keys, heads, stood, keys.last_seen(PLANT)))


def missing_jobs(
    session: Session, seen: Iterable[tuple[str, LastSeen]]
) -> Iterator[tuple[str, LastSeen]]:
    """Jobs that are remembered and are not in the database at all."""
    asked = iter(seen)
    while some := dict(one for one in islice(asked, 500) if one[0] != PLANT):
        there = set(session.scalars(select(JobRow.id).where(JobRow.id.in_(some))))
        yield from ((job_id, last) for job_id, last in some.items() if job_id not in there)


def newest_head(session: Session) -> Head | None:
    """The newest signed record of the plant."""
    row = session.execute(_HEADS.order_by(RecordHeadRow.number.desc()).limit(1)).first()
    return Head(*row) if row is not None else None


def _rows(
    session: Session, jobs: Sequence[tuple[int, str]], *, attachments: bool
) -> Iterator[JobRows]:
    names = [job_id for _, job_id in jobs]
    entries: dict[str, list[StoredEntry]] = defaultdict(list)
    for row in session.execute(
        select(*_RAW).where(_ENTRY.job_id.in_(names)).order_by(_ENTRY.job_id, _ENTRY.seq)
    ):
        entries[row.job_id].append(StoredEntry(*row))
    links: dict[str, list[Link]] = defaultdict(list)
    for row in session.execute(_LINKS.where(LogLinkRow.job_id.in_(names))):
        links[row.job_id].append(Link(*row))
    attached, spoilt = _attachments(session, names) if attachments else ({}, {})
    for number, job_id in jobs:
        yield JobRows(
            job_id,
            number,
            entries[job_id],
            links[job_id],
            attached.get(job_id, ()),
            spoilt.get(job_id, ()),
        )


def _attachments(
    session: Session, names: Sequence[str]
) -> tuple[dict[str, set[str]], dict[str, set[str]]]:
    """Names of attachments by job, and of those whose content is another. The database computes the
    digests: no file travels.
    """
    attached: dict[str, set[str]] = defaultdict(set)
    spoilt: dict[str, set[str]] = defaultdict(set)
    asked = select(
        AttachmentRow.job_id, AttachmentRow.id, func.sha2(AttachmentRow.data, 256).label("made")
    ).where(AttachmentRow.job_id.in_(names))
    for row in session.execute(asked):
        attached[row.job_id].add(row.id)
        if row.made != row.id:
            spoilt[row.job_id].add(row.id)
    return attached, spoilt
