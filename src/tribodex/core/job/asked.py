"""What is asked of a person in a field, and what is expected there: a number that nobody could mean is read back, never taken silently."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Annotated


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


# Fields as they are asked for in many places.
Torque = Annotated[str, Asked("Torque", Family.TORQUE, example="25 N·m")]
Warmth = Annotated[str, Asked("Temperature", Family.WARMTH, example="22 °C")]
Length = Annotated[str, Asked("Length", Family.LENGTH, example="0.80 mm")]

# Wide on purpose: what lies between what is asked and these is judged, not asked about. Common practice, no source.
TORQUE_FACTOR = 4.0
AT_REST = Likely(-25.0, 60.0, "a machine at rest stands at -25 to 60 °C")
HEATED = Likely(-25.0, 150.0, "a ring is heated to 120 °C at most")
RUNNING = Likely(-25.0, 140.0, "a bearing that runs is read below 140 °C")


def torque_near(asked_nm: float | None) -> Likely | None:
    """What is expected of a torque where one is asked (N·m); None where none is.

    >>> torque_near(20.0).low, torque_near(20.0).high
    (5.0, 80.0)
    """
    if asked_nm is None:
        return None
    return Likely(asked_nm / TORQUE_FACTOR, asked_nm * TORQUE_FACTOR, f"{asked_nm:.4g} N·m is asked")


def length_near(nominal_mm: float | None, share: float) -> Likely | None:
    """What is expected of a length that is known by its nominal size (mm), within a share of it; None where it is not known."""
    if nominal_mm is None:
        return None
    return Likely(nominal_mm * (1 - share), nominal_mm * (1 + share), f"it is about {nominal_mm:.5g} mm")
