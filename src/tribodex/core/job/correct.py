"""Corrections: the entry is said again as a command, decided where it stands; then everything is judged anew that follows from it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import events as ev
from tribodex.core.job.attempt import Gauging
from tribodex.core.job.decide_driving import asks_gauging, hand_checked, locked
from tribodex.core.job.decide_gauging import judged
from tribodex.core.job.fold import fold
from tribodex.core.job.gates import text
from tribodex.core.job.state import JobState

Decide = Callable[[Sequence[ev.Event], JobState, cmd.Command], list[ev.Payload]]

# What may be corrected, and the command that says it again.
SAID_AGAIN: dict[type, type] = {
    ev.GaugingStarted: cmd.StartGauging,
    ev.LeafTried: cmd.TryLeaf,
    ev.ZeroSet: cmd.SetZero,
    ev.NutTurned: cmd.TurnNut,
    ev.NutSeated: cmd.SeatNut,
    ev.HandChecked: cmd.HandCheck,
    ev.TabSeen: cmd.SeeTab,
    ev.Locked: cmd.Lock,
    ev.NoteAdded: cmd.AddNote,
}
# What the rest hangs on cannot be withdrawn; it can be corrected.
KEPT = (ev.GaugingStarted, ev.ZeroSet, ev.Locked)


def correct(log: Sequence[ev.Event], state: JobState, command: cmd.Correct, decide: Decide) -> list[ev.Payload]:
    """An entry as it should have been, or withdrawn; with the judgements that change by it.

    Raises NotFound, InvalidInput or Refused; a command that does not fit the entry is refused, never taken for a withdrawal.
    """
    reason = text(command.reason, "reason", "what was wrong, for example “read the wrong leaf”")
    event = next((e for e in log if e.seq == command.target), None)
    if event is None:
        raise NotFound(f"This job has no entry {command.target}.")
    said_by = SAID_AGAIN.get(type(event.payload))
    if said_by is None:
        raise Refused("This kind of entry is not corrected: add a note, or gauge, turn or decide again.")
    if command.withdraw:
        if command.entry is not None:
            raise InvalidInput.at("withdraw", "Either withdrawn or said again, not both.", "leave one of the two out")
        if isinstance(event.payload, KEPT):
            raise Refused("The rest of the log hangs on this entry; it cannot be withdrawn. Say what it should have been.")
        return _with_judgements(log, ev.Corrected(command.target, None, reason))
    if command.entry is None:
        raise InvalidInput.at("entry", "What should the entry have been?", "the same entry said again, or withdraw it")
    if not isinstance(command.entry, said_by):
        raise InvalidInput.at("entry", "This is another kind of entry than the one to correct.", f"the fields of “{ev.kind_of(said_by)}”")
    before = _before(log, command.target)
    facts = decide(before, fold(before), command.entry)
    same = [fact for fact in facts if type(fact) is type(event.payload)]
    if len(same) != 1:
        raise Refused("Said again, this entry would be another one. Withdraw it, and say the right one now.")
    fact = same[0]
    if isinstance(fact, ev.LeafTried | ev.GaugingStarted) and isinstance(event.payload, ev.LeafTried | ev.GaugingStarted):
        # It belongs to the gauging it was taken in.
        fact = replace(fact, gauging=event.payload.gauging)
    if isinstance(fact, ev.GaugingStarted) and isinstance(event.payload, ev.GaugingStarted) and fact.phase is not event.payload.phase:
        raise InvalidInput.at("entry", "A gauging stays what it was for.", f"phase {event.payload.phase.value}")
    assert isinstance(fact, ev.Correctable)  # one of SAID_AGAIN
    return _with_judgements(log, ev.Corrected(command.target, fact, reason))


def _before(log: Sequence[ev.Event], target: int) -> list[ev.Event]:
    """The log up to an entry, with what was corrected in it since."""
    kept = [e for e in log if e.seq < target]
    later = [e for e in log if e.seq > target and isinstance(e.payload, ev.Corrected | ev.JudgedAnew) and e.payload.target < target]
    return [*kept, *later]


def _with_judgements(log: Sequence[ev.Event], correction: ev.Corrected) -> list[ev.Payload]:
    """The correction, and every judgement that no longer follows from its inputs, said anew in order."""
    working = [*log, _appended(log, correction)]
    again: list[ev.Payload] = [correction]
    for event in log:
        state = fold(working)
        now = state.effective.get(event.seq)
        if now is None or not isinstance(now, ev.Judged):
            continue
        anew = _judge(_before(working, event.seq), now)
        if anew != now:
            judgement = ev.JudgedAnew(event.seq, anew)
            working.append(_appended(working, judgement))
            again.append(judgement)
    return again


def _judge(before: list[ev.Event], now: ev.Judged) -> ev.Judged:
    state = fold(before)
    match now:
        case ev.GaugingClosed(gauging=number) | ev.NoPlayFound(gauging=number):
            ended = judged(state, _gauging(state, number))
            if ended is None:
                raise Refused("Without this reading nothing is left of a finished gauging. Say what it should have been, or gauge again.")
            return ended
        case ev.HandChecked():
            return hand_checked(state, cmd.HandCheck(now.swivel, now.turns_freely))
        case ev.Locked():
            return locked(state, now.turn_deg)
        case ev.NutSeated():
            return replace(now, gauge_first=asks_gauging(state, now.seat))


def _gauging(state: JobState, number: int) -> Gauging:
    return state.numbered[number]


def _appended(log: Sequence[ev.Event], payload: ev.Payload) -> ev.Event:
    last = log[-1]
    return replace(last, seq=last.seq + 1, client_event_id=f"{last.client_event_id}+", payload=payload)
