"""Stages whose work is a list of steps to tick off: no topic of their own, kept as entries all the
same.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.job.rail import steps_of
from tribodex.core.job.topic import Desk, Task


@dataclass(frozen=True)
class TickView:
    """A step, and who did it; empty while nobody has."""

    step: str
    by: str


@dataclass(frozen=True)
class TicksWork:
    """A list of steps to tick off."""

    topic: Literal["ticks"]
    steps: tuple[TickView, ...]


def ticks_work(desk: Desk, task: Task) -> TicksWork:
    """The steps of a stage with who did them."""
    ticks = desk.job.ticks(task.stage.id, task.at)
    return TicksWork(
        "ticks",
        (
            tuple(TickView(step, ticks.get(step, "")) for step in steps_of(desk, task))
            if task.stage.ticks
            else ()
        ),
    )
