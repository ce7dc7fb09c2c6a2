"""Calculators of cylindrical seats and cam followers: heat and force to put a ring on, what is left
of the clearance, clamp torque.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import Field

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, check_dimensions
from tribodex.core.components.material import Material
from tribodex.core.components.shaft import Shaft
from tribodex.core.components.straight import Closure, StraightBearing
from tribodex.core.errors import InvalidInput
from tribodex.core.fits.iso286 import hole_limits_um
from tribodex.core.follower.stud import Clamp, Thread, clamp_result
from tribodex.core.removal.forces import tool_size
from tribodex.core.shouldered.cooling import time_off_heater
from tribodex.core.shouldered.fit import clearance_left, push_on_force
from tribodex.core.shouldered.heating import heat_limit, heat_needed, judge_warmth
from tribodex.core.shouldered.hub import hub_heat, outer_fit, push_in_force
from tribodex.core.working import Line, Result
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs, Mm, Um, ordered

# A ring that somebody reads off the heater; more than it bears is judged, not refused.
RingC = Annotated[float, Field(ge=-40, le=300)]


class StraightInputs(Inputs):
    """A deep groove ball bearing by its size, with the interference of its seat."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    interference_min_um: Um
    interference_max_um: Um

    def straight(self, closure: Closure = Closure.OPEN, group: Group = Group.CN) -> StraightBearing:
        """The bearing. Raises InvalidInput for a size that cannot be."""
        ordered(self.interference_min_um, self.interference_max_um, "interference_max_um")
        check_dimensions(self.bore_mm, self.outside_mm, self.width_mm)
        return StraightBearing(self.bore_mm, self.outside_mm, self.width_mm, group, closure)

    @property
    def interference(self) -> Span:
        """Least and greatest interference, µm."""
        return Span(self.interference_min_um, self.interference_max_um)


class HeatInputs(StraightInputs):
    """How warm a ring must be, judged by the room at the temperature it bears."""

    closure: Closure
    shaft_c: Annotated[float, Field(ge=-40, le=80)]


class OffHeaterInputs(Inputs):
    """How long a heated ring may wait in the air, by two readings off the heater."""

    bore_mm: Mm
    interference_max_um: Um
    closure: Closure
    shaft_c: Annotated[float, Field(ge=-40, le=80)]
    air_c: Annotated[float, Field(ge=-40, le=60)]
    first_c: RingC
    later_c: RingC
    between_s: Annotated[float, Field(gt=0, le=3600)]


class PushInputs(StraightInputs):
    """Force to push a ring on, the press for it, and what is left of the clearance."""

    group: Group


class ClampInputs(Inputs):
    """Clamp torque of a cam follower's nut, by its roller."""

    roller_mm: Mm


def _heat(_: Reference, inputs: HeatInputs) -> Answer:
    bearing = inputs.straight(inputs.closure)
    found = heat_needed(
        bearing, inputs.shaft_c, inputs.interference_max_um, heat_limit(inputs.closure)
    )
    return Answer("heat-ring", (found,), verdict=found.verdict)


def _off_heater(_: Reference, inputs: OffHeaterInputs) -> Answer:
    waits = time_off_heater(
        inputs.bore_mm,
        inputs.shaft_c,
        inputs.interference_max_um,
        ((0.0, inputs.first_c), (inputs.between_s, inputs.later_c)),
        inputs.air_c,
    )
    too_warm = judge_warmth(heat_limit(inputs.closure), inputs.closure, inputs.first_c)
    judged = waits if too_warm is None else replace(waits, verdict=too_warm)
    return Answer("off-heater", (judged,), verdict=judged.verdict)


def _push(reference: Reference, inputs: PushInputs) -> Answer:
    bearing, shaft = inputs.straight(group=inputs.group), Shaft(inputs.bore_mm)
    force = push_on_force(bearing, shaft, inputs.interference)
    limits = reference.groove_clearance.row(inputs.bore_mm).limits(inputs.group)
    left = clearance_left(bearing, shaft, limits, inputs.interference)
    return Answer("push-on", (force, tool_size(force), left), verdict=left.verdict)


