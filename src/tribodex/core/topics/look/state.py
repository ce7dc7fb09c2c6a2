"""What is known of the old bearing, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache
from typing import assert_never

from tribodex.core.components.section import BearingSection, section_of
from tribodex.core.components.straight import StraightKind
from tribodex.core.failure.marks import Assembly, FailureMarks
from tribodex.core.failure.next_look import NextLook, next_look
from tribodex.core.failure.parts import judge_part, overtaken
from tribodex.core.failure.raceway import Face, Found
from tribodex.core.failure.spread import Measured, measured_answers
from tribodex.core.failure.weighing import Answered, ComesTo, Weighing, weigh
from tribodex.core.job.facts import Event
from tribodex.core.job.topic import Desk
from tribodex.core.removal.ways import WayOff
from tribodex.core.topics.look.facts import (
    FindingMarked,
    LoadPointed,
    LookConcluded,
    LookFact,
    MadeUnusable,
    MarkSeen,
    PartJudged,
    PartsCleaned,
    RollersCounted,
)
from tribodex.core.topics.removal import TOPIC as REMOVAL
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Verdict

# How it came off, as taking off has it. A ring that was heated or cut may have been coloured: that
# is asked.
_HOW_REMOVED = 35
_BY_FITTED_RING = (WayOff.RELEASE, WayOff.OWN_NUT)


@dataclass
class Look:
    """What is known of the old bearing, now. Mutable only inside fold()."""

    seen: dict[int, MarkSeen] = field(default_factory=dict)
    found: dict[int, Found] = field(default_factory=dict)
    load_deg: float | None = None
    rollers: int | None = None
    cleaned: bool = False
    concluded: LookConcluded | None = None
    seen_since: bool = False
    pointed: set[str] = field(default_factory=set)
    parts: dict[str, PartJudged] = field(default_factory=dict)
    unusable: dict[str, MadeUnusable] = field(default_factory=dict)
    looks_elsewhere: bool = False

    @property
    def to_scrap(self) -> list[str]:
        """Scrapped parts that somebody could still fit again."""
        return [
            part
            for part, judged in self.parts.items()
            if not judged.fit and part not in self.unusable
        ]


def fold(state: Look, event: Event, fact: LookFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case MarkSeen():
            state.seen[fact.question] = fact
        case FindingMarked():
            state.found[event.seq] = Found(
                face=fact.face,
                sign=fact.sign,
                from_deg=fact.from_deg,
                to_deg=fact.to_deg,
                row=fact.row,
                middle_mm=fact.middle_mm,
                width_mm=fact.width_mm,
            )
        case LoadPointed():
            state.load_deg = fact.at_deg
        case RollersCounted():
            state.rollers = fact.rollers
        case PartsCleaned():
            state.cleaned = True
        case LookConcluded():
            state.concluded, state.seen_since = fact, False
            state.pointed |= {cause.id for cause in fact.causes}
            state.looks_elsewhere = state.looks_elsewhere or (
                not fact.causes and fact.outcome == ComesTo.NOTHING_WRONG
            )
        case PartJudged():
            state.parts[fact.part] = fact
            state.unusable.pop(fact.part, None)
        case MadeUnusable():
            state.unusable[fact.part] = fact
        case _:
            assert_never(fact)
    if isinstance(fact, MarkSeen | FindingMarked | LoadPointed | RollersCounted):
        state.seen_since = True


def kind_of_assembly(desk: Desk) -> Assembly:
    """How the bearing here is fitted."""
    fitted = desk.fitted(desk.at)
    if fitted is not None and fitted.bearing.kind is StraightKind.CAM_FOLLOWER:
        return Assembly.CAM_FOLLOWER
    if fitted is not None and fitted.bearing.kind is StraightKind.INSERT_BALL:
        return Assembly.HOUSED_UNIT
    if fitted is not None and fitted.seat is None and fitted.seat_known:
        return Assembly.CARTRIDGE
    return (
        Assembly.HOUSED_UNIT if fitted is not None and fitted.housed_unit else Assembly.SPLIT_BLOCK
    )


def section_here(desk: Desk) -> BearingSection | None:
    """The bearing in section; None while none is planned."""
    fitted = desk.fitted(desk.at)
    return (
        section_of(fitted.bearing, fitted.shaft, fitted.seat, None, None)
        if fitted is not None and not isinstance(fitted.bearing, KeptBearing)
        else None
    )


@dataclass(frozen=True)
class Sight:
    """Everything that is known put together: what was said, what the marked findings measure, and
    where the two differ.
    """

    answered: dict[int, Answered]
    measured: tuple[Measured, ...]
    conflicts: tuple[str, ...]
    weighing: Weighing
    next: NextLook | None


def sight(desk: Desk, state: Look) -> Sight:
    """Put together what was said and what was marked, and weigh it."""
    marks, kind = desk.book(FailureMarks), kind_of_assembly(desk)
    answered = {number: Answered(said.letters, said.how) for number, said in state.seen.items()}
    off = desk.job.of(REMOVAL, desk.at)
    if (
        _HOW_REMOVED not in answered
        and off.off is not None
        and off.way is not None
        and off.way.way in _BY_FITTED_RING
        and not off.times_cocked
    ):
        answered[_HOW_REMOVED] = Answered(("a",), "seen", measured=True)
    measured = _measured(desk, state)
    conflicts = []
    for one in measured:
        said = answered.get(one.number)
        if said is None or not said.counts:
            answered[one.number] = one.answered
        elif one.answered.letters[0] not in said.letters:
            # Neither is believed until somebody has looked again.
            del answered[one.number]
            spoken, marked = (
                marks.words_of(f"{one.number}{letter}")
                for letter in (said.letters[0], one.answered.letters[0])
            )
            conflicts.append(
                f"{spoken}: so it was said. What is marked says: {marked}. {one.words} Look again."
            )
    weighing = weigh(marks, kind, answered)
    lost = (
        *(("cleaning",) if state.cleaned else ()),
        *(("release",) if off.off is not None else ()),
    )
    return Sight(
        answered,
        measured,
        tuple(conflicts),
        weighing,
        next_look(marks, kind, answered, weighing, lost),
    )


def _measured(desk: Desk, state: Look) -> tuple[Measured, ...]:
    section = section_here(desk)
    if section is None or not state.found:
        return ()
    return _measure(
        tuple(state.found.values()), section, state.rollers, state.load_deg, kind_of_assembly(desk)
    )


@lru_cache(maxsize=64)
def _measure(
    found: tuple[Found, ...],
    section: BearingSection,
    rollers: int | None,
    load_deg: float | None,
    kind: Assembly,
) -> tuple[Measured, ...]:
    raceways = {Face.OUTER: section.outer_raceway_mm, Face.INNER: section.inner_raceway_mm}
    # A follower's stud stands; everywhere else the outer ring does.
    standing = Face.INNER if kind is Assembly.CAM_FOLLOWER else Face.OUTER
    counted = rollers is not None
    balls = rollers if rollers is not None else section.rollers
    return measured_answers(
        found,
        raceways,
        section.width_mm,
        balls,
        counted,
        load_deg=load_deg,
        standing=standing,
        rows=section.rows,
    )


def firm(found: Sight) -> bool:
    """Whether the marks come to something that a person may take as it is."""
    return not found.conflicts and found.weighing.outcome in (
        ComesTo.LIKELY,
        ComesTo.POSSIBLE,
        ComesTo.NOT_SEPARATED,
        ComesTo.NOTHING_WRONG,
    )


def overtaken_parts(desk: Desk, state: Look, found: Sight) -> dict[str, Verdict]:
    """Parts that were passed, and by what is seen now would not be: each with what it says now."""
    marks = desk.book(FailureMarks)
    now = {}
    for rule in marks.parts:
        judged = state.parts.get(rule.part)
        again = (
            overtaken(rule, judged.fit, judged.advised, judge_part(marks, rule, found.answered))
            if judged is not None
            else None
        )
        if again is not None:
            now[rule.part] = again
    return now
