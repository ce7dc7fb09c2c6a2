"""What can be said of a shaft line: its drawing, who holds it, rings, sleeves laid on,
temperatures, gaps, feet, alignment.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from tribodex.core.components.bands import Span
from tribodex.core.job.facts import Fact
from tribodex.core.lineup.floating import Floats, Groove
from tribodex.core.lineup.growth import Case
from tribodex.core.lineup.placing import NO_TRAVEL

NutSide = Literal["", "towards the datum", "away from the datum"]
PartKind = Literal["coupling", "pulley", "gear", "rotor", "step"]


@dataclass(frozen=True)
class ShaftPart:
    """Something on the shaft, to draw: centre from the datum, width and diameter (mm)."""

    name: str
    kind: PartKind
    at_mm: float
    width_mm: float
    diameter_mm: float


@dataclass(frozen=True)
class Along:
    """Where a bearing's centre mark lies from the datum (mm)."""

    place: str
    at_mm: float


@dataclass(frozen=True)
class ShaftPlanned(Fact):
    """The shaft as it is drawn: length, datum, parts and the centre marks of its bearings, all in
    mm from the datum.
    """

    length_mm: float
    datum: str
    parts: tuple[ShaftPart, ...]
    bearings: tuple[Along, ...]
    reason: str = ""


@dataclass(frozen=True)
class FloatSaid(Fact):
    """Where a bearing lets the shaft grow, or that it holds it; in a one-piece housing, the groove
    its snap ring sits in.
    """

    VERSION: ClassVar[int] = 4

    place: str
    floats: Floats
    groove: Groove = ""

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class RingsSaid(Fact):
    """The housing seat and the locating rings beside a bearing (mm); near is the side of the
    datum."""

    place: str
    seat_mm: float
    near_mm: tuple[float, ...]
    far_mm: tuple[float, ...]

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class SleeveLaid(Fact):
    """The bearing laid on its sleeve: the sleeve's thread end to the ring's near face (mm), with
    the drive-up to come.

    `closing_mm` is the travel while the sleeve still closes, none at the tap-tested zero;
    `nut_side` where the nut stands, empty where nobody said; `from_mark`: the housing's own centre
    mark is the datum.
    """

    place: str
    to_ring_mm: float
    drive_up_mm: Span
    width_mm: float
    typed: str
    closing_mm: Span = NO_TRAVEL
    nut_side: NutSide = ""
    from_mark: bool = False
    drive_typed: str = ""

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class EndPlayRead(Fact):
    """The end play of a cross-located pair, cold, pushed to and fro (mm); held at the outer faces
    of its rings, or at the inner ones.
    """

    play_mm: float
    outer_faces: bool
    typed: str


@dataclass(frozen=True)
class RunningSaid(Fact):
    """Materials and temperatures: mounted at, and the running states."""

    shaft_material: str
    base_material: str
    mount_c: float
    cases: tuple[Case, ...]


@dataclass(frozen=True)
class OffsetSet(Fact):
    """Where a floating bearing was set in its seat, towards the fixed one (mm; below zero away from
    it). `place` where several float.
    """

    offset_mm: float
    typed: str
    place: str = ""

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class GapSaid(Fact):
    """An axial gap beside the floating bearing (mm), and whether growth closes it."""

    name: str
    mm: float
    closes: bool

    def about(self) -> str:
        return self.name


@dataclass(frozen=True)
class FeetSaid(Fact):
    """The leaf that goes in under each foot of a housing with its bolt loose (mm)."""

    place: str
    gaps_mm: tuple[float, ...]

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class AlignmentRead(Fact):
    """An offset between shaft and housing over a length (mm)."""

    place: str
    offset_mm: float
    over_mm: float
    labyrinth: bool
    tool: str

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class BoltHolesSaid(Fact):
    """Bolt and hole of a housing and the correction that is wanted (mm)."""

    place: str
    hole_mm: float
    bolt_mm: float
    wanted_mm: float

    def about(self) -> str:
        return self.place


FACTS: tuple[type[Fact], ...] = (
    ShaftPlanned,
    FloatSaid,
    RingsSaid,
    SleeveLaid,
    EndPlayRead,
    RunningSaid,
    OffsetSet,
    GapSaid,
    FeetSaid,
    AlignmentRead,
    BoltHolesSaid,
)
LineupFact = (
    ShaftPlanned
    | FloatSaid
    | RingsSaid
    | SleeveLaid
    | EndPlayRead
    | RunningSaid
    | OffsetSet
    | GapSaid
    | FeetSaid
    | AlignmentRead
    | BoltHolesSaid
)
