"""What a person can ask while a machine runs in. Temperatures and vibration stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.job.asked import Warmth
from tribodex.core.topics.runin.facts import Noise
from tribodex.core.warmth.reading import ReadBy


@dataclass(frozen=True)
class BumpDirection:
    """A bump: does it turn the right way?"""

    right: bool


@dataclass(frozen=True)
class StartRun:
    """The machine is started."""

    how: Literal["cold", "warm"]
    ambient: Warmth = ""


@dataclass(frozen=True)
class StopRun:
    """The machine is stopped."""

    reason: str


@dataclass(frozen=True)
class ReadWarmth:
    """A bearing while it runs: 62 °C, 60-65 on a strip, <75 for a crayon that did not melt. `after`: minutes, where it is noted later."""

    place: str
    temperature: Warmth
    by: ReadBy
    noise: Noise
    ambient: Warmth = ""
    vibration: str = ""
    after: str = ""


@dataclass(frozen=True)
class GreaseRunning:
    """Fresh grease while it runs: how much."""

    place: str
    text: str
    after: str = ""


@dataclass(frozen=True)
class ConcludeRun:
    """The first run is concluded."""

    well: bool
    text: str = ""


COMMANDS: tuple[type, ...] = (BumpDirection, StartRun, StopRun, ReadWarmth, GreaseRunning, ConcludeRun)
