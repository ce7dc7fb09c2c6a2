"""What may follow: a command against a state gives events, or a refusal that says why."""

from __future__ import annotations

from collections.abc import Sequence

from tribodex.core.adviser.move import RISKS, Act
from tribodex.core.errors import Field, InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import decide_driving as driving
from tribodex.core.job import decide_gauging as gauging
from tribodex.core.job import events as ev
from tribodex.core.job import gates
from tribodex.core.job.correct import correct
from tribodex.core.job.state import JobState
from tribodex.core.procedure import Procedure


def decide(procedure: Procedure, log: Sequence[ev.Event], state: JobState, command: cmd.Command, *, correcting: bool = False) -> list[ev.Payload]:
    """Events that the command adds to the log. `correcting`: it says what was done at an earlier entry.

    Raises InvalidInput for a value out of range, Refused for a step out of place, NotFound for a name unknown.
    """
    if state.abandoned and not isinstance(command, cmd.AddNote):
        raise Refused("This job was abandoned; its record stays. Open a new job to go on.")
    # A signed record still takes remarks, points and corrections, and may be signed again after a correction.
    if state.signed and not isinstance(command, cmd.AddNote | cmd.OpenPoint | cmd.ClosePoint | cmd.Correct | cmd.Sign):
        raise Refused("This job is signed. A correction or a note can still be added; for more work open a new job.")
    match command:
        case cmd.ConfirmGate():
            return gates.confirm(procedure, state, command)
        case cmd.OverruleGate():
            return gates.overrule(procedure, state, command)
        case cmd.RevisePlan():
            if state.initial:
                raise Refused("The bearing has been gauged: the plan stands. Abandon this job and open a new one if it must change.")
            return [ev.PlanRevised(command.plan, gates.text(command.reason, "reason", "why the plan changes"))]
        case cmd.StartGauging():
            return gauging.start(procedure, state, command)
        case cmd.TryLeaf():
            return [gauging.try_leaf(state, command)]
        case cmd.BracketPlace():
            return gauging.bracket(state, command)
        case cmd.RepeatPlace():
            return [gauging.repeat(state, command)]
        case cmd.CloseGauging():
            return [gauging.close(state)]
        case cmd.AcceptOutside():
            return [_accept(state, command)]
        case cmd.SetZero():
            gates.may_drive(procedure, state)
            return [driving.zero(state, command)]
        case cmd.TurnNut():
            return driving.turn(procedure, state, command)
        case cmd.SeatNut():
            return driving.seat(procedure, state, command)
        case cmd.FollowLeaf():
            return [driving.follow_leaf(state, command)]
        case cmd.HandCheck():
            return [driving.hand_check(procedure, state, command)]
        case cmd.ChooseRisk(risk=risk):
            if risk not in RISKS:
                raise InvalidInput.at("risk", f"{risk:g} is not one of the choices.", ", ".join(f"{r:g}" for r in RISKS))
            return [ev.RiskChosen(risk)]
        case cmd.SeeTab():
            gates.needs_zero(state)
            return [driving.see_tab(state.plan, command)]
        case cmd.Lock():
            return driving.lock(procedure, state, command, correcting=correcting)
        case cmd.Release():
            if not state.attempt.zero_set:
                raise Refused("Nothing has been driven up yet; there is nothing to release.")
            return [*gauging.settled(state), ev.Released(gates.text(command.reason, "reason", "why it is released, for example “past the window”"))]
        case cmd.AddNote(text=text):
            return [ev.NoteAdded(gates.text(text, "text", "a remark"))]
        case cmd.OpenPoint(text=text):
            return [ev.PointOpened(gates.text(text, "text", "what is left to do"))]
        case cmd.ClosePoint():
            if command.point not in state.open_points:
                raise NotFound(f"There is no open point {command.point}.")
            return [ev.PointClosed(command.point, gates.text(command.how, "how", "how it was settled"))]
        case cmd.Correct():
            return correct(log, state, command, lambda before, then, entry: decide(procedure, before, then, entry, correcting=True))
        case cmd.Sign():
            return [_sign(state, command)]
        case cmd.Abandon():
            name, reason = gates.named(command.name, command.reason)
            return [ev.Abandoned(name, reason)]


def _accept(state: JobState, command: cmd.AcceptOutside) -> ev.OutsideAccepted:
    name, reason = gates.named(command.name, command.reason)
    advice = state.advice() if command.what == "narrow" else None
    if state.stopped_by() != command.what and not (advice is not None and advice.act is Act.NARROW and not state.has_accepted("narrow")):
        raise Refused("There is nothing of that kind to accept now.")
    return ev.OutsideAccepted(command.what, name, reason)


def _sign(state: JobState, command: cmd.Sign) -> ev.Signed:
    missing = [
        Field(field, "A record is signed by name.", expected)
        for field, value, expected in (("name", command.name, "who signs"), ("role", command.role, "for example fitter, supervisor"))
        if not value.strip()
    ]
    if missing:
        raise InvalidInput("A record is signed by name.", *missing)
    if state.signed and not state.changed_after_signing:
        raise Refused("The record is signed already, and nothing was corrected since.")
    if not state.attempt.finished:
        raise Refused(
            "First the final check, after locking: "
            + ("the residual clearance." if state.plan.method.gauged else "turn and swivel the ring by hand.")
        )
    left = tuple(point.text for point in state.open_points.values())
    return ev.Signed(command.name.strip(), command.role.strip(), left)
