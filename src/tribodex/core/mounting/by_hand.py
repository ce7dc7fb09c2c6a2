"""The final check where no leaf gets in: how far the nut was turned, and what a hand feels."""

from __future__ import annotations

from typing import Literal

from tribodex.core.components.bands import Span
from tribodex.core.mounting.judgement import FinalCode, FinalVerdict
from tribodex.core.working import Level, Verdict

# How a ring swivels when a hand tilts it.
Swivel = Literal["freely", "slight drag", "binds"]


def judge_hand(
    swivel: Swivel,
    turns_freely: bool,
    nut_deg: float,
    range_deg: Span | None,
    by_feel: bool = False,
    *,
    zero_proven: bool = True,
    past_by_name: bool = False,
) -> FinalVerdict:
    """Judge a mounting that cannot be gauged: by how the ring swivels and turns, and by how far the
    nut was turned.

    An angle from metal-to-metal counts only from a zero that was tapped, and a ring that still
    swivels freely does not agree with it.

    Symbols: swivel “freely”, “slight drag” or “binds”; nut turn from its zero point and the range
    asked (degrees); by_feel: the swivelling decides as well; past_by_name: a tab was met past the
    range, by name.
    Valid: sealed housed units and self-aligning ball bearings.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     judge_hand("slight drag", True, 110, Span(100, 120)).overall.word,
    ...     judge_hand("binds", True, 110, None).overall.level.value,
    ... )
    ('in order', 'stop')
    """
    # What the hand feels outranks a counted angle: an angle cannot know a ring that was tight.
    if not turns_freely or swivel == "binds":
        residual = Verdict(
            "too little clearance",
            Level.STOP,
            "The ring binds or does not turn freely by hand: driven too far.",
            code=FinalCode.TOO_LITTLE_PLAY,
        )
    else:
        residual = Verdict(
            "turns freely",
            Level.GOOD,
            "The ring turns freely and swivels"
            f" {'freely' if swivel == 'freely' else 'with slight drag'}.",
        )
    if range_deg is None:
        reduction = Verdict(
            "no range known",
            Level.UNKNOWN,
            f"The nut stands {nut_deg:.0f}° from its zero point; no range is known.",
            code=FinalCode.NO_RANGE_KNOWN,
        )
    elif nut_deg < range_deg.low - 1:
        reduction = Verdict(
            "too little turn",
            Level.STOP,
            f"{nut_deg:.0f}° of {range_deg.low:.0f} to {range_deg.high:.0f}°: it may creep on its"
            " sleeve.",
            code=FinalCode.TOO_LITTLE_TURN,
        )
    elif nut_deg > range_deg.high + 1 and past_by_name:
        past = (
            f"{nut_deg:.0f}°, {range_deg.low:.0f} to {range_deg.high:.0f}° asked; the next tab was"
            " met, by name."
        )
        reduction = Verdict("past the range by a tab", Level.WATCH, past)
    elif nut_deg > range_deg.high + 1:
        reduction = Verdict(
            "turned past the range",
            Level.STOP,
            f"{nut_deg:.0f}°, {range_deg.low:.0f} to {range_deg.high:.0f}° asked.",
            code=FinalCode.TURNED_PAST_THE_RANGE,
        )
    else:
        reduction = Verdict(
            "turn reached",
            Level.GOOD,
            f"{nut_deg:.0f}°, {range_deg.low:.0f} to {range_deg.high:.0f}° asked.",
        )
    levels = (residual.level, reduction.level)
    if Level.STOP in levels:
        overall = Verdict(
            "not in order",
            Level.STOP,
            "Read the reasons; release and start again, or ask the maker.",
            code=FinalCode.NOT_IN_ORDER,
        )
    elif not zero_proven:
        overall = Verdict(
            "zero not proven",
            Level.UNKNOWN,
            "The zero that the figure counts from was not proven: not tapped where it should be, or"
            " a sheet that does not say which zero it means. The turn may be nothing but closing"
            " the sleeve. Tapped after all: correct that entry; else release, and set the zero"
            " anew.",
            code=FinalCode.ZERO_NOT_PROVEN,
        )
    # Two witnesses that part: neither is believed before it is looked at again.
    elif by_feel and swivel == "freely":
        overall = Verdict(
            "turn and feel do not agree",
            Level.UNKNOWN,
            "It still swivels freely where a slight drag should be felt: feel it once more, or"
            " release and look why.",
            code=FinalCode.FEEL_DOES_NOT_AGREE,
        )
    elif Level.UNKNOWN in levels or Level.WATCH in levels:
        overall = Verdict(
            "in order, with a remark",
            Level.WATCH,
            "A limit is not known, or a tab was met past it: read the reasons.",
        )
    else:
        overall = Verdict(
            "in order", Level.GOOD, "Turn and feel agree. The clearance itself was not gauged."
        )
    return FinalVerdict(residual, reduction, overall)
