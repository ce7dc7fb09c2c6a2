"""A cartridge in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from tribodex.core.bolts.torque import pattern
from tribodex.core.cartridge.building import free_height
from tribodex.core.cartridge.shaft_end import Hand, flinger_gap
from tribodex.core.job.said import celsius, mm, mm_each, newton_metres
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.decide import bearing_of, cover_result, flinger_opens, home, next_pass, slide_in_of, still_in
from tribodex.core.topics.cartridge.move import cover_due
from tribodex.core.topics.cartridge.moves import CartridgeDo as Do
from tribodex.core.topics.cartridge.state import SIDES, Cartridge
from tribodex.core.working import Level, Result, Verdict, number


def _who(fact: Any) -> str:
    return f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.CartridgePlanned():
            return f"Cartridge planned: covers with {fact.plan.screws.count} × {fact.plan.screws.text}{f' ({fact.reason})' if fact.reason else ''}."
        case ev.OuterRingSet():
            return f"Outer ring of the {fact.side} bearing set in the housing."
        case ev.RingCooled():
            return f"Bearing {fact.ring_c:.0f} °C, housing {fact.housing_c:.0f} °C: {fact.verdict.word}."
        case ev.ShaftEntered():
            return "Shaft in the housing, by hand." if fact.by_hand else f"Shaft did not go in: {fact.text}."
        case ev.TurnedOver():
            return f"Turned over, {travel_text(fact.stands_out_mm)} sticks out, {travel_text(fact.free_mm)} free: {fact.verdict.word}."
        case ev.PairTightened():
            return f"Nut pair, first at {fact.torque_nm:g} N·m, {fact.wrench}: {', '.join(v.word for v in fact.verdicts)}.{_who(fact)}"
        case ev.PackedBetween():
            return f"Packed between the pair: {fact.text}."
        case ev.DrawnByCover():
            return f"Cover of the {fact.side} bearing drew it home, inner ring {fact.inner}."
        case ev.CoverMeasured():
            return f"Cover of the {fact.side} bearing: depth {fact.depth_mm:.2f} mm, spigot {fact.spigot_mm:.2f} mm, {fact.verdict.word}."
        case ev.JointSealed():
            return f"Joint of the {fact.side} bearing's cover: {fact.text}."
        case ev.RoundTightened():
            gaps = f", gaps {' + '.join(f'{gap:g}' for gap in fact.gaps_mm)} mm" if fact.gaps_mm else ""
            return f"Round at {fact.torque_nm:g} N·m, cover of the {fact.side} bearing{gaps}: {fact.verdict.word}."
        case ev.CartridgeTurned():
            return f"Turned, both covers on: {'freely' if fact.freely else f'not freely, {fact.text}'}."
        case ev.FlingerSet():
            which = "pinned flinger" if fact.pinned else "flinger"
            return f"{which.capitalize()} at the {fact.end} end, {travel_text(fact.gap_mm)}: {', '.join(v.word for v in fact.verdicts)}."
        case ev.ToppedUp():
            return f"Topped up: {fact.text}; {'no contact' if fact.no_contact else 'something touches'}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.RingCooled():
            return cmd.ReadCooled(celsius(fact.ring_c), celsius(fact.housing_c))
        case ev.TurnedOver():
            return cmd.TurnOver(mm(fact.stands_out_mm), mm(fact.free_mm))
        case ev.PairTightened():
            return cmd.TightenPair(newton_metres(fact.torque_nm), fact.wrench, fact.tab_bent, fact.jammed, fact.decided_by, fact.reason)
        case ev.PackedBetween():
            return cmd.PackBetween(fact.text)
        case ev.CoverMeasured():
            return cmd.MeasureCover(fact.side, mm(fact.depth_mm), mm(fact.spigot_mm))
        case ev.JointSealed():
            return cmd.SealJoint(fact.side, fact.text)
        case ev.RoundTightened():
            return cmd.TightenRound(fact.side, newton_metres(fact.torque_nm), fact.wrench, mm_each(fact.gaps_mm))
        case ev.CartridgeTurned():
            return cmd.TurnCartridge(fact.freely, fact.text)
        case ev.FlingerSet():
            return cmd.SetFlinger(fact.end, mm(fact.gap_mm), fact.pinned, fact.both_screws)
        case ev.ToppedUp():
            return cmd.TopUp(fact.text, fact.no_contact)
        case _:
            return None


@dataclass(frozen=True)
class CartridgeBearing:
    """One bearing of a cartridge for its drawing: sizes (mm), where it is, what its cover does."""

    side: ev.Side
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


@dataclass(frozen=True)
class CartridgeLine:
    """One thing that was said of a cartridge, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class CartridgeFlinger:
    """A flinger as it is drawn: its end, its gap (mm) once set, its verdict."""

    end: ev.End
    gap_mm: float | None
    good: bool


