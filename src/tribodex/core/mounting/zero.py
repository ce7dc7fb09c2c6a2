"""Zero points of the drive-up. Numbers of one are never mixed with those of another."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum


class ZeroPoint(StrEnum):
    """What the drive-up is counted from."""

    FIRM = "firm"
    UNTESTED = "untested"
    HAND_TIGHT = "hand_tight"
    START_PRESSURE = "start_pressure"


class SheetZero(StrEnum):
    """What a maker's turns or angle count from. Never converted into one another: they lie a
    closing travel apart.
    """

    BOTH_HANDS = "both_hands"
    TAPPED = "tapped"

    @property
    def words(self) -> str:
        """As the trade says it.

        >>> SheetZero.TAPPED.words
        'both hands, then tapped on the rim and tried again until it no longer moves'
        """
        return {
            "both_hands": "both hands until it stops",
            "tapped": "both hands, then tapped on the rim and tried again until it no longer moves",
        }[self.value]

    @property
    def short(self) -> str:
        """In a word or two.

        >>> SheetZero.BOTH_HANDS.short
        'both hands'
        """
        return {"both_hands": "both hands", "tapped": "tap-tested"}[self.value]


@dataclass(frozen=True)
class ZeroPrior:
    """Drive-up that the zero point has not yet taken up, one standard deviation beside it (mm).
    Common practice, no source.
    """

    seating_mm: float
    seating_sd_mm: float
    words: str


# 0.055 mm is ten degrees of a 2 mm pitch. The slit sleeve closes on the shaft over one to two
# millimetres.
ZERO_PRIORS: dict[ZeroPoint, ZeroPrior] = {
    ZeroPoint.FIRM: ZeroPrior(
        0.055, 0.065, "firm metal-to-metal, held after a tap on the nut's rim"
    ),
    ZeroPoint.UNTESTED: ZeroPrior(
        0.12, 0.11, "metal-to-metal by hand, not tapped: it may still close a little"
    ),
    ZeroPoint.HAND_TIGHT: ZeroPrior(
        1.5, 0.45, "hand-tight: the slit sleeve has still to close on the shaft"
    ),
    ZeroPoint.START_PRESSURE: ZeroPrior(0.0, 0.03, "start pressure of the hydraulic nut reached"),
}


# Why each is used, and where. Common practice, no source.
ZERO_REASONS: dict[ZeroPoint, str] = {
    ZeroPoint.FIRM: (
        "Proven by a tap: the sleeve sits, and the seating still to come is small. What this tool"
        " computes counts from here."
    ),
    ZeroPoint.UNTESTED: (
        "Quicker, one hand free; the sleeve may still close a little, so the count is less sure and"
        " the feeler is asked sooner."
    ),
    ZeroPoint.HAND_TIGHT: (
        "Nothing is proven: the slit sleeve closes over one to two millimetres first. Count from"
        " where it is tapped tight."
    ),
    ZeroPoint.START_PRESSURE: (
        "Hydraulic nut: the pressure of its own table says that the ring sits; travel counts from"
        " there alone."
    ),
}
SHEET_ZERO_REASON = (
    "Maker's turns for a unit: counted from the zero of its sheet, both hands or tap-tested. Never"
    " converted."
)


def seating_degrees(
    zero: ZeroPoint, pitch_mm: float, start_drive_mm: float = 0.0
) -> tuple[float, float]:
    """Seating turn that the zero point leaves, and its standard deviation.

    From a start pressure the bearing is up its taper already by `start_drive_mm`: below zero.

    Symbols: θ₀ = 360·s₀/P (degrees), s₀ (mm), P pitch (mm).
    Valid: pitch above zero. From firm contact the hand decides, not the pitch: 10 ± 12° at least.
    Raises: ZeroDivisionError for a pitch of zero, which LockNut refuses.
    Source: common practice, no source.

    >>> seating_degrees(ZeroPoint.FIRM, 2), seating_degrees(ZeroPoint.HAND_TIGHT, 2)
    ((10.0, 12.0), (270.0, 81.0))
    """
    prior = ZERO_PRIORS[zero]
    mean, sd = (
        360 * (prior.seating_mm - start_drive_mm) / pitch_mm,
        360 * math.hypot(prior.seating_sd_mm, start_drive_mm / 2) / pitch_mm,
    )
    if zero is ZeroPoint.FIRM:
        return max(10.0, round(mean, 1)), max(12.0, round(sd, 1))
    return round(mean, 1), max(4.0, round(sd, 1))
