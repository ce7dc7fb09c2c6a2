"""Every dimension of a shaft line, as it is drawn on the screen and scribed from the mark-out
sheet.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from tribodex.core.components.bands import Span
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import travel_text
from tribodex.core.topics.lineup.state import (
    ShaftState,
    crossed,
    floating_places,
    growth_of,
    offset_of,
    shift_mm,
)

Along = Literal["shaft", "part", "mark", "sleeve", "span"]


@dataclass(frozen=True)
class Dimension:
    """A length along the shaft (mm from the datum), named in words. `to_mm` is a range where only
    its ends are known.
    """

    kind: Along
    name: str
    from_mm: float
    to_mm: Span

    @property
    def length_mm(self) -> Span:
        """How long it is (mm)."""
        return Span(self.to_mm.low - self.from_mm, self.to_mm.high - self.from_mm)


@dataclass(frozen=True)
class Beside:
    """What is too small to draw along the shaft: rings, float, gaps. `place` is empty for the whole
    shaft.
    """

    place: str
    text: str


def dimensions(desk: Desk, state: ShaftState) -> tuple[Dimension, ...]:
    """What can be scribed or checked along the shaft, the shortest first: only what somebody
    measured or planned.
    """
    found: list[Dimension] = []
    shaft = state.shaft
    if shaft is None:
        return ()
    if shaft.length_mm:
        found.append(_to("shaft", "length of the shaft", 0.0, shaft.length_mm))
    found += [_to("part", f"middle of {part.name}", 0.0, part.at_mm) for part in shaft.parts]
    for place in desk.job.places:
        at = state.at_mm(place.id)
        if at is not None:
            found.append(_to("mark", f"centre mark of {place.name}", 0.0, at))
        if (ends := sleeve_ends_mm(state, place.id)) is not None:
            found.append(Dimension("sleeve", f"thread end of the sleeve, {place.name}", 0.0, ends))
    marks = sorted(
        (at, place.name) for place in desk.job.places if (at := state.at_mm(place.id)) is not None
    )
    found += [
        _to("span", f"between the centre marks, {one} to {other}", a, b)
        for (a, one), (b, other) in pairwise(marks)
    ]
    return tuple(sorted(found, key=lambda d: d.length_mm.high))


def _to(kind: Along, name: str, from_mm: float, to_mm: float) -> Dimension:
    return Dimension(kind, name, from_mm, Span(to_mm, to_mm))


def sleeve_ends_mm(state: ShaftState, place: str) -> Span | None:
    """Where the sleeve's thread end has to lie, on its nut's side, so that the bearing ends where
    its mark and its rings want it.

    None while mark, sleeve or the side of the nut are not known.
    """
    laid, at = state.laid.get(place), state.at_mm(place)
    if laid is None or at is None or not laid.nut_side:
        return None
    reach, centre = laid.to_ring_mm + laid.width_mm / 2, at + shift_mm(state, place)
    near, far = (
        reach + laid.closing_mm.low + laid.drive_up_mm.low,
        reach + laid.closing_mm.high + laid.drive_up_mm.high,
    )
    return (
        Span(centre + near, centre + far)
        if laid.nut_side == "away from the datum"
        else Span(centre - far, centre - near)
    )


def beside(desk: Desk, state: ShaftState) -> tuple[Beside, ...]:
    """Rings, float and gaps in words, bearing by bearing."""
    found: list[Beside] = []
    for place in desk.job.places:
        found.append(Beside(place.id, desk.floats(place.id).words))
        if (rings := state.rings.get(place.id)) is not None:
            near, far = (_rings(side) for side in (rings.near_mm, rings.far_mm))
            found.append(
                Beside(
                    place.id,
                    f"seat {travel_text(rings.seat_mm)} wide; rings on the side of the datum"
                    f" {near}, far side {far}",
                )
            )
        if (
            place.id in floating_places(desk)
            and (set_at := offset_of(desk, state, place.id)) is not None
        ):
            way = "towards" if set_at.offset_mm >= 0 else "away from"
            found.append(
                Beside(
                    place.id, f"set {travel_text(abs(set_at.offset_mm))} {way} the fixed bearing"
                )
            )
        if (laid := state.laid.get(place.id)) is not None and not laid.nut_side:
            found.append(
                Beside(
                    place.id,
                    "on which side its nut stands is not said: its sleeve is not marked out",
                )
            )
        if abs(shift_mm(state, place.id)) >= 0.05:
            off = "away from" if shift_mm(state, place.id) > 0 else "towards"
            found.append(
                Beside(
                    place.id,
                    f"by its rings {travel_text(abs(shift_mm(state, place.id)))} off its mark,"
                    f" {off} the datum",
                )
            )
    several = len(floating_places(desk)) > 1
    for at in floating_places(desk) or crossed(desk)[:1]:
        growth = growth_of(desk, state, at)
        if growth is not None and growth.value is not None and growth.value_to is not None:
            whose = at if several else ""
            found.append(
                Beside(
                    whose,
                    f"growth between the bearings {travel_text(growth.value)} to"
                    f" {travel_text(growth.value_to)}",
                )
            )
    found += [
        Beside(
            "",
            f"{gap.name}: {travel_text(gap.mm)} now, growth"
            f" {'closes' if gap.closes else 'opens'} it",
        )
        for gap in state.gaps.values()
    ]
    if not any(desk.floats(place.id) is not Floats.UNKNOWN for place in desk.job.places):
        found.append(Beside("", "which bearing is fixed is not said yet"))
    return tuple(found)


def _rings(rings: tuple[float, ...]) -> str:
    return " + ".join(travel_text(ring) for ring in rings) or "none"
