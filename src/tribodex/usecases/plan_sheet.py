"""The plan as a person sees it and takes it along: what to bring, what to beware of, and every way
side by side.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.components.section import BearingSection
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.compare import Comparison, compare
from tribodex.core.mounting.force import ToolChoice
from tribodex.core.mounting.methods import (
    METHOD_NOTES,
    WASHER_REASONS,
    Method,
    MethodNote,
    WasherMethod,
    default_reason,
    default_washer,
    methods_for,
)
from tribodex.core.mounting.reduction import (
    HALF,
    HALF_REASON,
    SHEET,
    Card,
    ReductionCard,
    card_drive_up,
    reduction_range,
    residual_limit,
)
from tribodex.core.procedure import Choice, Procedure, texts_for
from tribodex.core.procedure.put_right import shown
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.work import section_for
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.planning import covering_cards, tool_of


@dataclass(frozen=True)
class CardOption:
    """What one card would give, side by side with the others."""

    card: str
    title: str
    reason: str
    default: bool
    chosen: bool
    reduction: Result | None
    drive_up: Result | None
    residual: Result | None
    note: str


@dataclass(frozen=True)
class MethodOption:
    """A method that applies to this bearing, with why it is the default or when it is good."""

    note: MethodNote
    reason: str
    default: bool
    chosen: bool


@dataclass(frozen=True)
class PlanSheet:
    """The plan with what to take along and what to beware of."""

    plan: Plan
    label: str
    figures: tuple[Result, ...]
    methods: tuple[MethodOption, ...]
    washers: tuple[Choice, ...]
    cards: tuple[CardOption, ...]
    comparison: Comparison
    tool: ToolChoice | None
    section: BearingSection
    tools: tuple[str, ...]
    parts: tuple[str, ...]
    cautions: tuple[str, ...]
    gauging_places: tuple[Choice, ...]
    standing_above: str


def procedure_id(method: Method, *, whole: bool = False) -> str:
    """The procedure that leads a method: its mounting alone, or `whole` with the bearing's other
    stages around it.

    >>> procedure_id(Method.FEELER), procedure_id(Method.TURNS)
    ('tapered-gauged', 'tapered-turns')
    """
    found = {Method.TURNS: "tapered-turns", Method.BALL_ANGLE: "tapered-angle"}.get(
        method, "tapered-gauged"
    )
    return f"{found}-whole" if whole else found


def plan_sheet(reference: Reference, plan: Plan) -> PlanSheet:
    """What a person sees and takes along."""
    procedure: Procedure = reference.procedure(procedure_id(plan.method))
    stages = (*reference.procedure("job-mounting").stages, *procedure.stages)
    cautions = tuple(
        dict.fromkeys(
            shown(text) for stage in stages for text in texts_for(stage.cautions, plan.conditions)
        )
    )
    options = (
        tuple(card_option(card, plan) for card in covering_cards(reference, plan))
        if plan.method.gauged
        else ()
    )
    return PlanSheet(
        plan=plan,
        label=plan.bearing.label,
        figures=plan.figures,
        methods=_methods(plan),
        washers=tuple(
            Choice(
                w.value,
                {"off": "Washer off while driving", "on": "Washer on from the start"}[w.value],
                WASHER_REASONS[w],
                w is default_washer(plan.method),
            )
            for w in WasherMethod
        ),
        cards=(*_typed_option(plan), *options, _half_option(plan)) if options else (),
        comparison=comparison_of(reference, plan, plan.limits_um.mid),
        tool=tool_of(plan),
        section=section_for(plan),
        tools=texts_for(procedure.tools, plan.conditions),
        parts=texts_for(procedure.parts, plan.conditions),
        cautions=cautions,
        gauging_places=procedure.gauging_places,
        standing_above=procedure.standing_above,
    )


def comparison_of(reference: Reference, plan: Plan, initial_um: float) -> Comparison:
    """Every way for this bearing, for one unmounted clearance (µm)."""
    asked = plan.turn_range_deg
    turns = (
        Span(asked.low / 360, asked.high / 360)
        if asked is not None and plan.method is Method.TURNS
        else None
    )
    cards = covering_cards(reference, plan) if plan.method.gauged else []
    return compare(plan.bearing, plan.shaft, plan.nut, cards, initial_um, turns=turns)


def _methods(plan: Plan) -> tuple[MethodOption, ...]:
    possible = methods_for(plan.bearing.kind, plan.housed_unit)
    return tuple(
        MethodOption(
            METHOD_NOTES[method],
            default_reason(method) if i == 0 else f"Good for {METHOD_NOTES[method].good_for}.",
            i == 0,
            method is plan.method,
        )
        for i, method in enumerate(possible)
    )


def _half_option(plan: Plan) -> CardOption:
    return CardOption(
        card=HALF,
        title="“Half of it” rule",
        reason=HALF_REASON,
        default=False,
        chosen=plan.card == HALF,
        reduction=None,
        drive_up=None,
        residual=None,
        note="",
    )


def _typed_option(plan: Plan) -> tuple[CardOption, ...]:
    """The line of a maker's sheet that leads this plan; nothing where a card does."""
    if plan.card != SHEET:
        return ()
    figures = {figure.id: figure for figure in plan.figures}
    return (
        CardOption(
            card=SHEET,
            title=plan.card_title,
            reason=plan.card_reason,
            default=False,
            chosen=True,
            reduction=figures.get("reduction_range"),
            drive_up=figures.get("card_drive_up"),
            residual=figures.get("residual_limit"),
            note="",
        ),
    )


def card_option(card: ReductionCard, plan: Plan) -> CardOption:
    """One card as a choice."""
    default, chosen = card.card == Card.A, plan.card == card.card
    try:
        found = (
            reduction_range(card, plan.bearing),
            card_drive_up(card, plan.bearing),
            residual_limit(card, plan.bearing),
        )
        return CardOption(card.card, card.heading, card.reason, default, chosen, *found, "")
    except InvalidInput as error:
        return CardOption(
            card=card.card,
            title=card.heading,
            reason=card.reason,
            default=default,
            chosen=chosen,
            reduction=None,
            drive_up=None,
            residual=None,
            note=error.detail,
        )
