"""Where a warming bearing levels out: a first-order rise fitted to brackets, with what is not known
of it; and what to do by it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from tribodex.core.warmth.reading import Warmth
from tribodex.core.working import Level, Line, Result, Verdict, number


class WarmthCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    AMBIENT_NOT_KNOWN = "warmth.ambient_not_known"
    HAS_NOT_WARMED = "warmth.has_not_warmed"
    NOT_A_RISE = "warmth.not_a_rise"
    NOT_READ_YET = "warmth.not_read_yet"
    STOP_RISES_TOO_FAST = "warmth.stop_rises_too_fast"
    STOP_TOO_HOT = "warmth.stop_too_hot"
    TOO_EARLY_TO_SAY = "warmth.too_early_to_say"


# Housing temperatures and rise (common practice, no source): look, stop; sealed bearings earlier.
LOOK_C, STOP_C = 90.0, 100.0
SEALED_LOOK_C, SEALED_STOP_C = 80.0, 90.0
STEEP_K_MIN, STEEP_AFTER_MIN = 1.5, 30.0
# Housings of this trade need from ten minutes to five hours for their rise (common practice, no
# source).
TAU_MIN = np.geomspace(10.0, 300.0, 60)
RISE_K = np.linspace(0.0, 130.0, 261)
# What a level is good for: known this closely, and seen over this many time constants (our
# figures).
KNOWN_K, SEEN_TAU = 5.0, 1.0
# Readings that stay together this closely for this long are level (our figures).
LEVEL_K, LEVEL_MIN = 2.0, 30.0
HUMP_K = 4.0
# A housing that is no warmer than this above its surroundings has not warmed (common practice, no
# source).
WARMED_K = 3.0
# A fitted curve that misses a reading by more than this many of its own errors is not this run's
# (our figure).
MISSES = 3.0


@dataclass(frozen=True)
class Limits:
    """Where to look and where to stop (°C)."""

    look_c: float = LOOK_C
    stop_c: float = STOP_C


SEALED = Limits(SEALED_LOOK_C, SEALED_STOP_C)


@dataclass(frozen=True)
class Settling:
    """Where it will level (°C) with its spread (K), time constant (min), and a curve to draw:
    minutes and °C. None: it cannot be said.

    `follows`: every reading lies on the curve within its own error.
    """

    level_c: float | None
    spread_k: float | None
    tau_min: float | None
    curve: tuple[tuple[float, float], ...]
    follows: bool = True


def settle(readings: Sequence[Warmth], ambient_c: float) -> Settling:
    """Fit T(t) = T_a + ΔT - (T_a + ΔT - T_0)·exp(-t/τ) to brackets.

    Symbols: T_a ambient (°C); ΔT rise over it at the end (K); τ time constant (min); T_0 when it
        was started (°C), the first reading's.
    Valid: one run without a stop, load and speed as usual, ambient steady; fresh grease gives a
        hump first that this does not have.
    Raises: nothing; with fewer than three readings, or none but open ones, everything is None.
    Source: first-order warming of a body with losses in proportion, physics; likelihood of a
        bracket with the reading's own error.

    >>> import math
    >>> true = [
    ...     Warmth(t, x, x, 1.0)
    ...     for t in (0, 20, 45, 90, 150)
    ...     for x in [20 + 40 * (1 - math.exp(-t / 50))]
    ... ]
    >>> found = settle(true, 20.0)
    >>> round(found.level_c), found.spread_k < 4
    (60, True)
    """
    closed = [r for r in readings if r.middle_c is not None]
    if len(readings) < 3 or not closed:
        return Settling(None, None, None, ())
    first = min(readings, key=lambda r: r.minutes)
    start = first.middle_c if first.middle_c is not None else ambient_c
    t = np.array([r.minutes - first.minutes for r in readings])
    low = np.array([r.low_c if r.low_c is not None else -1e3 for r in readings])
    high = np.array([r.high_c if r.high_c is not None else 1e3 for r in readings])
    sure = np.array([r.sure_k for r in readings])
    # Shape: (rise, time constant, reading).
    final = ambient_c + RISE_K[:, None, None]
    model = final - (final - start) * np.exp(-t[None, None, :] / TAU_MIN[None, :, None])
    fits = np.log(_inside((high - model) / sure, (low - model) / sure) + 1e-12).sum(axis=2)
    weight = np.exp(fits - fits.max())
    weight /= weight.sum()
    over_rise, over_tau = weight.sum(axis=1), weight.sum(axis=0)
    level = float((over_rise * RISE_K).sum())
    spread = float(np.sqrt((over_rise * (RISE_K - level) ** 2).sum()))
    tau = float(np.exp((over_tau * np.log(TAU_MIN)).sum()))
    best = np.unravel_index(int(weight.argmax()), weight.shape)
    rise, slow = float(RISE_K[best[0]]), float(TAU_MIN[best[1]])
    ahead = np.linspace(0.0, max(float(t.max()) * 1.5, 60.0), 40)
    curve = ambient_c + rise - (ambient_c + rise - start) * np.exp(-ahead / slow)
    drawn = tuple(
        (round(float(a) + first.minutes, 1), round(float(c), 1))
        for a, c in zip(ahead, curve, strict=True)
    )
    at = ambient_c + rise - (ambient_c + rise - start) * np.exp(-t / slow)
    missed = np.maximum(np.maximum(low - at, at - high), 0.0) / sure
    return Settling(
        round(ambient_c + level, 1),
        round(spread, 1),
        round(tau, 0),
        drawn,
        bool(missed.max() <= MISSES),
    )


def _inside(high: NDArray[np.float64], low: NDArray[np.float64]) -> NDArray[np.float64]:
    """Chance of a reading in its bracket; for one without width its density, up to a constant."""
    wide = high - low
    point: NDArray[np.float64] = np.exp(-0.5 * ((high + low) / 2) ** 2)
    bracket: NDArray[np.float64] = 0.5 * (_erf(high / math.sqrt(2)) - _erf(low / math.sqrt(2)))
    found: NDArray[np.float64] = np.where(wide < 1e-6, point, np.maximum(bracket, 0.0))
    return found


def _erf(x: NDArray[np.float64]) -> NDArray[np.float64]:
    """The error function to 1.5e-7 (Abramowitz and Stegun 7.1.26)."""
    sign, size = np.sign(x), np.abs(x)
    k = 1 / (1 + 0.3275911 * size)
    series = (
        (((1.061405429 * k - 1.453152027) * k + 1.421413741) * k - 0.284496736) * k + 0.254829592
    ) * k
    found: NDArray[np.float64] = sign * (1 - series * np.exp(-(size**2)))
    return found


def steepest_k_min(before: Warmth, after: Warmth) -> tuple[float, float]:
    """Between which rates it rose from one reading to the next (K/min)."""
    apart = max(after.minutes - before.minutes, 1e-6)
    return (after.surely_above_c - before.surely_below_c) / apart, (
        after.surely_below_c - before.surely_above_c
    ) / apart


def judge_run(
    readings: Sequence[Warmth],
    ambient_c: float | None,
    limits: Limits,
    greased_min: float | None = None,
) -> Result:
    """What readings say of a run: stop, look, still rising, settling, level, or too early to say.

    What stops applies to every reading. Fresh grease given while it runs makes a hump of its own:
    what is read after it is no part of the rise, and only a level that follows it counts.

    Symbols: as settle(); limits of the housing (°C); rise (K/min); greased_min: when it was greased
        (min after the start).
    Valid: as settle(). Limits are those of common practice; a maker's or the site's go first.
    Raises: nothing.
    Source: limits common practice, no source; fit as settle().

    >>> judge_run([Warmth(0, 20, 20, 1)], 20.0, Limits()).verdict.word
    'too early to say'
    >>> judge_run([Warmth(0, 20, 20, 1), Warmth(40, 104, 104, 1)], 20.0, Limits()).verdict.word
    'stop: too hot'
    """
    if not readings:
        return Result(
            "settling",
            "Levels at",
            None,
            "°C",
            verdict=Verdict(
                "not read yet",
                Level.UNKNOWN,
                "No reading since it was started.",
                code=WarmthCode.NOT_READ_YET,
            ),
        )
    ordered = sorted(readings, key=lambda r: r.minutes)
    last = ordered[-1]
    if (stop := _stop(ordered, limits)) is not None:
        return Result("settling", "Levels at", None, "°C", verdict=stop)
    if last.low_c is not None and last.low_c >= limits.look_c:
        why = (
            f"Above {limits.look_c:g} °C at the housing: look and listen, read every few minutes;"
            f" at {limits.stop_c:g} °C stop."
        )
        return Result(
            "settling", "Levels at", None, "°C", verdict=Verdict("hot: look", Level.WATCH, why)
        )
    if ambient_c is None:
        why = (
            "How warm it is around the machine is not known: read it, and the rise can be checked."
        )
        return Result(
            "settling",
            "Levels at",
            None,
            "°C",
            verdict=Verdict(
                "ambient not known", Level.UNKNOWN, why, code=WarmthCode.AMBIENT_NOT_KNOWN
            ),
        )
    run = [r for r in ordered if greased_min is None or r.minutes <= greased_min]
    found = settle(run, ambient_c)
    verdict = _judged(run, found, limits, ambient_c)
    if greased_min is not None and len(run) < len(ordered) and verdict.level is not Level.GOOD:
        found = Settling(None, None, None, ())
        verdict = _after_grease([r for r in ordered if r.minutes > greased_min], ambient_c)
    verdict = _surely_below(ordered, verdict, limits)
    if found.level_c is None or found.spread_k is None or verdict.level is Level.UNKNOWN:
        return Result("settling", "Levels at", None, "°C", verdict=verdict)
    line = Line(
        "T_end",
        f"time constant about {number(found.tau_min or 0)} min, {len(ordered)} readings",
        "T_a + ΔT",
        f"{number(ambient_c)} + {number(found.level_c - ambient_c)}",
        found.level_c,
        "°C",
        "first_order",
    )
    return Result(
        "settling",
        "Levels at",
        found.level_c,
        "°C",
        uncertainty=round(2 * found.spread_k, 1),
        verdict=verdict,
        working=(line,),
    )


def _surely_below(ordered: Sequence[Warmth], verdict: Verdict, limits: Limits) -> Verdict:
    """Good is only what is surely below where one looks: a level says nothing of how high it is,
    and a reading is as good as what it was read with.
    """
    ended = [r for r in ordered if r.high_c is not None]
    if verdict.level is not Level.GOOD or ended[-1].surely_below_c < limits.look_c:
        return verdict
    why = (
        f"{verdict.word.capitalize()}, and it may be {ended[-1].surely_below_c:.0f} °C: from"
        f" {limits.look_c:g} °C it is looked at. Listen, and read it with something that tells."
    )
    return Verdict("may be hot: look", Level.WATCH, why)


def _stop(ordered: Sequence[Warmth], limits: Limits) -> Verdict | None:
    """The first reading of the run that stops: what was passed once is not wiped out by a cooler
    reading.
    """
    for before, now in zip((None, *ordered), ordered, strict=False):
        if now.low_c is not None and now.low_c >= limits.stop_c:
            return Verdict(
                "stop: too hot",
                Level.STOP,
                f"{now.low_c:g} °C at the housing, the limit is {limits.stop_c:g} °C. Stop it, let"
                " it cool, look.",
                code=WarmthCode.STOP_TOO_HOT,
            )
        if before is not None and now.minutes > STEEP_AFTER_MIN:
            least, _ = steepest_k_min(before, now)
            if least > STEEP_K_MIN:
                more = f"more than {STEEP_K_MIN:g} means something touches or is too tight."
                why = f"It rose by {least:.1f} K or more a minute after half an hour; {more}"
                return Verdict(
                    "stop: rises too fast", Level.STOP, why, code=WarmthCode.STOP_RISES_TOO_FAST
                )
    return None


def _judged(
    ordered: Sequence[Warmth], settling: Settling, limits: Limits, ambient_c: float
) -> Verdict:
    if (seen := _level_or_falling(ordered, ambient_c)) is not None:
        return seen
    if settling.level_c is None or settling.spread_k is None or settling.tau_min is None:
        return Verdict(
            "too early to say",
            Level.UNKNOWN,
            "Three readings are needed, best over an hour; strips and crayons are brackets and say"
            " less.",
            code=WarmthCode.TOO_EARLY_TO_SAY,
        )
    # Nobody levels below where it stands while it climbs.
    least = ordered[-1].surely_above_c if _climbs(ordered) else -math.inf
    low, high = (
        max(settling.level_c - 2 * settling.spread_k, least),
        max(settling.level_c + 2 * settling.spread_k, least),
    )
    if not settling.follows or (
        _climbs(ordered) and (ordered[-1].middle_c or -math.inf) > settling.level_c
    ):
        why = (
            "The readings do not follow one rise: it fell and climbs again, or somebody changed"
            " load or speed. Read on until it is level."
        )
        return Verdict("no single rise", Level.UNKNOWN, why, code=WarmthCode.NOT_A_RISE)
    over = ordered[-1].minutes - ordered[0].minutes
    if settling.spread_k > KNOWN_K or over < SEEN_TAU * settling.tau_min:
        if low > limits.look_c:
            return Verdict(
                "still rising: look",
                Level.WATCH,
                f"It heads for more than {limits.look_c:g} °C: look and listen, read every few"
                " minutes.",
            )
        return Verdict(
            "too early to say",
            Level.UNKNOWN,
            f"By now anything from {max(low, 0):.0f} to {high:.0f} °C fits. Read on.",
            code=WarmthCode.TOO_EARLY_TO_SAY,
        )
    within = f"about {settling.level_c:.0f} ± {2 * settling.spread_k:.0f} °C"
    if high > limits.look_c:
        return Verdict(
            "still rising: look",
            Level.WATCH,
            f"It will level at {within}; from {limits.look_c:g} °C it is looked at. Read on.",
        )
    return Verdict("settling", Level.GOOD, f"It will level at {within}.")


def _climbs(ordered: Sequence[Warmth]) -> bool:
    """Whether the last reading is surely no lower than the one before it, and higher by its
    middle."""
    if len(ordered) < 2:
        return False
    now, before = ordered[-1].middle_c, ordered[-2].middle_c
    return now is not None and before is not None and now > before + 0.5


def _after_grease(after: Sequence[Warmth], ambient_c: float) -> Verdict:
    """What is read after greasing while it runs: level at its end, or nothing yet; the hump itself
    is judged as a purge.
    """
    verdict = _level(after, ambient_c)
    if verdict is not None:
        return verdict
    why = (
        "It was greased while it ran: the hump of the fresh grease is looked at by itself. Read on"
        " until it is level."
    )
    return Verdict("greased meanwhile", Level.UNKNOWN, why, code=WarmthCode.TOO_EARLY_TO_SAY)


def _level_or_falling(ordered: Sequence[Warmth], ambient_c: float) -> Verdict | None:
    """What three readings or more show without any fit: past a hump, or level; None where it still
    goes somewhere.
    """
    closed = [r for r in ordered if r.middle_c is not None]
    if len(closed) < 3:
        return None
    *_, before, last = closed
    top = max(r.low_c or 0.0 for r in closed)
    # One cool reading after a hot one is no hump: two are, and the second is no warmer.
    cooler = all((r.high_c or 0.0) < top - HUMP_K for r in (before, last))
    if cooler and (last.middle_c or 0.0) <= (before.middle_c or 0.0) + 0.5:
        now = last.middle_c or 0.0
        return Verdict(
            "past its hump",
            Level.GOOD,
            f"It rose to {number(top)} °C and falls: fresh grease finds its place. Now"
            f" {number(now)} °C.",
        )
    return _level(closed, ambient_c)


def _level(ordered: Sequence[Warmth], ambient_c: float) -> Verdict | None:
    """Level: back from the last reading, all of them within 2 K from end to end of their brackets,
    for half an hour; None where it is not.
    """
    closed = [r for r in ordered if r.low_c is not None and r.high_c is not None]
    if len(closed) < 3:
        return None
    last = closed[-1]
    low, high, together = last.low_c or 0.0, last.high_c or 0.0, last.minutes
    for reading in reversed(closed):
        low, high = min(low, reading.low_c or 0.0), max(high, reading.high_c or 0.0)
        if high - low > LEVEL_K:
            break
        together = reading.minutes
    if last.minutes - together < LEVEL_MIN:
        return None
    now = last.middle_c or 0.0
    if now - ambient_c < WARMED_K and now - (closed[0].middle_c or now) < WARMED_K:
        why = (
            f"{number(now)} °C, {number(ambient_c)} °C around it: does it run, under its load, and"
            " does the probe sit on the housing?"
        )
        return Verdict("has not warmed", Level.UNKNOWN, why, code=WarmthCode.HAS_NOT_WARMED)
    return Verdict(
        "level",
        Level.GOOD,
        f"Within {LEVEL_K:g} K for {last.minutes - together:.0f} minutes, at about"
        f" {number(now)} °C.",
    )
