"""What the bench shows: everything drawn and said comes from here, so that picture and numbers agree."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from itertools import islice

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.report import position_result
from tribodex.core.components.bands import Span
from tribodex.core.components.section import Section
from tribodex.core.job import commands as cmd
from tribodex.core.job import events as ev
from tribodex.core.job.correct import KEPT, SAID_AGAIN
from tribodex.core.job.lock_moves import lock_words
from tribodex.core.job.moves import NextMove, release_how
from tribodex.core.job.next_move import next_move
from tribodex.core.job.parting import apart
from tribodex.core.job.stages import current_stage, gate_due, status
from tribodex.core.job.state import JobState
from tribodex.core.job.telling import PLACES, tell
from tribodex.core.mounting.gauging import mean_result
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.locking import TabPosition, tab_positions, turn_tab_positions, way_out
from tribodex.core.mounting.methods import METHOD_NOTES, Method
from tribodex.core.mounting.running import play_gone_at
from tribodex.core.mounting.window import Window, half_rule, reduction_result, window_result
from tribodex.core.procedure import Gate, Procedure, texts_for
from tribodex.core.quantities import um_text
from tribodex.core.working import Result, Verdict
from tribodex.usecases.bench_views import (
    Dial,
    GaugingView,
    Indicator,
    PartedView,
    Ruler,
    SeatView,
    dial_view,
    gauging_view,
    indicator_view,
    parted_view,
    ruler_view,
    seat_view,
)
from tribodex.usecases.jobs import Loaded
from tribodex.usecases.plan_sheet import section_for
from tribodex.usecases.ports import Reference


@dataclass(frozen=True)
class RailStage:
    """A stage on the rail. `state` is done, now or ahead."""

    id: str
    title: str
    question: str
    state: str


# Entries that come with every answer; older ones are asked for. Gaugings that are set against the nut's turn.
SHOWN_ENTRIES, PAGE_ENTRIES, LATEST_GAUGINGS = 40, 500, 12
# Points that are done, of which the newest come with every answer; what is open always does. The record holds all.
SHOWN_CLOSED = 12


@dataclass(frozen=True)
class LogLine:
    """One entry of the log. `replaced_by` tells what it should be, when it was corrected."""

    seq: int
    kind: str
    text: str
    actor: str
    happened_at: datetime
    correctable: bool
    withdrawable: bool
    said: dict[str, str]
    corrected: bool
    replaced_by: str
    reason: str
    clock_off: bool


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
    ruler: Ruler | None
    dial: Dial | None
    section: Section
    method: Method
    method_title: str
    gauged_method: bool
    hydraulic: bool
    turn_units: tuple[cmd.TurnUnit, ...]
    risk: float
    asked_deg: Span | None
    nut_deg: float
    seat: SeatView | None
    parted: PartedView | None
    indicator: Indicator | None
    may_lock: Verdict | None
    lock_words: str
    release_how: str
    may_set_zero: bool
    tab_positions: tuple[TabPosition, ...]
    tab_known: bool
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
    found: tuple[TabPosition, ...] = ()
    attempt = state.attempt
    asked = plan.turn_range_deg
    if attempt.zero_set and attempt.locked is None and plan.nut is not None:
        if not plan.method.gauged and asked is not None:
            found = turn_tab_positions(plan.nut, attempt.nut_deg, (asked.low, asked.high), state.first_tab_deg())
        elif window is not None and not window.empty and position is not None:
            found = tab_positions(position, plan.nut, window, state.first_tab_deg(), risk=state.risk, ruling=state.may_lock)
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
        steps=texts_for(procedure.stage(stage).steps, plan.conditions),
        cautions=texts_for(procedure.stage(stage).cautions, plan.conditions),
        standing_above=procedure.standing_above,
        attempt=attempt.number,
        figures=_figures(state, window, position),
        targets=plan.figures,
        findings=(*plan.findings, *_disagreements(state)),
        gauging=gauging_view(state),
        ruler=ruler_view(state, window, position),
        dial=dial_view(state, window, position),
        section=section_for(plan),
        method=plan.method,
        method_title=METHOD_NOTES[plan.method].title,
        gauged_method=plan.method.gauged,
        hydraulic=plan.hydraulic is not None,
        turn_units=_units(state),
        risk=state.risk,
        asked_deg=asked,
        nut_deg=attempt.nut_deg,
        seat=seat_view(state),
        parted=parted_view(state),
        indicator=indicator_view(state),
        may_lock=state.may_lock(0.0) if plan.method.gauged and attempt.zero_set and attempt.locked is None else None,
        lock_words=lock_words(plan.lock),
        release_how=release_how(state),
        may_set_zero=state.initial_closed() is not None and state.stopped_by() is None and not attempt.zero_set,
        tab_positions=found,
        tab_known=state.first_tab_deg() is not None,
        way_out=way_out(found) if found else "",
        final=attempt.final_verdict(),
        zero_set=attempt.zero_set,
        locked=attempt.locked is not None,
        may_revise=not state.initial and not state.attempt.zero_set and not state.abandoned,
        position_id=opened.position_id,
        given=plan.given,
        points=_latest_points(state),
        log=log_lines(job, newest=SHOWN_ENTRIES),
        last_seq=state.last_seq,
    )


def point_views(state: JobState) -> tuple[PointView, ...]:
    """Every point, open or done."""
    return tuple(PointView(p.number, p.text, p.closed) for p in state.points)


def _latest_points(state: JobState) -> tuple[PointView, ...]:
    done = islice(reversed(state.closed_points.values()), SHOWN_CLOSED)
    shown = sorted([*state.open_points.values(), *done], key=lambda point: point.number)
    return tuple(PointView(p.number, p.text, p.closed) for p in shown)


def log_lines(job: Loaded, *, newest: int | None = None, before: int | None = None) -> tuple[LogLine, ...]:
    """The log in sentences, corrected entries marked and still readable: all of it, or so many entries `before` a number or the end."""
    entries = job.log if before is None else job.log[: max(0, before - 1)]
    lines = []
    for event in entries if newest is None else entries[-newest:]:
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
                type(event.payload) in SAID_AGAIN,
                type(event.payload) in SAID_AGAIN and not isinstance(event.payload, KEPT),
                said_as(job.state.effective.get(event.seq)),
                correction is not None,
                replaced,
                correction.reason if correction else "",
                event.clock_off,
            )
        )
    return tuple(lines)


def said_as(fact: ev.Payload | None) -> dict[str, str]:
    """An entry as it stands now, in the fields of the command that says it again: a correction begins from these."""
    match fact:
        case ev.LeafTried():
            return {"place": str(fact.place), "row": fact.row, "leaf": fact.typed or f"{sum(fact.leaves_um):g} µm", "outcome": fact.outcome}
        case ev.NutTurned() | ev.TabSeen():
            return {"amount": fact.typed, "unit": fact.unit}
        case ev.NutSeated():
            return {
                "amount": fact.typed,
                "unit": fact.unit,
                "past": "yes" if (fact.behind_deg or 0) < 0 else "",
                "washer_thickness": fact.thickness_typed,
                **dict(zip(("sleeve_before", "sleeve_after"), fact.moved_typed.split(" to "), strict=False)),
                "tool": fact.tool or "",
            }
        case ev.ZeroSet():
            return {"tap_tested": "yes" if fact.tap_tested else "", "start_pressure": fact.typed}
        case ev.HandChecked():
            return {"swivel": fact.swivel, "turns_freely": "yes" if fact.turns_freely else ""}
        case ev.Locked():
            return {"turn": f"{fact.turn_deg:.3g}"}
        case ev.GaugingStarted():
            return {"phase": fact.phase, "where": fact.where, "places": str(fact.places)}
        case ev.NoteAdded():
            return {"text": fact.text}
        case _:
            return {}


def _rail(procedure: Procedure, now: str, state: JobState) -> tuple[RailStage, ...]:
    ids = [stage.id for stage in procedure.stages]
    at = len(ids) if state.signed and not state.changed_after_signing else ids.index(now)
    words = {-1: "done", 0: "now", 1: "ahead"}
    return tuple(RailStage(s.id, s.title, s.question, words[(i > at) - (i < at)]) for i, s in enumerate(procedure.stages))


def _units(state: JobState) -> tuple[cmd.TurnUnit, ...]:
    """Ways to log a turn, the method's own first."""
    nut = state.plan.nut
    units: list[cmd.TurnUnit] = ["degrees"]
    if nut is not None and nut.rim_mm_per_deg is not None:
        units.append("rim")
    if nut is not None and nut.slots is not None:
        units.append("slots")
    if state.plan.method is Method.DRIVE_UP:
        units.insert(0, "drive_up")
    if state.plan.method is Method.TURNS:
        units.insert(0, "turns")
    return tuple(units)


