"""The interference of a cylindrical seat, what it leaves of the clearance, and the force it takes
to push the ring on.
"""

from __future__ import annotations

from enum import StrEnum
from math import pi

from tribodex.core.components.bands import Span
from tribodex.core.components.material import RING_STEEL
from tribodex.core.components.shaft import Shaft
from tribodex.core.components.straight import StraightBearing
from tribodex.core.mounting.elastic import SMOOTHING_MM, contact_pressure_mpa, smoothing
from tribodex.core.mounting.running import thermal_loss_um
from tribodex.core.mounting.window import HEAT_K
from tribodex.core.quantities import um_text
from tribodex.core.sources import EXPANSION, LAME, PRACTICE
from tribodex.core.working import Level, Line, Result, Verdict, number


class FitCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CLEARANCE_MAY_BE_GONE = "fit.clearance_may_be_gone"
    NO_CLEARANCE_LEFT = "fit.no_clearance_left"


NOTHING = Span(0.0, 0.0)
# Oiled seats (common practice, no source).
OILED = Span(0.10, 0.15)


def by_limits(shaft_um: Span, bore_um: Span) -> Span:
    """Interference that the limits allow (µm on diameter; negative: play): least and greatest.

    >>> by_limits(Span(2, 15), Span(-12, 0))
    Span(low=2, high=27)
    """
    return Span(shaft_um.low - bore_um.high, shaft_um.high - bore_um.low)


def effective_um(interference_um: float, shaft: Shaft) -> float:
    """What is left of an interference when the peaks of the seat are smoothed: I·d/(d + 2) ground,
    I·d/(d + 3) turned.

    >>> round(effective_um(25, Shaft(45)), 1)
    23.9
    """
    return (
        interference_um * smoothing(shaft.diameter_mm, shaft.finish)
        if interference_um > 0
        else interference_um
    )


def clearance_left(
    bearing: StraightBearing,
    shaft: Shaft,
    group_um: Span,
    interference_um: Span,
    hub_takes_um: Span = NOTHING,
) -> Result:
    """Radial clearance to expect, before it runs warm: c = c₀ - I_eff·d/F - ΔE; judged against
    what an inner ring 10 K warmer takes of it, α·ΔT·E.

    Symbols: c₀ limits of the group (µm); I_eff interference after smoothing (µm); d bore, F inner
        raceway (mm); ΔE taken by a tight hub (µm); α expansion (1/K), E outer raceway (mm).
    Valid: steel rings; a housing that does not squeeze the outer ring beyond ΔE.
    Raises: nothing.
    Source: handbook approximation d/F of the ring's growth, from memory; group by ISO 5753-1.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(45, 85, 19, Group.C3, Closure.OPEN)
    >>> r = clearance_left(b, Shaft(45), Span(18, 36), Span(2, 27))
    >>> r.value, r.value_to, r.verdict.word
    (-3.2, 34.4, 'clearance may be gone')
    """
    share = bearing.bore_mm / bearing.inner_raceway_mm
    most, least = (
        # The tightest ring on the thickest shaft: nobody knows which of a box they hold.
        effective_um(interference_um.high, shaft) * share,
        effective_um(max(interference_um.low, 0.0), shaft) * share,
    )
    low, high = (
        round(group_um.low - most - hub_takes_um.high, 1),
        round(group_um.high - least - hub_takes_um.low, 1),
    )
    # Deep groove rings have no card that says what must be left: what warmth takes stands for it.
    warm = thermal_loss_um(bearing, HEAT_K)
    hub = hub_takes_um.high > 0
    by_hub = (
        (Line("ΔE", "taken by the tight hub, at most", "", "", hub_takes_um.high, "µm", LAME.id),)
        if hub
        else ()
    )
    of_hub = (
        (" - ΔE", f" - {number(hub_takes_um.high)}", f" - {number(hub_takes_um.low)}")
        if hub
        else ("", "", "")
    )
    lines = (
        Line(
            "I_eff",
            "greatest interference, smoothed",
            "I·d/(d + s)",
            f"{number(interference_um.high)}·{number(shaft.diameter_mm)}/"
            f"({number(shaft.diameter_mm)} + {SMOOTHING_MM[shaft.finish]:g})",
            effective_um(interference_um.high, shaft),
            "µm",
            PRACTICE.id,
        ),
        Line(
            "d/F",
            "how much of it the raceway grows",
            "d/F",
            f"{number(bearing.bore_mm)}/{number(bearing.inner_raceway_mm)}",
            share,
            "",
            PRACTICE.id,
        ),
        *by_hub,
        Line(
            "c_min",
            "least left",
            f"c₀_min - I_eff·d/F{of_hub[0]}",
            f"{number(group_um.low)} - {number(most)}{of_hub[1]}",
            low,
            "µm",
            "clearance_deep_groove_ball",
        ),
        Line(
            "c_max",
            "most left",
            f"c₀_max - I_eff,min·d/F{of_hub[0]}",
            f"{number(group_um.high)} - {number(least)}{of_hub[2]}",
            high,
            "µm",
            "clearance_deep_groove_ball",
        ),
        Line(
            "Δc",
            "running warm takes",
            "α·ΔT·E",
            f"{RING_STEEL.expansion_um_per_m_k:g}·{HEAT_K:g}·"
            f"{number(bearing.outer_raceway_mm)}/1000",
            warm,
            "µm",
            EXPANSION.id,
        ),
    )
    if high <= 0:
        verdict = Verdict(
            "no clearance left",
            Level.STOP,
            "Every ring of this group would be pinched by this fit: the next group, or a looser"
            " seat.",
            code=FitCode.NO_CLEARANCE_LEFT,
        )
    elif low <= 0:
        verdict = Verdict(
            "clearance may be gone",
            Level.STOP,
            f"A ring at the group's least would be pinched by {um_text(-low)}. Measure, or take the"
            " next group.",
            code=FitCode.CLEARANCE_MAY_BE_GONE,
        )
    elif low <= warm:
        verdict = Verdict(
            "little is left when warm",
            Level.WATCH,
            f"A ring at the group's least keeps {um_text(low)}; running warm takes {um_text(warm)}"
            f" (inner ring {HEAT_K:.0f} K warmer). Measure, or take the next group.",
        )
    else:
        verdict = Verdict(
            "clearance is left",
            Level.GOOD,
            "Also where the group's least meets the tightest fit, and when it runs warm.",
        )
    where = (
        "Clearance to expect, on the shaft and in the hub"
        if hub
        else "Clearance to expect on the shaft"
    )
    return Result("clearance_left", where, low, "µm", value_to=high, verdict=verdict, working=lines)


