"""How a bearing is kept, in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any, Literal

from tribodex.core.grease.interval import DIRT, SHAKES, STANDS, WET
from tribodex.core.job.said import mm, typed_again
from tribodex.core.job.topic import Desk
from tribodex.core.schedule.due import CareKind, due_date
from tribodex.core.sheet import Section, Table
from tribodex.core.topics import grease
from tribodex.core.topics.care import commands as cmd
from tribodex.core.topics.care import facts as ev
from tribodex.core.topics.care.decide import bearing_of, plugged, usual_way, warm_c
from tribodex.core.topics.care.moves import CareDo as Do
from tribodex.core.topics.care.state import Keeping
from tribodex.core.working import Result, Verdict, number


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.BearingSaid():
            b = fact.bearing
            return (
                f"Bearing: {b.label}, {number(b.bore_mm)} × {number(b.outside_mm)} ×"
                f" {number(b.width_mm)} mm, {b.design.words}."
            )
        case ev.CareSet():
            return (
                f"Kept: {fact.plan.way.words}; {'; '.join(care.words for care in fact.plan.due)}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.CareSet():
            return typed_again(cmd.SetCare, fact.plan.typed)
        case ev.BearingSaid():
            b = fact.bearing
            return cmd.SayBearing(
                b.label, mm(b.bore_mm), mm(b.outside_mm), mm(b.width_mm), b.design
            )
        case _:
            return None


@dataclass(frozen=True)
class CareDue:
    """Something due: how often in words, and the first day; None where no day can be said."""

    kind: CareKind
    words: str
    day: date | None
    why: str


@dataclass(frozen=True)
class CareWayChoice:
    """A way to keep it greased, in words."""

    value: ev.CareWay
    words: str


@dataclass(frozen=True)
class CareWork:
    """How a bearing is kept as its panel shows it; `temperature_c` as it was read when it ran in,
    `gun` as it was filled with.
    """

    topic: Literal["care"]
    way: ev.CareWay | None
    usual: ev.CareWay | None
    bearing: str
    ways: tuple[CareWayChoice, ...]
    dirt: tuple[str, ...]
    wet: tuple[str, ...]
    shakes: tuple[str, ...]
    stands: tuple[str, ...]
    looks: tuple[str, ...]
    temperature_c: float | None
    grease: str
    gun: str
    stroke: str
    due: tuple[CareDue, ...]
    amount_g: float | None
    strokes: int | None
    running: bool
    verdict: Verdict | None
    asks: Do | None


def view(desk: Desk, state: Keeping) -> CareWork:
    """The keeping as it is shown."""
    plan, bearing = state.plan, bearing_of(desk, state)
    greased = desk.of(grease.TOPIC)
    gun = greased.planned.gun if greased.planned is not None else None
    spread = f" ± {number(gun.spread_g)} g" if gun is not None and gun.spread_g else ""
    ways = (ev.CareWay.FOR_LIFE,) if plugged(desk) else tuple(ev.CareWay)
    return CareWork(
        asks=None,
        topic="care",
        way=plan.way if plan is not None else None,
        usual=usual_way(desk, state),
        bearing=bearing.label if bearing is not None else "",
        ways=tuple(CareWayChoice(way, way.words) for way in ways) if plan is None else (),
        dirt=tuple(DIRT) if plan is None else (),
        wet=tuple(WET) if plan is None else (),
        shakes=tuple(SHAKES) if plan is None else (),
        stands=tuple(STANDS) if plan is None else (),
        looks=_usual_looks(desk) if plan is None else plan.looks,
        temperature_c=warm_c(desk),
        grease=greased.chosen.name if greased.chosen is not None else "",
        gun=gun.name if gun is not None else "",
        stroke=f"{number(gun.stroke_g)} g{spread}" if gun is not None else "",
        due=due_of(state),
        amount_g=plan.amount_g if plan is not None else None,
        strokes=plan.strokes if plan is not None else None,
        running=plan.running if plan is not None else False,
        verdict=plan.verdict if plan is not None else None,
    )


def _usual_looks(desk: Desk) -> tuple[str, ...]:
    """What a round looks at here, unless somebody says otherwise."""
    others = (topic for topic in desk.house.topics if not topic.per_shaft)
    return next((found for topic in others if (found := topic.looks(desk.of(topic)))), ev.LOOKS)


def due_of(state: Keeping) -> tuple[CareDue, ...]:
    """Everything that is due, with its first day."""
    if state.plan is None or state.since is None:
        return ()
    return tuple(
        CareDue(
            care.kind, care.words, due_date(care, state.since, state.plan.hours_per_day), care.why
        )
        for care in state.plan.due
    )


def figures(_: Desk, state: Keeping) -> Sequence[Result]:
    """Intervals, amounts, strokes, settings."""
    return state.plan.figures if state.plan is not None else ()


def record(desk: Desk, state: Keeping) -> Sequence[Section]:
    """The keeping for the record."""
    plan = state.plan
    if plan is None:
        return []
    each = f"{number(plan.amount_g)} g each time" if plan.amount_g is not None else ""
    gun = (
        f", {plan.strokes} strokes of {plan.gun.name or 'the gun'}"
        if plan.strokes is not None and plan.gun is not None
        else ""
    )
    runs = (
        f"{number(plan.hours_per_day)} h of running a day" if plan.hours_per_day is not None else ""
    )
    how = (
        "greased while it runs, fitting outside the guard"
        if plan.running
        else "greased while it stands"
    )
    looks = (
        (Table(("Looked at there",), tuple((look,) for look in plan.looks)),) if plan.looks else ()
    )
    parts = [part for part in (plan.way.words, plan.grease, f"{each}{gun}", runs, how) if part]
    rows = tuple(
        (due.words, f"{due.day:%Y-%m-%d}" if due.day is not None else "not known", due.why)
        for due in due_of(state)
    )
    return [
        Section(
            "Kept from now on",
            (f"{'; '.join(parts)}.",),
            (Table(("Due", "First", "Why"), rows), *looks),
            tuple(figures(desk, state)),
            plan.verdict,
        )
    ]


def certificate(_: Desk, state: Keeping) -> str:
    """How it is kept, in a line for page one."""
    if state.plan is None:
        return ""
    days = [due.day for due in due_of(state) if due.day is not None]
    return f"{state.plan.way.words}{f'; next by {min(days):%Y-%m-%d}' if days else ''}"
