"""Leaf and nut apart, as the bench shows it: what was looked at, and what is left to look at."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.mounting.methods import Method
from tribodex.core.topics.tapered.looks import MECHANISM, WORDS, LookTarget
from tribodex.core.topics.tapered.parting import checks_for, must_check, parted
from tribodex.core.topics.tapered.state import Tapered


@dataclass(frozen=True)
class PartedView:
    """Leaf and nut do not agree. `checks` are looks that move nothing; `leads`: whether the leaf
    may lead once they are made; the test turn in degrees.
    """

    confirmed: bool
    checks: tuple[CheckView, ...]
    leads: bool
    # Whether the ring's travel can be held against the nut's, by two lengths from sleeve end to
    # ring.
    by_travel: bool


@dataclass(frozen=True)
class CheckView:
    """One look that does not move the bearing: `found` what was found, empty while nobody
    looked."""

    id: str
    text: str
    must: bool
    found: str
    answers: tuple[AnswerView, ...]


@dataclass(frozen=True)
class AnswerView:
    """One thing that may be found there."""

    id: str
    title: str


def parted_view(state: Tapered) -> PartedView | None:
    """Leaf and nut apart, with what is left to look at."""
    found = parted(state)
    if found is None and not state.attempt.wrong_parts:
        return None
    looked = state.attempt.looked()
    must = must_check(state.plan.method)
    checks = tuple(
        CheckView(
            id=key,
            text=words,
            must=key in must,
            found=looked.get(LookTarget(key), "") if key in [*LookTarget] else "",
            answers=(
                tuple(
                    AnswerView(answer.value, told)
                    for answer, told in WORDS[LookTarget(key)].items()
                )
                if key in [*LookTarget]
                else ()
            ),
        )
        for key, words in checks_for(state.plan.method).items()
        if found is not None or key in (LookTarget.NUMBERS, LookTarget.THREADS)
    )
    return PartedView(
        confirmed=found is None or found.confirmed,
        checks=checks,
        leads=found is not None and found.cause not in MECHANISM,
        by_travel=found is not None
        and state.plan.nut is not None
        and state.plan.method is not Method.BLOWS,
    )
