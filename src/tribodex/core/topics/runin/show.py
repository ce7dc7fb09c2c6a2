"""A first run in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Any, Literal

from tribodex.core.job.said import celsius, plain, with_unit
from tribodex.core.job.topic import Desk
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.runin import commands as cmd
from tribodex.core.topics.runin import facts as ev
from tribodex.core.topics.runin.decide import judged, limits_of, verdicts_of
from tribodex.core.topics.runin.moves import RuninDo as Do
from tribodex.core.topics.runin.state import Run, RunIn
from tribodex.core.warmth.reading import ReadBy
from tribodex.core.warmth.settling import settle
from tribodex.core.working import Level, Result, Verdict, number


class RunRecordCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_WELL = "run_record.not_well"


def bracket(low_c: float | None, high_c: float | None) -> str:
    """A reading in words."""
    if low_c is None:
        return f"below {number(high_c or 0)} °C"
    if high_c is None:
        return f"above {number(low_c)} °C"
    return f"{number(low_c)} °C" if low_c == high_c else f"{number(low_c)} to {number(high_c)} °C"


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.DirectionBumped():
            return f"Bumped: {fact.verdict.word}."
        case ev.RunStarted():
            around = (
                f", {number(fact.ambient_c)} °C around it" if fact.ambient_c is not None else ""
            )
            return f"Started {'cold' if fact.how == 'cold' else 'again, still warm'}{around}."
        case ev.RunStopped():
            return f"Stopped: {fact.reason}."
        case ev.WarmthRead():
            after = (
                f", {number(fact.after_min)} min after the start"
                if fact.after_min is not None
                else ""
            )
            shakes = (
                f", {number(fact.vibration_mm_s)} mm/s" if fact.vibration_mm_s is not None else ""
            )
            return (
                f"{fact.name}: {bracket(fact.low_c, fact.high_c)} by {fact.by.words}{after};"
                f" {fact.noise.words}{shakes}."
            )
        case ev.GreasedRunning():
            return f"{fact.name} greased while running: {fact.text}."
        case ev.RunConcluded():
            return (
                "Run in concluded,"
                f" {'well' if fact.well else 'not well'}{f': {fact.text}' if fact.text else ''}."
                f" {'; '.join(fact.shown)}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.DirectionBumped():
            return cmd.BumpDirection(fact.right)
        case ev.RunStarted():
            return cmd.StartRun(fact.how, celsius(fact.ambient_c))
        case ev.WarmthRead():
            shakes, after = with_unit(fact.vibration_mm_s, "mm/s"), plain(fact.after_min)
            return cmd.ReadWarmth(
                fact.place, fact.typed, fact.by, fact.noise, celsius(fact.ambient_c), shakes, after
            )
        case ev.GreasedRunning():
            return cmd.GreaseRunning(fact.place, fact.text, plain(fact.after_min))
        case _:
            return None


def _warm(at_c: float | None) -> str:
    return f"{at_c:g} °C" if at_c is not None else ""


def _minutes(after_min: float | None) -> str:
    return f"{after_min:g}" if after_min is not None else ""


@dataclass(frozen=True)
class WarmPoint:
    """A reading in the chart: minutes after the start, between which temperatures (°C)."""

    minutes: float
    low_c: float | None
    high_c: float | None


@dataclass(frozen=True)
class CurvePoint:
    """A point of the fitted curve."""

    minutes: float
    at_c: float


@dataclass(frozen=True)
class WarmingBearing:
    """A bearing while it runs in: readings, fitted curve, where it levels, limits, what was
    judged."""

    place: str
    name: str
    readings: tuple[WarmPoint, ...]
    curve: tuple[CurvePoint, ...]
    level_c: float | None
    spread_k: float | None
    look_c: float
    stop_c: float
    greased_min: float | None
    verdicts: tuple[Verdict, ...]


@dataclass(frozen=True)
class RunWork:
    """A first run as its panel shows it."""

    topic: Literal["runin"]
    bumped: bool
    running: bool
    runs: int
    ambient_c: float | None
    bearings: tuple[WarmingBearing, ...]
    read_by: tuple[ReadBy, ...]
    concluded: bool
    well: bool
    asks: Do | None


def view(desk: Desk, state: RunIn) -> RunWork:
    """The run as it is shown."""
    run = state.run
    return RunWork(
        asks=None,
        topic="runin",
        bumped=state.bumped is not None and state.bumped.right,
        running=state.running,
        runs=len(state.runs),
        ambient_c=run.ambient_c if run is not None else None,
        bearings=tuple(_bearing(desk, run, place.id, place.name) for place in desk.job.places),
        read_by=tuple(ReadBy),
        concluded=state.concluded is not None,
        well=state.concluded is not None and state.concluded.well,
    )


def _bearing(desk: Desk, run: Run | None, place: str, name: str) -> WarmingBearing:
    limits = limits_of(desk, place)
    if run is None:
        return WarmingBearing(
            place=place,
            name=name,
            readings=(),
            curve=(),
            level_c=None,
            spread_k=None,
            look_c=limits.look_c,
            stop_c=limits.stop_c,
            greased_min=None,
            verdicts=(),
        )
    warmth = run.warmth(place)
    result = judged(desk, run, place)
    # The curve is the rise's: what came after fresh grease is none of it.
    rise = [
        reading for reading in warmth if run.greased.get(place, reading.minutes) >= reading.minutes
    ]
    curve = (
        settle(rise, run.ambient_c).curve
        if run.ambient_c is not None and result.value is not None
        else ()
    )
    return WarmingBearing(
        place=place,
        name=name,
        readings=tuple(WarmPoint(w.minutes, w.low_c, w.high_c) for w in warmth),
        curve=tuple(CurvePoint(*point) for point in curve),
        level_c=result.value,
        spread_k=result.uncertainty,
        look_c=limits.look_c,
        stop_c=limits.stop_c,
        greased_min=run.greased.get(place),
        verdicts=tuple(verdicts_of(desk, run, place)) if warmth else (),
    )


def figures(desk: Desk, state: RunIn) -> Sequence[Result]:
    """Where each bearing levels."""
    run = state.run
    if run is None:
        return []
    found = ((place, judged(desk, run, place.id)) for place in desk.job.places)
    return [
        replace(one, id=f"{one.id}_{place.id}", label=f"{place.name}: {one.label.lower()}")
        for place, one in found
        if one.value is not None
    ]


def findings(_: Desk, state: RunIn) -> Sequence[str]:
    """What is worth saying beside the move."""
    found = []
    if state.run is not None and state.run.ambient_c is None:
        found.append(
            "How warm it is around the machine is not known: the rise cannot be checked without it."
        )
    if len(state.runs) > 1:
        found.append(
            f"This is run {len(state.runs)}: readings of the runs before stand in the record."
        )
    return found


def record(desk: Desk, state: RunIn) -> Sequence[Section]:
    """The first run for the record: every run with its readings."""
    if not state.runs:
        return []
    names = {place.id: place.name for place in desk.job.places}
    lines = [tell(state.bumped)] if state.bumped is not None else []
    tables = []
    for i, run in enumerate(state.runs, 1):
        stopped = f" Stopped: {run.stopped}." if run.stopped else ""
        lines.append(f"Run {i}: {tell(run.started)}{stopped}".rstrip())
        rows = tuple(
            (
                names[place],
                f"{minutes:.0f} min",
                bracket(one.low_c, one.high_c),
                one.by.words,
                one.noise.words,
                _shakes(one),
            )
            for place, reads in run.read.items()
            for minutes, one in sorted(reads, key=lambda read: read[0])
        )
        if rows:
            caption = f"Run {i}, begun {run.at:%Y-%m-%d %H:%M}"
            tables.append(
                Table(
                    ("Bearing", "After", "Housing", "Read by", "Heard", "Vibration"), rows, caption
                )
            )
    if state.concluded is not None:
        lines.append(tell(state.concluded))
    return [
        Section(
            "Run in",
            tuple(lines),
            tuple(tables),
            tuple(figures(desk, state)),
            _verdict(desk, state),
        )
    ]


def _shakes(fact: ev.WarmthRead) -> str:
    return f"{number(fact.vibration_mm_s)} mm/s" if fact.vibration_mm_s is not None else ""


def _verdict(desk: Desk, state: RunIn) -> Verdict | None:
    if state.concluded is None:
        return None
    if not state.concluded.well:
        return Verdict("not well", Level.STOP, state.concluded.text, code=RunRecordCode.NOT_WELL)
    return Verdict("ran in well", Level.GOOD, "; ".join(state.concluded.shown))


def certificate(desk: Desk, state: RunIn) -> str:
    """The first run in a line for page one."""
    run = state.run
    if run is None:
        return ""
    said = []
    for place in desk.job.places:
        read = run.warmth(place.id)
        highest = max((w.high_c or w.low_c or 0.0 for w in read), default=None)
        comes_to = judged(desk, run, place.id).verdict
        if highest is not None and comes_to is not None:
            name = f"{place.name} " if len(desk.job.places) > 1 else ""
            said.append(f"{name}at most {number(highest)} °C, {comes_to.word}")
    return "; ".join(said)
