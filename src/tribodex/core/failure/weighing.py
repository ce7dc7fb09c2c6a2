"""Which causes the marks speak for, with every weight and its reason. A transparent sum, no black
box.

Score S = prior + weights of the answers (half where a sign was doubtful) + 3 for two answers that
settle it between them. Weights are trade opinion (common practice, no source) on a scale like
log-odds; only order and distance are used, no chance is shown.

Three rules keep a loud sum from drowning a sure sign. What a shown cause leaves behind (heat burns
grease and colours steel) says little for another one; what was told says less than what was seen;
and two signs that settle a cause between them keep it in the headline, whatever the sum of others.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Literal

from tribodex.core.failure.marks import Assembly, Cause, FailureMarks, split

# Two signs that settle a cause only together weigh as much as one that settles it alone (our
# choice, on the scale of the marks).
TOGETHER = 3.0
# The words, by score and by lead over the next cause; the lead also holds without what a cause is
# thought of beforehand.
LIKELY, POSSIBLE, LEAD, NEAR = 4.0, 2.0, 2.0, 4.0
LEAST_ANSWERS = 3
# So many answers, so many of them abnormal, and nothing fits: that is a result, not a lack of
# evidence.
MANY_ANSWERS, ABNORMAL = 6, 3
# A sign of this weight, seen or measured, shows its cause; what was told, and what that cause
# leaves behind, then count half for others.
STRONG, HALF = 3.0, 0.5

How = Literal["seen", "recorded", "doubtful", "not looked", "destroyed"]


@dataclass(frozen=True)
class Answered:
    """What was said to a question: letters of its answers, and how sure.

    `seen` to a question that is asked of people means told; `recorded` means that it stands
    written. `measured` comes from what was marked.
    """

    letters: tuple[str, ...] = ()
    how: How = "seen"
    measured: bool = False

    @property
    def counts(self) -> bool:
        """Whether it is evidence: unknown, not looked and destroyed are none."""
        return bool(self.letters) and self.how in ("seen", "recorded", "doubtful")


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
    """A cause with its score, how it stands, and every reason for it and against it; `settled` by
    two signs between them.
    """

    cause: Cause
    score: float
    standing: Standing
    reasons: tuple[Reason, ...]
    against: tuple[str, ...] = ()
    settled: bool = False

    @property
    def evidence(self) -> float:
        """The score without what the cause is thought of before anything is seen."""
        return self.score - self.cause.prior

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
    NOTHING_WRONG = "nothing wrong found"


@dataclass(frozen=True)
class LeftOut:
    """Answers that do not count, and why."""

    marks: tuple[str, ...]
    why: str


@dataclass(frozen=True)
class Weighing:
    """The causes in order, what they come to, and what was left out. `leading` are those the
    outcome speaks of.

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
        return tuple(
            one
            for one in self.ranked
            if one.standing not in (Standing.RULED_OUT, Standing.CONTRADICTED)
        )


@dataclass(frozen=True)
class Evidence:
    """Answers that count: how much of its weight each has (1), which of them were told only, and
    which stand in a record.
    """

    share: dict[str, float]
    told: frozenset[str]
    recorded: frozenset[str]

    def sure(self, marks: tuple[str, ...]) -> bool:
        """Whether all of them were answered without doubt."""
        return all(self.share.get(mark) == 1.0 for mark in marks)


def weigh(marks: FailureMarks, kind: Assembly, answered: Mapping[int, Answered]) -> Weighing:
    """Weigh what was seen. Answers to questions that are not asked at such an assembly do not
    count.
    """
    evidence = _evidence(marks, kind, answered)
    share = evidence.share
    removal = _reasons(marks.removal.weights, share)
    # A sign is thrown out only on a sure answer.
    spoils = [
        (spoil.leaves_out, spoil.why)
        for spoil in marks.removal.spoils
        if share.get(spoil.answer) == 1.0
    ]
    by_removal = sum(reason.weight for reason in removal) >= marks.removal.enough
    if by_removal:
        spoils.append((marks.removal.leaves_out, "the removal may have made it"))
    left_out = [LeftOut(gone, why) for which, why in spoils if (gone := _taken_out(share, which))]
    ranked = [_score(cause, kind, evidence) for cause in marks.causes]
    shown = _shown(marks, ranked, evidence)
    ranked = [_discounted(one, shown, marks, evidence) for one in ranked]
    ranked.sort(key=lambda one: (one.standing is Standing.RULED_OUT, -one.score))
    outcome, leading = _outcome(marks, kind, ranked, evidence, frozenset(shown))
    words = {one.cause.id: _standing(one, outcome, leading, ranked) for one in ranked}
    return Weighing(
        outcome=outcome,
        ranked=tuple(replace(one, standing=words[one.cause.id]) for one in ranked),
        leading=tuple(replace(one, standing=words[one.cause.id]) for one in leading),
        removal=removal if by_removal else (),
        left_out=tuple(left_out),
        worthless=frozenset(m for which, _ in spoils for m in which),
        counted=len(share),
    )


