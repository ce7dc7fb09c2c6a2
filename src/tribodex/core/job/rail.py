"""The rail: every stage of the job in the trade's order, shaft stages once, place stages once for
each bearing, and how each stands.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Proof, proofs
from tribodex.core.job.topic import Desk, Task, Topic
from tribodex.core.lineup.floating import Floats
from tribodex.core.procedure import Gate, Stage, texts_for
from tribodex.core.procedure.labels import TRADE_STAGES
from tribodex.core.working import Level

# The gate of isolation, and the trades that are no work with a hand in the machine.
ISOLATED, RUNNING = "safe", frozenset({"run_in", "keep"})
DONE, NOW, AHEAD, ASIDE = "done", "now", "ahead", "aside"


def tasks(desk: Desk) -> list[Task]:
    """Every stage at every place, in the order of work: the fixed bearing before the floating
    one."""
    # A bearing that is held is mounted first (common practice, no source).
    ranked = sorted(desk.job.places, key=lambda place: desk.floats(place.id) is not Floats.HELD)
    rank: dict[str, float] = {place.id: i for i, place in enumerate(ranked)}
    of_shaft = {"": -1.0, "between": 0.5, "after": float(len(ranked))}
    found = [
        (
            TRADE_STAGES.index(stage.trade),
            of_shaft[stage.turn] if at == SHAFT else rank[at],
            i,
            Task(stage, at),
        )
        for at, procedure in desk.procedures.items()
        for i, stage in enumerate(procedure.stages)
    ]
    return [task for *_, task in sorted(found, key=lambda entry: entry[:3])]


def unproven(desk: Desk, topic: Topic[Any], at: str, stage: str = "") -> list[Proof]:
    """What of a topic's work at a place is not shown yet, of one stage or of all; what is only due
    later is not asked for.
    """
    asked = [
        proof
        for proof in proofs(desk, topic, at)
        if not proof.claim.due and (not stage or proof.claim.stage == stage)
    ]
    return [proof for proof in asked if not proof.proven]


def stands(desk: Desk, task: Task) -> str:
    """How a task stands: done, now, ahead or set aside. Stages that do not hang on each other may
    be “now” at the same time.
    """
    stage, here = task.stage, desk.here(task.at)
    if (stage.id, task.at) in desk.job.aside:
        return ASIDE
    topic = desk.house.by_stage.get(stage.id)
    if topic is None:
        if desk.paper or desk.job.paper_said is not None:
            # Done on paper: nothing was gated or ticked here, and page one says so.
            return DONE
        gates = [gate for gate in stage.gates if gate.stands_for(here.conditions(task.at))]
        steps = steps_of(here, task) if stage.ticks else ()
        ticks = desk.job.ticks(stage.id, task.at)
        open_gate = any(
            desk.job.gate_passed(gate.id, task.at) is None
            for gate in gates
            if gate.id != ISOLATED or isolation_asked(desk, None)
        )
        return NOW if open_gate or any(step not in ticks for step in steps) else DONE
    left = {proof.claim.stage for proof in unproven(desk, topic, task.at)}
    if stage.id not in left:
        return DONE
    # Of a topic's own stages the first that is not shown is the one its work is at.
    first = next(
        known for known in topic.stages if known in left and (known, task.at) not in desk.job.aside
    )
    return NOW if first == stage.id else AHEAD


def steps_of(desk: Desk, task: Task) -> tuple[str, ...]:
    """The steps of a task, as they stand for what is planned."""
    return texts_for(task.stage.steps, desk.conditions(task.at))


def gates_up_to(desk: Desk, stage_id: str, at: str) -> Iterator[tuple[Gate, str]]:
    """Gates that name no step, up to and including a stage of a place, that are not passed, with
    their places.

    Gates of the shaft's stages count as far as they come before that stage in the trade's order. A
    firm one stands whether or not its stage is left out: a job that does not cover “make safe” is
    still work at a machine.
    """
    every = tasks(desk)
    last = next(
        (task for task in every if task.stage.id == stage_id and task.at in (SHAFT, at)), None
    )
    # Many stages share a place; what holds there is asked of every topic.
    holds = {
        place: desk.conditions(place)
        for place in {SHAFT, at}
        if any(task.at == place and task.stage.gates for task in every)
    }
    for task in every:
        if task.at not in holds or not task.stage.gates:
            if task == last:
                break
            continue
        left_out = (task.stage.id, task.at) in desk.job.aside
        conditions = holds[task.at]
        for gate in task.stage.gates:
            if (
                gate.before
                or (left_out and not gate.firm)
                or (gate.id == ISOLATED and not isolation_asked(desk, last))
            ):
                continue
            if desk.job.gate_passed(gate.id, task.at) is None and gate.stands_for(conditions):
                yield gate.for_plan(conditions), task.at
        if task == last:
            break


def isolation_asked(desk: Desk, task: Task | None) -> bool:
    """Whether isolation stands before a task: before work at the machine, never as a condition of
    running it.
    """
    return not desk.job.opened.off_machine and not (
        task is not None and task.stage.trade in RUNNING
    )


def gate_due(desk: Desk, stage_id: str, at: str) -> tuple[Gate, str] | None:
    """The first gate, up to and including a stage of a place, that is not passed, with its
    place."""
    return next(gates_up_to(desk, stage_id, at), None)


def held(desk: Desk, stage: Stage, at: str) -> str:
    """Why a stage must not begin: an open point that blocks it; empty when nothing holds it."""
    for point in desk.job.open_points.values():
        if point.blocks in (stage.id, stage.trade) and point.at in (SHAFT, at):
            return f"Open point {point.number}: {point.text}"
    return ""


def present(desk: Desk) -> Task | None:
    """The task whose work is next; None when there is nothing left but to sign."""
    return next((task for task in tasks(desk) if stands(desk, task) == NOW), None)


def status(desk: Desk) -> str:
    """A word for lists: open, stopped, to counter-sign, signed or abandoned."""
    if desk.job.abandoned:
        return "abandoned"
    if desk.job.wants_second:
        return "to counter-sign"
    if desk.job.signed:
        return "signed"
    if desk.job.alarms.still:
        return "stopped"
    return (
        "stopped"
        if any(
            p.level is Level.STOP for topic, at in desk.in_use() for p in proofs(desk, topic, at)
        )
        else "open"
    )


def tick_move(desk: Desk, task: Task) -> Move:
    """The next step of a stage that is a list of ticks."""
    here, stage = desk.here(task.at), task.stage
    ticks = desk.job.ticks(stage.id, task.at)
    todo = [step for step in steps_of(here, task) if step not in ticks] if stage.ticks else []
    if todo:
        return Move(
            Ask.TICK,
            todo[0],
            f"{stage.question} {len(ticks)} of {len(ticks) + len(todo)} steps are done.",
        )
    return Move(Ask.NOTHING, f"{stage.title} is done", stage.question)
