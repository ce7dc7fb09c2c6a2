"""A posterior on a grid: unmounted clearance, effective ratio and seating turn, given everything gauged so far.

Model: c(θ) = c₀ - κ·max(0, θ - θ₀), κ = 1000·k·t·P/360. Unknown are c₀ (µm), k (1) and θ₀ (degrees); c₀ and the readings
are known only between the leaf that passed and the leaf that did not.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, effective_ratio, reduction_per_degree_um
from tribodex.core.mounting.window import Window

Array = NDArray[np.float64]

# Standard deviations of one bracket and of what all brackets of one gauging share (common practice, no source): leaf and
# feel, form of ring and rollers at one place; hand and gauge set.
CELL_SD_UM = 4.0
SHARED_SD_UM = 2.1
# Seating turn from a firm metal-to-metal zero, and how well a mark is set and read (common practice, no source).
SEATING_DEG = 10.0
SEATING_SD_DEG = 12.0
MARK_SD_DEG = 2.0
# No reading is impossible: a slip of the hand now and then.
SLIP = 1e-4
STEP_UM = 0.5
SHAPE = (13, 19, 13)  # c₀, k, θ₀


@dataclass(frozen=True)
class Reading:
    """A gauging with the nut at `nut_deg`. `brackets_um`: low-high pairs; a high end of infinity is allowed."""

    nut_deg: float
    brackets_um: tuple[Span, ...]


def normal_below(x: Array) -> Array:
    """Share of a standard normal distribution below x, to 2e-4 (tanh form, Page 1977, from memory)."""
    below: Array = 0.5 * (1 + np.tanh(0.7978845608 * x * (1 + 0.044715 * x * x)))
    return below


def likelihood(line: Array, brackets: Sequence[Span]) -> Array:
    """How well each clearance of a line explains the brackets of one gauging, largest value 1.

    Symbols: line of clearances c (µm), evenly spaced by STEP_UM; brackets low…high (µm).
    Valid: brackets of one gauging, the nut not moved between.
    Raises: InvalidInput without a bracket.
    Source: rectangular reading with normal noise; what the brackets share is smeared over all of them.

    >>> line = np.arange(0, 200, STEP_UM)
    >>> float(line[np.argmax(likelihood(line, [Span(100, 110), Span(100, 110)]))])
    105.0
    """
    if not brackets:
        raise InvalidInput.at("brackets", "A gauging without a bracket says nothing.", "at least one low-high pair")
    log = np.zeros_like(line)
    for bracket in brackets:
        above = normal_below((line - bracket.low) / CELL_SD_UM)
        over = normal_below((line - bracket.high) / CELL_SD_UM) if math.isfinite(bracket.high) else 0.0
        log += np.log(np.maximum(above - over, 0) + SLIP)
    value = np.exp(log - log.max())
    reach = np.arange(-3 * SHARED_SD_UM, 3 * SHARED_SD_UM + STEP_UM, STEP_UM)
    kernel = np.exp(-0.5 * (reach / SHARED_SD_UM) ** 2)
    padded = np.pad(value, len(kernel) // 2, mode="edge")
    smeared = np.convolve(padded, kernel / kernel.sum(), mode="valid")
    made: Array = smeared / smeared.max()
    return made


@dataclass(frozen=True, eq=False)
class Belief:
    """What is known of a bearing on its sleeve. Clearances µm, angles degrees past the zero mark.

    Arrays are flat over the grid; `per_degree_um` is the mean
    reduction for a degree past seating. `marks` counts turns logged
    since the last reading: each mark is set and read with its own doubt.
    """

    initial: Array
    per_degree: Array
    seating: Array
    weight: Array
    per_degree_um: float
    nut_angle_deg: float
    gauged_here: bool
    marks: int = 0

    def clearances(self, turn_deg: float = 0.0) -> Array:
        """Clearance at every point of the grid, after a further turn."""
        left: Array = self.initial - self.per_degree * np.maximum(0.0, self.nut_angle_deg + turn_deg - self.seating)
        return left

    @property
    def _mark_sd_um(self) -> float:
        # Never quite nought, so that a grid does not look like certainty.
        return max(0.7, MARK_SD_DEG * self.per_degree_um * math.sqrt(self.marks))

    @property
    def clearance_um(self) -> float:
        """Mean of the clearance now."""
        return float(self.weight @ self.clearances())

    @property
    def sd_um(self) -> float:
        """Standard deviation of the clearance now."""
        now = self.clearances()
        mean = self.weight @ now
        return float(np.sqrt(self.weight @ (now - mean) ** 2 + self._mark_sd_um**2))

    def chance_below(self, limit_um: float) -> float:
        """Chance that the true clearance is below a limit."""
        return float(self.weight @ normal_below((limit_um - self.clearances()) / self._mark_sd_um))

    def below(self, window: Window) -> float:
        """Chance to be below the window's lower end."""
        return self._chances(window)[0]

    def inside(self, window: Window) -> float:
        """Chance to be inside the window.

        The window moves with the unmounted clearance: at every point of the grid it is the one that belongs to that c₀,
        so that what is uncertain is the reduction itself and the limit, not a window drawn from one mean.
        """
        return self._chances(window)[1]

    def _chances(self, window: Window) -> tuple[float, float]:
        now, sd = self.clearances(), self._mark_sd_um
        low = self.initial - window.reduction_um.high
        if window.residual_limit_um is not None:
            low = np.maximum(low, window.residual_limit_um)
        high = np.maximum(low, self.initial - window.reduction_um.low)
        under_low = normal_below((low - now) / sd)
        under_high = normal_below((high - now) / sd)
        return float(self.weight @ under_low), float(self.weight @ (under_high - under_low))

    def after(self, turn_deg: float) -> Belief:
        """The same knowledge after a further turn of the nut."""
        if turn_deg <= 0:
            return self
        return replace(self, nut_angle_deg=self.nut_angle_deg + turn_deg, gauged_here=False, marks=self.marks + 1)


