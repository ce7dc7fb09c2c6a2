"""How a first run stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.runin import facts as ev
from tribodex.core.warmth.reading import Warmth


@dataclass
class Run:
    """One run from a start to a stop: readings of each bearing with the minutes since the start;
    when it was greased meanwhile.
    """

    started: ev.RunStarted
    at: datetime
    entry: int
    stopped: str = ""
    read: dict[str, list[tuple[float, ev.WarmthRead]]] = field(default_factory=dict)
    greased: dict[str, float] = field(default_factory=dict)

    def warmth(self, place: str) -> list[Warmth]:
        """Readings of a bearing as brackets, in order of time."""
        found = [
            Warmth(minutes, one.low_c, one.high_c, one.by.sure_k)
            for minutes, one in self.read.get(place, [])
        ]
        return sorted(found, key=lambda warmth: warmth.minutes)

    @property
    def ambient_c(self) -> float | None:
        """Around the machine, as it was read last."""
        said = [
            (minutes, one.ambient_c)
            for reads in self.read.values()
            for minutes, one in reads
            if one.ambient_c is not None
        ]
        return max(said)[1] if said else self.started.ambient_c


@dataclass
class RunIn:
    """How a first run stands, now. Mutable only inside fold()."""

    bumped: ev.DirectionBumped | None = None
    runs: list[Run] = field(default_factory=list)
    concluded: ev.RunConcluded | None = None

    @property
    def run(self) -> Run | None:
        """The run there is or was last; None before the first start."""
        return self.runs[-1] if self.runs else None

    @property
    def running(self) -> bool:
        """Whether it runs."""
        return self.run is not None and not self.run.stopped


def fold(state: RunIn, event: Event, fact: ev.RuninFact) -> None:
    """Take one entry into the slice."""
    run = state.run
    match fact:
        case ev.DirectionBumped():
            state.bumped = fact
        case ev.RunStarted():
            state.runs.append(Run(fact, event.happened_at, event.seq))
            state.concluded = None
        case ev.RunStopped():
            if run is not None:
                run.stopped = fact.reason
        case ev.WarmthRead():
            if run is not None:
                run.read.setdefault(fact.place, []).append(
                    (_minutes(run, event, fact.after_min), fact)
                )
        case ev.GreasedRunning():
            if run is not None:
                run.greased[fact.place] = _minutes(run, event, fact.after_min)
        case ev.RunConcluded():
            state.concluded = fact
        case _:
            assert_never(fact)


def _minutes(run: Run, event: Event, after_min: float | None) -> float:
    """Minutes since the start; by the clock of the device unless they were said."""
    return after_min if after_min is not None else minutes_since(run, event.happened_at)


def minutes_since(run: Run, moment: datetime) -> float:
    """Minutes from the start of a run to a moment."""
    return round(max((moment - run.at).total_seconds() / 60, 0.0), 1)
