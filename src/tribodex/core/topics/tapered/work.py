"""A drive-up as its panel shows it: what is drawn and said comes from here, so that picture and
numbers agree.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.components.bearing import Group
from tribodex.core.components.lock_nut import LockKind
from tribodex.core.components.section import BearingSection, section_of
from tribodex.core.errors import Refused
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.locking import TabPosition, tab_positions, turn_tab_positions, way_out
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.provable import NARROW_UM
from tribodex.core.mounting.ruler import Ruler
from tribodex.core.topics.tapered.attempt import Gauging
from tribodex.core.topics.tapered.commands import StartGauging, TurnUnit
from tribodex.core.topics.tapered.gauging import begun_by
from tribodex.core.topics.tapered.locking import turn_ruling
from tribodex.core.topics.tapered.looks import LookTarget
from tribodex.core.topics.tapered.move import move
from tribodex.core.topics.tapered.moves import Do, NextMove, release_how
from tribodex.core.topics.tapered.parted_view import PartedView, parted_view
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.stages import current_stage
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.views import (
    BlowsView,
    Dial,
    FeelersView,
    GaugingView,
    Indicator,
    SeatView,
    blows_view,
    dial_view,
    feelers_view,
    gauging_view,
    indicator_view,
    ruler_view,
    seat_view,
)
from tribodex.core.working import Level

# Tab positions that come with every answer.
SHOWN_TABS = 6


@dataclass(frozen=True)
class AskedNow:
    """What the next move asks for, as the panel takes it: `turn_deg`, `place`, `row` and `places`
    where `do` needs them; lengths in mm.
    """

    do: Do
    turn_deg: float | None
    rim_mm: float | None
    drive_up_mm: float | None
    place: int | None
    row: str | None
    places: int | None


@dataclass(frozen=True)
class TabView:
    """A tab position on the screen: the turn to it in degrees, its length of rim in mm, what would
    be left in µm, and whether to lock there.

    `by_name` says what a name answers for where it may be taken outside window or range; empty
    where it may not.
    """

    turn_deg: float
    turn_to_deg: float
    rim_mm: float | None
    residual_um: float | None
    uncertainty_um: float | None
    word: str
    level: Level
    by_name: str = ""


@dataclass(frozen=True)
class TaperedWork:
    """A drive-up as its panel shows it."""

    topic: Literal["tapered"]
    stage: str
    bearing: str
    group: Group
    next: AskedNow
    attempt: int
    gauging: GaugingView | None
    ruler: Ruler | None
    dial: Dial | None
    lock: LockKind
    # Counted degrees between tab positions; None while slots or positions are not known.
    tab_step_deg: float | None
    blows: BlowsView | None
    section: BearingSection
    method: Method
    method_title: str
    gauged_method: bool
    hydraulic: bool
    turn_units: tuple[TurnUnit, ...]
    risk: float
    seat: SeatView | None
    parted: PartedView | None
    feelers: FeelersView | None
    by_lengths: bool
    indicator: Indicator | None
    release_how: str
    may_set_zero: bool
    zero_by: Literal["both_hands", "tapped", "silent", ""]
    tab_positions: tuple[TabView, ...]
    tabs_inside: int
    tab_known: bool
    way_out: str
    final: FinalVerdict | None
    zero_set: bool
    locked: bool
    one_row: bool


def section_for(plan: Plan) -> BearingSection:
    """The section to draw for a plan."""
    return section_of(
        plan.bearing,
        plan.shaft,
        plan.seat,
        plan.sleeve_length_mm,
        plan.nut.outside_mm if plan.nut else None,
    )


def tab_positions_of(state: Tapered) -> tuple[TabPosition, ...]:
    """Tab positions ahead of the nut, each with what it would take; empty before the zero mark and
    once locked.
    """
    plan, attempt, asked = state.plan, state.attempt, state.plan.turn_range_deg
    if not attempt.zero_set or attempt.locked is not None or plan.nut is None:
        return ()
    if not plan.method.gauged and asked is not None:
        return turn_tab_positions(
            plan.nut, attempt.nut_deg, (asked.low, asked.high), state.first_tab_deg()
        )
    window, position = state.window(), state.position()
    if window is None or window.empty or position is None:
        return ()
    return tab_positions(
        position, plan.nut, window, state.first_tab_deg(), risk=state.risk, ruling=state.may_lock
    )


def _by_lengths(state: Tapered) -> bool:
    """Whether two lengths from sleeve end to ring are worth measuring though nothing is wrong: the
    window is narrow, and the nut counts.
    """
    window, attempt = state.window(), state.attempt
    if (
        window is None
        or window.empty
        or window.width_um >= NARROW_UM
        or attempt.locked is not None
        or state.plan.nut is None
    ):
        return False
    return (
        state.plan.method is not Method.BLOWS
        and attempt.nut_deg > 0
        and LookTarget.SLEEVE_END not in attempt.looked()
    )


def _inside(position: TabPosition) -> bool:
    return position.verdict.code in (LockCode.INSIDE, LockCode.NEAR)


def _worth_showing(state: Tapered, found: tuple[TabPosition, ...]) -> tuple[TabView, ...]:
    """The positions round the first one inside the window; those far ahead come with a later
    answer.
    """
    inside = next((i for i, position in enumerate(found) if _inside(position)), None)
    shown = found[: SHOWN_TABS // 2] if inside is None else found[max(0, inside - 1) :][:SHOWN_TABS]
    return tuple(
        TabView(
            turn_deg=p.turn_deg,
            turn_to_deg=p.turn_to_deg,
            rim_mm=p.rim_mm,
            residual_um=p.residual_um,
            uncertainty_um=p.uncertainty_um,
            word=p.verdict.word,
            level=p.verdict.level,
            by_name=_by_name(state, p),
        )
        for p in shown
    )


def _by_name(state: Tapered, position: TabPosition) -> str:
    """What a name answers for at a position outside window or range; empty where it may not be
    taken.
    """
    if position.verdict.level is Level.GOOD:
        return ""
    turn = position.turn_to_deg
    said = state.meets(turn) if state.plan.method.gauged else turn_ruling(state, turn)[1]
    return said.reason if said is not None and said.level is not Level.STOP else ""


def _asked(move: NextMove) -> AskedNow:
    return AskedNow(
        do=move.do,
        turn_deg=move.turn_deg,
        rim_mm=move.rim_mm,
        drive_up_mm=move.drive_up_mm,
        place=move.place,
        row=move.row,
        places=move.places,
    )


def view(desk: Desk, state: Tapered) -> TaperedWork:
    """The drive-up as it is shown."""
    plan, attempt = state.plan, state.attempt
    window, position = state.window(), state.position()
    found, asked = tab_positions_of(state), move(desk, state)
    return TaperedWork(
        topic="tapered",
        stage=current_stage(state),
        bearing=plan.bearing.label,
        group=plan.bearing.group,
        next=_asked(asked),
        attempt=attempt.number,
        gauging=gauging_view(state, _ahead(desk, state, asked)),
        ruler=ruler_view(state, window, position),
        dial=dial_view(state, window, position),
        lock=plan.lock,
        tab_step_deg=plan.nut.tab_step_deg if plan.nut else None,
        blows=blows_view(state, asked),
        section=section_for(plan),
        method=plan.method,
        method_title=plan.method_title,
        gauged_method=plan.method.gauged,
        hydraulic=plan.hydraulic is not None,
        turn_units=_units(state),
        risk=state.risk,
        seat=seat_view(state),
        parted=parted_view(state),
        feelers=feelers_view(state),
        by_lengths=_by_lengths(state),
        indicator=indicator_view(state),
        # Nothing is let go before the nut has moved.
        release_how=release_how(state) if attempt.zero_set else "",
        may_set_zero=state.initial_closed() is not None
        and state.stopped_by() is None
        and not attempt.zero_set,
        tab_positions=_worth_showing(state, found),
        tabs_inside=sum(map(_inside, found)),
        tab_known=state.first_tab_deg() is not None,
        way_out=way_out(found) if found else "",
        final=attempt.final_verdict(),
        zero_set=attempt.zero_set,
        zero_by=(
            plan.sheet_zero.value
            if plan.sheet_zero is not None
            else "silent"
            if plan.method is Method.TURNS
            else ""
        ),
        locked=attempt.locked is not None,
        one_row=attempt.row_out is None
        and any(len(gauging.rows(plan)) == 1 for gauging in attempt.gaugings[-1:]),
    )


_GAUGES = {Do.GAUGE_INITIAL: Phase.INITIAL, Do.GAUGE: Phase.DRIVE_UP, Do.GAUGE_FINAL: Phase.FINAL}


def _ahead(desk: Desk, state: Tapered, asked: NextMove) -> Gauging | None:
    """The gauging that is asked for, as its first reading would find it; None where none is, or
    nothing may be gauged yet.
    """
    phase = _GAUGES.get(asked.do)
    if phase is None or state.open_gauging() is not None:
        return None
    try:
        return begun_by(desk, state, StartGauging(phase, asked.places))[1]
    except Refused:
        return None


def _units(state: Tapered) -> tuple[TurnUnit, ...]:
    """Ways to log a turn, the method's own first."""
    nut = state.plan.nut
    if state.plan.method is Method.BLOWS:
        return ()
    units: list[TurnUnit] = ["degrees"]
    if nut is not None and nut.rim_mm_per_deg is not None:
        units.append("rim")
    if nut is not None and nut.slots is not None:
        units.append("slots")
    if state.plan.method is Method.DRIVE_UP:
        units.insert(0, "drive_up")
    if state.plan.method is Method.TURNS:
        units.insert(0, "turns")
    return tuple(units)
