"""What a person can ask while an insert is replaced. Lengths stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.quantities import Shown
from tribodex.core.units.insert import Closed, Pin


@dataclass(frozen=True)
class TakeInsertOut:
    """The old insert is out; whether its outer ring had turned in the housing."""

    had_turned: bool
    text: str = ""


@dataclass(frozen=True)
class MeasureFitting:
    """From the fitting's middle to the marked face and to the other face."""

    to_marked: str
    to_other: str
    shown: Shown = ""


@dataclass(frozen=True)
class SeeBore:
    """The groove in the housing's bore, and a slot for a pin."""

    groove: Literal["marked", "other", "middle", "unseen"]
    pin_slot: bool


@dataclass(frozen=True)
class EnterInsert:
    """The new insert is in."""

    groove_faces: Literal["marked", "other", "middle"]
    pin: Pin


@dataclass(frozen=True)
class CentreInsert:
    """Two depths at the loading slots, on a circle, and whether it swivels."""

    first: str
    second: str
    circle: str
    swivels: bool
    shown: Shown = ""


@dataclass(frozen=True)
class CloseHole:
    """What closes the grease hole."""

    closed: Closed


COMMANDS: tuple[type, ...] = (TakeInsertOut, MeasureFitting, SeeBore, EnterInsert, CentreInsert, CloseHole)
