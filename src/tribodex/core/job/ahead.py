"""The one next move of a job, and of any of its tasks: a gate, what holds it, the topic's own move,
the way out of a stop, or to sign.
"""

from __future__ import annotations

from enum import StrEnum
from typing import Any

from tribodex.core.job.alarms import Alarm
from tribodex.core.job.facts import Fact, kind_of
from tribodex.core.job.gates import gates_before
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.needs import unmet, why_not
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Proof, alarm_words, in_job, in_words, newest, worst
from tribodex.core.job.rail import DONE, gate_due, held, present, stands, tick_move, unproven
from tribodex.core.job.topic import Desk, Task, Topic
from tribodex.core.working import Level, Verdict

# Open points that are said where the record is signed; all of them stand in it.
SAID = 4


class SignCode(StrEnum):
    """Codes of what a record is signed with."""

    NOTHING_TO_SHOW = "nothing_to_show"


def move_at(desk: Desk, task: Task) -> Move:
    """What to do next at a task, whether or not it is its turn."""
    here, stage = desk.here(task.at), task.stage
    topic = desk.house.by_stage.get(stage.id)
    if (stage.id, task.at) in desk.job.aside:
        return Move(
            Ask.NOTHING,
            f"{stage.title}: skipped",
            f"{desk.job.aside[stage.id, task.at]} It can be reopened.",
        )
    if topic is None:
        due = None if desk.paper else gate_due(desk, stage.id, task.at)
        if due is not None:
            return Move(Ask.CONFIRM, due[0].title, due[0].why, gate=due[0].id)
        return (
            Move(Ask.HELD, f"Stop: {stage.title.lower()} is held back", why, stops=True)
            if (why := held(desk, stage, task.at))
            else tick_move(desk, task)
        )
    done = stands(desk, task) == DONE
    if not done and not desk.paper and (why := held(desk, stage, task.at)):
        return Move(Ask.HELD, f"Stop: {stage.title.lower()} is held back", why, stops=True)
    move = topic.move(here, here.of(topic))
    idle = str(move.do) in (Ask.NOTHING, Ask.HELD)
    if (
        not done
        and (
            old := next(
                (proof for proof in unproven(here, topic, task.at, stage.id) if proof.outdated),
                None,
            )
        )
        is not None
    ):
        # Nothing more is done by figures of another bearing.
        move = claim_move(topic, old)
    elif not done and not move.stops and (overtaken := _overtaken(here, topic, task)) is not None:
        move = alarm_move(topic, overtaken)
    elif idle and not done and (way := _way_on(here, topic, task, move)) is not None:
        move = way
    return _before(here, topic, move)


def _before(desk: Desk, topic: Topic[Any], move: Move) -> Move:
    """The gate that stands before what a move asks for, or the need that is not met, if there is
    one.
    """
    command = tap_of(topic, str(move.do))
    if command is None or desk.paper:
        return move
    due = next(gates_before(desk, topic, command), None)
    if due is not None:
        return Move(Ask.CONFIRM, due[0].title, due[0].why, gate=due[0].id)
    need = unmet(desk, topic, command)
    if need is None:
        return move
    may_be_stated = not need.by_doing and not need.need.life
    states, at = (need.need.what.value, need.at) if may_be_stated else ("", "")
    return Move(
        Ask.HELD, "Stop: not yet", why_not(desk, need), states=states, states_at=at, stops=True
    )


def tap_of(topic: Topic[Any], do: str) -> Any:
    """A command such as a move asks for, its fields left out; None where it asks for none."""
    found = topic.taps.get(do) or next(
        (command for command in topic.commands if kind_of(command) == do), None
    )
    return object.__new__(found) if isinstance(found, type) else found


def _overtaken(desk: Desk, topic: Topic[Any], task: Task) -> Alarm | None:
    """An open alarm of this stage that a later entry about the same thing stands in front of: the
    topic's own move sees the later one.
    """
    at = SHAFT if topic.per_shaft else task.at
    kinds = {
        kind
        for proof in unproven(desk, topic, task.at, task.stage.id)
        for kind in (*proof.claim.by, *proof.claim.after, *proof.claim.rests)
    }
    by_kind = {kind_of(kind): kind for kind in kinds}
    for alarm in desk.job.alarms.open:
        kind = by_kind.get(alarm.kind)
        if (
            kind is not None
            and (alarm.topic, alarm.at) == (topic.name, at)
            and newest(desk, kind, at, alarm.about) > alarm.entry
        ):
            return alarm
    return None


def _way_on(desk: Desk, topic: Topic[Any], task: Task, idle: Move) -> Move | None:
    """A way out where a topic's own move has none: what answers an open alarm, else what is not
    shown yet.
    """
    opened = [
        alarm
        for alarm in desk.job.alarms.open
        if alarm.topic == topic.name and alarm.at == (SHAFT if topic.per_shaft else task.at)
    ]
    left = unproven(desk, topic, task.at, task.stage.id)
    of_stage = next(
        (
            alarm
            for alarm in opened
            if any(alarm.kind in {kind_of(kind) for kind in proof.claim.by} for proof in left)
        ),
        None,
    )
    if of_stage is not None:
        return alarm_move(topic, of_stage)
    # What was said and waits for something else is not said again: the topic's own words tell what
    # for.
    waits = bool(left) and left[0].entry is not None and str(idle.do) == Ask.HELD
    return claim_move(topic, left[0]) if left and not waits else None


