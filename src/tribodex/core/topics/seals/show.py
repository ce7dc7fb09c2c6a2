"""The seals of a housing in words, on their panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from tribodex.core.job.said import mm, newton_metres, plain, typed_again, value_of
from tribodex.core.job.topic import Desk
from tribodex.core.seals.kinds import (
    SETTING,
    LipSide,
    Purpose,
    SealKind,
    Setting,
    lip_asked,
    lip_side,
)
from tribodex.core.seals.labyrinth import Half
from tribodex.core.seals.material import SealCode, SealMaterials
from tribodex.core.sheet import Section
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals.moves import SealsDo as Do
from tribodex.core.topics.seals.plan import bearing_stays, play_asked, shaft_here
from tribodex.core.topics.seals.state import Seals, SideNow
from tribodex.core.working import Level, Result, Verdict, number


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.SealsPlanned():
            of = f", {fact.plan.material}" if fact.plan.material else ""
            drawn = (
                f" Lip {fact.plan.drawn.side.words}, by {fact.plan.drawn.source}."
                if fact.plan.drawn is not None
                else ""
            )
            grease = f" Grease: {fact.plan.grease}." if fact.plan.grease else ""
            return (
                f"Seals planned: {fact.plan.kind.words}{of}, {fact.plan.purpose.words},"
                f" {' and '.join(fact.plan.sides)}.{drawn}{grease}"
            )
        case ev.LabyrinthJoined():
            rings = (
                "no piston rings"
                if fact.rings is Half.NEITHER
                else f"piston rings on {fact.rings.words}"
            )
            return (
                f"{fact.side.capitalize()} labyrinth joined on the bench, {rings}:"
                f" {fact.verdict.word}."
            )
        case ev.RingOn():
            lip = f", lip {fact.lip.words}" if fact.lip is not None else ""
            free = f", {number(fact.free_mm)} mm wide before" if fact.free_mm is not None else ""
            return f"{fact.side.capitalize()} ring on the shaft{lip}{free}: {fact.verdict.word}."
        case ev.VRingPushed():
            free = f", {number(fact.free_mm)} mm before" if fact.free_mm is not None else ""
            return (
                f"{fact.side.capitalize()} V-ring set to {number(fact.width_mm)} mm{free}:"
                f" {fact.verdict.word}."
            )
        case ev.SealSet():
            return (
                f"{fact.side.capitalize()} seal in place:"
                f" {fact.verdict.word}{f' ({fact.rubs})' if fact.rubs else ''}."
            )
        case ev.LabyrinthPlaced():
            gaps = (
                f"{number(fact.growth_side_mm)} mm towards the growth, {number(fact.other_mm)} mm"
                " on the other side"
            )
            where = (
                ""
                if fact.reached is None
                else ", set screws outside"
                if fact.reached
                else ", set screws inside"
            )
            torque = (
                f", at {fact.torque_nm:g} N·m, {fact.wrench}" if fact.torque_nm is not None else ""
            )
            tight = f" {fact.tight.word.capitalize()}." if fact.tight is not None else ""
            return (
                f"{fact.side.capitalize()} labyrinth: {gaps}{where}{torque},"
                f" {fact.verdict.word}.{tight}"
            )
        case ev.SealPurged():
            strokes = f", {fact.strokes} strokes" if fact.strokes is not None else ""
            return f"{fact.side.capitalize()} labyrinth{strokes}: {fact.verdict.word}."
        case ev.SealKept():
            every = how_often(fact)
            return (
                f"Labyrinth purged {every}, by {fact.source}."
                if every
                else f"How often the labyrinth is purged: {fact.source} says."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.SealsPlanned():
            plan = typed_again(cmd.PlanSeals, fact.plan.typed)
            return replace(plan, seal=SealKind(plan.seal), purpose=Purpose(plan.purpose))
        case ev.RingOn():
            return cmd.PutRingOn(fact.side, value_of(fact.lip), fact.protected, mm(fact.free_mm))
        case ev.SealSet():
            return cmd.SetSeal(fact.side, fact.greased, fact.joint_top, fact.rubs)
        case ev.LabyrinthPlaced():
            reached: Literal["", "yes", "no"] = (
                "" if fact.reached is None else "yes" if fact.reached else "no"
            )
            torque = newton_metres(fact.torque_nm) if fact.torque_nm is not None else ""
            return cmd.PlaceLabyrinth(
                fact.side,
                mm(fact.growth_side_mm),
                mm(fact.other_mm),
                fact.screws,
                torque,
                fact.wrench,
                reached,
            )
        case ev.LabyrinthJoined():
            return cmd.JoinLabyrinth(
                fact.side, fact.rings, fact.filled, fact.turns, fact.rings_up, fact.chamfer_first
            )
        case ev.VRingPushed():
            return cmd.PushVRing(fact.side, mm(fact.width_mm), fact.even, mm(fact.free_mm))
        case ev.SealPurged():
            return cmd.PurgeSeal(fact.side, fact.shows, plain(fact.strokes))
        case ev.SealKept():
            return cmd.KeepSeal(
                plain(fact.every_days), plain(fact.every_h), plain(fact.hours_per_day), fact.source
            )
        case _:
            return None


def how_often(fact: ev.SealKept) -> str:
    """How often a labyrinth is purged, in words; empty where nobody said yet."""
    hours = f"every {number(fact.every_h)} h of running" if fact.every_h is not None else ""
    days = f"every {number(fact.every_days)} days" if fact.every_days is not None else ""
    return f"{hours} or {days}, whichever comes first" if hours and days else hours or days


@dataclass(frozen=True)
class SealSide:
    """The seal of one side: whether the plan has one, which way its lip looks and should, what is
    left to do.
    """

    side: ev.Side
    planned: bool
    lip: LipSide | None
    on: bool
    left: str
    purged: bool
    width_mm: float | None = None
    free_mm: float | None = None
    rings: Half | None = None


@dataclass(frozen=True)
class SealKindChoice:
    """A kind of seal: whether a material is asked of it, what holds it on the shaft, and, where it
    rubs, speed, warmth and lead-in.
    """

    value: SealKind
    words: str
    asks_material: bool
    asks_held: bool
    rubs: bool
    has_lip: bool
    asks_inner: bool


@dataclass(frozen=True)
class SealLine:
    """One thing that was judged of the seals."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class SealWork:
    """The seals of a housing as their panel shows them; sizes (mm) for the drawing."""

    topic: Literal["seals"]
    kind: SealKind | None
    asked_lip: LipSide | None
    has_lip: bool
    setting: Setting | None
    halves: bool
    asks_moves: bool
    screw: str
    sides: tuple[SealSide, ...]
    due_side: ev.Side | None
    shaft_mm: float
    bore_mm: float
    outside_mm: float
    width_mm: float
    kinds: tuple[SealKindChoice, ...]
    materials: tuple[str, ...]
    lines: tuple[SealLine, ...]
    done: bool
    asks: Do | None


