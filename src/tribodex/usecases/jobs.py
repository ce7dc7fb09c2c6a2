"""Open a job, do one thing to it, list jobs."""

from __future__ import annotations

import random
import time
from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from datetime import datetime
from typing import Any

from tribodex.core.errors import Busy, InvalidInput, NotFound, Refused
from tribodex.core.fits.seat import SeatSpec
from tribodex.core.job import rail
from tribodex.core.job.behind import FIELD as BEHIND
from tribodex.core.job.behind import ask_if_behind
from tribodex.core.job.commands import Correct, FromPaper
from tribodex.core.job.decide import decide
from tribodex.core.job.facts import (
    CounterSigned,
    Event,
    Fact,
    JudgedAnew,
    NoteAdded,
    PointClosed,
    PointOpened,
)
from tribodex.core.job.job import Job
from tribodex.core.job.paper import moment_of, past
from tribodex.core.job.places import SHAFT
from tribodex.core.job.signing import SecondEyes
from tribodex.core.job.topic import Desk
from tribodex.core.procedure import Procedure
from tribodex.core.topics import HOUSE, desk, fold, taken_further
from tribodex.core.topics.prepare import TOPIC as PREPARE
from tribodex.core.topics.stop.pace import FIELD as PACE
from tribodex.core.topics.stop.pace import ask_if_hurried
from tribodex.core.topics.tapered import TOPIC as TAPERED
from tribodex.core.topics.tapered.commands import RevisePlan
from tribodex.core.topics.tapered.facts import TaperedPlanned
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.usecases.books import Reference
from tribodex.usecases.care import care_said
from tribodex.usecases.crib import gauges_of, with_cards
from tribodex.usecases.crib.shelves import FROM_CRIB, shelves_of
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning import make_plan
from tribodex.usecases.planning.listed import compared_again, says_a_bearing
from tribodex.usecases.planning.sleeves import seat_spec
from tribodex.usecases.ports import ConcurrentWriter, JobSummary, Store, Tap

TRIES = 5
# What somebody says of a job without working at it.
ASIDE = (NoteAdded, PointOpened, PointClosed, JudgedAnew, CounterSigned)
# Names that a line of a list holds, and its length.
FEW, LINE = 4, 120
# The procedure of a round: its stops are its places.
ROUND = "job-round"


@dataclass(frozen=True)
class Loaded:
    """A job with its log."""

    id: str
    log: Sequence[Event]
    job: Job

    def tapered(self, at: str = SHAFT) -> Tapered:
        """The drive-up at a place; where there is only one it need not be named."""
        return self.job.of(TAPERED, self.job.placed(at))


def procedures_of(reference: Reference, job: Job) -> dict[str, Procedure]:
    """The procedures that are pinned for a job: by place, and the shaft's own."""
    opened = job.opened
    found = (
        {SHAFT: reference.procedure(opened.procedure_id, opened.procedure_version)}
        if opened.procedure_id
        else {}
    )
    return found | {
        place.id: reference.procedure(place.procedure_id, place.procedure_version)
        for place in job.places
    }


def desk_of(reference: Reference, loaded: Loaded, at: str = SHAFT) -> Desk:
    """A job as topics see it."""
    return desk(loaded.job, procedures_of(reference, loaded.job), loaded.log, at, reference.books)


def load(store: Store, job_id: str) -> Loaded:
    """Read and fold a job. Raises NotFound."""
    log = store.events(job_id)
    if not log:
        raise NotFound("There is no such job here.")
    return Loaded(job_id, log, fold(log))


def plan_of(store: Store, reference: Reference, draft: PlanDraft, *, gauges: bool = True) -> Plan:
    """A plan with the crib's gauge sets and own cards; without `gauges` no gauge set is asked for
    yet.

    Raises InvalidInput with the fields to correct.
    """
    items = store.crib_items()
    return make_plan(with_cards(reference, items), gauges_of(items), draft, gauges=gauges)


@dataclass(frozen=True)
class LastPlan:
    """What was planned last for a position: the job's number and title, when, and what was given
    then.
    """

    number: int
    title: str
    opened_at: datetime
    given: dict[str, str]


