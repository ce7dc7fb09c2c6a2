"""From readings to a belief: Bayes' rule on a grid that follows the nut, then a finer one where the
weight lies.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from tribodex.core.adviser.belief import MARK_SD_DEG, Belief
from tribodex.core.adviser.prior import Explanation, SleeveModel, cell_widths
from tribodex.core.adviser.reading import GROSS_SHARE, Array, Evidence, Known, Likelihood, Reading
from tribodex.core.adviser.unmounted import Before, before_mounting
from tribodex.core.components.bands import Span

# Unmounted clearances to weigh, in standard deviations from their mean: close in the middle, wide
# at the ends.
_STARTS = np.array(
    [-9.0, -6.0, -4.2, -3.1, -2.3, -1.6, -1.0, -0.45, 0.0, 0.45, 1.0, 1.6, 2.3, 3.1, 4.2, 6.0, 9.0]
)
# Points of the finer grid for c₀, k and θ₀: where the seat begins decides most and is known
# least, so it gets most of them.
_FINE = (13, 21, 45)
# Weight left out of the finer grid at either end of an axis, and points dropped from the answer.
_TAIL, _DROP = 1e-4, 1e-5


def believe(
    model: SleeveModel,
    initial: Sequence[Evidence],
    readings: Sequence[Reading],
    nut_angle_deg: float,
    mark_var_deg2: float | None = None,
    *,
    group_um: Span | None = None,
    leaves_measured: bool = False,
) -> Belief:
    """The posterior after everything gauged.

    Symbols: as in the belief's model; `initial` is the evidence of each gauging of the unmounted
    clearance (µm); `mark_var_deg2`: variance of the turns since the last reading, one mark's when
    the nut moved and nobody says; `group_um`: limits of the ring's group, a soft prior of the
    unmounted clearance; `leaves_measured`: by micrometer, every set that was used.
    Valid: nut only tightened; zero mark as the model says.
    Raises: InvalidInput without an initial bracket.
    Source: Bayes on a grid; priors from SleeveModel.

    >>> belief = believe(
    ...     SleeveModel(0.388), [[Span(120, 130)] * 6], [Reading(90, (Span(90, 100),) * 2)], 90
    ... )
    >>> 92 < belief.clearance_um < 98, belief.sd_um < 5, belief.gauged_here
    (True, True, True)
    """
    before = before_mounting(initial, group_um, leaves_measured)
    seen = tuple(
        Reading(
            r.nut_deg,
            r.evidence if isinstance(r.evidence, Known) else tuple(r.evidence),
            r.mark_var_deg2,
            r.extra_sd_um,
        )
        for r in readings
    )
    last = seen[-1].nut_deg if seen else 0.0
    moved = nut_angle_deg > last + 1e-9
    variance = (
        (MARK_SD_DEG**2 if mark_var_deg2 is None else max(mark_var_deg2, 0.0))
        if moved or mark_var_deg2
        else 0.0
    )
    return _believe(model, before, seen, nut_angle_deg, moved, mark_var_deg2=variance)


@lru_cache(maxsize=512)
def _believe(
    model: SleeveModel,
    start: Before,
    readings: tuple[Reading, ...],
    nut_deg: float,
    moved: bool,
    *,
    mark_var_deg2: float,
) -> Belief:
    seen = [(r, start.likelihood(r.evidence, _reading_sd(r, start, model))) for r in readings]
    axes = (
        start.mean_um + start.sd_um * _STARTS,
        model.ratio_axis(),
        model.seating_axis(nut_deg, start.mean_um),
    )
    grid = _weigh(model, start, seen, axes, axes[2])
    if seen:
        grid = _weigh(model, start, seen, _closer(grid, axes), axes[2])
    keep = grid.weight > _DROP * grid.weight.max()
    weight = grid.weight[keep] / grid.weight[keep].sum()
    per_degree = grid.per_degree[keep]
    return Belief(
        initial=grid.initial[keep],
        per_degree=per_degree,
        seating=grid.seating[keep],
        weight=weight,
        planned=grid.planned[keep],
        per_degree_um=float(weight @ per_degree),
        nut_angle_deg=nut_deg,
        gauged_here=not moved,
        unmounted_um=start.mean_um,
        unmounted_sd_um=start.sd_um,
        mark_var_deg2=mark_var_deg2,
        fixed_sd_um=start.fixed_sd_um,
        explanations=grid.explanations,
    )


@dataclass(frozen=True, eq=False)
class _Grid:
    """A grid with its weights, flat and unnormalised; `shape` as the axes."""

    initial: Array
    per_degree: Array
    seating: Array
    weight: Array
    planned: Array
    shape: tuple[int, int, int]
    explanations: dict[Explanation, float]


_Axes = tuple[Array, Array, Array]


def _weigh(
    model: SleeveModel,
    start: Before,
    seen: Sequence[tuple[Reading, Likelihood]],
    axes: _Axes,
    whole_seating: Array,
) -> _Grid:
    """The weights on a grid. Priors are shares of the whole axes, also where the grid is a cut of
    them.
    """
    c0, ratio, seating = axes
    widths = [cell_widths(axis) for axis in axes]
    ratios, seats = model.ratio_prior(ratio), model.seating_prior(seating, whole_seating)
    prior = (
        (np.interp(c0, start.line, start.value) * widths[0])[:, None, None]
        * (sum(ratios.values()) * widths[1])[None, :, None]
        * (sum(seats.values()) * widths[2])[None, None, :]
    )
    shape = prior.shape
    one, two, three = (
        axis.ravel()
        for axis in np.meshgrid(c0, model.per_degree_um * ratio, seating, indexing="ij")
    )
    log = np.log(np.maximum(prior.ravel(), 1e-300))
    clean_share = np.ones_like(log)
    for nut_deg, line, told, meant in _by_place(seen):
        there = one - two * np.maximum(0.0, nut_deg - three)
        clean_share *= np.interp(there, line, meant)
        log = log + np.interp(there, line, told)
    weight = np.exp(log - log.max())
    cube, clean = weight.reshape(shape), (weight * clean_share).reshape(shape)
    ratio_share = {e: d / np.maximum(sum(ratios.values()), 1e-300) for e, d in ratios.items()}
    seat_share = {e: d / np.maximum(sum(seats.values()), 1e-300) for e, d in seats.items()}
    planned = (
        clean
        * ratio_share[Explanation.AS_PLANNED][None, :, None]
        * seat_share[Explanation.AS_PLANNED][None, None, :]
    )
    plane, total = cube.sum(axis=0), float(weight.sum())
    shares = dict.fromkeys(Explanation, 0.0)
    for by_ratio, a in ratio_share.items():
        for by_seat, b in seat_share.items():
            mass = float(a @ plane @ b) / total
            # Two things wrong at once count for the rarer one.
            shares[by_ratio if by_ratio is not Explanation.AS_PLANNED else by_seat] += mass
    as_meant = float(planned.sum()) / total
    shares[Explanation.READING] = max(0.0, shares[Explanation.AS_PLANNED] - as_meant)
    shares[Explanation.AS_PLANNED] = as_meant
    return _Grid(
        initial=one,
        per_degree=two,
        seating=three,
        weight=weight,
        planned=planned.ravel(),
        shape=shape,
        explanations=shares,
    )


def _by_place(
    seen: Sequence[tuple[Reading, Likelihood]],
) -> list[tuple[float, Array, Array, Array]]:
    """What all readings at one place of the nut say together: log likelihood, and the share in
    which each was as meant.

    They speak of one clearance, so that many repeats cost no more than one.
    """
    places: dict[float, tuple[float, Array, Array, Array]] = {}
    for reading, value in seen:
        both = np.maximum(value.both, 1e-300)
        told, meant = np.log(both), (1 - GROSS_SHARE) * value.clean / both
        if known := places.get(reading.nut_deg):
            told, meant = known[2] + told, known[3] * meant
        places[reading.nut_deg] = (reading.nut_deg, value.line, told, meant)
    return list(places.values())


def _closer(grid: _Grid, axes: _Axes) -> _Axes:
    """Even axes over everything that carries weight: a box that holds every hill."""
    cube = grid.weight.reshape(grid.shape)
    made = []
    for at, (axis, count) in enumerate(zip(axes, _FINE, strict=True)):
        margin = cube.sum(axis=tuple(other for other in range(3) if other != at))
        below = np.cumsum(margin) / margin.sum()
        low, high = int(np.searchsorted(below, _TAIL)), int(np.searchsorted(below, 1 - _TAIL))
        high = min(high, len(axis) - 1)
        start, end = axis[max(0, low - 1)], axis[min(len(axis) - 1, high + 1)]
        even = start + (np.arange(count) + 0.5) * (end - start) / count
        inner = axis[max(0, low - 1) : high + 2]
        made.append(even if len(inner) < count else inner)
    return made[0], made[1], made[2]


def _reading_sd(reading: Reading, start: Before, model: SleeveModel) -> float:
    return start.reading_sd_um(
        reading.evidence,
        model.per_degree_um * math.sqrt(reading.mark_var_deg2),
        reading.extra_sd_um,
    )
