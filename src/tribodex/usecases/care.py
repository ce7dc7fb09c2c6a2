"""What a job says of keeping its bearings, for the plant's list of what is due: a projection that
can be rebuilt from the logs.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from tribodex.core.job.facts import Abandoned, Corrected, Event, JudgedAnew
from tribodex.core.job.job import Job
from tribodex.core.schedule.history import (
    OWED,
    CareSaid,
    DoneSaid,
    DueNow,
    OwedSaid,
    SetSaid,
    SkipSaid,
    due_now,
)
from tribodex.core.topics import HOUSE, care, stop
from tribodex.core.topics.care.facts import CareSet
from tribodex.core.topics.care.state import Keeping
from tribodex.core.topics.stop.facts import StopDone, StopSkipped
from tribodex.core.working import Level
from tribodex.usecases.shape import Shape

# What a job says of each of its positions, as it is kept.
Said = Mapping[str, list[dict[str, Any]]]
_SAID: Shape[list[CareSaid]] = Shape(list[CareSaid])
_DUE: Shape[DueNow] = Shape(DueNow)
# Entries after which something else may be due.
_OWED_BY = tuple(fact for topic in HOUSE.topics for fact in topic.owed_by)
_CHANGES = (CareSet, StopDone, StopSkipped, Corrected, JudgedAnew, Abandoned, *_OWED_BY)


def care_said(job: Job, added: Sequence[Event] | None = None) -> Said:
    """What a job says of keeping, by bearing position; empty where the entries that were added
    change nothing of it.

    A job that was abandoned says nothing of its positions.
    """
    if added is not None and not any(isinstance(event.fact, _CHANGES) for event in added):
        return {}
    found: dict[str, list[dict[str, Any]]] = {}
    for place in job.places:
        if not place.position_id:
            continue
        entries: list[CareSaid] = []
        if job.abandoned is None:
            keeping = job.of(care.TOPIC, place.id)
            if keeping.plan is not None and keeping.since is not None:
                entries.append(_set(job, place.id, keeping))
            entries += _owed(job, place.id)
            entries += _done(job, place.id)
        found[place.position_id] = _SAID.dump_python(entries, mode="json")
    # A job that never said anything needs no row.
    return (
        found if added is not None else {position: said for position, said in found.items() if said}
    )


def _set(job: Job, at: str, keeping: Keeping) -> SetSaid:
    plan, since = keeping.plan, keeping.since
    assert plan is not None and since is not None  # asked for only then
    gun = plan.gun
    return SetSaid(
        said="set",
        on=since,
        number=job.opened.number,
        # What its work owes stands by itself, until it is done.
        due=tuple(one for one in plan.due if one.kind not in OWED),
        hours_per_day=plan.hours_per_day,
        way=plan.way,
        bearing=_label(job, at),
        grease=plan.grease,
        amount_g=plan.amount_g,
        strokes=plan.strokes,
        gun=gun.name if gun is not None else "",
        stroke_g=gun.stroke_g if gun is not None else None,
        running=plan.running,
        plug=plan.plug,
        fitted=any(
            topic.fitted(job.of(topic, at)) for topic in HOUSE.topics if not topic.per_shaft
        ),
        looks=plan.looks
        or next(
            (
                found
                for topic in HOUSE.topics
                if not topic.per_shaft and (found := topic.looks(job.of(topic, at)))
            ),
            (),
        ),
    )


def _owed(job: Job, at: str) -> list[CareSaid]:
    found = (topic.owes(job, job.of(topic, at), at) for topic in HOUSE.topics)
    label = _label(job, at)
    return [
        OwedSaid(
            "owed",
            one.on,
            job.opened.number,
            one.due,
            one.hours_per_day,
            label,
            one.grease,
            one.strokes,
            one.ends,
        )
        for one in found
        if one is not None
    ]


def _done(job: Job, at: str) -> list[CareSaid]:
    state, number = job.of(stop.TOPIC, at), job.opened.number
    if state.done is not None and state.done_on is not None:
        said = state.done
        warm = said.low_c if said.low_c is not None else said.high_c
        bad = tuple(
            f"{verdict.word}: {verdict.reason}"
            for verdict in said.verdicts
            if verdict.level is not Level.GOOD
        )
        seen = (said.given_g, said.strokes, warm, said.meter_h, bad, state.by)
        return [
            DoneSaid(
                "done", state.done_on, number, said.done, *seen, said.seal_strokes, said.meter_old_h
            )
        ]
    if state.skipped is not None and state.skipped_on is not None:
        return [SkipSaid("skipped", state.skipped_on, number, state.skipped.reason, state.by)]
    return []


def _label(job: Job, at: str) -> str:
    """What is fitted at a place, in words, else what was said of it; empty while nobody did."""
    found = (topic.fitted(job.of(topic, at)) for topic in HOUSE.topics if not topic.per_shaft)
    said = job.of(care.TOPIC, at).bearing
    return next(
        (fitted.bearing.label for fitted in found if fitted is not None),
        said.label if said is not None else "",
    )


def entries_of(said: Sequence[list[dict[str, Any]]]) -> list[CareSaid]:
    """What every job says of a position, read again."""
    return [entry for one in said for entry in _SAID.validate_python(one)]


def due_of(said: Sequence[list[dict[str, Any]]]) -> tuple[DueNow, ...]:
    """What is due at a position, from what every job says of it."""
    return due_now(entries_of(said))


def due_kept(due: DueNow) -> dict[str, Any]:
    """Something due as it is kept."""
    kept: dict[str, Any] = _DUE.dump_python(due, mode="json")
    return kept


def due_read(kept: dict[str, Any]) -> DueNow:
    """Something due, read again."""
    return _DUE.validate_python(kept)
