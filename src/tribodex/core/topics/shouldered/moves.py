"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class ShoulderedDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    CHOOSE_WAY_ON = "choose_way_on"
    SAY_SHAFT_WARMTH = "say_shaft_warmth"
    READ_RING = "read_ring"
    SWITCH_OFF = "switch_off"
    RENEW_RING = "renew_ring"
    HEAT_AGAIN = "heat_again"
    READ_GAPS = "read_gaps"
    PUSH_HOME = "push_home"
    TRY_SHOULDER = "try_shoulder"
    HOLD_FAST = "hold_fast"
    TURN_BY_HAND = "turn_by_hand"
    READ_SETTING = "read_setting"
    SET_STRAIGHT_ON = "set_straight_on"
