"""What a number is compared with before it is taken, where many kinds of work ask alike: fixed
bounds, or the size of the bearing there.

Wide on purpose: what lies inside is judged, what lies outside is read back. Common practice, no
source.
"""

from __future__ import annotations

import math
from typing import Any, Literal

from tribodex.core.bolts.thread import BoltThread
from tribodex.core.bolts.torque import any_torque
from tribodex.core.job.asked import Likely
from tribodex.core.job.places import Fitted
from tribodex.core.job.topic import Desk, Expect

Size = Literal["bore_mm", "outside_mm", "width_mm"]
# Mean diameter times speed: rolling bearings in grease stay below it (mm·r/min).
MOST_DN = 700_000.0
# Faster than this a rubbing lip does not run (m/s).
MOST_LIP_M_S = 50.0

# Why a number is compared with nothing.
NUMBERED = "it names one of those that there are; another is refused"
ANY_ANGLE = "any place round a ring may be meant; beyond one turn is refused"
OF_THE_NUT = "more than two turns is refused; less is checked against feeler and window"


def always(likely: Likely) -> Expect:
    """The same wherever it is asked."""
    return lambda desk, state, command: likely


def between(low: float | None, high: float | None, why: str) -> Expect:
    """Fixed bounds, in the family's base unit."""
    return always(Likely(low, high, why))


def by_size(size: Size, least: float, most: float, what: str) -> Expect:
    """A share of a size of the bearing at the command's place; nothing where no bearing is known
    there. `what`: what the rule says.
    """

    def expect(desk: Desk, state: Any, command: Any) -> Likely | None:
        fitted = fitted_there(desk, command)
        if fitted is None:
            return None
        mm: float = getattr(fitted.bearing, size)
        return Likely(least * mm, most * mm, f"{what}; this bearing is {mm:g} mm {_SIZES[size]}")

    return expect


def by_shaft(least: float, most: float, what: str) -> Expect:
    """A share of the shaft's diameter at the command's place."""

    def expect(desk: Desk, state: Any, command: Any) -> Likely | None:
        fitted = fitted_there(desk, command)
        if fitted is None:
            return None
        mm = fitted.shaft.diameter_mm
        return Likely(least * mm, most * mm, f"{what}; the shaft here is {mm:g} mm")

    return expect


def speed_of_bearing(desk: Desk, state: Any, command: Any) -> Likely | None:
    """A speed (r/min) at which a bearing of this size may turn in grease."""
    fitted = fitted_there(desk, command)
    if fitted is None:
        return Likely(0.1, 30_000.0, "machines turn at 0.1 to 30 000 r/min")
    mean = (fitted.bearing.bore_mm + fitted.bearing.outside_mm) / 2
    return Likely(
        0.1, round(MOST_DN / mean, -2), f"a bearing of {mean:g} mm mean diameter turns below that"
    )


def torque_for(thread: BoltThread) -> Likely:
    """A torque (N·m) that a screw of this thread may be given, soft or hard."""
    span = any_torque(thread)
    return Likely(
        span.low, span.high, f"{thread.text} takes so much, from a soft screw to the hardest"
    )


def beside(mm: float, least: float, most: float, what: str) -> Likely:
    """A share of a length that is known already (mm)."""
    return Likely(round(least * mm, 2), round(most * mm, 2), f"{what} {mm:g} mm")


def speed_of_lip(shaft_mm: float) -> Likely:
    """A speed (r/min) at which a lip on this shaft may run."""
    return Likely(
        0.1,
        round(MOST_LIP_M_S * 60_000 / (math.pi * shaft_mm), -1),
        f"on a shaft of {shaft_mm:g} mm no lip runs faster",
    )


def fitted_there(desk: Desk, command: Any) -> Fitted | None:
    """What is fitted at the place a command names, else where it is given."""
    at = getattr(command, "place", "") or desk.at
    known = {place.id for place in desk.job.places}
    return desk.fitted(at) if at in known else None


_SIZES: dict[Size, str] = {"bore_mm": "in the bore", "outside_mm": "outside", "width_mm": "wide"}
