"""An insert in its housing in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.said import mm, plain, value_of
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.insert import commands as cmd
from tribodex.core.topics.insert import facts as ev
from tribodex.core.topics.insert.moves import InsertDo as Do
from tribodex.core.topics.insert.state import Insert
from tribodex.core.units.insert import (
    CLOSED_COST,
    Closed,
    HoleStep,
    HousingFace,
    Pin,
    fitting_offset,
    judge_iron,
    squareness,
    tilt_deg,
)
from tribodex.core.working import Result, Verdict

PINS = {Pin.IN_SLOT: "pin in its slot", Pin.ON_IRON: "pin on solid iron", Pin.NONE: "no pin"}
CLOSINGS = {
    Closed.NEW_FITTING: "new fitting",
    Closed.PLUG: "brass plug",
    Closed.OLD_FITTING: "old fitting kept",
}


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.InsertPlanned():
            return (
                "New insert planned:"
                f" {fact.plan.label}{f' ({fact.reason})' if fact.reason else ''}."
            )
        case ev.OldInsertOut():
            turned = ", its outer ring had turned" if fact.had_turned else ""
            besides = f": {fact.text}" if fact.text else ""
            return f"Old insert out{turned}{besides}."
        case ev.FittingMeasured():
            return (
                f"Fitting {travel_text(fact.to_marked_mm)} from the marked face,"
                f" {travel_text(fact.to_other_mm)} from the other."
            )
        case ev.HousingBoreSeen():
            return (
                f"Groove in the bore: {fact.groove.words};"
                f" {'slot for a pin' if fact.pin_slot else 'no slot for a pin'}."
            )
        case ev.InsertEntered():
            return (
                f"Insert in, groove to {fact.groove_faces.words}, {PINS[fact.pin]}:"
                f" {fact.verdict.word}."
            )
        case ev.InsertCentred():
            swivel = "swivels" if fact.swivels else "does not swivel"
            return (
                f"Read {travel_text(fact.first_mm)} and {travel_text(fact.second_mm)} across it,"
                f" {swivel}: {fact.verdict.word}."
            )
        case ev.HoleClosed():
            return f"Grease hole: {CLOSINGS[fact.closed]}, {fact.verdict.word}."
        case ev.GreasedThroughHole():
            if fact.strokes is None:
                return f"{fact.step.words[0].upper()}{fact.step.words[1:]}."
            push = f", the gun pushed {fact.push.words}" if fact.push is not None else ""
            return (
                f"{fact.strokes} strokes{push}:"
                f" {', '.join(verdict.word for verdict in fact.verdicts)}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.OldInsertOut():
            return cmd.TakeInsertOut(fact.had_turned, fact.text)
        case ev.FittingMeasured():
            return cmd.MeasureFitting(mm(fact.to_marked_mm), mm(fact.to_other_mm))
        case ev.HousingBoreSeen():
            return cmd.SeeBore(value_of(fact.groove), fact.pin_slot)
        case ev.InsertEntered():
            return cmd.EnterInsert(value_of(fact.groove_faces), fact.pin)
        case ev.InsertCentred():
            return cmd.CentreInsert(
                mm(fact.first_mm), mm(fact.second_mm), mm(fact.circle_mm), fact.swivels
            )
        case ev.HoleClosed():
            return cmd.CloseHole(fact.closed)
        case ev.GreasedThroughHole():
            push: Literal["", "easy", "hard", "not"] = (
                fact.push.value if fact.push is not None else ""
            )
            return cmd.GreaseThroughHole(
                fact.step, plain(fact.strokes), push, plain(fact.most), fact.most_by
            )
        case _:
            return None


@dataclass(frozen=True)
class InsertLine:
    """One thing that was said of an insert, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class HoleClosing:
    """A way to close the grease hole, and what it costs."""

    closed: Closed
    cost: str


