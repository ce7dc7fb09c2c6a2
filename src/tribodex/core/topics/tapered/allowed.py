"""What must be so before a bearing is driven up."""

from __future__ import annotations

from tribodex.core.errors import Refused
from tribodex.core.job.topic import Desk
from tribodex.core.topics.tapered.state import Tapered


def may_drive(desk: Desk, state: Tapered) -> None:
    """Refused while parts were seen that do not belong together, and while the unmounted clearance
    is not known and in order.
    """
    if state.attempt.wrong_parts:
        raise Refused(
            "Parts that do not belong together are not driven up. With the right ones at hand, look"
            " at numbers and threads again."
        )
    may_gauge(desk, state)


def may_gauge(desk: Desk, state: Tapered) -> None:
    """Refused on the sleeve while the unmounted clearance is not known and in order. Gauging moves
    nothing: wrong parts may be gauged. What was done with a set that cannot prove the window is
    corrected all the same.
    """
    if not state.plan.method.gauged:
        return
    stop = state.stopped_by()
    if stop == "no_play":
        raise Refused(
            "No measurable clearance before mounting: nothing is driven up. Gauge again, or take"
            " another bearing."
        )
    if state.initial_closed() is None:
        raise Refused("First the unmounted clearance: without it there is no target.")
    if stop == "group":
        raise Refused(
            "The clearance is outside its group. Gauge again, take another bearing, or accept it as"
            " is (sign, with the reason)."
        )
    if stop == "feelers" and not desk.correcting:
        raise Refused(
            f"This set cannot prove this window. {state.proven_by().reason} Take it in hand, or"
            " accept it as is (sign, with the reason)."
        )
    if stop == "window":
        raise Refused(
            "There is no window. Gauge again, take the next clearance group, or accept it as is"
            " (sign, with the reason)."
        )


def needs_zero(state: Tapered) -> None:
    """Refused before anything is driven: before the zero mark, or by blows before the first one."""
    if not state.attempt.zero_set and not state.plan.method.from_a_mark:
        raise Refused("First the blows: nut hand-tight, one light blow, then gauge.")
    if not state.attempt.zero_set:
        raise Refused("First the zero mark: run the nut up to its zero point and mark it.")
