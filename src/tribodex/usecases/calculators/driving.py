"""Calculators of the drive-up: cards, elastic rings, angles, forces, where the bearing is, tab
positions, running clearance.
"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.infer import believe
from tribodex.core.adviser.move import Question, advise
from tribodex.core.adviser.prior import sleeve_model
from tribodex.core.adviser.reading import Known, Reading
from tribodex.core.adviser.report import position_result
from tribodex.core.components.bands import Span
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Finish, Seat, Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.compare import compare
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, computed_drive_up, nut_angle, rim_length
from tribodex.core.mounting.elastic import pressure_result, ratio_result
from tribodex.core.mounting.force import check_rating, choose_tool, hydraulic_step
from tribodex.core.mounting.locking import USUAL_RISK, tab_positions, turn_tab_positions
from tribodex.core.mounting.reduction import Card, card_drive_up, reduction_range, residual_limit
from tribodex.core.mounting.running import play_gone_at, running_clearance
from tribodex.core.mounting.warm_shaft import Warmth, play_taken_um, warm_shaft
from tribodex.core.mounting.window import target_window
from tribodex.core.mounting.window_working import reduction_result, window_result
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.working import Level, Result, Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import (
    Answer,
    BearingInputs,
    Calculator,
    Deg,
    Inputs,
    Mm,
    Pitch,
    Um,
    nut_of,
    ordered,
)


class OnShaft(BearingInputs):
    """A bearing on its shaft: solid steel unless said otherwise."""

    shaft_mm: Mm | None = None
    shaft_bore_mm: Annotated[float, Field(ge=0, le=3000)] = 0.0
    shaft_material: str = ""
    shaft_finish: Finish = Finish.GROUND

    def shaft(self, ref: Reference) -> Shaft | None:
        """The shaft; None for solid steel of unknown diameter."""
        if (
            self.shaft_mm is None
            and not self.shaft_bore_mm
            and not self.shaft_material
            and self.shaft_finish is Finish.GROUND
        ):
            return None
        material = (
            {"material": ref.materials.get(self.shaft_material)} if self.shaft_material else {}
        )
        return Shaft(
            self.shaft_mm or 0.9 * self.bore_mm,
            self.shaft_bore_mm,
            finish=self.shaft_finish,
            **material,
        )


class DriveUpInputs(OnShaft):
    """Drive-up and nut angle for a range of reductions."""

    reduction_min_um: Um
    reduction_max_um: Um
    pitch_mm: Pitch
    nut_outside_mm: Mm | None = None


class CardDriveUpInputs(BearingInputs):
    """What a card says for a bearing."""

    card: Card = Card.A


class AngleInputs(Inputs):
    """Nut angle and rim length for a drive-up."""

    drive_up_min_mm: Annotated[float, Field(ge=0, le=50)]
    drive_up_max_mm: Annotated[float, Field(ge=0, le=50)]
    pitch_mm: Pitch
    nut_outside_mm: Mm


class ElasticInputs(OnShaft):
    """Ratio and contact pressure for a range of reductions."""

    reduction_min_um: Um
    reduction_max_um: Um


class ForceInputs(ElasticInputs):
    """Force, torque and tool for a range of reductions."""

    pitch_mm: Pitch
    nut_outside_mm: Mm | None = None
    seat: Seat = Seat.ADAPTER_SLEEVE


class HydraulicInputs(Inputs):
    """Start pressure and travel of a hydraulic nut."""

    drive_up_min_mm: Annotated[float, Field(gt=0, le=50)]
    drive_up_max_mm: Annotated[float, Field(gt=0, le=50)]
    force_min_kn: Annotated[float, Field(gt=0, le=1e5)]
    force_max_kn: Annotated[float, Field(gt=0, le=1e5)]
    piston_area_mm2: Annotated[float, Field(gt=0, le=5_000_000)] | None = None


class PositionInputs(OnShaft):
    """Where the bearing is, from unmounted clearance, last gauging and nut turn."""

    initial_um: Um
    initial_uncertainty_um: Annotated[float, Field(gt=0, le=500)]
    nut_angle_deg: Deg
    pitch_mm: Pitch
    nut_outside_mm: Mm
    gauged_um: Um | None = None
    gauged_uncertainty_um: Annotated[float, Field(gt=0, le=500)] = 10.0
    gauged_at_deg: Deg = 0.0
    card: Card = Card.A
    zero: ZeroPoint = ZeroPoint.FIRM
    risk: Annotated[float, Field(gt=0, lt=0.5)] = USUAL_RISK


class TabInputs(PositionInputs):
    """Positions where a washer tab meets a nut slot, from here on."""

    slots: Annotated[int, Field(ge=3, le=24)]
    tabs: Annotated[int, Field(ge=1, le=60)]
    first_deg: Deg | None = None


class TurnTabInputs(Inputs):
    """Tab positions where the turn alone counts."""

    thread_mm: Mm
    pitch_mm: Pitch
    slots: Annotated[int, Field(ge=3, le=24)]
    tabs: Annotated[int, Field(ge=3, le=60)]
    now_deg: Deg
    range_min_deg: Deg
    range_max_deg: Deg
    first_deg: Deg


class CompareInputs(OnShaft):
    """Every way side by side."""

    initial_um: Um
    pitch_mm: Pitch | None = None


class RunningInputs(OnShaft):
    """Running clearance from the residual, the rings' temperatures, and the shaft's."""

    residual_um: Um
    ring_rise_k: Annotated[float, Field(ge=-80, le=300)] | None = None
    shaft_over_ring_k: Annotated[float, Field(ge=-100, le=300)] = 0.0
    inner_over_outer_k: Annotated[float, Field(ge=-100, le=200)]
    squeeze_um: Um = 0.0


def _drive_up(ref: Reference, i: DriveUpInputs) -> Answer:
    ordered(i.reduction_min_um, i.reduction_max_um, "reduction_max_um")
    drive = computed_drive_up(i.bearing(), i.reduction_min_um, i.reduction_max_um, i.shaft(ref))
    nut = nut_of(i.bore_mm, i.pitch_mm, i.nut_outside_mm)
    angle = nut_angle(drive.value or 0.0, drive.value_to or 0.0, nut)
    return Answer(
        "drive-up", (drive, angle, rim_length(angle.value or 0.0, angle.value_to or 0.0, nut))
    )


def _card(ref: Reference, i: CardDriveUpInputs) -> Answer:
    card, bearing = ref.cards[i.card], i.bearing()
    return Answer(
        "card",
        (
            reduction_range(card, bearing),
            card_drive_up(card, bearing),
            residual_limit(card, bearing),
        ),
    )


def _angle(_: Reference, i: AngleInputs) -> Answer:
    ordered(i.drive_up_min_mm, i.drive_up_max_mm, "drive_up_max_mm")
    nut = nut_of(i.nut_outside_mm / 1.3, i.pitch_mm, i.nut_outside_mm)
    angle = nut_angle(i.drive_up_min_mm, i.drive_up_max_mm, nut)
    return Answer("nut-angle", (angle, rim_length(angle.value or 0.0, angle.value_to or 0.0, nut)))


def _elastic(ref: Reference, i: ElasticInputs) -> Answer:
    ordered(i.reduction_min_um, i.reduction_max_um, "reduction_max_um")
    shaft = i.shaft(ref)
    return Answer(
        "elastic",
        (
            ratio_result(i.bearing(), shaft, RATIO_SD_SHARE),
            pressure_result(i.bearing(), shaft, i.reduction_min_um, i.reduction_max_um),
        ),
    )


def _force(ref: Reference, i: ForceInputs) -> Answer:
    ordered(i.reduction_min_um, i.reduction_max_um, "reduction_max_um")
    bearing = i.bearing()
    pressure = pressure_result(bearing, i.shaft(ref), i.reduction_min_um, i.reduction_max_um)
    method = choose_tool(
        bearing, i.seat, nut_of(i.bore_mm, i.pitch_mm, i.nut_outside_mm), pressure.value_to or 0.0
    )
    return Answer(
        "force",
        (method.force, method.torque, pressure),
        Verdict(method.tool.value, Level.GOOD, method.reason),
    )


def _hydraulic(_: Reference, i: HydraulicInputs) -> Answer:
    ordered(i.drive_up_min_mm, i.drive_up_max_mm, "drive_up_max_mm")
    ordered(i.force_min_kn, i.force_max_kn, "force_max_kn")
    step = hydraulic_step(
        Span(i.drive_up_min_mm, i.drive_up_max_mm),
        Span(i.force_min_kn, i.force_max_kn),
        i.piston_area_mm2,
    )
    check_rating(step.end_pressure_mpa, None, "piston_area_mm2")
    return Answer("hydraulic", step.figures)


def _believed(ref: Reference, i: PositionInputs) -> tuple[Belief, LockNut]:
    if i.gauged_um is not None and i.gauged_at_deg > i.nut_angle_deg:
        raise InvalidInput.at(
            "gauged_at_deg", "The gauging lies ahead of the nut.", f"0 to {i.nut_angle_deg:g}"
        )
    readings = (
        [Reading(i.gauged_at_deg, Known(i.gauged_um, i.gauged_uncertainty_um / 2))]
        if i.gauged_um is not None
        else []
    )
    model = sleeve_model(i.bearing(), i.shaft(ref), i.pitch_mm, i.zero)
    return believe(
        model, [Known(i.initial_um, i.initial_uncertainty_um / 2)], readings, i.nut_angle_deg
    ), nut_of(i.bore_mm, i.pitch_mm, i.nut_outside_mm)


def _position(ref: Reference, i: PositionInputs) -> Answer:
    bearing, card = i.bearing(), ref.cards[i.card]
    now, nut = _believed(ref, i)
    window = target_window(
        i.initial_um, card.row(i.bore_mm).reduction_um, residual_limit(card, bearing).value
    )
    shown = window_result(window, card.source.id)
    since = i.nut_angle_deg - (i.gauged_at_deg if i.gauged_um is not None else 0.0)
    at = position_result(
        now,
        bearing,
        i.shaft(ref),
        nut,
        since,
        from_um=i.gauged_um if i.gauged_um is not None else i.initial_um,
    )
    uncertainty = (4 * now.sd_um**2 + i.initial_uncertainty_um**2) ** 0.5
    turn = (
        None
        if window.empty
        else advise(now, window, Question(1 if i.gauged_um is not None else 0, 0, i.risk))
    )
    note = (
        "The window is empty."
        if turn is None
        else "No further turn."
        if turn.angle_deg == 0
        else ""
    )
    turned = Result("next_turn", "Turn next", turn.angle_deg if turn else None, "°", note=note)
    # Where nothing is left the window's own judgement says nothing of this bearing.
    figures = (at, turned, reduction_result(i.initial_um, now.clearance_um, uncertainty), shown)
    return Answer("position", figures, at.verdict or shown.verdict)


def _tabs(ref: Reference, i: TabInputs) -> Answer:
    answer = _position(ref, i)
    now, _ = _believed(ref, i)
    card = ref.cards[i.card]
    window = target_window(
        i.initial_um, card.row(i.bore_mm).reduction_um, residual_limit(card, i.bearing()).value
    )
    nut = nut_of(i.bore_mm, i.pitch_mm, i.nut_outside_mm, i.slots, i.tabs)
    return Answer(
        "tab-positions",
        answer.results,
        answer.verdict,
        tab_positions(now, nut, window, i.first_deg, risk=i.risk),
    )


def _turn_tabs(_: Reference, i: TurnTabInputs) -> Answer:
    ordered(i.range_min_deg, i.range_max_deg, "range_max_deg")
    nut = nut_of(i.thread_mm, i.pitch_mm, None, i.slots, i.tabs)
    step = Result("step", "Turn between tab_positions", nut.tab_step_deg, "°")
    return Answer(
        "turn-tab-positions",
        (step,),
        tab_positions=turn_tab_positions(
            nut, i.now_deg, (i.range_min_deg, i.range_max_deg), i.first_deg
        ),
    )


def _compare(ref: Reference, i: CompareInputs) -> Answer:
    bearing, shaft = i.bearing(), i.shaft(ref)
    nut = nut_of(i.bore_mm, i.pitch_mm, None) if i.pitch_mm is not None else None
    found = compare(bearing, shaft, nut, ref.cards.values(), i.initial_um)
    return Answer(
        "compare",
        (ratio_result(bearing, shaft, RATIO_SD_SHARE),),
        findings=found.disagreements,
        comparison=found,
    )


def _running(ref: Reference, i: RunningInputs) -> Answer:
    bearing = i.bearing()
    shaft = i.shaft(ref) or Shaft(0.9 * bearing.bore_mm)
    warmth = Warmth(i.ring_rise_k, i.shaft_over_ring_k)
    taken = play_taken_um(bearing, shaft, warmth)
    if taken is None:
        raise InvalidInput.at(
            "ring_rise_k",
            f"{shaft.material.name} expands more than the ring.",
            "how much warmer than at mounting it runs",
        )
    running = running_clearance(bearing, i.residual_um, i.inner_over_outer_k, i.squeeze_um, taken)
    gone = play_gone_at(bearing, i.residual_um, i.squeeze_um, taken)
    warm = warm_shaft(bearing, shaft, warmth, 0.0005 * bearing.bore_mm * 1000)
    # The sooner of the two decides: play left at these temperatures is no room where the usual ones
    # take it all.
    worse = (
        gone.verdict
        if gone.verdict is not None and gone.verdict.level is Level.STOP
        else running.verdict
    )
    return Answer("running", (running, gone, *((warm,) if warm is not None else ())), worse)


CALCULATORS = (
    Calculator("card", "What a reduction card says", CardDriveUpInputs, _card),
    Calculator("drive-up", "Drive-up and nut angle for a reduction", DriveUpInputs, _drive_up),
    Calculator("nut-angle", "Nut angle and rim length for a drive-up", AngleInputs, _angle),
    Calculator("elastic", "Effective ratio and contact pressure", ElasticInputs, _elastic),
    Calculator("force", "Force, torque and tool", ForceInputs, _force),
    Calculator(
        "hydraulic", "Start pressure and travel of a hydraulic nut", HydraulicInputs, _hydraulic
    ),
    Calculator("position", "Where the bearing is", PositionInputs, _position),
    Calculator("tab-positions", "Where tabs meet slots", TabInputs, _tabs),
    Calculator(
        "turn-tab-positions", "Where tabs meet slots, by the turn alone", TurnTabInputs, _turn_tabs
    ),
    Calculator("compare", "Every card and method side by side", CompareInputs, _compare),
    Calculator("running", "Running clearance", RunningInputs, _running),
)
