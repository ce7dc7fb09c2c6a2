"""What is believed before the first gauging, with room for error: the ratio from elasticity, the
seating turn from the zero point, and the other explanations that a fitter would think of when leaf
and nut do not agree.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from tribodex.core.adviser.reading import Array
from tribodex.core.components.bearing import Bearing, Taper
from tribodex.core.components.shaft import Shaft
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, reduction_per_degree_um
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.zero import ZERO_PRIORS, ZeroPoint, seating_degrees


class Explanation(StrEnum):
    """Why leaf and nut say what they say."""

    AS_PLANNED = "as planned"
    ZERO_LATE = "zero mark too early"
    ZERO_EARLY = "driven up before the zero mark"
    TAPER = "other taper or thread"
    SLIP = "sleeve slips or gives way"
    READING = "a gauging reads wrong"


# Shares of mountings (common practice, no source; they only have to leave room).
LATE_SHARE, EARLY_SHARE, SLIP_SHARE, TAPER_SHARE = 0.06, 0.03, 0.03, 0.015
_SHARES = {
    Explanation.ZERO_LATE: LATE_SHARE,
    Explanation.ZERO_EARLY: EARLY_SHARE,
    Explanation.SLIP: SLIP_SHARE,
    Explanation.TAPER: TAPER_SHARE,
}
# A seating turn now and then goes on for long though the nut was tap-tested.
LONG_SEATING_SHARE, LONG_SEATING_MM, LONG_SEATING_DEG = 0.25, 0.15, 30.0
# The ratio k: the elastic figure, now and then twice as far off.
WIDE_RATIO_SHARE = 0.15


@dataclass(frozen=True)
class SleeveModel:
    """Prior of the drive-up: `per_degree_um` reduction for a degree of nut turn past seating
    (µm/°), its uncertainty as a share, the seating turn that the zero point leaves (degrees, one
    standard deviation). `deg_per_mm` of drive-up follows from the pitch; `other_taper` is the other
    taper's slope over this one's. `left`: of an explanation's usual share, what looks at the parts
    left of it (1).
    """

    per_degree_um: float
    ratio_sd_share: float = RATIO_SD_SHARE
    seating_deg: float = 10.0
    seating_sd_deg: float = 12.0
    deg_per_mm: float = 180.0
    other_taper: float = 0.4
    left: tuple[tuple[Explanation, float], ...] = ()

    def share(self, of: Explanation) -> float:
        """The share of mountings that an explanation has before any reading, less what looks at the
        parts took away.
        """
        return _SHARES[of] * dict(self.left).get(of, 1.0)

    def seating_axis(self, nut_deg: float, clearance_um: float) -> Array:
        """Seating turns to weigh, uneven: close together where the zero point puts them, then
        wider, as far as the nut went and beyond.
        """
        fine = max(1.5, min(6.0, 2.0 / self.per_degree_um))
        top = (
            max(nut_deg, ZERO_PRIORS[ZeroPoint.HAND_TIGHT].seating_mm * self.deg_per_mm)
            + 1.3 * self.deg_per_mm
        )
        bottom = -clearance_um / self.per_degree_um
        core_low, core_high = (
            min(-2 * fine, self.seating_deg - 4 * self.seating_sd_deg),
            max(self.seating_deg, 0.0) + 5 * self.seating_sd_deg,
        )
        up = _widening(core_high, top, fine, 1.03, 3 * fine)
        down = -_widening(-core_low, -bottom, fine, 1.06, 4 * fine)[::-1]
        return np.concatenate([down, np.arange(core_low, core_high, fine), up])

    def seating_prior(self, seating: Array, whole: Array) -> dict[Explanation, Array]:
        """Density of the seating turn at some turns, share by share; each share is one over the
        whole axis.
        """
        sd, least = self.seating_sd_deg, min(0.0, self.seating_deg - self.seating_sd_deg)
        tail = max(LONG_SEATING_MM * self.deg_per_mm, LONG_SEATING_DEG)
        hand = ZERO_PRIORS[ZeroPoint.HAND_TIGHT]
        closing, closing_sd = (
            hand.seating_mm * self.deg_per_mm,
            hand.seating_sd_mm * self.deg_per_mm,
        )

        def near(turn: Array) -> Array:
            made: Array = np.exp(-0.5 * ((turn - self.seating_deg) / sd) ** 2) * (turn >= least)
            return made

        def long(turn: Array) -> Array:
            return np.where(turn >= 0, np.exp(-np.maximum(turn, 0) / tail), 0.0)

        def closes(turn: Array) -> Array:
            made: Array = np.exp(-0.5 * ((turn - closing) / closing_sd) ** 2)
            return made

        def anywhere(turn: Array) -> Array:
            made: Array = ((turn > 0) & (turn < closing)).astype(float) + 1e-3
            return made

        def driven(turn: Array) -> Array:
            return np.where(turn < 0, np.exp(np.minimum(turn, 0) / (0.5 * self.deg_per_mm)), 0.0)

        planned = (1 - LONG_SEATING_SHARE) * _share(
            near, seating, whole
        ) + LONG_SEATING_SHARE * _share(long, seating, whole)
        late, early = self.share(Explanation.ZERO_LATE), self.share(Explanation.ZERO_EARLY)
        return {
            Explanation.AS_PLANNED: (1 - late - early) * planned,
            Explanation.ZERO_LATE: (
                late / 2 * (_share(closes, seating, whole) + _share(anywhere, seating, whole))
            ),
            Explanation.ZERO_EARLY: early * _share(driven, seating, whole),
        }

    def ratio_axis(self) -> Array:
        """Ratios to weigh, as multiples of the elastic one."""
        core = np.arange(0.64, 1.361, 0.06)
        low = np.array([0.08, 0.16, 0.25, 0.33, 0.37, 0.41, 0.45, 0.5, 0.57])
        high = (
            np.array([1.45, 1.6, 1.8])
            if self.other_taper < 1
            else np.array([1.5, 1.7, 1.9, 2.1, 2.25, 2.4, 2.5, 2.6, 2.75, 2.9])
        )
        return np.concatenate([low, core, high])

    def ratio_prior(self, ratio: Array) -> dict[Explanation, Array]:
        """Density of the ratio as a multiple of the elastic one at some ratios, share by share;
        each share is one over the whole axis.
        """
        whole, sd = self.ratio_axis(), self.ratio_sd_share

        def about(mean: float, spread: float) -> Array:
            return _share(lambda at: np.exp(-0.5 * ((at - mean) / spread) ** 2), ratio, whole)

        core = (1 - WIDE_RATIO_SHARE) * about(1, sd) + WIDE_RATIO_SHARE * about(1, 2 * sd)
        slip, taper = self.share(Explanation.SLIP), self.share(Explanation.TAPER)
        return {
            Explanation.AS_PLANNED: (1 - slip - taper) * core,
            Explanation.SLIP: slip * about(0.6, 0.35),
            Explanation.TAPER: taper * about(self.other_taper, 0.1 * self.other_taper + 0.01),
        }


def cell_widths(axis: Array) -> Array:
    """Width of the cell round each point of an uneven axis."""
    edges = np.concatenate(
        [
            [axis[0] - (axis[1] - axis[0]) / 2],
            (axis[1:] + axis[:-1]) / 2,
            [axis[-1] + (axis[-1] - axis[-2]) / 2],
        ]
    )
    made: Array = np.diff(edges)
    return made


def _share(density: Callable[[Array], Array], axis: Array, whole: Array) -> Array:
    """A density at the points of an axis, one over the whole axis: what is cut away keeps its
    share.
    """
    total = float(density(whole) @ cell_widths(whole))
    here = density(axis)
    made: Array = here / total if total > 0 else here
    return made


def _widening(start: float, end: float, step: float, growth: float, most: float) -> Array:
    points, at = [], start
    while at < end:
        points.append(at)
        at += step
        step = min(most, step * growth)
    return np.array(points)


def sleeve_model(
    bearing: Bearing,
    shaft: Shaft | None,
    pitch_mm: float,
    zero: ZeroPoint,
    start_drive_mm: float = 0.0,
) -> SleeveModel:
    """The prior for a bearing on its seat: ratio by elasticity, seating by the zero point.

    Symbols: P pitch (mm), start_drive_mm drive-up at the start pressure (mm).
    Valid: as effective_ratio.
    Raises: OutOfRange for impossible dimensions.
    Source: Lamé; uncertainties are common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> m = sleeve_model(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), None, 2, ZeroPoint.FIRM)
    >>> round(m.per_degree_um, 3), m.seating_deg, m.other_taper
    (0.379, 10.0, 0.4)
    """
    per_degree = reduction_per_degree_um(
        effective_ratio(bearing, shaft), bearing.taper.slope, pitch_mm
    )
    seating, sd = seating_degrees(zero, pitch_mm, start_drive_mm)
    other = 0.4 if bearing.taper is Taper.ONE_IN_12 else 2.5
    return SleeveModel(
        per_degree_um=per_degree,
        ratio_sd_share=RATIO_SD_SHARE,
        seating_deg=seating,
        seating_sd_deg=sd,
        deg_per_mm=360 / pitch_mm,
        other_taper=other,
    )
