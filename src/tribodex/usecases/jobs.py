"""Open a job, do one thing to it, list jobs."""

from __future__ import annotations

import random
import time
from collections.abc import Sequence
from dataclasses import dataclass, fields
from datetime import datetime

from tribodex.core.errors import Busy, Field, InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import events as ev
from tribodex.core.job.decide import decide
from tribodex.core.job.fold import fold, taken_further
from tribodex.core.job.plan import Plan
from tribodex.core.job.stages import current_stage, status
from tribodex.core.job.state import JobState
from tribodex.usecases.crib import gauges_of, with_own_cards
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning import make_plan
from tribodex.usecases.ports import ConcurrentWriter, JobSummary, Machine, Position, Reference, Store, Tap

TRIES = 5


@dataclass(frozen=True)
class Loaded:
    """A job with its log."""

    id: str
    log: Sequence[ev.Event]
    state: JobState


def load(store: Store, job_id: str) -> Loaded:
    """Read and fold a job. Raises NotFound."""
    log = store.events(job_id)
    if not log:
        raise NotFound("There is no such job here.")
    return Loaded(job_id, log, fold(log))


def plan_of(store: Store, reference: Reference, draft: PlanDraft, *, gauges: bool = True) -> Plan:
    """A plan with the crib's gauge sets and own cards; without `gauges` no gauge set is asked for yet.

    Raises InvalidInput with the fields to correct.
    """
    return make_plan(with_own_cards(reference, store), gauges_of(store.crib_items()), draft, gauges=gauges)


@dataclass(frozen=True)
class LastPlan:
    """What was planned last for a position: the job's number and title, when, and what was given then."""

    number: int
    title: str
    opened_at: datetime
    given: dict[str, str]


def last_plan(store: Store, position_id: str) -> LastPlan | None:
    """The last job's plan at a position; None where there was none."""
    event = store.last_opened(position_id)
    if event is None or not isinstance(event.payload, ev.JobOpened):
        return None
    opened = event.payload
    known = {field.name for field in fields(PlanDraft)}
    return LastPlan(opened.number, opened.title, event.recorded_at, {k: v for k, v in opened.plan.given.items() if k in known})


def open_job(
    store: Store, reference: Reference, job_id: str, position_id: str, title: str, draft: PlanDraft, tap: Tap, recorded_at: datetime
) -> Loaded:
    """Open a job with its plan. Opening the same job id again gives the job that is there.

    Raises InvalidInput with the fields to correct.
    """
    wrong: list[Field] = []
    if not tap.actor.strip():
        wrong.append(Field("actor", "Who plans? The log names everybody.", "a name"))
    place = _find_position(store.machines(), position_id)
    if place is None:
        wrong.append(Field("position_id", "A machine and a bearing position are needed.", "one of the plant's positions"))
    try:
        plan = plan_of(store, reference, draft)
    except InvalidInput as error:
        raise InvalidInput(f"{len(wrong) + len(error.fields)} entries need correcting.", *wrong, *error.fields) from error
    if place is None or wrong:
        raise InvalidInput("The job is not complete.", *wrong)
    number = store.create_job(job_id, recorded_at)
    log = store.events(job_id)
    if log:
        return Loaded(job_id, log, fold(log))
    machine, position = place
    procedure = reference.procedure(procedure_id(plan.method))
    opened = ev.JobOpened(
        number=number,
        title=title.strip() or f"{machine.name}, {position.name}",
        machine_id=machine.id,
        machine=machine.name,
        position_id=position.id,
        position=position.name,
        procedure_id=procedure.id,
        procedure_version=procedure.version,
        plan=plan,
    )
    try:
        return _append(store, reference, job_id, None, [opened], tap, recorded_at)
    except ConcurrentWriter:
        return load(store, job_id)


def do(store: Store, reference: Reference, job_id: str, command: cmd.Command, tap: Tap, recorded_at: datetime) -> Loaded:
    """Do one thing to a job. The same tap said twice is stored once.

    Raises InvalidInput, Refused or NotFound; Busy when other devices keep writing at the same moment.
    """
    if not tap.actor.strip():
        raise InvalidInput.at("actor", "Who is at the bench? The log names everybody.", "a name")
    for attempt in range(TRIES):
        store.hold(job_id)
        job = load(store, job_id)
        known = next((event for event in job.log if event.client_event_id == tap.client_event_id), None)
        if known is not None:
            if known.digest and tap.digest and known.digest != tap.digest:
                raise Refused("The id of this tap was used before for something else. Nothing was stored; tap again.")
            return job
        procedure = reference.procedure(job.state.opened.procedure_id, job.state.opened.procedure_version)
        payloads = decide(procedure, job.log, job.state, command)
        try:
            return _append(store, reference, job_id, job, payloads, tap, recorded_at)
        except ConcurrentWriter:
            time.sleep(random.uniform(0.2, 1.0) * 0.02 * 2**attempt)
    raise Busy("Other devices are writing to this job at the same moment. Nothing was stored; it is sent again by itself.")


def revise_plan(store: Store, reference: Reference, job_id: str, draft: PlanDraft, reason: str, tap: Tap, recorded_at: datetime) -> Loaded:
    """Change the plan of a job whose bearing has not been gauged. Raises as do().

    A method with another procedure takes a new job: the procedure of a job is pinned when it is opened.
    """
    plan = plan_of(store, reference, draft)
    pinned = load(store, job_id).state.opened.procedure_id
    if procedure_id(plan.method) != pinned:
        raise InvalidInput.at("method", "This method works by another procedure than the job was opened with.", "give this job up and open a new one")
    return do(store, reference, job_id, cmd.RevisePlan(plan, reason), tap, recorded_at)


def summary_of(reference: Reference, job_id: str, log: Sequence[ev.Event], state: JobState) -> JobSummary:
    """A job as lists show it."""
    opened = state.opened
    procedure = reference.procedure(opened.procedure_id, opened.procedure_version)
    stage = procedure.stage(current_stage(procedure, state))
    return JobSummary(
        id=job_id,
        number=opened.number,
        title=opened.title,
        machine=opened.machine,
        position=opened.position,
        bearing=state.plan.bearing.label,
        stage=stage.title,
        stage_at=procedure.stages.index(stage) + 1,
        stage_of=len(procedure.stages),
        status=status(state),
        events=len(log),
        updated_at=log[-1].recorded_at,
    )


def _append(
    store: Store,
    reference: Reference,
    job_id: str,
    job: Loaded | None,
    payloads: Sequence[ev.Payload],
    tap: Tap,
    recorded_at: datetime,
) -> Loaded:
    log = job.log if job is not None else ()
    start = log[-1].seq if log else 0
    # The tap's own id marks its last event: the earlier ones belong to it and share its id with a counter.
    last = len(payloads) - 1
    added = [
        ev.Event(
            start + i + 1,
            tap.client_event_id if i == last else f"{tap.client_event_id}.{i}",
            payload,
            tap.actor.strip(),
            tap.happened_at,
            recorded_at,
            tap.digest,
        )
        for i, payload in enumerate(payloads)
    ]
    whole = [*log, *added]
    state = taken_further(job.state, job.log, added) if job is not None else fold(whole)
    store.append(job_id, added, summary_of(reference, job_id, whole, state))
    return Loaded(job_id, whole, state)


def _find_position(machines: Sequence[Machine], position_id: str) -> tuple[Machine, Position] | None:
    for machine in machines:
        for position in machine.positions:
            if position.id == position_id:
                return machine, position
    return None
