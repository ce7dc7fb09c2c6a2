"""What can be said while an insert is replaced: plan, old one out, fitting measured, bore looked at, entered, centred, closed."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.facts import Fact
from tribodex.core.units.insert import Closed, HousingFace, Iron, Pin
from tribodex.core.working import Verdict


@dataclass(frozen=True)
class InsertPlan:
    """An insert for a housing: its outside diameter and outer ring's width (mm), what the housing is made of, where it works."""

    label: str
    outside_mm: float
    ring_mm: float
    iron: Iron
    grit: bool
    regreased: bool
    shock: bool


@dataclass(frozen=True)
class InsertPlanned(Fact):
    """The plan of the replacement."""

    plan: InsertPlan
    reason: str = ""


@dataclass(frozen=True)
class OldInsertOut(Fact):
    """The old insert came out through the slots; whether its outer ring had turned in the housing."""

    had_turned: bool
    text: str
    verdict: Verdict


@dataclass(frozen=True)
class FittingMeasured(Fact):
    """Distances from the fitting's middle to the housing's marked face and to its other face (mm)."""

    to_marked_mm: float
    to_other_mm: float
    typed: str


@dataclass(frozen=True)
class HousingBoreSeen(Fact):
    """Where the grease groove was seen in the housing's bore, and whether there is a slot for a pin."""

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


FACTS: tuple[type[Fact], ...] = (InsertPlanned, OldInsertOut, FittingMeasured, HousingBoreSeen, InsertEntered, InsertCentred, HoleClosed)
InsertFact = InsertPlanned | OldInsertOut | FittingMeasured | HousingBoreSeen | InsertEntered | InsertCentred | HoleClosed
