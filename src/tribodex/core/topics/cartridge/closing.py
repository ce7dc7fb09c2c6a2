"""What closes a cartridge in: nut pairs, grease, covers, flingers."""

from __future__ import annotations

from enum import StrEnum
from typing import Any

from tribodex.core.bolts.torque import PASSES, judge_torque
from tribodex.core.cartridge.assembly import End
from tribodex.core.cartridge.covers import cover_clear, cover_nip, cover_room, evenness, may_draw
from tribodex.core.cartridge.grease import judge_between
from tribodex.core.cartridge.parts import ENTRY, part_id
from tribodex.core.cartridge.shaft_end import flinger_gap, judge_hand
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import decided, text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_mass_g, parse_torque_nm, read_length
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.built import done
from tribodex.core.topics.cartridge.state import Cartridge, Cover
from tribodex.core.topics.stock import TOPIC as STOCK
from tribodex.core.working import Level, Result, Verdict


class ClosingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_JAMMED = "cartridge_work.not_jammed"
    NOT_JUDGED = "cartridge_work.not_judged"
    NO_TAB = "cartridge_work.no_tab"
    ONE_SCREW = "cartridge_work.one_screw"
    WRONG_FLINGER = "cartridge_work.wrong_flinger"


# Gaps under a cover and at a flinger: a hand’s breadth would be a wrong part.
SHORT_UM = (0.0, 300_000.0)


def closing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: Any) -> Fact:
    """The entry of a command that closes it in. Raises InvalidInput or Refused."""
    if isinstance(command, cmd.MeasureCover | cmd.DrawByCover) and not desk.correcting:
        _may_be_tried(desk, state, plan, command)
    match command:
        case cmd.TightenPair():
            return _pair(plan, command)
        case cmd.PackBetween():
            return packed(state, plan, command)
        case cmd.DrawByCover():
            return ev.DrawnByCover(command.side, command.inner, may_draw(command.inner))
        case cmd.MeasureCover():
            return _measured(plan, command)
        case cmd.SealJoint():
            return ev.JointSealed(
                command.side,
                text(
                    command.text,
                    "text",
                    "which sealant, or “none, as the maker asks”; excess wiped off",
                ),
            )
        case _:
            return _round(desk, state, plan, command)


def _may_be_tried(
    desk: Desk,
    state: Cartridge,
    plan: ev.CartridgePlan,
    command: cmd.MeasureCover | cmd.DrawByCover,
) -> None:
    """A cover is measured, and draws a bearing home, while the shaft is in; measured against a ring
    that is home.
    """
    there, seat = done(desk, state, plan), plan.made.seat(command.side)
    if seat.end not in plan.made.covers:
        raise Refused(f"No cover is planned at the {command.side} bearing.")
    if ENTRY not in there:
        raise Refused("First the shaft in its housing.")
    # The depth is measured to a ring that lies where it will run, not where it lay on the bench.
    if isinstance(command, cmd.MeasureCover) and part_id("bearing", command.side) not in there:
        raise Refused(f"First the {command.side} bearing, against its shoulder.")


def _weighed(amount: str, before: Verdict | None) -> float | None:
    """The weight of grease as it was said; after too much it is weighed again, no word alone takes
    that back.
    """
    if not amount.strip() and before is not None and before.level is Level.STOP:
        raise InvalidInput.at("amount", "It was too much: weigh what is in now.", "55 g")
    return parse_mass_g(amount, "amount") if amount.strip() else None


def packed(state: Cartridge, plan: ev.CartridgePlan, command: cmd.PackBetween) -> ev.PackedBetween:
    """Grease between the pair, judged where its weight was said and the space is known."""
    said = text(command.text, "text", "which grease, how much")
    grams = _weighed(command.amount, state.packed.verdict if state.packed is not None else None)
    verdict = (
        judge_between(plan.space, grams, topped=False)
        if plan.space is not None and grams is not None
        else None
    )
    return ev.PackedBetween(said, grams, verdict)


def topped(state: Cartridge, plan: ev.CartridgePlan, command: cmd.TopUp) -> ev.ToppedUp:
    """Topped up: with what was packed before it comes to the whole amount."""
    said = text(command.text, "text", "which grease, how much; what was heard and seen")
    grams = _weighed(command.amount, state.topped.verdict if state.topped is not None else None)
    before = state.packed.grams if state.packed is not None else None
    known = plan.space is not None and grams is not None and before is not None
    verdict = judge_between(plan.space, before + grams, topped=True) if known else None  # type: ignore[arg-type, operator]
    return ev.ToppedUp(said, command.no_contact, grams, verdict)


def pair_torque(plan: ev.CartridgePlan) -> Span | None:
    """What the first nut is tightened to; None while its maker's torque is not known."""
    return None if plan.nut_nm is None else Span(plan.nut_nm, plan.nut_nm)


