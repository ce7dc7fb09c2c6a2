"""The one next move: an instruction in words, why, and what could go wrong."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import Stack
from tribodex.core.job.stages import current_stage, gate_due, ready_to_lock
from tribodex.core.job.state import Gauging, JobState
from tribodex.core.mounting.gauging import Cell, Phase, next_leaf
from tribodex.core.mounting.locking import best, meetings, way_out
from tribodex.core.mounting.position import Position, Turn, next_turn
from tribodex.core.mounting.window import Window
from tribodex.core.procedure import Procedure
from tribodex.core.quantities import UM_PER, LengthUnit, mm_text, number_plain, um_text
from tribodex.core.working import Level, in_words


class Do(StrEnum):
    """What the person is asked to do; the interface offers the tap that goes with it."""

    CONFIRM = "confirm_gate"
    GAUGE_INITIAL = "gauge_initial"
    TRY_LEAF = "try_leaf"
    CLOSE_GAUGING = "close_gauging"
    DECIDE_GROUP = "decide_group"
    DECIDE_WINDOW = "decide_window"
    SET_ZERO = "set_zero"
    TURN = "turn"
    GAUGE = "gauge"
    LOCK = "lock"
    RELEASE = "release"
    GAUGE_FINAL = "gauge_final"
    SIGN = "sign"
    NOTHING = "nothing"


@dataclass(frozen=True)
class NextMove:
    """The next move. `turn_deg`, `leaf`, `gate` and `cell` are set where `do` needs them; lengths of rim in mm."""

    do: Do
    headline: str
    why: str
    risk: str = ""
    turn_deg: float | None = None
    rim_mm: float | None = None
    leaf: Stack | None = None
    gate: str | None = None
    place: int | None = None
    row: str | None = None


def leaf_words(stack: Stack) -> str:
    """A stack as it is picked from the set.

    >>> leaf_words(Stack((70.0, 50.0)))
    '0.120 mm (4.7 thou), that is 0.07 + 0.05'
    """
    if len(stack.leaves_um) == 1:
        return um_text(stack.thickness_um)
    return f"{um_text(stack.thickness_um)}, that is " + " + ".join(_mark(leaf) for leaf in stack.leaves_um)


def _mark(leaf_um: float) -> str:
    """What is marked on a leaf: thousandths when it is a whole number of half thousandths, else millimetres."""
    halves = leaf_um / (UM_PER[LengthUnit.THOU] / 2)
    return f"{round(halves) / 2:g} thou" if abs(halves - round(halves)) < 0.01 else f"{leaf_um / 1000:.4g}"


def expected_span(state: JobState, gauging: Gauging) -> Span:
    """Where the clearance is expected, µm: the group's limits before mounting, the estimate afterwards."""
    limits = state.plan.limits_um
    if gauging.phase is Phase.INITIAL:
        return limits
    position = state.position()
    if position is not None:
        reach = max(2 * position.sd_um, 8.0)
        return Span(max(0.0, position.clearance_um - reach), position.clearance_um + reach)
    closed = state.initial_closed()
    top = closed.summary.mean_um if closed else limits.high
    return Span(top / 3, top)


def next_cell(state: JobState, gauging: Gauging) -> tuple[Cell, Stack] | None:
    """The place and row to go on with, and its leaf; None when every bracket is fine enough."""
    for cell in gauging.cells(state.plan):
        leaf = leaf_for(state, gauging, cell)
        if leaf is not None:
            return cell, leaf
    return None


def leaf_for(state: JobState, gauging: Gauging, cell: Cell) -> Stack | None:
    """The next leaf at one place of one row.

    What the other brackets of this gauging say narrows what is expected here.
    """
    expected = expected_span(state, gauging)
    closed = [c.bracket for c in gauging.cells(state.plan) if c.bracket.closed]
    if closed and cell.bracket.low_um is None and cell.bracket.high_um is None:
        middle = sum(b.mid_um for b in closed) / len(closed)
        expected = Span(max(0.0, middle - 10), middle + 10)
    return next_leaf(cell.bracket, expected, state.plan.feeler)


