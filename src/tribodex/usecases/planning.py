"""Make a plan from what a person gave: compute every target, say what looks odd."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass

from tribodex.core.adviser.move import NARROW_UM
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import Family, LockKind, LockNut
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.job.plan import Plan
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, computed_drive_up, drive_up_mm, nut_angle, nut_angle_deg, rim_length
from tribodex.core.mounting.elastic import effective_ratio, pressure_result, ratio_lines, ratio_result
from tribodex.core.mounting.force import HYDRAULIC_ABOVE_MM, HydraulicStep, ToolChoice, choose_tool, hydraulic_step
from tribodex.core.mounting.reduction import HALF, HALF_REASON, HALF_SHARE, ReductionCard, card_drive_up, reduction_range, residual_limit
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.window import Target, half_rule, window_result
from tribodex.core.mounting.zero import ZERO_PRIORS, ZeroPoint
from tribodex.core.quantities import um_text
from tribodex.core.sources import LAME, PRACTICE, SCREW
from tribodex.core.working import Level, Line, Result, Verdict, number
from tribodex.usecases.draft import Parts, PlanDraft, read_draft
from tribodex.usecases.ports import Reference


def make_plan(reference: Reference, feelers: Sequence[FeelerSet], draft: PlanDraft, *, gauges: bool = True) -> Plan:
    """Resolve a draft into a plan. Without `gauges` no feeler set is asked for (a calculation without a job).

    Raises InvalidInput with every field to mend.
    """
    parts = read_draft(reference, feelers, draft, gauges=gauges)
    bearing, nut = parts.bearing, parts.nut
    clearance = reference.clearances(bearing.kind)
    row = clearance.row(bearing.bore_mm)
    aims = _aims(reference, parts)
    sleeve = reference.sleeves.find(bearing.bore_mm) if parts.seat is Seat.ADAPTER_SLEEVE else None
    nuts = reference.nuts if parts.family is Family.METRIC else reference.inch_nuts
    used = [clearance.source, nuts.source, reference.sleeves.source, reference.dimensions.source, *([parts.card.source] if parts.card else [])]
    return Plan(
        bearing=bearing,
        shaft=parts.shaft,
        shaft_text=parts.shaft_text,
        seat=parts.seat,
        housed_unit=parts.housed_unit,
        # The table's lengths are of sleeves for the 222 series; wider bearings take longer ones, which are not known here.
        sleeve_length_mm=sleeve.length_mm if sleeve and bearing.basic_code.startswith("222") else None,
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
        findings=_findings(reference, parts, aims),
        table_versions={source.id: source.version for source in used},
        risk=parts.risk,
        given=asdict(draft),
    )


@dataclass(frozen=True)
class _Aims:
    """Everything that a plan aims for, with its figures."""

    target: Target | None
    drive_mm: Span | None
    turn_deg: Span | None
    turn_source: str
    hydraulic: HydraulicStep | None
    tool: ToolChoice | None
    figures: tuple[Result, ...]


def _aims(reference: Reference, parts: Parts) -> _Aims:
    return _gauged_aims(reference, parts) if parts.method.gauged else _turned_aims(reference, parts)


def _gauged_aims(reference: Reference, parts: Parts) -> _Aims:
    bearing, nut, shaft, card = parts.bearing, parts.nut, parts.shaft, parts.card
    table = reference.clearances(bearing.kind)
    middle = table.limits(bearing).mid
    if card is not None:
        residual = residual_limit(card, bearing)
        target = Target(card.row(bearing.bore_mm).reduction_um, residual.value)
        asked = [reduction_range(card, bearing), residual]
        source = card.source.id
    else:
        target = Target(Span(HALF_SHARE.low * middle, HALF_SHARE.high * middle), None, HALF_SHARE)
        asked = [_half_reduction(middle)]
        source = PRACTICE.id
    span = target.reduction_um
    computed = computed_drive_up(bearing, span.low, span.high, shaft)
    by_card = _against(card_drive_up(card, bearing), computed) if card is not None else None
    shown = by_card if by_card is not None and by_card.value is not None else computed
    drive = Span(shown.value or 0.0, shown.value_to or 0.0)
    window = window_result(target.window(middle), source)
    expected = Result(
        "expected_window",
        "Residual to expect, for a clearance in the middle of the group",
        window.value,
        "µm",
        value_to=window.value_to,
        verdict=window.verdict,
        working=window.working,
        note=f"For {number(middle)} µm. The window itself comes from what is gauged.",
    )
    pressure = pressure_result(bearing, shaft, span.low, span.high)
    tool = choose_tool(bearing, parts.seat, nut, pressure.value_to or 0.0)
    step = _hydraulic(parts, drive, tool) if parts.hydraulic else None
    figures = [group_limits(table, bearing), *asked, expected, *([by_card] if by_card is not None else []), computed]
    turn: Span | None = None
    if nut is not None:
        turn = Span(nut_angle_deg(drive.low, nut.pitch_mm), nut_angle_deg(drive.high, nut.pitch_mm))
        figures += [nut_angle(drive.low, drive.high, nut), rim_length(turn.low, turn.high, nut)]
    else:
        note = "The nut for this bore is not in the table: give pitch, diameter, slots and tabs to have the angle."
        figures.append(Result("nut_angle", "Nut turn from metal-to-metal", None, "°", note=note))
    figures += [*(step.figures if step else ()), ratio_result(bearing, shaft, RATIO_SD_SHARE), pressure, tool.force, tool.torque]
    if card is not None:
        figures.append(half_rule(middle, span))
    where = card.title if by_card is not None and by_card.value is not None and card is not None else "computed from the reduction"
    return _Aims(target, drive, turn, where, step, tool, tuple(figures))


def _half_reduction(middle_um: float) -> Result:
    low, high = HALF_SHARE.low * middle_um, HALF_SHARE.high * middle_um
    return Result(
        "reduction_range",
        "Clearance reduction, “half of it” rule, for the middle of the group",
        low,
        "µm",
        value_to=high,
        working=(
            Line("r_min", "least reduction", f"{HALF_SHARE.low:g}·c₀", f"{HALF_SHARE.low:g}·{number(middle_um)}", low, "µm", PRACTICE.id),
            Line("r_max", "greatest reduction", f"{HALF_SHARE.high:g}·c₀", f"{HALF_SHARE.high:g}·{number(middle_um)}", high, "µm", PRACTICE.id),
        ),
        note="The range itself comes from what is gauged. No residual limit is guarded.",
    )


def _hydraulic(parts: Parts, drive: Span, tool: ToolChoice) -> HydraulicStep:
    force = Span(tool.force.value or 0.0, tool.force.value_to or 0.0)
    return hydraulic_step(drive, force, parts.piston_mm2, parts.start_mpa)


def _turned_aims(reference: Reference, parts: Parts) -> _Aims:
    """Methods that gauge nothing: the maker's turns or angle, or for a ball bearing the angle that half its play comes to."""
    bearing, nut = parts.bearing, parts.nut
    assert nut is not None  # read_draft asks for its pitch
    table = reference.clearances(bearing.kind)
    limits = group_limits(table, bearing)
    if parts.asked is not None:
        turn, source = parts.asked.degrees, parts.asked.source
        lines = tuple(
            Line(f"α_{end}", "nut turn, as typed", "", source, value, "°", PRACTICE.id) for end, value in (("min", turn.low), ("max", turn.high))
        )
        note = "Typed in; valid for this size and maker alone."
    else:
        middle = table.limits(bearing).mid
        turn, lines = _half_angle(bearing, parts.shaft, nut, middle)
        source = "computed: half of the play in the middle of its group, by elastic rings; ± a fifth. The maker's angle goes first"
        note = source + "."
    drive = Span(turn.low * nut.pitch_mm / 360, turn.high * nut.pitch_mm / 360)
    from_zero = "hand-tight" if parts.method is Method.TURNS else "metal-to-metal"
    angle = Result("nut_angle", f"Nut turn from {from_zero}", turn.low, "°", value_to=turn.high, working=lines, note=note)
    closing = ZERO_PRIORS[ZeroPoint.HAND_TIGHT]
    travel = Result(
        "travel",
        f"Nut travel from {from_zero}",
        drive.low,
        "mm",
        value_to=drive.high,
        working=tuple(
            Line(f"s_{end}", "travel", "s = P·α/360", f"{number(nut.pitch_mm)}·{number(a)}/360", s, "mm", SCREW.id)
            for end, a, s in (("min", turn.low, drive.low), ("max", turn.high, drive.high))
        ),
        note=(
            f"Closing the slit sleeve on the shaft is in it (about {closing.seating_mm:g} ± {closing.seating_sd_mm:g} mm): "
            "not to be compared with a drive-up from metal-to-metal."
            if parts.method is Method.TURNS
            else ""
        ),
    )
    figures = [limits, angle, rim_length(turn.low, turn.high, nut), travel]
    if parts.method is Method.BALL_ANGLE:
        figures.append(ratio_result(bearing, parts.shaft, RATIO_SD_SHARE))
    return _Aims(None, drive if parts.method is Method.BALL_ANGLE else None, turn, source, None, None, tuple(figures))


