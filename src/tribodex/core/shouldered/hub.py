"""A bearing into a hub or housing that is tight on its outer ring: fit, force through the outer
ring, heat of the hub.
"""

from __future__ import annotations

from enum import StrEnum
from math import pi

from tribodex.core.components.bands import Span
from tribodex.core.components.material import RING_STEEL, Material
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import um_text
from tribodex.core.shouldered.fit import OILED
from tribodex.core.shouldered.heating import gap_wanted_mm, room_to_push_mm
from tribodex.core.sources import LAME, PRACTICE
from tribodex.core.working import Level, Line, Result, Verdict, number


class HubCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_LITTLE_ROOM = "hub.too_little_room"
    ABOVE_ITS_LIMIT = "hub.above_its_limit"
    HOLE_TOO_WIDE = "hub.hole_too_wide"
    HOLE_TOO_TIGHT = "hub.hole_too_tight"
    COCKED = "hub.cocked"
    NOT_KNOWN = "hub.way_not_known"
    NOT_HERE = "hub.way_not_here"


# The hottest a hub may be said to bear (°C): beyond it seats and paint are spoilt whatever it is
# made of (our figure).
HUB_MOST_C = 150.0


def outer_fit(outside_um: Span, hole_um: Span) -> Span:
    """Interference of an outer ring in its hole by the limits of both (µm): below zero it is loose.

    >>> outer_fit(Span(-15, 0), Span(-68, -28))
    Span(low=13, high=68)
    """
    return Span(outside_um.low - hole_um.high, outside_um.high - hole_um.low)


def hub_pressure_mpa(
    interference_mm: float, bearing: StraightBearing, hub_outside_mm: float, hub: Material
) -> float:
    """Mean pressure between outer ring and hub.

    p = (Δ/D) / [ ((1+k²)/(1-k²)-ν_r)/E_r + ((1+q²)/(1-q²)+ν_h)/E_h ], k = E/D, q = D/D_h.

    Symbols: Δ diametral interference, D outside of the bearing, E its outer raceway, D_h outside of
        the hub (mm); E (MPa), ν (1); p (MPa).
    Valid: plane stress, elastic, a hub of even wall.
    Raises: InvalidInput for a hub that leaves no wall.
    Source: Lamé, thick-walled rings.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> round(
    ...     hub_pressure_mpa(
    ...         0.04, StraightBearing(60, 110, 22, Group.CN, Closure.OPEN), 160, RING_STEEL
    ...     ),
    ...     1,
    ... )
    5.7
    """
    d = bearing.outside_mm
    if not 1.03 * d <= hub_outside_mm <= 10 * d:
        raise InvalidInput.at(
            "hub_outside_mm",
            f"A hub of {number(hub_outside_mm)} mm round a bearing of {number(d)} mm leaves no"
            " wall.",
            f"above {1.03 * d:.0f} mm",
        )
    k, q = bearing.outer_raceway_mm / d, d / hub_outside_mm
    ring = ((1 + k * k) / (1 - k * k) - RING_STEEL.poisson) / RING_STEEL.e_mpa
    wall = ((1 + q * q) / (1 - q * q) + hub.poisson) / hub.e_mpa
    return max(interference_mm, 0.0) / d / (ring + wall)


def push_in_force(
    bearing: StraightBearing, hub_outside_mm: float, hub: Material, interference_um: Span
) -> Result:
    """Force to press a bearing into a cold hub, through its outer ring: F = π·D·B·p·μ.

    Symbols: interference (µm); D outside, B width (mm); p (MPa); μ friction, oiled (1); F (kN).
    Valid: over the whole width, at the end of the way; an order of magnitude.
    Raises: InvalidInput for a hub that leaves no wall.
    Source: Lamé; friction is common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)
    >>> r = push_in_force(b, 160, RING_STEEL, Span(0, 40))
    >>> r.value, round(r.value_to, 1)
    (0.0, 6.5)
    """
    d, width = bearing.outside_mm, bearing.width_mm
    lines = []
    for tight, mu, which in (
        (interference_um.low, OILED.low, "least"),
        (interference_um.high, OILED.high, "most"),
    ):
        p = hub_pressure_mpa(tight / 1000, bearing, hub_outside_mm, hub)
        used = (
            f"Δ = {number(max(tight, 0.0))} µm, p = {number(p)} MPa:"
            f" π·{number(d)}·{number(width)}·{number(p)}·{mu:g}"
        )
        lines.append(
            Line(
                f"F, {which}",
                f"to press in, oiled, μ = {mu:g}",
                "F = π·D·B·p·μ",
                used,
                pi * d * width * p * mu / 1000,
                "kN",
                LAME.id,
            )
        )
    low, high = (line.value or 0.0 for line in lines)
    note = "Order of magnitude, on an oiled seat; on the outer ring alone, never across the balls."
    return Result(
        "push_in_force",
        "Force to press it in, on the outer ring",
        low,
        "kN",
        value_to=high,
        working=tuple(lines),
        note=note,
    )


