"""What can stand in a log: the kernel's own facts, and the envelope every fact is kept in. Facts are added, never changed.

The kind of a fact is the snake_case name of its class; the version of that kind is kept with each entry.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import ClassVar

from tribodex.core.job.places import Place

# Clocks differ by minutes; a tap may wait on a device without a network for weeks.
CLOCK_AHEAD, LONGEST_WAIT = timedelta(minutes=10), timedelta(days=60)


class Fact:
    """What can stand in a log. `VERSION` is kept with each entry: raise it when the shape of a kind's data changes, and add the
    step that lifts older data (codec). Kinds count on their own; three is where they began to.
    """

    VERSION: ClassVar[int] = 3


@dataclass(frozen=True)
class Planned:
    """A plan made before the job was opened: a fact of its topic, for one place or for the whole shaft."""

    at: str
    fact: Fact


@dataclass(frozen=True)
class JobOpened(Fact):
    """A job was opened with its places and plans. `procedure_id` is the shaft's own procedure; empty where a place's holds everything."""

    VERSION: ClassVar[int] = 4

    number: int
    title: str
    machine_id: str
    machine: str
    procedure_id: str
    procedure_version: int
    places: tuple[Place, ...]
    plans: tuple[Planned, ...]


@dataclass(frozen=True)
class GateConfirmed(Fact):
    """Every item of a gate was confirmed."""

    gate: str
    items: tuple[str, ...]


@dataclass(frozen=True)
class GateOverruled(Fact):
    """A gate was passed by name and with a reason, although `missing` items were not confirmed."""

    gate: str
    name: str
    reason: str
    missing: tuple[str, ...]


@dataclass(frozen=True)
class StepTicked(Fact):
    """A step of a stage was done, or is to be done after all. Its own words stand here: a procedure may change, a record does not."""

    stage: str
    step: str
    done: bool = True


@dataclass(frozen=True)
class StageSetAside(Fact):
    """A stage is no part of this job, with the reason."""

    stage: str
    reason: str


@dataclass(frozen=True)
class StageTakenUp(Fact):
    """A stage that was set aside is part of this job after all."""

    stage: str


@dataclass(frozen=True)
class Restarted(Fact):
    """What a topic did at a place is undone, and begins again: a bearing released from its sleeve."""

    VERSION: ClassVar[int] = 4

    topic: str
    reason: str


@dataclass(frozen=True)
class NoteAdded(Fact):
    """A remark."""

    text: str


@dataclass(frozen=True)
class PointOpened(Fact):
    """Something left to do. Its number is the event's. `blocks` names a stage that does not begin before it is done."""

    text: str
    blocks: str = ""


@dataclass(frozen=True)
class PointClosed(Fact):
    """An open point was settled."""

    point: int
    how: str


@dataclass(frozen=True)
class Corrected(Fact):
    """An earlier entry was wrong. `replacement` is what it should have been; None withdraws the entry."""

    target: int
    replacement: Fact | None
    reason: str


@dataclass(frozen=True)
class JudgedAnew(Fact):
    """After a correction, what was judged at entry `target` no longer followed from its inputs: this is what follows now."""

    target: int
    replacement: Fact


@dataclass(frozen=True)
class Signed(Fact):
    """The record was signed by name."""

    name: str
    role: str
    open_points: tuple[str, ...]


@dataclass(frozen=True)
class Abandoned(Fact):
    """The job was abandoned, by name with a reason."""

    name: str
    reason: str


KERNEL_FACTS: tuple[type[Fact], ...] = (
    JobOpened,
    GateConfirmed,
    GateOverruled,
    StepTicked,
    StageSetAside,
    StageTakenUp,
    Restarted,
    NoteAdded,
    PointOpened,
    PointClosed,
    Corrected,
    JudgedAnew,
    Signed,
    Abandoned,
)


def kind_of(fact_class: type) -> str:
    """The kind of a fact.

    >>> kind_of(PointOpened)
    'point_opened'
    """
    return re.sub(r"(?<!^)(?=[A-Z])", "_", fact_class.__name__).lower()


@dataclass(frozen=True)
class Event:
    """One entry of the log. `at` is the place it was said at, empty for the whole shaft (in logs older than places: for the only one).

    Times are aware; `happened_at` is the person's clock, `recorded_at` the server's. `digest` tells a repeat of the same tap from
    another one under the same id; empty in older logs.
    """

    seq: int
    client_event_id: str
    at: str
    fact: Fact
    actor: str
    happened_at: datetime
    recorded_at: datetime
    digest: str = ""

    @property
    def clock_off(self) -> bool:
        """Whether the person's clock cannot be right: ahead of the server's, or further behind than a tap ever waited."""
        return not -LONGEST_WAIT <= self.happened_at - self.recorded_at <= CLOCK_AHEAD

    @property
    def kind(self) -> str:
        """The kind of its fact."""
        return kind_of(type(self.fact))

    @property
    def version(self) -> int:
        """The version of that kind in which it is written now."""
        return self.fact.VERSION
