"""Adapter and withdrawal sleeves: which series, shafts and nuts go with a bearing."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from tribodex.core.quantities import UM_PER, LengthUnit
from tribodex.core.sources import Recall, Source

# Sleeve series by bearing series (ISO 2982-1, from memory). Series 240 and 241 (1:30) sit on
# withdrawal sleeves; for 248 and 249 none is known here.
ADAPTER_SERIES = {
    "12": "H2",
    "13": "H3",
    "22": "H3",
    "23": "H23",
    "213": "H3",
    "222": "H3",
    "223": "H23",
    "230": "H30",
    "231": "H31",
    "232": "H23",
    "239": "H39",
}
WITHDRAWAL_SERIES = {
    "12": "AH2",
    "13": "AH3",
    "22": "AH3",
    "23": "AH23",
    "213": "AH3",
    "222": "AH3",
    "223": "AH23",
    "230": "AH30",
    "231": "AH31",
    "232": "AH32",
    "240": "AH240",
    "241": "AH241",
}
# From these bores on another sleeve series goes with the bearing series.
LARGE_SERIES = {
    "222": (115.0, "H31"),
    "213": (115.0, "H31"),
    "12": (115.0, "H30"),
    "232": (300.0, "H32"),
}


@dataclass(frozen=True)
class AdapterSleeve:
    """One sleeve. Inch shafts as written in the trade, for example “3-7/16”; the nut by its outside
    diameter, None where unknown.
    """

    bearing_bore_mm: float
    shaft_mm: float
    shafts_in: tuple[str, ...]
    length_mm: float | None
    series: str = ""
    nut_outside_mm: float | None = None
    recall: Recall = Recall.TWICE

    def nominals(self) -> tuple[tuple[str, float], ...]:
        """Every shaft that it is made for, in words and mm."""
        return (
            (f"{self.shaft_mm:g} mm", self.shaft_mm),
            *((f"{text} in", inches_mm(text)) for text in self.shafts_in),
        )


@dataclass(frozen=True)
class SleeveTable:
    """Sleeves by series and bearing bore."""

    source: Source
    rows: tuple[AdapterSleeve, ...]

    def find(self, bearing_series: str, bore_mm: float) -> AdapterSleeve | None:
        """The adapter sleeve for a bearing, if the table has it; where its series is not known,
        only if there is no choice.

        >>> from tribodex.core.sources import PRACTICE
        >>> SleeveTable(PRACTICE, (AdapterSleeve(90, 80, (), 65, "H3"),)).find("222", 90).shaft_mm
        80
        """
        series = ADAPTER_SERIES.get(bearing_series)
        from_bore, large = LARGE_SERIES.get(bearing_series, (float("inf"), ""))
        if bore_mm >= from_bore:
            series = large
        rows = [row for row in self.rows if row.bearing_bore_mm == bore_mm]
        if series is not None:
            return next((row for row in rows if row.series == series), None)
        return rows[0] if len(rows) == 1 and not bearing_series else None

    def for_bore(self, bore_mm: float) -> tuple[AdapterSleeve, ...]:
        """Sleeves of every series for a bore."""
        return tuple(row for row in self.rows if row.bearing_bore_mm == bore_mm)


@dataclass(frozen=True)
class WithdrawalSleeve:
    """One withdrawal sleeve, with the thread of the nut that takes it off."""

    bearing_bore_mm: float
    shaft_mm: float
    length_mm: float | None
    nut: str
    series: str
    recall: Recall = Recall.TWICE


@dataclass(frozen=True)
class WithdrawalTable:
    """Withdrawal sleeves by series and bearing bore."""

    source: Source
    rows: tuple[WithdrawalSleeve, ...]

    def find(self, bearing_series: str, bore_mm: float) -> WithdrawalSleeve | None:
        """The withdrawal sleeve for a bearing, if the table has it."""
        series = WITHDRAWAL_SERIES.get(bearing_series)
        # Above 200 mm the sleeves of series 222 have a series of their own.
        wanted = {series, "AH22" if bearing_series == "222" and bore_mm >= 200 else series}
        rows = [row for row in self.rows if row.series in wanted and row.bearing_bore_mm == bore_mm]
        return rows[-1] if rows else None


def inches_mm(text: str) -> float:
    """Millimetres of an inch size written with a dash, exact before rounding.

    >>> inches_mm("3-7/16"), inches_mm("7"), inches_mm("3/4")
    (87.3125, 177.8, 19.05)
    """
    inches = sum((Fraction(part) for part in text.split("-")), Fraction(0))
    return float(inches * Fraction(str(UM_PER[LengthUnit.INCH])) / 1000)
