"""Grease in a housing: what a share of it means, how high it stands, in every measure of the trade;
and the level of oil.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.grease.amounts import HOUSING_SHARE, Pace
from tribodex.core.grease.strokes import CARTRIDGE_G, OUNCE_G, GreaseGun, cartridges, over_corners
from tribodex.core.working import Level, Line, Result, Verdict, number, percent


class FillCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_HIGH = "fill.too_high"
    TOO_LITTLE = "fill.too_little"
    TOO_LOW = "fill.too_low"
    TOO_MUCH = "fill.too_much"
    NOT_ITS_SPACE = "fill.not_its_space"
    NOT_ITS_MASS = "fill.not_its_mass"


# How far a share may lie off its rule before it is said (common practice, no source).
SHARE_ROOM = 0.1
# Share of the roller that the oil may stand off its middle (common practice, no source).
OIL_ROOM = 0.25


# The space beside a bearing as a share of D²·B, its mass as a share of a solid steel ring of its
# size (common practice, no source), and the density of steel (kg/mm³).
SPACE_SHARE, MASS_SHARE, STEEL_KG_MM3 = (0.2, 6.0), (0.5, 0.95), 7.85e-6


def space_room_cm3(outside_mm: float, width_mm: float) -> tuple[float, float]:
    """How large the space beside a bearing is, from least to most (cm³).

    >>> [round(cm3) for cm3 in space_room_cm3(140, 33)]
    [129, 3881]
    """
    size = outside_mm**2 * width_mm / 1000
    return SPACE_SHARE[0] * size, SPACE_SHARE[1] * size


def mass_room_kg(bore_mm: float, outside_mm: float, width_mm: float) -> tuple[float, float]:
    """What a bearing of a size weighs, from least to most (kg).

    >>> [round(kg, 2) for kg in mass_room_kg(80, 140, 33)]
    [1.34, 2.55]
    """
    solid = math.pi / 4 * (outside_mm**2 - bore_mm**2) * width_mm * STEEL_KG_MM3
    return MASS_SHARE[0] * solid, MASS_SHARE[1] * solid


def judge_space(space_cm3: float, outside_mm: float, width_mm: float) -> Verdict | None:
    """A space that no housing of such a bearing has; None where it may be."""
    low, high = space_room_cm3(outside_mm, width_mm)
    if low <= space_cm3 <= high:
        return None
    why = (
        f"{number(space_cm3)} cm³ beside a bearing of {number(outside_mm)} mm outside, where"
        f" {number(round(low))} to {number(round(high))} cm³ are."
    )
    return Verdict(
        "cannot be", Level.STOP, f"{why} Check value and unit.", code=FillCode.NOT_ITS_SPACE
    )


def judge_mass(
    mass_kg: float, bore_mm: float, outside_mm: float, width_mm: float
) -> Verdict | None:
    """A mass that no bearing of such a size has; None where it may be."""
    low, high = mass_room_kg(bore_mm, outside_mm, width_mm)
    if low <= mass_kg <= high:
        return None
    why = (
        f"{number(mass_kg)} kg, where a bearing of its size weighs {number(round(low, 2))} to"
        f" {number(round(high, 2))} kg."
    )
    return Verdict(
        "cannot be",
        Level.STOP,
        f"{why} Check value and unit: pounds are not kilograms.",
        code=FillCode.NOT_ITS_MASS,
    )


@dataclass(frozen=True)
class Measured:
    """An amount in every measure: grams, ounces, strokes of a gun (None without one), cartridges to
    bring, corner by corner.
    """

    grams: float
    ounces: float
    strokes: int | None
    corners: tuple[int, ...]
    cartridges: int


def measured(
    grams: float, gun: GreaseGun | None, corners: int = 0, cartridge_g: float = CARTRIDGE_G
) -> Measured:
    """An amount in every measure. The corners sum up to the strokes.

    >>> m = measured(260, GreaseGun("", 1.3), 4)
    >>> m.strokes, m.corners, round(m.ounces, 1), m.cartridges
    (200, (50, 50, 50, 50), 9.2, 1)
    """
    strokes = round(grams / gun.stroke_g) if gun is not None else None
    spread = over_corners(strokes, corners) if strokes is not None and corners else ()
    return Measured(
        round(grams, 1), round(grams / OUNCE_G, 2), strokes, spread, cartridges(grams, cartridge_g)
    )


def fill_budget(
    bearing: Result,
    housing_g: float | None,
    seals_g: float,
    cartridge_g: float,
    corners: tuple[int, ...],
) -> Result:
    """All the grease of a first fill in one sum: bearing, housing, seals; cartridges to bring,
    strokes corner by corner.

    Symbols: G_b into the bearing (a range where its rule is one: the upper end counts), G_h, G_s
        (g); what is not known is named, not guessed.
    Valid: a housing filled for the first time.
    Raises: nothing.
    Source: definition.

    >>> b = Result("b", "", 120.0, "g")
    >>> r = fill_budget(b, 260.0, 60.0, 400, (50, 50, 50, 50))
    >>> r.value, r.note
    (440.0, '2 cartridges of 400 g; 50 + 50 + 50 + 50 strokes at the corners.')
    """
    packs = bearing.value_to if bearing.value_to is not None else bearing.value
    parts = {"bearing": packs, "housing": housing_g, "seals": seals_g}
    known = {name: grams for name, grams in parts.items() if grams is not None}
    total = sum(known.values())
    missing = [
        f"the {name}'s part is not known and comes on top"
        for name, grams in parts.items()
        if grams is None
    ]
    lines = tuple(
        Line(f"G {name}", f"into the {name}", "", "", grams, "g", "practice")
        for name, grams in known.items()
    )
    lines += (
        Line(
            "G",
            "in all",
            " + ".join(f"G {name}" for name in known),
            " + ".join(number(one) for one in known.values()),
            total,
            "g",
            "practice",
        ),
    )
    bring = cartridges(total, cartridge_g)
    strokes = (
        f"{' + '.join(str(corner) for corner in corners)} strokes at the corners" if corners else ""
    )
    said = [
        f"{bring} cartridge{'s' if bring != 1 else ''} of {number(cartridge_g)} g",
        strokes,
        *missing,
    ]
    note = f"{'; '.join(part for part in said if part)}."
    return Result(
        "fill_budget",
        "Grease to bring, bearing, housing and seals",
        round(total, 1),
        "g",
        working=lines,
        note=note,
    )


def judge_share(share: float, pace: Pace) -> Verdict:
    """What a share of the housing does at a pace: neither a little at the bottom nor filled up.

    Symbols: share of the free space beside the bearing, 0 to 1.
    Valid: housings that a bearing runs in; the sheet goes first.
    Raises: InvalidInput for a share that cannot be.
    Source: common practice, no source.

    >>> (
    ...     judge_share(0.3, Pace.MIDDLING).word,
    ...     judge_share(0.05, Pace.MIDDLING).word,
    ...     judge_share(1.0, Pace.MIDDLING).word,
    ... )
    ('by the rule', 'too little', 'too much')
    """
    if not 0 <= share <= 1.0001:
        raise InvalidInput.at(
            "share", f"{number(share * 100)} % of the space cannot be.", "0 to 100 %"
        )
    rule = HOUSING_SHARE[pace]
    words = (
        percent(rule.low)
        if rule.low == rule.high
        else f"{percent(rule.low)} to {percent(rule.high)}"
    )
    if share < rule.low - SHARE_ROOM:
        why = (
            "The housing feeds the bearing while it runs; its own pack is not enough. A little at"
            " the bottom is an early failure."
        )
        return Verdict(
            "too little",
            Level.STOP if share < rule.low / 2 else Level.WATCH,
            f"{percent(share)}, where {words} is the rule, {pace.words}. {why}",
            code=FillCode.TOO_LITTLE,
        )
    if share > rule.high + SHARE_ROOM:
        why = (
            "Grease that cannot get out of the way churns, heats, and hardens: filled up is as bad"
            " as empty."
        )
        return Verdict(
            "too much",
            Level.STOP if share > rule.high + 0.4 else Level.WATCH,
            f"{percent(share)}, where {words} is the rule, {pace.words}. {why}",
            code=FillCode.TOO_MUCH,
        )
    return Verdict(
        "by the rule",
        Level.GOOD,
        f"{percent(share)} of the space, {words} is the rule, {pace.words}.",
    )


def fill_level_mm(housing_mm: float, shaft_mm: float, share: float) -> float:
    """How high a share of a round housing stands from its bottom, beside the bearing, round the
    shaft in its middle.

    Symbols: housing inside and shaft diameter (mm); share 0 to 1; height from the bottom (mm).
    Valid: a round room; corners and ribs are not in it.
    Raises: InvalidInput where the shaft does not fit in.
    Source: geometry: area of a segment of the housing less that of the shaft.

    >>> round(fill_level_mm(100, 40, 0.5), 3), fill_level_mm(100, 40, 1)
    (50.0, 100.0)
    """
    if not 0 < shaft_mm < housing_mm:
        raise InvalidInput.at(
            "housing",
            "The shaft does not fit into this housing.",
            "inside diameter of the housing, above the shaft's",
        )
    room = _segment(housing_mm / 2, housing_mm) - _segment(shaft_mm / 2, shaft_mm)

    def below(height: float) -> float:
        in_shaft = min(max(height - (housing_mm - shaft_mm) / 2, 0.0), shaft_mm)
        return _segment(housing_mm / 2, height) - _segment(shaft_mm / 2, in_shaft)

    low, high = 0.0, float(housing_mm)
    if share >= 1:
        return high
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if below(middle) < share * room else (low, middle)
    return (low + high) / 2


def _segment(radius: float, height: float) -> float:
    """Area of a circle below a height from its bottom."""
    off = min(max(1 - height / radius, -1.0), 1.0)
    return radius**2 * (math.acos(off) - off * math.sqrt(1 - off**2))


def oil_level(bore_mm: float, outside_mm: float) -> Result:
    """Oil at standstill: to the middle of the lowest roller, so far below the middle of the shaft.

    Symbols: d, D (mm); h below the middle of the shaft (mm), ± a quarter of the roller.
    Valid: horizontal shafts, at standstill; the housing's sight glass and the maker's mark go
        first.
    Raises: InvalidInput for sizes that are no bearing.
    Source: common practice, no source; geometry: rollers run on about the mean diameter and fill
        half of the way between the rings.

    >>> r = oil_level(80, 140)
    >>> r.value, r.uncertainty
    (55.0, 3.8)
    """
    if not 0 < bore_mm < outside_mm:
        raise InvalidInput.at(
            "outside", "These sizes are no bearing.", "bore below outside diameter"
        )
    below = (bore_mm + outside_mm) / 4
    roller = (outside_mm - bore_mm) / 4
    line = Line(
        "h",
        "to the middle of the lowest roller",
        "(d + D)/4",
        f"({number(bore_mm)} + {number(outside_mm)})/4",
        below,
        "mm",
        "practice",
    )
    return Result(
        "oil_level",
        "Oil, below the middle of the shaft",
        round(below, 1),
        "mm",
        uncertainty=round(OIL_ROOM * roller, 1),
        working=(line,),
    )


def judge_oil(level: Result, below_mm: float) -> Verdict:
    """An oil level that was read against the one that is asked.

    Symbols: below the middle of the shaft (mm).
    Valid: read at standstill, the shaft level.
    Raises: nothing.
    Source: common practice, no source.

    >>> judge_oil(oil_level(80, 140), 56).word, judge_oil(oil_level(80, 140), 40).word
    ('oil level right', 'too high')
    """
    asked, room = level.value or 0.0, level.uncertainty or 0.0
    if below_mm > asked + room:
        return Verdict(
            "too low",
            Level.STOP,
            f"{number(below_mm)} mm below the shaft's middle, where {number(asked)} mm is asked:"
            " the rollers run dry.",
            code=FillCode.TOO_LOW,
        )
    if below_mm < asked - room:
        why = "it churns and heats, and comes out at the seals."
        return Verdict(
            "too high",
            Level.STOP,
            f"{number(below_mm)} mm below the shaft's middle, where {number(asked)} mm is asked:"
            f" {why}",
            code=FillCode.TOO_HIGH,
        )
    return Verdict(
        "oil level right",
        Level.GOOD,
        f"{number(below_mm)} mm below the shaft's middle, to the middle of the lowest roller.",
    )
