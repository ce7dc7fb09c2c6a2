"""Which stage a drive-up is at."""

from __future__ import annotations

from tribodex.core.adviser.move import Act
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.methods import Method
from tribodex.core.topics.tapered.parting import parted
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level

STAGES = ("initial_clearance", "target_window", "drive_up", "lock", "final_check")


def current_stage(state: Tapered) -> str:
    """The stage that the drive-up is at, or ended at."""
    open_gauging = state.open_gauging()
    if state.plan.method.gauged:
        if state.initial_closed() is None or state.stopped_by() in ("group", "no_play"):
            return "initial_clearance"
        if open_gauging is not None and open_gauging.attempt == 0:
            return "initial_clearance"
    if not state.attempt.zero_set:
        return "target_window"
    if open_gauging is not None:
        return "drive_up" if open_gauging.phase is Phase.DRIVE_UP else "final_check"
    if state.attempt.locked is None:
        return "lock" if ready_to_lock(state) else "drive_up"
    return "final_check"


def ready_to_lock(state: Tapered) -> bool:
    """The leaf allows to lock where the nut stands, and no further turn is worth it.

    Where nothing is gauged: the turn asked for is reached, and the ring did not bind when it was
    last felt.
    """
    attempt, asked = state.attempt, state.plan.turn_range_deg
    if not state.plan.method.gauged:
        # Once the washer is fitted and the nut seated, locking is what is left.
        return attempt.has_seat or (
            asked is not None and attempt.nut_deg >= asked.low - 1 and _felt_well(state)
        )
    # The nut is on its washer: turns from here on are those to the lock.
    if attempt.has_seat:
        return True
    if parted(state) is not None:
        return False
    advice = state.advice()
    if advice is None:
        return state.may_lock(0.0).level is not Level.STOP
    return advice.act is Act.LOCK


def _felt_well(state: Tapered) -> bool:
    """A self-aligning ball bearing is felt where it stands before it is locked; a sealed unit is
    not.
    """
    if state.plan.method is not Method.BALL_ANGLE:
        return True
    here = [c for c in state.attempt.checks if not c.locked and c.nut_deg == state.attempt.nut_deg]
    return bool(here) and here[-1].swivel != "binds" and here[-1].turns_freely
