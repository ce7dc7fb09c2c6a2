"""The crew's board: who has which jobs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from tribodex.core.people import Right
from tribodex.usecases.people.ports import KeepsPeople
from tribodex.usecases.ports import JobsAsked, JobSummary, Store

MOST_JOBS = 200


@dataclass(frozen=True)
class OnBoard:
    """Somebody with the jobs that this person has, the newest change first."""

    name: str
    jobs: tuple[JobSummary, ...]


@dataclass(frozen=True)
class Board:
    """Everybody who works here, also without a job; `more`: there are jobs that did not find
    room."""

    people: tuple[OnBoard, ...]
    more: bool


def board(store: Store, people: KeepsPeople) -> Board:
    """Who has which of the jobs at the bench."""
    jobs = as_listed(store.job_summaries(JobsAsked(live=True, limit=MOST_JOBS + 1)), people)
    site = store.site
    here = [
        account.name
        for account in people.accounts()
        if account.left_at is None and (site is None or account.rights.may(Right.WORK, site))
    ]
    names = [*here, *dict.fromkeys(job.who for job in jobs if job.who not in here)]
    return Board(
        tuple(OnBoard(name, _of(jobs[:MOST_JOBS], name)) for name in names), len(jobs) > MOST_JOBS
    )


def as_listed(jobs: Sequence[JobSummary], people: KeepsPeople) -> Sequence[JobSummary]:
    """Jobs as lists show them: of whoever left a pseudonym."""
    gone = people.gone()
    return [replace(job, who=gone.get(job.who, job.who)) for job in jobs] if gone else jobs


def _of(jobs: Sequence[JobSummary], name: str) -> tuple[JobSummary, ...]:
    return tuple(job for job in jobs if job.who == name)
