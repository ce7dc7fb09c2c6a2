"""From reduction to axial drive-up to nut angle, and back. Elastic rings on a solid shaft, taper
and thread.
"""

from __future__ import annotations

from math import pi

from tribodex.core.components.bearing import Bearing
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Shaft
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.elastic import effective_ratio, ratio_lines
from tribodex.core.sources import LAME, SCREW
from tribodex.core.working import Line, Result, number

# One standard deviation of k, as a share of it: sleeve, real raceway (common practice, no source).
RATIO_SD_SHARE = 0.10


def drive_up_mm(reduction_um: float, ratio: float, slope: float) -> float:
    """Axial drive-up for a reduction, from firm contact: s = r/(k·t).

    Symbols: s (mm), r (µm), k effective ratio (1), t taper on diameter (1).
    Valid: from metal-to-metal contact; the first hundredths are lost to smoothing.
    Raises: OutOfRange for a ratio or slope that is not above zero.
    Source: taper geometry with Lamé's ratio.

    >>> round(drive_up_mm(50, 0.837, 1 / 12), 3)
    0.717
    """
    if ratio <= 0 or slope <= 0:
        raise OutOfRange.at(
            "taper", "Ratio and taper are above zero.", "k about 0.75 to 0.85, taper 1:12 or 1:30"
        )
    return reduction_um / 1000 / (ratio * slope)


def nut_angle_deg(drive_mm: float, pitch_mm: float) -> float:
    """Nut turn for a drive-up: α = 360°·s/P.

    Symbols: α (degrees), s (mm), P thread pitch (mm).
    Valid: any; counted from the zero point that s was counted from.
    Raises: OutOfRange for a pitch that is not above zero.
    Source: screw geometry.

    >>> round(nut_angle_deg(0.7, 2), 6)
    126.0
    """
    if pitch_mm <= 0:
        raise OutOfRange.at("nut_pitch", "A pitch is above zero.", "pitch in mm, for example 2")
    return 360 * drive_mm / pitch_mm


def rim_length_mm(angle_deg: float, nut_outside_mm: float) -> float:
    """Length to mark along the nut's rim for a turn: π·D_nut·α/360.

    Symbols: α (degrees), D_nut outside diameter of the nut (mm).
    Valid: measured round the rim, not across.
    Raises: nothing.
    Source: circle geometry.

    >>> round(rim_length_mm(126, 120), 1)
    131.9
    """
    return pi * nut_outside_mm * angle_deg / 360


def reduction_per_degree_um(ratio: float, slope: float, pitch_mm: float) -> float:
    """Clearance taken out by one degree of nut turn past contact: κ = 1000·k·t·P/360.

    Symbols: κ (µm/degree), k effective ratio (1), t taper (1), P pitch (mm).
    Valid: past the seating turn.
    Raises: nothing.
    Source: screw and taper geometry with Lamé's ratio.

    >>> round(reduction_per_degree_um(0.837, 1 / 12, 2), 3)
    0.388
    """
    return 1000 * ratio * slope * pitch_mm / 360


def computed_drive_up(
    bearing: Bearing, low_um: float, high_um: float, shaft: Shaft | None = None
) -> Result:
    """Axial drive-up for a range of reductions, as a figure: a cross-check of the card, ±20 %.

    Symbols: s (mm), r (µm), k, t.
    Valid: from firm contact; a solid steel shaft when none is given.
    Raises: OutOfRange for impossible dimensions.
    Source: Lamé with taper geometry.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> r = computed_drive_up(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), 45, 60)
    >>> round(r.value, 2), round(r.value_to, 2)
    (0.66, 0.88)
    """
    k = effective_ratio(bearing, shaft)
    t = bearing.taper.slope
    low, high = drive_up_mm(low_um, k, t), drive_up_mm(high_um, k, t)
    return Result(
        "computed_drive_up",
        "Axial drive-up, computed",
        low,
        "mm",
        value_to=high,
        uncertainty=2 * RATIO_SD_SHARE * high,
        working=(
            *ratio_lines(bearing, shaft),
            Line(
                "s_min",
                "least drive-up",
                "s = r/(k·t)",
                f"{number(low_um / 1000)}/({number(k)}·{bearing.taper})",
                low,
                "mm",
                LAME.id,
            ),
            Line(
                "s_max",
                "greatest drive-up",
                "s = r/(k·t)",
                f"{number(high_um / 1000)}/({number(k)}·{bearing.taper})",
                high,
                "mm",
                LAME.id,
            ),
        ),
        note="A cross-check from elastic rings, counted from firm metal-to-metal contact.",
    )


def nut_angle(low_mm: float, high_mm: float, nut: LockNut) -> Result:
    """Nut turn for a range of drive-up, as a figure.

    Symbols: α (degrees), s (mm), P (mm).
    Valid: from firm metal-to-metal contact.
    Raises: OutOfRange for an impossible pitch.
    Source: screw geometry.

    >>> n = LockNut(90, 2, 120, 4, 17, 10)
    >>> r = nut_angle(0.7, 0.9, n)
    >>> round(r.value, 6), r.value_to
    (126.0, 162.0)
    """
    low, high = nut_angle_deg(low_mm, nut.pitch_mm), nut_angle_deg(high_mm, nut.pitch_mm)
    return Result(
        "nut_angle",
        "Nut turn from metal-to-metal",
        low,
        "°",
        value_to=high,
        working=tuple(
            Line(
                f"α_{end}",
                "nut turn",
                "α = 360°·s/P",
                f"360·{number(s)}/{number(nut.pitch_mm)}",
                a,
                "°",
                SCREW.id,
            )
            for end, s, a in (("min", low_mm, low), ("max", high_mm, high))
        ),
        note=(
            "Not to be mixed with turns counted from hand-tight: those include closing the slit"
            " sleeve."
        ),
    )


def rim_length(low_deg: float, high_deg: float, nut: LockNut) -> Result:
    """Length along the nut's rim for a range of turns, as a figure.

    Symbols: α (degrees), D_nut (mm).
    Valid: measured round the rim.
    Raises: nothing.
    Source: circle geometry.

    >>> r = rim_length(126, 162, LockNut(90, 2, 120, 4, 17, 10))
    >>> round(r.value), round(r.value_to)
    (132, 170)
    """
    if nut.outside_mm is None:
        note = (
            "The nut's outside diameter is not known: measure it to have the length along its rim."
        )
        return Result("rim_length", "Along the nut's rim", None, "mm", note=note)
    low, high = rim_length_mm(low_deg, nut.outside_mm), rim_length_mm(high_deg, nut.outside_mm)
    return Result(
        "rim_length",
        "Along the nut's rim",
        low,
        "mm",
        value_to=high,
        working=tuple(
            Line(
                f"u_{end}",
                "rim length",
                "u = π·D_nut·α/360",
                f"π·{number(nut.outside_mm)}·{number(a)}/360",
                u,
                "mm",
                SCREW.id,
            )
            for end, a, u in (("min", low_deg, low), ("max", high_deg, high))
        ),
    )
