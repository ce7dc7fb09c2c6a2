"""What can be said while a ring goes onto a cylindrical seat: plan, way, temperatures, gaps, its
shoulder, what holds it.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.job.facts import Fact
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.shouldered.plan import HeldBy, ShoulderPlan
from tribodex.core.working import Level, Verdict


class ShoulderCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    COCKED = "shouldered.cocked"
    NOT_FREE = "shouldered.not_free"


@dataclass(frozen=True)
class ShoulderPlanned(Fact):
    """The plan of the bearing."""

    plan: ShoulderPlan
    reason: str = ""


@dataclass(frozen=True)
class WayOnChosen(Fact):
    """The way to put it on, with what was advised; one that is not advised is a decision with a
    name.
    """

    way: WayOn
    advised: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class ShaftWarmth(Fact):
    """The temperature of the seat before the ring comes."""

    shaft_c: float


@dataclass(frozen=True)
class RingWarmth(Fact):
    """A thermometer on the inner ring, and on the outer one where there is a second; judged against
    the limit.

    A crayon's mark is a bracket with one end: `ring_c` is its rating then, `crayon` whether it
    melted. With a crayon that has not melted nobody knows that the ring is warm; with one that has,
    nobody knows that it is not too warm.
    """

    ring_c: float
    outer_c: float | None
    verdict: Verdict
    crayon: Literal["", "not melted", "melted"] = ""

    @property
    def at_least_c(self) -> float | None:
        """What the ring has at least (°C); None for a mark that has not melted."""
        return None if self.crayon == "not melted" else self.ring_c


@dataclass(frozen=True)
class HeaterOff(Fact):
    """The heater is off and the ring demagnetised: from here on it cools."""


@dataclass(frozen=True)
class HeatedAgain(Fact):
    """It cooled before it was home: off the shaft, and heated once more."""


@dataclass(frozen=True)
class RingRenewed(Fact):
    """Another ring is taken: what was said of the warm one no longer counts."""

    reason: str


@dataclass(frozen=True)
class GapsRead(Fact):
    """Gaps to the shoulder at top, right, bottom and left (mm) on a circle (mm), and what they
    say."""

    gaps_mm: tuple[float, float, float, float]
    circle_mm: float
    typed: str
    verdict: Verdict


@dataclass(frozen=True)
class StoppedOn(Fact):
    """It hesitated or cocked: everything is let off until the cause is out."""

    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        return (
            Verdict(
                "stopped on the way",
                Level.STOP,
                f"{self.text}. Let off until the cause is out.",
                code=ShoulderCode.COCKED,
            ),
        )


@dataclass(frozen=True)
class StraightOn(Fact):
    """The cause is out; bearing, shaft and ram or drift stand straight again."""

    cause: str


@dataclass(frozen=True)
class PushedHome(Fact):
    """It was pushed to its shoulder and held until it gripped."""

    text: str


@dataclass(frozen=True)
class ShoulderTried(Fact):
    """Whether the leaf enters between ring and shoulder at top, right, bottom and left, when it was
    hand-warm.
    """

    enters: tuple[bool, bool, bool, bool]
    verdict: Verdict


@dataclass(frozen=True)
class HeldFast(Fact):
    """What holds the ring: nut and washer, retaining ring with its proofs, or cover; and the
    verdict.
    """

    held_by: HeldBy
    text: str
    verdict: Verdict
    torque_nm: float | None = None


@dataclass(frozen=True)
class TurnedByHand(Fact):
    """Turned by hand when it was cool."""

    freely: bool
    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. It turned freely before."
        return (
            ()
            if self.freely
            else (Verdict("does not turn freely", Level.STOP, why, code=ShoulderCode.NOT_FREE),)
        )


@dataclass(frozen=True)
class SettingRead(Fact):
    """End play (µm) or turning torque (N·m) as it was read, against the maker's figure."""

    value: float
    typed: str
    verdict: Verdict


FACTS: tuple[type[Fact], ...] = (
    ShoulderPlanned,
    WayOnChosen,
    ShaftWarmth,
    RingWarmth,
    HeaterOff,
    HeatedAgain,
    RingRenewed,
    GapsRead,
    StoppedOn,
    StraightOn,
    PushedHome,
    ShoulderTried,
    HeldFast,
    TurnedByHand,
    SettingRead,
)
ShoulderedFact = (
    ShoulderPlanned
    | WayOnChosen
    | ShaftWarmth
    | RingWarmth
    | HeaterOff
    | HeatedAgain
    | RingRenewed
    | GapsRead
    | StoppedOn
    | StraightOn
    | PushedHome
    | ShoulderTried
    | HeldFast
    | TurnedByHand
    | SettingRead
)
