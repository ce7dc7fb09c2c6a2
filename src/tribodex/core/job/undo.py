"""Undone at once: the last tap taken back by whoever made it, while nothing rests on it. Everything
else is withdrawn with its reason.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import timedelta

from tribodex.core.errors import NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.correct import correct, never_decides, said_again
from tribodex.core.job.fold import fold
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk

# A slip is seen at once; what is seen later is a correction (own choice).
WITHIN = timedelta(minutes=1)
REASON = "undone at once"
_ELSE = "Correct or withdraw it in the log, with the reason."


def of_tap(log: Sequence[facts.Event], tap: str) -> list[facts.Event]:
    """The entries of one tap: the last has its id, those right before it have a counter behind
    it."""
    end = next((at for at in range(len(log) - 1, -1, -1) if log[at].client_event_id == tap), None)
    if end is None:
        return []
    start = end
    one = _one_tap(log[end])
    while (
        start > 0
        and log[start - 1].client_event_id.rpartition(".")[0] == tap
        and _one_tap(log[start - 1]) == one
    ):
        start -= 1
    return list(log[start : end + 1])


def _one_tap(event: facts.Event) -> tuple[object, ...]:
    return event.actor, event.happened_at, event.recorded_at, event.digest


def undoable(desk: Desk) -> tuple[str, ...]:
    """The newest tap of each place, where it could be undone by whoever made it."""
    newest = {event.at: event.client_event_id for event in desk.log}
    return tuple(tap for tap in dict.fromkeys(newest.values()) if not hinders(desk, tap))


def hinders(desk: Desk, tap: str) -> str:
    """Why a tap cannot be undone at once; empty where it can. Not asked here: whose it is, and how
    long ago.
    """
    made = of_tap(desk.log, tap)
    if not made:
        return "There is no such tap in this job."
    own = {event.seq for event in made}
    if desk.job.signed:
        return f"This job is signed. {_ELSE}"
    here = {event.at for event in made}
    later = [event for event in desk.log if event.seq > max(own)]
    if any(SHAFT in here or event.at in (SHAFT, *here) for event in later):
        return f"Something was logged after it. {_ELSE}"
    for event in made:
        if not said_again(desk.house, event.fact)[1] or event.seq in desk.job.corrections:
            return f"This is not undone by a tap. {_ELSE}"
        if event.fact.named():
            return f"Somebody signed for it. {_ELSE}"
    for alarm in desk.job.alarms.all.values():
        if alarm.entry in own or (alarm.answered is not None and alarm.answered.entry in own):
            return f"It opened or answered a stop. {_ELSE}"
    return ""


def undo(desk: Desk, command: cmd.Undo) -> tuple[str, list[facts.Fact]]:
    """Every entry of the tap withdrawn, with what must be judged anew; and the place they belong
    to.

    Raises NotFound for a tap that this job does not have, Refused where it is too late or something
    hangs on it.
    """
    made = of_tap(desk.log, command.tap)
    if not made:
        raise NotFound("There is no such tap in this job.")
    if why := hinders(desk, command.tap):
        raise Refused(why)
    if desk.moment is None or not timedelta(0) <= desk.moment - made[-1].happened_at <= WITHIN:
        raise Refused(f"That was more than a minute ago. {_ELSE}")
    found: list[facts.Fact] = []
    here, last = desk, desk.log[-1]
    for event in reversed(made):
        withdrawn = correct(here, cmd.Correct(event.seq, REASON, withdraw=True), never_decides)
        found += withdrawn
        log = [
            *desk.log,
            *(
                replace(last, seq=last.seq + i, client_event_id=f"{i}", fact=fact)
                for i, fact in enumerate(found, 1)
            ),
        ]
        here = replace(desk, log=log, job=fold(desk.house, log))
    return made[-1].at, found
