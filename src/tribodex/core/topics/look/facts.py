"""What can be said of the old bearing: what was seen, where it was found, what it comes to, and
what becomes of its parts.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.failure.raceway import DamageSign, Face
from tribodex.core.failure.weighing import How, Standing
from tribodex.core.job.facts import Fact
from tribodex.core.working import Verdict


@dataclass(frozen=True)
class MarkSeen(Fact):
    """The answer to one question, with its words as they stood then; no letters where nobody looked
    or the sign was destroyed.
    """

    question: int
    letters: tuple[str, ...]
    how: How
    words: str

    def about(self) -> str:
        return f"question {self.question}"


@dataclass(frozen=True)
class FindingMarked(Fact):
    """Something found on an unrolled face; see `failure.raceway.Found`."""

    face: Face
    sign: DamageSign
    from_deg: float
    to_deg: float
    row: int
    middle_mm: float | None
    width_mm: float | None

    def about(self) -> str:
        return self.face.value


@dataclass(frozen=True)
class LoadPointed(Fact):
    """Where the load pointed, from the ring's top mark, clockwise seen from the nut's side."""

    at_deg: float


@dataclass(frozen=True)
class RollersCounted(Fact):
    """Rollers of one row, counted."""

    rollers: int


@dataclass(frozen=True)
class PartsCleaned(Fact):
    """Grease and dirt are off: what they told is gone, unless it was looked at before."""


@dataclass(frozen=True)
class CauseTaken:
    """A cause that the look came to, with what is to be done before another bearing goes in."""

    id: str
    words: str
    standing: Standing
    action: str
    who: str
    holds: Literal["mounting", "warns", "nothing"]


@dataclass(frozen=True)
class LookConcluded(Fact):
    """What the look came to. A name and a reason where it is not what the marks come to."""

    outcome: str
    causes: tuple[CauseTaken, ...]
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class PartJudged(Fact):
    """A part goes back or is scrap, by which sign; a name and a reason where it goes back against
    the marks.
    """

    part: str
    fit: bool
    sign: str
    advised: Verdict
    decided_by: str = ""
    reason: str = ""

    def about(self) -> str:
        return self.part


@dataclass(frozen=True)
class MadeUnusable(Fact):
    """A scrapped part was tagged and made unusable, so that nobody fits it again; `proof` is who
    saw it, or a photograph.
    """

    part: str
    how: str
    proof: str

    def about(self) -> str:
        return self.part


FACTS: tuple[type[Fact], ...] = (
    MarkSeen,
    FindingMarked,
    LoadPointed,
    RollersCounted,
    PartsCleaned,
    LookConcluded,
    PartJudged,
    MadeUnusable,
)
LookFact = (
    MarkSeen
    | FindingMarked
    | LoadPointed
    | RollersCounted
    | PartsCleaned
    | LookConcluded
    | PartJudged
    | MadeUnusable
)
