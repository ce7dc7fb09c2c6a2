"""What a topic is: one kind of work with its own facts, commands, slice of the job, next move, view
and record.

A record of plain functions. The kernel calls them and knows no topic by name; the house is the list
of those there are.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime
from enum import StrEnum
from functools import cached_property
from types import MappingProxyType
from typing import Any, Generic, TypeVar

from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.job.alarms import AnsweredBy
from tribodex.core.job.asked import Likely
from tribodex.core.job.commands import KERNEL_COMMANDS, AddNote, SayFitted
from tribodex.core.job.facts import KERNEL_FACTS, Event, Fact, kind_of
from tribodex.core.job.job import Job
from tribodex.core.job.moves import Move
from tribodex.core.job.needs import Need
from tribodex.core.job.places import SHAFT, Fitted
from tribodex.core.job.proofs import Claim, What
from tribodex.core.lineup.floating import Floats
from tribodex.core.procedure import Gate, Procedure, Stage
from tribodex.core.schedule.owed import Owed
from tribodex.core.sheet import Section
from tribodex.core.working import Result

S = TypeVar("S")
B = TypeVar("B")
# What a number is compared with: the desk, the slice and the command as it was typed; None where
# nothing is known to compare it with.
Expect = Callable[["Desk", Any, Any], Likely | None]
NO_BOOKS: Mapping[type, Any] = MappingProxyType({})


@dataclass(frozen=True)
class Topic(Generic[S]):
    """One kind of work.

    `stages` are the stages of a procedure that it does, in their order. `claims` lists what must be
    shown; where its work stands, what hinders signing and what is open in a record follow from
    them. `needs` names what other work must have shown before a command; `answers` what ends an
    alarm, by its code; `expects` what a number is compared with before it is taken, or why with
    nothing; `gated` up to which stage's gates are passed before a command; `lacks` what this kind
    of work has not at all; `taps` the command of a move that does not bear its name; `held` the
    stage whose open points hold a command back. `do`: what its moves ask for, on which its panel
    switches. `entries` says what may be corrected and by which command, which `said` makes of an
    entry; `kept` cannot be withdrawn, for the rest hangs on it. `judge` says a judgement of
    `judged` anew, for the slice before it. `certificate`: what was done, in a line for page one.
    `owes`: what its work leaves due at a place, by entries of `owed_by`; `looks`: what a round
    looks at there. `made_by`: the command that makes a fact which is not corrected.
    """

    name: str
    stages: tuple[str, ...]
    per_shaft: bool
    facts: tuple[type[Fact], ...]
    commands: tuple[type, ...]
    blank: Callable[[S | None, str], S]
    fold: Callable[[S, Event, Any], None]
    decide: Callable[[Desk, S, Any], Sequence[Fact]]
    claims: Callable[[Desk, S], tuple[Claim, ...]]
    move: Callable[[Desk, S], Move]
    do: type[StrEnum]
    tell: Callable[[Any], str]
    view: Callable[[Desk, S], Any]
    record: Callable[[Desk, S], Sequence[Section]]
    entries: Mapping[type[Fact], type]
    said: Callable[[Any], Any]
    kept: tuple[type[Fact], ...] = ()
    judged: tuple[type[Fact], ...] = ()
    judge: Callable[[Desk, S, Any], Fact] | None = None
    needs: tuple[Need, ...] = ()
    answers: Mapping[str, AnsweredBy] = field(default_factory=dict)
    expects: Mapping[tuple[type, str], Expect | str] = field(default_factory=dict)
    gated: Mapping[type, str | Callable[[Any], str]] = field(default_factory=dict)
    lacks: frozenset[What] = frozenset()
    taps: Mapping[str, Any] = field(default_factory=dict)
    held: Mapping[type, str] = field(default_factory=dict)
    made_by: Mapping[type[Fact], type] = field(default_factory=dict)
    certificate: Callable[[Desk, S], str] = lambda _desk, _state: ""
    owes: Callable[[Job, S, str], Owed | None] = lambda _job, _state, _at: None
    owed_by: tuple[type[Fact], ...] = ()
    looks: Callable[[S], tuple[str, ...]] = lambda _state: ()
    figures: Callable[[Desk, S], Sequence[Result]] = lambda _desk, _state: ()
    findings: Callable[[Desk, S], Sequence[str]] = lambda _desk, _state: ()
    conditions: Callable[[S], frozenset[str]] = lambda _state: frozenset()
    every_condition: frozenset[str] = frozenset()
    fitted: Callable[[S], Fitted | None] = lambda _state: None
    floats: Callable[[S, str], Floats | None] = lambda _state, _at: None
    may_revise: Callable[[S], bool] = lambda _state: False
    restarted: Callable[[str], str] = lambda reason: f"Begun again: {reason}."


@dataclass(frozen=True)
class House:
    """The topics there are, in the order of work."""

    topics: tuple[Topic[Any], ...]

    @cached_property
    def by_fact(self) -> dict[type[Fact], Topic[Any]]:
        """The topic of each of their facts."""
        return {fact: topic for topic in self.topics for fact in topic.facts}

    @cached_property
    def by_command(self) -> dict[type, Topic[Any]]:
        """The topic of each of their commands."""
        return {command: topic for topic in self.topics for command in topic.commands}

    @cached_property
    def by_stage(self) -> dict[str, Topic[Any]]:
        """The topic whose work a stage is; ticks alone where there is none."""
        return {stage: topic for topic in self.topics for stage in topic.stages}

    @cached_property
    def by_name(self) -> dict[str, Topic[Any]]:
        """Topics by name."""
        return {topic.name: topic for topic in self.topics}

    @cached_property
    def kinds(self) -> dict[str, type[Fact]]:
        """Every fact by its kind."""
        return {kind_of(cls): cls for cls in (*KERNEL_FACTS, *self.by_fact)}

    @cached_property
    def entry_commands(self) -> tuple[type, ...]:
        """Commands that say an entry again in a correction."""
        return tuple(
            dict.fromkeys(
                (
                    AddNote,
                    SayFitted,
                    *(cls for topic in self.topics for cls in topic.entries.values()),
                )
            )
        )

    @cached_property
    def commands(self) -> dict[str, type]:
        """Every command by its kind."""
        return {kind_of(cls): cls for cls in (*KERNEL_COMMANDS, *self.by_command)}


@dataclass(frozen=True)
class Task:
    """A stage at a place: what the rail is made of."""

    stage: Stage
    at: str


@dataclass(frozen=True)
class Desk:
    """What a topic sees when it decides or speaks: the job, the place, the procedures, and whether
    it says an earlier entry again.

    `books`: what is looked up, by what it is. Not part of the job; what follows from it is kept in
    the facts.
    """

    house: House
    job: Job
    procedures: Mapping[str, Procedure]
    log: Sequence[Event] = ()
    at: str = SHAFT
    correcting: bool = False
    books: Mapping[type, Any] = field(default_factory=lambda: NO_BOOKS)
    # What was done on paper is typed in: nothing is gated, and nothing pretends to be.
    paper: bool = False
    # When the tap that is decided was made, by the person's clock; None where nobody knows.
    moment: datetime | None = None

    def here(self, at: str) -> Desk:
        """The same at another place."""
        return self if at == self.at else replace(self, at=at)

    def book(self, kind: type[B]) -> B:
        """Something to look things up in. Raises KeyError where nobody laid it out."""
        found: B = self.books[kind]
        return found

    def of(self, topic: Topic[S]) -> S:
        """The slice of a topic at this place."""
        return self.job.of(topic, self.at)

    def fitted(self, at: str) -> Fitted | None:
        """What is fitted at a place: from the newest plan for it, else as it was said; None while
        nobody did either.
        """
        for topic in self.house.topics:
            if not topic.per_shaft and (found := topic.fitted(self.job.of(topic, at))) is not None:
                return found
        said = self.job.fitted.get(at)
        if said is None or said.bearing is None:
            return None
        return Fitted(
            bearing=said.bearing,
            shaft=Shaft(said.shaft_mm),
            shaft_text=said.shaft_text,
            seat=Seat(said.seat) if said.seat in set(Seat) else None,
            housed_unit=False,
            seat_known=bool(said.seat),
        )

    def floats(self, at: str) -> Floats:
        """Where a bearing lets the shaft grow: as it was last said, else as the job was opened."""
        for topic in self.house.topics:
            if (
                topic.per_shaft
                and (said := topic.floats(self.job.of(topic, SHAFT), at)) is not None
            ):
                return said
        return self.job.place(at).floats

    def conditions(self, at: str) -> frozenset[str]:
        """What procedures can ask for in `when`, at a place and for its shaft; for the whole shaft,
        what holds at any place of it.
        """
        places = [at] if at else [place.id for place in self.job.places]
        of_places = (
            t.conditions(self.job.of(t, p))
            for t in self.house.topics
            for p in places
            if not t.per_shaft
        )
        of_shaft = (t.conditions(self.job.of(t, SHAFT)) for t in self.house.topics if t.per_shaft)
        return frozenset().union(*of_places, *of_shaft)

    def in_use(self) -> Iterator[tuple[Topic[Any], str]]:
        """Topics that have a stage in this job, with the place."""
        seen = set()
        for at, procedure in self.procedures.items():
            for stage in procedure.stages:
                topic = self.house.by_stage.get(stage.id)
                if topic is not None and (topic.name, at) not in seen:
                    seen.add((topic.name, at))
                    yield topic, at

    def gate(self, gate_id: str) -> tuple[Gate, str]:
        """A gate of this place's procedure, or of the shaft's, as it stands for what is planned,
        with its place. Raises NotFound.
        """
        shaft = self.procedures.get(SHAFT)
        if shaft is not None and any(gate.id == gate_id for gate in shaft.gates()):
            return shaft.gate(gate_id).for_plan(self.conditions(SHAFT)), SHAFT
        at = self.job.placed(self.at)
        return self.procedures[at].gate(gate_id).for_plan(self.conditions(at)), at
