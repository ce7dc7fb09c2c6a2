"""The list of jobs: a projection of the logs, found by words, by who has them, page by page."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import fields
from typing import Any

from sqlalchemy import Text, or_, select, type_coerce
from sqlalchemy.dialects.mysql import insert as upsert
from sqlalchemy.orm import Session

from tribodex.store.at_site import AtSite
from tribodex.store.entries import aware, naive
from tribodex.store.job_words import found_under, list_words
from tribodex.store.models import JobEventRow, JobListRow
from tribodex.store.people_models import FIRST_SITE
from tribodex.usecases.ports import NEWEST, JobsAsked, JobSummary, Resting

# Jobs that somebody works on.
LIVE = ("open", "stopped", "to counter-sign")

# Columns rather than rows: nothing of them is ever written back.
_LIST_TABLE = JobListRow.__table__
_LIST = _LIST_TABLE.c
_SUMMARIES = select(*(_LIST[item.name] for item in fields(JobSummary))).order_by(
    _LIST.updated_at.desc(), _LIST.number.desc()
)
COLUMNS = [_LIST[item.name] for item in fields(JobSummary)]


class KeepsJobList(AtSite):
    """What a store does with the list of jobs."""

    _session: Session

    def job_summaries(self, asked: JobsAsked = NEWEST) -> Sequence[JobSummary]:
        """A page of jobs, newest change first: after the last one that was shown, wherever that
        stands now.
        """
        wanted = _SUMMARIES.limit(asked.limit)
        wanted = self._here(wanted, _LIST.site_id)
        if asked.live is not None:
            wanted = wanted.where(_LIST.live == asked.live)
        if asked.who:
            wanted = wanted.where(_LIST.who == asked.who)
        if asked.after is not None:
            moment, number = naive(asked.after[0]), asked.after[1]
            # The first condition alone lets the index be entered at the right place.
            wanted = wanted.where(
                _LIST.updated_at <= moment, or_(_LIST.updated_at < moment, _LIST.number < number)
            )
        few, many = found_under(self._session, asked.words)
        if few is not None:
            wanted = wanted.where(_LIST.number.in_(few))
        else:
            # Looked through in the order of the index, not sorted first: it ends with the page.
            order = "job_list_live" if asked.live is not None else "job_list_newest"
            order = "job_list_who" if asked.who and asked.live is not None else order
            wanted = (
                wanted.with_hint(_LIST_TABLE, f"FORCE INDEX FOR ORDER BY ({order})")
                if self.site is not None
                else wanted
            )
        if few is not None and not few:
            return []
        wanted = wanted.where(*many)
        return [summary_of_row(*row) for row in self._session.connection().execute(wanted)]

    def listed(self, job_ids: Sequence[str]) -> dict[str, JobSummary]:
        """What the list says of jobs, in one query."""
        rows = self._session.connection().execute(_SUMMARIES.where(_LIST.id.in_(job_ids)))
        return {made.id: made for made in (summary_of_row(*row) for row in rows)}

    def resting_on(self, name: str) -> Sequence[Resting]:
        """Looks through what entries hold, so it is asked for and never comes with a page."""
        named = type_coerce(JobEventRow.payload, Text).contains(f'"{name}"', autoescape=True)
        asked = (
            select(
                JobEventRow.at,
                JobEventRow.kind,
                JobEventRow.payload,
                JobEventRow.recorded_at,
                *COLUMNS,
            )
            .join(JobListRow, JobListRow.id == JobEventRow.job_id)
            .where(
                or_(
                    named, JobEventRow.kind == "plan_revised", JobEventRow.kind.endswith("planned")
                ),
                _LIST.status != "abandoned",
            )
            .order_by(JobEventRow.recorded_at, JobEventRow.seq)
        )
        rows = self._session.execute(self._here(asked, _LIST.site_id))
        return [
            Resting(summary_of_row(*job), at, kind, payload, aware(recorded_at))
            for at, kind, payload, recorded_at, *job in rows
        ]

    def _list(self, summary: JobSummary, site: str | None, *, new: bool = False) -> None:
        values = _summary_row(summary) | {"site_id": site or FIRST_SITE}
        list_words(self._session, summary, new=new)
        self._session.execute(
            upsert(JobListRow)
            .values(**values)
            .on_duplicate_key_update(**{k: v for k, v in values.items() if k != "id"})
        )


def summary_of_row(*row: Any) -> JobSummary:
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
        "who": s.who,
        "live": s.status in LIVE,
        "events": s.events,
        "updated_at": naive(s.updated_at),
    }
