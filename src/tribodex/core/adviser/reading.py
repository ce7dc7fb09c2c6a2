"""What one gauging says of the play: how well each clearance explains its brackets, taken as meant
or as a gross error.

A reading error is the less likely the larger it is, and none is impossible: there is no floor under
which a prior could win against what the leaves say.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput

Array = NDArray[np.float64]

# Standard deviations (common practice, no source): one bracket (feel, and the leaf that was tried
# there); what all brackets of one gauging share and the next one does not (how the ring hangs, how
# the rollers settled).
CELL_SD_UM = 3.5
SHARED_SD_UM = 2.1
# What every gauging of a bearing shares, so that it cancels in the reduction and not in what is
# left: form of ring and rollers at one place of one row, and the hand.
FORM_SD_UM = 3.0
HAND_SD_UM = 1.5
# Leaves of one thickness are off by a share of it, the same at every place (a third of the ±5 % of
# a leaf, over the leaves used). Of that a part is the set's: it stays where thinner leaves follow.
# The rest is each leaf's own.
LEAF_SHARED_SHARE = 0.015
LEAF_OF_SET_SHARE, LEAF_OWN_SHARE = 0.009, 0.012
# What is left of either where each leaf was measured by micrometer.
MEASURED_LEFT = 0.4
# A single bracket is off by more now and then: a slip, a bent leaf (common practice, no source).
SLIP_SHARE, SLIP_SD_UM = 0.03, 18.0
# A whole gauging is off now and then: rollers not settled, a rolled leaf, dirt (common practice, no
# source).
GROSS_SHARE, GROSS_SCALE_UM = 0.02, 25.0
STEP_UM = 0.5


@dataclass(frozen=True)
class Known:
    """A clearance known otherwise than by leaves on this job: mean and standard deviation, µm."""

    mean_um: float
    sd_um: float


# The brackets of one gauging (a low end of minus infinity: nothing passed), or a clearance known
# otherwise.
Evidence = Sequence[Span] | Known


@dataclass(frozen=True)
class Reading:
    """A gauging with the nut at `nut_deg`.

    `mark_var_deg2` is the variance of where the nut truly stands against the first turn: every mark
    is set and read with its own uncertainty. `extra_sd_um` is one that all its brackets share (a
    correction for a warm ring).
    """

    nut_deg: float
    evidence: Evidence
    mark_var_deg2: float = 0.0
    extra_sd_um: float = 0.0


@dataclass(frozen=True)
class Likelihood:
    """How well each clearance of a line explains a gauging: taken as meant, and as a gross error of
    the whole gauging.
    """

    line: Array
    clean: Array
    gross: Array

    @property
    def both(self) -> Array:
        """The two together, each with its share."""
        made: Array = (1 - GROSS_SHARE) * self.clean + GROSS_SHARE * self.gross
        return made


def normal_below(x: Array) -> Array:
    """Share of a standard normal distribution below x, to 2e-4 (tanh form, Page 1977, from
    memory)."""
    below: Array = 0.5 * (1 + np.tanh(0.7978845608 * x * (1 + 0.044715 * x * x)))
    return below


def likelihood(line: Array, evidence: Evidence, shared_sd_um: float = SHARED_SD_UM) -> Likelihood:
    """How well each clearance of a line explains the brackets of one gauging.

    Symbols: line of clearances c (µm), evenly spaced by STEP_UM; brackets low…high (µm);
        shared_sd_um of what they share.
    Valid: brackets of one gauging, the nut not moved between.
    Raises: InvalidInput without a bracket.
    Source: rectangular reading with normal noise and a wide tail; what the brackets share is
    smeared over all of them, with a normal kernel as meant and a double exponential one as a gross
    error.

    >>> line = np.arange(0, 200, STEP_UM)
    >>> float(line[np.argmax(likelihood(line, [Span(100, 110), Span(100, 110)]).both)])
    105.0
    """
    if isinstance(evidence, Known):
        shared_sd_um = 0.0
        value: Array = np.exp(-0.5 * ((line - evidence.mean_um) / max(1.0, evidence.sd_um)) ** 2)
    else:
        value = _cells(line, evidence)
    gross_reach = np.arange(-6 * GROSS_SCALE_UM, 6 * GROSS_SCALE_UM + STEP_UM, STEP_UM)
    gross = _smear(value, np.exp(-np.abs(gross_reach) / GROSS_SCALE_UM))
    if shared_sd_um > 0:
        reach = np.arange(-3.5 * shared_sd_um, 3.5 * shared_sd_um + STEP_UM, STEP_UM)
        value = _smear(value, np.exp(-0.5 * (reach / shared_sd_um) ** 2))
    top = value.max()
    return Likelihood(line, value / top, gross / top)


def _cells(line: Array, brackets: Sequence[Span]) -> Array:
    if not brackets:
        raise InvalidInput.at(
            "brackets", "A gauging without a bracket says nothing.", "at least one low-high pair"
        )
    low = np.array([b.low if math.isfinite(b.low) else -1e9 for b in brackets])[:, None]
    high = np.array([b.high if math.isfinite(b.high) else 1e9 for b in brackets])[:, None]
    share = _bracket_below(line - low) - _bracket_below(line - high)
    log = np.log(np.maximum(share, 1e-30)).sum(axis=0)
    made: Array = np.exp(log - log.max())
    return made


def _bracket_below(x: Array) -> Array:
    usual = normal_below(np.clip(x / CELL_SD_UM, -9, 9))
    slipped = normal_below(np.clip(x / SLIP_SD_UM, -9, 9))
    made: Array = (1 - SLIP_SHARE) * usual + SLIP_SHARE * slipped
    return made


def _smear(value: Array, kernel: Array) -> Array:
    if len(kernel) % 2 == 0:
        kernel = kernel[:-1]
    padded = np.pad(value, len(kernel) // 2, mode="edge")
    made: Array = np.convolve(padded, kernel / kernel.sum(), mode="valid")[: len(value)]
    return made
