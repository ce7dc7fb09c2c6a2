"""Calculators of seats and shaft lines: limits, micrometer readings, the real fit, growth, float,
rings, start position, shims, alignment.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Kind
from tribodex.core.fits.iso286 import HOLE_CLASSES, SHAFT_CLASSES, hole_limits_um, shaft_limits_um
from tribodex.core.fits.seat import (
    SeatSpec,
    cylindrical_seat,
    form_of,
    real_fit,
    seat_result,
    sleeve_seat,
)
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.growth import MATERIALS, Case, gap_left, growth_range, place_float
from tribodex.core.lineup.placing import (
    Foot,
    alignment,
    bolt_room,
    ring_rest,
    soft_foot,
    start_position,
)
from tribodex.core.working import Line, Result
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs, Mm, ordered

Length = Annotated[float, Field(ge=0, le=30_000)]
Celsius = Annotated[float, Field(ge=-60, le=400)]
Material = Literal["steel", "stainless", "cast_iron", "concrete", "aluminium"]
assert set(MATERIALS) == set(Material.__args__)  # type: ignore[attr-defined]


class LimitsInputs(Inputs):
    """Limits of a shaft or hole by ISO 286, or of a bearing's bore and outside by ISO 492 (class
    Normal, P6, P5).
    """

    nominal_mm: Mm
    tolerance_class: str = Field(
        description=(
            f"{', '.join(SHAFT_CLASSES[:6])} … or {', '.join(HOLE_CLASSES[:6])} …; for a ring:"
            " Normal, P6, P5"
        )
    )
    ring: Literal["", "inner_bore", "outer_od"] = ""


class SeatInputs(Inputs):
    """A seat from its micrometer readings: rows are sections, two to four directions each."""

    nominal_mm: Mm
    readings_mm: list[Annotated[list[Mm], Field(min_length=1, max_length=4)]] = Field(
        min_length=1, max_length=3
    )
    shaft_class: str = Field(
        default="", description="for a cylindrical seat, for example m6; empty: seat under a sleeve"
    )
    shaft_c: Celsius | None = None


class FitInputs(Inputs):
    """The fit of a measured ring on a measured seat."""

    seat_mm: Mm
    bore_mm: Mm
    shaft_c: Celsius | None = None
    ring_c: Celsius | None = None


class GrowthInputs(Inputs):
    """Growth between two bearings, and where the floating one is set."""

    span_mm: Length
    shaft_material: Material = "steel"
    base_material: Material = "steel"
    mount_c: Celsius
    running_shaft_c: Celsius
    running_base_c: Celsius
    cold_c: Celsius | None = None
    room_mm: Length | None = Field(default=None, description="housing seat less bearing and rings")
    gap_mm: Length | None = Field(default=None, description="an axial gap that the growth closes")


class RingsInputs(Inputs):
    """What locating rings leave of a seat; rings on the near and the far side."""

    seat_mm: Mm = Field(title="Housing seat, its width")
    width_mm: Mm = Field(title="Bearing, width B")
    near_mm: list[Mm] = Field(default_factory=list, max_length=4)
    far_mm: list[Mm] = Field(default_factory=list, max_length=4)
    floats: Floats = Floats.UNKNOWN


class StartInputs(Inputs):
    """Where a bearing starts on its sleeve so that it ends on its mark."""

    sleeve_to_ring_mm: Length
    drive_up_min_mm: Length
    drive_up_max_mm: Length
    width_mm: Mm


class FeetInputs(Inputs):
    """The leaf under each foot of a housing with its bolt loose."""

    gaps_mm: list[Length] = Field(min_length=1, max_length=4)


class AlignmentInputs(Inputs):
    """An offset read over a length, and whether a correction fits the bolt holes."""

    offset_mm: Length
    over_mm: Mm
    kind: Kind = Kind.SPHERICAL_ROLLER
    labyrinth: bool = False
    hole_mm: Mm | None = None
    bolt_mm: Mm | None = None
    wanted_mm: Length = 0.0


def _limits(reference: Reference, inputs: LimitsInputs) -> Answer:
    if inputs.ring:
        span = reference.rings.limits_um(inputs.ring, inputs.nominal_mm, inputs.tolerance_class)
        source = reference.rings.source.id
    else:
        hole = inputs.tolerance_class[:1].isupper()
        span = (hole_limits_um if hole else shaft_limits_um)(
            inputs.nominal_mm, inputs.tolerance_class
        )
        source = "iso_286"
    low, high = inputs.nominal_mm + span.low / 1000, inputs.nominal_mm + span.high / 1000
    lines = (
        Line(
            "lower",
            "lower deviation",
            inputs.tolerance_class,
            f"{inputs.nominal_mm:g}",
            span.low,
            "µm",
            source,
        ),
        Line(
            "upper",
            "upper deviation",
            inputs.tolerance_class,
            f"{inputs.nominal_mm:g}",
            span.high,
            "µm",
            source,
        ),
    )
    limits = Result(
        "limits",
        f"Limits of {inputs.nominal_mm:g} {inputs.tolerance_class}",
        low * 1000,
        "µm",
        value_to=high * 1000,
        working=lines,
    )
    return Answer("fit-limits", (limits,))


def _seat(_: Reference, inputs: SeatInputs) -> Answer:
    spec: SeatSpec = (
        cylindrical_seat(inputs.nominal_mm, inputs.shaft_class)
        if inputs.shaft_class
        else sleeve_seat(inputs.nominal_mm)
    )
    form = form_of(
        {(s, d): mm for s, row in enumerate(inputs.readings_mm, 1) for d, mm in enumerate(row, 1)}
    )
    assert form is not None  # one row at least, checked above
    result = seat_result(spec, form, inputs.shaft_c)
    return Answer("seat", (result,), verdict=result.verdict)


def _fit(_: Reference, inputs: FitInputs) -> Answer:
    result = real_fit(inputs.seat_mm, inputs.bore_mm, inputs.shaft_c, inputs.ring_c)
    return Answer("real-fit", (result,), verdict=result.verdict)


def _growth(_: Reference, inputs: GrowthInputs) -> Answer:
    cases = [Case("running", inputs.running_shaft_c, inputs.running_base_c)]
    if inputs.cold_c is not None:
        cases.append(Case("cold standstill", inputs.cold_c, inputs.cold_c))
    growth = growth_range(
        inputs.span_mm, inputs.shaft_material, inputs.base_material, inputs.mount_c, cases
    )
    reach = Span(growth.value or 0.0, growth.value_to or 0.0)
    results = [growth]
    if inputs.room_mm is not None:
        results.append(place_float(inputs.room_mm, reach))
    if inputs.gap_mm is not None:
        results.append(gap_left(inputs.gap_mm, reach, towards=True))
    return Answer("growth", tuple(results), verdict=results[-1].verdict)


def _rings(_: Reference, inputs: RingsInputs) -> Answer:
    result = ring_rest(
        inputs.seat_mm, inputs.width_mm, inputs.near_mm, inputs.far_mm, inputs.floats
    )
    return Answer("locating-rings", (result,), verdict=result.verdict)


def _start(_: Reference, inputs: StartInputs) -> Answer:
    ordered(inputs.drive_up_min_mm, inputs.drive_up_max_mm, "drive_up_max_mm")
    return Answer(
        "start-position",
        (
            start_position(
                inputs.sleeve_to_ring_mm,
                Span(inputs.drive_up_min_mm, inputs.drive_up_max_mm),
                inputs.width_mm,
            ),
        ),
    )


def _feet(_: Reference, inputs: FeetInputs) -> Answer:
    result = soft_foot([Foot(f"foot {i}", gap) for i, gap in enumerate(inputs.gaps_mm, 1)])
    return Answer("soft-foot", (result,), verdict=result.verdict)


def _alignment(_: Reference, inputs: AlignmentInputs) -> Answer:
    results = [alignment(inputs.offset_mm, inputs.over_mm, inputs.kind, inputs.labyrinth)]
    if inputs.hole_mm is not None and inputs.bolt_mm is not None:
        results.append(bolt_room(inputs.hole_mm, inputs.bolt_mm, inputs.wanted_mm))
    return Answer("alignment", tuple(results), verdict=results[0].verdict)


CALCULATORS = (
    Calculator(
        "fit-limits",
        "Limits of a shaft, hole or ring",
        LimitsInputs,
        _limits,
        dict.fromkeys(("shaft", "hole", "bearing_class", "grade"), "tolerance_class"),
    ),
    Calculator(
        "seat", "A seat from its micrometer readings", SeatInputs, _seat, {"shaft": "shaft_class"}
    ),
    Calculator(
        "real-fit",
        "The fit of this ring on this seat",
        FitInputs,
        _fit,
        {"shaft_temperature": "shaft_c", "ring_temperature": "ring_c"},
    ),
    Calculator("growth", "Growth of a shaft, float and gaps", GrowthInputs, _growth),
    Calculator("locating-rings", "What locating rings leave", RingsInputs, _rings),
    Calculator("start-position", "Where the bearing starts on its sleeve", StartInputs, _start),
    Calculator("soft-foot", "Shims under the feet", FeetInputs, _feet, {"feet": "gaps_mm"}),
    Calculator("alignment", "Shaft and housing in line", AlignmentInputs, _alignment),
)
