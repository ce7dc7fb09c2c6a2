"""Every calculator by name: the same for the web address, the terminal and the tests.

A calculator takes named numbers with their unit in the name and answers value, doubt, verdict and working.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group, Taper, check_dimensions, read_designation
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import InvalidInput, NotFound
from tribodex.core.mounting.clearance import group_limits, judge_initial
from tribodex.core.mounting.drive_up import computed_drive_up, nut_angle, rim_length
from tribodex.core.mounting.gauging import Bracket, Cell, Row, mean_result, next_leaf, summarise
from tribodex.core.mounting.judgement import judge_final
from tribodex.core.mounting.locking import Meeting, meetings
from tribodex.core.mounting.position import Gauged, estimate, next_turn, position_result
from tribodex.core.mounting.reduction import Card, card_drive_up, reduction_range, residual_limit
from tribodex.core.mounting.window import half_rule, reduction_result, target_window, window_result
from tribodex.core.quantities import LengthUnit, parse_length
from tribodex.core.sources import PRACTICE
from tribodex.core.working import Line, Result, Verdict
from tribodex.usecases.ports import Reference

Mm = Annotated[float, Field(gt=0, le=3000)]
Um = Annotated[float, Field(ge=0, le=5000)]
Deg = Annotated[float, Field(ge=0, le=3600)]


@dataclass(frozen=True)
class Answer:
    """What a calculator says. The first result is the main one; `meetings` only for tab positions."""

    calculator: str
    results: tuple[Result, ...]
    verdict: Verdict | None = None
    meetings: tuple[Meeting, ...] = ()
    findings: tuple[str, ...] = ()


class Inputs(BaseModel):
    """Inputs of a calculator: no unknown names."""

    model_config = ConfigDict(extra="forbid")


class BearingInputs(Inputs):
    """A tapered-bore spherical roller bearing by its dimensions."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    group: Group = Field(description="clearance group as marked on the ring")
    taper: Taper = Field(description="1:12 (K) or 1:30 (K30)")

    def bearing(self) -> Bearing:
        """The bearing. Raises InvalidInput for impossible dimensions."""
        check_dimensions(self.bore_mm, self.outside_mm, self.width_mm)
        return Bearing(self.bore_mm, self.outside_mm, self.width_mm, self.taper, self.group)


class GroupInputs(Inputs):
    """Limits of a clearance group; with a gauged clearance also the judgement."""

    bore_mm: Mm
    group: Group
    gauged_um: Um | None = None
    doubt_um: Um = 0.0


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


class DriveUpInputs(BearingInputs):
    """Drive-up and nut angle for a range of reductions."""

    reduction_min_um: Um
    reduction_max_um: Um
    pitch_mm: Annotated[float, Field(gt=0, le=10)]
    nut_outside_mm: Mm


class CardDriveUpInputs(BearingInputs):
    """What a card says for a bearing."""

    card: Card = Card.A


class AngleInputs(Inputs):
    """Nut angle and rim length for a drive-up."""

    drive_up_min_mm: Annotated[float, Field(ge=0, le=50)]
    drive_up_max_mm: Annotated[float, Field(ge=0, le=50)]
    pitch_mm: Annotated[float, Field(gt=0, le=10)]
    nut_outside_mm: Mm


class BracketInputs(Inputs):
    """Mean of feeler brackets, as low-high pairs, row by row."""

    nut_side_um: list[tuple[Um, Um]]
    far_side_um: list[tuple[Um, Um]] = []


class LeafInputs(Inputs):
    """Which leaf next."""

    leaves_mm: list[Annotated[float, Field(gt=0, le=5)]]
    expected_low_um: Um
    expected_high_um: Um
    passed_um: Um | None = None
    stopped_um: Um | None = None


