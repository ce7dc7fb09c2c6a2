"""A housed unit in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.said import mm, mm_each, newton_metres, value_of, yes_or_no
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units import facts as ev
from tribodex.core.topics.units.decide import float_now, growth_here, line_results, room_now
from tribodex.core.topics.units.moves import UnitsDo as Do
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.forms import Form, float_room
from tribodex.core.units.known import UnknownInside
from tribodex.core.units.locking import Rotation, UnitLock, seen_at_collar
from tribodex.core.units.screws import screw_result
from tribodex.core.working import Level, Result, Verdict


def _who(fact: Any) -> str:
    return f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.UnitPlanned():
            plan = fact.plan
            return (
                f"Planned: {plan.size.label}, {plan.form.words},"
                f" {plan.lock.words}{f' ({fact.reason})' if fact.reason else ''}."
            )
        case ev.SlidOn():
            if not fact.by_hand:
                return f"{'Did not close' if fact.in_halves else 'Did not go on'}: {fact.text}."
            return "Halves laid round the shaft, by hand." if fact.in_halves else "Slid on by hand."
        case ev.FloatFound():
            room = (
                ""
                if fact.toward_mm is None
                else (
                    f", room {travel_text(fact.toward_mm)} towards the fixed unit,"
                    f" {travel_text(fact.away_mm or 0)} away"
                )
            )
            return (
                f"{fact.by.words.capitalize()}{room}:"
                f" {fact.verdict.word}{f', {fact.room.word}' if fact.room else ''}."
            )
        case ev.LinedUp():
            return f"Lined up, {fact.typed}: {fact.verdict.word}."
        case ev.HousingBolted():
            return (
                f"Housing bolted at {fact.torque_nm:g} N·m, {fact.wrench}:"
                f" {fact.verdict.word}.{_who(fact)}"
            )
        case ev.ShaftTurned():
            return f"Shaft turned: {'freely' if fact.freely else f'not freely, {fact.text}'}."
        case ev.UnitLocked():
            return (
                f"Locked at {fact.torque_nm:g} N·m, {fact.wrench}:"
                f" {', '.join(verdict.word for verdict in fact.verdicts)}.{_who(fact)}"
            )
        case ev.HalvesJoined():
            return (
                f"Halves joined at {fact.torque_nm:g} N·m, {fact.wrench}:"
                f" {', '.join(verdict.word for verdict in fact.verdicts)}.{_who(fact)}"
            )
        case ev.UnitTried():
            return f"Turned once locked: {'freely' if fact.freely else f'not freely, {fact.text}'}."
        case ev.ScrewsAgain():
            return (
                f"Set screws again after {fact.after}, {fact.torque_nm:g} N·m: {fact.verdict.word}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.FloatFound():
            return cmd.FindFloat(fact.by, mm(fact.toward_mm), mm(fact.away_mm))
        case ev.LinedUp():
            shift = mm(fact.hole_mm), mm(fact.bolt_mm), mm(fact.wanted_mm)
            return cmd.LineUpUnit(
                mm(fact.offset_mm), mm(fact.over_mm), mm_each(fact.feet_mm), *shift
            )
        case ev.HousingBolted():
            return cmd.BoltHousing(
                newton_metres(fact.torque_nm), fact.wrench, fact.decided_by, fact.reason
            )
        case ev.ShaftTurned():
            return cmd.TurnShaft(fact.freely, fact.text)
        case ev.UnitTried():
            return cmd.TryUnit(fact.freely, fact.text)
        case ev.UnitLocked():
            return cmd.LockUnit(
                torque=newton_metres(fact.torque_nm),
                passes=fact.passes,
                wrench=fact.wrench,
                footing=fact.footing or "",
                in_line=yes_or_no(fact.in_line),
                turned=value_of(fact.turned),
                slits_apart=yes_or_no(fact.slits_apart),
                decided_by=fact.decided_by,
                reason=fact.reason,
            )
        case ev.HalvesJoined():
            return cmd.JoinHalves(
                newton_metres(fact.torque_nm),
                fact.passes,
                fact.wrench,
                fact.joints_alike,
                fact.decided_by,
                fact.reason,
            )
        case ev.ScrewsAgain():
            return cmd.TightenAgain(newton_metres(fact.torque_nm), fact.after)
        case _:
            return None


@dataclass(frozen=True)
class UnitLine:
    """One thing that was said of a unit, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class UnitWork:
    """A housed unit as its panel shows it: sizes for its drawing (mm), None inside a unit that is
    known by its shaft alone; which way collar and shaft turn, the verdicts there are.
    """

    topic: Literal["units"]
    form: Form | None
    lock: UnitLock | None
    shaft_mm: float
    outside_mm: float | None
    width_mm: float | None
    bolts: int
    rotation_here: Rotation | None
    collar_turned: Rotation | None
    toward_mm: float | None
    away_mm: float | None
    floats_words: str
    screw: str
    verdicts: tuple[UnitLine, ...]
    screws_open: bool
    alone: bool
    done: bool
    asks: Do | None


