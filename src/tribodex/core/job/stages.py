"""Where a job stands: its stage, and the gate that is due."""

from __future__ import annotations

from tribodex.core.job.state import JobState
from tribodex.core.mounting.methods import Method
from tribodex.core.procedure import Gate, Procedure

ORDER = ("plan", "make_safe", "initial_clearance", "target_window", "drive_up", "lock", "final_check")


def gate_due(procedure: Procedure, state: JobState, stage: str) -> Gate | None:
    """The first gate, up to and including this stage, that is not passed."""
    for known in procedure.stages:
        for gate in known.gates:
            if gate.id not in state.gates and (not gate.when or state.plan.conditions.intersection(gate.when)):
                return gate
        if known.id == stage:
            return None
    return None


def current_stage(procedure: Procedure, state: JobState) -> str:
    """The stage whose work is next."""
    if gate_due(procedure, state, "make_safe") is not None:
        return "make_safe"
    if state.plan.method.gauged:
        if state.initial_closed() is None or state.stopped_by() == "group":
            return "initial_clearance"
        open_gauging = state.open_gauging()
        if open_gauging is not None and open_gauging.attempt == 0:
            return "initial_clearance"
    if not state.attempt.zero_set:
        return "target_window"
    if state.attempt.locked is None:
        return "lock" if ready_to_lock(state) else "drive_up"
    return "final_check"


def ready_to_lock(state: JobState) -> bool:
    """The bearing is believed to be inside its window, gauged where the nut stands now, and no further turn is worth it.

    Where nothing is gauged: the turn asked for is reached, and the ring did not bind when it was last felt.
    """
    attempt, asked = state.attempt, state.plan.turn_range_deg
    # Once the washer is fitted and the nut re-seated, locking is what is left.
    if attempt.reseated is not None:
        return True
    if not state.plan.method.gauged:
        return asked is not None and attempt.nut_deg >= asked.low - 1 and _felt_well(state)
    window, gauged = state.window(), state.gauged()
    if window is None or not gauged or gauged[-1].nut_angle_deg != state.attempt.nut_deg:
        return False
    advice, position = state.advice(), state.position()
    if advice is None or position is None:
        return window.low_um <= gauged[-1].mean_um <= window.high_um
    return advice.stop and position.clearance_um <= window.high_um


def _felt_well(state: JobState) -> bool:
    """A self-aligning ball bearing is felt where it stands before it is locked; a sealed unit is not."""
    if state.plan.method is not Method.BALL_ANGLE:
        return True
    here = [c for c in state.attempt.checks if not c.locked and c.nut_deg == state.attempt.nut_deg]
    return bool(here) and here[-1].swivel != "binds" and here[-1].turns_freely


def status(state: JobState) -> str:
    """A word for lists: open, stopped, signed or given up."""
    if state.abandoned:
        return "given up"
    if state.signed:
        return "signed"
    return "stopped" if state.stopped_by() else "open"
