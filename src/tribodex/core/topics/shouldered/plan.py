"""The plan for a bearing on a cylindrical seat against a shoulder."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.shaft import Shaft
from tribodex.core.components.straight import Closure, StraightBearing
from tribodex.core.shouldered.fit import clearance_left, push_on_force
from tribodex.core.shouldered.heating import HeatLimit, heat_needed
from tribodex.core.shouldered.retaining_ring import RingRow, end_change
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.sources import Source
from tribodex.core.working import Level, Result

# A workshop's own temperature, for a plan; the real one is measured before heating.
WORKSHOP_C = 20.0


class HeldBy(StrEnum):
    """What keeps the ring against its shoulder."""

    LOCK_NUT = "lock_nut"
    RETAINING_RING = "retaining_ring"
    BORE_RING = "bore_ring"
    COVER = "cover"
    CARTRIDGE = "cartridge"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "lock_nut": "lock nut and washer",
            "retaining_ring": "retaining ring",
            "bore_ring": "retaining ring in the bore of its housing",
            "cover": "cover",
            "cartridge": "its cartridge: nut pair and covers",
        }[self.value]


@dataclass(frozen=True)
class ShoulderPlan:
    """Everything that is aimed for. Limits in µm from nominal; interference by limits: what seat and ring allow between them."""

    bearing: StraightBearing
    shaft: Shaft
    shaft_text: str
    shaft_class: str
    seat_limits_um: Span
    bore_limits_um: Span
    group_um: Span
    interference_um: Span
    limit: HeatLimit
    held_by: HeldBy
    ring: RingRow | None
    stick_out_mm: float | None
    given: dict[str, str]
    sources: tuple[Source, ...] = ()

    @property
    def figures(self) -> tuple[Result, ...]:
        """Targets by the limits, before anything is measured."""
        return figures_for(self, self.interference_um, WORKSHOP_C)

    @property
    def conditions(self) -> frozenset[str]:
        """What procedures ask for in `when`."""
        closed = {"closed_ring"} if self.bearing.closure is not Closure.OPEN else set()
        return frozenset({f"held_by_{self.held_by}", *closed})


def figures_for(plan: ShoulderPlan, interference_um: Span, shaft_c: float) -> tuple[Result, ...]:
    """The targets for an interference and a shaft temperature."""
    return (
        interference_result(plan, interference_um),
        clearance_left(plan.bearing, plan.shaft, plan.group_um, interference_um),
        push_on_force(plan.bearing, plan.shaft, interference_um),
        heat_needed(plan.bearing, shaft_c, interference_um.high, plan.limit),
        *((end_change(plan.ring),) if plan.ring is not None else ()),
    )


def interference_result(plan: ShoulderPlan, interference_um: Span) -> Result:
    """The interference with where it comes from."""
    by_limits = interference_um == plan.interference_um
    note = f"By the limits of {plan.shaft_class} and of the ring." if by_limits else "Measured on seat and ring, with what a micrometer can tell."
    return Result("interference", "Interference on diameter", interference_um.low, "µm", value_to=interference_um.high, note=note)


CONDITIONS = frozenset({"closed_ring", *(f"held_by_{one}" for one in HeldBy), *(f"on_by_{way}" for way in WayOn)})


def worst(figures: tuple[Result, ...]) -> Level:
    """The worst level of the figures' verdicts."""
    order = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)
    return max((one.verdict.level for one in figures if one.verdict is not None), key=order.index, default=Level.GOOD)
