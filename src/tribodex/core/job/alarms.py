"""Alarms: what a stored entry said that stops, and what ended it. Folded from the log; nothing of
it is stored but the entries.

An alarm blocks nothing itself: it takes the proofs that rest on its entry. Only an answer ends it,
never a later reading that happens to be better, unless the topic says that such a reading is an
answer.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import TYPE_CHECKING

from tribodex.core.job import facts
from tribodex.core.job.places import SHAFT
from tribodex.core.working import Level, Verdict

if TYPE_CHECKING:
    from tribodex.core.job.topic import House, Topic


class How(StrEnum):
    """How an alarm ended."""

    CORRECTED = "corrected"
    WITHDRAWN = "withdrawn"
    SAID_GOOD = "said_good"
    BY_NAME = "by_name"
    BEGUN_AGAIN = "begun_again"

    @property
    def words(self) -> str:
        """As it stands beside the alarm."""
        return {
            "corrected": "corrected",
            "withdrawn": "withdrawn",
            "said_good": "answered by a later entry",
            "by_name": "accepted by name",
            "begun_again": "begun again",
        }[self.value]


@dataclass(frozen=True)
class AnsweredBy:
    """What ends an alarm of a code: a later entry of `by`, about the same thing, that does not stop
    itself; or a name and a reason.

    `way` says the way on in words, where the kinds of `by` do not.
    """

    by: tuple[type[facts.Fact], ...]
    by_name: bool = True
    way: str = ""


@dataclass(frozen=True)
class Answered:
    """How an alarm ended, and by which entry."""

    how: How
    entry: int
    words: str = ""


@dataclass(frozen=True)
class Alarm:
    """A stop that an entry said. Known by entry and code; `about` names the one thing among several
    that it is about.
    """

    entry: int
    at: str
    topic: str
    kind: str
    about: str
    verdict: Verdict
    answered: Answered | None = None

    @property
    def open(self) -> bool:
        """Whether its answer is not there yet."""
        return self.answered is None


def stops(fact: facts.Fact) -> tuple[Verdict, ...]:
    """What of an entry stops."""
    return tuple(verdict for verdict in fact.judgements() if verdict.level is Level.STOP)


@dataclass
class Alarms:
    """Every alarm of a job, open and ended. Mutable only inside fold()."""

    all: dict[tuple[int, str], Alarm] = field(default_factory=dict)
    still: set[tuple[int, str]] = field(default_factory=set)

    @property
    def open(self) -> list[Alarm]:
        """Those that wait for their answer, in order of their entries."""
        return [self.all[key] for key in sorted(self.still)]

    def take(
        self,
        house: House,
        event: facts.Event,
        at: str,
        fact: facts.Fact | None,
        changed: facts.Event | None,
    ) -> None:
        """Take an entry as it now stands: what it answers ends, what it says is added. `changed`:
        the entry that last changed it.
        """
        topic = house.by_fact.get(type(event.fact))
        if topic is None:
            return
        # What answers is looked for first: an entry never answers the stop that it says itself.
        if fact is not None and self.still:
            self._answered_by(topic, event.seq, at, fact)
        now = {verdict.code: verdict for verdict in stops(fact)} if fact is not None else {}
        for verdict in stops(event.fact):
            if verdict.code not in now and changed is not None:
                self._was(event, at, topic.name, verdict, changed, withdrawn=fact is None)
        if fact is None:
            return
        by_name = fact.named()
        for code, verdict in now.items():
            key = (event.seq, code)
            answered = Answered(How.BY_NAME, event.seq, by_name) if by_name else None
            self.all[key] = Alarm(
                event.seq, at, topic.name, event.kind, fact.about(), verdict, answered
            )
            # Decided by name in the very entry: told as an alarm that ended, never left out.
            if not by_name:
                self.still.add(key)

    def accept(
        self, event: facts.Event, said: facts.AlarmAccepted, changed: facts.Event | None
    ) -> None:
        """Accepted by name; void where the entry was corrected since."""
        key = (said.entry, said.code)
        # A name stands for what it saw: an entry corrected afterwards is another one.
        if key in self.still and (changed is None or changed.seq < event.seq):
            self._end(key, Answered(How.BY_NAME, event.seq, f"{said.name}: {said.reason}"))

    def begin_again(self, event: facts.Event, topic: str, at: str) -> None:
        """What a topic did at a place is undone, and its stops with it."""
        for key in [
            key for key in self.still if (self.all[key].topic, self.all[key].at) == (topic, at)
        ]:
            self._end(key, Answered(How.BEGUN_AGAIN, event.seq))

    def _answered_by(self, topic: Topic[object], seq: int, at: str, fact: facts.Fact) -> None:
        # A second bad reading is no answer to the first.
        if stops(fact) and not fact.named():
            return
        about, kind = fact.about(), type(fact)
        for key in list(self.still):
            alarm = self.all[key]
            if alarm.topic != topic.name or alarm.at != at or alarm.entry >= seq:
                continue
            answer = topic.answers.get(alarm.verdict.code)
            by = answer.by if answer is not None else ()
            # An entry older than codes is answered by the same kind about the same thing.
            same_kind = not alarm.verdict.code and facts.kind_of(kind) == alarm.kind
            if (kind in by or same_kind) and covers(about, alarm.about):
                self._end(
                    key, Answered(How.BY_NAME if fact.named() else How.SAID_GOOD, seq, fact.named())
                )

    def _was(
        self,
        event: facts.Event,
        at: str,
        topic: str,
        verdict: Verdict,
        changed: facts.Event,
        *,
        withdrawn: bool,
    ) -> None:
        reason = changed.fact.reason if isinstance(changed.fact, facts.Corrected) else ""
        how = Answered(How.WITHDRAWN if withdrawn else How.CORRECTED, changed.seq, reason)
        self.all[event.seq, verdict.code] = Alarm(
            event.seq, at, topic, event.kind, event.fact.about(), verdict, how
        )

    def _end(self, key: tuple[int, str], answered: Answered) -> None:
        self.all[key] = replace(self.all[key], answered=answered)
        self.still.discard(key)


def same_thing(one: str, other: str) -> bool:
    """Whether two entries are about the same thing; one that names nothing is about all of it,
    “base” about “base, bolt 3, pass 2”.
    """
    return (
        one == other
        or not one
        or not other
        or one.startswith(f"{other}, ")
        or other.startswith(f"{one}, ")
    )


def covers(answer: str, asked: str) -> bool:
    """Whether an entry about one thing answers for another: for itself, and for a part of it.

    >>> (
    ...     covers("base", "base, bolt 3, pass 2"),
    ...     covers("base, bolt 4, pass 2", "base, bolt 3, pass 2"),
    ...     covers("", "corner 2"),
    ... )
    (True, False, True)
    """
    return answer == asked or not answer or asked.startswith(f"{answer}, ")


def again(
    codes: Iterable[str], *by: type[facts.Fact], by_name: bool = True, way: str = ""
) -> dict[str, AnsweredBy]:
    """The same answer for several codes: said again, good."""
    return {str(code): AnsweredBy(by, by_name, way) for code in codes}


def named_place(at: str, places: int, name: str) -> str:
    """The bearing in front of what is said of it, where there are several."""
    return f"{name}: " if at != SHAFT and places > 1 else ""
