"""Methods that gauge nothing: the maker's turns, or the angle of a self-aligning ball bearing."""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Shaft
from tribodex.core.mounting.ball_angle import practice_range
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, drive_up_mm, nut_angle_deg, rim_length
from tribodex.core.mounting.elastic import (
    effective_ratio,
    hoop_result,
    pressure_result,
    ratio_lines,
    ratio_result,
    shaft_hoop_result,
)
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.window import HALF_SHARE
from tribodex.core.mounting.zero import ZERO_PRIORS, ZeroPoint, seating_degrees
from tribodex.core.sources import LAME, PRACTICE, SCREW, Recall
from tribodex.core.working import Level, Line, Result, Verdict, number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.parts import Parts
from tribodex.usecases.planning.aims import Aims
from tribodex.usecases.planning.sleeves import shaft_figures


def turned_aims(reference: Reference, parts: Parts) -> Aims:
    """Methods that gauge nothing: the maker's turns or angle, or for a ball bearing the angle that
    half its play comes to.
    """
    bearing, nut = parts.bearing, parts.nut
    beside: list[Result] = []
    assert nut is not None  # read_draft asks for its pitch
    table = reference.clearances(bearing.kind)
    limits = group_limits(table, bearing)
    if parts.asked is not None:
        turn, source = parts.asked.degrees, parts.asked.source
        lines = tuple(
            Line(f"α_{end}", "nut turn, as typed", "", source, value, "°", PRACTICE.id)
            for end, value in (("min", turn.low), ("max", turn.high))
        )
        note = "Typed in; valid for this size and maker alone."
    else:
        turn, source, lines, note, beside = _ball_aim(reference, parts)
    drive = Span(turn.low * nut.pitch_mm / 360, turn.high * nut.pitch_mm / 360)
    by_hand = parts.sheet_zero.short if parts.sheet_zero is not None else "the zero of its sheet"
    from_zero = by_hand if parts.method is Method.TURNS else "metal-to-metal"
    angle = Result(
        "nut_angle",
        f"Nut turn from {from_zero}",
        turn.low,
        "°",
        value_to=turn.high,
        working=lines,
        note=note,
    )
    closing = ZERO_PRIORS[ZeroPoint.HAND_TIGHT]
    travel = Result(
        "travel",
        f"Nut travel from {from_zero}",
        drive.low,
        "mm",
        value_to=drive.high,
        working=tuple(
            Line(
                f"s_{end}",
                "travel",
                "s = P·α/360",
                f"{number(nut.pitch_mm)}·{number(a)}/360",
                s,
                "mm",
                SCREW.id,
            )
            for end, a, s in (("min", turn.low, drive.low), ("max", turn.high, drive.high))
        ),
        note=(
            f"Closing the slit sleeve on the shaft is in it (about {closing.seating_mm:g} ±"
            f" {closing.seating_sd_mm:g} mm): not to be compared with a drive-up from"
            " metal-to-metal."
            if parts.method is Method.TURNS
            else ""
        ),
    )
    figures = [limits, angle, rim_length(turn.low, turn.high, nut), travel]
    if parts.method is Method.BALL_ANGLE:
        figures += [*beside, ratio_result(bearing, parts.shaft, RATIO_SD_SHARE)]
    figures += [*_turned_hoop(parts, drive), *shaft_figures(reference, parts)]
    return Aims(
        target=None,
        drive_mm=drive if parts.method is Method.BALL_ANGLE else None,
        turn_deg=turn,
        turn_source=source,
        hydraulic=None,
        tool=None,
        figures=tuple(figures),
    )


