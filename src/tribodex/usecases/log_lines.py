"""The log in sentences, each entry with the command that says it again."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence, Set
from dataclasses import dataclass, replace
from datetime import datetime
from enum import Enum

from tribodex.core.job.correct import said_again, say_again
from tribodex.core.job.facts import Fact, kind_of
from tribodex.core.job.readback import asked_of
from tribodex.core.photo_marks import marks_said
from tribodex.core.topics import HOUSE, tell
from tribodex.core.topics.stock.facts import Attached
from tribodex.usecases.jobs import Loaded

CLOCK_OFF, NO_PIN = "by a clock that is off", "PIN not checked"
# Of these entries those whose person nobody had proven by PIN.
Unproven = Callable[[Sequence[int]], Set[int]]


@dataclass(frozen=True)
class Replaced:
    """What an entry should have been, and why it was corrected."""

    by: str
    reason: str


@dataclass(frozen=True)
class LogLine:
    """One entry of the log. `says`: the command that says it again, empty where none does; `said`
    its fields; `replaced` once it was corrected; `doubt`: what is not sure about who and when, in
    words.
    """

    seq: int
    kind: str
    at: str
    text: str
    actor: str
    happened_at: datetime
    withdrawable: bool
    says: str
    said: Mapping[str, str | int | float | bool | None]
    replaced: Replaced | None
    doubt: str


def unproven_marked(lines: tuple[LogLine, ...], unproven: Unproven) -> tuple[LogLine, ...]:
    """Lines with those marked that somebody tapped without a network, by the name alone: no PIN
    said that it was that person.
    """
    seqs = unproven([line.seq for line in lines])
    return tuple(
        (
            replace(line, doubt="; ".join(filter(None, (line.doubt, NO_PIN))))
            if line.seq in seqs
            else line
        )
        for line in lines
    )


def log_lines(
    job: Loaded, *, newest: int | None = None, before: int | None = None
) -> tuple[LogLine, ...]:
    """The log in sentences, corrected entries marked and still readable: all of it, or so many
    entries `before` a number or the end.
    """
    entries = job.log if before is None else job.log[: max(0, before - 1)]
    lines = []
    for event in entries if newest is None else entries[-newest:]:
        correction = job.job.corrections.get(event.seq)
        replaced = None
        if correction:
            by = tell(correction.replacement) if correction.replacement else "withdrawn"
            replaced = Replaced(by, correction.reason)
        said_by, withdrawable = said_again(HOUSE, event.fact)
        lines.append(
            LogLine(
                seq=event.seq,
                kind=event.kind,
                at=event.at,
                text=tell(event.fact),
                actor=event.actor,
                happened_at=event.happened_at,
                withdrawable=withdrawable,
                says=kind_of(said_by) if said_by is not None else "",
                said=(
                    _kept(event.fact)
                    if isinstance(event.fact, Attached)
                    else said_as(job.job.effective.get(event.seq))
                ),
                replaced=replaced,
                doubt=CLOCK_OFF if event.clock_off else "",
            )
        )
    return tuple(lines)


def _kept(fact: Attached) -> dict[str, str | int | float | bool | None]:
    """What is kept with an entry, to be shown there; it is no command."""
    return {
        "attachment": fact.attachment,
        "what": fact.what,
        "belongs_to": fact.belongs_to,
        "caption": fact.caption,
        "marks": marks_said(fact.marks),
    }


def said_as(fact: Fact | None) -> dict[str, str | int | float | bool | None]:
    """An entry as it stands now, in the fields of the command that says it again: a correction
    begins from these.
    """
    command = say_again(HOUSE, fact) if fact is not None else None
    if command is None:
        return {}
    fields = {name: getattr(command, name) for name in asked_of(type(command))}
    return {
        name: value.value if isinstance(value, Enum) else value for name, value in fields.items()
    }
