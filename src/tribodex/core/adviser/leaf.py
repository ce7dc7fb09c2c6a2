"""Which leaf next: the one that is expected to tell most, and when a further one cannot change what
is done.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from tribodex.core.adviser.reading import FORM_SD_UM, SHARED_SD_UM, Array, normal_below
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import FeelerSet, Stack
from tribodex.core.mounting.gauging import FINE_ENOUGH_UM, Bracket
from tribodex.core.mounting.window import Window

# A leaf that tells less than this (bits) is not worth picking; a leaf more in the stack must tell
# this much more.
WORTH_BITS = 0.12
LEAF_COST_BITS = 0.04
# Far above the window a bracket need not be finer than this: it decides no more than that one goes
# on.
COARSE_ENOUGH_UM = 30.0


@dataclass(frozen=True)
class Expected:
    """What is expected at a place before a leaf is tried: mean and standard deviation of the play
    there, µm.
    """

    mean_um: float
    sd_um: float

    @classmethod
    def between(cls, span: Span) -> Expected:
        """From a range in which the play lies about nineteen times in twenty."""
        return cls(span.mid, max(4.0, (span.high - span.low) / 4))

    @classmethod
    def at_place(cls, mean_um: float, gauged_sd_um: float) -> Expected:
        """From what is believed of the whole ring: one place of one row differs by form and by how
        it is gauged.
        """
        return cls(mean_um, math.hypot(gauged_sd_um, FORM_SD_UM, SHARED_SD_UM))


@dataclass(frozen=True)
class LeafChoice:
    """The leaf to try, the chance that it passes, and what it is expected to tell (bits)."""

    stack: Stack
    chance_passes: float
    bits: float


def choose_leaf(
    bracket: Bracket, expected: Expected, gauge: FeelerSet, window: Window | None = None
) -> LeafChoice | None:
    """The leaf or stack that tells most for its trouble; None when a further one cannot change what
    is done.

    Stop rule: the bracket is closed and fine enough (15 µm, or 30 µm where it lies wholly above the
    window by more than that), or a leaf dragged, or no leaf of the set lies inside the bracket, or
    none tells anything.

    Symbols: expected play N(mean, sd²) (µm) cut to the bracket; p chance that a leaf passes; bits =
        H(p) - E[H(leaf's own uncertainty)].
    Valid: one place of one row; on the sleeve with the window given.
    Raises: nothing.
    Source: mutual information of a try with the play; feel and leaf tolerance from FeelerSet.

    >>> from tribodex.core.quantities import LengthUnit
    >>> g = FeelerSet("a", "A", LengthUnit.MM, (50.0, 60.0, 70.0, 80.0, 100.0))
    >>> choose_leaf(Bracket(None, None), Expected(101, 20), g).stack.leaves_um
    (100.0,)
    >>> choose_leaf(Bracket(100.0, 110.0), Expected(101, 20), g) is None
    True
    """
    if bracket.contradiction or (
        bracket.closed and (bracket.dragged or bracket.width_um <= _enough(bracket, window))
    ):
        return None
    low = bracket.low_um if bracket.low_um is not None else 0.0
    centre, sd = expected.mean_um, expected.sd_um
    # Readings beyond what was expected push it out: the expectation is then taken wide around the
    # known end. The further beyond, the wider, so that even a wild expectation is left behind in a
    # few leaves.
    if bracket.low_um is not None and bracket.low_um > centre + 1.5 * sd:
        sd = max(1.5 * sd, 0.5 * (bracket.low_um - centre))
        centre = bracket.low_um + sd
    elif bracket.high_um is not None and bracket.high_um < centre - 1.5 * sd:
        sd = max(1.5 * sd, 0.5 * (centre - bracket.high_um))
        centre = max(0.0, bracket.high_um - sd)
    high = bracket.high_um if bracket.high_um is not None else max(centre, low) + 5 * sd + 40
    stacks = [s for s in gauge.stacks(low, high) if low + 1 < s.thickness_um < high - 1]
    if not stacks:
        return None
    line = np.arange(max(0.0, low - 12), high + 12, 1.0)
    weight = np.exp(-0.5 * ((line - centre) / sd) ** 2) + 1e-6
    leaf_sd = stacks[0].sd_um
    if bracket.low_um is not None:
        weight *= normal_below(np.clip((line - low) / leaf_sd, -9, 9))
    if bracket.high_um is not None:
        weight *= normal_below(np.clip((high - line) / leaf_sd, -9, 9))
    weight /= weight.sum()
    thick = np.array([s.thickness_um for s in stacks])[:, None]
    uncertainty = np.array([s.sd_um for s in stacks])[:, None]
    passes = normal_below(np.clip((line[None, :] - thick) / uncertainty, -9, 9))
    chance = passes @ weight
    bits = _entropy(chance) - _entropy(passes) @ weight
    worth = bits - LEAF_COST_BITS * (np.array([len(s.leaves_um) for s in stacks]) - 1)
    best = int(np.argmax(worth))
    if bracket.closed and bits[best] < WORTH_BITS:
        return None
    return LeafChoice(stacks[best], float(chance[best]), float(bits[best]))


def _enough(bracket: Bracket, window: Window | None) -> float:
    if (
        window is not None
        and not window.empty
        and bracket.low_um is not None
        and bracket.low_um > window.high_um + COARSE_ENOUGH_UM
    ):
        return COARSE_ENOUGH_UM
    return FINE_ENOUGH_UM


def _entropy(chance: Array) -> Array:
    p = np.clip(chance, 1e-9, 1 - 1e-9)
    made: Array = -(p * np.log2(p) + (1 - p) * np.log2(1 - p))
    return made
