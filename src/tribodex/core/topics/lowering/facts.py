"""What was said when shaft and bearing came down into the base."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.facts import Fact
from tribodex.core.working import Verdict


@dataclass(frozen=True)
class LoweredIn(Fact):
    """Shaft and bearing in their base: who did it, by what, the weight (kg) and the shift (mm)
    where they are known.
    """

    who: str
    lifted_by: str
    guided: bool
    ring_in: bool
    weight_kg: float | None
    shift_mm: float | None
    typed: str
    verdicts: tuple[Verdict, ...]


FACTS: tuple[type[Fact], ...] = (LoweredIn,)
