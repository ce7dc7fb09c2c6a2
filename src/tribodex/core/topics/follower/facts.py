"""What can be said of a cam follower: plan, fit, set in, clamped or backed, hole, plug, turned."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.straight import StraightBearing
from tribodex.core.follower.stud import Clamp, Hole, Mount, Thread
from tribodex.core.job.facts import Fact
from tribodex.core.working import Level, Verdict


class RollerCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_FREE = "follower.not_free"


@dataclass(frozen=True)
class FollowerPlan:
    """A follower: its size (as a bearing: stud or pin, roller outside, roller width), how it is
    carried, its clamp torque and grease.
    """

    size: StraightBearing
    mount: Mount
    thread: str
    clamp: Clamp | None
    regreased: bool
    given: dict[str, str]


@dataclass(frozen=True)
class FollowerPlanned(Fact):
    """The plan of the follower."""

    plan: FollowerPlan
    reason: str = ""


@dataclass(frozen=True)
class StudFitted(Fact):
    """Stud and hole (or pin and bore) measured, and what the fit is."""

    stud_mm: float
    hole_mm: float
    typed: str
    verdict: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class FollowerSet(Fact):
    """It was pressed in by its end face, or its pin put in; where the grease hole of its raceway
    lies.
    """

    hole: Hole
    verdict: Verdict


@dataclass(frozen=True)
class ClampThreadSaid(Fact):
    """For which thread the torque on its sheet is meant, where the sheet itself is silent; by whose
    word.
    """

    thread: Thread
    source: str


@dataclass(frozen=True)
class StudClamped(Fact):
    """The nut at a torque, on a thread that is dry or oiled, with which wrench; by name with a
    reason where it is off the table.
    """

    torque_nm: float
    thread: Thread
    wrench: str
    verdict: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class PlatesBacked(Fact):
    """Whether the fork backs up both end plates of a yoke-type follower."""

    both: bool
    verdict: Verdict


@dataclass(frozen=True)
class PlugSaid(Fact):
    """Whether the oil hole is plugged, or has its fitting."""

    plug: bool
    verdict: Verdict


@dataclass(frozen=True)
class RollerTurned(Fact):
    """Whether the roller turns freely."""

    freely: bool
    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. A roller that is not free skids."
        return (
            ()
            if self.freely
            else (Verdict("does not turn freely", Level.STOP, why, code=RollerCode.NOT_FREE),)
        )


FACTS: tuple[type[Fact], ...] = (
    FollowerPlanned,
    StudFitted,
    FollowerSet,
    ClampThreadSaid,
    StudClamped,
    PlatesBacked,
    PlugSaid,
    RollerTurned,
)
FollowerFact = (
    FollowerPlanned
    | StudFitted
    | FollowerSet
    | ClampThreadSaid
    | StudClamped
    | PlatesBacked
    | PlugSaid
    | RollerTurned
)
