"""The bearing in section, to scale: where rings, rollers and sleeve stand. Drawn by whoever shows
it.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from tribodex.core.components.bearing import Bearing, Kind
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.components.straight import StraightBearing, StraightKind


@dataclass(frozen=True)
class BearingSection:
    """Dimensions for a drawing, mm. Diameters unless named otherwise; `rollers` a row, for the
    drawing only. Where the shaft is not known yet a usual one is drawn, and not named. `seat` is
    None for a cylindrical one.
    """

    bore_mm: float
    outside_mm: float
    width_mm: float
    inner_raceway_mm: float
    outer_raceway_mm: float
    roller_diameter_mm: float
    rollers: int
    taper_slope: float
    shaft_mm: float
    sleeve_length_mm: float | None
    nut_outside_mm: float | None
    kind: Kind | StraightKind
    seat: Seat | None
    shaft_bore_mm: float
    shaft_known: bool = True
    rows: int = 2


def section_of(
    bearing: Bearing | StraightBearing,
    shaft: Shaft,
    seat: Seat | None,
    sleeve_length_mm: float | None,
    nut_outside_mm: float | None,
    *,
    shaft_known: bool = True,
) -> BearingSection:
    """The section of a bearing. Raceways from the handbook approximations; a roller fills the space
    between them.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> s = section_of(
    ...     Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), Shaft(80), Seat.ADAPTER_SLEEVE, 65, 120
    ... )
    >>> s.inner_raceway_mm, s.outer_raceway_mm, s.roller_diameter_mm
    (107.5, 146.0, 19.25)
    """
    roller = (bearing.outer_raceway_mm - bearing.inner_raceway_mm) / 2
    pitch = bearing.inner_raceway_mm + roller
    # A cage needs about a fifth of a roller's diameter between rollers (common practice, no
    # source).
    count = int(pi * pitch / (roller * 1.2))
    return BearingSection(
        bore_mm=bearing.bore_mm,
        outside_mm=bearing.outside_mm,
        width_mm=bearing.width_mm,
        inner_raceway_mm=bearing.inner_raceway_mm,
        outer_raceway_mm=bearing.outer_raceway_mm,
        roller_diameter_mm=roller,
        rollers=count,
        taper_slope=bearing.taper.slope if isinstance(bearing, Bearing) else 0.0,
        shaft_mm=shaft.diameter_mm,
        sleeve_length_mm=sleeve_length_mm,
        nut_outside_mm=nut_outside_mm,
        kind=bearing.kind,
        seat=seat,
        shaft_bore_mm=shaft.bore_mm,
        shaft_known=shaft_known,
        rows=2 if isinstance(bearing, Bearing) else 1,
    )
