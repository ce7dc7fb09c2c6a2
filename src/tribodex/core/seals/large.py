"""Large radial shaft seals: warmed, rested, spring, helpers, pressed in by the clock, cover; and
when each has to begin.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.working import Level, Line, Result, Verdict, number

# Shafts from which a ring counts as large, has its spring apart, and asks for helpers and straps
# (mm; common practice, no source).
LARGE_MM, SPRING_APART_MM, HELPERS_MM = 500.0, 800.0, 1500.0
# Loops this long are pressed in one go (mm along the rim; our figure): longer ones are halved
# again.
LOOP_MM = 1_400.0
# Frosty, it is left in the warm overnight, whatever is worked out (h; common practice, no source).
OVERNIGHT_H = 12.0
# Longer than its seat by more than this it is another ring, or a slip of the tape (share; our
# figure).
MOST_EXCESS = 0.03
# Before a check of size it lies flat (h; common practice, no source).
REST_H = 1.0
# Rubber in a carton: heat it takes (J/m³K), heat it gets in still air through open or closed carton
# (W/m²K); handbook values, from memory.
PACK_J_M3K, OPEN_W, CLOSED_W = 0.9e6, 6.0, 3.5
RIGHT_THROUGH_C, ROOM_C = 2.0, 18.0


def warm_up(
    box_mm: float, store_c: float, room_c: float, *, lid_open: bool, to_c: float = RIGHT_THROUGH_C
) -> Result:
    """Hours until a boxed ring is warm right through: t = ρc·(h/2)/U·ln((T_r - T_s)/(T_r - T)).

    Symbols: h height of the pack (mm); T_s store, T_r room, T what is asked (°C); ρc of the pack, U
        to still air.
    Valid: still air on both sides; good to about a half, frost and draught count.
    Raises: InvalidInput where the room is not warmer than what is asked.
    Source: lumped warming, physics; heat values from memory.

    >>> r = warm_up(150, -15, 20, lid_open=True)
    >>> round(r.value, 1), warm_up(150, 10, 20, lid_open=True).value
    (2.1, 0.0)
    """
    if not 10 <= box_mm <= 2_000:
        raise InvalidInput.at(
            "box",
            f"A pack of {number(box_mm)} mm is out of range.",
            "its height in the box, 10 to 2000 mm",
        )
    if store_c >= to_c:
        return Result(
            "warm_up",
            "Warm right through after",
            0.0,
            "h",
            note=f"It comes with {number(store_c)} °C: warm enough.",
        )
    if room_c <= to_c + 1:
        raise InvalidInput.at(
            "room",
            f"A room of {number(room_c)} °C does not warm it to {number(to_c)} °C.",
            "a warmer room",
        )
    u = OPEN_W if lid_open else CLOSED_W
    tau_h = PACK_J_M3K * box_mm / 2000 / u / 3600
    hours = tau_h * math.log((room_c - store_c) / (room_c - to_c))
    lines = (
        Line(
            "τ",
            f"{'lid open' if lid_open else 'lid closed'}, U = {u:g} W/m²K",
            "ρc·(h/2)/U",
            f"0.9e6·{number(box_mm / 2)}/{u:g}",
            tau_h,
            "h",
            "practice",
        ),
        Line(
            "t",
            f"from {number(store_c)} to {number(to_c)} °C",
            "τ·ln((T_r - T_s)/(T_r - T))",
            f"{number(tau_h)}·ln({number(room_c - store_c)}/{number(room_c - to_c)})",
            hours,
            "h",
            "practice",
        ),
    )
    note = (
        "Good to about a half: feel it in the middle before it is bent. A frosty ring is left"
        " overnight."
    )
    return Result(
        "warm_up",
        "Warm right through after",
        round(hours, 1),
        "h",
        uncertainty=round(hours / 2, 1),
        working=lines,
        note=note,
    )


def pressing_order(shaft_mm: float) -> tuple[float, ...]:
    """The order of pressing in as hours of a clock: 12 with the joint, 6, for larger ones 3 and 9,
    then halves of what is left.

    The loops between shrink evenly; begun at one spot, the last one cannot be pressed in.

    Symbols: shaft (mm).
    Valid: rings longer than their seat, pressed in by hand.
    Raises: InvalidInput for a shaft that cannot be.
    Source: common practice, no source: 12 and 6 for all, 3 and 9 and further halvings for larger
        ones.

    >>> pressing_order(600), pressing_order(900), len(pressing_order(3000))
    ((12.0, 6.0), (12.0, 6.0, 3.0, 9.0), 8)
    """
    if not 10 <= shaft_mm <= 6_000:
        raise InvalidInput.at(
            "shaft", f"A shaft of {number(shaft_mm)} mm is out of range.", "10 to 6000 mm"
        )
    order = [12.0, 6.0]
    step = 6.0
    while math.pi * shaft_mm * step / 12 > LOOP_MM:
        # Halves between, each with the one across from it.
        step /= 2
        new = [
            hour for hour in (step * (2 * i + 1) for i in range(int(6 / step))) if hour not in order
        ]
        first = [hour for hour in new if hour < 6]
        order += [hour for early in first for hour in (early, early + 6)]
    return tuple(order)


def excess_length(ring_mm: float, seat_mm: float, loops: int) -> Result:
    """What a ring is longer than its seat, on purpose: E = L - π·D; and what each loop between two
    pressed places must swallow: E/n.

    Symbols: L length of the ring along its outside, D diameter of the seat (mm); n loops.
    Valid: rings that are pressed in by hand, in loops of equal length.
    Raises: InvalidInput for sizes that cannot be of one ring.
    Source: geometry; that it is longer on purpose is common practice, no source.

    >>> r = excess_length(3782, 1200, 4)
    >>> round(r.value, 1), r.note.split(":")[0]
    (12.1, 'Each of 4 loops swallows 3 mm')
    >>> excess_length(3760, 1200, 4).verdict.word, excess_length(4000, 1200, 4).verdict.word
    ('too short', 'far too long')
    """
    if not (seat_mm > 0 and 0.5 < ring_mm / (math.pi * seat_mm) < 2):
        raise InvalidInput.at(
            "ring",
            f"A ring of {number(ring_mm)} mm for a seat of {number(seat_mm)} mm cannot be.",
            "length along it; diameter of the seat",
        )
    round_it = math.pi * seat_mm
    excess = ring_mm - round_it
    lines = (
        Line(
            "E",
            "longer than its seat",
            "L - π·D",
            f"{number(ring_mm)} - π·{number(seat_mm)}",
            excess,
            "mm",
            "gauged",
        ),
        Line(
            "E/n", "each loop", "E/n", f"{number(excess)}/{loops}", excess / loops, "mm", "gauged"
        ),
    )
    if excess <= 0:
        why = (
            f"{number(-excess)} mm short: it is longer than its seat on purpose. Measure both"
            " again; another ring."
        )
        verdict = Verdict("too short", Level.STOP, why, code=LargeCode.TOO_SHORT)
    elif excess > MOST_EXCESS * round_it:
        verdict = Verdict(
            "far too long",
            Level.STOP,
            f"{number(excess)} mm longer: another ring, or a slip of the tape.",
            code=LargeCode.TOO_LONG,
        )
    else:
        verdict = Verdict(
            "longer on purpose",
            Level.GOOD,
            f"{number(excess)} mm longer than its seat, as it should be.",
        )
    note = (
        f"Each of {loops} loops swallows {number(round(excess / loops, 1))} mm: they shrink evenly."
    )
    return Result(
        "excess_length",
        "Longer than its seat",
        round(excess, 2),
        "mm",
        verdict=verdict,
        working=lines,
        note=note,
    )


class LargeCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_LONG = "large.too_long"
    TOO_SHORT = "large.too_short"


@dataclass(frozen=True)
class Step:
    """Something to do, and how long it takes (h). `beside`: while the step before it goes on, done
    when that is.
    """

    id: str
    words: str
    hours: float
    beside: bool = False


@dataclass(frozen=True)
class Begins:
    """A step with the moment it has to begin."""

    words: str
    at: datetime
    hours: float


def backwards(start: datetime, steps: Sequence[Step]) -> tuple[Begins, ...]:
    """When each step has to begin so that all are done at a wished start: one after the other, but
    for what goes on beside the one before.

    >>> from datetime import UTC
    >>> [
    ...     b.at.hour
    ...     for b in backwards(
    ...         datetime(2026, 12, 1, 6, tzinfo=UTC), [Step("a", "warm", 8), Step("b", "rest", 1)]
    ...     )
    ... ]
    [21, 5]
    >>> [
    ...     b.at.hour
    ...     for b in backwards(
    ...         datetime(2026, 12, 1, 6, tzinfo=UTC),
    ...         [Step("a", "rest", 1), Step("b", "housing", 2, beside=True)],
    ...     )
    ... ]
    [5, 4]
    """
    at, found = start, []
    for step in reversed(steps):
        begins = at - timedelta(hours=step.hours)
        found.append(Begins(step.words, begins, step.hours))
        at = at if step.beside else begins
    return tuple(reversed(found))


def steps_of(
    warm_h: float,
    *,
    spring_apart: bool,
    helpers: bool,
    frosty: bool = False,
    rests: bool = True,
    covered: bool = True,
    together: bool = True,
) -> tuple[Step, ...]:
    """What a large ring takes before the machine may start, in its order (hours common practice, no
    source).

    The housing is made ready by somebody else while the ring lies, or warms.
    """
    warm_words = (
        "ring from the frosty store into the warm, overnight"
        if frosty
        else "ring from the store brought indoors and unpacked"
    )
    warm = (
        [Step("warm", warm_words, max(warm_h, OVERNIGHT_H if frosty else 0.0))]
        if warm_h > 0 or frosty
        else []
    )
    rest = [Step("rest", "flat on a big table, then a check of size", REST_H)] if rests else []
    spring = (
        [Step("spring", "spring: lock checked, groove greased, laid in", 0.5)]
        if spring_apart
        else []
    )
    return (
        *warm,
        *rest,
        (
            Step("housing", "beside that: housing dry and clean, edges rounded", 1.0, beside=True)
            if together and (warm or rest)
            else Step("housing", "housing dry and clean, edges rounded", 1.0)
        ),
        *spring,
        Step(
            "press",
            f"pressed in by the clock{', with helpers' if helpers else ''}",
            1.5 if helpers else 1.0,
        ),
        *([Step("cover", "cover on, evenly, to torque", 1.0)] if covered else []),
    )
