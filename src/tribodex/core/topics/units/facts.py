"""What can be said of a housed unit: plan, slid on, how it floats, lined up, bolted, shaft turned,
locked, tried, screws again.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.job.facts import Fact
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.locking import Rotation
from tribodex.core.units.screws import Footing
from tribodex.core.working import Level, Verdict


class TurnCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    SHAFT_NOT_FREE = "units.shaft_not_free"
    NOT_FREE = "units.not_free"


@dataclass(frozen=True)
class UnitPlanned(Fact):
    """The plan of a unit."""

    plan: UnitPlan
    reason: str = ""


@dataclass(frozen=True)
class SlidOn(Fact):
    """The unit is on its shaft: by hand, or it would not go. `in_halves`: laid round it."""

    by_hand: bool
    text: str
    verdict: Verdict
    in_halves: bool = False


@dataclass(frozen=True)
class FloatFound(Fact):
    """What holds the insert in its housing or lets it move there, with the room on both sides (mm)
    where it floats.
    """

    by: FloatBy
    toward_mm: float | None
    away_mm: float | None
    typed: str
    verdict: Verdict
    room: Verdict | None = None

    def judgements(self) -> tuple[Verdict, ...]:
        return (self.verdict, *((self.room,) if self.room is not None else ()))


@dataclass(frozen=True)
class LinedUp(Fact):
    """The housing lined up: its error as an offset over a length, leaves under its feet, the
    correction against its bolt holes (mm).
    """

    offset_mm: float
    over_mm: float
    feet_mm: tuple[float, ...]
    hole_mm: float | None
    bolt_mm: float | None
    wanted_mm: float | None
    typed: str
    verdict: Verdict


@dataclass(frozen=True)
class HousingBolted(Fact):
    """The bolts of the housing at torque, with which wrench."""

    torque_nm: float
    wrench: str
    verdict: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class ShaftTurned(Fact):
    """The shaft turned by hand after the housing was bolted."""

    freely: bool
    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. Loosen the bolts, line up again, bolt, turn."
        return (
            ()
            if self.freely
            else (
                Verdict(
                    "the shaft does not turn freely", Level.STOP, why, code=TurnCode.SHAFT_NOT_FREE
                ),
            )
        )


@dataclass(frozen=True)
class UnitLocked(Fact):
    """The insert locked: torque of its screws in the last pass, in how many passes, on what they
    stand; a collar's turn, a clamp's slits.
    """

    torque_nm: float
    passes: int
    wrench: str
    footing: Footing | None
    in_line: bool | None
    turned: Rotation | None
    slits_apart: bool | None
    verdicts: tuple[Verdict, ...]
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class HalvesJoined(Fact):
    """The halves screwed together round the shaft: torque of the last pass, in how many passes,
    both joints closed alike.
    """

    torque_nm: float
    passes: int
    wrench: str
    joints_alike: bool
    verdicts: tuple[Verdict, ...]
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class UnitTried(Fact):
    """How it turns, once locked."""

    freely: bool
    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. Loosen, line up and lock again."
        return (
            ()
            if self.freely
            else (Verdict("does not turn freely", Level.STOP, why, code=TurnCode.NOT_FREE),)
        )


@dataclass(frozen=True)
class ScrewsAgain(Fact):
    """The set screws tightened a second time, after some hours of running."""

    torque_nm: float
    after: str
    verdict: Verdict


FACTS: tuple[type[Fact], ...] = (
    UnitPlanned,
    SlidOn,
    FloatFound,
    LinedUp,
    HousingBolted,
    ShaftTurned,
    UnitLocked,
    HalvesJoined,
    UnitTried,
    ScrewsAgain,
)
UnitsFact = (
    UnitPlanned
    | SlidOn
    | FloatFound
    | LinedUp
    | HousingBolted
    | ShaftTurned
    | UnitLocked
    | HalvesJoined
    | UnitTried
    | ScrewsAgain
)
