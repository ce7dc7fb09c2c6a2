"""Calculators of seals: what a material stands, lead-in chamfer, play of a labyrinth, a large ring
warmed and pressed in.
"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tribodex.core.components.bands import Span
from tribodex.core.seals.large import ROOM_C, pressing_order, warm_up
from tribodex.core.seals.material import (
    chamfer_length,
    judge_material,
    labyrinth_back,
    labyrinth_play,
    lip_speed,
)
from tribodex.core.seals.v_ring import Held, judge_set, judge_v_speed, set_width, sheet_span
from tribodex.core.working import Level, Result, Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs, Mm

Celsius = Annotated[float, Field(ge=-60, le=400)]
_WEIGHT = (Level.STOP, Level.WATCH, Level.UNKNOWN, Level.GOOD)


class LipInputs(Inputs):
    """Speed at the lip, and whether a material stands it."""

    shaft_mm: Mm
    speed_rpm: Annotated[float, Field(ge=0, le=100_000)]
    material: str
    lip_c: Celsius | None = None
    fitting_c: Celsius | None = None


class LeadInputs(Inputs):
    """Length of a lead-in chamfer."""

    shaft_mm: Mm
    chamfer_mm: Mm
    lead_deg: Annotated[float, Field(ge=1, lt=90)]


class PlayInputs(Inputs):
    """Gaps beside a labyrinth's ring."""

    growth_mm: Annotated[float, Field(ge=0, le=100)]
    shrinks_mm: Annotated[float, Field(ge=0, le=100)] = 0.0


class VRingInputs(Inputs):
    """To which width a V-ring is pushed up, whether it was, and whether it stands the speed."""

    shaft_mm: Mm
    free_mm: Annotated[float, Field(ge=1, le=60)] | None = None
    set_mm: Annotated[float, Field(ge=1, le=60)] | None = None
    sheet_least_mm: Annotated[float, Field(ge=1, le=60)] | None = None
    sheet_most_mm: Annotated[float, Field(ge=1, le=60)] | None = None
    speed_rpm: Annotated[float, Field(ge=0, le=100_000)] | None = None
    held: Held | None = None


class WarmInputs(Inputs):
    """How long a boxed ring takes until it is warm."""

    box_mm: Annotated[float, Field(ge=10, le=2000)]
    store_c: Celsius
    room_c: Celsius = ROOM_C
    lid_open: bool = False


class PressInputs(Inputs):
    """In which order a large ring is pressed in."""

    shaft_mm: Annotated[float, Field(ge=10, le=6000)]


def heaviest(verdicts: list[Verdict]) -> Verdict:
    """The verdict that weighs most; the first of those that weigh alike."""
    return min(verdicts, key=lambda verdict: _WEIGHT.index(verdict.level))


def _lip(reference: Reference, inputs: LipInputs) -> Answer:
    speed = lip_speed(inputs.shaft_mm, inputs.speed_rpm)
    said = judge_material(
        reference.seal_materials.find(inputs.material),
        speed.value or 0.0,
        inputs.lip_c,
        inputs.fitting_c,
    )
    first = heaviest(said)
    return Answer(
        "lip-speed",
        (speed,),
        verdict=first,
        findings=tuple(f"{each.word}: {each.reason}" for each in said if each is not first),
    )


def _lead(_: Reference, inputs: LeadInputs) -> Answer:
    found = chamfer_length(inputs.shaft_mm, inputs.chamfer_mm, inputs.lead_deg)
    return Answer("lead-in", (found,), verdict=found.verdict)


def _play(_: Reference, inputs: PlayInputs) -> Answer:
    moves = Span(-inputs.shrinks_mm, inputs.growth_mm)
    return Answer("labyrinth-play", (labyrinth_play(moves), labyrinth_back(moves)))


def _v_ring(reference: Reference, inputs: VRingInputs) -> Answer:
    sheet = sheet_span(inputs.sheet_least_mm, inputs.sheet_most_mm)
    asked = set_width(reference.v_rings, inputs.shaft_mm, sheet, inputs.free_mm)
    figures, said = [asked], [asked.verdict] if asked.verdict is not None else []
    if inputs.set_mm is not None:
        said = [judge_set(asked, inputs.set_mm, inputs.free_mm, even=True)]
    if inputs.speed_rpm is not None:
        speed = lip_speed(inputs.shaft_mm, inputs.speed_rpm)
        figures.append(speed)
        said += judge_v_speed(speed.value or 0.0, inputs.held)
    first = heaviest(said) if said else None
    return Answer(
        "v-ring",
        tuple(figures),
        verdict=first,
        findings=tuple(f"{each.word}: {each.reason}" for each in said if each is not first),
    )


def _warm(_: Reference, inputs: WarmInputs) -> Answer:
    return Answer(
        "warm-up",
        (warm_up(inputs.box_mm, inputs.store_c, inputs.room_c, lid_open=inputs.lid_open),),
    )


def _press(_: Reference, inputs: PressInputs) -> Answer:
    order = pressing_order(inputs.shaft_mm)
    note = (
        f"At {', '.join(f'{hour:g}' for hour in order)} o'clock, in this order, the joint at 12;"
        " the loops between last, each by halves."
    )
    return Answer(
        "pressing-in",
        (Result("pressing_order", "Spots to press in first", len(order), "", note=note),),
    )


CALCULATORS = (
    Calculator("lip-speed", "What the lip's material stands", LipInputs, _lip),
    Calculator("lead-in", "Lead-in chamfer for a seal", LeadInputs, _lead, {"angle": "lead_deg"}),
    Calculator("labyrinth-play", "Gap beside a labyrinth's ring", PlayInputs, _play),
    Calculator(
        "v-ring",
        "Width a V-ring is pushed up to",
        VRingInputs,
        _v_ring,
        {"sheet_least": "sheet_least_mm", "sheet_most": "sheet_most_mm"},
    ),
    Calculator("warm-up", "A boxed ring from the cold store", WarmInputs, _warm),
    Calculator("pressing-in", "Order of pressing in a large ring", PressInputs, _press),
)
