"""From a log to a state. Corrections and judgements made anew are applied, and what they replaced stays readable."""

from __future__ import annotations

from collections.abc import Sequence

from tribodex.core.errors import Refused
from tribodex.core.job import events as ev
from tribodex.core.job.apply import apply
from tribodex.core.job.state import JobState


def fold(events: Sequence[ev.Event]) -> JobState:
    """Fold a log into a state.

    Raises Refused when the log does not begin with job_opened.
    """
    if not events or not isinstance(events[0].payload, ev.JobOpened):
        raise Refused("A job begins with job_opened.")
    opened = events[0].payload
    state = JobState(opened, opened.plan, risk=opened.plan.risk)
    now: dict[int, ev.Payload | None] = {}
    for said in [event.payload for event in events if isinstance(event.payload, ev.Corrected | ev.JudgedAnew)]:
        if isinstance(said, ev.Corrected):
            state.corrections[said.target] = said
        now[said.target] = said.replacement
    for event in events:
        payload = now.get(event.seq, event.payload)
        state.effective[event.seq] = payload
        if payload is not None:
            apply(state, event, payload)
        if isinstance(event.payload, ev.Corrected) and state.signed and event.seq > state.signed_seq:
            state.changed_after_signing = True
        state.last_seq = event.seq
    return state


def taken_further(state: JobState, log: Sequence[ev.Event], added: Sequence[ev.Event]) -> JobState:
    """The state after more entries, of a log that was folded into `state`, which nobody may use afterwards.

    What corrects an earlier entry is folded from the beginning; everything else costs no more than itself.
    """
    if any(isinstance(event.payload, ev.Corrected | ev.JudgedAnew) for event in added):
        return fold([*log, *added])
    state.forget()
    for event in added:
        state.effective[event.seq] = event.payload
        apply(state, event, event.payload)
        state.last_seq = event.seq
    return state
