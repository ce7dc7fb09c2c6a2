"""What may follow: a command against a job gives facts, or a refusal that says why."""

from __future__ import annotations

from typing import Any

from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.correct import correct
from tribodex.core.job.fitted import place_fitted
from tribodex.core.job.gates import ask_gates, confirm, named, overrule, pass_gates, text
from tribodex.core.job.needs import ask_needs
from tribodex.core.job.paper import from_paper, said_of_paper
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import What
from tribodex.core.job.rail import held, steps_of, tasks
from tribodex.core.job.readback import read_back
from tribodex.core.job.signing import counter_sign, sign
from tribodex.core.job.topic import Desk, Task, Topic
from tribodex.core.job.undo import undo
from tribodex.core.units.known import KnownSizes
from tribodex.core.working import Level

# A signed record still takes remarks, points and corrections, and may be signed again after a
# correction.
AFTER_SIGNING = (
    cmd.AddNote,
    cmd.OpenPoint,
    cmd.ClosePoint,
    cmd.Correct,
    cmd.Sign,
    cmd.CounterSign,
    cmd.HandOver,
    cmd.GivePosition,
)


def decide(
    desk: Desk, command: Any, meant: frozenset[str] = frozenset()
) -> tuple[str, list[facts.Fact]]:
    """Facts that the command adds to the log, and the place they belong to. `meant`: fields whose
    number was read back and is meant.

    Asked in this order: gates, points that hold, needs, what the topic itself refuses, numbers that
    are not expected. In a correction the last two alone. Raises InvalidInput for a value out of
    range, Refused for a step out of place, NotFound for a name unknown.
    """
    job = desk.job
    if job.abandoned and not isinstance(command, cmd.AddNote):
        raise Refused("This job was abandoned; its record stays. Open a new job to go on.")
    if job.signed and not isinstance(command, AFTER_SIGNING):
        raise Refused(
            "This job is signed. A correction or a note can still be added; for more work open a"
            " new job."
        )
    topic = desk.house.by_command.get(type(command))
    if topic is None:
        return _kernel(desk, command, meant)
    at = SHAFT if topic.per_shaft else job.placed(desk.at)
    here = desk.here(at)
    if not desk.correcting:
        ask_gates(here, topic, command)
        _ask_points(here, topic, command)
        ask_needs(here, topic, command)
    made = list(topic.decide(here, here.of(topic), command))
    # What cannot be is refused by the topic; what can be and is not expected is read back.
    read_back(here, topic, command, meant)
    return at, made


def _ask_points(desk: Desk, topic: Topic[Any], command: Any) -> None:
    """Raises Refused where an open point holds back what a command belongs to."""
    stage_id = topic.held.get(type(command))
    stage = next((stage for stage in desk.procedures[desk.at].stages if stage.id == stage_id), None)
    if stage is not None and (why := held(desk, stage, desk.at)):
        raise Refused(f"“{stage.title}” is held back. {why}")


def _kernel(desk: Desk, command: Any, meant: frozenset[str]) -> tuple[str, list[facts.Fact]]:
    match command:
        case cmd.ConfirmGate():
            return desk.gate(command.gate)[1], confirm(desk, command)
        case cmd.OverruleGate():
            return desk.gate(command.gate)[1], overrule(desk, command)
        case cmd.Correct():
            return desk.at, correct(desk, command, lambda then, entry: decide(then, entry, meant))
        case cmd.Undo():
            return undo(desk, command)
        case cmd.FromPaper():
            return from_paper(desk, command, meant)
        case cmd.StateDone():
            at = desk.at if desk.at or len(job_places(desk)) > 1 else job_places(desk)[0]
            return at, [_stated(command)]
        case cmd.SayFitted():
            at = desk.job.placed(desk.at)
            if not desk.correcting and any(
                not topic.per_shaft and topic.fitted(desk.job.of(topic, at)) is not None
                for topic in desk.house.topics
            ):
                raise Refused("What is fitted here follows from its plan: change the plan.")
            said = desk.job.fitted.get(at)
            # Where nobody knew which bearing it is, only a seal is changed, and its shaft may be
            # corrected alone.
            needed = said is None or said.bearing is not None
            return at, [place_fitted(command, desk.book(KnownSizes), bearing_needed=needed)]
        case cmd.GivePosition():
            at = desk.job.placed(desk.at)
            return at, [_position_given(desk, at, command)]
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
            if command.blocks and not any(
                command.blocks in (task.stage.id, task.stage.trade) for task in tasks(desk)
            ):
                raise InvalidInput.at(
                    "blocks",
                    f"This job has no stage “{command.blocks}”.",
                    "a stage of this job, or empty",
                )
            return facts.PointOpened(
                text(command.text, "text", "what is left to do"), command.blocks
            )
        case cmd.ClosePoint():
            if command.point not in job.open_points:
                raise NotFound(f"There is no open point {command.point}.")
            by = command.accepted_by.strip()
            how = text(command.how, "how", "why it may stay so" if by else "how it was settled")
            return facts.PointClosed(command.point, f"accepted by {by}: {how}" if by else how)
        case cmd.AcceptAlarm():
            return _accepted(desk, command)
        case cmd.SayPaper():
            return said_of_paper(command)
        case cmd.Sign():
            return sign(desk, command)
        case cmd.CounterSign():
            return counter_sign(desk, command)
        case cmd.HandOver():
            return facts.HandedOver(
                text(command.to, "to", "who goes on with it"),
                text(command.note, "note", "where it stands, what to look out for"),
            )
        case cmd.Abandon():
            return facts.Abandoned(*named(command.name, command.reason))
        case _:
            raise InvalidInput.at(
                "kind",
                f"Nothing here takes “{facts.kind_of(type(command))}”.",
                ", ".join(desk.house.commands),
            )


