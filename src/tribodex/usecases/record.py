"""The record of a job: what a person signs, prints and keeps."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from tribodex.core.components.lock_nut import LockKind
from tribodex.core.job.attempt import Gauging
from tribodex.core.job.events import Abandoned, Signed
from tribodex.core.job.plan import Plan
from tribodex.core.job.telling import PHASES, PLACES
from tribodex.core.mounting.gauging import Row, Summary
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.methods import METHOD_NOTES, WASHER_REASONS
from tribodex.core.mounting.zero import ZERO_PRIORS
from tribodex.core.sources import Source
from tribodex.core.working import Result, Verdict
from tribodex.usecases.bench import Bench, LogLine, PointView, bench, log_lines, point_views
from tribodex.usecases.codec import encode
from tribodex.usecases.jobs import Loaded
from tribodex.usecases.ports import Reference

FORMAT = "tribodex.record"
FORMAT_VERSION = 2


@dataclass(frozen=True)
class GateRecord:
    """How a gate was passed."""

    title: str
    by: str
    items: tuple[str, ...]
    overruled: bool
    reason: str
    missing: tuple[str, ...]


@dataclass(frozen=True)
class CellRecord:
    """A bracket, µm."""

    place: int
    row: Row
    low_um: float | None
    high_um: float | None


@dataclass(frozen=True)
class GaugingRecord:
    """A gauging with its brackets and what it said."""

    number: int
    title: str
    where: str
    attempt: int
    nut_deg: float
    cells: tuple[CellRecord, ...]
    summary: Summary | None
    verdict: Verdict | None


@dataclass(frozen=True)
class CheckRecord:
    """The ring felt by hand, with the nut at `nut_deg`."""

    attempt: int
    nut_deg: float
    swivel: str
    turns_freely: bool
    locked: bool


@dataclass(frozen=True)
class AttemptRecord:
    """One drive-up: from which zero point, how far, and how it ended."""

    number: int
    zero: str
    nut_deg: float
    locked: bool
    released: str | None


@dataclass(frozen=True)
class Acceptance:
    """Something outside its limits that a named person accepted."""

    what: str
    name: str
    reason: str


@dataclass(frozen=True)
class EventRecord:
    """An entry of the log as it is stored."""

    seq: int
    kind: str
    schema_version: int
    client_event_id: str
    actor: str
    happened_at: datetime
    recorded_at: datetime
    payload: dict[str, Any]


@dataclass(frozen=True)
class Record:
    """A whole record. `events` is the log itself; everything else follows from it."""

    format: str
    format_version: int
    job_id: str
    number: int
    title: str
    machine: str
    position: str
    status: str
    procedure: str
    plan: Plan
    gates: tuple[GateRecord, ...]
    accepted: tuple[Acceptance, ...]
    gaugings: tuple[GaugingRecord, ...]
    checks: tuple[CheckRecord, ...]
    attempts: tuple[AttemptRecord, ...]
    method: str
    certificate: tuple[Result, ...]
    washer_reason: str
    figures: tuple[Result, ...]
    final: FinalVerdict | None
    findings: tuple[str, ...]
    points: tuple[PointView, ...]
    signed: Signed | None
    signed_at: datetime | None
    changed_after_signing: bool
    abandoned: Abandoned | None
    sources: tuple[Source, ...]
    standing_above: str
    log: tuple[LogLine, ...]
    events: tuple[EventRecord, ...]


def record(reference: Reference, job: Loaded) -> tuple[Record, Bench]:
    """The record of a job as it stands, with the bench that its drawing comes from."""
    state = job.state
    shown = bench(reference, job)
    procedure = reference.procedure(state.opened.procedure_id, state.opened.procedure_version)
    gates = []
    for gate in procedure.gates():
        passed = state.gates.get(gate.id)
        if passed is not None:
            over = passed.overruled
            gates.append(GateRecord(gate.title, passed.by, passed.items, over is not None, over.reason if over else "", over.missing if over else ()))
    figures = (*shown.figures, *shown.targets)
    return (
        Record(
            format=FORMAT,
            format_version=FORMAT_VERSION,
            job_id=job.id,
            number=state.opened.number,
            title=state.opened.title,
            machine=state.opened.machine,
            position=state.opened.position,
            status=shown.status,
            procedure=f"{procedure.title} ({procedure.id}@{procedure.version})",
            plan=state.plan,
            gates=tuple(gates),
            accepted=tuple(Acceptance(a.what, a.name, a.reason) for a in state.accepted),
            gaugings=tuple(_gauging(state.plan, g) for g in state.gaugings if g.closed is not None),
            checks=tuple(CheckRecord(a.number, c.nut_deg, c.swivel, c.turns_freely, c.locked) for a in state.attempts for c in a.checks),
            attempts=tuple(
                AttemptRecord(a.number, ZERO_PRIORS[a.zero].words, a.nut_deg, a.locked is not None, a.released) for a in state.attempts if a.zero_set
            ),
            method=METHOD_NOTES[state.plan.method].title,
            certificate=_certificate(shown),
            washer_reason=WASHER_REASONS[state.plan.washer] if state.plan.lock is LockKind.TAB_WASHER else "",
            figures=figures,
            final=shown.final,
            findings=shown.findings,
            points=point_views(job.state),
            signed=state.signed,
            signed_at=state.signed_at,
            changed_after_signing=state.changed_after_signing,
            abandoned=state.abandoned,
            sources=_sources(reference, state.plan, figures),
            standing_above=procedure.standing_above,
            log=log_lines(job),
            events=tuple(
                EventRecord(e.seq, e.kind, e.version, e.client_event_id, e.actor, e.happened_at, e.recorded_at, encode(e.payload)) for e in job.log
            ),
        ),
        shown,
    )


# What stands on page one, in this order.
ON_PAGE_ONE = ("gauged_clearance", "believed_clearance", "window", "reduction", "nut_angle", "hoop_stress")


def _certificate(shown: Bench) -> tuple[Result, ...]:
    """The figures of page one: what was gauged, what was aimed for, what came of it."""
    every = [*shown.figures, *shown.targets]
    found = [f for name in ON_PAGE_ONE for f in every if f.id == name and f.value is not None]
    # Where nothing is gauged the angle asked is the aim; where it is, the window is.
    return tuple(f for f in found if f.id != "nut_angle" or not shown.gauged_method)


def _gauging(plan: Plan, gauging: Gauging) -> GaugingRecord:
    closed = gauging.closed
    verdict = None
    if closed is not None:
        verdict = closed.initial_verdict or (closed.final_verdict.overall if closed.final_verdict else None)
    return GaugingRecord(
        gauging.number,
        PHASES[gauging.phase],
        PLACES[gauging.where],
        gauging.attempt,
        gauging.nut_deg,
        tuple(CellRecord(c.place, c.row, c.bracket.low_um, c.bracket.high_um) for c in gauging.cells(plan)),
        closed.summary if closed else None,
        verdict,
    )


def _sources(reference: Reference, plan: Plan, figures: Sequence[Result]) -> tuple[Source, ...]:
    """Sources of every figure: as they stood when the job was planned, else as they stand now."""
    known = reference.sources | {source.id: source for source in plan.sources}
    used = dict.fromkeys(line.source_id for figure in figures for line in figure.working)
    return tuple(known[key] for key in used if key in known)
