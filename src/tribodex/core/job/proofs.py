"""Proofs: what must be shown now, computed over everything that was said. *In order* is what is
proven, never what is left over.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import TYPE_CHECKING, Any

from tribodex.core.job import facts
from tribodex.core.job.alarms import Alarm, How, named_place, same_thing
from tribodex.core.job.places import SHAFT
from tribodex.core.working import Level, Verdict

if TYPE_CHECKING:
    from tribodex.core.job.topic import Desk, Topic

NOT_YET = "not yet"
WORST = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)


class What(StrEnum):
    """What one kind of work may need of another, without knowing which."""

    ON = "on"
    LOCKED = "locked"
    TURNS = "turns"
    SEALED = "sealed"
    GREASED = "greased"
    CLOSED = "closed"
    CLEAR = "clear"
    SEAT = "seat"
    PARTS = "parts"
    HELD = "held"
    INSERT = "insert"
    ENTERED = "entered"

    @property
    def words(self) -> str:
        """As it is said of a bearing."""
        return {
            "on": "on its seat",
            "locked": "locked",
            "turns": "turned by hand, and free",
            "sealed": "sealed",
            "greased": "greased",
            "closed": "closed, every joint at torque",
            "clear": "everything temporary out, guards on",
            "seat": "its seat fit for it",
            "parts": "the right parts",
            "held": "one bearing fixed, the other floating",
            "insert": "its insert in order in the housing",
            "entered": "shaft and first bearing in the housing, turned over",
        }[self.value]


@dataclass(frozen=True)
class Claim:
    """What must be shown: by the newest entry of `by` about the same thing, in the present attempt,
    nothing of `after` said later.

    `rests`: kinds whose open alarms take it, though nothing of them has to be said. `now`: a live
    judgement over several entries; the worse wins. Without `by` it is `now` that shows. `what`:
    what other work may need of it. `due`: not asked for now; it stands open in the record until it
    is shown. `sized`: it is worked out from the bearing that is there; with another one said since,
    it is out of date.
    """

    code: str
    words: str
    stage: str
    at: str
    by: tuple[type[facts.Fact], ...] = ()
    about: str = ""
    after: tuple[type[facts.Fact], ...] = ()
    rests: tuple[type[facts.Fact], ...] = ()
    now: Verdict | None = None
    what: What | None = None
    due: bool = False
    sized: bool = False


@dataclass(frozen=True)
class Proof:
    """A claim with what shows it; `missing` where nothing was said, or what was said is out of date
    or waits for something else.

    `entry`: the one that says it, None where there is none that counts. `outdated`: worked out from
    another bearing than the one there.
    """

    claim: Claim
    entry: int | None
    level: Level
    words: str
    missing: bool = False
    outdated: bool = False

    @property
    def proven(self) -> bool:
        """Whether it is shown: good, or with a remark."""
        return self.level in (Level.GOOD, Level.WATCH)


def not_yet(words: str, code: str = "") -> Verdict:
    """A live judgement: this is not shown yet, or no longer.

    >>> not_yet("packed before another grease was chosen").level
    <Level.UNKNOWN: 'unknown'>
    """
    return Verdict(NOT_YET, Level.UNKNOWN, words, code=code)


def said_as(verdict: Verdict) -> str:
    """A judgement in a line; what is only not done yet needs no word for it."""
    return verdict.reason if verdict.word == NOT_YET else f"{verdict.word}. {verdict.reason}"


def worst(verdicts: Iterable[Verdict]) -> Verdict | None:
    """The judgement that weighs most; None of none."""
    return max(verdicts, key=lambda verdict: WORST.index(verdict.level), default=None)


def prove(desk: Desk, topic: Topic[Any], claim: Claim) -> Proof:
    """Whether a claim is shown now."""
    job = desk.job
    at = SHAFT if topic.per_shaft else claim.at
    begun = job.begun.get((topic.name, at), 0)
    opened = _open_on(desk, topic, claim, at)
    if not claim.by:
        live = worst(
            [*(alarm.verdict for alarm in opened), *([claim.now] if claim.now is not None else [])]
        )
        if live is None:
            return Proof(claim, None, Level.GOOD, claim.words)
        return Proof(
            claim,
            opened[0].entry if opened else None,
            live.level,
            said_as(live),
            live.word == NOT_YET,
        )
    found = max(
        (seq for kind in claim.by if (seq := newest(desk, kind, at, claim.about)) > begun),
        default=None,
    )
    if found is None:
        stopped = worst(
            [
                *(a.verdict for a in opened),
                *([claim.now] if claim.now is not None and claim.now.level is Level.STOP else []),
            ]
        )
        return Proof(
            claim,
            None,
            stopped.level if stopped else Level.UNKNOWN,
            stopped.reason if stopped else "Nothing was said yet.",
            True,
        )
    stale = max(
        (
            seq
            for kind in claim.after
            if (seq := newest_touching(desk, kind, at, claim.about)) > found
        ),
        default=None,
    )
    if stale is not None:
        return Proof(
            claim,
            None,
            Level.UNKNOWN,
            f"Entry {stale} came after it: to be done or read anew.",
            True,
        )
    if claim.sized and (since := job.sized_since.get(at, 0)) > found:
        words = (
            f"It was for the bearing that was said before entry {since}: to be done or read anew."
        )
        return Proof(claim, None, Level.UNKNOWN, words, True, outdated=True)
    return _shown(desk, claim, found, opened)


def _open_on(desk: Desk, topic: Topic[Any], claim: Claim, at: str) -> list[Alarm]:
    """Open alarms of what a claim rests on."""
    if not desk.job.alarms.still:
        return []
    kinds = {facts.kind_of(kind) for kind in (*claim.by, *claim.after, *claim.rests)}
    return [
        a
        for a in desk.job.alarms.open
        if a.topic == topic.name
        and a.at == at
        and a.kind in kinds
        and same_thing(a.about, claim.about)
    ]


def _shown(desk: Desk, claim: Claim, entry: int, opened: list[Alarm]) -> Proof:
    job = desk.job
    fact = job.effective[entry]
    assert fact is not None  # the newest ones are kept of those that stand
    accepted = {
        a.verdict.code
        for key, a in job.alarms.all.items()
        if key[0] == entry and a.answered is not None and a.answered.how is How.BY_NAME
    }
    found: list[Verdict] = [alarm.verdict for alarm in opened]
    for verdict in fact.judgements():
        by_name = job.taken_as_is.get((entry, verdict.code)) or (
            fact.named() if verdict.level in (Level.STOP, Level.UNKNOWN) else ""
        )
        if verdict.level is Level.STOP and verdict.code in accepted and not by_name:
            by_name = "by name"
        if verdict.level in (Level.STOP, Level.UNKNOWN) and by_name:
            found.append(
                Verdict("accepted by name", Level.WATCH, f"{verdict.word}; accepted by {by_name}")
            )
        elif verdict.level is not Level.STOP or (entry, verdict.code) in job.alarms.still:
            found.append(verdict)
    if claim.now is not None:
        found.append(claim.now)
    said = worst(found)
    if said is None:
        return Proof(claim, entry, Level.GOOD, claim.words)
    # What a live judgement does not find shown is as good as not said.
    gone = claim.now is not None and claim.now.word == NOT_YET and said is claim.now
    return Proof(claim, entry, said.level, said_as(said), gone)


def newest(desk: Desk, kind: type[facts.Fact], at: str, about: str) -> int:
    """The newest entry of a kind at a place about a thing; zero for none."""
    return desk.job.newest.get((kind, at), {}).get(about, 0)


def newest_touching(desk: Desk, kind: type[facts.Fact], at: str, about: str) -> int:
    """The newest entry of a kind that is about this thing, or about all of it."""
    return max(
        (
            seq
            for said, seq in desk.job.newest.get((kind, at), {}).items()
            if same_thing(said, about)
        ),
        default=0,
    )


def proofs(desk: Desk, topic: Topic[Any], at: str) -> tuple[Proof, ...]:
    """Every claim of a topic at a place, with what shows it."""
    found: tuple[Proof, ...] | None = desk.job.proved.get((topic.name, at))
    if found is None:
        here = desk.here(at)
        found = tuple(prove(here, topic, claim) for claim in topic.claims(here, here.of(topic)))
        desk.job.proved[topic.name, at] = found
    return found


def in_job(desk: Desk) -> list[tuple[Topic[Any], str, Proof]]:
    """Every claim of the work that is in this job, of stages that were not left out."""
    known = {
        (stage.id, at) for at, procedure in desk.procedures.items() for stage in procedure.stages
    }
    aside = desk.job.aside
    return [
        (topic, at, proof)
        for topic, at in desk.in_use()
        for proof in proofs(desk, topic, at)
        if (proof.claim.stage, at) in known and (proof.claim.stage, at) not in aside
    ]


def in_words(desk: Desk, at: str, proof: Proof) -> str:
    """A claim that is not shown, in a line; what is due later speaks for itself."""
    where = (
        named_place(
            at or proof.claim.at, len(desk.job.places), desk.job.place(at or proof.claim.at).name
        )
        if at or proof.claim.at
        else ""
    )
    return (
        f"{where}{proof.claim.words}"
        if proof.claim.due
        else f"{where}{proof.claim.words}: {proof.words.rstrip('.')}"
    )


def alarm_words(desk: Desk, alarm: Alarm) -> str:
    """An alarm in a line."""
    where = (
        named_place(alarm.at, len(desk.job.places), desk.job.place(alarm.at).name)
        if alarm.at
        else ""
    )
    named = about_words(desk, alarm.about)
    about = f", {named}" if named else ""
    return f"{where}{alarm.verdict.word}{about}. {alarm.verdict.reason.rstrip('.')}"


def about_words(desk: Desk, about: str) -> str:
    """What an alarm is about; work of the shaft begins with the place, which is said by its
    name."""
    first, _, rest = about.partition(", ")
    named = next((place.name for place in desk.job.places if place.id == first), first)
    parts = [
        part for part in (named if len(desk.job.places) > 1 or named == first else "", rest) if part
    ]
    return ", ".join(parts) if about else ""
