"""What must be shown of the grease of a bearing, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.grease.housing import FillCode
from tribodex.core.grease.thickener import ThickenerCode
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.decide import STAGE, OilWorkCode
from tribodex.core.topics.grease.plan import GreasingCode
from tribodex.core.topics.grease.state import Greasing
from tribodex.core.working import Level

ANSWERS: dict[str, AnsweredBy] = {
    **again(ThickenerCode, ev.LubricantChosen, by_name=False, way="Clean it out, or another grease; then say so."),
    **again((GreasingCode.NOT_PACKED, GreasingCode.NOT_FULL), ev.BearingPacked),
    **again((GreasingCode.TOO_MUCH_HERE, GreasingCode.TOO_LITTLE_HERE), ev.CornerFilled),
    **again((FillCode.TOO_LOW, FillCode.TOO_HIGH, OilWorkCode.CHANNEL_CLOSED, OilWorkCode.NOT_LEVEL), ev.OilFilled, ev.LubricantChosen),
}
# A bearing may be packed before it is mounted: only what is safe comes first.
GATED: dict[type, str] = {cmd.ChooseLubricant: "make_safe"}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)


def claims(desk: Desk, state: Greasing) -> tuple[Claim, ...]:
    """What goes in fits; bearing packed, each corner filled; or oil at its level; or it came greased."""
    at = desk.at
    if state.as_made is not None:
        return (Claim("grease.as_made", "greased by its maker", STAGE, at, (ev.LeftAsMade,), what=What.GREASED),)
    chosen = Claim("grease.chosen", "what goes in suits here", STAGE, at, (ev.LubricantChosen,), what=What.GREASED)
    if state.chosen is not None and state.chosen.kind == "oil":
        now = not_yet("Filled before this oil was chosen, or not at all.") if state.oil is None else None
        return (chosen, Claim("grease.oil", "oil at its level", STAGE, at, (ev.OilFilled,), now=now, what=What.GREASED))
    plan = state.planned
    share = plan.verdict if plan is not None and plan.verdict is not None and plan.verdict.level is Level.STOP else None
    anew = not_yet("Packed before this was chosen or planned, or not at all.") if state.packed is None else None
    made = [
        chosen,
        Claim("grease.planned", "how much goes where", STAGE, at, (ev.FillPlanned,), now=share, what=What.GREASED),
        Claim("grease.packed", "bearing packed", STAGE, at, (ev.BearingPacked,), now=anew, what=What.GREASED),
    ]
    for corner in range(1, (plan.corners if plan is not None else 0) + 1):
        now = not_yet("Filled by another plan, or not at all.") if corner not in state.corners else None
        made.append(Claim("grease.corner", f"corner {corner} filled", STAGE, at, (ev.CornerFilled,), f"corner {corner}", now=now, what=What.GREASED))
    if state.stored:
        made.append(Claim("grease.tagged", "tagged: filled for storage", STAGE, at, (ev.StorageTagged,)))
        words = "filled up for storage: turn by hand now and then; drain and run in before service"
        made.append(Claim("grease.stored", words, STAGE, at, now=not_yet("stored"), due=True))
    return tuple(made)