class PositionInputs(BearingInputs):
    """Where the bearing is, from unmounted clearance, last gauging and nut turn."""

    initial_um: Um
    initial_doubt_um: Annotated[float, Field(gt=0, le=500)]
    nut_angle_deg: Deg
    pitch_mm: Annotated[float, Field(gt=0, le=10)]
    nut_outside_mm: Mm
    gauged_um: Um | None = None
    gauged_doubt_um: Annotated[float, Field(gt=0, le=500)] = 10.0
    gauged_at_deg: Deg = 0.0
    card: Card = Card.A


class TabInputs(PositionInputs):
    """Positions where a washer tab meets a nut slot, from here on."""

    slots: Annotated[int, Field(ge=3, le=24)]
    tabs: Annotated[int, Field(ge=3, le=60)]
    first_deg: Deg | None = None


class FinalInputs(WindowInputs):
    """Final judgement of residual and reduction."""

    residual_um: Um
    doubt_um: Um


class LengthInputs(Inputs):
    """Read a length as people write it."""

    text: str
    default_unit: LengthUnit = LengthUnit.MM


class DesignationInputs(Inputs):
    """Read a designation."""

    designation: str


@dataclass(frozen=True)
class Calculator:
    """A named calculator."""

    name: str
    title: str
    inputs: type[Inputs]
    run: Callable[[Reference, Any], Answer]


def _group(ref: Reference, i: GroupInputs) -> Answer:
    row = ref.clearance.row(i.bore_mm)
    # Group limits depend on the bore alone; outside diameter and width do not enter.
    limits = group_limits(ref.clearance, Bearing(i.bore_mm, i.bore_mm * 1.7, i.bore_mm * 0.4, Taper.ONE_IN_12, i.group))
    verdict = judge_initial(i.gauged_um, i.doubt_um, row.groups_um, i.group) if i.gauged_um is not None else None
    return Answer("clearance-group", (limits,), verdict)


def _of_bore(i: WindowInputs) -> Bearing:
    return Bearing(i.bore_mm, i.bore_mm * 1.7, i.bore_mm * 0.4, Taper.ONE_IN_12, i.group)


def _window(ref: Reference, i: WindowInputs) -> Answer:
    card, bearing = ref.cards[i.card], _of_bore(i)
    reduction, residual = reduction_range(card, bearing), residual_limit(card, bearing)
    window = window_result(target_window(i.initial_um, card.row(i.bore_mm).reduction_um, residual.value), card.source.id)
    return Answer("window", (window, reduction, residual, half_rule(i.initial_um, card.row(i.bore_mm).reduction_um)), window.verdict)


def _own_window(_: Reference, i: OwnWindowInputs) -> Answer:
    _ordered(i.reduction_min_um, i.reduction_max_um, "reduction_max_um")
    span = Span(i.reduction_min_um, i.reduction_max_um)
    window = window_result(target_window(i.initial_um, span, i.least_residual_um), PRACTICE.id)
    return Answer("own-window", (window, half_rule(i.initial_um, span)), window.verdict)


def _drive_up(_: Reference, i: DriveUpInputs) -> Answer:
    _ordered(i.reduction_min_um, i.reduction_max_um, "reduction_max_um")
    drive = computed_drive_up(i.bearing(), i.reduction_min_um, i.reduction_max_um)
    nut = _nut(i.bore_mm, i.pitch_mm, i.nut_outside_mm)
    angle = nut_angle(drive.value or 0.0, drive.value_to or 0.0, nut)
    return Answer("drive-up", (drive, angle, rim_length(angle.value or 0.0, angle.value_to or 0.0, nut)))


def _card(ref: Reference, i: CardDriveUpInputs) -> Answer:
    card, bearing = ref.cards[i.card], i.bearing()
    return Answer("card", (reduction_range(card, bearing), card_drive_up(card, bearing), residual_limit(card, bearing)))


def _angle(_: Reference, i: AngleInputs) -> Answer:
    _ordered(i.drive_up_min_mm, i.drive_up_max_mm, "drive_up_max_mm")
    nut = _nut(i.nut_outside_mm / 1.3, i.pitch_mm, i.nut_outside_mm)
    angle = nut_angle(i.drive_up_min_mm, i.drive_up_max_mm, nut)
    return Answer("nut-angle", (angle, rim_length(angle.value or 0.0, angle.value_to or 0.0, nut)))


