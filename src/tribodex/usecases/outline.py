"""What stays the same from tap to tap: the names of a job's stages, their steps and cautions.
Fetched once, kept on the device.
"""

from __future__ import annotations

from dataclasses import dataclass
from hashlib import blake2s

from tribodex.core.job import rail
from tribodex.core.job.topic import Desk
from tribodex.core.procedure import Step, texts_for
from tribodex.core.procedure.labels import TRADE_STAGES, TRADE_TITLES
from tribodex.core.procedure.put_right import shown
from tribodex.core.topics import HOUSE
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of


@dataclass(frozen=True)
class OutlinedTask:
    """A stage at a place: its name, what to do in order, and what can hurt."""

    stage: str
    at: str
    title: str
    steps: tuple[str, ...]
    cautions: tuple[str, ...]
    # Drawings of the work, by their names.
    pictures: tuple[str, ...]


@dataclass(frozen=True)
class OutlinedStage:
    """A stage of the trade, with the question it answers, and its tasks at the shaft or at each
    bearing.
    """

    id: str
    title: str
    question: str
    tasks: tuple[OutlinedTask, ...]


@dataclass(frozen=True)
class Outline:
    """A job's stages in the trade's order. `standing_above` says what comes before this program;
    `mark` is the one that the bench names.
    """

    mark: str
    stages: tuple[OutlinedStage, ...]
    standing_above: tuple[str, ...]


def outline(reference: Reference, job: Loaded) -> Outline:
    """The outline of a job as it stands for what is planned."""
    return outline_of(desk_of(reference, job))


def outline_of(desk: Desk) -> Outline:
    """The outline that a desk has."""
    conditions = {at: desk.conditions(at) for at in desk.procedures}
    every = rail.tasks(desk)
    stages = []
    for trade in TRADE_STAGES:
        own = [task for task in every if task.stage.trade == trade]
        if not own:
            continue
        title = (
            own[0].stage.title if len({task.stage.id for task in own}) == 1 else TRADE_TITLES[trade]
        )
        tasks = tuple(
            OutlinedTask(
                task.stage.id,
                task.at,
                task.stage.title,
                # Steps that are ticked off one by one stand among the work itself.
                (
                    ()
                    if task.stage.ticks and task.stage.id not in HOUSE.by_stage
                    else _shown(task.stage.steps, conditions[task.at])
                ),
                _shown(task.stage.cautions, conditions[task.at]),
                texts_for(task.stage.pictures, conditions[task.at]),
            )
            for task in own
        )
        stages.append(OutlinedStage(trade, title, own[0].stage.question, tasks))
    return Outline(
        mark_of(desk),
        tuple(stages),
        tuple(dict.fromkeys(p.standing_above for p in desk.procedures.values())),
    )


def _shown(steps: tuple[Step, ...], conditions: frozenset[str]) -> tuple[str, ...]:
    return tuple(shown(text) for text in texts_for(steps, conditions))


def mark_of(desk: Desk) -> str:
    """Which outline holds: it changes only when another procedure or other conditions do, as after
    a revised plan.
    """
    pinned = sorted(
        (at, p.id, p.version, *sorted(desk.conditions(at))) for at, p in desk.procedures.items()
    )
    return blake2s(repr(pinned).encode(), digest_size=4).hexdigest()
