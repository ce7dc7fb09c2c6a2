"""What to do next with a cartridge: the first step of the order that is left, in words."""

from __future__ import annotations

from tribodex.core.bolts.torque import PASSES, pattern
from tribodex.core.cartridge.assembly import End
from tribodex.core.cartridge.building import HAND_WARM_C
from tribodex.core.cartridge.parts import (
    ENTRY,
    GREASE,
    ROD_IN,
    ROD_OUT,
    TOP_UP,
    TURN,
    Side,
    part_id,
)
from tribodex.core.cartridge.shaft_end import FLINGER_MM
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.shouldered.retaining_ring import Sits
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.built import home, steps_left
from tribodex.core.topics.cartridge.closing import next_pass, still_in
from tribodex.core.topics.cartridge.decide import heated, stands
from tribodex.core.topics.cartridge.moves import CartridgeDo as Do
from tribodex.core.topics.cartridge.state import Cartridge, Cover
from tribodex.core.working import Level, number


def move(desk: Desk, state: Cartridge) -> Move:
    """What to do next."""
    plan = state.plan
    if plan is None:
        return Move(
            Ask.NOTHING, "This job has no cartridge", "Its bearings are mounted one by one."
        )
    left = steps_left(desk, state, plan)
    if state.over is not None and state.over.verdict.level is Level.STOP:
        return _turn_over(state, plan, None)
    # Before the order goes on: what is wrong inside is shut off by every part that follows.
    if wrong := wrong_part(state, plan):
        return _part(desk, state, plan, wrong)
    if not left:
        return _ended(desk)
    step = left[0]
    if step.part is None:
        return _turn_over(state, plan, step.up)
    return _part(desk, state, plan, step.part.id)


def wrong_part(state: Cartridge, plan: ev.CartridgePlan) -> str:
    """A part that was put in and is not in order: it stays in front until it is put right. Empty
    where there is none.
    """
    for side, cover in state.covers.items():
        if (cover.measured is not None and not cover.measured_right) or (
            cover.rounds and cover.rounds[-1].verdict.level is Level.STOP
        ):
            return part_id("cover", plan.made.seat(side).end)
    for end in state.pairs:
        if not state.pair_done(end):
            return part_id("nuts", end)
    for (side, sits), ring in state.held.items():
        if ring.verdict.level not in (Level.GOOD, Level.WATCH):
            return part_id(f"ring_{sits}", side)
    set_wrong = next((end for end in state.flingers if end in state.flingers_left), None)
    return part_id("flinger", set_wrong) if set_wrong is not None else ""


def due(desk: Desk, state: Cartridge, kind: str) -> str:
    """The end or side of the part of a kind that comes next, one that is not in order first; empty
    where none is left.
    """
    plan = state.plan
    if plan is None:
        return ""
    left = (step.part.id for step in steps_left(desk, state, plan) if step.part is not None)
    found = (one.partition(".") for one in (wrong_part(state, plan), *left))
    return next((where for known, _, where in found if known == kind), "")


def _ended(desk: Desk) -> Move:
    if still_in(desk):
        return Move(
            Ask.HELD,
            f"Still in: {still_in(desk)}",
            "Everything temporary comes out: handle rod, nuts on threads, caps. Take it out under"
            " Take stock.",
        )
    return Move(
        Ask.NOTHING, "The cartridge is closed and turns", "What was measured stands in the record."
    )


def _part(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, part: str) -> Move:
    kind, _, where = part.partition(".")
    side: Side = "fixed" if where == "fixed" else "floating"
    end: End = "drive" if where == "drive" else "far"
    match kind:
        case "outer":
            why = "Against its shoulder all round, before the shaft comes."
            return Move(
                Do.SET_OUTER_RING, f"Outer ring of the {side} bearing into the cleaned housing", why
            )
        case "bearing":
            return _bearing(desk, state, plan, side)
        case "ring_shaft" | "ring_bore":
            return _ring(state, side, "shaft" if kind == "ring_shaft" else "bore")
        case "nuts":
            return _pair(state, plan, where)
        case "cover":
            return _cover(state, plan, plan.side_at(end))
        case "flinger":
            return _flinger(state, plan, end)
        case _:
            return _single(desk, state, plan, part)


