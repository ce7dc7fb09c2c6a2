"""How a bearing was found, now."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.facts import Event
from tribodex.core.topics.as_found.facts import FoundRead


@dataclass
class Evidence:
    """How a bearing was found, now. Mutable only inside fold()."""

    read: FoundRead | None = None


def fold(state: Evidence, _: Event, fact: FoundRead) -> None:
    """Take one entry into the slice."""
    state.read = fact