def alarm_move(topic: Topic[Any], alarm: Alarm) -> Move:
    """The way that ends an alarm."""
    answer = topic.answers.get(alarm.verdict.code)
    by: tuple[type[Fact], ...] = (
        answer.by
        if answer is not None
        else tuple(kind for kind in topic.facts if kind_of(kind) == alarm.kind)
    )
    do = next(
        (kind_of(command) for kind in by if (command := _maker(topic, kind)) is not None),
        str(Ask.ACCEPT),
    )
    by_name = answer is None or answer.by_name
    way = " ".join(
        part
        for part in (
            answer.way if answer is not None else "",
            "Or accept it as is (sign)." if by_name else "",
        )
        if part
    )
    return stopped_by(do, alarm.verdict, way)


def claim_move(topic: Topic[Any], proof: Proof) -> Move:
    """The way that shows a claim."""
    do = next(
        (
            kind_of(command)
            for kind in proof.claim.by
            if (command := _maker(topic, kind)) is not None
        ),
        str(Ask.NOTHING),
    )
    how = "for another bearing" if proof.outdated else "not shown yet"
    return Move(do, f"{proof.claim.words[0].upper()}{proof.claim.words[1:]}: {how}", proof.words)


def _maker(topic: Topic[Any], fact: type[Fact]) -> type | None:
    return topic.made_by.get(fact) or topic.entries.get(fact)


def next_move(desk: Desk) -> Move:
    """The one next move of the job: the first task that is not done, else to sign."""
    job = desk.job
    if job.abandoned:
        return Move(
            Ask.NOTHING,
            "This job was abandoned",
            f"{job.abandoned.name}: {job.abandoned.reason}. Its record stays.",
        )
    if job.signed and job.wants_second:
        words = f"{job.signed.name}, {job.signed.role}, signed it. {job.signed.second}."
        return Move(
            Ask.COUNTER_SIGN,
            "Counter-sign the record",
            words,
            "Look at what changed since the other one looked before you sign.",
        )
    if job.signed and not job.changed_after_signing:
        return Move(
            Ask.NOTHING,
            "Signed",
            f"{job.signed.name}, {job.signed.role}. The record can be printed.",
        )
    task = present(desk)
    return move_at(desk, task) if task is not None else sign_move(desk)


def unsaid(desk: Desk) -> list[tuple[str, Proof]]:
    """What must be said before the record is signed, with its place: of stages that are in this
    job, what nobody has shown or read yet.
    """
    return [
        (at, proof)
        for _, at, proof in in_job(desk)
        if proof.missing and not proof.claim.due and not proof.proven
    ]


def left_open(desk: Desk) -> list[str]:
    """What a record that is signed now has open: points, alarms, what is not in order or not known,
    and what is due later.
    """
    found = [point.text for point in desk.job.open_points.values()]
    found += [alarm_words(desk, alarm) for alarm in desk.job.alarms.open]
    stopped = {alarm.entry for alarm in desk.job.alarms.open}
    for _, at, proof in in_job(desk):
        known = proof.entry is not None and proof.entry in stopped
        if not known and (proof.claim.due or not proof.missing) and not proof.proven:
            found.append(in_words(desk, at, proof))
    return list(dict.fromkeys(found))


def ended(desk: Desk) -> dict[str, Verdict]:
    """The word that each place ended with, from everything that is shown there; the whole shaft
    under the empty name.
    """
    found: dict[str, list[Verdict]] = {}
    for _, at, proof in in_job(desk):
        where = at or proof.claim.at
        if not proof.claim.due and (proof.claim.by or proof.claim.now is not None):
            found.setdefault(where, []).append(Verdict(proof.claim.words, proof.level, proof.words))
    for alarm in desk.job.alarms.open:
        found.setdefault(alarm.at, []).append(alarm.verdict)
    return {at: _word(verdicts) for at, verdicts in found.items()}


def _word(verdicts: list[Verdict]) -> Verdict:
    said = worst(verdicts)
    assert said is not None  # only places of which something is asked are given
    word = {
        Level.GOOD: "in order",
        Level.WATCH: "in order, with a remark",
        Level.UNKNOWN: "not decided",
        Level.STOP: "not in order",
    }[said.level]
    why = (
        f"{said.word}: {said.reason}"
        if said.level is not Level.GOOD
        else "Everything that is asked is shown."
    )
    return Verdict(word, said.level, why, said.code)


def outcome(desk: Desk) -> Verdict | None:
    """The word of the whole job; None where nothing of its work has to be shown."""
    return worst(ended(desk).values())


def sign_move(desk: Desk) -> Move:
    """To sign, with the word that each place ended with; what is not in order is said first."""
    job = desk.job
    words = ended(desk)
    left = left_open(desk)
    many = f"{len(left)} open point{'s' if len(left) != 1 else ''}"
    points = (
        f" {many} will stand in the record:"
        f" {'; '.join(left[:SAID])}{' …' if len(left) > SAID else '.'}"
        if left
        else ""
    )
    whole = worst(words.values())
    if whole is not None and whole.level in (Level.STOP, Level.UNKNOWN):
        how = "Put it right, or sign it as it is: the record then says so."
        return Move(
            Ask.SIGN, f"{whole.word.capitalize()}: {whole.reason}", f"{points.strip()}", how
        )
    of_places = {at: verdict for at, verdict in words.items() if at}
    if len(of_places) > 1:
        said = "; ".join(
            f"{job.place(at).name}: {verdict.word}" for at, verdict in of_places.items()
        )
    else:
        said = (
            f"What is asked is shown: {whole.word}"
            if whole is not None
            else "Nothing had to be shown here"
        )
    again = (
        "Something was corrected after signing: sign again."
        if job.changed_after_signing
        else "Sign the record"
    )
    return Move(
        Ask.SIGN,
        again,
        f"{said}.{points}",
        "Signing does not clear the machine for service; the site's own procedure does.",
    )
