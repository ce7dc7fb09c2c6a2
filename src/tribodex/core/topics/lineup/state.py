"""The shaft line as it is known now, and what is computed of it."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import assert_never

from tribodex.core.components.bands import Span
from tribodex.core.job.facts import Event
from tribodex.core.job.topic import Desk
from tribodex.core.lineup import growth as grow
from tribodex.core.lineup import placing
from tribodex.core.lineup.floating import Floats, float_conflict
from tribodex.core.topics.lineup import facts as ev
from tribodex.core.working import Result


@dataclass
class ShaftState:
    """A shaft line, now. Mutable only inside fold()."""

    shaft: ev.ShaftPlanned | None = None
    floats: dict[str, Floats] = field(default_factory=dict)
    rings: dict[str, ev.RingsSaid] = field(default_factory=dict)
    laid: dict[str, ev.SleeveLaid] = field(default_factory=dict)
    running: ev.RunningSaid | None = None
    offset: ev.OffsetSet | None = None
    gaps: dict[str, ev.GapSaid] = field(default_factory=dict)
    feet: dict[str, ev.FeetSaid] = field(default_factory=dict)
    alignment: dict[str, ev.AlignmentRead] = field(default_factory=dict)
    holes: dict[str, ev.BoltHolesSaid] = field(default_factory=dict)

    def at_mm(self, place: str) -> float | None:
        """Where a bearing's centre mark lies from the datum; None while nobody said."""
        return next((along.at_mm for along in self.shaft.bearings if along.place == place), None) if self.shaft else None


def fold(state: ShaftState, _: Event, fact: ev.LineupFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.ShaftPlanned():
            state.shaft = fact
        case ev.FloatSaid():
            state.floats[fact.place] = fact.floats
        case ev.RunningSaid():
            state.running = fact
        case ev.OffsetSet():
            state.offset = fact
        case ev.GapSaid():
            state.gaps[fact.name] = fact
        case ev.RingsSaid():
            state.rings[fact.place] = fact
        case ev.SleeveLaid():
            state.laid[fact.place] = fact
        case ev.FeetSaid():
            state.feet[fact.place] = fact
        case ev.AlignmentRead():
            state.alignment[fact.place] = fact
        case ev.BoltHolesSaid():
            state.holes[fact.place] = fact
        case _:
            assert_never(fact)


def conflict(desk: Desk) -> str:
    """Why the bearings of this shaft cannot stand as they were said to; empty where they can."""
    places = desk.job.places
    said = [(p.name, desk.floats(p.id), fitted.bearing.kind if (fitted := desk.fitted(p.id)) is not None else None) for p in places]
    return float_conflict(said)


def floating_place(desk: Desk) -> str | None:
    """The bearing that floats in its seat or housing; None where none or several do."""
    found = [p.id for p in desk.job.places if desk.floats(p.id) in (Floats.SEAT, Floats.HOUSING)]
    return found[0] if len(found) == 1 else None


def span_mm(desk: Desk, state: ShaftState) -> float | None:
    """Between the centre marks of the held and the floating bearing; None while one of them is not known."""
    floating = floating_place(desk)
    held = next((p.id for p in desk.job.places if desk.floats(p.id) is Floats.HELD), None)
    if floating is None or held is None:
        return None
    a, b = state.at_mm(held), state.at_mm(floating)
    return abs(a - b) if a is not None and b is not None else None


def growth_of(desk: Desk, state: ShaftState) -> Result | None:
    """Growth between the bearings over the running states; None while span or temperatures are not known."""
    span, running = span_mm(desk, state), state.running
    if span is None or running is None:
        return None
    return grow.growth_range(span, running.shaft_material, running.base_material, running.mount_c, list(running.cases))


def results(desk: Desk, state: ShaftState) -> list[Result]:
    """Everything that can be computed of what is known, in the order of work."""
    found: list[Result] = []
    names = {place.id: place.name for place in desk.job.places}

    def add(result: Result, where: str) -> None:
        found.append(replace(result, id=f"{result.id}_{where}", label=f"{result.label}, {names.get(where, where)}"))

    for place, rings in state.rings.items():
        fitted = desk.fitted(place)
        if fitted is not None:
            add(placing.ring_rest(rings.seat_mm, fitted.bearing.width_mm, rings.near_mm, rings.far_mm, desk.floats(place)), place)
    for place, laid in state.laid.items():
        add(placing.start_position(laid.to_ring_mm, laid.drive_up_mm, laid.width_mm), place)
    growth = growth_of(desk, state)
    if growth is not None and growth.value is not None and growth.value_to is not None:
        reach = Span(growth.value, growth.value_to)
        found.append(growth)
        floating = floating_place(desk)
        seat, fitted = state.rings.get(floating or ""), desk.fitted(floating) if floating else None
        if seat is not None and fitted is not None:
            room = seat.seat_mm - fitted.bearing.width_mm - sum((*seat.near_mm, *seat.far_mm))
            if room >= 0:
                found.append(grow.place_float(room, reach, state.offset.offset_mm if state.offset else None))
        found += [grow.gap_left(gap.mm, reach, gap.closes, gap.name) for gap in state.gaps.values()]
    for place, feet in state.feet.items():
        add(placing.soft_foot([placing.Foot(f"foot {i}", mm) for i, mm in enumerate(feet.gaps_mm, 1)]), place)
    for place, holes in state.holes.items():
        add(placing.bolt_room(holes.hole_mm, holes.bolt_mm, holes.wanted_mm), place)
    for place, read in state.alignment.items():
        fitted = desk.fitted(place)
        if fitted is not None:
            add(placing.alignment(read.offset_mm, read.over_mm, fitted.bearing.kind, read.labyrinth), place)
    return found
