"""What must be shown of a cam follower, what it needs of other work, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.follower.stud import Mount, StudCode
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import Likely, length_near, torque_near
from tribodex.core.job.needs import Need
from tribodex.core.job.proofs import Claim, What
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.follower import commands as cmd
from tribodex.core.topics.follower import facts as ev
from tribodex.core.topics.follower.decide import STAGE, FollowerCode
from tribodex.core.topics.follower.state import Follower

ANSWERS: dict[str, AnsweredBy] = {
    StudCode.HEAVY_PRESS: AnsweredBy((ev.StudFitted,)),
    **again((StudCode.TOO_TIGHT, StudCode.TOO_LOOSE), ev.StudClamped),
    StudCode.HOLE_UNDER_LOAD: AnsweredBy((ev.FollowerSet,)),
    StudCode.NO_PLUG: AnsweredBy((ev.PlugSaid,)),
    FollowerCode.NOT_BACKED_UP: AnsweredBy((ev.PlatesBacked,)),
    ev.RollerCode.NOT_FREE: AnsweredBy((ev.RollerTurned,)),
}
GATED: dict[type, str] = {cmd.SetFollower: STAGE}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)
NEEDS = (
    Need(
        What.SEAT,
        (cmd.SetFollower,),
        "A bearing does not go onto a seat that is not in order.",
        unless_stopped=True,
    ),
    Need(What.PARTS, (cmd.SetFollower,), "A look-alike goes on, and fails.", unless_stopped=True),
    Need(What.HELD, (cmd.SetFollower,), "Two held bearings kill each other.", unless_stopped=True),
)
# It has no housing that is closed, and no seals of ours.
LACKS = frozenset({What.CLOSED, What.SEALED})
MADE_BY: dict[type, type] = {
    ev.FollowerSet: cmd.SetFollower,
    ev.PlatesBacked: cmd.BackPlates,
    ev.PlugSaid: cmd.SayPlug,
}


def _clamp(desk: Desk, state: Follower, command: cmd.ClampStud) -> Likely | None:
    clamp = state.planned.clamp if state.planned is not None else None
    return torque_near(clamp.nm) if clamp is not None else None


def _stud(desk: Desk, state: Follower, command: cmd.FitStud) -> Likely | None:
    # What it is carried by, a stud or a pin, is the bore of it.
    return length_near(state.planned.size.bore_mm, 0.1) if state.planned is not None else None


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.ClampStud, "torque"): _clamp,
    (cmd.FitStud, "stud"): _stud,
    (cmd.FitStud, "hole"): _stud,
}


def claims(desk: Desk, state: Follower) -> tuple[Claim, ...]:
    """Fitted, in, carried, plugged, and free."""
    if state.planned is None:
        return ()
    at = desk.at
    if state.planned.mount is Mount.YOKE:
        carried = Claim(
            "follower.backed",
            "both end plates backed up",
            STAGE,
            at,
            (ev.PlatesBacked,),
            after=(ev.FollowerSet,),
            what=What.LOCKED,
        )
    else:
        carried = Claim(
            "follower.clamped",
            "nut at its clamp torque",
            STAGE,
            at,
            (ev.StudClamped,),
            after=(ev.FollowerSet,),
            what=What.LOCKED,
        )
    return (
        Claim("follower.fit", "stud and hole fit", STAGE, at, (ev.StudFitted,)),
        Claim(
            "follower.set",
            "in, grease hole to the unloaded side",
            STAGE,
            at,
            (ev.FollowerSet,),
            what=What.ON,
        ),
        carried,
        Claim("follower.plug", "oil hole plugged, or its fitting in", STAGE, at, (ev.PlugSaid,)),
        Claim(
            "follower.turned",
            "the roller turns freely",
            STAGE,
            at,
            (ev.RollerTurned,),
            after=(ev.FollowerSet,),
            what=What.TURNS,
        ),
    )
