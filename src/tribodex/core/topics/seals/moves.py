"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class SealsDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    PLAN_SEALS = "plan_seals"
    JOIN_LABYRINTH = "join_labyrinth"
    PUT_RING_ON = "put_ring_on"
    SET_SEAL = "set_seal"
    PLACE_LABYRINTH = "place_labyrinth"
    PUSH_V_RING = "push_v_ring"
    PURGE_SEAL = "purge_seal"
    KEEP_SEAL = "keep_seal"
