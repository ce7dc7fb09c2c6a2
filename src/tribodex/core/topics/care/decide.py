"""What may follow when a bearing is given into keeping, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.grease.strokes import GunShelf
from tribodex.core.job.facts import Fact
from tribodex.core.job.fitted import bearing_said
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.schedule.due import Care, CareKind, due_date
from tribodex.core.topics import follower, grease, runin
from tribodex.core.topics.care import commands as cmd
from tribodex.core.topics.care import facts as ev
from tribodex.core.topics.care.moves import CareDo as Do
from tribodex.core.topics.care.plan import care_plan
from tribodex.core.topics.care.state import Keeping
from tribodex.core.units.known import KeptBearing, KnownSizes, kept_of
from tribodex.core.working import Level

STAGE = "care"
# A stored block is turned so often (days; common practice, no source).
TURN_DAYS = 30.0


def decide(desk: Desk, state: Keeping, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    match command:
        case cmd.SayBearing():
            return [ev.BearingSaid(_said(desk, command))]
        case cmd.SetCare():
            bearing = bearing_of(desk, state)
            if bearing is None:
                raise Refused("Which bearing is there is not known: say its number, or its sizes.")
            # Behind a plug no stroke arrives: it would be counted, and never given.
            if plugged(desk) and command.way is not ev.CareWay.FOR_LIFE:
                raise InvalidInput.at(
                    "way",
                    "Its oil hole is plugged, by its plan: no grease goes in, ever.",
                    ev.CareWay.FOR_LIFE.words,
                )
            greased = desk.of(grease.TOPIC).chosen
            known = (greased.name, greased.thickener) if greased is not None else ("", "")
            return [
                ev.CareSet(
                    care_plan(
                        command,
                        bearing,
                        known,
                        also_due(desk),
                        desk.books.get(GunShelf, GunShelf()),
                    )
                )
            ]
        case _:
            raise TypeError(f"keeping takes no {type(command).__name__}")


def bearing_of(desk: Desk, state: Keeping) -> KeptBearing | None:
    """The bearing that is kept: as it is fitted by this job, else as it was said."""
    fitted = desk.fitted(desk.at)
    if fitted is None:
        return state.bearing
    return fitted.bearing if isinstance(fitted.bearing, KeptBearing) else kept_of(fitted.bearing)


def plugged(desk: Desk) -> bool:
    """Whether it is a follower whose oil hole is plugged: it is looked at, and never greased."""
    planned = desk.of(follower.TOPIC).planned
    return planned is not None and not planned.regreased


def _said(desk: Desk, command: cmd.SayBearing) -> KeptBearing:
    """A bearing by its number, or by its sizes. Raises InvalidInput."""
    label = text(
        command.designation, "designation", "the number on the ring, or what it is called here"
    )
    sizes = {"bore": command.bore, "outside": command.outside, "width": command.width}
    return bearing_said(desk.book(KnownSizes), label, sizes, command.design, command.shown)


def also_due(desk: Desk) -> tuple[Care, ...]:
    """What follows from the work that was done: what it owes besides, a block stored full."""
    job = desk.job
    owed = (topic.owes(job, job.of(topic, desk.at), desk.at) for topic in desk.house.topics)
    found = [care for one in owed if one is not None for care in one.due]
    # A block full to the top is run in again before service: full it would churn itself hot.
    if desk.of(grease.TOPIC).stored:
        found.append(
            Care(
                CareKind.STORED,
                None,
                TURN_DAYS,
                why="filled up for storage: drain and run in before service",
            )
        )
    return tuple(found)


def warm_c(desk: Desk) -> float | None:
    """How warm the housing runs, from the first run; None while nobody read it."""
    run = desk.job.of(runin.TOPIC, SHAFT).run
    if run is None:
        return None
    # The last reading: a bearing has settled by then, an earlier one was still rising.
    closed = [w.middle_c for w in run.warmth(desk.at) if w.middle_c is not None]
    return closed[-1] if closed else None


def usual_way(desk: Desk, state: Keeping) -> ev.CareWay | None:
    """How such a bearing is mostly kept; None where that is to be asked."""
    if plugged(desk):
        return ev.CareWay.FOR_LIFE
    if desk.of(grease.TOPIC).oil is not None:
        return ev.CareWay.OIL
    bearing = bearing_of(desk, state)
    return ev.CareWay.FOR_LIFE if bearing is not None and bearing.sealed else None


def first_due(state: Keeping) -> str:
    """The first day something is due, in words; empty while nothing is set."""
    if state.plan is None or state.since is None:
        return ""
    days = [
        (found, care)
        for care in state.plan.due
        if (found := due_date(care, state.since, state.plan.hours_per_day)) is not None
    ]
    if not days:
        return ""
    day, care = min(days, key=lambda entry: entry[0])
    return f"{care.kind.words} by {day:%Y-%m-%d}"


def move(desk: Desk, state: Keeping) -> Move:
    """What to do next."""
    if bearing_of(desk, state) is None:
        return Move(
            Do.SAY_BEARING, "Which bearing is there?", "Interval and amount follow from its size."
        )
    if state.plan is None and plugged(desk):
        return Move(
            Do.SET_CARE,
            "How often is it looked at?",
            "Its oil hole is plugged: nothing goes in, ever. Nut, plug and tread are looked at.",
        )
    if state.plan is None:
        why = (
            "What decides between “until it shows” and so many strokes is the seal: does it let"
            " grease out, or blow?"
        )
        return Move(
            Do.SET_CARE,
            "When next? How it is greased again",
            why,
            "Two strokes too many blow a tight seal; none at all kills slowly.",
        )
    plan = state.plan
    verdict = (
        f" {plan.verdict.word.capitalize()}: {plan.verdict.reason}"
        if plan.verdict.level is not Level.GOOD
        else ""
    )
    return Move(
        Ask.NOTHING,
        f"Next: {first_due(state) or 'nothing with a date'}",
        f"{plan.way.words[0].upper()}{plan.way.words[1:]}.{verdict} It stands in the rounds.",
    )