def view(desk: Desk, state: Seals) -> SealWork:
    """The seals as they are shown."""
    plan, fitted = state.plan, desk.fitted(desk.at)
    b = fitted.bearing if fitted is not None else None
    asking = not state.planned_right
    due = state.next
    side: ev.Side | None = (
        "inboard"
        if not state.inboard_done and plan is not None
        else due[0]
        if due is not None
        else None
    )
    return SealWork(
        asks=None,
        topic="seals",
        kind=plan.kind if plan is not None else None,
        asked_lip=(
            lip_asked(plan.kind, plan.purpose, plan.drawn)
            if plan is not None and plan.kind.has_lip
            else None
        ),
        has_lip=plan is not None and plan.kind.has_lip,
        setting=SETTING[plan.kind] if plan is not None else None,
        halves=plan is not None and plan.halves,
        asks_moves=asking and play_asked(desk, None)[0].value is None,
        screw=plan.screw.words if plan is not None and plan.screw is not None else "",
        sides=tuple(_side(state, side) for side in state.sides),
        due_side=side,
        shaft_mm=shaft_here(desk) or 0.0,
        bore_mm=b.bore_mm if b is not None else 0.0,
        outside_mm=b.outside_mm if b is not None else 0.0,
        width_mm=b.width_mm if b is not None else 0.0,
        kinds=tuple(_kind(kind, stays=bearing_stays(desk)) for kind in SealKind) if asking else (),
        materials=(
            tuple(row.name for row in desk.book(SealMaterials).rows if row.name.isupper())
            if asking
            else ()
        ),
        lines=tuple(_lines(state)),
        done=plan is not None and state.inboard_done and due is None and not state.asks_how_often,
    )


