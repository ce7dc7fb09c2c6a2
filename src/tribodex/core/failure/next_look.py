"""What to look at next: the open question whose answers would part the first two causes the
most."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass

from tribodex.core.failure.marks import Assembly, FailureMarks, MarkQuestion
from tribodex.core.failure.weighing import Answered, Ranked, Weighing

# First what release or cleaning destroys; then what costs least.
_LOST = {"release": 0, "cleaning": 1, "": 2}
_BY = {"eye": 0, "asked": 0, "loupe": 1, "gauge": 2}


@dataclass(frozen=True)
class NextLook:
    """A question, the two causes it would part, and by how much; `lost` where the answer was
    destroyed and nothing else parts them.
    """

    question: MarkQuestion
    first: str
    second: str
    parts_by: float
    lost: bool = False


def next_look(
    marks: FailureMarks,
    kind: Assembly,
    answered: Mapping[int, Answered],
    weighing: Weighing,
    lost: Collection[str] = (),
) -> NextLook | None:
    """The question to ask next, or None where no open question parts the first two causes.

    `lost`: what has been done that destroys signs (“release”, “cleaning”). Where only destroyed
    signs could part them, the best of those is returned, marked so.
    """
    first, second = weighing.contenders[:2]
    found: list[tuple[float, MarkQuestion]] = []
    gone: list[tuple[float, MarkQuestion]] = []
    for question in marks.asked_of(kind):
        said = answered.get(question.number)
        if str(question.number) in weighing.worthless or (said is not None and said.counts):
            continue
        by = _parts(question, first, second, weighing.worthless)
        if by > 0:
            destroyed = (said is not None and said.how == "destroyed") or (
                question.lost_by != "" and question.lost_by in lost
            )
            (gone if destroyed else found).append((by, question))
    best = min(
        found or gone,
        key=lambda one: (-one[0], _LOST[one[1].lost_by], _BY[one[1].by], one[1].number),
        default=None,
    )
    if best is None:
        return None
    return NextLook(best[1], first.cause.words, second.cause.words, best[0], lost=not found)


def _parts(
    question: MarkQuestion, first: Ranked, second: Ranked, worthless: Collection[str]
) -> float:
    """How far apart its answers could bring the two: largest less smallest difference of their
    weights.

    An answer that neither cause knows weighs 0 for both: a question in which every answer weighs
    alike parts nothing.
    """
    differences = [
        first.cause.weights.get(mark, (0.0, ""))[0] - second.cause.weights.get(mark, (0.0, ""))[0]
        for mark in (
            f"{question.number}{letter}"
            for letter in question.answers
            if letter not in question.older
        )
        if mark not in worthless
    ]
    return max(differences, default=0.0) - min(differences, default=0.0)
