"""The plan for a bearing whose outer ring is tight in its hub or housing."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.material import Material
from tribodex.core.components.straight import StraightBearing
from tribodex.core.shouldered.hub import (
    clearance_taken,
    hub_heat,
    loose_above,
    outer_fit,
    push_in_force,
)
from tribodex.core.shouldered.retaining_ring import RingRow
from tribodex.core.working import Result


class HubHeld(StrEnum):
    """What keeps the outer ring in its hub, beside the tight fit."""

    BORE_RING = "bore_ring"
    COVER = "cover"
    FIT = "fit"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "bore_ring": "retaining ring in the bore of the hub",
            "cover": "cover",
            "fit": "its tight fit alone",
        }[self.value]


@dataclass(frozen=True)
class OuterTight:
    """Interference of the outer ring (µm on diameter), and whether hole and ring are measured; what
    is not counts by its limits.
    """

    um: Span
    hole_measured: bool = False
    ring_measured: bool = False

    @property
    def words(self) -> str:
        """Where it comes from."""
        if self.hole_measured:
            return (
                "Hole and ring as measured."
                if self.ring_measured
                else "The hole as measured; the ring by its limits."
            )
        return "By the limits of hole and ring."


@dataclass(frozen=True)
class HubPlan:
    """What is aimed for. Limits in µm from nominal; `limit_c` None: how warm the hub may get is not
    said.
    """

    bearing: StraightBearing
    hole_class: str
    hole_um: Span
    outside_um: Span
    material: Material
    hub_outside_mm: float
    limit_c: float | None
    limit_why: str
    held_by: HubHeld
    ring: RingRow | None
    inner_tight: bool

    @property
    def by_limits(self) -> OuterTight:
        """The interference before anything is measured."""
        return OuterTight(outer_fit(self.outside_um, self.hole_um))

    def taken(self, tight: OuterTight) -> Span:
        """Clearance that the hub takes (µm)."""
        found = clearance_taken(self.bearing, self.hub_outside_mm, self.material, tight.um)
        low = found.value or 0.0
        return Span(low, found.value_to if found.value_to is not None else low)


def hub_figures(plan: HubPlan, tight: OuterTight, bearing_c: float) -> tuple[Result, ...]:
    """The targets for an interference and a temperature of the bearing."""
    heat = (
        hub_heat(plan.bearing, bearing_c, tight.um, plan.material, plan.limit_c)
        if plan.limit_c is not None
        else None
    )
    loose = loose_above(plan.bearing, tight.um, plan.material)
    return (
        Result(
            "outer_interference",
            "Outer ring in its hub, tight above zero",
            tight.um.low,
            "µm",
            value_to=tight.um.high,
            note=tight.words,
        ),
        push_in_force(plan.bearing, plan.hub_outside_mm, plan.material, tight.um),
        *((heat,) if heat is not None else ()),
        clearance_taken(plan.bearing, plan.hub_outside_mm, plan.material, tight.um),
        *((loose,) if loose is not None else ()),
    )
