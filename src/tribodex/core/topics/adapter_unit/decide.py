"""What may follow while an adapter unit goes on by turns: run up, tapped where its sheet asks it,
marked, turned, plate fitted, tried.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact, Restarted
from tribodex.core.job.gates import decided, text
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import parse_count, parse_degrees, parse_torque_nm
from tribodex.core.topics.adapter_unit import commands as cmd
from tribodex.core.topics.adapter_unit import facts as ev
from tribodex.core.topics.adapter_unit.plan import AdapterPlan
from tribodex.core.topics.adapter_unit.state import Driven
from tribodex.core.units.adapter import judge_plate, judge_turned, judge_zero, plate_step_deg
from tribodex.core.working import Level, Verdict

NAME = "adapter_unit"
DRIVE, PLATE = "drive_unit", "plate_unit"
# More than two turns in one go is a slip of the unit.
MOST_TURN_DEG = 720.0


def decide(desk: Desk, state: Driven, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.plan
    if plan is None:
        raise Refused("No unit on an adapter sleeve is planned here.")
    match command:
        case cmd.TapRim():
            if state.turned_deg > 0:
                raise Refused(
                    "The nut was turned from its mark already: to set the zero anew, turn the nut"
                    " back and begin again."
                )
            return [ev.RimTapped(command.moved)]
        case cmd.MarkUnitZero():
            return [_marked(desk, state, plan, command)]
        case cmd.TurnUnitNut():
            return [_turned(state, plan, command)]
        case cmd.BackUnitNut():
            return [
                Restarted(
                    NAME,
                    text(
                        command.reason,
                        "reason",
                        "why the nut goes back: it will not slide, another zero, turned too far",
                    ),
                )
            ]
        case cmd.CountPlate():
            return [
                ev.PlateCounted(
                    command.slots, command.holes, plate_step_deg(command.slots, command.holes)
                )
            ]
        case cmd.SeePlate():
            return [_seen(state, command)]
        case cmd.FitPlate():
            return [_fitted(desk, state, plan, command)]
        case cmd.TryDriven():
            if state.fitted is None:
                raise Refused(
                    "First the lock plate; bending or screwing it moves the nut a little."
                )
            how = (
                command.text.strip()
                if command.freely
                else text(command.text, "text", "how it turns: stiff, rough, where")
            )
            return [ev.DrivenTried(command.freely, how)]
        case _:
            raise TypeError(f"an adapter unit takes no {type(command).__name__}")


def _marked(
    desk: Desk, state: Driven, plan: AdapterPlan, command: cmd.MarkUnitZero
) -> ev.UnitZeroMarked:
    if state.turned_deg > 0 and not desk.correcting:
        raise Refused(
            "The nut was turned from its mark already: to mark anew, turn the nut back and begin"
            " again."
        )
    said = SheetZero(command.counted_from) if command.counted_from else None
    if plan.zero is not None and said is not None and said is not plan.zero:
        raise InvalidInput.at(
            "counted_from",
            f"The sheet counts from: {plan.zero.words}. Counts are not converted from one zero to"
            " the other.",
            "empty: as the plan says; another sheet is another plan",
        )
    zero, by = plan.zero or said, ""
    if zero is None:
        raise InvalidInput.at(
            "counted_from",
            "The sheet does not say what its turns count from: both hands until it stops, or tapped"
            " and tried again? A closing travel lies between.",
            ", ".join(SheetZero),
        )
    if plan.zero is None:
        by = text(command.said_by, "said_by", "who says so: the maker, the shop's own sheet")
    return ev.UnitZeroMarked(zero, by, _zero_verdict(state, zero, command.tapped), command.tapped)


def _zero_verdict(state: Driven, zero: SheetZero, tapped: bool) -> Verdict:
    if tapped:
        # Said at once: it moved until it no longer did.
        return judge_zero(zero, len(state.taps) + 2, sum(state.taps) + 1, last_moved=False)
    return judge_zero(
        zero, len(state.taps), sum(state.taps), state.taps[-1] if state.taps else False
    )


def judge(_: Desk, state: Driven, now: Any) -> Fact:
    """A judgement said anew, from the slice as it was before it. Raises Refused where nothing is
    left to judge.
    """
    plan = state.plan
    if plan is None:
        raise Refused("Without its plan nothing is left to judge.")
    match now:
        case ev.UnitZeroMarked():
            return replace(now, verdict=_zero_verdict(state, now.counted_from, now.tapped))
        case ev.UnitNutTurned():
            return replace(
                now, verdict=judge_turned(state.turned_deg + now.degrees, plan.range_deg)
            )
        case ev.PlateFitted():
            verdict, _by_name = judge_plate(
                state.turned_deg + now.turn_deg, now.turn_deg, plan.range_deg, state.step_deg
            )
            return replace(now, verdict=verdict)
        case _:
            raise TypeError(f"{type(now).__name__} is no judgement")


def _turned(state: Driven, plan: AdapterPlan, command: cmd.TurnUnitNut) -> ev.UnitNutTurned:
    if state.zero is None:
        raise Refused("First run the nut up, and mark it: the turns count from there.")
    # Turns that are counted from a wrong zero end at a wrong place, every one of them.
    if state.zero.verdict.level is Level.STOP:
        raise Refused(f"{state.zero.verdict.reason}")
    if state.fitted is not None and state.fitted_right:
        raise Refused("The lock plate is on. If it must go on, turn the nut back and begin again.")
    degrees = (
        parse_count(command.amount, "amount") * 360
        if command.unit == "turns"
        else parse_degrees(command.amount, "amount")
    )
    if degrees <= 0:
        raise InvalidInput.at(
            "amount",
            "A turn of zero changes nothing.",
            "how far the nut was tightened, for example 1/2 turn",
        )
    if degrees > MOST_TURN_DEG:
        raise InvalidInput.at(
            "amount",
            f"{degrees / 360:.1f} turns in one go?",
            "the turn since the last entry; check the unit",
        )
    verdict = judge_turned(state.turned_deg + degrees, plan.range_deg)
    return ev.UnitNutTurned(round(degrees, 2), command.amount.strip(), command.unit, verdict)


def _seen(state: Driven, command: cmd.SeePlate) -> ev.PlateSeen:
    degrees, step = parse_degrees(command.amount, "amount"), state.step_deg
    if step is not None and degrees > step + 1:
        what = f"{degrees:.0f}° is more than one step of this nut and plate ({step:g}°)."
        raise InvalidInput.at(
            "amount", what, "the smallest distance to the next hole, in the tightening direction"
        )
    if degrees > 180:
        raise InvalidInput.at(
            "amount",
            f"{degrees:.0f}° is more than half a turn.",
            "to the next hole, in the tightening direction",
        )
    return ev.PlateSeen(round(degrees, 2))


def _fitted(desk: Desk, state: Driven, plan: AdapterPlan, command: cmd.FitPlate) -> ev.PlateFitted:
    if state.zero is None or state.turned_deg == 0:
        raise Refused("First the turns of its sheet.")
    if state.fitted is not None and state.fitted_right and not desk.correcting:
        raise Refused("The lock plate is on already.")
    turn = parse_degrees(command.turn, "turn") if command.turn.strip() not in ("0", "0°") else 0.0
    # The next hole is nearer than a quarter turn on every nut: more is a turn of its own.
    if turn > 90:
        raise InvalidInput.at(
            "turn",
            f"{turn:.0f}° is too far for the next hole: log the turn first.",
            "how far it was tightened to the hole",
        )
    torque = parse_torque_nm(command.torque, "torque") if command.torque.strip() else None
    by, reason = decided(command.decided_by, command.reason)
    verdict, by_name = judge_plate(state.turned_deg + turn, turn, plan.range_deg, state.step_deg)
    if verdict.level is Level.STOP and not desk.correcting:
        if not by_name:
            raise Refused(f"Not to be locked here: {verdict.reason}")
        if not by:
            raise InvalidInput.at(
                "decided_by",
                verdict.reason,
                "another hole or slot; or a name and a reason, they stand in the record",
            )
    return ev.PlateFitted(round(turn, 2), torque, verdict, by, reason)
