"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class LookDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    SEE_MARK = "see_mark"
    CLEAN_PARTS = "clean_parts"
    CONCLUDE_LOOK = "conclude_look"
    JUDGE_PART = "judge_part"
    MAKE_UNUSABLE = "make_unusable"
