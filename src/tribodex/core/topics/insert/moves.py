"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class InsertDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    TAKE_INSERT_OUT = "take_insert_out"
    MEASURE_FITTING = "measure_fitting"
    SEE_BORE = "see_bore"
    ENTER_INSERT = "enter_insert"
    CENTRE_INSERT = "centre_insert"
    GREASE_THROUGH_HOLE = "grease_through_hole"
    CLOSE_HOLE = "close_hole"
