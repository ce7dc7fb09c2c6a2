"""Shafts of a machine, said in the browser: length, where it is measured from, its bearings and
what else is on it.
"""

from __future__ import annotations

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from tribodex.core.errors import NotFound
from tribodex.core.quantities import number_plain, parse_length
from tribodex.core.topics.lineup.facts import PartKind, ShaftPart
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.plant import name_of
from tribodex.usecases.ports import Machine, ShaftLine, Store


@dataclass(frozen=True)
class PartDraft:
    """Something on a shaft as typed: its centre from the datum, its width and diameter."""

    name: str
    kind: str
    at: str
    width: str
    diameter: str


@dataclass(frozen=True)
class ShaftDraft:
    """A shaft as typed: where it is measured from, and how far from there each bearing's centre
    lies; blank for those on another shaft.

    `shaft_id`: the shaft that is said anew; empty for one more.
    """

    machine_id: str
    name: str
    length: str
    datum: str
    bearings: Mapping[str, str]
    parts: Sequence[PartDraft] = ()
    shaft_id: str = ""


MOST_PARTS = 12
_KINDS: tuple[PartKind, ...] = ("coupling", "pulley", "gear", "rotor", "step")


def keep_shaft(store: Store, draft: ShaftDraft) -> Machine:
    """The machine with one more shaft, or one said anew. Jobs that were opened keep the shaft they
    were opened with.

    Raises NotFound for a machine or shaft that is not there, InvalidInput with the fields to put
    right.
    """
    machine = next(
        (machine for machine in store.machines() if machine.id == draft.machine_id), None
    )
    if machine is None:
        raise NotFound("There is no such machine here.")
    others = [shaft for shaft in machine.shafts if shaft.id != draft.shaft_id]
    if draft.shaft_id and len(others) == len(machine.shafts):
        raise NotFound("This machine has no such shaft.")
    errors = Collector()
    name = name_of(
        errors, "name", draft.name, "which shaft of the machine, for example “head shaft”"
    )
    if any(other.name.lower() == name.lower() for other in others):
        errors.add("name", f"{machine.name} has a shaft “{name}” already.", "another name")
    datum = name_of(
        errors,
        "datum",
        draft.datum,
        "the end or shoulder that is measured from, for example “coupling end”",
    )
    length = _length(errors, draft.length, "length")
    bearings = _marks(errors, machine, others, draft, length)
    parts = _parts(errors, draft.parts, length)
    errors.check()
    assert length is not None  # checked
    made = ShaftLine(
        draft.shaft_id or f"s-{uuid.uuid4().hex[:12]}", name, length, datum, parts, bearings
    )
    store.keep_shaft(machine.id, made)
    return replace(machine, shafts=(*others, made))


def _marks(
    errors: Collector,
    machine: Machine,
    others: Sequence[ShaftLine],
    draft: ShaftDraft,
    length: float | None,
) -> dict[str, float]:
    """Where each bearing's centre lies, mm from the datum."""
    names = {position.id: position.name for position in machine.positions}
    found: dict[str, float] = {}
    for position, typed in draft.bearings.items():
        field = f"bearings.{position}"
        if not typed.strip():
            continue
        if position not in names:
            errors.add(
                field,
                f"{machine.name} has no such position.",
                ", ".join(names.values()) or "a position, added first",
            )
        elif taken := next((other.name for other in others if position in other.bearings), ""):
            errors.add(
                field,
                f"{names[position]} is on the shaft “{taken}”.",
                "blank here, or taken off there first",
            )
        elif (at := _length(errors, typed, field, zero=True)) is not None:
            if length is not None and at > length:
                errors.add(field, _beyond(at, length), "from the datum to the bearing's centre")
            found[position] = at
    if not found and not errors.fields:
        first = next(iter(names), "")
        errors.add(
            f"bearings.{first}",
            "Which bearings are on it?",
            "for each, how far its centre lies from the datum",
        )
    if len(set(found.values())) != len(found):
        errors.add(
            f"bearings.{next(iter(found))}",
            "Two bearings are at one place of the shaft.",
            "each at its own distance from the datum",
        )
    return found


def _parts(
    errors: Collector, drafts: Sequence[PartDraft], length: float | None
) -> tuple[ShaftPart, ...]:
    """What else is on it; a line that is wholly blank is none."""
    parts: list[ShaftPart] = []
    said = [
        (i, one)
        for i, one in enumerate(drafts)
        if any(text.strip() for text in (one.name, one.at, one.width, one.diameter))
    ]
    if len(said) > MOST_PARTS:
        errors.add(
            "parts", f"Up to {MOST_PARTS} parts are drawn.", "those that matter beside the bearings"
        )
    for i, one in said:
        at, width, across = (
            _length(errors, text, f"parts.{i}.{field}", zero=field == "at")
            for field, text in (("at", one.at), ("width", one.width), ("diameter", one.diameter))
        )
        name = name_of(errors, f"parts.{i}.name", one.name, "coupling, sheave, pulley …")
        kind = next((kind for kind in _KINDS if kind == one.kind), None)
        if kind is None:
            errors.add(f"parts.{i}.kind", "What is it?", ", ".join(_KINDS))
        elif at is not None and length is not None and at > length:
            errors.add(
                f"parts.{i}.at",
                f"{number_plain(at)} mm is beyond the shaft's {number_plain(length)} mm.",
                "from the datum to the middle of the part",
            )
        elif at is not None and width is not None and across is not None:
            parts.append(ShaftPart(name, kind, at, width, across))
    return tuple(parts)


def _length(errors: Collector, typed: str, field: str, *, zero: bool = False) -> float | None:
    return errors.take(lambda: parse_length(typed, field, zero=zero).mm)


def _beyond(at: float, length: float) -> str:
    return f"{number_plain(at)} mm is beyond the shaft's {number_plain(length)} mm."
