"""What is known of failure marks: questions, causes with their weights, classes, parts. Data that a
person can edit, checked when it is read.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from enum import StrEnum
from functools import cached_property
from typing import Literal


class Assembly(StrEnum):
    """How the bearing was fitted: some questions and causes belong to some of them only."""

    SPLIT_BLOCK = "P"
    CARTRIDGE = "C"
    HOUSED_UNIT = "U"
    CAM_FOLLOWER = "F"


ALL = frozenset(Assembly)
Spot = Literal[
    "inner",
    "outer",
    "rollers",
    "cage",
    "bore",
    "outside",
    "housing",
    "grease",
    "seal",
    "stud",
    "history",
]
By = Literal["eye", "loupe", "gauge", "asked"]
LostBy = Literal["", "release", "cleaning"]


@dataclass(frozen=True)
class MarkQuestion:
    """One thing to look for. `answers` by letter; `several` may be true at once, except `none`:
    nothing found; `lost_by` destroys the sign.

    `older`: answers that are not offered any more, and stay readable and weighed where they were
    given.
    """

    number: int
    words: str
    at: tuple[Spot, ...]
    by: By
    answers: dict[str, str]
    lost_by: LostBy = ""
    several: bool = False
    none: str = "a"
    kinds: frozenset[Assembly] = ALL
    older: tuple[str, ...] = ()


@dataclass(frozen=True)
class Weigh:
    """Answers (`10c`) that speak for a cause (+) or against it (-), and why."""

    marks: dict[str, float]
    why: str


@dataclass(frozen=True)
class Cause:
    """What a bearing may have died of, what must be put right before another one goes in, and how
    marks weigh.

    `by_record`: answers that settle it, together with another, only where they stand in a record.
    """

    id: str
    words: str
    iso: tuple[str, ...]
    action: str
    who: Literal["millwright", "engineer", "electrician"]
    holds: Literal["mounting", "warns", "nothing"]
    prior: float
    weighs: tuple[Weigh, ...]
    together: tuple[tuple[str, str], ...] = ()
    ruled_out: tuple[tuple[str, ...], ...] = ()
    kinds: frozenset[Assembly] = ALL
    by_record: tuple[str, ...] = ()

    @cached_property
    def weights(self) -> dict[str, tuple[float, str]]:
        """Weight and reason by answer."""
        return {
            mark: (weight, weigh.why)
            for weigh in self.weighs
            for mark, weight in weigh.marks.items()
        }


@dataclass(frozen=True)
class Consequence:
    """Signs that the causes `of` leave behind too, whatever else is true, and why."""

    marks: tuple[str, ...]
    of: tuple[str, ...]
    why: str


@dataclass(frozen=True)
class Spoils:
    """An answer that makes others worthless, and why."""

    answer: str
    leaves_out: tuple[str, ...]
    why: str


@dataclass(frozen=True)
class RemovalMarks:
    """Marks that taking the bearing off has made. At `enough` they are named, and what they may
    have made is left out.
    """

    words: str
    enough: float
    weighs: tuple[Weigh, ...]
    leaves_out: tuple[str, ...]
    spoils: tuple[Spoils, ...]

    @cached_property
    def weights(self) -> dict[str, tuple[float, str]]:
        """Weight and reason by answer."""
        return {
            mark: (weight, weigh.why)
            for weigh in self.weighs
            for mark, weight in weigh.marks.items()
        }


@dataclass(frozen=True)
class DamageClass:
    """A class of ISO 15243: what is seen, not why."""

    number: str
    name: str
    group: str
    seen: str
    where: str
    by: By
    confused: str


@dataclass(frozen=True)
class ScrapSign:
    """Answers of which one is enough to scrap a part, and the sign in words."""

    marks: tuple[str, ...]
    why: str


@dataclass(frozen=True)
class PartRule:
    """When a part may go back: `clean` all found, and no sign to scrap it."""

    part: str
    clean: tuple[str, ...]
    scrap: tuple[ScrapSign, ...]


def split(mark: str) -> tuple[int, str]:
    """An answer's question and letter; the letter is empty where a whole question is meant.

    >>> split("10c"), split("12")
    ((10, 'c'), (12, ''))
    """
    return (int(mark), "") if mark.isdigit() else (int(mark[:-1]), mark[-1])


@dataclass(frozen=True)
class FailureMarks:
    """Everything that is known of failure marks. Raises ValueError where an answer is named that no
    question has.
    """

    questions: tuple[MarkQuestion, ...]
    causes: tuple[Cause, ...]
    removal: RemovalMarks
    classes: tuple[DamageClass, ...]
    parts: tuple[PartRule, ...]
    consequences: tuple[Consequence, ...] = ()
    nothing_wrong: tuple[str, ...] = ()
    _by_number: dict[int, MarkQuestion] = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        """Check that everything that is named is there, once."""
        object.__setattr__(
            self, "_by_number", {question.number: question for question in self.questions}
        )
        _once("question", [question.number for question in self.questions])
        _once("cause", [cause.id for cause in self.causes])
        _once("class", [one.number for one in self.classes])
        _once("part", [rule.part for rule in self.parts])
        # A slip in the data would weigh nothing, silently: it stops the start instead.
        if strange := {cause for consequence in self.consequences for cause in consequence.of} - {
            cause.id for cause in self.causes
        }:
            raise ValueError(f"consequences: there is no cause {', '.join(sorted(strange))}")
        classes = {one.number for one in self.classes}
        for cause in self.causes:
            if missing := set(cause.iso) - classes:
                raise ValueError(f"{cause.id}: there is no class {', '.join(sorted(missing))}")
            _once(f"weight of {cause.id}", [mark for weigh in cause.weighs for mark in weigh.marks])
        for owner, mark in self._named():
            number, letter = split(mark)
            question = self._by_number.get(number)
            if question is None or (letter and letter not in question.answers):
                raise ValueError(f"{owner}: no question has the answer {mark}")

    def _named(self) -> Iterator[tuple[str, str]]:
        for cause in self.causes:
            yield from ((cause.id, mark) for mark in cause.weights)
            yield from (
                (cause.id, mark)
                for group in (*cause.together, *cause.ruled_out, cause.by_record)
                for mark in group
            )
        yield from (
            ("consequences", mark)
            for consequence in self.consequences
            for mark in consequence.marks
        )
        yield from (("nothing wrong", mark) for mark in self.nothing_wrong)
        yield from (
            (f"older of {question.number}", f"{question.number}{letter}")
            for question in self.questions
            for letter in question.older
        )
        yield from (("removal", mark) for mark in (*self.removal.weights, *self.removal.leaves_out))
        yield from (
            ("removal", mark)
            for spoil in self.removal.spoils
            for mark in (spoil.answer, *spoil.leaves_out)
        )
        for rule in self.parts:
            yield from (
                (rule.part, mark)
                for mark in (*rule.clean, *(mark for sign in rule.scrap for mark in sign.marks))
            )

    def question(self, number: int) -> MarkQuestion | None:
        """A question by its number."""
        return self._by_number.get(number)

    def words_of(self, mark: str) -> str:
        """An answer in words, with what was asked.

        Raises KeyError for one that no question has.
        """
        number, letter = split(mark)
        question = self._by_number[number]
        return f"{question.words} {question.answers[letter]}"

    def asked_of(self, kind: Assembly) -> tuple[MarkQuestion, ...]:
        """Questions that make sense at such an assembly."""
        return tuple(question for question in self.questions if kind in question.kinds)


def _once(what: str, found: Iterable[object]) -> None:
    seen: set[object] = set()
    for one in found:
        if one in seen:
            raise ValueError(f"{what} {one} stands there twice")
        seen.add(one)
