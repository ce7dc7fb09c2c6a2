"""What must be shown of a large shaft seal, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.bolts.thread import read_thread
from tribodex.core.bolts.torque import TorqueCode
from tribodex.core.errors import InvalidInput
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import AT_REST, LEAD_IN, RUNNING, Family, Likely, torque_near
from tribodex.core.job.expected import NUMBERED, always, between, speed_of_lip, torque_for
from tribodex.core.job.facts import Fact
from tribodex.core.job.proofs import Claim, What, not_yet, worst
from tribodex.core.job.readback import numbers_in
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.large_seal import commands as cmd
from tribodex.core.topics.large_seal import facts as ev
from tribodex.core.topics.large_seal.decide import STAGE, LargeSealCode
from tribodex.core.topics.large_seal.state import LargeSeal
from tribodex.core.topics.large_seal.straps import straps_in
from tribodex.core.working import Verdict

ANSWERS: dict[str, AnsweredBy] = {
    LargeSealCode.STILL_COLD: AnsweredBy(
        (ev.RingWarmed,),
        by_name=False,
        way="Leave it in the warm, and measure in the middle again.",
    ),
    **again((LargeSealCode.MARKED, LargeSealCode.NOT_RESTED), ev.RingRested),
    **again((LargeSealCode.NOT_DRY, LargeSealCode.SHARP_EDGES), ev.SeatReady),
    LargeSealCode.LOCK_NOT_CHECKED: AnsweredBy((ev.SpringIn,)),
    LargeSealCode.OPEN_SIDE_AWAY: AnsweredBy((ev.OpenSideSaid,)),
    **again((LargeSealCode.NOT_GREASED, LargeSealCode.LIPS_FOLDED), ev.ShaftMet),
    LargeSealCode.OUT_OF_TURN: AnsweredBy(
        (ev.RingTakenOut,), way="Out, and begun again at 12 o'clock."
    ),
    LargeSealCode.NOT_FLAT: AnsweredBy((ev.SeatedFlat,)),
    **again((LargeSealCode.UNEVEN, *TorqueCode), ev.SealCovered),
}
GATED: dict[type, str] = {
    command: STAGE for command in cmd.COMMANDS if command is not cmd.PlanLargeSeal
}


def _shaft(command: cmd.PlanLargeSeal) -> float | None:
    read, _ = numbers_in(Family.LENGTH, command.shaft, "shaft", command.shown)
    return read[0] if read else None


def _lip(desk: Desk, state: LargeSeal, command: cmd.PlanLargeSeal) -> Likely | None:
    shaft = _shaft(command)
    return speed_of_lip(shaft) if shaft else None


def _chamfer(desk: Desk, state: LargeSeal, command: cmd.PlanLargeSeal) -> Likely | None:
    shaft = _shaft(command)
    return (
        Likely(0.6 * shaft, shaft, f"a chamfer ends below the shaft's {shaft:g} mm")
        if shaft
        else None
    )


def _ring(desk: Desk, state: LargeSeal, command: cmd.PlanLargeSeal) -> Likely | None:
    shaft = _shaft(command)
    return (
        Likely(3.0 * shaft, 4.7 * shaft, f"round a shaft of {shaft:g} mm it is some π times that")
        if shaft
        else None
    )


def _seat(desk: Desk, state: LargeSeal, command: cmd.PlanLargeSeal) -> Likely | None:
    shaft = _shaft(command)
    return Likely(shaft, 1.3 * shaft, f"it lies round a shaft of {shaft:g} mm") if shaft else None


def _cover(desk: Desk, state: LargeSeal, command: cmd.PlanLargeSeal) -> Likely | None:
    """What its screws take where they were said; else whatever covers are tightened with."""
    try:
        return torque_for(read_thread(command.cover_screw, "cover_screw"))
    except InvalidInput:
        return Likely(0.5, 2_000.0, "covers are tightened with 1 to 1000 N·m")


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.WarmRing, "middle"): always(AT_REST),
    (cmd.PlanLargeSeal, "shaft"): between(
        50.0, 5_000.0, "large rings stand on shafts of 200 mm to 4 m"
    ),
    (cmd.PlanLargeSeal, "speed"): _lip,
    (cmd.PlanLargeSeal, "temperature"): always(RUNNING),
    (cmd.PlanLargeSeal, "store"): always(AT_REST),
    (cmd.PlanLargeSeal, "room"): always(AT_REST),
    (cmd.PlanLargeSeal, "box"): between(10.0, 600.0, "packs are 20 to 400 mm high"),
    (cmd.PlanLargeSeal, "chamfer"): _chamfer,
    (cmd.PlanLargeSeal, "angle"): always(LEAD_IN),
    (cmd.PlanLargeSeal, "cover"): _cover,
    (cmd.PlanLargeSeal, "ring"): _ring,
    (cmd.PlanLargeSeal, "seat"): _seat,
    (cmd.PlanLargeSeal, "cover_screws"): between(2, 96, "covers have 4 to 48 screws"),
    (cmd.RestRing, "hours"): between(0.05, 1_000.0, "a ring rests for an hour or a night"),
    (cmd.PressAt, "hour"): NUMBERED,
    (cmd.CoverSeal, "torque"): lambda desk, state, command: (
        torque_near(state.plan.cover_nm) if state.plan is not None else None
    ),
}


def claims(desk: Desk, state: LargeSeal) -> tuple[Claim, ...]:
    """Planned, warm, rested, its seat ready, spring in, pressed in all round, flat, covered; no
    strap left.
    """
    at, plan = desk.at, state.plan
    planned = "the ring is planned, and nothing in it stops"
    if plan is None:
        return (Claim("large_seal.planned", planned, STAGE, at, (ev.LargeSealPlanned,)),)

    def step(
        code: str, words: str, kind: type[Fact], said: object, now: Verdict | None = None
    ) -> Claim:
        stale = not_yet("To be done, or done anew.") if said is None else now
        return Claim(f"large_seal.{code}", words, STAGE, at, (kind,), now=stale, what=What.SEALED)

    made = [
        Claim(
            "large_seal.planned",
            planned,
            STAGE,
            at,
            (ev.LargeSealPlanned,),
            now=worst(plan.verdicts),
        )
    ]
    if plan.warm is not None and plan.warm.value:
        made.append(step("warm", "warm right through", ev.RingWarmed, state.warmed))
    if plan.rests:
        made.append(
            step("rested", "rested flat for an hour, lip looked at", ev.RingRested, state.rested)
        )
    made.append(step("seat", "housing dry, clean, edges rounded", ev.SeatReady, state.seat))
    if plan.side_asked:
        made.append(step("side", "open side to what it holds back", ev.OpenSideSaid, state.side))
        made.append(step("met", "shaft and lip greased, none folded", ev.ShaftMet, state.met))
    if plan.spring_apart:
        made.append(step("spring", "spring in, its lock checked", ev.SpringIn, state.spring))
    due = state.next_hour
    pressed = not_yet(f"{due:g} o'clock is next.") if due is not None else None
    made.append(
        Claim(
            "large_seal.pressed",
            "pressed in all round the clock",
            STAGE,
            at,
            now=pressed,
            rests=(ev.PressedAt,),
            what=What.SEALED,
        )
    )
    made.append(step("flat", "flat to the bottom everywhere", ev.SeatedFlat, state.flat))
    if not plan.holds_itself:
        made.append(step("cover", "cover on, at torque, evenly", ev.SealCovered, state.covered))
    if straps := straps_in(desk):
        made.append(
            Claim(
                "large_seal.straps",
                "straps pulled out",
                STAGE,
                at,
                now=not_yet(f"Still in: {straps}."),
                what=What.SEALED,
            )
        )
    return tuple(made)
