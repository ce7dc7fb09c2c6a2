"""What can stand in a log: the kernel's own facts, and the envelope every fact is kept in. Facts
are added, never changed.

The kind of a fact is the snake_case name of its class; the version of that kind is kept with each
entry.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, fields, is_dataclass, replace
from datetime import date, datetime, timedelta
from typing import Any, ClassVar

from tribodex.core.job.day import plant_day
from tribodex.core.job.places import Place
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Level, Verdict

# Clocks differ by minutes; a tap may wait on a device without a network for weeks.
CLOCK_AHEAD, LONGEST_WAIT = timedelta(minutes=10), timedelta(days=60)


class Fact:
    """What can stand in a log. `VERSION` is kept with each entry: raise it when the shape of a
    kind's data changes, and add the step that lifts older data (codec). Kinds count on their own;
    three is where they began to.
    """

    VERSION: ClassVar[int] = 3

    def judgements(self) -> tuple[Verdict, ...]:
        """What this entry says by itself, of nothing but its own fields: by default its `verdict`
        and `verdicts`.

        What hangs on other entries is judged when it is decided, and stored. Advice and figures of
        a plan are no judgements.
        """
        return (*_own(self, "verdict"), *_own(self, "verdicts"))

    def about(self) -> str:
        """The one thing among several that it is about: a corner, a bolt in a pass, a bearing in
        work of the shaft; empty for all of it.

        Too coarse lets bolt 4 answer for bolt 3; too fine leaves a stop that nothing answers.
        """
        return ""

    def sizes(self) -> object:
        """What it says of the size of the bearing that is there, and of its shaft; None where it
        says nothing of it.

        Said otherwise later, or corrected, it makes out of date what was worked out from it.
        """
        return None

    def named(self) -> str:
        """Who took on what it says, and why; empty where nobody did."""
        by, reason = getattr(self, "decided_by", ""), getattr(self, "reason", "")
        return f"{by}: {reason}" if by else ""


def accepted(value: Any, code: str, by: str) -> Any:
    """A fact, or a part of one, whose judgement of this code is taken as it is by name: it weighs
    as a remark from then on.
    """
    if isinstance(value, Verdict):
        if value.level in (Level.STOP, Level.UNKNOWN) and value.code == code:
            return replace(
                value,
                word=f"{value.word}, accepted by name",
                level=Level.WATCH,
                reason=f"{value.reason} Accepted by {by}.",
            )
        return value
    if isinstance(value, tuple) and not hasattr(value, "_fields"):
        return tuple(accepted(part, code, by) for part in value)
    if is_dataclass(value) and not isinstance(value, type):
        parts = {f.name: getattr(value, f.name) for f in fields(value) if f.init}
        changed = {
            name: new
            for name, was in parts.items()
            if (new := accepted(was, code, by)) is not was and new != was
        }
        return replace(value, **changed) if changed else value
    return value


def _own(fact: Fact, name: str) -> tuple[Verdict, ...]:
    found = getattr(fact, name, None)
    return (found,) if isinstance(found, Verdict) else tuple(found or ())


@dataclass(frozen=True)
class Planned:
    """A plan made before the job was opened: a fact of its topic, for one place or for the whole
    shaft.
    """

    at: str
    fact: Fact


@dataclass(frozen=True)
class JobOpened(Fact):
    """A job was opened with its places and plans. `procedure_id` is the shaft's own procedure;
    empty where a place's holds everything.

    `left_out`: (stage, place) that this job does not cover; the place is empty for stages of the
    shaft. `off_machine`: why it is work away from the machine, where nothing can start: then
    isolation is not asked.
    """

    VERSION: ClassVar[int] = 5

    number: int
    title: str
    machine_id: str
    machine: str
    procedure_id: str
    procedure_version: int
    places: tuple[Place, ...]
    plans: tuple[Planned, ...]
    left_out: tuple[tuple[str, str], ...] = ()
    off_machine: str = ""


@dataclass(frozen=True)
class GateConfirmed(Fact):
    """Every item of a gate was confirmed."""

    gate: str
    items: tuple[str, ...]

    def about(self) -> str:
        return self.gate


@dataclass(frozen=True)
class GateOverruled(Fact):
    """A gate was passed by name and with a reason, although `missing` items were not confirmed."""

    gate: str
    name: str
    reason: str
    missing: tuple[str, ...]


@dataclass(frozen=True)
class StepTicked(Fact):
    """A step of a stage was done, or is to be done after all. Its own words stand here: a procedure
    may change, a record does not.
    """

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
    """What a topic did at a place is undone, and begins again: a bearing released from its
    sleeve."""

    VERSION: ClassVar[int] = 4

    topic: str
    reason: str


@dataclass(frozen=True)
class AlarmAccepted(Fact):
    """What entry `entry` says that stops, or is not known, is taken as it is, by name; for the
    entry as it stood: a correction voids it.
    """

    entry: int
    code: str
    name: str
    reason: str


@dataclass(frozen=True)
class Stated(Fact):
    """What another step needs was done outside this job: who says so, and how it is known. It
    stands on page one.
    """

    what: str
    by: str
    how: str


@dataclass(frozen=True)
class PaperStep(Fact):
    """The next `entries` entries were done on paper by somebody, at the time they bear, and typed
    in afterwards: nothing was gated here.
    """

    done_by: str
    entries: int


@dataclass(frozen=True)
class PaperSaid(Fact):
    """How it was isolated and supported while it was done on paper, and who says so. It stands on
    page one.
    """

    said_by: str
    how: str


@dataclass(frozen=True)
class PlaceFitted(Fact):
    """What is fitted at a place, where this job does not mount it: the bearing, and the shaft under
    it (mm), as it was said.

    `bearing` is None where nobody knows which it is; `seat`: a taper, “cylindrical”, or empty where
    nobody knows.
    """

    bearing: KeptBearing | None
    shaft_mm: float
    shaft_text: str
    seat: str = ""

    def sizes(self) -> object:
        """The bearing, and the shaft under it."""
        return self.bearing, self.shaft_mm


@dataclass(frozen=True)
class PositionGiven(Fact):
    """A bearing that was not in the plant yet when the job was opened is given its position
    there."""

    machine_id: str
    machine: str
    position_id: str
    name: str


@dataclass(frozen=True)
class NoteAdded(Fact):
    """A remark."""

    text: str


@dataclass(frozen=True)
class PointOpened(Fact):
    """Something left to do. Its number is the event's. `blocks` names a stage that does not begin
    before it is done.
    """

    text: str
    blocks: str = ""


@dataclass(frozen=True)
class PointClosed(Fact):
    """An open point was settled."""

    point: int
    how: str


@dataclass(frozen=True)
class Corrected(Fact):
    """An earlier entry was wrong. `replacement` is what it should have been; None withdraws the
    entry.
    """

    target: int
    replacement: Fact | None
    reason: str


@dataclass(frozen=True)
class JudgedAnew(Fact):
    """After a correction, what was judged at entry `target` no longer followed from its inputs:
    this is what follows now.
    """

    target: int
    replacement: Fact


@dataclass(frozen=True)
class ShownStage:
    """How a stage stood when the record was signed: its word, what was done in a line, remarks."""

    title: str
    place: str
    word: str
    level: Level
    line: str
    remarks: tuple[str, ...]


@dataclass(frozen=True)
class ShownAlarm:
    """An alarm as it stood when the record was signed; `ended` is empty where it was open."""

    entry: int
    words: str
    ended: str


@dataclass(frozen=True)
class Signed(Fact):
    """The record was signed by name, with what it was signed with: page one prints that, and never
    computes it anew.

    `outcome` is None, and nothing is shown, in entries older than that.
    """

    VERSION: ClassVar[int] = 5

    name: str
    role: str
    open_points: tuple[str, ...]
    outcome: Verdict | None = None
    shown: tuple[ShownStage, ...] = ()
    alarms: tuple[ShownAlarm, ...] = ()
    # Why a second person signs too; empty where nobody else needs to.
    second: str = ""


@dataclass(frozen=True)
class CounterSigned(Fact):
    """A second person signed what entry `signed` signed."""

    name: str
    role: str
    signed: int


@dataclass(frozen=True)
class HandedOver(Fact):
    """The job was given to somebody, with a note for that person."""

    to: str
    note: str


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
    AlarmAccepted,
    Stated,
    PaperStep,
    PaperSaid,
    PlaceFitted,
    PositionGiven,
    NoteAdded,
    PointOpened,
    PointClosed,
    Corrected,
    JudgedAnew,
    Signed,
    CounterSigned,
    HandedOver,
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
    """One entry of the log. `at` is the place it was said at, empty for the whole shaft (in logs
    older than places: for the only one).

    Times are aware; `happened_at` is the person's clock, `recorded_at` the server's. `digest` tells
    a repeat of the same tap from another one under the same id; empty in older logs.
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
    def day(self) -> date:
        """The day it happened at the plant. No clock of a device puts it further ahead than the
        server's own day.
        """
        return plant_day(min(self.happened_at, self.recorded_at))

    @property
    def clock_off(self) -> bool:
        """Whether the person's clock cannot be right: ahead of the server's, or further behind than
        a tap ever waited.
        """
        return not -LONGEST_WAIT <= self.happened_at - self.recorded_at <= CLOCK_AHEAD

    @property
    def kind(self) -> str:
        """The kind of its fact."""
        return kind_of(type(self.fact))

    @property
    def version(self) -> int:
        """The version of that kind in which it is written now."""
        return self.fact.VERSION
