"""What to do next with a unit that goes on by turns, and the word it ends with."""

from __future__ import annotations

from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.topics.adapter_unit.edges import bolted_first
from tribodex.core.topics.adapter_unit.moves import AdapterDo as Do
from tribodex.core.topics.adapter_unit.plan import AdapterPlan
from tribodex.core.topics.adapter_unit.state import Driven
from tribodex.core.units.adapter import judge_turned, positions_inside, positions_result, turns_text
from tribodex.core.working import Level

TIGHTEN = "Tighten to meet, never loosen."


def move(desk: Desk, state: Driven) -> Move:
    """What to do next."""
    plan = state.plan
    if plan is None:
        return Move(Ask.NOTHING, "Nothing is planned for this unit", "Plan it first.")
    # Felt by hand it stops before every figure: no sheet makes a ring good that binds.
    if state.tried is not None and not state.tried.freely:
        return Move(
            Do.BACK,
            "Stop: it does not turn freely",
            f"{state.tried.text}. Driven too far.",
            _back(plan),
            stops=True,
        )
    if state.zero is None or state.zero.verdict.level is not Level.GOOD:
        return _zero(state, plan)
    if state.fitted is None or not state.fitted_right:
        return _turn(state, plan)
    if state.tried is None:
        return Move(
            Do.TRY,
            "Turn it by hand",
            "It turns as easily as before it was driven up.",
            "Fingers and tools out first.",
        )
    # Driving up draws the ring along the shaft: what was central in its housing has moved.
    if bolted_first(desk, state):
        why = (
            "The housing was bolted down before it was driven up: the travel moved the ring in it."
            " Where it floats, its room is read again."
        )
        return Move(Ask.NOTHING, "Driven up and locked", why)
    return Move(
        Ask.NOTHING,
        "Driven up and locked",
        f"{turns_text(state.turned_deg)}, {plan.turns} by its sheet.",
    )


def _zero(state: Driven, plan: AdapterPlan) -> Move:
    marked = state.zero
    if marked is not None and marked.verdict.level is Level.STOP:
        return stopped_by(
            Do.BACK, marked.verdict, "Nut back until the sleeve is loose; then both hands again."
        )
    if marked is not None:
        why = (
            f"{marked.verdict.reason} Tap its rim with a soft hammer, try again with both hands,"
            " and mark it anew where it no longer moves."
        )
        # A tap now would prove the place where the nut stands, not the mark it was counted from.
        if state.turned_deg > 0:
            return stopped_by(
                Do.BACK,
                marked.verdict,
                "Turned from there already: nut back, and the zero anew; or correct the entry.",
            )
        return Move(
            Do.MARK_ZERO,
            "Zero not proven: tap the rim and try again",
            why,
            "A mark set too early makes the turns too few.",
            stops=True,
        )
    zero = plan.zero
    plates = positions_result(plan.range_deg, state.step_deg, state.first_deg, 0.0)
    if zero is None:
        why = (
            "Its sheet does not say what the turns count from: both hands until it stops, or tapped"
            " and tried again. They are not the same."
        )
        return Move(
            Do.MARK_ZERO,
            "Ask first: what do its turns count from?",
            why,
            "Never converted, never guessed: the maker, or another sheet.",
        )
    if zero is SheetZero.BOTH_HANDS:
        why = (
            f"Both hands on the nut until it stops, no spanner, no tap: {plan.turns} count from"
            f" here. Hold the sleeve. {plates.note}"
        )
        return Move(
            Do.MARK_ZERO,
            "Run the nut up with both hands, then mark it",
            why,
            "Tapped on, it would be another zero than its sheet's.",
        )
    taps = len(state.taps)
    if taps and not state.taps[-1]:
        return Move(
            Do.MARK_ZERO,
            "It no longer moves: mark it here",
            f"Nut face to the sleeve's slot. {plates.note}",
            f"{plan.turns} from here.",
        )
    headline = (
        "Tap the rim and try again"
        if taps
        else "Run the nut up with both hands, tap its rim, try again"
    )
    why = (
        "Soft hammer on the nut's rim, then both hands: until it no longer moves. One tap here for"
        " each try."
    )
    return Move(Do.MARK_ZERO, headline, why, "A zero that still moves makes the turns too few.")


def _turn(state: Driven, plan: AdapterPlan) -> Move:
    now = judge_turned(state.turned_deg, plan.range_deg)
    if now.level is Level.STOP and state.fitted is None:
        return stopped_by(Do.BACK, now, _back(plan))
    if state.fitted is not None:
        return stopped_by(
            Do.FIT_PLATE,
            state.fitted.verdict,
            "Another hole or slot; or nut back, and begin again.",
        )
    if not state.reached:
        return _on(state, plan)
    step, first = state.step_deg, state.first_deg
    if first is None:
        how = (
            f"Positions stand {step:g}° apart. "
            if step is not None
            else "Count slots and holes, where they are in sight. "
        )
        why = f"{now.reason} {how}On to the next hole by tightening."
        return Move(Do.FIT_PLATE, "Turns reached: on to the plate's next hole", why, TIGHTEN)
    # The plate turned over meets at other angles: tried before anything past the sheet.
    if first > 0 and state.turned_deg + first > plan.range_deg.high + 1:
        why = (
            f"The next hole is {first:.0f}° on, past the sheet. Try another hole or slot of the"
            " plate, or turn the plate over."
        )
        return Move(Do.FIT_PLATE, "The next hole lies past the sheet's turns", why, TIGHTEN)
    headline = (
        f"Tighten {first:.0f}° to the plate's hole, screw it down"
        if first
        else "The plate meets here: screw it down"
    )
    return Move(Do.FIT_PLATE, headline, now.reason, TIGHTEN)


def _on(state: Driven, plan: AdapterPlan) -> Move:
    low, high = plan.range_deg.low, plan.range_deg.high
    inside = (
        positions_inside(plan.range_deg, state.step_deg, state.first_deg, state.turned_deg)
        if state.step_deg
        else ()
    )
    # Aimed at a hole from the start: tightening on from the middle might find the next one past the
    # sheet.
    aim = inside[0] if inside else (low + high) / 2
    turn = max(1.0, aim - state.turned_deg)
    done = f" {turns_text(state.turned_deg)} done." if state.turned_deg else ""
    where = f" The plate meets at {turns_text(aim)}." if inside else ""
    why = (
        f"{plan.turns} by its sheet ({plan.source}).{done}{where} Spanner that fits, sleeve held,"
        " in one direction."
    )
    return Move(
        Do.TURN,
        f"Turn the nut on by {turns_text(turn)} ({turn:.0f}°)",
        why,
        "No blows on the ring or its seals.",
    )


def _back(plan: AdapterPlan) -> str:
    return (
        f"{plan.captive.words[0].upper()}{plan.captive.words[1:]}. Nobody in line with the shaft."
    )
