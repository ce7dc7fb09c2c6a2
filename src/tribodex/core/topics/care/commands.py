"""What a person can ask to keep a bearing. Everything stays as typed until it is read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.grease.interval import ROLLS
from tribodex.core.grease.lubricator import Drive
from tribodex.core.job.asked import (
    Asked,
    Family,
    choice,
    count,
    length,
    number,
    warmth,
    worded,
    words,
)
from tribodex.core.quantities import Shown
from tribodex.core.topics.care.facts import CareWay

_WAYS = worded(CareWay)
_HOLES = {
    "": "not said",
    "open": "open",
    "plug": "closed by a plug that comes out for greasing",
    "plugged": "plugged for good",
}


@dataclass(frozen=True)
class SetCare:
    """How it is greased again and looked at. A maker's interval or amount comes with its source;
    else both are computed.
    """

    way: Annotated[CareWay, choice("Kept", _WAYS)]
    hours_per_day: Annotated[str, number(Family.HOURS, "Hours a day", "16")] = ""
    speed: Annotated[str, number(Family.SPEED, "Speed", "1480 r/min")] = ""
    temperature: Annotated[str, warmth("Housing when it runs", "65 °C")] = ""
    dirt: Annotated[str, words("Dirt")] = ""
    wet: Annotated[str, words("Water")] = ""
    shakes: Annotated[str, words("Vibration")] = ""
    stands: Annotated[str, words("The shaft is")] = ""
    path: Annotated[
        str,
        choice(
            "Grease comes in",
            {
                "": "not said",
                "side": "from the side",
                "groove": "through the groove of the outer ring",
            },
        ),
    ] = ""
    gun: Annotated[str, words("Gun")] = ""
    stroke: Annotated[str, number(Family.MASS, "One stroke of it gives", "1.2 g")] = ""
    interval: Annotated[str, number(Family.HOURS, "Every so many hours", "2000")] = ""
    interval_source: Annotated[str, words("Whose interval")] = ""
    amount: Annotated[str, number(Family.MASS, "So much each time", "20 g")] = ""
    amount_source: Annotated[str, words("Whose amount")] = ""
    strokes: Annotated[str, count("Strokes", "2")] = ""
    cartridge: Annotated[str, number(Family.MASS, "A cartridge holds", "400 g")] = ""
    season_days: Annotated[str, number(Family.DAYS, "At the latest after, days", "365")] = ""
    look_days: Annotated[str, number(Family.DAYS, "Looked at every, days", "30")] = ""
    running: Annotated[
        str, choice("Greased while it runs", {"": "not said", "no": "no", "yes": "yes"})
    ] = ""
    grease: Annotated[str, words("Grease")] = ""
    lubricator: Annotated[
        Literal["", "spring", "gas", "motor"],
        choice("It is driven by", {"": "not said", **worded(Drive)}),
    ] = ""
    lets_out: Annotated[
        Literal["", "yes", "no"],
        choice("Its seals let grease out", {"": "not said", "yes": "yes", "no": "no, tight lips"}),
    ] = ""
    hole: Annotated[
        Literal["", "open", "plug", "plugged"], choice("Its grease hole is", _HOLES)
    ] = ""
    looks: Annotated[
        str, Asked("Looked at there, one thing a line", Family.LINES, empty="the usual list")
    ] = ""


@dataclass(frozen=True)
class SayBearing:
    """Which bearing is there: its number, or its sizes with its design."""

    designation: Annotated[str, words("Number on the ring, or what it is called", "22218")]
    bore: Annotated[str, length("Bore", "90 mm", empty="by its number")] = ""
    outside: Annotated[str, length("Outside diameter", "160 mm", empty="by its number")] = ""
    width: Annotated[str, length("Width", "40 mm", empty="by its number")] = ""
    design: Annotated[str, choice("In it roll", ROLLS)] = ""
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (SayBearing, SetCare)