def _single(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, part: str) -> Move:
    if part == ROD_IN:
        return Move(
            Do.USE_ROD,
            f"Handle rod onto the {plan.made.rod} end",
            "Screwed in as deep as its thread is thick; it comes out before the cover.",
        )
    if part == ROD_OUT:
        return Move(Do.USE_ROD, "Handle rod off again", "Before the cover of that end.")
    if part == ENTRY:
        return _entry(desk, state, plan)
    if part == GREASE:
        if state.packed is not None and state.packed.verdict is not None:
            return stopped_by(
                Do.PACK_BETWEEN, state.packed.verdict, "Then weigh what is in, and say so."
            )
        much = f": {number(plan.space.grams)} g in all" if plan.space is not None else ""
        return Move(
            Do.PACK_BETWEEN,
            f"Grease between the pair{much}",
            "Before it is shut off; behind cover and seals nothing gets there.",
        )
    if part == TURN:
        if state.turned is not None and not state.turned.freely:
            why = f"{state.turned.text}. A cover off again; spigot, sealant, pinched seal."
            return Move(Do.TURN_CARTRIDGE, "Stop: it does not turn freely", why, stops=True)
        covers = {0: "", 1: ", its cover on"}.get(len(plan.made.covers), ", both covers on")
        return Move(
            Do.TURN_CARTRIDGE,
            f"Turn the shaft by hand{covers}",
            "It turns as easily as before.",
            "Fingers out of cover and flinger." if plan.flingers else "Fingers out of the cover.",
        )
    assert part == TOP_UP
    if state.topped is not None and state.topped.no_contact and state.topped.verdict is not None:
        return stopped_by(
            Do.TOP_UP, state.topped.verdict, "Take some out, and say what is on top now."
        )
    bad = state.topped is not None
    first = "Top up; turn" if plan.made.greased else "Turn"
    headline = (
        "Stop: something touches" if bad else f"{first} the shaft, listen and look: no contact"
    )
    share = (
        "Space the grease to its share"
        if plan.made.greased
        else "Sealed bearings: nothing is added"
    )
    touch = (
        "flingers must touch nothing all round" if plan.flingers else "nothing may touch all round"
    )
    return Move(Do.TOP_UP, headline, f"{share}; {touch}.", stops=bad)


def _bearing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, side: Side) -> Move:
    if side == plan.made.first or not plan.made.joins_inside:
        which = (
            "First the"
            if not home(desk, plan.place(plan.made.first)) and side == plan.made.first
            else "Now the"
        )
        why = "Against its shoulder; a warm one cools before it meets the housing."
        return Move(Ask.HELD, f"{which} {side} bearing on the shaft", why)
    return Move(
        Ask.HELD,
        "Now the second bearing",
        "Onto the shaft and into the housing, against its shoulder.",
    )


def _ring(state: Cartridge, side: Side, sits: Sits) -> Move:
    said = state.held.get((side, sits))
    if said is not None:
        return stopped_by(Do.SEAT_RING, said.verdict)
    where, way = (
        ("on the shaft", "come together") if sits == "shaft" else ("in the bore", "spring apart")
    )
    tips = "" if sits == "shaft" else " Angled tips reach down into the bore."
    why = (
        f"Sharp edge away from the bearing; in the groove its ends {way}, it lies below the surface"
        f" and turns.{tips}"
    )
    return Move(
        Do.SEAT_RING,
        f"Retaining ring {where} at the {side} bearing",
        why,
        "A ring flies: eye protection, opened no further than needed.",
    )


