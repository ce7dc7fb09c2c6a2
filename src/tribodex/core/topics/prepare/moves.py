"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class PrepareDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    PLAN_SEAT = "plan_seat"
    READ_SEAT = "read_seat"
    DRESS_SEAT = "dress_seat"
    JUDGE_SEAT = "judge_seat"
    DECIDE_SEAT = "decide_seat"
    READ_BORE = "read_bore"
