"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class LineupDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    SAY_FLOAT = "say_float"
    SAY_MARK = "say_mark"
    SAY_RINGS = "say_rings"
    SAY_RUNNING = "say_running"
    READ_END_PLAY = "read_end_play"
    MEND = "mend"
