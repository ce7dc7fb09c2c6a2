"""The record of a job: what a person signs, prints and keeps."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from tribodex.core.components.lock_nut import LockKind
from tribodex.core.job import rail
from tribodex.core.job.ahead import outcome, unsaid
from tribodex.core.job.certificate import alarms_shown, stages_shown, stated_shown
from tribodex.core.job.facts import Abandoned, CounterSigned, ShownAlarm, ShownStage, Signed
from tribodex.core.job.paper import paper_shown
from tribodex.core.job.topic import Desk, Topic
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.gauging import Row, Summary
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.methods import WASHER_REASONS
from tribodex.core.mounting.ruler import Ruler
from tribodex.core.mounting.zero import ZERO_PRIORS
from tribodex.core.sheet import Section
from tribodex.core.sources import Source
from tribodex.core.topics import stock, tapered
from tribodex.core.topics.tapered.attempt import Gauging
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.tell import PHASES, PLACES
from tribodex.core.topics.tapered.views import ruler_view
from tribodex.core.working import Result, Verdict
from tribodex.usecases.bench import PointView, point_views
from tribodex.usecases.books import Reference
from tribodex.usecases.chain import ChainView
from tribodex.usecases.codec import encode
from tribodex.usecases.jobs import Loaded, desk_of
from tribodex.usecases.log_lines import LogLine, log_lines

FORMAT = "tribodex.record"
FORMAT_VERSION = 6
# Sentences of the log on a record; the whole log stands in its `events`.
MOST_LINES = 500


@dataclass(frozen=True)
class GateRecord:
    """How a gate was passed."""

    title: str
    at: str
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
    at: str
    kind: str
    schema_version: int
    client_event_id: str
    actor: str
    happened_at: datetime
    recorded_at: datetime
    payload: dict[str, Any]


@dataclass(frozen=True)
class MountingRecord:
    """The drive-up at one place, as it stands."""

    at: str
    place: str
    floats: Floats
    floats_words: str
    plan: Plan
    procedure: str
    accepted: tuple[Acceptance, ...]
    gaugings: tuple[GaugingRecord, ...]
    checks: tuple[CheckRecord, ...]
    attempts: tuple[AttemptRecord, ...]
    method: str
    washer_reason: str
    figures: tuple[Result, ...]
    final: FinalVerdict | None
    findings: tuple[str, ...]
    ruler: Ruler | None


@dataclass(frozen=True)
class PlacedSection:
    """A section with the place it belongs to; empty for the shaft."""

    place: str
    section: Section


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
    bearing: str
    status: str
    procedure: str
    gates: tuple[GateRecord, ...]
    mountings: tuple[MountingRecord, ...]
    sections: tuple[PlacedSection, ...]
    outcome: Verdict | None
    proven: tuple[ShownStage, ...]
    alarms: tuple[ShownAlarm, ...]
    stated: tuple[str, ...]
    paper: tuple[str, ...]
    off_machine: str
    points: tuple[PointView, ...]
    signed: Signed | None
    signed_at: datetime | None
    counter_signed: CounterSigned | None
    counter_signed_at: datetime | None
    changed_after_signing: bool
    abandoned: Abandoned | None
    sources: tuple[Source, ...]
    standing_above: str
    log: tuple[LogLine, ...]
    events: tuple[EventRecord, ...]
    chain: ChainView | None = None


def record(reference: Reference, loaded: Loaded, chain: ChainView | None = None) -> Record:
    """The record of a job as it stands, with what the chain says of its log."""
    job, desk = loaded.job, desk_of(reference, loaded)
    driven = [
        place.id for place in job.places if desk.job.of(tapered.TOPIC, place.id).planned is not None
    ]
    mountings = tuple(_mounting(desk, at) for at in driven)
    sections = tuple(_sections(desk))
    first = next(iter(desk.procedures.values()))
    # A source is printed with the figures it stands under, and no other.
    figures = [f for placed in sections for f in placed.section.figures]
    return Record(
        format=FORMAT,
        format_version=FORMAT_VERSION,
        job_id=loaded.id,
        number=job.opened.number,
        title=job.opened.title,
        machine=job.machine,
        position=" and ".join(place.name for place in job.places),
        bearing=" and ".join(
            dict.fromkeys(
                f.bearing.label for p in job.places if (f := desk.fitted(p.id)) is not None
            )
        ),
        status=rail.status(desk),
        procedure=", ".join(
            f"{p.title} ({p.id}@{p.version})"
            for p in {p.id: p for p in desk.procedures.values()}.values()
        ),
        gates=tuple(_gates(desk)),
        mountings=mountings,
        sections=sections,
        **_shown(desk),
        stated=stated_shown(desk),
        paper=paper_shown(desk),
        off_machine=job.opened.off_machine,
        points=point_views(job.points),
        signed=job.signed,
        signed_at=job.signed_at,
        counter_signed=job.counter_signed,
        counter_signed_at=job.counter_signed_at,
        changed_after_signing=job.changed_after_signing,
        abandoned=job.abandoned,
        sources=_sources(reference, [m.plan for m in mountings], figures),
        standing_above=first.standing_above,
        log=log_lines(loaded, newest=MOST_LINES),
        events=tuple(
            EventRecord(
                seq=e.seq,
                at=e.at,
                kind=e.kind,
                schema_version=e.version,
                client_event_id=e.client_event_id,
                actor=e.actor,
                happened_at=e.happened_at,
                recorded_at=e.recorded_at,
                payload=encode(e.fact),
            )
            for e in loaded.log
        ),
        chain=chain,
    )


def _shown(desk: Desk) -> dict[str, Any]:
    """What page one says of the stages: as it was signed, or as it stands where nobody signed.
    Older signatures kept nothing of that.
    """
    signed = desk.job.signed
    if signed is not None:
        return {"outcome": signed.outcome, "proven": signed.shown, "alarms": signed.alarms}
    # While something is not said there is no outcome: a paper never guesses one.
    done = outcome(desk) if not unsaid(desk) else None
    return {"outcome": done, "proven": stages_shown(desk), "alarms": alarms_shown(desk)}


def _gates(desk: Desk) -> Iterator[GateRecord]:
    for task in rail.tasks(desk):
        for gate in task.stage.gates:
            passed = desk.job.gate_passed(gate.id, task.at)
            if passed is not None:
                over = passed.overruled
                where = desk.job.place(task.at).name if task.at and len(desk.job.places) > 1 else ""
                yield GateRecord(
                    title=gate.title,
                    at=where,
                    by=passed.by,
                    items=passed.items,
                    overruled=over is not None,
                    reason=over.reason if over else "",
                    missing=over.missing if over else (),
                )


def _mounting(desk: Desk, at: str) -> MountingRecord:
    state, place = desk.job.of(tapered.TOPIC, at), desk.job.place(at)
    here, plan = desk.here(at), state.plan
    figures = (*tapered.TOPIC.figures(here, state), *plan.figures)
    procedure = desk.procedures[at]
    return MountingRecord(
        at=at,
        place=place.name,
        floats=desk.floats(at),
        floats_words=desk.floats(at).words,
        plan=plan,
        procedure=f"{procedure.title} ({procedure.id}@{procedure.version})",
        accepted=tuple(Acceptance(a.what, a.name, a.reason) for a in state.accepted),
        gaugings=tuple(_gauging(plan, g) for g in state.gaugings if g.closed is not None),
        checks=tuple(
            CheckRecord(a.number, c.nut_deg, c.swivel, c.turns_freely, c.locked)
            for a in state.attempts
            for c in a.checks
        ),
        attempts=_attempts(state),
        method=plan.method_title,
        washer_reason=WASHER_REASONS[plan.washer] if plan.lock is LockKind.TAB_WASHER else "",
        figures=figures,
        final=state.attempt.final_verdict(),
        findings=tuple(tapered.TOPIC.findings(here, state)),
        ruler=ruler_view(state, state.window(), state.position()),
    )


def _attempts(state: Tapered) -> tuple[AttemptRecord, ...]:
    # An attempt without a zero drove nothing: the bearing was taken up and put down again.
    driven = [a for a in state.attempts if a.zero_set]
    return tuple(
        AttemptRecord(
            a.number, ZERO_PRIORS[a.zero].words, a.nut_deg, a.locked is not None, a.released
        )
        for a in driven
    )


def _sections(desk: Desk) -> Iterator[PlacedSection]:
    """What every topic has to say in the record, in the order of work; and the steps that were
    ticked off.
    """
    for topic in desk.house.topics:
        yield from _placed(desk, topic)
    for task in rail.tasks(desk):
        where = desk.job.place(task.at).name if task.at and len(desk.job.places) > 1 else ""
        lines = [f"{step} ({by})" for step, by in desk.job.ticks(task.stage.id, task.at).items()]
        aside = desk.job.aside.get((task.stage.id, task.at))
        if aside is not None:
            lines.append(f"No part of this job: {aside}")
        if lines:
            yield PlacedSection(where, Section(task.stage.title, tuple(lines)))


def _placed(desk: Desk, topic: Topic[Any]) -> Iterator[PlacedSection]:
    # What is kept with a job shows also where taking stock is no stage of it.
    if topic is stock.TOPIC and all(used is not topic for used, _ in desk.in_use()):
        yield from (PlacedSection("", section) for section in topic.record(desk, desk.of(topic)))
    for used, at in desk.in_use():
        if used is topic:
            where = desk.job.place(at).name if at and len(desk.job.places) > 1 else ""
            here = desk.here(at)
            yield from (
                PlacedSection(where, section) for section in topic.record(here, here.of(topic))
            )


def _gauging(plan: Plan, gauging: Gauging) -> GaugingRecord:
    closed = gauging.closed
    verdict = None
    if closed is not None:
        verdict = closed.initial_verdict or (
            closed.final_verdict.overall if closed.final_verdict else None
        )
    return GaugingRecord(
        number=gauging.number,
        title=PHASES[gauging.phase],
        where=PLACES[gauging.where],
        attempt=gauging.attempt,
        nut_deg=gauging.nut_deg,
        cells=tuple(
            CellRecord(c.place, c.row, c.bracket.low_um, c.bracket.high_um)
            for c in gauging.cells(plan)
        ),
        summary=closed.summary if closed else None,
        verdict=verdict,
    )


def _sources(
    reference: Reference, plans: Sequence[Plan], figures: Sequence[Result]
) -> tuple[Source, ...]:
    """Sources of every figure: as they stood when the job was planned, else as they stand now."""
    known = reference.sources | {source.id: source for plan in plans for source in plan.sources}
    used = dict.fromkeys(line.source_id for figure in figures for line in figure.working)
    return tuple(known[key] for key in used if key in known)
