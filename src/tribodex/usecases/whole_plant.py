"""A plant as one file tells it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from tribodex.core.components.feeler import FeelerSet
from tribodex.usecases.ports import Crew, Machine


@dataclass(frozen=True)
class PlantPerson:
    """Somebody who works there: a bundle of rights, and under whom."""

    name: str
    role: str = ""
    under: str = ""


@dataclass(frozen=True)
class Plant:
    """A site with its machines, people, tools, and crews with their routes; guns and wrenches as
    they are typed, by id.
    """

    machines: tuple[Machine, ...]
    people: tuple[PlantPerson, ...]
    feeler_sets: tuple[FeelerSet, ...]
    crews: tuple[Crew, ...] = ()
    guns: Mapping[str, Any] = field(default_factory=dict)
    wrenches: Mapping[str, Any] = field(default_factory=dict)
    site_id: str = "main"
    site: str = ""