def _ball_aim(
    reference: Reference, parts: Parts
) -> tuple[Span, str, tuple[Line, ...], str, list[Result]]:
    """The angle of practice where there is one; what half of the play comes to stands beside it,
    its seating turn included.
    """
    bearing, nut = parts.bearing, parts.nut
    assert nut is not None  # read_draft asks for its pitch
    middle = reference.clearances(bearing.kind).limits(bearing).mid
    computed, lines = _half_angle(bearing, parts.shaft, nut, middle)
    seating, seating_sd = seating_degrees(ZeroPoint.FIRM, nut.pitch_mm)
    with_seating = Span(computed.low + seating, computed.high + seating)
    row = reference.ball_angles.find(bearing.bore_mm)
    if row is None:
        source = (
            "computed: half of the clearance in the middle of its group, by elastic rings; ± a"
            " fifth. The maker's angle goes first"
        )
        return with_seating, source, lines, source + ".", []
    turn, table = practice_range(row), reference.ball_angles.source
    gap = max(with_seating.low - turn.high, turn.low - with_seating.high, 0.0)
    verdict = (
        Verdict(
            "differs from practice",
            Level.WATCH,
            f"{gap:.0f}° apart from the angle of practice: the ring itself says when it is enough.",
        )
        if gap > 2 * seating_sd
        else Verdict(
            "agrees with practice", Level.GOOD, "The ranges meet within their uncertainty."
        )
    )
    beside = Result(
        "computed_angle",
        "Nut turn computed from half of the clearance, seating turn included",
        with_seating.low,
        "°",
        value_to=with_seating.high,
        uncertainty=2 * seating_sd,
        verdict=verdict,
        working=(
            *lines,
            Line("θ₀", "seating turn from light metal contact", "", "", seating, "°", PRACTICE.id),
        ),
    )
    unsure = f" {row.recall.capitalize()}." if row.recall is not Recall.TWICE else ""
    words = "angle of practice for this bore, from light metal contact"
    angle = Line(
        "α",
        "angle of practice",
        "α(d)",
        f"bore {number(bearing.bore_mm)} mm",
        row.angle_deg.low,
        "°",
        table.id,
    )
    return (
        turn,
        words,
        (angle,),
        (
            f"{words[:1].upper()}{words[1:]}; up to {turn.high:.0f}° while it still swivels"
            f" freely.{unsure}"
        ),
        [beside],
    )


def _turned_hoop(parts: Parts, drive: Span) -> list[Result]:
    """Hoop stress where the drive-up counts from metal-to-metal; from hand-tight nobody knows how
    much of the turn drives the ring.
    """
    if parts.method is not Method.BALL_ANGLE:
        note = (
            "Counted from hand-tight, most of the travel closes the sleeve: what stretches the ring"
            " is not known. The maker's figure governs."
        )
        return [Result("hoop_stress", "Hoop stress of the inner ring", None, "MPa", note=note)]
    k, slope = effective_ratio(parts.bearing, parts.shaft), parts.bearing.taper.slope
    pressure = pressure_result(
        parts.bearing, parts.shaft, drive.low * k * slope * 1000, drive.high * k * slope * 1000
    )
    on_shaft = shaft_hoop_result(parts.bearing, parts.shaft, pressure)
    return [
        pressure,
        hoop_result(parts.bearing, pressure),
        *((on_shaft,) if on_shaft is not None else ()),
    ]


def _half_angle(
    bearing: Bearing, shaft: Shaft, nut: LockNut, middle_um: float
) -> tuple[Span, tuple[Line, ...]]:
    k, slope = effective_ratio(bearing, shaft), bearing.taper.slope
    ends, lines = [], list(ratio_lines(bearing, shaft))
    for end, share in (("min", HALF_SHARE.low), ("max", HALF_SHARE.high)):
        reduction = share * middle_um
        drive = drive_up_mm(reduction, k, slope)
        angle = nut_angle_deg(drive, nut.pitch_mm)
        ends.append(angle)
        lines += [
            Line(
                f"s_{end}",
                "drive-up",
                "s = r/(k·t)",
                f"{number(reduction / 1000)}/({number(k)}·{bearing.taper})",
                drive,
                "mm",
                LAME.id,
            ),
            Line(
                f"α_{end}",
                "nut turn",
                "α = 360°·s/P",
                f"360·{number(drive)}/{number(nut.pitch_mm)}",
                angle,
                "°",
                SCREW.id,
            ),
        ]
    return Span(round(ends[0]), round(ends[1])), tuple(lines)
