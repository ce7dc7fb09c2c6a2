"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class FollowerDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    FIT_STUD = "fit_stud"
    SET_FOLLOWER = "set_follower"
    SAY_CLAMP_THREAD = "say_clamp_thread"
    CLAMP_STUD = "clamp_stud"
    BACK_PLATES = "back_plates"
    SAY_PLUG = "say_plug"
    TURN_ROLLER = "turn_roller"