def view(desk: Desk, state: Unit) -> UnitWork:
    """The unit as it is shown."""
    plan, found, locked = state.plan, state.found, state.locked
    collar = plan is not None and plan.lock is UnitLock.COLLAR
    inside = plan.size if plan is not None and not isinstance(plan.size, UnknownInside) else None
    driven = plan is not None and plan.lock is UnitLock.ADAPTER
    closed = state.turned_after and (driven or state.joined_right)
    done = closed if driven or state.in_halves else state.locked_right and state.tried is not None
    return UnitWork(
        asks=None,
        topic="units",
        alone=len(desk.job.places) == 1,
        form=plan.form if plan is not None else None,
        lock=plan.lock if plan is not None else None,
        shaft_mm=plan.seat.nominal_mm if plan is not None else 0.0,
        outside_mm=inside.outside_mm if inside is not None else None,
        width_mm=inside.width_mm if inside is not None else None,
        bolts=plan.form.bolts if plan is not None else 0,
        rotation_here=(
            seen_at_collar(plan.rotation, plan.faces_drive_end is True)
            if plan is not None and collar
            else None
        ),
        collar_turned=locked.turned if locked is not None else None,
        toward_mm=found.toward_mm if found is not None else None,
        away_mm=found.away_mm if found is not None else None,
        floats_words=desk.floats(desk.at).short,
        screw=plan.screw.words if plan is not None and plan.screw is not None else "",
        verdicts=tuple(_lines(desk, state)),
        screws_open=done and state.has_screws and state.again is None,
        done=done,
    )


def _lines(desk: Desk, state: Unit) -> list[UnitLine]:
    lines = []
    if state.on is not None:
        lines.append(UnitLine("On its shaft", state.on.verdict))
    if state.found is not None:
        lines.append(UnitLine("Along the shaft", float_now(desk, state) or state.found.verdict))
        room = room_now(desk, state)
        lines += [UnitLine("Room", room)] if room is not None else []
    if state.lined is not None:
        lines.append(UnitLine("Lined up", state.lined.verdict))
    if state.bolted is not None:
        lines.append(UnitLine("Housing", state.bolted.verdict))
    if state.locked is not None:
        lines += [UnitLine("Lock", verdict) for verdict in state.locked.verdicts]
    if state.joined is not None:
        lines += [UnitLine("Halves", verdict) for verdict in state.joined.verdicts]
    if state.again is not None:
        lines.append(UnitLine("Screws again", state.again.verdict))
    return lines


def figures(desk: Desk, state: Unit) -> Sequence[Result]:
    """Targets, and what was worked out of readings."""
    plan = state.plan
    if plan is None:
        return []
    found = []
    if (
        state.found is not None
        and state.found.toward_mm is not None
        and state.found.away_mm is not None
    ):
        found.append(
            float_room(state.found.toward_mm, state.found.away_mm, growth_here(desk, plan))
        )
    if state.lined is not None:
        found += line_results(plan, state.lined)
    screw = [screw_result(plan.screw, plan.screw_use)] if plan.screw is not None else []
    return [*screw, *found, *(figure for figure in plan.figures if figure.id != "set_screw_torque")]


def record(desk: Desk, state: Unit) -> Sequence[Section]:
    """The unit for the record."""
    plan = state.plan
    if plan is None or state.on is None:
        return []
    entries = (
        state.on,
        state.found,
        state.joined,
        state.lined,
        state.bolted,
        state.turned,
        state.locked,
        state.tried,
        state.again,
    )
    first = f"{plan.size.label}, {plan.form.words}, {plan.lock.words}, shaft {plan.shaft_text}."
    lines = (first, *(tell(fact) for fact in entries if fact is not None))
    worst = next(
        (line.verdict for line in _lines(desk, state) if line.verdict.level is Level.STOP), None
    )
    held = state.joined or state.locked
    locked = held.verdicts[0] if held is not None else None
    return [
        Section(
            "Housed unit", lines, (), tuple(figures(desk, state)), worst or locked, page=Page.ONE
        )
    ]
