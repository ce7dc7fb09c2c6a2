"""What can be said of a seat before a bearing goes on: what it should measure, readings,
temperatures, what was seen, the verdict.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.components.bands import Span
from tribodex.core.fits.seat import SeatSpec
from tribodex.core.job.facts import Fact
from tribodex.core.working import Verdict

Measured = Literal["shaft", "bore"]


class Seen(StrEnum):
    """What stands or lies on a seat, or a part of the set."""

    NICK = "nick"
    RUST = "rust"
    FRETTING = "fretting"
    GROOVE = "groove"
    KEYWAY = "keyway_edge"
    DIRT = "dirt"
    RING_PRESERVATIVE = "preservative"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            Seen.KEYWAY: "edge of a keyway",
            Seen.FRETTING: "fretting rust",
            Seen.RING_PRESERVATIVE: "preservative on the new ring",
        }.get(self, self.value)

    @property
    def how(self) -> str:
        """What to do about it (common practice, no source)."""
        return {
            Seen.NICK: (
                "File down only what stands up, then fine emery; wipe, no metal left; thin oil."
            ),
            Seen.RUST: "Fine emery or pad, wipe, thin oil or rust inhibitor; then measure again.",
            Seen.FRETTING: (
                "Rub it off with fine emery, measure again: where it was, the seat may be worn."
            ),
            Seen.GROOVE: (
                "A groove does not carry: measure beside it; deeper than the form allows is a"
                " repair or a new shaft."
            ),
            Seen.KEYWAY: "Break the raised edge with a file; the sleeve must not bridge a burr.",
            Seen.DIRT: "Wipe with lint-free cloth and approved solvent; dry.",
            Seen.RING_PRESERVATIVE: (
                "Left on, or wiped off clean before heating and where the grease does not bear it;"
                " wrap on until needed."
            ),
        }[self]


@dataclass(frozen=True)
class SeatPlanned(Fact):
    """What the seat should measure, and the bore of the ring where it is cylindrical. Said again
    when it changes.
    """

    spec: SeatSpec
    bore_limits_um: Span | None
    reason: str = ""


@dataclass(frozen=True)
class SeatRead(Fact):
    """One micrometer reading at a section and a direction."""

    what: Measured
    section: int
    direction: int
    mm: float
    typed: str

    def about(self) -> str:
        return f"{self.what}, section {self.section}, direction {self.direction}"


@dataclass(frozen=True)
class SeatWarmth(Fact):
    """Temperatures of shaft and ring when they were measured."""

    shaft_c: float
    ring_c: float | None
    typed: str


@dataclass(frozen=True)
class SeatSeen(Fact):
    """Something was seen on the seat."""

    seen: Seen
    where: str


@dataclass(frozen=True)
class SeatDressed(Fact):
    """What was seen at `entry` is dressed or wiped."""

    entry: int


@dataclass(frozen=True)
class SeatJudged(Fact):
    """The seat judged from what was measured and seen."""

    verdict: Verdict


@dataclass(frozen=True)
class SeatAccepted(Fact):
    """A seat that is not in order is used all the same, by name with a reason."""

    name: str
    reason: str

    def named(self) -> str:
        return f"{self.name}: {self.reason}"


FACTS: tuple[type[Fact], ...] = (
    SeatPlanned,
    SeatRead,
    SeatWarmth,
    SeatSeen,
    SeatDressed,
    SeatJudged,
    SeatAccepted,
)
PrepareFact = (
    SeatPlanned | SeatRead | SeatWarmth | SeatSeen | SeatDressed | SeatJudged | SeatAccepted
)
