"""What a person can ask at the shaft line. Lengths and temperatures stay as typed until they are
read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import choice, length, same, tick, warmth, worded, words
from tribodex.core.lineup.floating import Floats, Groove
from tribodex.core.quantities import Shown
from tribodex.core.topics.lineup.facts import NutSide

_PLACE = words("Bearing", stays=True)


@dataclass(frozen=True)
class SayFloat:
    """Where a bearing lets the shaft grow, or that it holds it; in a one-piece housing, the groove
    its snap ring sits in.
    """

    place: Annotated[str, _PLACE]
    floats: Annotated[Floats, choice("It is", worded(Floats))]
    groove: Annotated[
        Groove,
        choice(
            "Snap ring of a one-piece housing",
            {"": "none", "inner": "inner groove: fixes", "outer": "outer groove: floats"},
        ),
    ] = ""


@dataclass(frozen=True)
class SayMark:
    """Where a bearing's centre mark lies from the datum, and the datum's name."""

    place: Annotated[str, _PLACE]
    at: Annotated[str, length("Centre mark from the datum", "1250 mm")]
    datum: Annotated[str, words("Datum")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SayRings:
    """Housing seat and rings as measured; several rings with a plus between them, none where there
    is none.
    """

    place: Annotated[str, _PLACE]
    seat: Annotated[str, length("Width of the housing seat", "65 mm")]
    near: Annotated[str, length("Rings on the datum's side", "10 + 10", empty="none")] = ""
    far: Annotated[str, length("Rings on the side away from the datum", "10 mm", empty="none")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class LaySleeve:
    """The bearing is laid on its sleeve: thread end to the ring's near face. The drive-up is the
    plan's unless given.

    Read at rest the sleeve has still to close; at the tap-tested zero it has. The mark-out needs
    the side of the nut.
    """

    place: Annotated[str, _PLACE]
    sleeve_to_ring: Annotated[
        str, length("Bearing laid on: sleeve's thread end to the ring's near face", "22 mm")
    ]
    nut_side: Annotated[
        NutSide,
        choice("Its nut is", {"": "not said", **same("towards the datum", "away from the datum")}),
    ] = ""
    at_zero: Annotated[bool, tick("Read at the tap-tested zero")] = False
    drive_up: Annotated[
        str, length("Drive-up to come", "0.7 mm, 0.6 to 0.75 mm", empty="the plan's")
    ] = ""
    from_mark: Annotated[bool, tick("Set from the housing's own centre mark")] = False
    shown: Shown = ""


@dataclass(frozen=True)
class ReadEndPlay:
    """The end play of a cross-located pair, cold, pushed to and fro against a dial."""

    play: Annotated[str, length("End play, cold, to and fro", "1.2 mm")]
    faces: Annotated[
        Literal["outer", "inner"],
        choice(
            "The pair holds at",
            {
                "outer": "the outer faces: warming closes it",
                "inner": "the inner faces: warming opens it",
            },
        ),
    ]
    shown: Shown = ""


@dataclass(frozen=True)
class SayRunning:
    """Materials and temperatures, °C or °F: when mounted; running, shaft and base; at the start,
    shaft hot and base cold; in the cold.
    """

    shaft_material: Annotated[str, words("Shaft")]
    base_material: Annotated[str, words("Base")]
    mount: Annotated[str, warmth("When mounted", "20 °C")]
    running_shaft: Annotated[str, warmth("Shaft, running", "60 °C")]
    running_base: Annotated[str, warmth("Base, running", "35 °C")]
    start_shaft: Annotated[str, warmth("Shaft at the start, base still cold", "60 °C")] = ""
    cold: Annotated[str, warmth("Coldest standstill", "-10 °C")] = ""


@dataclass(frozen=True)
class SetOffset:
    """Where the floating bearing stands in its seat; `away` from the fixed one."""

    offset: Annotated[str, length("Floating bearing, from the middle of its seat", "2 mm")]
    away: Annotated[bool, tick("Away from the fixed bearing")] = False
    place: Annotated[str, _PLACE] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SayGap:
    """An axial gap as set: labyrinth, flinger, cover."""

    name: Annotated[str, words("Gap", "labyrinth, flinger, cover", stays=True)]
    gap: Annotated[str, length("As set", "1.2 mm")]
    closes: Annotated[bool, tick("Growth closes it")] = True
    shown: Shown = ""


@dataclass(frozen=True)
class SayFeet:
    """The leaf under each foot of a housing, with a plus between them."""

    place: Annotated[str, _PLACE]
    gaps: Annotated[
        str, length("Feeler under each foot, bolt loose", "0 + 0.05 + 0 + 0.12", fine=True)
    ]
    shown: Shown = ""


@dataclass(frozen=True)
class ReadAlignment:
    """An offset read over a length with straightedge, string or laser."""

    place: Annotated[str, _PLACE]
    offset: Annotated[str, length("Offset read", "0.2 mm")]
    over: Annotated[str, length("Over a length of", "300 mm")]
    labyrinth: Annotated[bool, tick("The seal is a labyrinth")] = False
    tool: Annotated[str, choice("By what", same("straightedge", "string", "laser"))] = (
        "straightedge"
    )
    shown: Shown = ""


@dataclass(frozen=True)
class SayBoltHoles:
    """Hole, bolt and the correction wanted."""

    place: Annotated[str, _PLACE]
    hole: Annotated[str, length("Hole", "18 mm")]
    bolt: Annotated[str, length("Bolt", "16 mm")]
    wanted: Annotated[str, length("Correction wanted", "0.5 mm")]
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (
    SayFloat,
    SayMark,
    SayRings,
    LaySleeve,
    ReadEndPlay,
    SayRunning,
    SetOffset,
    SayGap,
    SayFeet,
    ReadAlignment,
    SayBoltHoles,
)
