"""A result that keeps its working: formula in symbols, the same with numbers, the outcome and its
source.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from enum import StrEnum


class Level(StrEnum):
    """How a verdict weighs. Shown as a word, a shape and a colour."""

    GOOD = "good"
    WATCH = "watch"
    STOP = "stop"
    UNKNOWN = "unknown"


@dataclass(frozen=True)
class Verdict:
    """A judgement in a word, with its weight and its reason.

    `code` names what was found wrong, by a member of the module that judges ("screw.too_tight"),
    unique in the house: whatever stops or is not known has one, and what is branched on. Entries of
    older versions have none. It does not part two judgements that say the same.
    """

    word: str
    level: Level
    reason: str
    code: str = field(default="", compare=False)

    def says(self, code: str) -> bool:
        """Whether it is this one. An entry older than codes is told by its word, from which its
        code was made.

        >>> [
        ...     Verdict("too tight", Level.STOP, "", code).says("screw.too_tight")
        ...     for code in ("", "stud.too_tight")
        ... ]
        [True, False]
        """
        return (
            self.code == code
            if self.code
            else re.sub(r"[^a-z0-9]+", "_", self.word.lower()).strip("_") == code.partition(".")[2]
        )


@dataclass(frozen=True)
class Line:
    """One line of working. `value` is in `unit`; `source_id` names a table or a formula."""

    symbol: str
    meaning: str
    formula: str
    substituted: str
    value: float | None
    unit: str
    source_id: str


@dataclass(frozen=True)
class Result:
    """A figure for a person.

    `value` alone is a single figure; with `value_to` it is the range value…value_to. `None` means
    unknown, and `note` says why. `uncertainty` is a half-width that holds about 19 times in 20.
    """

    id: str
    label: str
    value: float | None
    unit: str
    value_to: float | None = None
    uncertainty: float | None = None
    verdict: Verdict | None = None
    working: tuple[Line, ...] = ()
    note: str = ""


def number(value: float) -> str:
    """Write a number for a line of working: as many digits as matter, no trailing zeros.

    >>> number(0.04), number(12.0), number(108.347), number(0.84211)
    ('0.04', '12', '108.3', '0.8421')
    """
    size = abs(value)
    digits = 1 if size >= 100 else 2 if size >= 10 else 3 if size >= 1 else 4
    text = f"{value:z.{digits}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def roughly(value: float) -> str:
    """A number to two figures: more would be a promise.

    >>> roughly(2530.9), roughly(467)
    ('2500', '470')
    """
    return f"{float(f'{value:.2g}'):g}"


def percent(share: float) -> str:
    """A share in whole per cent.

    >>> percent(0.3), percent(1.0)
    ('30 %', '100 %')
    """
    return f"{share * 100:.0f} %"


def in_words(chance: float) -> str:
    """Say a chance as people do.

    >>> in_words(0.021), in_words(0.5), in_words(0.0001), in_words(0.97)
    ('about 1 in 50', 'about even', 'less than 1 in 1000', 'almost sure')
    """
    if chance < 0.001:
        return "less than 1 in 1000"
    if chance > 0.95:
        return "almost sure"
    if chance >= 0.4:
        return "about even" if chance < 0.6 else "more likely than not"
    for n in (3, 4, 5, 7, 10, 15, 20, 30, 50, 70, 100, 200, 300, 500, 1000):
        if chance >= 0.87 / n:
            return f"about 1 in {n}"
    return "less than 1 in 1000"
