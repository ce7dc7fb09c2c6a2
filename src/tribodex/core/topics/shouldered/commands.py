"""What a person can ask while a ring goes onto a cylindrical seat. Lengths and temperatures stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.asked import Length, Warmth
from tribodex.core.quantities import Shown
from tribodex.core.shouldered.ways import WayOn


@dataclass(frozen=True)
class ChooseWayOn:
    """The way to put it on; name and reason where it is not advised."""

    way: WayOn
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class SayShaftWarmth:
    """The seat's temperature."""

    temperature: Warmth


@dataclass(frozen=True)
class ReadRing:
    """A thermometer on the inner ring, and on the outer one where there is a second."""

    ring_temperature: Warmth
    outer_temperature: Warmth = ""


@dataclass(frozen=True)
class SwitchOff:
    """Heater off."""


@dataclass(frozen=True)
class RenewRing:
    """Another ring is taken."""

    reason: str


@dataclass(frozen=True)
class ReadGaps:
    """Gaps to the shoulder: top + right + bottom + left, on a circle of a diameter."""

    gaps: str
    circle: Length
    shown: Shown = ""


@dataclass(frozen=True)
class StopOn:
    """It hesitated or cocked."""

    text: str


@dataclass(frozen=True)
class SayStraightOn:
    """The cause is out."""

    cause: str


@dataclass(frozen=True)
class PushHome:
    """It is at its shoulder, held until it gripped."""

    text: str = ""


@dataclass(frozen=True)
class TryShoulder:
    """Where the leaf enters: any of top, right, bottom, left; empty: nowhere."""

    enters: str


@dataclass(frozen=True)
class HoldFast:
    """What holds it. For a retaining ring its four proofs; for nut and cover how it was tightened."""

    text: str = ""
    tab_bent: bool = False
    groove_free: bool = False
    below_surface: bool = False
    turns: bool = False
    ends_before: str = ""
    ends_after: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TurnByHand:
    """How it turns by hand."""

    freely: bool
    text: str = ""


COMMANDS: tuple[type, ...] = (
    ChooseWayOn,
    SayShaftWarmth,
    ReadRing,
    SwitchOff,
    RenewRing,
    ReadGaps,
    StopOn,
    SayStraightOn,
    PushHome,
    TryShoulder,
    HoldFast,
    TurnByHand,
)
