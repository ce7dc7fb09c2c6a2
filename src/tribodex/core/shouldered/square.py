"""Whether a ring stands square against its shoulder: a leaf all round, four gaps while it goes
on."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Verdict


class SquareCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    ASKEW = "square.askew"
    NOT_HOME = "square.not_home"
    NOT_HOME_ALL_ROUND = "square.not_home_all_round"
    READ_AGAIN = "square.read_again"


# A leaf of this must not enter between ring and shoulder anywhere (mm; common practice, no source).
SEATED_MM = 0.03
# How well a gap is read with leaves or a caliper (mm).
READ_MM = 0.03
DIRECTIONS = ("top", "right", "bottom", "left")


@dataclass(frozen=True)
class Tilt:
    """Tilt of a ring from four gaps: slope (mm/mm), the side whose gap is largest (degrees
    clockwise from the top), how far apart the gaps are.
    """

    slope: float
    towards_deg: float
    mean_mm: float
    widest_mm: float
    false_reading: bool


def tilt_of(gaps_mm: tuple[float, float, float, float], circle_mm: float) -> Tilt:
    """Tilt from gaps at top, right, bottom, left: √((g₀-g₁₈₀)² + (g₉₀-g₂₇₀)²)/D_g.

    Symbols: g gaps to the shoulder (mm), D_g diameter of the circle they were read on (mm).
    Valid: a flat face and a flat shoulder; then opposite gaps add up alike, and readings that do
        not are false.
    Raises: nothing.
    Source: geometry of a plane.

    >>> t = tilt_of((1.0, 1.2, 1.0, 0.8), 80)
    >>> round(t.slope * 1000, 2), t.towards_deg, t.false_reading
    (5.0, 90.0, False)
    """
    top, right, bottom, left = gaps_mm
    up, across = top - bottom, right - left
    towards = math.degrees(math.atan2(across, up)) % 360 if (up, across) != (0.0, 0.0) else 0.0
    false = abs((top + bottom) - (right + left)) > 2 * math.sqrt(2) * READ_MM
    return Tilt(
        math.hypot(up, across) / circle_mm,
        round(towards, 1),
        sum(gaps_mm) / 4,
        max(gaps_mm) - min(gaps_mm),
        false,
    )


def side_words(deg: float) -> str:
    """A side by the clock.

    >>> side_words(90), side_words(359), side_words(181)
    ("3 o'clock", "12 o'clock", "6 o'clock")
    """
    hour = round(deg / 30) % 12 or 12
    return f"{hour} o'clock"


def judge_tilt(tilt: Tilt, bore_mm: float) -> Verdict:
    """Whether a ring on its way stands straight enough to go on."""
    if tilt.false_reading:
        return Verdict(
            "read again",
            Level.UNKNOWN,
            "Opposite gaps do not add up alike: one of the four is false, or dirt lies between.",
            code=SquareCode.READ_AGAIN,
        )
    side = side_words(tilt.towards_deg)
    over_ring = tilt.slope * bore_mm
    if over_ring > 0.1:
        how = f"Tap at {side}, on the tight ring through the drift; stop if it does not come."
        why = f"It stands askew by {travel_text(over_ring)} over the bore. {how}"
        return Verdict("askew", Level.STOP, why, code=SquareCode.ASKEW)
    if over_ring > READ_MM:
        return Verdict(
            "a little askew",
            Level.WATCH,
            f"{travel_text(over_ring)} over the bore: tap at {side} and go on.",
        )
    return Verdict("square", Level.GOOD, "The gaps are alike.")


def judge_shoulder(enters: tuple[bool, bool, bool, bool]) -> Verdict:
    """Whether it sits against its shoulder: the 0.03 mm leaf enters nowhere."""
    open_at = [words for words, inside in zip(DIRECTIONS, enters, strict=True) if inside]
    if not open_at:
        return Verdict(
            "against its shoulder", Level.GOOD, f"A {SEATED_MM:g} mm feeler enters nowhere."
        )
    if len(open_at) == 4:
        return Verdict(
            "not home",
            Level.STOP,
            f"A {SEATED_MM:g} mm feeler enters all round: it crept back, or does not reach its"
            " shoulder.",
            code=SquareCode.NOT_HOME,
        )
    return Verdict(
        "not home all round",
        Level.STOP,
        f"A {SEATED_MM:g} mm feeler enters at the {', '.join(open_at)}: askew, a burr, or dirt in"
        " the corner.",
        code=SquareCode.NOT_HOME_ALL_ROUND,
    )


def read_enters(said: str) -> tuple[bool, bool, bool, bool]:
    """Where a leaf enters, as it is said: any of top, right, bottom, left; empty: nowhere. Raises
    InvalidInput for another word.

    >>> read_enters("left, Top"), read_enters("")
    ((True, False, False, True), (False, False, False, False))
    """
    sides = {part.strip().lower() for part in said.replace("+", ",").split(",") if part.strip()}
    if unknown := sides - set(DIRECTIONS):
        raise InvalidInput.at(
            "enters",
            f"“{sorted(unknown)[0]}” is no side.",
            "any of top, right, bottom, left; empty: it enters nowhere",
        )
    top, right, bottom, left = (side in sides for side in DIRECTIONS)
    return top, right, bottom, left