class HubInputs(Inputs):
    """A bearing into a hub or housing that is tight on its outer ring."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    hole_class: str
    hub_outside_mm: Mm
    hub_material: str
    hub_limit_c: Annotated[float, Field(ge=-40, le=150)]
    ring_c: Annotated[float, Field(ge=-40, le=80)]
    inner_tight: bool = False


def _hub(reference: Reference, inputs: HubInputs) -> Answer:
    check_dimensions(inputs.bore_mm, inputs.outside_mm, inputs.width_mm)
    bearing = StraightBearing(
        inputs.bore_mm, inputs.outside_mm, inputs.width_mm, Group.CN, Closure.OPEN
    )
    try:
        hub = reference.materials.get(inputs.hub_material)
    except InvalidInput as error:
        raise InvalidInput(
            error.detail, *(replace(field, name="hub_material") for field in error.fields)
        ) from error
    rings = reference.rings.limits_um("outer_od", inputs.outside_mm, "Normal")
    try:
        hole = hole_limits_um(inputs.outside_mm, inputs.hole_class)
    except InvalidInput as error:
        raise InvalidInput(
            error.detail, *(replace(field, name="hole_class") for field in error.fields)
        ) from error
    fit = outer_fit(rings, hole)
    words = f"{rings.low:g} to {rings.high:g} µm in {hole.low:g} to {hole.high:g} µm"
    line = Line(
        "I",
        "outside of the ring less the hole",
        "D - D_hole",
        words,
        fit.high,
        "µm",
        reference.rings.source.id,
    )
    tight = Result(
        "outer_fit",
        "Outer ring in its hole, tight above zero",
        fit.low,
        "µm",
        value_to=fit.high,
        working=(line,),
    )
    heat = hub_heat(bearing, inputs.ring_c, fit, hub, inputs.hub_limit_c)
    force = push_in_force(bearing, inputs.hub_outside_mm, hub, fit)
    return Answer(
        "into-hub",
        (heat, tight, force, tool_size(force)),
        verdict=heat.verdict,
        findings=tuple(_said_of(fit, hub, inputs)),
    )


def _said_of(fit: Span, hub: Material, inputs: HubInputs) -> list[str]:
    """What goes with it, in words. Common practice, no source."""
    found = [
        "The force goes through the outer ring; the bearing is never heated while its outer ring"
        " has still to enter a tight housing."
    ]
    if inputs.inner_tight:
        found.append(
            "Both rings tight: a tool that bears on both ring faces evenly; heat goes into the"
            " housing, cold into the shaft."
        )
    if "aluminium" in hub.name:
        found.append(
            "An aluminium hub grows more than the ring: what is tight cold creeps when it runs"
            " warm. Its maker's fit goes first."
        )
    if fit.low < 0 < fit.high:
        found.append("By the limits it may be loose or tight: measure both.")
    return found


def _clamp(reference: Reference, inputs: ClampInputs) -> Answer:
    row = reference.studs.find(inputs.roller_mm)
    if row is None:
        sizes = ", ".join(f"{row.roller_mm:g}" for row in reference.studs.rows)
        raise InvalidInput.at(
            "roller_mm",
            f"The table has no follower of {inputs.roller_mm:g} mm.",
            f"one of {sizes} mm, or the maker's torque",
        )
    return Answer(
        "clamp-torque", (clamp_result(Clamp(row.oiled_nm, Thread.OILED, "cam_follower_stud")),)
    )


CALCULATORS = (
    Calculator("heat-ring", "How warm a ring must be", HeatInputs, _heat),
    Calculator("off-heater", "How long a heated ring may wait", OffHeaterInputs, _off_heater),
    Calculator("push-on", "Force to push a ring on, and the clearance left", PushInputs, _push),
    Calculator("into-hub", "A bearing into a tight hub", HubInputs, _hub),
    Calculator("clamp-torque", "Clamp torque of a cam follower", ClampInputs, _clamp),
)
