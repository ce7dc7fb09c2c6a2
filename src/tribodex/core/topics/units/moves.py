"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class UnitsDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    SLIDE_ON = "slide_on"
    FIND_FLOAT = "find_float"
    LINE_UP_UNIT = "line_up_unit"
    BOLT_HOUSING = "bolt_housing"
    TURN_SHAFT = "turn_shaft"
    LOCK_UNIT = "lock_unit"
    JOIN_HALVES = "join_halves"
    TRY_UNIT = "try_unit"
