"""What must be shown of a cartridge, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.bolts.torque import PASSES, TorqueCode
from tribodex.core.cartridge.building import CartridgeCode
from tribodex.core.cartridge.covers import CoverCode
from tribodex.core.cartridge.grease import BetweenCode
from tribodex.core.cartridge.parts import SIDES, worked_at_both_ends
from tribodex.core.cartridge.shaft_end import ShaftEndCode
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import HEATED, Family, Likely, torque_near
from tribodex.core.job.expected import between, by_size
from tribodex.core.job.job import Job
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.readback import numbers_in
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.schedule.due import Care, CareKind
from tribodex.core.schedule.owed import AGAIN_H, Owed
from tribodex.core.shouldered.retaining_ring import RetainingRingCode
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.closing import ClosingCode, next_pass, still_in
from tribodex.core.topics.cartridge.decide import (
    COVER_UP,
    INTO_HOUSING,
    NUT_PAIR,
    PACK,
    SET_FLINGERS,
    CartridgeWorkCode,
    heated,
    stands,
)
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.working import Verdict

ANSWERS: dict[str, AnsweredBy] = {
    **again((CartridgeCode.TOO_WARM, CartridgeCode.DOES_NOT_SLIDE_IN), ev.RingCooled),
    CartridgeCode.TOO_LOW: AnsweredBy((ev.TurnedOver, ev.FreeBelow), by_name=False),
    CartridgeWorkCode.DOES_NOT_GO_IN: AnsweredBy((ev.ShaftEntered,), by_name=False),
    **again(
        (ShaftEndCode.LOOSENED_BY_ROTATION, ClosingCode.NO_TAB, ClosingCode.NOT_JAMMED),
        ev.PairTightened,
    ),
    # A torque is that of the nut pair, or of a round over a cover.
    **again(TorqueCode, ev.PairTightened, ev.RoundTightened, ev.CoverMeasured),
    **again(
        (c for c in CoverCode if c is not CoverCode.ASKEW and c is not CoverCode.NOT_BY_THE_COVER),
        ev.CoverMeasured,
    ),
    CoverCode.ASKEW: AnsweredBy((ev.RoundTightened, ev.CoverMeasured)),
    CoverCode.NOT_BY_THE_COVER: AnsweredBy(
        (ev.CartridgeTurned,),
        way="Off again: what was forced is turned and felt before it goes on.",
    ),
    ev.CartridgeTurnCode.NOT_FREE: AnsweredBy((ev.CartridgeTurned,)),
    **again(
        (
            ShaftEndCode.TOO_CLOSE,
            ShaftEndCode.CLOSES_WHEN_WARM,
            ClosingCode.WRONG_FLINGER,
            ClosingCode.ONE_SCREW,
        ),
        ev.FlingerSet,
    ),
    **again((BetweenCode.TOO_MUCH,), ev.PackedBetween),
    **again((BetweenCode.TOO_MUCH_ON_TOP,), ev.ToppedUp),
    **again(RetainingRingCode, ev.RingSeated),
    ev.CartridgeTurnCode.CONTACT: AnsweredBy((ev.ToppedUp,)),
}
GATED: dict[type, str] = {
    cmd.SetOuterRing: INTO_HOUSING,
    cmd.EnterHousing: INTO_HOUSING,
    cmd.TightenRound: COVER_UP,
}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, INTO_HOUSING)
MADE_BY: dict[type, type] = {
    ev.OuterRingSet: cmd.SetOuterRing,
    ev.ShaftEntered: cmd.EnterHousing,
    ev.DrawnByCover: cmd.DrawByCover,
    ev.RodUsed: cmd.UseRod,
    ev.PartOff: cmd.TakePartOff,
}


def _round(desk: Desk, state: Cartridge, command: cmd.TightenRound) -> Likely | None:
    plan = state.plan
    return (
        torque_near(next_pass(plan, state.covers[command.side]) or plan.screws.torque_nm)
        if plan is not None
        else None
    )


def _spigot(desk: Desk, state: Cartridge, command: cmd.MeasureCover) -> Likely | None:
    depth, _ = numbers_in(Family.LENGTH, command.depth, "depth", command.shown)
    return (
        Likely(
            max(0.0, depth[0] - 5),
            depth[0] + 5,
            f"the ring lies {depth[0]:g} mm deep, and the spigot reaches it",
        )
        if depth
        else None
    )


def _grease(desk: Desk, state: Cartridge, command: cmd.PackBetween | cmd.TopUp) -> Likely | None:
    if state.plan is None or state.plan.space is None:
        return Likely(0.0, 2_000.0, "a cartridge takes grams to some hundred")
    grams = state.plan.space.grams
    return Likely(0.0, round(4 * grams), f"{grams:.0f} g are asked in all")


_OUT = between(0.0, 3_000.0, "a shaft sticks out by up to 3 m")
_FREE = between(0.0, 3_000.0, "blocks leave up to 3 m free")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.ReadCooled, "ring_temperature"): lambda desk, state, command: HEATED,
    (cmd.ReadCooled, "housing_temperature"): lambda desk, state, command: HEATED,
    (cmd.TightenPair, "torque"): lambda desk, state, command: (
        torque_near(state.plan.nut_nm) if state.plan is not None else None
    ),
    (cmd.TightenRound, "torque"): _round,
    (cmd.PackBetween, "amount"): _grease,
    (cmd.TopUp, "amount"): _grease,
    (cmd.SetFlinger, "gap"): between(
        0.1, 8.0, "a flinger stands about 0.8 mm (1/32 in) off its cover"
    ),
    (cmd.TurnOver, "stands_out"): _OUT,
    (cmd.TurnOver, "free"): _FREE,
    (cmd.MeasureBelow, "stands_out"): _OUT,
    (cmd.MeasureBelow, "free"): _FREE,
    (cmd.SeatRing, "ends_before"): by_size(
        "outside_mm", 0.0, 1.0, "the ends of a retaining ring do not stand that far apart"
    ),
    (cmd.SeatRing, "ends_after"): by_size(
        "outside_mm", 0.0, 1.0, "the ends of a retaining ring do not stand that far apart"
    ),
    (cmd.MeasureCover, "depth"): by_size(
        "width_mm", 0.0, 4.0, "an outer ring does not lie that deep in its seat"
    ),
    (cmd.MeasureCover, "spigot"): _spigot,
    (cmd.TightenRound, "gaps"): between(0.0, 5.0, "a cover stands off by up to 5 mm"),
}


def owes(job: Job, state: Cartridge, at: str) -> Owed | None:
    """Flingers held by set screws settle: due a second time at the bearing of their end."""
    plan = state.plan
    # A flinger between nuts does not settle: only set screws ask for a second tightening.
    if plan is None or plan.made.clamped or state.flingers_on is None:
        return None
    ends = [
        plan.made.seat(side).end
        for side in SIDES
        if (plan.fixed if side == "fixed" else plan.floating) == at
    ]
    if not any(end in state.flingers and end not in state.flingers_left for end in ends):
        return None
    return Owed(
        state.flingers_on,
        (
            Care(
                CareKind.TIGHTEN,
                AGAIN_H,
                None,
                once=True,
                why="set screws of the flinger settle: a new isolation",
            ),
        ),
    )


def claims(desk: Desk, state: Cartridge) -> tuple[Claim, ...]:
    """In its housing, rings, nuts, grease, covers, flingers, nothing temporary left."""
    plan = state.plan
    if plan is None:
        return ()
    return (
        *_inside(desk, state, plan),
        *_held(state, plan),
        *_covers(state, plan),
        *_ended(desk, state, plan),
    )


def _inside(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> list[Claim]:
    made = plan.made
    # What the second bearing waits for is shown at its place.
    at = plan.place(made.second)
    # Its inner ring may be on before, where it comes apart.
    waits = What.ENTERED if made.joins_inside else None
    found = [
        Claim(
            "cartridge.ring",
            f"outer ring of the {side} bearing in the housing",
            INTO_HOUSING,
            at,
            (ev.OuterRingSet,),
            side,
            what=waits,
        )
        for side in SIDES
        if made.seat(side).separable
    ]
    if made.rod:
        found.append(
            Claim("cartridge.rod", "handle rod on", INTO_HOUSING, SHAFT, (ev.RodUsed,), "in")
        )
    if heated(desk, plan):
        found.append(
            Claim(
                "cartridge.cooled",
                "cool enough to meet its housing",
                INTO_HOUSING,
                at,
                (ev.RingCooled,),
                what=waits,
            )
        )
    if stands(plan) and plan.makeup is not None:
        found.append(
            Claim(
                "cartridge.below",
                "room below, before it was lowered",
                INTO_HOUSING,
                at,
                (ev.FreeBelow,),
                what=waits,
            )
        )
    found.append(
        Claim(
            "cartridge.entered",
            "shaft in the housing, by hand",
            INTO_HOUSING,
            at,
            (ev.ShaftEntered,),
            what=waits,
        )
    )
    if made.rod:
        found.append(
            Claim(
                "cartridge.rod_off", "handle rod off again", COVER_UP, SHAFT, (ev.RodUsed,), "out"
            )
        )
    if stands(plan) and worked_at_both_ends(made):
        found.append(
            Claim(
                "cartridge.over",
                "turned over, room below",
                INTO_HOUSING,
                at,
                (ev.TurnedOver,),
                what=waits,
            )
        )
    return found


def _off(state: Cartridge, part: str) -> Verdict | None:
    """What is said of a part that came off again."""
    return not_yet("It came off again.") if part in state.off else None


def _held(state: Cartridge, plan: ev.CartridgePlan) -> list[Claim]:
    """Retaining rings, nut pairs, grease."""
    found = []
    for ring in plan.rings:
        where = "on the shaft" if ring.row.sits == "shaft" else "in the bore"
        words = f"retaining ring {where} at the {ring.side} bearing"
        about, off = (
            f"{ring.row.sits} {ring.side}",
            _off(state, f"ring_{ring.row.sits}.{ring.side}"),
        )
        found.append(
            Claim(
                "cartridge.held",
                words,
                COVER_UP,
                SHAFT,
                (ev.RingSeated,),
                about,
                now=off,
                what=What.LOCKED,
            )
        )
    for end in plan.made.nuts:
        which = f" at the {end} end" if len(plan.made.nuts) > 1 else ""
        words = f"nut pair{which} at torque, tab in, jammed"
        found.append(
            Claim(
                "cartridge.pair",
                words,
                NUT_PAIR,
                SHAFT,
                (ev.PairTightened,),
                end,
                now=_off(state, f"nuts.{end}"),
                what=What.LOCKED,
            )
        )
    if plan.made.greased:
        found.append(
            Claim(
                "cartridge.packed",
                "grease between the pair",
                PACK,
                SHAFT,
                (ev.PackedBetween,),
                what=What.GREASED,
            )
        )
    return found


def _covers(state: Cartridge, plan: ev.CartridgePlan) -> list[Claim]:
    found = []
    for end in plan.made.covers:
        side = plan.side_at(end)
        cover, off = state.covers[side], _off(state, f"cover.{end}")
        # A round that was never pulled is no torque, however firm the screw feels.
        left = len(PASSES) - cover.passes
        rounds = not_yet(f"{left} of {len(PASSES)} rounds to go.") if left > 0 else None
        measured = (ev.CoverMeasured,)
        found += [
            Claim(
                "cartridge.spigot",
                f"spigot of the {side} cover",
                COVER_UP,
                SHAFT,
                measured,
                side,
                rests=(ev.DrawnByCover,),
                now=off,
                what=What.CLOSED,
            ),
            Claim(
                "cartridge.joint",
                f"joint of the {side} cover",
                COVER_UP,
                SHAFT,
                (ev.JointSealed,),
                side,
                now=off,
                what=What.CLOSED,
            ),
            Claim(
                "cartridge.cover",
                f"{side} cover at torque",
                COVER_UP,
                SHAFT,
                (ev.RoundTightened,),
                side,
                measured,
                now=rounds,
                what=What.CLOSED,
            ),
        ]
    return found


def _ended(desk: Desk, state: Cartridge, plan: ev.CartridgePlan) -> list[Claim]:
    touched = (ev.CoverMeasured, ev.JointSealed, ev.RoundTightened, ev.PartOff)
    words = "shaft turned with its covers on" if plan.made.covers else "shaft turned by hand"
    found = [
        Claim(
            "cartridge.turned",
            words,
            COVER_UP,
            SHAFT,
            (ev.CartridgeTurned,),
            after=touched,
            what=What.TURNS,
        )
    ]
    for end in plan.flingers:
        off = _off(state, f"flinger.{end}")
        found.append(
            Claim(
                "cartridge.flinger",
                f"flinger at the {end} end",
                SET_FLINGERS,
                SHAFT,
                (ev.FlingerSet,),
                end,
                now=off,
            )
        )
    left_in = still_in(desk)
    clear = not_yet(f"Still in: {left_in}. Take it out.") if left_in else None
    found.append(
        Claim(
            "cartridge.topped",
            "topped up, turned, no contact",
            SET_FLINGERS,
            SHAFT,
            (ev.ToppedUp,),
            after=(ev.PartOff,),
            now=clear,
        )
    )
    if plan.growth_mm is None:
        words = (
            "growth of the shaft is not known: room at the floating bearing was not checked"
            " against it"
        )
        found.append(
            Claim(
                "cartridge.growth",
                words,
                SET_FLINGERS,
                SHAFT,
                now=not_yet("growth not known"),
                due=True,
            )
        )
    return found
