"""What must be shown of a drive-up, what it needs of other work, and what ends a stop there."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import HEATED, Likely
from tribodex.core.job.expected import NUMBERED, OF_THE_NUT, always, between, by_size
from tribodex.core.job.needs import Need
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.mounting.clearance import ClearanceCode
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.judgement import FinalCode
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.seat import NutSeatCode
from tribodex.core.mounting.window import WindowCode
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.topics.tapered.parting import parted
from tribodex.core.topics.tapered.stages import ready_to_lock
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level, Verdict

INITIAL, WINDOW, DRIVE_UP, LOCK, FINAL = (
    "initial_clearance",
    "target_window",
    "drive_up",
    "lock",
    "final_check",
)
GAUGED = (ev.GaugingClosed, ev.NoPlayFound)
_RELEASE = "Release the bearing and start again."
ANSWERS: dict[str, AnsweredBy] = {
    "": AnsweredBy((ev.GaugingClosed, ev.HandChecked, ev.OutsideAccepted, ev.NutSeated)),
    **again(
        ClearanceCode,
        ev.GaugingClosed,
        ev.OutsideAccepted,
        by_name=False,
        way="Gauge again, or take another bearing; or a name accepts it.",
    ),
    **again(
        (*FinalCode, *LockCode),
        ev.GaugingClosed,
        ev.HandChecked,
        way=f"Check again if unsure. {_RELEASE}",
    ),
    ev.DriveUpCode.NO_CLEARANCE: AnsweredBy(
        (ev.GaugingClosed,),
        by_name=False,
        way=f"Gauge again if the feeler was at fault. {_RELEASE}",
    ),
    ev.DriveUpCode.BINDS: AnsweredBy((ev.HandChecked,), by_name=False, way=_RELEASE),
    NutSeatCode.DRIVEN_ON: AnsweredBy(
        (ev.GaugingClosed,), way="Gauge: it tells where the bearing is."
    ),
    NutSeatCode.CONTRADICTS: AnsweredBy(
        (ev.GaugingClosed,), way="Gauge: it tells where the bearing is."
    ),
    NutSeatCode.NOT_SEATED_YET: AnsweredBy(
        (ev.NutSeated,),
        by_name=False,
        way="Tighten the nut until it seats firmly, and say where it stands then.",
    ),
    NutSeatCode.LET_GO: AnsweredBy((), by_name=False, way=_RELEASE),
    ev.DriveUpCode.NO_PAIR: AnsweredBy(
        (ev.LookedAt,),
        by_name=False,
        way="Release the bearing; with the right parts, look at them again.",
    ),
    ev.DriveUpCode.SLEEVE_MOVES: AnsweredBy(
        (ev.LookedAt,), by_name=False, way=f"Seat the sleeve, and set the zero anew. {_RELEASE}"
    ),
}
_BEFORE_DRIVING = (cmd.SetZero, cmd.TurnNut, cmd.StrikeBlows, cmd.SeatNut, cmd.Lock, cmd.HandCheck)
_MOUNTING = (cmd.StartGauging, *_BEFORE_DRIVING)
_OF_PHASE = {Phase.INITIAL: INITIAL, Phase.DRIVE_UP: DRIVE_UP, Phase.FINAL: FINAL}
GATED: dict[type, str | Callable[[Any], str]] = {
    cmd.StartGauging: lambda command: _OF_PHASE[command.phase],
    # The first reading begins a gauging, and stands behind the same gates.
    cmd.BracketPlace: lambda command: _OF_PHASE[command.phase or Phase.INITIAL],
    **dict.fromkeys((cmd.SetZero, cmd.TurnNut, cmd.StrikeBlows, cmd.HandCheck), DRIVE_UP),
    **dict.fromkeys((cmd.SeatNut, cmd.Lock), LOCK),
}
HELD: dict[type, str] = dict.fromkeys(_BEFORE_DRIVING, DRIVE_UP)
NEEDS = (
    Need(
        What.SEAT,
        _BEFORE_DRIVING,
        "A bearing does not go onto a seat that is not in order.",
        unless_stopped=True,
    ),
    Need(What.PARTS, _BEFORE_DRIVING, "A look-alike goes on, and fails.", unless_stopped=True),
    Need(What.HELD, _BEFORE_DRIVING, "Two held bearings kill each other.", unless_stopped=True),
)
TAPS: dict[str, Any] = {
    Do.GAUGE_INITIAL: cmd.StartGauging(Phase.INITIAL),
    Do.GAUGE: cmd.StartGauging(Phase.DRIVE_UP),
    Do.GAUGE_FINAL: cmd.StartGauging(Phase.FINAL),
    Do.TURN: cmd.TurnNut,
    Do.STRIKE: cmd.StrikeBlows(1),
    Do.NO_PLAY: cmd.StartGauging(Phase.DRIVE_UP),
    Do.PARTED: cmd.StartGauging(Phase.DRIVE_UP),
    **dict.fromkeys(
        (Do.DECIDE_GROUP, Do.DECIDE_WINDOW, Do.DECIDE_FEELERS, Do.DECIDE_NARROW), cmd.AcceptOutside
    ),
}


def _start(desk: Desk, state: Tapered, command: cmd.SetZero) -> Likely | None:
    step = state.planned.hydraulic if state.planned is not None else None
    asked = step.start_pressure_mpa if step is not None else None
    return (
        Likely(
            round(asked.low / 3, 2),
            round(asked.high * 3, 2),
            f"{asked.low:.2g} to {asked.high:.2g} MPa is planned",
        )
        if asked
        else None
    )


def _blows(desk: Desk, state: Tapered, command: cmd.StrikeBlows) -> Likely | None:
    """More than three times the last count, and more than four, is asked about: what a blow takes
    hangs on it.
    """
    last = state.attempt.last_blows
    why = (
        f"{'one was' if last == 1 else f'{last} were'} struck last"
        if last
        else "one light blow comes first"
    )
    return Likely(1, max(4, 3 * last), why)


_LEAF = (
    "read against the gauge set and the group's band: outside it the readings that fit are offered"
)
_ENDS = by_size("width_mm", 0.0, 3.0, "a sleeve stands out by less")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.StartGauging, "inner_temperature"): always(HEATED),
    (cmd.StartGauging, "outer_temperature"): always(HEATED),
    (cmd.StartGauging, "places"): "places beyond those of a ring are refused",
    (cmd.TryLeaf, "place"): NUMBERED,
    (cmd.TryLeaf, "leaf"): _LEAF,
    (cmd.BracketPlace, "place"): NUMBERED,
    (cmd.BracketPlace, "leaf"): _LEAF,
    (cmd.BracketPlace, "places"): "places beyond those of a ring are refused",
    (cmd.RepeatPlace, "place"): NUMBERED,
    (cmd.SetZero, "start_pressure"): _start,
    (cmd.TurnNut, "amount"): OF_THE_NUT,
    (cmd.StrikeBlows, "blows"): _blows,
    (cmd.SeeTab, "amount"): "more than one step of nut and washer is refused",
    (cmd.SeatNut, "amount"): OF_THE_NUT,
    (cmd.SeatNut, "washer_thickness"): between(0.5, 5.0, "lock washers are 1 to 3 mm thick"),
    (cmd.SeatNut, "sleeve_before"): _ENDS,
    (cmd.SeatNut, "sleeve_after"): _ENDS,
    (cmd.LookAt, "sleeve_before"): _ENDS,
    (cmd.LookAt, "sleeve_after"): _ENDS,
    (cmd.Lock, "turn"): "beyond the next tab positions it is refused",
}


def claims(desk: Desk, state: Tapered) -> tuple[Claim, ...]:
    """From the unmounted clearance to the final check, for the method that is planned."""
    if state.planned is None:
        return ()
    at, attempt, marked = desk.at, state.attempt, state.plan.method.from_a_mark
    made = []
    if state.plan.method.gauged:
        words = "unmounted clearance gauged, and in its group"
        made.append(
            Claim(
                "tapered.initial",
                words,
                INITIAL,
                at,
                now=_initial(state),
                rests=() if attempt.zero_set else GAUGED,
            )
        )
    made += [
        # Who drives by the blow counts from no mark.
        Claim(
            "tapered.zero",
            "zero mark set" if marked else "first blow struck",
            WINDOW,
            at,
            (ev.ZeroSet if marked else ev.BlowsStruck,),
            now=_window(state),
        ),
        Claim(
            "tapered.driven",
            "driven up",
            DRIVE_UP,
            at,
            now=_driven(state),
            rests=(ev.HandChecked,),
            what=What.ON,
        ),
    ]
    if state.plan.seats_again:
        seat = _seat(state)
        made.append(
            Claim(
                "tapered.seat",
                "washer or lock fitted, nut seated",
                LOCK,
                at,
                now=seat,
                rests=(ev.NutSeated,),
                what=What.LOCKED,
            )
        )
    made.append(
        Claim(
            "tapered.locked",
            "nut locked at a tab position",
            LOCK,
            at,
            (ev.Locked,),
            what=What.LOCKED,
        )
    )
    how = (
        "residual clearance, locked"
        if state.plan.method.gauged
        else "turned and swivelled by hand, locked"
    )
    rests = (*GAUGED, ev.HandChecked) if attempt.locked is not None else ()
    made.append(Claim("tapered.final", how, FINAL, at, now=_final(state), rests=rests))
    return tuple(made)


def _initial(state: Tapered) -> Verdict:
    stop = state.stopped_by()
    if stop == "no_play":
        return Verdict(
            "no measurable clearance",
            Level.STOP,
            "The thinnest feeler does not go in before mounting.",
            code=ev.DriveUpCode.NO_CLEARANCE,
        )
    closed = state.initial_closed()
    if closed is None:
        return not_yet("Nothing was gauged yet.")
    under_way = state.open_gauging()
    if under_way is not None and under_way.attempt == 0:
        return not_yet("A gauging is open.")
    verdict = closed.initial_verdict
    if stop == "group" and verdict is not None:
        return verdict
    # Not decided between two groups: it is said at the end, and does not keep the nut from being
    # driven.
    return (
        verdict
        if verdict is not None and verdict.level is Level.WATCH
        else Verdict("gauged", Level.GOOD, "Gauged before mounting.")
    )


def _window(state: Tapered) -> Verdict | None:
    stop = state.stopped_by()
    if stop == "window":
        return Verdict(
            "no window", Level.STOP, "There is nothing to aim at.", code=WindowCode.NO_WINDOW
        )
    return state.proven_by() if stop == "feelers" else None


def _driven(state: Tapered) -> Verdict:
    attempt = state.attempt
    if attempt.locked is not None:
        return Verdict("driven up", Level.GOOD, "Driven up and locked.")
    if not attempt.zero_set:
        return not_yet(
            "The zero mark is not set."
            if state.plan.method.from_a_mark
            else "No blow is struck yet."
        )
    if parted(state) is not None:
        return not_yet(
            "Feeler and nut do not agree."
            if state.plan.method.from_a_mark
            else "Two gaugings do not agree."
        )
    if state.open_gauging() is not None or not ready_to_lock(state):
        return not_yet("Not where it should be yet.")
    return Verdict("driven up", Level.GOOD, "As far as it should be.")


def _seat(state: Tapered) -> Verdict:
    attempt = state.attempt
    if not attempt.has_seat:
        # Driven by nothing, or locked by a version that knew no seat.
        if attempt.locked is not None and attempt.nut_deg == attempt.locked.turn_deg:
            return Verdict("nothing to seat", Level.GOOD, "The nut was not driven.")
        return not_yet("The washer was not fitted, or the nut not seated on it.")
    seated = attempt.seated
    if seated is None:
        return Verdict("seated", Level.GOOD, "Seated on its washer.")
    proven = any(g.number > attempt.seated_after for g in state.on_sleeve())
    # A leaf tells where the ring is; it sees neither a nut that is loose nor a seat that has let
    # go.
    if (
        proven
        and seated.seat.verdict.level is not Level.GOOD
        and seated.seat.verdict.code not in (NutSeatCode.LET_GO, NutSeatCode.NOT_SEATED_YET)
    ):
        return Verdict(
            "gauged on its seat", Level.GOOD, "A gauging on the seat tells where the bearing is."
        )
    return seated.seat.verdict


def _final(state: Tapered) -> Verdict:
    attempt = state.attempt
    if not attempt.finished:
        return not_yet("The final check was not made.")
    if state.open_gauging() is not None:
        return not_yet("A final gauging is open: finish it, or gauge again.")
    found = attempt.final_verdict()
    return (
        found.overall
        if found is not None
        else Verdict("checked", Level.WATCH, "Checked; this version had no verdict for it.")
    )
