"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class RemovalDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    SAY_TIGHT = "say_tight"
    CHOOSE_WAY = "choose_way"
    BACK_NUT_OFF = "back_nut_off"
    SAY_OFF = "say_off"
    SET_STRAIGHT = "set_straight"
