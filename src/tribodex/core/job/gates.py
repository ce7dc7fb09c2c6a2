"""Gates: what is confirmed before a step, item by item; and texts that must not be empty."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.rail import gate_due, gates_up_to
from tribodex.core.job.topic import Desk, Topic
from tribodex.core.procedure import Gate


def confirm(desk: Desk, command: cmd.ConfirmGate) -> list[facts.Fact]:
    """A gate opens when all of its items are confirmed. One that was overruled can still be
    confirmed in full.
    """
    gate, at = desk.gate(command.gate)
    passed = desk.job.gate_passed(gate.id, at)
    if passed is not None and passed.overruled is None:
        raise Refused(f"“{gate.title}” is passed already.")
    missing = [item for item in gate.items if item.id not in command.items]
    if missing:
        right = "confirm it" if gate.firm else "confirm it, or override the gate (name and reason)"
        raise InvalidInput(
            f"“{gate.title}” is not complete.",
            *(Field(item.id, f"Not confirmed: {item.text}", right) for item in missing),
        )
    return [facts.GateConfirmed(gate.id, tuple(item.text for item in gate.items))]


def overrule(desk: Desk, command: cmd.OverruleGate) -> list[facts.Fact]:
    """A gate is passed by name; isolation and load support never are."""
    gate, at = desk.gate(command.gate)
    if desk.job.gate_passed(gate.id, at) is not None:
        raise Refused(f"“{gate.title}” is passed already.")
    if gate.firm:
        raise Refused(
            f"“{gate.title}” cannot be overridden by anybody: this is a safety check. Make it so,"
            " and confirm it."
        )
    name, reason = named(command.name, command.reason)
    missing = tuple(item.text for item in gate.items if item.id not in command.items)
    return [facts.GateOverruled(gate.id, name, reason, missing)]


def gates_before(desk: Desk, topic: Topic[Any], command: Any) -> Iterator[tuple[Gate, str]]:
    """The gates that stand before a command and are not passed, in the order of work, with their
    places.

    A gate that names commands stands before those; one that names none stands before its stage and
    later ones.
    """
    kind, stage = facts.kind_of(type(command)), topic.gated.get(type(command))
    if callable(stage):
        stage = stage(command)
    if stage is not None:
        yield from gates_up_to(desk, stage, desk.at)
    for at, procedure in desk.procedures.items():
        if at not in ("", desk.at):
            continue
        conditions = desk.conditions(at)
        for task_stage in procedure.stages:
            for gate in task_stage.gates:
                left_out = (task_stage.id, at) in desk.job.aside and not gate.firm
                if (
                    kind in gate.before
                    and not left_out
                    and desk.job.gate_passed(gate.id, at) is None
                    and gate.stands_for(conditions)
                ):
                    yield gate.for_plan(conditions), at


def ask_gates(desk: Desk, topic: Topic[Any], command: Any) -> None:
    """Raises Refused while a gate before a command is not passed."""
    _refuse(next(gates_before(desk, topic, command), None))


def pass_gates(desk: Desk, stage: str) -> None:
    """Refused while a gate up to this stage of the desk's place is not passed."""
    _refuse(gate_due(desk, stage, desk.at))


def _refuse(due: tuple[Gate, str] | None) -> None:
    if due is not None:
        gate = due[0]
        how = "Confirm it." if gate.firm else "Confirm it, or override it (name and reason)."
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
        for field, value, expected in (
            ("name", name, "the name of who decides"),
            ("reason", reason, "why it is right to go on"),
        )
        if not value.strip()
    ]
    if missing:
        raise InvalidInput("A name and a reason are needed.", *missing)
    return name.strip(), reason.strip()


def decided(by: str, reason: str) -> tuple[str, str]:
    """Name and reason of a decision that need not be: both, or neither."""
    if bool(by.strip()) != bool(reason.strip()):
        raise InvalidInput.at(
            "reason" if by.strip() else "decided_by",
            "A decision has a name and a reason.",
            "both, or neither",
        )
    return by.strip(), reason.strip()
