"""Where the bolts of a joint stand, and in which order they are tightened: on a circle crosswise,
in rows from the centre outwards.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.bolts.torque import pattern
from tribodex.core.errors import InvalidInput

# No housing, cap or cover that is closed by hand has more: a greater count is a slip of the finger.
MOST_BOLTS = 48


class Layout(StrEnum):
    """How the bolts of a joint stand."""

    CIRCLE = "circle"
    CORNERS = "corners"
    ROWS = "rows"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "circle": "on a circle: crosswise",
            "corners": "two or four of a cap or foot: in turn, corner to corner",
            "rows": "in two rows: from the middle outwards",
        }[self.value]


@dataclass(frozen=True)
class BoltPoint:
    """A bolt in the drawing: its number as it is counted round the joint, and where it stands, -1
    to 1 each way.
    """

    number: int
    x: float
    y: float


def points(layout: Layout, count: int) -> tuple[BoltPoint, ...]:
    """Where the bolts stand, numbered clockwise from the top, or from the top left.

    >>> [(p.number, p.x, p.y) for p in points(Layout.CORNERS, 4)]
    [(1, -1.0, -1.0), (2, 1.0, -1.0), (3, 1.0, 1.0), (4, -1.0, 1.0)]
    """
    check(layout, count)
    if layout is Layout.CIRCLE:
        turns = [2 * math.pi * i / count for i in range(count)]
        return tuple(
            BoltPoint(i + 1, round(math.sin(turn), 4), round(-math.cos(turn), 4))
            for i, turn in enumerate(turns)
        )
    if count == 2:
        return BoltPoint(1, -1.0, 0.0), BoltPoint(2, 1.0, 0.0)
    if count == 1:
        return (BoltPoint(1, 0.0, 0.0),)
    half = count // 2
    along = [-1 + 2 * i / (half - 1) for i in range(half)]
    top = [BoltPoint(i + 1, round(x, 4), -1.0) for i, x in enumerate(along)]
    return *top, *(BoltPoint(half + i + 1, round(x, 4), 1.0) for i, x in enumerate(reversed(along)))


def check(layout: Layout, count: int) -> None:
    """Raises InvalidInput for a count that such a joint cannot have."""
    if not 1 <= count <= MOST_BOLTS:
        raise InvalidInput.at("count", f"{count} bolts in one joint?", f"1 to {MOST_BOLTS}")
    if layout is Layout.CORNERS and count not in (1, 2, 4):
        raise InvalidInput.at(
            "count",
            f"{count} bolts do not stand at corners.",
            "2 or 4; others on a circle or in rows",
        )
    if layout is Layout.ROWS and (count % 2 or count < 4):
        raise InvalidInput.at(
            "count", f"{count} bolts do not make two rows.", "an even number from 4 up"
        )


def order(layout: Layout, count: int) -> tuple[int, ...]:
    """The order of tightening, as numbers of points(): each bolt once.

    Symbols: number of bolts.
    Valid: 1 to 48 bolts.
    Raises: InvalidInput for counts that such a joint cannot have.
    Source: common practice, no source.

    >>> (
    ...     order(Layout.CORNERS, 4),
    ...     order(Layout.CORNERS, 2),
    ...     order(Layout.ROWS, 6),
    ...     order(Layout.CIRCLE, 4),
    ... )
    ((1, 3, 2, 4), (1, 2), (2, 5, 1, 4, 3, 6), (1, 3, 2, 4))
    """
    found = points(layout, count)
    if layout is Layout.CIRCLE:
        return pattern(count)
    if layout is Layout.CORNERS:
        return (1, 3, 2, 4) if count == 4 else tuple(range(1, count + 1))
    # From the middle outwards; of two as far out, the left one first, each with the one diagonally
    # across.
    at = {point.number: point for point in found}
    half = count // 2
    top = sorted(range(1, half + 1), key=lambda n: (round(abs(at[n].x), 3), at[n].x))
    return tuple(number for first in top for number in (first, first + half))
