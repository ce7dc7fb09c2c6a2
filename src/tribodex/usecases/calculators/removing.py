"""Calculators of taking off: forces, the press or puller for them, how far the nut is backed
off."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group, Taper, check_dimensions
from tribodex.core.components.shaft import Shaft
from tribodex.core.removal.backing_off import nut_gap
from tribodex.core.removal.forces import pull_off_force, release_force, tool_size
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import (
    Answer,
    BearingInputs,
    Calculator,
    Inputs,
    Mm,
    Um,
    ordered,
)


class ReleaseInputs(BearingInputs):
    """Force to let a bearing go of its taper."""

    shaft_mm: Mm
    shaft_bore_mm: Annotated[float, Field(ge=0, le=3000)] = 0.0


class PullOffInputs(Inputs):
    """Force to press or pull a bearing off a cylindrical seat: group and taper do not enter."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    shaft_mm: Mm
    shaft_bore_mm: Annotated[float, Field(ge=0, le=3000)] = 0.0
    interference_min_um: Um
    interference_max_um: Um


class NutGapInputs(Inputs):
    """How far the nut is backed off, and whether it holds with its whole height."""

    nut_gap_mm: Annotated[float, Field(ge=0, le=100)]
    whole_nut: bool = False


def _release(_: Reference, inputs: ReleaseInputs) -> Answer:
    return Answer(
        "release-force",
        (release_force(inputs.bearing(), Shaft(inputs.shaft_mm, inputs.shaft_bore_mm)),),
    )


def _pull_off(_: Reference, inputs: PullOffInputs) -> Answer:
    ordered(inputs.interference_min_um, inputs.interference_max_um, "interference_max_um")
    span = Span(inputs.interference_min_um, inputs.interference_max_um)
    check_dimensions(inputs.bore_mm, inputs.outside_mm, inputs.width_mm)
    bearing = Bearing(inputs.bore_mm, inputs.outside_mm, inputs.width_mm, Taper.ONE_IN_12, Group.CN)
    force = pull_off_force(span, bearing, Shaft(inputs.shaft_mm, inputs.shaft_bore_mm))
    tool = tool_size(force)
    return Answer("pull-off-force", (force, tool), verdict=tool.verdict)


def _nut_gap(_: Reference, inputs: NutGapInputs) -> Answer:
    result = nut_gap(inputs.nut_gap_mm, inputs.whole_nut)
    return Answer("nut-gap", (result,), verdict=result.verdict)


CALCULATORS = (
    Calculator("release-force", "Force to release a taper", ReleaseInputs, _release),
    Calculator(
        "pull-off-force", "Force to pull off, and the press for it", PullOffInputs, _pull_off
    ),
    Calculator("nut-gap", "How far the nut is backed off", NutGapInputs, _nut_gap),
)