def next_move(procedure: Procedure, state: JobState) -> NextMove:
    """What to do next, for the state of the job."""
    if state.abandoned:
        return NextMove(Do.NOTHING, "This job was given up", f"{state.abandoned.name}: {state.abandoned.reason}. Its record stays.")
    if state.signed and not state.changed_after_signing:
        return NextMove(Do.NOTHING, "Signed", f"{state.signed.name}, {state.signed.role}. The record can be printed.")
    stage = current_stage(procedure, state)
    gate = gate_due(procedure, state, {"target_window": "drive_up"}.get(stage, stage))
    if gate is not None:
        return NextMove(Do.CONFIRM, gate.title, gate.why, gate=gate.id)
    gauging = state.open_gauging()
    if gauging is not None:
        return _gauging_move(state, gauging)
    match stage:
        case "initial_clearance":
            return _initial_move(state)
        case "target_window":
            return _window_move(state)
        case "drive_up" | "lock":
            return _drive_move(state)
        case _:
            return _final_move(state)


def _gauging_move(state: JobState, gauging: Gauging) -> NextMove:
    cells = gauging.cells(state.plan)
    clash = next((c for c in cells if c.bracket.contradiction), None)
    if clash is not None:
        return NextMove(
            Do.CLOSE_GAUGING,
            f"Place {clash.place}, {clash.row}: readings contradict",
            f"{clash.bracket.contradiction}. Wipe the leaves, settle the rollers, and correct the wrong one in the log.",
            "A leaf rolled through under a roller reads too large.",
            place=clash.place,
            row=clash.row,
        )
    todo = next_cell(state, gauging)
    done = sum(1 for c in cells if c.bracket.closed)
    if todo is None:
        summary = gauging.summary(state.plan)
        said = f"Mean {um_text(summary.mean_um)}, spread {um_text(summary.spread_um)}." if summary else "Nothing is bracketed."
        return NextMove(Do.CLOSE_GAUGING, "All places are bracketed: finish this gauging", said, " ".join(summary.findings) if summary else "")
    cell, leaf = todo
    fewer = (
        f"{done} of {len(cells)} brackets are closed. Three places on both rows narrow the doubt to about half of a single one."
        if gauging.places > 1
        else f"{done} of {len(cells)} brackets are closed."
    )
    return NextMove(
        Do.TRY_LEAF,
        f"Place {cell.place}, {cell.row}: try {leaf_words(leaf)}",
        f"It halves what is still open there. {fewer}",
        "Push and withdraw beside the roller, a full roller length in; never roll it through: that reads too large.",
        leaf=leaf,
        place=cell.place,
        row=cell.row,
    )


def _initial_move(state: JobState) -> NextMove:
    closed = state.initial_closed()
    if closed is not None and closed.initial_verdict is not None:
        return NextMove(
            Do.DECIDE_GROUP,
            "Stop: the clearance is outside its group",
            closed.initial_verdict.reason,
            "Ways out: wipe, settle and gauge again; compare the number on the ring with the drawing; take another bearing and give "
            "this job up; or a named person accepts it with a reason.",
        )
    limits = state.plan.limits_um
    return NextMove(
        Do.GAUGE_INITIAL,
        "Gauge the unmounted clearance",
        f"It should lie from {um_text(limits.low)} to {um_text(limits.high)}. Turn the ring a few times first, so that the rollers settle.",
        "Use the same place (top or bottom) before and after.",
    )


