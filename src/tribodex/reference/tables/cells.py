"""Cells of a table: a number that must stand there, one that may be missing, how sure it is. What
cannot be read names file, line and column.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Protocol

from tribodex.core.components.bands import Span
from tribodex.core.sources import Recall, cell
from tribodex.usecases.books import Sheet

Safer = Callable[[Iterable[float]], float]


@dataclass(frozen=True)
class Cells:
    """A row of a table, read cell by cell. `safer` chooses where two memories differ: the smaller
    one where nothing else is said.

    >>> row = Cells("reduction_srb_tapered", 7, {"most": "0.05~0.06", "least": ""})
    >>> row.number("most"), row.number("most", max), row.maybe("least"), row.recall("most")
    (0.05, 0.06, None, <Recall.DIFFERS: 'two memories differ'>)
    >>> row.number("least")
    Traceback (most recent call last):
    ...
    ValueError: reduction_srb_tapered.csv line 7, least: the cell is empty; a number is needed, or
    the row is left out
    """

    table: str
    line: int
    row: dict[str, str]

    def text(self, column: str) -> str:
        """As it stands there."""
        return self.row[column]

    def has(self, column: str) -> bool:
        """Whether something stands there."""
        return bool(self.row[column].strip())

    def maybe(self, column: str, safer: Safer = min) -> float | None:
        """A number that may be missing: what nobody knows stays unknown."""
        try:
            number, _ = cell(self.row[column].strip(), safer)
        except ValueError:
            raise self.wrong(column, f"“{self.row[column]}” is no number") from None
        if number is not None and not math.isfinite(number):
            raise self.wrong(column, f"“{self.row[column]}” is no number")
        return number

    def number(self, column: str, safer: Safer = min) -> float:
        """A number that must stand there: an empty cell is no nought."""
        number = self.maybe(column, safer)
        if number is None:
            raise self.wrong(
                column, "the cell is empty; a number is needed, or the row is left out"
            )
        return number

    def whole(self, column: str) -> int | None:
        """A whole number that may be missing."""
        number = self.maybe(column)
        if number is not None and number != int(number):
            raise self.wrong(column, f"“{self.row[column]}” is no whole number")
        return None if number is None else int(number)

    def recall(self, column: str) -> Recall:
        """How sure it is."""
        self.maybe(column)
        return cell(self.row[column].strip())[1]

    def span(self, low: str, high: str, safer: Safer = min) -> Span:
        """Two ends that must both stand there, in order."""
        ends = self.number(low, safer), self.number(high, safer)
        if ends[0] > ends[1]:
            raise self.wrong(high, f"{ends[1]:g} is less than {ends[0]:g} in {low}")
        return Span(*ends)

    def maybe_span(self, low: str, high: str, safer: Safer = min) -> Span | None:
        """Two ends, or none; one without the other is a slip."""
        return self.span(low, high, safer) if self.has(low) or self.has(high) else None

    def wrong(self, column: str, what: str) -> ValueError:
        """What is wrong, and where."""
        return ValueError(f"{self.table}.csv line {self.line}, {column}: {what}")


def cells_of(sheet: Sheet) -> Iterator[Cells]:
    """Rows of a table, to be read cell by cell; the heading is line 1."""
    return (Cells(sheet.source.id, line, row) for line, row in enumerate(sheet.rows, 2))


class Band(Protocol):
    """Over and up to (mm)."""

    @property
    def over_mm(self) -> float:
        """Beyond this."""

    @property
    def to_mm(self) -> float:
        """Up to and with this."""


def bands_join(name: str, rows: Sequence[Band]) -> None:
    """Bands follow each other without gap or overlap. Raises ValueError."""
    for before, after in pairwise(rows):
        if before.to_mm != after.over_mm:
            raise ValueError(
                f"{name}: a gap or overlap between {before.to_mm:g} and {after.over_mm:g} mm"
            )
