"""What may follow: a command against a job gives facts, or a refusal that says why."""

from __future__ import annotations

from typing import Any

from tribodex.core.errors import Field, InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.correct import correct
from tribodex.core.job.gates import confirm, named, overrule, pass_gates, text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.rail import held, left_open, steps_of, tasks
from tribodex.core.job.topic import Desk, Task

# A signed record still takes remarks, points and corrections, and may be signed again after a correction.
AFTER_SIGNING = (cmd.AddNote, cmd.OpenPoint, cmd.ClosePoint, cmd.Correct, cmd.Sign)


def decide(desk: Desk, command: Any) -> tuple[str, list[facts.Fact]]:
    """Facts that the command adds to the log, and the place they belong to.

    Raises InvalidInput for a value out of range, Refused for a step out of place, NotFound for a name unknown.
    """
    job = desk.job
    if job.abandoned and not isinstance(command, cmd.AddNote):
        raise Refused("This job was abandoned; its record stays. Open a new job to go on.")
    if job.signed and not isinstance(command, AFTER_SIGNING):
        raise Refused("This job is signed. A correction or a note can still be added; for more work open a new job.")
    topic = desk.house.by_command.get(type(command))
    if topic is None:
        return _kernel(desk, command)
    at = SHAFT if topic.per_shaft else job.placed(desk.at)
    here = desk.here(at)
    return at, list(topic.decide(here, here.of(topic), command))


def _kernel(desk: Desk, command: Any) -> tuple[str, list[facts.Fact]]:
    match command:
        case cmd.ConfirmGate():
            return desk.gate(command.gate)[1], confirm(desk, command)
        case cmd.OverruleGate():
            return desk.gate(command.gate)[1], overrule(desk, command)
        case cmd.Correct():
            return desk.at, correct(desk, command, decide)
        case cmd.TickStep() | cmd.SetStageAside() | cmd.TakeStageUp():
            task = _task(desk, command.stage)
            return task.at, [_at_stage(desk.here(task.at), task, command)]
        case _:
            return desk.at, [_for_all(desk, command)]


def _for_all(desk: Desk, command: Any) -> facts.Fact:
    job = desk.job
    match command:
        case cmd.AddNote():
            return facts.NoteAdded(text(command.text, "text", "a remark"))
        case cmd.OpenPoint():
            if command.blocks and not any(command.blocks in (task.stage.id, task.stage.trade) for task in tasks(desk)):
                raise InvalidInput.at("blocks", f"This job has no stage “{command.blocks}”.", "a stage of this job, or empty")
            return facts.PointOpened(text(command.text, "text", "what is left to do"), command.blocks)
        case cmd.ClosePoint():
            if command.point not in job.open_points:
                raise NotFound(f"There is no open point {command.point}.")
            by = command.accepted_by.strip()
            how = text(command.how, "how", "why it may stay so" if by else "how it was settled")
            return facts.PointClosed(command.point, f"accepted by {by}: {how}" if by else how)
        case cmd.Sign():
            return _sign(desk, command)
        case cmd.Abandon():
            return facts.Abandoned(*named(command.name, command.reason))
        case _:
            raise InvalidInput.at("kind", f"Nothing here takes “{facts.kind_of(type(command))}”.", ", ".join(desk.house.commands))


def _task(desk: Desk, stage_id: str) -> Task:
    """The stage of this place or of the shaft. Raises NotFound."""
    for task in tasks(desk):
        if task.stage.id == stage_id and task.at in (SHAFT, desk.at or (desk.job.places[0].id if len(desk.job.places) == 1 else SHAFT)):
            return task
    raise NotFound(f"This job has no stage “{stage_id}” here.")


def _at_stage(desk: Desk, task: Task, command: Any) -> facts.Fact:
    job, stage = desk.job, task.stage
    match command:
        case cmd.TickStep():
            if not stage.ticks or command.step not in steps_of(desk, task):
                raise InvalidInput.at("step", f"“{stage.title}” has no step of these words to tick off.", "; ".join(steps_of(desk, task)))
            if command.done == (command.step in job.ticks(stage.id, task.at)):
                raise Refused("This step is ticked off already." if command.done else "This step is not ticked off.")
            if command.done:
                pass_gates(desk, stage.id)
                if why := held(desk, stage, task.at):
                    raise Refused(f"{stage.title} is held back. {why}")
            return facts.StepTicked(stage.id, command.step, command.done)
        case cmd.SetStageAside():
            topic = desk.house.by_stage.get(stage.id)
            if stage.firm or (topic is not None and not topic.optional):
                raise Refused(f"“{stage.title}” belongs to every job of this kind.")
            if (stage.id, task.at) in job.aside:
                raise Refused(f"“{stage.title}” is set aside already.")
            return facts.StageSetAside(stage.id, text(command.reason, "reason", "why it is no part of this job"))
        case _:
            if (stage.id, task.at) not in job.aside:
                raise Refused(f"“{stage.title}” is not set aside.")
            return facts.StageTakenUp(stage.id)


def _sign(desk: Desk, command: cmd.Sign) -> facts.Signed:
    job = desk.job
    missing = [
        Field(field, "A record is signed by name.", expected)
        for field, value, expected in (("name", command.name, "who signs"), ("role", command.role, "for example fitter, supervisor"))
        if not value.strip()
    ]
    if missing:
        raise InvalidInput("A record is signed by name.", *missing)
    if job.signed and not job.changed_after_signing:
        raise Refused("The record is signed already, and nothing was corrected since.")
    for topic, at in desk.in_use():
        here = desk.here(at)
        if why := topic.unfinished(here, here.of(topic)):
            raise Refused(why if len(job.places) == 1 or not at else f"{job.place(at).name}: {why}")
    return facts.Signed(command.name.strip(), command.role.strip(), tuple(left_open(desk)))
