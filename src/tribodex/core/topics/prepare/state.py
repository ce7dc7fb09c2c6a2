"""A seat as it is known now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.fits.seat import SeatForm, SeatKind, Spot, form_of
from tribodex.core.job.facts import Event
from tribodex.core.topics.prepare.facts import (
    PrepareFact,
    SeatAccepted,
    SeatDressed,
    SeatJudged,
    SeatPlanned,
    SeatRead,
    SeatSeen,
    SeatWarmth,
    Seen,
)

# Where the bore of a ring is measured: two sections, two directions square to each other.
BORE_SPOTS: tuple[Spot, ...] = ((1, 1), (1, 3), (2, 1), (2, 3))


@dataclass(frozen=True)
class OnSeat:
    """Something that was seen on a seat, and who dressed it."""

    entry: int
    seen: Seen
    where: str
    dressed_by: str = ""


@dataclass
class Prepared:
    """A seat, now. Mutable only inside fold()."""

    planned: SeatPlanned | None = None
    shaft_mm: dict[Spot, float] = field(default_factory=dict)
    bore_mm: dict[Spot, float] = field(default_factory=dict)
    warmth: SeatWarmth | None = None
    seen: dict[int, OnSeat] = field(default_factory=dict)
    judged: SeatJudged | None = None
    accepted: SeatAccepted | None = None

    @property
    def form(self) -> SeatForm | None:
        """What the readings of the seat say."""
        return form_of(self.shaft_mm)

    @property
    def bore(self) -> SeatForm | None:
        """What the readings of the ring's bore say."""
        return form_of(self.bore_mm)

    @property
    def undressed(self) -> list[OnSeat]:
        """What was seen and not dressed."""
        return [found for found in self.seen.values() if not found.dressed_by]


def fold(state: Prepared, event: Event, fact: PrepareFact) -> None:
    """Take one entry into the slice. Whatever is measured or seen after a verdict asks for another
    one.
    """
    match fact:
        case SeatPlanned():
            state.planned = fact
        case SeatRead():
            readings = state.shaft_mm if fact.what == "shaft" else state.bore_mm
            readings[fact.section, fact.direction] = fact.mm
        case SeatWarmth():
            state.warmth = fact
        case SeatSeen():
            state.seen[event.seq] = OnSeat(event.seq, fact.seen, fact.where)
        case SeatDressed():
            if found := state.seen.get(fact.entry):
                state.seen[fact.entry] = OnSeat(found.entry, found.seen, found.where, event.actor)
        case SeatJudged():
            state.judged = fact
            return
        case SeatAccepted():
            state.accepted = fact
            return
        case _:
            assert_never(fact)
    state.judged = state.accepted = None


def next_bore(state: Prepared) -> Spot | None:
    """The spot of the ring's bore to read next; None when all are read, or where no bore counts:
    under a sleeve the drive-up closes it.
    """
    if state.planned is None or state.planned.spec.kind is not SeatKind.CYLINDRICAL:
        return None
    return next((spot for spot in BORE_SPOTS if spot not in state.bore_mm), None)
