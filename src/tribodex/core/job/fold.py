"""From a log to a job. Corrections and judgements made anew are applied, and what they replaced
stays readable.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from typing import Any, TypeVar

from tribodex.core.errors import Refused
from tribodex.core.job import facts
from tribodex.core.job.job import GatePassed, Job, Point
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import House

# Why a stage stands outside a job that was opened without it.
LEFT_OUT = "not covered by this job when it was opened"
F = TypeVar("F", bound=facts.Fact)
Apply = Callable[[House, Job, facts.Event, Any], None]
_APPLY: dict[type, Apply] = {}


def fold(house: House, events: Sequence[facts.Event]) -> Job:
    """Fold a log into a job.

    Raises Refused when the log does not begin with job_opened.
    """
    if not events or not isinstance(events[0].fact, facts.JobOpened):
        raise Refused("A job begins with job_opened.")
    opened = events[0].fact
    job = Job(opened, opened.places, opened.machine_id, opened.machine)
    job.aside = dict.fromkeys(opened.left_out, LEFT_OUT)
    for topic in house.topics:
        for at in [SHAFT] if topic.per_shaft else [place.id for place in job.places]:
            job.slices[topic.name, at] = topic.blank(None, "")
    changed: dict[int, facts.Event] = {}
    for event in events:
        said = event.fact
        if isinstance(said, facts.Corrected):
            job.corrections[said.target] = said
            changed[said.target] = event
        elif isinstance(said, facts.JudgedAnew):
            changed[said.target] = event
    as_is: dict[int, list[facts.AlarmAccepted]] = {}
    for event in events:
        said = event.fact
        if isinstance(said, facts.AlarmAccepted) and (
            (was := changed.get(said.entry)) is None or was.seq < event.seq
        ):
            as_is.setdefault(said.entry, []).append(said)
    for event in events:
        by = changed.get(event.seq)
        fact = event.fact if by is None else _replacement(by.fact)
        _take(house, job, event, fact, changed, as_is=as_is.get(event.seq, ()))
        if isinstance(event.fact, facts.Corrected) and job.signed and event.seq > job.signed_seq:
            job.changed_after_signing = True
        job.last_seq = event.seq
    return job


def taken_further(
    house: House, job: Job, log: Sequence[facts.Event], added: Sequence[facts.Event]
) -> Job:
    """The job after more entries, of a log that was folded into `job`, which nobody may use
    afterwards.

    What corrects an earlier entry is folded from the beginning; everything else costs no more than
    itself.
    """
    if any(
        isinstance(event.fact, facts.Corrected | facts.JudgedAnew | facts.AlarmAccepted)
        for event in added
    ):
        return fold(house, [*log, *added])
    for event in added:
        _take(house, job, event, event.fact, {})
        job.last_seq = event.seq
    return job


def _replacement(fact: facts.Fact) -> facts.Fact | None:
    assert isinstance(fact, facts.Corrected | facts.JudgedAnew)  # what changes an entry
    return fact.replacement


def _take(
    house: House,
    job: Job,
    event: facts.Event,
    fact: facts.Fact | None,
    changed: Mapping[int, facts.Event],
    *,
    as_is: Sequence[facts.AlarmAccepted] = (),
) -> None:
    """Take one entry as it now stands: into its slice, into the alarms, and as the newest of its
    kind.

    What was accepted by name weighs as a remark in its slice; the alarm stays readable, and says
    who.
    """
    job.proved.clear()
    job.effective[event.seq] = fact
    if fact is not None:
        taken = fact
        for one in as_is:
            taken = facts.accepted(taken, one.code, f"{one.name}: {one.reason}")
        _apply(house, job, event, taken)
        _sized(job, event, fact)
    if isinstance(fact, facts.AlarmAccepted):
        was = changed.get(fact.entry)
        job.alarms.accept(event, fact, was)
        if was is None or was.seq < event.seq:
            job.taken_as_is[fact.entry, fact.code] = f"{fact.name}: {fact.reason}"
        return
    topic = house.by_fact.get(type(event.fact))
    if topic is None:
        if fact is not None:
            job.newest.setdefault((type(fact), event.at), {})[fact.about()] = event.seq
        return
    at = SHAFT if topic.per_shaft else _placed(job, event.at)
    if fact is not None:
        job.newest.setdefault((type(fact), at), {})[fact.about()] = event.seq
    job.alarms.take(house, event, at, fact, changed.get(event.seq))


def _apply(house: House, job: Job, event: facts.Event, fact: facts.Fact) -> None:
    """Take one entry, as it now stands, into the job. Notes, corrections and what was judged anew
    change nothing by themselves.
    """
    found = _APPLY.get(type(fact))
    if found is not None:
        found(house, job, event, fact)
    elif (topic := house.by_fact.get(type(fact))) is not None:
        topic.fold(job.of(topic, _placed(job, event.at)), event, fact)


def _sized(job: Job, event: facts.Event, fact: facts.Fact, at: str = "") -> None:
    """What an entry says of the bearing's size; where another one was said before, since when."""
    said = fact.sizes()
    if said is None:
        return
    where = at or _placed(job, event.at)
    if job.sizes.get((type(fact), where), said) != said:
        job.sized_since[where] = event.seq
    job.sizes[type(fact), where] = said


def _placed(job: Job, at: str) -> str:
    # Entries older than places belong to the only one.
    return at or job.places[0].id


