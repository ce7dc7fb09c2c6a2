"""What may follow while the old bearing is looked at, and what to look at next."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.failure.marks import Cause, FailureMarks, MarkQuestion
from tribodex.core.failure.parts import goes_back_by_name, judge_part
from tribodex.core.failure.raceway import read_place, strips
from tribodex.core.failure.weighing import ComesTo, Standing
from tribodex.core.job.facts import Fact, PointOpened
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.core.topics.look.commands import (
    CleanParts,
    ConcludeLook,
    CountRollers,
    JudgePart,
    MakeUnusable,
    MarkFinding,
    PointLoad,
    SeeMark,
)
from tribodex.core.topics.look.facts import (
    CauseTaken,
    FindingMarked,
    LoadPointed,
    LookConcluded,
    MadeUnusable,
    MarkSeen,
    PartJudged,
    PartsCleaned,
    RollersCounted,
)
from tribodex.core.topics.look.state import (
    Look,
    firm,
    kind_of_assembly,
    section_here,
    sight,
)
from tribodex.core.working import Level

STAGE = "read_marks"
# What is told before anything is wiped, and the first round of a look (common practice, no source);
# then the marks lead.
BEFORE_CLEANING = (29, 28, 1, 2, 3)
FIRST_ROUND = (26, 5, 8, 10, 12, 14, 19, 18, 15, 16)
ELSEWHERE = (
    "Nothing was wrong with the bearing: find what it was taken off for elsewhere (drive, coupling,"
    " foot, belt, the bearing beside it)"
)
# Fewer do not carry a ring, more do not fit into one: marks are compared with the pitch of the
# rollers, and a wrong count would name a wrong cause.
ROLLERS = (5, 200)
# Across a face nothing is wider than this (µm).
ACROSS_UM = (0.0, 1_500_000.0)


def decide(desk: Desk, state: Look, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput, NotFound or Refused."""
    match command:
        case SeeMark():
            return [_seen(desk, command)]
        case MarkFinding():
            return [_finding(desk, command)]
        case PointLoad():
            return [LoadPointed(read_place(command.at, "at", _length_of(desk, "outer")) % 360)]
        case CountRollers():
            return [RollersCounted(_rollers(command.rollers))]
        case CleanParts():
            if state.cleaned:
                raise Refused("It is clean already.")
            return [PartsCleaned()]
        case ConcludeLook():
            return _concluded(desk, state, command)
        case JudgePart():
            return [_judged(desk, state, command)]
        case MakeUnusable():
            return [_unusable(desk, state, command)]
        case _:
            raise TypeError(f"looking has no {type(command).__name__}")


def _seen(desk: Desk, command: SeeMark) -> MarkSeen:
    question = desk.book(FailureMarks).question(command.question)
    if question is None:
        raise NotFound(f"There is no question {command.question}.")
    if kind_of_assembly(desk) not in question.kinds:
        raise Refused(f"“{question.words}” is not asked at this kind of bearing.")
    letters = tuple(
        dict.fromkeys(letter for letter in command.letters.lower() if letter not in " ,;")
    )
    choices = "; ".join(f"{letter}: {words}" for letter, words in question.answers.items())
    if command.how in ("not looked", "destroyed"):
        if letters:
            raise InvalidInput.at(
                "letters", "Either it was seen, or nobody could see it.", "no answer"
            )
        return MarkSeen(
            question.number, (), command.how, f"{question.words} {command.how.capitalize()}."
        )
    unknown = [letter for letter in letters if letter not in question.answers]
    if not letters or unknown:
        raise InvalidInput.at(
            "letters", f"“{command.letters}” is no answer to: {question.words}", choices
        )
    _agree(question, letters, choices)
    if command.how == "recorded" and question.by != "asked":
        raise InvalidInput.at(
            "how",
            "That is looked at, not read in a record.",
            "seen, doubtful, not looked or destroyed",
        )
    words = " and ".join(question.answers[letter] for letter in letters)
    how = {"doubtful": ", doubtful", "recorded": ", by the record"}.get(command.how, "")
    return MarkSeen(question.number, letters, command.how, f"{question.words} {words}{how}.")


def _agree(question: MarkQuestion, letters: tuple[str, ...], choices: str) -> None:
    if len(letters) > 1 and not question.several:
        raise InvalidInput.at("letters", f"Only one answer can be true: {question.words}", choices)
    if len(letters) > 1 and question.none in letters:
        raise InvalidInput.at(
            "letters",
            f"“{question.answers[question.none]}” and something else cannot both be true.",
            choices,
        )


def _length_of(desk: Desk, face: str) -> float:
    section = section_here(desk)
    if section is None:
        raise Refused(
            "Nothing is planned here yet: the size of the bearing is not known. Answer the"
            " questions; mark places once it is."
        )
    return next(strip.length_mm for strip in strips(section) if strip.face == face)


