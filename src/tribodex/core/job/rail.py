"""The rail: every stage of the job in the trade's order, shaft stages once, place stages once for each bearing, and how each stands."""

from __future__ import annotations

from tribodex.core.job.moves import Ask, Ending, Move
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk, Task
from tribodex.core.lineup.floating import Floats
from tribodex.core.procedure import TRADE_STAGES, Gate, Stage, texts_for

# Open points that are said where the record is signed; all of them stand in it.
SAID = 4
DONE, NOW, AHEAD, ASIDE = "done", "now", "ahead", "aside"


def tasks(desk: Desk) -> list[Task]:
    """Every stage at every place, in the order of work: the fixed bearing before the floating one."""
    # A bearing that is held is mounted first (common practice, no source).
    ranked = sorted(desk.job.places, key=lambda place: desk.floats(place.id) is not Floats.HELD)
    rank: dict[str, float] = {place.id: i for i, place in enumerate(ranked)}
    of_shaft = {"": -1.0, "between": 0.5, "after": float(len(ranked))}
    found = [
        (TRADE_STAGES.index(stage.trade), of_shaft[stage.turn] if at == SHAFT else rank[at], i, Task(stage, at))
        for at, procedure in desk.procedures.items()
        for i, stage in enumerate(procedure.stages)
    ]
    return [task for *_, task in sorted(found, key=lambda entry: entry[:3])]


def stands(desk: Desk, task: Task) -> str:
    """How a task stands: done, now, ahead or set aside. Stages that do not hang on each other may be “now” at the same time."""
    stage, here = task.stage, desk.here(task.at)
    if (stage.id, task.at) in desk.job.aside:
        return ASIDE
    topic = desk.house.by_stage.get(stage.id)
    if topic is None:
        gates = [gate for gate in stage.gates if gate.stands_for(here.conditions(task.at))]
        steps = steps_of(here, task) if stage.ticks else ()
        ticks = desk.job.ticks(stage.id, task.at)
        open_gate = any(desk.job.gate_passed(gate.id, task.at) is None for gate in gates)
        return NOW if open_gate or any(step not in ticks for step in steps) else DONE
    now = topic.stands(here, here.of(topic))
    if now is None:
        return DONE
    own = [known.id for known in desk.procedures[task.at].stages if known.id in topic.stages]
    if now not in own:
        return AHEAD
    return {-1: DONE, 0: NOW, 1: AHEAD}[(own.index(stage.id) > own.index(now)) - (own.index(stage.id) < own.index(now))]


def steps_of(desk: Desk, task: Task) -> tuple[str, ...]:
    """The steps of a task, as they stand for what is planned."""
    return texts_for(task.stage.steps, desk.conditions(task.at))


def gate_due(desk: Desk, stage_id: str, at: str) -> tuple[Gate, str] | None:
    """The first gate, up to and including a stage of a place, that is not passed, with its place.

    Gates of the shaft's stages count as far as they come before that stage in the trade's order.
    """
    last = next((task for task in tasks(desk) if task.stage.id == stage_id and task.at in (SHAFT, at)), None)
    for task in tasks(desk):
        if task.at not in (SHAFT, at):
            continue
        if (task.stage.id, task.at) not in desk.job.aside:
            conditions = desk.conditions(task.at)
            for gate in task.stage.gates:
                if desk.job.gate_passed(gate.id, task.at) is None and gate.stands_for(conditions):
                    return gate.for_plan(conditions), task.at
        if task == last:
            break
    return None


def held(desk: Desk, stage: Stage, at: str) -> str:
    """Why a stage must not begin: an open point that blocks it, or what another topic says; empty when nothing holds it."""
    for point in desk.job.open_points.values():
        if point.blocks in (stage.id, stage.trade) and point.at in (SHAFT, at):
            return f"Open point {point.number}: {point.text}"
    for topic, place in desk.in_use():
        # What is wrong at any bearing holds a stage of the whole shaft.
        if at == SHAFT or place in (SHAFT, at):
            here = desk.here(place if at == SHAFT else at)
            if why := topic.holds(here, desk.job.of(topic, place), stage.id):
                return why if at != SHAFT or place == SHAFT or len(desk.job.places) == 1 else f"{desk.job.place(place).name}: {why}"
    return ""


