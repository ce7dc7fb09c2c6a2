"""What a person can ask while a bearing comes off. Lengths stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.quantities import Shown
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.topics.removal.facts import Said


@dataclass(frozen=True)
class SayTight:
    """Which ring is tight, and what else decides the way."""

    ring: Ring
    shaft_out: Said = "not known"
    keep: Said = "not known"
    captive_nut: Said = "not known"


@dataclass(frozen=True)
class ChooseWay:
    """The way; name and reason where it is not advised."""

    way: WayOff
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class BackNutOff:
    """The nut's gap to the ring, and whether its whole height is on the thread."""

    gap: str
    whole_nut: bool
    shown: Shown = ""


@dataclass(frozen=True)
class SayCocked:
    """It tilted or jammed."""

    text: str


@dataclass(frozen=True)
class SayStraight:
    """The cause is out, and everything stands straight again."""

    cause: str


@dataclass(frozen=True)
class SayOff:
    """It is off."""

    text: str


COMMANDS: tuple[type, ...] = (SayTight, ChooseWay, BackNutOff, SayCocked, SayStraight, SayOff)
