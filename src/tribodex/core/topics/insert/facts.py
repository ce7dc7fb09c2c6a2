"""What can be said while an insert is replaced: plan, old one out, fitting measured, bore looked
at, entered, centred, closed.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from tribodex.core.job.facts import Fact
from tribodex.core.units.insert import Balls, Closed, HoleStep, HousingFace, Iron, Pin, Push
from tribodex.core.working import Verdict


@dataclass(frozen=True)
class InsertPlan:
    """An insert for a housing: its outside diameter and outer ring's width (mm), what the housing
    is made of, where it works.

    `balls`: caged or full complement, None where nobody said; `given` what was typed, where it is a
    job of its own.
    """

    label: str
    outside_mm: float
    ring_mm: float
    iron: Iron
    grit: bool
    regreased: bool
    shock: bool
    balls: Balls | None = None
    given: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class InsertPlanned(Fact):
    """The plan of the replacement."""

    plan: InsertPlan
    reason: str = ""


@dataclass(frozen=True)
class OldInsertOut(Fact):
    """The old insert came out through the slots; whether its outer ring had turned in the
    housing."""

    had_turned: bool
    text: str
    verdict: Verdict


@dataclass(frozen=True)
class FittingMeasured(Fact):
    """Distances from the fitting's middle to the housing's marked face and to its other face
    (mm)."""

    to_marked_mm: float
    to_other_mm: float
    typed: str


@dataclass(frozen=True)
class HousingBoreSeen(Fact):
    """Where the grease groove was seen in the housing's bore, and whether there is a slot for a
    pin.
    """

    groove: HousingFace
    pin_slot: bool


@dataclass(frozen=True)
class InsertEntered(Fact):
    """The new insert is in: which face its groove looks to, and where its pin is."""

    groove_faces: HousingFace
    pin: Pin
    verdict: Verdict


@dataclass(frozen=True)
class InsertCentred(Fact):
    """Two caliper readings at the loading slots (mm) on a circle, and whether it swivels."""

    first_mm: float
    second_mm: float
    circle_mm: float
    swivels: bool
    typed: str
    verdict: Verdict


@dataclass(frozen=True)
class HoleClosed(Fact):
    """What closes the grease hole."""

    closed: Closed
    verdict: Verdict


@dataclass(frozen=True)
class GreasedThroughHole(Fact):
    """A step of greasing through the hole: plug out, fitting in, so many strokes and how the gun
    pushed, plug back.

    `most`: the strokes that its maker allows, by `most_by`; None where it says nothing.
    """

    step: HoleStep
    strokes: int | None
    push: Push | None
    most: int | None
    most_by: str
    verdicts: tuple[Verdict, ...]

    def about(self) -> str:
        return self.step


FACTS: tuple[type[Fact], ...] = (
    InsertPlanned,
    OldInsertOut,
    FittingMeasured,
    HousingBoreSeen,
    InsertEntered,
    InsertCentred,
    HoleClosed,
    GreasedThroughHole,
)
InsertFact = (
    InsertPlanned
    | OldInsertOut
    | FittingMeasured
    | HousingBoreSeen
    | InsertEntered
    | InsertCentred
    | HoleClosed
    | GreasedThroughHole
)
