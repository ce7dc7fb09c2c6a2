"""What of a topic's work at a place is shown, said shortly for tests."""

from __future__ import annotations

from typing import Any

from tribodex.core.job import ahead
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import WORST, Proof, proofs
from tribodex.core.job.rail import unproven
from tribodex.core.job.topic import Desk, Topic
from tribodex.core.working import Level


def of(desk: Desk, topic: Topic[Any]) -> tuple[Proof, ...]:
    """Every claim of a topic at the desk's place."""
    return proofs(desk, topic, SHAFT if topic.per_shaft else desk.at)


def stage(desk: Desk, topic: Topic[Any]) -> str | None:
    """The stage that its work is at; None when everything is shown."""
    left = {proof.claim.stage for proof in unproven(desk, topic, SHAFT if topic.per_shaft else desk.at)}
    return next((one for one in topic.stages if one in left), None)


def unsaid(desk: Desk, topic: Topic[Any]) -> list[str]:
    """What nobody has said or read yet."""
    return [p.claim.code for p in of(desk, topic) if p.missing and not p.claim.due and (p.claim.stage, desk.at) not in desk.job.aside]


def due(desk: Desk, topic: Topic[Any]) -> list[str]:
    """What stays open in a record."""
    return [p.claim.words for p in of(desk, topic) if p.claim.due and not p.proven]


def level(desk: Desk, topic: Topic[Any]) -> Level:
    """How the work of a topic stands in all."""
    return max((p.level for p in of(desk, topic) if not p.claim.due), key=WORST.index)


def word(desk: Desk) -> str:
    """The word the place ended with."""
    return ahead.ended(desk)[desk.at].word
