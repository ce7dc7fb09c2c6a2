"""What of the crib is laid before a command that takes something from it: gauge sets, guns as they
were weighed.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from tribodex.core.components.feeler import FeelerShelf
from tribodex.core.grease.strokes import GunShelf
from tribodex.core.topics.care.commands import SetCare
from tribodex.core.topics.grease.commands import PlanFill
from tribodex.core.topics.tapered.commands import TakeFeelers
from tribodex.usecases.crib.gauges import gauges_of
from tribodex.usecases.crib.guns import guns_of
from tribodex.usecases.ports import CribItem

FROM_CRIB = (TakeFeelers, SetCare, PlanFill)


def shelves_of(items: Sequence[CribItem]) -> dict[type, Any]:
    """The shelves, by their kind."""
    return {
        FeelerShelf: FeelerShelf(tuple(gauges_of(items))),
        GunShelf: GunShelf(tuple(guns_of(items))),
    }
