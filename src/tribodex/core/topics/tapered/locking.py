"""Tab positions and the lock: only where the leaf, or the sheet's range, allows it."""

from __future__ import annotations

from dataclasses import replace

from tribodex.core.adviser.belief import Belief
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.lock_ruling import LockCode, turn_allows
from tribodex.core.mounting.locking import (
    FURTHEST_DEG,
    TabPosition,
    tab_positions,
    turn_tab_positions,
)
from tribodex.core.mounting.seat import (
    NutSeatCode,
)
from tribodex.core.quantities import (
    parse_degrees,
)
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.allowed import may_drive, needs_zero
from tribodex.core.topics.tapered.amounts import read_turn
from tribodex.core.topics.tapered.gauging import settled
from tribodex.core.topics.tapered.parting import parted
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level, Verdict


def see_tab(plan: Plan, command: cmd.SeeTab) -> ev.TabSeen:
    """How far it is to the next tab position."""
    nut = plan.nut
    if nut is None or nut.tab_step_deg is None:
        raise Refused(
            f"The nut's slots and the {plan.lock.words}'s positions are not known in this plan:"
            " count them and give them in the plan."
        )
    turned = read_turn(plan, command.amount, command.unit, shown=command.shown)
    degrees, step = turned.degrees, nut.tab_step_deg
    # Further than a step there is a nearer slot: what was measured is the way to another tab.
    if degrees > step + 1:
        rim = nut.rim_mm(step)
        along = f", {rim:.1f} mm along the rim" if rim is not None else ""
        raise InvalidInput.at(
            "amount",
            f"{degrees:.1f}° is more than one step of this nut and {plan.lock.words}"
            f" ({step:.1f}°{along}).",
            f"the smallest distance from any slot to the next {plan.lock.stop} in the tightening"
            " direction",
        )
    return ev.TabSeen(degrees, turned.typed, command.unit)


def lock(desk: Desk, state: Tapered, command: cmd.Lock) -> list[Fact]:
    """Tightened to a tab position and locked: only where the leaf allows it. A correction says what
    was done all the same.
    """
    may_drive(desk, state)
    needs_zero(state)
    if state.attempt.locked is not None:
        raise Refused("The nut is locked already.")
    if state.plan.seats_again and not state.attempt.has_seat and state.attempt.nut_deg > 0:
        raise Refused(
            "First fit the washer or lock and seat the nut; then it is tightened to the next"
            " position."
        )
    degrees = parse_degrees(command.turn, "turn")
    # A lock is the last bit of a turn; a turn that takes clearance is logged and gauged as one.
    if degrees > FURTHEST_DEG:
        raise InvalidInput.at(
            "turn",
            f"{degrees:.0f}° is too far for a tab position: log the turn, then gauge.",
            "one of the listed positions",
        )
    by, reason = command.decided_by.strip(), command.reason.strip()
    agreed = None if desk.correcting else _allowed(state, degrees, bool(by and reason))
    now = locked(state, degrees)
    if by and reason:
        over = state.over_um() if agreed is not None else 0.0
        now = replace(
            now, verdict=agreed or now.verdict, decided_by=by, reason=reason, over_um=over
        )
    return [*settled(state), now]


def _allowed(state: Tapered, degrees: float, named: bool) -> Verdict | None:
    """None where the leaf, or the sheet's range, allows to lock; the judgement that somebody
    answers by name where it is outside. Raises Refused.
    """
    seated = state.attempt.seated
    # A nut off its washer holds the tab, not the bearing.
    if seated is not None and seated.seat.verdict.code in (
        NutSeatCode.NOT_SEATED_YET,
        NutSeatCode.LET_GO,
    ):
        raise Refused(
            f"The nut is not locked on this seat: {seated.seat.verdict.word}."
            f" {seated.seat.verdict.reason}"
        )
    if state.plan.method.gauged:
        if parted(state) is not None:
            raise Refused("Feeler and nut do not agree: nothing is locked before it is known why.")
        # Seating by feel can drive the ring on: what the leaf said before no longer stands.
        if state.seat_to_prove():
            raise Refused(
                "The bearing may have been driven on while the nut was seated: gauge before the nut"
                " is locked."
            )
        ruling, by_name = state.may_lock(degrees), state.meets(degrees)
    else:
        ruling, by_name = turn_ruling(state, degrees)
    if ruling.level is not Level.STOP:
        return None
    # A name answers for a tab a little off, never for a ring without play.
    if by_name is None or by_name.level is Level.STOP:
        raise Refused(
            " ".join(
                (
                    "Not to be locked here.",
                    ruling.reason,
                    *((by_name.reason,) if by_name is not None else ()),
                )
            )
        )
    if not named:
        raise InvalidInput.at(
            "decided_by",
            f"{ruling.reason} {by_name.reason}",
            "another position; or a name and a reason, they stand in the record",
        )
    return by_name


def turn_ruling(state: Tapered, degrees: float) -> tuple[Verdict, Verdict | None]:
    """Whether the sheet's range allows to lock where only the turn counts; and whether a name may
    decide it where it does not.
    """
    attempt, asked, nut = state.attempt, state.plan.turn_range_deg, state.plan.nut
    if asked is None:
        return (
            Verdict(
                "no figure",
                Level.STOP,
                "No figure, no turn: the maker's is not in the plan.",
                code=LockCode.NOT_YET_THERE,
            ),
            None,
        )
    # The last feel counts: freed and felt again, an older one is over.
    last = next((check for check in reversed(attempt.checks) if not check.locked), None)
    if last is not None and (last.swivel == "binds" or not last.turns_freely):
        return (
            Verdict(
                "binds",
                Level.STOP,
                "The ring binds: it was driven too far. Release it.",
                code=ev.DriveUpCode.BINDS,
            ),
            None,
        )
    step = nut.tab_step_deg if nut is not None else None
    return turn_allows(attempt.nut_deg, degrees, (asked.low, asked.high), step)


def locked(state: Tapered, degrees: float) -> ev.Locked:
    """The lock with what is predicted there."""
    position, window, nut, asked = (
        state.position(),
        state.window(),
        state.plan.nut,
        state.plan.turn_range_deg,
    )
    found: tuple[TabPosition, ...] = ()
    if nut is not None and not state.plan.method.gauged and asked is not None:
        found = turn_tab_positions(
            nut, state.attempt.nut_deg, (asked.low, asked.high), degrees, most=1
        )
    elif nut is not None and position is not None and window is not None:
        found = _found(position, state, degrees)
    return (
        ev.Locked(degrees, found[0].residual_um, found[0].verdict)
        if found
        else ev.Locked(degrees, None, None)
    )


def _found(position: Belief, state: Tapered, degrees: float) -> tuple[TabPosition, ...]:
    window, nut = state.window(), state.plan.nut
    assert window is not None and nut is not None  # asked by locked()
    return tab_positions(
        position, nut, window, degrees, most=1, risk=state.risk, ruling=state.may_lock
    )
