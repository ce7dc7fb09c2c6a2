"""What a person can ask while a bearing is greased. Amounts, lengths and temperatures stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class ChooseLubricant:
    """What goes in. `old` is the thickener of what was in there, “clean” or “unknown”; `oil` a grade (220) or “220 / 19” mm²/s."""

    lubricant: Literal["grease", "oil"]
    name: str
    thickener: str = ""
    old: str = ""
    oil: str = ""
    speed: str = ""
    temperature: str = ""


@dataclass(frozen=True)
class PlanFill:
    """How much goes where. The housing's amount by its sheet, else by a share of its space: as a volume, or by its inside sizes."""

    pace: str
    gun: str = ""
    stroke: str = ""
    mass: str = ""
    sheet: str = ""
    sheet_source: str = ""
    volume: str = ""
    housing: str = ""
    inside: str = ""
    share: str = ""
    corners: str = ""
    cartridge: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PackBearing:
    """The bearing packed by hand. A bearing left unpacked is a decision with a name."""

    how: Literal["full", "part", "none"]
    turned: bool
    text: str = ""
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class FillCorner:
    """A corner of the housing has its strokes, or its grams where no gun is used."""

    corner: int
    amount: str


@dataclass(frozen=True)
class TagStored:
    """The tag of a housing filled for storage: what it says."""

    text: str


@dataclass(frozen=True)
class FillOil:
    """Oil at standstill, measured below the middle of the shaft."""

    below: str
    channels_open: bool
    level_both: bool
    plug: str
    shown: Shown = ""


@dataclass(frozen=True)
class LeaveAsMade:
    """It came greased from its maker."""

    text: str


COMMANDS: tuple[type, ...] = (ChooseLubricant, PlanFill, PackBearing, FillCorner, TagStored, FillOil, LeaveAsMade)
