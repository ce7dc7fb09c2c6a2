"""Gaps left and right of the outer ring in its seat, after the base is tight: whether it is held,
floats, or stands hard against a side.
"""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.growth import margin_mm
from tribodex.core.lineup.placing import FIXED_REST_MM
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class RingGapCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_FLOAT = "ring_gap.does_not_float"
    GROWTH_NOT_KNOWN = "ring_gap.growth_not_known"
    FIXED_OR_FLOATING = "ring_gap.fixed_or_floating"
    HARD_AGAINST_ONE_SIDE = "ring_gap.hard_against_one_side"
    NOT_HELD = "ring_gap.not_held"
    TOO_LITTLE_ROOM = "ring_gap.too_little_room"


# Nearer than this a floating ring stands against its side (mm); off its plan by more than this it
# is said (mm). Common practice, no source.
HARD_MM = 0.1
# Below this a difference is none (mm).
ROUND_MM = 1e-6
OFF_PLAN_MM = 0.5
CAUSES = "The centre was not measured, the drive-up was not allowed for, or a second ring is in."


def ring_gaps(
    toward_mm: float,
    away_mm: float,
    floats: Floats,
    growth: Span | None,
    plan_toward_mm: float | None = None,
) -> Result:
    """What is left beside the outer ring when running: the least of both sides, cold and hot.

    Symbols: gap towards the other bearing, away from it (mm); g growth away from the fixed bearing
    (mm), None not known; gap towards the other one by the plan (mm), None where there is none.
    Valid: measured with the base at torque, cap off; or pushed to and fro with a dial.
    Raises: InvalidInput for gaps below zero.
    Source: geometry; limits common practice, no source.

    >>> (
    ...     ring_gaps(2.0, 1.0, Floats.SEAT, Span(0, 0.8)).verdict.word,
    ...     ring_gaps(0.05, 0.1, Floats.HELD, None).verdict.word,
    ... )
    ('floats', 'held')
    >>> ring_gaps(0.0, 3.0, Floats.SEAT, Span(0, 0.8)).verdict.word
    'hard against one side'
    """
    if toward_mm < 0 or away_mm < 0:
        raise InvalidInput.at(
            "toward" if toward_mm < 0 else "away", "A gap is not below zero.", "each side, mm"
        )
    total = toward_mm + away_mm
    if floats in (Floats.HELD, Floats.INSIDE):
        line = Line(
            "rest",
            "both gaps",
            "towards + away",
            f"{number(toward_mm)} + {number(away_mm)}",
            total,
            "mm",
            "gauged",
        )
        if total > FIXED_REST_MM:
            verdict = Verdict(
                "not held",
                Level.STOP,
                f"It moves by {travel_text(total)}: a ring is missing or too narrow. Nothing holds"
                " the shaft.",
                code=RingGapCode.NOT_HELD,
            )
        else:
            verdict = Verdict(
                "held",
                Level.GOOD,
                f"{travel_text(total)} in all, up to {travel_text(FIXED_REST_MM)} for a fixed"
                " bearing.",
            )
        return Result(
            "ring_gaps",
            "Room beside the outer ring",
            round(total, 3),
            "mm",
            verdict=verdict,
            working=(line,),
        )
    if floats is Floats.UNKNOWN:
        why = "Both gaps stand in the record. Say first whether this bearing holds the shaft."
        line = Line(
            "rest",
            "both gaps",
            "towards + away",
            f"{number(toward_mm)} + {number(away_mm)}",
            total,
            "mm",
            "gauged",
        )
        verdict = Verdict(
            "fixed or floating?", Level.UNKNOWN, why, code=RingGapCode.FIXED_OR_FLOATING
        )
        return Result(
            "ring_gaps",
            "Room beside the outer ring",
            round(total, 3),
            "mm",
            verdict=verdict,
            working=(line,),
        )
    low, high = (growth.low, growth.high) if growth is not None else (0.0, 0.0)
    cold, hot = toward_mm + min(low, 0.0), away_mm - max(high, 0.0)
    least = min(cold, hot)
    lines = (
        Line(
            "m_cold",
            "left towards the other bearing, coldest",
            "towards + g_min",
            f"{number(toward_mm)} + {number(min(low, 0.0))}",
            cold,
            "mm",
            "gauged",
        ),
        Line(
            "m_hot",
            "left away from it, hottest",
            "away - g_max",
            f"{number(away_mm)} - {number(max(high, 0.0))}",
            hot,
            "mm",
            "gauged",
        ),
    )
    verdict = _floating(toward_mm, away_mm, least, growth)
    note = ""
    if plan_toward_mm is not None and abs(toward_mm - plan_toward_mm) > OFF_PLAN_MM:
        note = (
            f"By the plan {travel_text(plan_toward_mm)} towards the other bearing,"
            f" {travel_text(toward_mm)} is there."
        )
        if verdict.level is Level.GOOD:
            verdict = Verdict("not as planned", Level.WATCH, f"{note} It still has room.")
    return Result(
        "ring_gaps",
        "Least room beside the outer ring",
        round(least, 3),
        "mm",
        verdict=verdict,
        working=lines,
        note=note,
    )


def _floating(toward_mm: float, away_mm: float, least_mm: float, growth: Span | None) -> Verdict:
    if toward_mm + away_mm <= FIXED_REST_MM:
        return Verdict(
            "does not float",
            Level.STOP,
            f"Only {travel_text(toward_mm + away_mm)} in all: it is held, and two held bearings"
            " kill each other.",
            code=RingGapCode.DOES_NOT_FLOAT,
        )
    if min(toward_mm, away_mm) < HARD_MM:
        return Verdict(
            "hard against one side",
            Level.STOP,
            f"{travel_text(min(toward_mm, away_mm))} on one side: shift the housing. {CAUSES}",
            code=RingGapCode.HARD_AGAINST_ONE_SIDE,
        )
    if least_mm <= ROUND_MM and growth is not None:
        return Verdict(
            "too little room",
            Level.STOP,
            "The growth closes"
            f" it{f' and {travel_text(-least_mm)} more' if least_mm < -ROUND_MM else ''}: shift the"
            f" housing. {CAUSES}",
            code=RingGapCode.TOO_LITTLE_ROOM,
        )
    if growth is None:
        return Verdict(
            "growth not known",
            Level.UNKNOWN,
            "Both gaps stand in the record; whether they are enough hangs on the growth of the"
            " shaft.",
            code=RingGapCode.GROWTH_NOT_KNOWN,
        )
    if least_mm < margin_mm(growth) - ROUND_MM:
        return Verdict(
            "barely room",
            Level.WATCH,
            f"Only {travel_text(least_mm)} is left at the least: shift the housing if it can be.",
        )
    return Verdict("floats", Level.GOOD, f"{travel_text(least_mm)} is left at the least.")
