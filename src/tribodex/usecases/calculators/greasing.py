"""Calculators of grease: fill, strokes, how often, whether its oil is thick enough, what mixes."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tribodex.core.components.bearing import check_outside
from tribodex.core.errors import InvalidInput
from tribodex.core.grease.amounts import (
    Pace,
    Path,
    bearing_fill,
    free_volume,
    housing_fill,
    regrease_amount,
)
from tribodex.core.grease.housing import judge_mass, judge_space, oil_level
from tribodex.core.grease.interval import Design, Running, both_said, interval, interval_by_halving
from tribodex.core.grease.lubricator import lubricator_days
from tribodex.core.grease.strokes import (
    CARTRIDGE_G,
    GreaseGun,
    cartridges,
    insert_strokes,
    over_corners,
    strokes_for,
)
from tribodex.core.grease.viscosity import (
    USUAL_VI,
    kappa,
    nu_100_of,
    viscosity_at,
    viscosity_needed,
)
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs, Mm

Grams = Annotated[float, Field(ge=0, le=100_000)]
Stroke = Annotated[float, Field(gt=0, le=20)]
Rpm = Annotated[float, Field(gt=0, le=100_000)]
Celsius = Annotated[float, Field(ge=-20, le=150)]


class FillInputs(Inputs):
    """Grease into bearing and housing: two amounts."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    mass_kg: Annotated[float, Field(gt=0, le=5000)]
    cavity_cm3: Annotated[float, Field(gt=0, le=1_000_000)]
    pace: Pace


class StrokesInputs(Inputs):
    """Strokes of this gun for an amount, over the corners of a housing."""

    grease_g: Grams
    stroke_g: Stroke
    corners: Annotated[int, Field(ge=1, le=8)] = 4
    cartridge_g: Annotated[float, Field(gt=0, le=5000)] = CARTRIDGE_G


class InsertStrokesInputs(Inputs):
    """Strokes that a sealed insert may have."""

    stroke_g: Stroke
    maker_strokes: Annotated[int, Field(ge=0, le=50)] | None = None
    maker_g: Grams | None = None


