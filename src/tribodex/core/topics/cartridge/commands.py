"""What a person can ask while a cartridge is built. Lengths, torques and temperatures stay as typed
until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.cartridge.assembly import End, From
from tribodex.core.cartridge.covers import Inner
from tribodex.core.cartridge.parts import Side
from tribodex.core.job.asked import Family, choice, length, number, tick, torque, warmth, words
from tribodex.core.quantities import Shown

_SIDE = choice("Bearing", {"fixed": "fixed", "floating": "floating"}, stays=True)


@dataclass(frozen=True)
class SetOuterRing:
    """The outer ring of a separable bearing is in the cleaned housing."""

    side: Annotated[Side, _SIDE]


@dataclass(frozen=True)
class ReadCooled:
    """How warm bearing and housing are before they meet."""

    ring_temperature: Annotated[str, warmth("Bearing on the shaft", "28 °C")]
    housing_temperature: Annotated[str, warmth("Housing", "20 °C")]


@dataclass(frozen=True)
class EnterHousing:
    """The shaft is in the housing, by hand; or it would not go."""

    by_hand: Annotated[bool, tick("It went in by hand")]
    text: Annotated[str, words("Where it stopped")] = ""


@dataclass(frozen=True)
class MeasureBelow:
    """Before the shaft is lowered: what will stick out below, and the free height there."""

    stands_out: Annotated[str, length("Will stick out below", "60 mm")]
    free: Annotated[str, length("Free height of the blocks", "80 mm")]
    shown: Shown = ""


@dataclass(frozen=True)
class UseRod:
    """The handle rod goes on, or is off again."""

    out: Annotated[bool, tick("It is off again")]


@dataclass(frozen=True)
class SeatRing:
    """A retaining ring in its groove, with its proofs."""

    side: Annotated[Side, _SIDE]
    sits: Annotated[
        Literal["shaft", "bore"],
        choice("It sits", {"shaft": "on the shaft", "bore": "in the bore"}, stays=True),
    ]
    groove_free: Annotated[bool, tick("The groove is free all round")] = False
    below_surface: Annotated[bool, tick("The ring lies below the surface all round")] = False
    turns: Annotated[bool, tick("The ring turns in its groove")] = False
    ends_before: Annotated[str, length("Gap of its ends, over the surface", "12 mm")] = ""
    ends_after: Annotated[str, length("Gap of its ends, in the groove", "9 mm")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TakePartOff:
    """A part that is on comes off again."""

    part: Annotated[str, words("Which part", "cover.drive")]
    reason: Annotated[str, words("Why it comes off")]


@dataclass(frozen=True)
class TakeNext:
    """Another part than the one that is offered goes in next."""

    part: Annotated[str, words("Which part", "cover.drive")]


@dataclass(frozen=True)
class TurnOver:
    """Turned over: what sticks out below, and the free height of the blocks."""

    stands_out: Annotated[str, length("Sticks out below", "60 mm")]
    free: Annotated[str, length("Free height of the blocks", "80 mm")]
    shown: Shown = ""


@dataclass(frozen=True)
class TightenPair:
    """First nut to torque, tab, second nut jammed."""

    torque: Annotated[str, torque("First nut", "95 N·m")]
    wrench: Annotated[str, words("With which wrench and hook")]
    tab_bent: Annotated[bool, tick("A tab is bent into a slot, by tightening")]
    jammed: Annotated[bool, tick("Second nut jammed, the first one held")]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""
    end: Annotated[
        From,
        choice(
            "End", {"drive": "drive end", "far": "far end", "": "the one pair there is"}, stays=True
        ),
    ] = ""


@dataclass(frozen=True)
class PackBetween:
    """Grease between the pair: which, how much."""

    text: Annotated[str, words("Which grease, how much")]
    amount: Annotated[str, number(Family.WEIGHT, "Its weight", "55 g", empty="not weighed")] = ""


@dataclass(frozen=True)
class DrawByCover:
    """A cover draws a cold bearing home."""

    side: Annotated[Side, _SIDE]
    inner: Annotated[
        Inner,
        choice(
            "Its inner ring is",
            {
                "home": "home",
                "loose": "loose",
                "supported": "supported",
                "tight on its way": "tight, on its way",
            },
        ),
    ]


@dataclass(frozen=True)
class MeasureCover:
    """Depth to the outer ring and spigot of the cover."""

    side: Annotated[Side, _SIDE]
    depth: Annotated[str, length("Housing's face to the outer ring", "12.40 mm")]
    spigot: Annotated[str, length("Height of the spigot", "12.30 mm")]
    shown: Shown = ""


@dataclass(frozen=True)
class SealJoint:
    """What went on a cover's joint."""

    side: Annotated[Side, _SIDE]
    text: Annotated[str, words("What went on the joint")]


@dataclass(frozen=True)
class TightenRound:
    """One round over a cover's screws; gaps beside each screw: 0.5 + 0.5 + 0.6."""

    side: Annotated[Side, _SIDE]
    torque: Annotated[str, torque("Torque of this round", "20 N·m")]
    wrench: Annotated[str, words("With which wrench")]
    gaps: Annotated[str, length("Gap beside each screw", "0.5 + 0.5 + 0.6")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TurnCartridge:
    """How the shaft turns with both covers on."""

    freely: Annotated[bool, tick("Turns freely")]
    text: Annotated[str, words("How it turns")] = ""


@dataclass(frozen=True)
class SetFlinger:
    """A flinger at an end."""

    end: Annotated[End, choice("End", {"drive": "drive end", "far": "far end"}, stays=True)]
    gap: Annotated[str, length("Gap", "1.5 mm")]
    pinned: Annotated[bool, tick("The pinned flinger")] = False
    both_screws: Annotated[bool, tick("Both set screws are tight")] = False
    shown: Shown = ""


@dataclass(frozen=True)
class TopUp:
    """Topped up, turned, listened, looked."""

    text: Annotated[str, words("Which grease, how much; what was heard and seen")]
    no_contact: Annotated[bool, tick("Nothing touches")]
    amount: Annotated[str, number(Family.WEIGHT, "Its weight", "15 g", empty="not weighed")] = ""


COMMANDS: tuple[type, ...] = (
    SetOuterRing,
    ReadCooled,
    EnterHousing,
    MeasureBelow,
    UseRod,
    SeatRing,
    TakePartOff,
    TakeNext,
    TurnOver,
    TightenPair,
    PackBetween,
    DrawByCover,
    MeasureCover,
    SealJoint,
    TightenRound,
    TurnCartridge,
    SetFlinger,
    TopUp,
)