def hub_heat(
    bearing: StraightBearing, bearing_c: float, interference_um: Span, hub: Material, limit_c: float
) -> Result:
    """Temperature to warm the hub to, so that the cold bearing drops in: T = T_b + (I + gap)/(α·D).

    The bearing itself stays cold: it is never heated while its outer ring has still to enter a
    tight housing.

    Symbols: I greatest interference (µm); gap 0.0004·D, at least 0.010 mm; D outside (mm); α of the
        hub (µm/(m·K)); T_b bearing, T (°C).
    Valid: a hub that is warm all round; limit by its material, paint and seals.
    Raises: InvalidInput for a limit that cannot be. The limit is never raised to gain room.
    Source: linear expansion; gap common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)
    >>> iron = Material("grey iron", 110, 0.26, 10.5)
    >>> r = hub_heat(b, 20, Span(0, 40), iron, 110)
    >>> round(r.value), r.verdict.word
    (93, 'drops in')
    >>> (
    ...     hub_heat(b, 20, Span(0, 80), iron, 80).verdict.word,
    ...     hub_heat(b, 20, Span(-30, -2), iron, 80).verdict.word,
    ... )
    ('not enough expansion to drop in', 'slides in cold')
    """
    if not bearing_c < limit_c <= HUB_MOST_C:
        raise InvalidInput.at(
            "hub_limit_c",
            f"{number(limit_c)} °C is no limit of a hub here.",
            f"above {number(bearing_c)} °C, up to {HUB_MOST_C:g} °C",
        )
    d, gap, alpha = (
        bearing.outside_mm,
        gap_wanted_mm(bearing.outside_mm),
        hub.expansion_um_per_m_k / 1e6,
    )
    tight = max(interference_um.high, 0.0) / 1000
    need = bearing_c + (tight + gap) / (alpha * d)
    left = alpha * d * (limit_c - bearing_c) - tight
    grown = f"{hub.expansion_um_per_m_k:g}e-6·{number(d)}"
    to_drop = f"{number(bearing_c)} + ({number(tight)} + {number(gap)})/({grown})"
    room = f"{grown}·({number(limit_c)} - {number(bearing_c)}) - {number(tight)}"
    lines = (
        Line("T", "to warm the hub to", "T_b + (I + gap)/(α·D)", to_drop, need, "°C", "expansion"),
        Line(
            "gap",
            "room left at what the hub bears",
            "α·D·(T_limit - T_b) - I",
            room,
            left,
            "mm",
            "expansion",
        ),
        Line(
            "T_limit",
            "by its material, paint and seals, as asked",
            "",
            "",
            limit_c,
            "°C",
            PRACTICE.id,
        ),
    )
    if interference_um.high <= 0:
        verdict = Verdict(
            "slides in cold",
            Level.GOOD,
            "By the limits of both it is loose in the hub: pushed in by hand, nothing is heated.",
        )
        return Result(
            "hub_heat", "Warm the hub to", bearing_c, "°C", verdict=verdict, working=lines
        )
    if need <= limit_c:
        verdict = Verdict(
            "drops in",
            Level.GOOD,
            f"Hub at {need:.0f} °C all round, the bearing cold; held against its shoulder until it"
            " grips.",
        )
    elif left >= room_to_push_mm(d):
        why = (
            f"At {number(limit_c)} °C {um_text(left * 1000)} of room is left: less than is easy."
            " Everything laid out, square, and quick."
        )
        verdict = Verdict("little room", Level.WATCH, why)
    else:
        why = (
            f"At {number(limit_c)} °C only {um_text(max(left, 0.0) * 1000)} is left, and {need:.0f}"
            " °C would be needed: pressed in by the outer ring, or the bearing cooled as far as"
            " its maker allows. The limit stays."
        )
        verdict = Verdict(
            "not enough expansion to drop in", Level.STOP, why, code=HubCode.TOO_LITTLE_ROOM
        )
    return Result(
        "hub_heat",
        "Warm the hub to",
        min(need, limit_c),
        "°C",
        uncertainty=5.0,
        verdict=verdict,
        working=lines,
    )


def hub_contact_c(
    bearing: StraightBearing, bearing_c: float, interference_um: float, hub: Material
) -> float:
    """The temperature of the hub at which a cold bearing touches it: T_b + I/(α·D).

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)
    >>> iron = Material("grey iron", 110, 0.26, 10.5)
    >>> round(hub_contact_c(b, 20, 40, iron), 1)
    54.6
    """
    return bearing_c + max(interference_um, 0.0) / (
        hub.expansion_um_per_m_k / 1000 * bearing.outside_mm
    )