def last_plan(store: Store, position_id: str) -> LastPlan | None:
    """The last job's plan at a position; None where there was none."""
    job_id = store.last_job(position_id)
    try:
        loaded = load(store, job_id) if job_id is not None else None
    except Refused:
        # Of a newer version: its plan cannot be read here.
        return None
    if loaded is None:
        return None
    opened = loaded.job.opened
    at = next(place.id for place in loaded.job.places if place.position_id == position_id)
    plan = next(
        (p.fact.plan for p in opened.plans if p.at == at and isinstance(p.fact, TaperedPlanned)),
        None,
    )
    if plan is None:
        return None
    known = {field.name for field in fields(PlanDraft)}
    return LastPlan(
        opened.number,
        opened.title,
        loaded.log[0].recorded_at,
        {k: v for k, v in plan.given.items() if k in known},
    )


def _inner(command: Any) -> Any:
    """What is said, also where it is said again or typed from paper."""
    match command:
        case Correct():
            return command.entry
        case FromPaper():
            return command.step
        case _:
            return command


def do(
    store: Store,
    reference: Reference,
    job_id: str,
    command: object,
    tap: Tap,
    *,
    recorded_at: datetime,
    at: str = SHAFT,
    meant: frozenset[str] = frozenset(),
    seen: int | None = None,
    second: str = "",
) -> Loaded:
    """Do one thing to a job, at a place of it. The same tap said twice is stored once. `meant`:
    fields that were read back, and are meant. `seen`: the last entry that the screen showed; None
    for a tap that waited, which nobody holds up. `second`: why somebody else signs too what is
    signed by this tap.

    Raises InvalidInput, Refused or NotFound; Busy when other devices keep writing at the same
    moment.
    """
    if not tap.actor.strip():
        raise InvalidInput.at("actor", "Who is at the bench? The log names everybody.", "a name")
    for attempt in range(TRIES):
        store.hold(job_id)
        loaded = load(store, job_id)
        known = next(
            (event for event in loaded.log if event.client_event_id == tap.client_event_id), None
        )
        if known is not None:
            if known.digest and tap.digest and known.digest != tap.digest:
                raise Refused(
                    "The id of this tap was used before for something else. Nothing was stored; tap"
                    " again."
                )
            return loaded
        if at:
            loaded.job.placed(at)
        if seen is not None and BEHIND not in meant:
            ask_if_behind(
                HOUSE,
                loaded.log,
                at or _only(loaded.job),
                command,
                tap.actor,
                seen=seen,
                now=recorded_at,
            )
        if isinstance(command, FromPaper):
            tap = replace(tap, happened_at=past(moment_of(command.done_at), recorded_at))
        here = replace(desk_of(reference, loaded, at), moment=tap.happened_at)
        if PACE not in meant and not isinstance(command, FromPaper):
            ask_if_hurried(here, command)
        if isinstance(_inner(command), FROM_CRIB):
            here = replace(here, books={**here.books, **shelves_of(store.crib_items())})
        if second:
            here = replace(here, books={**here.books, SecondEyes: SecondEyes(second)})
        said_at, facts = decide(here, command, meant)
        said = [(said_at, fact) for fact in facts]
        if says_a_bearing(facts):
            said += compared_again(store.machines(), here, _said_then(reference, loaded, said))
        try:
            return append(store, reference, job_id, loaded, said, tap=tap, recorded_at=recorded_at)
        except ConcurrentWriter:
            time.sleep(random.uniform(0.2, 1.0) * 0.02 * 2**attempt)
    raise Busy(
        "Other devices are writing to this job at the same moment. Nothing was stored; it is sent"
        " again by itself."
    )


def _only(job: Job) -> str:
    """The place of a job that has one."""
    return job.places[0].id if len(job.places) == 1 else SHAFT


def _said_then(reference: Reference, loaded: Loaded, said: Sequence[tuple[str, Fact]]) -> Desk:
    """The job as it will stand with these."""
    last = loaded.log[-1]
    log = [
        *loaded.log,
        *(
            replace(last, seq=last.seq + i, at=at, fact=fact)
            for i, (at, fact) in enumerate(said, 1)
        ),
    ]
    return desk_of(reference, Loaded(loaded.id, log, fold(log)))


def revise_plan(
    store: Store,
    reference: Reference,
    job_id: str,
    draft: PlanDraft,
    reason: str,
    *,
    tap: Tap,
    recorded_at: datetime,
    at: str = SHAFT,
) -> Loaded:
    """Change the plan of a bearing that has not been gauged. Raises as do().

    A method with another procedure takes a new job: the procedure of a place is pinned when the job
    is opened.
    """
    plan = plan_of(store, reference, draft)
    job = load(store, job_id).job
    if job.place(job.placed(at)).procedure_id not in (
        procedure_id(plan.method, whole=whole) for whole in (False, True)
    ):
        raise InvalidInput.at(
            "method",
            "This method works by another procedure than the job was opened with.",
            "give this job up and open a new one",
        )
    return do(
        store,
        reference,
        job_id,
        RevisePlan(plan, reason, _other_seat(reference, job, job.placed(at), plan)),
        tap,
        recorded_at=recorded_at,
        at=at,
    )


