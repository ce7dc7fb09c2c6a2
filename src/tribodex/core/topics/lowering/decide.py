"""Into the base: judged by who holds the weight, by what is pinched, and by the ring that holds or
does not.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import LengthUnit, parse_mass_g, read_length, travel_text
from tribodex.core.topics import lineup
from tribodex.core.topics.lineup.state import shift_mm
from tribodex.core.topics.lowering.commands import LowerIn
from tribodex.core.topics.lowering.facts import LoweredIn
from tribodex.core.topics.lowering.moves import LoweringDo as Do
from tribodex.core.topics.lowering.state import Lowering
from tribodex.core.working import Level, Verdict

STAGE = "lower_in"
# More than this is not held by hands (kg; common practice, no source).
BY_HAND_KG = 20.0
# A ring that dropped in elsewhere than its rings say is looked at (mm; own choice).
SHIFT_MM = 1.0


class LoweringCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BY_HAND = "lowering.by_hand"
    PINCHED = "lowering.pinched"
    RING_MISSING = "lowering.ring_missing"
    RING_AND_FLOATS = "lowering.ring_and_floats"
    FIXED_OR_FLOATING = "lowering.fixed_or_floating"


def decide(desk: Desk, state: Lowering, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput."""
    if not isinstance(command, LowerIn):
        raise TypeError(f"lowering takes no {type(command).__name__}")
    kg = None
    if command.weight.strip():
        said = command.weight.strip()
        kg = parse_mass_g(f"{said} kg" if said[-1:].isdigit() else said, "weight") / 1000
    shift = None
    if command.shift.strip():
        shift = read_length(
            command.shift, "shift", LengthUnit.MM, (0.0, 100_000.0), command.shown, zero=True
        ).mm
    ring = ring_now(desk, command.ring == "in")
    # Whether it holds or floats may be said later: what nobody knows is no verdict on what was done
    # here.
    stops = ring if ring is not None and ring.level is Level.STOP else None
    verdicts = [
        v
        for v in (_held(command, kg), _guided(command), stops, _shifted(desk, shift))
        if v is not None
    ]
    fine = Verdict("in its base", Level.GOOD, "Seal rings in their grooves, weight held.")
    return [
        LoweredIn(
            who=text(command.who, "who", "who lowers, who guides"),
            lifted_by=command.lifted_by,
            guided=command.guided,
            ring_in=command.ring == "in",
            weight_kg=kg,
            shift_mm=shift,
            typed=command.shift.strip(),
            verdicts=tuple(verdicts) or (fine,),
        )
    ]


def _held(command: LowerIn, kg: float | None) -> Verdict | None:
    if command.lifted_by != "hands" or (kg is not None and kg <= BY_HAND_KG):
        return None
    what = f"{kg:.0f} kg" if kg is not None else "a weight that nobody knows"
    why = (
        f"{what} held by hands alone: lifting gear from {BY_HAND_KG:.0f} kg on, and nobody under"
        " it. Look for damage, and say how it was held."
    )
    return Verdict("by hands alone", Level.STOP, why, code=LoweringCode.BY_HAND)


def _guided(command: LowerIn) -> Verdict | None:
    if command.guided:
        return None
    why = "A seal ring beside its groove is crushed when the cap closes: up again, guide it in."
    return Verdict("seal ring pinched", Level.STOP, why, code=LoweringCode.PINCHED)


def ring_now(desk: Desk, ring: bool) -> Verdict | None:
    """Whether the locating ring is right for what the shaft line says now of this bearing; None
    where nothing speaks against it.
    """
    floats = desk.floats(desk.at)
    if floats is Floats.UNKNOWN:
        why = (
            "Does this bearing hold the shaft or float? Said at the shaft line, it decides whether"
            " a ring belongs here."
        )
        return Verdict(
            "fixed or floating?", Level.UNKNOWN, why, code=LoweringCode.FIXED_OR_FLOATING
        )
    if floats is Floats.HELD and not ring:
        why = (
            "This bearing holds the shaft, and no locating ring is in: nothing holds it along"
            " itself."
        )
        return Verdict("locating ring missing", Level.STOP, why, code=LoweringCode.RING_MISSING)
    if floats is Floats.SEAT and ring:
        why = (
            "This bearing floats in its seat, and a locating ring is in: two held bearings kill"
            " each other. Ring out."
        )
        return Verdict(
            "ring in a floating seat", Level.STOP, why, code=LoweringCode.RING_AND_FLOATS
        )
    return None


def _shifted(desk: Desk, shift: float | None) -> Verdict | None:
    planned = planned_shift(desk)
    if shift is None or planned is None or abs(shift - abs(planned)) <= SHIFT_MM:
        return None
    why = (
        f"Shifted by {travel_text(shift)}; by its rings the bearing comes"
        f" {travel_text(abs(planned))} off the middle. Measure rings and seat again."
    )
    return Verdict("shift is not the rings'", Level.WATCH, why)


def planned_shift(desk: Desk) -> float | None:
    """How far the rings put the bearing off the middle of its seat (mm, away from the datum); None
    where nobody measured them.
    """
    line = desk.job.of(lineup.TOPIC, SHAFT)
    return shift_mm(line, desk.at) if desk.at in line.rings else None


def claims(desk: Desk, state: Lowering) -> tuple[Claim, ...]:
    """In its base, nothing pinched, the ring as the shaft line wants it now: who holds the shaft
    may be said anew after it is down.
    """
    now = ring_now(desk, state.down.ring_in) if state.down is not None else None
    return (
        Claim(
            "lowering.in",
            "in its base, seal rings in their grooves, locating ring as it should be",
            STAGE,
            desk.at,
            (LoweredIn,),
            now=now,
        ),
    )


def verdicts_of(desk: Desk, state: Lowering) -> tuple[Verdict, ...]:
    """What holds of it now: as it was judged, and the ring against what the shaft line says
    today."""
    if state.down is None:
        return ()
    now = ring_now(desk, state.down.ring_in)
    kept = tuple(
        v
        for v in state.down.verdicts
        if now is None or (v.code != now.code and v.level is not Level.GOOD)
    )
    return kept if now is None else (*kept, now)


def move(desk: Desk, state: Lowering) -> Move:
    """What to do next."""
    if state.down is not None:
        worst = next(
            (v for v in verdicts_of(desk, state) if v.level in (Level.STOP, Level.UNKNOWN)), None
        )
        if worst is not None:
            return stopped_by(Do.LOWER, worst, "Put it right, and say how it stands then.")
        return Move(
            Ask.NOTHING,
            "In its base",
            "Seal rings in their grooves; the support stays until the base bolts are in.",
        )
    floats, shift = desk.floats(desk.at), planned_shift(desk)
    ring = {
        Floats.HELD: "shift the shaft until the locating ring drops in on its side",
        Floats.SEAT: "no locating ring: it floats in the middle of its room",
    }.get(floats, "locating ring as it belongs here")
    by = (
        f" By its rings it comes {travel_text(abs(shift))} off the middle."
        if shift is not None and abs(shift) >= 0.05
        else ""
    )
    why = (
        "One lowers, one guides: shaft down evenly, both seal rings into their grooves, then"
        f" {ring}.{by} Keep free: fingers, joint faces, shims."
    )
    return Move(
        Do.LOWER,
        "Lower it into its base",
        why,
        "From about 20 kg lifting gear; nobody under the shaft, nobody's fingers between.",
    )
