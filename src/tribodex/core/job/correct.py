"""Corrections: the entry is said again as a command, decided where it stands; then everything is
judged anew that follows from it.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Any

from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.fold import fold
from tribodex.core.job.gates import text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.said import mm
from tribodex.core.job.topic import Desk, House, Topic

Decide = Callable[[Desk, Any], tuple[str, list[facts.Fact]]]


def said_again(house: House, fact: facts.Fact) -> tuple[type | None, bool]:
    """The command that says an entry again, if it may be corrected, and whether it may be
    withdrawn.
    """
    if isinstance(fact, facts.NoteAdded):
        return cmd.AddNote, True
    if isinstance(fact, facts.PlaceFitted):
        # What is filled and set hangs on it: it is said again, not withdrawn.
        return cmd.SayFitted, False
    topic = house.by_fact.get(type(fact))
    said_by = topic.entries.get(type(fact)) if topic is not None else None
    return said_by, said_by is not None and topic is not None and not isinstance(fact, topic.kept)


def say_again(house: House, fact: facts.Fact) -> Any:
    """The command that says an entry again as it stands; None where it may not be corrected."""
    if isinstance(fact, facts.NoteAdded):
        return cmd.AddNote(fact.text)
    if isinstance(fact, facts.PlaceFitted):
        b = fact.bearing
        if b is None:
            return cmd.SayFitted("", mm(fact.shaft_mm), seat=fact.seat)
        return cmd.SayFitted(
            b.label,
            mm(fact.shaft_mm),
            mm(b.bore_mm),
            mm(b.outside_mm),
            mm(b.width_mm),
            b.design,
            fact.seat,
        )
    topic = house.by_fact.get(type(fact))
    return topic.said(fact) if topic is not None else None


def correct(desk: Desk, command: cmd.Correct, decide: Decide) -> list[facts.Fact]:
    """An entry as it should have been, or withdrawn; with the judgements that change by it.

    Raises NotFound, InvalidInput or Refused; a command that does not fit the entry is refused,
    never taken for a withdrawal.
    """
    reason = text(command.reason, "reason", "what was wrong, for example “read the wrong feeler”")
    event = next((e for e in desk.log if e.seq == command.target), None)
    if event is None:
        raise NotFound(f"This job has no entry {command.target}.")
    said_by, withdrawable = said_again(desk.house, event.fact)
    if said_by is None:
        raise Refused(
            "This kind of entry is not corrected: add a note, or gauge, turn or decide again."
        )
    if command.withdraw:
        if command.entry is not None:
            raise InvalidInput.at(
                "withdraw", "Either withdrawn or said again, not both.", "leave one of the two out"
            )
        if not withdrawable:
            raise Refused(
                "The rest of the log hangs on this entry; it cannot be withdrawn. Say what it"
                " should have been."
            )
        return _with_judgements(desk, facts.Corrected(command.target, None, reason))
    if command.entry is None:
        raise InvalidInput.at(
            "entry", "What should the entry have been?", "the same entry said again, or withdraw it"
        )
    if not isinstance(command.entry, said_by):
        raise InvalidInput.at(
            "entry",
            "This is another kind of entry than the one to correct.",
            f"the fields of “{facts.kind_of(said_by)}”",
        )
    return _with_judgements(
        desk, facts.Corrected(command.target, _again(desk, event, command.entry, decide), reason)
    )


def never_decides(_: Desk, __: Any) -> tuple[str, list[facts.Fact]]:
    """For a withdrawal: nothing is said again."""
    raise Refused("Nothing is said again by this.")


def _again(desk: Desk, event: facts.Event, entry: Any, decide: Decide) -> facts.Fact:
    """The fact that the entry should have been, decided where it stands."""
    before = _before(desk.log, event.seq)
    then = replace(
        desk,
        job=fold(desk.house, before),
        log=before,
        at=event.at,
        correcting=True,
        moment=event.happened_at,
    )
    _, found = decide(then, entry)
    same = [fact for fact in found if type(fact) is type(event.fact)]
    if len(same) != 1:
        raise Refused(
            "Said again, this entry would be another one. Withdraw it, and say the right one now."
        )
    if same[0].about() != event.fact.about():
        was = event.fact.about() or "all of it"
        raise InvalidInput.at(
            "entry",
            "A correction stays at its place: withdraw the wrong entry, and say the right one.",
            f"about {was}, as it was",
        )
    return same[0]


def _before(log: Sequence[facts.Event], target: int) -> list[facts.Event]:
    """The log up to an entry, with what was corrected in it since."""
    kept = [e for e in log if e.seq < target]
    later = [
        e
        for e in log
        if e.seq > target
        and isinstance(e.fact, facts.Corrected | facts.JudgedAnew)
        and e.fact.target < target
    ]
    return [*kept, *later]


def _with_judgements(desk: Desk, correction: facts.Corrected) -> list[facts.Fact]:
    """The correction, and every judgement that no longer follows from its inputs, said anew in
    order.
    """
    working = [*desk.log, _appended(desk.log, correction)]
    again: list[facts.Fact] = [correction]
    job = fold(desk.house, working)
    for event in desk.log:
        now = job.effective.get(event.seq)
        topic = desk.house.by_fact.get(type(now)) if now is not None else None
        if now is None or topic is None or not isinstance(now, topic.judged):
            continue
        anew = _judge(desk, topic, _before(working, event.seq), event, now)
        if anew != now:
            judgement = facts.JudgedAnew(event.seq, anew)
            working.append(_appended(working, judgement))
            again.append(judgement)
            job = fold(desk.house, working)
    return again


def _judge(
    desk: Desk, topic: Topic[Any], before: list[facts.Event], event: facts.Event, now: facts.Fact
) -> facts.Fact:
    job = fold(desk.house, before)
    at = SHAFT if topic.per_shaft else job.placed(event.at)
    then = replace(desk, job=job, log=before, at=at, correcting=True, moment=event.happened_at)
    assert topic.judge is not None  # it has judgements
    return topic.judge(then, then.of(topic), now)


def _appended(log: Sequence[facts.Event], fact: facts.Fact) -> facts.Event:
    last = log[-1]
    return replace(last, seq=last.seq + 1, client_event_id=f"{last.client_event_id}+", fact=fact)