def _gauging(_: Reference, i: BracketInputs) -> Answer:
    cells: list[Cell] = []
    for row, pairs, field in ((Row.NUT_SIDE, i.nut_side_um, "nut_side_um"), (Row.FAR_SIDE, i.far_side_um, "far_side_um")):
        for place, (low, high) in enumerate(pairs, 1):
            if low >= high:
                raise InvalidInput.at(field, f"Place {place}: {low:g} passed, yet {high:g} did not.", "low-high pairs, low below high")
            cells.append(Cell(place, row, Bracket(low, high)))
    summary = summarise(cells)
    if summary is None:
        raise InvalidInput.at("nut_side_um", "No bracket is given.", "at least one low-high pair in µm")
    return Answer("gauging", (mean_result(summary, "Gauged clearance"),), findings=summary.findings)


def _leaf(_: Reference, i: LeafInputs) -> Answer:
    gauge = FeelerSet("typed", "this set", LengthUnit.MM, tuple(sorted({leaf * 1000 for leaf in i.leaves_mm})))
    stack = next_leaf(Bracket(i.passed_um, i.stopped_um), Span(i.expected_low_um, i.expected_high_um), gauge)
    if stack is None:
        return Answer("next-leaf", (Result("next_leaf", "Next leaf", None, "µm", note="No further leaf of this set narrows the bracket."),))
    leaves = " + ".join(f"{leaf:g}" for leaf in stack.leaves_um)
    line = Line("leaf", "nearest to the middle of what is open", "fewest leaves", leaves, stack.thickness_um, "µm", PRACTICE.id)
    return Answer("next-leaf", (Result("next_leaf", "Next leaf", stack.thickness_um, "µm", working=(line,)),))


def _position(ref: Reference, i: PositionInputs) -> Answer:
    answer = _tabs_or_position(ref, i, None)
    return Answer("position", answer.results, answer.verdict)


def _tabs(ref: Reference, i: TabInputs) -> Answer:
    return _tabs_or_position(ref, i, i)


def _tabs_or_position(ref: Reference, i: PositionInputs, tabs: TabInputs | None) -> Answer:
    bearing, card = i.bearing(), ref.cards[i.card]
    gauged = [Gauged(i.gauged_at_deg, i.gauged_um, i.gauged_doubt_um / 2)] if i.gauged_um is not None else []
    if gauged and i.gauged_at_deg > i.nut_angle_deg:
        raise InvalidInput.at("gauged_at_deg", "The gauging lies ahead of the nut.", f"0 to {i.nut_angle_deg:g}")
    now = estimate(bearing, i.pitch_mm, Gauged(0, i.initial_um, i.initial_doubt_um / 2), gauged, i.nut_angle_deg)
    window = target_window(i.initial_um, card.row(i.bore_mm).reduction_um, residual_limit(card, bearing).value)
    shown = window_result(window, card.source.id)
    slots = (tabs.slots, tabs.tabs) if tabs else (4, 17)
    nut = _nut(i.bore_mm, i.pitch_mm, i.nut_outside_mm, *slots)
    at = position_result(now, bearing, nut, i.nut_angle_deg - i.gauged_at_deg, i.gauged_um if i.gauged_um is not None else i.initial_um)
    doubt = (4 * now.sd_um**2 + i.initial_doubt_um**2) ** 0.5
    turn = None if window.empty else next_turn(now, window)
    turned = Result("next_turn", "Turn next", turn.angle_deg if turn else None, "°", note="" if turn else "The window is empty.")
    results = (at, turned, reduction_result(i.initial_um, now.clearance_um, doubt), shown)
    found = meetings(now, nut, window, tabs.first_deg) if tabs else ()
    return Answer("tab-positions" if tabs else "position", results, shown.verdict, found)


