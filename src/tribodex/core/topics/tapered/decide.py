"""What may follow at a tapered seat: a command gives facts, or a refusal that says why."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from tribodex.core.adviser.move import RISKS, Act
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact, Restarted
from tribodex.core.job.gates import named, text
from tribodex.core.job.topic import Desk
from tribodex.core.topics.prepare.facts import SeatPlanned
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import driving, gauging, locking, looking
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.allowed import may_drive, needs_zero
from tribodex.core.topics.tapered.state import Tapered

NAME = "tapered"


def decide(desk: Desk, state: Tapered, command: Any) -> Sequence[Fact]:
    """Facts that the command adds to the log.

    Raises InvalidInput for a value out of range, Refused for a step out of place.
    """
    match command:
        case (
            cmd.StartGauging()
            | cmd.TryLeaf()
            | cmd.BracketPlace()
            | cmd.TakeFeelers()
            | cmd.RepeatPlace()
            | cmd.CloseGauging()
        ):
            return _gauging(desk, state, command)
        case (
            cmd.SetZero()
            | cmd.TurnNut()
            | cmd.StrikeBlows()
            | cmd.SeatNut()
            | cmd.SeeTab()
            | cmd.Lock()
            | cmd.HandCheck()
        ):
            return _driving(desk, state, command)
        case cmd.LookAt():
            return [looking.look_at(state, command)]
        case cmd.FollowLeaf():
            return [looking.follow_leaf(state, command)]
        case cmd.RevisePlan():
            # What was gauged belongs to the plan that it was gauged for.
            if state.initial:
                raise Refused(
                    "The bearing has been gauged: the plan stands. Abandon this job and open a new"
                    " one if it must change."
                )
            reason = text(command.reason, "reason", "why the plan changes")
            seat = [SeatPlanned(command.seat, None, reason)] if command.seat is not None else []
            return [ev.TaperedPlanned(command.plan, reason), *seat]
        case cmd.AcceptOutside():
            return [_accept(state, command)]
        case cmd.ChooseRisk(risk=risk):
            if risk not in RISKS:
                raise InvalidInput.at(
                    "risk",
                    f"{risk:g} is not one of the choices.",
                    ", ".join(f"{r:g}" for r in RISKS),
                )
            return [ev.RiskChosen(risk)]
        case cmd.Release():
            # A release without a drive-up would count as an attempt that failed.
            if not state.attempt.zero_set:
                raise Refused("Nothing has been driven up yet; there is nothing to release.")
            reason = text(
                command.reason, "reason", "why it is released, for example “past the window”"
            )
            return [*gauging.settled(state), Restarted(NAME, reason)]
        case _:
            raise TypeError(f"a tapered seat takes no {type(command).__name__}")


def _gauging(desk: Desk, state: Tapered, command: Any) -> Sequence[Fact]:
    match command:
        case cmd.StartGauging():
            return gauging.start(desk, state, command)
        case cmd.TryLeaf():
            return [gauging.try_leaf(state, command)]
        case cmd.BracketPlace():
            return gauging.bracket(desk, state, command)
        case cmd.TakeFeelers():
            return [gauging.take_feelers(desk, state, command)]
        case cmd.RepeatPlace():
            return [gauging.repeat(state, command)]
        case _:
            return [gauging.close(state)]


def _driving(desk: Desk, state: Tapered, command: Any) -> Sequence[Fact]:
    match command:
        case cmd.SetZero():
            may_drive(desk, state)
            return [driving.zero(desk, state, command)]
        case cmd.TurnNut():
            return driving.turn(desk, state, command)
        case cmd.StrikeBlows():
            return driving.strike(desk, state, command)
        case cmd.SeatNut():
            return driving.seat(desk, state, command)
        case cmd.SeeTab():
            needs_zero(state)
            return [locking.see_tab(state.plan, command)]
        case cmd.Lock():
            return locking.lock(desk, state, command)
        case _:
            return [looking.hand_check(desk, state, command)]


def _accept(state: Tapered, command: cmd.AcceptOutside) -> ev.OutsideAccepted:
    name, reason = named(command.name, command.reason)
    if command.what == "row":
        # Nobody accepts a row unseen before one was gauged: that would be no gauging at all.
        if not any(len(gauging.rows(state.plan)) == 1 for gauging in state.attempt.gaugings):
            raise Refused(
                "Gauge the row that can be reached first; then say who says that the other one"
                " cannot be."
            )
        return ev.OutsideAccepted(command.what, name, reason)
    advice = state.advice() if command.what == "narrow" else None
    # A stop is answered while it stands: nothing is accepted ahead of time, for whatever may come.
    if state.stopped_by() != command.what and not (
        advice is not None and advice.act is Act.NARROW and not state.has_accepted("narrow")
    ):
        raise Refused("There is nothing of that kind to accept now.")
    return ev.OutsideAccepted(command.what, name, reason)


def judge(_: Desk, state: Tapered, now: Any) -> Fact:
    """A judgement said anew, from the slice as it was before it. Raises Refused where nothing is
    left to judge.
    """
    match now:
        case ev.GaugingClosed(gauging=number) | ev.NoPlayFound(gauging=number):
            ended = gauging.judged(state, state.numbered[number])
            if ended is None:
                raise Refused(
                    "Without this reading nothing is left of a finished gauging. Say what it should"
                    " have been, or gauge again."
                )
            return ended
        case ev.HandChecked():
            return looking.hand_checked(state, cmd.HandCheck(now.swivel, now.turns_freely))
        case ev.Locked():
            # What was decided by name stays decided; only what is predicted there is judged anew.
            again = locking.locked(state, now.turn_deg)
            return (
                replace(again, decided_by=now.decided_by, reason=now.reason, over_um=now.over_um)
                if now.decided_by
                else again
            )
        case ev.NutSeated():
            return replace(now, gauge_first=driving.asks_gauging(state, now.seat))
        case _:
            raise TypeError(f"{type(now).__name__} is no judgement")
