"""Words under which jobs are found, in a table of their own: a search costs what it finds, however
many jobs there are.
"""

from __future__ import annotations

import threading
from collections.abc import Sequence
from typing import Any

from cachetools import LRUCache
from sqlalchemy import ColumnElement, delete, insert, literal, or_, select
from sqlalchemy.orm import Session

from tribodex.store.models import JobListRow, JobWordRow
from tribodex.usecases.found_by import asked_as, found_by
from tribodex.usecases.ports import JobSummary

# A word under which more jobs stand is no help in finding the few: those are looked through newest
# first instead.
FEW = 2000
TOGETHER = 500


class _Listed:
    """Under which words this process listed jobs last: nearly every tap changes none of them. Safe
    between threads.
    """

    def __init__(self, most: int) -> None:
        self._lock = threading.Lock()
        self._known: LRUCache[tuple[int, str], frozenset[str]] = LRUCache(most)

    def same(self, bind: object, job_id: str, words: frozenset[str]) -> bool:
        with self._lock:
            return self._known.get((id(bind), job_id)) == words

    def keep(self, bind: object, job_id: str, words: frozenset[str]) -> None:
        with self._lock:
            self._known[id(bind), job_id] = words


_LISTED = _Listed(2000)


def list_words(session: Session, summary: JobSummary, *, new: bool = False) -> None:
    """List a job under its words, in the caller's transaction; nothing is done where they are
    listed already. `new`: it is under none.
    """
    words = found_by(summary)
    if not new and _LISTED.same(session.bind, summary.id, words):
        return
    stood: set[str] = (
        set()
        if new
        else set(
            session.scalars(select(JobWordRow.word).where(JobWordRow.number == summary.number))
        )
    )
    if gone := stood - words:
        session.execute(
            delete(JobWordRow).where(JobWordRow.number == summary.number, JobWordRow.word.in_(gone))
        )
    if more := words - stood:
        session.execute(
            insert(JobWordRow).prefix_with("IGNORE"),
            [{"word": word, "number": summary.number} for word in sorted(more)],
        )


def listed(session: Session, summary: JobSummary) -> None:
    """The words that were listed are on the disk now."""
    _LISTED.keep(session.bind, summary.id, found_by(summary))


def found_under(
    session: Session, words: Sequence[str]
) -> tuple[set[int] | None, list[ColumnElement[bool]]]:
    """Numbers of the few jobs that can meet all of these words, None where they are many; and
    conditions for common words.
    """
    few: set[int] | None = None
    many: list[ColumnElement[bool]] = []
    for word in words:
        under = _under(word)
        numbers = session.scalars(select(JobWordRow.number).where(under).limit(FEW + 1)).all()
        if len(numbers) > FEW:
            # A subquery with a limit is asked row by row, newest first, and stops with the page; a
            # plain one would be computed for all jobs.
            stands = (
                select(literal(1))
                .select_from(JobWordRow)
                .with_hint(JobWordRow, "FORCE INDEX (job_word_number)")
            )
            stands = (
                stands.where(JobWordRow.number == JobListRow.number, under)
                .limit(1)
                .correlate(JobListRow)
            )
            many.append(stands.scalar_subquery() == 1)
            continue
        few = set(numbers) if few is None else few & set(numbers)
        if not few:
            break
    return few, many


def _under(word: str) -> ColumnElement[bool]:
    begins, whole = asked_as(word)
    return or_(
        *(JobWordRow.word.startswith(begin, autoescape=True) for begin in begins),
        *([JobWordRow.word.in_(whole)] if whole else []),
    )


def list_what_stood(session: Session, columns: Sequence[Any], made: Any) -> int:
    """List every job of a database in which none is listed yet; how many. `made`: a summary of
    those columns.
    """
    if session.scalar(select(JobWordRow.number).limit(1)) is not None:
        return 0
    count, after = 0, 0
    while rows := session.execute(
        select(*columns)
        .where(JobListRow.number > after)
        .order_by(JobListRow.number)
        .limit(TOGETHER)
    ).all():
        summaries = [made(*row) for row in rows]
        session.execute(
            insert(JobWordRow).prefix_with("IGNORE"),
            [
                {"word": word, "number": summary.number}
                for summary in summaries
                for word in sorted(found_by(summary))
            ],
        )
        session.commit()
        count, after = count + len(rows), summaries[-1].number
    return count
