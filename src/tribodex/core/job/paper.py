"""Work that was done on paper, typed in afterwards: who did it and when, as the card says; no gate
and no need is asked, and none is pretended.

Readings and proofs are judged like any other. What is still to be done is gated as ever.
"""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime
from typing import Any

from tribodex.core.errors import InvalidInput
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.gates import text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.readback import read_back
from tribodex.core.job.topic import Desk

_EXAMPLE = "2026-11-28 14:30, as the card says"


def moment_of(said: str) -> datetime:
    """When something was done, as a card says it; without a zone it counts as UTC, the browser
    sends its own. Raises InvalidInput.

    >>> moment_of("2026-11-28 14:30").isoformat(), moment_of("2026-11-28T14:30:00+01:00").hour
    ('2026-11-28T14:30:00+00:00', 14)
    """
    try:
        read = datetime.fromisoformat(said.strip())
    except ValueError:
        raise InvalidInput.at(
            "done_at", f"“{said.strip()}” is no date and time.", _EXAMPLE
        ) from None
    moment = read if read.tzinfo is not None else read.replace(tzinfo=UTC)
    if not 2000 < moment.year < 2200:
        raise InvalidInput.at("done_at", f"The year {moment.year} cannot be meant.", _EXAMPLE)
    return moment


def past(moment: datetime, now: datetime) -> datetime:
    """A moment that lies behind: what is not done yet is done at the bench, behind its gates.
    Raises InvalidInput.
    """
    if moment > now:
        raise InvalidInput.at(
            "done_at",
            "That is still to come: only what was done is typed from paper.",
            "a time that is past, as the card says",
        )
    return moment


def from_paper(
    desk: Desk, command: cmd.FromPaper, meant: frozenset[str]
) -> tuple[str, list[facts.Fact]]:
    """The facts of a step that was done on paper, behind the entry that says so. Raises
    InvalidInput or Refused as the step does.
    """
    done_by = text(command.done_by, "done_by", "who did it, as the card says")
    moment_of(command.done_at)
    topic = desk.house.by_command.get(type(command.step))
    if topic is None:
        what = (
            "Only work and readings are typed from paper; a gate that nobody confirmed here"
            " stays so."
        )
        raise InvalidInput.at("step", what, "a step of the work: a reading, a turn, a torque")
    at = SHAFT if topic.per_shaft else desk.job.placed(desk.at)
    here = replace(desk.here(at), paper=True)
    made = list(topic.decide(here, here.of(topic), command.step))
    read_back(here, topic, command.step, meant)
    return at, [facts.PaperStep(done_by, len(made)), *made]


def paper_shown(desk: Desk) -> tuple[str, ...]:
    """What page one says of work done on paper; nothing where everything was done at the bench."""
    by: dict[str, list[int]] = {}
    for entry, done_by in desk.job.paper.items():
        by.setdefault(done_by, []).append(entry)
    if not by:
        return ()
    typed = {event.actor for event in desk.log if event.seq in desk.job.paper}
    said = desk.job.paper_said
    each = "; ".join(
        f"{len(entries)} entr{'ies' if len(entries) > 1 else 'y'} by {name}"
        for name, entries in by.items()
    )
    safe = (
        f"Isolated and supported, says {said.said_by}: {said.how}"
        if said is not None
        else "Nobody said what was isolated and supported."
    )
    return (f"{each}, typed in by {', '.join(sorted(typed))}. {safe}",)


def owes_a_word(desk: Desk) -> str:
    """Why a record with work done on paper must not be signed yet; empty where nothing hinders
    it."""
    if desk.job.paper and desk.job.paper_said is None:
        return (
            "First: who says what was isolated and supported while it was done on paper. It stands"
            " on page one."
        )
    return ""


def said_of_paper(command: cmd.SayPaper) -> facts.PaperSaid:
    """Who says how it was isolated and supported. Raises InvalidInput."""
    return facts.PaperSaid(
        text(command.said_by, "said_by", "the name of who says so"),
        text(command.how, "how", "what was locked, tried and supported, and by whom"),
    )


def is_paper(step: Any) -> bool:
    """Whether a command is typed from paper."""
    return isinstance(step, cmd.FromPaper)
