"""A large shaft seal in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from tribodex.core.job.said import celsius, newton_metres, plain, typed_again
from tribodex.core.job.topic import Desk
from tribodex.core.seals.material import SealMaterials
from tribodex.core.sheet import Page, Section, Table
from tribodex.core.topics.large_seal import commands as cmd
from tribodex.core.topics.large_seal import facts as ev
from tribodex.core.topics.large_seal.moves import LargeSealDo as Do
from tribodex.core.topics.large_seal.state import LargeSeal
from tribodex.core.topics.large_seal.straps import straps_in
from tribodex.core.working import Level, Result, Verdict, number


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.LargeSealPlanned():
            plan = fact.plan
            what = ", joined on site" if plan.split else ""
            return (
                f"Ring planned for a shaft of {number(plan.shaft_mm)}"
                f" mm{f', {plan.material}' if plan.material else ''}{what}."
            )
        case ev.RingWarmed():
            return f"Ring in the warm: {fact.verdict.word}."
        case ev.RingRested():
            return (
                f"Flat on the table for {number(fact.hours)} h:"
                f" {fact.verdict.word}{f' ({fact.marks})' if fact.marks else ''}."
            )
        case ev.SeatReady():
            return f"Housing: {fact.verdict.word}."
        case ev.SpringIn():
            return f"Spring: {fact.verdict.word}."
        case ev.OpenSideSaid():
            return f"Open side with the spring: {fact.verdict.word}."
        case ev.ShaftMet():
            return (
                "Shaft under the lip:"
                f" {fact.verdict.word}{f' ({fact.folded})' if fact.folded else ''}."
            )
        case ev.RingTakenOut():
            return f"Ring out again: {fact.why}."
        case ev.PressedAt():
            return f"Pressed in at {fact.hour:g} o'clock: {fact.verdict.word}."
        case ev.SeatedFlat():
            return f"Gone round: {fact.verdict.word}{f' ({fact.text})' if fact.text else ''}."
        case ev.SealCovered():
            return f"Cover on, {number(fact.torque_nm)} N·m, {fact.wrench}: {fact.verdict.word}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.LargeSealPlanned():
            return typed_again(cmd.PlanLargeSeal, fact.plan.typed)
        case ev.RingWarmed():
            return cmd.WarmRing(celsius(fact.middle_c))
        case ev.RingRested():
            return cmd.RestRing(plain(fact.hours), fact.marks)
        case ev.SeatReady():
            return cmd.ReadySeat(fact.dry, fact.rounded)
        case ev.SpringIn():
            return cmd.LaySpring(fact.lock_checked, fact.groove_greased)
        case ev.PressedAt():
            return cmd.PressAt(fact.hour)
        case ev.OpenSideSaid():
            return cmd.SayOpenSide(fact.faces)
        case ev.ShaftMet():
            return cmd.MeetShaft(fact.greased, fact.folded)
        case ev.SeatedFlat():
            return cmd.SeatFlat(fact.flat, fact.text)
        case ev.SealCovered():
            return cmd.CoverSeal(newton_metres(fact.torque_nm), fact.wrench, fact.even)
        case _:
            return None


@dataclass(frozen=True)
class ClockMark:
    """A place of the clock: its hour, its turn in the order, whether the ring is in there."""

    hour: float
    order: int
    done: bool


@dataclass(frozen=True)
class LeadStep:
    """A step with the moment it begins, so that the machine starts when it is wished."""

    words: str
    at: datetime
    hours: float


@dataclass(frozen=True)
class LargeSealLine:
    """One thing that was judged of a large ring."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class LargeSealWork:
    """A large ring as its panel shows it: the clock, what it takes, when each step begins."""

    topic: Literal["large_seal"]
    planned: bool
    shaft_mm: float | None
    clock: tuple[ClockMark, ...]
    next_hour: float | None
    split: bool
    loop_mm: float | None
    screws: int | None
    shaft_last: bool
    cover: bool
    lead: tuple[LeadStep, ...]
    starts_at: datetime | None
    straps: str
    materials: tuple[str, ...]
    lines: tuple[LargeSealLine, ...]
    done: bool
    asks: Do | None


