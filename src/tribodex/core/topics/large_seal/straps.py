"""Straps that hold a ring while it is let in: they come out before it is pressed flat."""

from __future__ import annotations

from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.topics import stock
from tribodex.core.topics.stock.state import Temporary


def straps_of(desk: Desk) -> list[Temporary]:
    """Straps that are still in, as they were put in."""
    return [
        part for part in desk.job.of(stock.TOPIC, SHAFT).still_in if "strap" in part.what.casefold()
    ]


def straps_in(desk: Desk) -> str:
    """Straps that are still in; empty where none is."""
    return ", ".join(part.what for part in straps_of(desk))
