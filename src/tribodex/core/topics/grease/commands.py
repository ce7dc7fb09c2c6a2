"""What a person can ask while a bearing is greased. Amounts, lengths and temperatures stay as typed
until they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import Family, choice, count, length, number, same, tick, warmth, words
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class ChooseLubricant:
    """What goes in. `old` is the thickener of what was in there, “clean” or “unknown”; `oil` a
    grade (220) or “220 / 19” mm²/s.
    """

    lubricant: Annotated[
        Literal["grease", "oil"], choice("It is lubricated with", same("grease", "oil"))
    ]
    name: Annotated[str, words("Name and number on the tin")]
    thickener: Annotated[str, words("Its thickener", "lithium")] = ""
    old: Annotated[str, words("What was in there", "its thickener, clean, or unknown")] = ""
    oil: Annotated[str, words("Its oil", "ISO VG 220, or 220 / 19 mm²/s")] = ""
    speed: Annotated[str, number(Family.SPEED, "Speed", "1480 r/min")] = ""
    temperature: Annotated[str, warmth("Temperature when it runs", "65 °C")] = ""


@dataclass(frozen=True)
class PlanFill:
    """How much goes where. The housing's amount by its sheet, else by a share of its space: as a
    volume, or by its inside sizes.
    """

    pace: Annotated[str, words("How fast it runs")]
    gun: Annotated[str, words("Gun", empty="by hand, by weight")] = ""
    stroke: Annotated[str, number(Family.MASS, "One stroke of it gives", "1.2 g")] = ""
    mass: Annotated[str, number(Family.WEIGHT, "Bare bearing's mass", "3.3 kg")] = ""
    sheet: Annotated[str, number(Family.MASS, "Amount by its sheet", "230 g, 8 oz, 20 strokes")] = (
        ""
    )
    sheet_source: Annotated[str, words("Which sheet")] = ""
    sheet_is: Annotated[
        Literal["", "housing", "total", "bearing"],
        choice(
            "The sheet's amount is",
            {
                "": "not said",
                "housing": "into the housing",
                "total": "both together",
                "bearing": "into the bearing",
            },
        ),
    ] = ""
    sheet_stroke: Annotated[
        str,
        number(
            Family.MASS,
            "One stroke of the sheet's gun gives",
            "1.4 g",
            empty="the sheet does not say",
        ),
    ] = ""
    seals: Annotated[
        str,
        number(Family.MASS, "Into the seals, together", "60 g; 0 where none", empty="not known"),
    ] = ""
    volume: Annotated[str, number(Family.VOLUME, "Space beside the bearing", "600 cm³")] = ""
    housing: Annotated[str, length("Inside diameter of the housing", "160 mm")] = ""
    inside: Annotated[str, length("Its inside width", "90 mm")] = ""
    share: Annotated[str, number(Family.SHARE, "Share of the space", "30 %")] = ""
    corners: Annotated[str, count("Corners", "2")] = ""
    cartridge: Annotated[str, number(Family.MASS, "A cartridge holds", "400 g")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PackBearing:
    """The bearing packed by hand. A bearing left unpacked is a decision with a name."""

    how: Annotated[
        Literal["full", "part", "none"],
        choice("Packed", {"full": "full", "part": "in part", "none": "not at all"}),
    ]
    turned: Annotated[bool, tick("Turned: grease went through the cage, both rows")]
    text: Annotated[str, words("Remark")] = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class FillCorner:
    """A corner of the housing has its strokes, or its grams where no gun is used."""

    corner: Annotated[int, count("Corner", stays=True)]
    amount: Annotated[str, number(Family.MASS, "It got", "36 g, or strokes of the gun")]


@dataclass(frozen=True)
class TagStored:
    """The tag of a housing filled for storage: what it says."""

    text: Annotated[str, words("What the tag says")]


@dataclass(frozen=True)
class FillOil:
    """Oil at standstill, measured below the middle of the shaft."""

    below: Annotated[str, length("Oil below the middle of the shaft", "22 mm")]
    channels_open: Annotated[bool, tick("Return channels and levelling channel are open")]
    level_both: Annotated[bool, tick("Both sides stand level")]
    plug: Annotated[str, words("Drain plug", "new washer, tightened")]
    shown: Shown = ""


@dataclass(frozen=True)
class LeaveAsMade:
    """It came greased from its maker."""

    text: Annotated[str, words("What its maker put in")]


COMMANDS: tuple[type, ...] = (
    ChooseLubricant,
    PlanFill,
    PackBearing,
    FillCorner,
    TagStored,
    FillOil,
    LeaveAsMade,
)
