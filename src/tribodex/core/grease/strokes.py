"""Strokes of a grease gun: what one gives, how many an amount takes, spread over corners in whole
numbers, cartridges to bring.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.working import Level, Line, Result, Verdict, number


class GunCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_WITH_THIS_GUN = "gun.not_with_this_gun"
    WEIGH_THE_GUN = "gun.weigh_the_gun"
    NO_INSERTS_STROKES = "gun.no_inserts_strokes"


# The avoirdupois ounce, by definition: guns are also marked in ounces.
OUNCE_G = 28.349523125
# Grease, g/cm³ (common practice, no source).
DENSITY_G_CM3 = 0.9
# A gun for sealed inserts of which nothing is known (g; common practice, no source).
SMALL_GUN_G = 1.4
# Two weighings of one gun lie within this of each other, whatever grease is in it (share; own
# choice).
WEIGHED_SHARE = 0.25
# Strokes of a sealed insert: two are usual; more than four are said, more than so many nobody means
# (common practice, no source; own choice).
USUAL_INSERT_STROKES, MOST_INSERT_STROKES = 4, 15
# A cartridge of the usual size (g; common practice, no source).
CARTRIDGE_G = 400.0
# What a hand gun gives (g).
STROKE_G = (0.05, 20.0)


@dataclass(frozen=True)
class GreaseGun:
    """A gun as it was weighed: grams a stroke, mean and spread (g); `name` as the shop calls it."""

    name: str
    stroke_g: float
    spread_g: float = 0.0


_STROKE = re.compile(
    r"^\s*(\d+(?:[.,]\d+)?)\s*(g|oz)?\s*(?:(?:±|\+/-|\+-)\s*(\d+(?:[.,]\d+)?)\s*(g|oz)?)?\s*$"
)


def read_stroke(text: str, field: str) -> tuple[float, float]:
    """What one stroke gives, with its spread (g); a bare number counts in grams.

    >>> (
    ...     read_stroke("1,3 g ± 0.05", "stroke"),
    ...     read_stroke("0.05 oz", "stroke")[1],
    ...     read_stroke("1.3", "stroke"),
    ... )
    ((1.3, 0.05), 0.0, (1.3, 0.0))
    """
    match = _STROKE.match(text)
    if match is None:
        raise InvalidInput.at(
            field,
            f"“{text.strip()}” is not what a stroke gives.",
            "for example 1.3 g, or 1.3 g ± 0.05",
        )
    unit = match[2] or match[4] or "g"
    each, spread = (
        float((part or "0").replace(",", ".")) * (OUNCE_G if unit == "oz" else 1.0)
        for part in (match[1], match[3])
    )
    if not STROKE_G[0] <= each <= STROKE_G[1] or spread > each / 2:
        what = (
            f"A stroke of {number(each)} g{f' ± {number(spread)} g' if spread else ''} is out of"
            " range."
        )
        raise InvalidInput.at(field, what, "0.05 to 20 g: weigh ten strokes, divide by ten")
    return each, spread


def read_gun(name: str, stroke: str) -> GreaseGun | None:
    """A gun as it was weighed; None where grease goes in by hand. Raises InvalidInput for a gun
    without its stroke.
    """
    if not stroke.strip():
        if name.strip():
            raise InvalidInput.at(
                "stroke",
                "What does one stroke of this gun give?",
                "weigh ten strokes: 1.3 g, or 1.3 g ± 0.05",
            )
        return None
    grams, spread = read_stroke(stroke, "stroke")
    return GreaseGun(name.strip(), grams, spread)


@dataclass(frozen=True)
class GunShelf:
    """Guns of the tool crib, as they were weighed there."""

    guns: tuple[GreaseGun, ...] = ()

    def find(self, name: str) -> GreaseGun | None:
        """The gun of a name, whatever its letters' size; None where the crib has none."""
        return next(
            (gun for gun in self.guns if gun.name.casefold() == name.strip().casefold()), None
        )


def same_gun(said: GreaseGun | None, shelf: GunShelf) -> GreaseGun | None:
    """A gun as it was said, once the crib does not weigh it otherwise. Raises InvalidInput.

    >>> same_gun(GreaseGun("gun 1", 1.25), GunShelf((GreaseGun("Gun 1", 1.3, 0.05),))).stroke_g
    1.25
    """
    kept = shelf.find(said.name) if said is not None and said.name else None
    if (
        said is None
        or kept is None
        or abs(said.stroke_g - kept.stroke_g)
        <= max(WEIGHED_SHARE * kept.stroke_g, 2 * kept.spread_g)
    ):
        return said
    raise InvalidInput.at(
        "stroke",
        f"{number(said.stroke_g)} g a stroke, where ten strokes of {kept.name} weighed"
        f" {number(round(kept.stroke_g, 2))} g each in the tool crib.",
        f"{number(round(kept.stroke_g, 2))} g; or weigh it again in the tool crib first",
    )


def over_corners(strokes: int, corners: int) -> tuple[int, ...]:
    """Strokes over the corners of a housing, whole numbers that sum up; the first corners get what
    is left over.

    >>> over_corners(20, 4), over_corners(22, 4), over_corners(3, 4)
    ((5, 5, 5, 5), (6, 6, 5, 5), (1, 1, 1, 0))
    """
    if corners < 1 or strokes < 0:
        raise InvalidInput.at(
            "corners",
            "Strokes are spread over one corner or more.",
            "1 to 8 corners, 0 strokes or more",
        )
    each, left = divmod(strokes, corners)
    return tuple(each + (1 if i < left else 0) for i in range(corners))


