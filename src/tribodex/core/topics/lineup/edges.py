"""What must be shown of a shaft line before anything is mounted on it."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.job.asked import (
    AT_REST,
    FOOT,
    OUT_OF_LINE,
    OVER,
    RUNNING,
    SHAFT_WARM,
    Family,
    Likely,
)
from tribodex.core.job.expected import always, between, by_size, fitted_there
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim, What, not_yet, worst
from tribodex.core.job.readback import numbers_in
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.lineup import commands as cmd
from tribodex.core.topics.lineup.decide import computed
from tribodex.core.topics.lineup.state import (
    ShaftState,
    conflict,
    crossed,
    end_play_left,
    float_at,
    floating_places,
    results,
)
from tribodex.core.working import Level, Verdict

STAGE = "line_up"


def _hole(desk: Desk, state: ShaftState, command: cmd.SayBoltHoles) -> Likely | None:
    bolt, _ = numbers_in(Family.LENGTH, command.bolt, "bolt", command.shown)
    return (
        Likely(bolt[0], bolt[0] * 1.6 + 2, f"it is a hole for a bolt of {bolt[0]:g} mm")
        if bolt
        else None
    )


def _to_come(desk: Desk, state: ShaftState, command: cmd.LaySleeve) -> Likely | None:
    fitted = fitted_there(desk, command)
    if fitted is None or fitted.drive_up_mm is None:
        return None
    span = fitted.drive_up_mm
    return Likely(
        round(span.low / 4, 3),
        round(span.high * 4, 3),
        f"{span.low:.2g} to {span.high:.2g} mm is planned",
    )


_RING = by_size("width_mm", 0.0, 2.0, "a ring beside the bearing is no wider")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.SayMark, "at"): between(0.0, 20_000.0, "shafts are up to 20 m long"),
    (cmd.SayRings, "seat"): by_size(
        "width_mm", 0.8, 4.0, "a seat is as wide as the bearing, or some more"
    ),
    (cmd.SayRings, "near"): _RING,
    (cmd.SayRings, "far"): _RING,
    (cmd.LaySleeve, "sleeve_to_ring"): by_size("width_mm", 0.0, 3.0, "a sleeve stands out by less"),
    (cmd.LaySleeve, "drive_up"): _to_come,
    (cmd.SayRunning, "mount"): always(AT_REST),
    (cmd.SayRunning, "running_shaft"): always(SHAFT_WARM),
    (cmd.SayRunning, "running_base"): always(RUNNING),
    (cmd.SayRunning, "start_shaft"): always(SHAFT_WARM),
    (cmd.SayRunning, "cold"): between(-60.0, 60.0, "it is the coldest standstill"),
    (cmd.ReadEndPlay, "play"): between(0.0, 10.0, "end play is tenths to millimetres"),
    (cmd.SetOffset, "offset"): between(
        0.0, 30.0, "a floating ring stands off the middle by millimetres"
    ),
    (cmd.SayGap, "gap"): between(0.0, 30.0, "gaps beside a shaft are millimetres"),
    (cmd.SayFeet, "gaps"): always(FOOT),
    (cmd.ReadAlignment, "offset"): always(OUT_OF_LINE),
    (cmd.ReadAlignment, "over"): always(OVER),
    (cmd.SayBoltHoles, "hole"): _hole,
    (cmd.SayBoltHoles, "bolt"): between(5.0, 100.0, "housings are bolted down with M6 to M64"),
    (cmd.SayBoltHoles, "wanted"): between(0.0, 20.0, "a housing is shifted by millimetres"),
}


class LineUpCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TWO_HELD = "line_up.two_held"
    NOT_SAID = "line_up.not_said"
    NOT_COMPUTED = "line_up.not_computed"


def claims(desk: Desk, state: ShaftState) -> tuple[Claim, ...]:
    """Who holds the shaft; nothing of what is known stops; the float is computed."""
    made = [
        Claim(
            "lineup.held",
            "which bearing holds the shaft",
            STAGE,
            SHAFT,
            now=_held(desk),
            what=What.HELD,
        )
    ]
    for result in results(desk, state):
        if result.verdict is not None and result.verdict.level is Level.STOP:
            made.append(
                Claim(f"lineup.{result.id}", result.label, STAGE, SHAFT, now=result.verdict)
            )
    if len(desk.job.places) > 1:
        made.append(
            Claim(
                "lineup.float",
                "room to float, from growth and rings",
                STAGE,
                SHAFT,
                now=_float(desk, state),
            )
        )
    return tuple(made)


def _held(desk: Desk) -> Verdict:
    if why := conflict(desk):
        return Verdict("two held, or none", Level.STOP, why, code=LineUpCode.TWO_HELD)
    # Two that hold the shaft press each other dry when it grows; none, and it wanders. Not known is
    # neither.
    if any(desk.floats(place.id) is Floats.UNKNOWN for place in desk.job.places):
        return not_yet(
            "Of one bearing nobody has said whether it holds the shaft.", LineUpCode.NOT_SAID
        )
    return Verdict(
        "one holds it", Level.GOOD, "One bearing holds the shaft, the others let it grow."
    )


def _float(desk: Desk, state: ShaftState) -> Verdict:
    floating, pair = floating_places(desk), crossed(desk)
    if not floating and len(pair) < 2:
        return Verdict("inside", Level.GOOD, "Nothing floats in a seat or a housing here.")
    found = []
    # Each end by itself: room at one is no room at the other.
    for place in floating:
        if not computed(desk, state, place):
            name = desk.job.place(place).name
            return not_yet(
                f"{name}: housing seat with its rings, and temperatures, are not known together.",
                LineUpCode.NOT_COMPUTED,
            )
        found.append(float_at(desk, state, place))
    if len(pair) > 1:
        left = end_play_left(desk, state)
        if left is None:
            return not_yet(
                "End play of the pair, and temperatures, are not known together.",
                LineUpCode.NOT_COMPUTED,
            )
        found.append(left)
    bad = worst(
        [result.verdict for result in found if result is not None and result.verdict is not None]
    )
    if bad is not None and bad.level is not Level.GOOD:
        return bad
    return Verdict(
        "computed",
        Level.GOOD,
        "From growth over the running states, and the room at every end, hot and cold.",
    )
