"""Calculators that read: what the numbers on block, sleeve and ring may mean."""

from __future__ import annotations

from pydantic import Field

from tribodex.core.errors import InvalidInput
from tribodex.core.job.proofs import worst
from tribodex.core.mounting.part_numbers import (
    MEMORY,
    Candidate,
    NumbersSaid,
    PartBooks,
    decode,
    read_bearing,
    read_block,
    read_sleeve,
)
from tribodex.core.working import Level, Line, Result, Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs, Mm


class PartNumbersInputs(Inputs):
    """Numbers read on block, sleeve and ring, and the shaft as measured: whatever is legible."""

    block: str = Field(
        default="", description="SN 5xx, SN 6xx (adapter sleeve), SN 2xx, SN 3xx (cylindrical bore)"
    )
    sleeve: str = Field(default="", description="H 318, AH 24124")
    designation: str = ""
    shaft_mm: Mm | None = None


def _part_numbers(ref: Reference, i: PartNumbersInputs) -> Answer:
    if not (i.block.strip() or i.sleeve.strip() or i.designation.strip()):
        raise InvalidInput.at("block", "Nothing was read.", "the number on block, sleeve or ring")
    said = NumbersSaid(
        block=read_block(i.block) if i.block.strip() else None,
        sleeve=read_sleeve(i.sleeve) if i.sleeve.strip() else None,
        bearing=read_bearing(i.designation, "designation") if i.designation.strip() else None,
        shaft_mm=i.shaft_mm,
    )
    decoded = decode(said, PartBooks(ref.dimensions, ref.sleeves, ref.withdrawal))
    results = tuple(
        _figure(one, n)
        for n, one in enumerate(decoded.candidates)
        if one.what in ("bearing bore", "shaft")
    )
    fine = Verdict(
        "nothing contradicts",
        Level.WATCH,
        "Candidates from memory until the number on the part or a measured diameter confirms them.",
    )
    slips = [f"{slip.word.capitalize()}: {slip.reason}" for slip in decoded.slips]
    found = [
        f"{candidate.what.capitalize()}: {candidate.value}; {candidate.why}. {_sure(candidate)}"
        for candidate in decoded.candidates
    ]
    return Answer(
        "part-numbers", results, verdict=worst(decoded.slips) or fine, findings=(*slips, *found)
    )


def _sure(candidate: Candidate) -> str:
    return (
        f"Confirmed: {candidate.confirmed}."
        if candidate.confirmed
        else f"{MEMORY.capitalize()}, not confirmed."
    )


def _figure(candidate: Candidate, n: int) -> Result:
    value = float(candidate.value.split()[0])
    name = "bore" if candidate.what == "bearing bore" else f"shaft_{n}"
    line = Line("d", candidate.what, candidate.why, candidate.value, value, "mm", "practice")
    return Result(
        name,
        f"{candidate.what.capitalize()}, {candidate.why}",
        value,
        "mm",
        working=(line,),
        note=_sure(candidate),
    )


CALCULATORS = (
    Calculator(
        "part-numbers",
        "What the numbers on block, sleeve and ring mean",
        PartNumbersInputs,
        _part_numbers,
    ),
)
