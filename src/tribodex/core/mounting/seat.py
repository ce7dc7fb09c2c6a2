"""Re-seating the nut with the washer under it. A washer has a thickness: the seat is behind the old
mark, in counted turns.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import OutOfRange
from tribodex.core.quantities import mm_text, number_plain, travel_text
from tribodex.core.working import Level, Verdict


class NutSeatCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CONTRADICTS = "nut_seat.contradicts"
    DRIVEN_ON = "nut_seat.driven_on"
    LET_GO = "nut_seat.let_go"
    NOT_SEATED_YET = "nut_seat.not_seated_yet"
    SEAT_NOT_PROVEN = "nut_seat.seat_not_proven"


# A thickness measured with a micrometer, and one remembered from a table (half-widths, mm; common
# practice, no source).
MEASURED_MM, REMEMBERED_MM = 0.03, 0.25
# How well the nut's place is read, and how firmly a washer seats (one standard deviation, degrees;
# common practice, no source).
SEAT_SD_DEG = 3.0
# Sleeve end to ring proves that the bearing kept its place only to this (half-width, mm).
PROOF_MM = 0.05
# A further turn that may have taken this much, or this share of what is left to the window's end,
# asks for a gauging.
TAKEN_UM, TAKEN_SHARE = 5.0, 0.25


class LengthTool(StrEnum):
    """What sleeve end to ring was measured with. A steel rule proves nothing at this size."""

    DIAL = "dial indicator"
    DEPTH_MICROMETER = "depth micrometer"
    STEEL_RULE = "steel rule"


@dataclass(frozen=True)
class Seated:
    """Where the nut seats, and what the bearing may have moved. Angles in degrees of the nut,
    lengths in mm.

    `extra_deg` is how far the bearing was driven on while seating, as a turn of the nut,
    `extra_sd_deg` one standard deviation of it; `proven` by sleeve end to ring.
    """

    expected_behind_deg: float | None
    extra_deg: float
    extra_sd_deg: float
    proven: bool
    verdict: Verdict

    @property
    def most_deg(self) -> float:
        """The further turn at most, about 19 times in 20."""
        return self.extra_deg + 2 * self.extra_sd_deg


def seat_behind_deg(thickness_mm: float, pitch_mm: float) -> float:
    """How far behind its old mark a nut seats with a washer under it: 360°·t_w/P. Turns are
    counted, never modulo 360°.

    Symbols: t_w washer thickness, P thread pitch (mm).
    Valid: the washer was off while driving; thickness 0.3 to 6 mm.
    Raises: OutOfRange outside of that.
    Source: screw geometry.

    >>> seat_behind_deg(1.25, 2), seat_behind_deg(2.0, 2)
    (225.0, 360.0)
    """
    if not 0.3 <= thickness_mm <= 6:
        raise OutOfRange.at(
            "washer_thickness",
            f"A washer of {thickness_mm:g} mm is out of range: check value and unit.",
            "0.3 to 6 mm, measured with a micrometer",
        )
    if pitch_mm <= 0:
        raise OutOfRange.at("nut_pitch", "A pitch is above zero.", "mm, for example 2")
    return 360 * thickness_mm / pitch_mm


def behind_words(degrees: float) -> str:
    """A place behind the old mark in counted turns.

    Symbols: counted turn behind the old mark (degrees), below zero past it.
    Valid: any.
    Raises: nothing.
    Source: turns are counted, never angles modulo 360°; common practice, no source.

    >>> behind_words(225), behind_words(360), behind_words(405), behind_words(-20), behind_words(0)
    ('225° behind', 'one full turn behind', 'one full turn and 45° behind', '20° past', 'on')
    """
    if abs(degrees) < 0.5:
        return "on"
    if degrees < 0:
        return f"{number_plain(-degrees)}° past"
    turns, rest = divmod(degrees + 0.25, 360)
    if turns < 1:
        return f"{number_plain(degrees)}° behind"
    whole = "one full turn" if turns == 1 else f"{turns:.0f} full turns"
    return f"{whole} behind" if rest < 0.5 else f"{whole} and {number_plain(rest - 0.25)}° behind"


def judge_seat(
    pitch_mm: float,
    behind_deg: float | None,
    thickness_mm: float | None,
    measured: bool,
    moved_mm: float | None = None,
    *,
    tool: LengthTool | None = None,
) -> Seated:
    """Whether the nut seats where its washer puts it, and how far it may have driven the bearing
    on.

    A remembered thickness alone neither stops nor releases: then only a gauging or sleeve end to
    ring tells.

    Symbols: b counted turn behind the old mark (degrees, below zero past it), t_w thickness (mm),
    moved: by thread end to ring (mm, above zero further up the taper).
    Valid: washer off while driving, nut seated firmly.
    Raises: OutOfRange for a pitch or thickness that cannot be.
    Source: screw geometry; uncertainties are common practice, no source.

    >>> on_the_mark = judge_seat(2, 0, 1.25, True)
    >>> on_the_mark.verdict.level.value, on_the_mark.extra_deg
    ('stop', 225.0)
    >>> judge_seat(2, 225, 1.25, True).verdict.word, judge_seat(2, 360, 2.0, True).extra_deg
    ('seated where it should', 0.0)
    """
    expected = seat_behind_deg(thickness_mm, pitch_mm) if thickness_mm is not None else None
    per_mm = 360 / pitch_mm
    if moved_mm is not None and tool is not None and tool is not LengthTool.STEEL_RULE:
        by_length = _by_length(expected, moved_mm, per_mm)
        return _against_the_nut(by_length, expected, behind_deg, measured, per_mm)
    if expected is None or behind_deg is None:
        missing = (
            "The washer's thickness is not known"
            if expected is None
            else "Nut position not measured"
        )
        return Seated(
            expected,
            0.0,
            REMEMBERED_MM * per_mm / 2,
            False,
            Verdict(
                "seat not proven",
                Level.UNKNOWN,
                f"{missing}: only a gauging tells now.",
                code=NutSeatCode.SEAT_NOT_PROVEN,
            ),
        )
    half = MEASURED_MM if measured else REMEMBERED_MM
    sd = math.hypot(half * per_mm / 2, SEAT_SD_DEG)
    extra = max(0.0, expected - behind_deg)
    words = (
        f"It stands {behind_words(behind_deg)} its old mark; a washer of"
        f" {thickness_words(thickness_mm)} puts the seat {behind_words(expected)} it"
    )
    if not measured:
        reason = (
            f"{words}, ± {half * per_mm:.0f}°. A remembered thickness proves nothing: measure the"
            " washer, or gauge."
        )
        return Seated(
            expected,
            extra,
            sd,
            False,
            Verdict("seat not proven", Level.UNKNOWN, reason, code=NutSeatCode.SEAT_NOT_PROVEN),
        )
    if extra > 2 * sd:
        on = travel_text(extra * pitch_mm / 360)
        return Seated(
            expected,
            extra,
            sd,
            False,
            Verdict(
                "driven on",
                Level.STOP,
                f"{words}: the bearing was driven up by about {on} more. Gauge it.",
                code=NutSeatCode.DRIVEN_ON,
            ),
        )
    if behind_deg - expected > 3 * sd:
        return _not_seated(expected, sd, words)
    # Within the uncertainty of its seat; only what is past the seat can have moved the bearing.
    return Seated(
        expected, extra, sd, False, Verdict("seated where it should", Level.GOOD, f"{words}.")
    )


def _against_the_nut(
    by_length: Seated,
    expected: float | None,
    behind_deg: float | None,
    measured: bool,
    per_mm: float,
) -> Seated:
    """What the length says, where the nut's own place does not contradict it: two statements that
    cannot both be true prove nothing.
    """
    if expected is None or behind_deg is None or by_length.verdict.says(NutSeatCode.LET_GO):
        return by_length
    half = MEASURED_MM if measured else REMEMBERED_MM
    sd = math.hypot(half * per_mm / 2, SEAT_SD_DEG)
    if measured and behind_deg - expected > 3 * sd:
        return _not_seated(
            expected,
            sd,
            f"It stands {behind_words(behind_deg)} its old mark; its washer puts the seat"
            f" {behind_words(expected)} it",
        )
    apart = expected - behind_deg - by_length.extra_deg
    if apart <= 2 * math.hypot(sd, by_length.extra_sd_deg):
        return by_length
    nut, length = (
        travel_text((expected - behind_deg) / per_mm),
        travel_text(by_length.extra_deg / per_mm),
    )
    reason = (
        f"By the nut the ring went {nut} further up its taper, by thread end to ring {length}: one"
        " of the two is wrong. Measure the washer and count the turns again, and gauge: the feeler"
        " tells."
    )
    # A remembered thickness stops nothing: then nothing is proven.
    level = Level.STOP if measured else Level.UNKNOWN
    return Seated(
        expected,
        apart,
        sd,
        False,
        Verdict("nut and length contradict", level, reason, code=NutSeatCode.CONTRADICTS),
    )


def _not_seated(expected: float, sd: float, typed: str) -> Seated:
    reason = (
        f"{typed}: it does not seat yet. Tighten until it seats firmly; look whether the inner tab"
        " is in the sleeve's slot, and for chips."
    )
    return Seated(
        expected,
        0.0,
        sd,
        False,
        Verdict("not seated yet", Level.STOP, reason, code=NutSeatCode.NOT_SEATED_YET),
    )


def thickness_words(mm: float | None) -> str:
    """A thickness in words.

    Symbols: thickness (mm), None while nobody knows it.
    Valid: any.
    Raises: nothing.
    Source: measured, or the table of washers.

    >>> thickness_words(1.25)
    '1.25 mm (0.049 in)'
    """
    return travel_text(mm) if mm is not None else "unknown thickness"


def _by_length(expected: float | None, moved_mm: float, per_mm: float) -> Seated:
    sd = PROOF_MM / 2 * per_mm
    if moved_mm < -PROOF_MM:
        back = mm_text(-moved_mm) if moved_mm < -1 else travel_text(-moved_mm)
        reason = (
            f"By thread end to ring it came back by {back}: the seat has released. Start again."
        )
        return Seated(
            expected,
            0.0,
            sd,
            False,
            Verdict("released", Level.STOP, reason, code=NutSeatCode.LET_GO),
        )
    extra = max(0.0, moved_mm) * per_mm
    if moved_mm > PROOF_MM:
        return Seated(
            expected,
            extra,
            sd,
            True,
            Verdict(
                "driven on",
                Level.WATCH,
                f"The ring moved {travel_text(moved_mm)} further up its taper.",
            ),
        )
    return Seated(
        expected,
        extra,
        sd,
        True,
        Verdict(
            "kept its place", Level.GOOD, f"Thread end to ring agrees within ± {PROOF_MM:g} mm."
        ),
    )