@dataclass(frozen=True)
class CartridgeWork:
    """A cartridge as its panel shows it: bearings, covers with their screws in order, nuts' hand, flingers, the verdicts there are."""

    topic: Literal["cartridge"]
    planned: bool
    fixed_end: ev.End
    bearings: tuple[CartridgeBearing, ...]
    in_housing: bool
    turned_over: bool
    hand: Hand | None
    pair_done: bool
    packed: bool
    screw_order: tuple[int, ...]
    screw: str
    cover_due: ev.Side | None
    flingers: tuple[CartridgeFlinger, ...]
    flinger_due: ev.End | None
    still_in: str
    verdicts: tuple[CartridgeLine, ...]
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
        bearings=tuple(_bearing(desk, state, plan, side) for side in SIDES) if plan is not None else (),
        in_housing=state.entered is not None and state.entered.by_hand,
        turned_over=state.in_housing,
        hand=plan.hand if plan is not None else None,
        pair_done=state.pair_right,
        packed=state.packed is not None,
        screw_order=pattern(plan.screws.count) if plan is not None else (),
        screw=plan.screws.text if plan is not None else "",
        cover_due=cover_due(state) if plan is not None else None,
        flingers=tuple(_flinger(state, end) for end in plan.flingers) if plan is not None else (),
        flinger_due=next(iter(state.flingers_left), None),
        still_in=still_in(desk),
        verdicts=tuple(_lines(state)),
        done=plan is not None and state.finished,
    )


def _bearing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, side: ev.Side) -> CartridgeBearing:
    at = plan.fixed if side == "fixed" else plan.floating
    size, cover = bearing_of(desk, at), state.covers[side]
    said = cover.measured
    return CartridgeBearing(
        side=side,
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
    )


def _flinger(state: Cartridge, end: ev.End) -> CartridgeFlinger:
    said = state.flingers.get(end)
    return CartridgeFlinger(end, said.gap_mm if said is not None else None, end not in state.flingers_left)


def _lines(state: Cartridge) -> list[CartridgeLine]:
    found = []
    for what, fact in (("Before they meet", state.cooled), ("Into the housing", state.entered), ("Turned over", state.over)):
        if fact is not None:
            found.append(CartridgeLine(what, fact.verdict))
    if state.pair is not None:
        found += [CartridgeLine("Nut pair", verdict) for verdict in state.pair.verdicts]
    for side in SIDES:
        said = state.covers[side].measured
        if said is not None:
            found.append(CartridgeLine(f"Cover, {side}", said.verdict))
    for end, flinger in state.flingers.items():
        found += [CartridgeLine(f"Flinger, {end} end", verdict) for verdict in flinger.verdicts]
    return found


def figures(desk: Desk, state: Cartridge) -> Sequence[Result]:
    """Torque of the covers, and what was worked out of readings."""
    plan = state.plan
    if plan is None:
        return []
    found = [plan.screws.torque]
    if state.cooled is not None:
        found.append(slide_in_of(desk, plan, state.cooled.ring_c, state.cooled.housing_c))
    if state.over is not None:
        found.append(free_height(state.over.stands_out_mm, state.over.free_mm))
    found += [cover_result(plan, said) for side in SIDES if (said := state.covers[side].measured) is not None]
    for end, flinger in state.flingers.items():
        gap = flinger_gap(flinger.gap_mm, flinger_opens(plan, end))
        # Each figure is opened by its own name.
        found.append(replace(gap, id=f"flinger_gap_{end}", label=f"{gap.label}, {end} end"))
    return found


def _rounds(state: Cartridge) -> list[str]:
    """How each cover came down, in one line; every round stands in the log."""
    found = []
    for side in SIDES:
        rounds = state.covers[side].rounds
        askew = sum(1 for one in rounds if one.verdict.level is Level.STOP)
        if rounds:
            again = f", {askew} of them askew and done again" if askew else ""
            found.append(f"Cover of the {side} bearing: {len(rounds)} rounds{again}, the last at {rounds[-1].torque_nm:g} N·m.")
    return found


def record(desk: Desk, state: Cartridge) -> Sequence[Section]:
    """The cartridge for the record."""
    plan = state.plan
    if plan is None or state.entered is None:
        return []
    covers = [fact for side in SIDES for fact in (state.covers[side].measured, state.covers[side].sealed)]
    entries = (state.cooled, state.entered, state.over, state.pair, state.packed, state.drawn, *covers, state.turned)
    last = (*state.flingers.values(), state.topped)
    screws = f"Covers: {plan.screws.count} × {plan.screws.text}, {plan.finish.words}, {number(plan.screws.torque_nm)} N·m."
    first = f"Fixed bearing at the {plan.fixed_end} end. {plan.hand.capitalize()}-hand thread. {screws}"
    lines = (first, *(tell(fact) for fact in (*entries, *last) if fact is not None), *_rounds(state))
    worst = next((line.verdict for line in _lines(state) if line.verdict.level is Level.STOP), None)
    good = Verdict("closed", Level.GOOD, "Both covers at torque, flingers free, topped up.")
    return [Section("Cartridge", lines, (), tuple(figures(desk, state)), worst or (good if state.finished else None), page=Page.ONE)]