def _final(ref: Reference, i: FinalInputs) -> Answer:
    card, bearing = ref.cards[i.card], _of_bore(i)
    window = target_window(i.initial_um, card.row(i.bore_mm).reduction_um, residual_limit(card, bearing).value)
    judged = judge_final(window, i.residual_um, i.doubt_um)
    reduction = reduction_result(i.initial_um, i.residual_um, i.doubt_um)
    left = Result("residual", "Residual clearance", i.residual_um, "µm", doubt=i.doubt_um, verdict=judged.residual)
    taken = Result(reduction.id, reduction.label, reduction.value, "µm", None, reduction.doubt, judged.reduction, reduction.working)
    return Answer("final", (left, taken), judged.overall)


def _length(_: Reference, i: LengthInputs) -> Answer:
    length = parse_length(i.text, "text", i.default_unit)
    line = Line("x", "as typed", "value × unit", f"{length.text} ({length.unit})", length.um, "µm", "screw")
    return Answer("length", (Result("length", "Length", length.um, "µm", working=(line,)),))


def _designation(ref: Reference, i: DesignationInputs) -> Answer:
    read = read_designation(i.designation)
    row = ref.dimensions.find(read.basic_code)
    if row is None:
        raise InvalidInput.at("designation", f"{read.basic_code} is not in the dimension table.", "give bore, outside diameter and width")
    source = ref.dimensions.source.id
    results = tuple(
        Result(name, label, value, "mm", working=(Line(symbol, label, "table", read.basic_code, value, "mm", source),))
        for name, label, symbol, value in (
            ("bore", "Bore", "d", row.bore_mm),
            ("outside", "Outside diameter", "D", row.outside_mm),
            ("width", "Width", "B", row.width_mm),
        )
    )
    findings = [f"Not read: {', '.join(read.unread)}."] if read.unread else []
    findings += [f"No {what} in the designation." for what, value in (("taper", read.taper), ("clearance group", read.group)) if value is None]
    return Answer("designation", results, findings=tuple(findings))


def _ordered(low: float, high: float, field: str) -> None:
    if low > high:
        raise InvalidInput.at(field, f"The greater end ({high:g}) is below the lesser ({low:g}).", f"{low:g} or more")


def _nut(thread_mm: float, pitch_mm: float, outside_mm: float, slots: int = 4, tabs: int = 17) -> LockNut:
    return LockNut(thread_mm, pitch_mm, outside_mm, slots, tabs, 10.0)


CALCULATORS: dict[str, Calculator] = {
    c.name: c
    for c in (
        Calculator("clearance-group", "Limits of a clearance group", GroupInputs, _group),
        Calculator("window", "Target window by a card", WindowInputs, _window),
        Calculator("own-window", "Target window by a sheet typed in", OwnWindowInputs, _own_window),
        Calculator("card", "What a reduction card says", CardDriveUpInputs, _card),
        Calculator("drive-up", "Drive-up and nut angle for a reduction", DriveUpInputs, _drive_up),
        Calculator("nut-angle", "Nut angle and rim length for a drive-up", AngleInputs, _angle),
        Calculator("gauging", "Mean of feeler brackets", BracketInputs, _gauging),
        Calculator("next-leaf", "Which leaf next", LeafInputs, _leaf),
        Calculator("position", "Where the bearing is", PositionInputs, _position),
        Calculator("tab-positions", "Where tabs meet slots", TabInputs, _tabs),
        Calculator("final", "Final judgement", FinalInputs, _final),
        Calculator("length", "Read a length", LengthInputs, _length),
        Calculator("designation", "Read a designation", DesignationInputs, _designation),
    )
}


def calculate(reference: Reference, name: str, inputs: Inputs) -> Answer:
    """Run a calculator. Raises InvalidInput for values that cannot be meant, NotFound for a name unknown."""
    return find(name).run(reference, inputs)


def find(name: str) -> Calculator:
    """A calculator by its name. Raises NotFound, listing the names that exist."""
    if name not in CALCULATORS:
        raise NotFound(f"There is no calculator “{name}”. There are: {', '.join(CALCULATORS)}.")
    return CALCULATORS[name]
