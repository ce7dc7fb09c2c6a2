"""A bearing against its shoulder, by hand."""

from __future__ import annotations

from collections.abc import Sequence

from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.job import facts
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.lineup.floating import Floats
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.prepare.facts import SeatPlanned
from tribodex.core.topics.shouldered import TOPIC
from tribodex.core.topics.shouldered import commands as cmd
from tribodex.core.topics.shouldered.facts import ShoulderPlanned
from tribodex.core.topics.shouldered.show import ShoulderWork
from tribodex.core.topics.shouldered.state import Shouldered
from tribodex.usecases.opening import WHOLE
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.shouldered import seat_of, shoulder_plan

OPEN = ShoulderDraft(designation="6209 C3", shaft_class="k5", held_by="lock_nut", stick_out="120")
SEAT = ("45.010 mm", "45.009 mm", "45.010 mm", "45.011 mm")


class ShoulderBench(ShaftBench):
    """A job with one bearing on a cylindrical seat, in memory; every entry a minute after the one
    before.
    """

    def __init__(self, draft: ShoulderDraft = OPEN) -> None:
        super().__init__((Floats.HELD,))
        own, plan = REFERENCE.procedure("shouldered-whole"), shoulder_plan(REFERENCE, draft)
        self.procedures = {SHAFT: REFERENCE.procedure(WHOLE), "1": own}
        place = Place("1", "p-1", "Inner side", own.id, own.version, Floats.HELD)
        planned: Sequence[facts.Fact] = (
            ShoulderPlanned(plan),
            SeatPlanned(seat_of(plan), plan.bore_limits_um),
        )
        opened = facts.JobOpened(
            1,
            "Blower",
            "m",
            "Machine",
            WHOLE,
            1,
            (place,),
            tuple(facts.Planned("1", fact) for fact in planned),
        )
        self.log.clear()
        self._add(SHAFT, opened)
        self.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))

    @property
    def state(self) -> Shouldered:
        return self.desk("1").of(TOPIC)

    def at_one(self, *commands: object) -> None:
        self.do(*commands, at="1")

    def headline(self) -> str:
        return TOPIC.move(self.desk("1"), self.state).headline

    def view(self) -> ShoulderWork:
        found = TOPIC.view(self.desk("1"), self.state)
        assert isinstance(found, ShoulderWork)
        return found

    def gate(self, gate_id: str) -> None:
        gate, _ = self.desk("1").gate(gate_id)
        self.at_one(ConfirmGate(gate_id, tuple(item.id for item in gate.items)))

    def prepared(self) -> None:
        """Seat and bore measured: 10 µm of interference."""
        for at, size in enumerate(SEAT):
            self.at_one(seat.ReadSeat(at // 2 + 1, 1 + 2 * (at % 2), size))
        for at in range(4):
            self.at_one(seat.ReadSeat(at // 2 + 1, 1 + 2 * (at % 2), "45.000 mm", "bore"))
        self.at_one(seat.JudgeSeat())

    def warmed(self, *readings: str) -> None:
        self.at_one(cmd.ChooseWayOn(WayOn.HEAT), cmd.SayShaftWarmth("20 °C"))
        self.gate("ready_warm")
        for reading in readings:
            self.at_one(cmd.ReadRing(reading))
