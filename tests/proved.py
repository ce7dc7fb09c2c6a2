"""What of a topic's work at a place is shown, said shortly for tests."""

from __future__ import annotations

import dataclasses
from typing import Any

from tribodex.core.job import ahead
from tribodex.core.job.facts import AlarmAccepted, Corrected, JudgedAnew
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import WORST, Proof, in_job, proofs
from tribodex.core.job.rail import unproven
from tribodex.core.job.topic import Desk, Topic
from tribodex.core.topics import fold
from tribodex.core.working import Level


def of(desk: Desk, topic: Topic[Any]) -> tuple[Proof, ...]:
    """Every claim of a topic at the desk's place."""
    return proofs(desk, topic, SHAFT if topic.per_shaft else desk.at)


def stage(desk: Desk, topic: Topic[Any]) -> str | None:
    """The stage that its work is at; None when everything is shown."""
    left = {
        proof.claim.stage for proof in unproven(desk, topic, SHAFT if topic.per_shaft else desk.at)
    }
    return next((one for one in topic.stages if one in left), None)


def unsaid(desk: Desk, topic: Topic[Any]) -> list[str]:
    """What nobody has said or read yet."""
    return [
        p.claim.code
        for p in of(desk, topic)
        if p.missing and not p.claim.due and (p.claim.stage, desk.at) not in desk.job.aside
    ]


def due(desk: Desk, topic: Topic[Any]) -> list[str]:
    """What stays open in a record."""
    return [p.claim.words for p in of(desk, topic) if p.claim.due and not p.proven]


def level(desk: Desk, topic: Topic[Any]) -> Level:
    """How the work of a topic stands in all."""
    return max((p.level for p in of(desk, topic) if not p.claim.due), key=WORST.index)


def word(desk: Desk) -> str:
    """The word the place ended with."""
    return ahead.ended(desk)[desk.at].word


def shown(desk: Desk) -> dict[tuple[str, str, str, str], bool]:
    """Every claim of the job, and whether it is shown."""
    return {
        (at, proof.claim.at, proof.claim.code, proof.claim.about): proof.proven
        for _, at, proof in in_job(desk)
    }


def as_if_said_right_at_once(desk: Desk) -> None:
    """A corrected log stands as one in which the right thing was said there: in every slice, alarm
    and proof.
    """
    job = desk.job
    if not job.corrections:
        return
    last = {event.fact.target: event.seq for event in desk.log if isinstance(event.fact, Corrected)}
    # What was taken as it stood is not taken as it was corrected later.
    void = {
        e.seq
        for e in desk.log
        if isinstance(e.fact, AlarmAccepted) and last.get(e.fact.entry, 0) > e.seq
    }
    again = [
        dataclasses.replace(event, fact=fact)
        for event in desk.log
        if not isinstance(event.fact, Corrected | JudgedAnew)
        and event.seq not in void
        and (fact := job.effective.get(event.seq)) is not None
    ]
    right = fold(again)
    begun = {key: value for key, value in job.slices.items() if value != right.slices.get(key)}
    assert not begun, begun
    assert {(a.entry, a.verdict.code) for a in right.alarms.open} == {
        (a.entry, a.verdict.code) for a in job.alarms.open
    }
    there = dataclasses.replace(desk, job=right, log=again)
    assert shown(there) == shown(desk)
