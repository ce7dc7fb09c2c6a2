"""What can be said at a stop of a round: what is due there, done, or skipped with the reason."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date

from tribodex.core.job.facts import Fact
from tribodex.core.schedule.due import CareKind
from tribodex.core.topics.care.facts import LOOKS, CareWay
from tribodex.core.units.insert import Push
from tribodex.core.warmth.reading import ReadBy
from tribodex.core.working import Level, Verdict


@dataclass(frozen=True)
class StopPlan:
    """A stop: where, what is due, with what and how much. `running`: it may be greased while it
    runs; `meter_h`: hour meter, last time.

    `seal_strokes`: what its labyrinths took last time until they purged, together; `plug`: its hole
    is closed by a plug.
    """

    position_id: str
    machine: str
    position: str
    bearing: str
    due: tuple[CareKind, ...]
    due_on: date | None
    way: CareWay | None
    grease: str
    amount_g: float | None
    strokes: int | None
    gun: str
    stroke_g: float | None
    running: bool
    looks: tuple[str, ...] = LOOKS
    last_c: float | None = None
    last_on: date | None = None
    once_why: str = ""
    meter_h: float | None = None
    meter_on: date | None = None
    opened_on: date | None = None
    seal_strokes: int | None = None
    seal_grease: str = ""
    plug: bool = False


@dataclass(frozen=True)
class StopPlanned(Fact):
    """What is due at a stop."""

    plan: StopPlan


@dataclass(frozen=True)
class StopDone(Fact):
    """A stop as it was done: standing or running (None: nobody said), strokes given, whether grease
    showed, temperature as a bracket, what was found; `meter_old_h`: what the old hour meter showed
    last, where `meter_h` is of a new one.
    """

    standing: bool | None
    done: tuple[CareKind, ...]
    strokes: int | None
    given_g: float | None
    grease: str
    shows: bool | None
    low_c: float | None
    high_c: float | None
    read_by: ReadBy | None
    typed: str
    found: tuple[str, ...]
    meter_h: float | None
    text: str
    verdicts: tuple[Verdict, ...] = field(default_factory=tuple)
    seal_strokes: int | None = None
    seal_shows: bool | None = None
    push: Push | None = None
    plug_back: bool | None = None
    meter_old_h: float | None = None


@dataclass(frozen=True)
class StopSkipped(Fact):
    """A stop that was not done, and why; it stays due."""

    reason: str

    def judgements(self) -> tuple[Verdict, ...]:
        return (Verdict("not done", Level.WATCH, f"{self.reason.rstrip('.')}. It stays due."),)


FACTS: tuple[type[Fact], ...] = (StopPlanned, StopDone, StopSkipped)
StopFact = StopPlanned | StopDone | StopSkipped
