"""What must be shown of a seat before a bearing goes on, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.fits.ring_bore import RingCode
from tribodex.core.fits.seat import SeatCode
from tribodex.core.job.alarms import again
from tribodex.core.job.asked import AT_REST, Likely
from tribodex.core.job.expected import NUMBERED, always, by_shaft
from tribodex.core.job.proofs import Claim, What
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.prepare import commands as cmd
from tribodex.core.topics.prepare import facts as ev
from tribodex.core.topics.prepare.decide import DressingCode
from tribodex.core.topics.prepare.state import Prepared

STAGE = "prepare"
ANSWERS = again(
    ["", *SeatCode, *DressingCode, *RingCode],
    ev.SeatJudged,
    ev.SeatAccepted,
    way="Dress it, measure and check again; or another shaft.",
)
GATED: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)


def _size(desk: Desk, state: Prepared, command: cmd.ReadSeat) -> Likely | None:
    """A worn seat is off by tenths; a whole millimetre is refused."""
    if state.planned is None:
        return None
    mm = state.planned.spec.nominal_mm
    return Likely(mm - 0.5, mm + 0.5, f"its nominal size is {mm:g} mm")


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.PlanSeat, "nominal"): by_shaft(0.9, 1.1, "a seat has the size of its shaft"),
    (cmd.ReadSeat, "section"): NUMBERED,
    (cmd.ReadSeat, "direction"): NUMBERED,
    (cmd.ReadSeat, "size"): _size,
    (cmd.SayWarmth, "shaft_temperature"): always(AT_REST),
    (cmd.SayWarmth, "ring_temperature"): always(AT_REST),
    (cmd.DressSeat, "number"): NUMBERED,
}


def claims(desk: Desk, state: Prepared) -> tuple[Claim, ...]:
    """The seat is judged, from everything that was measured and seen."""
    read = (ev.SeatPlanned, ev.SeatRead, ev.SeatWarmth, ev.SeatSeen, ev.SeatDressed)
    return (
        Claim(
            "prepare.seat",
            "the seat is fit for a new bearing",
            STAGE,
            desk.at,
            (ev.SeatJudged,),
            after=read,
            what=What.SEAT,
        ),
    )
