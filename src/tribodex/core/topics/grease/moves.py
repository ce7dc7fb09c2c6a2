"""What a person is asked to do next in this work: its panel switches on it."""

from __future__ import annotations

from enum import StrEnum


class GreaseDo(StrEnum):
    """A move of this work, by the command that it comes to, or by what it asks for."""

    CHOOSE_LUBRICANT = "choose_lubricant"
    PLAN_FILL = "plan_fill"
    PACK_BEARING = "pack_bearing"
    FILL_CORNER = "fill_corner"
    TAG_STORED = "tag_stored"
    FILL_OIL = "fill_oil"
