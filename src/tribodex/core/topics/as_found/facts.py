"""What stood there before anything was released."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.facts import Fact
from tribodex.core.removal.as_found import AsFound
from tribodex.core.working import Verdict


@dataclass(frozen=True)
class FoundRead(Fact):
    """One bearing as it was found, sleeve end to ring (mm), what else was seen, and what that says
    of the old mounting.
    """

    found: AsFound
    sleeve_end_mm: float | None
    text: str
    typed: str
    verdicts: tuple[Verdict, ...]


FACTS: tuple[type[Fact], ...] = (FoundRead,)
