"""How a heated ring cools once it is off the heater, and how long that leaves to put it on."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.shouldered.heating import ALPHA_PER_K, PROBE_K, push_above_c, room_to_push_mm
from tribodex.core.working import Level, Line, Result, Verdict, number


class CoolingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_COOL = "cooling.too_cool"
    TIME_NOT_TOLD = "cooling.time_not_told"


@dataclass(frozen=True)
class CoolingFit:
    """How a ring cools: time constant (s) towards a surrounding temperature, from how many
    readings.
    """

    constant_s: float
    towards_c: float
    readings: int


def learn_cooling(readings: Sequence[tuple[float, float]], towards_c: float) -> CoolingFit | None:
    """The time constant of cooling from readings (time in s, temperature in °C), by least squares
    of ln(T - T∞); None where they do not tell.

    Two readings at least, both 3 K above the surroundings, and falling.

    >>> round(learn_cooling([(0, 100), (60, 69.3), (120, 50.6)], 20).constant_s)
    125
    """
    usable = [(t, math.log(c - towards_c)) for t, c in readings if c - towards_c > PROBE_K]
    if len(usable) < 2:
        return None
    mean_t = sum(t for t, _ in usable) / len(usable)
    mean_y = sum(y for _, y in usable) / len(usable)
    spread = sum((t - mean_t) ** 2 for t, _ in usable)
    slope = sum((t - mean_t) * (y - mean_y) for t, y in usable) / spread if spread > 0 else 0.0
    if slope >= -1e-5:
        return None
    return CoolingFit(-1 / slope, towards_c, len(usable))


def seconds_to_contact(now_c: float, contact: float, cooling: CoolingFit) -> float:
    """Time left until the ring touches its seat; zero when it does already.

    >>> round(seconds_to_contact(100, 70, CoolingFit(120, 20, 3)))
    56
    """
    if now_c <= contact:
        return 0.0
    if contact <= cooling.towards_c:
        return math.inf
    return cooling.constant_s * math.log(
        (now_c - cooling.towards_c) / (contact - cooling.towards_c)
    )


def time_off_heater(
    bore_mm: float,
    shaft_c: float,
    interference_um: float,
    readings: tuple[tuple[float, float], tuple[float, float]],
    air_c: float,
) -> Result:
    """How long a ring may still wait in the air before its room is gone, from two readings:
    t = τ·ln((T₂ - T_air)/(T_go - T_air)), τ = Δt/ln((T₁ - T_air)/(T₂ - T_air)).

    Symbols: T₁, T₂ ring's temperature (°C) at two moments Δt (s) apart; T_go least temperature at
    which it can still be pushed on (°C); τ time constant (s). readings: (moment in s, °C), the
    earlier first. The uncertainty is how much shorter it may be.
    Valid: in still air, off the heater. On the shaft it cools many times quicker.
    Raises InvalidInput for readings that do not fall, or that are no warmer than the air by what a
    probe errs.
    Source: Newton's law of cooling; how well a probe reads is common practice, no source.

    >>> far = time_off_heater(45, 20, 27, ((0, 110), (300, 100)), 20)
    >>> round(far.value), round(far.uncertainty), far.verdict.word
    (395, 191, 'so long in the air')
    >>> time_off_heater(45, 20, 27, ((0, 92), (60, 88)), 20).verdict.word
    'too cool to push on'
    """
    (begun_s, first_c), (later_s, second_c) = readings
    apart_s = later_s - begun_s
    _must_tell(apart_s, first_c, second_c, air_c)
    go_c = push_above_c(bore_mm, shaft_c, interference_um)

    def left_s(first: float, second: float) -> float:
        constant_s = apart_s / math.log((first - air_c) / (second - air_c))
        return seconds_to_contact(second, go_c, CoolingFit(constant_s, air_c, 2))

    time_s = left_s(first_c, second_c)
    told = math.isfinite(time_s)
    # Each reading errs by itself, the way that leaves less time; in whole seconds.
    shorter_s = math.inf
    if told:
        by_first = time_s - left_s(first_c + PROBE_K, second_c)
        by_second = time_s - left_s(first_c, second_c - PROBE_K)
        shorter_s = float(math.ceil(math.hypot(by_first, by_second)))
    return Result(
        "time_off_heater",
        "It may wait in the air for",
        time_s if told else None,
        "s",
        uncertainty=shorter_s if told else None,
        verdict=_judge_wait(go_c, second_c, interference_um, time_s, shorter_s),
        working=(
            Line(
                "T_go",
                "it goes on above",
                "T_s + (I + gap)/(α·d)",
                f"{number(shaft_c)} + ({number(max(interference_um, 0.0) / 1000)} +"
                f" {number(room_to_push_mm(bore_mm))})/({ALPHA_PER_K:.0e}·{number(bore_mm)})",
                go_c,
                "°C",
                "expansion",
            ),
            Line(
                "τ",
                "time constant in this air",
                "Δt/ln((T₁ - T_air)/(T₂ - T_air))",
                f"{number(apart_s)}/ln({number(first_c - air_c)}/{number(second_c - air_c)})",
                apart_s / math.log((first_c - air_c) / (second_c - air_c)),
                "s",
                "first_order",
            ),
            Line(
                "t",
                "until it has cooled to that",
                "τ·ln((T₂ - T_air)/(T_go - T_air))",
                f"ln({number(second_c - air_c)}/{number(go_c - air_c)})·τ" if told else "",
                time_s if told else None,
                "s",
                "first_order",
            ),
        ),
    )


def _must_tell(apart_s: float, first_c: float, second_c: float, air_c: float) -> None:
    if apart_s <= 0:
        raise InvalidInput.at(
            "between_s", "Both readings are of the same moment.", "the second later than the first"
        )
    if second_c >= first_c:
        raise InvalidInput.at(
            "later_c",
            f"{second_c:g} °C is not below the first reading of {first_c:g} °C: nothing cools.",
            f"below {first_c:g} °C, read later, the heater off",
        )
    # So near to the air its fall is no more than what a probe errs.
    if second_c - air_c <= PROBE_K:
        raise InvalidInput.at(
            "later_c",
            f"{second_c:g} °C cannot be told from air of {air_c:g} °C.",
            f"more than {air_c + PROBE_K:g} °C: read while it is warm",
        )


def _judge_wait(
    go_c: float, ring_c: float, interference_um: float, time_s: float, shorter_s: float
) -> Verdict:
    # With play on its seat nothing grips, however long it waits.
    if interference_um <= 0:
        return Verdict(
            "slides on cold", Level.GOOD, "It has play on its seat: nothing grips as it cools."
        )
    if ring_c <= go_c:
        why = (
            f"At {ring_c:.0f} °C there is no room left to push it on; {go_c:.0f} °C is the least."
            " Heat it again."
        )
        return Verdict("too cool to push on", Level.STOP, why, code=CoolingCode.TOO_COOL)
    if not math.isfinite(time_s):
        why = (
            f"This air alone does not cool it to {go_c:.0f} °C; its shaft does, in a time that"
            " these readings do not tell."
        )
        return Verdict("not told", Level.UNKNOWN, why, code=CoolingCode.TIME_NOT_TOLD)
    if time_s <= shorter_s:
        why = (
            f"Two readings of ±{PROBE_K:.0f} K leave open whether there is any time left. Read"
            " again later, or heat it again."
        )
        return Verdict("not told", Level.UNKNOWN, why, code=CoolingCode.TIME_NOT_TOLD)
    why = (
        f"In the air {time_s - shorter_s:.0f} s at the least. On the shaft it cools in tens of"
        " seconds: on in one go, and held against its shoulder until it grips."
    )
    return Verdict("so long in the air", Level.WATCH, why)
