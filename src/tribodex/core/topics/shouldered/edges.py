"""What must be shown of a ring on its shoulder, what it needs of other work, and what ends a stop
there.
"""

from __future__ import annotations

from tribodex.core.bolts.torque import TorqueCode
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import AT_REST, HEATED, Likely, torque_near
from tribodex.core.job.expected import always, by_shaft, by_size
from tribodex.core.job.needs import Need
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.shouldered.heating import HeatingCode
from tribodex.core.shouldered.retaining_ring import RetainingRingCode
from tribodex.core.shouldered.setting import SettingCode
from tribodex.core.shouldered.square import SquareCode
from tribodex.core.topics.hub.facts import PushedIn
from tribodex.core.topics.shouldered import commands as cmd
from tribodex.core.topics.shouldered import facts as ev
from tribodex.core.topics.shouldered.decide import SECURE, SET_ON, SecuredCode
from tribodex.core.topics.shouldered.plan import HeldBy, ShoulderPlan
from tribodex.core.topics.shouldered.state import Shouldered

_NOT_FITTED = "This ring is not fitted: another one."
ANSWERS: dict[str, AnsweredBy] = {
    HeatingCode.OVER_ITS_LIMIT: AnsweredBy((ev.RingRenewed,), by_name=False, way=_NOT_FITTED),
    HeatingCode.ABOVE_THE_LIMIT: AnsweredBy(
        (ev.HeaterOff, ev.RingRenewed), by_name=False, way="Heater off."
    ),
    HeatingCode.INNER_RING_TOO_FAR_AHEAD: AnsweredBy(
        (ev.RingWarmth, ev.RingRenewed), way="Let both rings come together, and read both again."
    ),
    **again(
        (HeatingCode.MELTED_UNSEEN, HeatingCode.MAY_BE_ABOVE),
        ev.RingWarmth,
        ev.RingRenewed,
        by_name=False,
        way="Read it by thermometer.",
    ),
    HeatingCode.TOO_LITTLE_ROOM: AnsweredBy((ev.RingWarmth, ev.RingRenewed)),
    **again(SquareCode, ev.GapsRead, ev.ShoulderTried),
    ev.ShoulderCode.COCKED: AnsweredBy(
        (ev.StraightOn,), by_name=False, way="The cause out, everything straight again."
    ),
    ev.ShoulderCode.NOT_FREE: AnsweredBy(
        (ev.TurnedByHand, ev.RingRenewed), way="Off again, the cause found; then turned again."
    ),
    **again(SettingCode, ev.SettingRead, ev.RingRenewed),
    **again((*RetainingRingCode, *SecuredCode, *TorqueCode), ev.HeldFast, ev.RingRenewed),
    "": AnsweredBy((ev.RingRenewed,)),
}
_ON = tuple(command for command in cmd.COMMANDS if command is not cmd.SayShaftWarmth)
GATED: dict[type, str] = {
    cmd.ReadRing: SET_ON,
    cmd.PushHome: SET_ON,
    cmd.HoldFast: SECURE,
    cmd.ReadSetting: SET_ON,
}
HELD: dict[type, str] = dict.fromkeys(_ON, SET_ON)
NEEDS = (
    Need(
        What.SEAT,
        _ON,
        "A bearing does not go onto a seat that is not in order.",
        unless_stopped=True,
    ),
    Need(What.PARTS, _ON, "A look-alike goes on, and fails.", unless_stopped=True),
    Need(What.HELD, _ON, "Two held bearings kill each other.", unless_stopped=True),
    Need(What.ENTERED, _ON, "The second bearing meets shaft and housing at once.", if_any=True),
)
MADE_BY: dict[type, type] = {
    ev.HeaterOff: cmd.SwitchOff,
    ev.HeatedAgain: cmd.HeatAgain,
    ev.RingRenewed: cmd.RenewRing,
    ev.HeldFast: cmd.HoldFast,
}


def _circle(desk: Desk, state: Shouldered, command: cmd.ReadGaps) -> Likely | None:
    if state.planned is None:
        return None
    size = state.planned.bearing
    return Likely(
        0.7 * size.bore_mm,
        1.5 * size.outside_mm,
        f"the bearing is {size.bore_mm:.4g} by {size.outside_mm:.4g} mm",
    )


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.SayShaftWarmth, "temperature"): always(AT_REST),
    (cmd.ReadRing, "ring_temperature"): always(HEATED),
    (cmd.ReadRing, "outer_temperature"): always(HEATED),
    (cmd.ReadGaps, "gaps"): by_size(
        "width_mm", 0.0, 1.5, "a ring on its way stands off by up to its own width"
    ),
    (cmd.HoldFast, "ends_before"): by_shaft(
        0.0, 1.0, "the ends of a retaining ring do not stand that far apart"
    ),
    (cmd.HoldFast, "ends_after"): by_shaft(
        0.0, 1.0, "the ends of a retaining ring do not stand that far apart"
    ),
    (cmd.ReadGaps, "circle"): _circle,
    (cmd.HoldFast, "torque"): lambda desk, state, command: (
        torque_near(state.planned.nut_nm) if state.planned is not None else None
    ),
    (
        cmd.ReadSetting,
        "value",
    ): "judged against its maker's figure, which is there or it is not read",
}


def claims(desk: Desk, state: Shouldered) -> tuple[Claim, ...]:
    """Against its shoulder, held there, and free; in a cartridge its nut pair holds it."""
    if state.planned is None:
        return ()
    at = desk.at
    after = (ev.PushedHome, ev.RingRenewed)
    on_the_way = (ev.RingWarmth, ev.GapsRead, ev.StoppedOn)
    home = Claim(
        "shouldered.home",
        "against its shoulder all round",
        SET_ON,
        at,
        (ev.ShoulderTried,),
        after=after,
        rests=on_the_way,
        what=What.ON,
    )
    setting = _setting(state.planned, at)
    if state.planned.held_by is HeldBy.CARTRIDGE:
        return (home, *setting)
    # A hub that comes over it afterwards takes clearance: it is felt again.
    again_ = (*after, ev.HeldFast, PushedIn)
    return (
        home,
        Claim(
            "shouldered.held",
            "held against its shoulder",
            SECURE,
            at,
            (ev.HeldFast,),
            after=after,
            what=What.LOCKED,
        ),
        Claim(
            "shouldered.turned",
            "turned by hand, and free",
            SECURE,
            at,
            (ev.TurnedByHand,),
            after=again_,
            what=What.TURNS,
        ),
        *setting,
    )


def _setting(plan: ShoulderPlan, at: str) -> tuple[Claim, ...]:
    """The setting of a bearing that is set against another: read as its maker asks, or open, and
    said so.
    """
    if not plan.bearing.kind.is_set:
        return ()
    cartridge = plan.held_by is HeldBy.CARTRIDGE
    stage = SET_ON if cartridge else SECURE
    if plan.setting is None:
        words = "setting open: end play or preload is its maker's figure, and nobody has it"
        return (
            Claim(
                "shouldered.setting_open",
                words,
                stage,
                at,
                now=not_yet("the maker's figure is missing"),
                due=True,
            ),
        )
    words = f"{plan.setting.by.words} as its maker asks"
    # In a cartridge it is read when everything is closed.
    return (
        Claim(
            "shouldered.setting",
            words,
            stage,
            at,
            (ev.SettingRead,),
            after=(ev.HeldFast, ev.PushedHome),
            due=cartridge,
        ),
    )