def _evidence(marks: FailureMarks, kind: Assembly, answered: Mapping[int, Answered]) -> Evidence:
    share: dict[str, float] = {}
    told, recorded = set(), set()
    for question in marks.asked_of(kind):
        said = answered.get(question.number)
        if said is None or not said.counts:
            continue
        given = [f"{question.number}{letter}" for letter in said.letters]
        share.update(dict.fromkeys(given, HALF if said.how == "doubtful" else 1.0))
        if said.how == "recorded":
            recorded.update(given)
        elif question.by == "asked" and not said.measured:
            told.update(given)
    return Evidence(share, frozenset(told), frozenset(recorded))


def _taken_out(share: dict[str, float], which: tuple[str, ...]) -> tuple[str, ...]:
    """Take answers out: a whole question by its number, or one answer of it."""
    gone = tuple(mark for mark in share if mark in which or str(split(mark)[0]) in which)
    for mark in gone:
        del share[mark]
    return gone


def _reasons(
    weights: Mapping[str, tuple[float, str]], share: Mapping[str, float]
) -> tuple[Reason, ...]:
    return tuple(
        Reason((mark,), weights[mark][0] * part, weights[mark][1])
        for mark, part in share.items()
        if mark in weights
    )


def _score(cause: Cause, kind: Assembly, evidence: Evidence) -> Ranked:
    share = evidence.share
    reasons = list(_reasons(cause.weights, share))
    settled = False
    for pair in cause.together:
        if all(
            mark in share and (mark not in cause.by_record or mark in evidence.recorded)
            for mark in pair
        ):
            reasons.append(
                Reason(
                    pair, TOGETHER * min(share[mark] for mark in pair), "together they settle it"
                )
            )
            settled = settled or evidence.sure(pair)
    score = cause.prior + sum(reason.weight for reason in reasons)
    if kind not in cause.kinds:
        return Ranked(cause, score, Standing.RULED_OUT, tuple(reasons), ())
    # Only a sure sign rules out.
    out = next((line for line in cause.ruled_out if evidence.sure(line)), ())
    strong = any(reason.weight >= STRONG for reason in reasons)
    standing = (
        Standing.UNLIKELY if not out else Standing.CONTRADICTED if strong else Standing.RULED_OUT
    )
    return Ranked(
        cause, score, standing, tuple(reasons), out, settled and standing is not Standing.RULED_OUT
    )


def _shown(marks: FailureMarks, ranked: list[Ranked], evidence: Evidence) -> dict[str, bool]:
    """Causes that a sign shows, each with whether two signs settle it. Hearsay shows none, nor does
    what other causes leave behind too.
    """
    left_behind = {mark for consequence in marks.consequences for mark in consequence.marks}

    def shows(reason: Reason) -> bool:
        return reason.weight >= STRONG and any(
            mark not in evidence.told and mark not in left_behind for mark in reason.marks
        )

    free = [one for one in ranked if one.standing is Standing.UNLIKELY]
    return {
        one.cause.id: one.settled for one in free if any(shows(reason) for reason in one.reasons)
    }


def _discounted(
    cause: Ranked, shown: Mapping[str, bool], marks: FailureMarks, evidence: Evidence
) -> Ranked:
    """What other causes, that are shown, leave behind, and what was only told beside them, counts
    less for this one.
    """
    if cause.cause.id in shown or not shown:
        return cause
    reasons = tuple(_less(reason, shown, marks, evidence) for reason in cause.reasons)
    return replace(
        cause, reasons=reasons, score=cause.cause.prior + sum(reason.weight for reason in reasons)
    )


def _less(
    reason: Reason, shown: Mapping[str, bool], marks: FailureMarks, evidence: Evidence
) -> Reason:
    if reason.weight <= 0 or len(reason.marks) > 1:
        return reason
    mark = reason.marks[0]
    for consequence in marks.consequences:
        by = [cause for cause in consequence.of if cause in shown]
        if mark in consequence.marks and by:
            # Where two signs settle the other cause, what it leaves behind says nothing more.
            part = 0.0 if any(shown[cause] for cause in by) else HALF
            return Reason(
                reason.marks, reason.weight * part, f"{reason.why}; counts less: {consequence.why}"
            )
    if mark in evidence.told:
        return Reason(
            reason.marks,
            reason.weight * HALF,
            f"{reason.why}; told, and something seen shows another cause",
        )
    return reason


