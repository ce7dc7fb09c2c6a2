"""Where a job stands: its stage, and the gate that is due."""

from __future__ import annotations

from tribodex.core.job.state import JobState
from tribodex.core.procedure import Gate, Procedure

ORDER = ("plan", "make_safe", "initial_clearance", "target_window", "drive_up", "lock", "final_check")


def gate_due(procedure: Procedure, state: JobState, stage: str) -> Gate | None:
    """The first gate, up to and including this stage, that is not passed."""
    for known in procedure.stages:
        for gate in known.gates:
            if gate.id not in state.gates:
                return gate
        if known.id == stage:
            return None
    return None


def current_stage(procedure: Procedure, state: JobState) -> str:
    """The stage whose work is next."""
    if gate_due(procedure, state, "make_safe") is not None:
        return "make_safe"
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
    """The bearing is believed to be inside its window, gauged where the nut stands now, and no further turn is worth it."""
    window, gauged = state.window(), state.gauged()
    if window is None or not gauged or gauged[-1].nut_angle_deg != state.attempt.nut_deg:
        return False
    advice, position = state.advice(), state.position()
    if advice is None or position is None:
        return window.low_um <= gauged[-1].mean_um <= window.high_um
    return advice.stop and position.clearance_um <= window.high_um


def status(state: JobState) -> str:
    """A word for lists: open, stopped, signed or given up."""
    if state.abandoned:
        return "given up"
    if state.signed:
        return "signed"
    return "stopped" if state.stopped_by() else "open"
