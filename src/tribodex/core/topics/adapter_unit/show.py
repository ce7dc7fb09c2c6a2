"""A unit that goes on by turns, in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.said import newton_metres
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.adapter_unit import commands as cmd
from tribodex.core.topics.adapter_unit import facts as ev
from tribodex.core.topics.adapter_unit.moves import AdapterDo as Do
from tribodex.core.topics.adapter_unit.plan import travel_result, turns_result
from tribodex.core.topics.adapter_unit.state import Driven
from tribodex.core.units.adapter import positions_inside, positions_result, turns_text
from tribodex.core.working import Level, Result, Verdict


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.AdapterPlanned():
            zero = (
                fact.plan.zero.words if fact.plan.zero is not None else "zero not said by its sheet"
            )
            return (
                f"Planned: {fact.plan.turns}, {zero},"
                f" {fact.plan.source}{f' ({fact.reason})' if fact.reason else ''}."
            )
        case ev.RimTapped():
            return (
                "Rim tapped, tried with both hands: it moved on."
                if fact.moved
                else "Rim tapped, tried with both hands: it did not move."
            )
        case ev.UnitZeroMarked():
            by = f", by {fact.said_by}" if fact.said_by else ""
            return f"Zero marked, counted from: {fact.counted_from.words}{by}: {fact.verdict.word}."
        case ev.UnitNutTurned():
            unit = "" if any(one.isalpha() or one == "°" for one in fact.typed) else f" {fact.unit}"
            return f"Nut tightened by {fact.typed}{unit}: {fact.verdict.word}."
        case ev.PlateCounted():
            return (
                f"Counted: {fact.slots} slots of the nut, {fact.holes} holes of the plate;"
                f" positions {fact.step_deg:g}° apart."
            )
        case ev.PlateSeen():
            return f"Next hole of the plate {fact.degrees:g}° on."
        case ev.PlateFitted():
            torque = f", screws {fact.torque_nm:g} N·m" if fact.torque_nm is not None else ""
            by = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return (
                f"Tightened {fact.turn_deg:g}° to the hole, lock plate on{torque}:"
                f" {fact.verdict.word}.{by}"
            )
        case ev.DrivenTried():
            return (
                "Turned by hand, plate on:"
                f" {'freely' if fact.freely else f'not freely, {fact.text}'}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.RimTapped():
            return cmd.TapRim(fact.moved)
        case ev.UnitZeroMarked():
            return cmd.MarkUnitZero(
                fact.tapped, fact.counted_from if fact.said_by else "", fact.said_by
            )
        case ev.UnitNutTurned():
            return cmd.TurnUnitNut(fact.typed, "turns" if fact.unit == "turns" else "degrees")
        case ev.PlateCounted():
            return cmd.CountPlate(fact.slots, fact.holes)
        case ev.PlateSeen():
            return cmd.SeePlate(f"{fact.degrees:g}°")
        case ev.PlateFitted():
            torque = newton_metres(fact.torque_nm) if fact.torque_nm is not None else ""
            return cmd.FitPlate(f"{fact.turn_deg:g}°", torque, fact.decided_by, fact.reason)
        case ev.DrivenTried():
            return cmd.TryDriven(fact.freely, fact.text)
        case _:
            return None


@dataclass(frozen=True)
class DrivenLine:
    """One thing that was said, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class AdapterWork:
    """A unit that goes on by turns as its panel shows it. Angles count from the zero mark
    (degrees); `positions_deg` are where the plate meets inside the sheet's range.
    """

    topic: Literal["adapter_unit"]
    asks: Do | None
    zero: SheetZero | None
    turns: str
    low_deg: float
    high_deg: float
    turned_deg: float
    marked: bool
    taps: tuple[bool, ...]
    step_deg: float | None
    first_deg: float | None
    positions_deg: tuple[float, ...]
    verdicts: tuple[DrivenLine, ...]
    done: bool


def view(desk: Desk, state: Driven) -> AdapterWork:
    """The drive-up as it is shown."""
    plan = state.plan
    zero, step = plan.zero if plan is not None else None, state.step_deg
    inside = (
        positions_inside(plan.range_deg, step, state.first_deg, state.turned_deg)
        if plan is not None and step
        else ()
    )
    return AdapterWork(
        topic="adapter_unit",
        asks=None,
        zero=zero,
        turns=plan.turns if plan is not None else "",
        low_deg=plan.range_deg.low if plan is not None else 0.0,
        high_deg=plan.range_deg.high if plan is not None else 0.0,
        turned_deg=state.turned_deg,
        marked=state.zero is not None,
        taps=tuple(state.taps),
        step_deg=state.step_deg,
        first_deg=state.first_deg,
        positions_deg=inside,
        verdicts=tuple(_lines(state)),
        done=state.fitted_right and state.tried is not None and state.tried.freely,
    )


def _lines(state: Driven) -> list[DrivenLine]:
    lines = []
    if state.zero is not None:
        lines.append(DrivenLine("Zero", state.zero.verdict))
    if state.fitted is not None:
        lines.append(DrivenLine("Lock plate", state.fitted.verdict))
    return lines


def figures(_: Desk, state: Driven) -> Sequence[Result]:
    """Turns of the sheet, travel, positions of the plate."""
    plan = state.plan
    if plan is None:
        return []
    travel = travel_result(plan)
    positions = positions_result(plan.range_deg, state.step_deg, state.first_deg, state.turned_deg)
    return [turns_result(plan), *([travel] if travel is not None else []), positions]


def record(desk: Desk, state: Driven) -> Sequence[Section]:
    """The drive-up for the record. What nobody can gauge is said."""
    plan = state.plan
    if plan is None or state.zero is None:
        return []
    entries = (state.zero, state.counted, state.fitted, state.tried)
    lines = (
        f"{plan.label}, shaft {plan.shaft_text}: {plan.turns} by {plan.source}.",
        (
            f"The nut stands {turns_text(state.turned_deg)} ({state.turned_deg:.0f}°) from its zero"
            " mark."
        ),
        *(tell(fact) for fact in entries if fact is not None),
        "The clearance inside was not gauged: no feeler gets in.",
    )
    found = _lines(state)
    worst = next(
        (line.verdict for line in found if line.verdict.level in (Level.STOP, Level.UNKNOWN)),
        found[-1].verdict,
    )
    return [
        Section("Driven up by turns", lines, (), tuple(figures(desk, state)), worst, page=Page.ONE)
    ]
