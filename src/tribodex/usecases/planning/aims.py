"""What a plan aims for where the play is gauged: reduction, drive-up, angle, tool; and the range
where it is not.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.drive_up import (
    RATIO_SD_SHARE,
    computed_drive_up,
    nut_angle,
    nut_angle_deg,
    rim_length,
)
from tribodex.core.mounting.elastic import (
    HOOP_MOST_MPA,
    hoop_result,
    pressure_result,
    ratio_result,
    shaft_hoop_result,
)
from tribodex.core.mounting.force import (
    HydraulicStep,
    ToolChoice,
    check_rating,
    check_start,
    choose_tool,
    hydraulic_step,
)
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.provable import proves
from tribodex.core.mounting.reduction import (
    DRIVE_UP,
    REDUCTION,
    Card,
    ReductionCard,
    ReductionRow,
    card_drive_up,
    reduction_range,
    residual_limit,
)
from tribodex.core.mounting.running import thermal_loss_um
from tribodex.core.mounting.warm_shaft import play_taken_um, warm_shaft
from tribodex.core.mounting.window import HALF_SHARE, HEAT_K, Target
from tribodex.core.mounting.window_working import half_rule, window_result
from tribodex.core.quantities import um_text
from tribodex.core.sources import PRACTICE
from tribodex.core.working import Level, Line, Result, Verdict, number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.parts import Parts
from tribodex.usecases.planning.by_sheet import sheet_angle, sheet_bands
from tribodex.usecases.planning.sleeves import shaft_figures

# A shaft softer than this gives way far more than the cards allow for (GPa): aluminium, cast iron.
SOFT_SHAFT_GPA = 150.0
# Feelers stand this far apart where no set is known yet (µm).
LEAF_STEP_UM = 10.0
# More drive-up than this for the same reduction, and the card no longer holds.
GIVES_WAY = 1.1


@dataclass(frozen=True)
class Aims:
    """Everything that a plan aims for, with its figures."""

    target: Target | None
    drive_mm: Span | None
    turn_deg: Span | None
    turn_source: str
    hydraulic: HydraulicStep | None
    tool: ToolChoice | None
    figures: tuple[Result, ...]
    unmounted_um: Span | None = None


def gauged_aims(reference: Reference, parts: Parts) -> Aims:
    bearing, nut, shaft, card = parts.bearing, parts.nut, parts.shaft, parts.card
    table = reference.clearances(bearing.kind)
    middle = table.limits(bearing).mid
    # Asked for where it decides; a plan is never made without it.
    heat = thermal_loss_um(bearing, HEAT_K) + (play_taken_um(bearing, shaft, parts.warmth) or 0.0)
    row = card.row(bearing.bore_mm) if card is not None else None
    if card is not None and row is not None:
        target = _card_target(parts, card, row, heat)
        asked = [
            reduction_range(card, bearing),
            residual_limit(card, bearing),
            *sheet_bands(card, row, bearing),
        ]
        source = card.source.id
    else:
        target, asked = _half_target(reference, parts, middle, heat)
        source = PRACTICE.id
    unmounted = row.unmounted_um if row is not None else None
    middle = unmounted.mid if unmounted is not None else middle
    span = target.aimed(middle)
    computed = computed_drive_up(bearing, span.low, span.high, shaft)
    by_card = _against(card_drive_up(card, bearing), computed) if card is not None else None
    # Cards were made for solid steel: where the shaft gives way by more than a tenth, their travel
    # is not offered as agreeing.
    own = (
        by_card is not None
        and card is not None
        and bool(card.name)
        and (row is None or DRIVE_UP not in row.by_default)
    )
    if (
        by_card is not None
        and by_card.value is not None
        and not own
        and _gives_way(parts, computed)
    ):
        reason = (
            "Cards are for solid steel; this shaft gives way, so the same reduction takes more"
            " drive-up. The computed travel is taken."
        )
        by_card = replace(by_card, verdict=Verdict("made for solid steel", Level.WATCH, reason))
        shown = computed
    else:
        shown = by_card if by_card is not None and by_card.value is not None else computed
    drive = Span(shown.value or 0.0, shown.value_to or 0.0)
    expected = _expected(window_result(target.window(middle), source), middle, parts.feeler)
    pressure = pressure_result(bearing, shaft, span.low, span.high)
    tool = choose_tool(bearing, parts.seat, nut, pressure.value_to or 0.0)
    step = _hydraulic(parts, drive, tool, own) if parts.hydraulic else None
    if step is not None:
        # Everywhere the same range: from the start pressure, what is passed by then subtracted
        # once.
        drive = step.travel_mm
    figures = [
        group_limits(table, bearing),
        *asked,
        expected,
        *([by_card] if by_card is not None else []),
        computed,
    ]
    by_sheet = row.angle_deg if row is not None and parts.method is Method.ANGLE else None
    turn, of_turn = _turn(parts, drive, by_sheet)
    figures += [
        *of_turn,
        *(step.figures if step else ()),
        ratio_result(bearing, shaft, RATIO_SD_SHARE),
        pressure,
        hoop_result(bearing, pressure),
        *(
            (on_shaft,)
            if (on_shaft := shaft_hoop_result(bearing, shaft, pressure)) is not None
            else ()
        ),
        *(
            (warm,)
            if (warm := warm_shaft(bearing, shaft, parts.warmth, span.low)) is not None
            else ()
        ),
        tool.force,
        tool.torque,
    ]
    figures += [
        *shaft_figures(reference, parts),
        *([half_rule(middle, span)] if card is not None else []),
    ]
    where = (
        card.title
        if (shown is by_card or by_sheet is not None) and card is not None
        else "computed from the reduction"
    )
    return Aims(
        target=target,
        drive_mm=drive,
        turn_deg=turn,
        turn_source=where,
        hydraulic=step,
        tool=tool,
        figures=tuple(figures),
        unmounted_um=unmounted,
    )


def _turn(parts: Parts, drive: Span, by_sheet: Span | None) -> tuple[Span | None, list[Result]]:
    """How far the nut turns, by the sheet where it gives an angle, else by its pitch; with the
    figures that say so.
    """
    nut, card = parts.nut, parts.card
    if nut is None:
        note = (
            "The nut for this bore is not in the table: give pitch, diameter, slots and tabs to"
            " have the angle."
        )
        return None, [Result("nut_angle", "Nut turn from metal-to-metal", None, "°", note=note)]
    if by_sheet is not None and card is not None:
        return by_sheet, [
            sheet_angle(card, by_sheet, parts.sheet_zero),
            rim_length(by_sheet.low, by_sheet.high, nut),
        ]
    turn = Span(nut_angle_deg(drive.low, nut.pitch_mm), nut_angle_deg(drive.high, nut.pitch_mm))
    return turn, [nut_angle(drive.low, drive.high, nut), rim_length(turn.low, turn.high, nut)]


def _card_target(parts: Parts, card: ReductionCard, row: ReductionRow, heat_um: float) -> Target:
    """What a card aims for; of a maker's sheet with what the default card says beside it, and what
    the ring bears.
    """
    bearing = parts.bearing
    least = row.least_residual_um.get(bearing.group)
    if not card.lines:
        return Target(row.reduction_um, least, heat_um=heat_um)
    probe = 50.0
    stress = (
        hoop_result(bearing, pressure_result(bearing, parts.shaft, probe, probe)).value
        or HOOP_MOST_MPA
    )
    return Target(
        row.reduction_um,
        least,
        heat_um=heat_um,
        final_um=row.final_um,
        reduction_given=REDUCTION not in row.by_default,
        beside_um=row.beside_um.get(bearing.group),
        most_um=probe * HOOP_MOST_MPA / stress,
    )


def _expected(window: Result, middle_um: float, feeler: FeelerSet | None) -> Result:
    """The residual to expect for a clearance in the middle of the group; a stop where the gauge set
    cannot prove it.
    """
    label = "Residual to expect, for a clearance in the middle of the group"
    note = f"For {number(middle_um)} µm. The window itself comes from what is gauged."
    expected = replace(window, id="expected_window", label=label, note=note)
    low, high = window.value, window.value_to
    if feeler is None or low is None or high is None or low > high:
        return expected
    proven = proves(feeler, Span(low, high))
    return replace(expected, verdict=proven) if proven.level is Level.STOP else expected


def _half_target(
    reference: Reference, parts: Parts, middle_um: float, heat_um: float
) -> tuple[Target, list[Result]]:
    """“Half of it”: two fifths to half of what was gauged, capped at the card's largest reduction
    unless overruled by name.
    """
    card, bearing = reference.cards[Card.A], parts.bearing
    covers = card.covers(bearing)
    row = card.row(bearing.bore_mm) if covers else None
    cap = row.reduction_um.high if row is not None and not parts.half_by else None
    residual = residual_limit(card, bearing) if covers else None
    low, high = HALF_SHARE.low * middle_um, HALF_SHARE.high * middle_um
    if cap is not None:
        low, high = min(low, cap), min(high, cap)
    note = (
        "The range itself comes from what is gauged, and ends where the residual limit would be"
        " passed."
    )
    if cap is not None:
        note += f" Capped at {um_text(cap)}, the largest reduction of {card.title}."
    elif parts.half_by:
        note += f" The card's cap was overridden by {parts.half_by}."
    shown = Result(
        "reduction_range",
        "Clearance reduction, “half of it” rule, for the middle of the group",
        low,
        "µm",
        value_to=high,
        working=(
            Line(
                "r_min",
                "least reduction",
                f"{HALF_SHARE.low:g}·c₀",
                f"{HALF_SHARE.low:g}·{number(middle_um)}",
                low,
                "µm",
                PRACTICE.id,
            ),
            Line(
                "r_max",
                "greatest reduction",
                f"min({HALF_SHARE.high:g}·c₀, cap)",
                f"{HALF_SHARE.high:g}·{number(middle_um)}",
                high,
                "µm",
                PRACTICE.id,
            ),
        ),
        note=note,
    )
    feeler = parts.feeler
    step = (
        feeler.step_um(middle_um - high, middle_um - low)
        if feeler is not None and 0 < low < high < middle_um
        else LEAF_STEP_UM
    )
    floor = row.reduction_um.low if row is not None else None
    target = Target(
        Span(low, high), residual.value if residual else None, HALF_SHARE, cap, heat_um, floor, step
    )
    return target, [shown, *([residual] if residual else [])]


def _hydraulic(parts: Parts, drive: Span, tool: ToolChoice, makers: bool) -> HydraulicStep:
    force = Span(tool.force.value or 0.0, tool.force.value_to or 0.0)
    own = hydraulic_step(drive, force, parts.piston_mm2, None, makers)
    check_rating(own.end_pressure_mpa, parts.rated_mpa)
    if parts.start_mpa is None:
        return own
    check_start(own, parts.start_mpa, makers)
    return hydraulic_step(drive, force, parts.piston_mm2, parts.start_mpa, makers)


def _gives_way(parts: Parts, computed: Result) -> bool:
    """Whether a hollow or soft shaft takes more drive-up than a solid steel one by more than a
    tenth.
    """
    if not parts.shaft.hollow and parts.shaft.material.e_gpa >= SOFT_SHAFT_GPA:
        return False
    reduction = 50.0
    solid = computed_drive_up(parts.bearing, reduction, reduction).value or 0.0
    here = computed_drive_up(parts.bearing, reduction, reduction, parts.shaft).value or 0.0
    return computed.value is not None and here > GIVES_WAY * solid


def _against(by_card: Result, computed: Result) -> Result:
    """The card's drive-up, judged against the computed one."""
    if (
        by_card.value is None
        or by_card.value_to is None
        or computed.value is None
        or computed.value_to is None
    ):
        return by_card
    uncertainty = computed.uncertainty or 0.0
    apart = max(computed.value - by_card.value_to, by_card.value - computed.value_to, 0.0)
    if apart > uncertainty:
        verdict = Verdict(
            "differs from theory",
            Level.WATCH,
            f"Card and theory are {number(apart)} mm apart, more than the uncertainty"
            f" ({number(uncertainty)} mm).",
        )
    else:
        verdict = Verdict(
            "agrees with theory",
            Level.GOOD,
            "Card and elastic rings overlap within their uncertainty.",
        )
    return Result(
        id=by_card.id,
        label=by_card.label,
        value=by_card.value,
        unit=by_card.unit,
        value_to=by_card.value_to,
        uncertainty=uncertainty,
        verdict=verdict,
        working=by_card.working,
        note=by_card.note,
    )
