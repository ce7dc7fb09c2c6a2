"""The plant grows in the browser: a machine, its bearing positions."""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from dataclasses import dataclass, replace

from tribodex.core.components.listed import Work, listed_as
from tribodex.core.errors import NotFound
from tribodex.core.quantities import parse_length
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.ports import Machine, Position, ShaftLine, Store

MOST_NAME, MOST_NUMBER = 120, 64
_FIXED = {"fixed": True, "floating": False, "": None}


@dataclass(frozen=True)
class MachineDraft:
    """A machine as typed, with the part of the site where it stands."""

    name: str
    area: str = ""


@dataclass(frozen=True)
class PositionDraft:
    """A bearing position as typed: what the list has for it, so far as it is known. `holds`: fixed,
    floating, or empty for not known.
    """

    machine_id: str
    name: str
    bearing: str = ""
    shaft: str = ""
    holds: str = ""


def add_machine(store: Store, draft: MachineDraft) -> Machine:
    """A machine without positions yet. Raises InvalidInput with the fields to put right."""
    errors = Collector()
    machines = store.machines()
    name, area = (
        name_of(errors, "name", draft.name, "what the machine is called on the site"),
        draft.area.strip(),
    )
    if len(area) > MOST_NAME:
        errors.add(
            "area",
            f"That is longer than {MOST_NAME} letters.",
            "the part of the site, for example “kiln floor”",
        )
    if any(
        (machine.name.lower(), machine.area.lower()) == (name.lower(), area.lower())
        for machine in machines
    ):
        errors.add(
            "name",
            f"There is a machine “{name}” already.",
            "another name, or its position added to it",
        )
    errors.check()
    made = Machine(f"m-{uuid.uuid4().hex[:12]}", name, area, (), ())
    store.add_machine(made, len(machines))
    return made


def add_position(store: Store, draft: PositionDraft) -> Machine:
    """The machine with one more position. What is not known stays open: it is asked where it
    matters.

    Raises NotFound for a machine that is not there, InvalidInput with the fields to put right.
    """
    machine = next(
        (machine for machine in store.machines() if machine.id == draft.machine_id), None
    )
    if machine is None:
        raise NotFound("There is no such machine here.")
    errors = Collector()
    name = name_of(
        errors, "name", draft.name, "which bearing of the machine, for example “drive end”"
    )
    if any(position.name.lower() == name.lower() for position in machine.positions):
        errors.add("name", f"{machine.name} has a position “{name}” already.", "another name")
    bearing, shaft = draft.bearing.strip(), draft.shaft.strip()
    if len(bearing) > MOST_NUMBER:
        errors.add(
            "bearing",
            f"That is longer than {MOST_NUMBER} letters.",
            "the number as it stands in the plant's list",
        )
    if shaft:
        errors.take(lambda: parse_length(shaft, "shaft"))
    if draft.holds not in _FIXED:
        errors.add(
            "holds", "Fixed or floating?", "fixed, floating, or open where nobody has looked yet"
        )
    errors.check()
    made = Position(
        f"p-{uuid.uuid4().hex[:12]}", machine.id, name, bearing, shaft, _FIXED[draft.holds]
    )
    store.add_position(made, len(machine.positions))
    return replace(machine, positions=(*machine.positions, made))


@dataclass(frozen=True)
class PositionChoice(Position):
    """A position to choose, with the kinds of plan that can be meant there, and its number as such
    a plan has it.
    """

    works: tuple[Work, ...]
    number: str


@dataclass(frozen=True)
class MachineChoice:
    """A machine with its positions to choose."""

    id: str
    name: str
    area: str
    positions: tuple[PositionChoice, ...]
    shafts: tuple[ShaftLine, ...]


def to_choose(machines: Iterable[Machine]) -> list[MachineChoice]:
    """The plant for a planner: every position says which kinds of plan it can take."""
    return [
        MachineChoice(
            machine.id,
            machine.name,
            machine.area,
            tuple(_choice(place) for place in machine.positions),
            machine.shafts,
        )
        for machine in machines
    ]


def _choice(position: Position) -> PositionChoice:
    listed = listed_as(position.designation)
    return PositionChoice(**vars(position), works=listed.works, number=listed.number)


def name_of(errors: Collector, field: str, typed: str, expected: str, most: int = MOST_NAME) -> str:
    """A name as it was typed; what is none is added to the errors."""
    said = typed.strip()
    if not said:
        errors.add(field, "A name is needed.", expected)
    elif len(said) > most:
        errors.add(field, f"That is longer than {most} letters.", expected)
    elif not any(letter.isalnum() for letter in said):
        errors.add(field, f"“{said}” is no name.", expected)
    return said
