"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class HubDo(StrEnum):
    """A move of this work, by the command that it comes to."""

    MEASURE_HOLE = "measure_hole"
    CHOOSE_WAY_IN = "choose_way_in"
    SAY_BEARING_WARMTH = "say_bearing_warmth"
    READ_HUB = "read_hub"
    PUSH_IN = "push_in"
    SET_STRAIGHT_IN = "set_straight_in"
    TRY_HUB = "try_hub"
    HOLD_IN_HUB = "hold_in_hub"
