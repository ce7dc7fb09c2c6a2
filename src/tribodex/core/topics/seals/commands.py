"""What a person can ask of the seals of a housing. Lengths, speed and temperature stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.quantities import Shown
from tribodex.core.seals.kinds import Purpose, SealKind
from tribodex.core.topics.seals.facts import Side


@dataclass(frozen=True)
class PlanSeals:
    """The seals of this housing; an end cover on the outboard side has none there.

    For V-rings: what holds them on the shaft, and the ends of the width on the ring's sheet.
    """

    seal: SealKind
    purpose: Purpose
    sides: Literal["both", "inboard", "outboard"]
    material: str = ""
    speed: str = ""
    temperature: str = ""
    fitting_temperature: str = ""
    chamfer: str = ""
    angle: str = ""
    held: Literal["", "stretch", "behind", "all_round"] = ""
    sheet_least: str = ""
    sheet_most: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PutRingOn:
    """A ring is on the shaft; which way its lip looks, whether it was protected over threads and keyways; a V-ring's width before that."""

    side: Side
    lip: Literal["", "toward", "away"] = ""
    protected: bool = True
    free: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class SetSeal:
    """A seal is in its groove; `rubs`: what rubs when the shaft is turned, empty where nothing does."""

    side: Side
    greased: bool
    joint_top: bool
    rubs: str = ""


@dataclass(frozen=True)
class PlaceLabyrinth:
    """Gaps of a labyrinth."""

    side: Side
    growth_side: str
    other: str
    screws: bool
    shown: Shown = ""


@dataclass(frozen=True)
class PushVRing:
    """A V-ring pushed up: width from the face to its back, the same all round; `free` where its width was not said as it went on."""

    side: Side
    width: str
    even: bool
    free: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PurgeSeal:
    """Grease through its own fitting until it shows."""

    side: Side
    shows: bool
    strokes: str = ""


COMMANDS: tuple[type, ...] = (PlanSeals, PutRingOn, SetSeal, PlaceLabyrinth, PushVRing, PurgeSeal)
