"""Adapter sleeves: which shafts go with which bearing bore."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from tribodex.core.quantities import UM_PER, LengthUnit
from tribodex.core.sources import Source


@dataclass(frozen=True)
class AdapterSleeve:
    """The sleeves that exist for one bearing bore. Inch shafts as written in the trade, for example “3-7/16”."""

    bearing_bore_mm: float
    shaft_mm: float
    shafts_in: tuple[str, ...]
    length_mm: float

    def match(self, shaft_mm: float, tolerance_mm: float = 0.2) -> str | None:
        """The sleeve's shaft, as text, that a measured or named shaft agrees with; None when no sleeve goes with it."""
        if abs(shaft_mm - self.shaft_mm) <= tolerance_mm:
            return f"{self.shaft_mm:g} mm"
        for text in self.shafts_in:
            if abs(shaft_mm - inches_mm(text)) <= tolerance_mm:
                return f"{text} in"
        return None


@dataclass(frozen=True)
class SleeveTable:
    """Adapter sleeves by bearing bore."""

    source: Source
    rows: tuple[AdapterSleeve, ...]

    def find(self, bore_mm: float) -> AdapterSleeve | None:
        """The row for a bearing bore, if the table has it."""
        return next((row for row in self.rows if row.bearing_bore_mm == bore_mm), None)


def inches_mm(text: str) -> float:
    """Millimetres of an inch size written with a dash, exact before rounding.

    >>> inches_mm("3-7/16"), inches_mm("7"), inches_mm("3/4")
    (87.3125, 177.8, 19.05)
    """
    inches = sum((Fraction(part) for part in text.split("-")), Fraction(0))
    return float(inches * Fraction(str(UM_PER[LengthUnit.INCH])) / 1000)