def _window_move(state: JobState) -> NextMove:
    window = state.window()
    if window is None:
        return _initial_move(state)
    if state.stopped_by() == "window":
        return NextMove(
            Do.DECIDE_WINDOW,
            "Stop: the target window is empty",
            f"Even the least reduction would leave {um_text(window.high_um)}, and {um_text(window.low_um)} must be left. "
            "The bearing was tight to start with.",
            "Ways out: gauge again; take a bearing of the next clearance group and give this job up; ask the maker, and accept by name.",
        )
    return NextMove(
        Do.SET_ZERO,
        "Run the nut up by hand to metal-to-metal, then mark it",
        "Tap the nut's rim and try again by hand: if it still turns, it was not at zero. "
        f"The residual clearance should end between {um_text(window.low_um)} and {um_text(window.high_um)}.",
        "The slit sleeve must close on the shaft first. Angles counted from hand-tight do not belong here.",
    )


def _drive_move(state: JobState) -> NextMove:
    window = state.window()
    position = state.position()
    if window is None or window.empty:
        return NextMove(
            Do.GAUGE, "Drive on a little and gauge", "There is no window to aim at: it was accepted empty.", "Follow what was agreed with the maker."
        )
    if position is None:
        return _leaf_only_move(state, window)
    if not position.gauged_here or not state.attempt.gaugings:
        if state.attempt.nut_deg == 0:
            return _turn_move(state, position, window)
        return _gauge_or_turn(state, position, window)
    if position.clearance_um < window.low_um:
        return _past_the_window(position.clearance_um, window)
    if ready_to_lock(state):
        return _lock_move(state, position, window)
    return _turn_move(state, position, window)


def _leaf_only_move(state: JobState, window: Window) -> NextMove:
    gauged = state.gauged()
    if gauged and gauged[-1].nut_angle_deg == state.attempt.nut_deg:
        clearance = gauged[-1].mean_um
        if clearance < window.low_um:
            return _past_the_window(clearance, window)
        if clearance <= window.high_um:
            return NextMove(Do.LOCK, "Inside the window: tighten to the next tab", f"{um_text(clearance)} is left.", "Tighten to meet, never loosen.")
    return NextMove(
        Do.GAUGE,
        "Drive on a little, then gauge",
        "The nut's pitch is not known in this plan, so no angle can be computed: short moves, gauge often.",
        "A step too far cannot be undone by loosening.",
    )


def _past_the_window(clearance_um: float, window: Window) -> NextMove:
    return NextMove(
        Do.RELEASE,
        "Too far: release from the sleeve and start again",
        f"{um_text(clearance_um)} is left; at least {um_text(window.low_um)} was the aim.",
        "Loosening a little does not bring it back. The sleeve lets go with a bang: leave the nut on a few threads as a stop. "
        "Gauge once more before you release, if in doubt.",
    )


def _gauge_or_turn(state: JobState, position: Position, window: Window) -> NextMove:
    turn = next_turn(position, window)
    # Far above the window a gauging decides nothing yet.
    if turn.angle_deg >= 40 and position.clearance_um - 2 * position.sd_um > window.high_um and not state.attempt.gaugings:
        return _turn_move(state, position, window)
    low, high = position.clearance_um - 2 * position.sd_um, position.clearance_um + 2 * position.sd_um
    return NextMove(
        Do.GAUGE,
        "Gauge now",
        f"By the nut's turn it should be about {um_text(position.clearance_um)}, between {um_text(max(low, 0))} and {um_text(high)}. "
        "The leaf tells the truth about the play.",
        f"Going on without gauging: {in_words(position.chance_below(window.low_um))} to be below the window already.",
    )


def _turn_move(state: JobState, position: Position, window: Window) -> NextMove:
    turn = next_turn(position, window)
    if turn.angle_deg <= 0:
        return _small_step(state, position, window, turn)
    nut = state.plan.nut
    rim = turn.angle_deg * nut.rim_mm_per_deg if nut else None
    along = f": {mm_text(rim)} along its rim" if rim is not None else ""
    short = "" if turn.angle_deg >= turn.to_middle_deg - 6 else f" The middle of the window is about {turn.to_middle_deg:.0f}° away; "
    stop = "this turn stops where the chance to overshoot reaches 1 in 50." if short else ""
    return NextMove(
        Do.TURN,
        f"Turn the nut {turn.angle_deg:.0f}° on{along}. Then gauge",
        f"Now about {um_text(position.clearance_um)}; the turn takes out about {um_text(position.per_degree_um * turn.angle_deg)}.{short}{stop}",
        f"{in_words(turn.chance).capitalize()} to end below the window.",
        turn_deg=turn.angle_deg,
        rim_mm=rim,
    )


