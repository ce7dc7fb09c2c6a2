"""How warm a ring must be to go on by hand, how warm it may be, and when it grips."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.material import RING_STEEL
from tribodex.core.components.straight import Closure, StraightBearing
from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import um_text
from tribodex.core.sources import PRACTICE
from tribodex.core.working import Level, Line, Result, Verdict, number


class HeatingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    ABOVE_THE_LIMIT = "heating.above_the_limit"
    MELTED_UNSEEN = "heating.melted_unseen"
    MAY_BE_ABOVE = "heating.may_be_above"
    INNER_RING_TOO_FAR_AHEAD = "heating.inner_ring_too_far_ahead"
    OVER_ITS_LIMIT = "heating.over_its_limit"
    TOO_LITTLE_ROOM = "heating.too_little_room"


ALPHA_PER_K = RING_STEEL.expansion_um_per_m_k * 1e-6
# Room to drop it on (share of the bore, and the least); less than this is no room at all. Common
# practice, no source.
GAP_SHARE, GAP_LEAST_MM = 0.0004, 0.010
NO_ROOM_SHARE = 0.0002
# Steel of ordinary rings is stable to 120 °C, never above 125; grease and seals bear 80 unless the
# maker's sheet says more, and never more than 200 °F (93.3 °C) without it. Common practice, no
# source.
STEEL_C, STEEL_NEVER_C, SEALED_C, SEALED_NEVER_C = 120.0, 125.0, 80.0, (200 - 32) / 1.8
# What is compared with a limit is read no closer than this (K).
READ_K = 0.05
# A probe or crayon reads this well (K).
PROBE_K = 3.0
# A mark seen unmelted within so many seconds of its melt has only just melted (common practice, no
# source).
SEEN_S = 10.0
MOST_DIFFERENCE_K = 50.0


@dataclass(frozen=True)
class HeatLimit:
    """How warm the ring may be, why, and what lies beyond it."""

    limit_c: float
    never_c: float
    why: str


def heat_limit(closure: Closure, by_sheet_c: float | None = None) -> HeatLimit:
    """The limit for a ring: by its steel, by its seals and grease, or by the maker's sheet where
    that was typed in.

    Raises InvalidInput for a sheet above what the steel bears.

    >>> (
    ...     heat_limit(Closure.SEALED).limit_c,
    ...     heat_limit(Closure.OPEN).limit_c,
    ...     heat_limit(Closure.SEALED, 100).limit_c,
    ... )
    (80.0, 120.0, 100)
    """
    if by_sheet_c is not None:
        if not 40 <= by_sheet_c <= STEEL_NEVER_C:
            right = f"40 to {STEEL_NEVER_C:.0f} °C; a ring for more is not an ordinary one"
            raise InvalidInput.at(
                "limit", f"{by_sheet_c:g} °C is not a limit of an ordinary ring.", right
            )
        return HeatLimit(by_sheet_c, by_sheet_c, "by the maker's sheet")
    if closure is Closure.OPEN:
        return HeatLimit(STEEL_C, STEEL_NEVER_C, "ordinary ring steel keeps its size up to here")
    return HeatLimit(SEALED_C, SEALED_NEVER_C, "seals and grease; more only by the maker's sheet")


def gap_wanted_mm(bore_mm: float) -> float:
    """Room to drop a ring on by hand (mm on diameter)."""
    return max(GAP_SHARE * bore_mm, GAP_LEAST_MM)


def contact_c(bore_mm: float, shaft_c: float, interference_um: float) -> float:
    """The temperature at which the ring touches its seat: T_shaft + I/(α·d).

    >>> round(contact_c(45, 20, 27), 1)
    70.0
    """
    return shaft_c + max(interference_um, 0.0) / 1000 / (ALPHA_PER_K * bore_mm)


def heat_needed(
    bearing: StraightBearing, shaft_c: float, interference_um: float, limit: HeatLimit
) -> Result:
    """Temperature to heat the ring to: T = T_shaft + (I + gap)/(α·d); judged the other way round,
    by the gap left at the permitted temperature.

    Symbols: I greatest interference (µm); gap 0.0004·d, at least 0.010 mm; d bore (mm); α 12e-6/K.
    Valid: an even warm ring; the shaft at its own temperature.
    Raises: nothing. The limit is never raised to gain room.
    Source: linear expansion; gap and limits are common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> b = StraightBearing(45, 85, 19, Group.C3, Closure.OPEN)
    >>> r = heat_needed(b, 20, 27, heat_limit(Closure.OPEN))
    >>> round(r.value), r.verdict.word
    (103, 'goes on by hand')
    >>> cold = heat_needed(b, 20, 27, heat_limit(Closure.SEALED))
    >>> cold.verdict.word, cold.value, "Heat alone cannot" in cold.verdict.reason
    ('not enough expansion to slip on', 80.0, True)
    >>> heat_needed(b, 20, -3, heat_limit(Closure.OPEN)).verdict.word
    'slides on cold'
    """
    d, gap = bearing.bore_mm, gap_wanted_mm(bearing.bore_mm)
    tight = max(interference_um, 0.0) / 1000
    grown = f"12e-6·{number(d)}"
    need = shaft_c + (tight + gap) / (ALPHA_PER_K * d)
    at_limit = ALPHA_PER_K * d * (limit.limit_c - shaft_c) - tight
    to_drop = f"{number(shaft_c)} + ({number(tight)} + {number(gap)})/({grown})"
    room = f"{grown}·({number(limit.limit_c)} - {number(shaft_c)}) - {number(tight)}"
    touches = contact_c(d, shaft_c, interference_um)
    lines = (
        Line("T", "to heat it to", "T_s + (I + gap)/(α·d)", to_drop, need, "°C", "expansion"),
        Line(
            "T_touch",
            "it touches its seat at",
            "T_s + I/(α·d)",
            f"{number(shaft_c)} + {number(tight)}/({grown})",
            touches,
            "°C",
            "expansion",
        ),
        Line(
            "gap",
            "room left at the permitted temperature",
            "α·d·(T_limit - T_s) - I",
            room,
            at_limit,
            "mm",
            "expansion",
        ),
        Line("T_limit", limit.why, "", "", limit.limit_c, "°C", PRACTICE.id),
    )
    if interference_um <= 0:
        verdict = Verdict(
            "slides on cold",
            Level.GOOD,
            "It has play on its seat: pushed on by hand, nothing is heated.",
        )
        return Result(
            "heat_needed", "Heat the ring to", shaft_c, "°C", verdict=verdict, working=lines
        )
    if need <= limit.limit_c:
        verdict = Verdict(
            "goes on by hand",
            Level.GOOD,
            f"Heat to {need:.0f} °C; never above {limit.limit_c:.0f} °C ({limit.why}).",
        )
    elif at_limit >= room_to_push_mm(d):
        words = (
            f"At {limit.limit_c:.0f} °C {um_text(at_limit * 1000)} of room is left: less than is"
            " easy. Everything laid out, straight, and quick."
        )
        verdict = Verdict("little room", Level.WATCH, words)
    else:
        cold = limit.limit_c - (tight + room_to_push_mm(d)) / (ALPHA_PER_K * d)
        left = um_text(max(at_limit, 0.0) * 1000)
        words = (
            f"Heat alone cannot do it: at {limit.limit_c:.0f} °C only {left} is left, and"
            f" {need:.0f} °C would be needed. Cool the shaft to {cold:.0f} °C or below, or press;"
            " the limit stays."
        )
        verdict = Verdict(
            "not enough expansion to slip on", Level.STOP, words, code=HeatingCode.TOO_LITTLE_ROOM
        )
    # Never more than the ring may have: what would be needed beyond it stands in the working.
    return Result(
        "heat_needed",
        "Heat the ring to",
        min(need, limit.limit_c),
        "°C",
        uncertainty=PROBE_K,
        verdict=verdict,
        working=lines,
    )


def room_to_push_mm(bore_mm: float) -> float:
    """The least room with which a ring can be pushed on (mm on diameter): 0.010 mm or 0.0002·d,
    whichever is larger.
    """
    return max(GAP_LEAST_MM, NO_ROOM_SHARE * bore_mm)


def push_above_c(bore_mm: float, shaft_c: float, interference_um: float) -> float:
    """What a ring has to have at least to be pushed on: contact, and the least room.

    >>> round(push_above_c(45, 20, 27), 1)
    88.5
    """
    tight_mm = max(interference_um, 0.0) / 1000
    return shaft_c + (tight_mm + room_to_push_mm(bore_mm)) / (ALPHA_PER_K * bore_mm)


def judge_crayon(limit: HeatLimit, rating_c: float, melted: bool, seen_s: float | None) -> Verdict:
    """A crayon's mark: not melted, the ring is below its rating; melted, at or above it, and
    nothing tells how far.

    A melt counts as not over only where the mark was seen unmelted within the last seconds.

    >>> (
    ...     judge_crayon(heat_limit(Closure.SEALED), 76, False, None).word,
    ...     judge_crayon(heat_limit(Closure.SEALED), 76, True, None).word,
    ... )
    ('below the crayon', 'melted unseen')
    """
    if not melted:
        if rating_c <= limit.limit_c + READ_K:
            return Verdict(
                "below the crayon",
                Level.GOOD,
                f"Below {rating_c:.0f} °C, {limit.limit_c:.0f} °C allowed.",
            )
        if rating_c <= limit.never_c + READ_K:
            why = (
                f"Below {rating_c:.0f} °C, where {limit.limit_c:.0f} °C is the limit: it may be"
                " above it. Heater off until a thermometer tells."
            )
            return Verdict(
                "may be above the limit", Level.UNKNOWN, why, code=HeatingCode.MAY_BE_ABOVE
            )
        why = (
            f"A mark of {rating_c:.0f} °C says nothing of {limit.limit_c:.0f} °C: another crayon,"
            " or a thermometer."
        )
        return Verdict("may be above the limit", Level.UNKNOWN, why, code=HeatingCode.MAY_BE_ABOVE)
    if rating_c > limit.never_c + READ_K:
        return Verdict(
            "over its limit",
            Level.STOP,
            f"At or above {rating_c:.0f} °C, where {limit.never_c:.0f} °C is never exceeded.",
            code=HeatingCode.OVER_ITS_LIMIT,
        )
    if rating_c > limit.limit_c + READ_K:
        return Verdict(
            "above the limit",
            Level.STOP,
            f"At or above {rating_c:.0f} °C of {limit.limit_c:.0f} °C: heater off.",
            code=HeatingCode.ABOVE_THE_LIMIT,
        )
    if seen_s is None or seen_s > SEEN_S:
        why = (
            f"It melted while nobody looked: at or above {rating_c:.0f} °C, and nothing tells how"
            " far. A thermometer now, or let it cool."
        )
        return Verdict("melted unseen", Level.UNKNOWN, why, code=HeatingCode.MELTED_UNSEEN)
    return Verdict(
        "just melted", Level.WATCH, f"{rating_c:.0f} °C just reached: heater off, fit it now."
    )


def judge_warmth(limit: HeatLimit, closure: Closure, ring_c: float) -> Verdict | None:
    """What a thermometer alone speaks against; None where nothing does.

    >>> judge_warmth(heat_limit(Closure.OPEN), Closure.OPEN, 121).word
    'above the limit'
    """
    if ring_c > limit.never_c + READ_K:
        gone = (
            "Its grease and seals are spoilt: scrap."
            if closure is not Closure.OPEN
            else "Its steel may have lost its size: not fitted before an engineer says so."
        )
        return Verdict(
            "over its limit",
            Level.STOP,
            f"{ring_c:.0f} °C, where {limit.never_c:.0f} °C is never exceeded. {gone}",
            code=HeatingCode.OVER_ITS_LIMIT,
        )
    if ring_c > limit.limit_c + READ_K:
        return Verdict(
            "above the limit",
            Level.STOP,
            f"{ring_c:.0f} °C of {limit.limit_c:.0f} °C: heater off.",
            code=HeatingCode.ABOVE_THE_LIMIT,
        )
    return None


def judge_reading(
    limit: HeatLimit,
    closure: Closure,
    ring_c: float,
    outer_c: float | None,
    bearing: StraightBearing,
    *,
    play_um: float | None,
) -> Verdict:
    """A thermometer reading against the limit; two probes also against what the clearance bears,
    c/(α·E), at most 50 K.

    Where no clearance is known, for the kind has none of its own, the 50 K alone stand.
    """
    too_warm = judge_warmth(limit, closure, ring_c)
    if too_warm is not None:
        return too_warm
    if outer_c is not None:
        known = play_um is not None
        bears = MOST_DIFFERENCE_K
        if play_um is not None:
            bears = (
                min(play_um / 1000 / (ALPHA_PER_K * bearing.outer_raceway_mm), MOST_DIFFERENCE_K)
                if play_um > 0
                else 0.0
            )
        if ring_c - outer_c > bears:
            most = f"its clearance bears {bears:.0f} K" if known else f"{bears:.0f} K are the most"
            words = (
                f"The inner ring is {ring_c - outer_c:.0f} K warmer; {most}. Off, until they come"
                f" together: {bearing.kind.rolls} would press in."
            )
            return Verdict(
                "inner ring too far ahead",
                Level.STOP,
                words,
                code=HeatingCode.INNER_RING_TOO_FAR_AHEAD,
            )
        if ring_c - outer_c + math.hypot(PROBE_K, PROBE_K) > bears:
            words = (
                f"The inner ring is {ring_c - outer_c:.0f} K warmer, nearer to {bears:.0f} K than"
                " two probes tell: slower."
            )
            return Verdict("inner ring far ahead", Level.WATCH, words)
    if ring_c + PROBE_K > limit.limit_c:
        words = (
            f"{ring_c:.0f} °C of {limit.limit_c:.0f} °C, nearer than a probe tells"
            f" (±{PROBE_K:.0f} K): heater off, fit it now."
        )
        return Verdict("at its limit", Level.WATCH, words)
    return Verdict("inside its limit", Level.GOOD, f"{ring_c:.0f} °C of {limit.limit_c:.0f} °C.")
