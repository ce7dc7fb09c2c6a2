"""What can be said of a first run: bumped, started, read, greased while it ran, stopped,
concluded."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, Literal

from tribodex.core.job.facts import Fact
from tribodex.core.warmth.reading import ReadBy
from tribodex.core.working import Level, Verdict


class RunInCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_WELL = "runin.not_well"


class Noise(StrEnum):
    """What is heard at a bearing."""

    EVEN = "even"
    CAGE = "rattle"
    DRY = "squeal"
    ROUGH = "rumble"
    KNOCK = "knock"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "even": "even",
            "rattle": "rattles",
            "squeal": "squeals",
            "rumble": "rumbles",
            "knock": "knocks",
        }[self.value]


@dataclass(frozen=True)
class DirectionBumped(Fact):
    """A bump for the direction of rotation, before guards are trusted."""

    right: bool
    verdict: Verdict


@dataclass(frozen=True)
class RunStarted(Fact):
    """The machine was started; `how`: cold, or again while it was still warm."""

    how: Literal["cold", "warm"]
    ambient_c: float | None


@dataclass(frozen=True)
class RunStopped(Fact):
    """The machine was stopped."""

    reason: str


@dataclass(frozen=True)
class WarmthRead(Fact):
    """A bearing while it runs: between which temperatures (°C), read by what; noise, vibration
    (mm/s); `after_min` where it was noted later.

    `verdicts`: what stops at this reading, with those before it.
    """

    VERSION: ClassVar[int] = 4

    place: str
    name: str
    low_c: float | None
    high_c: float | None
    by: ReadBy
    typed: str
    ambient_c: float | None
    noise: Noise
    vibration_mm_s: float | None
    after_min: float | None
    verdicts: tuple[Verdict, ...] = ()

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class GreasedRunning(Fact):
    """Fresh grease while it runs: what follows is watched as a purge."""

    place: str
    name: str
    text: str
    after_min: float | None

    def about(self) -> str:
        return self.place


@dataclass(frozen=True)
class RunConcluded(Fact):
    """The first run, as it was concluded: in words, with what each bearing showed."""

    well: bool
    text: str
    shown: tuple[str, ...]

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. Put it right, and run it in anew."
        return (
            ()
            if self.well
            else (Verdict("did not run in well", Level.STOP, why, code=RunInCode.NOT_WELL),)
        )


FACTS: tuple[type[Fact], ...] = (
    DirectionBumped,
    RunStarted,
    RunStopped,
    WarmthRead,
    GreasedRunning,
    RunConcluded,
)
RuninFact = DirectionBumped | RunStarted | RunStopped | WarmthRead | GreasedRunning | RunConcluded
