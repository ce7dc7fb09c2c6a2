"""Sleeve and shaft of a plan, from the tables."""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.components.shaft import Seat
from tribodex.core.fits.seat import SeatSpec, sleeve_seat
from tribodex.core.mounting.shaft_fit import nominal_of, shaft_size
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.parts import Parts


def sleeve_length(reference: Reference, parts: Parts) -> float | None:
    """Length of the sleeve, for the drawing, where the table knows the sleeve of this series."""
    bearing = parts.bearing
    if parts.seat is Seat.ADAPTER_SLEEVE:
        sleeve = reference.sleeves.find(bearing.series, bearing.bore_mm)
        return sleeve.length_mm if sleeve else None
    if parts.seat is Seat.WITHDRAWAL_SLEEVE:
        withdrawal = reference.withdrawal.find(bearing.series, bearing.bore_mm)
        return withdrawal.length_mm if withdrawal else None
    return None


def shaft_figures(reference: Reference, parts: Parts) -> list[Result]:
    """The shaft's size against its sleeve; nothing where no sleeve is known or the seat is a
    cone."""
    bearing = parts.bearing
    if parts.seat is not Seat.ADAPTER_SLEEVE:
        return []
    one = reference.sleeves.find(bearing.series, bearing.bore_mm)
    sleeves = (one,) if one is not None else reference.sleeves.for_bore(bearing.bore_mm)
    nominal = next(
        (found for sleeve in sleeves if (found := nominal_of(sleeve, parts.shaft.diameter_mm))),
        None,
    )
    if nominal is None or nominal[1] > 500:
        return []
    return [shaft_size(nominal, parts.shaft.diameter_mm, reference.inch_shafts, parts.housed_unit)]


def seat_spec(reference: Reference, plan: Plan) -> SeatSpec | None:
    """What the seat under a sleeve should measure; None for a seat that no micrometer judges (a
    cone).
    """
    if plan.seat is Seat.TAPERED_SHAFT:
        return None
    nominal = plan.shaft.diameter_mm
    # One set of limits for one shaft: at the plan and under the micrometer the same.
    housed = reference.inch_shafts.find("housed_unit", nominal / 25.4) if plan.housed_unit else None
    if (
        plan.shaft_text.strip().endswith("in")
        and (band := housed or reference.inch_shafts.find("adapter", nominal / 25.4)) is not None
    ):
        limits = Span(band.lower_in * 25400, band.upper_in * 25400)
        return sleeve_seat(
            nominal, limits, f"inch shaft, {band.upper_in:+.3f}/{band.lower_in:+.3f} in"
        )
    return sleeve_seat(nominal)
