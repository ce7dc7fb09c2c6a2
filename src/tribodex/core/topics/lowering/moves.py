"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class LoweringDo(StrEnum):
    """A move of this work, by the command that it comes to."""

    LOWER = "lower_in"
