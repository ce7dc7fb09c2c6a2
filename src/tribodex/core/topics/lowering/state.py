"""How a bearing stands in its base, now."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.facts import Event
from tribodex.core.topics.lowering.facts import LoweredIn


@dataclass
class Lowering:
    """Whether it is down, now. Mutable only inside fold()."""

    down: LoweredIn | None = None


def fold(state: Lowering, _: Event, fact: LoweredIn) -> None:
    """Take one entry into the slice."""
    state.down = fact
