"""What must be shown of a housed unit, what it needs of other work, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import FOOT, OUT_OF_LINE, OVER, TORQUE_FACTOR, Likely, torque_near
from tribodex.core.job.expected import always, between
from tribodex.core.job.job import Job
from tribodex.core.job.needs import Need
from tribodex.core.job.proofs import Claim, What, not_yet, worst
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.lineup.placing import PlacingCode
from tribodex.core.schedule.due import Care, CareKind
from tribodex.core.schedule.owed import AGAIN_H, Owed
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units import facts as ev
from tribodex.core.topics.units.decide import (
    BOLT_UNIT,
    JOIN_HALVES,
    LOCK_UNIT,
    SET_UNIT,
    UnitCode,
    float_now,
    room_now,
)
from tribodex.core.topics.units.halves import HalvesCode
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.forms import FloatCode
from tribodex.core.units.locking import CollarCode, UnitLock
from tribodex.core.units.screws import ScrewCode
from tribodex.core.working import Verdict

ANSWERS: dict[str, AnsweredBy] = {
    UnitCode.DOES_NOT_GO_ON: AnsweredBy((ev.SlidOn,), by_name=False),
    HalvesCode.DO_NOT_CLOSE: AnsweredBy((ev.SlidOn,), by_name=False),
    HalvesCode.JOINT_GAPES: AnsweredBy((ev.HalvesJoined,), by_name=False),
    **again(FloatCode, ev.FloatFound),
    **again(PlacingCode, ev.LinedUp),
    **again((UnitCode.BOLTS_TOO_TIGHT, UnitCode.BOLTS_TOO_LOOSE), ev.HousingBolted),
    ev.TurnCode.SHAFT_NOT_FREE: AnsweredBy((ev.ShaftTurned,)),
    # The second tightening is one more reading of the same screws.
    **again(
        (*ScrewCode, *CollarCode, UnitCode.SLIT_OVER_SLIT),
        ev.UnitLocked,
        ev.HalvesJoined,
        ev.ScrewsAgain,
    ),
    ev.TurnCode.NOT_FREE: AnsweredBy((ev.UnitTried,)),
}
GATED: dict[type, str] = {
    cmd.SlideOn: SET_UNIT,
    cmd.LockUnit: LOCK_UNIT,
    cmd.JoinHalves: JOIN_HALVES,
}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, SET_UNIT)
NEEDS = (
    Need(
        What.SEAT,
        (cmd.SlideOn,),
        "A bearing does not go onto a seat that is not in order.",
        unless_stopped=True,
    ),
    Need(What.PARTS, (cmd.SlideOn,), "A look-alike goes on, and fails.", unless_stopped=True),
    Need(What.HELD, (cmd.SlideOn,), "Two held bearings kill each other.", unless_stopped=True),
    Need(
        What.INSERT,
        (cmd.SlideOn,),
        "A housing whose insert is not in order goes on no shaft.",
        if_any=True,
    ),
)
MADE_BY: dict[type, type] = {ev.SlidOn: cmd.SlideOn}


def _screw(
    desk: Desk, state: Unit, command: cmd.LockUnit | cmd.JoinHalves | cmd.TightenAgain
) -> Likely | None:
    screw = state.plan.screw if state.plan is not None else None
    if screw is None:
        return None
    return Likely(
        screw.least / TORQUE_FACTOR, screw.most * TORQUE_FACTOR, f"{screw.words} is asked"
    )


_ROOM = between(0.0, 30.0, "an insert floats by millimetres")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.BoltHousing, "torque"): lambda desk, state, command: (
        torque_near(state.plan.base_nm) if state.plan is not None else None
    ),
    (cmd.LockUnit, "torque"): _screw,
    (cmd.TightenAgain, "torque"): _screw,
    (cmd.JoinHalves, "torque"): _screw,
    (cmd.JoinHalves, "passes"): "one pass or two: another number is refused",
    (cmd.FindFloat, "room_toward"): _ROOM,
    (cmd.FindFloat, "room_away"): _ROOM,
    (cmd.LineUpUnit, "offset"): always(OUT_OF_LINE),
    (cmd.LineUpUnit, "over"): always(OVER),
    (cmd.LineUpUnit, "feet"): always(FOOT),
    (cmd.LineUpUnit, "hole"): between(5.0, 100.0, "housings have holes of 6 to 66 mm"),
    (cmd.LineUpUnit, "bolt"): between(4.0, 100.0, "housings are bolted down with M5 to M64"),
    (cmd.LineUpUnit, "wanted"): between(0.0, 20.0, "a housing is shifted by millimetres"),
    (cmd.LockUnit, "passes"): "one pass or two: another number is refused",
    (cmd.TightenAgain, "after"): between(
        0.2, 2_000.0, "set screws are tightened again after hours or a few days"
    ),
}


def _float(desk: Desk, state: Unit) -> Verdict | None:
    """How it holds or floats now, and whether its room is enough for the growth as it is known now:
    the worse of both.
    """
    return worst(
        verdict
        for verdict in (float_now(desk, state), room_now(desk, state))
        if verdict is not None
    )


def owes(_: Job, state: Unit, __: str) -> Owed | None:
    """Set screws settle: due a second time until that was done."""
    if not state.has_screws or state.locked_on is None or state.again is not None:
        return None
    return Owed(
        state.locked_on,
        (
            Care(
                CareKind.TIGHTEN, AGAIN_H, None, once=True, why="set screws settle: a new isolation"
            ),
        ),
    )


def claims(desk: Desk, state: Unit) -> tuple[Claim, ...]:
    """On, holding or floating, lined up, bolted, shaft turned, locked, and free; set screws a
    second time after some running.
    """
    if state.plan is None:
        return ()
    at, plan = desk.at, state.plan
    halves = plan.lock is UnitLock.HALVES
    moved = (ev.LinedUp, ev.HalvesJoined) if halves else (ev.LinedUp,)
    on = "laid round its shaft, by hand" if halves else "on its shaft, by hand"
    # Halves are locked before their housing closes: what is turned after the bolts is the whole of
    # it.
    turns = What.TURNS if halves else None
    made = [
        Claim("units.on", on, SET_UNIT, at, (ev.SlidOn,), what=What.ON),
        Claim(
            "units.float",
            "holds or floats as it should",
            SET_UNIT,
            at,
            (ev.FloatFound,),
            now=_float(desk, state),
        ),
        Claim("units.lined", "lined up", BOLT_UNIT, at, (ev.LinedUp,)),
        Claim(
            "units.bolted",
            "housing bolted, to torque",
            BOLT_UNIT,
            at,
            (ev.HousingBolted,),
            after=moved,
            what=What.CLOSED,
        ),
        Claim(
            "units.shaft",
            "shaft turned after the bolts, and free",
            BOLT_UNIT,
            at,
            (ev.ShaftTurned,),
            after=(*moved, ev.HousingBolted),
            what=turns,
        ),
    ]
    if plan.lock is UnitLock.ADAPTER:
        # Its nut and plate lock it: another work shows that.
        return tuple(made)
    if halves:
        words = "halves screwed together, joints alike"
        return (
            *made,
            Claim(
                "units.locked",
                words,
                JOIN_HALVES,
                at,
                (ev.HalvesJoined,),
                after=(ev.SlidOn,),
                what=What.LOCKED,
            ),
        )
    made += [
        Claim(
            "units.locked",
            "locked on the shaft",
            LOCK_UNIT,
            at,
            (ev.UnitLocked,),
            rests=(ev.ScrewsAgain,),
            what=What.LOCKED,
        ),
        Claim(
            "units.tried",
            "turned by hand once locked, and free",
            LOCK_UNIT,
            at,
            (ev.UnitTried,),
            after=(ev.UnitLocked,),
            what=What.TURNS,
        ),
    ]
    if state.has_screws and state.locked is not None and plan.screw is not None:
        words = (
            f"set screws {plan.screw.screw} a second time after a few hours of running,"
            f" {plan.screw.words}"
        )
        now = not_yet("after some running") if state.again is None else None
        made.append(Claim("units.again", words, LOCK_UNIT, at, now=now, due=True))
    return tuple(made)
