"""Tightening angles of self-aligning ball bearings on adapter sleeves, from light metal contact."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.sources import Recall, Source

# How well an angle is set and felt; the ring itself says when it is enough (common practice, no
# source).
ANGLE_TOLERANCE_DEG = 10.0


@dataclass(frozen=True)
class BallAngle:
    """The angle of practice for one bore, and the drive-up that goes with it. Two memories of the
    angle make a range.
    """

    bore_mm: float
    angle_deg: Span
    drive_up_mm: float
    recall: Recall


@dataclass(frozen=True)
class BallAngles:
    """Angles of practice by bore; one angle for series 12, 13, 22 and 23."""

    source: Source
    rows: tuple[BallAngle, ...]

    def find(self, bore_mm: float) -> BallAngle | None:
        """The row of a bore, if practice knows it."""
        return next((row for row in self.rows if row.bore_mm == bore_mm), None)


def practice_range(row: BallAngle) -> Span:
    """The angle of practice as a range to work in: from the angle on, up to what a hand sets more.

    Symbols: α of the row (degrees).
    Valid: from light metal contact.
    Raises: nothing.
    Source: common practice, no source.

    >>> practice_range(BallAngle(45, Span(80, 80), 0.35, Recall.TWICE))
    Span(low=80, high=90.0)
    """
    return Span(row.angle_deg.low, row.angle_deg.high + ANGLE_TOLERANCE_DEG)
