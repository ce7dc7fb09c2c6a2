"""The next move of a large shaft seal."""

from __future__ import annotations

from typing import Any

from tribodex.core.bolts.torque import pattern
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.topics.large_seal import facts as ev
from tribodex.core.topics.large_seal.moves import LargeSealDo as Do
from tribodex.core.topics.large_seal.state import LargeSeal
from tribodex.core.topics.large_seal.straps import straps_in
from tribodex.core.working import Level, number


def move(desk: Desk, state: LargeSeal) -> Move:
    """What to do next."""
    plan = state.plan
    left = state.left
    if plan is None or left == "plan":
        bad = (
            next((v for v in plan.verdicts if v.level is Level.STOP), None)
            if plan is not None
            else None
        )
        if bad is not None:
            return stopped_by(Do.PLAN_LARGE_SEAL, bad)
        return Move(
            Do.PLAN_LARGE_SEAL,
            "Which ring, from where, and when must it run?",
            "Size, store and wished start give hours and the clock.",
        )
    found = _prepared(state, plan, left)
    if found is not None:
        return found
    if left == "press":
        hour = state.next_hour or 12.0
        joint = " The joint comes here." if hour == 12 and not state.pressed and plan.split else ""
        if plan.excess is not None and plan.excess.value is not None:
            joint += (
                f" Each loop swallows {number(round(plan.excess.value / len(plan.order), 1))} mm."
            )
        who = " Two or more: one holds what is in." if plan.helpers else ""
        why = (
            "Fingers or the ball of the hand, flat to the bottom; the loops between shrink"
            f" evenly.{joint}{who}"
        )
        return Move(
            Do.PRESS_AT,
            f"Press it in at {hour:g} o'clock",
            why,
            "No tool with an edge, no knife. Eye protection: springs and pliers.",
        )
    if left == "flat":
        if state.flat is not None:
            return stopped_by(Do.SEAT_FLAT, state.flat.verdict)
        straps = straps_in(desk)
        why = (
            f"Straps are pulled out now: {straps}."
            if straps
            else "Spring in its groove, no fold. Straps, where there were any, are out."
        )
        return Move(Do.SEAT_FLAT, "Seated all round?", why)
    if left == "cover":
        if state.covered is not None:
            return stopped_by(Do.COVER_SEAL, state.covered.verdict)
        asked = f": {number(plan.cover_nm)} N·m" if plan.cover_nm is not None else ", to its torque"
        if plan.screws is not None:
            order = "–".join(str(each) for each in pattern(plan.screws))
            return Move(
                Do.COVER_SEAL,
                f"Cover on{asked}",
                f"{plan.screws} screws in the order {order}, in passes of 30, 60, 100 and 100 %.",
            )
        return Move(
            Do.COVER_SEAL,
            f"Cover on{asked}",
            "Stiff enough, evenly, in passes: its squeeze is what seals the outside.",
        )
    if straps := straps_in(desk):
        return Move(
            Do.USE_STRAPS,
            f"Still in: {straps}",
            "Pull it out, knots away from the spring; then say so.",
        )
    last = (
        " Now the shaft: chamfer and lips greased, slowly, turning."
        if plan.shaft_last and not plan.side_asked
        else ""
    )
    return Move(
        Ask.NOTHING,
        "The ring is in",
        f"Flat all round{'' if plan.holds_itself else ', covered'}.{last}",
    )


def _prepared(state: LargeSeal, plan: ev.LargeSealPlan, left: str) -> Move | None:
    """What comes before pressing; the spring of a ring that is joined on site after it."""
    said: Any = {
        "warm": state.warmed,
        "rest": state.rested,
        "seat": state.seat,
        "spring": state.spring,
        "side": state.side,
        "meet": state.met,
    }.get(left)
    match left:
        case "out":
            bad = next(one for one in state.pressed.values() if one.verdict.level is Level.STOP)
            return stopped_by(Do.TAKE_RING_OUT, bad.verdict)
        case "side":
            why = (
                "The side with the spring belongs to what it holds back: oil, grease, water under"
                " pressure."
            )
            asked = Move(
                Do.SAY_OPEN_SIDE,
                "Which way does its open side look?",
                why,
                "Behind the cover it cannot be seen.",
            )
        case "meet" if plan.shaft_last:
            why = (
                "Chamfer, shaft and lips greased; slowly, turning; opposed lips looked at for"
                " folds."
            )
            asked = Move(
                Do.MEET_SHAFT,
                "The shaft through the ring",
                why,
                "Nobody between shaft and housing.",
            )
        case "meet":
            why = "The shaft stands there already: greased all round before the ring comes onto it."
            asked = Move(Do.MEET_SHAFT, "Is the shaft greased under the lip?", why)
        case "warm":
            hours = (
                f" About {plan.warm.value:g} h."
                if plan.warm is not None and plan.warm.value
                else ""
            )
            why = (
                "Lid of the box open; spring and instructions out; above 0 °C right through before"
                f" it is unfolded.{hours}"
            )
            asked = Move(
                Do.WARM_RING,
                "Bring it into the warm",
                why,
                "Bent cold it cracks. FKM is stiff below about 15 °C.",
            )
        case "rest":
            why = (
                "Unfolded on a big table, without force, no knife. An hour flat, then a check of"
                " size; lip looked at all round."
            )
            asked = Move(
                Do.REST_RING,
                "Let it lie flat for an hour, and look",
                why,
                "The joint is handled least of all.",
            )
        case "seat":
            why = (
                "Dry lint-free cloth, no lubricant in a static seat unless its maker says so; edges"
                " and chamfers rounded."
            )
            asked = Move(Do.READY_SEAT, "The housing: dry, clean, edges rounded?", why)
        case "spring":
            why = (
                "Check its lock: ends wound back half a turn against the thread, put together, let"
                " unwind. Groove thinly greased."
            )
            asked = Move(
                Do.LAY_SPRING,
                "Lay the spring in",
                why,
                "Eye protection. A strap has its knots away from the spring.",
            )
        case _:
            return None
    return stopped_by(asked.do, said.verdict, asked.risk) if said is not None else asked
