"""What a person can ask while a large shaft seal is put in. Lengths, temperatures, times and
torques stay as typed until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.bolts.torque import BoltFinish
from tribodex.core.job.asked import (
    Family,
    choice,
    count,
    day,
    length,
    number,
    tick,
    torque,
    warmth,
    worded,
    words,
)
from tribodex.core.quantities import Shown

_YES_NO = {"": "not said", "yes": "yes", "no": "no"}


@dataclass(frozen=True)
class PlanLargeSeal:
    """The ring and how it comes: shaft, material, store and room, height of its pack; wished start
    as 2026-12-01T06:00.
    """

    shaft: Annotated[str, length("Shaft diameter", "400 mm")]
    material: Annotated[str, words("Material", empty="not known")] = ""
    speed: Annotated[str, number(Family.SPEED, "Speed", "300 r/min")] = ""
    temperature: Annotated[str, warmth("At the lip when it runs", "60 °C")] = ""
    split: Annotated[str, choice("Joined on site", _YES_NO)] = ""
    holds_itself: Annotated[
        str, choice("Holds itself in the housing, without a cover's squeeze", _YES_NO)
    ] = ""
    shaft_last: Annotated[str, choice("The shaft comes last, through the ring", _YES_NO)] = ""
    store: Annotated[str, warmth("It comes from a store of", "5 °C")] = ""
    room: Annotated[str, warmth("Into a room of", empty="20 °C")] = ""
    box: Annotated[str, length("Height of the pack", "60 mm")] = ""
    chamfer: Annotated[str, length("Lead-in: end of its chamfer", "4 mm", empty="not measured")] = (
        ""
    )
    angle: Annotated[str, number(Family.ANGLE, "Its angle to the axis", "20° is the aim")] = ""
    cover: Annotated[str, torque("Torque of the cover", "30 N·m")] = ""
    cover_source: Annotated[str, words("Whose torque", "drawing")] = ""
    ring: Annotated[
        str, length("Length of the ring along its outside", "3782 mm", empty="not measured")
    ] = ""
    seat: Annotated[
        str, length("Diameter of its seat in the housing", "1200 mm", empty="not measured")
    ] = ""
    size_check: Annotated[str, choice("Its size is checked before it goes in", _YES_NO)] = ""
    upright: Annotated[
        str, choice("It goes in upright", {"": "not said", "yes": "upright", "no": "lying flat"})
    ] = ""
    cover_screws: Annotated[str, count("Screws of the cover", "12", empty="not counted")] = ""
    cover_screw: Annotated[str, words("Which screws", "M10", empty="not said")] = ""
    cover_grade: Annotated[
        str, words("What stands on their heads", "8.8", empty="the maker's torque")
    ] = ""
    cover_finish: Annotated[str, choice("They go in", {"": "not said", **worded(BoltFinish)})] = ""
    starts_at: Annotated[str, day("Wished start", "2026-12-01T06:00")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SayOpenSide:
    """Which way its open side with the spring looks, before it is pressed in."""

    faces: Annotated[
        Literal["medium", "away"],
        choice(
            "Its open side, with the spring, looks",
            {"medium": "to what it holds back", "away": "away from what it holds back"},
        ),
    ]


@dataclass(frozen=True)
class MeetShaft:
    """The shaft under the lip: there already, or put through last."""

    greased: Annotated[bool, tick("Lead-in, shaft and lip greased")]
    folded: Annotated[str, words("Lips that are folded, where", empty="none")] = ""


@dataclass(frozen=True)
class TakeRingOut:
    """The ring is out again, to begin anew."""

    why: Annotated[str, words("Why it came out")]


@dataclass(frozen=True)
class WarmRing:
    """Warm right through: by hand in the middle, or measured."""

    middle: Annotated[str, warmth("In the middle of the pack", "20 °C", empty="warm by hand")] = ""


@dataclass(frozen=True)
class RestRing:
    """Flat on the table for so many hours; what was seen at lip and joint."""

    hours: Annotated[str, number(Family.HOURS, "Hours it lay flat", "2")]
    marks: Annotated[str, words("Marks at lip or joint", empty="none")] = ""


@dataclass(frozen=True)
class ReadySeat:
    """The housing."""

    dry: Annotated[bool, tick("Dry and clean")]
    rounded: Annotated[bool, tick("Edges rounded")]


@dataclass(frozen=True)
class LaySpring:
    """The spring."""

    lock_checked: Annotated[bool, tick("Its lock is checked")]
    groove_greased: Annotated[bool, tick("Groove greased")]


@dataclass(frozen=True)
class PressAt:
    """Pressed in at an hour of the clock."""

    hour: Annotated[float, count("Hour of the clock", stays=True)]


@dataclass(frozen=True)
class SeatFlat:
    """Gone round once more."""

    flat: Annotated[bool, tick("Flat all round")]
    text: Annotated[str, words("Where it stands up, or is folded")] = ""


@dataclass(frozen=True)
class CoverSeal:
    """The cover."""

    torque: Annotated[str, torque("Torque", "30 N·m")]
    wrench: Annotated[str, words("With which wrench")]
    even: Annotated[bool, tick("Evenly, crosswise")]


@dataclass(frozen=True)
class UseStraps:
    """Straps that keep the ring round while it is carried go in, or come out."""

    out: Annotated[bool, tick("They are out again")]
    what: Annotated[str, words("Which, how many")] = ""


COMMANDS: tuple[type, ...] = (
    PlanLargeSeal,
    UseStraps,
    WarmRing,
    RestRing,
    ReadySeat,
    LaySpring,
    SayOpenSide,
    MeetShaft,
    PressAt,
    TakeRingOut,
    SeatFlat,
    CoverSeal,
)