def _entry(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> Move:
    cooled, below = state.cooled, state.below
    # A ring still warm shrinks in the housing after it went in: a fit judged warm is not judged.
    if heated(desk, plan) and (cooled is None or cooled.verdict.level is Level.STOP):
        meanwhile = "Handle rod and nuts on threads go on now: write them down."
        if cooled is not None:
            return stopped_by(Do.READ_COOLED, cooled.verdict, meanwhile)
        why = (
            f"A ring warm from the heater has grown and grips: hand-warm, {HAND_WARM_C:.0f} °C,"
            " before they meet."
        )
        return Move(Do.READ_COOLED, "How warm are bearing and housing?", why, meanwhile)
    if (
        plan.makeup is not None
        and stands(plan)
        and (below is None or below.verdict.level is Level.STOP)
    ):
        if below is not None:
            return stopped_by(Do.MEASURE_BELOW, below.verdict)
        return Move(
            Do.MEASURE_BELOW,
            "Room below, before it is lowered",
            f"Free height under the housing for the shaft end.{_known(plan)}",
        )
    if state.entered is not None:
        return Move(
            Do.ENTER_HOUSING, "Stop: it does not go in", state.entered.verdict.reason, stops=True
        )
    how = f"{cooled.verdict.word.capitalize()}. " if cooled is not None else ""
    return Move(
        Do.ENTER_HOUSING,
        "Shaft into the housing, by hand",
        f"{how}Straight, to the shoulder.",
        "No blow on its end.",
    )


def _known(plan: ev.CartridgePlan) -> str:
    return (
        f" About {travel_text(plan.stands_out_mm)} sticks out by the plan."
        if plan.stands_out_mm is not None
        else ""
    )


def _turn_over(state: Cartridge, plan: ev.CartridgePlan, up: End | None) -> Move:
    if state.over is not None and state.over.verdict.level is Level.STOP:
        return stopped_by(Do.TURN_OVER, state.over.verdict)
    which = f", the {up} end up" if plan.makeup is not None else ""
    return Move(
        Do.TURN_OVER,
        f"Turn the housing over{which}, on blocks",
        f"Free height above what sticks out below.{_known(plan)}",
        "Lifting gear above 20 kg; no hand below.",
    )


def _pair(state: Cartridge, plan: ev.CartridgePlan, end: str) -> Move:
    said = state.pairs.get(end)
    if said is not None:
        bad = next(verdict for verdict in said.verdicts if verdict.level is Level.STOP)
        return stopped_by(Do.TIGHTEN_PAIR, bad, "Loosen both, and again.")
    asked = (
        f" to {number(plan.nut_nm)} N·m" if plan.nut_nm is not None else ", to its maker's torque"
    )
    hand, _ = plan.nut(end)
    turned = (
        f"{hand.capitalize()}-hand thread: tightened {hand.tightens}, looked at from the nut. "
        if hand is not None
        else ""
    )
    clamps = "It clamps the flinger. " if plan.made.clamped and end in plan.made.flingers else ""
    which = f" at the {end} end" if end and len(plan.made.nuts) > 1 else ""
    why = (
        f"{turned}{clamps}Washer's tab into a slot by tightening; the first nut held, the second"
        " jammed against it."
    )
    headline = f"First nut{which}{asked}, tab, second nut jammed"
    return Move(
        Do.TIGHTEN_PAIR,
        headline,
        why,
        "A nut stays on the bare thread until the next part goes on.",
    )


def cover_due(desk: Desk, state: Cartridge) -> Side | None:
    """The cover that comes next in the order that is left; None when every one is done."""
    end = due(desk, state, "cover")
    return (
        state.plan.side_at("drive" if end == "drive" else "far")
        if end and state.plan is not None
        else None
    )


def _cover(state: Cartridge, plan: ev.CartridgePlan, side: Side) -> Move:
    cover = state.covers[side]
    if not cover.measured_right:
        if cover.measured is not None:
            return stopped_by(Do.MEASURE_COVER, cover.measured.verdict)
        does = "clamps its outer ring" if side == "fixed" else "leaves its outer ring room"
        if plan.made.seat(side).ring_in_bore:
            does = "stands clear of the retaining ring"
        return Move(
            Do.MEASURE_COVER,
            f"Cover of the {side} bearing: depth and spigot",
            f"Here the spigot {does}: measure both, before the sealant.",
        )
    # Measured before the sealant: with it in the joint a depth is no depth.
    if cover.sealed is None:
        return Move(
            Do.SEAL_JOINT,
            f"Cover of the {side} bearing: its joint",
            "Sealant as the maker asks, thin, off the spigot; excess wiped off.",
        )
    return _round(side, cover, plan)


def _round(side: Side, cover: Cover, plan: ev.CartridgePlan) -> Move:
    asked = next_pass(plan, cover) or plan.screws.torque_nm
    last = cover.rounds[-1] if cover.rounds else None
    order = "-".join(str(i) for i in pattern(plan.screws.count))
    if last is not None and last.verdict.level is Level.STOP:
        return stopped_by(Do.TIGHTEN_ROUND, last.verdict)
    last_round = cover.passes == len(PASSES) - 1
    words = "a last round" if last_round else f"pass {cover.passes + 1} of {len(PASSES) - 1}"
    headline = f"Cover of the {side} bearing: {number(asked)} N·m, {words}"
    return Move(
        Do.TIGHTEN_ROUND,
        headline,
        f"Screws in the order {order}. The flange comes down evenly: its gap beside each screw"
        " tells.",
    )


def _flinger(state: Cartridge, plan: ev.CartridgePlan, end: End) -> Move:
    said = state.flingers.get(end)
    if said is not None:
        bad = next(verdict for verdict in said.verdicts if verdict.level is Level.STOP)
        return stopped_by(Do.SET_FLINGER, bad)
    if plan.made.clamped:
        return Move(
            Do.SET_FLINGER,
            f"Flinger at the {end} end",
            "Onto its seat, square; its gap to the cover measured. The nuts clamp it.",
        )
    pinned = " The pinned one belongs to the drive end." if len(plan.flingers) == 2 else ""
    why = (
        f"Slide it to touch the cover, then back {travel_text(FLINGER_MM)} (1/32 in); both set"
        f" screws evenly.{pinned}"
    )
    return Move(Do.SET_FLINGER, f"Flinger at the {end} end", why)
