"""What a person can ask while a bearing comes off. Lengths stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from tribodex.core.job.asked import choice, count, length, same, tick, worded, words
from tribodex.core.quantities import Shown
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.topics.removal.facts import Said

_KNOWN = same("yes", "no", "not known")


@dataclass(frozen=True)
class SayTight:
    """Which ring is tight, and what else decides the way."""

    ring: Annotated[Ring, choice("Tight is", worded(Ring))]
    shaft_out: Annotated[Said, choice("The shaft can leave its machine", _KNOWN)] = "not known"
    keep: Annotated[Said, choice("The bearing is to be used again", _KNOWN)] = "not known"
    captive_nut: Annotated[Said, choice("Its nut is captive", _KNOWN)] = "not known"


@dataclass(frozen=True)
class ChooseWay:
    """The way; name and reason where it is not advised."""

    way: Annotated[WayOff, choice("Way", worded(WayOff))]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class BackNutOff:
    """The nut's gap to the ring, and whether its whole height is on the thread."""

    gap: Annotated[str, length("Gap at the nut", "3 mm")]
    whole_nut: Annotated[bool, tick("Its whole height is on the thread")]
    shown: Shown = ""


@dataclass(frozen=True)
class SayCocked:
    """It tilted or jammed."""

    text: Annotated[str, words("What happened")]


@dataclass(frozen=True)
class SayStraight:
    """The cause is out, and everything stands straight again."""

    cause: Annotated[str, words("What the cause was")]


@dataclass(frozen=True)
class SayOff:
    """It is off."""

    text: Annotated[str, words("How it went, force on the gauge")]


@dataclass(frozen=True)
class FitPuller:
    """The puller before it is used: reach, opening, rating."""

    reach: Annotated[str, length("Its reach, along the shaft", "200 mm")]
    depth: Annotated[str, length("From the shaft's end to behind the ring", "150 mm")]
    opens: Annotated[str, length("Its jaws open", "200 mm")]
    rated: Annotated[str, count("Rated for, kN", "100", empty="not to be read on it")] = ""
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (
    SayTight,
    ChooseWay,
    FitPuller,
    BackNutOff,
    SayCocked,
    SayStraight,
    SayOff,
)