def _on(
    kind: type[F],
) -> Callable[
    [Callable[[House, Job, facts.Event, F], None]], Callable[[House, Job, facts.Event, F], None]
]:
    def register(
        function: Callable[[House, Job, facts.Event, F], None],
    ) -> Callable[[House, Job, facts.Event, F], None]:
        _APPLY[kind] = function
        return function

    return register


@_on(facts.JobOpened)
def _job_opened(house: House, job: Job, event: facts.Event, fact: facts.JobOpened) -> None:
    for planned in fact.plans:
        _sized(job, event, planned.fact, planned.at)
        if isinstance(planned.fact, facts.PlaceFitted):
            job.fitted[planned.at] = planned.fact
            continue
        topic = house.by_fact[type(planned.fact)]
        topic.fold(job.of(topic, planned.at), event, planned.fact)
        at = SHAFT if topic.per_shaft else planned.at
        job.newest.setdefault((type(planned.fact), at), {})[planned.fact.about()] = event.seq


@_on(facts.GateConfirmed)
def _gate_confirmed(_: House, job: Job, event: facts.Event, fact: facts.GateConfirmed) -> None:
    job.gates[fact.gate, event.at] = GatePassed(fact.items, event.actor)


@_on(facts.GateOverruled)
def _gate_overruled(_: House, job: Job, event: facts.Event, fact: facts.GateOverruled) -> None:
    job.gates[fact.gate, event.at] = GatePassed((), fact.name, fact)


@_on(facts.StepTicked)
def _step_ticked(_: House, job: Job, event: facts.Event, fact: facts.StepTicked) -> None:
    ticks = job.ticked.setdefault((fact.stage, event.at), {})
    if fact.done:
        ticks[fact.step] = event.actor
    else:
        ticks.pop(fact.step, None)


@_on(facts.StageSetAside)
def _stage_set_aside(_: House, job: Job, event: facts.Event, fact: facts.StageSetAside) -> None:
    job.aside[fact.stage, event.at] = fact.reason


@_on(facts.StageTakenUp)
def _stage_taken_up(_: House, job: Job, event: facts.Event, fact: facts.StageTakenUp) -> None:
    job.aside.pop((fact.stage, event.at), None)


@_on(facts.Restarted)
def _restarted(house: House, job: Job, event: facts.Event, fact: facts.Restarted) -> None:
    topic = house.by_name[fact.topic]
    at = SHAFT if topic.per_shaft else _placed(job, event.at)
    job.slices[topic.name, at] = topic.blank(job.of(topic, at), fact.reason)
    job.begun[topic.name, at] = event.seq
    job.alarms.begin_again(event, topic.name, at)


@_on(facts.PaperStep)
def _paper_step(_: House, job: Job, event: facts.Event, fact: facts.PaperStep) -> None:
    job.paper.update((event.seq + i, fact.done_by) for i in range(1, fact.entries + 1))


@_on(facts.PaperSaid)
def _paper_said(_: House, job: Job, event: facts.Event, fact: facts.PaperSaid) -> None:
    job.paper_said = fact


@_on(facts.Stated)
def _stated(_: House, job: Job, event: facts.Event, fact: facts.Stated) -> None:
    job.stated[fact.what, event.at] = fact


@_on(facts.Corrected)
def _corrected(_: House, job: Job, event: facts.Event, fact: facts.Corrected) -> None:
    """A size that was said right afterwards counts from now: what was worked out by the wrong one
    stands in front of it.
    """
    if fact.replacement is None or fact.replacement.sizes() is None:
        return
    for (kind, at), newest in job.newest.items():
        if kind is type(fact.replacement) and fact.target in newest.values():
            job.sized_since[at] = event.seq


@_on(facts.PlaceFitted)
def _place_fitted(_: House, job: Job, event: facts.Event, fact: facts.PlaceFitted) -> None:
    job.fitted[_placed(job, event.at)] = fact


@_on(facts.PositionGiven)
def _position_given(_: House, job: Job, event: facts.Event, fact: facts.PositionGiven) -> None:
    at = _placed(job, event.at)
    job.places = tuple(
        replace(place, position_id=fact.position_id, name=fact.name) if place.id == at else place
        for place in job.places
    )
    job.machine_id, job.machine = fact.machine_id, fact.machine


@_on(facts.PointOpened)
def _point_opened(_: House, job: Job, event: facts.Event, fact: facts.PointOpened) -> None:
    job.open_points[event.seq] = Point(event.seq, fact.text, blocks=fact.blocks, at=event.at)


@_on(facts.PointClosed)
def _point_closed(_: House, job: Job, __: facts.Event, fact: facts.PointClosed) -> None:
    if point := job.open_points.pop(fact.point, None) or job.closed_points.get(fact.point):
        point.closed = fact.how
        job.closed_points[fact.point] = point


@_on(facts.Signed)
def _signed(_: House, job: Job, event: facts.Event, fact: facts.Signed) -> None:
    job.signed, job.signed_at, job.signed_seq = fact, event.recorded_at, event.seq
    job.changed_after_signing = False
    job.counter_signed = job.counter_signed_at = None


@_on(facts.CounterSigned)
def _counter_signed(_: House, job: Job, event: facts.Event, fact: facts.CounterSigned) -> None:
    job.counter_signed, job.counter_signed_at = fact, event.recorded_at


@_on(facts.HandedOver)
def _handed_over(_: House, job: Job, __: facts.Event, fact: facts.HandedOver) -> None:
    job.given_to = fact.to


@_on(facts.Abandoned)
def _abandoned(_: House, job: Job, __: facts.Event, fact: facts.Abandoned) -> None:
    job.abandoned = fact
