"""What must be shown of a cartridge, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.bolts.torque import PASSES, TorqueCode
from tribodex.core.cartridge.building import CartridgeCode
from tribodex.core.cartridge.covers import CoverCode
from tribodex.core.cartridge.shaft_end import ShaftEndCode
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import HEATED, Family, Likely, torque_near
from tribodex.core.job.expected import between, by_size
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.readback import numbers_in
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.decide import COVER_UP, INTO_HOUSING, NUT_PAIR, PACK, SET_FLINGERS, CartridgeWorkCode, next_pass, still_in
from tribodex.core.topics.cartridge.state import SIDES, Cartridge

ANSWERS: dict[str, AnsweredBy] = {
    **again((CartridgeCode.TOO_WARM, CartridgeCode.DOES_NOT_SLIDE_IN), ev.RingCooled),
    CartridgeCode.TOO_LOW: AnsweredBy((ev.TurnedOver,), by_name=False),
    CartridgeWorkCode.DOES_NOT_GO_IN: AnsweredBy((ev.ShaftEntered,), by_name=False),
    **again((ShaftEndCode.LOOSENED_BY_ROTATION, CartridgeWorkCode.NO_TAB, CartridgeWorkCode.NOT_JAMMED), ev.PairTightened),
    # A torque is that of the nut pair, or of a round over a cover.
    **again(TorqueCode, ev.PairTightened, ev.RoundTightened, ev.CoverMeasured),
    **again((c for c in CoverCode if c is not CoverCode.ASKEW and c is not CoverCode.NOT_BY_THE_COVER), ev.CoverMeasured),
    CoverCode.ASKEW: AnsweredBy((ev.RoundTightened, ev.CoverMeasured)),
    CoverCode.NOT_BY_THE_COVER: AnsweredBy((ev.CartridgeTurned,), way="Off again: what was forced is turned and felt before it goes on."),
    ev.CartridgeTurnCode.NOT_FREE: AnsweredBy((ev.CartridgeTurned,)),
    **again((ShaftEndCode.TOO_CLOSE, ShaftEndCode.CLOSES_WHEN_WARM, CartridgeWorkCode.WRONG_FLINGER, CartridgeWorkCode.ONE_SCREW), ev.FlingerSet),
    ev.CartridgeTurnCode.CONTACT: AnsweredBy((ev.ToppedUp,)),
}
GATED: dict[type, str] = {cmd.SetOuterRing: INTO_HOUSING, cmd.EnterHousing: INTO_HOUSING, cmd.TightenRound: COVER_UP}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, INTO_HOUSING)
MADE_BY: dict[type, type] = {ev.OuterRingSet: cmd.SetOuterRing, ev.ShaftEntered: cmd.EnterHousing, ev.DrawnByCover: cmd.DrawByCover}


def _round(desk: Desk, state: Cartridge, command: cmd.TightenRound) -> Likely | None:
    plan = state.plan
    return torque_near(next_pass(plan, state.covers[command.side]) or plan.screws.torque_nm) if plan is not None else None


def _spigot(desk: Desk, state: Cartridge, command: cmd.MeasureCover) -> Likely | None:
    depth, _ = numbers_in(Family.LENGTH, command.depth, "depth", command.shown)
    return Likely(max(0.0, depth[0] - 5), depth[0] + 5, f"the ring lies {depth[0]:g} mm deep, and the spigot reaches it") if depth else None


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.ReadCooled, "ring_temperature"): lambda desk, state, command: HEATED,
    (cmd.ReadCooled, "housing_temperature"): lambda desk, state, command: HEATED,
    (cmd.TightenPair, "torque"): lambda desk, state, command: torque_near(state.plan.nut_nm) if state.plan is not None else None,
    (cmd.TightenRound, "torque"): _round,
    (cmd.SetFlinger, "gap"): between(0.1, 8.0, "a flinger stands about 0.8 mm (1/32 in) off its cover"),
    (cmd.TurnOver, "stands_out"): between(0.0, 3_000.0, "a shaft sticks out by up to 3 m"),
    (cmd.TurnOver, "free"): between(0.0, 3_000.0, "blocks leave up to 3 m free"),
    (cmd.MeasureCover, "depth"): by_size("width_mm", 0.0, 4.0, "an outer ring does not lie that deep in its seat"),
    (cmd.MeasureCover, "spigot"): _spigot,
    (cmd.TightenRound, "gaps"): between(0.0, 5.0, "a cover stands off by up to 5 mm"),
}


def claims(desk: Desk, state: Cartridge) -> tuple[Claim, ...]:
    """In its housing and turned over, nut pair, grease, covers, flingers, nothing temporary left."""
    plan = state.plan
    if plan is None:
        return ()
    # What the second bearing waits for is shown at its place.
    at = plan.floating
    by_side: dict[ev.Side, str] = {"fixed": plan.fixed, "floating": plan.floating}
    rings = [
        Claim("cartridge.ring", f"outer ring of the {side} bearing in the housing", INTO_HOUSING, at, (ev.OuterRingSet,), side, what=What.ENTERED)
        for side in SIDES
        if by_side[side] in plan.separable
    ]
    made = [
        *rings,
        Claim("cartridge.cooled", "cool enough to meet its housing", INTO_HOUSING, at, (ev.RingCooled,), what=What.ENTERED),
        Claim("cartridge.entered", "shaft in the housing, by hand", INTO_HOUSING, at, (ev.ShaftEntered,), what=What.ENTERED),
        Claim("cartridge.over", "turned over, room below", INTO_HOUSING, at, (ev.TurnedOver,), what=What.ENTERED),
        Claim("cartridge.pair", "nut pair at torque, tab in, jammed", NUT_PAIR, SHAFT, (ev.PairTightened,), what=What.LOCKED),
        Claim("cartridge.packed", "grease between the pair", PACK, SHAFT, (ev.PackedBetween,), what=What.GREASED),
    ]
    for side in SIDES:
        cover = state.covers[side]
        left = len(PASSES) - cover.passes
        rounds = not_yet(f"{left} of {len(PASSES)} rounds to go.") if left > 0 else None
        measured = (ev.CoverMeasured,)
        made += [
            Claim("cartridge.spigot", f"spigot of the {side} cover", COVER_UP, SHAFT, measured, side, rests=(ev.DrawnByCover,), what=What.CLOSED),
            Claim("cartridge.joint", f"joint of the {side} cover", COVER_UP, SHAFT, (ev.JointSealed,), side, what=What.CLOSED),
            Claim("cartridge.cover", f"{side} cover at torque", COVER_UP, SHAFT, (ev.RoundTightened,), side, measured, now=rounds, what=What.CLOSED),
        ]
    touched = (ev.CoverMeasured, ev.JointSealed, ev.RoundTightened)
    made.append(Claim("cartridge.turned", "shaft turned with both covers on", COVER_UP, SHAFT, (ev.CartridgeTurned,), after=touched, what=What.TURNS))
    made += [Claim("cartridge.flinger", f"flinger at the {end} end", SET_FLINGERS, SHAFT, (ev.FlingerSet,), end) for end in plan.flingers]
    left_in = still_in(desk)
    clear = not_yet(f"Still in: {left_in}. Take it out.") if left_in else None
    made.append(Claim("cartridge.topped", "topped up, turned, no contact", SET_FLINGERS, SHAFT, (ev.ToppedUp,), now=clear))
    if plan.growth_mm is None:
        words = "growth of the shaft is not known: room at the floating bearing was not checked against it"
        made.append(Claim("cartridge.growth", words, SET_FLINGERS, SHAFT, now=not_yet("growth not known"), due=True))
    return tuple(made)
