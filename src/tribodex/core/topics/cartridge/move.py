"""What to do next with a cartridge, and the word it ends with."""

from __future__ import annotations

from tribodex.core.bolts.torque import PASSES, pattern
from tribodex.core.cartridge.building import HAND_WARM_C
from tribodex.core.cartridge.shaft_end import FLINGER_MM
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.decide import both_on, home, next_pass, still_in
from tribodex.core.topics.cartridge.moves import CartridgeDo as Do
from tribodex.core.topics.cartridge.state import SIDES, Cartridge, Cover
from tribodex.core.working import Level, number


def move(desk: Desk, state: Cartridge) -> Move:
    """What to do next."""
    plan = state.plan
    if plan is None:
        return Move(Ask.NOTHING, "This job has no cartridge", "Its bearings are mounted one by one.")
    if not state.in_housing:
        return _housing(desk, state, plan)
    if not both_on(desk, plan):
        return Move(Ask.HELD, "Now the second bearing", "Onto the shaft and into the housing, against its shoulder.")
    if not state.pair_right:
        return _pair(state, plan)
    if state.packed is None:
        return Move(Do.PACK_BETWEEN, "Grease between the pair", "Before the covers close; behind them nothing gets there.")
    if not state.covered:
        return _covers(state, plan)
    if state.flingers_left:
        return _flinger(state, plan)
    if not state.finished:
        bad = state.topped is not None
        headline = "Stop: something touches" if bad else "Top up; turn the shaft, listen and look: no contact"
        return Move(Do.TOP_UP, headline, "Space the grease to its share; flingers must touch nothing all round.", stops=bad)
    if still_in(desk):
        return Move(
            Ask.HELD,
            f"Still in: {still_in(desk)}",
            "Everything temporary comes out: handle rod, nuts on threads, caps. Take it out under Take stock.",
        )
    return Move(Ask.NOTHING, "The cartridge is closed and turns", "What was measured stands in the record.")


def _housing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> Move:
    if state.rings_left:
        side = state.rings_left[0]
        return Move(
            Do.SET_OUTER_RING,
            f"Outer ring of the {side} bearing into the cleaned housing",
            "Against its shoulder all round, before the shaft comes.",
        )
    if not home(desk, plan.fixed):
        return Move(Ask.HELD, "First the fixed bearing on the shaft", "Against its shoulder; then it cools before it meets the housing.")
    cooled = state.cooled
    if cooled is None or cooled.verdict.level is Level.STOP:
        meanwhile = "Handle rod and nuts on threads go on now: write them down."
        if cooled is not None:
            return stopped_by(Do.READ_COOLED, cooled.verdict, meanwhile)
        why = f"A ring warm from the heater has grown and grips: hand-warm, {HAND_WARM_C:.0f} °C, before they meet."
        return Move(Do.READ_COOLED, "How warm are bearing and housing?", why, meanwhile)
    if state.entered is None or not state.entered.by_hand:
        if state.entered is not None:
            return Move(Do.ENTER_HOUSING, "Stop: it does not go in", state.entered.verdict.reason, stops=True)
        return Move(
            Do.ENTER_HOUSING,
            "Shaft into the housing, by hand",
            f"{cooled.verdict.word.capitalize()}. Straight, to the shoulder.",
            "No blow on its end.",
        )
    if state.over is not None:
        return stopped_by(Do.TURN_OVER, state.over.verdict)
    known = f" About {travel_text(plan.stands_out_mm)} sticks out by the plan." if plan.stands_out_mm is not None else ""
    return Move(
        Do.TURN_OVER,
        "Turn the housing over, on blocks",
        f"Free height above what sticks out below.{known}",
        "Lifting gear above 20 kg; no hand below.",
    )


def _pair(state: Cartridge, plan: ev.CartridgePlan) -> Move:
    if state.pair is not None:
        bad = next(verdict for verdict in state.pair.verdicts if verdict.level is Level.STOP)
        return stopped_by(Do.TIGHTEN_PAIR, bad, "Loosen both, and again.")
    asked = f" to {number(plan.nut_nm)} N·m" if plan.nut_nm is not None else ", to its maker's torque"
    left = f"{plan.hand.capitalize()}-hand thread: tightened {plan.hand.tightens}, looked at from the nut."
    why = f"{left} Washer's tab into a slot by tightening; the first nut held, the second jammed against it."
    return Move(Do.TIGHTEN_PAIR, f"First nut{asked}, tab, second nut jammed", why, "A nut stays on the bare thread until the next part goes on.")


def cover_due(state: Cartridge) -> ev.Side | None:
    """The cover that is next: the fixed one first; None when both are done."""
    return next((side for side in SIDES if not state.covers[side].done), None)


def _covers(state: Cartridge, plan: ev.CartridgePlan) -> Move:
    side = cover_due(state)
    if side is None:
        bad = state.turned
        if bad is not None and not bad.freely:
            return Move(
                Do.TURN_CARTRIDGE, "Stop: it does not turn freely", f"{bad.text}. A cover off again; spigot, sealant, pinched seal.", stops=True
            )
        return Move(Do.TURN_CARTRIDGE, "Turn the shaft by hand, both covers on", "It turns as easily as before.", "Fingers out of cover and flinger.")
    cover = state.covers[side]
    if not cover.measured_right:
        if cover.measured is not None:
            return stopped_by(Do.MEASURE_COVER, cover.measured.verdict)
        does = "clamps its outer ring" if side == "fixed" else "leaves its outer ring room"
        return Move(Do.MEASURE_COVER, f"Cover of the {side} bearing: depth and spigot", f"Here the spigot {does}: measure both, before the sealant.")
    if cover.sealed is None:
        return Move(Do.SEAL_JOINT, f"Cover of the {side} bearing: its joint", "Sealant as the maker asks, thin, off the spigot; excess wiped off.")
    return _round(side, cover, plan)


def _round(side: ev.Side, cover: Cover, plan: ev.CartridgePlan) -> Move:
    asked = next_pass(plan, cover) or plan.screws.torque_nm
    last = cover.rounds[-1] if cover.rounds else None
    order = "-".join(str(i) for i in pattern(plan.screws.count))
    if last is not None and last.verdict.level is Level.STOP:
        return stopped_by(Do.TIGHTEN_ROUND, last.verdict)
    last_round = cover.passes == len(PASSES) - 1
    words = "a last round" if last_round else f"pass {cover.passes + 1} of {len(PASSES) - 1}"
    headline = f"Cover of the {side} bearing: {number(asked)} N·m, {words}"
    return Move(Do.TIGHTEN_ROUND, headline, f"Screws in the order {order}. The flange comes down evenly: its gap beside each screw tells.")


def _flinger(state: Cartridge, plan: ev.CartridgePlan) -> Move:
    end = state.flingers_left[0]
    said = state.flingers.get(end)
    if said is not None:
        bad = next(verdict for verdict in said.verdicts if verdict.level is Level.STOP)
        return stopped_by(Do.SET_FLINGER, bad)
    pinned = " The pinned one belongs to the drive end." if len(plan.flingers) == 2 else ""
    why = f"Slide it to touch the cover, then back {travel_text(FLINGER_MM)} (1/32 in); both set screws evenly.{pinned}"
    return Move(Do.SET_FLINGER, f"Flinger at the {end} end", why)
