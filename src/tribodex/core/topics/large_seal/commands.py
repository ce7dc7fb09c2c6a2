"""What a person can ask while a large shaft seal is put in. Lengths, temperatures, times and torques stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.asked import Torque, Warmth
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class PlanLargeSeal:
    """The ring and how it comes: shaft, material, store and room, height of its pack; wished start as 2026-12-01T06:00."""

    shaft: str
    material: str = ""
    speed: str = ""
    temperature: str = ""
    split: str = ""
    holds_itself: str = ""
    shaft_last: str = ""
    store: str = ""
    room: str = ""
    box: str = ""
    chamfer: str = ""
    angle: str = ""
    cover: str = ""
    cover_source: str = ""
    starts_at: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class WarmRing:
    """Warm right through: by hand in the middle, or measured."""

    middle: Warmth = ""


@dataclass(frozen=True)
class RestRing:
    """Flat on the table for so many hours; what was seen at lip and joint."""

    hours: str
    marks: str = ""


@dataclass(frozen=True)
class ReadySeat:
    """The housing."""

    dry: bool
    rounded: bool


@dataclass(frozen=True)
class LaySpring:
    """The spring."""

    lock_checked: bool
    groove_greased: bool


@dataclass(frozen=True)
class PressAt:
    """Pressed in at an hour of the clock."""

    hour: float


@dataclass(frozen=True)
class SeatFlat:
    """Gone round once more."""

    flat: bool
    text: str = ""


@dataclass(frozen=True)
class CoverSeal:
    """The cover."""

    torque: Torque
    wrench: str
    even: bool


@dataclass(frozen=True)
class UseStraps:
    """Straps that keep the ring round while it is carried go in, or come out."""

    out: bool
    what: str = ""


COMMANDS: tuple[type, ...] = (PlanLargeSeal, UseStraps, WarmRing, RestRing, ReadySeat, LaySpring, PressAt, SeatFlat, CoverSeal)
