"""What is believed before the first gauging: the ratio from elasticity, the seating turn from the zero point."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bearing import Bearing
from tribodex.core.components.shaft import Shaft
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, reduction_per_degree_um
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.zero import ZeroPoint, seating_degrees


@dataclass(frozen=True)
class SleeveModel:
    """Prior of the drive-up: `per_degree_um` reduction for a degree of nut turn past seating (µm/°), its uncertainty as a share,
    and the seating turn that the zero point leaves (degrees, one standard deviation).
    """

    per_degree_um: float
    ratio_sd_share: float = RATIO_SD_SHARE
    seating_deg: float = 10.0
    seating_sd_deg: float = 12.0


def sleeve_model(bearing: Bearing, shaft: Shaft | None, pitch_mm: float, zero: ZeroPoint) -> SleeveModel:
    """The prior for a bearing on its seat: ratio by elasticity, seating by the zero point.

    Symbols: P pitch (mm).
    Valid: as effective_ratio.
    Raises: OutOfRange for impossible dimensions.
    Source: Lamé; uncertainties are common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> m = sleeve_model(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), None, 2, ZeroPoint.FIRM)
    >>> round(m.per_degree_um, 3), m.seating_deg
    (0.379, 10.0)
    """
    per_degree = reduction_per_degree_um(effective_ratio(bearing, shaft), bearing.taper.slope, pitch_mm)
    seating, sd = seating_degrees(zero, pitch_mm)
    return SleeveModel(per_degree, RATIO_SD_SHARE, seating, sd)
