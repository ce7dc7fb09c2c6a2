"""What page one of a record says of every stage: done and shown, with a remark, not in order, or
not covered; and every alarm.
"""

from __future__ import annotations

from collections.abc import Iterable

from tribodex.core.job import facts
from tribodex.core.job.alarms import Alarm
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Proof, What, alarm_words, proofs, worst
from tribodex.core.job.rail import tasks
from tribodex.core.job.topic import Desk, Task
from tribodex.core.working import Level, Verdict

NOT_COVERED = "not covered"
_WORDS = {
    Level.GOOD: "in order",
    Level.WATCH: "in order, with a remark",
    Level.UNKNOWN: "not decided",
    Level.STOP: "not in order",
}


def stages_shown(desk: Desk) -> tuple[facts.ShownStage, ...]:
    """Every stage of the job with its word, in the order of work. Stages that are ticks alone count
    their ticks.
    """
    found = [one for task in tasks(desk) if (one := _stage(desk, task)) is not None]
    return tuple(_together(found))


def _together(found: list[facts.ShownStage]) -> Iterable[facts.ShownStage]:
    """What is not covered for one and the same reason stands in one line for each place."""
    left: dict[tuple[str, str], list[str]] = {}
    for one in found:
        if one.word == NOT_COVERED:
            left.setdefault((one.place, one.line), []).append(one.title)
        else:
            yield one
    for (place, why), titles in left.items():
        yield facts.ShownStage(", ".join(titles), place, NOT_COVERED, Level.WATCH, why, ())


def _stage(desk: Desk, task: Task) -> facts.ShownStage | None:
    place = desk.job.place(task.at).name if task.at and len(desk.job.places) > 1 else ""
    aside = desk.job.aside.get((task.stage.id, task.at))
    topic = desk.house.by_stage.get(task.stage.id)
    if aside is not None:
        return facts.ShownStage(task.stage.title, place, NOT_COVERED, Level.WATCH, aside, ())
    if topic is None:
        ticks = desk.job.ticks(task.stage.id, task.at)
        passed = [
            gate.title.rstrip("?")
            for gate in task.stage.gates
            if desk.job.gate_passed(gate.id, task.at) is not None
        ]
        words = "; ".join([*passed, *([f"{len(ticks)} steps ticked"] if ticks else [])])
        return (
            facts.ShownStage(task.stage.title, place, "done", Level.GOOD, words, ())
            if words
            else None
        )
    own = [
        p
        for p in proofs(desk, topic, task.at)
        if p.claim.stage == task.stage.id and not p.claim.due
    ]
    if not own or all(proof.missing for proof in own):
        return None
    here = desk.here(task.at)
    # What a topic comes to stands at the last of its stages that was worked at.
    worked = [
        stage
        for stage in topic.stages
        if any(p.claim.stage == stage and not p.missing for p in proofs(desk, topic, task.at))
    ]
    line = topic.certificate(here, here.of(topic)) if worked[-1] == task.stage.id else ""
    return facts.ShownStage(task.stage.title, place, *_word(own), line, tuple(_remarks(own)))


def _word(own: list[Proof]) -> tuple[str, Level]:
    if any(proof.missing for proof in own):
        left = sum(proof.missing for proof in own)
        return f"{len(own) - left} of {len(own)} shown", Level.UNKNOWN
    level = worst([Verdict("", proof.level, "") for proof in own])
    assert level is not None  # a stage without claims is not shown
    return _WORDS[level.level], level.level


def _remarks(own: Iterable[Proof]) -> Iterable[str]:
    for proof in own:
        if proof.level is not Level.GOOD and not proof.missing:
            yield f"{proof.claim.words}: {proof.words}".rstrip(".")


def alarms_shown(desk: Desk) -> tuple[facts.ShownAlarm, ...]:
    """Every alarm, open ones first, with what ended it."""
    every = sorted(desk.job.alarms.all.values(), key=lambda alarm: (not alarm.open, alarm.entry))
    return tuple(
        facts.ShownAlarm(alarm.entry, alarm_words(desk, alarm), _ended(alarm)) for alarm in every
    )


def _ended(alarm: Alarm) -> str:
    if alarm.answered is None:
        return ""
    more = (
        f": {alarm.answered.words}" if alarm.answered.words else f", entry {alarm.answered.entry}"
    )
    return f"{alarm.answered.how.words}{more}"


def stated_shown(desk: Desk) -> tuple[str, ...]:
    """What was said to be done outside this job, and by whom."""
    found = []
    for (what, at), said in desk.job.stated.items():
        where = (
            f"{desk.job.place(at).name}: "
            if at and at != SHAFT and len(desk.job.places) > 1
            else ""
        )
        found.append(f"{where}{What(what).words}, says {said.by}: {said.how}")
    return tuple(found)