def _half_angle(bearing: Bearing, shaft: Shaft, nut: LockNut, middle_um: float) -> tuple[Span, tuple[Line, ...]]:
    k, slope = effective_ratio(bearing, shaft), bearing.taper.slope
    ends, lines = [], list(ratio_lines(bearing, shaft))
    for end, share in (("min", HALF_SHARE.low), ("max", HALF_SHARE.high)):
        reduction = share * middle_um
        drive = drive_up_mm(reduction, k, slope)
        angle = nut_angle_deg(drive, nut.pitch_mm)
        ends.append(angle)
        lines += [
            Line(f"s_{end}", "drive-up", "s = r/(k·t)", f"{number(reduction / 1000)}/({number(k)}·{bearing.taper})", drive, "mm", LAME.id),
            Line(f"α_{end}", "nut turn", "α = 360°·s/P", f"360·{number(drive)}/{number(nut.pitch_mm)}", angle, "°", SCREW.id),
        ]
    return Span(round(ends[0]), round(ends[1])), tuple(lines)


def _against(by_card: Result, computed: Result) -> Result:
    """The card's drive-up, judged against the computed one."""
    if by_card.value is None or by_card.value_to is None or computed.value is None or computed.value_to is None:
        return by_card
    uncertainty = computed.uncertainty or 0.0
    apart = max(computed.value - by_card.value_to, by_card.value - computed.value_to, 0.0)
    if apart > uncertainty:
        verdict = Verdict(
            "differs from theory", Level.WATCH, f"Card and theory are {number(apart)} mm apart, more than the uncertainty ({number(uncertainty)} mm)."
        )
    else:
        verdict = Verdict("agrees with theory", Level.GOOD, "Card and elastic rings overlap within their uncertainty.")
    return Result(by_card.id, by_card.label, by_card.value, by_card.unit, by_card.value_to, uncertainty, verdict, by_card.working, by_card.note)


