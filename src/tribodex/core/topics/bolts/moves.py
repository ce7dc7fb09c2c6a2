"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class BoltsDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    PAIR_CAP = "pair_cap"
    CHOOSE_HABIT = "choose_habit"
    PLAN_JOINT = "plan_joint"
    TIGHTEN_BOLT = "tighten_bolt"
    TAKE_SUPPORT_OUT = "take_support_out"
    ALIGN_LOADED = "align_loaded"
    READ_RING_GAPS = "read_ring_gaps"
    LOOK_RUBBING = "look_rubbing"
