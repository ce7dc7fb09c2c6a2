"""The closing of a housing in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from tribodex.core.bolts.order import BoltPoint, Layout, order, points
from tribodex.core.bolts.torque import PASSES, BoltFinish, BoltStrength, Into
from tribodex.core.job.said import mm, mm_each, newton_metres, typed_again
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.bolts import commands as cmd
from tribodex.core.topics.bolts import facts as ev
from tribodex.core.topics.bolts.decide import habit_of, has_cap, planned_gap
from tribodex.core.topics.bolts.moves import BoltsDo as Do
from tribodex.core.topics.bolts.state import BASE, CAP, Closing, Joint
from tribodex.core.working import Level, Result, Verdict, number

HOWS = {"cap_off": "cap off", "pushed": "pushed, by dial"}


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.CapPaired():
            return f"Cap and base: {fact.verdict.word}{f' ({fact.rubs})' if fact.rubs else ''}."
        case ev.HabitChosen():
            return f"Base bolts: {fact.habit.words}."
        case ev.JointPlanned():
            plan = fact.plan
            return (
                f"Joint planned, {plan.joint}: {plan.count} × {plan.screw} at"
                f" {number(plan.torque_nm)} N·m."
            )
        case ev.BoltTightened():
            return (
                f"{fact.joint.capitalize()}, bolt {fact.bolt}, pass {fact.turn}:"
                f" {number(fact.torque_nm)} N·m, {fact.verdict.word}."
            )
        case ev.JointLoosened():
            return f"{fact.joint.capitalize()} opened again: {fact.reason}."
        case ev.LoadOn():
            return f"Support out, load on: {fact.text}."
        case ev.AlignedLoaded():
            feet = (
                f", feet {' + '.join(f'{gap:g}' for gap in fact.feet_mm)} mm"
                if fact.feet_mm
                else ""
            )
            return (
                f"Lined up under load: {number(fact.offset_mm)} mm over {number(fact.over_mm)}"
                f" mm{feet}: {fact.verdict.word}."
            )
        case ev.RingGapsRead():
            sides = (
                f"{travel_text(fact.toward_mm)} towards the other bearing,"
                f" {travel_text(fact.away_mm)} away from it"
            )
            return f"Gaps beside the outer ring, {HOWS[fact.how]}: {sides}: {fact.verdict.word}."
        case ev.RubbingLooked():
            return (
                "Turned with the cap on:"
                f" {fact.verdict.word}{f' ({fact.rubs})' if fact.rubs else ''}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.CapPaired():
            return cmd.PairCap(fact.numbers_agree, fact.faces_clean, fact.rubs)
        case ev.HabitChosen():
            return cmd.ChooseHabit(fact.habit)
        case ev.JointPlanned():
            return typed_again(cmd.PlanJoint, fact.plan.typed)
        case ev.BoltTightened():
            return cmd.TightenBolt(fact.joint, fact.bolt, fact.turn, newton_metres(fact.torque_nm))
        case ev.LoadOn():
            return cmd.TakeSupportOut(fact.text)
        case ev.AlignedLoaded():
            return cmd.AlignLoaded(
                mm(fact.offset_mm),
                mm(fact.over_mm),
                mm_each(fact.feet_mm),
                fact.turned,
                fact.labyrinth,
            )
        case ev.RingGapsRead():
            return cmd.ReadRingGaps(mm(fact.toward_mm), mm(fact.away_mm), fact.how)
        case ev.RubbingLooked():
            return cmd.LookRubbing(fact.freely, fact.rubs)
        case _:
            return None


@dataclass(frozen=True)
class BoltMark:
    """A bolt of a joint as it is drawn: its number, place in the drawing, its turn in the order,
    and how many passes it went through.
    """

    at: BoltPoint
    order: int
    passes: int
    verdict: Verdict | None


@dataclass(frozen=True)
class JointView:
    """A joint with its bolts: torque at the bolt and on the wrench (N·m), what is next."""

    joint: str
    screw: str
    layout: Layout
    torque_nm: float
    set_nm: float
    wrench: str
    bolts: tuple[BoltMark, ...]
    next_bolt: int | None
    next_turn: int | None
    next_nm: float | None
    at_torque: bool


@dataclass(frozen=True)
class HabitChoice:
    """A habit in words; the usual one with its reason."""

    value: ev.BaseHabit
    words: str
    usual: bool


@dataclass(frozen=True)
class ClosingLine:
    """One thing that was said of the housing, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class RingInSeat:
    """The outer ring in its seat for its drawing (mm): width, gaps as they were measured or as
    planned.
    """

    width_mm: float
    toward_mm: float | None
    away_mm: float | None
    plan_toward_mm: float | None
    held: bool


@dataclass(frozen=True)
class ClosingWork:
    """A housing being closed as its panel shows it."""

    topic: Literal["bolts"]
    split: bool
    habits: tuple[HabitChoice, ...]
    habit: ev.BaseHabit | None
    joints: tuple[JointView, ...]
    to_plan: str
    grades: tuple[str, ...]
    finishes: tuple[str, ...]
    into: tuple[str, ...]
    ring: RingInSeat | None
    lines: tuple[ClosingLine, ...]
    asks: Do | None


