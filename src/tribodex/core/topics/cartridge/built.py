"""What of a cartridge is in by now, and what keeps a part from going in: the parts of its plan
against what was said.
"""

from __future__ import annotations

from tribodex.core.cartridge.assembly import InTheWay, Part, Step, in_the_way, order_of
from tribodex.core.cartridge.parts import (
    ENTRY,
    GREASE,
    ROD_IN,
    ROD_OUT,
    SIDES,
    TOP_UP,
    TURN,
    part_id,
    parts_of,
)
from tribodex.core.job.topic import Desk
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.topics.shouldered import TOPIC as SHOULDERED
from tribodex.core.working import Level

# What comes off again by itself; bearings and shaft are other work.
TAKEN_OFF = ("cover", "nuts", "flinger", "ring_shaft", "ring_bore")


def home(desk: Desk, at: str) -> bool:
    """Whether the bearing of a place is against its shoulder."""
    tried = desk.job.of(SHOULDERED, at).shoulder
    return tried is not None and tried.verdict.level is Level.GOOD


def done(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> frozenset[str]:
    """Ids of the parts that are in, in order."""
    bearings = {part_id("bearing", side) for side in SIDES if home(desk, plan.place(side))}
    rings = {
        part_id(f"ring_{sits}", side)
        for (side, sits), said in state.held.items()
        if said.verdict.level in (Level.GOOD, Level.WATCH)
    }
    covers = {
        part_id("cover", end) for end in plan.made.covers if state.covers[plan.side_at(end)].done
    }
    nuts = {part_id("nuts", end) for end in plan.made.nuts if state.pair_done(end)}
    flingers = {
        part_id("flinger", end) for end in plan.made.flingers if end not in state.flingers_left
    }
    single = {
        ENTRY: state.inside,
        GREASE: (
            state.packed is not None
            and (state.packed.verdict is None or state.packed.verdict.level is not Level.STOP)
        ),
        ROD_IN: state.rod_in,
        ROD_OUT: state.rod_out,
        TURN: state.turned is not None and state.turned.freely,
        TOP_UP: state.finished,
    }
    outer = {part_id("outer", side) for side in state.rings}
    return frozenset(
        {
            *bearings,
            *rings,
            *covers,
            *nuts,
            *flingers,
            *outer,
            *(one for one, is_in in single.items() if is_in),
        }
    )


def lying(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> frozenset[str]:
    """Ids of the parts that lie there, whether or not they are in order: a cover half drawn down is
    in the way as much.
    """
    covers = {
        part_id("cover", end) for end in plan.made.covers if state.covers[plan.side_at(end)].rounds
    }
    rings = {part_id(f"ring_{sits}", side) for side, sits in state.held}
    nuts = {part_id("nuts", end) for end in state.pairs}
    flingers = {part_id("flinger", end) for end in state.flingers}
    return done(desk, state, plan) | covers | rings | nuts | flingers


def part_of(plan: ev.CartridgePlan, part: str) -> Part | None:
    """The part of this id; None where this cartridge has none."""
    return next((one for one in parts_of(plan.made) if one.id == part), None)


def hindered(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, part: Part) -> InTheWay | None:
    """What keeps a part from going in, or from being tightened again, now; None where it may."""
    parts, there = parts_of(plan.made), lying(desk, state, plan)
    over = next((one for one in parts if one.id in there and part.id in one.shuts_off), None)
    return (
        InTheWay(over, "over it")
        if over is not None
        else in_the_way(parts, done(desk, state, plan), part)
    )


def held_down(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, part: Part) -> Part | None:
    """A part that rests on one, or lies over it, and keeps it from coming off; None where it comes
    off.
    """
    there = lying(desk, state, plan)
    over = (
        one
        for one in parts_of(plan.made)
        if one.id in there and one.id.partition(".")[0] in TAKEN_OFF
    )
    return next((one for one in over if part.id in (*one.rests_on, *one.shuts_off)), None)


def steps_left(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> tuple[Step, ...]:
    """What is left, in the order that is offered: what somebody wants next comes as early as it
    can.
    """
    parts, placed = parts_of(plan.made), done(desk, state, plan)
    wanted = {part: i for i, part in enumerate(state.wanted)}
    ranked = sorted(parts, key=lambda part: wanted.get(part.id, len(wanted)))
    up = state.up if state.inside else plan.made.seat(plan.made.first).end
    first = next((part for part in ranked if part.id in wanted and part.id not in placed), None)
    if (
        first is not None
        and first.end
        and state.up is not None
        and first.end != up
        and in_the_way(parts, placed, first) is None
    ):
        # Somebody wants to go on at the other end.
        return (Step(None, first.end), *order_of(ranked, plan.made.stands, first.end, placed))
    return order_of(ranked, plan.made.stands, up, placed)
