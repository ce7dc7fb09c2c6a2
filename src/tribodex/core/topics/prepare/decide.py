"""What may follow while a seat is prepared, and what to measure next."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.fits.ring_bore import judge_ring_bore
from tribodex.core.fits.seat import (
    DIRECTIONS,
    REAL_FIT,
    REAL_FIT_WORDS,
    SECTIONS,
    SeatKind,
    Spot,
    cylindrical_seat,
    deviation_um,
    judge_seat,
    next_spot,
    real_fit,
    sleeve_seat,
    sliding_seat,
)
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import named, text
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_temperature_c, read_length
from tribodex.core.topics.prepare import commands as cmd
from tribodex.core.topics.prepare import facts as ev
from tribodex.core.topics.prepare.moves import PrepareDo as Do
from tribodex.core.topics.prepare.state import Prepared, next_bore
from tribodex.core.working import Level, Result, Verdict


class DressingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_DRESSED_YET = "dressing.not_dressed_yet"


# A micrometer reading this far from nominal is another size, or a slip (mm).
FAR_MM = 1.0
DIRECTION_WORDS = {1: "top to bottom", 2: "at 45°", 3: "side to side", 4: "at 135°"}


def decide(desk: Desk, state: Prepared, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput, NotFound or Refused."""
    match command:
        case cmd.PlanSeat():
            return [_planned(command)]
        case cmd.ReadSeat():
            return [_read(state, command)]
        case cmd.SayWarmth():
            return [_warmth(command)]
        case cmd.SeeOnSeat():
            return [ev.SeatSeen(command.seen, command.where.strip())]
        case cmd.DressSeat():
            found = state.seen.get(command.number)
            if found is None:
                raise NotFound(f"Entry {command.number} says nothing of the seat.")
            if found.dressed_by:
                raise Refused("That is dressed already.")
            return [ev.SeatDressed(command.number)]
        case cmd.JudgeSeat():
            return [ev.SeatJudged(verdict(state))]
        case cmd.AcceptSeat():
            if state.judged is None or state.judged.verdict.level is not Level.STOP:
                raise Refused("There is nothing of that kind to accept now.")
            return [ev.SeatAccepted(*named(command.name, command.reason))]
        case _:
            raise TypeError(f"a seat takes no {type(command).__name__}")


_WORSE = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)


def _planned(command: cmd.PlanSeat) -> ev.SeatPlanned:
    nominal = read_length(
        command.nominal, "nominal", LengthUnit.MM, (10_000, 500_000), command.shown
    ).mm
    reason = text(
        command.reason, "reason", "why it should measure that, for example “by the drawing”"
    )
    if command.seat is SeatKind.SLEEVE:
        return ev.SeatPlanned(sleeve_seat(nominal), None, reason)
    if command.seat is SeatKind.SLIDING:
        return ev.SeatPlanned(
            sliding_seat(nominal, text(command.shaft_class, "shaft_class", "h6, h7, h8 or h9")),
            None,
            reason,
        )
    return ev.SeatPlanned(
        cylindrical_seat(
            nominal, text(command.shaft_class, "shaft_class", "for example k5, m6, n6")
        ),
        None,
        reason,
    )


def _read(state: Prepared, command: cmd.ReadSeat) -> ev.SeatRead:
    if state.planned is None:
        raise Refused("First say what the seat should measure.")
    section, direction = _spot(state, command)
    nominal = state.planned.spec.nominal_mm
    sensible = ((nominal - FAR_MM) * 1000, (nominal + FAR_MM) * 1000)
    size = read_length(command.size, "size", LengthUnit.MM, sensible, command.shown).mm
    return ev.SeatRead(command.what, section, direction, round(size, 5), command.size.strip())


def _spot(state: Prepared, command: cmd.ReadSeat) -> Spot:
    """Where it was read: as said, or the next spot that was not read."""
    if command.section is None and command.direction is None:
        spot = (
            next_bore(state)
            if command.what == "bore"
            else next_spot(state.shaft_mm) or next_spot(state.shaft_mm, SECTIONS)
        )
        if spot is None:
            raise InvalidInput.at(
                "section",
                "Every spot was read: tap the one that is read again.",
                "1 to 3, from the end of the shaft",
            )
        return spot
    if command.section not in SECTIONS:
        raise InvalidInput.at(
            "section",
            f"Section {command.section} is not on this seat.",
            "1 to 3, from the end of the shaft",
        )
    if command.direction not in DIRECTIONS:
        raise InvalidInput.at(
            "direction", f"Direction {command.direction} is not one of them.", "1 to 4"
        )
    return command.section, command.direction


def _warmth(command: cmd.SayWarmth) -> ev.SeatWarmth:
    shaft = parse_temperature_c(command.shaft_temperature, "shaft_temperature")
    ring = (
        parse_temperature_c(command.ring_temperature, "ring_temperature")
        if command.ring_temperature.strip()
        else None
    )
    typed = " / ".join(
        t for t in (command.shaft_temperature.strip(), command.ring_temperature.strip()) if t
    )
    return ev.SeatWarmth(shaft, ring, typed)


