"""After fresh grease: temperature rises, falls below and settles; what does not is overfilled or
worse.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum

from tribodex.core.warmth.reading import Warmth
from tribodex.core.warmth.settling import Limits
from tribodex.core.working import Level, Verdict, number


class PurgeCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BEFORE_NOT_KNOWN = "purge.before_not_known"
    NOT_READ_YET = "purge.not_read_yet"
    OVERFILLED = "purge.overfilled"
    STOP_TOO_HOT = "purge.stop_too_hot"
    TOO_EARLY_TO_SAY = "purge.too_early_to_say"


# How long a rise after fresh grease may last (min), what counts as a rise, and what as back (K).
# Common practice, no source.
RISES_FOR_MIN = 240.0
RISE_K, BACK_K = 3.0, 2.0


def judge_purge(before_c: float | None, after: Sequence[Warmth], limits: Limits) -> Verdict:
    """What temperatures after regreasing say: minutes count from the grease.

    Symbols: temperature before (°C), None not known; readings after it.
    Valid: regreased while it runs, or run again at once.
    Raises: nothing.
    Source: common practice, no source: it rises, falls, and settles.

    >>> w = lambda t, c: Warmth(t, c, c, 1.0)
    >>> judge_purge(50, [w(10, 56), w(40, 60), w(120, 54), w(240, 50)], Limits()).word
    'normal purge'
    >>> judge_purge(50, [w(60, 60), w(180, 66), w(300, 72)], Limits()).word
    'overfilled'
    """
    closed = [
        (r.minutes, r.middle_c)
        for r in sorted(after, key=lambda r: r.minutes)
        if r.middle_c is not None
    ]
    if not closed:
        return Verdict(
            "not read yet",
            Level.UNKNOWN,
            "Read it after ten minutes, and again: it rises, then falls and settles.",
            code=PurgeCode.NOT_READ_YET,
        )
    hot = [c for _, c in closed if c >= limits.stop_c]
    if hot:
        return Verdict(
            "stop: too hot",
            Level.STOP,
            f"{number(hot[-1])} °C after greasing: stop, let grease out, look at relief and seals.",
            code=PurgeCode.STOP_TOO_HOT,
        )
    if before_c is None:
        return Verdict(
            "before not known",
            Level.UNKNOWN,
            "How warm it was before the grease is not known: what follows is only compared with"
            " itself.",
            code=PurgeCode.BEFORE_NOT_KNOWN,
        )
    top, last_min, last = max(c for _, c in closed), closed[-1][0], closed[-1][1]
    if top - before_c < RISE_K:
        if last_min < 30:
            return Verdict(
                "too early to say",
                Level.UNKNOWN,
                "No rise yet. Read again within the hour.",
                code=PurgeCode.TOO_EARLY_TO_SAY,
            )
        return Verdict(
            "no rise",
            Level.WATCH,
            "It did not warm: the grease may not have reached the bearing. Look at fitting and"
            " line.",
        )
    if last <= before_c + BACK_K:
        return Verdict(
            "normal purge",
            Level.GOOD,
            f"Rose to {number(top)} °C, back at {number(last)} °C: grease found its place.",
        )
    if last < top - BACK_K:
        return Verdict(
            "falling",
            Level.GOOD,
            f"Rose to {number(top)} °C and falls, {number(last)} °C now. Read once more until it"
            " settles.",
        )
    if last_min > RISES_FOR_MIN:
        return Verdict(
            "overfilled",
            Level.STOP,
            f"Still {number(last)} °C after {last_min / 60:.0f} h, {number(before_c)} before: too"
            " much. Let grease out.",
            code=PurgeCode.OVERFILLED,
        )
    return Verdict(
        "still rising",
        Level.WATCH,
        f"{number(before_c)} to {number(last)} °C. It may rise for some hours; no more grease. Read"
        " again.",
    )
