"""What a person can ask while a cam follower goes in. Lengths and torques stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.follower.stud import Hole
from tribodex.core.job.asked import Length, Torque
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class FitStud:
    """Stud and hole, measured; by name where a heavy press is used all the same."""

    stud: Length
    hole: Length
    shown: Shown = ""
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class SetFollower:
    """It is in, and where its grease hole lies."""

    hole: Hole


@dataclass(frozen=True)
class ClampStud:
    """The nut at torque."""

    torque: Torque
    thread: Literal["dry", "oiled", "not known"]
    wrench: str
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class BackPlates:
    """Whether both end plates are backed up by the fork."""

    both: bool


@dataclass(frozen=True)
class SayPlug:
    """Whether the plug is in."""

    plug: bool


@dataclass(frozen=True)
class TurnRoller:
    """How the roller turns."""

    freely: bool
    text: str = ""


COMMANDS: tuple[type, ...] = (FitStud, SetFollower, ClampStud, BackPlates, SayPlug, TurnRoller)
