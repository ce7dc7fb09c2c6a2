"""What must be shown of a housing that is closed, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.bolts.thread import BoltThread, read_thread
from tribodex.core.bolts.torque import PASSES, TorqueCode
from tribodex.core.errors import InvalidInput
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import FOOT, OUT_OF_LINE, OVER, Likely, torque_near
from tribodex.core.job.expected import NUMBERED, always, between, by_size, torque_for
from tribodex.core.job.proofs import Claim, What, not_yet, worst
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.lineup.gaps import RingGapCode
from tribodex.core.lineup.placing import PlacingCode
from tribodex.core.topics.bolts import commands as cmd
from tribodex.core.topics.bolts import facts as ev
from tribodex.core.topics.bolts.decide import STAGE, ClosingCode, habit_of, has_cap, load_of
from tribodex.core.topics.bolts.state import BASE, CAP, Closing
from tribodex.core.working import Level, Verdict

ANSWERS: dict[str, AnsweredBy] = {
    **again((ClosingCode.NOT_A_PAIR, ClosingCode.FACES_NOT_CLEAN), ev.CapPaired),
    ClosingCode.SOMETHING_RUBS: AnsweredBy((ev.CapPaired, ev.RubbingLooked)),
    ClosingCode.DOES_NOT_TURN_FREELY: AnsweredBy((ev.RubbingLooked,)),
    # Opened again, or planned anew, what was said of its bolts no longer counts.
    **again(TorqueCode, ev.BoltTightened, ev.JointLoosened, ev.JointPlanned),
    **again(PlacingCode, ev.AlignedLoaded),
    **again(RingGapCode, ev.RingGapsRead),
}
GATED: dict[type, str] = {cmd.PairCap: STAGE}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)
MADE_BY: dict[type, type] = {
    ev.CapPaired: cmd.PairCap,
    ev.LoadOn: cmd.TakeSupportOut,
    ev.BoltTightened: cmd.TightenBolt,
}


def _bolt(desk: Desk, state: Closing, command: cmd.TightenBolt) -> Likely | None:
    joint = state.joints.get(command.joint)
    # Each pass has its own figure: the last one against the first would warn for nothing.
    if joint is None or not 1 <= command.turn <= len(PASSES):
        return None
    return torque_near(PASSES[command.turn - 1] * joint.plan.torque_nm)


def _thread(command: cmd.PlanJoint) -> BoltThread | None:
    try:
        return read_thread(command.screw)
    except InvalidInput:
        return None


def _maker(desk: Desk, state: Closing, command: cmd.PlanJoint) -> Likely | None:
    thread = _thread(command)
    return torque_for(thread) if thread is not None else None


def _engaged(desk: Desk, state: Closing, command: cmd.PlanJoint) -> Likely | None:
    thread = _thread(command)
    if thread is None:
        return None
    return Likely(
        0.2 * thread.diameter_mm,
        6 * thread.diameter_mm,
        f"{thread.text} is screwed in by 1 to 2 diameters",
    )


_SCALE = between(0.4, 3_000.0, "torque wrenches reach from 0.4 to 3000 N·m")
_BESIDE = by_size("width_mm", 0.0, 1.0, "a gap beside the ring is less than its width")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.TightenBolt, "torque"): _bolt,
    (cmd.TightenBolt, "shows"): _bolt,
    (cmd.TightenBolt, "bolt"): NUMBERED,
    (cmd.TightenBolt, "turn"): NUMBERED,
    (cmd.PlanJoint, "count"): between(1, 24, "a joint has up to 24 bolts"),
    (cmd.PlanJoint, "torque"): _maker,
    (cmd.PlanJoint, "engaged"): _engaged,
    (cmd.PlanJoint, "wrench_from"): _SCALE,
    (cmd.PlanJoint, "wrench_to"): _SCALE,
    (cmd.PlanJoint, "wrench_length"): between(
        100.0, 2_000.0, "a torque wrench is 100 mm to 2 m long"
    ),
    (cmd.PlanJoint, "extension"): between(20.0, 1_000.0, "an extension is 20 mm to 1 m long"),
    (cmd.PlanJoint, "angle"): between(
        0.0, 180.0, "an extension stands between straight on and turned back"
    ),
    (cmd.AlignLoaded, "offset"): always(OUT_OF_LINE),
    (cmd.AlignLoaded, "over"): always(OVER),
    (cmd.AlignLoaded, "feet"): always(FOOT),
    (cmd.ReadRingGaps, "toward"): _BESIDE,
    (cmd.ReadRingGaps, "away"): _BESIDE,
}


def claims(desk: Desk, state: Closing) -> tuple[Claim, ...]:
    """Cap a pair, base at torque and in line with its load, gaps beside the ring, cap at torque,
    nothing rubs.
    """
    at, cap = desk.at, has_cap(desk)
    made: list[Claim] = []
    if cap:
        made.append(
            Claim(
                "bolts.paired",
                "cap and base a pair, clean, nothing rubs",
                STAGE,
                at,
                (ev.CapPaired,),
                what=What.CLOSED,
            )
        )
    habit = (
        None
        if habit_of(desk) is not None
        else not_yet("Nobody said when the base bolts come to torque.")
    )
    load = None if load_of(desk) is not None else not_yet("The support is still in.")
    made += [
        Claim("bolts.habit", "when the base bolts come to torque", STAGE, at, now=habit),
        Claim("bolts.load", "support out, load on", STAGE, at, now=load, what=What.CLOSED),
        Claim(
            "bolts.aligned",
            "in line with the load on",
            STAGE,
            at,
            (ev.AlignedLoaded,),
            what=What.CLOSED,
            sized=True,
        ),
    ]
    wanted = [
        BASE,
        *([CAP] if cap else []),
        *(name for name in state.joints if name not in (BASE, CAP)),
    ]
    for name in wanted:
        now = _joint(state, name)
        rests = (ev.BoltTightened,)
        made.append(
            Claim(
                "bolts.joint",
                f"{name} at torque",
                STAGE,
                at,
                (ev.JointPlanned,),
                name,
                rests=rests,
                now=now,
                what=What.CLOSED,
            )
        )
    if cap:
        cap_moved = (
            None
            if state.looked is not None
            else not_yet("Looked at before the cap was touched, or not at all.")
        )
        made += [
            Claim(
                "bolts.gaps",
                "gaps beside the outer ring",
                STAGE,
                at,
                (ev.RingGapsRead,),
                what=What.CLOSED,
                sized=True,
            ),
            Claim(
                "bolts.looked",
                "turned with the cap on, nothing rubs",
                STAGE,
                at,
                (ev.RubbingLooked,),
                now=cap_moved,
                what=What.CLOSED,
            ),
        ]
    return tuple(made)


def _joint(state: Closing, name: str) -> Verdict | None:
    joint = state.joints.get(name)
    if joint is None:
        return None
    found = [verdict for verdict in joint.plan.verdicts if verdict.level is Level.STOP]
    if joint.bad is not None:
        found.append(joint.bad.verdict)
    # A joint counts as a whole: one bolt left out tilts the cap, and the rest lose their pull.
    if not joint.at_torque:
        found.append(
            not_yet(f"{len(joint.tight)} of {joint.plan.count * len(PASSES)} pulls are done.")
        )
    return worst(found)