def believe(bearing: Bearing, pitch_mm: float, initial: Sequence[Span], readings: Sequence[Reading], nut_angle_deg: float) -> Belief:
    """The posterior after everything gauged.

    Symbols: as in the module's model; `initial` are the brackets of the unmounted gauging (µm).
    Valid: solid steel shaft, zero mark at firm metal-to-metal, nut only tightened.
    Raises: InvalidInput without an initial bracket; OutOfRange for impossible dimensions.
    Source: Bayes on a grid; ratio from Lamé, ±10 % and seating turn common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)
    >>> belief = believe(b, 2, [Span(120, 130)] * 6, [Reading(90, (Span(90, 100),) * 2)], 90)
    >>> 92 < belief.clearance_um < 98, belief.sd_um < 4, belief.gauged_here
    (True, True, True)
    """
    if not initial:
        raise InvalidInput.at("initial", "Without an unmounted clearance nothing is known of the bearing.", "at least one low-high pair")
    ratio = effective_ratio(bearing.bore_mm, bearing.inner_raceway_mm)
    per_degree = reduction_per_degree_um(ratio, bearing.taper.slope, pitch_mm)
    top = max([span.high for span in initial if math.isfinite(span.high)] + [span.low + 40 for span in initial])
    line = np.arange(-60.0, top + 60.0, STEP_UM)
    start = likelihood(line, initial)
    mean, sd = _moments(line, start)
    c0 = mean + sd * np.linspace(-3, 3, SHAPE[0])
    k = 1 + RATIO_SD_SHARE * np.linspace(-3, 3, SHAPE[1])
    seating = np.linspace(0, SEATING_DEG + 3 * SEATING_SD_DEG, SHAPE[2])
    log = (
        np.log(np.interp(c0, line, start) + 1e-12)[:, None, None]
        - 0.5 * ((k - 1) / RATIO_SD_SHARE)[None, :, None] ** 2
        - 0.5 * ((seating - SEATING_DEG) / SEATING_SD_DEG)[None, None, :] ** 2
    )
    grid = [axis.ravel() for axis in np.meshgrid(c0, per_degree * k, seating, indexing="ij")]
    log = log.ravel()
    for reading in readings:
        there = grid[0] - grid[1] * np.maximum(0.0, reading.nut_deg - grid[2])
        log = log + np.log(np.interp(there, line, likelihood(line, reading.brackets_um)) + 1e-12)
    weight = np.exp(log - log.max())
    weight /= weight.sum()
    last = readings[-1].nut_deg if readings else 0.0
    moved = nut_angle_deg > last + 1e-9
    return Belief(grid[0], grid[1], grid[2], weight, float(weight @ grid[1]), nut_angle_deg, not moved, 1 if moved else 0)


def _moments(line: Array, value: Array) -> tuple[float, float]:
    share = value / value.sum()
    mean = float(share @ line)
    return mean, max(1.0, float(np.sqrt(share @ (line - mean) ** 2)))