def _other_seat(reference: Reference, job: Job, at: str, plan: Plan) -> SeatSpec | None:
    """What the seat should measure by another plan; None where that stays as it is, or nobody
    measures it.
    """
    if job.of(PREPARE, at).planned is None:
        return None
    spec = seat_spec(reference, plan)
    return spec if spec != seat_spec(reference, job.of(TAPERED, at).plan) else None


def summary_of(reference: Reference, loaded: Loaded) -> JobSummary:
    """A job as lists show it."""
    opened, here = loaded.job.opened, desk_of(reference, loaded)
    tasks = rail.tasks(here)
    # A job that is over stands at its last stage.
    task = (None if loaded.job.signed else rail.present(here)) or tasks[-1]
    trade = list(dict.fromkeys(t.stage.id for t in tasks))
    labels = [
        fitted.bearing.label
        for place in loaded.job.places
        if (fitted := here.fitted(place.id)) is not None
    ]
    return JobSummary(
        id=loaded.id,
        number=opened.number,
        title=opened.title,
        machine=_short([loaded.job.machine]),
        position=_short([place.name for place in loaded.job.places]),
        bearing=_short(list(dict.fromkeys(labels))),
        stage=task.stage.title,
        stage_at=trade.index(task.stage.id) + 1,
        stage_of=len(trade),
        status=rail.status(here),
        events=len(loaded.log),
        who=who_has(loaded),
        updated_at=loaded.log[-1].recorded_at,
    )


def who_has(loaded: Loaded) -> str:
    """Who has a job: whom it was given to, else whoever worked at it last; who remarked on it or
    signed it too has it not.
    """
    if loaded.job.given_to:
        return loaded.job.given_to
    return next(
        (event.actor for event in reversed(loaded.log) if not isinstance(event.fact, ASIDE)),
        loaded.log[0].actor,
    )


def positions_of(job: Job) -> tuple[str, ...]:
    """The positions of the plant that a job is at; without those that are not in the plant yet."""
    return tuple(place.position_id for place in job.places if place.position_id)


def _short(names: Sequence[str]) -> str:
    """Names in a line of a list: all of a few, the first two of many; never longer than a line."""
    words = (
        " and ".join(names)
        if len(names) <= FEW
        else f"{names[0]}, {names[1]} and {len(names) - 2} more"
    )
    return words if len(words) <= LINE else f"{words[: LINE - 2]} …"


def append(
    store: Store,
    reference: Reference,
    job_id: str,
    before: Loaded | None,
    said: Sequence[tuple[str, Fact]],
    *,
    tap: Tap,
    recorded_at: datetime,
) -> Loaded:
    """Add facts of one tap, each at its place, and refresh the list. Raises ConcurrentWriter."""
    log = before.log if before is not None else ()
    start = log[-1].seq if log else 0
    # The tap's own id marks its last event: the earlier ones belong to it and share its id with a
    # counter.
    last = len(said) - 1
    added = [
        Event(
            seq=start + i + 1,
            client_event_id=tap.client_event_id if i == last else f"{tap.client_event_id}.{i}",
            at=at,
            fact=fact,
            actor=tap.actor.strip(),
            happened_at=tap.happened_at,
            recorded_at=recorded_at,
            digest=tap.digest,
        )
        for i, (at, fact) in enumerate(said)
    ]
    whole = [*log, *added]
    stood = positions_of(before.job) if before is not None else ()
    job = taken_further(before.job, before.log, added) if before is not None else fold(whole)
    made = Loaded(job_id, whole, job)
    stands = positions_of(job)
    came, left = (
        tuple(one for one in a if one not in b) for a, b in ((stands, stood), (stood, stands))
    )
    # What it said of a position that it is not at after all is taken back there.
    of_care = {
        **{one: [] for one in left},
        **care_said(job, None if came and before is not None else added),
    }
    store.append(
        job_id,
        added,
        summary_of(reference, made),
        came,
        of_care,
        round=job.opened.procedure_id == ROUND,
        left=left,
    )
    return made
