"""A posterior on a grid: unmounted clearance, effective ratio and seating turn, given everything gauged so far.

Model: c(θ) = c₀ - κ·max(0, θ - θ₀), κ = 1000·k·t·P/360. Unknown are c₀ (µm), k (1) and θ₀ (degrees); c₀ and the readings
are known only between the leaf that passed and the leaf that did not.

Two clearances are told apart. The *gauged* one is what the leaves meet at the places that are gauged; the *true* one is
its mean round the whole ring. They differ by the form of ring and rollers, the same before and after: it cancels in the
reduction, not in what is left.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tribodex.core.adviser.prior import SleeveModel
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.window import Window

Array = NDArray[np.float64]

# Standard deviations (common practice, no source): one bracket (leaf, feel and form there); what all brackets of one
# gauging share (hand, gauge set, how the ring hangs); form of ring and rollers at one place of one row.
CELL_SD_UM = 4.0
SHARED_SD_UM = 2.1
FORM_SD_UM = 3.0
# How well a mark is set and read (common practice, no source).
MARK_SD_DEG = 2.0
# No reading is impossible: a slip of the hand now and then.
SLIP = 1e-4
STEP_UM = 0.5
# A coarse grid finds where the weight lies, a fine one is laid there.
COARSE = (9, 13, 11)  # c₀, k, θ₀
FINE = (13, 17, 13)
MOST_NARROWINGS = 4


@dataclass(frozen=True)
class Known:
    """A clearance known otherwise than by leaves on this job: mean and standard deviation, µm."""

    mean_um: float
    sd_um: float


# The brackets of one gauging (a high end of infinity is allowed), or a clearance known otherwise.
Evidence = Sequence[Span] | Known


@dataclass(frozen=True)
class Reading:
    """A gauging with the nut at `nut_deg`. `turns` counts the turns logged before it: every mark has its own uncertainty.

    `extra_sd_um` is an uncertainty of its own that all its brackets share (a correction for a warm ring).
    """

    nut_deg: float
    evidence: Evidence
    turns: int = 1
    extra_sd_um: float = 0.0


def normal_below(x: Array) -> Array:
    """Share of a standard normal distribution below x, to 2e-4 (tanh form, Page 1977, from memory)."""
    below: Array = 0.5 * (1 + np.tanh(0.7978845608 * x * (1 + 0.044715 * x * x)))
    return below


def likelihood(line: Array, brackets: Evidence, shared_sd_um: float = SHARED_SD_UM) -> Array:
    """How well each clearance of a line explains the brackets of one gauging, largest value 1.

    Symbols: line of clearances c (µm), evenly spaced by STEP_UM; brackets low…high (µm); shared_sd_um of what they share.
    Valid: brackets of one gauging, the nut not moved between.
    Raises: InvalidInput without a bracket.
    Source: rectangular reading with normal noise; what the brackets share is smeared over all of them.

    >>> line = np.arange(0, 200, STEP_UM)
    >>> float(line[np.argmax(likelihood(line, [Span(100, 110), Span(100, 110)]))])
    105.0
    """
    if isinstance(brackets, Known):
        known: Array = np.exp(-0.5 * ((line - brackets.mean_um) / max(1.0, brackets.sd_um)) ** 2)
        return known
    if not brackets:
        raise InvalidInput.at("brackets", "A gauging without a bracket says nothing.", "at least one low-high pair")
    low = np.array([b.low for b in brackets])[:, None]
    high = np.array([b.high if math.isfinite(b.high) else 1e9 for b in brackets])[:, None]
    above = normal_below(np.clip((line - low) / CELL_SD_UM, -9, 9))
    over = normal_below(np.clip((line - high) / CELL_SD_UM, -9, 9))
    log = np.log(np.maximum(above - over, 0) + SLIP).sum(axis=0)
    value = np.exp(log - log.max())
    reach = np.arange(-3 * shared_sd_um, 3 * shared_sd_um + STEP_UM, STEP_UM)
    kernel = np.exp(-0.5 * (reach / shared_sd_um) ** 2)
    padded = np.pad(value, len(kernel) // 2, mode="edge")
    smeared = np.convolve(padded, kernel / kernel.sum(), mode="valid")[: len(line)]
    made: Array = smeared / smeared.max()
    return made


@dataclass(frozen=True, eq=False)
class Belief:
    """What is known of a bearing on its sleeve. Clearances µm, angles degrees past the zero mark.

    Arrays are flat over the grid; `per_degree_um` is the mean reduction for a degree past seating. `marks` counts turns
    logged since the last reading: each mark is set and read with its own uncertainty. `form_sd_um` is how far the places gauged
    may differ from the mean round the ring.
    """

    initial: Array
    per_degree: Array
    seating: Array
    weight: Array
    per_degree_um: float
    nut_angle_deg: float
    gauged_here: bool
    marks: int = 0
    form_sd_um: float = 0.0

    def clearances(self, turn_deg: float = 0.0) -> Array:
        """Clearance at every point of the grid, after a further turn."""
        left: Array = self.initial - self.per_degree * np.maximum(0.0, self.nut_angle_deg + turn_deg - self.seating)
        return left

    @property
    def _mark_sd_um(self) -> float:
        # Never quite zero, so that a grid does not look like certainty.
        return max(0.7, MARK_SD_DEG * self.per_degree_um * math.sqrt(self.marks))

    @property
    def clearance_um(self) -> float:
        """Mean of the clearance now."""
        return float(self.weight @ self.clearances())

    @property
    def gauged_sd_um(self) -> float:
        """Standard deviation of what a leaf would meet now."""
        now = self.clearances()
        mean = self.weight @ now
        return float(np.sqrt(self.weight @ (now - mean) ** 2 + self._mark_sd_um**2))

    @property
    def sd_um(self) -> float:
        """Standard deviation of the true clearance now."""
        return math.hypot(self.gauged_sd_um, self.form_sd_um)

    def chance_below(self, limit_um: float) -> float:
        """Chance that the true clearance is below a limit."""
        return float(self.weight @ normal_below((limit_um - self.clearances()) / math.hypot(self._mark_sd_um, self.form_sd_um)))

    def below_limit(self, window: Window) -> float:
        """Chance that less than the residual limit is left; zero when no limit is known."""
        return self.chance_below(window.residual_limit_um) if window.residual_limit_um is not None else 0.0

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
        now, mark = self.clearances(), self._mark_sd_um
        least = self.initial - window.reduction_um.high
        under_low = normal_below((least - now) / mark)
        under_high = normal_below((self.initial - window.reduction_um.low - now) / mark)
        if window.residual_limit_um is not None:
            # The form cancels in the reduction; against a fixed limit it counts.
            under_limit = normal_below((window.residual_limit_um - now) / math.hypot(mark, self.form_sd_um))
            under_low = np.maximum(under_low, under_limit)
        return float(self.weight @ under_low), float(self.weight @ np.maximum(0.0, under_high - under_low))

    def after(self, turn_deg: float) -> Belief:
        """The same knowledge after a further turn of the nut."""
        if turn_deg <= 0:
            return self
        return replace(self, nut_angle_deg=self.nut_angle_deg + turn_deg, gauged_here=False, marks=self.marks + 1)


def believe(
    model: SleeveModel, initial: Sequence[Evidence], readings: Sequence[Reading], nut_angle_deg: float, turns_since: int | None = None
) -> Belief:
    """The posterior after everything gauged.

    Symbols: as in the module's model; `initial` is the evidence of each gauging of the unmounted clearance (µm);
    `turns_since`: turns logged since the last reading, one when the nut moved and nobody says.
    Valid: nut only tightened; zero mark as the model says.
    Raises: InvalidInput without an initial bracket.
    Source: Bayes on a grid; priors from SleeveModel.

    >>> belief = believe(SleeveModel(0.388), [[Span(120, 130)] * 6], [Reading(90, (Span(90, 100),) * 2)], 90)
    >>> 92 < belief.clearance_um < 98, belief.sd_um < 4, belief.gauged_here
    (True, True, True)
    """
    first = [evidence for evidence in initial if isinstance(evidence, Known) or evidence]
    if not first:
        raise InvalidInput.at("initial", "Without an unmounted clearance nothing is known of the bearing.", "at least one low-high pair")
    places = max(_cells(evidence, 6) for evidence in first)
    top = max(_top(evidence) for evidence in first)
    line = np.arange(-60.0, top + 60.0, STEP_UM)
    start = np.prod([likelihood(line, evidence, _shared_sd(_cells(evidence, places), places)) for evidence in first], axis=0)
    mean, sd = _moments(line, start)
    seen = [(r.nut_deg, likelihood(line, r.evidence, _reading_sd(r, places, model))) for r in readings]

    def weigh(c0: Array, k: Array, seating: Array) -> tuple[Array, Array, Array, Array]:
        log = (
            np.log(np.interp(c0, line, start) + 1e-12)[:, None, None]
            - 0.5 * ((k - 1) / model.ratio_sd_share)[None, :, None] ** 2
            - 0.5 * ((seating - model.seating_deg) / model.seating_sd_deg)[None, None, :] ** 2
        ).ravel()
        one, two, three = (axis.ravel() for axis in np.meshgrid(c0, model.per_degree_um * k, seating, indexing="ij"))
        for nut_deg, value in seen:
            there = one - two * np.maximum(0.0, nut_deg - three)
            log = log + np.log(np.interp(there, line, value) + 1e-12)
        weight = np.exp(log - log.max())
        return one, two, three, weight / weight.sum()

    k_reach, seat_most = 3.2 * model.ratio_sd_share, model.seating_deg + 3.2 * model.seating_sd_deg
    seat_least = max(0.0, model.seating_deg - 3.2 * model.seating_sd_deg)
    bounds = [(mean - 3.2 * sd, mean + 3.2 * sd), (1 - k_reach, 1 + k_reach), (seat_least, seat_most)]
    axes = [_midpoints(*ends, count) for ends, count in zip(bounds, COARSE, strict=True)]
    one, two, three, weight = weigh(*axes)
    if seen:
        # Narrow until no axis steps over what it should resolve; a gauged clearance needs that once, one of wide uncertainty more often.
        for counts in (*[COARSE] * MOST_NARROWINGS, FINE):
            spreads = [_spread(weight, values) for values in (one, two / model.per_degree_um, three)]
            steps = [float(axis[1] - axis[0]) for axis in axes]
            if counts is COARSE and all(step <= 2.5 * sd for step, (_, sd) in zip(steps, spreads, strict=True)):
                continue
            axes = [
                _midpoints(max(low, at - 3.2 * (sd + step / 3)), min(high, at + 3.2 * (sd + step / 3)), count)
                for (low, high), (at, sd), step, count in zip(bounds, spreads, steps, counts, strict=True)
            ]
            one, two, three, weight = weigh(*axes)
    last = readings[-1].nut_deg if readings else 0.0
    moved = nut_angle_deg > last + 1e-9
    marks = max(1, turns_since or 1) if moved else 0
    return Belief(one, two, three, weight, float(weight @ two), nut_angle_deg, not moved, marks, FORM_SD_UM / math.sqrt(places))


def _midpoints(low: float, high: float, count: int) -> Array:
    """Middles of equal cells: an end that cuts the prior off is not counted twice."""
    made: Array = low + (np.arange(count) + 0.5) * (high - low) / count
    return made


def _spread(weight: Array, values: Array) -> tuple[float, float]:
    at = float(weight @ values)
    return at, math.sqrt(float(weight @ (values - at) ** 2))


def _cells(evidence: Evidence, otherwise: int) -> int:
    return otherwise if isinstance(evidence, Known) else len(evidence)


def _top(evidence: Evidence) -> float:
    if isinstance(evidence, Known):
        return evidence.mean_um + 4 * evidence.sd_um
    return max(span.high if math.isfinite(span.high) else span.low + 40 for span in evidence)


def _shared_sd(cells: int, places: int) -> float:
    """What the brackets of a gauging share; fewer places than the fullest gauging see another mean of the form."""
    return math.sqrt(SHARED_SD_UM**2 + FORM_SD_UM**2 * max(0.0, 1 / cells - 1 / places))


def _reading_sd(reading: Reading, places: int, model: SleeveModel) -> float:
    # The first mark is one with the seating turn; every further one adds its own uncertainty to where the nut is.
    marks = MARK_SD_DEG * model.per_degree_um * math.sqrt(max(0, reading.turns - 1))
    return math.hypot(_shared_sd(_cells(reading.evidence, places), places), marks, reading.extra_sd_um)


def _moments(line: Array, value: Array) -> tuple[float, float]:
    share = value / value.sum()
    mean = float(share @ line)
    return mean, max(1.0, float(np.sqrt(share @ (line - mean) ** 2)))
