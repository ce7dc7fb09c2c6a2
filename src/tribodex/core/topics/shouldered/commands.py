"""What a person can ask while a ring goes onto a cylindrical seat. Lengths and temperatures stay as
typed until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import choice, length, tick, warmth, worded, words
from tribodex.core.job.asked import torque as torque_asked
from tribodex.core.quantities import Shown
from tribodex.core.shouldered.ways import WayOn


@dataclass(frozen=True)
class ChooseWayOn:
    """The way to put it on; name and reason where it is not advised."""

    way: Annotated[WayOn, choice("Way to put it on", worded(WayOn))]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class SayShaftWarmth:
    """The seat's temperature."""

    temperature: Annotated[str, warmth("Shaft at the seat", "22 °C")]


@dataclass(frozen=True)
class ReadRing:
    """A thermometer on the inner ring, and on the outer one where there is a second."""

    ring_temperature: Annotated[str, warmth("Inner ring", "105 °C")]
    outer_temperature: Annotated[
        str, warmth("Outer ring", "70 °C", empty="no second thermometer")
    ] = ""
    crayon: Annotated[
        Literal["", "not melted", "melted"],
        choice(
            "Read by",
            {
                "": "thermometer",
                "not melted": "crayon of this rating, not melted",
                "melted": "crayon of this rating, melted",
            },
        ),
    ] = ""


@dataclass(frozen=True)
class SwitchOff:
    """Heater off."""


@dataclass(frozen=True)
class HeatAgain:
    """It cooled: off the shaft, and heated again."""


@dataclass(frozen=True)
class RenewRing:
    """Another ring is taken."""

    reason: Annotated[str, words("Why another ring is taken")]


@dataclass(frozen=True)
class ReadGaps:
    """Gaps to the shoulder: top + right + bottom + left, on a circle of a diameter."""

    gaps: Annotated[str, length("Gaps: top + right + bottom + left", "0.3 + 0.3 + 0.3 + 0.3")]
    circle: Annotated[str, length("On a circle of", "100 mm")]
    shown: Shown = ""


@dataclass(frozen=True)
class StopOn:
    """It hesitated or cocked."""

    text: Annotated[str, words("What happened")]


@dataclass(frozen=True)
class SayStraightOn:
    """The cause is out."""

    cause: Annotated[str, words("What the cause was")]


@dataclass(frozen=True)
class PushHome:
    """It is at its shoulder, held until it gripped."""

    text: Annotated[str, words("How it went")] = ""


@dataclass(frozen=True)
class TryShoulder:
    """Where the leaf enters: any of top, right, bottom, left; empty: nowhere."""

    enters: Annotated[str, words("Where the feeler enters", "top, right", empty="nowhere")]


@dataclass(frozen=True)
class HoldFast:
    """What holds it. For a retaining ring its four proofs; for nut and cover how it was
    tightened."""

    text: Annotated[str, words("How it was tightened: wrench and setting")] = ""
    tab_bent: Annotated[bool, tick("A tab is bent into a slot")] = False
    groove_free: Annotated[bool, tick("The groove is free all round")] = False
    below_surface: Annotated[bool, tick("The ring sits below the surface")] = False
    turns: Annotated[bool, tick("The ring turns in its groove")] = False
    ends_before: Annotated[str, length("Gap of its ends, over the surface", "12 mm")] = ""
    ends_after: Annotated[str, length("Gap of its ends, in the groove", "9 mm")] = ""
    torque: Annotated[
        str, torque_asked("Torque of the nut", "95 N·m", empty="tightened by hand, as said")
    ] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TurnByHand:
    """How it turns by hand."""

    freely: Annotated[bool, tick("Turns freely")]
    text: Annotated[str, words("How it turns")] = ""


@dataclass(frozen=True)
class ReadSetting:
    """End play or turning torque, read after it was locked; with its unit."""

    value: Annotated[
        str, words("End play, or the torque that turns it, with its unit", "0.07 mm; 0.6 N·m")
    ]


COMMANDS: tuple[type, ...] = (
    ChooseWayOn,
    SayShaftWarmth,
    ReadRing,
    SwitchOff,
    HeatAgain,
    RenewRing,
    ReadGaps,
    StopOn,
    SayStraightOn,
    PushHome,
    TryShoulder,
    HoldFast,
    TurnByHand,
    ReadSetting,
)
