"""What is asked of a person in a field, and what is expected there: a number that nobody could mean
is read back, never taken silently.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Protocol


class Family(StrEnum):
    """What kind of thing a field takes; for a number also the unit it is compared in."""

    LENGTH = "length"
    ANGLE = "angle"
    # How far a nut goes: degrees, slots, rim, travel or turns, as the unit beside it says.
    TURN = "turn"
    WARMTH = "warmth"
    TORQUE = "torque"
    PRESSURE = "pressure"
    MASS = "mass"
    # A mass whose bare number counts in kilograms: a bearing, not its grease.
    WEIGHT = "weight"
    VOLUME = "volume"
    AREA = "area"
    SPEED = "speed"
    VIBRATION = "vibration"
    HOURS = "hours"
    MINUTES = "minutes"
    DAYS = "days"
    SHARE = "share"
    COUNT = "count"
    DAY = "day"
    CHOICE = "choice"
    YES_NO = "yes_no"
    TEXT = "text"
    # A text with one thing a line.
    LINES = "lines"

    @property
    def numeric(self) -> bool:
        """Whether it is a number."""
        return self not in (Family.DAY, Family.CHOICE, Family.YES_NO, Family.TEXT, Family.LINES)


@dataclass(frozen=True)
class Asked:
    """How a field is asked for; stands in `Annotated` of a command's field, so that the command
    stays plain data.

    `choices`: value and words of each there is; `example`: one that is right; `empty`: what it
    means to leave it open; `stays`: it names the thing itself, so a correction does not change it;
    `fine`: a length of a few millimetres at most, of which a bare number may be thousandths on an
    inch screen.
    """

    label: str
    family: Family
    choices: Mapping[str, str] = field(default_factory=dict)
    example: str = ""
    empty: str = ""
    stays: bool = False
    fine: bool = False


class Worded(Protocol):
    """A member of an enumeration that has words of its own."""

    @property
    def value(self) -> str:
        """As it is stored."""

    @property
    def words(self) -> str:
        """As it is said."""


def worded(members: Iterable[Worded]) -> dict[str, str]:
    """Choices of an enumeration, by its own words."""
    return {member.value: member.words for member in members}


def same(*values: str) -> dict[str, str]:
    """Choices that are said as they are stored.

    >>> same("base", "cap")
    {'base': 'base', 'cap': 'cap'}
    """
    return {str(value): str(value) for value in values}


def choice(label: str, choices: Mapping[str, str], *, stays: bool = False) -> Asked:
    """One of a few."""
    return Asked(
        label, Family.CHOICE, {str(value): words for value, words in choices.items()}, stays=stays
    )


def tick(label: str, *, stays: bool = False) -> Asked:
    """A box that is ticked where it is so."""
    return Asked(label, Family.YES_NO, stays=stays)


def words(label: str, example: str = "", *, empty: str = "", stays: bool = False) -> Asked:
    """A text."""
    return Asked(label, Family.TEXT, example=example, empty=empty, stays=stays)


def day(label: str, example: str = "2026-03-02") -> Asked:
    """A day, or a moment, as year-month-day."""
    return Asked(label, Family.DAY, example=example)


def count(
    label: str,
    example: str = "",
    *,
    choices: Mapping[str, str] | None = None,
    empty: str = "",
    stays: bool = False,
) -> Asked:
    """A plain number."""
    return Asked(label, Family.COUNT, choices or {}, example, empty, stays)


def number(family: Family, label: str, example: str = "", *, empty: str = "") -> Asked:
    """A number with its unit: of the family in which it is read and compared."""
    return Asked(label, family, example=example, empty=empty)


def length(label: str, example: str = "", *, empty: str = "", fine: bool = False) -> Asked:
    """A length, or several with a plus between them."""
    return Asked(label, Family.LENGTH, example=example, empty=empty, fine=fine)


def warmth(label: str, example: str = "", *, empty: str = "") -> Asked:
    """A temperature, °C or °F."""
    return number(Family.WARMTH, label, example, empty=empty)


def torque(label: str, example: str = "", *, empty: str = "") -> Asked:
    """A torque, with its unit."""
    return number(Family.TORQUE, label, example, empty=empty)


# How a bare length was shown on the screen it was typed on: part of the tap, nothing that is asked.
NOT_ASKED = frozenset({"shown"})


@dataclass(frozen=True)
class Likely:
    """What is expected of a number, in the family's base unit (mm, °, °C, N·m, MPa, g, cm³, r/min,
    h); None: open on that side.

    `counted`: what is counted where no unit is typed (strokes).
    """

    low: float | None
    high: float | None
    why: str
    counted: str = ""


# Wide on purpose: what lies between what is asked and these is judged, not asked about. Common
# practice, no source.
TORQUE_FACTOR = 4.0
AT_REST = Likely(-25.0, 60.0, "a machine at rest stands at -25 to 60 °C")
HEATED = Likely(-25.0, 150.0, "a ring is heated to 120 °C at most")
RUNNING = Likely(-25.0, 140.0, "a bearing that runs is read below 140 °C")
SHAFT_WARM = Likely(-25.0, 350.0, "shafts run at up to 350 °C")
# Grease as it is given (g).
STROKE = Likely(0.2, 10.0, "a stroke of a gun gives 0.5 to 5 g")
CARTRIDGE = Likely(20.0, 2_000.0, "cartridges hold 60 to 1000 g")
# Angle of a chamfer to the axis (°).
LEAD_IN = Likely(3.0, 60.0, "a lead-in stands at 15 to 30° to the axis")
# Small lengths that are gauged by leaf or straightedge, and what they are gauged over (mm).
FOOT = Likely(0.0, 1.0, "a feeler under a foot is tenths of a millimetre")
OUT_OF_LINE = Likely(0.0, 5.0, "two housings are out of line by a few millimetres at most")
OVER = Likely(50.0, 10_000.0, "a straightedge or string spans 50 mm to 10 m")


def torque_near(asked_nm: float | None) -> Likely | None:
    """What is expected of a torque where one is asked (N·m); None where none is.

    >>> torque_near(20.0).low, torque_near(20.0).high
    (5.0, 80.0)
    """
    if asked_nm is None:
        return None
    return Likely(
        asked_nm / TORQUE_FACTOR, asked_nm * TORQUE_FACTOR, f"{asked_nm:.4g} N·m is asked"
    )


def length_near(nominal_mm: float | None, share: float) -> Likely | None:
    """What is expected of a length that is known by its nominal size (mm), within a share of it;
    None where it is not known.
    """
    if nominal_mm is None:
        return None
    return Likely(
        nominal_mm * (1 - share), nominal_mm * (1 + share), f"it is about {nominal_mm:.5g} mm"
    )
