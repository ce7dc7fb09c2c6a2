"""What a bench asks for when it is looked at: figures with their working, targets, the plan as it
was given.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.places import SHAFT
from tribodex.core.job.today import judged_otherwise
from tribodex.core.topics import HOUSE, lineup, tapered, tell
from tribodex.core.topics.lineup.show import LineDrawing, drawing
from tribodex.core.working import Result, Verdict
from tribodex.usecases.bench import shown_task
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of
from tribodex.usecases.planning.cartridges import cartridge_figures
from tribodex.usecases.planning.kinds import cartridge_at, planned_at


@dataclass(frozen=True)
class PlaceFigures:
    """Figures of a task with their working; for a bearing also its targets and what was given for
    its plan.
    """

    at: str
    stage: str
    figures: tuple[Result, ...]
    targets: tuple[Result, ...]
    position_id: str
    given: dict[str, str]


def place_figures(
    reference: Reference, job: Loaded, at: str = SHAFT, stage: str = ""
) -> PlaceFigures:
    """The figures of a task. Raises NotFound."""
    desk = desk_of(reference, job)
    task = shown_task(desk, at, stage)
    here, topic = desk.here(task.at), HOUSE.by_stage.get(task.stage.id)
    figures = tuple(topic.figures(here, here.of(topic))) if topic is not None else ()
    if not task.at:
        whole = cartridge_at(job.job)
        return PlaceFigures(
            SHAFT,
            task.stage.id,
            figures,
            *((), "", {}) if whole is None else (cartridge_figures(whole[0]), "", whole[0].given),
        )
    plan = here.of(tapered.TOPIC).planned
    other = planned_at(job.job, task.at)
    targets, given = (plan.figures, plan.given) if plan is not None else ((), {})
    if other is not None:
        kind, made = other
        targets, given = kind.paper(made).figures, made.given
    return PlaceFigures(
        at=task.at,
        stage=task.stage.id,
        figures=figures,
        targets=targets,
        position_id=job.job.place(task.at).position_id,
        given=given,
    )


def shaft_of(reference: Reference, job: Loaded) -> LineDrawing:
    """The shaft of a job with its bearings, to draw."""
    desk = desk_of(reference, job)
    return drawing(desk, desk.job.of(lineup.TOPIC, SHAFT))


@dataclass(frozen=True)
class OtherwiseView:
    """Something that today's rules judge otherwise than it was signed: an entry, a stage, or the
    whole job where neither is named.
    """

    entry: int | None
    what: str
    where: str
    then: Verdict
    today: Verdict
    worse: bool


def otherwise_today(reference: Reference, job: Loaded) -> tuple[OtherwiseView, ...]:
    """Where today's rules part from what a record was signed with; empty for a job that nobody
    signed, and where nothing differs.
    """
    desk = desk_of(reference, job)
    found = judged_otherwise(desk)
    lines = (
        {event.seq: tell(event.fact) for event in job.log}
        if any(one.entry for one in found)
        else {}
    )
    return tuple(
        OtherwiseView(
            one.entry,
            lines[one.entry] if one.entry else one.stage or "Whole job",
            one.place,
            one.then,
            one.today,
            one.worse,
        )
        for one in found
    )
