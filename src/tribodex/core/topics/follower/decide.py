"""What may follow while a cam follower goes in, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from typing import Any

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.follower.stud import (
    Mount,
    Thread,
    clamp_result,
    judge_clamp,
    judge_hole,
    judge_plug,
    stud_fit,
)
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import decided, text
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics.follower import commands as cmd
from tribodex.core.topics.follower import facts as ev
from tribodex.core.topics.follower.moves import FollowerDo as Do
from tribodex.core.topics.follower.state import Follower
from tribodex.core.working import Level, Verdict


class FollowerCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_BACKED_UP = "follower.not_backed_up"


STAGE = "set_follower"
# A measured stud this far from its size is another one, or a slip (mm).
FAR_MM = 1.0


def decide(desk: Desk, state: Follower, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.planned
    if plan is None:
        raise Refused("Nothing is planned for this follower.")
    match command:
        case cmd.FitStud():
            return [_fitted(plan, command)]
        case cmd.SetFollower():
            if state.fit is None:
                raise Refused("First measure stud and hole: a loose one works, a tight one bends.")
            if state.fit.verdict.level is Level.STOP and not state.fit.decided_by:
                raise Refused(f"{state.fit.verdict.word.capitalize()}: {state.fit.verdict.reason}")
            return [ev.FollowerSet(command.hole, judge_hole(command.hole))]
        case cmd.SayClampThread():
            _is(plan, Mount.STUD)
            if plan.clamp is None or (plan.clamp.thread is not None and not desk.correcting):
                raise Refused("Its sheet says for which thread its torque is.")
            return [
                ev.ClampThreadSaid(
                    Thread(command.thread),
                    text(command.source, "source", "the maker's word, or another sheet"),
                )
            ]
        case cmd.ClampStud():
            _is(plan, Mount.STUD)
            _set(state)
            return [_clamped(plan, command)]
        case cmd.BackPlates():
            _is(plan, Mount.YOKE)
            _set(state)
            word = Verdict(
                "backed up",
                Level.GOOD,
                "The fork backs up both plates and holds them along the pin.",
            )
            bad = Verdict(
                "not backed up",
                Level.STOP,
                "A plate that nothing backs up comes off in service: shims, or another fork.",
                code=FollowerCode.NOT_BACKED_UP,
            )
            return [ev.PlatesBacked(command.both, word if command.both else bad)]
        case cmd.SayPlug():
            return [ev.PlugSaid(command.plug, judge_plug(plan.regreased, command.plug))]
        case cmd.TurnRoller():
            _set(state)
            how = (
                command.text.strip()
                if command.freely
                else text(command.text, "text", "how it turns: rough, stiff, where")
            )
            return [ev.RollerTurned(command.freely, how)]
        case _:
            raise TypeError(f"a follower takes no {type(command).__name__}")


def _is(plan: ev.FollowerPlan, mount: Mount) -> None:
    if plan.mount is not mount:
        raise Refused(f"This follower is of {plan.mount.words}.")


def _set(state: Follower) -> None:
    if state.set_in is None:
        raise Refused("First put it in.")
    if state.set_in.verdict.level is Level.STOP:
        raise Refused(f"{state.set_in.verdict.word.capitalize()}: {state.set_in.verdict.reason}")


def _fitted(plan: ev.FollowerPlan, command: cmd.FitStud) -> ev.StudFitted:
    size = plan.size.bore_mm
    # Further away than this it is another stud, or another unit, and no fit of this one.
    sensible = ((size - FAR_MM) * 1000, (size + FAR_MM) * 1000)
    stud, hole = (
        read_length(said, name, LengthUnit.MM, sensible, command.shown).mm
        for name, said in (("stud", command.stud), ("hole", command.hole))
    )
    verdict = stud_fit(stud, hole).verdict
    assert verdict is not None  # every fit is judged
    typed = f"{command.stud.strip()} / {command.hole.strip()}"
    return ev.StudFitted(
        round(stud, 5), round(hole, 5), typed, verdict, *decided(command.decided_by, command.reason)
    )


def _clamped(plan: ev.FollowerPlan, command: cmd.ClampStud) -> ev.StudClamped:
    if plan.clamp is None:
        raise Refused("No clamp torque is planned.")
    # Torque is friction for the greatest part: without the thread it tells nothing of how the stud
    # is pulled.
    if command.thread == "not known":
        raise InvalidInput.at(
            "thread",
            "Dry or oiled? The same torque pulls twice as hard on an oiled thread: nothing is"
            " worked out over it.",
            "dry or oiled",
        )
    thread, torque = Thread(command.thread), parse_torque_nm(command.torque, "torque")
    wrench = text(command.wrench, "wrench", "which wrench: never by feel")
    by, reason = decided(command.decided_by, command.reason)
    verdict = judge_clamp(plan.clamp, torque, thread)
    return ev.StudClamped(
        torque_nm=round(torque, 2),
        thread=thread,
        wrench=wrench,
        verdict=verdict,
        decided_by=by,
        reason=reason,
    )


def judge(_: Desk, state: Follower, fact: ev.StudClamped) -> ev.StudClamped:
    """A torque judged anew, after what was said of its sheet was corrected or taken back."""
    clamp = state.planned.clamp if state.planned is not None else None
    return (
        replace(fact, verdict=judge_clamp(clamp, fact.torque_nm, fact.thread))
        if clamp is not None
        else fact
    )


def move(_: Desk, state: Follower) -> Move:
    """What to do next."""
    plan = state.planned
    if plan is None:
        return Move(Ask.NOTHING, "Nothing is planned for this follower", "Plan it first.")
    if state.fit is None or (state.fit.verdict.level is Level.STOP and not state.fit.decided_by):
        stop = state.fit
        if stop is not None:
            return stopped_by(Do.FIT_STUD, stop.verdict, "Measure again, or decide by name.")
        return Move(
            Do.FIT_STUD,
            "Measure stud and hole",
            "A light press is right: a loose stud works and wears its hole.",
        )
    if state.set_in is None or state.set_in.verdict.level is Level.STOP:
        bad = state.set_in
        if bad is not None:
            return stopped_by(Do.SET_FOLLOWER, bad.verdict)
        how = (
            "Press it in by the stud's end face"
            if plan.mount is Mount.STUD
            else "Put the pin in, the follower in its fork"
        )
        return Move(
            Do.SET_FOLLOWER,
            how,
            "Grease hole mark to the unloaded side.",
            "Never a hammer on the roller.",
        )
    if not state.carried:
        if plan.mount is Mount.YOKE:
            why = (
                state.backed.verdict.reason
                if state.backed is not None
                else "Plates that nothing backs up come off in service."
            )
            return Move(Do.BACK_PLATES, "Are both end plates backed up by the fork?", why)
        assert plan.clamp is not None  # a stud is planned with its torque
        if plan.clamp.thread is None:
            silent = clamp_result(plan.clamp).note
            return Move(
                Do.SAY_CLAMP_THREAD,
                "Dry or oiled? Its sheet is silent: ask its maker",
                silent,
                "Until then the nut is not at torque.",
            )
        asked = {
            thread: plan.clamp.range_for(thread) or Span(0.0, 0.0)
            for thread in (Thread.OILED, Thread.DRY)
        }
        if state.clamped is not None:
            return stopped_by(
                Do.CLAMP_STUD, state.clamped.verdict, "Loosen it, look at the stud, and again."
            )
        each = [
            f"{thread} {span.low:.0f}{f' to {span.high:.0f}' if span.high != span.low else ''} N·m"
            for thread, span in asked.items()
        ]
        why = "Too much stretches or breaks the stud, too little lets it walk out; never by feel."
        return Move(
            Do.CLAMP_STUD,
            f"Nut to clamp torque: {', '.join(each)}",
            why,
            "Hold the stud by its slot or hexagon.",
        )
    if state.plug is None or state.plug.verdict.level is Level.STOP:
        why = (
            state.plug.verdict.reason
            if state.plug is not None
            else "Wherever it will not be regreased the hole is closed."
        )
        return Move(
            Do.SAY_PLUG,
            (
                "Is the oil hole's plug in?"
                if not plan.regreased
                else "Is its grease fitting in and clean?"
            ),
            why,
        )
    if state.turned is not None and not state.turned.freely:
        return Move(
            Do.TURN_ROLLER,
            "Stop: the roller does not turn freely",
            state.turned.text,
            "Take it out again, and look.",
            stops=True,
        )
    if state.turned is None:
        return Move(
            Do.TURN_ROLLER, "Turn the roller by hand", "It turns freely, without a rough place."
        )
    return Move(
        Ask.NOTHING, "Fitted, carried and turning", "What a round looks at stands in the record."
    )
