"""How a bearing comes off, now."""

from __future__ import annotations

from dataclasses import dataclass
from typing import assert_never

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.straight import StraightKind
from tribodex.core.job.facts import Event
from tribodex.core.job.topic import Desk
from tribodex.core.removal.forces import pull_off_force, release_force, tool_size
from tribodex.core.removal.ways import Advice, Sight, WayOff, advise
from tribodex.core.topics.removal.facts import CameOff, Cocked, NutBackedOff, RemovalFact, SetStraight, TightSaid, WayChosen
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Level, Result

KNOWN = {"yes": True, "no": False}
# Ways where the nut is the stop for the bang.
WITH_NUT = (WayOff.RELEASE,)


@dataclass
class Removal:
    """How a bearing comes off, now. Mutable only inside fold()."""

    tight: TightSaid | None = None
    way: WayChosen | None = None
    nut: NutBackedOff | None = None
    cocked: Cocked | None = None
    times_cocked: int = 0
    straight: SetStraight | None = None
    off: CameOff | None = None

    @property
    def nut_holds(self) -> bool:
        """Whether the nut may be left as it is: where it is the stop, its gap has been judged no stop to work."""
        wanted = self.way is not None and self.way.way in WITH_NUT
        return not wanted or (self.nut is not None and self.nut.verdict.level is not Level.STOP)


def fold(state: Removal, _: Event, fact: RemovalFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case TightSaid():
            state.tight = fact
        case WayChosen():
            # Another way asks for another set-up: what was said of the nut belongs to the way before.
            if state.way is None or state.way.way is not fact.way:
                state.nut = None
            state.way = fact
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
    return pull_off_force(Span(max(tight.low, 0.0), max(tight.high, 0.0)), fitted.bearing, fitted.shaft) if tight is not None else None


def advice(desk: Desk, state: Removal) -> tuple[Advice, ...]:
    """Every way, the best first; empty while it is not said which ring is tight."""
    said, fitted = state.tight, desk.fitted(desk.at)
    if said is None:
        return ()
    force = force_of(desk)
    within = tool_size(force).value is not None if force is not None else None
    seat = fitted.seat if fitted is not None else None
    one_piece = fitted.housed_unit and fitted.seat is not None if fitted is not None else False
    slides = fitted is not None and fitted.bearing.kind is StraightKind.INSERT_BALL
    sight = Sight(seat, said.ring, KNOWN.get(said.shaft_out), one_piece, KNOWN.get(said.captive_nut), KNOWN.get(said.keep), within, slides)
    return advise(sight)