def job_places(desk: Desk) -> list[str]:
    """The bearings of the job."""
    return [place.id for place in desk.job.places]


def _position_given(desk: Desk, at: str, command: cmd.GivePosition) -> facts.PositionGiven:
    """Said again while the plant still grows, the newest counts. Raises Refused for a bearing that
    was opened at its position.
    """
    if any(place.id == at and place.position_id for place in desk.job.opened.places):
        raise Refused(
            "This bearing was opened at its position; for another position open a job there."
        )
    others = [place for place in desk.job.places if place.id != at and place.position_id]
    if any(place.position_id == command.position_id for place in others):
        raise InvalidInput.at(
            "position_id",
            "Another bearing of this job is at that position.",
            "a position of its own",
        )
    if others and desk.job.machine_id != command.machine_id:
        raise InvalidInput.at(
            "position_id",
            f"The other bearing is at {desk.job.machine}.",
            "a position of the same machine",
        )
    return facts.PositionGiven(
        command.machine_id, command.machine, command.position_id, command.name
    )


def _stated(command: cmd.StateDone) -> facts.Stated:
    if command.what not in set(What):
        raise InvalidInput.at(
            "what", f"“{command.what}” is nothing that a step needs.", ", ".join(What)
        )
    by = text(command.by, "by", "the name of who says so")
    return facts.Stated(
        command.what,
        by,
        text(command.how, "how", "how it is known: who did it, when, what was looked at"),
    )


def _accepted(desk: Desk, command: cmd.AcceptAlarm) -> facts.AlarmAccepted:
    """A stop, or what is not known, taken as it is. Raises NotFound, or Refused where nothing of
    that kind is open or nobody may.
    """
    name, reason = named(command.name, command.reason)
    job = desk.job
    fact = job.effective.get(command.number)
    if fact is None:
        raise NotFound(f"Entry {command.number} says nothing that could be accepted.")
    bad = [
        v
        for v in fact.judgements()
        if v.level in (Level.STOP, Level.UNKNOWN)
        and (command.number, v.code) not in job.taken_as_is
    ]
    ended = {key for key, alarm in job.alarms.all.items() if alarm.answered is not None}
    left = [
        v for v in bad if (command.number, v.code) not in ended and command.code in ("", v.code)
    ]
    if not left:
        raise Refused("There is nothing of that kind to accept now.")
    verdict = left[0]
    topic = desk.house.by_fact.get(type(fact))
    answer = topic.answers.get(verdict.code) if topic is not None else None
    if answer is not None and not answer.by_name:
        raise Refused(f"“{verdict.word}” is accepted by nobody. {answer.way or verdict.reason}")
    return facts.AlarmAccepted(command.number, verdict.code, name, reason)


def _task(desk: Desk, stage_id: str) -> Task:
    """The stage of this place or of the shaft. Raises NotFound."""
    for task in tasks(desk):
        if task.stage.id == stage_id and task.at in (
            SHAFT,
            desk.at or (desk.job.places[0].id if len(desk.job.places) == 1 else SHAFT),
        ):
            return task
    raise NotFound(f"This job has no stage “{stage_id}” here.")


def _at_stage(desk: Desk, task: Task, command: Any) -> facts.Fact:
    job, stage = desk.job, task.stage
    match command:
        case cmd.TickStep():
            if not stage.ticks or command.step not in steps_of(desk, task):
                raise InvalidInput.at(
                    "step",
                    f"“{stage.title}” has no step of these words to tick off.",
                    "; ".join(steps_of(desk, task)),
                )
            if command.done == (command.step in job.ticks(stage.id, task.at)):
                raise Refused(
                    "This step is ticked off already."
                    if command.done
                    else "This step is not ticked off."
                )
            if command.done:
                pass_gates(desk, stage.id)
                if why := held(desk, stage, task.at):
                    raise Refused(f"“{stage.title}” is held back. {why}")
            return facts.StepTicked(stage.id, command.step, command.done)
        case cmd.SetStageAside():
            if stage.firm:
                raise Refused(f"“{stage.title}” belongs to every job.")
            if (stage.id, task.at) in job.aside:
                raise Refused(f"“{stage.title}” is skipped already.")
            return facts.StageSetAside(
                stage.id, text(command.reason, "reason", "why it is no part of this job")
            )
        case _:
            if (stage.id, task.at) not in job.aside:
                raise Refused(f"“{stage.title}” is not skipped.")
            return facts.StageTakenUp(stage.id)
