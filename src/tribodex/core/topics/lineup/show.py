"""The shaft line in words, drawn, and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.said import mm, mm_each
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.growth import MATERIALS
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.lineup import commands as cmd
from tribodex.core.topics.lineup import facts as ev
from tribodex.core.topics.lineup.dimensions import (
    Beside,
    Dimension,
    beside,
    dimensions,
)
from tribodex.core.topics.lineup.moves import LineupDo as Do
from tribodex.core.topics.lineup.state import ShaftState, floating_place, results
from tribodex.core.working import Result


def _sum(rings: Sequence[float]) -> str:
    return " + ".join(f"{ring:g}" for ring in rings) or "none"


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.ShaftPlanned():
            marks = ", ".join(f"{along.at_mm:g} mm" for along in fact.bearings)
            return (
                f"Shaft line, from {fact.datum}: centre marks at {marks}."
                if marks
                else f"Shaft line drawn, from {fact.datum}."
            )
        case ev.FloatSaid():
            groove = f", snap ring in the {fact.groove} groove" if fact.groove else ""
            return f"Bearing {fact.place}: {fact.floats.words}{groove}."
        case ev.RingsSaid():
            return (
                f"Bearing {fact.place}: seat {fact.seat_mm:g} mm, rings near {_sum(fact.near_mm)},"
                f" far {_sum(fact.far_mm)} mm."
            )
        case ev.SleeveLaid():
            nut = f", nut {fact.nut_side}" if fact.nut_side else ""
            read = "at rest" if fact.closing_mm.high else "at the zero"
            return (
                f"Bearing {fact.place} laid on its sleeve{nut}: thread end to ring"
                f" {fact.to_ring_mm:g} mm, {read}."
            )
        case ev.EndPlayRead():
            return (
                f"End play of the pair {fact.play_mm:g} mm, held at the"
                f" {'outer' if fact.outer_faces else 'inner'} faces."
            )
        case ev.RunningSaid():
            cases = "; ".join(
                f"{c.name}: shaft {c.shaft_c:g} °C, base {c.base_c:g} °C" for c in fact.cases
            )
            return (
                f"Mounted at {fact.mount_c:g} °C, {fact.shaft_material} on {fact.base_material};"
                f" {cases}."
            )
        case ev.OffsetSet():
            way = "towards" if fact.offset_mm >= 0 else "away from"
            which = f"Bearing {fact.place}" if fact.place else "Floating bearing"
            return f"{which} set {abs(fact.offset_mm):g} mm {way} the fixed one."
        case ev.GapSaid():
            return (
                f"Gap {fact.name}: {fact.mm:g} mm, growth"
                f" {'closes' if fact.closes else 'opens'} it."
            )
        case ev.FeetSaid():
            return f"Bearing {fact.place}, under its feet: {_sum(fact.gaps_mm)} mm."
        case ev.AlignmentRead():
            return (
                f"Bearing {fact.place}: {fact.offset_mm:g} mm over {fact.over_mm:g} mm by"
                f" {fact.tool}."
            )
        case ev.BoltHolesSaid():
            return (
                f"Bearing {fact.place}: bolt {fact.bolt_mm:g} in hole {fact.hole_mm:g} mm,"
                f" {fact.wanted_mm:g} mm wanted."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.FloatSaid():
            return cmd.SayFloat(fact.place, fact.floats, fact.groove)
        case ev.RingsSaid():
            return cmd.SayRings(
                fact.place, mm(fact.seat_mm), mm_each(fact.near_mm), mm_each(fact.far_mm)
            )
        case ev.SleeveLaid():
            # The plan's is a range; one figure was typed.
            own = mm(fact.drive_up_mm.low) if fact.drive_up_mm.low == fact.drive_up_mm.high else ""
            return cmd.LaySleeve(
                fact.place,
                mm(fact.to_ring_mm),
                fact.nut_side,
                fact.closing_mm.high == 0,
                fact.drive_typed or own,
                fact.from_mark,
            )
        case ev.EndPlayRead():
            return cmd.ReadEndPlay(mm(fact.play_mm), "outer" if fact.outer_faces else "inner")
        case ev.OffsetSet():
            return cmd.SetOffset(mm(abs(fact.offset_mm)), fact.offset_mm < 0, fact.place)
        case ev.GapSaid():
            return cmd.SayGap(fact.name, mm(fact.mm), fact.closes)
        case ev.FeetSaid():
            return cmd.SayFeet(fact.place, mm_each(fact.gaps_mm))
        case _:
            return None


@dataclass(frozen=True)
class LineBearing:
    """A bearing on the drawn shaft (mm); lengths that nobody knows are None and are drawn at a
    usual place.
    """

    id: str
    name: str
    label: str
    floats: Floats
    short: str
    at_mm: float | None
    drawn_at_mm: float
    bore_mm: float
    outside_mm: float
    width_mm: float


@dataclass(frozen=True)
class LineDrawing:
    """The shaft line to scale, mm from the datum."""

    length_mm: float
    known: bool
    datum: str
    shaft_mm: float
    bearings: tuple[LineBearing, ...]
    parts: tuple[ev.ShaftPart, ...]
    dimensions: tuple[Dimension, ...]
    beside: tuple[Beside, ...]


@dataclass(frozen=True)
class FloatChoice:
    """A way to hold the shaft or let it grow."""

    value: Floats
    words: str


@dataclass(frozen=True)
class LineUpWork:
    """The shaft line as its panel shows it."""

    topic: Literal["lineup"]
    drawing: LineDrawing
    choices: tuple[FloatChoice, ...]
    materials: tuple[str, ...]
    floating: str
    rings: tuple[ev.RingsSaid, ...]
    gaps: tuple[ev.GapSaid, ...]
    running: ev.RunningSaid | None
    asks: Do | None


def drawing(desk: Desk, state: ShaftState) -> LineDrawing:
    """The shaft to scale with its bearings. What nobody has measured is drawn at a usual place, and
    said to be so.
    """
    fitted = {place.id: desk.fitted(place.id) for place in desk.job.places}
    outside = max((f.bearing.outside_mm for f in fitted.values() if f is not None), default=160.0)
    length = state.shaft.length_mm if state.shaft and state.shaft.length_mm else 8 * outside
    known = all(state.at_mm(place.id) is not None for place in desk.job.places)
    bearings = []
    for i, place in enumerate(desk.job.places):
        at, here = state.at_mm(place.id), fitted[place.id]
        usual = (
            length * (0.2 + 0.6 * i / max(1, len(desk.job.places) - 1))
            if len(desk.job.places) > 1
            else length / 2
        )
        bearing = here.bearing if here is not None else None
        floats = desk.floats(place.id)
        bearings.append(
            LineBearing(
                id=place.id,
                name=place.name,
                label=bearing.label if bearing else "",
                floats=floats,
                short=floats.short,
                at_mm=at,
                drawn_at_mm=usual if at is None else at,
                bore_mm=bearing.bore_mm if bearing else 100,
                outside_mm=bearing.outside_mm if bearing else outside,
                width_mm=bearing.width_mm if bearing else 50,
            )
        )
    shaft_mm = next((f.shaft.diameter_mm for f in fitted.values() if f is not None), 0.6 * outside)
    datum = state.shaft.datum if state.shaft else "end of the shaft"
    parts = state.shaft.parts if state.shaft else ()
    return LineDrawing(
        length_mm=length,
        known=known,
        datum=datum,
        shaft_mm=shaft_mm,
        bearings=tuple(bearings),
        parts=parts,
        dimensions=dimensions(desk, state),
        beside=beside(desk, state),
    )


def view(desk: Desk, state: ShaftState) -> LineUpWork:
    """The shaft line as it is shown."""
    return LineUpWork(
        asks=None,
        topic="lineup",
        drawing=drawing(desk, state),
        choices=tuple(FloatChoice(floats, floats.words) for floats in Floats),
        materials=tuple(MATERIALS),
        floating=floating_place(desk) or "",
        rings=tuple(state.rings.values()),
        gaps=tuple(state.gaps.values()),
        running=state.running,
    )


def figures(desk: Desk, state: ShaftState) -> Sequence[Result]:
    """Everything computed of the shaft line."""
    return results(desk, state)


def record(desk: Desk, state: ShaftState) -> Sequence[Section]:
    """The shaft line as the record holds it: who holds the shaft, marks, and every figure with its
    working.
    """
    found = results(desk, state)
    marked = (
        tuple((along.place, f"{along.at_mm:g}") for along in state.shaft.bearings)
        if state.shaft
        else ()
    )
    names = {place.id: place.name for place in desk.job.places}
    if not found and not marked and not state.floats:
        return []
    lines = tuple(f"{place.name}: {desk.floats(place.id).words}." for place in desk.job.places)
    datum = state.shaft.datum if state.shaft else "the datum"
    table = Table(
        ("Bearing", f"Centre mark from {datum}, mm"),
        tuple((names.get(p, p), mm) for p, mm in marked),
    )
    return [Section("Shaft line", lines, (table,) if marked else (), tuple(found))]
