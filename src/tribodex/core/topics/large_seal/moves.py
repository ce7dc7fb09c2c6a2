"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class LargeSealDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    PLAN_LARGE_SEAL = "plan_large_seal"
    WARM_RING = "warm_ring"
    REST_RING = "rest_ring"
    READY_SEAT = "ready_seat"
    LAY_SPRING = "lay_spring"
    SAY_OPEN_SIDE = "say_open_side"
    MEET_SHAFT = "meet_shaft"
    TAKE_RING_OUT = "take_ring_out"
    PRESS_AT = "press_at"
    SEAT_FLAT = "seat_flat"
    COVER_SEAL = "cover_seal"
    USE_STRAPS = "use_straps"
