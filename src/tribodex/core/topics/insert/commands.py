"""What a person can ask while an insert is replaced. Lengths stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import choice, count, length, tick, worded, words
from tribodex.core.quantities import Shown
from tribodex.core.units.insert import Closed, HoleStep, Pin, Push

_GROOVE = {
    "marked": "towards the marked face",
    "other": "towards the other face",
    "middle": "in the middle",
    "unseen": "not to be seen",
}


@dataclass(frozen=True)
class TakeInsertOut:
    """The old insert is out; whether its outer ring had turned in the housing."""

    had_turned: Annotated[bool, tick("Its outer ring had turned in the housing")]
    text: Annotated[str, words("How it came, or what jammed")] = ""


@dataclass(frozen=True)
class MeasureFitting:
    """From the fitting's middle to the marked face and to the other face."""

    to_marked: Annotated[str, length("Fitting to the marked face", "18 mm")]
    to_other: Annotated[str, length("Fitting to the other face", "18 mm")]
    shown: Shown = ""


@dataclass(frozen=True)
class SeeBore:
    """The groove in the housing's bore, and a slot for a pin."""

    groove: Annotated[
        Literal["marked", "other", "middle", "unseen"],
        choice("Grease groove in the housing's bore", _GROOVE),
    ]
    pin_slot: Annotated[bool, tick("There is a slot for the insert's pin")]


@dataclass(frozen=True)
class EnterInsert:
    """The new insert is in."""

    groove_faces: Annotated[
        Literal["marked", "other", "middle"],
        choice(
            "Its grease groove looks to",
            {
                "marked": "the marked face",
                "other": "the other face",
                "middle": "neither: it is in the middle",
            },
        ),
    ]
    pin: Annotated[
        Pin,
        choice(
            "Its pin is",
            {
                Pin.IN_SLOT: "in the housing's slot",
                Pin.ON_IRON: "against solid iron",
                Pin.NONE: "it has none",
            },
        ),
    ]


@dataclass(frozen=True)
class CentreInsert:
    """Two depths at the loading slots, on a circle, and whether it swivels."""

    first: Annotated[str, length("Depth at the first slot", "3.2 mm")]
    second: Annotated[str, length("Depth at the second slot", "3.2 mm")]
    circle: Annotated[str, length("Between the two spots", "70 mm")]
    swivels: Annotated[bool, tick("It swivels by hand")]
    shown: Shown = ""


@dataclass(frozen=True)
class CloseHole:
    """What closes the grease hole."""

    closed: Annotated[
        Closed,
        choice(
            "Grease hole closed by",
            {
                Closed.NEW_FITTING: "a new fitting",
                Closed.PLUG: "a brass plug",
                Closed.OLD_FITTING: "the old fitting",
            },
        ),
    ]


@dataclass(frozen=True)
class GreaseThroughHole:
    """A step of greasing through the hole; strokes with how the gun pushed."""

    step: Annotated[HoleStep, choice("Step", worded(HoleStep), stays=True)]
    strokes: Annotated[str, count("Strokes", "2")] = ""
    push: Annotated[
        Literal["", "easy", "hard", "not"],
        choice("The gun pushes", {"": "not said", **worded(Push)}),
    ] = ""
    most: Annotated[
        str, count("Strokes its maker allows", "2", empty="its maker says nothing: two")
    ] = ""
    most_by: Annotated[str, words("Which sheet")] = ""


COMMANDS: tuple[type, ...] = (
    TakeInsertOut,
    MeasureFitting,
    SeeBore,
    EnterInsert,
    CentreInsert,
    CloseHole,
    GreaseThroughHole,
)
