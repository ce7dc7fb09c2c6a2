"""What must be shown of a bearing in a tight hub, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import AT_REST, HEATED, Likely
from tribodex.core.job.expected import always
from tribodex.core.job.needs import Need
from tribodex.core.job.proofs import Claim, What
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.shouldered.hub import HubCode
from tribodex.core.shouldered.retaining_ring import RetainingRingCode
from tribodex.core.shouldered.square import SquareCode
from tribodex.core.topics.hub import commands as cmd
from tribodex.core.topics.hub import facts as ev
from tribodex.core.topics.hub.decide import STAGE
from tribodex.core.topics.hub.state import Hub

ANSWERS: dict[str, AnsweredBy] = {
    **again(
        (HubCode.HOLE_TOO_WIDE, HubCode.HOLE_TOO_TIGHT),
        ev.HoleMeasured,
        ev.HubRenewed,
        way="Measured again, or another hub.",
    ),
    HubCode.ABOVE_ITS_LIMIT: AnsweredBy(
        (ev.HubRenewed,),
        way="Heat off. Another hub, or an engineer says what the heat did to this one.",
    ),
    HubCode.COCKED: AnsweredBy(
        (ev.StraightIn, ev.HubRenewed),
        by_name=False,
        way="The cause out, everything straight again.",
    ),
    **again(SquareCode, ev.HubTried, ev.HubRenewed),
    **again(RetainingRingCode, ev.HeldInHub, ev.HubRenewed),
}
_IN = tuple(
    command
    for command in cmd.COMMANDS
    if command not in (cmd.MeasureHole, cmd.SayBearingWarmth, cmd.RenewHub)
)
GATED: dict[type, str] = {cmd.ReadHub: STAGE, cmd.PushIn: STAGE}
HELD: dict[type, str] = dict.fromkeys(_IN, STAGE)
NEEDS = (Need(What.PARTS, _IN, "A look-alike goes in, and fails.", unless_stopped=True),)


def _outside(_: Desk, state: Hub, __: object) -> Likely | None:
    d = state.plan.bearing.outside_mm if state.plan is not None else None
    return (
        Likely(d - 0.3, d + 0.3, f"a hole for {d:g} mm lies within hundredths of it")
        if d is not None
        else None
    )


_ENDS = always(Likely(0.0, 400.0, "ends of a retaining ring stand millimetres apart"))
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.MeasureHole, "hole"): _outside,
    (cmd.MeasureHole, "ring"): _outside,
    (cmd.SayBearingWarmth, "temperature"): always(AT_REST),
    (cmd.ReadHub, "temperature"): always(HEATED),
    (cmd.HoldInHub, "ends_before"): _ENDS,
    (cmd.HoldInHub, "ends_after"): _ENDS,
}


def claims(desk: Desk, state: Hub) -> tuple[Claim, ...]:
    """Its fit measured, against the shoulder of its hub, and held there."""
    if state.plan is None:
        return ()
    at, again_ = desk.at, (ev.HubRenewed,)
    on_the_way = (ev.HubWarmth, ev.StoppedIn)
    return (
        Claim("hub.fit", "fit in its hub measured", STAGE, at, (ev.HoleMeasured,), after=again_),
        Claim(
            "hub.home",
            "against the shoulder of its hub all round",
            STAGE,
            at,
            (ev.HubTried,),
            after=(ev.PushedIn, *again_),
            rests=on_the_way,
        ),
        Claim(
            "hub.held", "held in its hub", STAGE, at, (ev.HeldInHub,), after=(ev.PushedIn, *again_)
        ),
    )
