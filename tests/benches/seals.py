"""Seals by hand."""

from __future__ import annotations

from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.job import facts
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.seals.kinds import Purpose, SealKind
from tribodex.core.topics import large_seal
from tribodex.core.topics.large_seal import commands as big
from tribodex.core.topics.large_seal.state import LargeSeal
from tribodex.core.topics.seals import commands as cmd

LABYRINTH = cmd.PlanSeals(SealKind.LABYRINTH, Purpose.KEEP_DIRT, "both", grease_is="same")
RING = big.PlanLargeSeal(
    "940 mm",
    "NBR",
    "40",
    "45",
    split="no",
    holds_itself="no",
    shaft_last="no",
    store="-8 °C",
    room="20 °C",
    box="140 mm",
    cover="38 N·m",
    cover_source="drawing",
    starts_at="2026-12-01T06:00",
    upright="no",
    size_check="yes",
)


class SealBench(ShaftBench):
    """A large ring on its own, in memory."""

    def __init__(self) -> None:
        super().__init__()
        own, shaft = REFERENCE.procedure("large-seal"), REFERENCE.procedure("job-seal")
        self.procedures = {SHAFT: shaft, "1": own}
        self.log.clear()
        self._add(
            SHAFT,
            facts.JobOpened(
                1,
                "Seal",
                "m",
                "Machine",
                shaft.id,
                shaft.version,
                (Place("1", "p-1", "Drum end", own.id, own.version),),
                (),
            ),
        )
        self.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))

    @property
    def ring(self) -> LargeSeal:
        return self.job.of(large_seal.TOPIC, "1")

    def headline(self) -> str:
        return large_seal.TOPIC.move(self.desk("1"), self.ring).headline

    def opened(self) -> None:
        self.do(RING, at="1")
        gate, _ = self.desk("1").gate("ready_seal")
        self.do(ConfirmGate("ready_seal", tuple(item.id for item in gate.items)), at="1")

    def prepared(self) -> None:
        self.opened()
        self.do(
            big.WarmRing("12 °C"),
            big.RestRing("1.5"),
            big.ReadySeat(True, True),
            big.LaySpring(True, True),
            at="1",
        )
        self.do(big.SayOpenSide("medium"), big.MeetShaft(True), at="1")
