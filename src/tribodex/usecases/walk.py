"""A round as it is walked: every stop with what is due there, so that it can be done without a
network.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.errors import NotFound
from tribodex.core.job import rail
from tribodex.core.topics import stop
from tribodex.core.topics.stop.show import StopWork
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import ROUND, Loaded, desk_of

SET_OUT = "set_out"


@dataclass(frozen=True)
class SetOutStep:
    """A step before setting out."""

    step: str
    done: bool


@dataclass(frozen=True)
class Walk:
    """A round with all its stops. `grease_g`: what all strokes of it come to; None where one of
    them is not known.
    """

    id: str
    number: int
    title: str
    routes: str
    status: str
    set_out: tuple[SetOutStep, ...]
    stops: tuple[StopWork, ...]
    left: int
    grease_g: float | None
    may_sign: bool
    last_seq: int


def walk(reference: Reference, loaded: Loaded) -> Walk:
    """A round as it stands. Raises NotFound for a job that is none."""
    job = loaded.job
    if job.opened.procedure_id != ROUND:
        raise NotFound("This job is no round.")
    desk = desk_of(reference, loaded)
    stops = tuple(
        stop.TOPIC.view(desk.here(place.id), job.of(stop.TOPIC, place.id)) for place in job.places
    )
    task = next(task for task in rail.tasks(desk) if task.stage.id == SET_OUT)
    ticks = job.ticks(SET_OUT, task.at)
    plans = [job.of(stop.TOPIC, place.id).plan for place in job.places]
    amounts = [plan.amount_g for plan in plans if plan is not None and plan.strokes is not None]
    left = sum(stop.state == "open" for stop in stops)
    return Walk(
        id=loaded.id,
        number=job.opened.number,
        title=job.opened.title,
        routes=job.opened.machine,
        status=rail.status(desk),
        set_out=tuple(SetOutStep(step, step in ticks) for step in rail.steps_of(desk, task)),
        stops=stops,
        left=left,
        grease_g=(
            round(sum(amount for amount in amounts if amount is not None), 1)
            if amounts and None not in amounts
            else None
        ),
        may_sign=left == 0 and not job.closed,
        last_seq=job.last_seq,
    )
