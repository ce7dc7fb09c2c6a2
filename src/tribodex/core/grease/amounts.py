"""How much grease: into the bearing, into its housing, and at each regreasing."""

from __future__ import annotations

import math
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.grease.strokes import DENSITY_G_CM3
from tribodex.core.working import Level, Line, Result, Verdict, number, percent

# Rings and rollers: what a bearing weighs says how much room its steel takes (common practice, no
# source).
STEEL_G_CM3 = 7.8
# A mass from a list against the bare bearing (share; common practice, no source).
MASS_SHARE = 0.03


class Pace(StrEnum):
    """How fast a shaft runs, for its grease, against what the bearing's sheet allows with
    grease."""

    VERY_SLOW = "very_slow"
    MIDDLING = "middling"
    FAST = "fast"
    VERY_FAST = "very_fast"
    STORED = "stored"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "very_slow": "very slow, or dirty",
            "middling": "middling",
            "fast": "fast: above 80 % of its speed limit with grease",
            "very_fast": "very fast: at its speed limit with grease",
            "stored": "stored for months before it runs",
        }[self.value]


# Shares of the free space, bearing and housing (common practice, no source).
BEARING_SHARE = {
    Pace.VERY_SLOW: Span(1.0, 1.0),
    Pace.MIDDLING: Span(1.0, 1.0),
    Pace.FAST: Span(0.3, 0.5),
    Pace.VERY_FAST: Span(0.2, 0.3),
    Pace.STORED: Span(1.0, 1.0),
}
HOUSING_SHARE = {
    Pace.VERY_SLOW: Span(0.8, 1.0),
    Pace.MIDDLING: Span(0.3, 0.3),
    Pace.FAST: Span(0.2, 0.3),
    Pace.VERY_FAST: Span(0.2, 0.2),
    Pace.STORED: Span(1.0, 1.0),
}


class Path(StrEnum):
    """Where fresh grease comes in."""

    SIDE = "side"
    GROOVE = "groove"

    @property
    def per_mm2(self) -> float:
        """Grams for each mm² of D·B (common practice, no source)."""
        return {"side": 0.005, "groove": 0.002}[self.value]

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"side": "from the side", "groove": "through the groove of the outer ring"}[
            self.value
        ]


def free_volume(bore_mm: float, outside_mm: float, width_mm: float, mass_kg: float) -> Result:
    """Space between the rings that grease can fill: V = π/4·B·(D² - d²) - m/ρ.

    Symbols: d, D, B (mm); m mass of the bare bearing (kg); ρ 7.8 g/cm³; V (cm³).
    Valid: the bare bearing's mass; a difference of near-equals, so it is known within its ± alone.
    Raises: InvalidInput where the mass does not go with the size.
    Source: geometry; density of steel from memory.

    >>> r = free_volume(80, 140, 33, 2.15)
    >>> round(r.value), round(r.uncertainty)
    (66, 8)
    """
    if not 0 < bore_mm < outside_mm or width_mm <= 0:
        raise InvalidInput.at(
            "outside",
            "These sizes are no bearing.",
            "bore below outside diameter, a width above zero",
        )
    solid = math.pi / 4 * width_mm * (outside_mm**2 - bore_mm**2) / 1000
    steel = mass_kg * 1000 / STEEL_G_CM3
    free = solid - steel
    if not 0.02 * solid < free < 0.75 * solid:
        what = f"{number(mass_kg)} kg do not go with a bearing of this size"
        raise InvalidInput.at(
            "mass",
            f"{what}: {number(solid * STEEL_G_CM3 / 1000)} kg would be solid steel.",
            "the bare bearing's mass, kg",
        )
    lines = (
        Line(
            "V_ring",
            "between bore and outside",
            "π/4·B·(D² - d²)",
            f"π/4·{number(width_mm)}·({number(outside_mm)}² - {number(bore_mm)}²)",
            solid,
            "cm³",
            "practice",
        ),
        Line(
            "V_steel",
            "taken by steel",
            "m/ρ",
            f"{number(mass_kg)}·1000/{STEEL_G_CM3:g}",
            steel,
            "cm³",
            "practice",
        ),
    )
    return Result(
        "free_volume",
        "Free space in the bearing",
        round(free, 1),
        "cm³",
        uncertainty=round(MASS_SHARE * steel, 1),
        working=lines,
    )


def bearing_fill(free_cm3: float, pace: Pace) -> Result:
    """Grease into the bearing: packed full between all rolling elements, less where it runs fast.

    Symbols: V free space (cm³); share by pace; G (g), 0.9 g/cm³.
    Valid: open bearings packed by hand.
    Raises: nothing.
    Source: common practice, no source.

    >>> bearing_fill(60, Pace.MIDDLING).value, bearing_fill(60, Pace.FAST).value_to
    (54.0, 27.0)
    """
    return _fill("bearing_fill", "Grease into the bearing", free_cm3, BEARING_SHARE[pace], pace)


