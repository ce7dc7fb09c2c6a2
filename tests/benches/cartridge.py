"""A cartridge's job by hand."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.cartridge.parts import Side
from tribodex.core.job import facts
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.lineup.floating import Floats
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics import cartridge
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge.facts import CartridgePlanned
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.shouldered import commands as on
from tribodex.usecases.planning.cartridges import cartridge_plan, in_cartridge
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.kinds import SHOULDER
from tribodex.usecases.planning.shouldered import shoulder_plan

BEARING = ShoulderDraft(designation="6309 C3", shaft_class="k5")
CLOSING = CartridgeDraft(
    fixed_end="drive",
    separable="none",
    housing_class="H7",
    growth="0.15",
    stands_out="140 mm",
    screws="3",
    screw="M8",
    grade="8.8",
    finish="dry",
    hand="right",
    turning="anticlockwise",
    nut_torque="95 N·m",
    nut_source="sheet",
    flingers="both",
    stands="upright",
    nuts="far",
    flingers_by="screws",
)


class CartridgeBench(ShaftBench):
    """A job with a cartridge, in memory: the fixed bearing is 1, the floating one 2."""

    bearing, hot = BEARING, "95 °C"

    def __init__(self, closing: CartridgeDraft = CLOSING) -> None:
        super().__init__()
        own, shaft = REFERENCE.procedure("cartridge-bearing"), REFERENCE.procedure("job-cartridge")
        self.procedures = {SHAFT: shaft, "1": own, "2": own}
        plan = shoulder_plan(REFERENCE, in_cartridge(self.bearing))
        places = tuple(
            Place(str(i), f"p-{i}", f"End {i}", own.id, own.version, f)
            for i, f in enumerate((Floats.HELD, Floats.SEAT), 1)
        )
        planned = [
            facts.Planned(p.id, fact) for p in places for fact in SHOULDER.facts(plan, False)
        ]
        planned.append(
            facts.Planned(
                SHAFT,
                CartridgePlanned(
                    cartridge_plan(REFERENCE, closing, {"1": plan, "2": plan}, "1", "2")
                ),
            )
        )
        self.log.clear()
        self._add(
            SHAFT,
            facts.JobOpened(
                1, "Spindle", "m", "Machine", shaft.id, shaft.version, places, tuple(planned)
            ),
        )
        self.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))

    @property
    def state(self) -> Cartridge:
        return self.desk().of(cartridge.TOPIC)

    def headline(self) -> str:
        return cartridge.TOPIC.move(self.desk(), self.state).headline

    def gate(self, gate_id: str, at: str = SHAFT) -> None:
        if self.job.gate_passed(gate_id, at) is None:
            gate, _ = self.desk(at).gate(gate_id)
            self.do(ConfirmGate(gate_id, tuple(item.id for item in gate.items)), at=at)

    def prepared(self, at: str) -> None:
        for what, size in (("shaft", "45.008 mm"), ("bore", "44.995 mm")):
            for section in (1, 2):
                for direction in (1, 3):
                    self.do(seat.ReadSeat(section, direction, size, what), at=at)
        self.do(seat.JudgeSeat(), at=at)

    def warm_on(self) -> None:
        self.prepared("1")
        self.do(on.ChooseWayOn(WayOn.HEAT), on.SayShaftWarmth("20 °C"), at="1")
        self.gate("ready_warm", "1")
        self.do(on.ReadRing(self.hot), on.SwitchOff(), on.PushHome(), on.TryShoulder(""), at="1")

    def into_housing(self) -> None:
        self.gate("ready_housing")
        self.do(cmd.ReadCooled("28 °C", "20 °C"), cmd.MeasureBelow("120 mm", "150 mm"))
        self.do(cmd.EnterHousing(True), cmd.TurnOver("140 mm", "180 mm"))

    def second_on(self) -> None:
        self.prepared("2")
        self.do(on.ChooseWayOn(WayOn.BOTH_RINGS), at="2")
        self.gate("ready_cold", "2")
        self.do(on.PushHome(), on.TryShoulder(""), at="2")

    def up_to_covers(self) -> None:
        self.warm_on()
        self.into_housing()
        self.second_on()
        self.do(
            cmd.TightenPair("95 N·m", "hook no. 9", True, True),
            cmd.PackBetween("60 g of the list's grease"),
        )

    def cover(self, side: Side) -> None:
        depth, spigot = ("8.00 mm", "8.08 mm") if side == "fixed" else ("10 mm", "8 mm")
        self.do(cmd.MeasureCover(side, depth, spigot), cmd.SealJoint(side, "thin, off the spigot"))
        self.gate("ready_cover")
        torque = self.state.plan.screws.torque_nm if self.state.plan else 0.0
        for share in (0.3, 0.6, 1.0, 1.0):
            self.do(
                cmd.TightenRound(
                    side,
                    f"{torque * share:.1f} N·m",
                    "no. 2",
                    "0.5 + 0.5 + 0.5" if share < 1 else "",
                )
            )

    def clear_cover(self, side: Side) -> None:
        """A cover over a retaining ring: it touches nothing."""
        self.do(cmd.MeasureCover(side, "8.00 mm", "7.00 mm"), cmd.SealJoint(side, "thin"))
        for share in (0.3, 0.6, 1.0, 1.0):
            torque = self.state.plan.screws.torque_nm if self.state.plan else 0.0
            self.do(cmd.TightenRound(side, f"{torque * share:.1f} N·m", "no. 2"))


SPINDLE = CartridgeDraft(
    **{
        **CLOSING.__dict__,
        "nuts": "none",
        "hand": "",
        "turning": "",
        "nut_torque": "",
        "nut_source": "",
        "flingers": "none",
        "flingers_by": "",
        "rings_fixed": "both",
        "rings_floating": "shaft",
    }
)


class SpindleBench(CartridgeBench):
    """Sealed bearings held by retaining rings: hot below, cold above."""

    bearing, hot = replace(BEARING, designation="6309-2RS C3"), "78 °C"

    def ring(self, side: Side, sits: Literal["shaft", "bore"], before: str, after: str) -> None:
        self.do(
            cmd.SeatRing(
                side,
                sits,
                groove_free=True,
                below_surface=True,
                turns=True,
                ends_before=before,
                ends_after=after,
            )
        )


PUMP = CartridgeDraft(
    **{
        **CLOSING.__dict__,
        "separable": "both",
        "stands": "horizontal",
        "nuts": "both",
        "hand_far": "left",
        "flingers_by": "nuts",
        "rod": "drive",
    }
)
