"""What a person can ask while a housed unit goes on. Lengths and torques stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.job.asked import Torque
from tribodex.core.quantities import Shown
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.locking import Rotation
from tribodex.core.units.screws import Footing

YesNo = Literal["yes", "no", ""]


@dataclass(frozen=True)
class SlideOn:
    """It is on, by hand; or it would not go."""

    by_hand: bool
    text: str = ""


@dataclass(frozen=True)
class FindFloat:
    """What holds it in its housing; the room on both sides where it floats."""

    by: FloatBy
    room_toward: str = ""
    room_away: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class LineUpUnit:
    """An offset over a length; leaves under the feet (0.02 + 0 + 0.1 + 0); hole, bolt and correction where it must be shifted."""

    offset: str
    over: str
    feet: str = ""
    hole: str = ""
    bolt: str = ""
    wanted: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class BoltHousing:
    """The bolts of the housing at torque."""

    torque: Torque
    wrench: str
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class TurnShaft:
    """How the shaft turns by hand, housings bolted."""

    freely: bool
    text: str = ""


@dataclass(frozen=True)
class LockUnit:
    """The insert locked. What is asked hangs on its lock: footing and line of screws, a collar's turn, a clamp's slits."""

    torque: Torque
    passes: int
    wrench: str
    footing: Footing | Literal[""] = ""
    in_line: YesNo = ""
    turned: Literal["clockwise", "anticlockwise", ""] = ""
    slits_apart: YesNo = ""
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class TryUnit:
    """How it turns, once locked."""

    freely: bool
    text: str = ""


@dataclass(frozen=True)
class TightenAgain:
    """Set screws a second time, after some hours of running."""

    torque: Torque
    after: str


COMMANDS: tuple[type, ...] = (SlideOn, FindFloat, LineUpUnit, BoltHousing, TurnShaft, LockUnit, TryUnit, TightenAgain)
TURNS = {"clockwise": Rotation.CLOCKWISE, "anticlockwise": Rotation.ANTICLOCKWISE}
