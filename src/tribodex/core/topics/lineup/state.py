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
    offsets: dict[str, ev.OffsetSet] = field(default_factory=dict)
    end_play: ev.EndPlayRead | None = None
    gaps: dict[str, ev.GapSaid] = field(default_factory=dict)
    feet: dict[str, ev.FeetSaid] = field(default_factory=dict)
    alignment: dict[str, ev.AlignmentRead] = field(default_factory=dict)
    holes: dict[str, ev.BoltHolesSaid] = field(default_factory=dict)

    def at_mm(self, place: str) -> float | None:
        """Where a bearing's centre mark lies from the datum; None while nobody said."""
        return (
            next((along.at_mm for along in self.shaft.bearings if along.place == place), None)
            if self.shaft
            else None
        )


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
            state.offsets[fact.place] = fact
        case ev.EndPlayRead():
            state.end_play = fact
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
    said = [
        (
            p.name,
            desk.floats(p.id),
            fitted.bearing.kind if (fitted := desk.fitted(p.id)) is not None else None,
        )
        for p in places
    ]
    return float_conflict(said)


def floating_places(desk: Desk) -> list[str]:
    """The bearings that float in their seats or housings: each has its own distance from the one
    that is held, and its own room.
    """
    return [p.id for p in desk.job.places if desk.floats(p.id) in (Floats.SEAT, Floats.HOUSING)]


def floating_place(desk: Desk) -> str | None:
    """The bearing that floats in its seat or housing; None where none or several do."""
    found = floating_places(desk)
    # With several that float “the” floating one would be a guess.
    return found[0] if len(found) == 1 else None


def crossed(desk: Desk) -> list[str]:
    """The bearings of a cross-located pair: each holds one way."""
    return [p.id for p in desk.job.places if desk.floats(p.id) is Floats.CROSS]


def offset_of(desk: Desk, state: ShaftState, place: str) -> ev.OffsetSet | None:
    """Where a floating bearing was set; an entry without a place belongs to the only one that
    floats.
    """
    return state.offsets.get(place) or (
        state.offsets.get("") if floating_place(desk) == place else None
    )


def span_mm(desk: Desk, state: ShaftState, place: str) -> float | None:
    """From the held bearing's centre mark to a floating one's, or between a cross-located pair;
    None while one of them is not known.
    """
    pair = crossed(desk)
    held = next((p.id for p in desk.job.places if desk.floats(p.id) is Floats.HELD), None)
    other = next((one for one in pair if one != place), None) if place in pair else held
    if other is None or other == place:
        return None
    a, b = state.at_mm(other), state.at_mm(place)
    return abs(a - b) if a is not None and b is not None else None


def growth_of(desk: Desk, state: ShaftState, place: str | None = None) -> Result | None:
    """Growth between the bearings over the running states, of the only one that floats unless one
    is named; None while it is not known.
    """
    at = place or floating_place(desk) or next(iter(crossed(desk)), None)
    span, running = span_mm(desk, state, at) if at is not None else None, state.running
    if span is None or running is None:
        return None
    return grow.growth_range(
        span, running.shaft_material, running.base_material, running.mount_c, list(running.cases)
    )


def shift_mm(state: ShaftState, place: str) -> float:
    """How far its rings hold a bearing off its centre mark (mm), above zero away from the datum."""
    rings = state.rings.get(place)
    # A ring thicker on one side pushes the bearing off its mark by half of the difference.
    return (sum(rings.near_mm) - sum(rings.far_mm)) / 2 if rings is not None else 0.0


def float_at(desk: Desk, state: ShaftState, place: str) -> Result | None:
    """Where a floating bearing stands and what is left at both ends; None while seat or growth are
    not known.
    """
    growth, seat, fitted = growth_of(desk, state, place), state.rings.get(place), desk.fitted(place)
    if (
        growth is None
        or growth.value is None
        or growth.value_to is None
        or seat is None
        or fitted is None
    ):
        return None
    room = seat.seat_mm - fitted.bearing.width_mm - sum((*seat.near_mm, *seat.far_mm))
    set_at = offset_of(desk, state, place)
    return grow.place_float(
        # Rings that do not go in leave no room, not a negative one: that they are too wide is told
        # beside it.
        max(room, 0.0),
        Span(growth.value, growth.value_to),
        set_at.offset_mm if set_at else None,
    )


def end_play_left(desk: Desk, state: ShaftState) -> Result | None:
    """What is left of the end play of a cross-located pair; None while play or growth are not
    known.
    """
    growth = growth_of(desk, state) if crossed(desk) else None
    if growth is None or growth.value is None or growth.value_to is None or state.end_play is None:
        return None
    return grow.end_play(
        state.end_play.play_mm, Span(growth.value, growth.value_to), state.end_play.outer_faces
    )


def _moved(desk: Desk, state: ShaftState, names: dict[str, str]) -> list[Result]:
    """Growth, float and gaps: of every bearing that floats its own, in words where there are
    several.
    """
    found: list[Result] = []
    floating = floating_places(desk)
    reaches = []
    for place in floating or crossed(desk)[:1]:
        growth = growth_of(desk, state, place)
        if growth is None or growth.value is None or growth.value_to is None:
            continue
        reaches.append(Span(growth.value, growth.value_to))
        stands = float_at(desk, state, place) if floating else None
        for result in (growth, stands):
            if result is not None and len(floating) > 1:
                found.append(
                    replace(
                        result,
                        id=f"{result.id}_{place}",
                        label=f"{result.label}, {names.get(place, place)}",
                    )
                )
            elif result is not None:
                found.append(result)
    if (left := end_play_left(desk, state)) is not None:
        found.append(left)
    if reaches:
        # A gap is not said of one bearing: the farthest move counts.
        reach = Span(min(reach.low for reach in reaches), max(reach.high for reach in reaches))
        found += [grow.gap_left(gap.mm, reach, gap.closes, gap.name) for gap in state.gaps.values()]
    return found


def results(desk: Desk, state: ShaftState) -> list[Result]:
    """Everything that can be computed of what is known, in the order of work."""
    found: list[Result] = []
    names = {place.id: place.name for place in desk.job.places}

    def add(result: Result, where: str) -> None:
        found.append(
            replace(
                result,
                id=f"{result.id}_{where}",
                label=f"{result.label}, {names.get(where, where)}",
            )
        )

    for place, rings in state.rings.items():
        fitted = desk.fitted(place)
        if fitted is not None:
            add(
                placing.ring_rest(
                    rings.seat_mm,
                    fitted.bearing.width_mm,
                    rings.near_mm,
                    rings.far_mm,
                    desk.floats(place),
                ),
                place,
            )
    for place, laid in state.laid.items():
        add(
            placing.start_position(
                laid.to_ring_mm,
                laid.drive_up_mm,
                laid.width_mm,
                laid.closing_mm,
                shift_mm(state, place),
                centre_mark=laid.from_mark,
            ),
            place,
        )
    found += _moved(desk, state, names)
    for place, feet in state.feet.items():
        add(
            placing.soft_foot(
                [placing.Foot(f"foot {i}", mm) for i, mm in enumerate(feet.gaps_mm, 1)]
            ),
            place,
        )
    for place, holes in state.holes.items():
        add(placing.bolt_room(holes.hole_mm, holes.bolt_mm, holes.wanted_mm), place)
    for place, read in state.alignment.items():
        fitted = desk.fitted(place)
        if fitted is not None:
            add(
                placing.alignment(
                    read.offset_mm, read.over_mm, fitted.bearing.kind, read.labyrinth
                ),
                place,
            )
    return found
