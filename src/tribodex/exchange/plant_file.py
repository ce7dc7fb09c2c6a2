"""A plant from a file: machines, people, gauge sets."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import yaml
from pydantic import BaseModel, ConfigDict

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.quantities import UM_PER, LengthUnit
from tribodex.usecases.ports import Machine, Plant, Position


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid")


class PositionEntry(_Strict):
    """A bearing position."""

    id: str
    name: str
    designation: str = ""
    shaft: str = ""
    fixed: bool | None = None


class MachineEntry(_Strict):
    """A machine."""

    id: str
    name: str
    area: str = ""
    positions: list[PositionEntry]


class FeelerEntry(_Strict):
    """A gauge set; leaves in its own unit."""

    id: str
    name: str
    unit: LengthUnit
    checked_on: str | None = None
    leaves: list[float]


class PlantFile(_Strict):
    """A plant."""

    machines: list[MachineEntry]
    people: list[str]
    feeler_sets: list[FeelerEntry]


def read_plant(file: Path) -> Plant:
    """Read and check a plant file. Raises pydantic.ValidationError with the place of what does not fit."""
    data: dict[str, Any] = yaml.safe_load(file.read_text("utf-8"))
    read = PlantFile.model_validate(data["plant"])
    return Plant(
        machines=tuple(
            Machine(m.id, m.name, m.area, tuple(Position(p.id, m.id, p.name, p.designation, p.shaft, p.fixed) for p in m.positions))
            for m in read.machines
        ),
        people=tuple(read.people),
        feeler_sets=tuple(
            FeelerSet(f.id, f.name, f.unit, tuple(sorted(round(leaf * UM_PER[f.unit], 3) for leaf in f.leaves)), f.checked_on)
            for f in read.feeler_sets
        ),
    )
