"""What is due over the plant: kept for each position from what its jobs say, read in one query."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from datetime import UTC
from typing import Any

from sqlalchemy import ColumnElement, Select, String, cast, delete, func, insert, select
from sqlalchemy.dialects.mysql import insert as upsert
from sqlalchemy.orm import InstrumentedAttribute, Session

from tribodex.store.models import (
    CareDueRow,
    CareSaidRow,
    CrewRow,
    JobListRow,
    JobPlaceRow,
    MachineRow,
    PositionRow,
)
from tribodex.usecases.care import due_kept, due_of
from tribodex.usecases.ports import CareRow, Crew, JobSummary, PositionJob

_COLUMNS = (
    CareDueRow.position_id,
    PositionRow.name,
    MachineRow.name,
    MachineRow.area,
    CareDueRow.kind,
    CareDueRow.every_h,
    CareDueRow.every_days,
    CareDueRow.hours_per_day,
    CareDueRow.since,
    CareDueRow.strokes,
    CareDueRow.over,
    CareDueRow.run_from,
)


def _of_all(*wanted: ColumnElement[Any] | InstrumentedAttribute[Any]) -> Select[Any]:
    """Something of everything due, with its position and its machine."""
    everything = (
        select(*wanted)
        .select_from(CareDueRow)
        .join(PositionRow, PositionRow.id == CareDueRow.position_id)
    )
    return everything.join(MachineRow, MachineRow.id == PositionRow.machine_id)


_ROWS = _of_all(*_COLUMNS)
# What is not known is no empty text: a value that moves from one column to the next makes another
# mark.
_MARK = _of_all(
    func.count(),
    func.sum(
        func.crc32(
            func.concat_ws("|", *(func.coalesce(cast(column, String), "-") for column in _COLUMNS))
        )
    ),
)


def keep_care(session: Session, number: int, said: Mapping[str, list[dict[str, Any]]]) -> None:
    """What a job says of its positions, and what is due there now, in the caller's transaction."""
    positions = sorted(said)
    if not positions:
        return
    # One writer at a position: what the other one says is seen before it is computed again.
    session.execute(
        select(PositionRow.id)
        .where(PositionRow.id.in_(positions))
        .order_by(PositionRow.id)
        .with_for_update()
    )
    rows = [
        {"position_id": position, "number": number, "said": said[position]}
        for position in positions
    ]
    kept = upsert(CareSaidRow).values(rows)
    session.execute(kept.on_duplicate_key_update(said=kept.inserted.said))
    _due_again(session, positions)


def dues_anew(session: Session, page: int = 500) -> None:
    """What is due anywhere, worked out anew from what jobs say, page by page: a newer version may
    reckon otherwise. Commits each page.
    """
    every = list(
        session.scalars(
            select(CareSaidRow.position_id).distinct().order_by(CareSaidRow.position_id)
        )
    )
    for at in range(0, len(every), page):
        _due_again(session, every[at : at + page])
        session.commit()


def _due_again(session: Session, positions: Sequence[str]) -> None:
    """What is due at positions, from what all their jobs say."""
    every: dict[str, list[list[dict[str, Any]]]] = defaultdict(list)
    for row in session.execute(
        select(CareSaidRow.position_id, CareSaidRow.said).where(
            CareSaidRow.position_id.in_(positions)
        )
    ):
        every[row.position_id].append(row.said)
    session.execute(delete(CareDueRow).where(CareDueRow.position_id.in_(positions)))
    due = [
        {
            "position_id": position,
            "kind": one.care.kind,
            "every_h": one.care.every_h,
            "every_days": one.care.every_days,
            "hours_per_day": one.hours_per_day,
            "since": one.since,
            "strokes": one.strokes,
            "over": one.over[:120],
            "run_from": one.run_from,
            "due": due_kept(one),
        }
        for position in positions
        for one in due_of(every[position])
    ]
    if due:
        session.execute(insert(CareDueRow), due)


def care_rows(session: Session, site: str | None) -> Sequence[CareRow]:
    """What is due at a site, or anywhere, in one query."""
    return [CareRow(*row) for row in session.connection().execute(_at(_ROWS, site))]


def care_mark(session: Session, site: str | None) -> str:
    """A mark of what care_rows() would say, computed where it lies: how many rows, and their
    checksums added up.
    """
    count, checks = session.connection().execute(_at(_MARK, site)).one()
    return f"{count}.{checks or 0}"


def _at(asked: Select[Any], site: str | None) -> Select[Any]:
    return asked.where(MachineRow.site_id == site) if site is not None else asked


def care_due(session: Session, position_ids: Sequence[str]) -> dict[str, list[dict[str, Any]]]:
    """What is due at positions, with what a stop there needs."""
    found: dict[str, list[dict[str, Any]]] = defaultdict(list)
    for row in session.execute(
        select(CareDueRow.position_id, CareDueRow.due).where(
            CareDueRow.position_id.in_(position_ids)
        )
    ):
        found[row.position_id].append(row.due)
    return found


def crews(session: Session, site: str | None) -> Sequence[Crew]:
    """Who walks which routes at a site, or anywhere."""
    asked = select(CrewRow).order_by(CrewRow.rank)
    rows = session.scalars(
        asked.where(CrewRow.site_id == site) if site is not None else asked
    ).all()
    return [Crew(row.name, row.minutes_a_week, tuple(row.routes)) for row in rows]


def touched(
    session: Session,
    summary: JobSummary,
    positions: Sequence[str],
    round: bool,
    left: Sequence[str] = (),
) -> None:
    """The positions that a job has touched, and those that it `left`: it was never there; not
    committed yet.
    """
    if left:
        session.execute(
            delete(JobPlaceRow).where(
                JobPlaceRow.job_id == summary.id, JobPlaceRow.position_id.in_(left)
            )
        )
    values = [
        {"position_id": position, "number": summary.number, "job_id": summary.id, "round": round}
        for position in positions
    ]
    if values:
        session.execute(insert(JobPlaceRow).prefix_with("IGNORE"), values)


def in_open_rounds(session: Session, position_ids: Sequence[str]) -> dict[str, int]:
    """Positions that stand in an open round, with its number, in one query."""
    rows = session.execute(
        select(JobPlaceRow.position_id, JobListRow.number)
        .join(JobListRow, JobListRow.id == JobPlaceRow.job_id)
        .where(
            JobPlaceRow.position_id.in_(position_ids),
            JobPlaceRow.round,
            JobListRow.status.not_in(("signed", "abandoned")),
        )
    )
    return {row.position_id: row.number for row in rows}


def position_jobs(session: Session, position_id: str, limit: int) -> Sequence[PositionJob]:
    """The newest jobs that a position has seen, with what they say of it, in one query."""
    rows = session.execute(
        select(
            JobListRow.id,
            JobListRow.number,
            JobListRow.title,
            JobListRow.status,
            JobListRow.updated_at,
            JobPlaceRow.round,
            CareSaidRow.said,
        )
        .join(JobPlaceRow, JobPlaceRow.job_id == JobListRow.id)
        .join(
            CareSaidRow,
            (CareSaidRow.position_id == JobPlaceRow.position_id)
            & (CareSaidRow.number == JobPlaceRow.number),
            isouter=True,
        )
        .where(JobPlaceRow.position_id == position_id)
        .order_by(JobPlaceRow.number.desc())
        .limit(limit)
    )
    return [
        PositionJob(
            job_id=r.id,
            number=r.number,
            title=r.title,
            status=r.status,
            updated_at=r.updated_at.replace(tzinfo=UTC),
            round=bool(r.round),
            said=r.said or [],
        )
        for r in rows
    ]
