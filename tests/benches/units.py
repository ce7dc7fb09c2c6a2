"""A housed unit's job by hand."""

from __future__ import annotations

from collections.abc import Sequence

from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.job import facts
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics import insert, units
from tribodex.core.topics.insert import commands as inside
from tribodex.core.topics.insert.state import Insert
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.insert import (
    Closed,
    HoleStep,
    Pin,
)
from tribodex.core.units.screws import Footing
from tribodex.usecases.opening import MOUNTING
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.kinds import UNIT
from tribodex.usecases.planning.units import unit_plan

SCREWS = UnitDraft(
    insert="208",
    bore="40 mm",
    form="foot_2",
    lock="set_screws",
    load="normal",
    shaft_class="h7",
    screw="M8",
    regreased="yes",
    base_torque="62 N·m",
    base_source="sheet of the housing",
    growth="0.4",
)
COLLAR = UnitDraft(
    insert="206",
    bore="30 mm",
    form="flange",
    lock="collar",
    rotation="clockwise",
    faces="far_end",
    load="normal",
    shaft_class="h8",
    screw="M6",
    regreased="no",
    replace_insert="yes",
    iron="grey",
    grit="yes",
)


class UnitBench(ShaftBench):
    """A job with units on one shaft, in memory: the first holds, the second floats."""

    def __init__(
        self, *drafts: UnitDraft, floats: Sequence[Floats] = (Floats.HELD, Floats.HOUSING)
    ) -> None:
        super().__init__()
        self.procedures = {SHAFT: REFERENCE.procedure(MOUNTING)}
        places, planned = [], []
        for i, (draft, floating) in enumerate(zip(drafts, floats, strict=False), 1):
            made = unit_plan(REFERENCE, draft)
            own = REFERENCE.procedure(f"{UNIT.procedure(made)}-whole")
            self.procedures[str(i)] = own
            places.append(Place(str(i), f"p-{i}", f"End {i}", own.id, own.version, floating))
            planned += [facts.Planned(str(i), fact) for fact in UNIT.facts(made, True)]
        self.log.clear()
        self._add(
            SHAFT,
            facts.JobOpened(1, "Screw", "m", "Machine", MOUNTING, 1, tuple(places), tuple(planned)),
        )
        self.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))

    def unit(self, at: str) -> Unit:
        return self.desk(at).of(units.TOPIC)

    def insert(self, at: str = "1") -> Insert:
        return self.desk(at).of(insert.TOPIC)

    def plugged(self) -> None:
        """An insert in its housing, its hole closed by a plug that is out, the fitting in."""
        self.gate("ready_insert", "1")
        self.do(
            inside.TakeInsertOut(False),
            inside.MeasureFitting("14", "20"),
            inside.SeeBore("marked", True),
            at="1",
        )
        self.do(
            inside.EnterInsert("marked", Pin.IN_SLOT),
            inside.CentreInsert("6", "6.1", "60", True),
            inside.CloseHole(Closed.PLUG),
            at="1",
        )
        self.do(
            *(inside.GreaseThroughHole(step) for step in (HoleStep.PLUG_OUT, HoleStep.FITTING_IN)),
            at="1",
        )

    def headline(self, at: str) -> str:
        return units.TOPIC.move(self.desk(at), self.unit(at)).headline

    def gate(self, gate_id: str, at: str) -> None:
        if self.job.gate_passed(gate_id, at) is None:
            gate, _ = self.desk(at).gate(gate_id)
            self.do(ConfirmGate(gate_id, tuple(item.id for item in gate.items)), at=at)

    def onto(self, at: str, by: FloatBy) -> None:
        self.gate("ready_unit", at)
        room = {"room_toward": "1.5", "room_away": "3"} if not by.holds else {}
        self.do(cmd.SlideOn(True), cmd.FindFloat(by, **room), at=at)

    def bolt(self, at: str) -> None:
        self.do(
            cmd.LineUpUnit("0.2", "800", "0 + 0.02"),
            cmd.BoltHousing("60 N·m", "wrench 3"),
            cmd.TurnShaft(True),
            at=at,
        )

    def lock(self, at: str) -> None:
        self.gate("ready_lock", at)
        self.do(cmd.LockUnit("9 N·m", 2, "torque key 1", Footing.DIMPLE, "yes"), at=at)
