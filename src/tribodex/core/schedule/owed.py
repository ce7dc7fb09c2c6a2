"""What work leaves due behind it, however the bearing is kept: a seal to purge, screws to tighten a
second time.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from tribodex.core.schedule.due import Care, CareKind

# Set screws settle: tightened a second time after so many hours of running (common practice, no
# source).
AGAIN_H = 8.0


@dataclass(frozen=True)
class Owed:
    """What is due from a day on. `strokes` and `grease` of a seal; `hours_per_day` None: as the
    bearing is kept.

    `ends`: what earlier work left due, and is due no longer, for its part is not there any more.
    """

    on: date
    due: tuple[Care, ...]
    hours_per_day: float | None = None
    grease: str = ""
    strokes: int | None = None
    ends: tuple[CareKind, ...] = ()
