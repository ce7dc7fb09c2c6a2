"""Calculators of closing and running in: gaps beside the outer ring, where a warming bearing will
level.
"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.gaps import ring_gaps
from tribodex.core.warmth.reading import ReadBy, Warmth
from tribodex.core.warmth.settling import SEALED, Limits, judge_run
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs

Gap = Annotated[float, Field(ge=0, le=1000)]
Celsius = Annotated[float, Field(ge=-40, le=400)]
Minute = Annotated[float, Field(ge=0, le=100_000)]


class GapsInputs(Inputs):
    """What was gauged left and right of the outer ring, base at torque, cap off."""

    toward_mm: Gap
    away_mm: Gap
    floats: Floats
    growth_mm: Gap | None = None
    shrinks_mm: Gap = 0.0
    plan_toward_mm: Gap | None = None


class SettlingInputs(Inputs):
    """Housing temperatures since the start. `strip_to_c`: the upper ends, where they were read from
    a strip.
    """

    around_c: Celsius
    minutes: list[Minute] = Field(min_length=1, max_length=200)
    housing_c: list[Celsius] = Field(min_length=1, max_length=200)
    strip_to_c: list[Celsius] = Field(default_factory=list, max_length=200)
    read_by: ReadBy
    sealed: bool = False


def _gaps(_: Reference, inputs: GapsInputs) -> Answer:
    growth = None if inputs.growth_mm is None else Span(-inputs.shrinks_mm, inputs.growth_mm)
    found = ring_gaps(
        inputs.toward_mm, inputs.away_mm, inputs.floats, growth, inputs.plan_toward_mm
    )
    return Answer("ring-gaps", (found,), verdict=found.verdict)


def _settling(_: Reference, inputs: SettlingInputs) -> Answer:
    upper = inputs.strip_to_c or inputs.housing_c
    for name, given in (("housing_c", inputs.housing_c), ("strip_to_c", upper)):
        if len(given) != len(inputs.minutes):
            raise InvalidInput.at(
                name,
                f"{len(given)} temperatures for {len(inputs.minutes)} times.",
                "as many as there are minutes",
            )
    if len(set(inputs.minutes)) != len(inputs.minutes):
        raise InvalidInput.at(
            "minutes", "Two readings stand at the same minute.", "one reading a minute"
        )
    if any(low > high for low, high in zip(inputs.housing_c, upper, strict=True)):
        raise InvalidInput.at(
            "strip_to_c",
            "The upper end of a field is below its lower one.",
            "for each reading its lower, then its upper end",
        )
    readings = [
        Warmth(minute, low, high, inputs.read_by.sure_k)
        for minute, low, high in zip(inputs.minutes, inputs.housing_c, upper, strict=True)
    ]
    found = judge_run(readings, inputs.around_c, SEALED if inputs.sealed else Limits())
    return Answer("settling", (found,), verdict=found.verdict)


CALCULATORS = (
    Calculator("ring-gaps", "Room beside the outer ring", GapsInputs, _gaps),
    Calculator("settling", "Where a warming bearing will level", SettlingInputs, _settling),
)
