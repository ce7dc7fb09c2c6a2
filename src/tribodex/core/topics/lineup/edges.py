"""What must be shown of a shaft line before anything is mounted on it."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.lineup.decide import computed
from tribodex.core.topics.lineup.state import ShaftState, conflict, floating_place, results
from tribodex.core.working import Level, Verdict

STAGE = "line_up"


class LineUpCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TWO_HELD = "line_up.two_held"
    NOT_SAID = "line_up.not_said"
    NOT_COMPUTED = "line_up.not_computed"


def claims(desk: Desk, state: ShaftState) -> tuple[Claim, ...]:
    """Who holds the shaft; nothing of what is known stops; the float is computed."""
    made = [Claim("lineup.held", "which bearing holds the shaft", STAGE, SHAFT, now=_held(desk), what=What.HELD)]
    for result in results(desk, state):
        if result.verdict is not None and result.verdict.level is Level.STOP:
            made.append(Claim(f"lineup.{result.id}", result.label, STAGE, SHAFT, now=result.verdict))
    if len(desk.job.places) > 1:
        made.append(Claim("lineup.float", "room to float, from growth and rings", STAGE, SHAFT, now=_float(desk, state)))
    return tuple(made)


def _held(desk: Desk) -> Verdict:
    if why := conflict(desk):
        return Verdict("two held, or none", Level.STOP, why, code=LineUpCode.TWO_HELD)
    if any(desk.floats(place.id) is Floats.UNKNOWN for place in desk.job.places):
        return not_yet("Of one bearing nobody has said whether it holds the shaft.", LineUpCode.NOT_SAID)
    return Verdict("one holds it", Level.GOOD, "One bearing holds the shaft, the others let it grow.")


def _float(desk: Desk, state: ShaftState) -> Verdict:
    floating = floating_place(desk)
    if floating is None:
        where = [place.id for place in desk.job.places if desk.floats(place.id) in (Floats.SEAT, Floats.HOUSING)]
        if len(where) < 2 and not any(desk.floats(place.id) is Floats.CROSS for place in desk.job.places):
            return Verdict("inside", Level.GOOD, "Nothing floats in a seat or a housing here.")
        why = "Several bearings float, or two hold one way each: growth towards each is worked out by hand here, and written down."
        return not_yet(why, LineUpCode.NOT_COMPUTED)
    if not computed(desk, state, floating):
        return not_yet("Housing seat with its rings, and temperatures, are not known together.", LineUpCode.NOT_COMPUTED)
    return Verdict("computed", Level.GOOD, "From growth over the running states, and the room beside the bearing.")
