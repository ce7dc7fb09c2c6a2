"""How a bearing comes off, now."""

from __future__ import annotations

from dataclasses import dataclass
from typing import assert_never

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Taper
from tribodex.core.components.shaft import Seat
from tribodex.core.components.straight import StraightBearing, StraightKind
from tribodex.core.job.facts import Event
from tribodex.core.job.topic import Desk
from tribodex.core.removal.backing_off import WASHER_MM, BackedOff, usual_drive_up_mm
from tribodex.core.removal.forces import pull_off_force, release_force, tool_size
from tribodex.core.removal.ways import Advice, Sight, WayOff, advise
from tribodex.core.topics.removal.facts import (
    CameOff,
    Cocked,
    NutBackedOff,
    PullerFitted,
    RemovalFact,
    SetStraight,
    TightSaid,
    WayChosen,
)
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Level, Result

KNOWN = {"yes": True, "no": False}
# Numbers of bearings that are bored 1:30.
STEEP = ("240", "241", "248", "249")


@dataclass
class Removal:
    """How a bearing comes off, now. Mutable only inside fold()."""

    tight: TightSaid | None = None
    way: WayChosen | None = None
    nut: NutBackedOff | None = None
    puller: PullerFitted | None = None
    cocked: Cocked | None = None
    times_cocked: int = 0
    straight: SetStraight | None = None
    off: CameOff | None = None


def fold(state: Removal, _: Event, fact: RemovalFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case TightSaid():
            state.tight = fact
        case WayChosen():
            # Another way asks for another set-up: what was said of the nut belongs to the way
            # before.
            if state.way is None or state.way.way is not fact.way:
                state.nut, state.puller = None, None
            state.way = fact
        case PullerFitted():
            state.puller = fact
        case NutBackedOff():
            state.nut = fact
        case Cocked():
            state.cocked, state.straight = fact, None
            state.times_cocked += 1
        case SetStraight():
            state.straight, state.cocked = fact, None
        case CameOff():
            state.off = fact
        case _:
            assert_never(fact)


def seat_of(desk: Desk) -> Seat | None:
    """What the bearing sits on; None for a cylindrical seat, and where nobody knows."""
    fitted = desk.fitted(desk.at)
    return fitted.seat if fitted is not None else None


def nut_stops(desk: Desk, way: WayOff) -> bool:
    """Whether a nut is the stop when it lets go: on every taper, but for a captive nut that draws
    its sleeve by itself.
    """
    return way is WayOff.RELEASE or (
        way is WayOff.OWN_NUT and seat_of(desk) is Seat.WITHDRAWAL_SLEEVE
    )


def nut_holds(desk: Desk, state: Removal) -> bool:
    """Whether the nut may be left as it is: where it is the stop, its gap has been judged no stop
    to work.
    """
    if state.way is None or not nut_stops(desk, state.way.way):
        return True
    return state.nut is not None and state.nut.verdict.level is not Level.STOP


def backed_off(desk: Desk) -> BackedOff | None:
    """How far the nut that is the stop goes back; None where nothing tells how far the bearing was
    driven up.

    A withdrawal sleeve moves out by its own travel: nothing lies between its end and the mounting
    nut.
    """
    fitted = desk.fitted(desk.at)
    if fitted is None or fitted.seat is None:
        return None
    drive_up = fitted.drive_up_mm or usual_drive_up_mm(
        fitted.bearing.bore_mm, _slope(fitted.bearing)
    )
    if fitted.seat is Seat.WITHDRAWAL_SLEEVE:
        return BackedOff(drive_up)
    between = Span(0.0, 0.0) if fitted.housed_unit else WASHER_MM
    return BackedOff(drive_up, fitted.between_mm or between, fitted.pitch_mm)


def _slope(bearing: Bearing | StraightBearing | KeptBearing) -> float:
    """The taper of its bore, by its number where only that is known."""
    if isinstance(bearing, Bearing):
        return bearing.taper.slope
    steep = "K30" in bearing.label.upper().replace(" ", "") or bearing.label.strip().startswith(
        STEEP
    )
    return (Taper.ONE_IN_30 if steep else Taper.ONE_IN_12).slope


def force_of(desk: Desk) -> Result | None:
    """The force to let go; None while nothing is planned at this place."""
    fitted = desk.fitted(desk.at)
    if fitted is None:
        return None
    if isinstance(fitted.bearing, Bearing):
        return release_force(fitted.bearing, fitted.shaft)
    tight = fitted.interference_um
    if isinstance(fitted.bearing, KeptBearing):
        return None
    # What slides is not pulled: a force of nothing would be no answer.
    if tight is not None and tight.high <= 0:
        return None
    return (
        pull_off_force(
            Span(max(tight.low, 0.0), max(tight.high, 0.0)), fitted.bearing, fitted.shaft
        )
        if tight is not None
        else None
    )


def advice(desk: Desk, state: Removal) -> tuple[Advice, ...]:
    """Every way, the best first; empty while it is not said which ring is tight."""
    said, fitted = state.tight, desk.fitted(desk.at)
    if said is None:
        return ()
    force = force_of(desk)
    within = tool_size(force).value is not None if force is not None else None
    one_piece = fitted.housed_unit and fitted.seat is not None if fitted is not None else False
    slides = fitted is not None and fitted.bearing.kind is StraightKind.INSERT_BALL
    sight = Sight(
        seat_of(desk),
        said.ring,
        KNOWN.get(said.shaft_out),
        one_piece,
        KNOWN.get(said.captive_nut),
        KNOWN.get(said.keep),
        within,
        slides,
    )
    return advise(sight)
