"""What to do next while a housing is closed."""

from __future__ import annotations

from tribodex.core.bolts.torque import PASSES
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import travel_text
from tribodex.core.topics.bolts.decide import base_first, habit_of, has_cap, load_of, planned_gap
from tribodex.core.topics.bolts.moves import BoltsDo as Do
from tribodex.core.topics.bolts.state import BASE, CAP, Closing, Joint
from tribodex.core.working import Level, number


def move(desk: Desk, state: Closing) -> Move:
    """What to do next."""
    if has_cap(desk) and not state.paired_right:
        if state.paired is not None:
            return stopped_by(Do.PAIR_CAP, state.paired.verdict)
        why = (
            "They are bored as one: numbers agree and come to the same side. Faces wiped; shaft"
            " turned, nothing rubs."
        )
        return Move(
            Do.PAIR_CAP,
            "Cap and base: are they a pair?",
            why,
            "Seal rings in their grooves before the cap hides them.",
        )
    if habit_of(desk) is None:
        return Move(
            Do.CHOOSE_HABIT,
            "When do the base bolts come to torque?",
            "Two habits; one for both bearings of the shaft.",
        )
    found = _base(desk, state) or (_cap(desk, state) if has_cap(desk) else None)
    if found is not None:
        return found
    if state.loose:
        return _bolt(state, state.joints[state.loose[0]])
    return Move(Ask.NOTHING, "Closed", "In line with its load, every joint at torque.")


def _base(desk: Desk, state: Closing) -> Move | None:
    # Both habits of the trade: snug until the load is on, or one base at torque before it.
    first = base_first(desk)
    if not first and (found := _loaded(desk, state)) is not None:
        return found
    if BASE not in state.joints:
        why = (
            "In cast iron by the maker of the housing. Snug until then; shims under a foot that"
            " hangs."
        )
        return Move(Do.PLAN_JOINT, "Base bolts: how many, which torque?", why)
    if not state.at_torque(BASE):
        return _bolt(state, state.joints[BASE])
    return _loaded(desk, state) if first else None


def _loaded(desk: Desk, state: Closing) -> Move | None:
    if load_of(desk) is None:
        why = (
            "Both bearings in their bases, base bolts in. Then the load comes on: now, before"
            " straightedge or laser."
        )
        return Move(
            Do.TAKE_SUPPORT_OUT,
            "Support out",
            why,
            "Only when cap or bolts hold against a belt that pulls up. Nobody under the shaft.",
        )
    if state.aligned is None:
        why = (
            "Turn the shaft by hand; then straightedge, string or laser over both housings, and a"
            " feeler under each foot."
        )
        return Move(Do.ALIGN_LOADED, "Line up again, with the load on", why)
    if not state.aligned_right:
        return stopped_by(
            Do.ALIGN_LOADED, state.aligned.verdict, "Loosen the base, correct it, read again."
        )
    return None


def _cap(desk: Desk, state: Closing) -> Move | None:
    # While the cap is off: under it the gaps are felt with a dial alone.
    if not state.gaps_right:
        if state.gaps is not None:
            return stopped_by(
                Do.READ_RING_GAPS, state.gaps.verdict, "Loosen the base, shift it, read again."
            )
        plan = planned_gap(desk)
        asked = (
            f" By the plan {travel_text(plan)} towards the other bearing."
            if plan is not None
            else ""
        )
        held = (
            " It is fixed: no more than 0.2 mm in all."
            if desk.floats(desk.at) is Floats.HELD
            else ""
        )
        why = (
            f"Base at torque, cap off: by feeler or caliper.{held}{asked} With the cap on: push it"
            " to and fro, with a dial."
        )
        return Move(
            Do.READ_RING_GAPS,
            "Gaps left and right of the outer ring",
            why,
            "Hard against one side is what is found most after a change.",
        )
    if CAP not in state.joints:
        return Move(
            Do.PLAN_JOINT,
            "Cap bolts: how many, which torque?",
            "Two or four, in turn: the gap of the joint closes evenly.",
        )
    if not state.at_torque(CAP):
        return _bolt(state, state.joints[CAP])
    # Last, for a cap that is pulled down moves what turned freely before.
    if not state.looked_right:
        bad = state.looked
        if bad is not None:
            return stopped_by(Do.LOOK_RUBBING, bad.verdict)
        return Move(
            Do.LOOK_RUBBING,
            "Turn the shaft: does anything rub?",
            "Seal rings, labyrinths, flingers, all round, now that the cap is tight.",
        )
    return None


def _bolt(state: Closing, joint: Joint) -> Move:
    plan = joint.plan
    stop = next((verdict for verdict in plan.verdicts if verdict.level is Level.STOP), None)
    if stop is not None:
        return stopped_by(Do.PLAN_JOINT, stop)
    bad = joint.bad
    if bad is not None:
        return Move(
            Do.TIGHTEN_BOLT,
            f"Stop: bolt {bad.bolt} is {bad.verdict.word}",
            bad.verdict.reason,
            stops=True,
        )
    due = joint.next
    assert due is not None  # asked for joints that are not at torque alone
    turn, bolt = due
    share = PASSES[turn - 1]
    at_bolt = number(share * plan.torque_nm)
    last = turn == len(PASSES)
    words = "last round" if last else f"pass {turn} of {len(PASSES) - 1}"
    shown = (
        f" The wrench shows {number(share * plan.set_nm)} N·m with its extension."
        if plan.setting is not None
        else ""
    )
    return Move(
        Do.TIGHTEN_BOLT,
        f"{plan.joint.capitalize()}, bolt {bolt}: {at_bolt} N·m, {words}",
        f"{plan.count} × {plan.screw}, {plan.layout.words}.{shown}",
    )
