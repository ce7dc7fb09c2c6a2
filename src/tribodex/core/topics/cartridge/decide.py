"""What may follow while a cartridge is built: any part that nothing is in the way of."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from typing import Any

from tribodex.core.cartridge.assembly import InTheWay, Stands
from tribodex.core.cartridge.building import HAND_WARM_C, free_height, slide_in
from tribodex.core.cartridge.parts import (
    ENTRY,
    GREASE,
    ROD_IN,
    ROD_OUT,
    TOP_UP,
    TURN,
    part_id,
    parts_of,
)
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_temperature_c, read_length
from tribodex.core.shouldered.retaining_ring import judge_ring
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.built import (
    TAKEN_OFF,
    done,
    held_down,
    hindered,
    home,
    lying,
    part_of,
)
from tribodex.core.topics.cartridge.closing import closing, set_flinger, topped
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.topics.shouldered import TOPIC as SHOULDERED
from tribodex.core.working import Level, Result, Verdict


class CartridgeWorkCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_GO_IN = "cartridge_work.does_not_go_in"


INTO_HOUSING, NUT_PAIR, PACK, COVER_UP, SET_FLINGERS = (
    "into_housing",
    "nut_pair",
    "pack_cartridge",
    "cover_up",
    "set_flingers",
)
# Room below a vertical shaft, and lengths of it: five metres is a crane’s hook, not a cartridge.
LONG_UM = (0.0, 5_000_000.0)


def decide(desk: Desk, state: Cartridge, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused, naming the part that is in the
    way.
    """
    plan = state.plan
    if plan is None:
        raise Refused("This job has no cartridge.")
    # An entry that is said again is not asked what was in the way then: it was done.
    if not desk.correcting and (part := part_for(plan, command)) is not None:
        _may_go_in(desk, state, plan, part)
    match command:
        case cmd.SetOuterRing():
            return [ev.OuterRingSet(command.side)]
        case cmd.ReadCooled() | cmd.EnterHousing() | cmd.TurnOver() | cmd.MeasureBelow():
            return [_housing(desk, state, plan, command)]
        case cmd.UseRod():
            return [ev.RodUsed(command.out)]
        case cmd.SeatRing():
            return [_ring(plan, command)]
        case cmd.TakePartOff():
            return [_off(desk, state, plan, command)]
        case cmd.TakeNext():
            return [_next(desk, state, plan, command)]
        case (
            cmd.TightenPair()
            | cmd.PackBetween()
            | cmd.DrawByCover()
            | cmd.MeasureCover()
            | cmd.SealJoint()
            | cmd.TightenRound()
        ):
            return [closing(desk, state, plan, command)]
        case cmd.TurnCartridge():
            how = (
                command.text.strip()
                if command.freely
                else text(command.text, "text", "how it turns: rough, stiff, where")
            )
            return [ev.CartridgeTurned(command.freely, how)]
        case cmd.SetFlinger():
            return [set_flinger(plan, command)]
        case cmd.TopUp():
            return [topped(state, plan, command)]
        case _:
            raise TypeError(f"a cartridge takes no {type(command).__name__}")


def part_for(plan: ev.CartridgePlan, command: Any) -> str | None:
    """The part that a command puts in; None where it puts in none. Raises Refused for a part that
    this cartridge has not.
    """
    match command:
        case cmd.SetOuterRing():
            asked = (
                part_id("outer", command.side),
                f"The {command.side} bearing is not separable: it goes on whole.",
            )
        case cmd.EnterHousing():
            asked = ENTRY, ""
        case cmd.UseRod():
            asked = ROD_OUT if command.out else ROD_IN, "No handle rod is planned here."
        case cmd.SeatRing():
            where = "on the shaft" if command.sits == "shaft" else "in the bore"
            asked = (
                part_id(f"ring_{command.sits}", command.side),
                f"No retaining ring {where} holds the {command.side} bearing.",
            )
        case cmd.PackBetween():
            asked = GREASE, "Two sealed bearings: no grease goes between them."
        case cmd.TightenPair():
            asked = part_id("nuts", nuts_of(plan, command.end)), "No nut pair is planned there."
        case cmd.SealJoint() | cmd.TightenRound():
            asked = (
                part_id("cover", plan.made.seat(command.side).end),
                f"No cover is planned at the {command.side} bearing.",
            )
        case cmd.TurnCartridge():
            asked = TURN, ""
        case cmd.SetFlinger():
            asked = (
                part_id("flinger", command.end),
                f"No flinger is planned at the {command.end} end.",
            )
        case cmd.TopUp():
            asked = TOP_UP, ""
        case _:
            return None
    if part_of(plan, asked[0]) is None:
        raise Refused(asked[1])
    return asked[0]


