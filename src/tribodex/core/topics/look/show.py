"""The look in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Any, Literal

from tribodex.core.failure.marks import FailureMarks, split
from tribodex.core.failure.parts import goes_back_by_name, judge_part
from tribodex.core.failure.raceway import DamageSign, Face, Strip, strips
from tribodex.core.failure.weighing import ComesTo, How, Ranked, Reason, Standing
from tribodex.core.job.places import SHAFT
from tribodex.core.job.said import mm, plain
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.look import commands as cmd
from tribodex.core.topics.look.facts import (
    FindingMarked,
    LoadPointed,
    LookConcluded,
    MadeUnusable,
    MarkSeen,
    PartJudged,
    PartsCleaned,
    RollersCounted,
)
from tribodex.core.topics.look.move import next_question
from tribodex.core.topics.look.moves import LookDo as Do
from tribodex.core.topics.look.state import (
    Look,
    Sight,
    kind_of_assembly,
    overtaken_parts,
    section_here,
    sight,
)
from tribodex.core.topics.stock import TOPIC as STOCK
from tribodex.core.topics.stock.facts import Attached
from tribodex.core.working import Level, Verdict


class LookCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CONTRADICTION = "look.contradiction"
    NOT_DECIDED = "look.not_decided"
    LOOK_AGAIN = "look.look_again"


# Causes that are shown with every tap; the record holds all that speak.
SHOWN = 4


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case MarkSeen():
            return fact.words
        case FindingMarked():
            return f"Marked on the {fact.face.words}: {_finding_words(fact)}."
        case LoadPointed():
            return f"The load pointed to {fact.at_deg:g}° from the top mark."
        case RollersCounted():
            return f"{fact.rollers} rollers in a row, counted."
        case PartsCleaned():
            return "Grease and dirt come off: cleaned and dried."
        case LookConcluded():
            causes = (
                "; ".join(f"{cause.words} ({cause.standing})" for cause in fact.causes)
                or "no cause named"
            )
            who = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return f"Concluded ({fact.outcome}): {causes}.{who}"
        case PartJudged():
            who = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return (
                f"{fact.part.capitalize()}: {'goes back' if fact.fit else 'scrap'}."
                f" {_ended(fact.sign)}{who}"
            )
        case MadeUnusable():
            return f"{fact.part.capitalize()} made unusable: {fact.how} ({fact.proof})."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def _ended(text: str) -> str:
    return text if text.endswith((".", "?", "!")) else f"{text}."


def _finding_words(fact: FindingMarked) -> str:
    where = (
        f"at {fact.from_deg:g}°"
        if fact.to_deg == fact.from_deg
        else f"from {fact.from_deg:g}° to {fact.to_deg:g}°"
    )
    row = f", row {fact.row}" if fact.row else ""
    middle = (
        f", middle {travel_text(fact.middle_mm)} from the nut side"
        if fact.middle_mm is not None
        else ""
    )
    width = f", {travel_text(fact.width_mm)} wide" if fact.width_mm is not None else ""
    return f"{fact.sign} {where}{row}{middle}{width}"


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case MarkSeen():
            return cmd.SeeMark(fact.question, "".join(fact.letters), fact.how)
        case FindingMarked():
            end = f"{plain(fact.to_deg)}°" if fact.to_deg != fact.from_deg else ""
            across = mm(fact.middle_mm), mm(fact.width_mm)
            return cmd.MarkFinding(
                fact.face, fact.sign, f"{plain(fact.from_deg)}°", end, str(fact.row or ""), *across
            )
        case LoadPointed():
            return cmd.PointLoad(f"{plain(fact.at_deg)}°")
        case RollersCounted():
            return cmd.CountRollers(str(fact.rollers))
        case MadeUnusable():
            return cmd.MakeUnusable(fact.part, fact.how, fact.proof)
        case _:
            return None


@dataclass(frozen=True)
class LookAnswer:
    """What was answered to a question; `measured`: it comes from what was marked or from taking
    off.
    """

    question: int
    letters: tuple[str, ...]
    how: How
    measured: bool


@dataclass(frozen=True)
class LookFinding:
    """A finding on an unrolled face, with the entry that marked it and the photographs that belong
    to it.
    """

    entry: int
    face: Face
    sign: DamageSign
    from_deg: float
    to_deg: float
    row: int
    middle_mm: float | None
    width_mm: float | None
    photographs: tuple[str, ...] = ()


@dataclass(frozen=True)
class LookCause:
    """A cause as it stands, with every reason."""

    id: str
    words: str
    standing: Standing
    score: float
    iso: tuple[str, ...]
    reasons: tuple[Reason, ...]


@dataclass(frozen=True)
class LookPart:
    """A part: what its signs say, and what was decided; `overtaken`: passed, and by what is seen
    now it would not be.
    """

    part: str
    advised: Verdict
    fit: bool | None
    unusable: bool
    by_name: bool
    overtaken: bool


@dataclass(frozen=True)
class LookWork:
    """The look as its panel shows it. Words of questions come once, by their own address."""

    topic: Literal["look"]
    kind: str
    next_question: int | None
    cleaned: bool
    answers: tuple[LookAnswer, ...]
    verdict: Verdict
    causes: tuple[LookCause, ...]
    ruled_out: tuple[str, ...]
    left_out: tuple[str, ...]
    measured: tuple[str, ...]
    strips: tuple[Strip, ...]
    findings: tuple[LookFinding, ...]
    load_deg: float | None
    rollers: int | None
    concluded: str
    since: bool
    parts: tuple[LookPart, ...]
    asks: Do | None


_LEVELS = {
    ComesTo.LIKELY: Level.GOOD,
    ComesTo.POSSIBLE: Level.WATCH,
    ComesTo.NOT_SEPARATED: Level.WATCH,
    ComesTo.CONTRADICTION: Level.STOP,
    ComesTo.TOO_LITTLE: Level.UNKNOWN,
    ComesTo.NONE_FITS: Level.UNKNOWN,
    ComesTo.NOTHING_WRONG: Level.WATCH,
}

_CODES = {Level.STOP: LookCode.CONTRADICTION, Level.UNKNOWN: LookCode.NOT_DECIDED}


def verdict_of(found: Sight) -> Verdict:
    """What the marks come to, in a word and a reason."""
    weighing = found.weighing
    if found.conflicts:
        return Verdict(
            "look again", Level.STOP, " ".join(found.conflicts), code=LookCode.LOOK_AGAIN
        )
    words = "; or ".join(one.cause.words.lower() for one in weighing.leading)
    reasons = {
        ComesTo.LIKELY: f"{words.capitalize()}.",
        ComesTo.POSSIBLE: f"{words.capitalize()}: not more than possible.",
        ComesTo.NOT_SEPARATED: f"{words.capitalize()}. Both may be true: causes chain.",
        ComesTo.CONTRADICTION: (
            f"{words.capitalize()}: signs rule it out, and a strong sign speaks for it."
        ),
        ComesTo.TOO_LITTLE: "Too few signs, or too weak ones. Unknown stays unknown.",
        ComesTo.NONE_FITS: "Much was seen, and no cause of the list explains it.",
        ComesTo.NOTHING_WRONG: (
            "Everything was looked at, and all of it is as it should be: look elsewhere. What was"
            " told is not proven by it."
        ),
    }
    lost = (
        found.next is not None
        and found.next.lost
        and weighing.outcome in (ComesTo.NOT_SEPARATED, ComesTo.TOO_LITTLE)
    )
    gone = (
        f" What would tell is destroyed: {found.next.question.words}"
        if lost and found.next is not None
        else ""
    )
    level = _LEVELS[weighing.outcome]
    return Verdict(
        str(weighing.outcome), level, reasons[weighing.outcome] + gone, code=_CODES.get(level, "")
    )


def view(desk: Desk, state: Look) -> LookWork:
    """The look as it is shown."""
    found, marks = sight(desk, state), desk.book(FailureMarks)
    section, asked = section_here(desk), next_question(desk, state, found)
    left = [
        f"{', '.join(_short(marks, mark) for mark in one.marks)}: left out, {one.why}"
        for one in found.weighing.left_out
    ]
    return LookWork(
        asks=None,
        topic="look",
        kind=kind_of_assembly(desk),
        next_question=asked.number if asked is not None else None,
        cleaned=state.cleaned,
        answers=tuple(_answers(state, found)),
        verdict=verdict_of(found),
        causes=tuple(_cause(one) for one in _shown(found)),
        ruled_out=tuple(
            one.cause.words
            for one in found.weighing.ranked
            if one.standing is Standing.RULED_OUT and one.against
        ),
        left_out=(
            *(f"{marks.removal.words}: {reason.why}" for reason in found.weighing.removal),
            *left,
        ),
        measured=tuple(
            f"{one.words.rstrip('.')}: {_short(marks, f'{one.number}{one.answered.letters[0]}')}."
            for one in found.measured
        ),
        strips=strips(section) if section is not None else (),
        findings=_findings(desk, state),
        load_deg=state.load_deg,
        rollers=state.rollers,
        concluded=tell(state.concluded) if state.concluded is not None else "",
        since=state.seen_since,
        parts=tuple(_part(desk, state, found)),
    )


def _findings(desk: Desk, state: Look) -> tuple[LookFinding, ...]:
    return tuple(
        LookFinding(
            entry=entry,
            face=f.face,
            sign=f.sign,
            from_deg=f.from_deg,
            to_deg=f.to_deg,
            row=f.row,
            middle_mm=f.middle_mm,
            width_mm=f.width_mm,
            photographs=tuple(kept.attachment for kept in _photographs(desk, entry)),
        )
        for entry, f in state.found.items()
    )


def _photographs(desk: Desk, entry: int) -> list[Attached]:
    """Photographs that were kept with an entry."""
    return [
        kept
        for kept in desk.job.of(STOCK, SHAFT).attached.values()
        if kept.what == "photo" and kept.belongs_to == entry
    ]


def _short(marks: FailureMarks, mark: str) -> str:
    number, letter = split(mark)
    question = marks.question(number)
    return question.answers[letter] if question is not None else mark


def _answers(state: Look, found: Sight) -> Sequence[LookAnswer]:
    own = [LookAnswer(one.question, one.letters, one.how, False) for one in state.seen.values()]
    given = {one.question for one in own if one.letters}
    derived = [
        LookAnswer(n, one.letters, one.how, True)
        for n, one in found.answered.items()
        if one.measured and n not in given
    ]
    return [
        *(
            one
            for one in own
            if one.letters or all(one.question != other.question for other in derived)
        ),
        *derived,
    ]


def _shown(found: Sight) -> list[Ranked]:
    """The first few that anything speaks for, and all that the outcome speaks of."""
    ranked = [
        one
        for one in found.weighing.ranked
        if one.standing is not Standing.RULED_OUT and one.reasons and one.score > 0
    ]
    return [one for at, one in enumerate(ranked) if at < SHOWN or one in found.weighing.leading]


def _cause(cause: Ranked) -> LookCause:
    return LookCause(
        id=cause.cause.id,
        words=cause.cause.words,
        standing=cause.standing,
        score=cause.score,
        iso=cause.cause.iso,
        reasons=cause.reasons,
    )


def _part(desk: Desk, state: Look, found: Sight) -> Sequence[LookPart]:
    marks = desk.book(FailureMarks)
    parts, again = [], overtaken_parts(desk, state, found)
    for rule in marks.parts:
        judged = state.parts.get(rule.part)
        now = judge_part(marks, rule, found.answered)
        advised = again.get(rule.part) or (judged.advised if judged is not None else now)
        fit = judged.fit if judged is not None else None
        parts.append(
            LookPart(
                rule.part,
                advised,
                fit,
                rule.part in state.unusable,
                goes_back_by_name(rule, now),
                rule.part in again,
            )
        )
    return parts


def record(desk: Desk, state: Look) -> Sequence[Section]:
    """The look for the record: what was seen, what it speaks for with every weight, what was
    decided.
    """
    if not state.seen and not state.found and state.concluded is None:
        return []
    found, marks = sight(desk, state), desk.book(FailureMarks)
    decided: list[Any] = [state.concluded, *state.parts.values(), *state.unusable.values()]
    lines = [
        *(tell(one) for one in decided if one is not None),
        *(overtaken_part.reason for overtaken_part in overtaken_parts(desk, state, found).values()),
    ]
    seen = [(one.words, "from what was marked") for one in found.measured] + [
        (one.words, "") for one in state.seen.values()
    ]
    tables = [Table(("Sign", ""), tuple(seen), "What was seen")] if seen else []
    if state.found:
        places = tuple(
            (
                f.face.words,
                _finding_words(_as_fact(f)),
                "; ".join(kept.caption for kept in _photographs(desk, entry)),
            )
            for entry, f in state.found.items()
        )
        tables.append(
            Table(
                ("Face", "Found", "Photograph"),
                places,
                "Angles from the ring's top mark, clockwise seen from the nut's side",
            )
        )
    causes = tuple(
        (
            one.cause.words,
            str(one.standing),
            f"{one.score:g}",
            "; ".join(f"{_reason(marks, reason)} {reason.weight:+g}" for reason in one.reasons),
        )
        for one in _shown(found)
    )
    if causes:
        tables.append(
            Table(
                ("Cause", "Stands", "Sum", "Weights"),
                causes,
                "Weights are trade opinion (common practice, no source); classes by ISO 15243",
            )
        )
    return [Section("Look at the old bearing", tuple(lines), tuple(tables), (), verdict_of(found))]


def _as_fact(f: Any) -> FindingMarked:
    return FindingMarked(
        face=f.face,
        sign=f.sign,
        from_deg=f.from_deg,
        to_deg=f.to_deg,
        row=f.row,
        middle_mm=f.middle_mm,
        width_mm=f.width_mm,
    )


def _reason(marks: FailureMarks, reason: Reason) -> str:
    return f"{' and '.join(_short(marks, mark) for mark in reason.marks)} ({reason.why})"


def certificate(_: Desk, state: Look) -> str:
    """What the look came to, in a line for page one."""
    if state.concluded is None:
        return ""
    return (
        ", ".join(cause.words.lower() for cause in state.concluded.causes)
        or state.concluded.outcome
    )
