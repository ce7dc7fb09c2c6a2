"""Which causes the marks speak for, with every weight and its reason. A transparent sum, no black box.

Score S = prior + weights of the answers (half where a sign was doubtful) + 3 for two answers that settle it between them. Weights are
trade opinion (common practice, no source) on a scale like log-odds; only order and distance are used, no chance is shown.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.failure.marks import Assembly, Cause, FailureMarks, split

TOGETHER = 3.0
# The words, by score and by lead over the next cause.
LIKELY, POSSIBLE, LEAD, NEAR = 4.0, 2.0, 2.0, 4.0
LEAST_ANSWERS = 3
# So many answers, so many of them abnormal, and nothing fits: that is a result, not a lack of evidence.
MANY_ANSWERS, ABNORMAL = 6, 3

How = Literal["seen", "doubtful", "not looked", "destroyed"]


@dataclass(frozen=True)
class Answered:
    """What was said to a question: letters of its answers, and how sure. `measured` comes from what was marked, not from words."""

    letters: tuple[str, ...] = ()
    how: How = "seen"
    measured: bool = False

    @property
    def counts(self) -> bool:
        """Whether it is evidence: unknown, not looked and destroyed are none."""
        return bool(self.letters) and self.how in ("seen", "doubtful")


class Standing(StrEnum):
    """How a cause stands, in the words that are shown."""

    LIKELY = "most likely"
    POSSIBLE = "possible"
    UNLIKELY = "unlikely"
    RULED_OUT = "ruled out"
    CONTRADICTED = "contradiction, look again"


@dataclass(frozen=True)
class Reason:
    """One weight: the answers, how much, and why."""

    marks: tuple[str, ...]
    weight: float
    why: str


@dataclass(frozen=True)
class Ranked:
    """A cause with its score, how it stands, and every reason for it and against it."""

    cause: Cause
    score: float
    standing: Standing
    reasons: tuple[Reason, ...]
    against: tuple[str, ...] = ()

    @property
    def supported(self) -> bool:
        """Whether anything that was seen speaks for it."""
        return any(reason.weight > 0 for reason in self.reasons)


class ComesTo(StrEnum):
    """What the weighing comes to."""

    LIKELY = "most likely"
    POSSIBLE = "possible"
    NOT_SEPARATED = "not separated"
    CONTRADICTION = "contradiction"
    TOO_LITTLE = "too little evidence"
    NONE_FITS = "none fits"


@dataclass(frozen=True)
class LeftOut:
    """Answers that do not count, and why."""

    marks: tuple[str, ...]
    why: str


@dataclass(frozen=True)
class Weighing:
    """The causes in order, what they come to, and what was left out. `leading` are those the outcome speaks of.

    `worthless`: questions, or single answers, that would not count now whatever they say.
    """

    outcome: ComesTo
    ranked: tuple[Ranked, ...]
    leading: tuple[Ranked, ...]
    removal: tuple[Reason, ...]
    left_out: tuple[LeftOut, ...]
    worthless: frozenset[str]
    counted: int

    @property
    def contenders(self) -> tuple[Ranked, ...]:
        """Causes that are neither ruled out nor contradicted, in order."""
        return tuple(one for one in self.ranked if one.standing not in (Standing.RULED_OUT, Standing.CONTRADICTED))


def weigh(marks: FailureMarks, kind: Assembly, answered: Mapping[int, Answered]) -> Weighing:
    """Weigh what was seen. Answers to questions that are not asked at such an assembly do not count."""
    asked = {question.number for question in marks.asked_of(kind)}
    share = {
        f"{number}{letter}": (0.5 if said.how == "doubtful" else 1.0)
        for number, said in answered.items()
        if number in asked and said.counts
        for letter in said.letters
    }
    removal = _reasons(marks.removal.weights, share)
    # A sign is thrown out only on a sure answer.
    spoils = [(one.leaves_out, one.why) for one in marks.removal.spoils if share.get(one.answer) == 1.0]
    by_removal = sum(reason.weight for reason in removal) >= marks.removal.enough
    if by_removal:
        spoils.append((marks.removal.leaves_out, "the removal may have made it"))
    left_out = [LeftOut(gone, why) for which, why in spoils if (gone := _taken_out(share, which))]
    counted = len(share)
    ranked = _rank([_score(cause, kind, share) for cause in marks.causes])
    outcome, leading = _outcome(ranked, counted, share)
    return Weighing(
        outcome=outcome,
        ranked=ranked,
        leading=leading,
        removal=removal if by_removal else (),
        left_out=tuple(left_out),
        worthless=frozenset(m for which, _ in spoils for m in which),
        counted=counted,
    )


def _taken_out(share: dict[str, float], which: tuple[str, ...]) -> tuple[str, ...]:
    """Take answers out: a whole question by its number, or one answer of it."""
    gone = tuple(mark for mark in share if mark in which or str(split(mark)[0]) in which)
    for mark in gone:
        del share[mark]
    return gone


def _reasons(weights: Mapping[str, tuple[float, str]], share: Mapping[str, float]) -> tuple[Reason, ...]:
    return tuple(Reason((mark,), weights[mark][0] * part, weights[mark][1]) for mark, part in share.items() if mark in weights)


def _score(cause: Cause, kind: Assembly, share: Mapping[str, float]) -> Ranked:
    reasons = list(_reasons(cause.weights, share))
    for pair in cause.together:
        if all(mark in share for mark in pair):
            reasons.append(Reason(pair, TOGETHER * min(share[mark] for mark in pair), "together they settle it"))
    score = cause.prior + sum(reason.weight for reason in reasons)
    if kind not in cause.kinds:
        return Ranked(cause, score, Standing.RULED_OUT, tuple(reasons), ())
    # Only a sure sign rules out.
    out = next((line for line in cause.ruled_out if all(share.get(mark) == 1.0 for mark in line)), ())
    strong = any(reason.weight >= TOGETHER for reason in reasons)
    standing = Standing.UNLIKELY if not out else Standing.CONTRADICTED if strong else Standing.RULED_OUT
    return Ranked(cause, score, standing, tuple(reasons), out)


def _rank(scored: list[Ranked]) -> tuple[Ranked, ...]:
    """Causes in order: ruled out last; the words of those that are left by score and lead."""
    order = sorted(scored, key=lambda one: (one.standing is Standing.RULED_OUT, -one.score))
    free = [one for one in order if one.standing is Standing.UNLIKELY]
    top, lead = (free[0].score, free[0].score - free[1].score) if len(free) > 1 else (0.0, 0.0)

    def stands(one: Ranked) -> Standing:
        if one.standing is not Standing.UNLIKELY:
            return one.standing
        if one is free[0] and top >= LIKELY and lead >= LEAD:
            return Standing.LIKELY
        near = one.score >= POSSIBLE and one.score >= top - NEAR
        return Standing.POSSIBLE if near or (top >= POSSIBLE and top - one.score < LEAD and one.supported) else Standing.UNLIKELY

    return tuple(Ranked(one.cause, one.score, stands(one), one.reasons, one.against) for one in order)


def _outcome(ranked: tuple[Ranked, ...], counted: int, share: Mapping[str, float]) -> tuple[ComesTo, tuple[Ranked, ...]]:
    free = [one for one in ranked if one.standing not in (Standing.RULED_OUT, Standing.CONTRADICTED)]
    top = free[0]
    # A contradiction stops the headline when its cause would be in it.
    torn = tuple(one for one in ranked if one.standing is Standing.CONTRADICTED and one.score > max(top.score - LEAD, POSSIBLE - LEAD))
    if torn:
        return ComesTo.CONTRADICTION, torn
    if counted < LEAST_ANSWERS:
        return ComesTo.TOO_LITTLE, ()
    if top.score < POSSIBLE:
        abnormal = sum(1 for mark in share if split(mark)[1] != "a")
        fits_none = counted >= MANY_ANSWERS and abnormal >= ABNORMAL
        return (ComesTo.NONE_FITS if fits_none else ComesTo.TOO_LITTLE), ()
    # What nothing speaks for is no rival, however readily it is thought of.
    near = tuple(one for one in free if top.score - one.score < LEAD and one.supported)
    if len(near) > 1:
        return ComesTo.NOT_SEPARATED, near
    return (ComesTo.LIKELY if top.standing is Standing.LIKELY else ComesTo.POSSIBLE), (top,)
