"""Make a plan from what a person gave: compute every target, say what looks odd."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import Family
from tribodex.core.mounting.elastic import pressure_result
from tribodex.core.mounting.force import ToolChoice, choose_tool
from tribodex.core.mounting.reduction import HALF, HALF_REASON, ReductionCard
from tribodex.core.sources import PRACTICE
from tribodex.core.topics.tapered.plan import Plan
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.draft.parts import read_draft
from tribodex.usecases.planning.aims import gauged_aims
from tribodex.usecases.planning.findings import findings_of
from tribodex.usecases.planning.sleeves import sleeve_length
from tribodex.usecases.planning.turned import turned_aims

__all__ = ["covering_cards", "make_plan", "tool_of"]


def make_plan(
    reference: Reference, feelers: Sequence[FeelerSet], draft: PlanDraft, *, gauges: bool = True
) -> Plan:
    """Resolve a draft into a plan. Without `gauges` no feeler set is asked for (a calculation
    without a job).

    Raises InvalidInput with every field to correct.
    """
    parts = read_draft(reference, feelers, draft, gauges=gauges)
    bearing, nut = parts.bearing, parts.nut
    clearance = reference.clearances(bearing.kind)
    row = clearance.row(bearing.bore_mm)
    aims = gauged_aims(reference, parts) if parts.method.gauged else turned_aims(reference, parts)
    sleeve_mm = sleeve_length(reference, parts)
    nuts = reference.nuts if parts.family is Family.METRIC else reference.inch_nuts
    used = [
        clearance.source,
        nuts.source,
        reference.sleeves.source,
        reference.inch_shafts.source,
        reference.dimensions.source,
        *([parts.card.source] if parts.card else []),
    ]
    return Plan(
        bearing=bearing,
        shaft=parts.shaft,
        shaft_text=parts.shaft_text,
        seat=parts.seat,
        housed_unit=parts.housed_unit,
        sleeve_length_mm=sleeve_mm,
        nut=nut,
        method=parts.method,
        washer=parts.washer,
        card=parts.card.card if parts.card else HALF if parts.half else "",
        card_title=parts.card.title if parts.card else "“half of it” rule" if parts.half else "",
        card_reason=parts.card.reason if parts.card else HALF_REASON if parts.half else "",
        card_source_id=parts.card.source.id if parts.card else PRACTICE.id,
        target=aims.target,
        drive_up_mm=aims.drive_mm,
        turn_range_deg=aims.turn_deg,
        range_source=aims.turn_source,
        hydraulic=aims.hydraulic,
        feeler=parts.feeler if parts.method.gauged else None,
        where=parts.where,
        places=parts.places,
        groups_um=row.groups_um,
        figures=aims.figures,
        findings=findings_of(reference, parts, aims),
        table_versions={source.id: source.version for source in used},
        risk=parts.risk,
        oil=parts.oil,
        sealed=parts.sealed,
        given=asdict(draft),
        sources=tuple(used),
        unmounted_um=aims.unmounted_um,
        sheet_zero=parts.sheet_zero,
    )


def tool_of(plan: Plan) -> ToolChoice | None:
    """The tool to drive with; None where nothing is driven up by a reduction."""
    reduction = plan.reduction_um
    if reduction is None:
        return None
    pressure = pressure_result(plan.bearing, plan.shaft, reduction.low, reduction.high)
    return choose_tool(plan.bearing, plan.seat, plan.nut, pressure.value_to or 0.0)


def covering_cards(reference: Reference, plan: Plan) -> list[ReductionCard]:
    """Cards to set side by side: the built-in ones, and own ones that hold for this bearing on this
    shaft.
    """
    bearing, shaft_mm = plan.bearing, plan.shaft.diameter_mm
    here = (
        card.at(bearing.bore_mm, shaft_mm, bearing.designation) for card in reference.cards.values()
    )
    return [card for card in here if card is not None and (card.covers(bearing) or not card.name)]