def _small_step(state: JobState, position: Position, window: Window, turn: Turn) -> NextMove:
    nut = state.plan.nut
    step = min(5.0, max(2.0, turn.to_middle_deg / 2))
    after = position.after(step)
    return NextMove(
        Do.TURN,
        f"Turn the nut {step:.0f}° on, no more. Then gauge",
        f"Just above the window: about {um_text(position.clearance_um)}, the window begins at {um_text(window.high_um)}.",
        f"{in_words(after.chance_below(window.low_um)).capitalize()} to end below the window: narrow windows leave little room for a leaf's doubt. "
        "More places narrow the doubt.",
        turn_deg=step,
        rim_mm=step * nut.rim_mm_per_deg if nut else None,
    )


def first_meeting(state: JobState) -> float | None:
    """Turn from here to the first meeting of tab and slot, from what was seen on the nut; None when nobody looked."""
    seen, nut = state.attempt.meeting_at_deg, state.plan.nut
    if seen is None or nut is None:
        return None
    left = (seen - state.attempt.nut_deg) % nut.meeting_angle_deg
    # Within a tenth of a degree of a whole step a tab is square already.
    return 0.0 if nut.meeting_angle_deg - left < 0.1 else left


def _lock_move(state: JobState, position: Position, window: Window) -> NextMove:
    nut = state.plan.nut
    assert nut is not None  # position is known only with a nut
    found = meetings(position, nut, window, first_meeting(state))
    good = best(found)
    if good is None:
        return NextMove(Do.LOCK, "Inside the window, but no tab position is", way_out(found), "Tighten to meet, never loosen.")
    if first_meeting(state) is None:
        return NextMove(
            Do.LOCK,
            "Inside the window. Look where the next tab stands",
            "Measure along the rim from any slot to the next tab in the tightening direction "
            f"(0 to {mm_text(nut.meeting_angle_deg * nut.rim_mm_per_deg)}, "
            "the smallest counts).",
            "Tighten to meet, never loosen.",
        )
    if good.turn_deg == 0:
        return NextMove(
            Do.LOCK, "A tab stands square in a slot: bend it here", good.verdict.reason, "Do not loosen to ease the tab in.", turn_deg=0.0
        )
    return NextMove(
        Do.LOCK,
        f"Tighten {number_plain(good.turn_deg)}° ({mm_text(good.rim_mm)} along the rim) and bend the tab",
        good.verdict.reason,
        "Tighten to meet, never loosen.",
        turn_deg=good.turn_deg,
        rim_mm=good.rim_mm,
    )


def _final_move(state: JobState) -> NextMove:
    final = state.attempt.final()
    if final is None:
        return NextMove(
            Do.GAUGE_FINAL,
            "Gauge the residual clearance, locked",
            "In the same way and at the same place as before mounting.",
            "Turn the ring a few times; it must run freely.",
        )
    verdict = final.final_verdict
    if verdict is not None and verdict.overall.level is Level.STOP:
        bad = verdict.residual if verdict.residual.level is Level.STOP else verdict.reduction
        return NextMove(
            Do.SIGN,
            f"Not in order: {bad.word}",
            bad.reason,
            "Gauge again if in doubt, or release and start again. It can be signed as it is; the record then says “not in order”.",
        )
    left = sum(1 for p in state.points if p.closed is None)
    points = f" {left} open point{'s' if left != 1 else ''} will stand in the record." if left else ""
    word = verdict.overall.word if verdict else "gauged"
    again = "Something was corrected after signing: sign again." if state.changed_after_signing else "Sign the record"
    return NextMove(
        Do.SIGN, again, f"The final check is {word}.{points}", "Signing does not clear the machine for service; the site's own procedure does."
    )