def tool_of(plan: Plan) -> ToolChoice | None:
    """The tool to drive with; None where nothing is driven up by a reduction."""
    reduction = plan.reduction_um
    if reduction is None:
        return None
    pressure = pressure_result(plan.bearing, plan.shaft, reduction.low, reduction.high)
    return choose_tool(plan.bearing, plan.seat, plan.nut, pressure.value_to or 0.0)


def covering_cards(reference: Reference, bearing: Bearing) -> list[ReductionCard]:
    """Cards to set side by side: the built-in ones, and own ones that hold for this bearing."""
    return [card for card in reference.cards.values() if card.covers(bearing) or not card.name]


def _findings(reference: Reference, parts: Parts, aims: _Aims) -> tuple[str, ...]:
    bearing, nut, figures = parts.bearing, parts.nut, aims.figures
    found: list[str] = []
    if parts.designation and parts.designation.unread:
        unread = ", ".join(parts.designation.unread)
        found.append(f"Not read in the designation: {unread}. Compare with the maker's list; a different suffix is a decision.")
    found.extend(_sleeve_findings(reference, parts))
    if nut is not None and nut.lock is LockKind.TAB_WASHER and nut.tabs is not None and not nut.tabs_counted:
        found.append(f"Count the outer tabs of the washer: the table's {nut.tabs} is remembered with low confidence.")
    if nut is not None and nut.tab_step_deg is None:
        what = "tabs" if nut.lock is LockKind.TAB_WASHER else "positions"
        found.append(f"Slots and {nut.lock.words} {what} are not all known: count them, else no tab position can be foretold.")
    window = next((f for f in figures if f.id == "expected_window"), None)
    if window is not None and window.value is not None and window.value_to is not None:
        if parts.feeler is not None and parts.feeler.leaves_um[0] > window.value:
            found.append(
                f"The thinnest leaf of {parts.feeler.name} is {um_text(parts.feeler.leaves_um[0])}, the residual may go down to "
                f"{um_text(window.value)}: take a set with thinner leaves."
            )
        if 0 <= window.value_to - window.value < NARROW_UM:
            found.append("A narrow window, about a leaf step wide: gauge the unmounted clearance twice, at three places.")
    if bearing.bore_mm > HYDRAULIC_ABOVE_MM:
        found.append(
            "Above about 200 mm bore: hydraulic nut or oil injection, and a lock plate instead of a tab washer (common practice, no source)."
        )
    if parts.shaft.hollow:
        found.append(
            f"Hollow shaft, bored {number(parts.shaft.bore_mm)} mm: it gives way, so the same reduction takes more drive-up than the cards say."
        )
    if parts.hydraulic and aims.hydraulic is not None and aims.hydraulic.start_pressure_mpa is None:
        found.append("The hydraulic nut's piston area is not known: take the start pressure from its maker's sheet.")
    found.extend(f"{f.label}: {f.note}" for f in figures if f.value is None and f.note)
    return tuple(found)


