"""End covers of a cartridge: the spigot that clamps the fixed bearing, room at the floating one,
drawn down evenly.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Literal

from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class CoverCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    ASKEW = "cover.askew"
    DOES_NOT_CLAMP = "cover.does_not_clamp"
    HELD_BY_ITS_COVER = "cover.held_by_its_cover"
    NOT_BY_THE_COVER = "cover.not_by_the_cover"
    NOT_DECIDED = "cover.not_decided"
    BEARS_ON_THE_RING = "cover.bears_on_the_ring"
    CLEAR_NOT_DECIDED = "cover.clear_not_decided"
    TOO_LITTLE_ROOM = "cover.too_little_room"
    TOO_LONG = "cover.too_long"


# How much longer than its seat the spigot of a fixed bearing's cover should be (mm; common
# practice, no source).
NIP_MM = 0.15
# Two readings of a depth gauge (mm; common practice, no source).
DEPTH_MM = 0.03
# More room than the growth, at a floating bearing (mm; common practice, no source).
FLOAT_MARGIN_MM = 0.5
# How unevenly a flange may stand while it is drawn down (mm; common practice, no source).
UNEVEN_MM = 0.2

Inner = Literal["home", "loose", "supported", "tight on its way"]


def cover_nip(depth_mm: float, spigot_mm: float) -> Result:
    """How far the spigot of the fixed bearing's cover holds the flange off before it is drawn down:
    above zero it clamps the ring.

    Symbols: e depth from the housing's face to the outer ring, s height of the spigot (mm); nip = s
        - e (mm).
    Valid: covers without a gasket; sealant adds nothing.
    Raises: nothing.
    Source: definition; limits common practice, no source.

    >>> (
    ...     cover_nip(8.0, 8.08).verdict.word,
    ...     cover_nip(8.0, 7.9).verdict.word,
    ...     cover_nip(8.0, 8.01).verdict.word,
    ...     cover_nip(8, 8.5).verdict.word,
    ... )
    ('clamps', 'does not clamp', 'not decided', 'too long')
    """
    nip, doubt = spigot_mm - depth_mm, 1.4 * DEPTH_MM
    line = Line(
        "nip",
        "spigot longer than its seat",
        "s - e",
        f"{number(spigot_mm)} - {number(depth_mm)}",
        nip,
        "mm",
        "gauged",
    )
    if nip <= -doubt:
        why = (
            f"The ring has {travel_text(-nip)} of room: nothing holds the shaft. Shim on the"
            " spigot's face, or another cover."
        )
        verdict = Verdict("does not clamp", Level.STOP, why, code=CoverCode.DOES_NOT_CLAMP)
    # A cover that just does not clamp lets the fixed bearing walk: near is not enough.
    elif nip < doubt:
        why = (
            "Less than a depth gauge tells. Screws by hand: a feeler must enter between flange and"
            " housing all round."
        )
        verdict = Verdict("not decided", Level.UNKNOWN, why, code=CoverCode.NOT_DECIDED)
    elif nip > NIP_MM:
        why = (
            f"{travel_text(nip)} where {travel_text(NIP_MM)} is enough: the cover bends or the ring"
            " is squeezed. Shim under the flange."
        )
        verdict = Verdict("too long", Level.STOP, why, code=CoverCode.TOO_LONG)
    else:
        verdict = Verdict(
            "clamps", Level.GOOD, f"The flange closes {travel_text(nip)} when it is drawn down."
        )
    return Result(
        "cover_nip",
        "Spigot on the fixed bearing",
        round(nip, 3),
        "mm",
        uncertainty=round(doubt, 3),
        verdict=verdict,
        working=(line,),
    )


def cover_room(depth_mm: float, spigot_mm: float, growth_mm: float | None) -> Result:
    """Room between the floating bearing's outer ring and its cover, against the growth of the
    shaft.

    Symbols: e depth to the outer ring, s spigot (mm); room = e - s; g growth (mm), None while not
        known.
    Valid: the floating bearing's outer ring slides in the housing.
    Raises: nothing.
    Source: definition; half a millimetre over the growth, common practice, no source.

    >>> (
    ...     cover_room(10, 8, 0.4).verdict.word,
    ...     cover_room(8.2, 8, 0.4).verdict.word,
    ...     cover_room(10, 8, None).verdict.word,
    ... )
    ('free', 'too little room', 'growth not known')
    """
    room = depth_mm - spigot_mm
    lines = [
        Line(
            "room",
            "outer ring to spigot",
            "e - s",
            f"{number(depth_mm)} - {number(spigot_mm)}",
            room,
            "mm",
            "gauged",
        )
    ]
    if growth_mm is not None:
        lines.append(
            Line(
                "m",
                "left when it runs warm",
                "room - g",
                f"{number(room)} - {number(growth_mm)}",
                room - growth_mm,
                "mm",
                "practice",
            )
        )
    # Two bearings that are both held push each other apart as soon as the shaft warms, whatever its
    # growth was thought to be.
    if room <= 1.4 * DEPTH_MM:
        verdict = Verdict(
            "held by its cover",
            Level.STOP,
            "The floating bearing has no room: two fixed bearings push each other to death.",
            code=CoverCode.HELD_BY_ITS_COVER,
        )
    elif growth_mm is None:
        verdict = Verdict(
            "growth not known",
            Level.WATCH,
            f"{travel_text(room)} of room; whether it is enough hangs on the growth.",
        )
    elif room < growth_mm + FLOAT_MARGIN_MM:
        why = (
            f"{travel_text(room)} of room for {travel_text(growth_mm)} of growth: at least"
            f" {travel_text(growth_mm + FLOAT_MARGIN_MM)} is needed."
        )
        verdict = Verdict(
            "too little room",
            Level.STOP,
            f"{why} Shim under the flange, or turn the spigot down.",
            code=CoverCode.TOO_LITTLE_ROOM,
        )
    else:
        verdict = Verdict(
            "free", Level.GOOD, f"{travel_text(room - growth_mm)} stay when it runs warm."
        )
    return Result(
        "cover_room",
        "Room at the floating bearing",
        round(room, 3),
        "mm",
        verdict=verdict,
        working=tuple(lines),
    )


def cover_clear(depth_mm: float, spigot_mm: float) -> Result:
    """Whether a cover stands clear of a bearing that a retaining ring in the bore holds: two that
    hold it squeeze it.

    Symbols: e depth to what lies behind the cover, s spigot (mm); room = e - s.
    Valid: a bearing held by its own retaining ring.
    Raises: nothing.
    Source: definition; common practice, no source.

    >>> (
    ...     cover_clear(10, 9).verdict.word,
    ...     cover_clear(10, 10.2).verdict.word,
    ...     cover_clear(10, 10).verdict.word,
    ... )
    ('clear', 'bears on the ring', 'not decided')
    """
    room, doubt = depth_mm - spigot_mm, 1.4 * DEPTH_MM
    line = Line(
        "room",
        "what lies behind to spigot",
        "e - s",
        f"{number(depth_mm)} - {number(spigot_mm)}",
        room,
        "mm",
        "gauged",
    )
    if room < -doubt:
        why = (
            f"The spigot reaches {travel_text(-room)} further than the ring lies: ring and cover"
            " both push. Shim under the flange."
        )
        verdict = Verdict("bears on the ring", Level.STOP, why, code=CoverCode.BEARS_ON_THE_RING)
    elif room <= doubt:
        why = "Less than a depth gauge tells. Measure again, or a shim under the flange."
        verdict = Verdict("not decided", Level.UNKNOWN, why, code=CoverCode.CLEAR_NOT_DECIDED)
    else:
        verdict = Verdict(
            "clear", Level.GOOD, f"{travel_text(room)} of room: the retaining ring alone holds it."
        )
    return Result(
        "cover_clear",
        "Cover over a retaining ring",
        round(room, 3),
        "mm",
        uncertainty=round(doubt, 3),
        verdict=verdict,
        working=(line,),
    )


def evenness(gaps_mm: Sequence[float]) -> Verdict:
    """Whether a flange comes down evenly, from its gap to the housing beside each screw.

    Symbols: gaps in the order of the screws (mm).
    Valid: while it is drawn down.
    Raises: nothing.
    Source: common practice, no source.

    >>> evenness([0.5, 0.5, 0.6, 0.5]).word, evenness([0.2, 0.6, 0.9, 0.5]).word
    ('even', 'askew')
    """
    low, high = min(gaps_mm), max(gaps_mm)
    if high - low > UNEVEN_MM:
        widest, closest = gaps_mm.index(high) + 1, gaps_mm.index(low) + 1
        why = (
            f"{travel_text(high - low)} wider at screw {widest} than at {closest}: let {closest}"
            f" off, draw {widest}, and read again."
        )
        return Verdict("askew", Level.STOP, why, code=CoverCode.ASKEW)
    return Verdict(
        "even",
        Level.GOOD,
        f"Alike to {travel_text(high - low)}." if high > low else "Alike all round.",
    )


def may_draw(inner: Inner) -> Verdict:
    """Whether a cover's screws may draw a cold bearing home: the force goes from the outer ring
    over the balls to whatever holds the inner one.

    Symbols: none.
    Valid: cold bearings whose outer ring slides or is the tight one.
    Raises: nothing.
    Source: common practice, no source.

    >>> may_draw("tight on its way").level.value, may_draw("home").level.value
    ('stop', 'good')
    """
    if inner == "tight on its way":
        why = (
            "The inner ring is tight and not home: the force would cross the balls and dent the"
            " raceways. Tool on both rings, or heat."
        )
        return Verdict("not by the cover", Level.STOP, why, code=CoverCode.NOT_BY_THE_COVER)
    return Verdict(
        "may be drawn",
        Level.GOOD,
        "Evenly, turn by turn, until it bottoms; no force crosses the balls.",
    )