class RegreaseInputs(Inputs):
    """How much and how often, by two methods."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    path: Path
    speed_rpm: Rpm
    bearing_c: Celsius
    dirt: Literal["clean", "some dust", "dirty", "very dirty"]
    wet: Literal["dry", "damp", "splashed", "wet"]
    shakes: Literal["quiet", "some", "heavy"]
    stands: Literal["horizontal", "45°", "vertical"]
    design: Design


class OilInputs(Inputs):
    """Whether the base oil is thick enough where it runs: by its values, or by its grade."""

    bore_mm: Mm
    outside_mm: Mm
    speed_rpm: Rpm
    bearing_c: Celsius
    grade_vg: str = ""
    nu40: Annotated[float, Field(ge=2, le=5000)] | None = None
    nu100: Annotated[float, Field(ge=2, le=500)] | None = None
    vi: Annotated[float, Field(ge=0, le=100)] | None = None


class MixInputs(Inputs):
    """Whether fresh grease may go onto what is in there."""

    thickener_old: str
    thickener_new: str


class LubricatorInputs(Inputs):
    """Days that an automatic lubricator is set to."""

    cartridge_g: Annotated[float, Field(gt=0, le=5000)]
    each_g: Annotated[float, Field(gt=0, le=100_000)]
    interval_h: Annotated[float, Field(gt=0, le=200_000)]
    hours_per_day: Annotated[float, Field(gt=0, le=24)]


class OilLevelInputs(Inputs):
    """How high the oil stands."""

    bore_mm: Mm
    outside_mm: Mm


def _fill(_: Reference, inputs: FillInputs) -> Answer:
    check_outside(inputs.bore_mm, inputs.outside_mm)
    free = free_volume(inputs.bore_mm, inputs.outside_mm, inputs.width_mm, inputs.mass_kg)
    bearing, housing = (
        bearing_fill(free.value or 0.0, inputs.pace),
        housing_fill(inputs.cavity_cm3, inputs.pace),
    )
    size = (inputs.bore_mm, inputs.outside_mm, inputs.width_mm)
    bad = judge_space(inputs.cavity_cm3, *size[1:]) or judge_mass(inputs.mass_kg, *size)
    return Answer("grease-fill", (housing, bearing, free), verdict=bad or housing.verdict)


def _strokes(_: Reference, inputs: StrokesInputs) -> Answer:
    found = strokes_for(inputs.grease_g, GreaseGun("", inputs.stroke_g))
    corners = over_corners(int(found.value or 0), inputs.corners)
    bring = cartridges(inputs.grease_g, inputs.cartridge_g)
    note = f"Over {inputs.corners} corners: {' + '.join(str(count) for count in corners)}."
    shown = Result(
        id=found.id,
        label=found.label,
        value=found.value,
        unit=found.unit,
        value_to=found.value_to,
        uncertainty=found.uncertainty,
        verdict=None,
        working=found.working,
        note=note,
    )
    return Answer(
        "strokes",
        (
            shown,
            Result(
                "cartridges", "Cartridges to bring", bring, "", note=f"Of {inputs.cartridge_g:g} g."
            ),
        ),
    )


def _insert(_: Reference, inputs: InsertStrokesInputs) -> Answer:
    found = insert_strokes(GreaseGun("", inputs.stroke_g), inputs.maker_strokes, inputs.maker_g)
    return Answer("insert-strokes", (found,), verdict=found.verdict)


def _regrease(_: Reference, inputs: RegreaseInputs) -> Answer:
    check_outside(inputs.bore_mm, inputs.outside_mm)
    running = Running(
        inputs.speed_rpm,
        inputs.bearing_c,
        inputs.dirt,
        inputs.wet,
        inputs.shakes,
        inputs.stands,
        inputs.design,
    )
    first, second = interval(inputs.bore_mm, running), interval_by_halving(inputs.bore_mm, running)
    return Answer(
        "regrease",
        (first, second, regrease_amount(inputs.outside_mm, inputs.width_mm, inputs.path)),
        verdict=both_said(first, second),
    )


def _oil(reference: Reference, inputs: OilInputs) -> Answer:
    check_outside(inputs.bore_mm, inputs.outside_mm)
    findings = []
    grade = (
        inputs.grade_vg.strip()
        .upper()
        .removeprefix("ISO")
        .removeprefix(" ")
        .removeprefix("VG")
        .strip()
    )
    if grade and any(given is not None for given in (inputs.nu40, inputs.nu100, inputs.vi)):
        raise InvalidInput.at(
            "grade_vg",
            "A grade and a viscosity of its own: which of them is the oil's?",
            "the grade alone, or the viscosities alone",
        )
    if inputs.nu100 is not None and inputs.vi is not None:
        raise InvalidInput.at(
            "vi",
            "With both viscosities the index follows: it is not given besides.",
            "both viscosities, or one and the index",
        )
    if grade:
        if grade not in reference.oil_grades.rows:
            raise InvalidInput.at(
                "grade_vg",
                f"“{inputs.grade_vg}” is no oil grade.",
                ", ".join(reference.oil_grades.rows),
            )
        nu40, nu100 = reference.oil_grades.rows[grade]
        findings.append(
            f"ISO VG {grade}: {nu40:g} mm²/s at 40 °C, {nu100:g} at 100 °C for a viscosity index of"
            " about 95. The base oil of the grease?"
        )
    elif inputs.nu40 is None:
        raise InvalidInput.at(
            "nu40",
            "The base oil's viscosity at 40 °C is needed, or its grade.",
            "mm²/s, from the data sheet of the grease",
        )
    else:
        nu40 = inputs.nu40
        nu100 = (
            inputs.nu100
            if inputs.nu100 is not None
            else nu_100_of(nu40, inputs.vi if inputs.vi is not None else USUAL_VI)
        )
        if inputs.nu100 is None and inputs.vi is None:
            findings.append(f"Viscosity index not given: {USUAL_VI:g} is taken.")
    there, needed = (
        viscosity_at(inputs.bearing_c, nu40, nu100),
        viscosity_needed(inputs.speed_rpm, inputs.bore_mm, inputs.outside_mm),
    )
    ratio = kappa(there, needed)
    return Answer(
        "oil-viscosity", (ratio, there, needed), verdict=ratio.verdict, findings=tuple(findings)
    )


def _mix(reference: Reference, inputs: MixInputs) -> Answer:
    verdict = reference.thickeners.mix(
        inputs.thickener_old.strip().lower(), inputs.thickener_new.strip().lower()
    )
    return Answer("grease-mix", (), verdict=verdict)


def _lubricator(_: Reference, inputs: LubricatorInputs) -> Answer:
    found = lubricator_days(
        inputs.cartridge_g, inputs.each_g, inputs.interval_h, inputs.hours_per_day
    )
    return Answer("lubricator", (found,), verdict=found.verdict)


def _oil_level(_: Reference, inputs: OilLevelInputs) -> Answer:
    check_outside(inputs.bore_mm, inputs.outside_mm)
    return Answer("oil-level", (oil_level(inputs.bore_mm, inputs.outside_mm),))


CALCULATORS = (
    Calculator("grease-fill", "Grease into bearing and housing", FillInputs, _fill),
    Calculator("strokes", "Strokes of this gun, corner by corner", StrokesInputs, _strokes),
    Calculator(
        "insert-strokes", "Strokes that a sealed insert may have", InsertStrokesInputs, _insert
    ),
    Calculator("regrease", "How much fresh grease, how often", RegreaseInputs, _regrease),
    Calculator(
        "oil-viscosity",
        "Is its oil thick enough (κ)?",
        OilInputs,
        _oil,
        {"temperature": "bearing_c"},
    ),
    Calculator("grease-mix", "What mixes with what", MixInputs, _mix),
    Calculator("lubricator", "An automatic lubricator's setting", LubricatorInputs, _lubricator),
    Calculator("oil-level", "How high the oil stands", OilLevelInputs, _oil_level),
)
