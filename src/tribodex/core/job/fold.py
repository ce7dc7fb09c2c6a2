"""From a log to a state. Corrections and judgements made anew are applied, and what they replaced stays readable."""

from __future__ import annotations

from collections.abc import Sequence

from tribodex.core.components.feeler import Stack
from tribodex.core.errors import Refused
from tribodex.core.job import events as ev
from tribodex.core.job.attempt import Attempt, Gauging
from tribodex.core.job.state import GatePassed, JobState, Point
from tribodex.core.mounting.gauging import Phase, Trial


def fold(events: Sequence[ev.Event]) -> JobState:
    """Fold a log into a state.

    Raises Refused when the log does not begin with job_opened.
    """
    if not events or not isinstance(events[0].payload, ev.JobOpened):
        raise Refused("A job begins with job_opened.")
    opened = events[0].payload
    state = JobState(opened, opened.plan, risk=opened.plan.risk)
    now: dict[int, ev.Payload | None] = {}
    for event in events:
        if isinstance(event.payload, ev.Corrected):
            state.corrections[event.payload.target] = event.payload
            now[event.payload.target] = event.payload.replacement
        elif isinstance(event.payload, ev.JudgedAnew):
            now[event.payload.target] = event.payload.replacement
    for event in events:
        payload = now.get(event.seq, event.payload)
        state.effective[event.seq] = payload
        if payload is not None:
            _apply(state, event, payload)
        state.last_seq = event.seq
    return state


def _apply(state: JobState, event: ev.Event, payload: ev.Payload) -> None:
    attempt = state.attempt
    # A moved nut ends a gauging; one that bracketed nothing is dropped.
    if isinstance(payload, ev.NutTurned | ev.NutSeated | ev.Reseated | ev.Locked | ev.Released | ev.GaugingStarted) and (
        begun := state.open_gauging()
    ):
        begun.dropped = True
    match payload:
        case ev.JobOpened():
            pass
        case ev.PlanRevised(plan=plan):
            state.plan = plan
            state.risk = plan.risk
        case ev.GateConfirmed(gate=gate, items=items):
            state.gates[gate] = GatePassed(items, event.actor)
        case ev.GateOverruled(gate=gate):
            state.gates[gate] = GatePassed((), payload.name, payload)
        case ev.GaugingStarted():
            initial = payload.phase is Phase.INITIAL
            gauging = Gauging(
                payload.gauging,
                payload.phase,
                payload.where,
                payload.places,
                attempt.nut_deg,
                0 if initial else attempt.number,
                attempt.mark_var_deg2,
                payload.correction_um,
                payload.correction_sd_um,
            )
            (state.initial if initial else attempt.gaugings).append(gauging)
            if not initial:
                attempt.turns_gauged = attempt.turns
        case ev.LeafTried():
            for gauging in state.gaugings:
                if gauging.number == payload.gauging:
                    gauging.trials.append(Trial(event.seq, payload.place, payload.row, Stack(payload.leaves_um), payload.outcome))
        case ev.PlaceRepeated(place=place, row=row):
            for gauging in state.gaugings:
                if gauging.number == payload.gauging:
                    gauging.trials = [t for t in gauging.trials if (t.place, t.row) != (place, row)]
        case ev.GaugingClosed():
            for gauging in state.gaugings:
                if gauging.number == payload.gauging:
                    gauging.closed = payload
        case ev.NoPlayFound():
            for gauging in state.gaugings:
                if gauging.number == payload.gauging:
                    gauging.no_play = payload
        case ev.LeafFollowed():
            attempt.followed = payload.gauging
        case ev.OutsideAccepted():
            state.accepted.append(payload)
        case ev.ZeroSet():
            attempt.zero_set, attempt.tap_tested = True, payload.tap_tested
            attempt.zero, attempt.start_pressure_mpa = payload.zero, payload.start_pressure_mpa
        case ev.NutTurned(degrees=degrees):
            attempt.turned(degrees)
            # A turn after the washer was fitted does not undo that it was seated.
        case ev.NutSeated(seat=seat):
            attempt.seated, attempt.seated_after = payload, max((g.number for g in state.gaugings), default=0)
            # What the bearing was driven on while seating counts as a turn; tab positions are looked for anew.
            attempt.nut_deg += seat.extra_deg
            attempt.mark_var_deg2 += seat.extra_sd_deg**2
            attempt.tab_at_deg = None
        case ev.Reseated(past_deg=past):
            attempt.reseated, attempt.seated_after = payload, max((g.number for g in state.gaugings), default=0)
            # Behind its old mark the nut is loose: the bearing stays where it was on its taper.
            if past > 0:
                attempt.turned(past)
        case ev.HandChecked():
            attempt.checks.append(payload)
        case ev.RiskChosen(risk=risk):
            state.risk = risk
        case ev.TabSeen(turn_deg=turn):
            attempt.tab_at_deg = attempt.nut_deg + turn
        case ev.Locked(turn_deg=turn):
            if turn:
                attempt.turned(turn)
            attempt.locked = payload
        case ev.Released(reason=reason):
            attempt.released = reason
            state.attempts.append(Attempt(attempt.number + 1))
        case ev.PointOpened(text=text):
            state.points.append(Point(event.seq, text))
        case ev.PointClosed(point=number, how=how):
            for point in state.points:
                if point.number == number:
                    point.closed = how
        case ev.Signed():
            state.signed, state.signed_at, state.signed_seq = payload, event.recorded_at, event.seq
            state.changed_after_signing = False
        case ev.Abandoned():
            state.abandoned = payload
        case ev.NoteAdded() | ev.Corrected() | ev.JudgedAnew():
            pass
    if isinstance(event.payload, ev.Corrected) and state.signed and event.seq > state.signed_seq:
        state.changed_after_signing = True
