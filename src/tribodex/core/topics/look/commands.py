"""What a person can ask while looking at an old bearing. Places round a ring and lengths stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.failure.raceway import DamageSign, Face
from tribodex.core.failure.weighing import How
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class SeeMark:
    """The answer to one question: its letters (`b`, or `be` where several are true), and how sure."""

    question: int
    letters: str
    how: How = "seen"


@dataclass(frozen=True)
class MarkFinding:
    """Something found on a face: from where to where round it, in which row, and across it where that was measured."""

    face: Face
    sign: DamageSign
    at: str
    to: str = ""
    row: str = ""
    middle: str = ""
    width: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PointLoad:
    """Where the load pointed, round the ring."""

    at: str


@dataclass(frozen=True)
class CountRollers:
    """Rollers of one row, counted."""

    rollers: str


@dataclass(frozen=True)
class CleanParts:
    """Grease and dirt come off now."""


@dataclass(frozen=True)
class ConcludeLook:
    """What it came to: the marks' own causes, or others (their ids, with commas) by name with a reason."""

    causes: str = ""
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class JudgePart:
    """A part goes back, or is scrap."""

    part: str
    fit: bool
    sign: str = ""
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class MakeUnusable:
    """A scrapped part is tagged and made unusable."""

    part: str
    how: str
    proof: str


COMMANDS: tuple[type, ...] = (SeeMark, MarkFinding, PointLoad, CountRollers, CleanParts, ConcludeLook, JudgePart, MakeUnusable)
