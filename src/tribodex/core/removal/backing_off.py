"""How far a nut is backed off before a taper is let go: enough to let go, and the nut still a stop."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import OutOfRange
from tribodex.core.quantities import travel_text
from tribodex.core.sources import PRACTICE
from tribodex.core.working import Level, Line, Result, Verdict


class NutGapCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    THE_NUT_IS_NO_STOP = "nut_gap.the_nut_is_no_stop"
    TOO_FAR_OFF = "nut_gap.too_far_off"


# A little more than drive-up and washer (common practice, no source), mm.
GAP_MM = Span(2.0, 4.0)


def nut_gap(gap_mm: float, whole_nut: bool) -> Result:
    """The gap from nut to ring or abutment before the taper is let go: 2 to 4 mm, the nut's whole height on its thread.

    Symbols: gap (mm).
    Valid: adapter sleeves and tapered shafts, where the nut is the stop.
    Raises: OutOfRange for a negative gap.
    Source: common practice, no source.

    >>> nut_gap(3.0, True).verdict.word, nut_gap(3.0, False).verdict.word, nut_gap(9.0, True).verdict.word, nut_gap(0.5, True).verdict.word
    ('a stop for the bang', 'the nut is no stop', 'too far off', 'too little')
    """
    if gap_mm < 0:
        raise OutOfRange.at("gap", "A gap is zero or more.", "2 to 4 mm")
    line = Line("g", "nut to ring", "2 mm ≤ g ≤ 4 mm", travel_text(gap_mm), gap_mm, "mm", PRACTICE.id)
    asked = f"{GAP_MM.low:g} to {GAP_MM.high:g} mm"
    if not whole_nut:
        verdict = Verdict(
            "the nut is no stop",
            Level.STOP,
            "A nut on a few threads flies off with the sleeve. Turn it on again until its whole height holds.",
            code=NutGapCode.THE_NUT_IS_NO_STOP,
        )
    elif gap_mm > GAP_MM.high:
        verdict = Verdict(
            "too far off",
            Level.STOP,
            f"With {travel_text(gap_mm)} the bearing gathers speed before it is stopped. Turn the nut on to {asked}.",
            code=NutGapCode.TOO_FAR_OFF,
        )
    elif gap_mm < GAP_MM.low:
        verdict = Verdict("too little", Level.WATCH, f"It may meet the nut before it lets go. Back the nut off to {asked}.")
    else:
        verdict = Verdict("a stop for the bang", Level.GOOD, "Room to let go, and the nut holds it. Nobody in line with the shaft.")
    return Result("nut_gap", "Nut backed off by", gap_mm, "mm", verdict=verdict, working=(line,))