def view(desk: Desk, state: LargeSeal) -> LargeSealWork:
    """The ring as it is shown."""
    plan = state.plan
    excess = plan.excess if plan is not None else None
    return LargeSealWork(
        asks=None,
        topic="large_seal",
        planned=plan is not None,
        shaft_mm=plan.shaft_mm if plan is not None else None,
        clock=tuple(
            ClockMark(hour, i, hour in state.pressed)
            for i, hour in enumerate(plan.order if plan is not None else (), 1)
        ),
        next_hour=state.next_hour if state.left == "press" else None,
        split=plan is not None and plan.split,
        loop_mm=(
            round(excess.value / len(plan.order), 1)
            if plan is not None and excess is not None and excess.value is not None
            else None
        ),
        screws=plan.screws if plan is not None else None,
        shaft_last=plan is not None and plan.shaft_last,
        cover=plan is not None and not plan.holds_itself,
        lead=tuple(
            LeadStep(step.words, step.at, step.hours)
            for step in (plan.begins if plan is not None else ())
        ),
        starts_at=plan.starts_at if plan is not None else None,
        straps=straps_in(desk),
        materials=(
            tuple(row.name for row in desk.book(SealMaterials).rows if row.name.isupper())
            if state.left == "plan"
            else ()
        ),
        lines=tuple(_lines(state)),
        done=state.left == "",
    )


def _lines(state: LargeSeal) -> list[LargeSealLine]:
    lines = [
        LargeSealLine("Plan", verdict)
        for verdict in (state.plan.verdicts if state.plan is not None else ())
    ]
    named = (
        ("In the warm", state.warmed),
        ("On the table", state.rested),
        ("Housing", state.seat),
        ("Spring", state.spring),
        ("Open side", state.side),
        ("Shaft", state.met),
        ("All round", state.flat),
        ("Cover", state.covered),
    )
    for what, fact in named:
        if fact is not None:
            lines.append(LargeSealLine(what, fact.verdict))
    lines += [
        LargeSealLine(f"{one.hour:g} o'clock", one.verdict)
        for one in state.pressed.values()
        if one.verdict.level is not Level.GOOD
    ]
    return lines


def figures(_: Desk, state: LargeSeal) -> Sequence[Result]:
    """Hours to warm, speed, lead-in."""
    return state.plan.figures if state.plan is not None else ()


def findings(_: Desk, state: LargeSeal) -> Sequence[str]:
    """What is worth saying beside the move."""
    if state.plan is None:
        return []
    found = [
        f"{v.word.capitalize()}: {v.reason}"
        for v in state.plan.verdicts
        if v.level in (Level.WATCH, Level.UNKNOWN)
    ]
    if state.plan.warm is None:
        found.append("Store and pack are not known: a frosty ring is left in the warm overnight.")
    if state.plan.helpers:
        found.append(
            "Above 1500 mm, and upright, two or more people; straps keep it round while it is"
            " carried."
        )
    if state.plan.begins and any("overnight" in step.words for step in state.plan.begins):
        found.append(
            "It comes frosty: overnight in the warm, whatever the hours work out to; felt in the"
            " middle before it is bent."
        )
    return found


def record(desk: Desk, state: LargeSeal) -> Sequence[Section]:
    """The ring for the record."""
    if state.plan is None:
        return []
    entries = (
        state.warmed,
        state.rested,
        state.seat,
        state.spring,
        state.side,
        *((state.met,) if not state.plan.shaft_last else ()),
        *state.pressed.values(),
        state.flat,
        state.covered,
        *((state.met,) if state.plan.shaft_last else ()),
    )
    lines = (
        tell(ev.LargeSealPlanned(state.plan)),
        *(tell(fact) for fact in entries if fact is not None),
    )
    rows = tuple(
        (step.words, f"{step.at:%Y-%m-%d %H:%M}", f"{step.hours:g} h") for step in state.plan.begins
    )
    tables = (
        (Table(("Step", "Begins", "Takes"), rows, "Planned back from the wished start"),)
        if rows
        else ()
    )
    worst = next((line.verdict for line in _lines(state) if line.verdict.level is Level.STOP), None)
    good = (
        state.covered.verdict
        if state.covered is not None
        else state.flat.verdict
        if state.flat is not None
        else None
    )
    return [
        Section(
            "Large shaft seal",
            lines,
            tables,
            tuple(figures(desk, state)),
            worst or good,
            page=Page.ONE,
        )
    ]
