"""Tables whose rows hold for a band of bores, “over … up to and including …”."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol, TypeVar

from tribodex.core.errors import OutOfRange


@dataclass(frozen=True)
class Span:
    """A range low…high in one unit, which the owner names."""

    low: float
    high: float

    @property
    def mid(self) -> float:
        """Its middle."""
        return (self.low + self.high) / 2


class Band(Protocol):
    """A row that holds for bores over `over_mm` up to and including `to_mm`."""

    @property
    def over_mm(self) -> float: ...
    @property
    def to_mm(self) -> float: ...


B = TypeVar("B", bound=Band)


def band_for(rows: Sequence[B], bore_mm: float, table: str) -> B:
    """The row for a bore.

    Raises OutOfRange, with the limits of the table, when no row holds.
    """
    for row in rows:
        if row.over_mm < bore_mm <= row.to_mm:
            return row
    raise OutOfRange.at(
        "bore",
        f"{table} has no row for a bore of {bore_mm:g} mm; it goes from over {rows[0].over_mm:g} to"
        f" {rows[-1].to_mm:g} mm.",
        "a bore inside the table, or figures from the maker's sheet",
    )
