"""How often a bearing is greased again: by two methods, with what they disagree on."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.working import Level, Line, Result, Verdict, number


class IntervalCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    FEED_ALL_THE_TIME = "interval.feed_all_the_time"
    NOT_BY_GREASE = "interval.not_by_grease"
    TOO_HOT = "interval.too_hot"


# Longest that anybody leaves a bearing alone (h of running; common practice, no source: a year).
LONGEST_H = 8_760.0
# Below this it is fed all the time, or runs in oil (h; common practice, no source).
SHORTEST_H = 8.0
# Both rules are of ordinary greases: hotter than this they say nothing (°C; common practice, no
# source).
HOTTEST_C = 110.0
# Where the second rule begins to halve, and by how many kelvin (common practice, no source).
HALVES_FROM_C, HALVES_EACH_K = 70.0, 15.0


class Design(StrEnum):
    """Kinds of bearing that grease lasts differently in."""

    BALL = "ball"
    CYLINDRICAL = "cylindrical"
    SPHERICAL = "spherical"

    @property
    def factor(self) -> float:
        """How much longer than in a spherical roller bearing (common practice, no source)."""
        return {"ball": 10.0, "cylindrical": 5.0, "spherical": 1.0}[self.value]

    @property
    def rolls(self) -> str:
        """What rolls in it."""
        return {
            "ball": "balls",
            "cylindrical": "cylindrical rollers or needles",
            "spherical": "spherical or tapered rollers",
        }[self.value]

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "ball": "ball bearing",
            "cylindrical": "cylindrical or needle rollers",
            "spherical": "spherical or tapered rollers",
        }[self.value]


# The kinds as choices, by what rolls in them; empty where nobody said.
ROLLS = {"": "not said", **{design.value: design.rolls for design in Design}}
# Steps of the factors, worst last (common practice, no source).
DIRT = {"clean": 1.0, "some dust": 0.7, "dirty": 0.4, "very dirty": 0.2}
WET = {"dry": 1.0, "damp": 0.7, "splashed": 0.4, "wet": 0.1}
SHAKES = {"quiet": 1.0, "some": 0.6, "heavy": 0.3}
STANDS = {"horizontal": 1.0, "45°": 0.5, "vertical": 0.3}


@dataclass(frozen=True)
class Running:
    """How a bearing runs: speed (r/min), its temperature (°C), dirt, water, vibration, how the
    shaft stands, its design.
    """

    speed_rpm: float
    temperature_c: float
    dirt: str
    wet: str
    shakes: str
    stands: str
    design: Design


def temperature_factor(temperature_c: float) -> float:
    """Factor by the bearing's temperature, half-open steps: below 65 °C 1, to below 80 0.5, to
    below 93 0.2, from there 0.1.

    >>> [temperature_factor(t) for t in (64.9, 65, 79.9, 80, 93)]
    [1.0, 0.5, 0.5, 0.2, 0.1]
    """
    for below, factor in ((65, 1.0), (80, 0.5), (93, 0.2)):
        if temperature_c < below:
            return factor
    return 0.1


def _factor(table: dict[str, float], typed: str, field: str) -> float:
    if typed not in table:
        raise InvalidInput.at(field, f"“{typed}” is not one of them.", ", ".join(table))
    return table[typed]


def base_hours(bore_mm: float, running: Running) -> float:
    """14·10⁶/(n·√d) - 4·d, hours; may come out below zero, where it says nothing.

    Symbols: n (r/min), d bore (mm).
    Raises: InvalidInput for a speed or bore that cannot be.
    """
    if not 0 < running.speed_rpm <= 100_000:
        raise InvalidInput.at(
            "speed",
            f"{number(running.speed_rpm)} r/min is out of range.",
            "above 0 to 100 000 r/min",
        )
    if not 1 <= bore_mm <= 2_000:
        raise InvalidInput.at(
            "bore", f"A bore of {number(bore_mm)} mm is out of range.", "1 to 2000 mm"
        )
    return 14e6 / (running.speed_rpm * math.sqrt(bore_mm)) - 4 * bore_mm


def interval(bore_mm: float, running: Running) -> Result:
    """Running hours until fresh grease, by the product of factors: t = K·[14·10⁶/(n·√d) - 4·d].

    Symbols: n (r/min), d (mm); K = f_t·f_dirt·f_wet·f_vibration·f_position·f_design; t (h of
        running).
    Valid: lithium-type greases of common quality; a result below 8 h means feed all the time, or
        oil; not more than a year without a look.
    Raises: InvalidInput for factors that are not known, speeds and bores that cannot be.
    Source: common practice, no source.

    >>> r = interval(
    ...     80, Running(600, 60, "some dust", "dry", "quiet", "horizontal", Design.SPHERICAL)
    ... )
    >>> round(r.value)
    1602
    """
    base = base_hours(bore_mm, running)
    factors = _factors(running)
    k = math.prod(value for _, value in factors)
    hours = base * k
    lines = (
        Line(
            "t₀",
            "by speed and size",
            "14·10⁶/(n·√d) - 4·d",
            f"14e6/({number(running.speed_rpm)}·√{number(bore_mm)}) - 4·{number(bore_mm)}",
            base,
            "h",
            "practice",
        ),
        *(Line("f", words, "", "", value, "", "practice") for words, value in factors),
        Line("t", "running hours", "K·t₀", f"{number(k)}·{number(base)}", hours, "h", "practice"),
    )
    return _capped(
        "interval",
        "Grease again after, by factors",
        hours,
        base,
        lines,
        temperature_c=running.temperature_c,
    )


def _factors(running: Running) -> list[tuple[str, float]]:
    return [
        (
            f"temperature {number(running.temperature_c)} °C",
            temperature_factor(running.temperature_c),
        ),
        (running.dirt, _factor(DIRT, running.dirt, "dirt")),
        (running.wet, _factor(WET, running.wet, "wet")),
        (f"vibration: {running.shakes}", _factor(SHAKES, running.shakes, "shakes")),
        (f"shaft {running.stands}", _factor(STANDS, running.stands, "stands")),
        (running.design.words, running.design.factor),
    ]


def interval_by_halving(bore_mm: float, running: Running) -> Result:
    """The same with temperature by another rule: halved for each 15 K above 70 °C, smooth where the
    factors jump.

    Symbols: as interval(); T (°C).
    Valid: as interval().
    Raises: as interval().
    Source: common practice, no source.

    >>> cool, warm = (
    ...     Running(600, t, "clean", "dry", "quiet", "horizontal", Design.SPHERICAL)
    ...     for t in (70, 85)
    ... )
    >>> round(interval_by_halving(80, cool).value / interval_by_halving(80, warm).value, 2)
    2.0
    """
    base = base_hours(bore_mm, running)
    others = math.prod(value for _, value in _factors(running)[1:])
    warm = 0.5 ** (max(running.temperature_c - HALVES_FROM_C, 0.0) / HALVES_EACH_K)
    hours = base * others * warm
    lines = (
        Line(
            "f_T",
            "halved each 15 K above 70 °C",
            "0.5^((T - 70)/15)",
            f"0.5^(({number(running.temperature_c)} - 70)/15)",
            warm,
            "",
            "practice",
        ),
        Line(
            "t",
            "running hours",
            "t₀·f_T·(other factors)",
            f"{number(base)}·{number(warm)}·{number(others)}",
            hours,
            "h",
            "practice",
        ),
    )
    return _capped(
        "interval_halving",
        "Grease again after, by halving",
        hours,
        base,
        lines,
        temperature_c=running.temperature_c,
    )


def _capped(
    name: str,
    label: str,
    hours: float,
    base: float,
    lines: tuple[Line, ...],
    *,
    temperature_c: float,
) -> Result:
    if temperature_c > HOTTEST_C:
        why = (
            f"{number(temperature_c)} °C: above {HOTTEST_C:g} °C neither rule holds for ordinary"
            " grease. What the maker of bearing and grease says."
        )
        verdict = Verdict("too hot for the rules", Level.STOP, why, code=IntervalCode.TOO_HOT)
        return Result(name, label, None, "h", working=lines, note=why, verdict=verdict)
    if base <= 0:
        why = (
            "Too fast for its size: the formula says nothing here. Oil, or what the maker of"
            " bearing and grease says."
        )
        return Result(
            name,
            label,
            None,
            "h",
            working=lines,
            note=why,
            verdict=Verdict("not by grease", Level.STOP, why, code=IntervalCode.NOT_BY_GREASE),
        )
    if hours < SHORTEST_H:
        why = f"{number(hours)} h: fed all the time, or oil."
        return Result(
            name,
            label,
            None,
            "h",
            working=lines,
            note=why,
            verdict=Verdict(
                "feed all the time", Level.STOP, why, code=IntervalCode.FEED_ALL_THE_TIME
            ),
        )
    if hours > LONGEST_H:
        why = (
            f"By the formula {number(hours)} h; not more than a year without a look, or what the"
            " maker says."
        )
        return Result(name, label, LONGEST_H, "h", working=lines, note=why)
    return Result(name, label, round(hours), "h", working=lines)


def both_said(first: Result, second: Result) -> Verdict:
    """What to take of two intervals, and why they part: the shorter, where both say something."""
    if first.value is None or second.value is None:
        return Verdict(
            "not by grease", Level.STOP, first.note or second.note, code=IntervalCode.NOT_BY_GREASE
        )
    low, high = sorted((first.value, second.value))
    if high <= 1.5 * low:
        return Verdict("they agree", Level.GOOD, f"About {low:.0f} h of running.")
    why = "one counts warmth in steps, the other halves it every 15 K above 70 °C"
    return Verdict(
        "they part",
        Level.WATCH,
        f"{low:.0f} h or {high:.0f} h: {why}. Take the shorter, {low:.0f} h, until the old grease"
        " is seen.",
    )
