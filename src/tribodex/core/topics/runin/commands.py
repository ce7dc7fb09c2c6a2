"""What a person can ask while a machine runs in. Temperatures and vibration stay as typed until
they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import Family, choice, number, same, tick, warmth, words
from tribodex.core.topics.runin.facts import Noise
from tribodex.core.warmth.reading import ReadBy

_PLACE = words("Bearing", stays=True)


@dataclass(frozen=True)
class BumpDirection:
    """A bump: does it turn the right way?"""

    right: Annotated[bool, tick("It turns the right way")]


@dataclass(frozen=True)
class StartRun:
    """The machine is started."""

    how: Annotated[
        Literal["cold", "warm"], choice("Started", {"cold": "cold", "warm": "still warm"})
    ]
    ambient: Annotated[str, warmth("Around the machine", "22 °C")] = ""


@dataclass(frozen=True)
class StopRun:
    """The machine is stopped."""

    reason: Annotated[str, words("Why it was stopped")]


@dataclass(frozen=True)
class ReadWarmth:
    """A bearing while it runs: 62 °C, 60-65 on a strip, <75 for a crayon that did not melt.
    `after`: minutes, where it is noted later.
    """

    place: Annotated[str, _PLACE]
    temperature: Annotated[
        str, warmth("Housing", "62 °C, 60-65 on a strip, <75 by a crayon that did not melt")
    ]
    by: Annotated[ReadBy, choice("Read by", same(*ReadBy))]
    noise: Annotated[Noise, choice("Heard", same(*Noise))]
    ambient: Annotated[str, warmth("Around the machine", "22 °C", empty="as before")] = ""
    vibration: Annotated[
        str, number(Family.VIBRATION, "Vibration", "2.8 mm/s", empty="not measured")
    ] = ""
    after: Annotated[str, number(Family.MINUTES, "Minutes after the start", "30", empty="now")] = ""


@dataclass(frozen=True)
class GreaseRunning:
    """Fresh grease while it runs: how much."""

    place: Annotated[str, _PLACE]
    text: Annotated[str, words("Which grease, how much")]
    after: Annotated[str, number(Family.MINUTES, "Minutes after the start", "30", empty="now")] = ""


@dataclass(frozen=True)
class ConcludeRun:
    """The first run is concluded."""

    well: Annotated[bool, tick("It went well")]
    text: Annotated[str, words("What was seen")] = ""


COMMANDS: tuple[type, ...] = (
    BumpDirection,
    StartRun,
    StopRun,
    ReadWarmth,
    GreaseRunning,
    ConcludeRun,
)
