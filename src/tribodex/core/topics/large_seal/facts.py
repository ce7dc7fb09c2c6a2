"""What can be said of a large shaft seal: planned, warm, rested and measured, housing, spring, each
place of the clock, flat, cover.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal

from tribodex.core.job.facts import Fact
from tribodex.core.seals.large import Begins
from tribodex.core.working import Result, Verdict


@dataclass(frozen=True)
class LargeSealPlan:
    """A large ring: shaft (mm), material; what it takes, in which order it is pressed in, when each
    step begins.

    `side_asked`: open side and shaft are asked; `rests`: its size is checked, for which it lies
    flat; `screws` of the cover. `split`: joined on site; `holds_itself`: needs no cover to be tight
    outside; `cover_nm`: torque of the cover's screws, None not known.
    """

    shaft_mm: float
    material: str
    split: bool
    holds_itself: bool
    shaft_last: bool
    spring_apart: bool
    helpers: bool
    order: tuple[float, ...]
    warm: Result | None
    begins: tuple[Begins, ...]
    starts_at: datetime | None
    cover_nm: float | None
    cover_source: str
    figures: tuple[Result, ...]
    verdicts: tuple[Verdict, ...]
    typed: dict[str, str] = field(default_factory=dict)
    side_asked: bool = False
    rests: bool = True
    screws: int | None = None
    excess: Result | None = None


@dataclass(frozen=True)
class LargeSealPlanned(Fact):
    """The plan of a large ring."""

    plan: LargeSealPlan


@dataclass(frozen=True)
class RingWarmed(Fact):
    """The ring is warm right through: felt in the middle of the pack, or measured (°C)."""

    middle_c: float | None
    verdict: Verdict


@dataclass(frozen=True)
class RingRested(Fact):
    """It lay flat and open for an hour; lip and joint were looked at all round. `marks`: what was
    found, empty where nothing was.
    """

    hours: float
    marks: str
    verdict: Verdict


@dataclass(frozen=True)
class SeatReady(Fact):
    """Housing dry and clean, edges rounded, no lubricant in a static seat unless its maker says
    so."""

    dry: bool
    rounded: bool
    verdict: Verdict


@dataclass(frozen=True)
class SpringIn(Fact):
    """The garter spring: lock checked, groove greased, laid in."""

    lock_checked: bool
    groove_greased: bool
    verdict: Verdict


@dataclass(frozen=True)
class OpenSideSaid(Fact):
    """Which way its open side with the spring looks, before it is pressed in."""

    faces: Literal["medium", "away"]
    verdict: Verdict


@dataclass(frozen=True)
class ShaftMet(Fact):
    """The shaft under the lip: lead-in and lip greased, no lip folded."""

    greased: bool
    folded: str
    verdict: Verdict


@dataclass(frozen=True)
class RingTakenOut(Fact):
    """The ring came out again, to be begun anew at 12 o'clock."""

    why: str


@dataclass(frozen=True)
class PressedAt(Fact):
    """Pressed in at an hour of the clock, flat to the bottom."""

    hour: float
    verdict: Verdict

    def about(self) -> str:
        return f"{self.hour:g} o'clock"


@dataclass(frozen=True)
class SeatedFlat(Fact):
    """Gone round: flat to the bottom everywhere, spring in its groove, no fold; straps pulled
    out."""

    flat: bool
    text: str
    verdict: Verdict


@dataclass(frozen=True)
class SealCovered(Fact):
    """The cover is on, its screws at torque (N·m), evenly."""

    torque_nm: float
    wrench: str
    even: bool
    verdict: Verdict


FACTS: tuple[type[Fact], ...] = (
    LargeSealPlanned,
    RingWarmed,
    RingRested,
    SeatReady,
    SpringIn,
    OpenSideSaid,
    ShaftMet,
    PressedAt,
    RingTakenOut,
    SeatedFlat,
    SealCovered,
)
LargeSealFact = (
    LargeSealPlanned
    | RingWarmed
    | RingRested
    | SeatReady
    | SpringIn
    | OpenSideSaid
    | ShaftMet
    | PressedAt
    | RingTakenOut
    | SeatedFlat
    | SealCovered
)
