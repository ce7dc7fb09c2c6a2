"""A cartridge as its panel and its drawing show it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.bolts.torque import pattern
from tribodex.core.cartridge.assembly import End, From, Stands
from tribodex.core.cartridge.parts import SIDES, Side, parts_of
from tribodex.core.cartridge.shaft_end import Hand
from tribodex.core.components.straight import StraightKind
from tribodex.core.job.topic import Desk
from tribodex.core.shouldered.retaining_ring import Sits
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.built import (
    TAKEN_OFF,
    done,
    held_down,
    hindered,
    home,
    lying,
    steps_left,
)
from tribodex.core.topics.cartridge.closing import cover_result, next_pass
from tribodex.core.topics.cartridge.decide import bearing_of
from tribodex.core.topics.cartridge.move import cover_due, due, wrong_part
from tribodex.core.topics.cartridge.moves import CartridgeDo as Do
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.working import Verdict


@dataclass(frozen=True)
class CartridgeHeld:
    """A retaining ring of a bearing as it is drawn: where it sits, whether it is in its groove, in
    order.
    """

    sits: Sits
    seated: bool


@dataclass(frozen=True)
class CartridgeBearing:
    """One bearing of a cartridge for its drawing: sizes (mm), where it is, what its cover does."""

    side: Side
    kind: StraightKind
    label: str
    bore_mm: float
    outside_mm: float
    width_mm: float
    on: bool
    ring_due: bool
    passes: int
    next_nm: float | None
    cover: Verdict | None
    cover_mm: float | None
    has_cover: bool
    rings: tuple[CartridgeHeld, ...]


@dataclass(frozen=True)
class CartridgeStep:
    """A step of the order that is left: the part, or, with `up`, the housing turned over; `why`
    what is in its way, empty where it may come now.
    """

    part: str
    name: str
    up: End | None
    why: str


@dataclass(frozen=True)
class CartridgePart:
    """A part that is on and comes off by itself."""

    part: str
    name: str


@dataclass(frozen=True)
class CartridgeNuts:
    """A nut pair as it is drawn: its end, empty where nobody said which, and whether it is in
    order.
    """

    end: From
    done: bool


@dataclass(frozen=True)
class CartridgeRing:
    """A retaining ring by its bearing, on the shaft or in the bore."""

    side: Side
    sits: Sits


@dataclass(frozen=True)
class CartridgeLine:
    """One thing that was said of a cartridge, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class CartridgeFlinger:
    """A flinger as it is drawn: its end, its gap (mm) once set, its verdict."""

    end: End
    gap_mm: float | None
    good: bool


@dataclass(frozen=True)
class CartridgeWork:
    """A cartridge as its panel shows it: bearings, covers with their screws in order, nuts' hand,
    flingers, the verdicts there are.
    """

    topic: Literal["cartridge"]
    planned: bool
    fixed_end: End
    bearings: tuple[CartridgeBearing, ...]
    in_housing: bool
    hand: Hand | None
    packed: bool
    screw_order: tuple[int, ...]
    screw: str
    cover_due: Side | None
    flingers: tuple[CartridgeFlinger, ...]
    flinger_due: End | None
    verdicts: tuple[CartridgeLine, ...]
    steps: tuple[CartridgeStep, ...]
    comes_off: tuple[CartridgePart, ...]
    stands: Stands
    up: End | None
    clamped: bool
    nut_due: str
    nuts: tuple[CartridgeNuts, ...]
    ring_due: CartridgeRing | None
    rod_out: bool
    done: bool
    asks: Do | None


def view(desk: Desk, state: Cartridge) -> CartridgeWork:
    """The cartridge as it is shown."""
    plan = state.plan
    return CartridgeWork(
        asks=None,
        topic="cartridge",
        planned=plan is not None,
        fixed_end=plan.fixed_end if plan is not None else "drive",
        bearings=(
            tuple(_bearing(desk, state, plan, side) for side in SIDES) if plan is not None else ()
        ),
        in_housing=state.entered is not None and state.entered.by_hand,
        hand=plan.nut(due(desk, state, "nuts"))[0] if plan is not None else None,
        packed=state.packed is not None,
        screw_order=pattern(plan.screws.count) if plan is not None else (),
        screw=plan.screws.text if plan is not None else "",
        cover_due=cover_due(desk, state),
        flingers=tuple(_flinger(state, end) for end in plan.flingers) if plan is not None else (),
        flinger_due=_end(due(desk, state, "flinger")),
        verdicts=tuple(lines(state)),
        steps=_steps(desk, state),
        comes_off=_comes_off(desk, state),
        stands=plan.made.stands if plan is not None else Stands.UPRIGHT,
        up=state.up,
        clamped=plan is not None and plan.made.clamped,
        nut_due=due(desk, state, "nuts"),
        nuts=(
            tuple(CartridgeNuts(end, state.pair_done(end)) for end in plan.made.nuts)
            if plan is not None
            else ()
        ),
        ring_due=CartridgeRing(*ring) if (ring := _ring_due(desk, state)) is not None else None,
        rod_out=state.rod_in and not state.rod_out,
        done=plan is not None and state.finished,
    )


