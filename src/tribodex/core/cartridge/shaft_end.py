"""The end of a cartridge's shaft: nut pair with the hand of its thread, flingers with their gap."""

from __future__ import annotations

from enum import StrEnum
from typing import Literal

from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class ShaftEndCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CLOSES_WHEN_WARM = "shaft_end.closes_when_warm"
    LOOSENED_BY_ROTATION = "shaft_end.loosened_by_rotation"
    TOO_CLOSE = "shaft_end.too_close"


# Set back from contact (mm): 1/32 in (common practice, no source).
FLINGER_MM = 0.79
# Below it rubs before long, above it lets dirt in (mm; common practice, no source).
FLINGER_LEAST_MM, FLINGER_MOST_MM = 0.4, 1.6


class Hand(StrEnum):
    """The hand of a thread."""

    RIGHT = "right"
    LEFT = "left"

    @property
    def tightens(self) -> str:
        """Which way its nut is tightened, looked at from the nut's end."""
        return "clockwise" if self is Hand.RIGHT else "anticlockwise"


Turning = Literal["clockwise", "anticlockwise", "both", "unknown"]


def hand_needed(turning: Turning) -> Hand | None:
    """The hand of thread whose nut the rotation does not loosen; None where it turns both ways, or
    nobody knows.

    What drags on a nut from outside, and its own inertia when the shaft starts, hold it back
    against the rotation: a nut is loosened when it is tightened the same way as the shaft turns.

    Symbols: rotation looked at from the nut's end.
    Valid: nuts on a turning shaft.
    Raises: nothing.
    Source: mechanics; common practice, no source (left-hand threads where rotation would loosen).

    >>> hand_needed("clockwise"), hand_needed("anticlockwise")
    (<Hand.LEFT: 'left'>, <Hand.RIGHT: 'right'>)
    """
    return {"clockwise": Hand.LEFT, "anticlockwise": Hand.RIGHT}.get(turning)


def judge_hand(hand: Hand, turning: Turning) -> Verdict:
    """The hand of the thread there is, against the rotation."""
    needed = hand_needed(turning)
    if needed is None:
        return Verdict(
            "hand not checked",
            Level.WATCH,
            "Which way it turns is not known, or both ways: tab and second nut must hold alone.",
        )
    if hand is not needed:
        why = (
            f"Looked at from the nut the shaft turns {turning}: a {hand}-hand nut is loosened by"
            " it. The part of the drawing? Right shaft end?"
        )
        return Verdict(
            "loosened by rotation", Level.STOP, why, code=ShaftEndCode.LOOSENED_BY_ROTATION
        )
    return Verdict(
        "held by rotation",
        Level.GOOD,
        f"{hand.capitalize()}-hand thread: it is tightened {hand.tightens}.",
    )


def flinger_gap(gap_mm: float, opens_mm: float | None) -> Result:
    """A flinger's gap to its cover, cold and warm.

    Symbols: g gap as set (mm); how much growth opens it (mm, below zero: closes it; None: nobody
        knows how much the shaft grows).
    Valid: flingers fixed to the shaft beside a cover.
    Raises: nothing.
    Source: set back 1/32 in (0.8 mm) from contact, common practice, no source.

    >>> (
    ...     flinger_gap(0.8, 0).verdict.word,
    ...     flinger_gap(0.2, 0).verdict.word,
    ...     flinger_gap(0.8, -0.7).verdict.word,
    ... )
    ('as asked', 'too close', 'closes when warm')
    >>> flinger_gap(0.8, None).verdict.word
    'right when cold'
    """
    warm = gap_mm + opens_mm if opens_mm is not None else None
    asked = Line("g", "asked", "1/32 in", "25.4/32", FLINGER_MM, "mm", "practice")
    lines: tuple[Line, ...] = (asked,)
    if opens_mm is not None:
        lines = (
            asked,
            Line(
                "g_warm",
                "when it runs warm",
                "g + growth",
                f"{number(gap_mm)} + {number(opens_mm)}",
                warm,
                "mm",
                "practice",
            ),
        )
    if gap_mm < FLINGER_LEAST_MM:
        verdict = Verdict(
            "too close",
            Level.STOP,
            f"{travel_text(gap_mm)}: it rubs. Slide it to touch, then back"
            f" {travel_text(FLINGER_MM)}.",
            code=ShaftEndCode.TOO_CLOSE,
        )
    elif warm is not None and warm < FLINGER_LEAST_MM / 2:
        verdict = Verdict(
            "closes when warm",
            Level.STOP,
            f"{travel_text(max(warm, 0.0))} left when the shaft has grown: set it back by that"
            " much.",
            code=ShaftEndCode.CLOSES_WHEN_WARM,
        )
    elif gap_mm > FLINGER_MOST_MM:
        verdict = Verdict(
            "too wide", Level.WATCH, f"{travel_text(gap_mm)}: dirt and wash water get behind it."
        )
    elif warm is None:
        why = (
            f"{travel_text(gap_mm)} of about {travel_text(FLINGER_MM)}; how it stands warm is not"
            " known, for nobody said how much the shaft grows."
        )
        verdict = Verdict("right when cold", Level.WATCH, why)
    else:
        verdict = Verdict(
            "as asked", Level.GOOD, f"{travel_text(gap_mm)} of about {travel_text(FLINGER_MM)}."
        )
    return Result(
        "flinger_gap", "Flinger to cover", round(gap_mm, 2), "mm", verdict=verdict, working=lines
    )
