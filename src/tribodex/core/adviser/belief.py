"""What is known of a bearing on its sleeve, as a weighted set of possible truths.

Model: c(θ) = c₀ - κ·max(0, θ - θ₀), κ = 1000·k·t·P/360. Unknown are c₀ (µm), k (1) and θ₀
(degrees).

Two clearances are told apart. The *gauged* one is what the leaves meet at the places that are
gauged; the *true* one is the mean round the whole ring. They differ by the form of ring and
rollers, by the hand and by its gauge set, the same before and after: that cancels in the reduction,
not in what is left.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Protocol

import numpy as np

from tribodex.core.adviser.prior import Explanation
from tribodex.core.adviser.reading import Array, normal_below

# How well a mark is set and read (common practice, no source).
MARK_SD_DEG = 2.0


class Aim(Protocol):
    """Where the residual may end, as far as a belief asks: what may be taken out, and what must be
    left (µm).
    """

    @property
    def least_reduction_um(self) -> float: ...
    @property
    def most_reduction_um(self) -> float: ...
    @property
    def guard_um(self) -> float | None: ...


@dataclass(frozen=True, eq=False)
class Belief:
    """What is known of a bearing on its sleeve. Clearances µm, angles degrees past the zero mark.

    Arrays are flat over possible truths; `per_degree_um` is the mean reduction for a degree past
    seating. `mark_var_deg2` is the variance of the turns since the last reading. `fixed_sd_um` is
    what every gauging here is off by alike (form of the places, hand, gauge set). `unmounted_um` is
    the clearance believed before mounting: readings on the sleeve never raise it. `planned` weighs
    the truths in which everything is as planned and every reading as meant.
    """

    initial: Array
    per_degree: Array
    seating: Array
    weight: Array
    planned: Array
    per_degree_um: float
    nut_angle_deg: float
    gauged_here: bool
    unmounted_um: float
    unmounted_sd_um: float
    mark_var_deg2: float = 0.0
    fixed_sd_um: float = 0.0
    explanations: Mapping[Explanation, float] = field(default_factory=dict)
    # Answers that were asked for before: the same job is looked at far more often than its nut is
    # turned.
    _after: dict[float, Belief] = field(default_factory=dict, init=False, repr=False)
    _below: dict[float, float] = field(default_factory=dict, init=False, repr=False)
    _chances: dict[tuple[float, float, float | None], tuple[float, float]] = field(
        default_factory=dict, init=False, repr=False
    )

    def clearances(self, turn_deg: float = 0.0) -> Array:
        """Clearance at every possible truth, after a further turn."""
        left: Array = self.initial - self.per_degree * np.maximum(
            0.0, self.nut_angle_deg + turn_deg - self.seating
        )
        return left

    @property
    def _mark_sd_um(self) -> float:
        # Never quite zero, so that a grid does not look like certainty.
        return max(0.7, self.per_degree_um * math.sqrt(self.mark_var_deg2))

    @cached_property
    def clearance_um(self) -> float:
        """Mean of the clearance now."""
        return float(self.weight @ self.clearances())

    @cached_property
    def gauged_sd_um(self) -> float:
        """Standard deviation of what a leaf would meet now."""
        now = self.clearances()
        mean = self.weight @ now
        return float(np.sqrt(self.weight @ (now - mean) ** 2 + self._mark_sd_um**2))

    @property
    def sd_um(self) -> float:
        """Standard deviation of the true clearance now."""
        return math.hypot(self.gauged_sd_um, self.fixed_sd_um)

    def chance_below(self, limit_um: float) -> float:
        """Chance that the true clearance is below a limit."""
        if limit_um not in self._below:
            spread = math.hypot(self._mark_sd_um, self.fixed_sd_um)
            self._below[limit_um] = float(
                self.weight @ normal_below((limit_um - self.clearances()) / spread)
            )
        return self._below[limit_um]

    def below_limit(self, aim: Aim) -> float:
        """Chance that less than what must be left is left; zero when no limit is known."""
        return self.chance_below(aim.guard_um) if aim.guard_um is not None else 0.0

    def below(self, aim: Aim) -> float:
        """Chance to be below the window's lower end."""
        return self.chances(aim)[0]

    def inside(self, aim: Aim) -> float:
        """Chance to be inside the window.

        The window moves with the unmounted clearance: for every possible truth it is the one that
        belongs to its c₀, so that what is uncertain is the reduction itself and the limit, not a
        window drawn from one mean.
        """
        return self.chances(aim)[1]

    def chances(self, aim: Aim) -> tuple[float, float]:
        """Chance to be below the window, and to be inside it."""
        asked = (aim.least_reduction_um, aim.most_reduction_um, aim.guard_um)
        if asked not in self._chances:
            self._chances[asked] = self._chances_in(aim)
        return self._chances[asked]

    def _chances_in(self, aim: Aim) -> tuple[float, float]:
        now, mark = self.clearances(), self._mark_sd_um
        raised = max(0.0, float(self.weight @ self.initial) - self.unmounted_um)
        # Nor does a truth in which the unmounted gauging was far too low count as room to drive on.
        reference = np.minimum(self.initial - raised, self.unmounted_um + 2 * self.unmounted_sd_um)
        under_low = normal_below((reference - aim.most_reduction_um - now) / mark)
        under_high = normal_below((reference - aim.least_reduction_um - now) / mark)
        if aim.guard_um is not None:
            # What every gauging shares cancels in the reduction; against a fixed limit it counts.
            under_limit = normal_below((aim.guard_um - now) / math.hypot(mark, self.fixed_sd_um))
            under_low = np.maximum(under_low, under_limit)
        return float(self.weight @ under_low), float(
            self.weight @ np.maximum(0.0, under_high - under_low)
        )

    def after(self, turn_deg: float) -> Belief:
        """The same knowledge after a further turn of the nut."""
        if turn_deg <= 0:
            return self
        if turn_deg not in self._after:
            self._after[turn_deg] = replace(
                self,
                nut_angle_deg=self.nut_angle_deg + turn_deg,
                gauged_here=False,
                mark_var_deg2=self.mark_var_deg2 + MARK_SD_DEG**2,
            )
        return self._after[turn_deg]

    def as_planned(self) -> Belief:
        """The same knowledge, were everything as planned: what the nut's turn alone would say."""
        total = float(self.planned.sum())
        if total <= 0:
            return self
        weight = self.planned / total
        return replace(self, weight=weight, per_degree_um=float(weight @ self.per_degree))
