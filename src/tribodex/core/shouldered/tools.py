"""What pushes a ring on: a tube as a drift, and a press with margin."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import InvalidInput

# Common practice, no source: a little wider than the bore; clear of cage and shields; longer than
# what sticks out.
OVER_BORE_MM = Span(0.5, 2.0)
UNDER_SHOULDER_MM = 1.0
LONGER_BY_MM = 20.0
# Above this a blow gets nowhere, and shocks what it passes (kN; common practice, no source).
DRIFT_LIMIT_KN = 10.0
DRIFT_BORE_MM = 80.0


@dataclass(frozen=True)
class DriftTube:
    """A tube of soft metal that bears on the inner ring alone: inside and outside diameter, least
    length (mm), square at both ends.
    """

    inside_mm: Span
    outside_mm: float
    length_mm: float | None

    @property
    def wall_mm(self) -> float:
        """The most wall it may have."""
        return (self.outside_mm - self.inside_mm.low) / 2


def drift_tube(bearing: StraightBearing, stick_out_mm: float | None) -> DriftTube:
    """The tube that fits: wider than the bore, narrower than the inner ring's shoulder, longer than
    the shaft that sticks out beyond the seat.

    Symbols: d bore, F inner ring's shoulder, length of shaft from shoulder to end (mm).
    Valid: a force through the inner ring; where both rings are tight the tool bears on both.
    Raises: InvalidInput for a length that cannot be.
    Source: common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> from tribodex.core.components.straight import Closure
    >>> t = drift_tube(StraightBearing(45, 85, 19, Group.C3, Closure.OPEN), 120)
    >>> t.inside_mm, t.outside_mm, t.length_mm
    (Span(low=45.5, high=47.0), 54.0, 140.0)
    """
    if stick_out_mm is not None and not 0 <= stick_out_mm <= 10_000:
        raise InvalidInput.at(
            "stick_out", f"{stick_out_mm:g} mm of shaft beyond the seat?", "0 to 10 000 mm"
        )
    length = None if stick_out_mm is None else stick_out_mm + LONGER_BY_MM
    outside = bearing.inner_raceway_mm - UNDER_SHOULDER_MM
    return DriftTube(
        Span(bearing.bore_mm + OVER_BORE_MM.low, bearing.bore_mm + OVER_BORE_MM.high),
        outside,
        length,
    )
