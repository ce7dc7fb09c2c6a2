"""A cartridge in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from tribodex.core.cartridge.building import free_height
from tribodex.core.cartridge.grease import grease_between
from tribodex.core.cartridge.parts import SIDES
from tribodex.core.cartridge.shaft_end import flinger_gap
from tribodex.core.job.said import celsius, mm, mm_each, newton_metres, with_unit
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.closing import cover_result, flinger_opens
from tribodex.core.topics.cartridge.decide import slide_in_of
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.topics.cartridge.view import lines
from tribodex.core.working import Level, Result, Verdict, number


def _who(fact: Any) -> str:
    return f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.CartridgePlanned():
            return (
                f"Cartridge planned: covers with {fact.plan.screws.count} ×"
                f" {fact.plan.screws.text}{f' ({fact.reason})' if fact.reason else ''}."
            )
        case ev.OuterRingSet():
            return f"Outer ring of the {fact.side} bearing set in the housing."
        case ev.RingCooled():
            return (
                f"Bearing {fact.ring_c:.0f} °C, housing {fact.housing_c:.0f} °C:"
                f" {fact.verdict.word}."
            )
        case ev.ShaftEntered():
            return (
                "Shaft in the housing, by hand."
                if fact.by_hand
                else f"Shaft did not go in: {fact.text}."
            )
        case ev.FreeBelow():
            return (
                f"Room below: {travel_text(fact.stands_out_mm)} will stick out,"
                f" {travel_text(fact.free_mm)} free: {fact.verdict.word}."
            )
        case ev.RodUsed():
            return f"Handle rod {'off again' if fact.out else 'on'}."
        case ev.RingSeated():
            where = "on the shaft" if fact.sits == "shaft" else "in the bore"
            ends = (
                ""
                if fact.before_mm is None or fact.after_mm is None
                else f", ends {fact.before_mm:g} mm before, {fact.after_mm:g} mm after"
            )
            return f"Retaining ring {where} at the {fact.side} bearing{ends}: {fact.verdict.word}."
        case ev.PartOff():
            return f"Off again, {fact.part.replace('.', ' of ')}: {fact.reason}."
        case ev.NextChosen():
            return f"Next, by choice: {fact.part.replace('.', ' of ')}."
        case ev.TurnedOver():
            return (
                f"Turned over, {travel_text(fact.stands_out_mm)} sticks out,"
                f" {travel_text(fact.free_mm)} free: {fact.verdict.word}."
            )
        case _:
            return _tell_closed(fact)


def _tell_closed(fact: Any) -> str:
    """Nuts, grease, covers and flingers."""
    match fact:
        case ev.PairTightened():
            return (
                f"Nut pair, first at {fact.torque_nm:g} N·m, {fact.wrench}:"
                f" {', '.join(v.word for v in fact.verdicts)}.{_who(fact)}"
            )
        case ev.PackedBetween():
            weighed = f", {fact.grams:g} g" if fact.grams is not None else ""
            judged = f": {fact.verdict.word}" if fact.verdict is not None else ""
            return f"Packed between the pair: {fact.text}{weighed}{judged}."
        case ev.DrawnByCover():
            return f"Cover of the {fact.side} bearing drew it home, inner ring {fact.inner}."
        case ev.CoverMeasured():
            return (
                f"Cover of the {fact.side} bearing: depth {fact.depth_mm:.2f} mm, spigot"
                f" {fact.spigot_mm:.2f} mm, {fact.verdict.word}."
            )
        case ev.JointSealed():
            return f"Joint of the {fact.side} bearing's cover: {fact.text}."
        case ev.RoundTightened():
            gaps = (
                f", gaps {' + '.join(f'{gap:g}' for gap in fact.gaps_mm)} mm"
                if fact.gaps_mm
                else ""
            )
            return (
                f"Round at {fact.torque_nm:g} N·m, cover of the {fact.side} bearing{gaps}:"
                f" {fact.verdict.word}."
            )
        case ev.CartridgeTurned():
            return (
                "Turned, both covers on:"
                f" {'freely' if fact.freely else f'not freely, {fact.text}'}."
            )
        case ev.FlingerSet():
            which = "pinned flinger" if fact.pinned else "flinger"
            return (
                f"{which.capitalize()} at the {fact.end} end, {travel_text(fact.gap_mm)}:"
                f" {', '.join(v.word for v in fact.verdicts)}."
            )
        case ev.ToppedUp():
            weighed = f", {fact.grams:g} g" if fact.grams is not None else ""
            amount = f", {fact.verdict.word}" if fact.verdict is not None else ""
            return (
                f"Topped up: {fact.text}{weighed}{amount};"
                f" {'no contact' if fact.no_contact else 'something touches'}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.RingCooled():
            return cmd.ReadCooled(celsius(fact.ring_c), celsius(fact.housing_c))
        case ev.TurnedOver():
            return cmd.TurnOver(mm(fact.stands_out_mm), mm(fact.free_mm))
        case ev.FreeBelow():
            return cmd.MeasureBelow(mm(fact.stands_out_mm), mm(fact.free_mm))
        case ev.RodUsed():
            return cmd.UseRod(fact.out)
        case ev.RingSeated():
            proofs = fact.groove_free, fact.below_surface, fact.turns
            return cmd.SeatRing(
                fact.side, fact.sits, *proofs, mm(fact.before_mm), mm(fact.after_mm)
            )
        case ev.PairTightened():
            return cmd.TightenPair(
                newton_metres(fact.torque_nm),
                fact.wrench,
                fact.tab_bent,
                fact.jammed,
                fact.decided_by,
                fact.reason,
                fact.end,
            )
        case ev.PackedBetween():
            return cmd.PackBetween(fact.text, with_unit(fact.grams, "g"))
        case ev.CoverMeasured():
            return cmd.MeasureCover(fact.side, mm(fact.depth_mm), mm(fact.spigot_mm))
        case ev.JointSealed():
            return cmd.SealJoint(fact.side, fact.text)
        case ev.RoundTightened():
            return cmd.TightenRound(
                fact.side, newton_metres(fact.torque_nm), fact.wrench, mm_each(fact.gaps_mm)
            )
        case ev.CartridgeTurned():
            return cmd.TurnCartridge(fact.freely, fact.text)
        case ev.FlingerSet():
            return cmd.SetFlinger(fact.end, mm(fact.gap_mm), fact.pinned, fact.both_screws)
        case ev.ToppedUp():
            return cmd.TopUp(fact.text, fact.no_contact, with_unit(fact.grams, "g"))
        case _:
            return None


def figures(desk: Desk, state: Cartridge) -> Sequence[Result]:
    """Torque of the covers, and what was worked out of readings."""
    plan = state.plan
    if plan is None:
        return []
    results = [
        plan.screws.torque,
        *([grease_between(plan.space)] if plan.space is not None else []),
    ]
    if state.cooled is not None:
        results.append(slide_in_of(desk, plan, state.cooled.ring_c, state.cooled.housing_c))
    if state.below is not None:
        results.append(
            replace(
                free_height(state.below.stands_out_mm, state.below.free_mm),
                id="free_before",
                label="Free height before lowering",
            )
        )
    if state.over is not None:
        results.append(free_height(state.over.stands_out_mm, state.over.free_mm))
    results += [
        cover_result(plan, said)
        for side in SIDES
        if (said := state.covers[side].measured) is not None
    ]
    for end, flinger in state.flingers.items():
        gap = flinger_gap(flinger.gap_mm, flinger_opens(plan, end))
        # Each figure is opened by its own name.
        results.append(replace(gap, id=f"flinger_gap_{end}", label=f"{gap.label}, {end} end"))
    return results


def _rounds(state: Cartridge) -> list[str]:
    """How each cover came down, in one line; every round stands in the log."""
    found = []
    for side in SIDES:
        rounds = state.covers[side].rounds
        askew = sum(1 for one in rounds if one.verdict.level is Level.STOP)
        if rounds:
            again = f", {askew} of them askew and done again" if askew else ""
            found.append(
                f"Cover of the {side} bearing: {len(rounds)} rounds{again}, the last at"
                f" {rounds[-1].torque_nm:g} N·m."
            )
    return found


def record(desk: Desk, state: Cartridge) -> Sequence[Section]:
    """The cartridge for the record."""
    plan = state.plan
    if plan is None or state.entered is None:
        return []
    covers = [
        fact for side in SIDES for fact in (state.covers[side].measured, state.covers[side].sealed)
    ]
    closed = (*state.held.values(), *state.pairs.values(), state.packed, state.drawn)
    entries = (state.cooled, state.below, state.entered, state.over, *closed, *covers, state.turned)
    last = (*state.flingers.values(), state.topped)
    screws = (
        f"Covers: {plan.screws.count} × {plan.screws.text}, {plan.finish.words},"
        f" {number(plan.screws.torque_nm)} N·m."
    )
    thread = f" {plan.hand.capitalize()}-hand thread." if plan.hand is not None else ""
    stood = f" Built {plan.made.stands}." if plan.makeup is not None else ""
    first = (
        f"Fixed bearing at the {plan.fixed_end} end.{thread}{stood}"
        f" {screws if plan.made.covers else 'No covers.'}"
    )
    said_of = (
        first,
        *(tell(fact) for fact in (*entries, *last) if fact is not None),
        *_rounds(state),
    )
    worst = next((line.verdict for line in lines(state) if line.verdict.level is Level.STOP), None)
    good = Verdict(
        "closed",
        Level.GOOD,
        ("Both covers" if len(plan.made.covers) == 2 else "Its cover")
        + " at torque, flingers free, topped up.",
    )
    return [
        Section(
            "Cartridge",
            said_of,
            (),
            tuple(figures(desk, state)),
            worst or (good if state.finished else None),
            page=Page.ONE,
        )
    ]
