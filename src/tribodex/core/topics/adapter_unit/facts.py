"""What can be said of an adapter unit that goes on by turns: plan, taps, zero mark, turns, plate
counted, seen, fitted, turned by hand.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.job.facts import Fact
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.topics.adapter_unit.plan import AdapterPlan
from tribodex.core.working import Level, Verdict


class DrivenCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BINDS = "adapter_unit.binds"


@dataclass(frozen=True)
class AdapterPlanned(Fact):
    """The plan of a unit on an adapter sleeve."""

    plan: AdapterPlan
    reason: str = ""


@dataclass(frozen=True)
class RimTapped(Fact):
    """The nut's rim was tapped and the nut tried again with both hands: it moved on, or it did
    not."""

    moved: bool


@dataclass(frozen=True)
class UnitZeroMarked(Fact):
    """Nut and sleeve marked: the zero that the sheet counts from, by whose word where the sheet is
    silent, and whether this is it.
    """

    counted_from: SheetZero
    said_by: str
    verdict: Verdict
    tapped: bool = False


@dataclass(frozen=True)
class UnitNutTurned(Fact):
    """The nut was tightened by so much (degrees); where it stands then, against its sheet."""

    degrees: float
    typed: str
    unit: str
    verdict: Verdict


@dataclass(frozen=True)
class PlateCounted(Fact):
    """Slots of the nut and holes of the plate, and how far its positions are apart (degrees)."""

    slots: int
    holes: int
    step_deg: float


@dataclass(frozen=True)
class PlateSeen(Fact):
    """How far it is to the plate's next position, by tightening (degrees)."""

    degrees: float


@dataclass(frozen=True)
class PlateFitted(Fact):
    """Tightened on to a hole of the plate, plate screwed down; torque of its screws where the sheet
    says one (N·m).
    """

    turn_deg: float
    torque_nm: float | None
    verdict: Verdict
    decided_by: str = ""
    reason: str = ""

    def named(self) -> str:
        return f"{self.decided_by}: {self.reason}" if self.decided_by else ""


@dataclass(frozen=True)
class DrivenTried(Fact):
    """How it turns by hand, plate on."""

    freely: bool
    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. Driven too far: nut back, start again."
        return (
            ()
            if self.freely
            else (Verdict("does not turn freely", Level.STOP, why, code=DrivenCode.BINDS),)
        )


FACTS: tuple[type[Fact], ...] = (
    AdapterPlanned,
    RimTapped,
    UnitZeroMarked,
    UnitNutTurned,
    PlateCounted,
    PlateSeen,
    PlateFitted,
    DrivenTried,
)
AdapterFact = (
    AdapterPlanned
    | RimTapped
    | UnitZeroMarked
    | UnitNutTurned
    | PlateCounted
    | PlateSeen
    | PlateFitted
    | DrivenTried
)
