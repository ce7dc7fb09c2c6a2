"""What was found at something that does not move the bearing, where feeler and nut do not agree,
and what it says of the reason.

Another taper and a sleeve that slips look alike to the feeler: both take too little for the turn.
What lies on the bench tells them apart.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from enum import StrEnum

from tribodex.core.adviser.prior import Explanation


class LookTarget(StrEnum):
    """What can be looked at without moving the bearing."""

    NUMBERS = "numbers"
    THREADS = "threads"
    SLEEVE_END = "sleeve_end"
    ZERO = "zero"


class LookFound(StrEnum):
    """What was found there."""

    PAIR = "pair"
    NO_PAIR = "no pair"
    PITCH = "pitch as planned"
    OTHER_PITCH = "other pitch"
    STILL = "where it was"
    MOVED = "moved"
    TESTED = "tap-tested"
    BY_HAND = "only by hand"
    DRIVEN = "driven before it"
    UNKNOWN = "cannot be told"


WORDS: dict[LookTarget, dict[LookFound, str]] = {
    LookTarget.NUMBERS: {
        LookFound.PAIR: "one family, the taper as planned",
        LookFound.NO_PAIR: "not a pair: another taper or another size",
        LookFound.UNKNOWN: "cannot be read",
    },
    LookTarget.THREADS: {
        LookFound.PITCH: "the pitch as planned",
        LookFound.OTHER_PITCH: "another pitch",
        LookFound.UNKNOWN: "cannot be counted here",
    },
    LookTarget.SLEEVE_END: {
        LookFound.STILL: "the sleeve is where it was, by its mark",
        LookFound.MOVED: "the sleeve has turned or slid",
        LookFound.UNKNOWN: "nobody made a mark",
    },
    LookTarget.ZERO: {
        LookFound.TESTED: "tap-tested, at metal-to-metal",
        LookFound.BY_HAND: "only hand-tight",
        LookFound.DRIVEN: "driven up before it was set",
        LookFound.UNKNOWN: "nobody knows",
    },
}
# What a look proves by itself, and what it leaves hardly likely (the share that stays; own choice:
# numbers are misread, marks smear).
PROVES = {
    LookFound.NO_PAIR: Explanation.TAPER,
    LookFound.OTHER_PITCH: Explanation.TAPER,
    LookFound.MOVED: Explanation.SLIP,
    LookFound.BY_HAND: Explanation.ZERO_LATE,
    LookFound.DRIVEN: Explanation.ZERO_EARLY,
}
_LEAVES: dict[LookFound, Mapping[Explanation, float]] = {
    LookFound.PAIR: {Explanation.TAPER: 0.05},
    LookFound.STILL: {Explanation.SLIP: 0.1},
    LookFound.TESTED: {Explanation.ZERO_LATE: 0.3, Explanation.ZERO_EARLY: 0.1},
}
# What cannot be followed by the feeler: the parts are wrong, or move with the nut.
MECHANISM = (Explanation.TAPER, Explanation.SLIP)

# Less of the nut's travel than this share reached the ring: the sleeve went along. With a greater
# error than this share of it nothing is told.
SHORT_SHARE, TELLS_SHARE = 0.92, 0.25
# A ring goes no further than the nut pushes it; more than this share of it is a length misread (own
# choice).
MOST_SHARE = 1.15
# How well two lengths from sleeve end to ring differ (mm, about 19 times in 20; common practice, no
# source).
LENGTH_ERROR_MM = 0.03


def by_travel(travel_mm: float, nut_mm: float, marks_mm: float) -> LookFound:
    """Whether the ring went up its sleeve as far as the nut says.

    Symbols: s travel of the ring on the sleeve (mm), s_n = P·α/360 travel of the nut (mm), u what
    its marks may be off by (mm); the sleeve went along where s + √(0.03² + u²) < 0.92·s_n.
    Valid: both lengths from the sleeve's thread end to the ring's near face, the first with the nut
    at its zero mark; what the slit still closes takes nothing away, for the nut pushes the ring
    along the sleeve meanwhile.
    Raises: nothing; where the error is more than a quarter of s_n nothing is told.
    Source: geometry of the thread; shares are own choice.

    >>> (
    ...     by_travel(0.71, 0.75, 0.03).value,
    ...     by_travel(0.5, 0.75, 0.03).value,
    ...     by_travel(0.02, 0.1, 0.03).value,
    ... )
    ('where it was', 'moved', 'cannot be told')
    """
    error = math.hypot(LENGTH_ERROR_MM, marks_mm)
    if error > TELLS_SHARE * nut_mm:
        return LookFound.UNKNOWN
    return LookFound.MOVED if travel_mm + error < SHORT_SHARE * nut_mm else LookFound.STILL


def proven(found: Iterable[LookFound]) -> Explanation | None:
    """The reason that was seen; wrong parts before what moves, what moves before a wrong mark.

    >>> (
    ...     proven([LookFound.BY_HAND, LookFound.MOVED]).value,
    ...     proven([LookFound.PAIR, LookFound.STILL]) is None,
    ... )
    ('sleeve slips or gives way', True)
    """
    seen = [PROVES[one] for one in found if one in PROVES]
    order = (Explanation.TAPER, Explanation.SLIP, Explanation.ZERO_EARLY, Explanation.ZERO_LATE)
    return next((reason for reason in order if reason in seen), None)


def left_by(found: Iterable[LookFound]) -> dict[Explanation, float]:
    """What is left of the usual share of each explanation (1), after what was looked at; those that
    no look touched are not named.

    >>> left_by([LookFound.PAIR, LookFound.STILL])[Explanation.TAPER], left_by([LookFound.UNKNOWN])
    (0.05, {})
    """
    left: dict[Explanation, float] = {}
    for one in found:
        for reason, share in _LEAVES.get(one, {}).items():
            left[reason] = left.get(reason, 1.0) * share
    return left


def weighed(
    shares: Mapping[Explanation, float], found: Iterable[LookFound]
) -> dict[Explanation, float]:
    """What explains it, with what was seen: a reason that was seen stands first. What a look ruled
    out hardly counts in the shares already.

    >>> shares = {Explanation.TAPER: 0.4, Explanation.SLIP: 0.3, Explanation.READING: 0.1}
    >>> (
    ...     list(weighed(shares, [LookFound.PAIR]))[0].value,
    ...     list(weighed(shares, [LookFound.STILL, LookFound.MOVED]))[0].value,
    ... )
    ('other taper or thread', 'sleeve slips or gives way')
    """
    seen = list(found)
    left = dict(shares)
    if (cause := proven(seen)) is not None:
        left[cause] = left.get(cause, 0.0) + max(1.0, sum(left.values()))
    total = sum(left.values()) or 1.0
    return {
        explains: share / total
        for explains, share in sorted(left.items(), key=lambda pair: -pair[1])
    }
