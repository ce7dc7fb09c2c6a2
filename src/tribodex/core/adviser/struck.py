"""Where a bearing is believed to be when it is driven by blows: what blows took, learned from every
gauging, in place of the nut's turn.

Model: a blow takes b, the next one ρ·b, and so on (ρ at most 1: it falls); every blow spreads about
that, now and then by much more. Unknown are the clearance, b and ρ. Another hand, hammer or spanner
is another b.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.blows import FIRST_UM
from tribodex.core.adviser.prior import Explanation, SleeveModel, cell_widths
from tribodex.core.adviser.reading import STEP_UM, Array, Evidence
from tribodex.core.adviser.unmounted import Before, before_mounting
from tribodex.core.components.bands import Span

# What a first blow takes (µm) and how it falls from blow to blow (own choice: from hardly anything
# to three times the usual first one).
_LOSSES = np.geomspace(0.2, 40.0, 20)
_FALLS = (0.75, 0.88, 1.0)
# A blow spreads by this share of what it takes; one in so many by much more (after a slip the next
# may take more; own choice).
SPREAD, SLIP_SHARE, SLIP_SPREAD = 0.35, 0.08, 1.0
# The line of clearances is weighed at every second point: a micrometre.
_EVERY = 2
# κ of a counted turn from here on, as multiples of the elastic one, with their weights.
_RATIOS = ((0.9, 0.25), (1.0, 0.5), (1.1, 0.25))
_DROP = 1e-4
# No reading is impossible: where it contradicts all that is known, it counts all the same.
_LEAST = 1e-12
_DEEP = 100


@dataclass(frozen=True)
class Place:
    """A gauging on the sleeve: blows struck since the one before it, whether by another tool than
    those, its brackets, their further deviation.
    """

    blows: int
    another_tool: bool
    evidence: Evidence
    extra_sd_um: float = 0.0


def believe_struck(
    model: SleeveModel,
    initial: Sequence[Evidence],
    places: Sequence[Place],
    since: int = 0,
    another_tool: bool = False,
    *,
    group_um: Span | None = None,
    leaves_measured: bool = False,
) -> Belief:
    """The posterior after everything gauged and struck.

    Symbols: b·ρ^i taken by blow i of a tool (µm); `since` blows after the last place; the rest as
        believe().
    Valid: one hand, hammer and spanner until `another_tool`; a turn that is counted from here on
        (to the tab) takes what the model says.
    Raises: InvalidInput without an initial bracket.
    Source: Bayes on a grid; what a blow takes and how it spreads is own choice.

    >>> first, here = [[Span(120, 130)] * 6], Place(3, False, (Span(90, 100),) * 6)
    >>> now = believe_struck(SleeveModel(0.388), first, [here])
    >>> 92 < now.clearance_um < 98, now.sd_um < 5, now.gauged_here
    (True, True, True)
    >>> after = believe_struck(SleeveModel(0.388), first, [here], since=2)
    >>> now.clearance_um - 25 < after.clearance_um < now.clearance_um - 8, after.sd_um > now.sd_um
    (True, True)
    """
    before = before_mounting(initial, group_um, leaves_measured)
    seen = tuple(
        replace(
            place,
            evidence=(
                place.evidence
                if not isinstance(place.evidence, Sequence)
                else tuple(place.evidence)
            ),
        )
        for place in places
    )
    if not seen:
        # Nothing was gauged on the sleeve: what is left hangs on the unmounted clearance itself,
        # and moves with it.
        loss = _after(np.zeros(1), np.ones((len(_FALLS), len(_LOSSES), 1)), 0, since)
        return _belief(model, before, *loss, shared=True, here=since == 0)
    for enough in range(_DEEP, len(seen), _DEEP):
        # Each place stands on the one before: of a long job the beginning first, so that none goes
        # too deep.
        _learned(before, seen[:enough])
    line, joint, struck = _learned(before, seen)
    if another_tool:
        joint, struck = _other_tool(joint), 0
    return _belief(
        model, before, *_after(line, joint, struck, since), shared=False, here=since == 0
    )


@lru_cache(maxsize=256)
def _learned(before: Before, places: tuple[Place, ...]) -> tuple[Array, Array, int]:
    """Clearances, the joint weight over ρ, b and clearance after the last of the places, and the
    blows with the tool in hand.
    """
    if places[:-1]:
        line, joint, struck = _learned(before, places[:-1])
    else:
        line = before.line[::_EVERY]
        joint, struck = (
            _other_tool(
                np.broadcast_to(before.value[::_EVERY], (len(_FALLS), len(_LOSSES), len(line)))
            ),
            0,
        )
    last = places[-1]
    if last.another_tool:
        joint, struck = _other_tool(joint), 0
    joint = _moved(line, joint, struck, last.blows)
    told = before.likelihood(last.evidence, before.reading_sd_um(last.evidence, last.extra_sd_um))
    joint = (joint + _LEAST * joint.max()) * np.maximum(told.both[::_EVERY], _LEAST)
    return line, joint / joint.sum(), struck + last.blows


def _other_tool(joint: Array) -> Array:
    """The clearance as it is known, what a blow takes as before any."""
    prior = np.exp(-_LOSSES / FIRST_UM) * cell_widths(_LOSSES)
    clearance = joint.sum(axis=(0, 1))
    falls = np.full((len(_FALLS), 1, 1), 1 / len(_FALLS))
    made: Array = (
        falls * (prior / prior.sum())[None, :, None] * (clearance / clearance.sum())[None, None, :]
    )
    return made


def _loss(fall: float, struck: int, blows: int) -> tuple[Array, Array]:
    """What blows take after so many of the same tool (µm), for every b: mean and standard deviation
    of their spread.
    """
    each = fall ** np.arange(struck, struck + blows)
    return _LOSSES * each.sum(), _LOSSES * float(np.sqrt((each**2).sum()))


def _moved(line: Array, joint: Array, struck: int, blows: int) -> Array:
    """The joint weight after blows: every clearance goes down by what they take, and spreads."""
    if not blows:
        return joint
    made = np.empty_like(joint)
    step = line[1] - line[0]
    for i, fall in enumerate(_FALLS):
        mean, spread = _loss(fall, struck, blows)
        for j in range(len(_LOSSES)):
            down = np.interp(line + mean[j], line, joint[i, j], left=0.0, right=0.0)
            usual = _smeared(down, SPREAD * spread[j], step)
            slipped = _smeared(down, SLIP_SPREAD * spread[j], step)
            made[i, j] = (1 - SLIP_SHARE) * usual + SLIP_SHARE * slipped
    return made


def _smeared(value: Array, sd: float, step: float) -> Array:
    if sd < 0.3 * step:
        return value
    reach = np.arange(-3.5 * sd, 3.5 * sd + step, step)
    kernel = np.exp(-0.5 * (reach / sd) ** 2)
    if len(kernel) % 2 == 0:
        kernel = kernel[:-1]
    half = len(kernel) // 2
    # Beyond both ends there is nothing.
    made: Array = np.convolve(value, kernel / kernel.sum())[half : half + len(value)]
    return made


def _after(line: Array, joint: Array, struck: int, since: int) -> tuple[Array, Array]:
    """Clearances and their weights after further blows."""
    if len(line) == 1:
        # From one point: how much blows take, as a line of its own.
        line = np.arange(-200.0, 60.0, STEP_UM * _EVERY)
        joint = _other_tool(
            np.broadcast_to(
                (np.abs(line) < 1e-9).astype(float), (len(_FALLS), len(_LOSSES), len(line))
            )
        )
    weight = _moved(line, joint, struck, since).sum(axis=(0, 1))
    return line, weight / weight.sum()


def _belief(
    model: SleeveModel, before: Before, line: Array, weight: Array, shared: bool, *, here: bool
) -> Belief:
    """The same as truths of a nut: it stands at nought, and seated where the reduction asks."""
    keep = weight > _DROP * weight.max()
    line, weight = line[keep], weight[keep]
    starts, start_weight = before.few()
    c0, left, ratio = (
        axis.ravel()
        for axis in np.meshgrid(starts, line, np.array([r for r, _ in _RATIOS]), indexing="ij")
    )
    total = np.einsum("i,j,k->ijk", start_weight, weight, np.array([w for _, w in _RATIOS])).ravel()
    left = c0 + left if shared else np.minimum(left, c0)
    total = total / total.sum()
    per_degree = model.per_degree_um * ratio
    return Belief(
        initial=c0,
        per_degree=per_degree,
        seating=-np.maximum(0.0, c0 - left) / per_degree,
        weight=total,
        planned=total,
        per_degree_um=model.per_degree_um,
        nut_angle_deg=0.0,
        gauged_here=here,
        unmounted_um=before.mean_um,
        unmounted_sd_um=before.sd_um,
        fixed_sd_um=before.fixed_sd_um,
        explanations={Explanation.AS_PLANNED: 1.0},
    )
