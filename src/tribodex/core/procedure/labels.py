"""What people read for the ids of stages and gates; the ids are what is stored, and never
change."""

from __future__ import annotations

# The stages of the trade, in the order of work (common practice, no source).
TRADE_TITLES = {
    "make_safe": "Make safe",
    "take_stock": "Mark and check",
    "take_off": "Remove",
    "look": "Inspect",
    "prepare": "Prepare",
    "line_up": "Line up",
    "mount": "Mount",
    "lock": "Lock",
    "seal": "Seal",
    "grease": "Grease",
    "close": "Close",
    "run_in": "Run in",
    "keep": "Aftercare",
}
TRADE_STAGES = tuple(TRADE_TITLES)

STAGE_TITLES = TRADE_TITLES | {
    "as_found": "As found",
    "bolt_unit": "Line up and bolt",
    "care": "Aftercare",
    "close_housing": "Close",
    "cover_up": "Covers",
    "drive_unit": "Drive the unit up",
    "drive_up": "Drive up",
    "fill": "Grease",
    "final_check": "Final check",
    "inboard_ring": "Inboard ring",
    "initial_clearance": "Initial clearance",
    "into_housing": "Into the housing",
    "into_hub": "Into its hub",
    "join_halves": "Screw the halves together",
    "lock_unit": "Lock it on the shaft",
    "lower_in": "Into its base",
    "note_follower": "Compare and note",
    "nut_pair": "Nut pair",
    "pack_cartridge": "Grease between the pair",
    "plan": "Plan",
    "plate_unit": "Lock plate",
    "press_in": "Large shaft seal",
    "read_marks": "Inspect",
    "removal": "Remove",
    "replace_insert": "New insert into its housing",
    "secure": "Secure it",
    "set_flingers": "Flingers, top up",
    "set_follower": "Set the follower",
    "set_on": "Fit against the shoulder",
    "set_out": "Start",
    "set_seals": "Seal",
    "set_unit": "Unit onto its shaft",
    "start_up": "Run in",
    "stop": "Stop",
    "take_along": "Take along",
    "target_window": "Target window",
    "try_follower": "Try it",
}

GATE_TITLES = {
    "fit_up": "Ready to mount?",
    "hot_work": "Hot work",
    "ready_cold": "Ready to push it on",
    "ready_cover": "Ready to close",
    "ready_drive": "Ready to drive up",
    "ready_follower": "Ready to put it in",
    "ready_housing": "Ready to bring them together",
    "ready_hub": "Ready to bring it into its hub",
    "ready_insert": "Ready to change the insert",
    "ready_join": "Ready to screw it together",
    "ready_lock": "Ready to lock",
    "ready_lower": "Ready to lower?",
    "ready_seal": "Ready to open the box?",
    "ready_to_run": "Ready to run?",
    "ready_to_start": "Ready to run?",
    "ready_to_turn": "Ready to move it?",
    "ready_unit": "Ready to slide it on",
    "ready_warm": "Ready to heat",
    "safe": "Make the machine safe",
    "seat_dry": "Does the seat hold dry?",
    "to_gauge": "Ready to gauge?",
    "untouched": "Untouched?",
    "washer_on": "Washer on before the nut",
    "way_clear": "Stand clear of the line of release",
    "which_way": "Which way round?",
}


def stage_title(stage: str) -> str:
    """A stage or a trade in words; one that no table has is told by its id.

    >>> stage_title("set_on"), stage_title("not_known")
    ('Fit against the shoulder', 'not known')
    """
    return STAGE_TITLES.get(stage, stage.replace("_", " "))


def gate_title(gate: str) -> str:
    """A gate in words; one that no table has is told by its id.

    >>> gate_title("safe"), gate_title("not_known")
    ('Make the machine safe', 'not known')
    """
    return GATE_TITLES.get(gate, gate.replace("_", " "))
