"""What a person can ask to keep a bearing. Everything stays as typed until it is read."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.quantities import Shown
from tribodex.core.topics.care.facts import CareWay


@dataclass(frozen=True)
class SetCare:
    """How it is greased again and looked at. A maker's interval or amount comes with its source; else both are computed."""

    way: CareWay
    hours_per_day: str = ""
    speed: str = ""
    temperature: str = ""
    dirt: str = ""
    wet: str = ""
    shakes: str = ""
    stands: str = ""
    path: str = ""
    gun: str = ""
    stroke: str = ""
    interval: str = ""
    interval_source: str = ""
    amount: str = ""
    amount_source: str = ""
    strokes: str = ""
    cartridge: str = ""
    season_days: str = ""
    look_days: str = ""
    running: str = ""
    grease: str = ""


@dataclass(frozen=True)
class SayBearing:
    """Which bearing is there: its number, or its sizes with its design."""

    designation: str
    bore: str = ""
    outside: str = ""
    width: str = ""
    design: str = ""
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (SayBearing, SetCare)
