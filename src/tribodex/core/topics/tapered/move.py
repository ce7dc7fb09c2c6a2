"""The one next move: an instruction in words, why, and what could go wrong."""

from __future__ import annotations

from tribodex.core.adviser.move import unmounted_again
from tribodex.core.components.shaft import Seat
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.clearance import ClearanceCode
from tribodex.core.mounting.judgement import FinalCode, FinalVerdict
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.window import judge_window
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import travel_text, um_text
from tribodex.core.topics.tapered.attempt import Gauging
from tribodex.core.topics.tapered.drive_moves import drive_move
from tribodex.core.topics.tapered.feeler_moves import feelers_move
from tribodex.core.topics.tapered.gauging import finer_leaves
from tribodex.core.topics.tapered.leaves import enough_read, next_cell
from tribodex.core.topics.tapered.moves import Do, NextMove, leaf_words, tenths
from tribodex.core.topics.tapered.parted_moves import wrong_parts_move
from tribodex.core.topics.tapered.stages import current_stage
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.turn_moves import turn_move
from tribodex.core.working import Level


def move(_: Desk, state: Tapered) -> NextMove:
    """What to do next with this bearing, for where its drive-up stands."""
    gauging = state.open_gauging()
    if gauging is not None:
        return _gauging_move(state, gauging)
    match current_stage(state):
        case "initial_clearance":
            return _initial_move(state)
        case "target_window":
            return _zero_move(state)
        case "drive_up" | "lock":
            return drive_move(state) if state.plan.method.gauged else turn_move(state)
        case _:
            return _final_move(state)


def _gauging_move(state: Tapered, gauging: Gauging) -> NextMove:
    cells = gauging.cells(state.plan)
    # A thicker leaf that went in where a thinner did not: one of the two is wrong, and no further
    # leaf can tell which.
    clash = next((c for c in cells if c.bracket.contradiction), None)
    if clash is not None:
        return NextMove(
            Do.REPEAT_PLACE,
            f"{clash.where.capitalize()}: readings contradict",
            f"{clash.bracket.contradiction}. Wipe the feelers, settle the rollers, and gauge this"
            " place again; or correct the wrong reading.",
            "A feeler rolled through under a roller reads too large.",
            place=clash.place,
            row=clash.row,
        )
    todo = next_cell(state, gauging)
    done = sum(1 for c in cells if c.bracket.closed)
    if todo is None and (enough := enough_read(state, gauging)) is not None:
        return NextMove(
            Do.CLOSE_GAUGING,
            "Enough here: finish this gauging",
            enough,
            f"The lock stands on all {state.plan.places} places.",
        )
    if todo is None:
        summary = gauging.summary(state.plan)
        words = (
            f"Mean {um_text(summary.mean_um)}, spread {um_text(summary.spread_um)}."
            if summary
            else "Nothing is bracketed."
        )
        why = f"{words} A further feeler would not change what is done."
        return NextMove(
            Do.CLOSE_GAUGING,
            "All positions gauged: finish this gauging",
            why,
            " ".join(summary.findings) if summary else "",
        )
    cell, choice = todo
    fewer = f"{done} of {len(cells)} positions gauged."
    if gauging.places > 1 and not done:
        fewer += " Three places on both rows halve the uncertainty of a single one."
    return NextMove(
        Do.TRY_LEAF,
        f"{cell.where.capitalize()}: try {leaf_words(choice.stack)}",
        f"The most useful feeler to try next: {tenths(choice.chance_passes)} to pass. {fewer}",
        "Between the unloaded roller and the outer raceway, past the roller's middle, over its full"
        " length; never roll it through: that reads too large.",
        leaf=choice.stack,
        place=cell.place,
        row=cell.row,
    )


def _initial_move(state: Tapered) -> NextMove:
    if state.stopped_by() == "no_play":
        return NextMove(
            Do.GAUGE_INITIAL,
            "Stop: no measurable clearance before mounting. Gauge again",
            "Not even the thinnest feeler went in. Settle the rollers, set them against the centre"
            " flange or guide ring, wipe feeler and raceway.",
            "If it stays so this bearing is not mounted: take another one, and keep this one aside"
            " with a tag.",
            stops=True,
        )
    closed = state.initial_closed()
    if closed is not None and closed.initial_verdict is not None and state.stopped_by() == "group":
        return NextMove(
            Do.DECIDE_GROUP,
            "Stop: the clearance is outside its group",
            closed.initial_verdict.reason,
            "Ways out: wipe, settle and gauge again; compare the number on the ring with the"
            " drawing; take another bearing and abandon this job; or a named person accepts it with"
            " a reason.",
            stops=True,
        )
    limits = state.plan.limits_um
    return NextMove(
        Do.GAUGE_INITIAL,
        "Gauge the unmounted clearance",
        f"It should lie from {um_text(limits.low)} to {um_text(limits.high)}. Turn the ring a few"
        " times first, so that the rollers settle; set the roller against the centre flange or"
        " guide ring.",
        "Use the same place (top or bottom) before and after.",
    )


