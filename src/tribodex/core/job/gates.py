"""What must be passed before a step: gates, and what keeps the drive-up from going on."""

from __future__ import annotations

from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import events as ev
from tribodex.core.job.stages import gate_due
from tribodex.core.job.state import JobState
from tribodex.core.procedure import Procedure


def confirm(procedure: Procedure, state: JobState, command: cmd.ConfirmGate) -> list[ev.Payload]:
    """A gate opens when all of its items are confirmed."""
    gate = procedure.gate(command.gate).for_plan(state.plan.conditions)
    _still_due(state, gate.id, gate.title)
    missing = [item for item in gate.items if item.id not in command.items]
    if missing:
        right = "confirm it" if gate.firm else "confirm it, or overrule the gate by name with a reason"
        raise InvalidInput(f"“{gate.title}” is not complete.", *(Field(item.id, f"Not confirmed: {item.text}", right) for item in missing))
    return [ev.GateConfirmed(gate.id, tuple(item.text for item in gate.items))]


def overrule(procedure: Procedure, state: JobState, command: cmd.OverruleGate) -> list[ev.Payload]:
    """A gate is passed by name; isolation and load support never are."""
    gate = procedure.gate(command.gate).for_plan(state.plan.conditions)
    _still_due(state, gate.id, gate.title)
    if gate.firm:
        raise Refused(f"“{gate.title}” cannot be overruled by anybody: a life may hang on it. Make it so, and confirm it.")
    name, reason = named(command.name, command.reason)
    missing = tuple(item.text for item in gate.items if item.id not in command.items)
    return [ev.GateOverruled(gate.id, name, reason, missing)]


def _still_due(state: JobState, gate_id: str, title: str) -> None:
    if gate_id in state.gates:
        raise Refused(f"“{title}” is passed already.")


def pass_gates(procedure: Procedure, state: JobState, stage: str) -> None:
    """Refused while a gate up to this stage is not passed."""
    gate = gate_due(procedure, state, stage)
    if gate is not None:
        how = "Confirm it." if gate.firm else "Confirm it, or overrule it by name with a reason."
        raise Refused(f"First: “{gate.title}”. {how}")


def may_drive(procedure: Procedure, state: JobState) -> None:
    """Refused while the unmounted clearance is not known and in order."""
    pass_gates(procedure, state, "drive_up")
    if not state.plan.method.gauged:
        return
    stop = state.stopped_by()
    if stop == "no_play":
        raise Refused("No measurable clearance before mounting: nothing is driven up. Gauge again, or take another bearing.")
    if state.initial_closed() is None:
        raise Refused("First the unmounted clearance: without it there is no target.")
    if stop == "group":
        raise Refused("The clearance is outside its group. Gauge again, take another bearing, or accept it by name with a reason.")
    if stop == "window":
        raise Refused("There is no window. Gauge again, take the next clearance group, or accept it by name with a reason.")


def needs_zero(state: JobState) -> None:
    """Refused before the zero mark."""
    if not state.attempt.zero_set:
        raise Refused("First the zero mark: run the nut up to its zero point and mark it.")


def text(value: str, field: str, expected: str) -> str:
    """What must not be empty, for it stands in the record."""
    if not value.strip():
        raise InvalidInput.at(field, "This is needed; it stands in the record.", expected)
    return value.strip()


def named(name: str, reason: str) -> tuple[str, str]:
    """Name and reason of who decides."""
    missing = [
        Field(field, "This is needed to overrule; it stands in the record.", expected)
        for field, value, expected in (("name", name, "the name of who decides"), ("reason", reason, "why it is right to go on"))
        if not value.strip()
    ]
    if missing:
        raise InvalidInput("A name and a reason are needed.", *missing)
    return name.strip(), reason.strip()