@dataclass(frozen=True)
class InsertWork:
    """An insert in its housing as its panel shows it: sizes for its drawing (mm), fitting, sides,
    and the verdicts there are.
    """

    topic: Literal["insert"]
    planned: bool
    outside_mm: float
    ring_mm: float
    to_marked_mm: float | None
    to_other_mm: float | None
    groove_side: HousingFace
    pin_slot: bool | None
    groove_faces: HousingFace | None
    tilt_deg: float | None
    goes: int
    grit: bool
    balls: str
    hole_step: HoleStep | None
    plugged: bool
    may_grease: bool
    closings: tuple[HoleClosing, ...]
    verdicts: tuple[InsertLine, ...]
    done: bool
    asks: Do | None


def view(_: Desk, state: Insert) -> InsertWork:
    """The insert as it is shown."""
    plan, fitting, centred = state.plan, state.fitting, state.centred
    return InsertWork(
        asks=None,
        topic="insert",
        planned=plan is not None,
        outside_mm=plan.outside_mm if plan is not None else 0.0,
        ring_mm=plan.ring_mm if plan is not None else 0.0,
        to_marked_mm=fitting.to_marked_mm if fitting is not None else None,
        to_other_mm=fitting.to_other_mm if fitting is not None else None,
        groove_side=(
            state.side.face if fitting is not None or state.bore is not None else HousingFace.UNSEEN
        ),
        pin_slot=state.bore.pin_slot if state.bore is not None else None,
        groove_faces=state.entered.groove_faces if state.entered is not None else None,
        tilt_deg=(
            round(tilt_deg(centred.first_mm, centred.second_mm, centred.circle_mm), 2)
            if centred is not None
            else None
        ),
        goes=state.goes,
        grit=plan.grit if plan is not None else False,
        balls=plan.balls.words if plan is not None and plan.balls is not None else "",
        hole_step=state.hole_step,
        plugged=state.closed is not None and state.closed.closed is Closed.PLUG,
        may_grease=state.may_grease,
        closings=tuple(HoleClosing(closed, cost) for closed, cost in CLOSED_COST.items()),
        verdicts=tuple(_lines(state)),
        done=state.done,
    )


def _lines(state: Insert) -> list[InsertLine]:
    lines = []
    if state.plan is not None:
        lines.append(InsertLine("Housing", judge_iron(state.plan.iron, state.plan.shock)))
    if state.out is not None:
        lines.append(InsertLine("Old insert", state.out.verdict))
    if state.fitting is not None or state.bore is not None:
        lines.append(InsertLine("Groove's side", state.side.verdict))
    for what, fact in (
        ("New insert", state.entered),
        ("Square", state.centred),
        ("Grease hole", state.closed),
    ):
        if fact is not None:
            lines.append(InsertLine(what, fact.verdict))
    lines += [
        InsertLine("Greased", verdict) for step in state.steps[-1:] for verdict in step.verdicts
    ]
    return lines


def figures(_: Desk, state: Insert) -> Sequence[Result]:
    """The fitting's offset, and how square it stands."""
    results = []
    if state.fitting is not None:
        results.append(fitting_offset(state.fitting.to_marked_mm, state.fitting.to_other_mm))
    if state.centred is not None:
        results.append(
            squareness(state.centred.first_mm, state.centred.second_mm, state.centred.circle_mm)
        )
    return results


def record(desk: Desk, state: Insert) -> Sequence[Section]:
    """The insert for the record."""
    if state.plan is None or state.out is None:
        return []
    entries = (
        state.out,
        state.fitting,
        state.bore,
        state.entered,
        state.centred,
        state.closed,
        *state.steps,
    )
    goes = (f"Read {state.goes} times until it stood square.",) if state.goes > 1 else ()
    balls = f", {state.plan.balls.words}," if state.plan.balls is not None else ""
    lines = (
        f"{state.plan.label}{balls} into a housing of {state.plan.iron.words}.",
        *(tell(fact) for fact in entries if fact is not None),
        *goes,
    )
    verdict = state.entered.verdict if state.entered is not None else None
    return [
        Section("Insert replaced", lines, (), tuple(figures(desk, state)), verdict, page=Page.ONE)
    ]