def strokes_for(grams: float, gun: GreaseGun) -> Result:
    """How many strokes of this gun an amount takes: N = G/g, rounded to whole strokes.

    Symbols: G amount (g); g one stroke (g).
    Valid: a gun that was weighed; a stroke that meets no resistance.
    Raises: InvalidInput for a stroke of nothing.
    Source: definition; ten strokes weighed, mean and spread.

    >>> r = strokes_for(26, GreaseGun("small", 1.3, 0.05))
    >>> r.value, r.uncertainty
    (20, 1.0)
    """
    if not STROKE_G[0] <= gun.stroke_g <= STROKE_G[1]:
        raise InvalidInput.at(
            "stroke",
            f"A stroke of {number(gun.stroke_g)} g is out of range.",
            "0.05 to 20 g: weigh ten strokes, divide by ten",
        )
    count = round(grams / gun.stroke_g)
    off = math.ceil(count * gun.spread_g / gun.stroke_g) if gun.spread_g else 0
    lines = (
        Line(
            "g",
            f"one stroke of {gun.name or 'this gun'}",
            "weighed",
            "",
            gun.stroke_g,
            "g",
            "gauged",
        ),
        Line(
            "N",
            "strokes",
            "G/g",
            f"{number(grams)}/{number(gun.stroke_g)}",
            grams / gun.stroke_g,
            "",
            "practice",
        ),
    )
    note = f"{number(grams)} g with {gun.name or 'this gun'}."
    return Result(
        "strokes",
        "Strokes of this gun",
        count,
        "strokes",
        uncertainty=float(off) if off else None,
        working=lines,
        note=note,
    )


def cartridges(grams: float, cartridge_g: float = CARTRIDGE_G) -> int:
    """Whole cartridges to bring for an amount.

    >>> cartridges(570), cartridges(0), cartridges(400)
    (2, 0, 1)
    """
    return math.ceil(grams / cartridge_g - 1e-9) if grams > 0 else 0


def _judge_insert(count: int) -> Verdict | None:
    """Strokes that a maker's figures come to; None where they are as few as an insert gets."""
    if count == 0:
        return Verdict(
            "not with this gun",
            Level.STOP,
            "One stroke is more than it takes: a smaller gun.",
            code=GunCode.NOT_WITH_THIS_GUN,
        )
    if count > MOST_INSERT_STROKES:
        why = (
            f"{count} strokes into an insert with tight seals: no maker means that. Read figure and"
            " unit again."
        )
        return Verdict("cannot be", Level.STOP, why, code=GunCode.NO_INSERTS_STROKES)
    if count > USUAL_INSERT_STROKES:
        return Verdict(
            "many strokes",
            Level.WATCH,
            f"{count}, where two are usual: read the maker's figure and its unit again. Tight seals"
            " blow.",
        )
    return None


def insert_strokes(
    gun: GreaseGun | None, maker_strokes: int | None, maker_g: float | None
) -> Result:
    """Strokes that a sealed insert with multi-lip seals may have: the smaller of the maker's
    strokes and its grams; never more.

    More blows its seals out. Without grams: two strokes of a gun of at most 1.4 g; of a bigger one,
    one or none.

    Symbols: maker's strokes; maker's grams (g); one stroke (g).
    Valid: inserts whose seals do not let grease out.
    Raises: nothing.
    Source: common practice, no source (two strokes, no more).

    >>> (
    ...     insert_strokes(GreaseGun("small", 1.2), None, None).value,
    ...     insert_strokes(GreaseGun("big", 2.6), None, None).value,
    ... )
    (2, 1)
    >>> (
    ...     insert_strokes(GreaseGun("small", 1.2), 4, 2.5).value,
    ...     insert_strokes(None, None, None).value is None,
    ... )
    (2, True)
    """
    lines = []
    limits: list[int] = []
    if maker_strokes is not None:
        limits.append(maker_strokes)
        lines.append(Line("N", "by the maker", "", "", float(maker_strokes), "", "maker"))
    if maker_g is not None and gun is not None:
        limits.append(math.floor(maker_g / gun.stroke_g + 1e-9))
        lines.append(
            Line(
                "N",
                "by the maker's grams",
                "G/g",
                f"{number(maker_g)}/{number(gun.stroke_g)}",
                maker_g / gun.stroke_g,
                "",
                "maker",
            )
        )
    if not limits or maker_g is None:
        if gun is None:
            why = (
                "What one stroke of this gun gives is not known: weigh ten strokes before a sealed"
                " insert gets any."
            )
            return Result(
                "insert_strokes",
                "Strokes, at most",
                None,
                "strokes",
                note=why,
                verdict=Verdict("weigh the gun", Level.UNKNOWN, why, code=GunCode.WEIGH_THE_GUN),
            )
        most = 2 if gun.stroke_g <= SMALL_GUN_G else 1 if gun.stroke_g <= 2 * SMALL_GUN_G else 0
        limits.append(most)
        lines.append(
            Line(
                "N",
                "two strokes of at most 1.4 g, no more",
                "2·1.4 g",
                f"gun {number(gun.stroke_g)} g",
                float(most),
                "",
                "practice",
            )
        )
    count = min(limits)
    verdict = _judge_insert(count)
    note = "No more: tight seals blow out. Every 75 h or once a season, whichever comes first."
    return Result(
        "insert_strokes",
        "Strokes, at most",
        count,
        "strokes",
        working=tuple(lines),
        note=note,
        verdict=verdict,
    )
