"""What is known of shaft and parts, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.job.facts import Event
from tribodex.core.topics.stock.facts import (
    Attached,
    JointSaid,
    MarkKind,
    MarkMade,
    NumbersRead,
    PartChecked,
    PositionCompared,
    StockFact,
    TemporaryIn,
    TemporaryOut,
    Tightness,
)


@dataclass(frozen=True)
class Temporary:
    """A temporary part, and whether it is in."""

    entry: int
    what: str
    where: str
    by: str
    out_by: str = ""


@dataclass
class Stock:
    """What is known of shaft and parts, now. Mutable only inside fold()."""

    marks: dict[tuple[str, MarkKind], str] = field(default_factory=dict)
    parts: dict[tuple[str, str], PartChecked] = field(default_factory=dict)
    numbers: dict[str, NumbersRead] = field(default_factory=dict)
    positions: dict[str, PositionCompared] = field(default_factory=dict)
    temporary: dict[int, Temporary] = field(default_factory=dict)
    joints: dict[str, tuple[JointSaid, str]] = field(default_factory=dict)
    attached: dict[str, Attached] = field(default_factory=dict)

    @property
    def still_in(self) -> list[Temporary]:
        """Temporary parts that are in."""
        return [part for part in self.temporary.values() if not part.out_by]

    @property
    def not_tight(self) -> list[JointSaid]:
        """Joints that are not at torque."""
        return [
            said for said, _ in self.joints.values() if said.tightness is not Tightness.AT_TORQUE
        ]

    def undecided(self) -> list[PartChecked]:
        """Parts whose number differs gravely, and nobody has decided."""
        return [
            part
            for part in self.parts.values()
            if any(d.grave for d in part.differs) and not part.decided_by
        ]


def fold(state: Stock, event: Event, fact: StockFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case MarkMade():
            state.marks[fact.place, fact.mark] = fact.text
        case PartChecked():
            state.parts[fact.place, fact.part] = fact
        case NumbersRead():
            state.numbers[fact.place] = fact
        case PositionCompared():
            state.positions[fact.place] = fact
        case TemporaryIn():
            state.temporary[event.seq] = Temporary(event.seq, fact.what, fact.where, event.actor)
        case TemporaryOut():
            if part := state.temporary.get(fact.entry):
                state.temporary[fact.entry] = Temporary(
                    part.entry, part.what, part.where, part.by, event.actor
                )
        case JointSaid():
            state.joints[fact.joint] = (fact, event.actor)
        case Attached():
            state.attached[fact.attachment] = fact
        case _:
            assert_never(fact)
