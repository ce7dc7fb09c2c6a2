"""What the bench draws: the gauging under way, the ruler of clearances, the dial of the nut."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.adviser.belief import Belief
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import Stack
from tribodex.core.components.lock_nut import LockKind
from tribodex.core.mounting.gauging import Phase, Row, mean_result
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.ruler import Ruler, RulerReading
from tribodex.core.mounting.seat import behind_words, seat_behind_deg
from tribodex.core.mounting.window import Window
from tribodex.core.topics.tapered.attempt import Gauging
from tribodex.core.topics.tapered.leaves import expected_play, leaf_for
from tribodex.core.topics.tapered.moves import NextMove
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.tell import PHASES, PLACES
from tribodex.core.working import Level, Result, Verdict

# Feelers offered to a gloved thumb in one row of a phone.
CHIPS = 7
# A nut of unknown outside diameter is drawn with this share of its thread.
USUAL_OUTSIDE = 1.3


@dataclass(frozen=True)
class TrialView:
    """A leaf that was tried."""

    seq: int
    outcome: str


@dataclass(frozen=True)
class Chip:
    """A thickness to tap, and the next one that the set makes: when the first goes in and the next
    does not, the place is bracketed.
    """

    um: float
    next_um: float | None


@dataclass(frozen=True)
class CellView:
    """One place of one row. `nothing_passed`: not even the thinnest leaf went in."""

    place: int
    row: Row
    low_um: float | None
    high_um: float | None
    closed: bool
    contradiction: str
    nothing_passed: bool
    next_leaf: Stack | None
    next_um: float | None
    chips: tuple[Chip, ...]
    trials: tuple[TrialView, ...]


@dataclass(frozen=True)
class GaugingView:
    """A gauging under way, or `begun` by the first reading."""

    begun: bool
    number: int
    phase: Phase
    title: str
    where: str
    places: int
    cells: tuple[CellView, ...]
    findings: tuple[str, ...]
    mean: Result | None
    thinnest_um: float


@dataclass(frozen=True)
class SeatView:
    """Where the nut seats with its washer under it. Angles in counted degrees; behind the old mark
    above zero.
    """

    old_mark_deg: float
    # Whether the nut's turns are counted at all: by blows nobody does.
    counted: bool
    expected_behind_deg: float | None
    expected_words: str
    thickness_mm: float | None
    measured: bool
    pitch_mm: float
    verdict: Verdict | None
    hydraulic: bool


@dataclass(frozen=True)
class Indicator:
    """A hydraulic nut's indicator: travel from the start pressure, mm, and the range asked."""

    travel_mm: float
    from_mm: float
    to_mm: float


@dataclass(frozen=True)
class Dial:
    """Nut and washer, degrees from the zero mark in the tightening direction.

    `target` is the turn range in which the window is expected, or that was asked for; `tab_deg` is
    where the next tab meets. What nobody knows is None; then `drawn_outside_mm` is a usual size for
    the drawing alone.
    """

    slots: int | None
    tabs: int | None
    slot_width_deg: float | None
    present_deg: float
    drive_up_mm: float
    target_from_deg: float | None
    target_to_deg: float | None
    tab_deg: float | None
    step_deg: float | None
    rim_mm_per_deg: float | None
    drawn_outside_mm: float
    outside_known: bool
    thread_mm: float
    pitch_mm: float
    tabs_counted: bool
    lock: LockKind


def gauging_view(state: Tapered, ahead: Gauging | None = None) -> GaugingView | None:
    """The gauging under way; else the one `ahead` that the first reading begins."""
    under_way = state.open_gauging()
    gauging = under_way or ahead
    if gauging is None:
        return None
    plan = state.plan
    summary = gauging.summary(plan)
    cells = []
    for cell in gauging.cells(plan):
        choice = leaf_for(state, gauging, cell)
        leaf = choice.stack if choice else None
        trials = [t for t in gauging.trials if t.place == cell.place and t.row is cell.row]
        cells.append(
            CellView(
                place=cell.place,
                row=cell.row,
                low_um=cell.bracket.low_um,
                high_um=cell.bracket.high_um,
                closed=cell.bracket.closed,
                contradiction=cell.bracket.contradiction,
                nothing_passed=cell.bracket.nothing_passed,
                next_leaf=leaf,
                next_um=leaf.thickness_um if leaf else None,
                chips=_chips(state, gauging, leaf),
                trials=tuple(TrialView(t.seq, t.outcome.value) for t in trials),
            )
        )
    return GaugingView(
        begun=under_way is not None,
        number=gauging.number,
        phase=gauging.phase,
        title=PHASES[gauging.phase],
        where=PLACES[gauging.where],
        places=gauging.places,
        cells=tuple(cells),
        findings=summary.findings if summary else (),
        mean=mean_result(summary, "Mean so far") if summary else None,
        thinnest_um=gauging.set_of(plan).leaves_um[0],
    )


