"""What a person can ask while a bearing goes into a tight hub. Lengths and temperatures stay as
typed until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from tribodex.core.job.asked import choice, length, tick, warmth, worded, words
from tribodex.core.quantities import Shown
from tribodex.core.shouldered.ways_in import WayIn


@dataclass(frozen=True)
class MeasureHole:
    """Hole of the hub, and outside of the new ring where it was measured too; both at one
    temperature.
    """

    hole: Annotated[str, length("Hole of the hub", "71.985 mm")]
    same_warmth: Annotated[
        bool, tick("Hub, ring and gauge have lain side by side until they were equally warm")
    ]
    ring: Annotated[str, length("Outside of the new ring", "71.994 mm", empty="not measured")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class ChooseWayIn:
    """The way to bring it in; name and reason where it is not advised."""

    way: Annotated[WayIn, choice("Way to bring it in", worded(WayIn))]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class SayBearingWarmth:
    """The cold bearing's temperature."""

    temperature: Annotated[str, warmth("Bearing, cold", "20 °C")]


@dataclass(frozen=True)
class ReadHub:
    """A thermometer at the hole, where the hub is coolest."""

    temperature: Annotated[str, warmth("Hub at its hole, where it is coolest", "95 °C")]


@dataclass(frozen=True)
class PushIn:
    """It is at the shoulder of its hub, held until it gripped."""

    text: Annotated[str, words("How it went")] = ""


@dataclass(frozen=True)
class StopIn:
    """It hesitated or cocked."""

    text: Annotated[str, words("What happened")]


@dataclass(frozen=True)
class SayStraightIn:
    """The cause is out."""

    cause: Annotated[str, words("What the cause was")]


@dataclass(frozen=True)
class TryHub:
    """Where the leaf enters: any of top, right, bottom, left; empty: nowhere."""

    enters: Annotated[str, words("Where the feeler enters", "top, right", empty="nowhere")]


@dataclass(frozen=True)
class HoldInHub:
    """What holds it in its hub. For a retaining ring its four proofs."""

    text: Annotated[
        str, words("How it was held or tightened", "ring in; screws crosswise, 22 N·m")
    ] = ""
    groove_free: Annotated[bool, tick("The groove is free all round")] = False
    below_surface: Annotated[bool, tick("The ring sits below the surface")] = False
    turns: Annotated[bool, tick("The ring turns in its groove")] = False
    ends_before: Annotated[str, length("Gap of its ends, over the surface", "8 mm")] = ""
    ends_after: Annotated[str, length("Gap of its ends, in the groove", "14 mm")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class RenewHub:
    """Another hub is taken: everything here is done anew."""

    reason: Annotated[str, words("Why another hub is taken")]


COMMANDS: tuple[type, ...] = (
    MeasureHole,
    ChooseWayIn,
    SayBearingWarmth,
    ReadHub,
    PushIn,
    StopIn,
    SayStraightIn,
    TryHub,
    HoldInHub,
    RenewHub,
)
