"""A cam follower in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.follower.stud import Mount, clamp_result, looked_at, stud_fit
from tribodex.core.job.said import mm, newton_metres, value_of
from tribodex.core.job.topic import Desk
from tribodex.core.sheet import Page, Section, Table
from tribodex.core.topics.follower import commands as cmd
from tribodex.core.topics.follower import facts as ev
from tribodex.core.topics.follower.moves import FollowerDo as Do
from tribodex.core.topics.follower.state import Follower
from tribodex.core.working import Result, Verdict


def _who(fact: Any) -> str:
    return f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.FollowerPlanned():
            return (
                f"Planned: {fact.plan.size.label},"
                f" {fact.plan.mount.words}{f' ({fact.reason})' if fact.reason else ''}."
            )
        case ev.StudFitted():
            return (
                f"Stud {fact.stud_mm:.3f} mm, hole {fact.hole_mm:.3f} mm:"
                f" {fact.verdict.word}.{_who(fact)}"
            )
        case ev.FollowerSet():
            where = {
                "unloaded": "on the unloaded side",
                "loaded": "under the load",
                "none": "there is none",
            }[fact.hole]
            return f"Put in; grease hole: {where}. {fact.verdict.word.capitalize()}."
        case ev.ClampThreadSaid():
            return (
                f"The torque on its sheet is for a thread that is {fact.thread}, by {fact.source}."
            )
        case ev.StudClamped():
            return (
                f"Nut at {fact.torque_nm:.0f} N·m, thread {fact.thread}, {fact.wrench}:"
                f" {fact.verdict.word}.{_who(fact)}"
            )
        case ev.PlatesBacked():
            return f"End plates: {fact.verdict.word}."
        case ev.PlugSaid():
            return f"Oil hole: {fact.verdict.word}."
        case ev.RollerTurned():
            besides = f", {fact.text}" if fact.text else ""
            return f"Roller turned: {'freely' if fact.freely else 'not freely'}{besides}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.StudFitted():
            return cmd.FitStud(
                mm(fact.stud_mm), mm(fact.hole_mm), decided_by=fact.decided_by, reason=fact.reason
            )
        case ev.ClampThreadSaid():
            return cmd.SayClampThread(value_of(fact.thread), fact.source)
        case ev.StudClamped():
            return cmd.ClampStud(
                newton_metres(fact.torque_nm),
                value_of(fact.thread),
                fact.wrench,
                fact.decided_by,
                fact.reason,
            )
        case ev.RollerTurned():
            return cmd.TurnRoller(fact.freely, fact.text)
        case _:
            return None


@dataclass(frozen=True)
class FollowerWork:
    """A cam follower as its panel shows it: sizes for its drawing (mm), and the verdicts there
    are."""

    topic: Literal["follower"]
    mount: Mount | None
    stud_mm: float
    roller_mm: float
    width_mm: float
    regreased: bool
    fit: Verdict | None
    hole: Verdict | None
    hole_at: str
    carried: Verdict | None
    plug: Verdict | None
    done: bool
    asks: Do | None


def view(_: Desk, state: Follower) -> FollowerWork:
    """The follower as it is shown."""
    plan = state.planned
    carrying = state.clamped or state.backed
    return FollowerWork(
        asks=None,
        topic="follower",
        mount=plan.mount if plan is not None else None,
        stud_mm=plan.size.bore_mm if plan is not None else 0.0,
        roller_mm=plan.size.outside_mm if plan is not None else 0.0,
        width_mm=plan.size.width_mm if plan is not None else 0.0,
        regreased=plan.regreased if plan is not None else False,
        fit=state.fit.verdict if state.fit is not None else None,
        hole=state.set_in.verdict if state.set_in is not None else None,
        hole_at=state.set_in.hole if state.set_in is not None else "",
        carried=carrying.verdict if carrying is not None else None,
        plug=state.plug.verdict if state.plug is not None else None,
        done=state.done,
    )


def figures(_: Desk, state: Follower) -> Sequence[Result]:
    """Clamp torque, and the fit where it was measured."""
    results = []
    if state.fit is not None:
        results.append(stud_fit(state.fit.stud_mm, state.fit.hole_mm))
    if state.planned is not None and state.planned.clamp is not None:
        results.append(clamp_result(state.planned.clamp))
    return results


def looks(state: Follower) -> tuple[str, ...]:
    """What a round looks at here; nothing while it is not planned."""
    plan = state.planned
    return looked_at(plan.mount, regreased=plan.regreased) if plan is not None else ()


def record(desk: Desk, state: Follower) -> Sequence[Section]:
    """The follower for the record, with what a round looks at."""
    if state.planned is None or state.fit is None:
        return []
    entries = (state.fit, state.set_in, state.clamped, state.backed, state.plug, state.turned)
    lines = (
        f"{state.planned.size.label}, {state.planned.mount.words}.",
        *(tell(fact) for fact in entries if fact is not None),
    )
    rounds = Table(("On rounds",), tuple((look,) for look in looks(state)))
    verdict = (
        state.clamped.verdict
        if state.clamped is not None
        else state.backed.verdict
        if state.backed is not None
        else None
    )
    return [
        Section(
            "Cam follower", lines, (rounds,), tuple(figures(desk, state)), verdict, page=Page.ONE
        )
    ]
