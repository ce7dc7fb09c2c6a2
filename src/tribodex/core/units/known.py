"""A bearing as keeping it needs it: size, design, whether it is sealed; and what is known of sizes
by the number on it.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bearing import Bearing, DimensionTable, Kind, read_designation
from tribodex.core.components.straight import Closure, StraightBearing, StraightKind, read_number
from tribodex.core.errors import InvalidInput
from tribodex.core.grease.interval import Design
from tribodex.core.units.sizes import InsertSizes


@dataclass(frozen=True)
class KeptBearing:
    """A bearing that is kept: what it is called, its design, bore, outside and width (mm), whether
    its grease is sealed in.

    `insert`: of a housed unit; its multi-lip seals blow.
    """

    label: str
    design: Design
    bore_mm: float
    outside_mm: float
    width_mm: float
    sealed: bool = False
    insert: bool = False

    @property
    def kind(self) -> Kind | StraightKind | None:
        """Its kind, where its design leaves no doubt: balls roll in several."""
        return Kind.SPHERICAL_ROLLER if self.design is Design.SPHERICAL else None


@dataclass(frozen=True)
class UnknownInside:
    """The bearing inside a greased and sealed unit that is known by its shaft alone (mm): sizes,
    group and taper stay unknown.
    """

    label: str
    shaft_mm: float

    @property
    def bore_mm(self) -> float:
        """The shaft: what the unit is sold by."""
        return self.shaft_mm

    @property
    def kind(self) -> Kind:
        """Rollers forgive least: what is not known is judged as they are."""
        return Kind.SPHERICAL_ROLLER


_DESIGNS: dict[Kind | StraightKind, Design] = {
    Kind.SPHERICAL_ROLLER: Design.SPHERICAL,
    StraightKind.SPHERICAL_ROLLER: Design.SPHERICAL,
    StraightKind.TAPERED_ROLLER: Design.SPHERICAL,
    StraightKind.CYLINDRICAL_ROLLER: Design.CYLINDRICAL,
    StraightKind.CAM_FOLLOWER: Design.CYLINDRICAL,
}


def kept_of(bearing: Bearing | StraightBearing) -> KeptBearing:
    """A bearing that is fitted, as it is kept. A cam follower has needle or cylindrical rollers.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> kept_of(Bearing(80, 140, 33, Taper.ONE_IN_12, Group.C3)).design
    <Design.SPHERICAL: 'spherical'>
    """
    design = _DESIGNS.get(bearing.kind, Design.BALL)
    sealed = (
        isinstance(bearing, StraightBearing)
        and str(bearing.kind) == "deep_groove_ball"
        and bearing.closure is not Closure.OPEN
    )
    return KeptBearing(
        label=bearing.label,
        design=design,
        bore_mm=bearing.bore_mm,
        outside_mm=bearing.outside_mm,
        width_mm=bearing.width_mm,
        sealed=sealed,
        insert=bearing.kind is StraightKind.INSERT_BALL,
    )


@dataclass(frozen=True)
class KnownSizes:
    """Sizes by number: spherical roller and self-aligning ball bearings, deep groove ball bearings,
    inserts.
    """

    tapered: DimensionTable
    groove: DimensionTable
    inserts: InsertSizes

    def find(self, text: str) -> KeptBearing | None:
        """The bearing that a number names; None where no table has it."""
        try:
            read = read_designation(text)
            row = self.tapered.find(read.basic_code)
            design = Design.SPHERICAL if read.kind is Kind.SPHERICAL_ROLLER else Design.BALL
            return (
                KeptBearing(
                    label=text.strip(),
                    design=design,
                    bore_mm=row.bore_mm,
                    outside_mm=row.outside_mm,
                    width_mm=row.width_mm,
                    sealed=read.sealed,
                )
                if row is not None
                else None
            )
        except InvalidInput:
            pass
        try:
            number = read_number(text)
            ball = self.groove.find(number.code)
            # Until somebody says so a suffix that is not read may be a seal: then the lower limits
            # hold, and nothing is pressed in.
            sealed = number.may_be_sealed
            return (
                KeptBearing(
                    label=text.strip(),
                    design=Design.BALL,
                    bore_mm=ball.bore_mm,
                    outside_mm=ball.outside_mm,
                    width_mm=ball.width_mm,
                    sealed=sealed,
                )
                if ball is not None
                else None
            )
        except InvalidInput:
            pass
        insert = self.inserts.read(text)
        if insert is None:
            return None
        return KeptBearing(
            text.strip(),
            Design.BALL,
            insert.bore_mm,
            insert.outside_mm,
            insert.outer_width_mm,
            insert=True,
        )
