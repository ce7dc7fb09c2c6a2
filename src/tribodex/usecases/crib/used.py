"""Which jobs rest on what was corrected since: plans and torques that were worked out with an
earlier row of a table, or an earlier sheet.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from tribodex.core.errors import NotFound
from tribodex.core.sources import cell
from tribodex.usecases.crib.table_rows import KeptRow, kept_of
from tribodex.usecases.ports import CribItem, Resting, Store

# More than anybody reads through; the newest ones are told.
MOST = 200
# Where a plan keeps what a column of a table names its rows by (mm).
_KEPT_AS = {"thread_d_mm": "thread_mm", "bearing_bore_mm": "bore_mm"}
# Tables that entries name beside what they were worked out with, or by a part number. Of any other
# table no log tells which jobs used it.
NAMED = frozenset(
    {
        *("clearance_srb_tapered", "clearance_self_aligning_ball_tapered", "reduction_srb_tapered"),
        *("lock_nut_metric", "lock_nut_metric_large", "lock_nut_inch", "bolt_strength"),
        *("bearing_srb_dimensions", "bearing_sab_dimensions"),
    }
)
# Jobs that somebody still works on.
LIVE = ("open", "stopped", "to counter-sign")
# Figures of two kinds are one where they differ by less than this (mm).
_SAME_MM = 1e-3


@dataclass(frozen=True)
class UsedBy:
    """A job that rests on an earlier version: whether it is still worked on, when that was worked
    out, and what it was then.
    """

    job_id: str
    number: int
    title: str
    machine: str
    position: str
    status: str
    live: bool
    planned_at: datetime
    version: int


@dataclass(frozen=True)
class Used:
    """Jobs that rest on earlier versions, those still worked on first. `more`: there are older ones
    that are not listed.

    `named`: whether logs name what it is about; where they do not, jobs that are not listed may
    rest on it as well.
    """

    jobs: tuple[UsedBy, ...]
    more: bool
    named: bool = True


def used_row(store: Store, item_id: str) -> Used:
    """Jobs that were worked out with a row before it was corrected. Raises NotFound.

    A job counts unless what it says of its bearing or nut shows that another row was its own.
    """
    items = [item for item in store.crib_items() if item.item_id == item_id and item.kind == "row"]
    if not items:
        raise NotFound("This row was not compared with print here.")
    kept = kept_of(items[-1])
    rows = [kept.was, *(kept_of(item).cells for item in items)]
    code = kept.was.get("code") or kept.cells.get("code", "")
    said = store.resting_on(code or kept.table)
    found = _used(
        said, lambda payload: any(rests_on(payload, kept, row) for row in rows), changed_at(items)
    )
    return replace(found, named=kept.table in NAMED)


def used_card(store: Store, item_id: str) -> Used:
    """Jobs that were planned with an earlier version of a card or sheet. Raises NotFound."""
    items = [item for item in store.crib_items() if item.item_id == item_id and item.kind == "card"]
    if not items:
        raise NotFound("There is no such card in the crib.")
    return _used(
        store.resting_on(item_id),
        lambda payload: names(payload, item_id),
        [item.recorded_at for item in items],
    )


def rests_on(payload: Any, kept: KeptRow, row: Mapping[str, str]) -> bool:
    """Whether what was worked out can have looked at this row.

    >>> kept = KeptRow("clearance_srb_tapered", {"d_over_mm": "65", "d_to_mm": "80"}, {}, "", "")
    >>> [
    ...     rests_on(
    ...         {"source_id": kept.table, "bearing": {"bore_mm": bore, "outside_mm": 140}},
    ...         kept,
    ...         kept.was,
    ...     )
    ...     for bore in (80.0, 90.0)
    ... ]
    [True, False]
    """
    if row.get("code"):
        return names(payload, row["code"])
    if not names(payload, kept.table):
        return False
    bounds = tuple(_number(row.get(column, "")) for column in ("d_over_mm", "d_to_mm"))
    if (bores := _numbers(payload, "bore_mm", beside="outside_mm")) and None not in bounds:
        low, high = bounds
        assert low is not None and high is not None  # none of them is missing
        return any(low < bore <= high for bore in bores)
    for column, kept_as in _KEPT_AS.items():
        wanted, found = _number(row.get(column, "")), _numbers(payload, kept_as)
        if wanted is not None and found and not any(abs(one - wanted) < _SAME_MM for one in found):
            return False
    return True


def changed_at(items: Sequence[CribItem]) -> list[datetime]:
    """Of every version of a row: when the row became another one, each time; the shipped one held
    until the first.
    """
    found, cells = [], kept_of(items[0]).was
    for item in items:
        now = kept_of(item).was if item.withdrawn else kept_of(item).cells
        if now != cells:
            found.append(item.recorded_at)
        cells = now
    # Before the first version there was the row as it ships.
    return [datetime.min.replace(tzinfo=items[0].recorded_at.tzinfo), *found]


def _used(said: Sequence[Resting], rests: Callable[[Any], bool], since: Sequence[datetime]) -> Used:
    """Of each job what holds of it now, where a newer version came after that was worked out."""
    # A revised plan stands in the place of the one that the job was opened with; everything else in
    # that of its own kind.
    now = {
        (one.job.id, at, kind): (one, payload) for one in said for at, kind, payload in _parts(one)
    }
    found: dict[str, UsedBy] = {}
    for one, payload in now.values():
        if one.recorded_at < since[-1] and rests(payload):
            line = _line(one, sum(1 for moment in since if moment <= one.recorded_at))
            before = found.setdefault(one.job.id, line)
            if line.planned_at < before.planned_at:
                found[one.job.id] = line
    listed = sorted(found.values(), key=lambda line: (not line.live, -line.planned_at.timestamp()))
    return Used(tuple(listed[:MOST]), len(listed) > MOST)


def _parts(resting: Resting) -> Iterator[tuple[str, str, Any]]:
    """Place, kind and content of what was worked out; of a job that was opened each plan."""
    if resting.kind == "job_opened" and "plans" in resting.payload:
        for plan in resting.payload["plans"]:
            yield plan["at"], plan["fact"]["kind"], plan["fact"]["data"]
    else:
        # Jobs of one place were once opened with one plan, and it was revised under a name of its
        # own.
        yield (
            resting.at,
            "tapered_planned" if resting.kind in ("job_opened", "plan_revised") else resting.kind,
            resting.payload,
        )


def _line(resting: Resting, version: int) -> UsedBy:
    job = resting.job
    return UsedBy(
        job.id,
        job.number,
        job.title,
        job.machine,
        job.position,
        job.status,
        job.status in LIVE,
        resting.recorded_at,
        max(version, 1),
    )


def names(payload: Any, name: str) -> bool:
    """Whether something is named anywhere in what was worked out."""
    return any(text == name for text in _texts(payload))


def _texts(value: Any) -> Iterator[str]:
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        for inner in value.values():
            yield from _texts(inner)
    elif isinstance(value, list):
        for inner in value:
            yield from _texts(inner)


def _numbers(value: Any, name: str, beside: str = "") -> list[float]:
    """Every number under this name, where another one stands beside it."""
    if isinstance(value, list):
        return [number for inner in value for number in _numbers(inner, name, beside)]
    if not isinstance(value, dict):
        return []
    own = value.get(name)
    found = [float(own)] if isinstance(own, int | float) and (not beside or beside in value) else []
    return found + [number for inner in value.values() for number in _numbers(inner, name, beside)]


def _number(text: str) -> float | None:
    try:
        return cell(text)[0]
    except ValueError:
        return None
