"""What must be passed before a step, and texts that must not be empty."""

from __future__ import annotations

from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.rail import gate_due
from tribodex.core.job.topic import Desk


def confirm(desk: Desk, command: cmd.ConfirmGate) -> list[facts.Fact]:
    """A gate opens when all of its items are confirmed."""
    gate, at = desk.gate(command.gate)
    _still_due(desk, gate.id, at, gate.title)
    missing = [item for item in gate.items if item.id not in command.items]
    if missing:
        right = "confirm it" if gate.firm else "confirm it, or overrule the gate by name with a reason"
        raise InvalidInput(f"“{gate.title}” is not complete.", *(Field(item.id, f"Not confirmed: {item.text}", right) for item in missing))
    return [facts.GateConfirmed(gate.id, tuple(item.text for item in gate.items))]


def overrule(desk: Desk, command: cmd.OverruleGate) -> list[facts.Fact]:
    """A gate is passed by name; isolation and load support never are."""
    gate, at = desk.gate(command.gate)
    _still_due(desk, gate.id, at, gate.title)
    if gate.firm:
        raise Refused(f"“{gate.title}” cannot be overruled by anybody: a life may hang on it. Make it so, and confirm it.")
    name, reason = named(command.name, command.reason)
    missing = tuple(item.text for item in gate.items if item.id not in command.items)
    return [facts.GateOverruled(gate.id, name, reason, missing)]


def _still_due(desk: Desk, gate_id: str, at: str, title: str) -> None:
    if desk.job.gate_passed(gate_id, at) is not None:
        raise Refused(f"“{title}” is passed already.")


def pass_gates(desk: Desk, stage: str) -> None:
    """Refused while a gate up to this stage of the desk's place is not passed."""
    due = gate_due(desk, stage, desk.at)
    if due is not None:
        gate = due[0]
        how = "Confirm it." if gate.firm else "Confirm it, or overrule it by name with a reason."
        raise Refused(f"First: “{gate.title}”. {how}")


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


def decided(by: str, reason: str) -> tuple[str, str]:
    """Name and reason of a decision that need not be: both, or neither."""
    if bool(by.strip()) != bool(reason.strip()):
        raise InvalidInput.at("reason" if by.strip() else "decided_by", "A decision has a name and a reason.", "both, or neither")
    return by.strip(), reason.strip()
