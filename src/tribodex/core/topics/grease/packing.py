"""Packed by hand and corner by corner: what is enough, and where grease belongs."""

from __future__ import annotations

from tribodex.core.components.bearing import Bearing
from tribodex.core.grease.amounts import Pace
from tribodex.core.job.places import Fitted
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.plan import GreasingCode
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Level, Verdict, number


def judge_pack(how: ev.Pack, turned: bool, pace: Pace, *, gauging_left: bool) -> Verdict:
    """How a bearing was packed, against its pace."""
    part = pace in (Pace.FAST, Pace.VERY_FAST)
    if how == "none":
        return Verdict(
            "not packed",
            Level.STOP,
            "The housing's grease reaches it too late: it starts dry. Press it in between the"
            " rollers by hand.",
            code=GreasingCode.NOT_PACKED,
        )
    if how == "part" and not part:
        return Verdict(
            "not full",
            Level.STOP,
            "At this pace it is packed full, both rows, through the cage; only the housing is"
            " limited.",
            code=GreasingCode.NOT_FULL,
        )
    if gauging_left:
        return Verdict(
            "packed before gauging",
            Level.WATCH,
            "Feelers want clean rollers: wipe them where they are gauged, or pack after locking.",
        )
    if how == "full" and part:
        return Verdict(
            "full for a fast shaft",
            Level.WATCH,
            "It throws out what is too much: warm at first. Watch its temperature when it runs in.",
        )
    if not turned:
        return Verdict(
            "packed, not turned",
            Level.WATCH,
            "Turn it: grease goes through the cage to the other side of every roller.",
        )
    return Verdict(
        "packed",
        Level.GOOD,
        "Full, both rows, turned." if not part else "As much as a fast shaft takes, turned.",
    )


def judge_corner(plan: ev.FillPlan, corner: int, amount: float) -> Verdict:
    """What a corner got against what it should."""
    asked, unit = plan.asked[corner - 1], "strokes" if plan.in_strokes else "g"
    words = f"{number(amount)} of {number(asked)} {unit}"
    room = max(1.0, 0.15 * asked) if plan.in_strokes else max(5.0, 0.15 * asked)
    if amount > asked + 2 * room:
        return Verdict(
            "too much here",
            Level.STOP,
            f"{words}: take some out, and say what is in there now.",
            code=GreasingCode.TOO_MUCH_HERE,
        )
    if amount < asked / 2 - room or (amount == 0 and asked > 0):
        why = (
            f"{words}: it starts with too little, and runs dry before the housing gives any. Fill"
            " it up, and say what is in there in all."
        )
        return Verdict("too little here", Level.STOP, why, code=GreasingCode.TOO_LITTLE_HERE)
    if abs(amount - asked) > room:
        return Verdict("not as planned", Level.WATCH, f"{words}.")
    return Verdict("filled", Level.GOOD, f"{words}.")


def takes_grease(fitted: Fitted | None) -> str:
    """Why a bearing takes no packing; empty where it does."""
    bearing = fitted.bearing if fitted is not None else None
    if bearing is None or isinstance(bearing, Bearing):
        return ""
    if isinstance(bearing, KeptBearing):
        return "sealed" if bearing.sealed else ""
    return bearing.closure.words if str(bearing.closure) != "open" else ""
