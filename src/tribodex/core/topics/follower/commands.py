"""What a person can ask while a cam follower goes in. Lengths and torques stay as typed until they
are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.follower.stud import Hole
from tribodex.core.job.asked import choice, length, same, tick, torque, words
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class FitStud:
    """Stud and hole, measured; by name where a heavy press is used all the same."""

    stud: Annotated[str, length("Stud", "23.98 mm")]
    hole: Annotated[str, length("Hole", "24.00 mm")]
    shown: Shown = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class SetFollower:
    """It is in, and where its grease hole lies."""

    hole: Annotated[
        Hole,
        choice(
            "Its grease hole lies",
            {"unloaded": "on the unloaded side", "loaded": "under the load", "none": "it has none"},
        ),
    ]


@dataclass(frozen=True)
class SayClampThread:
    """For which thread the torque on its sheet is meant, where the sheet is silent."""

    thread: Annotated[
        Literal["dry", "oiled"],
        choice("The torque on its sheet is for a thread that is", same("oiled", "dry")),
    ]
    source: Annotated[str, words("Whose word that is", "the maker, by telephone, or another sheet")]


@dataclass(frozen=True)
class ClampStud:
    """The nut at torque."""

    torque: Annotated[str, torque("Torque", "120 N·m")]
    thread: Annotated[
        Literal["dry", "oiled", "not known"],
        choice("The thread is", same("oiled", "dry", "not known")),
    ]
    wrench: Annotated[str, words("With which wrench")]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class BackPlates:
    """Whether both end plates are backed up by the fork."""

    both: Annotated[bool, tick("Both end plates are backed up by the fork")]


@dataclass(frozen=True)
class SayPlug:
    """Whether the plug is in."""

    plug: Annotated[bool, tick("The plug is in")]


@dataclass(frozen=True)
class TurnRoller:
    """How the roller turns."""

    freely: Annotated[bool, tick("Turns freely")]
    text: Annotated[str, words("How it turns")] = ""


COMMANDS: tuple[type, ...] = (
    FitStud,
    SetFollower,
    SayClampThread,
    ClampStud,
    BackPlates,
    SayPlug,
    TurnRoller,
)
