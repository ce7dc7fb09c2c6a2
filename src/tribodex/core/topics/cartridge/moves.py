"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class CartridgeDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    SET_OUTER_RING = "set_outer_ring"
    READ_COOLED = "read_cooled"
    ENTER_HOUSING = "enter_housing"
    MEASURE_BELOW = "measure_below"
    USE_ROD = "use_rod"
    SEAT_RING = "seat_ring"
    TURN_OVER = "turn_over"
    TIGHTEN_PAIR = "tighten_pair"
    PACK_BETWEEN = "pack_between"
    MEASURE_COVER = "measure_cover"
    SEAL_JOINT = "seal_joint"
    TIGHTEN_ROUND = "tighten_round"
    TURN_CARTRIDGE = "turn_cartridge"
    SET_FLINGER = "set_flinger"
    TOP_UP = "top_up"
