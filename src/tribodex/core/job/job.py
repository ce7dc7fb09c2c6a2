"""A job as it is now. fold() makes it from the log; every topic keeps its own slice for each
place."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from typing import TYPE_CHECKING, Any, TypeVar

from tribodex.core.errors import InvalidInput, NotFound
from tribodex.core.job import facts
from tribodex.core.job.alarms import Alarms
from tribodex.core.job.places import SHAFT, Place

if TYPE_CHECKING:
    from tribodex.core.job.topic import Topic

S = TypeVar("S")


@dataclass
class GatePassed:
    """How a gate was passed."""

    items: tuple[str, ...]
    by: str
    overruled: facts.GateOverruled | None = None


@dataclass
class Point:
    """Something left to do."""

    number: int
    text: str
    closed: str | None = None
    blocks: str = ""
    at: str = SHAFT


@dataclass
class Job:
    """A job now. Mutable only inside fold(). Gates, ticks and what was set aside are kept by (name,
    place).
    """

    opened: facts.JobOpened
    places: tuple[Place, ...]
    machine_id: str = ""
    machine: str = ""
    last_seq: int = 0
    gates: dict[tuple[str, str], GatePassed] = field(default_factory=dict)
    ticked: dict[tuple[str, str], dict[str, str]] = field(default_factory=dict)
    aside: dict[tuple[str, str], str] = field(default_factory=dict)
    open_points: dict[int, Point] = field(default_factory=dict)
    closed_points: dict[int, Point] = field(default_factory=dict)
    signed: facts.Signed | None = None
    signed_at: datetime | None = None
    signed_seq: int = 0
    changed_after_signing: bool = False
    counter_signed: facts.CounterSigned | None = None
    counter_signed_at: datetime | None = None
    # Whom it was given to last; empty where nobody gave it away.
    given_to: str = ""
    abandoned: facts.Abandoned | None = None
    corrections: dict[int, facts.Corrected] = field(default_factory=dict)
    effective: dict[int, facts.Fact | None] = field(default_factory=dict)
    slices: dict[tuple[str, str], Any] = field(default_factory=dict)
    alarms: Alarms = field(default_factory=Alarms)
    taken_as_is: dict[tuple[int, str], str] = field(default_factory=dict)
    stated: dict[tuple[str, str], facts.Stated] = field(default_factory=dict)
    fitted: dict[str, facts.PlaceFitted] = field(default_factory=dict)
    # Entries that were done on paper, by who did them; who says that it was safe.
    paper: dict[int, str] = field(default_factory=dict)
    paper_said: facts.PaperSaid | None = None
    # The newest entry of each kind at a place, by what it is about; when a topic began anew there.
    newest: dict[tuple[type[facts.Fact], str], dict[str, int]] = field(default_factory=dict)
    # What was said of the bearing's size, by kind and place; the newest entry that says it
    # otherwise than before, by place.
    sizes: dict[tuple[type[facts.Fact], str], object] = field(default_factory=dict)
    sized_since: dict[str, int] = field(default_factory=dict)
    # What was proved of this state once; thrown away with the next entry.
    proved: dict[tuple[str, str], Any] = field(default_factory=dict, compare=False, repr=False)
    begun: dict[tuple[str, str], int] = field(default_factory=dict)

    def of(self, topic: Topic[S], at: str) -> S:
        """The slice of a topic at a place."""
        found: S = self.slices[topic.name, SHAFT if topic.per_shaft else at]
        return found

    def place(self, at: str) -> Place:
        """A place by its id. Raises NotFound."""
        for place in self.places:
            if place.id == at:
                return place
        raise NotFound(f"This job has no place “{at}”.")

    def placed(self, at: str) -> str:
        """The place that is meant: where there is only one it need not be named.

        Raises InvalidInput for one that the job does not have, or where none of several was named.
        """
        if not at and len(self.places) == 1:
            return self.places[0].id
        if not any(place.id == at for place in self.places):
            known = ", ".join(f"{place.id} ({place.name})" for place in self.places)
            raise InvalidInput.at("at", "At which bearing of the shaft?", f"one of {known}")
        return at

    def gate_passed(self, gate: str, at: str) -> GatePassed | None:
        """How a gate was passed, at a place or for the whole shaft; None while it is not."""
        return self.gates.get((gate, at)) or self.gates.get((gate, SHAFT))

    def ticks(self, stage: str, at: str) -> dict[str, str]:
        """Steps of a stage that are done, with who did them."""
        return self.ticked.get((stage, at), {})

    @property
    def closed(self) -> bool:
        """Whether nothing more is to be done: signed as it stands, or abandoned."""
        return self.abandoned is not None or (
            self.signed is not None and not self.changed_after_signing
        )

    @property
    def wants_second(self) -> bool:
        """Whether it is signed, and a second person has still to sign it."""
        signed = self.signed
        return (
            signed is not None
            and bool(signed.second)
            and not self.changed_after_signing
            and self.counter_signed is None
        )

    @property
    def points(self) -> list[Point]:
        """What is or was left to do, in order."""
        return sorted(
            [*self.open_points.values(), *self.closed_points.values()],
            key=lambda point: point.number,
        )
