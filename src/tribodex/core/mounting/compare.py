"""What every method and card would give for one bearing, side by side, and where they disagree
beyond their uncertainty.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group, Taper
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Shaft
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, drive_up_mm, nut_angle_deg
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.reduction import ReductionCard
from tribodex.core.mounting.window import HALF_SHARE
from tribodex.core.mounting.zero import ZERO_PRIORS, ZeroPoint
from tribodex.core.quantities import um_text

# What “about half” is good to, as a share of the reduction (common practice, no source).
HALF_UNCERTAINTY_SHARE = 0.15
CARD_UNCERTAINTY_SHARE = 0.05


@dataclass(frozen=True)
class Way:
    """One way to say how far: its own figure, and the reduction that it comes to by elasticity.

    Reduction in µm with an uncertainty (half-width, about 19 in 20), drive-up in mm and nut turn in
    degrees from firm contact; None where it says nothing of the kind. `own` is the figure that this
    way itself gives; the others are computed from it.
    """

    id: str
    title: str
    own: str
    reduction_um: Span | None
    uncertainty_um: float
    drive_up_mm: Span | None
    angle_deg: Span | None
    residual_um: Span | None
    note: str = ""


@dataclass(frozen=True)
class Comparison:
    """All ways with what they disagree on. Empty `disagreements` says: they agree within their
    uncertainty.
    """

    initial_um: float
    ways: tuple[Way, ...]
    disagreements: tuple[str, ...]


def compare(
    bearing: Bearing,
    shaft: Shaft | None,
    nut: LockNut | None,
    cards: Iterable[ReductionCard],
    initial_um: float,
    *,
    turns: Span | None = None,
) -> Comparison:
    """Side by side: reduction of each card, drive-up and angle of each card, the half rule, turns
    from hand-tight.

    Symbols: r reduction (µm), s = r/(k·t) drive-up (mm), α = 360°·s/P (degrees); c₀ unmounted
        clearance (µm).
    Valid: from firm contact; turns from hand-tight stand apart, their zero point is another one.
    Raises: OutOfRange for impossible dimensions.
    Source: the cards; Lamé with screw and taper geometry between them.

    >>> c = compare(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), None, None, [], 124)
    >>> c.ways[0].id, c.ways[0].reduction_um
    ('half', Span(low=49.6, high=62.0))
    """
    k, slope = effective_ratio(bearing, shaft), bearing.taper.slope
    pitch = nut.pitch_mm if nut else None

    def drive_of(reduction: Span) -> Span:
        return Span(drive_up_mm(reduction.low, k, slope), drive_up_mm(reduction.high, k, slope))

    def angle_of(drive: Span) -> Span | None:
        return (
            Span(nut_angle_deg(drive.low, pitch), nut_angle_deg(drive.high, pitch))
            if pitch
            else None
        )

    def left(reduction: Span) -> Span:
        return Span(initial_um - reduction.high, initial_um - reduction.low)

    ways: list[Way] = []
    for card in cards:
        if not card.covers(bearing):
            ways.append(
                Way(
                    f"{card.card}-reduction",
                    card.heading,
                    "reduction",
                    None,
                    0.0,
                    None,
                    None,
                    None,
                    "Does not cover this bearing.",
                )
            )
            continue
        row = card.row(bearing.bore_mm)
        reduction, drive = row.reduction_um, row.drive_up_mm.get(bearing.taper)
        by_theory = drive_of(reduction)
        ways.append(
            Way(
                f"{card.card}-reduction",
                f"{card.heading}, reduction, by feeler",
                "reduction",
                reduction,
                CARD_UNCERTAINTY_SHARE * reduction.high,
                by_theory,
                angle_of(by_theory),
                left(reduction),
            )
        )
        if drive is None:
            continue
        comes_to = Span(drive.low * k * slope * 1000, drive.high * k * slope * 1000)
        ways.append(
            Way(
                f"{card.card}-drive-up",
                f"{card.heading}, drive-up, by angle or travel",
                "drive-up",
                comes_to,
                2 * RATIO_SD_SHARE * comes_to.high,
                drive,
                angle_of(drive),
                left(comes_to),
            )
        )
    half = Span(round(HALF_SHARE.low * initial_um, 6), round(HALF_SHARE.high * initial_um, 6))
    by_half = drive_of(half)
    ways.append(
        Way(
            "half",
            "“Half of it” rule",
            "reduction",
            half,
            HALF_UNCERTAINTY_SHARE * initial_um / 2,
            by_half,
            angle_of(by_half),
            left(half),
            "Between two fifths and a half of what was measured.",
        )
    )
    if turns is not None and pitch:
        ways.append(_turns_way(turns, pitch))
    return Comparison(initial_um, tuple(ways), _disagreements(ways))


def _turns_way(turns: Span, pitch_mm: float) -> Way:
    closing = ZERO_PRIORS[ZeroPoint.HAND_TIGHT]
    drive = Span(turns.low * pitch_mm, turns.high * pitch_mm)
    return Way(
        "turns",
        "Turns from hand-tight (method Z)",
        "turns",
        None,
        0.0,
        drive,
        Span(360 * turns.low, 360 * turns.high),
        None,
        f"Counted from hand-tight: {drive.low:.1f} to {drive.high:.1f} mm of nut travel include"
        f" closing the slit sleeve, about {closing.seating_mm:g} ± {closing.seating_sd_mm:g} mm."
        " Not comparable with figures from metal-to-metal.",
    )


def _disagreements(ways: Sequence[Way]) -> tuple[str, ...]:
    """Pairs whose ranges are further apart than both uncertainties together."""
    found = []
    for one, other in combinations([w for w in ways if w.reduction_um], 2):
        a, b = one.reduction_um, other.reduction_um
        if a is None or b is None:
            continue
        gap = max(a.low - b.high, b.low - a.high, 0.0)
        if gap > (one.uncertainty_um**2 + other.uncertainty_um**2) ** 0.5:
            found.append(
                f"{one.title} and {other.title} are {um_text(gap)} of reduction apart, more than"
                " the uncertainty of both. Take one whole, do not mix."
            )
    return tuple(found)


@dataclass(frozen=True)
class TheoryRow:
    """Theory and one card at one bore: drive-up divided by reduction (1), both from firm
    contact."""

    bore_mm: float
    card: str
    theory_ratio: float
    card_low: float
    card_high: float


def theory_against_cards(
    cards: Iterable[ReductionCard],
    bores_mm: NDArray[np.float64],
    taper: Taper,
    section_share: float = 1.75,
) -> tuple[TheoryRow, ...]:
    """Drive-up over reduction, s/r, by Lamé and by each card over all bores.

    Symbols: s drive-up, r reduction; s/r = 1/(k·t); section_share D/d of a usual 222 series bearing
        (1.6 to 2).
    Valid: solid steel shaft; bores that a card does not cover are left out.
    Raises: OutOfRange for impossible bores.
    Source: Lamé with smoothing; the cards.

    >>> theory_against_cards([], np.array([90.0]), Taper.ONE_IN_12)
    ()
    """
    rows = []
    for card in cards:
        for bore in bores_mm:
            bearing = Bearing(
                float(bore), float(bore) * section_share, float(bore) * 0.44, taper, Group.CN
            )
            if not card.covers(bearing):
                continue
            row = card.row(bearing.bore_mm)
            drive = row.drive_up_mm.get(taper)
            if drive is None:
                continue
            theory = 1 / (effective_ratio(bearing) * taper.slope)
            # Least goes with least and greatest with greatest: the ratio of the two ends.
            ends = sorted(
                (drive.low * 1000 / row.reduction_um.low, drive.high * 1000 / row.reduction_um.high)
            )
            rows.append(TheoryRow(float(bore), card.card, theory, ends[0], ends[1]))
    return tuple(rows)
