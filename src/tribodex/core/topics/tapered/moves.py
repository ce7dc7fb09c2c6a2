"""What a next move is, and the words that moves share."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import Stack
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.components.shaft import Seat
from tribodex.core.job.moves import Move
from tribodex.core.quantities import UM_PER, LengthUnit, mm_text, um_text
from tribodex.core.removal.backing_off import WASHER_MM, BackedOff, usual_drive_up_mm
from tribodex.core.removal.letting_go import letting_go
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import in_words


class Do(StrEnum):
    """What the person is asked to do; the interface offers the tap that goes with it."""

    GAUGE_INITIAL = "gauge_initial"
    TRY_LEAF = "try_leaf"
    CLOSE_GAUGING = "close_gauging"
    REPEAT_PLACE = "repeat_place"
    DECIDE_GROUP = "decide_group"
    DECIDE_WINDOW = "decide_window"
    DECIDE_FEELERS = "decide_feelers"
    SET_ZERO = "set_zero"
    TURN = "turn"
    STRIKE = "strike"
    GAUGE = "gauge"
    HAND_CHECK = "hand_check"
    SEAT = "seat_nut"
    SEE_TAB = "see_tab"
    PARTED = "leaf_and_nut_part"
    NO_PLAY = "no_measurable_clearance"
    DECIDE_NARROW = "decide_narrow"
    LOCK = "lock"
    RELEASE = "release"
    GAUGE_FINAL = "gauge_final"
    SIGN = "sign"
    NOTHING = "nothing"


@dataclass(frozen=True)
class NextMove(Move):
    """The next move of a drive-up. `turn_deg`, `leaf` and `place` are set where `do` needs them;
    lengths of rim and drive-up in mm.

    `places`: at how many places the gauging is worth taking, None for as many as planned. `blows`:
    how many may be struck; `another_tool`: by a lighter or heavier hammer or spanner than the last
    ones.
    """

    do: Do
    turn_deg: float | None = None
    rim_mm: float | None = None
    drive_up_mm: float | None = None
    leaf: Stack | None = None
    place: int | None = None
    row: str | None = None
    places: int | None = None
    blows: int | None = None
    another_tool: bool = False


TIGHTEN_ONLY = "Tighten to meet, never loosen."


def leaf_words(stack: Stack) -> str:
    """A stack as it is picked from the set.

    >>> leaf_words(Stack((70.0, 50.0)))
    '0.120 mm (4.7 thou), that is 0.07 + 0.05'
    """
    if len(stack.leaves_um) == 1:
        return um_text(stack.thickness_um)
    return f"{um_text(stack.thickness_um)}, that is " + " + ".join(
        _mark(leaf) for leaf in stack.leaves_um
    )


def _mark(leaf_um: float) -> str:
    """What is marked on a leaf: thousandths when it is a whole number of half thousandths, else
    millimetres.
    """
    halves = leaf_um / (UM_PER[LengthUnit.THOU] / 2)
    return (
        f"{round(halves) / 2:g} thou"
        if abs(halves - round(halves)) < 0.01
        else f"{leaf_um / 1000:.4g}"
    )


def tenths(chance: float) -> str:
    """A chance in tenths, for chances that are neither small nor sure.

    >>> tenths(0.84), tenths(0.99)
    ('about 8 in 10', 'almost sure')
    """
    return (
        in_words(chance) if chance < 0.15 or chance > 0.95 else f"about {round(chance * 10)} in 10"
    )


def along_rim(nut: LockNut | None, degrees: float) -> str:
    """A turn as a length along the rim, to append; empty while the nut's diameter is not known.

    >>> along_rim(LockNut(90, 2, 120, 4, 17, 10), 30), along_rim(None, 30)
    (': 31 mm (1.24 in) along its rim', '')
    """
    rim = nut.rim_mm(degrees) if nut is not None else None
    return f": {mm_text(rim)} along its rim" if rim is not None else ""


def release_how(state: Tapered) -> str:
    """How the bearing is let go safely, for what it sits on, and how far the nut goes back
    before."""
    plan = state.plan
    moved = plan.drive_up_mm or usual_drive_up_mm(plan.bearing.bore_mm, plan.bearing.taper.slope)
    turned = state.attempt.nut_deg * plan.nut.pitch_mm / 360 if plan.nut is not None else 0.0
    washer = plan.washer_thickness_mm
    # Driven further than planned: it comes back as far as it was driven.
    drive_up = Span(moved.low, max(moved.high, round(turned, 2)))
    under = (
        plan.lock is LockKind.TAB_WASHER
        and plan.seat is not Seat.WITHDRAWAL_SLEEVE
        and not (plan.reseats and not state.attempt.has_seat)
    )
    between = (
        (Span(washer, washer) if washer is not None else WASHER_MM) if under else Span(0.0, 0.0)
    )
    pitch = (
        plan.nut.pitch_mm
        if plan.nut is not None and plan.seat is not Seat.WITHDRAWAL_SLEEVE
        else None
    )
    return letting_go(plan.seat, BackedOff(drive_up, between, pitch)).in_full
