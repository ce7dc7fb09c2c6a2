"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class RuninDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    BUMP_DIRECTION = "bump_direction"
    START_RUN = "start_run"
    STOP_RUN = "stop_run"
    READ_WARMTH = "read_warmth"
    CONCLUDE_RUN = "conclude_run"