def nuts_of(plan: ev.CartridgePlan, end: str) -> str:
    """The end of the nut pair that is meant: the only one there is where none was named."""
    return plan.made.nuts[0] if not end and len(plan.made.nuts) == 1 else end


def _may_go_in(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, asked: str) -> None:
    part = part_of(plan, asked)
    assert part is not None  # asked for by its command
    found = hindered(desk, state, plan, part)
    if found is not None:
        raise Refused(found.words)


def bearing_of(desk: Desk, at: str) -> StraightBearing:
    """The bearing that is planned for a place of the cartridge."""
    planned = desk.job.of(SHOULDERED, at).planned
    assert planned is not None  # a cartridge is opened with both
    return planned.bearing


def heated(desk: Desk, plan: ev.CartridgePlan) -> bool:
    """Whether the bearing that meets the housing first went on warm: then it cools before they
    meet. Not known yet: as if it were.
    """
    way = desk.job.of(SHOULDERED, plan.place(plan.made.first)).way
    return way is None or way.way is WayOn.HEAT


def stands(plan: ev.CartridgePlan) -> bool:
    """Whether it is lowered and turned over; one that lies is not."""
    return plan.made.stands is Stands.UPRIGHT


def _housing(desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: Any) -> Fact:
    match command:
        case cmd.ReadCooled():
            first = plan.made.first
            if not desk.correcting and not home(desk, plan.place(first)):
                raise Refused(f"First the {first} bearing on the shaft, against its shoulder.")
            ring, housing = (
                parse_temperature_c(getattr(command, name), name)
                for name in ("ring_temperature", "housing_temperature")
            )
            verdict = slide_in_of(desk, plan, ring, housing).verdict
            assert verdict is not None  # it is always judged
            return ev.RingCooled(ring, housing, verdict)
        case cmd.EnterHousing():
            if not desk.correcting:
                _may_enter(desk, state, plan)
            return _entered(command)
        case cmd.MeasureBelow():
            if not stands(plan):
                raise Refused("It lies: nothing is lowered.")
            if state.inside and not desk.correcting:
                raise Refused(
                    "The shaft is in its housing already: room is measured again when it is turned"
                    " over."
                )
            return ev.FreeBelow(*_below(command))
        case _:
            if not stands(plan):
                raise Refused("It lies: both ends are in reach, and nothing is turned over.")
            if not state.inside and not desk.correcting:
                raise Refused("First the shaft into the housing, by hand.")
            return ev.TurnedOver(*_below(command))


