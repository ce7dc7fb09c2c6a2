"""What can be said of a plan before everything is given: every figure as soon as its own inputs are
there.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from tribodex.core.components.lock_nut import Family
from tribodex.core.components.section import BearingSection, section_of
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.drive_up import computed_drive_up, nut_angle, rim_length
from tribodex.core.mounting.elastic import hoop_result, pressure_result
from tribodex.core.mounting.reduction import Card, card_drive_up, reduction_range, residual_limit
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.draft.parts import Readable, read_draft, readable


@dataclass(frozen=True)
class Early:
    """Figures and drawing of what is known so far, and what is still to give or to correct."""

    label: str
    figures: tuple[Result, ...]
    section: BearingSection | None
    missing: tuple[Field, ...]


def early(reference: Reference, draft: PlanDraft) -> Early:
    """Everything that follows from what was given so far. Never raises for what is missing: that is
    its answer.
    """
    missing: tuple[Field, ...] = ()
    try:
        read_draft(reference, [], draft, gauges=False)
    except InvalidInput as error:
        missing = error.fields
    known = readable(reference, draft)
    if known is None:
        return Early("", (), None, missing)
    figures: list[Result] = []
    for make in (_limits, _reduction, _drive_up, _strength):
        try:
            figures.extend(make(reference, draft, known))
        except InvalidInput:
            continue
    # Half a sleeve is drawn where the shaft is not known yet: a usual one.
    shaft = known.shaft or Shaft(0.88 * known.bearing.bore_mm)
    sleeve = reference.sleeves.find(known.bearing.series, known.bearing.bore_mm)
    nut = reference.nuts.find(known.bearing.bore_mm, sleeve.nut_outside_mm if sleeve else None)
    section = section_of(
        known.bearing,
        shaft,
        Seat.ADAPTER_SLEEVE,
        sleeve.length_mm if sleeve else None,
        nut.outside_mm if nut else None,
        shaft_known=known.shaft is not None,
    )
    return Early(draft.designation.strip() or known.bearing.label, tuple(figures), section, missing)


Maker = Callable[[Reference, PlanDraft, Readable], list[Result]]


def _limits(reference: Reference, _: PlanDraft, known: Readable) -> list[Result]:
    if not known.group_known:
        return []
    return [group_limits(reference.clearances(known.bearing.kind), known.bearing)]


def _reduction(reference: Reference, draft: PlanDraft, known: Readable) -> list[Result]:
    card = reference.cards.get(draft.card.strip()) or reference.cards[Card.A]
    if not card.covers(known.bearing):
        return []
    found = [reduction_range(card, known.bearing)]
    return [*found, residual_limit(card, known.bearing)] if known.group_known else found


def _drive_up(reference: Reference, draft: PlanDraft, known: Readable) -> list[Result]:
    if not known.taper_known:
        return []
    card = reference.cards.get(draft.card.strip()) or reference.cards[Card.A]
    if not card.covers(known.bearing):
        return []
    by_card = card_drive_up(card, known.bearing)
    span = card.row(known.bearing.bore_mm).reduction_um
    shown = (
        by_card
        if by_card.value is not None
        else computed_drive_up(known.bearing, span.low, span.high, known.shaft)
    )
    sleeve = reference.sleeves.find(known.bearing.series, known.bearing.bore_mm)
    table = reference.inch_nuts if draft.nut_family.strip() == Family.INCH else reference.nuts
    nut = table.find(
        known.bearing.bore_mm,
        sleeve.nut_outside_mm if sleeve and draft.nut_family.strip() != Family.INCH else None,
    )
    if (
        nut is None
        or shown.value is None
        or shown.value_to is None
        or draft.seat.strip() not in ("", Seat.ADAPTER_SLEEVE)
    ):
        return [shown]
    angle = nut_angle(shown.value, shown.value_to, nut)
    return [shown, angle, rim_length(angle.value or 0.0, angle.value_to or 0.0, nut)]


def _strength(reference: Reference, draft: PlanDraft, known: Readable) -> list[Result]:
    card = reference.cards.get(draft.card.strip()) or reference.cards[Card.A]
    if not card.covers(known.bearing):
        return []
    span = card.row(known.bearing.bore_mm).reduction_um
    pressure = pressure_result(known.bearing, known.shaft, span.low, span.high)
    note = "" if known.shaft else "For a solid steel shaft, until the shaft is given."
    return [replace(pressure, note=note), hoop_result(known.bearing, pressure)]
