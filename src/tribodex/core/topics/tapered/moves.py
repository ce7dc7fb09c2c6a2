"""What a next move is, and the words that moves share."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.feeler import Stack
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Seat
from tribodex.core.job.moves import Move
from tribodex.core.quantities import UM_PER, LengthUnit, mm_text, um_text
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import in_words


class Do(StrEnum):
    """What the person is asked to do; the interface offers the tap that goes with it."""

    GAUGE_INITIAL = "gauge_initial"
    TRY_LEAF = "try_leaf"
    CLOSE_GAUGING = "close_gauging"
    DECIDE_GROUP = "decide_group"
    DECIDE_WINDOW = "decide_window"
    SET_ZERO = "set_zero"
    TURN = "turn"
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
    """The next move of a drive-up. `turn_deg`, `leaf` and `place` are set where `do` needs them; lengths of rim and drive-up in mm.

    `places`: at how many places the gauging is worth taking, None for as many as planned.
    """

    do: Do
    turn_deg: float | None = None
    rim_mm: float | None = None
    drive_up_mm: float | None = None
    leaf: Stack | None = None
    place: int | None = None
    row: str | None = None
    places: int | None = None


TIGHTEN_ONLY = "Tighten to meet, never loosen."


def leaf_words(stack: Stack) -> str:
    """A stack as it is picked from the set.

    >>> leaf_words(Stack((70.0, 50.0)))
    '0.120 mm (4.7 thou), that is 0.07 + 0.05'
    """
    if len(stack.leaves_um) == 1:
        return um_text(stack.thickness_um)
    return f"{um_text(stack.thickness_um)}, that is " + " + ".join(_mark(leaf) for leaf in stack.leaves_um)


def _mark(leaf_um: float) -> str:
    """What is marked on a leaf: thousandths when it is a whole number of half thousandths, else millimetres."""
    halves = leaf_um / (UM_PER[LengthUnit.THOU] / 2)
    return f"{round(halves) / 2:g} thou" if abs(halves - round(halves)) < 0.01 else f"{leaf_um / 1000:.4g}"


def tenths(chance: float) -> str:
    """A chance in tenths, for chances that are neither small nor sure.

    >>> tenths(0.84), tenths(0.99)
    ('about 8 in 10', 'almost sure')
    """
    return in_words(chance) if chance < 0.15 or chance > 0.95 else f"about {round(chance * 10)} in 10"


def along_rim(nut: LockNut | None, degrees: float) -> str:
    """A turn as a length along the rim, to append; empty while the nut's diameter is not known.

    >>> along_rim(LockNut(90, 2, 120, 4, 17, 10), 30), along_rim(None, 30)
    (': 31 mm (1.24 in) along its rim', '')
    """
    rim = nut.rim_mm(degrees) if nut is not None else None
    return f": {mm_text(rim)} along its rim" if rim is not None else ""


def release_how(state: Tapered) -> str:
    """How the bearing is let go safely, for what it sits on."""
    if state.plan.seat is Seat.WITHDRAWAL_SLEEVE:
        return (
            "Run the withdrawal nut up against the ring's abutment until the sleeve comes free: it lets go with a bang. Keep the nut on its full "
            "thread; nobody in line with the shaft."
        )
    after = "the tapered shaft" if state.plan.seat is Seat.TAPERED_SHAFT else "the sleeve"
    blow = (
        "The ring is let go with oil or a puller against the inner ring, never by blows on rings."
        if state.plan.seat is Seat.TAPERED_SHAFT
        else "The blow goes on the sleeve's thread end or the nut's face, never on rings."
    )
    return (
        "Back the nut off only until its gap to the ring is 2 to 4 mm, a little more than the drive-up and the washer; its whole "
        "height stays on the "
        f"thread as a stop. {blow} It lets go of {after} with a bang: nobody in line with the shaft."
    )