def seat_view(state: Tapered) -> SeatView | None:
    """The seat of the nut on its washer; None where nothing is seated again, before the drive-up
    and once locked.
    """
    plan, attempt = state.plan, state.attempt
    if not plan.seats_again or attempt.nut_deg == 0 or attempt.locked is not None:
        return None
    seated = attempt.seated
    pitch = plan.nut.pitch_mm if plan.nut else 0.0
    thickness = seated.thickness_mm if seated is not None else plan.washer_thickness_mm
    measured = seated.measured if seated is not None else plan.washer_measured
    expected = (
        seat_behind_deg(thickness, pitch)
        if thickness is not None and pitch and plan.hydraulic is None
        else None
    )
    # The old mark is where the nut stood before what it was driven on while seating.
    old = attempt.nut_deg - (seated.seat.extra_deg if seated is not None else 0.0)
    return SeatView(
        old_mark_deg=old,
        counted=plan.method is not Method.BLOWS,
        expected_behind_deg=expected,
        expected_words=behind_words(expected) if expected is not None else "",
        thickness_mm=thickness,
        measured=measured,
        pitch_mm=pitch,
        verdict=seated.seat.verdict if seated is not None else None,
        hydraulic=plan.hydraulic is not None,
    )


@dataclass(frozen=True)
class FeelersView:
    """The gauge set in hand; what stands against it in this window, None where nothing does;
    whether its leaves were measured by micrometer.
    """

    id: str
    name: str
    doubt: Verdict | None
    measured: bool


def feelers_view(state: Tapered) -> FeelersView | None:
    """The set in hand; None where nothing is gauged, and once the nut is locked and checked."""
    if not state.plan.method.gauged or state.attempt.finished:
        return None
    gauge, proven = state.gauge, state.proven_by()
    doubt = proven if proven.level in (Level.WATCH, Level.STOP) else None
    return FeelersView(gauge.id, gauge.name, doubt, gauge.measured_um is not None)


@dataclass(frozen=True)
class BlowsView:
    """Blows of this attempt: all, since the last gauging and at once; in µm what one takes, as far
    as two gaugings told.

    `asked`: how many are said to be struck next, with `another_tool` or as the last ones; None
    where something else is to be done.
    """

    asked: int | None
    another_tool: bool
    struck: int
    since: int
    last: int
    mean_um: float | None
    most_um: float | None


def blows_view(state: Tapered, asked: NextMove) -> BlowsView | None:
    """What was struck, where a drive-up goes by blows; None where turns are counted."""
    if state.plan.method is not Method.BLOWS:
        return None
    attempt = state.attempt
    per = attempt.per_blow(state.plan)
    return BlowsView(
        asked=asked.blows,
        another_tool=asked.another_tool,
        struck=attempt.all_blows,
        since=attempt.blows_since,
        last=attempt.last_blows,
        mean_um=per.mean_um if per is not None else None,
        most_um=per.most_um if per is not None else None,
    )


def indicator_view(state: Tapered) -> Indicator | None:
    """The indicator of a hydraulic nut; None where a spanner drives."""
    step, nut = state.plan.hydraulic, state.plan.nut
    if step is None or nut is None:
        return None
    return Indicator(
        travel_mm=state.attempt.nut_deg * nut.pitch_mm / 360,
        from_mm=step.travel_mm.low,
        to_mm=step.travel_mm.high,
    )


