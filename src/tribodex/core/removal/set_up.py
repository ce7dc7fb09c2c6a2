"""Where the force goes on the bearing before you, and where it must never go: points of its half section, to draw."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.section import BearingSection
from tribodex.core.components.shaft import Seat
from tribodex.core.removal.ways import Ring, WayOff


@dataclass(frozen=True)
class ForceMark:
    """A point of the half section (mm from the ring's far face, and radius): right or wrong to push, pull or strike there.

    `towards` is the way of the arrow along the shaft: 1 away from the far face, towards the nut; -1 the other way.
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
    Source: common practice, no source: force goes through the tight ring, never through the rolling elements.

    >>> from tribodex.core.components.bearing import Bearing, Group, Taper
    >>> from tribodex.core.components.section import section_of
    >>> from tribodex.core.components.shaft import Seat, Shaft
    >>> s = section_of(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), Shaft(80), Seat.ADAPTER_SLEEVE, 65, 120)
    >>> [(m.at_mm, m.right) for m in force_marks(WayOff.RELEASE, Ring.INNER, s)]
    [(65, True), (40, False)]
    """
    inner = (section.bore_mm + section.inner_raceway_mm) / 4
    outer = (section.outside_mm + section.outer_raceway_mm) / 4
    width = section.width_mm
    if way in (WayOff.RELEASE, WayOff.OWN_NUT) and section.seat is Seat.ADAPTER_SLEEVE:
        end = section.sleeve_length_mm or 1.6 * width
        wall = (section.shaft_mm + section.bore_mm) / 4
        words = "strike here: the sleeve's thread end" if way is WayOff.RELEASE else "the captive nut draws here"
        return (
            ForceMark(end, wall, -1 if way is WayOff.RELEASE else 1, True, words),
            ForceMark(width, outer, -1, False, "never on a ring: it goes through the rollers"),
        )
    if way is WayOff.RELEASE:
        return (
            ForceMark(width, inner, -1, True, "oil between the faces, or a puller at the inner ring"),
            ForceMark(width, outer, -1, False, "never on the outer ring"),
        )
    if way is WayOff.CUT:
        return ()
    does = {WayOff.PULLER: "jaws behind", WayOff.PRESS: "plates under", WayOff.HEAT: "heat"}.get(way, "on")
    radii = {Ring.INNER: (inner, outer), Ring.OUTER: (outer, inner)}
    if tight in radii:
        good, bad = radii[tight]
        other = "outer" if tight is Ring.INNER else "inner"
        return (
            ForceMark(0.0, good, 1, True, f"{does} the {tight} ring"),
            ForceMark(0.0, bad, 1, False, f"never the {other} ring: it goes through the rollers"),
        )
    if tight is Ring.BOTH:
        return tuple(ForceMark(0.0, radius, 1, True, f"{does} both rings, evenly") for radius in (inner, outer))
    return ()
