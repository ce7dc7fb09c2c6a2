"""A stop of a round in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Literal

from tribodex.core.job.said import plain, yes_or_no
from tribodex.core.job.topic import Desk
from tribodex.core.schedule.due import CareKind
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.topics.stop import facts as ev
from tribodex.core.topics.stop.decide import how, in_words
from tribodex.core.topics.stop.moves import StopDo as Do
from tribodex.core.topics.stop.state import Stop
from tribodex.core.working import Level, Verdict, number


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.StopPlanned():
            return (
                f"Due at {fact.plan.machine}, {fact.plan.position}: {in_words(fact.plan).lower()}."
            )
        case ev.StopDone():
            parts = [
                f"{fact.strokes} strokes" if fact.strokes is not None else "",
                (
                    f"{fact.seal_strokes} strokes into its seals"
                    if fact.seal_strokes is not None
                    else ""
                ),
                _warm(fact),
                f"meter {number(fact.meter_h)} h" if fact.meter_h is not None else "",
                (
                    f"meter replaced, the old one showed {number(fact.meter_old_h)} h"
                    if fact.meter_old_h is not None
                    else ""
                ),
                "; ".join(fact.found),
                fact.text,
            ]
            words = [part for part in parts if part]
            judged = ", ".join(verdict.word for verdict in fact.verdicts)
            how = "" if fact.standing is None else ", standing" if fact.standing else ", running"
            said_too = f": {'; '.join(words)}" if words else ""
            return f"Done{how}{said_too}{f' ({judged})' if judged else ''}."
        case ev.StopSkipped():
            return f"Skipped: {fact.reason}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def _warm(fact: ev.StopDone) -> str:
    if fact.low_c is None and fact.high_c is None:
        return ""
    if fact.low_c is None or fact.high_c is None:
        return (
            f"{'above' if fact.high_c is None else 'below'}"
            f" {number(fact.low_c if fact.low_c is not None else fact.high_c or 0)} °C"
        )
    return (
        f"{number(fact.low_c)} °C"
        if fact.low_c == fact.high_c
        else f"{number(fact.low_c)} to {number(fact.high_c)} °C"
    )


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.StopDone():
            return cmd.DoStop(
                standing=(
                    "" if fact.standing is None else "standing" if fact.standing else "running"
                ),
                strokes=plain(fact.strokes),
                grease=fact.grease,
                shows=yes_or_no(fact.shows),
                temperature=fact.typed,
                read_by=fact.read_by or "",
                found="\n".join(fact.found),
                meter=plain(fact.meter_h),
                meter_old=plain(fact.meter_old_h),
                text=fact.text,
                seal_strokes=plain(fact.seal_strokes),
                seal_shows=yes_or_no(fact.seal_shows),
                push=fact.push.value if fact.push is not None else "",
                plug_back=yes_or_no(fact.plug_back),
            )
        case ev.StopSkipped():
            return cmd.SkipStop(fact.reason)
        case _:
            return None


@dataclass(frozen=True)
class StopWork:
    """A stop of a round as it is shown: what is due, how, and how it stands."""

    topic: Literal["stop"]
    at: str
    position_id: str
    machine: str
    position: str
    bearing: str
    due: tuple[CareKind, ...]
    due_on: date | None
    words: str
    how: str
    way: CareWay | None
    grease: str
    strokes: int | None
    running: bool
    looks: tuple[str, ...]
    last_c: float | None
    last_on: date | None
    meter_h: float | None
    meter_on: date | None
    seal_strokes: int | None
    plug: bool
    state: Literal["open", "done", "skipped"]
    told: str
    done_at: datetime | None
    by: str
    verdicts: tuple[Verdict, ...]
    asks: Do | None


def view(desk: Desk, state: Stop) -> StopWork:
    """The stop as it is shown."""
    plan = state.plan or ev.StopPlan(
        position_id="",
        machine="",
        position="",
        bearing="",
        due=(),
        due_on=None,
        way=None,
        grease="",
        amount_g=None,
        strokes=None,
        gun="",
        stroke_g=None,
        running=False,
    )
    told = (
        tell(state.done)
        if state.done is not None
        else tell(state.skipped)
        if state.skipped is not None
        else ""
    )
    return StopWork(
        asks=None,
        topic="stop",
        at=desk.at,
        position_id=plan.position_id,
        machine=plan.machine,
        position=plan.position,
        bearing=plan.bearing,
        due=plan.due,
        due_on=plan.due_on,
        words=in_words(plan),
        how=how(plan),
        way=plan.way,
        grease=plan.grease,
        strokes=plan.strokes,
        running=plan.running,
        looks=plan.looks,
        last_c=plan.last_c,
        last_on=plan.last_on,
        meter_h=plan.meter_h,
        meter_on=plan.meter_on,
        seal_strokes=plan.seal_strokes,
        plug=plan.plug,
        state=(
            "done" if state.done is not None else "skipped" if state.skipped is not None else "open"
        ),
        told=told,
        done_at=state.done_at,
        by=state.by,
        verdicts=state.done.verdicts if state.done is not None else (),
    )


def record(_: Desk, state: Stop) -> Sequence[Section]:
    """The stop for the record."""
    plan = state.plan
    if plan is None:
        return []
    told = state.done or state.skipped
    lines = [
        f"{plan.bearing}: {in_words(plan).lower()}{f', {plan.grease}' if plan.grease else ''}."
    ]
    lines.append(f"{tell(told)} {state.by}." if told is not None else "Neither done nor skipped.")
    bad = (
        next((v for v in state.done.verdicts if v.level is not Level.GOOD), None)
        if state.done is not None
        else None
    )
    good = state.done.verdicts[0] if state.done is not None and state.done.verdicts else None
    skipped = (
        Verdict("skipped", Level.WATCH, state.skipped.reason) if state.skipped is not None else None
    )
    return [
        Section(
            f"{plan.machine}, {plan.position}",
            tuple(lines),
            (),
            (),
            bad or good or skipped,
            page=Page.ONE,
        )
    ]
