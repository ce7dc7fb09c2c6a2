"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class StockDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    MAKE_MARK = "make_mark"
    CHECK_PART = "check_part"
    DECIDE_PART = "decide_part"
    COMPARE_POSITION = "compare_position"