def _chips(state: Tapered, gauging: Gauging, leaf: Stack | None) -> tuple[Chip, ...]:
    """Thicknesses to offer: the proposed one in the middle, its neighbours round it."""
    gauge = gauging.set_of(state.plan)
    middle = leaf.thickness_um if leaf else expected_play(state, gauging).mean_um
    near = sorted(
        gauge.stacks(max(10.0, middle - 80), middle + 80),
        key=lambda s: (abs(s.thickness_um - middle), len(s.leaves_um)),
    )
    found = sorted(s.thickness_um for s in near[:CHIPS])
    return tuple(
        Chip(um, following.thickness_um if (following := gauge.next_above(um)) else None)
        for um in found
    )


def ruler_view(state: Tapered, window: Window | None, position: Belief | None) -> Ruler | None:
    """The ruler of clearances; None where the play is not gauged."""
    plan = state.plan
    if plan.target is None:
        return None
    group = plan.limits_um
    readings = []
    for gauging in state.gaugings:
        if gauging.closed is not None:
            final = " final" if gauging.phase is Phase.FINAL else ""
            driven = gauging.where_words() if gauging.blows else f"at {gauging.nut_deg:.0f}°"
            label = "unmounted" if gauging.attempt == 0 else driven + final
            s = gauging.closed.summary
            readings.append(
                RulerReading(
                    number=gauging.number,
                    label=label,
                    attempt=gauging.attempt,
                    mean_um=s.mean_um,
                    uncertainty_um=s.uncertainty_um,
                    nut_deg=gauging.nut_deg,
                )
            )
    least = group.low - plan.target.reduction_um.high
    marks = [
        group.high,
        least,
        *(r.mean_um + r.uncertainty_um for r in readings),
        *(r.mean_um - r.uncertainty_um for r in readings),
    ]
    if window is not None:
        marks += [window.low_um, window.high_um]
    moved = position is not None and not position.gauged_here
    low, high = max(0.0, min(marks) - 10), max(marks) + 10
    return Ruler(
        group_name=plan.bearing.group.value,
        from_um=low // 10 * 10,
        to_um=-(-high // 10) * 10,
        group=group,
        window=Span(window.low_um, window.high_um) if window and not window.empty else None,
        residual_limit_um=plan.least_residual_um,
        readings=tuple(readings),
        estimate_um=position.clearance_um if position is not None and moved else None,
        estimate_uncertainty_um=2 * position.sd_um if position is not None and moved else None,
    )


def dial_view(state: Tapered, window: Window | None, position: Belief | None) -> Dial | None:
    """The dial of nut and lock; None while the nut is not known."""
    nut, attempt = state.plan.nut, state.attempt
    if nut is None or state.plan.method is Method.BLOWS:
        return None
    target: tuple[float | None, float | None] = (None, None)
    asked = state.plan.turn_range_deg
    if not state.plan.method.gauged:
        target = (asked.low, asked.high) if asked is not None else target
    elif window is not None and not window.empty and position is not None and attempt.zero_set:
        to_high = (position.clearance_um - window.high_um) / position.per_degree_um
        to_low = (position.clearance_um - window.low_um) / position.per_degree_um
        target = (max(0.0, attempt.nut_deg + to_high), max(0.0, attempt.nut_deg + to_low))
    first = state.first_tab_deg()
    rim = nut.rim_mm_per_deg
    return Dial(
        slots=nut.slots,
        tabs=nut.tabs,
        slot_width_deg=(
            nut.slot_width_mm / rim if nut.slot_width_mm is not None and rim is not None else None
        ),
        present_deg=attempt.nut_deg,
        drive_up_mm=attempt.nut_deg * nut.pitch_mm / 360,
        target_from_deg=target[0],
        target_to_deg=target[1],
        tab_deg=attempt.nut_deg + first if first is not None else None,
        step_deg=nut.tab_step_deg,
        rim_mm_per_deg=rim,
        drawn_outside_mm=nut.outside_mm or USUAL_OUTSIDE * nut.thread_mm,
        outside_known=nut.outside_mm is not None,
        thread_mm=nut.thread_mm,
        pitch_mm=nut.pitch_mm,
        tabs_counted=nut.tabs_counted,
        lock=nut.lock,
    )
