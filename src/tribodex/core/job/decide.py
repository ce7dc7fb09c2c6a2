"""What may follow: a command against a state gives events, or a refusal that says why."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from tribodex.core.adviser.move import RISKS
from tribodex.core.errors import Field, InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import events as ev
from tribodex.core.job.amounts import degrees_of, leaves_of, temperatures_of
from tribodex.core.job.plan import Plan
from tribodex.core.job.stages import gate_due
from tribodex.core.job.state import Gauging, JobState, fold
from tribodex.core.mounting.clearance import judge_initial
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.judgement import judge_final, judge_hand
from tribodex.core.mounting.locking import TabPosition, tab_positions, turn_tab_positions
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.procedure import Procedure
from tribodex.core.quantities import parse_degrees, parse_pressure_mpa


def decide(procedure: Procedure, log: Sequence[ev.Event], state: JobState, command: cmd.Command) -> list[ev.Payload]:
    """Events that the command adds to the log.

    Raises InvalidInput for a value that cannot be meant, Refused for a step out of place, NotFound for a name unknown.
    """
    if state.abandoned and not isinstance(command, cmd.AddNote):
        raise Refused("This job was given up; its record stays. Open a new job to go on.")
    # A signed record still takes remarks, points and corrections, and may be signed again after a correction.
    if state.signed and not isinstance(command, cmd.AddNote | cmd.OpenPoint | cmd.ClosePoint | cmd.Correct | cmd.Sign):
        raise Refused("This job is signed. A correction or a note can still be added; for more work open a new job.")
    match command:
        case cmd.ConfirmGate():
            return _confirm(procedure, state, command)
        case cmd.OverruleGate():
            gate = procedure.gate(command.gate)
            name, reason = _named(command.name, command.reason)
            missing = tuple(item.text for item in gate.items if item.id not in command.items)
            return [ev.GateOverruled(gate.id, name, reason, missing)]
        case cmd.RevisePlan():
            if state.initial:
                raise Refused("The bearing has been gauged: the plan stands. Give this job up and open a new one if it must change.")
            return [ev.PlanRevised(command.plan, _text(command.reason, "reason", "why the plan changes"))]
        case cmd.StartGauging():
            return _start(procedure, state, command)
        case cmd.TryLeaf():
            return [_leaf(state, command)]
        case cmd.RepeatPlace():
            return [_repeat(state, command)]
        case cmd.CloseGauging():
            return [_close(state)]
        case cmd.AcceptOutside():
            name, reason = _named(command.name, command.reason)
            if state.stopped_by() != command.what:
                raise Refused("There is nothing of that kind to accept now.")
            return [ev.OutsideAccepted(command.what, name, reason)]
        case cmd.SetZero():
            _may_drive(procedure, state)
            return [_zero(state, command)]
        case cmd.TurnNut():
            return _turn(procedure, state, command)
        case cmd.Reseat():
            return _reseat(procedure, state, command)
        case cmd.HandCheck():
            return [_hand_check(procedure, state, command)]
        case cmd.ChooseRisk(risk=risk):
            if risk not in RISKS:
                raise InvalidInput.at("risk", f"{risk:g} is not one of the choices.", ", ".join(f"{r:g}" for r in RISKS))
            return [ev.RiskChosen(risk)]
        case cmd.SeeTab():
            _needs_zero(state)
            return [_tab(state.plan, command.amount, command.unit)]
        case cmd.Lock():
            return _lock(procedure, state, command)
        case cmd.Release():
            if not state.attempt.zero_set:
                raise Refused("Nothing has been driven up yet; there is nothing to release.")
            return [*_settled(state), ev.Released(_text(command.reason, "reason", "why it is released, for example “past the window”"))]
        case cmd.AddNote(text=text):
            return [ev.NoteAdded(_text(text, "text", "a remark"))]
        case cmd.OpenPoint(text=text):
            return [ev.PointOpened(_text(text, "text", "what is left to do"))]
        case cmd.ClosePoint():
            if not any(p.number == command.point and p.closed is None for p in state.points):
                raise NotFound(f"There is no open point {command.point}.")
            return [ev.PointClosed(command.point, _text(command.how, "how", "how it was settled"))]
        case cmd.Correct():
            return _correct(log, state, command)
        case cmd.Sign():
            return [_sign(state, command)]
        case cmd.Abandon():
            name, reason = _named(command.name, command.reason)
            return [ev.Abandoned(name, reason)]


def _text(value: str, field: str, expected: str) -> str:
    if not value.strip():
        raise InvalidInput.at(field, "This is needed; it stands in the record.", expected)
    return value.strip()


def _named(name: str, reason: str) -> tuple[str, str]:
    missing = [
        Field(field, "This is needed to overrule; it stands in the record.", expected)
        for field, value, expected in (("name", name, "the name of who decides"), ("reason", reason, "why it is right to go on"))
        if not value.strip()
    ]
    if missing:
        raise InvalidInput("A name and a reason are needed.", *missing)
    return name.strip(), reason.strip()


def _confirm(procedure: Procedure, state: JobState, command: cmd.ConfirmGate) -> list[ev.Payload]:
    gate = procedure.gate(command.gate)
    if gate.id in state.gates:
        raise Refused(f"“{gate.title}” is passed already.")
    missing = [item for item in gate.items if item.id not in command.items]
    if missing:
        raise InvalidInput(
            f"“{gate.title}” is not complete.",
            *(Field(item.id, f"Not confirmed: {item.text}", "confirm it, or overrule the gate by name with a reason") for item in missing),
        )
    return [ev.GateConfirmed(gate.id, tuple(item.text for item in gate.items))]


def _pass_gates(procedure: Procedure, state: JobState, stage: str) -> None:
    gate = gate_due(procedure, state, stage)
    if gate is not None:
        raise Refused(f"First: “{gate.title}”. Confirm it, or overrule it by name with a reason.")


def _start(procedure: Procedure, state: JobState, command: cmd.StartGauging) -> list[ev.Payload]:
    if not state.plan.method.gauged:
        raise Refused("This method gauges nothing with leaves: the turn of the nut and the feel of the ring decide.")
    stage = {Phase.INITIAL: "initial_clearance", Phase.DRIVE_UP: "drive_up", Phase.FINAL: "final_check"}[command.phase]
    _pass_gates(procedure, state, stage)
    if command.phase is Phase.INITIAL:
        if state.attempt.zero_set:
            raise Refused("The bearing is on its sleeve: its unmounted clearance cannot be gauged any more. Release it first.")
    else:
        _may_drive(procedure, state)
        if command.phase is Phase.FINAL and state.attempt.locked is None:
            raise Refused("The final check comes after locking: bending the tab moves the nut a little.")
    places = command.places if command.places is not None else state.plan.places
    if not 1 <= places <= 6:
        raise InvalidInput.at("places", f"{places} places cannot be meant.", "1 to 6; good shops take 3")
    where = command.where or state.plan.where
    number = len(state.gaugings) + 1
    return [*_settled(state), ev.GaugingStarted(number, command.phase, where, places, *temperatures_of(state.plan, command))]


def _leaf(state: JobState, command: cmd.TryLeaf) -> ev.LeafTried:
    gauging = state.open_gauging()
    if gauging is None:
        raise Refused("No gauging is open. Start one first.")
    if not 1 <= command.place <= gauging.places:
        raise InvalidInput.at("place", f"Place {command.place} is not in this gauging.", f"1 to {gauging.places}")
    leaves = leaves_of(state.plan, command.leaf)
    return ev.LeafTried(gauging.number, command.place, command.row, leaves, command.outcome, command.leaf if command.typed else "")


def _closed(state: JobState, gauging: Gauging, initial_um: float | None = None) -> ev.GaugingClosed | None:
    """The gauging judged as it stands now; None when no bracket is closed."""
    plan = state.plan
    summary = gauging.summary(plan)
    if summary is None:
        return None
    if gauging.phase is Phase.INITIAL:
        verdict = judge_initial(summary.mean_um, summary.uncertainty_um, plan.groups_um, plan.bearing.group)
        return ev.GaugingClosed(gauging.number, summary, initial_verdict=verdict)
    if gauging.phase is Phase.FINAL:
        window = state.window()
        if initial_um is not None:
            window = plan.window(initial_um)
        if window is not None:
            return ev.GaugingClosed(gauging.number, summary, final_verdict=judge_final(window, summary.mean_um, summary.uncertainty_um))
    return ev.GaugingClosed(gauging.number, summary)


def _repeat(state: JobState, command: cmd.RepeatPlace) -> ev.PlaceRepeated:
    gauging = state.open_gauging()
    if gauging is None:
        raise Refused("No gauging is open.")
    if not any((t.place, t.row) == (command.place, command.row) for t in gauging.trials):
        raise Refused(f"Nothing was read yet at place {command.place}, {command.row}.")
    return ev.PlaceRepeated(gauging.number, command.place, command.row)


def _close(state: JobState) -> ev.GaugingClosed:
    gauging = state.open_gauging()
    if gauging is None:
        raise Refused("No gauging is open.")
    closed = _closed(state, gauging)
    if closed is None:
        raise Refused("Nothing is bracketed yet: one leaf that passes and one that does not are needed at one place at least.")
    return closed


def _settled(state: JobState) -> list[ev.Payload]:
    """Moving the nut ends an open gauging; what it bracketed is kept."""
    gauging = state.open_gauging()
    if gauging is None:
        return []
    closed = _closed(state, gauging)
    return [closed] if closed else []


def _may_drive(procedure: Procedure, state: JobState) -> None:
    _pass_gates(procedure, state, "drive_up")
    if not state.plan.method.gauged:
        return
    if state.initial_closed() is None:
        raise Refused("First the unmounted clearance: without it there is no target.")
    stop = state.stopped_by()
    if stop == "group":
        raise Refused("The clearance is outside its group. Gauge again, take another bearing, or accept it by name with a reason.")
    if stop == "window":
        raise Refused("The window is empty. Gauge again, take the next clearance group, or accept it by name with a reason.")


def _needs_zero(state: JobState) -> None:
    if not state.attempt.zero_set:
        raise Refused("First the zero mark: run the nut up to its zero point and mark it.")


def _zero(state: JobState, command: cmd.SetZero) -> ev.ZeroSet:
    if state.attempt.zero_set:
        raise Refused("The zero mark is set already. To set it anew, release from the sleeve and start again.")
    if state.plan.method is Method.TURNS:
        return ev.ZeroSet(command.tap_tested, ZeroPoint.HAND_TIGHT)
    if command.start_pressure.strip():
        if state.plan.hydraulic is None:
            raise InvalidInput.at("start_pressure", "This plan drives with a spanner; there is no start pressure.", "leave it empty")
        pressure = parse_pressure_mpa(command.start_pressure, "start_pressure")
        return ev.ZeroSet(True, ZeroPoint.START_PRESSURE, pressure, command.start_pressure.strip())
    return ev.ZeroSet(command.tap_tested, ZeroPoint.FIRM if command.tap_tested else ZeroPoint.UNTESTED)


def _turn(procedure: Procedure, state: JobState, command: cmd.TurnNut) -> list[ev.Payload]:
    _may_drive(procedure, state)
    _needs_zero(state)
    if state.attempt.locked is not None:
        raise Refused("The nut is locked. If it must go on, release from the sleeve and start again.")
    degrees = degrees_of(state.plan, command.amount, command.unit)
    if plan_past := _after_reseat(state):
        raise Refused(plan_past)
    if degrees == 0:
        raise InvalidInput.at("amount", "A turn of zero changes nothing.", "how far the nut was tightened, for example 35°")
    return [*_settled(state), ev.NutTurned(degrees, command.amount.strip(), command.unit)]


def _after_reseat(state: JobState) -> str:
    """Why the nut must first come back to its old mark; empty when it stands there or was never backed off."""
    seated = state.attempt.reseated
    if seated is not None and seated.past_deg < 0:
        return f"The nut stands {-seated.past_deg:.0f}° behind its old mark. First tighten it back to the mark and say so; turns count from there."
    return ""


def _reseat(procedure: Procedure, state: JobState, command: cmd.Reseat) -> list[ev.Payload]:
    _may_drive(procedure, state)
    _needs_zero(state)
    if not state.plan.reseats:
        raise Refused("With the washer on from the start, a plate or a clip, the nut is not backed off: there is nothing to re-seat.")
    if state.attempt.locked is not None:
        raise Refused("The nut is locked already.")
    if state.attempt.nut_deg == 0:
        raise Refused("First drive up; the washer is fitted when the bearing is where it should be.")
    degrees = degrees_of(state.plan, command.amount, command.unit)
    return [*_settled(state), ev.Reseated(-degrees if command.behind else degrees, command.amount.strip(), command.unit)]


def _hand_check(procedure: Procedure, state: JobState, command: cmd.HandCheck) -> ev.HandChecked:
    _may_drive(procedure, state)
    _needs_zero(state)
    attempt = state.attempt
    locked = attempt.locked is not None
    verdict = None
    if locked and not state.plan.method.gauged:
        verdict = judge_hand(command.swivel, command.turns_freely, attempt.nut_deg, state.plan.turn_range_deg)
    return ev.HandChecked(command.swivel, command.turns_freely, attempt.nut_deg, locked, verdict)


def _tab(plan: Plan, amount: str, unit: cmd.TurnUnit) -> ev.TabSeen:
    if plan.nut is None or plan.nut.tab_step_deg is None:
        raise Refused(f"The nut's slots and the {plan.lock.words}'s positions are not known in this plan: count them and give them in the plan.")
    degrees = degrees_of(plan, amount, unit)
    step = plan.nut.tab_step_deg
    if degrees > step + 1:
        rim = plan.nut.rim_mm(step)
        along = f", {rim:.1f} mm along the rim" if rim is not None else ""
        raise InvalidInput.at(
            "amount",
            f"{degrees:.1f}° is more than one step of this nut and {plan.lock.words} ({step:.1f}°{along}).",
            "the smallest distance from any slot to the next tab in the tightening direction",
        )
    return ev.TabSeen(degrees, amount.strip(), unit)


def _lock(procedure: Procedure, state: JobState, command: cmd.Lock) -> list[ev.Payload]:
    _may_drive(procedure, state)
    _needs_zero(state)
    _pass_gates(procedure, state, "lock")
    if state.attempt.locked is not None:
        raise Refused("The nut is locked already.")
    if behind := _after_reseat(state):
        raise Refused(behind)
    if state.plan.reseats and state.attempt.reseated is None and state.attempt.nut_deg > 0:
        raise Refused("First the re-seat check: with the washer fitted, does the nut come back at least to its old mark?")
    degrees = parse_degrees(command.turn, "turn")
    if degrees > 90:
        raise InvalidInput.at("turn", f"{degrees:.0f}° is too far for tab position a tab.", "one of the listed positions")
    position, window, nut, asked = state.position(), state.window(), state.plan.nut, state.plan.turn_range_deg
    found: tuple[TabPosition, ...] = ()
    if nut is not None and not state.plan.method.gauged and asked is not None:
        found = turn_tab_positions(nut, state.attempt.nut_deg, (asked.low, asked.high), degrees, most=1)
    elif nut is not None and position is not None and window is not None:
        found = tab_positions(position, nut, window, degrees, most=1, risk=state.risk)
    if not found:
        return [*_settled(state), ev.Locked(degrees, None, None)]
    return [*_settled(state), ev.Locked(degrees, found[0].residual_um, found[0].verdict)]


def _correct(log: Sequence[ev.Event], state: JobState, command: cmd.Correct) -> list[ev.Payload]:
    reason = _text(command.reason, "reason", "what was wrong, for example “read the wrong leaf”")
    event = next((e for e in log if e.seq == command.target), None)
    if event is None:
        raise NotFound(f"This job has no entry {command.target}.")
    original = event.payload
    replacement: ev.LeafTried | ev.NutTurned | ev.Reseated | ev.TabSeen | None = None
    match original:
        case ev.LeafTried():
            if command.leaf is not None or command.outcome is not None:
                leaves = leaves_of(state.plan, command.leaf) if command.leaf is not None else original.leaves_um
                replacement = replace(original, leaves_um=leaves, outcome=command.outcome or original.outcome)
        case ev.NutTurned():
            if command.amount is not None:
                unit = command.unit or "degrees"
                replacement = ev.NutTurned(degrees_of(state.plan, command.amount, unit), command.amount.strip(), unit)
        case ev.Reseated():
            if command.amount is not None:
                degrees = degrees_of(state.plan, command.amount, command.unit or "rim")
                replacement = ev.Reseated(degrees, command.amount.strip(), command.unit or "rim")
        case ev.TabSeen():
            if command.amount is not None:
                replacement = _tab(state.plan, command.amount, command.unit or "rim")
        case _:
            raise Refused("Only readings, turns and tab positions are corrected. For anything else add a note.")
    correction = ev.Corrected(command.target, replacement, reason)
    return [correction, *_rejudged(log, state, correction)]


def _rejudged(log: Sequence[ev.Event], state: JobState, correction: ev.Corrected) -> list[ev.Payload]:
    """Judgements that a correction changes, said again with the corrected inputs."""
    last = log[-1]
    after = fold([*log, replace(last, seq=last.seq + 1, payload=correction)])
    again: list[ev.Payload] = []
    initial_um: float | None = None
    for gauging in after.gaugings:
        if gauging.closed is None:
            continue
        closed = _closed(after, gauging, initial_um)
        if closed is None:
            raise Refused("Without this reading nothing is left of a finished gauging. Say what it should have been, or gauge again.")
        if gauging.phase is Phase.INITIAL:
            initial_um = closed.summary.mean_um
        if closed != gauging.closed:
            again.append(closed)
    return again


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
    left = tuple(p.text for p in state.points if p.closed is None)
    return ev.Signed(command.name.strip(), command.role.strip(), left)
