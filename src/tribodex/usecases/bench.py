"""What the bench shows: everything drawn and said comes from here, so that picture and numbers agree."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from tribodex.core.adviser.belief import Belief
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import Stack
from tribodex.core.components.section import Section, section_of
from tribodex.core.job import events as ev
from tribodex.core.job.next_move import NextMove, expected_span, first_meeting, leaf_for, next_move
from tribodex.core.job.stages import current_stage, gate_due, status
from tribodex.core.job.state import Attempt, Gauging, JobState
from tribodex.core.job.telling import PHASES, PLACES, tell
from tribodex.core.mounting.gauging import Phase, Row, mean_result
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.locking import Meeting, meetings, way_out
from tribodex.core.mounting.position import position_result
from tribodex.core.mounting.window import Window, half_rule, reduction_result, window_result
from tribodex.core.procedure import Gate, Procedure
from tribodex.core.quantities import um_text
from tribodex.core.working import Result
from tribodex.usecases.jobs import Loaded
from tribodex.usecases.ports import Reference

CHIPS = 7


@dataclass(frozen=True)
class RailStage:
    """A stage on the rail. `state` is done, now or ahead."""

    id: str
    title: str
    question: str
    state: str


@dataclass(frozen=True)
class TrialView:
    """A leaf that was tried."""

    seq: int
    thickness_um: float
    outcome: str


@dataclass(frozen=True)
class CellView:
    """One place of one row."""

    place: int
    row: Row
    low_um: float | None
    high_um: float | None
    closed: bool
    dragged: bool
    contradiction: str
    next_leaf: Stack | None
    next_um: float | None
    chips_um: tuple[float, ...]
    trials: tuple[TrialView, ...]


@dataclass(frozen=True)
class GaugingView:
    """A gauging under way."""

    number: int
    phase: Phase
    title: str
    where: str
    places: int
    cells: tuple[CellView, ...]
    findings: tuple[str, ...]
    mean: Result | None


@dataclass(frozen=True)
class Reading:
    """A finished gauging, for the ruler: its brackets' reach, its mean and doubt. µm."""

    number: int
    label: str
    attempt: int
    mean_um: float
    doubt_um: float
    nut_deg: float


@dataclass(frozen=True)
class Ruler:
    """The ruler of clearances, µm. Ends are wide enough for everything on it."""

    from_um: float
    to_um: float
    group: Span
    window: Span | None
    aim_um: float | None
    residual_limit_um: float | None
    readings: tuple[Reading, ...]
    estimate_um: float | None
    estimate_doubt_um: float | None


@dataclass(frozen=True)
class Dial:
    """Nut and washer, degrees from the zero mark in the tightening direction.

    `target` is the turn range in which the window is expected; `meeting_deg` is where the next tab meets.
    """

    slots: int
    tabs: int
    slot_width_deg: float
    present_deg: float
    target_from_deg: float | None
    target_to_deg: float | None
    meeting_deg: float | None
    step_deg: float
    rim_mm_per_deg: float
    outside_mm: float
    thread_mm: float
    tabs_counted: bool


@dataclass(frozen=True)
class LogLine:
    """One entry of the log. `replaced_by` tells what it should be, when it was corrected."""

    seq: int
    kind: str
    text: str
    actor: str
    happened_at: datetime
    correctable: bool
    corrected: bool
    replaced_by: str
    reason: str


@dataclass(frozen=True)
class PointView:
    """Something left to do."""

    number: int
    text: str
    closed: str | None


@dataclass(frozen=True)
class Bench:
    """The job as the bench shows it."""

    id: str
    number: int
    title: str
    machine: str
    position: str
    bearing: str
    status: str
    stage: str
    stages: tuple[RailStage, ...]
    next: NextMove
    gate: Gate | None
    steps: tuple[str, ...]
    cautions: tuple[str, ...]
    standing_above: str
    attempt: int
    figures: tuple[Result, ...]
    targets: tuple[Result, ...]
    findings: tuple[str, ...]
    gauging: GaugingView | None
    ruler: Ruler
    dial: Dial | None
    section: Section
    meetings: tuple[Meeting, ...]
    meeting_known: bool
    way_out: str
    final: FinalVerdict | None
    zero_set: bool
    locked: bool
    may_revise: bool
    position_id: str
    given: dict[str, str]
    points: tuple[PointView, ...]
    log: tuple[LogLine, ...]
    last_seq: int


