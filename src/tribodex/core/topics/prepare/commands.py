"""What a person can ask while preparing a seat. Sizes stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from tribodex.core.fits.seat import SeatKind
from tribodex.core.job.asked import choice, count, length, warmth, worded, words
from tribodex.core.quantities import Shown
from tribodex.core.topics.prepare.facts import Measured, Seen


@dataclass(frozen=True)
class PlanSeat:
    """What the seat should measure: its kind and nominal size, for a cylindrical one its class
    (m6).
    """

    seat: Annotated[
        SeatKind,
        choice(
            "Seat",
            {
                SeatKind.SLEEVE: "under a sleeve",
                SeatKind.CYLINDRICAL: "cylindrical, a fit",
                SeatKind.SLIDING: "sliding",
            },
        ),
    ]
    nominal: Annotated[str, length("Nominal size", "90 mm")]
    reason: Annotated[str, words("Reason")]
    shaft_class: Annotated[str, words("Class", "m6", empty="seat under a sleeve")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class ReadSeat:
    """A micrometer reading at a section and a direction; both None: at the next spot that was not
    read.

    Who reads on before the answer is drawn, or with no network, must not write the same spot twice.
    """

    section: Annotated[int | None, count("Section", stays=True)]
    direction: Annotated[int | None, count("Direction", stays=True)]
    size: Annotated[str, length("Micrometer", "89.985 mm")]
    what: Annotated[
        Measured, choice("Of", {"shaft": "the shaft", "bore": "the new bore"}, stays=True)
    ] = "shaft"
    shown: Shown = ""


@dataclass(frozen=True)
class SayWarmth:
    """Temperatures of shaft and ring, °C or °F."""

    shaft_temperature: Annotated[str, warmth("Shaft", "34 °C")]
    ring_temperature: Annotated[str, warmth("Ring, where its bore is measured too", "22 °C")] = ""


@dataclass(frozen=True)
class SeeOnSeat:
    """Something is seen on the seat."""

    seen: Annotated[Seen, choice("What is on it", worded(Seen))]
    where: Annotated[str, words("Where")] = ""


@dataclass(frozen=True)
class DressSeat:
    """What was seen, by the number of its entry, is dressed."""

    number: Annotated[int, count("Entry", stays=True)]


@dataclass(frozen=True)
class JudgeSeat:
    """Everything is measured and seen: judge the seat."""


@dataclass(frozen=True)
class AcceptSeat:
    """Use it although it is not in order."""

    name: Annotated[str, words("Accepted by")]
    reason: Annotated[str, words("Reason")]


COMMANDS: tuple[type, ...] = (
    PlanSeat,
    ReadSeat,
    SayWarmth,
    SeeOnSeat,
    DressSeat,
    JudgeSeat,
    AcceptSeat,
)