def _may_enter(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> None:
    if heated(desk, plan) and (state.cooled is None or state.cooled.verdict.level is Level.STOP):
        raise Refused(
            "First the temperatures of bearing and housing."
            if state.cooled is None
            else state.cooled.verdict.reason
        )
    if (
        plan.makeup is not None
        and stands(plan)
        and (state.below is None or state.below.verdict.level is Level.STOP)
    ):
        why = "First the free height below, before the shaft is lowered into it."
        raise Refused(why if state.below is None else state.below.verdict.reason)


def _entered(command: cmd.EnterHousing) -> ev.ShaftEntered:
    if command.by_hand:
        return ev.ShaftEntered(
            True,
            command.text.strip(),
            Verdict("in, by hand", Level.GOOD, "It slid to its shoulder without a blow."),
        )
    why = (
        "No blow on the shaft end: it goes over the balls. Out again: burr, dirt, too warm, or"
        " cocked. Straight, clean, the housing warmed a little."
    )
    return ev.ShaftEntered(
        False,
        text(command.text, "text", "where it stopped"),
        Verdict("does not go in", Level.STOP, why, code=CartridgeWorkCode.DOES_NOT_GO_IN),
    )


def _below(command: cmd.TurnOver | cmd.MeasureBelow) -> tuple[float, float, Verdict]:
    out, free = (
        read_length(said, name, LengthUnit.MM, LONG_UM, command.shown, zero=True).mm
        for name, said in (("stands_out", command.stands_out), ("free", command.free))
    )
    verdict = free_height(out, free).verdict
    assert verdict is not None  # it is always judged
    return out, free, verdict


def slide_in_of(desk: Desk, plan: ev.CartridgePlan, ring_c: float, housing_c: float) -> Result:
    """The play of the first bearing in its housing at the temperatures there are; of one that comes
    apart the outer ring is in already.
    """
    at = plan.place(plan.made.first)
    result = slide_in(bearing_of(desk, at), plan.ring_um[at], plan.hole_um[at], ring_c, housing_c)
    if plan.made.seat(plan.made.first).separable and ring_c <= HAND_WARM_C:
        cool = Verdict(
            "cool enough",
            Level.GOOD,
            "Its outer ring is in the housing already; rollers and inner ring are hand-warm.",
        )
        return replace(result, verdict=cool)
    return result


def _ring(plan: ev.CartridgePlan, command: cmd.SeatRing) -> ev.RingSeated:
    row = next(
        (
            ring.row
            for ring in plan.rings
            if ring.side == command.side and ring.row.sits == command.sits
        ),
        None,
    )
    # A correction is not asked whether its part may go in: only here is it found missing.
    if row is None:
        raise Refused(f"No such retaining ring holds the {command.side} bearing.")
    before, after = (
        (
            read_length(said, name, LengthUnit.MM, (0.0, 400_000.0), command.shown, zero=True).mm
            if said.strip()
            else None
        )
        for name, said in (("ends_before", command.ends_before), ("ends_after", command.ends_after))
    )
    verdict = judge_ring(
        row, command.groove_free, command.below_surface, before, after, turns=command.turns
    )
    return ev.RingSeated(
        command.side,
        command.sits,
        command.groove_free,
        command.below_surface,
        command.turns,
        before,
        after,
        verdict,
    )


def _off(
    desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: cmd.TakePartOff
) -> ev.PartOff:
    part = part_of(plan, command.part)
    if part is None or command.part.partition(".")[0] not in TAKEN_OFF:
        raise InvalidInput.at(
            "part",
            "No such part of this cartridge comes off by itself.",
            "a cover, nut pair, flinger or retaining ring of its plan",
        )
    if command.part not in lying(desk, state, plan):
        raise Refused(f"{part.name[0].upper()}{part.name[1:]} is not on.")
    held = held_down(desk, state, plan, part)
    if held is not None:
        raise Refused(InTheWay(held, "over it").words)
    return ev.PartOff(command.part, text(command.reason, "reason", "why it comes off"))


def _next(
    desk: Desk, state: Cartridge, plan: ev.CartridgePlan, command: cmd.TakeNext
) -> ev.NextChosen:
    part = part_of(plan, command.part)
    if part is None:
        raise InvalidInput.at(
            "part",
            "This cartridge has no such part.",
            ", ".join(one.id for one in parts_of(plan.made)),
        )
    if part.id in done(desk, state, plan):
        raise Refused(f"{part.name[0].upper()}{part.name[1:]}: in already.")
    found = hindered(desk, state, plan, part)
    if found is not None:
        raise Refused(found.words)
    return ev.NextChosen(part.id)