def bench(reference: Reference, job: Loaded) -> Bench:
    """Compute the bench for a job."""
    state = job.state
    opened = state.opened
    procedure = reference.procedure(opened.procedure_id, opened.procedure_version)
    stage = current_stage(procedure, state)
    move = next_move(procedure, state)
    plan = state.plan
    window, position = state.window(), state.position()
    found: tuple[Meeting, ...] = ()
    attempt = state.attempt
    if attempt.zero_set and attempt.locked is None and window is not None and position is not None and plan.nut is not None:
        found = meetings(position, plan.nut, window, first_meeting(state))
    final = attempt.final()
    return Bench(
        id=job.id,
        number=opened.number,
        title=opened.title,
        machine=opened.machine,
        position=opened.position,
        bearing=plan.bearing.label,
        status=status(state),
        stage=stage,
        stages=_rail(procedure, stage, state),
        next=move,
        gate=gate_due(procedure, state, {"target_window": "drive_up"}.get(stage, stage)) if not state.abandoned else None,
        steps=procedure.stage(stage).steps,
        cautions=procedure.stage(stage).cautions,
        standing_above=procedure.standing_above,
        attempt=attempt.number,
        figures=_figures(state, window, position),
        targets=plan.figures,
        findings=(*plan.findings, *_disagreements(state)),
        gauging=_gauging(state),
        ruler=_ruler(state, window, position),
        dial=_dial(state, window, position),
        section=section_of(plan.bearing, plan.shaft_mm, plan.sleeve_length_mm, plan.nut.outside_mm if plan.nut else None),
        meetings=found,
        meeting_known=first_meeting(state) is not None,
        way_out=way_out(found) if found else "",
        final=final.final_verdict if final else None,
        zero_set=attempt.zero_set,
        locked=attempt.locked is not None,
        may_revise=not state.initial and not state.abandoned,
        position_id=opened.position_id,
        given=plan.given,
        points=tuple(PointView(p.number, p.text, p.closed) for p in state.points),
        log=log_lines(job),
        last_seq=state.last_seq,
    )


def log_lines(job: Loaded) -> tuple[LogLine, ...]:
    """The log in sentences, corrected entries marked and still readable."""
    lines = []
    for event in job.log:
        correction = job.state.corrections.get(event.seq)
        replaced = ""
        if correction:
            replaced = tell(correction.replacement) if correction.replacement else "withdrawn"
        lines.append(
            LogLine(
                event.seq,
                event.kind,
                tell(event.payload),
                event.actor,
                event.happened_at,
                isinstance(event.payload, ev.LeafTried | ev.NutTurned | ev.MeetingSeen),
                correction is not None,
                replaced,
                correction.reason if correction else "",
            )
        )
    return tuple(lines)


def _rail(procedure: Procedure, now: str, state: JobState) -> tuple[RailStage, ...]:
    ids = [stage.id for stage in procedure.stages]
    at = len(ids) if state.signed and not state.changed_after_signing else ids.index(now)
    words = {-1: "done", 0: "now", 1: "ahead"}
    return tuple(RailStage(s.id, s.title, s.question, words[(i > at) - (i < at)]) for i, s in enumerate(procedure.stages))


def _figures(state: JobState, window: Window | None, position: Belief | None) -> tuple[Result, ...]:
    """The figures that count now, most telling first."""
    plan = state.plan
    figures: list[Result] = []
    initial = state.initial_closed()
    gauged = state.gauged()
    if initial is not None and window is not None:
        at_doubt = initial.summary.doubt_um
        if position is not None and plan.nut is not None and state.attempt.nut_deg > 0:
            since = state.attempt.nut_deg - (gauged[-1].nut_angle_deg if gauged else 0.0)
            start = gauged[-1].mean_um if gauged else initial.summary.mean_um
            if since > 0:
                figures.append(position_result(position, plan.bearing, plan.nut, since, start))
        if gauged:
            last = state.attempt.gaugings
            closed = next(g.closed for g in reversed(last) if g.closed)
            figures.append(mean_result(closed.summary, "Clearance, last gauged"))
            doubt = (closed.summary.doubt_um**2 + at_doubt**2) ** 0.5
            figures.append(reduction_result(initial.summary.mean_um, closed.summary.mean_um, doubt))
        unmounted = mean_result(initial.summary, "Unmounted clearance, gauged")
        figures.insert(
            0 if not state.attempt.zero_set else len(figures),
            Result(unmounted.id, unmounted.label, unmounted.value, unmounted.unit, None, unmounted.doubt, initial.initial_verdict, unmounted.working),
        )
        if state.stopped_by() != "group":
            figures.append(window_result(window, "reduction_srb_tapered"))
        figures.append(half_rule(initial.summary.mean_um, plan.reduction_um))
    return tuple(figures)


