"""Driving up by blows and feeler alone: no angle is known, only what was gauged and what a blow
took.

The clearance taken falls from blow to blow until the spanner is too small for the job; after a slip
the next one may take more. So the largest plausible loss of a blow decides how many more may be
struck, not its mean.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import NormalDist

# A first blow, or one by another hand, takes about this much; it may take nearly nothing, or three
# times as much (µm; own choice).
FIRST_UM, FIRST_SD_UM = 6.0, 6.0
# More than this are not struck unseen, and never more than twice what was struck last (own choice).
MOST_BLOWS, TIMES_LAST = 8, 2
# So many blows that took less than a leaf step together say that this tool does not get further
# (own choice).
TELLS_BLOWS = 6


@dataclass(frozen=True)
class Gauged:
    """A place that was gauged: blows struck with this tool up to there, mean of the clearance and
    its standard deviation (µm).
    """

    blows: int
    mean_um: float
    sd_um: float


@dataclass(frozen=True)
class PerBlow:
    """What a blow takes (µm): on average over `blows` of them, and at most, about 19 times in
    20."""

    mean_um: float
    most_um: float
    blows: int


def learn(places: Sequence[Gauged], step_um: float) -> PerBlow | None:
    """What a blow takes, from the last gaugings that are a leaf step or more apart; None while
    there are none.

    Symbols: c clearance (µm), n blows; step of the feelers there (µm): (c_a - c_b)/n, at most (c_a
        - c_b + 2·σ)/n.
    Valid: one hand, hammer and spanner; gauged in the same way.
    Raises: nothing.
    Source: common practice, no source: the loss falls from blow to blow, so the latest places
        count.

    >>> learn([Gauged(0, 90, 2), Gauged(1, 84, 2)], 10)
    >>> found = learn([Gauged(0, 90, 2), Gauged(1, 84, 2), Gauged(4, 66, 2)], 10)
    >>> found.mean_um, round(found.most_um, 1), found.blows
    (6.0, 7.9, 3)
    """
    if not places:
        return None
    last = places[-1]
    for first in reversed(places[:-1]):
        blows, drop = last.blows - first.blows, first.mean_um - last.mean_um
        if blows > 0 and drop >= step_um:
            return PerBlow(
                drop / blows, (drop + 2 * math.hypot(first.sd_um, last.sd_um)) / blows, blows
            )
    return None


def at_most(places: Sequence[Gauged]) -> float | None:
    """What a blow with this tool took at most, where its gaugings are less than a leaf step apart
    (µm); None before it was gauged.

    Symbols: as learn(): (max(0, c_a - c_b) + 2·σ)/n, the least of all earlier places.
    Valid: as learn().
    Raises: nothing.
    Source: as learn(); about 19 times in 20.

    >>> at_most([Gauged(0, 90, 2)]), round(at_most([Gauged(0, 90, 2), Gauged(2, 89, 2)]), 1)
    (None, 3.3)
    """
    if not places:
        return None
    last = places[-1]
    found = [
        (max(0.0, first.mean_um - last.mean_um) + 2 * math.hypot(first.sd_um, last.sd_um))
        / (last.blows - first.blows)
        for first in places
        if last.blows > first.blows
    ]
    return min(found, default=None)


def blows_allowed(
    mean_um: float,
    sd_um: float,
    low_um: float,
    aim_um: float,
    per: PerBlow | None,
    *,
    risk: float,
    struck: int,
    most_um: float | None = None,
) -> int:
    """How many more blows may be struck before the next gauging; zero where one may go too far.

    Symbols: c ± σ clearance now, lo what must be left, aim (µm); risk of ending below lo (1);
    `struck`: blows of the last time; `most_um`: as at_most().
    Valid: as learn(); while nothing is learned one light blow, and only where what one of this tool
    took at most leaves enough: before it was gauged three times a usual first one.
    Raises: nothing.
    Source: N·loss_most ≤ c - z·σ - lo; not past the aim by the mean; own choice how many at once.

    >>> per = PerBlow(6.0, 8.0, 3)
    >>> (
    ...     blows_allowed(90, 2, 50, 58, per, risk=0.02, struck=3),
    ...     blows_allowed(58, 2, 50, 58, per, risk=0.02, struck=3),
    ...     blows_allowed(90, 2, 50, 58, None, risk=0.02, struck=0),
    ... )
    (4, 0, 1)
    >>> (
    ...     blows_allowed(64, 2, 50, 58, None, risk=0.02, struck=1),
    ...     blows_allowed(64, 2, 50, 58, None, risk=0.02, struck=1, most_um=5.0),
    ... )
    (0, 1)
    """
    margin = mean_um - NormalDist().inv_cdf(1 - risk) * sd_um - low_um
    if per is None:
        return 1 if margin >= (FIRST_UM + 2 * FIRST_SD_UM if most_um is None else most_um) else 0
    by_risk = math.floor(margin / per.most_um) if per.most_um > 0 else 0
    by_aim = max(1, math.floor((mean_um - aim_um) / per.mean_um)) if per.mean_um > 0 else 1
    return max(0, min(by_risk, by_aim, MOST_BLOWS, max(2, TIMES_LAST * struck)))


def too_small(places: Sequence[Gauged], step_um: float, high_um: float) -> bool:
    """Whether this tool does not get further: many blows together took less than a leaf step, and
    the window is not reached.

    Symbols: as learn(); hi upper end of the window (µm).
    Valid: as learn().
    Raises: nothing.
    Source: own choice of how many blows tell.

    >>> (
    ...     too_small([Gauged(0, 90, 2), Gauged(7, 86, 2)], 10, 70),
    ...     too_small([Gauged(0, 90, 2), Gauged(3, 86, 2)], 10, 70),
    ... )
    (True, False)
    """
    if not places or places[-1].mean_um <= high_um:
        return False
    last = places[-1]
    far = [first for first in places if last.blows - first.blows >= TELLS_BLOWS]
    return bool(far) and far[-1].mean_um - last.mean_um < step_um
