"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class CareDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    SET_CARE = "set_care"
    SAY_BEARING = "say_bearing"