def drop_above_c(
    bearing: StraightBearing, bearing_c: float, interference_um: float, hub: Material
) -> float:
    """What a hub has to have at least for the bearing to drop in: contact, and 0.010 mm or 0.0002·D
    of room, whichever is larger.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)
    >>> iron = Material("grey iron", 110, 0.26, 10.5)
    >>> round(drop_above_c(b, 20, 40, iron), 1)
    73.7
    """
    room = room_to_push_mm(bearing.outside_mm) * 1000
    return hub_contact_c(bearing, bearing_c, max(interference_um, 0.0) + room, hub)


def clearance_taken(
    bearing: StraightBearing, hub_outside_mm: float, hub: Material, interference_um: Span
) -> Result:
    """What a tight hub takes of the radial clearance, for it squeezes the outer raceway: ΔE =
    2·p·E·D²/(E_r·(D² - E²)).

    Symbols: p pressure between outer ring and hub (MPa); E outer raceway, D outside of the bearing
        (mm); E_r of the ring (MPa); ΔE (µm).
    Valid: plane stress, elastic, an even hub; nothing is taken off for seats that are smoothed.
    Raises: InvalidInput for a hub that leaves no wall.
    Source: Lamé, thick-walled rings under outside pressure.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)
    >>> r = clearance_taken(b, 160, RING_STEEL, Span(-5, 40))
    >>> r.value, r.value_to
    (0.0, 31.5)
    """
    d, e = bearing.outside_mm, bearing.outer_raceway_mm
    lines = []
    for tight, which in ((interference_um.low, "least"), (interference_um.high, "most")):
        p = hub_pressure_mpa(max(tight, 0.0) / 1000, bearing, hub_outside_mm, hub)
        squeezed = 2 * p * e * d * d / (RING_STEEL.e_mpa * (d * d - e * e)) * 1000
        used = (
            f"p = {number(p)} MPa:"
            f" 2·{number(p)}·{number(e)}·{number(d)}²/({RING_STEEL.e_mpa:.0f}·({number(d)}² -"
            f" {number(e)}²))"
        )
        lines.append(
            Line(
                f"ΔE, {which}",
                "the outer raceway gets smaller by",
                "2·p·E·D²/(E_r·(D² - E²))",
                used,
                round(squeezed, 1),
                "µm",
                LAME.id,
            )
        )
    low, high = (line.value or 0.0 for line in lines)
    note = (
        "Beside what a tight shaft takes. Warm, the ring runs hotter than the hub, and takes more."
    )
    return Result(
        "clearance_taken",
        "Clearance that the hub takes",
        low,
        "µm",
        value_to=high,
        working=tuple(lines),
        note=note,
    )


def loose_above(bearing: StraightBearing, interference_um: Span, hub: Material) -> Result | None:
    """Temperature of hub and bearing together from which the ring is loose in it: T = 20 + I/((α_h
    - α_r)·D); None where it never is.

    Symbols: I interference at 20 °C (µm); D outside (mm); α_h hub, α_r ring (µm/(m·K)); T (°C).
    Valid: hub and ring at one temperature. A ring that runs hotter than its hub stays tight longer.
    Raises: nothing.
    Source: linear expansion.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)
    >>> alu = Material("aluminium", 70, 0.33, 23.5)
    >>> r = loose_above(b, Span(13, 68), alu)
    >>> round(r.value), round(r.value_to), r.verdict.word
    (30, 74, 'loosens when warm')
    >>> loose_above(b, Span(13, 68), Material("grey iron", 110, 0.26, 10.5)) is None
    True
    """
    more = hub.expansion_um_per_m_k - RING_STEEL.expansion_um_per_m_k
    # What lies inside the scatter of both figures says nothing.
    if more <= 1.0:
        return None
    lines = tuple(
        Line(
            f"T, {which}",
            "loose from here on",
            "20 + I/((α_h - α_r)·D)",
            f"20 + {number(max(tight, 0.0))}/({number(more)}e-3·{number(bearing.outside_mm)})",
            20 + max(tight, 0.0) / (more / 1000 * bearing.outside_mm),
            "°C",
            "expansion",
        )
        for tight, which in (
            (interference_um.low, "at the least"),
            (interference_um.high, "at the most"),
        )
    )
    why = (
        "It grows more than the ring: what is tight cold creeps when it runs warm. Its maker's fit"
        " goes first."
    )
    low, high = (line.value for line in lines)
    verdict = Verdict("loosens when warm", Level.WATCH, why)
    return Result(
        "loose_above",
        "Loose in its hub above",
        low,
        "°C",
        value_to=high,
        verdict=verdict,
        working=lines,
    )
