"""What may follow while a cartridge is built: first bearing on, into the housing, turned over, second one, nuts, grease, covers, flingers."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.bolts.torque import PASSES, judge_torque
from tribodex.core.cartridge.building import free_height, slide_in
from tribodex.core.cartridge.covers import cover_nip, cover_room, evenness, may_draw
from tribodex.core.cartridge.shaft_end import flinger_gap, judge_hand
from tribodex.core.components.bands import Span
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import decided, text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_temperature_c, parse_torque_nm, read_length
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.state import Cartridge, Cover
from tribodex.core.topics.shouldered import TOPIC as SHOULDERED
from tribodex.core.topics.stock import TOPIC as STOCK
from tribodex.core.working import Level, Result, Verdict


class CartridgeWorkCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_GO_IN = "cartridge_work.does_not_go_in"
    NOT_JAMMED = "cartridge_work.not_jammed"
    NOT_JUDGED = "cartridge_work.not_judged"
    NO_TAB = "cartridge_work.no_tab"
    ONE_SCREW = "cartridge_work.one_screw"
    WRONG_FLINGER = "cartridge_work.wrong_flinger"


INTO_HOUSING, NUT_PAIR, PACK, COVER_UP, SET_FLINGERS = "into_housing", "nut_pair", "pack_cartridge", "cover_up", "set_flingers"
LONG_UM, SHORT_UM = (0.0, 5_000_000.0), (0.0, 300_000.0)


def decide(desk: Desk, state: Cartridge, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.plan
    if plan is None:
        raise Refused("This job has no cartridge.")
    match command:
        case cmd.SetOuterRing() | cmd.ReadCooled() | cmd.EnterHousing() | cmd.TurnOver():
            return [_housing(desk, state, plan, command)]
        case cmd.TightenPair() | cmd.PackBetween() | cmd.DrawByCover() | cmd.MeasureCover() | cmd.SealJoint() | cmd.TightenRound():
            if not desk.correcting and not both_on(desk, plan):
                raise Refused("First the second bearing, against its shoulder.")
            return [_closing(desk, state, plan, command)]
        case cmd.TurnCartridge():
            if not all(cover.done for cover in state.covers.values()):
                raise Refused("First both covers, to torque.")
            how = command.text.strip() if command.freely else text(command.text, "text", "how it turns: rough, stiff, where")
            return [ev.CartridgeTurned(command.freely, how)]
        case cmd.SetFlinger():
            return [_flinger(state, plan, command)]
        case cmd.TopUp():
            if not state.covered or state.flingers_left:
                raise Refused("First covers and flingers, and the shaft turned.")
            return [ev.ToppedUp(text(command.text, "text", "which grease, how much; what was heard and seen"), command.no_contact)]
        case _:
            raise TypeError(f"a cartridge takes no {type(command).__name__}")


def home(desk: Desk, at: str) -> bool:
    """Whether the bearing of a place is against its shoulder."""
    tried = desk.job.of(SHOULDERED, at).shoulder
    return tried is not None and tried.verdict.level is Level.GOOD


def both_on(desk: Desk, plan: ev.CartridgePlan) -> bool:
    """Whether both bearings are home."""
    return home(desk, plan.fixed) and home(desk, plan.floating)


def bearing_of(desk: Desk, at: str) -> StraightBearing:
    """The bearing that is planned for a place of the cartridge."""
    planned = desk.job.of(SHOULDERED, at).planned
    assert planned is not None  # a cartridge is opened with both
    return planned.bearing


def _housing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: Any) -> Fact:
    if isinstance(command, cmd.SetOuterRing):
        at = plan.fixed if command.side == "fixed" else plan.floating
        if at not in plan.separable:
            raise Refused(f"The {command.side} bearing is not separable: it goes on whole.")
        return ev.OuterRingSet(command.side)
    if not desk.correcting and not home(desk, plan.fixed):
        raise Refused("First the fixed bearing on the shaft, against its shoulder.")
    match command:
        case cmd.ReadCooled():
            ring, housing = (parse_temperature_c(getattr(command, name), name) for name in ("ring_temperature", "housing_temperature"))
            verdict = slide_in_of(desk, plan, ring, housing).verdict
            assert verdict is not None  # it is always judged
            return ev.RingCooled(ring, housing, verdict)
        case cmd.EnterHousing():
            if state.rings_left:
                raise Refused(f"First the outer ring of the {state.rings_left[0]} bearing, in the cleaned housing.")
            if state.cooled is None or state.cooled.verdict.level is Level.STOP:
                raise Refused("First the temperatures of bearing and housing." if state.cooled is None else state.cooled.verdict.reason)
            return _entered(command)
        case _:
            if state.entered is None or not state.entered.by_hand:
                raise Refused("First the shaft into the housing, by hand.")
            return _over(command)


def _entered(command: cmd.EnterHousing) -> ev.ShaftEntered:
    if command.by_hand:
        return ev.ShaftEntered(True, command.text.strip(), Verdict("in, by hand", Level.GOOD, "It slid to its shoulder without a blow."))
    why = (
        "No blow on the shaft end: it goes over the balls. Out again: burr, dirt, too warm, or cocked. Straight, clean, the housing warmed a little."
    )
    return ev.ShaftEntered(
        False, text(command.text, "text", "where it stopped"), Verdict("does not go in", Level.STOP, why, code=CartridgeWorkCode.DOES_NOT_GO_IN)
    )


def _over(command: cmd.TurnOver) -> ev.TurnedOver:
    out, free = (
        read_length(said, name, LengthUnit.MM, LONG_UM, command.shown, zero=True).mm
        for name, said in (("stands_out", command.stands_out), ("free", command.free))
    )
    verdict = free_height(out, free).verdict
    assert verdict is not None  # it is always judged
    return ev.TurnedOver(out, free, verdict)


def slide_in_of(desk: Desk, plan: ev.CartridgePlan, ring_c: float, housing_c: float) -> Result:
    """The play of the first bearing in its housing at the temperatures there are."""
    at = plan.fixed
    return slide_in(bearing_of(desk, at), plan.ring_um[at], plan.hole_um[at], ring_c, housing_c)


def _closing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: Any) -> Fact:
    match command:
        case cmd.TightenPair():
            return _pair(plan, command)
        case cmd.PackBetween():
            return ev.PackedBetween(text(command.text, "text", "which grease, how much"))
        case cmd.DrawByCover():
            return ev.DrawnByCover(command.side, command.inner, may_draw(command.inner))
        case cmd.MeasureCover():
            return _measured(plan, command)
        case cmd.SealJoint():
            return ev.JointSealed(command.side, text(command.text, "text", "which sealant, or “none, as the maker asks”; excess wiped off"))
        case _:
            return _round(desk, state, plan, command)


def pair_torque(plan: ev.CartridgePlan) -> Span | None:
    """What the first nut is tightened to; None while its maker's torque is not known."""
    return None if plan.nut_nm is None else Span(plan.nut_nm, plan.nut_nm)


