"""A plant from a file: machines, people, gauge sets, crews with their routes."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import yaml
from pydantic import BaseModel, ConfigDict, field_validator

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.people import ROLES
from tribodex.core.quantities import UM_PER, LengthUnit
from tribodex.core.topics.lineup.facts import PartKind, ShaftPart
from tribodex.usecases.crib.guns import GunDraft
from tribodex.usecases.crib.wrenches import WrenchDraft
from tribodex.usecases.ports import Crew, Machine, Position, ShaftLine
from tribodex.usecases.whole_plant import Plant, PlantPerson


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid")


class PositionEntry(_Strict):
    """A bearing position."""

    id: str
    name: str
    designation: str = ""
    shaft: str = ""
    fixed: bool | None = None


class ShaftPartEntry(_Strict):
    """Something on a shaft, mm from its datum."""

    name: str
    kind: PartKind
    at_mm: float
    width_mm: float
    diameter_mm: float


class ShaftEntry(_Strict):
    """A shaft as it is drawn: centre marks of its bearings by position, mm from its datum."""

    id: str
    name: str
    length_mm: float
    datum: str = "end of the shaft"
    parts: list[ShaftPartEntry] = []
    bearings: dict[str, float]


class MachineEntry(_Strict):
    """A machine."""

    id: str
    name: str
    area: str = ""
    positions: list[PositionEntry]
    shafts: list[ShaftEntry] = []

    def lines(self) -> tuple[ShaftLine, ...]:
        """Its shafts. Raises ValueError for a bearing that is none of its positions."""
        known = {position.id for position in self.positions}
        for shaft in self.shafts:
            if unknown := set(shaft.bearings) - known:
                raise ValueError(
                    f"{self.id}: shaft {shaft.id} names {', '.join(sorted(unknown))}, which are no"
                    " positions of this machine"
                )
        parts = [
            tuple(ShaftPart(**part.model_dump()) for part in shaft.parts) for shaft in self.shafts
        ]
        return tuple(
            ShaftLine(
                id=s.id,
                name=s.name,
                length_mm=s.length_mm,
                datum=s.datum,
                parts=on_it,
                bearings=dict(s.bearings),
            )
            for s, on_it in zip(self.shafts, parts, strict=True)
        )


class FeelerEntry(_Strict):
    """A gauge set; leaves in its own unit."""

    id: str
    name: str
    unit: LengthUnit
    checked_on: str | None = None
    leaves: list[float]


class CrewEntry(_Strict):
    """Who walks which routes (areas of the plant), and for how many minutes a week."""

    name: str
    minutes_a_week: float
    routes: list[str]


class GunEntry(_Strict):
    """A grease gun of the crib."""

    id: str
    name: str
    weighings: str
    weighed_on: str = ""
    grease: str = ""


class WrenchEntry(_Strict):
    """A torque wrench of the crib."""

    id: str
    name: str
    least: str = ""
    most: str
    length: str = ""
    checked_on: str = ""


class PersonEntry(_Strict):
    """Somebody who works there: a bundle of rights, and under whom (somebody named before)."""

    name: str
    role: str = ""
    under: str = ""

    @field_validator("role")
    @classmethod
    def _a_role(cls, role: str) -> str:
        if role and role not in ROLES:
            raise ValueError(f"there is no role “{role}”; right would be one of {', '.join(ROLES)}")
        return role


class SiteEntry(_Strict):
    """The site that all this belongs to."""

    id: str = "main"
    name: str


class PlantFile(_Strict):
    """A plant."""

    site: SiteEntry | None = None
    machines: list[MachineEntry]
    people: list[str | PersonEntry]
    feeler_sets: list[FeelerEntry]
    crews: list[CrewEntry] = []
    guns: list[GunEntry] = []
    wrenches: list[WrenchEntry] = []


def read_plant(file: Path) -> Plant:
    """Read and check a plant file. Raises pydantic.ValidationError with the place of what does not
    fit.
    """
    data: dict[str, Any] = yaml.safe_load(file.read_text("utf-8"))
    read = PlantFile.model_validate(data["plant"])
    return Plant(
        machines=tuple(
            Machine(
                m.id,
                m.name,
                m.area,
                tuple(
                    Position(
                        id=p.id,
                        machine_id=m.id,
                        name=p.name,
                        designation=p.designation,
                        shaft=p.shaft,
                        fixed=p.fixed,
                    )
                    for p in m.positions
                ),
                m.lines(),
            )
            for m in read.machines
        ),
        people=tuple(
            PlantPerson(p) if isinstance(p, str) else PlantPerson(p.name, p.role, p.under)
            for p in read.people
        ),
        site_id=read.site.id if read.site else "main",
        site=read.site.name if read.site else "",
        feeler_sets=tuple(
            FeelerSet(
                f.id,
                f.name,
                f.unit,
                tuple(sorted(round(leaf * UM_PER[f.unit], 3) for leaf in f.leaves)),
                f.checked_on,
            )
            for f in read.feeler_sets
        ),
        guns={gun.id: GunDraft(**gun.model_dump(exclude={"id"})) for gun in read.guns},
        wrenches={
            wrench.id: WrenchDraft(**wrench.model_dump(exclude={"id"})) for wrench in read.wrenches
        },
        crews=tuple(
            Crew(crew.name, crew.minutes_a_week, tuple(crew.routes)) for crew in read.crews
        ),
    )
