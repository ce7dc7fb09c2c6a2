"""What a job is now: a fold over its events. Corrections are applied, and what they replaced stays readable."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime

from tribodex.core.adviser.belief import Belief, Reading, believe
from tribodex.core.adviser.move import Advice, advise
from tribodex.core.adviser.prior import sleeve_model
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import Stack
from tribodex.core.errors import Refused
from tribodex.core.job import events as ev
from tribodex.core.job.plan import Plan
from tribodex.core.mounting.gauging import Bracket, Cell, Gauged, Phase, Row, Summary, Trial, Where, bracket_of, settle_thin_end, summarise
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.locking import USUAL_RISK
from tribodex.core.mounting.window import Window
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.working import Level


@dataclass
class Gauging:
    """One gauging with its trials. `nut_deg` is where the nut stood; `attempt` is zero for the initial one;
    `dropped` when the nut moved before anything was bracketed.
    """

    number: int
    phase: Phase
    where: Where
    places: int
    nut_deg: float
    attempt: int
    turns: int = 0
    correction_um: float = 0.0
    correction_sd_um: float = 0.0
    trials: list[Trial] = field(default_factory=list)
    closed: ev.GaugingClosed | None = None
    dropped: bool = False

    def bracket(self, plan: Plan, place: int, row: Row) -> Bracket:
        """The bracket of one place and row."""
        return settle_thin_end(bracket_of([t for t in self.trials if t.place == place and t.row is row]), plan.gauge)

    def cells(self, plan: Plan) -> list[Cell]:
        """Every place of both rows, tried or not."""
        return [Cell(place, row, self.bracket(plan, place, row)) for place in range(1, self.places + 1) for row in Row]

    def spans(self, plan: Plan) -> tuple[Span, ...]:
        """Its closed brackets, corrected for a warm ring."""
        add = self.correction_um
        return tuple(Span((c.bracket.low_um or 0.0) + add, (c.bracket.high_um or 0.0) + add) for c in self.cells(plan) if c.bracket.closed)

    def summary(self, plan: Plan) -> Summary | None:
        """What its closed brackets say now."""
        return summarise(self.cells(plan), self.correction_um, self.correction_sd_um)


@dataclass
class Attempt:
    """One drive-up, from zero mark to lock or release."""

    number: int
    zero_set: bool = False
    tap_tested: bool = False
    zero: ZeroPoint = ZeroPoint.FIRM
    start_pressure_mpa: float | None = None
    nut_deg: float = 0.0
    turns: int = 0
    gaugings: list[Gauging] = field(default_factory=list)
    reseated: ev.Reseated | None = None
    checks: list[ev.HandChecked] = field(default_factory=list)
    tab_at_deg: float | None = None
    locked: ev.Locked | None = None
    released: str | None = None

    def final(self) -> ev.GaugingClosed | None:
        """The last judged final gauging of this attempt."""
        return next((g.closed for g in reversed(self.gaugings) if g.phase is Phase.FINAL and g.closed), None)

    def final_verdict(self) -> FinalVerdict | None:
        """The judgement after locking: by leaves, or by hand where nothing is gauged."""
        gauged = self.final()
        if gauged is not None:
            return gauged.final_verdict
        return next((c.verdict for c in reversed(self.checks) if c.locked and c.verdict is not None), None)

    @property
    def finished(self) -> bool:
        """Whether the final check was made."""
        return self.final() is not None or any(c.locked for c in self.checks)


@dataclass
class GatePassed:
    """How a gate was passed."""

    items: tuple[str, ...]
    by: str
    overruled: ev.GateOverruled | None = None


@dataclass
class Point:
    """Something left to do."""

    number: int
    text: str
    closed: str | None = None


@dataclass
class JobState:
    """A job now. Mutable only inside fold()."""

    opened: ev.JobOpened
    plan: Plan
    last_seq: int = 0
    gates: dict[str, GatePassed] = field(default_factory=dict)
    initial: list[Gauging] = field(default_factory=list)
    accepted: list[ev.OutsideAccepted] = field(default_factory=list)
    attempts: list[Attempt] = field(default_factory=lambda: [Attempt(1)])
    points: list[Point] = field(default_factory=list)
    signed: ev.Signed | None = None
    signed_at: datetime | None = None
    signed_seq: int = 0
    changed_after_signing: bool = False
    abandoned: ev.Abandoned | None = None
    corrections: dict[int, ev.Corrected] = field(default_factory=dict)
    risk: float = USUAL_RISK
    _position: Belief | None = field(default=None, compare=False, repr=False)
    _advice: Advice | None = field(default=None, compare=False, repr=False)

    @property
    def attempt(self) -> Attempt:
        """The present drive-up."""
        return self.attempts[-1]

    @property
    def gaugings(self) -> list[Gauging]:
        """Every gauging in order of its number."""
        return sorted([*self.initial, *(g for a in self.attempts for g in a.gaugings)], key=lambda g: g.number)

    def open_gauging(self) -> Gauging | None:
        """The gauging under way."""
        last = self.gaugings[-1:] or None
        return last[0] if last and last[0].closed is None and not last[0].dropped else None

    def initial_closed(self) -> ev.GaugingClosed | None:
        """The last judged initial gauging."""
        return next((g.closed for g in reversed(self.initial) if g.closed), None)

    def has_accepted(self, what: str) -> bool:
        """Whether this was accepted by name."""
        return any(a.what == what for a in self.accepted)

    def initials(self) -> list[Gauging]:
        """Gaugings of the unmounted clearance that count: the last one, and those before it that agree with it.

        One that differs by more than the uncertainty of both (dirt, a rolled leaf) is left out, with everything before it.
        """
        closed = [g for g in self.initial if g.closed]
        found: list[Gauging] = []
        for gauging in reversed(closed):
            if found:
                one, last = gauging.closed, found[-1].closed
                assert one is not None and last is not None  # only closed ones are listed
                apart = abs(one.summary.mean_um - last.summary.mean_um)
                if gauging.where is not found[-1].where or apart > 2 * math.hypot(one.summary.sd_um, last.summary.sd_um):
                    break
            found.append(gauging)
        return found[::-1]

    def initial_um(self) -> float | None:
        """Unmounted clearance: mean of the gaugings that count, each weighed by its brackets."""
        summaries = [g.closed.summary for g in self.initials() if g.closed]
        if not summaries:
            return None
        cells = sum(s.closed_cells for s in summaries)
        return sum(s.mean_um * s.closed_cells for s in summaries) / cells

    def window(self) -> Window | None:
        """The target window, once the initial clearance is judged."""
        initial = self.initial_um()
        return None if initial is None else self.plan.window(initial)

    def position(self) -> Belief | None:
        """Where the bearing is believed to be: needs the unmounted clearance and a known nut pitch. Computed once a state."""
        if self._position is None:
            self._position = self._believe(self.attempt.gaugings, self.attempt.nut_deg, self.attempt.turns)
        return self._position

    def predicted(self, gauging: Gauging) -> Belief | None:
        """What was to be expected of a gauging on the sleeve, from everything before it."""
        before = self.attempt.gaugings[: self.attempt.gaugings.index(gauging)]
        return self._believe(before, gauging.nut_deg, gauging.turns)

    def _believe(self, gaugings: Sequence[Gauging], nut_deg: float, turns: int) -> Belief | None:
        initial = [g.spans(self.plan) for g in self.initials()]
        if not any(initial) or self.plan.nut is None:
            return None
        used = [g for g in gaugings if g.closed and g.spans(self.plan)]
        readings = [Reading(g.nut_deg, g.spans(self.plan), g.turns, g.correction_sd_um) for g in used]
        model = sleeve_model(self.plan.bearing, self.plan.shaft, self.plan.nut.pitch_mm, self.attempt.zero)
        return believe(model, initial, readings, nut_deg, turns - (used[-1].turns if used else 0))

    def advice(self) -> Advice | None:
        """What to do with the nut; None while there is no window to aim at or no way to compute."""
        window, position, nut = self.window(), self.position(), self.plan.nut
        if self._advice is None and window is not None and not window.empty and position is not None and nut is not None:
            here = [g for g in self.attempt.gaugings if g.closed and g.nut_deg == self.attempt.nut_deg]
            step = nut.tab_step_deg or 0.0
            self._advice = advise(position, window, len(self.gauged()), max(0, len(here) - 1), self.risk, step)
        return self._advice

    def gauged(self) -> list[Gauged]:
        """Readings of the present attempt, the one under way included once it says something."""
        found: list[Gauged] = []
        for gauging in self.attempt.gaugings:
            summary = gauging.closed.summary if gauging.closed else None
            if summary is not None:
                found.append(Gauged(gauging.nut_deg, summary.mean_um, summary.sd_um))
        return found

    def stopped_by(self) -> str | None:
        """What keeps the drive-up from going on, unless accepted: “group” or “window”."""
        closed = self.initial_closed()
        if closed is None:
            return None
        verdict = closed.initial_verdict
        if verdict is not None and verdict.level is Level.STOP and not self.has_accepted("group"):
            return "group"
        window = self.window()
        if window is not None and window.empty and not self.has_accepted("window"):
            return "window"
        return None


def fold(events: Sequence[ev.Event]) -> JobState:
    """Fold a log into a state.

    Raises Refused when the log does not begin with job_opened.
    """
    if not events or not isinstance(events[0].payload, ev.JobOpened):
        raise Refused("A job begins with job_opened.")
    opened = events[0].payload
    state = JobState(opened, opened.plan, risk=opened.plan.risk)
    for event in events:
        if isinstance(event.payload, ev.Corrected):
            state.corrections[event.payload.target] = event.payload
    for event in events:
        correction = state.corrections.get(event.seq)
        payload: ev.Payload | None = correction.replacement if correction else event.payload
        if payload is not None:
            _apply(state, event, payload)
        state.last_seq = event.seq
    return state


def _apply(state: JobState, event: ev.Event, payload: ev.Payload) -> None:
    attempt = state.attempt
    # A moved nut ends a gauging; one that bracketed nothing is dropped.
    if isinstance(payload, ev.NutTurned | ev.Reseated | ev.Locked | ev.Released | ev.GaugingStarted) and (begun := state.open_gauging()):
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
                attempt.turns,
                payload.correction_um,
                payload.correction_sd_um,
            )
            (state.initial if initial else attempt.gaugings).append(gauging)
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
        case ev.OutsideAccepted():
            state.accepted.append(payload)
        case ev.ZeroSet():
            attempt.zero_set, attempt.tap_tested = True, payload.tap_tested
            attempt.zero, attempt.start_pressure_mpa = payload.zero, payload.start_pressure_mpa
        case ev.NutTurned(degrees=degrees):
            attempt.nut_deg += degrees
            attempt.turns += 1
            # A turn after the washer was fitted does not undo that it was re-seated.
        case ev.Reseated(past_deg=past):
            attempt.reseated = payload
            # Behind its old mark the nut is loose: the bearing stays where it was on its taper.
            if past > 0:
                attempt.nut_deg += past
                attempt.turns += 1
        case ev.HandChecked():
            attempt.checks.append(payload)
        case ev.RiskChosen(risk=risk):
            state.risk = risk
        case ev.TabSeen(turn_deg=turn):
            attempt.tab_at_deg = attempt.nut_deg + turn
        case ev.Locked(turn_deg=turn):
            attempt.nut_deg += turn
            attempt.turns += 1 if turn else 0
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
        case ev.NoteAdded() | ev.Corrected():
            pass
    if isinstance(event.payload, ev.Corrected) and state.signed and event.seq > state.signed_seq:
        state.changed_after_signing = True
