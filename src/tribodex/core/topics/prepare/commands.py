"""What a person can ask while preparing a seat. Sizes stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.fits.seat import SeatKind
from tribodex.core.job.asked import Warmth
from tribodex.core.quantities import Shown
from tribodex.core.topics.prepare.facts import Measured, Seen


@dataclass(frozen=True)
class PlanSeat:
    """What the seat should measure: its kind and nominal size, for a cylindrical one its class (m6)."""

    seat: SeatKind
    nominal: str
    reason: str
    shaft_class: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class ReadSeat:
    """A micrometer reading at a section and a direction."""

    section: int
    direction: int
    size: str
    what: Measured = "shaft"
    shown: Shown = ""


@dataclass(frozen=True)
class SayWarmth:
    """Temperatures of shaft and ring, °C or °F."""

    shaft_temperature: Warmth
    ring_temperature: Warmth = ""


@dataclass(frozen=True)
class SeeOnSeat:
    """Something is seen on the seat."""

    seen: Seen
    where: str = ""


@dataclass(frozen=True)
class DressSeat:
    """What was seen, by the number of its entry, is dressed."""

    number: int


@dataclass(frozen=True)
class JudgeSeat:
    """Everything is measured and seen: judge the seat."""


@dataclass(frozen=True)
class AcceptSeat:
    """Use it although it is not in order."""

    name: str
    reason: str


COMMANDS: tuple[type, ...] = (PlanSeat, ReadSeat, SayWarmth, SeeOnSeat, DressSeat, JudgeSeat, AcceptSeat)