def _steps(desk: Desk, state: Cartridge) -> tuple[CartridgeStep, ...]:
    plan = state.plan
    if plan is None:
        return ()
    steps = []
    for step in steps_left(desk, state, plan):
        if step.part is None:
            steps.append(CartridgeStep("", "turn the housing over", step.up, ""))
            continue
        why = hindered(desk, state, plan, step.part)
        steps.append(
            CartridgeStep(step.part.id, step.part.name, None, why.words if why is not None else "")
        )
    return tuple(steps)


def _comes_off(desk: Desk, state: Cartridge) -> tuple[CartridgePart, ...]:
    """What is on, comes off by itself, and has nothing resting on it."""
    plan = state.plan
    if plan is None:
        return ()
    there = lying(desk, state, plan)
    on = [
        part
        for part in parts_of(plan.made)
        if part.id in there and part.id.partition(".")[0] in TAKEN_OFF
    ]
    return tuple(
        CartridgePart(part.id, part.name)
        for part in on
        if held_down(desk, state, plan, part) is None
    )


def _ring_due(desk: Desk, state: Cartridge) -> tuple[Side, Sits] | None:
    """The retaining ring that comes next; None where none is left."""
    plan = state.plan
    if plan is None:
        return None
    ids = [f"ring_{ring.row.sits}.{ring.side}" for ring in plan.rings]
    wanted = (
        wrong_part(state, plan),
        *(step.part.id for step in steps_left(desk, state, plan) if step.part is not None),
    )
    first = next((one for one in wanted if one in ids), None)
    return next(
        (
            (ring.side, ring.row.sits)
            for ring in plan.rings
            if f"ring_{ring.row.sits}.{ring.side}" == first
        ),
        None,
    )


def _bearing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, side: Side) -> CartridgeBearing:
    at = plan.place(side)
    size, cover, there = bearing_of(desk, at), state.covers[side], done(desk, state, plan)
    said = cover.measured
    return CartridgeBearing(
        side=side,
        kind=size.kind,
        label=size.label,
        bore_mm=size.bore_mm,
        outside_mm=size.outside_mm,
        width_mm=size.width_mm,
        on=home(desk, at),
        ring_due=side in state.rings_left,
        passes=cover.passes,
        next_nm=next_pass(plan, cover),
        cover=said.verdict if said is not None else None,
        cover_mm=cover_result(plan, said).value if said is not None else None,
        has_cover=plan.made.seat(side).end in plan.made.covers,
        rings=tuple(
            CartridgeHeld(ring.row.sits, f"ring_{ring.row.sits}.{side}" in there)
            for ring in plan.rings
            if ring.side == side
        ),
    )


def _end(typed: str) -> End | None:
    return "drive" if typed == "drive" else "far" if typed == "far" else None


def _flinger(state: Cartridge, end: End) -> CartridgeFlinger:
    said = state.flingers.get(end)
    return CartridgeFlinger(
        end, said.gap_mm if said is not None else None, end not in state.flingers_left
    )


def lines(state: Cartridge) -> list[CartridgeLine]:
    """Everything that was said of it, with its verdict."""
    found = []
    said = (
        ("Before they meet", state.cooled),
        ("Room below", state.below),
        ("Into the housing", state.entered),
        ("Turned over", state.over),
    )
    for what, fact in said:
        if fact is not None:
            found.append(CartridgeLine(what, fact.verdict))
    for (side, sits), ring in state.held.items():
        found.append(CartridgeLine(f"Retaining ring, {sits}, {side}", ring.verdict))
    for end, pair in state.pairs.items():
        found += [
            CartridgeLine(f"Nut pair, {end} end" if end else "Nut pair", verdict)
            for verdict in pair.verdicts
        ]
    for side in SIDES:
        cover = state.covers[side].measured
        if cover is not None:
            found.append(CartridgeLine(f"Cover, {side}", cover.verdict))
    for end, flinger in state.flingers.items():
        found += [CartridgeLine(f"Flinger, {end} end", verdict) for verdict in flinger.verdicts]
    return found
