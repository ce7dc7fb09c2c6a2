"""What a person can ask while the nut of an adapter unit is turned. Amounts stay as typed until
they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import Family, choice, count, number, tick, words
from tribodex.core.job.asked import torque as torque_of
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import Shown

_ZEROS: dict[str, str] = {"": "as planned", **{zero.value: zero.words for zero in SheetZero}}


@dataclass(frozen=True)
class TapRim:
    """The nut's rim was tapped with a soft hammer and tried again with both hands."""

    moved: Annotated[bool, tick("It moved on")]


@dataclass(frozen=True)
class MarkUnitZero:
    """Nut and sleeve are marked where the count begins. `tapped`: until it no longer moved, without
    a tap of the screen for each try.

    `counted_from` where the plan's sheet is silent: what its maker says; `said_by` who.
    """

    tapped: Annotated[bool, tick("Tapped and tried until it no longer moved")] = False
    counted_from: Annotated[SheetZero | Literal[""], choice("Its turns count from", _ZEROS)] = ""
    said_by: Annotated[str, words("Who says so", "the maker, by phone")] = ""


@dataclass(frozen=True)
class TurnUnitNut:
    """The nut was tightened."""

    amount: Annotated[str, number(Family.TURN, "How far", "1/2, 180°")]
    unit: Annotated[
        Literal["turns", "degrees"], choice("In", {"turns": "turns", "degrees": "degrees"})
    ] = "turns"
    shown: Shown = ""


@dataclass(frozen=True)
class BackUnitNut:
    """The nut turned back: it would not slide, its zero was another one, or it is released to begin
    again.
    """

    reason: Annotated[str, words("Reason", "will not slide, start again")]


@dataclass(frozen=True)
class CountPlate:
    """Slots of the nut and holes of the lock plate, counted when they are in sight."""

    slots: Annotated[int, count("Slots or flats of the nut", "4")]
    holes: Annotated[int, count("Holes of the plate in the round", "10")]


@dataclass(frozen=True)
class SeePlate:
    """How far it is, by tightening, until the plate's next hole meets."""

    amount: Annotated[str, number(Family.ANGLE, "How far to the next hole", "8°")]


@dataclass(frozen=True)
class FitPlate:
    """Tightened on to the plate's hole, plate screwed down."""

    turn: Annotated[str, number(Family.ANGLE, "Tightened to the hole", "8°; 0 where it met")]
    torque: Annotated[
        str, torque_of("Torque of its screws", "6 N·m", empty="the sheet does not say")
    ] = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class TryDriven:
    """How it turns by hand, plate on."""

    freely: Annotated[bool, tick("Turns freely")]
    text: Annotated[str, words("How it turns")] = ""


COMMANDS: tuple[type, ...] = (
    TapRim,
    MarkUnitZero,
    TurnUnitNut,
    BackUnitNut,
    CountPlate,
    SeePlate,
    FitPlate,
    TryDriven,
)