def _pair(plan: ev.CartridgePlan, command: cmd.TightenPair) -> ev.PairTightened:
    nm, wrench = parse_torque_nm(command.torque, "torque"), text(command.wrench, "wrench", "which wrench and hook")
    by, reason = decided(command.decided_by, command.reason)
    asked = pair_torque(plan)
    verdicts = [judge_hand(plan.hand, plan.turning)]
    if asked is not None:
        verdicts.append(judge_torque(asked, nm, low_why="the ring creeps on its seat.", high_why="it takes the bearing's clearance."))
    else:
        verdicts.append(Verdict("torque not checked", Level.WATCH, "Its maker's torque is not in the plan."))
    if not command.tab_bent:
        verdicts.append(
            Verdict(
                "no tab", Level.STOP, "No tab lies in a slot: tighten the first nut to the next one, never loosen.", code=CartridgeWorkCode.NO_TAB
            )
        )
    if not command.jammed:
        verdicts.append(
            Verdict(
                "not jammed",
                Level.STOP,
                "The second nut is not tight against the first: hold the first, jam the second.",
                code=CartridgeWorkCode.NOT_JAMMED,
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
    )


def cover_result(plan: ev.CartridgePlan, said: ev.CoverMeasured) -> Result:
    """What a cover's spigot does: clamps the fixed bearing, leaves room at the floating one."""
    if said.side == "fixed":
        return cover_nip(said.depth_mm, said.spigot_mm)
    return cover_room(said.depth_mm, said.spigot_mm, plan.growth_mm)


def _measured(plan: ev.CartridgePlan, command: cmd.MeasureCover) -> ev.CoverMeasured:
    depth, spigot = (
        read_length(said, name, LengthUnit.MM, SHORT_UM, command.shown, zero=True).mm
        for name, said in (("depth", command.depth), ("spigot", command.spigot))
    )
    verdict = cover_result(
        plan, ev.CoverMeasured(command.side, depth, spigot, Verdict("", Level.UNKNOWN, "", code=CartridgeWorkCode.NOT_JUDGED))
    ).verdict
    assert verdict is not None  # it is always judged
    return ev.CoverMeasured(command.side, depth, spigot, verdict)


def next_pass(plan: ev.CartridgePlan, cover: Cover) -> float | None:
    """The torque of a cover's next round (N·m); None when every pass is done."""
    return PASSES[cover.passes] * plan.screws.torque_nm if cover.passes < len(PASSES) else None


def _round(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: cmd.TightenRound) -> ev.RoundTightened:
    cover = state.covers[command.side]
    if state.packed is None:
        raise Refused("First the grease between the pair: behind closed covers nothing gets there.")
    if not cover.measured_right:
        raise Refused("First the spigot of this cover." if cover.measured is None else cover.measured.verdict.reason)
    if cover.sealed is None:
        raise Refused("First what goes on its joint, as its maker asks; “none” where there is none.")
    nm, wrench = parse_torque_nm(command.torque, "torque"), text(command.wrench, "wrench", "which wrench")
    gaps = tuple(
        read_length(part, "gaps", LengthUnit.MM, (0.0, 20_000.0), command.shown, zero=True).mm for part in command.gaps.split("+") if part.strip()
    )
    if gaps and len(gaps) != plan.screws.count:
        raise InvalidInput.at("gaps", f"A gap beside each of {plan.screws.count} screws, or none.", " + ".join(["0.5"] * plan.screws.count))
    asked = next_pass(plan, cover)
    if asked is None and not desk.correcting:
        raise Refused("Every pass is done.")
    asked = asked or plan.screws.torque_nm
    torque = judge_torque(Span(asked, asked), nm, low_why="this pass is not done.", high_why="the cover is drawn askew, or its thread tears out.")
    even = evenness(gaps) if gaps else Verdict("even", Level.GOOD, "")
    verdict = torque if torque.level is Level.STOP else even if even.level is Level.STOP else torque
    return ev.RoundTightened(command.side, round(nm, 2), gaps, wrench, verdict)


def flinger_opens(plan: ev.CartridgePlan, end: ev.End) -> float:
    """How much growth opens a flinger's gap (mm): at the floating bearing's end it moves out of the housing, at the fixed one's not at all."""
    return (plan.growth_mm or 0.0) if end != plan.fixed_end else 0.0


def _flinger(state: Cartridge, plan: ev.CartridgePlan, command: cmd.SetFlinger) -> ev.FlingerSet:
    if command.end not in plan.flingers:
        raise Refused(f"No flinger is planned at the {command.end} end.")
    if not state.covered:
        raise Refused("First both covers to torque, and the shaft turned.")
    gap = read_length(command.gap, "gap", LengthUnit.MM, (0.0, 20_000.0), command.shown, zero=True).mm
    found = flinger_gap(gap, flinger_opens(plan, command.end)).verdict
    assert found is not None  # it is always judged
    verdicts = [found]
    if len(plan.flingers) == 2 and command.pinned != (command.end == "drive"):
        why = "The pinned flinger belongs at the drive end: change the two over."
        verdicts.append(Verdict("wrong flinger", Level.STOP, why, code=CartridgeWorkCode.WRONG_FLINGER))
    if not command.both_screws:
        verdicts.append(
            Verdict("one screw", Level.STOP, "Both set screws, evenly: with one it stands askew and walks.", code=CartridgeWorkCode.ONE_SCREW)
        )
    return ev.FlingerSet(command.end, gap, command.pinned, command.both_screws, tuple(verdicts))


def still_in(desk: Desk) -> str:
    """What is temporary and still in; empty where nothing is."""
    return ", ".join(part.what for part in desk.job.of(STOCK, SHAFT).still_in)
