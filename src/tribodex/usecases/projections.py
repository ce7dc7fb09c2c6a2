"""What is kept beside the logs to be quick, made anew from them: nothing of it says anything that a
log does not.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, fields

from tribodex.core.errors import Refused
from tribodex.usecases.books import Reference
from tribodex.usecases.care import care_said
from tribodex.usecases.jobs import ROUND, load, positions_of, summary_of
from tribodex.usecases.ports import JobSummary, Store

PAGE = 100


@dataclass(frozen=True)
class Rebuilt:
    """How many jobs were looked at, which stood wrong in the list and in what, and which cannot be
    read, with the reason.
    """

    looked_at: int
    mended: dict[str, tuple[str, ...]]
    unread: dict[str, str]


def rebuild_list(store: Store, reference: Reference) -> Rebuilt:
    """Fold every log, say where the list differs, and write the list anew. Logs are only read."""
    looked_at, mended, unread = 0, {}, {}
    for page in _pages(store):
        listed, made = store.listed(page), []
        positions: dict[str, tuple[str, ...]] = {}
        rounds: set[str] = set()
        for job_id in page:
            looked_at += 1
            try:
                job = load(store, job_id)
            except Refused as refused:
                unread[job_id] = refused.detail
                continue
            right = summary_of(reference, job)
            if differs := _differs(listed.get(job_id), right):
                mended[job_id] = differs
            made.append(right)
            positions[job_id] = positions_of(job.job)
            if job.job.opened.procedure_id == ROUND:
                rounds.add(job_id)
            store.keep_care(job.job.opened.number, care_said(job.job))
        store.relist(made, positions, rounds)
    return Rebuilt(looked_at, mended, unread)


def _pages(store: Store) -> Iterator[list[str]]:
    after = 0
    while found := store.job_ids(after, PAGE):
        yield [job_id for _, job_id in found]
        after = found[-1][0]


def _differs(listed: JobSummary | None, right: JobSummary) -> tuple[str, ...]:
    if listed is None:
        return ("missing",)
    return tuple(
        item.name
        for item in fields(right)
        if getattr(listed, item.name) != getattr(right, item.name)
    )
