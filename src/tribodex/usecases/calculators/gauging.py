"""Calculators of clearance and gauging: group limits, windows, brackets, leaves, the final
judgement.
"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tribodex.core.adviser.leaf import Expected, choose_leaf
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Kind, read_designation
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.clearance import group_limits, judge_initial
from tribodex.core.mounting.gauging import Bracket, Cell, Row, mean_result, summarise
from tribodex.core.mounting.judgement import judge_final
from tribodex.core.mounting.reduction import Card, reduction_range, residual_limit
from tribodex.core.mounting.window import HALF_SHARE, Target, target_window
from tribodex.core.mounting.window_working import half_rule, reduction_result, window_result
from tribodex.core.quantities import LengthUnit, parse_length
from tribodex.core.sources import PRACTICE
from tribodex.core.working import Line, Result
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs, Mm, Um, of_bore, ordered


class GroupInputs(Inputs):
    """Limits of a clearance group; with a gauged clearance also the judgement."""

    bore_mm: Mm
    group: Group
    kind: Kind = Kind.SPHERICAL_ROLLER
    gauged_um: Um | None = None
    uncertainty_um: Um = 0.0


class WindowInputs(Inputs):
    """Target window from gauged clearance and a card."""

    bore_mm: Mm
    group: Group
    initial_um: Um
    card: Card = Card.A


class OwnWindowInputs(Inputs):
    """Target window from figures typed in (a maker's sheet, a shop's card)."""

    initial_um: Um
    reduction_min_um: Um
    reduction_max_um: Um
    least_residual_um: Um | None = None


class HalfInputs(Inputs):
    """Target window by the shop rule “about half of it”."""

    initial_um: Um


class BracketInputs(Inputs):
    """Mean of feeler brackets, as low-high pairs, row by row."""

    nut_side_um: list[tuple[Um, Um]]
    far_side_um: list[tuple[Um, Um]] = Field(default_factory=list)


class LeafInputs(Inputs):
    """Which leaf next."""

    leaves_mm: list[Annotated[float, Field(gt=0, le=5)]]
    expected_low_um: Um
    expected_high_um: Um
    passed_um: Um | None = None
    stopped_um: Um | None = None


class StackInputs(Inputs):
    """The stack with the fewest leaves for a thickness."""

    leaves_mm: list[Annotated[float, Field(gt=0, le=5)]]
    thickness: str


class FinalInputs(WindowInputs):
    """Final judgement of residual and reduction."""

    residual_um: Um
    uncertainty_um: Um


class LengthInputs(Inputs):
    """Read a length as people write it."""

    text: str
    default_unit: LengthUnit = LengthUnit.MM


class DesignationInputs(Inputs):
    """Read a designation."""

    designation: str


def _group(ref: Reference, i: GroupInputs) -> Answer:
    table = ref.clearances(i.kind)
    row = table.row(i.bore_mm)
    # Group limits depend on the bore alone; outside diameter and width do not enter.
    limits = group_limits(table, of_bore(i.bore_mm, i.group))
    verdict = (
        judge_initial(i.gauged_um, i.uncertainty_um, row.groups_um, i.group)
        if i.gauged_um is not None
        else None
    )
    return Answer("clearance-group", (limits,), verdict)


def _window(ref: Reference, i: WindowInputs) -> Answer:
    card, bearing = ref.cards[i.card], of_bore(i.bore_mm, i.group)
    reduction, residual = reduction_range(card, bearing), residual_limit(card, bearing)
    window = window_result(
        target_window(i.initial_um, card.row(i.bore_mm).reduction_um, residual.value),
        card.source.id,
    )
    return Answer(
        "window",
        (window, reduction, residual, half_rule(i.initial_um, card.row(i.bore_mm).reduction_um)),
        window.verdict,
    )


def _own_window(_: Reference, i: OwnWindowInputs) -> Answer:
    ordered(i.reduction_min_um, i.reduction_max_um, "reduction_max_um")
    span = Span(i.reduction_min_um, i.reduction_max_um)
    window = window_result(target_window(i.initial_um, span, i.least_residual_um), PRACTICE.id)
    return Answer("own-window", (window, half_rule(i.initial_um, span)), window.verdict)


def _half_window(_: Reference, i: HalfInputs) -> Answer:
    target = Target(
        Span(HALF_SHARE.low * i.initial_um, HALF_SHARE.high * i.initial_um), None, HALF_SHARE
    )
    window = window_result(target.window(i.initial_um), PRACTICE.id)
    return Answer("half-window", (window,), window.verdict)


def _gauging(_: Reference, i: BracketInputs) -> Answer:
    cells: list[Cell] = []
    for row, pairs, field in (
        (Row.NUT_SIDE, i.nut_side_um, "nut_side_um"),
        (Row.FAR_SIDE, i.far_side_um, "far_side_um"),
    ):
        for place, (low, high) in enumerate(pairs, 1):
            if low >= high:
                raise InvalidInput.at(
                    field,
                    f"Place {place}: {low:g} passed, yet {high:g} did not.",
                    "low-high pairs, low below high",
                )
            cells.append(Cell(place, row, Bracket(low, high)))
    summary = summarise(cells)
    if summary is None:
        raise InvalidInput.at(
            "nut_side_um", "No bracket is given.", "at least one low-high pair in µm"
        )
    return Answer("gauging", (mean_result(summary, "Gauged clearance"),), findings=summary.findings)


def _set_of(leaves_mm: list[float]) -> FeelerSet:
    return FeelerSet(
        "typed", "this set", LengthUnit.MM, tuple(sorted({leaf * 1000 for leaf in leaves_mm}))
    )


def _leaf(_: Reference, i: LeafInputs) -> Answer:
    expected = Expected.between(Span(i.expected_low_um, i.expected_high_um))
    choice = choose_leaf(Bracket(i.passed_um, i.stopped_um), expected, _set_of(i.leaves_mm))
    if choice is None:
        note = "A further feeler of this set would not change what is done."
        return Answer("next-leaf", (Result("next_leaf", "Next feeler", None, "µm", note=note),))
    leaves = " + ".join(f"{leaf:g}" for leaf in choice.stack.leaves_um)
    lines = (
        Line(
            "leaf",
            "the one that tells most for its trouble",
            "max of H(p) - E[H(feeler)]",
            leaves,
            choice.stack.thickness_um,
            "µm",
            PRACTICE.id,
        ),
        Line("p", "chance that it passes", "", "", choice.chance_passes, "", PRACTICE.id),
    )
    return Answer(
        "next-leaf",
        (Result("next_leaf", "Next feeler", choice.stack.thickness_um, "µm", working=lines),),
    )


def _stack(_: Reference, i: StackInputs) -> Answer:
    stack = _set_of(i.leaves_mm).stack_of(parse_length(i.thickness, "thickness").um, "thickness")
    leaves = " + ".join(f"{leaf / 1000:g}" for leaf in stack.leaves_um)
    line = Line(
        "h",
        f"{len(stack.leaves_um)} leaves",
        "Σ leaves",
        f"{leaves} mm",
        stack.thickness_um,
        "µm",
        PRACTICE.id,
    )
    return Answer(
        "stack",
        (
            Result(
                "stack",
                "Stack of the fewest leaves",
                stack.thickness_um,
                "µm",
                uncertainty=2 * stack.sd_um,
                working=(line,),
            ),
        ),
    )


def _final(ref: Reference, i: FinalInputs) -> Answer:
    card, bearing = ref.cards[i.card], of_bore(i.bore_mm, i.group)
    window = target_window(
        i.initial_um, card.row(i.bore_mm).reduction_um, residual_limit(card, bearing).value
    )
    judged = judge_final(window, i.residual_um, i.uncertainty_um)
    reduction = reduction_result(i.initial_um, i.residual_um, i.uncertainty_um)
    left = Result(
        "residual",
        "Residual clearance",
        i.residual_um,
        "µm",
        uncertainty=i.uncertainty_um,
        verdict=judged.residual,
    )
    taken = Result(
        id=reduction.id,
        label=reduction.label,
        value=reduction.value,
        unit="µm",
        value_to=None,
        uncertainty=reduction.uncertainty,
        verdict=judged.reduction,
        working=reduction.working,
    )
    return Answer("final", (left, taken), judged.overall)


def _length(_: Reference, i: LengthInputs) -> Answer:
    length = parse_length(i.text, "text", i.default_unit)
    line = Line(
        "x", "as typed", "value × unit", f"{length.text} ({length.unit})", length.um, "µm", "screw"
    )
    return Answer("length", (Result("length", "Length", length.um, "µm", working=(line,)),))


def _designation(ref: Reference, i: DesignationInputs) -> Answer:
    read = read_designation(i.designation)
    row = ref.dimensions.find(read.basic_code)
    if row is None:
        raise InvalidInput.at(
            "designation",
            f"{read.basic_code} is not in the dimension table.",
            "give bore, outside diameter and width",
        )
    source = row.source_id or ref.dimensions.source.id
    results = tuple(
        Result(
            name,
            label,
            value,
            "mm",
            working=(Line(symbol, label, "table", read.basic_code, value, "mm", source),),
        )
        for name, label, symbol, value in (
            ("bore", "Bore", "d", row.bore_mm),
            ("outside", "Outside diameter", "D", row.outside_mm),
            ("width", "Width", "B", row.width_mm),
        )
    )
    findings = [f"Not read: {', '.join(read.unread)}."] if read.unread else []
    findings += [
        f"No {what} in the part number."
        for what, value in (("taper", read.taper), ("clearance group", read.group))
        if value is None
    ]
    return Answer("designation", results, findings=tuple(findings))


CALCULATORS = (
    Calculator("clearance-group", "Limits of a clearance group", GroupInputs, _group),
    Calculator("window", "Target window by a card", WindowInputs, _window),
    Calculator("own-window", "Target window by a sheet typed in", OwnWindowInputs, _own_window),
    Calculator("half-window", "Target window by the half rule", HalfInputs, _half_window),
    Calculator("gauging", "Mean of feeler brackets", BracketInputs, _gauging),
    Calculator("next-leaf", "Which feeler next", LeafInputs, _leaf),
    Calculator("stack", "The stack with the fewest leaves", StackInputs, _stack),
    Calculator("final", "Final judgement", FinalInputs, _final),
    Calculator("length", "Read a length", LengthInputs, _length),
    Calculator("designation", "Read a part number", DesignationInputs, _designation),
)