def push_on_force(bearing: StraightBearing, shaft: Shaft, interference_um: Span) -> Result:
    """Force to push a ring onto an oiled cylindrical seat: F = π·d·B·p·μ.

    Symbols: I interference (µm); p contact pressure (MPa); d bore, B width (mm); μ friction, oiled
        (1); F (kN).
    Valid: over the whole width, at the end of the way; an order of magnitude. As in pulling off
    nothing is taken off for seats that are smoothed: the press is chosen by the most it may need.
    Raises: nothing; a seat with play takes no force.
    Source: Lamé; friction is common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> r = push_on_force(
    ...     StraightBearing(45, 85, 19, Group.C3, Closure.OPEN), Shaft(45), Span(2, 27)
    ... )
    >>> round(r.value, 2), round(r.value_to, 1)
    (0.41, 8.3)
    """
    d, width = bearing.bore_mm, bearing.width_mm
    lines = []
    for interference, mu, which in (
        (interference_um.low, OILED.low, "least"),
        (interference_um.high, OILED.high, "most"),
    ):
        left = max(interference, 0.0)
        p = (
            contact_pressure_mpa(
                left / 1000,
                d,
                bearing.inner_raceway_mm,
                shaft.bore_mm,
                RING_STEEL,
                shaft=shaft.material,
            )
            if left > 0
            else 0.0
        )
        lines.append(
            Line(
                f"F, {which}",
                f"to push on, oiled, μ = {mu:g}",
                "F = π·d·B·p·μ",
                f"Δ = {number(left)} µm, p = {number(p)} MPa:"
                f" π·{number(d)}·{number(width)}·{number(p)}·{mu:g}",
                pi * d * width * p * mu / 1000,
                "kN",
                LAME.id,
            )
        )
    low, high = (line.value or 0.0 for line in lines)
    return Result(
        "push_on_force",
        "Force to push it on",
        low,
        "kN",
        value_to=high,
        working=tuple(lines),
        note="Order of magnitude, on an oiled seat.",
    )