def view(desk: Desk, state: Closing) -> ClosingWork:
    """The closing as it is shown."""
    to_plan = (
        BASE
        if BASE not in state.joints
        else CAP
        if has_cap(desk) and CAP not in state.joints
        else ""
    )
    return ClosingWork(
        asks=None,
        topic="bolts",
        split=has_cap(desk),
        habits=(
            tuple(
                HabitChoice(habit, habit.words, habit is ev.BaseHabit.ALL_SNUG)
                for habit in ev.BaseHabit
            )
            if habit_of(desk) is None
            else ()
        ),
        habit=habit_of(desk),
        joints=tuple(_joint(joint) for joint in state.joints.values()),
        to_plan=to_plan,
        grades=desk.book(BoltStrength).grades() if to_plan else (),
        finishes=tuple(BoltFinish) if to_plan else (),
        into=tuple(Into) if to_plan else (),
        ring=_ring(desk, state),
        lines=tuple(lines_of(state)),
    )


def _joint(joint: Joint) -> JointView:
    plan, due = joint.plan, joint.next
    sequence = order(plan.layout, plan.count)
    latest: dict[int, Verdict] = {}
    for one in joint.said.values():
        if one.verdict.level is not Level.GOOD:
            latest[one.bolt] = one.verdict
    tight = joint.tight
    bolts = tuple(
        BoltMark(
            at,
            sequence.index(at.number) + 1,
            sum((turn, at.number) in tight for turn in range(1, len(PASSES) + 1)),
            latest.get(at.number),
        )
        for at in points(plan.layout, plan.count)
    )
    return JointView(
        joint=plan.joint,
        screw=plan.screw,
        layout=plan.layout,
        torque_nm=plan.torque_nm,
        set_nm=round(plan.set_nm, 1),
        wrench=plan.wrench.name,
        bolts=bolts,
        next_bolt=due[1] if due is not None else None,
        next_turn=due[0] if due is not None else None,
        next_nm=round(PASSES[due[0] - 1] * plan.torque_nm, 1) if due is not None else None,
        at_torque=joint.at_torque,
    )


def _ring(desk: Desk, state: Closing) -> RingInSeat | None:
    fitted = desk.fitted(desk.at)
    if fitted is None or not has_cap(desk):
        return None
    gaps = state.gaps
    held = desk.floats(desk.at) is Floats.HELD
    toward, away = (gaps.toward_mm, gaps.away_mm) if gaps is not None else (None, None)
    return RingInSeat(fitted.bearing.width_mm, toward, away, planned_gap(desk), held)


def lines_of(state: Closing) -> list[ClosingLine]:
    """What was judged, in the order of work."""
    lines = []
    for what, fact in (
        ("Cap and base", state.paired),
        ("Under load", state.aligned),
        ("Outer ring", state.gaps),
        ("Cap on", state.looked),
    ):
        if fact is not None:
            lines.append(ClosingLine(what, fact.verdict))
    for name, joint in state.joints.items():
        lines += [ClosingLine(name.capitalize(), verdict) for verdict in joint.plan.verdicts]
        if joint.at_torque:
            lines.append(
                ClosingLine(
                    name.capitalize(),
                    Verdict("at torque", Level.GOOD, f"{joint.plan.count} bolts, every pass."),
                )
            )
    return lines


def figures(_: Desk, state: Closing) -> Sequence[Result]:
    """Torques, settings, and the gaps beside the outer ring; each under its joint's name."""
    results: list[Result] = [state.gaps.figure] if state.gaps is not None else []
    for name, joint in state.joints.items():
        for one in (joint.plan.torque, joint.plan.setting):
            if one is not None:
                results.append(
                    replace(one, id=f"{one.id}_{name}", label=f"{name.capitalize()}: {one.label}")
                )
    return results


def findings(_: Desk, state: Closing) -> Sequence[str]:
    """What is worth saying beside the move."""
    worth = (line for line in lines_of(state) if line.verdict.level in (Level.WATCH, Level.UNKNOWN))
    return [f"{line.what}, {line.verdict.word}: {line.verdict.reason}" for line in worth]


def record(desk: Desk, state: Closing) -> Sequence[Section]:
    """The closing for the record."""
    if state.paired is None and not state.joints:
        return []
    habit = (
        [ev.HabitChosen(found)] if (found := habit_of(desk)) is not None and state.joints else []
    )
    entries = (state.paired, *habit, state.load, state.aligned, state.gaps, state.looked)
    lines = tuple(tell(fact) for fact in entries if fact is not None)
    rows = tuple(
        (
            name,
            f"{joint.plan.count} × {joint.plan.screw}",
            f"{number(joint.plan.torque_nm)} N·m",
            joint.plan.wrench.name or "not named",
            (
                "at torque"
                if joint.at_torque
                else f"{len(joint.tight)} of {joint.plan.count * len(PASSES)} pulls"
            ),
        )
        for name, joint in state.joints.items()
    )
    tables = (Table(("Joint", "Bolts", "Torque", "Wrench", "State"), rows),) if rows else ()
    worst = next(
        (line.verdict for line in lines_of(state) if line.verdict.level is Level.STOP), None
    )
    good = (
        state.looked.verdict
        if state.looked is not None
        else state.aligned.verdict
        if state.aligned is not None
        else None
    )
    return [Section("Housing closed", lines, tables, tuple(figures(desk, state)), worst or good)]


def certificate(_: Desk, state: Closing) -> str:
    """The joints and gaps in a line for page one."""
    said = [
        f"{name} {joint.plan.count} × {joint.plan.screw} {number(joint.plan.torque_nm)} N·m"
        f"{f', {joint.plan.wrench.name}' if joint.plan.wrench.name else ''}"
        for name, joint in state.joints.items()
    ]
    if state.gaps is not None:
        said.append(f"gaps {number(state.gaps.toward_mm)} and {number(state.gaps.away_mm)} mm")
    return "; ".join(said)
