"""What can be said while a bearing comes off: which ring is tight, the way, the nut's gap, that it
cocked, that it is off.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.job.facts import Fact
from tribodex.core.removal.backing_off import BackedOff
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.working import Level, Verdict


class RemovalCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    COCKED = "removal.cocked"


Said = Literal["yes", "no", "not known"]


@dataclass(frozen=True)
class TightSaid(Fact):
    """Which ring is tight, whether the shaft can leave its machine, whether the bearing is to be
    used again, and what kind of nut it has.
    """

    ring: Ring
    shaft_out: Said
    keep: Said
    captive_nut: Said


@dataclass(frozen=True)
class WayChosen(Fact):
    """The way to take it off, with what was advised about it. One that is not advised is a decision
    with a name.
    """

    way: WayOff
    advised: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class NutBackedOff(Fact):
    """The nut turned back: its gap to what it stops (mm), whether its whole height is on the
    thread, and the verdict.

    `asked` is what the gap had to hold; None in logs older than a computed gap.
    """

    gap_mm: float
    whole_nut: bool
    verdict: Verdict
    asked: BackedOff | None = None


@dataclass(frozen=True)
class Cocked(Fact):
    """It tilted or jammed: everything is let off until the cause is out."""

    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        return (
            Verdict(
                "cocked",
                Level.STOP,
                f"{self.text}. Let off until the cause is out.",
                code=RemovalCode.COCKED,
            ),
        )


@dataclass(frozen=True)
class SetStraight(Fact):
    """The cause is out, and bearing, shaft and ram or jaws stand straight again."""

    cause: str


@dataclass(frozen=True)
class CameOff(Fact):
    """It is off, and how it came."""

    text: str


@dataclass(frozen=True)
class PullerFitted(Fact):
    """A puller looked at before it is used: reach, depth asked, opening (mm), rating (kN, None not
    known).
    """

    reach_mm: float
    depth_mm: float
    opens_mm: float
    rated_kn: float | None
    verdicts: tuple[Verdict, ...]


FACTS: tuple[type[Fact], ...] = (
    TightSaid,
    WayChosen,
    PullerFitted,
    NutBackedOff,
    Cocked,
    SetStraight,
    CameOff,
)
RemovalFact = TightSaid | WayChosen | PullerFitted | NutBackedOff | Cocked | SetStraight | CameOff
