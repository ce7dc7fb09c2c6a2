"""What may follow at the shaft line, and what to say or measure next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from tribodex.core.bands_as_typed import ends_of
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Taper
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats, groove_conflict
from tribodex.core.lineup.growth import MATERIALS, Case
from tribodex.core.lineup.placing import NO_TRAVEL, closing_travel
from tribodex.core.quantities import LengthUnit, Shown, parse_temperature_c, read_length
from tribodex.core.topics.lineup import commands as cmd
from tribodex.core.topics.lineup import facts as ev
from tribodex.core.topics.lineup.moves import LineupDo as Do
from tribodex.core.topics.lineup.state import (
    ShaftState,
    conflict,
    crossed,
    floating_places,
    growth_of,
    results,
)
from tribodex.core.working import Level


def decide(desk: Desk, state: ShaftState, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    # Where there is one bearing it need not be named: what is said is kept under its own name,
    # never under none.
    if getattr(command, "place", None) is not None and not isinstance(command, cmd.SetOffset):
        command = replace(command, place=desk.job.placed(command.place))
    match command:
        case cmd.SayFloat():
            if why := groove_conflict(command.groove, command.floats):
                raise InvalidInput.at(
                    "groove", why, "the groove that goes with it, or what the bearing really does"
                )
            return [ev.FloatSaid(command.place, command.floats, command.groove)]
        case cmd.SayMark():
            return [_marked(desk, state, command)]
        case cmd.SayRings():
            near, far = (
                _several(getattr(command, side), side, (500, 200_000), command.shown)
                for side in ("near", "far")
            )
            return [
                ev.RingsSaid(
                    command.place,
                    _mm(command.seat, "seat", (5_000, 500_000), command.shown),
                    near,
                    far,
                )
            ]
        case cmd.LaySleeve():
            return [_laid(desk, command)]
        case cmd.SayRunning():
            return [_running(command)]
        case cmd.SetOffset():
            mm = _mm(command.offset, "offset", (0, 50_000), command.shown)
            # Where one bearing floats nobody has to name it.
            floating = floating_places(desk)
            if len(floating) > 1 and command.place not in floating:
                names = ", ".join(desk.job.place(place).name for place in floating)
                raise InvalidInput.at(
                    "place", "Several bearings float here: which one was set?", names
                )
            return [
                ev.OffsetSet(
                    -mm if command.away else mm,
                    command.offset.strip(),
                    command.place if len(floating) > 1 else "",
                )
            ]
        case _:
            return _measured(desk, command)


def _measured(desk: Desk, command: Any) -> Sequence[Fact]:
    """Play, gaps, feet, alignment and bolt holes, as they were measured."""
    match command:
        case cmd.ReadEndPlay():
            if len(crossed(desk)) < 2:
                raise Refused(
                    "End play belongs to a pair that is cross-located: two bearings, each holds one"
                    " way."
                )
            return [
                ev.EndPlayRead(
                    _mm(command.play, "play", (0, 50_000), command.shown),
                    command.faces == "outer",
                    command.play.strip(),
                )
            ]
        case cmd.SayGap():
            return [
                ev.GapSaid(
                    text(command.name, "name", "for example labyrinth"),
                    _mm(command.gap, "gap", (0, 100_000), command.shown),
                    command.closes,
                )
            ]
        case cmd.SayFeet():
            gaps = _several(command.gaps, "gaps", (0, 5_000), command.shown)
            if len(gaps) < 2:
                raise InvalidInput.at(
                    "gaps",
                    "One foot alone rocks on nothing.",
                    "the feeler under every foot, for example 0 + 0.05 + 0 + 0.12",
                )
            return [ev.FeetSaid(command.place, gaps)]
        case cmd.ReadAlignment():
            over = _mm(command.over, "over", (10_000, 20_000_000), command.shown)
            return [
                ev.AlignmentRead(
                    command.place,
                    _mm(command.offset, "offset", (0, 500_000), command.shown),
                    over,
                    command.labyrinth,
                    command.tool,
                )
            ]
        case cmd.SayBoltHoles():
            hole, bolt = (
                _mm(getattr(command, name), name, (3_000, 150_000), command.shown)
                for name in ("hole", "bolt")
            )
            if bolt > hole:
                raise InvalidInput.at(
                    "bolt", "The bolt is larger than its hole.", "bolt and hole as measured"
                )
            return [
                ev.BoltHolesSaid(
                    command.place,
                    hole,
                    bolt,
                    _mm(command.wanted, "wanted", (0, 100_000), command.shown),
                )
            ]
        case _:
            raise TypeError(f"the shaft line takes no {type(command).__name__}")


def _mm(typed: str, field: str, sensible_um: tuple[float, float], shown: Shown) -> float:
    return read_length(typed, field, LengthUnit.MM, sensible_um, shown, zero=sensible_um[0] == 0).mm


def _several(
    typed: str, field: str, sensible_um: tuple[float, float], shown: Shown
) -> tuple[float, ...]:
    parts = [part for part in typed.split("+") if part.strip()]
    return tuple(_mm(part, field, sensible_um, shown) for part in parts)


def _marked(desk: Desk, state: ShaftState, command: cmd.SayMark) -> ev.ShaftPlanned:
    at = _mm(command.at, "at", (0, 30_000_000), command.shown)
    before = state.shaft or ev.ShaftPlanned(0.0, "end of the shaft", (), ())
    others = tuple(along for along in before.bearings if along.place != command.place)
    bearings = tuple(sorted((*others, ev.Along(command.place, at)), key=lambda along: along.at_mm))
    width = max(
        (
            fitted.bearing.width_mm
            for place in desk.job.places
            if (fitted := desk.fitted(place.id)) is not None
        ),
        default=50.0,
    )
    # Drawn a little beyond its last bearing: nobody is asked how long the whole shaft is.
    length = max(before.length_mm, bearings[-1].at_mm + 1.5 * width)
    name = desk.job.place(command.place).name
    return replace(
        before,
        length_mm=length,
        datum=command.datum.strip() or before.datum,
        bearings=bearings,
        reason=f"centre mark of {name}",
    )


def _laid(desk: Desk, command: cmd.LaySleeve) -> ev.SleeveLaid:
    fitted = desk.fitted(command.place)
    if fitted is None:
        raise Refused("What is fitted here is not planned yet.")
    if fitted.seat != "adapter_sleeve":
        raise Refused(
            "The start position is computed for adapter sleeves alone: on another seat the bearing"
            " goes against its abutment."
        )
    if command.drive_up.strip():
        # A band as well as one value.
        ends = [
            _mm(end, "drive_up", (10, 20_000), command.shown) for end in ends_of(command.drive_up)
        ]
        if len(ends) > 2 or ends[0] > ends[-1]:
            raise InvalidInput.at(
                "drive_up",
                "A drive-up is one value or a band, least first.",
                "0.7 mm, 0.6 to 0.75 mm",
            )
        drive_up = Span(ends[0], ends[-1])
    elif fitted.drive_up_mm is not None:
        drive_up = fitted.drive_up_mm
    else:
        raise InvalidInput.at(
            "drive_up",
            "The plan says no drive-up for this bearing.",
            "the drive-up to come, for example 0.6 mm",
        )
    to_ring = _mm(command.sleeve_to_ring, "sleeve_to_ring", (0, 500_000), command.shown)
    taper = fitted.bearing.taper if isinstance(fitted.bearing, Bearing) else Taper.ONE_IN_12
    return ev.SleeveLaid(
        place=command.place,
        to_ring_mm=to_ring,
        drive_up_mm=drive_up,
        width_mm=fitted.bearing.width_mm,
        typed=command.sleeve_to_ring.strip(),
        closing_mm=NO_TRAVEL if command.at_zero else closing_travel(taper.slope),
        nut_side=command.nut_side,
        from_mark=command.from_mark,
        drive_typed=command.drive_up.strip(),
    )


def _running(command: cmd.SayRunning) -> ev.RunningSaid:
    for name in ("shaft_material", "base_material"):
        if getattr(command, name) not in MATERIALS:
            raise InvalidInput.at(
                name, "The expansion of this material is not kept here.", ", ".join(MATERIALS)
            )
    mount = parse_temperature_c(command.mount, "mount")
    shaft, base = (
        parse_temperature_c(command.running_shaft, "running_shaft"),
        parse_temperature_c(command.running_base, "running_base"),
    )
    cases = [Case("running", shaft, base)]
    # The shaft warms before its base does: that is when it grows most against it.
    if command.start_shaft.strip():
        cases.append(
            Case("at the start", parse_temperature_c(command.start_shaft, "start_shaft"), mount)
        )
    # In the cold it shrinks the other way, and the room on that side may not be enough.
    if command.cold.strip():
        cold = parse_temperature_c(command.cold, "cold")
        cases.append(Case("cold standstill", cold, cold))
    return ev.RunningSaid(command.shaft_material, command.base_material, mount, tuple(cases))


def computed(desk: Desk, state: ShaftState, floating: str) -> bool:
    """Whether a floating bearing can be placed: its seat with its rings, and the growth, are
    known."""
    return floating in state.rings and growth_of(desk, state, floating) is not None


def move(desk: Desk, state: ShaftState) -> Move:
    """What to say or measure next."""
    if why := conflict(desk):
        return Move(
            Do.SAY_FLOAT,
            "Stop: two held, or none",
            why,
            "The usual mistake after a change, and it kills bearings in weeks.",
            stops=True,
        )
    unknown = next((p for p in desk.job.places if desk.floats(p.id) is Floats.UNKNOWN), None)
    if unknown is not None:
        why = (
            "Look for locating rings: rings on both sides hold it, one ring in a two-ring housing"
            " does not. Ask where nobody knows."
        )
        return Move(
            Do.SAY_FLOAT,
            f"{unknown.name}: does it hold the shaft, or where does it float?",
            why,
            "Exactly one bearing of a shaft holds it.",
        )
    if stop := next(
        (
            r
            for r in results(desk, state)
            if r.verdict is not None and r.verdict.level is Level.STOP
        ),
        None,
    ):
        assert stop.verdict is not None  # it was just looked for
        return Move(
            Do.MEND, f"Stop: {stop.label}: {stop.verdict.word}", stop.verdict.reason, stops=True
        )
    if (asked := _still_asked(desk, state)) is not None:
        return asked
    return Move(
        Ask.NOTHING,
        "The shaft line is worked out",
        "Sleeves, gaps, feet and alignment can be entered as they are measured.",
    )


def _still_asked(desk: Desk, state: ShaftState) -> Move | None:
    """What is still to be said before every end has its room; None where it has, or where nothing
    floats.
    """
    if len(desk.job.places) < 2:
        return None
    for floating in floating_places(desk):
        name = desk.job.place(floating).name
        missing = next((p for p in desk.job.places if state.at_mm(p.id) is None), None)
        if missing is not None:
            return Move(
                Do.SAY_MARK,
                f"{missing.name}: centre mark from the datum",
                "From a shoulder or an end of the shaft that stays where it is.",
            )
        if floating not in state.rings:
            return Move(
                Do.SAY_RINGS,
                f"{name}: housing seat and rings",
                "Seat width less bearing and rings is the room to float.",
            )
        if growth_of(desk, state, floating) is None:
            return Move(
                Do.SAY_RUNNING,
                "Temperatures: mounted, running, base",
                "The shaft grows against its base; the floating bearing follows.",
            )
    if len(pair := crossed(desk)) > 1:
        if any(state.at_mm(place) is None for place in pair):
            first = next(desk.job.place(place).name for place in pair if state.at_mm(place) is None)
            return Move(
                Do.SAY_MARK,
                f"{first}: centre mark from the datum",
                "What the pair grows by goes with its distance.",
            )
        if state.running is None:
            return Move(
                Do.SAY_RUNNING,
                "Temperatures: mounted, running, base",
                "The shaft grows against its base: the pair is pinned, or set free.",
            )
        if state.end_play is None:
            why = (
                "A pair that is cross-located has no bearing that floats: its end play is what the"
                " growth has to go into."
            )
            return Move(Do.READ_END_PLAY, "End play of the pair, cold, pushed to and fro", why)
    return None
