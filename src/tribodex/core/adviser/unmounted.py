"""What is believed of the unmounted clearance, and how well a reading is known beside it: where
every belief of a mounting begins.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from tribodex.core.adviser.reading import (
    FORM_SD_UM,
    HAND_SD_UM,
    LEAF_OF_SET_SHARE,
    LEAF_OWN_SHARE,
    MEASURED_LEFT,
    SHARED_SD_UM,
    STEP_UM,
    Array,
    Evidence,
    Known,
    Likelihood,
    likelihood,
)
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.gauging import FINE_ENOUGH_UM

# A bearing has no more clearance mounted than unmounted. A reading further above the unmounted
# clearance than this, in standard deviations of it, says that nothing is taken out yet, and no
# more.
RAISED_SDS = 2.0
# Edge of the group's limits as a prior: a ring may lie a little outside, or be of another group
# (common practice, no source).
GROUP_EDGE_UM, OTHER_GROUP_SHARE = 4.0, 0.02
# Unmounted clearances of a few, in standard deviations from their mean, where no finer ones are
# needed.
_FEW = np.array([-2.6, -1.7, -0.9, -0.3, 0.3, 0.9, 1.7, 2.6])


@dataclass(frozen=True, eq=False)
class Before:
    """What is believed before mounting: weights `value` over a `line` of clearances (µm), their
    mean and standard deviation.

    `places` brackets of the fullest gauging; `leaf_left`: how much of the leaves' usual error is
    left (1: nobody measured them).
    """

    line: Array
    value: Array
    mean_um: float
    sd_um: float
    places: int
    leaf_left: float

    @property
    def fixed_sd_um(self) -> float:
        """What every gauging here is off by alike: form of the places, hand, gauge set (µm)."""
        return math.hypot(
            FORM_SD_UM / math.sqrt(self.places),
            HAND_SD_UM,
            self.leaf_left * LEAF_OF_SET_SHARE * max(0.0, self.mean_um),
        )

    def few(self) -> tuple[Array, Array]:
        """A few clearances with their weights, for what hangs little on them."""
        starts = self.mean_um + self.sd_um * _FEW
        weight = np.interp(starts, self.line, self.value) * np.gradient(starts)
        return starts, weight / weight.sum()

    def reading_sd_um(self, evidence: Evidence, *further_um: float) -> float:
        """What the brackets of a gauging share and those of another do not, with what else is
        uncertain of it (µm).
        """
        return math.hypot(_own_sd(evidence, self.places, self.leaf_left), *further_um)

    def likelihood(self, evidence: Evidence, sd_um: float) -> Likelihood:
        """How well each clearance of the line explains a gauging on the sleeve; nothing there
        raises the unmounted clearance.
        """
        return _likelihood(float(self.line[-1]), self._not_raised(evidence), sd_um)

    def _not_raised(self, evidence: Evidence) -> Evidence:
        """Evidence of no more than the unmounted clearance: brackets whose middle lies above it are
        moved down to its upper end, all alike.
        """
        room_um = RAISED_SDS * self.sd_um
        most_um = self.mean_um + room_um
        if isinstance(evidence, Known):
            return replace(evidence, mean_um=min(evidence.mean_um, most_um))
        # Where the thickest stack passed, that stack is the least that it can be.
        middles = [
            span.mid if math.isfinite(span.high) else span.low + room_um
            for span in evidence
            if math.isfinite(span.low)
        ]
        over = sum(middles) / len(middles) - most_um if middles else 0.0
        return (
            evidence
            if over <= 0
            else tuple(Span(span.low - over, span.high - over) for span in evidence)
        )


def before_mounting(
    initial: Sequence[Evidence], group_um: Span | None = None, leaves_measured: bool = False
) -> Before:
    """What the gaugings of the unmounted clearance say, and the group's limits as a soft prior.

    Symbols: `initial` is the evidence of each gauging (µm); `group_um`: limits of the ring's group;
        `leaves_measured`: by micrometer, every set used.
    Valid: before mounting.
    Raises: InvalidInput without a bracket.
    Source: Bayes' rule over one clearance.

    >>> known = before_mounting([[Span(104, 110)] * 6], Span(110, 140))
    >>> 107 < known.mean_um < 112, known.places
    (True, 6)
    """
    first = tuple(
        evidence if isinstance(evidence, Known) else tuple(evidence) for evidence in initial
    )
    first = tuple(evidence for evidence in first if isinstance(evidence, Known) or evidence)
    if not first:
        raise InvalidInput.at(
            "initial",
            "Without an unmounted clearance nothing is known of the bearing.",
            "at least one low-high pair",
        )
    return _before(first, group_um, MEASURED_LEFT if leaves_measured else 1.0)


def believe_unmounted(
    initial: Sequence[Evidence], group_um: Span | None = None, leaves_measured: bool = False
) -> Known:
    """The unmounted clearance that is believed.

    Symbols: as before_mounting().
    Valid: before mounting.
    Raises: InvalidInput without a bracket.
    Source: Bayes' rule over one clearance.

    >>> at_the_edge = believe_unmounted([[Span(104, 110)] * 6], Span(110, 140))
    >>> 107 < at_the_edge.mean_um < 112
    True
    """
    before = before_mounting(initial, group_um, leaves_measured)
    # Said by itself it is as uncertain as the set makes it; in the reduction that part cancels.
    return Known(
        before.mean_um,
        math.hypot(before.sd_um, before.leaf_left * LEAF_OF_SET_SHARE * before.mean_um),
    )


@lru_cache(maxsize=64)
def _before(first: tuple[Evidence, ...], group_um: Span | None, leaf_left: float) -> Before:
    places = max(_cells(evidence, 6) for evidence in first)
    line = _line(max(_top(evidence) for evidence in first) + 80.0)
    value = np.prod(
        [
            likelihood(line, evidence, _own_sd(evidence, places, leaf_left)).both
            for evidence in first
        ],
        axis=0,
    )
    if group_um is not None:
        edge = 0.5 * (
            np.tanh((line - group_um.low) / GROUP_EDGE_UM)
            - np.tanh((line - group_um.high) / GROUP_EDGE_UM)
        )
        value = value * (edge + OTHER_GROUP_SHARE)
    share = value / value.sum()
    mean = float(share @ line)
    sd = max(1.0, math.sqrt(float(share @ (line - mean) ** 2)))
    return Before(line, value / value.max(), mean, sd, places, leaf_left)


@lru_cache(maxsize=64)
def _line(end_um: float) -> Array:
    """Clearances to weigh: as far as the unmounted gaugings reach, and beyond at both ends."""
    return np.arange(-60.0, end_um, STEP_UM)


@lru_cache(maxsize=2048)
def _likelihood(last_um: float, evidence: Evidence, sd_um: float) -> Likelihood:
    return likelihood(_line(last_um + STEP_UM / 2), evidence, sd_um)


def _cells(evidence: Evidence, otherwise: int) -> int:
    return otherwise if isinstance(evidence, Known) else len(evidence)


def _top(evidence: Evidence) -> float:
    if isinstance(evidence, Known):
        return evidence.mean_um + 4 * evidence.sd_um
    return max(
        span.high if math.isfinite(span.high) else span.low + 2 * FINE_ENOUGH_UM
        for span in evidence
    )


def _own_sd(evidence: Evidence, places: int, leaf_left: float) -> float:
    """What is a gauging's own; fewer places than the fullest gauging see another mean of the
    form."""
    cells = _cells(evidence, places)
    leaf = 0.0
    if not isinstance(evidence, Known):
        thickest = max(
            (end for span in evidence for end in (span.low, span.high) if math.isfinite(end)),
            default=0.0,
        )
        leaf = leaf_left * LEAF_OWN_SHARE * thickest
    return math.sqrt(SHARED_SD_UM**2 + leaf**2 + FORM_SD_UM**2 * max(0.0, 1 / cells - 1 / places))