def _pair(plan: ev.CartridgePlan, command: cmd.TightenPair) -> ev.PairTightened:
    nm, wrench = (
        parse_torque_nm(command.torque, "torque"),
        text(command.wrench, "wrench", "which wrench and hook"),
    )
    by, reason = decided(command.decided_by, command.reason)
    asked = pair_torque(plan)
    hand, turning = plan.nut(command.end)
    # A nut that tightens as the shaft turns goes on by itself and takes the clearance; one that
    # loosens is lost. Its hand comes first.
    verdicts = [judge_hand(hand, turning)] if hand is not None else []
    if asked is not None:
        verdicts.append(
            judge_torque(
                asked,
                nm,
                low_why="the ring creeps on its seat.",
                high_why="it takes the bearing's clearance.",
            )
        )
    else:
        verdicts.append(
            Verdict("torque not checked", Level.WATCH, "Its maker's torque is not in the plan.")
        )
    if not command.tab_bent:
        verdicts.append(
            Verdict(
                "no tab",
                Level.STOP,
                "No tab lies in a slot: tighten the first nut to the next one, never loosen.",
                code=ClosingCode.NO_TAB,
            )
        )
    if not command.jammed:
        verdicts.append(
            Verdict(
                "not jammed",
                Level.STOP,
                "The second nut is not tight against the first: hold the first, jam the second.",
                code=ClosingCode.NOT_JAMMED,
            )
        )
    return ev.PairTightened(
        torque_nm=round(nm, 2),
        wrench=wrench,
        tab_bent=command.tab_bent,
        jammed=command.jammed,
        verdicts=tuple(verdicts),
        decided_by=by,
        reason=reason,
        end=command.end or (plan.made.nuts[0] if len(plan.made.nuts) == 1 else ""),
    )


def cover_result(plan: ev.CartridgePlan, said: ev.CoverMeasured) -> Result:
    """What a cover's spigot does: clamps the fixed bearing, leaves room at the floating one, stands
    clear of a retaining ring.
    """
    if plan.made.seat(said.side).ring_in_bore:
        return cover_clear(said.depth_mm, said.spigot_mm)
    if said.side == "fixed":
        return cover_nip(said.depth_mm, said.spigot_mm)
    return cover_room(said.depth_mm, said.spigot_mm, plan.growth_mm)


def _measured(plan: ev.CartridgePlan, command: cmd.MeasureCover) -> ev.CoverMeasured:
    depth, spigot = (
        read_length(said, name, LengthUnit.MM, SHORT_UM, command.shown, zero=True).mm
        for name, said in (("depth", command.depth), ("spigot", command.spigot))
    )
    verdict = cover_result(
        plan,
        ev.CoverMeasured(
            command.side, depth, spigot, Verdict("", Level.UNKNOWN, "", code=ClosingCode.NOT_JUDGED)
        ),
    ).verdict
    assert verdict is not None  # it is always judged
    return ev.CoverMeasured(command.side, depth, spigot, verdict)


def next_pass(plan: ev.CartridgePlan, cover: Cover) -> float | None:
    """The torque of a cover's next round (N·m); None when every pass is done."""
    return PASSES[cover.passes] * plan.screws.torque_nm if cover.passes < len(PASSES) else None


def _round(
    desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: cmd.TightenRound
) -> ev.RoundTightened:
    cover = state.covers[command.side]
    if not cover.measured_right:
        raise Refused(
            "First the spigot of this cover."
            if cover.measured is None
            else cover.measured.verdict.reason
        )
    if cover.sealed is None:
        raise Refused(
            "First what goes on its joint, as its maker asks; “none” where there is none."
        )
    nm, wrench = (
        parse_torque_nm(command.torque, "torque"),
        text(command.wrench, "wrench", "which wrench"),
    )
    gaps = tuple(
        read_length(part, "gaps", LengthUnit.MM, (0.0, 20_000.0), command.shown, zero=True).mm
        for part in command.gaps.split("+")
        if part.strip()
    )
    if gaps and len(gaps) != plan.screws.count:
        raise InvalidInput.at(
            "gaps",
            f"A gap beside each of {plan.screws.count} screws, or none.",
            " + ".join(["0.5"] * plan.screws.count),
        )
    asked = next_pass(plan, cover)
    if asked is None and not desk.correcting:
        raise Refused("Every pass is done.")
    asked = asked or plan.screws.torque_nm
    torque = judge_torque(
        Span(asked, asked),
        nm,
        low_why="this pass is not done.",
        high_why="the cover is drawn askew, or its thread tears out.",
    )
    even = evenness(gaps) if gaps else Verdict("even", Level.GOOD, "")
    verdict = torque if torque.level is Level.STOP else even if even.level is Level.STOP else torque
    return ev.RoundTightened(command.side, round(nm, 2), gaps, wrench, verdict)


def flinger_opens(plan: ev.CartridgePlan, end: End) -> float | None:
    """How much growth opens a flinger's gap (mm): at the floating bearing's end it moves out, at
    the fixed one's not at all; None: not known.
    """
    return plan.growth_mm if end != plan.fixed_end else 0.0


def set_flinger(plan: ev.CartridgePlan, command: cmd.SetFlinger) -> ev.FlingerSet:
    """A flinger with its gap; with set screws both of them, and the pinned one at its end. The nuts
    clamp one that has none.
    """
    gap = read_length(
        command.gap, "gap", LengthUnit.MM, (0.0, 20_000.0), command.shown, zero=True
    ).mm
    found = flinger_gap(gap, flinger_opens(plan, command.end)).verdict
    assert found is not None  # it is always judged
    verdicts = [found]
    if plan.made.clamped:
        return ev.FlingerSet(command.end, gap, False, False, tuple(verdicts))
    if len(plan.flingers) == 2 and command.pinned != (command.end == "drive"):
        why = "The pinned flinger belongs at the drive end: change the two over."
        verdicts.append(Verdict("wrong flinger", Level.STOP, why, code=ClosingCode.WRONG_FLINGER))
    if not command.both_screws:
        verdicts.append(
            Verdict(
                "one screw",
                Level.STOP,
                "Both set screws, evenly: with one it stands askew and walks.",
                code=ClosingCode.ONE_SCREW,
            )
        )
    return ev.FlingerSet(command.end, gap, command.pinned, command.both_screws, tuple(verdicts))


def still_in(desk: Desk) -> str:
    """What is temporary and still in; empty where nothing is."""
    return ", ".join(part.what for part in desk.job.of(STOCK, SHAFT).still_in)