def _kind(kind: SealKind, *, stays: bool) -> SealKindChoice:
    """A kind of seal as it is offered; `stays`: a ring in one piece does not pass the bearing."""
    return SealKindChoice(
        value=kind,
        words=kind.words,
        asks_material=kind.has_material,
        asks_held=kind is SealKind.V_RING,
        rubs=kind.rubs,
        has_lip=kind.has_lip,
        asks_inner=stays and not kind.goes_round,
    )


def _side(state: Seals, side: ev.Side) -> SealSide:
    now, plan = state.sides[side], state.plan
    return SealSide(
        side=side,
        planned=plan is not None and side in plan.sides,
        lip=now.on.lip if now.on is not None else None,
        on=now.on_right,
        left=state.left(side),
        purged=now.purged is not None and now.purged.shows,
        width_mm=now.pushed.width_mm if now.pushed is not None else None,
        free_mm=now.free_mm,
        rings=now.joined.rings if now.joined is not None else None,
    )


def _lines(state: Seals) -> list[SealLine]:
    lines = [
        SealLine("Plan", verdict)
        for verdict in (state.plan.verdicts if state.plan is not None else ())
    ]
    for side, now in state.sides.items():
        for fact in _of(now):
            # A ring without a lip goes on either way: there is nothing to say of it.
            if (
                isinstance(fact, ev.RingOn)
                and state.plan is not None
                and not state.plan.kind.has_lip
            ):
                continue
            lines += [SealLine(side.capitalize(), verdict) for verdict in fact.judgements()]
    return lines


def _of(
    now: SideNow,
) -> list[
    ev.LabyrinthJoined
    | ev.RingOn
    | ev.LabyrinthPlaced
    | ev.VRingPushed
    | ev.SealSet
    | ev.SealPurged
]:
    """What was said of a side, in the order of work."""
    return [
        fact
        for fact in (now.joined, now.on, now.placed, now.pushed, now.set, now.purged)
        if fact is not None
    ]


def figures(_: Desk, state: Seals) -> Sequence[Result]:
    """Speed, lead-in, play, width of a V-ring: what a measured ring said of it goes before the
    plan.
    """
    if state.plan is None:
        return ()
    said = next((now.pushed.asked for now in state.sides.values() if now.pushed is not None), None)
    return [
        said if said is not None and figure.id == said.id else figure
        for figure in state.plan.figures
    ]


def findings(_: Desk, state: Seals) -> Sequence[str]:
    """What is worth saying beside the move."""
    found = [
        f"{v.word.capitalize()}: {v.reason}"
        for v in (state.plan.verdicts if state.plan is not None else ())
        if v.level is Level.WATCH
    ]
    plan = state.plan
    if (
        plan is not None
        and plan.kind.rubs
        and (
            not any(figure.id == "lip_speed" for figure in plan.figures)
            or any(v.says(SealCode.MATERIAL_NOT_KNOWN) for v in plan.verdicts)
        )
    ):
        found.append(
            "Material and speed are not known together: whether the lip stands it stays open."
        )
    if (
        plan is not None
        and plan.drawn is not None
        and plan.drawn.side is not lip_side(plan.kind, plan.purpose)
    ):
        found.append(
            f"By its purpose alone the lip would look {lip_side(plan.kind, plan.purpose).words}:"
            f" {plan.drawn.source} goes first."
        )
    return found


def record(desk: Desk, state: Seals) -> Sequence[Section]:
    """The seals for the record."""
    if state.plan is None:
        return []
    entries = [fact for now in state.sides.values() for fact in _of(now)]
    kept = [tell(state.kept)] if state.kept is not None else []
    lines = (tell(ev.SealsPlanned(state.plan)), *(tell(fact) for fact in entries), *kept)
    worst = next((line.verdict for line in _lines(state) if line.verdict.level is Level.STOP), None)
    good = entries[-1].verdict if entries else None
    return [Section("Seals", lines, (), tuple(figures(desk, state)), worst or good)]


def certificate(_: Desk, state: Seals) -> str:
    """The seals in a line for page one."""
    plan = state.plan
    return (
        f"{plan.kind.words}, {' and '.join(plan.sides)}, {plan.purpose.words}"
        if plan is not None
        else ""
    )