def present(desk: Desk) -> Task | None:
    """The task whose work is next; None when there is nothing left but to sign."""
    return next((task for task in tasks(desk) if stands(desk, task) == NOW), None)


def move_at(desk: Desk, task: Task) -> Move:
    """What to do next at a task, whether or not it is its turn."""
    here, stage = desk.here(task.at), task.stage
    topic = desk.house.by_stage.get(stage.id)
    due = gate_due(desk, topic.gates_of.get(stage.id, stage.id) if topic is not None else stage.id, task.at)
    if due is not None:
        return Move(Ask.CONFIRM, due[0].title, due[0].why, gate=due[0].id)
    if (task.stage.id, task.at) in desk.job.aside:
        return Move(Ask.NOTHING, f"{stage.title}: set aside", f"{desk.job.aside[task.stage.id, task.at]} It can be taken up again.")
    if (why := held(desk, stage, task.at)) and stands(desk, task) != DONE:
        return Move(Ask.HELD, f"Stop: {stage.title.lower()} is held back", why)
    if topic is not None:
        return topic.move(here, here.of(topic))
    ticks = desk.job.ticks(stage.id, task.at)
    todo = [step for step in steps_of(here, task) if step not in ticks] if stage.ticks else []
    if todo:
        return Move(Ask.TICK, todo[0], f"{stage.question} {len(ticks)} of {len(ticks) + len(todo)} steps are done.")
    return Move(Ask.NOTHING, f"{stage.title} is done", stage.question)


def next_move(desk: Desk) -> Move:
    """The one next move of the job: the first task that is not done, else to sign."""
    job = desk.job
    if job.abandoned:
        return Move(Ask.NOTHING, "This job was abandoned", f"{job.abandoned.name}: {job.abandoned.reason}. Its record stays.")
    if job.signed and not job.changed_after_signing:
        return Move(Ask.NOTHING, "Signed", f"{job.signed.name}, {job.signed.role}. The record can be printed.")
    task = present(desk)
    return move_at(desk, task) if task is not None else sign_move(desk)


def left_open(desk: Desk) -> list[str]:
    """What a record that is signed now has open: points, parts still in, joints not at torque."""
    found = [point.text for point in desk.job.open_points.values()]
    for topic, at in desk.in_use():
        here = desk.here(at)
        found += topic.listed(here, here.of(topic))
    return found


def sign_move(desk: Desk) -> Move:
    """To sign, with the word that each place ended with; where one is not in order that is said first."""
    job = desk.job
    endings: list[tuple[str, Ending]] = []
    for topic, at in desk.in_use():
        here = desk.here(at)
        if (ending := topic.ending(here, here.of(topic))) is not None:
            endings.append((at, ending))
    bad = next((ending.bad for _, ending in endings if ending.bad is not None), None)
    if bad is not None:
        return bad
    left = left_open(desk)
    many = f"{len(left)} open point{'s' if len(left) != 1 else ''}"
    points = f" {many} will stand in the record: {'; '.join(left[:SAID])}{' …' if len(left) > SAID else '.'}" if left else ""
    if len(endings) > 1:
        said = "; ".join(f"{job.place(at).name}: {ending.word}" for at, ending in endings)
    else:
        said = f"The final check is {endings[0][1].word if endings else 'checked'}"
    again = "Something was corrected after signing: sign again." if job.changed_after_signing else "Sign the record"
    return Move(Ask.SIGN, again, f"{said}.{points}", "Signing does not clear the machine for service; the site's own procedure does.")


def status(desk: Desk) -> str:
    """A word for lists: open, stopped, signed or abandoned."""
    if desk.job.abandoned:
        return "abandoned"
    if desk.job.signed:
        return "signed"
    return "stopped" if any(topic.stopped(desk.job.of(topic, at)) for topic, at in desk.in_use()) else "open"
