"""Sizes of insert bearings, by the code in their number."""

from __future__ import annotations

import re
from dataclasses import dataclass

from tribodex.core.sources import Source


@dataclass(frozen=True)
class InsertRow:
    """An insert's size, mm: metric bore of its code, outside diameter, widths of outer and inner
    ring. Inch bores share the outside.
    """

    code: str
    bore_mm: float
    outside_mm: float
    outer_width_mm: float
    inner_width_mm: float


# An insert of one outside is made for several shafts, up to about its metric bore (mm; common
# practice, no source).
ABOVE_BORE_MM = 2.5


@dataclass(frozen=True)
class InsertSizes:
    """Inserts by code, and set screws by bore where two memories of them agree."""

    source: Source
    rows: tuple[InsertRow, ...]
    screws: tuple[tuple[float, str], ...] = ()

    def screw_of(self, bore_mm: float) -> str:
        """The set screw of an insert with this metric bore; empty where it is not known, or two
        memories differ.
        """
        return next((screw for bore, screw in self.screws if abs(bore - bore_mm) < 0.01), "")

    def read(self, text: str) -> InsertRow | None:
        """The insert that a number names by its code, whatever letters stand before and after; None
        where the table has none.

        >>> from tribodex.core.sources import PRACTICE
        >>> sizes = InsertSizes(PRACTICE, (InsertRow("207", 35, 72, 20, 42.9),))
        >>> (
        ...     sizes.read("UC 207-23").outside_mm,
        ...     sizes.read("207").code,
        ...     sizes.read("1207"),
        ...     sizes.read("30"),
        ... )
        (72, '207', None, None)
        """
        match = re.match(r"^[^\d]*(\d{3})(?!\d)", text.strip())
        return next((row for row in self.rows if match is not None and row.code == match[1]), None)
