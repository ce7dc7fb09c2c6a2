"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class AdapterDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    MARK_ZERO = "mark_unit_zero"
    TURN = "turn_unit_nut"
    BACK = "back_unit_nut"
    SEE_PLATE = "see_plate"
    FIT_PLATE = "fit_plate"
    TRY = "try_driven"
