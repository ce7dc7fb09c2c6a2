"""What a person can ask while a cartridge is built. Lengths, torques and temperatures stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.cartridge.covers import Inner
from tribodex.core.job.asked import Length, Torque, Warmth
from tribodex.core.quantities import Shown

Side = Literal["fixed", "floating"]
End = Literal["drive", "far"]


@dataclass(frozen=True)
class SetOuterRing:
    """The outer ring of a separable bearing is in the cleaned housing."""

    side: Side


@dataclass(frozen=True)
class ReadCooled:
    """How warm bearing and housing are before they meet."""

    ring_temperature: Warmth
    housing_temperature: Warmth


@dataclass(frozen=True)
class EnterHousing:
    """The shaft is in the housing, by hand; or it would not go."""

    by_hand: bool
    text: str = ""


@dataclass(frozen=True)
class TurnOver:
    """Turned over: what sticks out below, and the free height of the blocks."""

    stands_out: str
    free: str
    shown: Shown = ""


@dataclass(frozen=True)
class TightenPair:
    """First nut to torque, tab, second nut jammed."""

    torque: Torque
    wrench: str
    tab_bent: bool
    jammed: bool
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class PackBetween:
    """Grease between the pair: which, how much."""

    text: str


@dataclass(frozen=True)
class DrawByCover:
    """A cover draws a cold bearing home."""

    side: Side
    inner: Inner


@dataclass(frozen=True)
class MeasureCover:
    """Depth to the outer ring and spigot of the cover."""

    side: Side
    depth: str
    spigot: str
    shown: Shown = ""


@dataclass(frozen=True)
class SealJoint:
    """What went on a cover's joint."""

    side: Side
    text: str


@dataclass(frozen=True)
class TightenRound:
    """One round over a cover's screws; gaps beside each screw: 0.5 + 0.5 + 0.6."""

    side: Side
    torque: Torque
    wrench: str
    gaps: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TurnCartridge:
    """How the shaft turns with both covers on."""

    freely: bool
    text: str = ""


@dataclass(frozen=True)
class SetFlinger:
    """A flinger at an end."""

    end: End
    gap: Length
    pinned: bool
    both_screws: bool
    shown: Shown = ""


@dataclass(frozen=True)
class TopUp:
    """Topped up, turned, listened, looked."""

    text: str
    no_contact: bool


COMMANDS: tuple[type, ...] = (
    SetOuterRing,
    ReadCooled,
    EnterHousing,
    TurnOver,
    TightenPair,
    PackBetween,
    DrawByCover,
    MeasureCover,
    SealJoint,
    TightenRound,
    TurnCartridge,
    SetFlinger,
    TopUp,
)