def _standing(
    cause: Ranked, outcome: ComesTo, leading: tuple[Ranked, ...], ranked: list[Ranked]
) -> Standing:
    """A cause in a word that never says more than the outcome does."""
    if cause.standing is not Standing.UNLIKELY:
        return cause.standing
    if outcome is ComesTo.LIKELY and cause is leading[0]:
        return Standing.LIKELY
    top = max((other.score for other in ranked if other.standing is Standing.UNLIKELY), default=0.0)
    near = cause.score >= POSSIBLE and cause.score >= top - NEAR
    close = top >= POSSIBLE and top - cause.score < LEAD and cause.supported
    return Standing.POSSIBLE if near or close or cause.settled else Standing.UNLIKELY


def _outcome(
    marks: FailureMarks,
    kind: Assembly,
    ranked: list[Ranked],
    evidence: Evidence,
    shown: frozenset[str],
) -> tuple[ComesTo, tuple[Ranked, ...]]:
    free = [one for one in ranked if one.standing is Standing.UNLIKELY]
    top = free[0]
    # A contradiction stops the headline when its cause would be in it.
    torn = tuple(
        one
        for one in ranked
        if one.standing is Standing.CONTRADICTED
        and (one.settled or one.score > max(top.score - LEAD, POSSIBLE - LEAD))
    )
    if torn:
        return ComesTo.CONTRADICTION, torn
    if nothing_wrong(marks, kind, evidence):
        return ComesTo.NOTHING_WRONG, ()
    if len(evidence.share) < LEAST_ANSWERS:
        return ComesTo.TOO_LITTLE, ()
    # What nothing speaks for is no rival, however readily it is thought of; what two signs settle
    # stays in the headline.
    near = tuple(one for one in free if _in_headline(one, top, shown))
    if not near and top.score < POSSIBLE:
        abnormal = sum(1 for mark in evidence.share if split(mark)[1] != "a")
        fits_none = len(evidence.share) >= MANY_ANSWERS and abnormal >= ABNORMAL
        return (ComesTo.NONE_FITS if fits_none else ComesTo.TOO_LITTLE), ()
    if len(near) > 1:
        return ComesTo.NOT_SEPARATED, near
    one = near[0] if near else top
    return (
        ComesTo.LIKELY
        if _sure(one, free) and _of_its_own(one, marks, evidence)
        else ComesTo.POSSIBLE
    ), (one,)


def _in_headline(cause: Ranked, top: Ranked, shown: frozenset[str]) -> bool:
    """Settled by two signs; or close behind the first; or shown by a strong sign that the first
    does not account for.
    """
    if cause.settled or (
        top.score >= POSSIBLE and top.score - cause.score < LEAD and cause.supported
    ):
        return True
    apart = any(
        reason.weight >= STRONG
        and all(top.cause.weights.get(mark, (0.0, ""))[0] <= 0 for mark in reason.marks)
        for reason in cause.reasons
    )
    return (
        cause.cause.id in shown
        and apart
        and cause.score >= POSSIBLE
        and top.score - cause.score <= NEAR
    )


def _of_its_own(cause: Ranked, marks: FailureMarks, evidence: Evidence) -> bool:
    """Whether something sure speaks for it that was seen and that others do not leave behind too,
    and sure signs weigh enough.
    """
    left_behind = {mark for row in marks.consequences for mark in row.marks}
    sure = [reason for reason in cause.reasons if reason.weight > 0 and evidence.sure(reason.marks)]
    seen = any(
        mark not in evidence.told and (mark not in left_behind or reason.weight >= STRONG)
        for reason in sure
        for mark in reason.marks
    )
    return seen and sum(reason.weight for reason in sure) >= POSSIBLE


def _sure(cause: Ranked, free: list[Ranked]) -> bool:
    """A sure tone: enough speaks for it, and more than for every other, also without what each is
    thought of beforehand.
    """
    others = [other for other in free if other is not cause]
    lead = cause.score - max((other.score for other in others), default=0.0)
    margin = cause.evidence - max(
        (other.evidence for other in others if other.supported), default=0.0
    )
    return cause.score >= LIKELY and lead >= LEAD and margin >= LEAD


def nothing_wrong(marks: FailureMarks, kind: Assembly, evidence: Evidence) -> bool:
    """Whether everything that must be looked at was, and all that was looked at is as it should be.
    What was told proves nothing here.
    """
    asked = {question.number: question for question in marks.asked_of(kind)}
    must = [mark for mark in marks.nothing_wrong if split(mark)[0] in asked]
    looked = [
        split(mark)
        for mark in evidence.share
        if mark not in evidence.told and asked[split(mark)[0]].by != "asked"
    ]
    return evidence.sure(tuple(must)) and all(
        letter == "a" == asked[number].none for number, letter in looked
    )
