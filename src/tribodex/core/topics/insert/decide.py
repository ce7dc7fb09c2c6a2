"""What may follow while an insert is replaced, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_count, read_length
from tribodex.core.topics.insert import commands as cmd
from tribodex.core.topics.insert import facts as ev
from tribodex.core.topics.insert.moves import InsertDo as Do
from tribodex.core.topics.insert.state import Insert
from tribodex.core.units.insert import (
    CALIPER_MM,
    CLOSED_COST,
    Closed,
    HoleStep,
    HousingFace,
    Pin,
    Push,
    judge_closed,
    judge_entered,
    judge_push,
    judge_strokes,
    squareness,
)
from tribodex.core.working import Level, Verdict


class InsertCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_SWIVEL = "insert.does_not_swivel"


STAGE = "replace_insert"
_SKIN = "No hand before a nozzle: grease goes through skin."
_HOLE_WHY = {
    HoleStep.PLUG_OUT: "Wiped first: what lies round the plug falls in.",
    HoleStep.FITTING_IN: "By hand, then a quarter turn: it comes out again.",
    HoleStep.STROKES: (
        "Slowly, counted: two, no more, where its maker says nothing. A gun that pushes hard is a"
        " sign."
    ),
    HoleStep.PLUG_BACK: "Left open it takes in grit with the first turn.",
}
# From the insert’s face to a mark on the shaft: nobody measures further with a rule.
FACE_UM = (0.0, 300_000.0)


def decide(desk: Desk, state: Insert, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.plan
    if plan is None:
        raise Refused("No insert is planned to be replaced here.")
    match command:
        case cmd.TakeInsertOut():
            return [_out(command)]
        case cmd.MeasureFitting():
            _after_out(state)
            marked, other = (
                read_length(said, name, LengthUnit.MM, FACE_UM, command.shown, zero=True).mm
                for name, said in (("to_marked", command.to_marked), ("to_other", command.to_other))
            )
            return [
                ev.FittingMeasured(
                    marked, other, f"{command.to_marked.strip()} / {command.to_other.strip()}"
                )
            ]
        case cmd.SeeBore():
            _after_out(state)
            return [ev.HousingBoreSeen(HousingFace(command.groove), command.pin_slot)]
        case cmd.EnterInsert():
            return [_entered(state, command)]
        case cmd.CentreInsert():
            return [_centred(state, plan, command)]
        case cmd.CloseHole():
            if not state.centred_right:
                raise Refused("First the insert square in its housing.")
            return [
                ev.HoleClosed(
                    command.closed, judge_closed(command.closed, plan.grit, plan.regreased)
                )
            ]
        case cmd.GreaseThroughHole():
            return [_greased(state, command)]
        case _:
            raise TypeError(f"an insert takes no {type(command).__name__}")


def _after_out(state: Insert) -> None:
    if state.out is None:
        raise Refused("First take the old insert out.")


def _out(command: cmd.TakeInsertOut) -> ev.OldInsertOut:
    if not command.had_turned:
        return ev.OldInsertOut(
            False,
            command.text.strip(),
            Verdict("out", Level.GOOD, "Turned square to the housing, out through the slots."),
        )
    said = text(command.text, "text", "what its outside and the housing's bore look like")
    why = (
        "The outer ring had turned in its housing: an insert with a pin, and a housing whose bore"
        " is not worn out, or it happens again."
    )
    return ev.OldInsertOut(True, said, Verdict("had turned in its housing", Level.WATCH, why))


def _entered(state: Insert, command: cmd.EnterInsert) -> ev.InsertEntered:
    if state.bore is None:
        raise Refused("First look into the housing's bore: groove, and slot for a pin.")
    side = state.side
    if side.verdict.level is not Level.GOOD:
        raise Refused(
            f"Which side the groove must face is {side.verdict.word}. {side.verdict.reason}"
        )
    # One of the two was not looked at; with a pin in no slot the ring turns in its housing.
    if command.pin is Pin.IN_SLOT and not state.bore.pin_slot:
        raise Refused("The housing was said to have no slot for a pin. Look again, and say so.")
    return ev.InsertEntered(
        HousingFace(command.groove_faces),
        command.pin,
        judge_entered(side, HousingFace(command.groove_faces), command.pin, state.bore.pin_slot),
    )


def _centred(state: Insert, plan: ev.InsertPlan, command: cmd.CentreInsert) -> ev.InsertCentred:
    if not state.entered_right:
        raise Refused(
            "First the insert in, the right way round."
            if state.entered is None
            else state.entered.verdict.reason
        )
    first, second = (
        read_length(said, name, LengthUnit.MM, FACE_UM, command.shown, zero=True).mm
        for name, said in (("first", command.first), ("second", command.second))
    )
    # On the ring's face: never on a circle wider than the insert.
    widest = (plan.outside_mm * 300, plan.outside_mm * 1010)
    circle = read_length(command.circle, "circle", LengthUnit.MM, widest, command.shown).mm
    verdict = squareness(first, second, circle).verdict
    assert verdict is not None  # every tilt is judged
    # An insert that cannot swivel carries every bend of its shaft on the rims of its raceways.
    if not command.swivels:
        why = (
            "It must swivel by hand: dirt or paint in the housing's bore, or a housing that pinches"
            " it. Out, clean, in again."
        )
        verdict = Verdict("does not swivel", Level.STOP, why, code=InsertCode.DOES_NOT_SWIVEL)
    typed = f"{command.first.strip()} / {command.second.strip()}"
    return ev.InsertCentred(
        first_mm=first,
        second_mm=second,
        circle_mm=circle,
        swivels=command.swivels,
        typed=typed,
        verdict=verdict,
    )


def _greased(state: Insert, command: cmd.GreaseThroughHole) -> ev.GreasedThroughHole:
    closed = state.closed
    if closed is None or not state.closed_right:
        raise Refused("First its grease hole closed: a new fitting, or a plug.")
    plug = closed.closed is Closed.PLUG
    plug_is_out = state.hole_step is not None
    fitting_is_in = not plug or (plug_is_out and state.hole_step is not HoleStep.FITTING_IN)
    strokes, push, most = None, None, None
    verdicts: tuple[Verdict, ...] = ()
    match command.step:
        case HoleStep.PLUG_OUT if not plug or plug_is_out:
            raise Refused("There is no plug in its hole now.")
        case HoleStep.FITTING_IN if not plug_is_out:
            raise Refused("First the plug out." if plug else "A fitting closes its hole already.")
        case HoleStep.PLUG_BACK if not plug_is_out:
            raise Refused("Its plug is in.")
        case HoleStep.STROKES:
            if not fitting_is_in:
                raise Refused("First plug out, fitting in: through a plug nothing goes.")
            strokes = _count(command.strokes, "strokes", "How many strokes did it get?")
            if not command.push:
                raise InvalidInput.at(
                    "push",
                    "How did the gun push? Hard is a sign.",
                    "as always, hard, or not at all",
                )
            push = Push(command.push)
            most = _count(command.most, "most", "") if command.most.strip() else None
            if most is not None:
                text(command.most_by, "most_by", "the sheet of this insert")
            if strokes == 0 and push is not Push.NOT:
                raise InvalidInput.at(
                    "strokes",
                    "No stroke was given: how the gun pushes is not known by that.",
                    "1, or 2",
                )
            given = strokes if push is not Push.NOT else 0
            verdicts = (judge_push(push), judge_strokes(state.strokes + given, most))
            strokes = given
        case _:
            pass
    return ev.GreasedThroughHole(
        command.step, strokes, push, most, command.most_by.strip(), verdicts
    )


def judge(_: Desk, state: Insert, fact: ev.GreasedThroughHole) -> ev.GreasedThroughHole:
    """Strokes judged anew, after those before them were corrected."""
    if fact.strokes is None or fact.push is None:
        return fact
    return replace(
        fact,
        verdicts=(judge_push(fact.push), judge_strokes(state.strokes + fact.strokes, fact.most)),
    )


def _count(typed: str, name: str, question: str) -> int:
    if not typed.strip():
        raise InvalidInput.at(name, question, "a whole number")
    found = parse_count(typed, name)
    if found != int(found) or not 0 <= found <= 100:
        raise InvalidInput.at(name, f"{found:g} strokes?", "a whole number, 0 to 100")
    return int(found)


def move(_: Desk, state: Insert) -> Move:
    """What to do next."""
    if state.plan is None:
        return Move(Ask.NOTHING, "No insert is replaced here", "The unit goes on as it is.")
    if state.out is None:
        why = (
            "Collar off, screws out; turned square to its housing with a pipe or hardwood as a"
            " lever; out through the loading slots."
        )
        return Move(
            Do.TAKE_INSERT_OUT,
            "Take the old insert out",
            why,
            "Housing in a vise by its foot, not by its bore.",
        )
    side = state.side
    if state.fitting is None:
        why = (
            "Put a mark on one face of the housing, so that both have a name. The fitting stands"
            " off the middle: its side is the groove's side."
        )
        return Move(
            Do.MEASURE_FITTING,
            "Measure from the fitting's middle to both faces",
            why,
            "Reversed, no grease ever reaches the balls.",
        )
    if state.bore is None:
        return Move(
            Do.SEE_BORE,
            "Look into the housing's bore",
            "Groove towards which face, slot for a pin? What is seen outranks the measurement.",
        )
    if side.verdict.level is not Level.GOOD:
        return stopped_by(
            Do.SEE_BORE, side.verdict, "Measure or look again; nothing goes in before it is known."
        )
    if not state.entered_right:
        bad = state.entered
        if bad is not None:
            return stopped_by(Do.ENTER_INSERT, bad.verdict)
        why = (
            f"{side.verdict.reason} In through the slots square to the housing, pin's pocket where"
            " the slot is, then swung in."
        )
        where = (
            "either way round"
            if side.face is HousingFace.MIDDLE
            else f"its groove towards {side.face.words}"
        )
        return Move(
            Do.ENTER_INSERT,
            f"New insert in, {where}",
            why,
            "Lever of pipe or hardwood, as wide as the inner ring.",
        )
    if not state.centred_right:
        bad_c = state.centred
        if bad_c is not None:
            return stopped_by(
                Do.CENTRE_INSERT, bad_c.verdict, "It takes several goes, and may swing past."
            )
        why = (
            "Out of the vise. From the housing's face to the ring's face at both loading slots, to"
            f" {CALIPER_MM:g} mm; then swivel it by hand."
        )
        return Move(
            Do.CENTRE_INSERT,
            "Two caliper readings across it",
            why,
            "Two readings tell more than the eye.",
        )
    if not state.closed_right:
        if state.closed is not None:
            return stopped_by(Do.CLOSE_HOLE, state.closed.verdict)
        why = (
            "In grit or salt a brass plug, for it does not rust in."
            if state.plan.grit
            else "The ball in an old one wears, sticks and lets grit in."
        )
        costs = f"Fitting: {CLOSED_COST[Closed.NEW_FITTING]}. Plug: {CLOSED_COST[Closed.PLUG]}."
        return Move(Do.CLOSE_HOLE, "New fitting, or plug", f"{why} {costs}")
    if state.hole_step is not None:
        bad_push = next(
            (v for step in state.steps[-1:] for v in step.verdicts if v.level is Level.STOP), None
        )
        if bad_push is not None and state.hole_step is HoleStep.STROKES:
            return stopped_by(Do.GREASE_THROUGH_HOLE, bad_push)
        at = list(HoleStep).index(state.hole_step) + 1
        return Move(
            Do.GREASE_THROUGH_HOLE,
            f"Step {at} of 4: {state.hole_step.words}",
            _HOLE_WHY[state.hole_step],
            _SKIN,
        )
    return Move(
        Ask.NOTHING, "The insert is in its housing", "Right way round, square, swivels, closed."
    )
