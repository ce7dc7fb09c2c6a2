"""What may follow with the seals of a housing, and what to do next."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from typing import Any, assert_never

from tribodex.core.errors import Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.core.seals.kinds import SETTING, LipSide, SealKind, judge_lip, lip_why
from tribodex.core.seals.v_ring import VRings, judge_set, set_width
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals import labyrinth
from tribodex.core.topics.seals.moves import SealsDo as Do
from tribodex.core.topics.seals.plan import WIDTH_UM, bearing_stays, planned, play_asked, shaft_here
from tribodex.core.topics.seals.state import Seals
from tribodex.core.working import Level, Result, Verdict, number


class SealWorkCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DRY = "seal_work.dry"
    RUBS_THE_HOUSING = "seal_work.rubs_the_housing"


SET = "set_seals"


# What may rub of a shaft seal.
_LIP_ALONE = re.compile(r"(only )?(the |its )?lips?( only)?\.?")


def decide(desk: Desk, state: Seals, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    if isinstance(command, cmd.PlanSeals):
        return [ev.SealsPlanned(planned(desk, command))]
    plan = state.plan
    if plan is None:
        raise Refused("First which seals: kind, purpose, sides.")
    if isinstance(command, cmd.KeepSeal):
        return [labyrinth.kept(state, plan, command)]
    if command.side not in plan.sides:
        raise Refused(f"By the plan there is no seal on the {command.side} side.")
    match command:
        case cmd.JoinLabyrinth():
            return [labyrinth.joined(plan, command)]
        case cmd.PutRingOn():
            lip = LipSide(command.lip) if command.lip else None
            verdict = _ring(plan, lip, protected=command.protected)
            return [
                ev.RingOn(
                    command.side,
                    lip,
                    command.protected,
                    verdict,
                    _free(command) if plan.kind is SealKind.V_RING else None,
                )
            ]
        case cmd.SetSeal():
            return [_set(plan, command)]
        case cmd.PlaceLabyrinth():
            return [labyrinth.placed(desk, state, plan, command)]
        case cmd.PushVRing():
            return [_pushed(desk, state, plan, command)]
        case cmd.PurgeSeal():
            return [labyrinth.purged(plan, command)]
        case _:
            raise TypeError(f"seals take no {type(command).__name__}")


def _ring(plan: ev.SealPlan, lip: LipSide | None, *, protected: bool) -> Verdict:
    verdict = judge_lip(plan.kind, plan.purpose, lip, plan.drawn)
    if verdict.level is Level.GOOD and not protected and plan.kind.has_lip:
        return Verdict(
            "not protected",
            Level.WATCH,
            "Over threads and keyways a cone or film: look at the lip all round.",
        )
    return verdict


def judge(desk: Desk, state: Seals, fact: ev.RingOn | ev.LabyrinthPlaced | ev.VRingPushed) -> Fact:
    """What hangs on the plan, judged anew after it was corrected: which way a lip looks, gaps and
    torque, a V-ring's width.
    """
    plan = state.plan
    if plan is None:
        return fact
    match fact:
        case ev.RingOn():
            return replace(fact, verdict=_ring(plan, fact.lip, protected=fact.protected))
        case ev.LabyrinthPlaced():
            return labyrinth.judged(desk, plan, fact)
        case ev.VRingPushed():
            asked = width_asked(desk, plan, fact.free_mm)
            return replace(
                fact,
                asked=asked,
                verdict=judge_set(asked, fact.width_mm, fact.free_mm, even=fact.even),
            )
        case _:
            assert_never(fact)


def _set(plan: ev.SealPlan, command: cmd.SetSeal) -> ev.SealSet:
    rubs = command.rubs.strip()
    # A lip runs on its shaft; whatever else of it rubs does not.
    if rubs and not (plan.kind is SealKind.SHAFT_SEAL and _LIP_ALONE.fullmatch(rubs.lower())):
        beside = (
            "Only its lip may touch the shaft: a case or spring"
            if plan.kind is SealKind.SHAFT_SEAL
            else "A ring"
        )
        verdict = Verdict(
            "scrapes" if plan.kind is SealKind.SHAFT_SEAL else "rubs the housing",
            Level.STOP,
            f"{rubs}. {beside} that rubs burns and wears in: set it right before the cap closes.",
            code=SealWorkCode.RUBS_THE_HOUSING,
        )
    elif not command.greased:
        verdict = Verdict("dry", Level.STOP, SETTING[plan.kind].dry, code=SealWorkCode.DRY)
    elif not command.joint_top and SETTING[plan.kind].top:
        verdict = Verdict(
            "joint not at the top",
            Level.WATCH,
            "Its ends belong to the top: at the bottom they leak.",
        )
    else:
        verdict = Verdict("set", Level.GOOD, "In its place, greased, turns without rubbing.")
    return ev.SealSet(command.side, command.greased, command.joint_top, rubs, verdict)


def _free(command: cmd.PutRingOn | cmd.PushVRing) -> float | None:
    return (
        read_length(command.free, "free", LengthUnit.MM, WIDTH_UM, command.shown).mm
        if command.free.strip()
        else None
    )


def _pushed(desk: Desk, state: Seals, plan: ev.SealPlan, command: cmd.PushVRing) -> ev.VRingPushed:
    if plan.kind is not SealKind.V_RING:
        raise Refused("Only a V-ring is pushed up to a width.")
    width = read_length(command.width, "width", LengthUnit.MM, WIDTH_UM, command.shown).mm
    free = _free(command) or state.sides[command.side].free_mm
    asked = width_asked(desk, plan, free)
    return ev.VRingPushed(
        side=command.side,
        width_mm=width,
        free_mm=free,
        even=command.even,
        asked=asked,
        verdict=judge_set(asked, width, free, even=command.even),
    )


def width_asked(desk: Desk, plan: ev.SealPlan, free_mm: float | None) -> Result:
    """Width of a V-ring when set: of its sheet where the plan has it, else of the table, with the
    free width where that tells.
    """
    # A plan of an earlier version has none.
    planned = next((figure for figure in plan.figures if figure.id == "set_width"), None)
    if planned is not None and (free_mm is None or planned.value is not None):
        return planned
    shaft = shaft_here(desk)
    if shaft is None:
        raise Refused("Which bearing and shaft are here is not planned.")
    return set_width(desk.book(VRings), shaft, None, free_mm)


def move(desk: Desk, state: Seals) -> Move:
    """What to do next."""
    if not state.planned_right or state.plan is None:
        bad = (
            next((v for v in state.plan.verdicts if v.level is Level.STOP), None)
            if state.plan is not None
            else None
        )
        if bad is not None:
            return stopped_by(Do.PLAN_SEALS, bad, "Another material, or another kind of seal.")
        why = "The inboard ring goes on before the sleeve: forgotten, everything comes off again."
        if bearing_stays(desk):
            why = (
                "The bearing stays: what is in one piece comes on from its own side, what is split"
                " goes round the shaft."
            )
        return Move(Do.PLAN_SEALS, "Which seals, and what for?", why)
    if not state.inboard_done:
        return (
            _join(state, state.plan, "inboard")
            if state.left("inboard") == "join"
            else _on(desk, state, state.plan, "inboard")
        )
    due = state.next
    if due is None and state.asks_how_often:
        why = (
            "Apart from the bearing, and oftener: it stands in the rounds with the strokes that it"
            " took."
        )
        return Move(Do.KEEP_SEAL, "How often is it purged from now on?", why)
    if due is None:
        return Move(Ask.NOTHING, "Sealed", "Right way round, greased, nothing rubs.")
    side, left = due
    match left:
        case "join":
            return _join(state, state.plan, side)
        case "on":
            return _on(desk, state, state.plan, side)
        case "place":
            return _place(desk, state, side)
        case "push":
            return _push(desk, state, state.plan, side)
        case "set":
            said = state.sides[side].set
            if said is not None:
                return stopped_by(Do.SET_SEAL, said.verdict)
            return _seat(state.plan, side)
        case _:
            why = (
                "Through its own fitting, slowly, the shaft turned, until grease shows all round"
                " the flinger."
            )
            return Move(
                Do.PURGE_SEAL,
                f"Purge the {side} labyrinth",
                why,
                "No hand before a nozzle: grease goes through skin.",
            )


def _join(state: Seals, plan: ev.SealPlan, side: ev.Side) -> Move:
    said = state.sides[side].joined
    if said is not None:
        return stopped_by(Do.JOIN_LABYRINTH, said.verdict)
    grease = f" with {plan.grease}" if plan.grease else " with the bearing's grease"
    why = (
        f"On the bench: its groove filled{grease}; the half with the piston rings below, rings up;"
        " the plain half over them, chamfered end first."
    )
    return Move(
        Do.JOIN_LABYRINTH,
        f"Join the halves of the {side} labyrinth",
        why,
        "Evenly, by hand: a ring that is nipped breaks.",
    )


def _on(desk: Desk, state: Seals, plan: ev.SealPlan, side: ev.Side) -> Move:
    said = state.sides[side].on
    if said is not None and said.verdict.level is Level.STOP:
        return stopped_by(Do.PUT_RING_ON, said.verdict)
    way = (
        lip_why(plan.kind, plan.purpose, plan.drawn)
        if plan.kind.has_lip
        else "It may look either way."
    )
    stays = bearing_stays(desk)
    when = (
        ""
        if stays
        else (
            "Before sleeve and bearing. "
            if side == "inboard"
            else "After locking, before lowering into the base. "
        )
    )
    hides = "The next part hides it." if side == "inboard" and not stays else ""
    if plan.kind is SealKind.LABYRINTH:
        why = f"Set screws to the outside of the housing, loose. {when}Shaft clean, no burr."
        return Move(Do.PUT_RING_ON, f"{side.capitalize()} labyrinth onto the shaft", why, hides)
    why = (
        f"{way} {when}Lead-in clean, lip and shaft thinly greased, protected over threads and"
        " keyways."
    )
    return Move(Do.PUT_RING_ON, f"{side.capitalize()} ring onto the shaft", why, hides)


def _seat(plan: ev.SealPlan, side: ev.Side) -> Move:
    asked = SETTING[plan.kind]
    why = "; ".join(
        part for part in (asked.greased, asked.top.lower(), "turn the shaft and look") if part
    )
    return Move(Do.SET_SEAL, f"{side.capitalize()} seal {asked.into}", f"{why}.")


def _push(desk: Desk, state: Seals, plan: ev.SealPlan, side: ev.Side) -> Move:
    said = state.sides[side].pushed
    if said is not None:
        return stopped_by(Do.PUSH_V_RING, said.verdict)
    asked = width_asked(desk, plan, state.sides[side].free_mm)
    known = asked.value is not None and asked.value_to is not None
    width = (
        f"{number(asked.value or 0)} to {number(asked.value_to or 0)} mm"
        if known
        else "As wide as its sheet says"
    )
    why = (
        f"{width} from the face its lip runs on to its back, the same all round: measured at three"
        " places."
    )
    return Move(Do.PUSH_V_RING, f"Push the {side} V-ring up against its face", why, asked.note)


def _place(desk: Desk, state: Seals, side: ev.Side) -> Move:
    plan = state.plan
    said, (away, back) = (
        state.sides[side].placed,
        play_asked(desk, plan.moves if plan is not None else None),
    )
    if said is not None:
        bad = next((v for v in said.judgements() if v.level is Level.STOP), said.verdict)
        return stopped_by(Do.PLACE_LABYRINTH, bad)
    tight = f" to {plan.screw.words}" if plan is not None and plan.screw is not None else ""
    far, near = (
        f"{gap.value:.1f} mm" if gap.value is not None else "not known" for gap in (away, back)
    )
    why = (
        f"In front of its rotating half: {far} away from the fixed bearing, {near} towards it; then"
        f" its set screws{tight}."
    )
    return Move(
        Do.PLACE_LABYRINTH,
        f"Set the {side} labyrinth in its groove",
        why,
        away.note if away.value is None else "",
    )
