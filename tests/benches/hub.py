"""A tight hub by hand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from tests.benches.shaft import REFERENCE
from tests.benches.shouldered import ShoulderBench
from tribodex.core.job import facts
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.lineup.floating import Floats
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics import hub
from tribodex.core.topics.hub import commands as cmd
from tribodex.core.topics.hub.facts import HubPlanned
from tribodex.core.topics.hub.state import Hub
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.prepare.facts import SeatPlanned
from tribodex.core.topics.shouldered.facts import ShoulderPlanned
from tribodex.usecases.opening import WHOLE
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.shouldered import seat_of, shoulder_plan

IRON = "grey cast iron (GJL-200..250)"
WHEEL = ShoulderDraft(
    designation="6206 C3",
    shaft_class="f6",
    held_by="lock_nut",
    hub_class="N7",
    hub_material=IRON,
    hub_outside="100 mm",
    hub_limit="120 °C",
    hub_limit_why="its paint, by the drawing",
    hub_held_by="bore_ring",
)
BOTH = replace(WHEEL, designation="6206 C4", shaft_class="k5")


class HubBench(ShoulderBench):
    """A bearing that goes into a tight hub, in memory; every entry a minute after the one
    before."""

    def __init__(self, draft: ShoulderDraft = WHEEL) -> None:
        super().__init__()
        own, plan = REFERENCE.procedure("shouldered-hub-whole"), shoulder_plan(REFERENCE, draft)
        assert plan.hub is not None
        self.procedures = {SHAFT: REFERENCE.procedure(WHOLE), "1": own}
        place = Place("1", "p-1", "Wheel", own.id, own.version, Floats.HELD)
        planned: Sequence[facts.Fact] = (
            ShoulderPlanned(plan),
            HubPlanned(plan.hub),
            SeatPlanned(seat_of(plan), plan.bore_limits_um),
        )
        opened = facts.JobOpened(
            1,
            "Wheel",
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
    def inside(self) -> Hub:
        return self.desk("1").of(hub.TOPIC)

    def say(self) -> str:
        return hub.TOPIC.move(self.desk("1"), self.inside).headline

    def prepared(self) -> None:
        for what, size in (("shaft", "30.008 mm"), ("bore", "29.996 mm")):
            for at in range(4):
                self.at_one(seat.ReadSeat(at // 2 + 1, 1 + 2 * (at % 2), size, what))
        self.at_one(seat.JudgeSeat())

    def measured(self) -> None:
        self.at_one(cmd.MeasureHole("61.975", True, "61.995"))

    def begun(self, way: WayIn = WayIn.HEAT) -> None:
        self.at_one(cmd.ChooseWayIn(way))
        self.gate("ready_hub")

    def hot(self, reading: str = "90 °C") -> None:
        self.at_one(cmd.SayBearingWarmth("20 °C"), cmd.ReadHub(reading))
