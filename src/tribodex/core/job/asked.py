"""What is asked of a person in a field, and what is expected there: a number that nobody could mean is read back, never taken silently."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum


class Family(StrEnum):
    """What kind of thing a field takes; for a number also the unit it is compared in."""

    LENGTH = "length"
    ANGLE = "angle"
    WARMTH = "warmth"
    TORQUE = "torque"
    PRESSURE = "pressure"
    MASS = "mass"
    VOLUME = "volume"
    AREA = "area"
    SPEED = "speed"
    HOURS = "hours"
    SHARE = "share"
    COUNT = "count"
    CHOICE = "choice"
    YES_NO = "yes_no"
    TEXT = "text"

    @property
    def numeric(self) -> bool:
        """Whether it is a number."""
        return self not in (Family.CHOICE, Family.YES_NO, Family.TEXT)


@dataclass(frozen=True)
class Asked:
    """How a field is asked for: its label, what it takes, the choices there are, an example. Stands in `Annotated` of a command's field."""

    label: str
    family: Family
    choices: Mapping[str, str] = field(default_factory=dict)
    example: str = ""


@dataclass(frozen=True)
class Likely:
    """What is expected of a number, in the family's base unit (mm, °, °C, N·m, MPa, g, cm³, r/min, h); None: open on that side."""

    low: float | None
    high: float | None
    why: str
