"""What must be shown of a bearing that comes off, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import Likely
from tribodex.core.job.expected import between
from tribodex.core.job.proofs import Claim
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.removal.backing_off import NutGapCode
from tribodex.core.removal.puller import PullerCode
from tribodex.core.topics.removal import commands as cmd
from tribodex.core.topics.removal import facts as ev
from tribodex.core.topics.removal.decide import STAGE
from tribodex.core.topics.removal.state import Removal

ANSWERS = {
    ev.RemovalCode.COCKED: AnsweredBy(
        (ev.SetStraight,), by_name=False, way="The cause out, everything straight again."
    ),
    **again(
        (PullerCode.TOO_SHORT, PullerCode.TOO_NARROW), ev.PullerFitted, ev.WayChosen, by_name=False
    ),
    **again((PullerCode.TOO_WEAK,), ev.PullerFitted, ev.WayChosen),
    # Another way of taking it off does not use the nut as a stop.
    **again(NutGapCode, ev.NutBackedOff, ev.WayChosen, by_name=False),
}


def _opens(desk: Desk, _: Removal, __: cmd.FitPuller) -> Likely | None:
    fitted = desk.fitted(desk.at)
    return (
        Likely(
            0.3 * fitted.bearing.bore_mm,
            10 * fitted.bearing.bore_mm,
            f"the bore is {fitted.bearing.bore_mm:g} mm",
        )
        if fitted
        else None
    )


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.FitPuller, "reach"): between(40.0, 1_500.0, "pullers reach 60 to 800 mm"),
    (cmd.FitPuller, "depth"): between(10.0, 1_500.0, "a puller stands before the end of its shaft"),
    (cmd.FitPuller, "opens"): _opens,
    (cmd.FitPuller, "rated"): between(5, 2_000, "pullers are rated for 10 to 1000 kN"),
    (cmd.BackNutOff, "gap"): between(
        0.3, 20.0, "a nut is backed off by the drive-up and a millimetre or two"
    ),
}
GATED: dict[type, str] = {cmd.SayOff: STAGE}


def claims(desk: Desk, state: Removal) -> tuple[Claim, ...]:
    """It is off, and nothing was left cocked."""
    return (
        Claim(
            "removal.off",
            "the old bearing is off",
            STAGE,
            desk.at,
            (ev.CameOff,),
            rests=(ev.Cocked, ev.NutBackedOff),
        ),
    )
