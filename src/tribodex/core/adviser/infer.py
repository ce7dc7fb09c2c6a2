"""From readings to a belief: Bayes' rule on a grid that follows the nut, then a finer one where the weight lies."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from tribodex.core.adviser.belief import MARK_SD_DEG, Belief
from tribodex.core.adviser.prior import Explanation, SleeveModel, cell_widths
from tribodex.core.adviser.reading import (
    FORM_SD_UM,
    GROSS_SHARE,
    LEAF_SHARED_SHARE,
    SHARED_SD_UM,
    STEP_UM,
    Array,
    Evidence,
    Known,
    Likelihood,
    Reading,
    likelihood,
)
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.gauging import FINE_ENOUGH_UM

# Unmounted clearances to weigh, in standard deviations from their mean: close in the middle, wide at the ends.
_STARTS = np.array([-9.0, -6.0, -4.2, -3.1, -2.3, -1.6, -1.0, -0.45, 0.0, 0.45, 1.0, 1.6, 2.3, 3.1, 4.2, 6.0, 9.0])
_FINE = (13, 21, 45)  # c₀, k, θ₀
# Weight left out of the finer grid at either end of an axis, and points dropped from the answer.
_TAIL, _DROP = 1e-4, 1e-5
# A bearing has no more clearance mounted than unmounted. A reading further above the unmounted clearance than this, in standard deviations of
# it, says that nothing is taken out yet, and no more.
RAISED_SDS = 2.0
# Edge of the group's limits as a prior: a ring may lie a little outside, or be of another group (common practice, no source).
GROUP_EDGE_UM, OTHER_GROUP_SHARE = 4.0, 0.02


def believe(
    model: SleeveModel,
    initial: Sequence[Evidence],
    readings: Sequence[Reading],
    nut_angle_deg: float,
    mark_var_deg2: float | None = None,
    group_um: Span | None = None,
) -> Belief:
    """The posterior after everything gauged.

    Symbols: as in the belief's model; `initial` is the evidence of each gauging of the unmounted clearance (µm);
    `mark_var_deg2`: variance of the turns since the last reading, one mark's when the nut moved and nobody says;
    `group_um`: limits of the ring's group, a soft prior of the unmounted clearance.
    Valid: nut only tightened; zero mark as the model says.
    Raises: InvalidInput without an initial bracket.
    Source: Bayes on a grid; priors from SleeveModel.

    >>> belief = believe(SleeveModel(0.388), [[Span(120, 130)] * 6], [Reading(90, (Span(90, 100),) * 2)], 90)
    >>> 92 < belief.clearance_um < 98, belief.sd_um < 5, belief.gauged_here
    (True, True, True)
    """
    first = tuple(evidence if isinstance(evidence, Known) else tuple(evidence) for evidence in initial)
    first = tuple(evidence for evidence in first if isinstance(evidence, Known) or evidence)
    if not first:
        raise InvalidInput.at("initial", "Without an unmounted clearance nothing is known of the bearing.", "at least one low-high pair")
    seen = tuple(
        Reading(r.nut_deg, r.evidence if isinstance(r.evidence, Known) else tuple(r.evidence), r.mark_var_deg2, r.extra_sd_um) for r in readings
    )
    last = seen[-1].nut_deg if seen else 0.0
    moved = nut_angle_deg > last + 1e-9
    variance = (MARK_SD_DEG**2 if mark_var_deg2 is None else max(mark_var_deg2, 0.0)) if moved or mark_var_deg2 else 0.0
    return _believe(model, first, seen, nut_angle_deg, moved, variance, group_um)


def believe_unmounted(initial: Sequence[Evidence], group_um: Span | None = None) -> Known:
    """The unmounted clearance that is believed: its gaugings, and the group's limits as a soft prior.

    Symbols: as believe().
    Valid: before mounting.
    Raises: InvalidInput without a bracket.
    Source: Bayes' rule over one clearance.

    >>> at_the_edge = believe_unmounted([[Span(104, 110)] * 6], Span(110, 140))
    >>> 107 < at_the_edge.mean_um < 112
    True
    """
    first = tuple(evidence if isinstance(evidence, Known) else tuple(evidence) for evidence in initial)
    first = tuple(evidence for evidence in first if isinstance(evidence, Known) or evidence)
    if not first:
        raise InvalidInput.at("initial", "Without an unmounted clearance nothing is known of the bearing.", "at least one low-high pair")
    start = _start(first, max(_cells(evidence, 6) for evidence in first), group_um)
    return Known(start.mean_um, start.sd_um)


# How wide the place of the nut is taken where nobody counts it (degrees): what was gauged decides, not the way there.
_NOBODY_COUNTS_DEG = 60.0


def by_blows(
    model: SleeveModel,
    initial: Sequence[Evidence],
    here: Sequence[tuple[Evidence, float]],
    taken: Known | None,
    group_um: Span | None = None,
) -> Belief:
    """The belief where the nut's turn is not known: what was gauged here, less what blows since took.

    Symbols: as believe(); `here` is the evidence of each gauging at the last place with its extra deviation, `taken` what came out since (µm).
    Valid: nut only tightened; a counted turn from here on takes what the model says.
    Raises: InvalidInput without an initial bracket.
    Source: Bayes on a grid; the nut's place is given a prior that says nothing.

    >>> belief = by_blows(SleeveModel(0.388), [[Span(120, 130)] * 6], [((Span(90, 100),) * 2, 0.0)], None)
    >>> 92 < belief.clearance_um < 98, belief.sd_um < 6, belief.gauged_here
    (True, True, True)
    >>> after = by_blows(SleeveModel(0.388), [[Span(120, 130)] * 6], [((Span(90, 100),) * 2, 0.0)], Known(12, 6))
    >>> 78 < after.clearance_um < 88, after.sd_um > 5, after.gauged_here
    (True, True, False)
    """
    blind = replace(model, seating_deg=0.0, seating_sd_deg=_NOBODY_COUNTS_DEG)
    unmounted = believe_unmounted(initial, group_um).mean_um
    middles = [_middle(evidence) for evidence, _ in here]
    mean = sum(middles) / len(middles) if middles else unmounted
    at = max(0.0, (unmounted - mean) / model.per_degree_um)
    readings = [Reading(at, evidence, 0.0, extra) for evidence, extra in here]
    found = believe(blind if readings else model, initial, readings, at, 0.0, group_um)
    if taken is None:
        return found
    per_degree = model.per_degree_um
    return replace(found, nut_angle_deg=at + taken.mean_um / per_degree, gauged_here=False, mark_var_deg2=(taken.sd_um / per_degree) ** 2)


def _middle(evidence: Evidence) -> float:
    if isinstance(evidence, Known):
        return evidence.mean_um
    return sum((span.low + span.high) / 2 for span in evidence) / len(evidence)


@lru_cache(maxsize=512)
def _believe(
    model: SleeveModel,
    first: tuple[Evidence, ...],
    readings: tuple[Reading, ...],
    nut_deg: float,
    moved: bool,
    mark_var_deg2: float,
    group_um: Span | None,
) -> Belief:
    places = max(_cells(evidence, 6) for evidence in first)
    start = _start(first, places, group_um)
    seen = [(r, _likelihood(first, places, group_um, _not_raised(r.evidence, start), _reading_sd(r, places, model))) for r in readings]
    axes = (start.mean_um + start.sd_um * _STARTS, model.ratio_axis(), model.seating_axis(nut_deg, start.mean_um))
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
        form_sd_um=FORM_SD_UM / math.sqrt(places),
        explanations=grid.explanations,
    )


@dataclass(frozen=True, eq=False)
class _Start:
    """What is believed of the unmounted clearance."""

    line: Array
    value: Array
    mean_um: float
    sd_um: float


@lru_cache(maxsize=64)
def _start(first: Sequence[Evidence], places: int, group_um: Span | None) -> _Start:
    top = max(_top(evidence) for evidence in first)
    line = np.arange(-60.0, top + 80.0, STEP_UM)
    value = np.prod([likelihood(line, evidence, _shared_sd(evidence, places)).both for evidence in first], axis=0)
    if group_um is not None:
        edge = 0.5 * (np.tanh((line - group_um.low) / GROUP_EDGE_UM) - np.tanh((line - group_um.high) / GROUP_EDGE_UM))
        value = value * (edge + OTHER_GROUP_SHARE)
    share = value / value.sum()
    mean = float(share @ line)
    sd = max(1.0, math.sqrt(float(share @ (line - mean) ** 2)))
    return _Start(line, value / value.max(), mean, sd)


@lru_cache(maxsize=2048)
def _likelihood(first: Sequence[Evidence], places: int, group_um: Span | None, evidence: Evidence, sd_um: float) -> Likelihood:
    return likelihood(_start(first, places, group_um).line, evidence, sd_um)


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


def _weigh(model: SleeveModel, start: _Start, seen: Sequence[tuple[Reading, Likelihood]], axes: _Axes, whole_seating: Array) -> _Grid:
    """The weights on a grid. Priors are shares of the whole axes, also where the grid is a cut of them."""
    c0, ratio, seating = axes
    widths = [cell_widths(axis) for axis in axes]
    ratios, seats = model.ratio_prior(ratio), model.seating_prior(seating, whole_seating)
    prior = (
        (np.interp(c0, start.line, start.value) * widths[0])[:, None, None]
        * (sum(ratios.values()) * widths[1])[None, :, None]
        * (sum(seats.values()) * widths[2])[None, None, :]
    )
    shape = prior.shape
    one, two, three = (axis.ravel() for axis in np.meshgrid(c0, model.per_degree_um * ratio, seating, indexing="ij"))
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
    planned = clean * ratio_share[Explanation.AS_PLANNED][None, :, None] * seat_share[Explanation.AS_PLANNED][None, None, :]
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
    return _Grid(initial=one, per_degree=two, seating=three, weight=weight, planned=planned.ravel(), shape=shape, explanations=shares)


def _by_place(seen: Sequence[tuple[Reading, Likelihood]]) -> list[tuple[float, Array, Array, Array]]:
    """What all readings at one place of the nut say together: log likelihood, and the share in which each was as meant.

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


