"""Where the force goes on the bearing before you, and where it must never go: points of its half
section, to draw.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.section import BearingSection
from tribodex.core.components.shaft import Seat
from tribodex.core.removal.ways import Ring, WayOff


@dataclass(frozen=True)
class ForceMark:
    """A point of the half section (mm from the ring's far face, and radius): right or wrong to
    push, pull or strike there.

    `towards` is the way of the arrow along the shaft: 1 away from the far face, towards the nut; -1
    the other way.
    """

    at_mm: float
    radius_mm: float
    towards: int
    right: bool
    words: str


def force_marks(way: WayOff, tight: Ring, section: BearingSection) -> tuple[ForceMark, ...]:
    """Where the force goes and where it does not.

    Symbols: as BearingSection (mm).
    Valid: bearings on a sleeve, a taper or a cylindrical seat; the nut on the right.
    Raises: nothing.
    Source: common practice, no source: force goes through the tight ring, never through the rolling
        elements.

    >>> from tribodex.core.components.bearing import Bearing, Group, Taper
    >>> from tribodex.core.components.section import section_of
    >>> from tribodex.core.components.shaft import Seat, Shaft
    >>> s = section_of(
    ...     Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), Shaft(80), Seat.ADAPTER_SLEEVE, 65, 120
    ... )
    >>> [(m.at_mm, m.right) for m in force_marks(WayOff.RELEASE, Ring.INNER, s)]
    [(48.0, True), (40, False)]
    """
    inner = (section.bore_mm + section.inner_raceway_mm) / 4
    outer = (section.outside_mm + section.outer_raceway_mm) / 4
    width = section.width_mm
    on_ring = ForceMark(width, outer, -1, False, "never on a ring: it goes through the rollers")
    if way in (WayOff.RELEASE, WayOff.OWN_NUT) and section.seat is Seat.ADAPTER_SLEEVE:
        nut = ((section.nut_outside_mm or 1.3 * section.bore_mm) + section.bore_mm) / 4
        if way is WayOff.OWN_NUT:
            return (ForceMark(1.2 * width, nut, 1, True, "the captive nut draws here"), on_ring)
        return (
            ForceMark(
                1.2 * width,
                nut,
                -1,
                True,
                "strike here: the nut's face, through a tube or soft drift",
            ),
            on_ring,
        )
    if way in (WayOff.RELEASE, WayOff.OWN_NUT) and section.seat is Seat.WITHDRAWAL_SLEEVE:
        end = width - (section.sleeve_length_mm or 1.7 * width)
        return (
            ForceMark(0.0, inner, 1, True, "the withdrawal nut bears here, on the inner ring"),
            ForceMark(
                end,
                (section.shaft_mm + section.bore_mm) / 4,
                1,
                False,
                "never strike the thread end: the sleeve goes further in",
            ),
        )
    if way is WayOff.RELEASE:
        return (
            ForceMark(
                width, inner, -1, True, "oil between the faces, or a puller at the inner ring"
            ),
            ForceMark(width, outer, -1, False, "never on the outer ring"),
        )
    if way is WayOff.CUT:
        return ()
    does = {WayOff.PULLER: "jaws behind", WayOff.PRESS: "plates under", WayOff.HEAT: "heat"}.get(
        way, "on"
    )
    radii = {Ring.INNER: (inner, outer), Ring.OUTER: (outer, inner)}
    if tight in radii:
        good, bad = radii[tight]
        other = "outer" if tight is Ring.INNER else "inner"
        return (
            ForceMark(0.0, good, 1, True, f"{does} the {tight} ring"),
            ForceMark(0.0, bad, 1, False, f"never the {other} ring: it goes through the rollers"),
        )
    if tight is Ring.BOTH:
        return tuple(
            ForceMark(0.0, radius, 1, True, f"{does} both rings, evenly")
            for radius in (inner, outer)
        )
    return ()


@dataclass(frozen=True)
class ToolPart:
    """One piece of press or puller in half section: along the shaft from the ring's far face, and
    between two radii (mm).
    """

    name: str
    from_mm: float
    to_mm: float
    inner_mm: float
    outer_mm: float


@dataclass(frozen=True)
class ToolSetUp:
    """A press or puller set up on a ring, in half section: right, and the usual wrong way.
    `end_mm`: the shaft's end.
    """

    end_mm: float
    right: tuple[ToolPart, ...]
    wrong: tuple[ToolPart, ...]
    right_words: str
    wrong_words: str


# A support clears the shaft and the rolling elements by this share of the ring's height (common
# practice, no source).
CLEAR_SHARE = 0.12


def tool_set_up(way: WayOff, tight: Ring, section: BearingSection) -> ToolSetUp | None:
    """How press or puller stands on a ring of a cylindrical seat; None for other ways, and where it
    is not known which ring is tight.

    Plates or jaws bear on the tight ring's far face alone, between the shaft and the rolling
    elements; the force comes on the shaft's end through a protector. Wrong is the same on the other
    ring: the force crosses the rolling elements.

    Symbols: as BearingSection (mm).
    Valid: one row or two; shaft end on the right.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.section import section_of
    >>> from tribodex.core.components.shaft import Shaft
    >>> from tribodex.core.components.straight import Closure, StraightBearing
    >>> s = section_of(
    ...     StraightBearing(45, 100, 25, Group.CN, Closure.OPEN), Shaft(45), None, None, None
    ... )
    >>> found = tool_set_up(WayOff.PRESS, Ring.INNER, s)
    >>> [part.name for part in found.right], found.right[0].outer_mm < s.inner_raceway_mm / 2
    (['plates', 'protector', 'ram'], True)
    """
    if way not in (WayOff.PRESS, WayOff.PULLER) or tight not in (Ring.INNER, Ring.OUTER):
        return None
    width, end = section.width_mm, 2.2 * section.width_mm
    shaft, inner, outer, outside = (
        mm / 2
        for mm in (
            section.bore_mm,
            section.inner_raceway_mm,
            section.outer_raceway_mm,
            section.outside_mm,
        )
    )
    clear = CLEAR_SHARE * (inner - shaft)
    radii = {Ring.INNER: (shaft + clear, inner - clear), Ring.OUTER: (outer + clear, outside)}
    other = Ring.OUTER if tight is Ring.INNER else Ring.INNER
    does = "plates under" if way is WayOff.PRESS else "jaws behind"
    parts = _press if way is WayOff.PRESS else _puller
    return ToolSetUp(
        end,
        parts(*radii[tight], width, end, section),
        parts(*radii[other], width, end, section),
        f"{does} the {tight} ring",
        f"{does} the {other} ring: through the rolling elements",
    )


def _press(
    low: float, high: float, width: float, end: float, section: BearingSection
) -> tuple[ToolPart, ...]:
    ram = section.bore_mm * 0.4
    return (
        ToolPart("plates", -0.45 * width, 0.0, low, high),
        ToolPart("protector", end, end + 0.12 * width, 0.0, ram),
        ToolPart("ram", end + 0.12 * width, end + 0.9 * width, 0.0, ram),
    )


def _puller(
    low: float, high: float, width: float, end: float, section: BearingSection
) -> tuple[ToolPart, ...]:
    arm = section.outside_mm / 2 * 1.12
    bar = end + 0.5 * width
    return (
        ToolPart("jaws", -0.3 * width, -0.12 * width, low, arm),
        # What bears on the ring: nothing else of the jaw touches a face.
        ToolPart("jaw's lip", -0.12 * width, 0.0, low, high),
        ToolPart("side rods", -0.3 * width, bar, arm, arm * 1.12),
        ToolPart("crosshead", bar, bar + 0.35 * width, 0.0, arm * 1.12),
        ToolPart("protector", end, end + 0.1 * width, 0.0, section.bore_mm * 0.3),
        ToolPart("screw", end + 0.1 * width, bar + 0.8 * width, 0.0, section.bore_mm * 0.14),
    )
