"""What a person can ask at the shaft line. Lengths and temperatures stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.lineup.floating import Floats, Groove
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class SayFloat:
    """Where a bearing lets the shaft grow, or that it holds it; in a one-piece housing, the groove its snap ring sits in."""

    place: str
    floats: Floats
    groove: Groove = ""


@dataclass(frozen=True)
class SayMark:
    """Where a bearing's centre mark lies from the datum, and the datum's name."""

    place: str
    at: str
    datum: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SayRings:
    """Housing seat and rings as measured; several rings with a plus between them, none where there is none."""

    place: str
    seat: str
    near: str = ""
    far: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class LaySleeve:
    """The bearing is laid on its sleeve at rest: thread end to the ring's near face. The drive-up is the plan's unless given."""

    place: str
    sleeve_to_ring: str
    drive_up: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SayRunning:
    """Materials and temperatures, °C or °F: when mounted; running, shaft and base; at the start, shaft hot and base cold; in the cold."""

    shaft_material: str
    base_material: str
    mount: str
    running_shaft: str
    running_base: str
    start_shaft: str = ""
    cold: str = ""


@dataclass(frozen=True)
class SetOffset:
    """Where the floating bearing stands in its seat; `away` from the fixed one."""

    offset: str
    away: bool = False
    shown: Shown = ""


@dataclass(frozen=True)
class SayGap:
    """An axial gap as set: labyrinth, flinger, cover."""

    name: str
    gap: str
    closes: bool = True
    shown: Shown = ""


@dataclass(frozen=True)
class SayFeet:
    """The leaf under each foot of a housing, with a plus between them."""

    place: str
    gaps: str
    shown: Shown = ""


@dataclass(frozen=True)
class ReadAlignment:
    """An offset read over a length with straightedge, string or laser."""

    place: str
    offset: str
    over: str
    labyrinth: bool = False
    tool: str = "straightedge"
    shown: Shown = ""


@dataclass(frozen=True)
class SayBoltHoles:
    """Hole, bolt and the correction wanted."""

    place: str
    hole: str
    bolt: str
    wanted: str
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (
    SayFloat,
    SayMark,
    SayRings,
    LaySleeve,
    SayRunning,
    SetOffset,
    SayGap,
    SayFeet,
    ReadAlignment,
    SayBoltHoles,
)
