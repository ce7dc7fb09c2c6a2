"""What today's rules say of a record that was signed earlier. The record stays as it was signed;
the job's screen says where they part.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from tribodex.core.errors import TribodexError
from tribodex.core.job import facts
from tribodex.core.job.ahead import outcome
from tribodex.core.job.certificate import stages_shown
from tribodex.core.job.correct import said_again, say_again
from tribodex.core.job.decide import decide
from tribodex.core.job.fold import fold, taken_further
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import WORST, worst
from tribodex.core.job.readback import asked_of
from tribodex.core.job.topic import Desk, Topic
from tribodex.core.working import Level, Verdict


class TodayCode(StrEnum):
    """What is found here, by a name that never changes."""

    REFUSED = "today.refused"


# Of a record that kept no words with its signature.
NOT_KEPT = Verdict("signed", Level.GOOD, "What it was signed with was not kept with the signature.")


@dataclass(frozen=True)
class Otherwise:
    """One thing that is judged otherwise today: an entry, a stage, or the whole job where neither
    is named.

    `then` as it was signed, `today` by the present rules from the same readings; `worse` where
    today weighs more.
    """

    entry: int | None
    stage: str
    place: str
    then: Verdict
    today: Verdict

    @property
    def worse(self) -> bool:
        """Whether today's rules weigh it more."""
        return WORST.index(self.today.level) > WORST.index(self.then.level)


def judged_otherwise(desk: Desk) -> tuple[Otherwise, ...]:
    """Where today's rules part from what a job was signed with, from the very same readings; empty
    where nobody signed.

    Every entry that stood at the signature is said again and decided by the present rules, in
    order; then every stage and the whole are worked out from these. A plan stays as it was
    computed. An entry that would be refused today is told with the refusal, and stays as it was for
    what follows.
    """
    signed = desk.job.signed
    if signed is None:
        return ()
    log = [event for event in desk.log if event.seq < desk.job.signed_seq]
    then = replace(desk, job=fold(desk.house, log), log=log)
    now, entries = _decided_again(then)
    return (*_whole(signed, now), *_stages(signed, now), *entries)


def _decided_again(then: Desk) -> tuple[Desk, list[Otherwise]]:
    """The job with every entry decided by today's rules; and each entry whose judgement weighs
    otherwise.
    """
    corrected = {
        event.fact.target: event.seq
        for event in then.log
        if isinstance(event.fact, facts.Corrected)
    }
    made: list[facts.Event] = []
    found: list[Otherwise] = []
    job = None
    for event in then.log:
        fact = then.job.effective.get(event.seq)
        if fact is None or isinstance(fact, facts.Corrected | facts.JudgedAnew | facts.Signed):
            continue
        # What was taken as it stood is not taken as it was corrected later.
        if isinstance(fact, facts.AlarmAccepted) and corrected.get(fact.entry, 0) > event.seq:
            continue
        if job is not None:
            here = replace(
                then, job=job, log=made, at=event.at, correcting=True, moment=event.happened_at
            )
            try:
                again = _today(here, event, fact)
            except TribodexError as refused:
                found.append(
                    _otherwise(
                        then,
                        event,
                        _said(fact),
                        Verdict("refused", Level.STOP, str(refused), TodayCode.REFUSED),
                    )
                )
                again = fact
            else:
                if (a := _said(fact)).level is not (b := _said(again)).level:
                    found.append(_otherwise(then, event, a, b))
            fact = again
        added = replace(event, fact=fact)
        job = (
            fold(then.house, [added])
            if job is None
            else taken_further(then.house, job, made, [added])
        )
        made.append(added)
    assert job is not None  # a job begins with its opening
    return replace(then, job=job, log=made), found


def _today(here: Desk, event: facts.Event, fact: facts.Fact) -> facts.Fact:
    """The entry as today's rules make it of the same words; itself where it is no judgement and
    cannot be said again.
    """
    topic: Topic | None = here.house.by_fact.get(type(fact))  # type: ignore[type-arg]
    if topic is not None and topic.judge is not None and isinstance(fact, topic.judged):
        at = SHAFT if topic.per_shaft else here.job.placed(event.at)
        there = replace(here, at=at)
        return topic.judge(there, there.of(topic), fact)
    if said_again(here.house, fact)[0] is None:
        return fact
    command = say_again(here.house, fact)
    _, found = decide(here, command, frozenset(asked_of(type(command))))
    same = [one for one in found if type(one) is type(fact)]
    return same[0] if len(same) == 1 else fact


def _said(fact: facts.Fact) -> Verdict:
    return worst(fact.judgements()) or Verdict("noted", Level.GOOD, "")


def _otherwise(desk: Desk, event: facts.Event, then: Verdict, today: Verdict) -> Otherwise:
    place = desk.job.place(event.at).name if event.at and len(desk.job.places) > 1 else ""
    return Otherwise(event.seq, "", place, then, today)


def _stages(signed: facts.Signed, now: Desk) -> Sequence[Otherwise]:
    """Stages that weigh otherwise; of a record that kept none, those that are not in order
    today."""
    kept = {(one.title, one.place): one for one in signed.shown}
    found = []
    for one in stages_shown(now):
        was = kept.get((one.title, one.place))
        if was is None and (signed.shown or one.level in (Level.GOOD, Level.WATCH)):
            continue
        before = (
            Verdict(was.word, was.level, "; ".join(was.remarks)) if was is not None else NOT_KEPT
        )
        if before.level is not one.level:
            found.append(
                Otherwise(
                    None,
                    one.title,
                    one.place,
                    before,
                    Verdict(one.word, one.level, "; ".join(one.remarks)),
                )
            )
    return found


def _whole(signed: facts.Signed, now: Desk) -> Sequence[Otherwise]:
    today = outcome(now)
    before = signed.outcome or NOT_KEPT
    if (
        today is None
        or before.level is today.level
        or (signed.outcome is None and today.level is Level.WATCH)
    ):
        return ()
    return (Otherwise(None, "", "", before, today),)
