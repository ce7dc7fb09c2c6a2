"""How far a shaft grows against its base, and where a floating bearing stands in its housing so
that it never touches an end.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.material import ALUMINIUM, CAST_IRON, CONCRETE, SHAFT_STEEL, STAINLESS
from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class GrowthCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_ENOUGH_ROOM = "growth.not_enough_room"
    PINNED = "growth.pinned"
    RUBS = "growth.rubs"


# What shafts and bases are made of: the material table's own rows, concrete besides.
MATERIALS = {
    "steel": SHAFT_STEEL,
    "stainless": STAINLESS,
    "cast_iron": CAST_IRON,
    "concrete": CONCRETE,
    "aluminium": ALUMINIUM,
}
# Temperatures and lengths are estimates: what is left at each end covers that (common practice, no
# source).
MARGIN_MM, MARGIN_SHARE = 0.2, 0.1


def margin_mm(growth: Span) -> float:
    """What has to be left at each end, hot and cold: 0.2 mm, or a tenth of what the shaft moves,
    whichever is larger.

    Symbols: g growth, least to most (mm).
    Valid: any shaft.
    Raises: nothing.
    Source: common practice, no source.

    >>> margin_mm(Span(0, 1.0)), round(margin_mm(Span(-1.0, 3.0)), 2)
    (0.2, 0.4)
    """
    return max(MARGIN_MM, MARGIN_SHARE * (growth.high - growth.low))


@dataclass(frozen=True)
class Case:
    """Temperatures of a running state, °C: shaft and base."""

    name: str
    shaft_c: float
    base_c: float


def growth_mm(span_mm: float, shaft: str, base: str, mount_c: float, case: Case) -> float:
    """Growth of the shaft between two bearings against its base.

    Symbols: L span (mm), α by material (1e-6/K), temperatures when mounted and in the case (°C); ΔL
        (mm), above zero: apart.
    Valid: shaft and base each equally warm along their length.
    Raises: InvalidInput for a material that is not kept.
    Source: ΔL = L·[α_s·(T_s - T_0) - α_b·(T_b - T_0)], definition of expansion.

    >>> round(growth_mm(2000, "steel", "concrete", 20, Case("running", 80, 30)), 3)
    1.22
    """
    for name, material in (("shaft_material", shaft), ("base_material", base)):
        if material not in MATERIALS:
            raise InvalidInput.at(
                name, f"The expansion of “{material}” is not kept here.", ", ".join(MATERIALS)
            )
    return (
        span_mm
        * (_alpha(shaft) * (case.shaft_c - mount_c) - _alpha(base) * (case.base_c - mount_c))
        / 1e6
    )


def _alpha(name: str) -> float:
    return MATERIALS[name].expansion_um_per_m_k


def growth_spread_mm(span_mm: float, shaft: str, base: str, mount_c: float, case: Case) -> float:
    """How far growth may lie off, by the ranges that handbooks give for the expansion of shaft and
    base (mm).

    Symbols: as growth_mm(); half of each range, both taken at once where they are two materials.
    Valid: as growth_mm(). Shaft and base of one material are taken to be of one heat: their
        difference counts.
    Raises: nothing.
    Source: as growth_mm().

    >>> round(growth_spread_mm(2000, "steel", "concrete", 20, Case("running", 80, 30)), 2)
    0.13
    """
    half = {
        name: (high - low) / 2
        for name in (shaft, base)
        for low, high in [MATERIALS[name].expansion_range or (0.0, 0.0)]
    }
    by_shaft, by_base = case.shaft_c - mount_c, case.base_c - mount_c
    if shaft == base:
        return span_mm * half[shaft] * abs(by_shaft - by_base) / 1e6
    return span_mm * (half[shaft] * abs(by_shaft) + half[base] * abs(by_base)) / 1e6


def growth_range(
    span_mm: float, shaft: str, base: str, mount_c: float, cases: list[Case]
) -> Result:
    """Least and greatest growth over the running states, standstill as mounted among them.

    Symbols: as growth_mm().
    Valid: as growth_mm().
    Raises: InvalidInput as growth_mm().
    Source: as growth_mm().

    >>> r = growth_range(
    ...     2000, "steel", "steel", 20, [Case("start, shaft hot", 80, 20), Case("cold", -10, -10)]
    ... )
    >>> r.value, r.value_to
    (0.0, 1.44)
    """
    found = [(case, round(growth_mm(span_mm, shaft, base, mount_c, case), 4)) for case in cases]
    lines = tuple(
        Line(
            f"ΔL {case.name}",
            f"shaft {number(case.shaft_c)} °C, base {number(case.base_c)} °C",
            "L·[α_s·(T_s - T_0) - α_b·(T_b - T_0)]",
            f"{number(span_mm)}·[{number(_alpha(shaft))}·({number(case.shaft_c)} -"
            f" {number(mount_c)}) - {number(_alpha(base))}·({number(case.base_c)} -"
            f" {number(mount_c)})]·1e-6",
            mm,
            "mm",
            "expansion",
        )
        for case, mm in found
    )
    # Standstill as it was mounted is a state as well: the room has to do there too.
    every = [0.0, *(mm for _, mm in found)]
    spread = max(
        (growth_spread_mm(span_mm, shaft, base, mount_c, case) for case in cases), default=0.0
    )
    return Result(
        "growth",
        "Growth between the bearings",
        min(every),
        "mm",
        value_to=max(every),
        uncertainty=round(spread, 3) or None,
        working=lines,
    )


def place_float(room_mm: float, growth: Span, offset_mm: float | None = None) -> Result:
    """Where the floating bearing stands in its seat: offset from the middle towards the fixed
    bearing, with the room left at both ends.

    Symbols: room: seat width less bearing width (mm); g growth away from the fixed bearing (mm); o
    offset towards the fixed bearing (mm), the best one unless one is given; margins at the fixed
    side cold, at the far side hot.
    Valid: the float takes place in the seat, with the housing bolted down.
    Raises: InvalidInput for a room below zero.
    Source: o = (g_min + g_max)/2; margins room/2 - o + g_min and room/2 + o - g_max. By geometry.

    >>> r = place_float(6, Span(0, 1.4))
    >>> r.value, r.verdict.word
    (0.7, 'room to float')
    """
    if room_mm < 0:
        raise InvalidInput.at(
            "room",
            "The seat is narrower than the bearing.",
            "seat width and bearing width, both measured",
        )
    best = (growth.low + growth.high) / 2
    at = best if offset_mm is None else offset_mm
    near, far = room_mm / 2 - at + growth.low, room_mm / 2 + at - growth.high
    least = min(near, far)
    lines = (
        Line("room", "seat less bearing", "seat - B", "", room_mm, "mm", "gauged"),
        Line(
            "o",
            "offset towards the fixed bearing",
            "(g_min + g_max)/2" if offset_mm is None else "as set",
            f"({number(growth.low)} + {number(growth.high)})/2",
            at,
            "mm",
            "practice",
        ),
        Line(
            "m_near",
            "left on the fixed side, coldest",
            "room/2 - o + g_min",
            f"{number(room_mm / 2)} - {number(at)} + {number(growth.low)}",
            near,
            "mm",
            "practice",
        ),
        Line(
            "m_far",
            "left on the side away from the datum, hottest",
            "room/2 + o - g_max",
            f"{number(room_mm / 2)} + {number(at)} - {number(growth.high)}",
            far,
            "mm",
            "practice",
        ),
    )
    way = (
        "in the middle"
        if abs(at) < 0.05
        else f"{travel_text(abs(at))} {'towards' if at > 0 else 'away from'} the fixed bearing"
    )
    if least <= 0:
        lacking = growth.high - growth.low - room_mm
        more = (
            f" {travel_text(lacking)} of room is lacking however it is placed."
            if lacking > 0
            else " Placed as computed it has room."
        )
        verdict = Verdict(
            "not enough room",
            Level.STOP,
            f"{travel_text(-least)} short at one end: the bearing is pushed apart.{more}",
            code=GrowthCode.NOT_ENOUGH_ROOM,
        )
    elif least < margin_mm(growth):
        verdict = Verdict(
            "barely room",
            Level.WATCH,
            f"Only {travel_text(least)} is left at one end: a mark set by hand is no better.",
        )
    else:
        verdict = Verdict(
            "room to float",
            Level.GOOD,
            f"Set it {way}: {travel_text(near)} left cold, {travel_text(far)} left hot.",
        )
    return Result(
        "float_offset",
        "Floating bearing, offset towards the fixed one",
        round(at, 3),
        "mm",
        verdict=verdict,
        working=lines,
    )


def end_play(play_mm: float, growth: Span, outer_faces: bool) -> Result:
    """What is left of the end play of a cross-located pair: held at the outer faces warming closes
    it, held at the inner faces it opens.

    Symbols: play in all, cold, as measured (mm); g growth between the bearings (mm).
    Valid: each bearing holds one way; the shaft is pushed to and fro against a dial.
    Raises: InvalidInput for a play below zero.
    Source: by geometry.

    >>> (
    ...     end_play(1.0, Span(0, 0.55), True).verdict.word,
    ...     end_play(0.4, Span(0, 0.55), True).verdict.word,
    ... )
    ('play left', 'no play left')
    >>> end_play(0.3, Span(-0.4, 0.5), False).verdict.word
    'no play left'
    """
    if play_mm < 0:
        raise InvalidInput.at(
            "play", "An end play is zero or above.", "pushed to and fro, with a dial, mm"
        )
    closes = max(0.0, growth.high if outer_faces else -growth.low)
    least = round(play_mm - closes, 4)
    when = "hottest" if outer_faces else "coldest"
    if least <= 0:
        why = (
            f"{travel_text(play_mm)} of end play, {travel_text(closes)} is taken when {when}: both"
            " bearings are pinned. Set them further apart."
        )
        verdict = Verdict("no play left", Level.STOP, why, code=GrowthCode.PINNED)
    elif least < margin_mm(growth):
        verdict = Verdict(
            "barely any play", Level.WATCH, f"Only {travel_text(least)} is left when {when}."
        )
    else:
        verdict = Verdict("play left", Level.GOOD, f"{travel_text(least)} is left when {when}.")
    line = Line(
        "play",
        "least end play",
        "play - what closes it",
        f"{number(play_mm)} - {number(closes)}",
        least,
        "mm",
        "gauged",
    )
    return Result(
        "end_play", "End play of the pair, least", least, "mm", verdict=verdict, working=(line,)
    )


def gap_left(gap_mm: float, growth: Span, towards: bool, name: str = "gap") -> Result:
    """What is left of an axial gap (labyrinth, flinger, cover) over the running states.

    Symbols: gap when mounted (mm); g growth (mm); `towards`: growth closes it.
    Valid: the part moves with the shaft at the floating bearing.
    Raises: InvalidInput for a gap below zero.
    Source: by geometry.

    >>> gap_left(2.0, Span(-0.2, 1.2), True).value
    0.8
    """
    if gap_mm < 0:
        raise InvalidInput.at("gap", "A gap is not below zero.", "as measured, mm")
    closes = growth.high if towards else -growth.low
    least = round(gap_mm - max(0.0, closes), 4)
    if least <= 0:
        verdict = Verdict(
            "rubs",
            Level.STOP,
            "The growth takes all of the"
            f" gap{f' and {travel_text(-least)} more' if least < 0 else ''}: it rubs. Set it"
            " wider.",
            code=GrowthCode.RUBS,
        )
    elif least < MARGIN_MM:
        verdict = Verdict("close", Level.WATCH, f"Only {travel_text(least)} is left when hottest.")
    else:
        verdict = Verdict("clear", Level.GOOD, f"{travel_text(least)} is left at the least.")
    line = Line(
        "gap",
        "least gap",
        "gap - growth that closes it",
        f"{number(gap_mm)} - {number(max(0.0, closes))}",
        least,
        "mm",
        "practice",
    )
    return Result(f"gap_{name}", f"Gap left, {name}", least, "mm", verdict=verdict, working=(line,))