def verdict(state: Prepared) -> Verdict:
    """The seat judged from what is known. Raises Refused where nothing was measured."""
    form, planned = state.form, state.planned
    if form is None or planned is None:
        raise Refused("Nothing is measured yet: a seat is checked from its readings.")
    found = judge_seat(planned.spec, form, state.warmth.shaft_c if state.warmth else None)
    if found.level is not Level.STOP and state.undressed:
        left = ", ".join(dict.fromkeys(seen.seen.words for seen in state.undressed))
        return Verdict(
            "not dressed yet",
            Level.STOP,
            f"Still on the seat: {left}. Dress it, wipe it, and check again.",
            code=DressingCode.NOT_DRESSED_YET,
        )
    # The worst stands: a seat that is fit to use may still give no fit with this ring, or this is
    # no ring of its size.
    fit = fit_of(state)
    for other in (fit.verdict if fit is not None else None, ring_of(state)):
        if other is not None and _WORSE.index(other.level) >= _WORSE.index(found.level):
            found = other
    return found


def ring_of(state: Prepared) -> Verdict | None:
    """The ring's bore against its tolerance class, where it was measured; None otherwise, and where
    it may be.
    """
    planned, bore = state.planned, state.bore
    if (
        planned is None
        or bore is None
        or planned.bore_limits_um is None
        or planned.spec.kind is not SeatKind.CYLINDRICAL
    ):
        return None
    read = deviation_um(
        bore, planned.spec.nominal_mm, state.warmth.ring_c if state.warmth else None
    )
    return judge_ring_bore(read, planned.bore_limits_um, planned.spec.nominal_mm)


def fit_of(state: Prepared) -> Result | None:
    """The real fit, where seat and bore were both measured; None otherwise. Without a figure where
    the warmth of one of them alone is known.
    """
    form, bore, planned = state.form, state.bore, state.planned
    if (
        form is None
        or bore is None
        or planned is None
        or planned.spec.kind is not SeatKind.CYLINDRICAL
    ):
        return None
    warmth = state.warmth
    if warmth is not None and warmth.ring_c is None:
        # A shaft that was warm when it was measured reads tight on a ring of any other warmth.
        note = (
            f"The shaft was at {warmth.shaft_c:g} °C; how warm the ring was nobody said. Ten"
            " degrees between them hide more than the fit."
        )
        return Result(REAL_FIT, REAL_FIT_WORDS, None, "µm", note=note)
    return real_fit(
        form.mean_mm,
        bore.mean_mm,
        warmth.shaft_c if warmth else None,
        warmth.ring_c if warmth else None,
    )


def judge(_: Desk, state: Prepared, __: Any) -> Fact:
    """The verdict said anew after a correction."""
    return ev.SeatJudged(verdict(state))


def move(_: Desk, state: Prepared) -> Move:
    """What to measure, dress or judge next."""
    if state.planned is None:
        return Move(
            Do.PLAN_SEAT,
            "Say what the seat should measure",
            "Without a nominal size there are no limits to check against.",
        )
    if (
        state.judged is not None
        and state.judged.verdict.level is Level.STOP
        and state.accepted is None
    ):
        how = (
            "Dress it and measure again; repair or change the shaft; or a named person accepts it"
            " with a reason."
        )
        return Move(
            Do.DECIDE_SEAT,
            f"Stop: the seat is {state.judged.verdict.word}",
            state.judged.verdict.reason,
            how,
            stops=True,
        )
    spot = next_spot(state.shaft_mm)
    if spot is not None and (state.form is None or not state.form.enough):
        where = f"section {spot[0]}, {DIRECTION_WORDS[spot[1]]}"
        return Move(
            Do.READ_SEAT,
            f"Micrometer on the seat: {where}",
            f"It should measure {state.planned.spec.on_the_micrometer}"
            f" ({state.planned.spec.words}).",
            "Clean anvils, light touch, read twice.",
        )
    bore = next_bore(state)
    if bore is not None and len(state.bore_mm) < 2:
        return Move(
            Do.READ_BORE,
            f"Micrometer in the bore of the new ring: section {bore[0]},"
            f" {DIRECTION_WORDS[bore[1]]}",
            "The difference of what is measured is the real fit, not the nominal one. Ring and"
            " shaft at one temperature.",
            "The ring stays in its wrap but for its bore.",
        )
    if state.undressed:
        first = state.undressed[0]
        return Move(
            Do.DRESS_SEAT,
            f"Dress the {first.seen.words}",
            first.seen.how,
            "No metal left; wiped, and a thin film of oil at most.",
        )
    if state.judged is None or state.judged.verdict.level is Level.UNKNOWN:
        left = (
            ""
            if spot is None
            else (
                f" Section {spot[0]}, {DIRECTION_WORDS[spot[1]]} is still open; it can be read"
                " first."
            )
        )
        return Move(
            Do.JUDGE_SEAT,
            "Check the seat",
            f"{len(state.shaft_mm)} readings are taken.{left}",
            "Look and feel along the whole seat before.",
        )
    return Move(
        Ask.NOTHING, f"The seat is {state.judged.verdict.word}", state.judged.verdict.reason
    )
