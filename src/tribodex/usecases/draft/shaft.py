"""The shaft of a draft, how warm it is, and what a hydraulic nut can be expected to do on it."""

from __future__ import annotations

from tribodex.core.components.material import SHAFT_STEEL
from tribodex.core.components.shaft import Finish, Seat, Shaft
from tribodex.core.job import asked as ask
from tribodex.core.mounting.warm_shaft import Warmth, asks_warmth
from tribodex.core.quantities import (
    Length,
    LengthUnit,
    parse_length,
    read_length,
)
from tribodex.core.working import number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.bearing import Size
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.draft.kelvin import parse_kelvin


def shaft_of(
    errors: Collector, reference: Reference, draft: PlanDraft, size: Size | None, seat: Seat | None
) -> tuple[Shaft, Length] | None:
    if not draft.shaft.strip():
        errors.add(
            "shaft",
            "The shaft diameter is needed: sleeves for several shafts exist for one bearing.",
            "for example 80 mm or 3 3/16 in",
        )
        return None
    # A shaft is a little smaller than the bore; a bare number that makes sense only in inches is
    # asked back.
    most = size.bore_mm * 1100 if size is not None else 2e6
    least = size.bore_mm * 500 if size is not None else 5e3
    length = errors.take(lambda: read_length(draft.shaft, "shaft", LengthUnit.MM, (least, most)))
    bore = (
        errors.take(lambda: parse_length(draft.shaft_bore, "shaft_bore", zero=True))
        if draft.shaft_bore.strip()
        else None
    )
    material = (
        errors.take(lambda: reference.materials.get(draft.shaft_material.strip()))
        if draft.shaft_material.strip()
        else SHAFT_STEEL
    )
    finish = errors.choice(Finish, draft.shaft_finish, "shaft_finish", Finish.GROUND)
    if length is None or material is None or finish is None:
        return None
    if size is not None:
        room = size.bore_mm if seat is Seat.TAPERED_SHAFT else size.bore_mm - 0.01
        if length.mm > room and seat is not Seat.TAPERED_SHAFT:
            errors.add(
                "shaft",
                f"A shaft of {number(length.mm)} mm does not leave room for a sleeve in a"
                f" {size.bore_mm:g} mm bore.",
                f"below {size.bore_mm:g} mm",
            )
            return None
    shaft = errors.take(lambda: Shaft(length.mm, bore.mm if bore else 0.0, material, finish))
    return (shaft, length) if shaft is not None else None


def warmth_of(errors: Collector, draft: PlanDraft, shaft: Shaft | None) -> Warmth:
    """How warm it runs: asked where the shaft expands more than its ring, for then even warming
    takes play.
    """
    found = {
        name: errors.take(lambda name=name: parse_kelvin(getattr(draft, name), name))  # type: ignore[misc]
        for name in ("ring_rise", "shaft_over_ring")
        if getattr(draft, name).strip()
    }
    if shaft is not None and asks_warmth(shaft) and not draft.ring_rise.strip():
        errors.add(
            "ring_rise",
            f"{shaft.material.name.capitalize()} expands more than the ring: warm all through, it"
            " takes clearance.",
            "how much warmer than at mounting it runs, for example 60 K",
        )
    return Warmth(found.get("ring_rise"), found.get("shaft_over_ring") or 0.0)


def expect_hydraulic(errors: Collector, draft: PlanDraft, bore_mm: float | None) -> None:
    """Piston areas go with the square of the bore; pressures at the start are alike for all (common
    practice, no source).
    """
    if bore_mm is not None:
        square = bore_mm**2
        errors.expect(
            "piston_area",
            draft.piston_area,
            ask.Family.AREA,
            ask.Likely(0.15 * square, 6 * square, f"the bore is {bore_mm:g} mm"),
        )
    errors.expect(
        "rated_pressure",
        draft.rated_pressure,
        ask.Family.PRESSURE,
        ask.Likely(20, 200, "nuts and pumps are made for 50 to 150 MPa"),
    )
    errors.expect(
        "start_pressure",
        draft.start_pressure,
        ask.Family.PRESSURE,
        ask.Likely(0.3, 15.0, "bearings start at 0.5 to 10 MPa"),
    )
