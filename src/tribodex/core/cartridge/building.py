"""A shaft with its first bearing into the housing: warm or cold, by hand, turned over with room
below.
"""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.straight import StraightBearing
from tribodex.core.quantities import travel_text, um_text
from tribodex.core.shouldered.heating import ALPHA_PER_K
from tribodex.core.working import Level, Line, Result, Verdict, number


class CartridgeCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_SLIDE_IN = "cartridge.does_not_slide_in"
    TOO_LOW = "cartridge.too_low"
    TOO_WARM = "cartridge.too_warm"


# What may be touched with the bare hand (°C; common practice, no source); burns begin at 60 °C.
HAND_WARM_C = 40.0
# Room left under a shaft end when a housing is turned over (mm; common practice, no source).
FREE_MARGIN_MM = 20.0
TAPE_MM = 2.0


def slide_in(
    bearing: StraightBearing, outside_um: Span, hole_um: Span, ring_c: float, housing_c: float
) -> Result:
    """Play of the outer ring in its housing at the temperatures there are: warm from the heater it
    has grown.

    Symbols: D outside diameter (mm); deviations of ring and hole (µm); temperatures (°C); least
        play = hole_min - ring_max - α·D·ΔT (µm).
    Valid: steel ring; the housing at its own temperature.
    Raises: nothing.
    Source: ISO 286 and ISO 492 limits; expansion by the material table.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> b = StraightBearing(45, 100, 25, Group.C3, Closure.OPEN)
    >>> (
    ...     slide_in(b, Span(-15, 0), Span(0, 35), 80, 20).verdict.word,
    ...     slide_in(b, Span(-15, 0), Span(0, 35), 20, 20).verdict.word,
    ... )
    ('too warm', 'slides in')
    """
    grown = ALPHA_PER_K * bearing.outside_mm * (ring_c - housing_c) * 1000
    least, most = hole_um.low - outside_um.high - grown, hole_um.high - outside_um.low - grown
    warmer = f"12e-6·{number(bearing.outside_mm)}·({number(ring_c)} - {number(housing_c)})"
    lines = (
        Line(
            "ΔD",
            "the ring has grown by",
            "α·D·(T_ring - T_housing)",
            warmer,
            grown,
            "µm",
            "expansion",
        ),
        Line(
            "play",
            "least room in the housing",
            "hole_min - ring_max - ΔD",
            f"{number(hole_um.low)} - {number(outside_um.high)} - {number(grown)}",
            least,
            "µm",
            "iso_286",
        ),
        Line(
            "play",
            "most room in the housing",
            "hole_max - ring_min - ΔD",
            f"{number(hole_um.high)} - {number(outside_um.low)} - {number(grown)}",
            most,
            "µm",
            "iso_286",
        ),
    )
    if ring_c > HAND_WARM_C:
        why = (
            f"{ring_c:.0f} °C: wait until it is hand-warm, {HAND_WARM_C:.0f} °C. Warm it has grown"
            f" by {um_text(grown)} and grips in the housing."
        )
        verdict = Verdict("too warm", Level.STOP, why, code=CartridgeCode.TOO_WARM)
    elif most <= 0:
        verdict = Verdict(
            "does not slide in",
            Level.STOP,
            f"It is {um_text(-most)} too large at the least: a tight outer ring, or the wrong"
            " housing.",
            code=CartridgeCode.DOES_NOT_SLIDE_IN,
        )
    elif least < 0:
        verdict = Verdict(
            "may be tight",
            Level.WATCH,
            f"By the limits up to {um_text(-least)} tight: warm the housing a little, straight, no"
            " blow.",
        )
    else:
        verdict = Verdict("slides in", Level.GOOD, "By the limits it has clearance in its housing.")
    return Result(
        "slide_in",
        "Room of the outer ring in its housing",
        round(least, 1),
        "µm",
        value_to=round(most, 1),
        verdict=verdict,
        working=lines,
    )


def free_height(stands_out_mm: float, free_mm: float) -> Result:
    """Room under the shaft end when the housing is turned over or lowered upright.

    Symbols: s what sticks out below, h free height of the support (mm); needed h > s + 20 mm.
    Valid: a housing on blocks, shaft downwards.
    Raises: nothing.
    Source: common practice, no source.

    >>> free_height(120, 130).verdict.word, free_height(120, 160).verdict.word
    ('too low', 'high enough')
    """
    need = stands_out_mm + FREE_MARGIN_MM
    line = Line(
        "h",
        "free height needed",
        "s + 20 mm",
        f"{number(stands_out_mm)} + {FREE_MARGIN_MM:g}",
        need,
        "mm",
        "practice",
    )
    if free_mm < need:
        why = (
            f"{travel_text(free_mm)} free, {travel_text(need)} needed: the shaft would stand on its"
            " end and push the bearings out of place."
        )
        verdict = Verdict(
            "too low", Level.STOP, f"{why} Higher blocks.", code=CartridgeCode.TOO_LOW
        )
    else:
        verdict = Verdict(
            "high enough",
            Level.GOOD,
            f"{travel_text(free_mm - stands_out_mm)} stay free under the shaft end.",
        )
    return Result(
        "free_height",
        "Free height under the housing",
        need,
        "mm",
        uncertainty=TAPE_MM,
        verdict=verdict,
        working=(line,),
    )
