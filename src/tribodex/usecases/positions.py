"""A bearing position over the years: what is due, what was done at it, how warm it ran, which jobs
it has seen.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from tribodex.core.errors import InvalidInput, NotFound
from tribodex.core.job.commands import GivePosition
from tribodex.core.job.places import SHAFT
from tribodex.core.quantities import number_plain
from tribodex.core.schedule.due import CareKind, is_late
from tribodex.core.schedule.history import CareSaid, DueNow, OwedSaid, SetSaid, SkipSaid, due_now
from tribodex.core.topics.care.facts import CareWay
from tribodex.usecases.books import Reference
from tribodex.usecases.care import entries_of
from tribodex.usecases.jobs import Loaded, do
from tribodex.usecases.ports import PositionJob, Store, Tap

# Rounds and jobs that are shown; older ones stand in the list of jobs.
SHOWN_JOBS = 120


@dataclass(frozen=True)
class PositionDue:
    """Something due at the position: how often in words, and the day; None where no day can be
    said.
    """

    kind: CareKind
    words: str
    day: date | None
    since: date
    late: bool
    over: str


@dataclass(frozen=True)
class HistoryLine:
    """What was said or done at the position on a day."""

    on: date
    job_id: str
    number: int
    what: str
    text: str
    warm_c: float | None
    given_g: float | None
    by: str
    found: tuple[str, ...]


@dataclass(frozen=True)
class JobAtPosition:
    """A job that the position has seen."""

    id: str
    number: int
    title: str
    status: str
    updated_at: datetime
    round: bool


@dataclass(frozen=True)
class PositionView:
    """A bearing position with what is due and what has been."""

    id: str
    machine: str
    position: str
    route: str
    designation: str
    kept: str
    due: tuple[PositionDue, ...]
    history: tuple[HistoryLine, ...]
    jobs: tuple[JobAtPosition, ...]


def position(store: Store, position_id: str, today: date) -> PositionView:
    """A position of the plant, and what is late there today. Raises NotFound."""
    here = next(
        ((m, p) for m in store.machines() for p in m.positions if p.id == position_id), None
    )
    if here is None:
        raise NotFound("The plant has no such position.")
    machine, place = here
    jobs = store.position_jobs(position_id, SHOWN_JOBS)
    said = [(entry, job) for job in jobs for entry in entries_of([job.said])]
    due = due_now(entry for entry, _ in said)
    history = sorted(
        (_line(entry, job) for entry, job in said),
        key=lambda line: (line.on, line.number),
        reverse=True,
    )
    return PositionView(
        id=place.id,
        machine=machine.name,
        position=place.name,
        route=machine.area,
        designation=place.designation,
        kept=_kept(due),
        due=tuple(_due(one, today) for one in due),
        history=tuple(history),
        jobs=tuple(
            JobAtPosition(
                id=job.job_id,
                number=job.number,
                title=job.title,
                status=job.status,
                updated_at=job.updated_at,
                round=job.round,
            )
            for job in jobs
        ),
    )


def give_position(
    store: Store,
    reference: Reference,
    job_id: str,
    position_id: str,
    tap: Tap,
    *,
    recorded_at: datetime,
    at: str = SHAFT,
) -> Loaded:
    """Give a bearing that was not in the plant yet its position there; what the plant's list has
    otherwise is said at once.

    Raises NotFound for a job or position that is not there, and as do().
    """
    here = next(
        ((m, p) for m in store.machines() for p in m.positions if p.id == position_id), None
    )
    if here is None:
        raise InvalidInput.at(
            "position_id",
            "The plant has no such position.",
            "one of the plant's positions; a new one is added under Plant",
        )
    machine, place = here
    return do(
        store,
        reference,
        job_id,
        GivePosition(machine.id, machine.name, place.id, place.name),
        tap,
        recorded_at=recorded_at,
        at=at,
    )


def _due(due: DueNow, today: date) -> PositionDue:
    day = due.day
    late = day is not None and is_late(day, due.since, today)
    return PositionDue(
        kind=due.care.kind, words=due.care.words, day=day, since=due.since, late=late, over=due.over
    )


def _kept(due: tuple[DueNow, ...]) -> str:
    """How it is kept, in a line; empty while nobody said."""
    if not due:
        return ""
    # What other work left due says nothing of how the bearing is kept.
    each = next((each for each in due if each.way), None)
    if each is None:
        return ""
    amount = f"{number_plain(each.amount_g)} g each time" if each.amount_g is not None else ""
    strokes = (
        f"{each.strokes} strokes of {each.gun or 'the gun'}" if each.strokes is not None else ""
    )
    runs = f"{number_plain(each.hours_per_day)} h a day" if each.hours_per_day is not None else ""
    return "; ".join(
        part for part in (CareWay(each.way).words, each.grease, amount, strokes, runs) if part
    )


def _line(entry: CareSaid, job: PositionJob) -> HistoryLine:
    if isinstance(entry, SetSaid | OwedSaid):
        text = "; ".join(care.words for care in entry.due)
        what = "kept from now on" if isinstance(entry, SetSaid) else "due besides"
        return HistoryLine(
            on=entry.on,
            job_id=job.job_id,
            number=job.number,
            what=what,
            text=text,
            warm_c=None,
            given_g=None,
            by="",
            found=(),
        )
    if isinstance(entry, SkipSaid):
        return HistoryLine(
            on=entry.on,
            job_id=job.job_id,
            number=job.number,
            what="skipped",
            text=entry.reason,
            warm_c=None,
            given_g=None,
            by=entry.by,
            found=(),
        )
    strokes = f"{entry.strokes} strokes" if entry.strokes is not None else ""
    words = "; ".join(
        part
        for part in (strokes, *(kind.words for kind in entry.kinds if kind is not CareKind.GREASE))
        if part
    )
    return HistoryLine(
        on=entry.on,
        job_id=job.job_id,
        number=job.number,
        what="done",
        text=words,
        warm_c=entry.warm_c,
        given_g=entry.given_g,
        by=entry.by,
        found=entry.found,
    )
