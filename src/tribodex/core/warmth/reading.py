"""A temperature as it was read: by thermometer, between two fields of a strip, or on one side of a
crayon's melting point.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import parse_temperature_c

# No plant floor is colder, and no bearing that is handled is hotter: °F typed as °C ends here in
# most cases.
COLDEST_C, HOTTEST_C = -40.0, 400.0


class ReadBy(StrEnum):
    """What a temperature was read with, and how sure that is."""

    THERMOMETER = "thermometer"
    SENSOR = "sensor"
    STRIP = "strip"
    CRAYON = "crayon"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "thermometer": "thermometer",
            "sensor": "sensor in the housing",
            "strip": "temperature strip",
            "crayon": "temperature crayon",
        }[self.value]

    @property
    def sure_k(self) -> float:
        """How far a reading may lie off (K; common practice, no source)."""
        return {"thermometer": 2.0, "sensor": 1.0, "strip": 1.0, "crayon": 2.0}[self.value]


@dataclass(frozen=True)
class Warmth:
    """A reading: minutes since the start, and between which temperatures it lies (°C); an open end
    is None.
    """

    minutes: float
    low_c: float | None
    high_c: float | None
    sure_k: float

    @property
    def middle_c(self) -> float | None:
        """The middle of a bracket that is closed; None for one with an open end."""
        return (
            (self.low_c + self.high_c) / 2
            if self.low_c is not None and self.high_c is not None
            else None
        )

    @property
    def surely_above_c(self) -> float:
        """What it surely is above (°C)."""
        return self.low_c - self.sure_k if self.low_c is not None else COLDEST_C

    @property
    def surely_below_c(self) -> float:
        """What it surely is below (°C)."""
        return self.high_c + self.sure_k if self.high_c is not None else HOTTEST_C


_BETWEEN = re.compile(
    r"^\s*(-?\d+(?:[.,]\d+)?)\s*(?:-|–|to|\.\.)\s*(-?\d+(?:[.,]\d+)?)\s*(°?\s*[CcFf]?)\s*$"
)
_SIDE = re.compile(r"^\s*([<>])\s*(.+)$")


def read_warmth(text: str, field: str) -> tuple[float | None, float | None]:
    """Read a temperature or a bracket: 62 °C, 60-65, <75 (the crayon did not melt), >60 (it did).

    >>> (
    ...     read_warmth("62", "temperature"),
    ...     read_warmth("60-65 °C", "temperature"),
    ...     read_warmth("<75", "temperature"),
    ... )
    ((62.0, 62.0), (60.0, 65.0), (None, 75.0))
    >>> read_warmth("140-149 °F", "temperature"), read_warmth("> 60 °C", "temperature")
    ((60.0, 65.0), (60.0, None))
    """
    side = _SIDE.match(text)
    if side is not None:
        at = _sensible(parse_temperature_c(side[2], field), field)
        # A crayon tells one side of its mark, and nothing of the other.
        return (None, at) if side[1] == "<" else (at, None)
    between = _BETWEEN.match(text)
    if between is not None:
        low, high = (
            _sensible(parse_temperature_c(f"{part} {between[3]}".strip(), field), field)
            for part in between.groups()[:2]
        )
        if low >= high:
            raise InvalidInput.at(
                field, f"“{text.strip()}” runs from hot to cold.", "the cooler field first: 60-65"
            )
        return round(low, 2), round(high, 2)
    at = _sensible(parse_temperature_c(text, field), field)
    return at, at


def _sensible(at_c: float, field: str) -> float:
    if not COLDEST_C <= at_c <= HOTTEST_C:
        raise InvalidInput.at(
            field,
            f"{at_c:g} °C is out of range: check value and unit.",
            f"{COLDEST_C:g} to {HOTTEST_C:g} °C",
        )
    return at_c