def _figures(state: JobState, window: Window | None, position: Belief | None) -> tuple[Result, ...]:
    """The figures that count now, most telling first."""
    plan = state.plan
    figures: list[Result] = []
    initial = state.initial_closed()
    gauged = state.gauged()
    if initial is not None and window is not None:
        at_uncertainty = initial.summary.uncertainty_um
        if position is not None and plan.nut is not None and state.attempt.nut_deg > 0:
            since = state.attempt.nut_deg - (gauged[-1].nut_angle_deg if gauged else 0.0)
            start = gauged[-1].mean_um if gauged else initial.summary.mean_um
            if since > 0:
                figures.append(position_result(position, plan.bearing, plan.shaft, plan.nut, since, start))
        nothing = state.no_play_here()
        if nothing is not None:
            note = f"No measurable clearance: the thinnest leaf, {um_text(nothing.thinnest_um)}, does not go in. That is not a number."
            figures.append(Result("gauged_clearance", "Clearance, last gauged", None, "µm", note=note))
        elif gauged:
            last = state.attempt.gaugings
            closed = next(g.closed for g in reversed(last) if g.closed)
            figures.append(mean_result(closed.summary, "Clearance, last gauged"))
            uncertainty = (closed.summary.uncertainty_um**2 + at_uncertainty**2) ** 0.5
            figures.append(reduction_result(initial.summary.mean_um, closed.summary.mean_um, uncertainty))
            figures.append(play_gone_at(plan.bearing, closed.summary.mean_um))
        unmounted = mean_result(initial.summary, "Unmounted clearance, gauged")
        figures.insert(
            0 if not state.attempt.zero_set else len(figures),
            Result(
                unmounted.id,
                unmounted.label,
                unmounted.value,
                unmounted.unit,
                None,
                unmounted.uncertainty,
                initial.initial_verdict,
                unmounted.working,
            ),
        )
        believed = state.unmounted()
        if believed is not None and unmounted.value is not None and abs(believed.mean_um - unmounted.value) >= 0.5:
            note = (
                "What was gauged, with the group's limits as a soft prior. The window is the one of this clearance; nothing gauged later changes it."
            )
            figures.append(
                Result("believed_clearance", "Unmounted clearance, believed", believed.mean_um, "µm", uncertainty=2 * believed.sd_um, note=note)
            )
        if state.stopped_by() != "group":
            figures.append(window_result(window, plan.card_source_id))
        if plan.target is not None and plan.target.share is None:
            figures.append(half_rule(initial.summary.mean_um, plan.target.reduction_um))
    return tuple(figures)