def _disagreements(state: JobState) -> tuple[str, ...]:
    """Where leaf and nut angle part beyond their doubt: a finding of its own."""
    found: list[str] = []
    initial, plan = state.initial_closed(), state.plan
    if initial is None or plan.nut is None:
        return ()
    found.extend(f"Unmounted clearance: {text}" for text in initial.summary.findings)
    for after in state.attempt.gaugings:
        if after.closed is None:
            continue
        found.extend(after.closed.summary.findings)
        predicted = state.predicted(after)
        if predicted is None:
            continue
        apart = after.closed.summary.mean_um - predicted.clearance_um
        reach = 2.6 * (predicted.sd_um**2 + after.closed.summary.sd_um**2) ** 0.5
        if abs(apart) > reach:
            found.append(
                f"Gauging {after.number} reads {um_text(abs(apart))} {'more' if apart > 0 else 'less'} than the nut's turn says, beyond "
                f"the doubt of both ({um_text(reach)}). Look for: a rolled gauge, the zero mark, "
                "an unoiled sleeve, nut galling, sleeve and bearing not a pair."
            )
    return tuple(found)


def _gauging(state: JobState) -> GaugingView | None:
    gauging = state.open_gauging()
    if gauging is None:
        return None
    plan = state.plan
    summary = gauging.summary(plan)
    cells = []
    for cell in gauging.cells(plan):
        leaf = leaf_for(state, gauging, cell)
        trials = [t for t in gauging.trials if t.place == cell.place and t.row is cell.row]
        cells.append(
            CellView(
                cell.place,
                cell.row,
                cell.bracket.low_um,
                cell.bracket.high_um,
                cell.bracket.closed,
                cell.bracket.dragged,
                cell.bracket.contradiction,
                leaf,
                leaf.thickness_um if leaf else None,
                _chips(state, gauging, leaf),
                tuple(TrialView(t.seq, t.stack.thickness_um, t.outcome.value) for t in trials),
            )
        )
    return GaugingView(
        gauging.number,
        gauging.phase,
        PHASES[gauging.phase],
        PLACES[gauging.where],
        gauging.places,
        tuple(cells),
        summary.findings if summary else (),
        mean_result(summary, "Mean so far") if summary else None,
    )


def _chips(state: JobState, gauging: Gauging, leaf: Stack | None) -> tuple[float, ...]:
    """Thicknesses to offer: the proposed one in the middle, its neighbours round it."""
    expected = expected_span(state, gauging)
    middle = leaf.thickness_um if leaf else expected.mid
    near = sorted(state.plan.feeler.stacks(max(10.0, middle - 80), middle + 80), key=lambda s: (abs(s.thickness_um - middle), len(s.leaves_um)))
    return tuple(sorted(s.thickness_um for s in near[:CHIPS]))


def _ruler(state: JobState, window: Window | None, position: Belief | None) -> Ruler:
    plan = state.plan
    group = plan.limits_um
    readings = []
    for gauging in state.gaugings:
        if gauging.closed is not None:
            label = "unmounted" if gauging.attempt == 0 else f"at {gauging.nut_deg:.0f}°" + (" final" if gauging.phase is Phase.FINAL else "")
            s = gauging.closed.summary
            readings.append(Reading(gauging.number, label, gauging.attempt, s.mean_um, s.doubt_um, gauging.nut_deg))
    marks = [group.high, group.low - plan.reduction_um.high, *(r.mean_um + r.doubt_um for r in readings), *(r.mean_um - r.doubt_um for r in readings)]
    if window is not None:
        marks += [window.low_um, window.high_um]
    moved = position is not None and not position.gauged_here
    low, high = max(0.0, min(marks) - 10), max(marks) + 10
    return Ruler(
        from_um=low // 10 * 10,
        to_um=-(-high // 10) * 10,
        group=group,
        window=Span(window.low_um, window.high_um) if window and not window.empty else None,
        aim_um=window.mid_um if window and not window.empty else None,
        residual_limit_um=plan.least_residual_um,
        readings=tuple(readings),
        estimate_um=position.clearance_um if position is not None and moved else None,
        estimate_doubt_um=2 * position.sd_um if position is not None and moved else None,
    )


def _dial(state: JobState, window: Window | None, position: Belief | None) -> Dial | None:
    nut = state.plan.nut
    if nut is None:
        return None
    attempt: Attempt = state.attempt
    target: tuple[float | None, float | None] = (None, None)
    if window is not None and not window.empty and position is not None and attempt.zero_set:
        to_high = (position.clearance_um - window.high_um) / position.per_degree_um
        to_low = (position.clearance_um - window.low_um) / position.per_degree_um
        target = (max(0.0, attempt.nut_deg + to_high), max(0.0, attempt.nut_deg + to_low))
    first = first_meeting(state)
    return Dial(
        slots=nut.slots,
        tabs=nut.tabs,
        slot_width_deg=nut.slot_width_mm / nut.rim_mm_per_deg,
        present_deg=attempt.nut_deg,
        target_from_deg=target[0],
        target_to_deg=target[1],
        meeting_deg=attempt.nut_deg + first if first is not None else None,
        step_deg=nut.meeting_angle_deg,
        rim_mm_per_deg=nut.rim_mm_per_deg,
        outside_mm=nut.outside_mm,
        thread_mm=nut.thread_mm,
        tabs_counted=nut.tabs_counted,
    )