def _finding(desk: Desk, command: MarkFinding) -> FindingMarked:
    length, section = _length_of(desk, command.face), section_here(desk)
    assert section is not None  # its length was read
    begin = read_place(command.at, "at", length, command.shown) % 360
    end = begin
    if command.to.strip():
        to = read_place(command.to, "to", length, command.shown)
        # The whole ring is said as 0 to 360.
        end = begin + 360 if to - begin == 360 or (begin == 0 and to == 360) else to % 360
    row = command.row.strip()
    two = command.face.rows and section.rows == 2
    if row not in ("", "1", "2") or (row and not two):
        right = (
            "1 the nut-side row, 2 the far row, empty for both"
            if two
            else "empty: this face has no rows"
        )
        raise InvalidInput.at("row", f"“{row}” is no row of the {command.face.words}.", right)
    across = {
        name: (
            read_length(value, name, LengthUnit.MM, ACROSS_UM, command.shown, zero=True).mm
            if value.strip()
            else None
        )
        for name, value in (("middle", command.middle), ("width", command.width))
    }
    for name, value in across.items():
        if value is not None and value > section.width_mm:
            raise InvalidInput.at(
                name,
                f"The {command.face.words} is {section.width_mm:g} mm wide.",
                "across it, from its nut side",
            )
    return FindingMarked(
        face=command.face,
        sign=command.sign,
        from_deg=begin,
        to_deg=end,
        row=int(row or 0),
        middle_mm=across["middle"],
        width_mm=across["width"],
    )


def _rollers(typed: str) -> int:
    number = (
        int(typed.strip())
        if typed.strip().isascii() and typed.strip().isdigit() and len(typed.strip()) < 6
        else 0
    )
    if not ROLLERS[0] <= number <= ROLLERS[1]:
        raise InvalidInput.at(
            "rollers",
            f"“{typed.strip()}” rollers in one row?",
            f"a whole number from {ROLLERS[0]} to {ROLLERS[1]}",
        )
    return number


def _concluded(desk: Desk, state: Look, command: ConcludeLook) -> list[Fact]:
    found, marks = sight(desk, state), desk.book(FailureMarks)
    by, reason = command.decided_by.strip(), command.reason.strip()
    own = [one.cause.id for one in found.weighing.leading] if firm(found) else []
    ids = (
        list(
            dict.fromkeys(
                part.strip().upper()
                for part in command.causes.replace(";", ",").split(",")
                if part.strip()
            )
        )
        or own
    )
    known = {cause.id: cause for cause in marks.causes}
    if unknown := [one for one in ids if one not in known]:
        raise InvalidInput.at("causes", f"There is no cause “{unknown[0]}”.", ", ".join(known))
    nothing = firm(found) and found.weighing.outcome is ComesTo.NOTHING_WRONG
    if (set(ids) != set(own) or (not ids and not nothing)) and not (by and reason):
        words = (
            f"The marks come to: {found.weighing.outcome}."
            if not found.conflicts
            else "What was said and what is marked differ."
        )
        right = "a name and a reason, or look further"
        raise InvalidInput.at(
            "decided_by" if not by else "reason",
            f"{words} Anything else is a decision with a name.",
            right,
        )
    standing = {one.cause.id: one.standing for one in found.weighing.ranked}
    causes = tuple(_taken(known[one], standing[one]) for one in ids)
    points = [
        PointOpened(
            f"Before another one goes in: {cause.action} ({cause.words.lower()}; {cause.who})",
            "mount" if cause.holds == "mounting" else "",
        )
        for cause in causes
        if cause.holds != "nothing" and cause.id not in state.pointed
    ]
    if nothing and not ids and not state.looks_elsewhere:
        points.append(PointOpened(ELSEWHERE))
    return [LookConcluded(str(found.weighing.outcome), causes, by, reason), *points]


def _taken(cause: Cause, standing: Standing) -> CauseTaken:
    return CauseTaken(
        id=cause.id,
        words=cause.words,
        standing=standing,
        action=cause.action,
        who=cause.who,
        holds=cause.holds,
    )


def _judged(desk: Desk, state: Look, command: JudgePart) -> PartJudged:
    marks = desk.book(FailureMarks)
    rule = next((rule for rule in marks.parts if rule.part == command.part.strip().lower()), None)
    if rule is None:
        raise InvalidInput.at(
            "part",
            f"“{command.part}” is no part that is checked here.",
            ", ".join(part.part for part in marks.parts),
        )
    advised = judge_part(marks, rule, sight(desk, state).answered)
    by, reason, sign = command.decided_by.strip(), command.reason.strip(), command.sign.strip()
    if command.fit and goes_back_by_name(rule, advised) and not (by and reason):
        raise InvalidInput.at(
            "decided_by" if not by else "reason",
            f"{advised.word.capitalize()}. {advised.reason}",
            "a name and a reason, or scrap",
        )
    if not sign and advised.level is Level.UNKNOWN:
        raise InvalidInput.at(
            "sign",
            "By which sign? It stands in the record.",
            "what was seen on it, or that nothing was",
        )
    return PartJudged(
        part=rule.part,
        fit=command.fit,
        sign=sign or advised.reason,
        advised=advised,
        decided_by=by,
        reason=reason,
    )


def _unusable(desk: Desk, state: Look, command: MakeUnusable) -> MadeUnusable:
    part = command.part.strip().lower()
    judged = state.parts.get(part)
    if judged is None or judged.fit:
        raise Refused(f"The {part or 'part'} was not scrapped. Check it first.")
    if part in state.unusable and not desk.correcting:
        raise Refused(f"The {part} is unusable already.")
    if state.concluded is None:
        raise Refused("It is evidence until the cause is known. Conclude the look first.")
    proof = text(command.proof, "proof", "who saw it, or the photograph that shows it")
    return MadeUnusable(
        part, text(command.how, "how", "for example: both rings cut through, tagged SCRAP"), proof
    )