def _disagreements(state: JobState) -> tuple[str, ...]:
    """Where leaf and nut angle part beyond their uncertainty: a finding of its own."""
    found: list[str] = []
    initial, plan = state.initial_closed(), state.plan
    if initial is None or plan.nut is None:
        return ()
    found.extend(f"Unmounted clearance: {text}" for text in initial.summary.findings)
    # Each costs a belief of its own: those that bear on what is done next.
    for after in state.attempt.gaugings[-LATEST_GAUGINGS:]:
        if after.closed is None:
            continue
        found.extend(after.closed.summary.findings)
        said = apart(state, after)
        if said is not None and abs(said[0] - said[1]) > said[2]:
            way = "more" if said[0] > said[1] else "less"
            found.append(
                f"Gauging {after.number} reads {um_text(abs(said[0] - said[1]))} {way} than the nut's turn says, beyond the uncertainty of both "
                f"({um_text(said[2])})."
            )
    first = state.initials()[-1:]
    moved = next((g for g in state.attempt.gaugings if g.closed and first and g.where is not first[0].where), None)
    if moved is not None:
        found.append(
            f"Gauging {moved.number} was taken {PLACES[moved.where]}, the unmounted clearance {PLACES[first[0].where]}: a difference to bear in mind."
        )
    return tuple(found)
