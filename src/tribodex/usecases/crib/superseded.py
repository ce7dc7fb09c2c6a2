"""What a job was worked out with that was corrected since: rows of tables, cards, maker's sheets.
Told at its bench.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from tribodex.core.job.facts import Event, JobOpened, kind_of
from tribodex.usecases.books import Reference
from tribodex.usecases.codec import encode
from tribodex.usecases.crib.shelf import latest
from tribodex.usecases.crib.table_rows import KeptRow, kept_of, named_by
from tribodex.usecases.crib.used import changed_at, names, rests_on
from tribodex.usecases.ports import CribItem


@dataclass(frozen=True)
class Superseded:
    """Something that a plan or torque of a job rests on, and that is another one now. `changes`:
    each figure, before and after.
    """

    place: str
    what: str
    where: str
    changes: tuple[str, ...]
    said: str
    by: str
    recorded_at: datetime


def superseded(
    reference: Reference, items: Sequence[CribItem], log: Sequence[Event]
) -> tuple[Superseded, ...]:
    """What was corrected after a job was worked out with it, the newest first; of each place what
    holds of it now.
    """
    kept = [item for kind in ("row", "card") for item in latest(items, kind)]
    if not kept:
        return ()
    # A plan that is made anew stands in the place of the earlier one of its kind.
    now: dict[tuple[str, str], tuple[datetime, Any]] = {}
    for event in log:
        plans = (
            ((plan.at, plan.fact) for plan in event.fact.plans)
            if isinstance(event.fact, JobOpened)
            else ((event.at, event.fact),)
        )
        for at, fact in plans:
            kind = kind_of(type(fact))
            if kind.endswith("planned"):
                now[at, kind] = event.recorded_at, encode(fact)
    versions: dict[str, list[CribItem]] = {}
    for item in items:
        versions.setdefault(item.item_id, []).append(item)
    found = [
        told
        for item in kept
        for (at, _), (recorded_at, payload) in now.items()
        if (told := _told(reference, versions[item.item_id], at, recorded_at, payload)) is not None
    ]
    return tuple(sorted(dict.fromkeys(found), key=lambda one: one.recorded_at, reverse=True))


def _told(
    reference: Reference, versions: Sequence[CribItem], at: str, recorded_at: datetime, payload: Any
) -> Superseded | None:
    last = versions[-1]
    if last.kind == "card":
        if last.recorded_at <= recorded_at or not names(payload, last.item_id):
            return None
        name = str(last.payload.get("name", ""))
        return Superseded(
            at,
            name,
            "",
            (),
            f"{'withdrawn' if last.withdrawn else 'changed'}: {last.reason}",
            last.by,
            last.recorded_at,
        )
    rows = [kept_of(version) for version in versions]
    changes = changed_at(versions)
    if (
        len(changes) < 2
        or changes[-1] <= recorded_at
        or not any(
            rests_on(payload, rows[0], row) for row in (rows[0].was, *(r.cells for r in rows))
        )
    ):
        return None
    before = next(
        (version for version in reversed(versions) if version.recorded_at <= recorded_at), None
    )
    then = rows[0].was if before is None else _holds(before)
    holds = _holds(last)
    moved = [
        f"{column.replace('_', ' ')}: {then.get(column) or 'nothing'} → {text or 'nothing'}"
        for column, text in holds.items()
    ]
    moved = [
        line
        for line, (column, text) in zip(moved, holds.items(), strict=True)
        if then.get(column, "") != text
    ]
    if not moved:
        return None
    sheet = next((sheet for sheet in reference.shipped if sheet.source.id == rows[0].table), None)
    by = named_by(sheet) if sheet is not None else ()
    where = "row " + ", ".join(
        f"{column.replace('_', ' ')} {(holds or then).get(column, '')}" for column in by
    )
    words = (
        f"withdrawn: {last.reason}" if last.withdrawn else f"{rows[-1].edition}, {rows[-1].page}"
    )
    return Superseded(
        at,
        sheet.source.title if sheet is not None else rows[0].table,
        where,
        tuple(moved),
        words,
        last.by,
        last.recorded_at,
    )


def _holds(item: CribItem) -> dict[str, str]:
    row: KeptRow = kept_of(item)
    return dict(row.was) if item.withdrawn else dict(row.cells)