def _cells(evidence: Evidence, otherwise: int) -> int:
    return otherwise if isinstance(evidence, Known) else len(evidence)


def _not_raised(evidence: Evidence, start: _Start) -> Evidence:
    """Evidence of no more than the unmounted clearance: brackets whose middle lies above it are moved down to its upper end, all alike."""
    room_um = RAISED_SDS * start.sd_um
    most_um = start.mean_um + room_um
    if isinstance(evidence, Known):
        return replace(evidence, mean_um=min(evidence.mean_um, most_um))
    # Where the thickest stack passed, that stack is the least that it can be.
    middles = [span.mid if math.isfinite(span.high) else span.low + room_um for span in evidence if math.isfinite(span.low)]
    over = sum(middles) / len(middles) - most_um if middles else 0.0
    return evidence if over <= 0 else tuple(Span(span.low - over, span.high - over) for span in evidence)


def _top(evidence: Evidence) -> float:
    if isinstance(evidence, Known):
        return evidence.mean_um + 4 * evidence.sd_um
    return max(span.high if math.isfinite(span.high) else span.low + 2 * FINE_ENOUGH_UM for span in evidence)


def _shared_sd(evidence: Evidence, places: int) -> float:
    """What the brackets of a gauging share; fewer places than the fullest gauging see another mean of the form."""
    cells = _cells(evidence, places)
    leaf = (
        0.0
        if isinstance(evidence, Known)
        else LEAF_SHARED_SHARE * max((end for span in evidence for end in (span.low, span.high) if math.isfinite(end)), default=0.0)
    )
    return math.sqrt(SHARED_SD_UM**2 + leaf**2 + FORM_SD_UM**2 * max(0.0, 1 / cells - 1 / places))


def _reading_sd(reading: Reading, places: int, model: SleeveModel) -> float:
    marks = model.per_degree_um * math.sqrt(reading.mark_var_deg2)
    return math.hypot(_shared_sd(reading.evidence, places), marks, reading.extra_sd_um)