def _sleeve_findings(reference: Reference, parts: Parts) -> list[str]:
    bearing, shaft_mm = parts.bearing, parts.shaft.diameter_mm
    if parts.seat is not Seat.ADAPTER_SLEEVE:
        return (
            []
            if parts.nut is not None
            else [f"The nut of a {parts.seat.value.replace('_', ' ')} is not in the tables: give its pitch to have angles."]
        )
    if parts.housed_unit:
        return []
    sleeve = reference.sleeves.find(bearing.bore_mm)
    if sleeve is None:
        return [f"The sleeve table has no row for a {bearing.bore_mm:g} mm bore: check sleeve and shaft with the maker's list."]
    match = sleeve.match(shaft_mm)
    if match is None:
        listed = ", ".join([f"{sleeve.shaft_mm:g} mm", *(f"{text} in" for text in sleeve.shafts_in)])
        return [f"No listed sleeve for a {bearing.bore_mm:g} mm bore goes with a shaft of {number(shaft_mm)} mm; listed: {listed}."]
    if match.endswith("in") and parts.family is Family.METRIC:
        return [
            f"A {match} shaft takes an inch sleeve; its nut may be an inch one with threads per inch. Look at the nut: nut and washer of the "
            "sleeve's own family, never mixed."
        ]
    if match.endswith("mm") and parts.family is Family.INCH:
        return [f"A {match} shaft takes a metric sleeve, yet an inch nut is chosen. Look at the nut: one family, never mixed."]
    return []
