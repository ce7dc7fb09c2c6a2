"""Grease between the two bearings of a cartridge, and on top at the end: amounts from the space
there is.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.working import Level, Line, Result, Verdict, number


class BetweenCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_MUCH = "grease_between.too_much"
    TOO_MUCH_ON_TOP = "grease_between.too_much_on_top"


# Of grease (g/cm³); the share of the space that is filled (common practice, no source); what is
# short, and what is too much, of the amount.
GREASE_G_PER_CM3 = 0.9
SHARE = 0.30
SHORT, TOO_MUCH = 0.75, 1.5


@dataclass(frozen=True)
class Space:
    """The space between the bearings: bore of the housing, shaft there, length between the rings
    (mm), and the share that is filled.
    """

    bore_mm: float
    shaft_mm: float
    length_mm: float
    share: float

    @property
    def cm3(self) -> float:
        """Its volume."""
        return math.pi / 4 * (self.bore_mm**2 - self.shaft_mm**2) * self.length_mm / 1000

    @property
    def grams(self) -> float:
        """What goes in, between the pair and on top together."""
        return self.cm3 * self.share * GREASE_G_PER_CM3


def grease_between(space: Space) -> Result:
    """How much grease goes between the pair: what is packed before it is shut off, and what tops it
    up at the end, together.

    Symbols: D bore of the housing, d shaft between, L length between the rings (mm); V space (cm³);
        share of it; m grease (g).
    Valid: one bore and one shaft diameter between the bearings; the bearings' own pack is not in
        it.
    Raises: nothing.
    Source: geometry; 30 % of the space and 0.9 g/cm³, common practice, no source.

    >>> result = grease_between(Space(100, 50, 40, 0.3))
    >>> round(result.value, 1), result.unit
    (63.6, 'g')
    """
    volume = (
        f"π/4·({number(space.bore_mm)}² - {number(space.shaft_mm)}²)·{number(space.length_mm)}/1000"
    )
    lines = (
        Line(
            "V",
            "space between the bearings",
            "π/4·(D² - d²)·L",
            volume,
            space.cm3,
            "cm³",
            "geometry",
        ),
        Line(
            "m",
            "grease in it",
            "V·share·ρ",
            f"{number(space.cm3)}·{number(space.share)}·{GREASE_G_PER_CM3:g}",
            space.grams,
            "g",
            "practice",
        ),
    )
    note = (
        f"{number(space.share * 100)} % of {number(space.cm3)} cm³, between and on top together."
        " The bearings' own pack comes besides."
    )
    return Result(
        "grease_between",
        "Grease between the pair",
        round(space.grams, 1),
        "g",
        working=lines,
        note=note,
    )


def judge_between(space: Space, grams: float, *, topped: bool) -> Verdict:
    """An amount against the space: what is missing before the end may still come on top; too much
    churns and runs hot.

    Symbols: grams so far; topped: whether nothing more comes.
    Valid: as grease_between().
    Raises: nothing.
    Source: common practice, no source: under three quarters is short, over one and a half times is
        too much.

    >>> space = Space(100, 50, 40, 0.3)
    >>> [
    ...     judge_between(space, g, topped=t).word
    ...     for g, t in ((30, False), (30, True), (60, True), (120, False))
    ... ]
    ['in part', 'short', 'as asked', 'too much']
    """
    asked = space.grams
    words = f"{number(grams)} g of {number(round(asked, 1))} g"
    if grams > TOO_MUCH * asked:
        why = f"{words}: it churns, runs hot and is thrown out through the seals. Take some out."
        return Verdict(
            "too much",
            Level.STOP,
            why,
            code=BetweenCode.TOO_MUCH_ON_TOP if topped else BetweenCode.TOO_MUCH,
        )
    if grams >= SHORT * asked:
        return Verdict("as asked", Level.GOOD, f"{words}.")
    if topped:
        return Verdict(
            "short",
            Level.WATCH,
            f"{words}: less feeds the bearings less long. Grease it earlier, or top up.",
        )
    return Verdict("in part", Level.GOOD, f"{words}; the rest comes on top at the end.")
