"""Care that a position is given, by hand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from tests.helpers import BEGIN, MemoryStore
from tribodex.core.topics.care import commands as keep
from tribodex.core.topics.care.facts import CareWay
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, do
from tribodex.usecases.keeping import open_keeping
from tribodex.usecases.ports import Machine, Position, Tap
from tribodex.usecases.rounds import RoundOrder, open_round

SET = keep.SetCare(
    CareWay.UNTIL_SHOWS,
    "16",
    "180",
    "62 °C",
    "some dust",
    "dry",
    "quiet",
    "horizontal",
    "side",
    "gun 2",
    "1.3 g",
    "800",
    "sheet",
    look_days="14",
)
SET = replace(SET, running="yes")
HERE = (
    Position("p-1", "m-1", "Drive end", "22218 K C3", "80 mm", True),
    Position("p-2", "m-1", "Tail", "6311 C3", "", None),
)
THERE = (Position("p-3", "m-2", "Head", "no number known", "", None),)
PLANT = [Machine("m-1", "Screw", "Mill", HERE), Machine("m-2", "Belt", "Kiln", THERE)]


class PlantStore(MemoryStore):
    """A store with two routes."""

    def machines(self) -> Sequence[Machine]:
        return PLANT


class Keeper:
    """Who says and walks, minute by minute."""

    def __init__(self, reference: Reference) -> None:
        self.store, self.reference, self.now, self.taps = PlantStore(), reference, BEGIN, 0

    def tap(self) -> Tap:
        self.taps += 1
        return Tap(f"tap-{self.taps:06d}", "Tobit", self.now)

    def keep(self, *positions: str, said: keep.SetCare = SET) -> str:
        job_id = f"keeping-{self.taps:06d}"
        made = open_keeping(
            self.store, self.reference, job_id, positions, self.tap(), recorded_at=self.now
        )
        for place in made.job.places:
            self.do(job_id, said, place.id)
        return job_id

    def do(self, job_id: str, command: object, at: str = "") -> Loaded:
        return do(
            self.store, self.reference, job_id, command, self.tap(), recorded_at=self.now, at=at
        )

    def round(self, **order: object) -> Loaded:
        made = RoundOrder(**order)  # type: ignore[arg-type]
        return open_round(
            self.store,
            self.reference,
            f"round-{self.taps:06d}",
            made,
            self.tap(),
            recorded_at=self.now,
        )
