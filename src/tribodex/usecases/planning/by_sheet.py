"""What a maker's sheet says beside reduction, residual and drive-up, as figures; and what it leaves
to the default card, in sentences.
"""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.reduction import REDUCTION, ReductionCard, ReductionRow, residual_side
from tribodex.core.mounting.window import Target
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import um_text
from tribodex.core.working import Line, Result
from tribodex.usecases.draft.parts import Parts


def sheet_bands(card: ReductionCard, row: ReductionRow, _: Bearing) -> list[Result]:
    """The final and the unmounted band of a sheet; nothing for a card that has none."""
    results = []
    for id_, label, span in (
        ("final_band", "Final clearance", row.final_um),
        ("unmounted_band", "Unmounted clearance", row.unmounted_um),
    ):
        if span is None:
            continue
        lines = tuple(
            Line(f"c_{end}", f"{word} by the sheet", "", card.title, value, "µm", card.source.id)
            for end, word, value in (("min", "least", span.low), ("max", "greatest", span.high))
        )
        results.append(
            Result(id_, f"{label}, {card.title}", span.low, "µm", value_to=span.high, working=lines)
        )
    return results


def sheet_angle(card: ReductionCard, angle: Span, zero: SheetZero | None) -> Result:
    """The turn that a sheet asks, with the zero that it counts from."""
    counted = (
        f"counted from: {zero.words}"
        if zero is not None
        else "the sheet does not say what it counts from: ask before the nut is marked"
    )
    lines = tuple(
        Line(f"α_{end}", "nut turn, by the sheet", "", card.title, value, "°", card.source.id)
        for end, value in (("min", angle.low), ("max", angle.high))
    )
    note = (
        f"{counted[0].upper()}{counted[1:]}. Nothing is added or taken off; the residual is gauged"
        " at the end."
    )
    return Result(
        "nut_angle",
        f"Nut turn, {card.title}",
        angle.low,
        "°",
        value_to=angle.high,
        working=lines,
        note=note,
    )


def sheet_findings(parts: Parts, target: Target | None, middle_um: float) -> list[str]:
    """What a plan by a sheet, or by “half of it”, leaves to be known."""
    card = parts.card
    if target is None:
        return []
    if card is None:
        return _half_narrow(target, middle_um)
    if not card.lines:
        return []
    row, group = card.row(parts.bearing.bore_mm), parts.bearing.group
    found = []
    if REDUCTION in row.by_default:
        span = row.reduction_um
        grip = "" if row.final_um is not None else " Below its least the grip is not proven."
        found.append(
            f"{card.heading} does not say how much to take out: {um_text(span.low)} to"
            f" {um_text(span.high)} is the default card's, and is judged beside it.{grip}"
        )
    if residual_side(group) in row.by_default and group in row.beside_um:
        found.append(
            f"{card.heading} does not say what must be left: {um_text(row.beside_um[group])} is the"
            " default card's, marked so."
        )
    elif group in row.beside_um:
        least = row.least_residual_um[group]
        found.append(
            f"Your sheet goes down to {um_text(least)}, the default card leaves"
            f" {um_text(row.beside_um[group])}: your sheet is wider. Below the default card's"
            " figure the nut is locked by name of the sheet."
        )
    if row.angle_deg is not None and parts.method is Method.ANGLE and parts.sheet_zero is None:
        found.append(
            "What the sheet's angle counts from is not known: both hands until it stops, or tapped"
            " and tried again? Ask before the nut is marked."
        )
    return found


def _half_narrow(target: Target, middle_um: float) -> list[str]:
    """“Half of it” that stays narrower than a feeler step, whatever was done to widen it."""
    found, span = [], target.reduction(middle_um)
    width = span.high - span.low
    if width < target.step_um - 1e-6:
        found.append(
            f"“Half of it” leaves {um_text(width)} here, less than a feeler step"
            f" ({um_text(target.step_um)}), also widened towards less reduction: take a finer set,"
            " or the card."
        )
    if target.floor_um is not None and span.high < target.floor_um:
        found.append(
            f"“Half of it” takes out {um_text(span.high)} at most, the card at least"
            f" {um_text(target.floor_um)}: the grip would not be proven."
        )
    return found
