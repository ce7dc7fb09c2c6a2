"""How far a nut is backed off before a taper is let go: room for the whole drive-up, and the nut
still a stop.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import OutOfRange
from tribodex.core.quantities import travel_text
from tribodex.core.removal.forces import REDUCTION_SHARE
from tribodex.core.sources import PRACTICE, SCREW
from tribodex.core.working import Level, Line, Result, Verdict, number


class NutGapCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    THE_NUT_IS_NO_STOP = "nut_gap.the_nut_is_no_stop"
    TOO_FAR_OFF = "nut_gap.too_far_off"


# Beyond drive-up and washer, so that the taper is free before it meets the nut (common practice, no
# source), mm.
MARGIN_MM = Span(1.0, 2.0)
# Where neither drive-up nor size is known (common practice for mid sizes, no source), mm.
USUAL_MM = Span(2.0, 4.0)
# A washer whose thickness nobody measured: 1 mm small, up to 2 mm from a 120 mm thread (common
# practice, no source), mm.
WASHER_MM = Span(1.0, 2.0)
NOTHING = Span(0.0, 0.0)
# Interference beside the reduction it gives: the raceway takes this share of it (Lamé, usual
# rings).
RACEWAY_SHARE = 0.8
# Nobody reads a gap under a nut closer than this, mm.
READ_MM = 0.1


@dataclass(frozen=True)
class BackedOff:
    """What the gap has to hold: the drive-up (mm) and what lies between nut and ring (mm, zero for
    nothing).
    """

    drive_up_mm: Span
    between_mm: Span = NOTHING
    pitch_mm: float | None = None

    @property
    def gap_mm(self) -> Span:
        """The gap to set, from the nut's face to what it stops.

        >>> BackedOff(Span(0.7, 0.9), Span(1.25, 1.25)).gap_mm
        Span(low=3.15, high=4.15)
        """
        needed = round(self.drive_up_mm.high + self.between_mm.high, 2)
        return Span(needed + MARGIN_MM.low, needed + MARGIN_MM.high)

    @property
    def turns(self) -> Span | None:
        """Turns of the nut from where it is tight; what lies between was between before, too. None
        without its pitch.

        >>> BackedOff(Span(0.7, 0.9), Span(1.25, 1.25), 2.0).turns
        Span(low=0.95, high=1.45)
        """
        if self.pitch_mm is None:
            return None
        return Span(
            *(
                round((self.drive_up_mm.high + margin) / self.pitch_mm, 3)
                for margin in (MARGIN_MM.low, MARGIN_MM.high)
            )
        )

    @property
    def words(self) -> str:
        """The gap and the turn in words.

        >>> BackedOff(Span(0.7, 0.9), Span(1.25, 1.25), 2.0).words
        '3.15 mm (0.124 in) to 4.15 mm (0.163 in), 0.95 to 1.45 turns'
        """
        turns = (
            f", {self.turns.low:.2g} to {self.turns.high:.3g} turns"
            if self.turns is not None
            else ""
        )
        return f"{travel_text(self.gap_mm.low)} to {travel_text(self.gap_mm.high)}{turns}"

    def lines(self) -> tuple[Line, ...]:
        """The gap, computed."""
        s, w, gap = self.drive_up_mm.high, self.between_mm.high, self.gap_mm
        lines = [
            Line(
                "g_min",
                "least gap",
                "g = s + t_w + 1 mm",
                f"{number(s)} + {number(w)} + {MARGIN_MM.low:g}",
                gap.low,
                "mm",
                PRACTICE.id,
            ),
            Line(
                "g_max",
                "greatest gap",
                "g = s + t_w + 2 mm",
                f"{number(s)} + {number(w)} + {MARGIN_MM.high:g}",
                gap.high,
                "mm",
                PRACTICE.id,
            ),
        ]
        if self.turns is not None:
            put_in = (
                f"({number(s)} + {MARGIN_MM.low:g} to"
                f" {MARGIN_MM.high:g})/{number(self.pitch_mm or 0)}"
            )
            lines.append(
                Line(
                    "n", "turns back", "n = (s + 1 to 2 mm)/P", put_in, self.turns.low, "", SCREW.id
                )
            )
        return tuple(lines)


def usual_drive_up_mm(bore_mm: float, slope: float) -> Span:
    """What an ordinary mounting moved a bearing up its taper: s = r/(k·t).

    Symbols: s (mm), d bore (mm), r reduction, 0.5 to 0.7 thousandths of the bore, t taper on
        diameter, k raceway's share 0.8.
    Valid: spherical roller and self-aligning ball bearings, from firm contact.
    Raises: OutOfRange for a taper that is not above zero.
    Source: taper geometry; the share is common practice, no source.

    >>> s = usual_drive_up_mm(90, 1 / 12)
    >>> round(s.low, 2), round(s.high, 2)
    (0.67, 0.95)
    """
    if slope <= 0:
        raise OutOfRange.at("taper", "A taper is above zero.", "1:12 or 1:30")
    return Span(
        *(
            bore_mm * share / (RACEWAY_SHARE * slope)
            for share in (REDUCTION_SHARE.low, REDUCTION_SHARE.high)
        )
    )


def nut_gap(
    gap_mm: float, whole_nut: bool, asked_mm: Span = USUAL_MM, working: tuple[Line, ...] = ()
) -> Result:
    """The gap from the nut to what it stops, before a taper is let go.

    Symbols: gap (mm); asked: drive-up, what lies between, and 1 to 2 mm (mm).
    Valid: where a nut is the stop: adapter sleeves, tapered shafts, the mounting nut of a
        withdrawal sleeve.
    Raises: OutOfRange for a negative gap.
    Source: common practice, no source.

    >>> (
    ...     nut_gap(3.0, True).verdict.word,
    ...     nut_gap(3.0, False).verdict.word,
    ...     nut_gap(9.0, True).verdict.word,
    ...     nut_gap(0.5, True).verdict.word,
    ... )
    ('a stop for the bang', 'the nut is no stop', 'too far off', 'too little')
    """
    asked = f"{travel_text(asked_mm.low)} to {travel_text(asked_mm.high)}"
    if gap_mm < 0:
        raise OutOfRange.at("gap", "A gap is zero or more.", asked)
    line = Line(
        "g",
        "nut to what it stops",
        f"{asked_mm.low:.3g} mm ≤ g ≤ {asked_mm.high:.3g} mm",
        travel_text(gap_mm),
        gap_mm,
        "mm",
        PRACTICE.id,
    )
    if not whole_nut:
        verdict = Verdict(
            "the nut is no stop",
            Level.STOP,
            "A nut on a few threads flies off with the sleeve. Turn it on again until its whole"
            " height holds.",
            code=NutGapCode.THE_NUT_IS_NO_STOP,
        )
    elif gap_mm > asked_mm.high + READ_MM:
        verdict = Verdict(
            "too far off",
            Level.STOP,
            f"With {travel_text(gap_mm)} the bearing gathers speed before it is stopped. Turn the"
            f" nut on to {asked}.",
            code=NutGapCode.TOO_FAR_OFF,
        )
    elif gap_mm < asked_mm.low - READ_MM:
        verdict = Verdict(
            "too little",
            Level.WATCH,
            f"It may meet the nut before it comes free. Back the nut off to {asked}.",
        )
    else:
        verdict = Verdict(
            "a stop for the bang",
            Level.GOOD,
            "Room to come free, and the nut holds it. Nobody in line with the shaft.",
        )
    return Result(
        "nut_gap", "Nut backed off by", gap_mm, "mm", verdict=verdict, working=(*working, line)
    )