def _zero_move(state: Tapered) -> NextMove:
    if state.attempt.wrong_parts:
        return wrong_parts_move(state)
    if state.plan.method is Method.TURNS:
        return _sheet_zero(state.plan.sheet_zero)
    window = state.window()
    if state.plan.method.gauged:
        if window is None:
            return _initial_move(state)
        if state.stopped_by() == "window":
            return NextMove(
                Do.DECIDE_WINDOW,
                "Stop: there is no target window",
                judge_window(window).reason,
                "Ways out: gauge again; take a bearing of the next clearance group and abandon this"
                " job; ask the maker, and accept as is (sign).",
                stops=True,
            )
        if state.stopped_by() == "feelers":
            return feelers_move(state)
        closed = state.initial_closed()
        if (
            closed is not None
            and closed.initial_verdict is not None
            and closed.initial_verdict.says(ClearanceCode.NOT_DECIDED)
        ):
            return NextMove(
                Do.GAUGE_INITIAL,
                "Gauge the unmounted clearance more finely",
                f"{closed.initial_verdict.reason} {finer_leaves(state.plan, state.initials()[-1])}",
                f"{_without(state)} Then the final check will not decide.",
            )
        if (
            not window.empty
            and state.attempt.number == 1
            and unmounted_again(window, len(state.initials()))
        ):
            width = um_text(window.high_um - window.low_um)
            return NextMove(
                Do.GAUGE_INITIAL,
                "Gauge the unmounted clearance once more",
                f"The window is only {width} wide, and both its ends hang on this reading: a second"
                " one now, on fresh places, is worth more than any later one.",
                _without(state),
            )
    if state.plan.method is Method.BLOWS:
        # Nothing counts from a mark: hand-tight, and the first blow.
        return drive_move(state)
    aim = (
        f" The residual clearance should end between {um_text(window.low_um)} and"
        f" {um_text(window.high_um)}."
        if window is not None
        else ""
    )
    step = state.plan.hydraulic
    # Oil lifts the ring off the seat: metal-to-metal is not where a hand would mark it, the start
    # pressure is.
    if step is not None:
        pressure = step.start_pressure_mpa
        at = (
            f"{pressure.low:.1f} to {pressure.high:.1f} MPa"
            if pressure is not None
            else "the start pressure of the maker's sheet"
        )
        return NextMove(
            Do.SET_ZERO,
            f"Press to {at}, then set the indicator to zero",
            "At the start pressure the seat bears all over (about"
            f" {travel_text(step.start_drive_mm)} of drive-up). From there"
            f" {travel_text(step.travel_mm.low)} to {travel_text(step.travel_mm.high)} of travel"
            f" are planned.{aim}",
            "Oil under pressure: sound hoses, eye protection, nobody in line with nut or shaft end."
            " The maker's pressure goes first.",
        )
    return NextMove(
        Do.SET_ZERO,
        "Run the nut up hand-tight, then mark it",
        f"Tap the nut's rim and try again by hand: if it still turns, it was not at zero.{aim}",
        (
            "Angles counted from hand-tight do not belong here."
            if state.plan.seat is Seat.TAPERED_SHAFT
            else (
                "The slit sleeve must close on the shaft first. Angles counted from hand-tight do"
                " not belong here."
            )
        ),
    )


def _sheet_zero(zero: SheetZero | None) -> NextMove:
    """The zero that the maker's turns count from, as the sheet describes it."""
    # Both zeros of the trade are in use; a closing travel lies between them, so none is supposed.
    if zero is None:
        return NextMove(
            Do.SET_ZERO,
            "Ask first: what do the turns of its sheet count from?",
            "Both hands until it stops, or tapped on the rim and tried again until it no longer"
            " moves: they lie a closing travel apart.",
            "Never converted, never guessed: the maker, or another sheet. Unknown, the zero stays"
            " unproven.",
        )
    if zero is SheetZero.TAPPED:
        return NextMove(
            Do.SET_ZERO,
            "Run the nut up with both hands, tap its rim, try again; mark it where it no longer"
            " moves",
            "The sheet's turns count from there.",
            "A zero that still moves makes the turns too few.",
        )
    return NextMove(
        Do.SET_ZERO,
        "Run the nut up with both hands until it stops, then mark it",
        "No spanner, no tap: the sheet's turns count from here and include closing the slit sleeve"
        " on the shaft.",
        "Tapped on, it would be another zero than its sheet's.",
    )


def _final_move(state: Tapered) -> NextMove:
    if state.attempt.finished:
        verdict = state.attempt.final_verdict()
        done = f"The final check is {verdict.overall.word if verdict else 'checked'}."
        return (_not_in_order(verdict) if verdict else None) or NextMove(
            Do.SIGN, "The bearing is mounted and locked", done
        )
    if not state.plan.method.gauged:
        return NextMove(
            Do.HAND_CHECK,
            "Turn and swivel the ring by hand, locked",
            "The last check where no feeler gets in: it turns freely and swivels, at most with"
            " slight drag.",
            "A ring that binds was driven too far: release and start again.",
        )
    if state.stopped_by() == "feelers":
        return feelers_move(state)
    return NextMove(
        Do.GAUGE_FINAL,
        "Gauge the residual clearance, locked",
        "In the same way and at the same place as before mounting.",
        "Turn the ring a few times; it must run freely.",
    )


def _not_in_order(verdict: FinalVerdict) -> NextMove | None:
    if verdict.overall.level is Level.STOP:
        bad = verdict.residual if verdict.residual.level is Level.STOP else verdict.reduction
        return NextMove(
            Do.SIGN,
            f"Not in order: {bad.word}",
            bad.reason,
            "Check again if unsure, or release and start again. It can be signed as it is; the"
            " record then says “not in order”.",
        )
    if verdict.overall.says(FinalCode.NOT_DECIDED):
        undecided = (
            verdict.residual if verdict.residual.says(FinalCode.NOT_DECIDED) else verdict.reduction
        )
        return NextMove(
            Do.SIGN,
            "Not decided: gauge more finely, or sign it so",
            undecided.reason,
            "Signed as it is, the record says “not decided”.",
        )
    return None


def _without(state: Tapered) -> str:
    """A further unmounted gauging is advised, not asked for."""
    marked = state.plan.method.from_a_mark
    begin = "set the zero mark" if marked else "nut hand-tight, one light blow"
    return f"You can go on without it: {begin}."
