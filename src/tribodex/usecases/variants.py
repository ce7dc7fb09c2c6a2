"""The calculator: the same computing without a job. Two or three variants side by side, each with
its own errors.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from tribodex.core.components.bands import Span
from tribodex.core.components.section import BearingSection
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.mounting.compare import Comparison
from tribodex.core.mounting.drive_up import reduction_per_degree_um
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.force import ToolChoice
from tribodex.core.mounting.running import play_gone_at, running_clearance
from tribodex.core.mounting.window import Window
from tribodex.core.mounting.window_working import half_rule, window_result
from tribodex.core.quantities import parse_length, um_text
from tribodex.core.sources import LAME, PRACTICE, SCREW
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.work import section_for
from tribodex.core.working import Level, Line, Result, Verdict, number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED, PlanDraft
from tribodex.usecases.draft.kelvin import parse_kelvin
from tribodex.usecases.plan_sheet import comparison_of
from tribodex.usecases.planning import make_plan, tool_of

MOST_VARIANTS = 3
# Inner ring over outer; commonly 5 to 10 (common practice, no source), K.
RINGS_K = Span(0.0, 200.0)


@AS_TYPED
@dataclass(frozen=True)
class VariantDraft:
    """One variant as typed: a plan, a measured clearance if there is one, how much warmer the inner
    ring runs.
    """

    plan: PlanDraft = field(default_factory=PlanDraft)
    initial: str = ""
    inner_over_outer: str = ""
    squeeze: str = ""


@dataclass(frozen=True)
class VariantSheet:
    """One variant as computed. `assumed` says what was taken because it was not given."""

    label: str
    figures: tuple[Result, ...]
    window: Window | None
    section: BearingSection
    comparison: Comparison
    tool: ToolChoice | None
    findings: tuple[str, ...]
    assumed: tuple[str, ...]
    group_um: Span
    initial_um: float


@dataclass(frozen=True)
class OneVariant:
    """A variant: its sheet, or what needs correcting in it."""

    sheet: VariantSheet | None
    problem: str
    fields: tuple[Field, ...]


@dataclass(frozen=True)
class Variants:
    """Every variant, in the order given; `differs` names the figures in which they part."""

    variants: tuple[OneVariant, ...]
    differs: tuple[str, ...]


def side_by_side(reference: Reference, drafts: Sequence[VariantDraft]) -> Variants:
    """Work out every variant. One that cannot be worked out keeps the others.

    Raises InvalidInput for none or more than three.
    """
    if not 1 <= len(drafts) <= MOST_VARIANTS:
        raise InvalidInput.at(
            "variants",
            f"{len(drafts)} variants cannot be shown side by side.",
            f"1 to {MOST_VARIANTS}",
        )
    variants = tuple(_variant(reference, draft) for draft in drafts)
    return Variants(variants, _differs([v.sheet for v in variants if v.sheet is not None]))


def _variant(reference: Reference, draft: VariantDraft) -> OneVariant:
    try:
        return OneVariant(_sheet(reference, draft), "", ())
    except InvalidInput as error:
        return OneVariant(None, error.detail, error.fields)


def _sheet(reference: Reference, draft: VariantDraft) -> VariantSheet:
    errors = Collector()
    plan = errors.take(lambda: make_plan(reference, (), draft.plan, gauges=False))
    initial = (
        errors.take(lambda: parse_length(draft.initial, "initial").um)
        if draft.initial.strip()
        else None
    )
    warmer = (
        errors.take(lambda: parse_kelvin(draft.inner_over_outer, "inner_over_outer", RINGS_K))
        if draft.inner_over_outer.strip()
        else None
    )
    squeeze = (
        errors.take(lambda: parse_length(draft.squeeze, "squeeze", zero=True).um)
        if draft.squeeze.strip()
        else 0.0
    )
    errors.check()
    if plan is None:
        raise InvalidInput("The variant is not complete.")
    limits = plan.limits_um
    c0 = initial if initial is not None else limits.mid
    assumed = (
        []
        if initial is not None
        else [
            f"Unmounted clearance not given: the middle of {plan.bearing.group}, {um_text(c0)}, is"
            " taken."
        ]
    )
    if initial is not None and not 0.3 * limits.low <= initial <= 3 * limits.high:
        span = f"{um_text(limits.low)} to {um_text(limits.high)} in its group"
        raise InvalidInput.at("initial", f"{um_text(initial)} is no clearance of this bore.", span)
    window = plan.window(c0)
    figures: list[Result] = []
    if window is not None:
        figures.append(window_result(window, plan.card_source_id))
    figures += [f for f in plan.figures if f.id not in ("expected_window", "half_rule")]
    if window is not None and not window.empty:
        figures += _at_the_aim(plan, window, warmer, squeeze or 0.0)
        if plan.target is not None and plan.target.share is None:
            figures.append(half_rule(c0, plan.target.reduction_um))
    return VariantSheet(
        label=plan.bearing.label,
        figures=tuple(figures),
        window=window,
        section=section_for(plan),
        comparison=comparison_of(reference, plan, c0),
        tool=tool_of(plan),
        findings=plan.findings,
        assumed=tuple(assumed),
        group_um=limits,
        initial_um=c0,
    )


def _at_the_aim(
    plan: Plan, window: Window, warmer_k: float | None, squeeze_um: float
) -> list[Result]:
    """What follows when the residual ends in the middle of its window: play when warm, and what one
    tab step takes out.
    """
    results = []
    taken_um = plan.warm_shaft_um
    if warmer_k is not None:
        results.append(
            running_clearance(plan.bearing, window.mid_um, warmer_k, squeeze_um, taken_um)
        )
    results.append(play_gone_at(plan.bearing, window.mid_um, squeeze_um, taken_um))
    nut = plan.nut
    if nut is None or nut.tab_step_deg is None:
        return results
    k = effective_ratio(plan.bearing, plan.shaft)
    per_degree = reduction_per_degree_um(k, plan.bearing.taper.slope, nut.pitch_mm)
    step = nut.tab_step_deg
    taken = step * per_degree
    by_hand = f"{number(k)}·{plan.bearing.taper}·{number(nut.pitch_mm)}/360"
    fit = (window.high_um - window.low_um) / taken
    if fit < 1:
        verdict = Verdict(
            "may miss the window",
            Level.WATCH,
            "A step takes out more than the window is wide: the lock may not meet inside it.",
        )
    else:
        verdict = Verdict(
            "meets the window", Level.GOOD, f"About {fit:.0f} positions lie inside the window."
        )
    results.append(
        Result(
            "lock_step",
            f"Taken out by one step of nut and {nut.lock.words}",
            taken,
            "µm",
            verdict=verdict,
            working=(
                Line(
                    "Δα",
                    "turn between tab positions",
                    "360°/lcm(n, m)",
                    f"n = {nut.slots}, m = {nut.tabs}",
                    step,
                    "°",
                    SCREW.id,
                ),
                Line(
                    "κ",
                    "reduction for a degree",
                    "κ = k·t·P/360",
                    by_hand,
                    per_degree,
                    "µm/°",
                    LAME.id,
                ),
                Line(
                    "Δr",
                    "reduction for a step",
                    "κ·Δα",
                    f"{number(per_degree)}·{number(step)}",
                    taken,
                    "µm",
                    PRACTICE.id,
                ),
            ),
        )
    )
    return results


def _differs(sheets: Sequence[VariantSheet]) -> tuple[str, ...]:
    """Figures that are not the same in every variant that could be worked out."""
    if len(sheets) < 2:
        return ()
    names = dict.fromkeys(figure.id for sheet in sheets for figure in sheet.figures)
    # What differs only in the last digits of a floating-point number does not differ.
    by_name = [
        {f.id: [f"{v:.5g}" for v in (f.value, f.value_to) if v is not None] for f in sheet.figures}
        for sheet in sheets
    ]
    return tuple(
        name
        for name in names
        if any(found.get(name) != by_name[0].get(name) for found in by_name[1:])
    )
