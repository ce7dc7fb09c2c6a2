"""What a person can ask of the seals of a housing. Lengths, speed and temperature stay as typed
until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import (
    Family,
    choice,
    count,
    length,
    number,
    same,
    tick,
    torque,
    warmth,
    worded,
    words,
)
from tribodex.core.quantities import Shown
from tribodex.core.seals.kinds import Purpose, SealKind
from tribodex.core.seals.labyrinth import Half
from tribodex.core.topics.seals.facts import Side

_SIDE = choice("Side", same("inboard", "outboard"), stays=True)


@dataclass(frozen=True)
class PlanSeals:
    """The seals of this housing; an end cover on the outboard side has none there.

    For V-rings: what holds them on the shaft, and the ends of the width on the ring's sheet. For a
    labyrinth: its set screws, and, where the shaft line of this job does not say it, how far the
    shaft moves there. `lip`: by the maker's drawing, named, before the purpose.
    """

    seal: Annotated[SealKind, choice("Seal", worded(SealKind))]
    purpose: Annotated[Purpose, choice("What for, before all", worded(Purpose))]
    sides: Annotated[
        Literal["both", "inboard", "outboard"],
        choice(
            "Where",
            {
                "both": "on both sides",
                "inboard": "inboard alone: an end cover outboard",
                "outboard": "outboard alone",
            },
        ),
    ]
    material: Annotated[str, words("Material", empty="not known")] = ""
    speed: Annotated[str, number(Family.SPEED, "Speed", "1480 r/min")] = ""
    temperature: Annotated[str, warmth("At the lip when it runs", "60 °C")] = ""
    fitting_temperature: Annotated[str, warmth("Where it is fitted", "15 °C")] = ""
    chamfer: Annotated[str, length("Lead-in: end of its chamfer", "4 mm", empty="not measured")] = (
        ""
    )
    angle: Annotated[str, number(Family.ANGLE, "Its angle to the axis", "20° is the aim")] = ""
    held: Annotated[
        Literal["", "stretch", "behind", "all_round"],
        choice(
            "Held on the shaft by",
            {
                "": "not said",
                "stretch": "its own stretch",
                "behind": "a shoulder or clamp behind it",
                "all_round": "a clamp behind it and a band round it",
            },
        ),
    ] = ""
    sheet_least: Annotated[
        str, length("Width when set, least", "8.0 mm", empty="its sheet is not at hand")
    ] = ""
    sheet_most: Annotated[
        str, length("Width when set, most", "9.0 mm", empty="its sheet is not at hand")
    ] = ""
    lip: Annotated[
        Literal["", "toward", "away"],
        choice(
            "Its lip looks",
            {
                "": "as its purpose asks",
                "toward": "by the maker's drawing: towards the bearing",
                "away": "by the maker's drawing: away from the bearing",
            },
        ),
    ] = ""
    lip_source: Annotated[str, words("Which drawing shows it")] = ""
    inner: Annotated[
        Literal["", "split", "on", "whole"],
        choice(
            "The inboard ring is",
            {
                "": "not said",
                "split": "split: it goes round the shaft",
                "on": "in one piece, and on the shaft already",
                "whole": "in one piece, still to go on",
            },
        ),
    ] = ""
    screw: Annotated[str, words("Its set screws", "M6, or 1/4-28", empty="not known")] = ""
    screw_torque: Annotated[
        str, torque("Their torque by the maker", "5 N·m", empty="by the table")
    ] = ""
    screw_source: Annotated[str, words("Which sheet")] = ""
    moves_away: Annotated[
        str,
        length(
            "The shaft moves here, away from the fixed bearing", "1.2 mm", empty="by the shaft line"
        ),
    ] = ""
    moves_back: Annotated[
        str, length("And towards it, base warmer than shaft", "0.2 mm", empty="by the shaft line")
    ] = ""
    grease: Annotated[str, words("Grease in the seal", "name on the tin", empty="not said")] = ""
    grease_is: Annotated[
        Literal["", "same", "other", "unknown"],
        choice(
            "It is",
            {
                "": "not said",
                "same": "the bearing's own",
                "other": "another than in the bearing",
                "unknown": "nobody knows what the bearing has",
            },
        ),
    ] = ""
    thickener: Annotated[str, words("Its thickener", "lithium")] = ""
    bearing_thickener: Annotated[
        str, words("Thickener of the bearing's grease", "lithium complex, or unknown")
    ] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class JoinLabyrinth:
    """The halves of a labyrinth, on the bench, before it goes on."""

    side: Annotated[Side, _SIDE]
    rings: Annotated[Half, choice("The piston rings sit on", worded(Half))]
    filled: Annotated[bool, tick("Its groove is full of grease")]
    turns: Annotated[bool, tick("Pressed together evenly: the halves turn against each other")]
    rings_up: Annotated[bool, tick("The half with the rings lay on the bench, rings up")] = False
    chamfer_first: Annotated[
        bool, tick("The plain half went over the rings with its chamfered end first")
    ] = False


@dataclass(frozen=True)
class PutRingOn:
    """A ring is on the shaft; which way its lip looks, whether it was protected over threads and
    keyways (not, where nobody says so); a V-ring's width before that.
    """

    side: Annotated[Side, _SIDE]
    lip: Annotated[
        Literal["", "toward", "away"],
        choice(
            "Its lip looks",
            {"toward": "towards the bearing", "away": "away from the bearing", "": "it has no lip"},
        ),
    ] = ""
    protected: Annotated[bool, tick("Protected over threads and keyways; looked at all round")] = (
        False
    )
    free: Annotated[str, length("Its width before it was fitted", "10.5 mm")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SetSeal:
    """A seal is in its groove; `rubs`: what rubs when the shaft is turned, empty where nothing
    does.
    """

    side: Annotated[Side, _SIDE]
    greased: Annotated[bool, tick("Grooves and lip greased")]
    joint_top: Annotated[bool, tick("Its ends are at the top")]
    rubs: Annotated[str, words("What rubs when the shaft is turned", empty="nothing")] = ""


@dataclass(frozen=True)
class PlaceLabyrinth:
    """Gaps of a labyrinth."""

    side: Annotated[Side, _SIDE]
    growth_side: Annotated[str, length("Gap away from the fixed bearing", "2.0 mm")]
    other: Annotated[str, length("Gap towards the fixed bearing", "1.0 mm")]
    screws: Annotated[bool, tick("Its set screws are tight")]
    screws_at: Annotated[str, torque("Set screws at", "5 N·m", empty="not read")] = ""
    wrench: Annotated[str, words("With which key or wrench")] = ""
    reached: Annotated[
        Literal["", "yes", "no"],
        choice(
            "Its set screws are",
            {
                "": "not said",
                "yes": "outside the housing: a key reaches them",
                "no": "inside: no key reaches them",
            },
        ),
    ] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PushVRing:
    """A V-ring pushed up: width from the face to its back, the same all round; `free` where its
    width was not said as it went on.
    """

    side: Annotated[Side, _SIDE]
    width: Annotated[str, length("From the face to its back", "8.5 mm")]
    even: Annotated[bool, tick("The same at three places round the shaft")]
    free: Annotated[str, length("Its width before it was fitted", "10.5 mm")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PurgeSeal:
    """Grease through its own fitting until it shows."""

    side: Annotated[Side, _SIDE]
    shows: Annotated[bool, tick("Grease shows")]
    strokes: Annotated[str, count("Strokes it took", "12", empty="not counted")] = ""


@dataclass(frozen=True)
class KeepSeal:
    """How often the labyrinth is purged from now on: apart from the bearing, and oftener."""

    days: Annotated[str, number(Family.DAYS, "Purged every, days", "7", empty="by hours alone")] = (
        ""
    )
    hours: Annotated[
        str, number(Family.HOURS, "Or every so many running hours", "200", empty="by days alone")
    ] = ""
    hours_per_day: Annotated[
        str, number(Family.HOURS, "Hours a day it runs", "16", empty="as the bearing is kept")
    ] = ""
    source: Annotated[str, words("Whose word that is", "its sheet, or the name of who says so")] = (
        ""
    )


COMMANDS: tuple[type, ...] = (
    PlanSeals,
    JoinLabyrinth,
    PutRingOn,
    SetSeal,
    PlaceLabyrinth,
    PushVRing,
    PurgeSeal,
    KeepSeal,
)