def housing_fill(cavity_cm3: float, pace: Pace, share: float | None = None) -> Result:
    """Grease into the housing beside the bearing: about 30 % of its cavity, more where it is very
    slow, dirty or stored.

    Symbols: V cavity (cm³); share, None by pace; G (g).
    Valid: split blocks; the maker's sheet goes first.
    Raises: InvalidInput for a share that cannot be.
    Source: common practice, no source: about 30 %.

    >>> housing_fill(1000, Pace.MIDDLING).value, housing_fill(1000, Pace.STORED).verdict.word
    (270.0, 'full: tag it')
    """
    if share is not None and not 0 < share <= 1:
        raise InvalidInput.at(
            "share", f"A share of {number(share * 100)} % cannot be.", "above 0 to 100 %"
        )
    result = _fill(
        "housing_fill",
        "Grease into the housing",
        cavity_cm3,
        Span(share, share) if share is not None else HOUSING_SHARE[pace],
        pace,
    )
    if pace is Pace.STORED and share is None:
        word = Verdict(
            "full: tag it",
            Level.WATCH,
            "Tag: drain and run in before service. Turned by hand now and then until it runs.",
        )
        return Result(
            result.id,
            result.label,
            result.value,
            result.unit,
            result.value_to,
            working=result.working,
            note=result.note,
            verdict=word,
        )
    return result


def _fill(name: str, label: str, volume_cm3: float, share: Span, pace: Pace) -> Result:
    if volume_cm3 < 0:
        raise InvalidInput.at(
            "volume", "A space below zero holds no grease.", "cm³, from its dimensions or the sheet"
        )
    low, high = (round(volume_cm3 * part * DENSITY_G_CM3, 1) for part in (share.low, share.high))
    words = (
        percent(share.low)
        if share.low == share.high
        else f"{percent(share.low)} to {percent(share.high)}"
    )
    line = Line(
        "G",
        f"{words}, {pace.words}",
        "V·share·0.9",
        f"{number(volume_cm3)}·{number(share.low)}·{DENSITY_G_CM3:g}",
        low,
        "g",
        "practice",
    )
    note = f"{words} of the space: {pace.words}."
    return Result(
        name, label, low, "g", value_to=None if low == high else high, working=(line,), note=note
    )


def cavity(
    housing_mm: float, inside_mm: float, shaft_mm: float, outside_mm: float, width_mm: float
) -> Result:
    """Space beside the bearing in a housing, from a tape: a round room less the bearing and the
    shaft in it.

    Symbols: D_h inside diameter of the housing, W_h its inside width, d_s shaft or sleeve, D, B
        bearing (mm); V (cm³).
    Valid: rough, about a fifth; corners and ribs are not in it.
    Raises: InvalidInput where the bearing does not fit.
    Source: geometry.

    >>> round(cavity(150, 110, 90, 150, 40).value)
    792
    """
    if not shaft_mm < outside_mm <= housing_mm or not 0 < width_mm < inside_mm:
        what = "The bearing does not fit in this housing."
        raise InvalidInput.at(
            "housing", what, "inside diameter and width of the housing, above those of the bearing"
        )
    room = math.pi / 4 * inside_mm * (housing_mm**2 - shaft_mm**2) / 1000
    taken = math.pi / 4 * width_mm * (outside_mm**2 - shaft_mm**2) / 1000
    lines = (
        Line(
            "V_h",
            "round room about the shaft",
            "π/4·W_h·(D_h² - d_s²)",
            f"π/4·{number(inside_mm)}·({number(housing_mm)}² - {number(shaft_mm)}²)",
            room,
            "cm³",
            "gauged",
        ),
        Line(
            "V_b",
            "taken by the bearing",
            "π/4·B·(D² - d_s²)",
            f"π/4·{number(width_mm)}·({number(outside_mm)}² - {number(shaft_mm)}²)",
            taken,
            "cm³",
            "gauged",
        ),
    )
    free = round(room - taken, 1)
    return Result(
        "cavity",
        "Space beside the bearing",
        free,
        "cm³",
        uncertainty=round(0.2 * free, 1),
        working=lines,
        note="Rough: about a fifth.",
    )


def regrease_amount(outside_mm: float, width_mm: float, path: Path) -> Result:
    """Fresh grease at each regreasing: G = 0.005·D·B from the side, 0.002·D·B through the outer
    ring's groove.

    Symbols: D, B (mm); G (g).
    Valid: bearings that let old grease out.
    Raises: nothing.
    Source: common practice, no source; inch form 0.114·D·B oz from the side.

    >>> regrease_amount(140, 33, Path.SIDE).value, regrease_amount(140, 33, Path.GROOVE).value
    (23.1, 9.2)
    """
    grams = path.per_mm2 * outside_mm * width_mm
    line = Line(
        "G",
        path.words,
        f"{path.per_mm2:g}·D·B",
        f"{path.per_mm2:g}·{number(outside_mm)}·{number(width_mm)}",
        grams,
        "g",
        "practice",
    )
    return Result(
        "regrease_amount", "Fresh grease each time", round(grams, 1), "g", working=(line,)
    )
