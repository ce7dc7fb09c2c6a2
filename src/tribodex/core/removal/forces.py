"""Forces to take a bearing off, fresh and after years, and the press or puller that reaches them.
Orders of magnitude.
"""

from __future__ import annotations

from enum import StrEnum
from math import pi

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.material import RING_STEEL
from tribodex.core.components.shaft import Shaft
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.elastic import contact_pressure_mpa, pressure_result
from tribodex.core.mounting.force import release_force_n
from tribodex.core.sources import LAME, PRACTICE
from tribodex.core.working import Level, Line, Result, Verdict, number, roughly


class PressCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NO_PRESS_FOR_IT = "press.no_press_for_it"


# Oiled and fresh, and dry after years (common practice, no source).
FRESH, AFTER_YEARS = Span(0.10, 0.15), Span(0.15, 0.25)
# What a drive-up takes out of the clearance, as a share of the bore (common practice, no source;
# between the cards).
REDUCTION_SHARE = Span(0.0005, 0.0007)
# A press or puller is chosen this many times stronger than the estimate (common practice, no
# source).
MARGIN = 2.0
# Sizes that shops have, kN: 5 to 200 tonnes (common practice, no source).
SIZES_KN = (50.0, 100.0, 200.0, 300.0, 500.0, 1000.0, 2000.0)


def release_force(bearing: Bearing, shaft: Shaft) -> Result:
    """Axial force to let a bearing go of its taper: from fresh to after years.

    Symbols: p contact pressure (MPa), d bore, B width (mm), t taper on diameter, μ friction (1); F
        (kN).
    Valid: an ordinary drive-up, 0.5 to 0.7 thousandths of the bore out of the clearance; an order
        of magnitude.
    Raises: OutOfRange for impossible dimensions.
    Source: Lamé, balance of forces on a cone; friction is common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> r = release_force(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), Shaft(80))
    >>> round(r.value, 1), round(r.value_to, 1)
    (12.3, 61.3)
    """
    d, width, slope = bearing.bore_mm, bearing.width_mm, bearing.taper.slope
    pressure = pressure_result(
        bearing, shaft, 1000 * d * REDUCTION_SHARE.low, 1000 * d * REDUCTION_SHARE.high
    )
    ends = (
        (pressure.value or 0.0, FRESH.low, "fresh"),
        (pressure.value_to or 0.0, AFTER_YEARS.high, "after years"),
    )
    lines = tuple(
        Line(
            f"F, {when}",
            f"to release, μ = {mu:g}",
            "F = π·d·B·p·(μ - t/2)",
            f"π·{number(d)}·{number(width)}·{number(p)}·({mu:g} - {number(slope / 2)})",
            release_force_n(p, d, width, slope, mu) / 1000,
            "kN",
            LAME.id,
        )
        for p, mu, when in ends
    )
    low, high = (line.value or 0.0 for line in lines)
    note = (
        "Order of magnitude: how far it was driven up and how it stuck is not known. It comes free"
        " with a bang."
    )
    return Result(
        "release_force",
        "Force to release the taper",
        low,
        "kN",
        value_to=high,
        working=(*pressure.working, *lines),
        note=note,
    )


def pull_off_force(
    interference_um: Span, bearing: Bearing | StraightBearing, shaft: Shaft
) -> Result:
    """Force to press or pull a bearing off a cylindrical seat: F = π·d·B·p·μ, from fresh to after
    years.

    Symbols: interference on diameter (µm), p (MPa), d bore, B width (mm), μ friction (1); F (kN).
    Valid: a straight pull on the tight ring. As in pressing on nothing is taken off for seats that
        are smoothed.
    Raises: OutOfRange for a negative interference.
    Source: Lamé; friction is common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> r = pull_off_force(Span(20, 40), Bearing(60, 110, 22, Taper.ONE_IN_12, Group.CN), Shaft(60))
    >>> round(r.value, 1), round(r.value_to, 1)
    (4.5, 22.6)
    """
    if interference_um.low < 0:
        raise OutOfRange.at(
            "interference",
            "A seat with clearance needs no force.",
            "an interference of zero or more, µm",
        )
    d, width = bearing.bore_mm, bearing.width_mm
    found = []
    for interference, mu, when in (
        (interference_um.low, FRESH.low, "fresh"),
        (interference_um.high, AFTER_YEARS.high, "after years"),
    ):
        p = _pressure_mpa(interference, bearing, shaft)
        force = pi * d * width * p * mu / 1000
        found.append(
            Line(
                f"F, {when}",
                f"to pull off, μ = {mu:g}",
                "F = π·d·B·p·μ",
                f"Δ = {number(interference)} µm, p = {number(p)} MPa:"
                f" π·{number(d)}·{number(width)}·{number(p)}·{mu:g}",
                force,
                "kN",
                LAME.id,
            )
        )
    low, high = (line.value or 0.0 for line in found)
    note = "Order of magnitude: friction is known within a third at best."
    return Result(
        "pull_off_force",
        "Force to pull it off",
        low,
        "kN",
        value_to=high,
        working=tuple(found),
        note=note,
    )


def _pressure_mpa(
    interference_um: float, bearing: Bearing | StraightBearing, shaft: Shaft
) -> float:
    return contact_pressure_mpa(
        interference_um / 1000,
        bearing.bore_mm,
        bearing.inner_raceway_mm,
        shaft.bore_mm,
        RING_STEEL,
        shaft=shaft.material,
    )


def tool_size(force: Result) -> Result:
    """The smallest press or puller that reaches a force with margin 2; a stop where none does.

    Symbols: greatest force (kN).
    Valid: presses and pullers as shops have them, 50 to 2000 kN.
    Raises: nothing.
    Source: common practice, no source.

    >>> tool_size(Result("f", "f", 12.0, "kN", value_to=61.5)).value
    200.0
    """
    most = force.value_to if force.value_to is not None else force.value or 0.0
    need = MARGIN * most
    size = next((size for size in SIZES_KN if size >= need), None)
    line = Line(
        "F_tool",
        "rated force, margin 2",
        "F_tool ≥ 2·F",
        f"2·{roughly(most)}",
        need,
        "kN",
        PRACTICE.id,
    )
    if size is None:
        verdict = Verdict(
            "no press for it",
            Level.STOP,
            f"About {roughly(need)} kN with margin: beyond what shops have. Oil between the faces,"
            " heat, or cut it off.",
            code=PressCode.NO_PRESS_FOR_IT,
        )
        return Result(
            "tool_size", "Press or puller, rated", None, "kN", verdict=verdict, working=(line,)
        )
    verdict = Verdict(
        "with margin 2",
        Level.GOOD,
        f"{size:g} kN, about {size / 10:g} tonnes, for {roughly(most)} kN at most.",
    )
    return Result(
        "tool_size", "Press or puller, rated", size, "kN", verdict=verdict, working=(line,)
    )
