"""What a person can ask while looking at an old bearing. Places round a ring and lengths stay as
typed until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from tribodex.core.failure.raceway import DamageSign, Face
from tribodex.core.failure.weighing import How
from tribodex.core.job.asked import Family, choice, count, length, number, same, tick, words
from tribodex.core.quantities import Shown

HOW: dict[How, str] = {
    "seen": "seen",
    "recorded": "by the record",
    "doubtful": "doubtful",
    "not looked": "not looked",
    "destroyed": "evidence lost",
}


@dataclass(frozen=True)
class SeeMark:
    """The answer to one question: its letters (`b`, or `be` where several are true), and how
    sure."""

    question: Annotated[int, count("Question", stays=True)]
    letters: Annotated[str, words("Answer, by its letter", "b, or be where several are true")]
    how: Annotated[
        How,
        choice(
            "How sure",
            same("seen", "doubtful", "not looked")
            | {
                "recorded": "by the record",
                "destroyed": "evidence lost",
            },
        ),
    ] = "seen"


@dataclass(frozen=True)
class MarkFinding:
    """Something found on a face: from where to where round it, in which row, and across it where
    that was measured.
    """

    face: Annotated[
        Face,
        choice(
            "On the",
            {
                Face.OUTER: "outer raceway",
                Face.INNER: "inner raceway",
                Face.BORE: "bore",
                Face.OUTSIDE: "outside",
            },
            stays=True,
        ),
    ]
    sign: Annotated[DamageSign, choice("Sign", same(*DamageSign))]
    at: Annotated[str, number(Family.ANGLE, "Where it begins", "135°, or by the clock 4:30")]
    to: Annotated[str, number(Family.ANGLE, "Where it ends", "180°", empty="only there")] = ""
    row: Annotated[str, choice("Row", {"1": "1, nut-side row", "2": "2, far row", "": "both"})] = ""
    middle: Annotated[
        str, length("Its middle, from the nut side", "12 mm", empty="not measured")
    ] = ""
    width: Annotated[str, length("Its width", "8 mm", empty="not measured")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PointLoad:
    """Where the load pointed, round the ring."""

    at: Annotated[str, number(Family.ANGLE, "Where the load pointed", "180°, or by the clock 6:00")]


@dataclass(frozen=True)
class CountRollers:
    """Rollers of one row, counted."""

    rollers: Annotated[str, count("Rollers in one row", "19")]


@dataclass(frozen=True)
class CleanParts:
    """Grease and dirt come off now."""


@dataclass(frozen=True)
class ConcludeLook:
    """What it came to: the marks' own causes, or others (their ids, with commas) by name with a
    reason.
    """

    causes: Annotated[str, words("Causes", empty="those of the marks")] = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class JudgePart:
    """A part goes back, or is scrap."""

    part: Annotated[str, words("Part", stays=True)]
    fit: Annotated[bool, tick("It goes back")]
    sign: Annotated[str, words("By which sign")] = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class MakeUnusable:
    """A scrapped part is tagged and made unusable."""

    part: Annotated[str, words("Part", stays=True)]
    how: Annotated[str, words("How it was made unusable", "rings cut, tagged")]
    proof: Annotated[str, words("Seen by, or photograph")]


COMMANDS: tuple[type, ...] = (
    SeeMark,
    MarkFinding,
    PointLoad,
    CountRollers,
    CleanParts,
    ConcludeLook,
    JudgePart,
    MakeUnusable,
)
