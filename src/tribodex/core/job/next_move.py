"""The one next move: an instruction in words, why, and what could go wrong."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.move import Advice
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import Stack
from tribodex.core.job.stages import current_stage, gate_due, ready_to_lock
from tribodex.core.job.state import Gauging, JobState
from tribodex.core.mounting.gauging import Cell, Phase, next_leaf
from tribodex.core.mounting.locking import best, meetings, way_out
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
    position, advice = state.position(), state.advice()
    if window is None or window.empty:
        return NextMove(
            Do.GAUGE, "Drive on a little and gauge", "There is no window to aim at: it was accepted empty.", "Follow what was agreed with the maker."
        )
    if position is None or advice is None:
        return _leaf_only_move(state, window)
    gauged = bool(state.gauged())
    if position.gauged_here and gauged:
        if position.clearance_um < window.low_um and position.below(window) > 0.5:
            return _past_the_window(position.clearance_um, window)
        if ready_to_lock(state):
            return _lock_move(state, position, window)
        if advice.regauge:
            return _again(position, window)
        return _turn_move(state, position, window, advice)
    # Far above the window a first gauging decides nothing yet.
    far = not gauged and advice.angle_deg >= 40 and position.inside(window) < 0.02
    if state.attempt.nut_deg == 0 or far:
        return _turn_move(state, position, window, advice)
    return _gauge_here(position, window)


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


def _gauge_here(position: Belief, window: Window) -> NextMove:
    low, high = position.clearance_um - 2 * position.sd_um, position.clearance_um + 2 * position.sd_um
    return NextMove(
        Do.GAUGE,
        "Gauge now",
        f"By the nut's turn it should be about {um_text(position.clearance_um)}, between {um_text(max(low, 0))} and {um_text(high)}. "
        "The leaf tells the truth about the play.",
        f"Going on without gauging: {in_words(position.below(window))} to be below the window already.",
    )


def _again(position: Belief, window: Window) -> NextMove:
    return NextMove(
        Do.GAUGE,
        "Gauge once more, where it stands",
        f"About {um_text(position.clearance_um)}, but only {tenths(position.inside(window))} to be inside the window: a second gauging, at "
        "more places, narrows the doubt without moving the nut.",
        f"A further turn now would not better the chance; {in_words(position.below(window))} to be below the window already.",
    )


def _turn_move(state: JobState, position: Belief, window: Window, advice: Advice) -> NextMove:
    if advice.angle_deg <= 0:
        return _small_step(state, position, window, advice)
    nut = state.plan.nut
    rim = advice.angle_deg * nut.rim_mm_per_deg if nut else None
    along = f": {mm_text(rim)} along its rim" if rim is not None else ""
    after = position.after(advice.angle_deg)
    bound = ""
    if advice.angle_deg < advice.best_deg - 6:
        bound = f" The best place is about {advice.best_deg:.0f}° away; this turn stops where the chance to overshoot reaches 1 in 50."
    return NextMove(
        Do.TURN,
        f"Turn the nut {advice.angle_deg:.0f}° on{along}. Then gauge",
        f"Now about {um_text(position.clearance_um)}; the turn takes out about {um_text(position.clearance_um - after.clearance_um)}.{bound}",
        f"{in_words(advice.below_after).capitalize()} to end below the window.",
        turn_deg=advice.angle_deg,
        rim_mm=rim,
    )


def _small_step(state: JobState, position: Belief, window: Window, advice: Advice) -> NextMove:
    nut = state.plan.nut
    step = float(round(min(6.0, max(2.0, advice.best_deg / 2))))
    after = position.after(step)
    return NextMove(
        Do.TURN,
        f"Turn the nut {step:.0f}° on, no more. Then gauge",
        f"About {um_text(position.clearance_um)}; the window begins at {um_text(window.high_um)}. "
        f"It would then be {tenths(after.inside(window))} to be inside.",
        f"{in_words(after.below(window)).capitalize()} to end below the window, more than is usually taken: a narrow window leaves little room for "
        "a leaf's doubt. Gauging at more places narrows it.",
        turn_deg=step,
        rim_mm=step * nut.rim_mm_per_deg if nut else None,
    )


def tenths(chance: float) -> str:
    """A chance in tenths, for chances that are neither small nor sure.

    >>> tenths(0.84), tenths(0.99)
    ('about 8 in 10', 'almost sure')
    """
    return in_words(chance) if chance < 0.15 or chance > 0.95 else f"about {round(chance * 10)} in 10"


def first_meeting(state: JobState) -> float | None:
    """Turn from here to the first meeting of tab and slot, from what was seen on the nut; None when nobody looked."""
    seen, nut = state.attempt.meeting_at_deg, state.plan.nut
    if seen is None or nut is None:
        return None
    left = (seen - state.attempt.nut_deg) % nut.meeting_angle_deg
    # Within a tenth of a degree of a whole step a tab is square already.
    return 0.0 if nut.meeting_angle_deg - left < 0.1 else left


def _lock_move(state: JobState, position: Belief, window: Window) -> NextMove:
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
