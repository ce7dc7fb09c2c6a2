"""Moves of the methods that gauge: feeler, nut angle and axial drive-up. They part in how far the first turn goes and how it is said."""

from __future__ import annotations

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.move import Advice
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.job.leaves import first_leaf
from tribodex.core.job.moves import TIGHTEN_ONLY, Do, NextMove, along_rim, first_tab, tenths
from tribodex.core.job.stages import ready_to_lock
from tribodex.core.job.state import JobState
from tribodex.core.mounting.locking import TabPosition, best, tab_positions, way_out
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import mm_text, number_plain, travel_text, um_text
from tribodex.core.working import in_words

# A first gauging decides nothing while a turn of at least this much is free and the window is this unlikely to be reached.
FREE_TURN_DEG = 40.0
HARDLY_INSIDE = 0.02
# The mark of the card counts as capped by the risk when the allowed turn ends this much before it (degrees).
CAPPED_DEG = 6.0


def drive_move(state: JobState) -> NextMove:
    """From the zero mark to the lock, for methods that gauge."""
    window = state.window()
    if state.attempt.reseated is not None:
        return _after_reseat(state, window)
    if window is None or window.empty:
        return NextMove(
            Do.GAUGE, "Drive on a little and gauge", "There is no window to aim at: it was accepted empty.", "Follow what was agreed with the maker."
        )
    position, advice = state.position(), state.advice()
    if position is None or advice is None:
        return _leaf_only(state, window)
    gauged = bool(state.gauged())
    if position.gauged_here and gauged:
        if position.clearance_um < window.low_um and position.below(window) > 0.5:
            return past_the_window(position.clearance_um, window)
        if ready_to_lock(state):
            return reseat_move(state) if state.plan.reseats else lock_move(state, position, window)
        if advice.regauge:
            return _again(state, position, window)
        return _turn(state, position, window, advice)
    far = not gauged and advice.angle_deg >= FREE_TURN_DEG and position.inside(window) < HARDLY_INSIDE
    if state.attempt.nut_deg == 0 or far:
        if not gauged and state.plan.method in (Method.ANGLE, Method.DRIVE_UP):
            to_mark = _to_mark(state, position, window, advice)
            if to_mark is not None:
                return to_mark
        return _turn(state, position, window, advice)
    return _gauge_here(state, position, window)


def _leaf_only(state: JobState, window: Window) -> NextMove:
    gauged = state.gauged()
    if gauged and gauged[-1].nut_angle_deg == state.attempt.nut_deg:
        clearance = gauged[-1].mean_um
        if clearance < window.low_um:
            return past_the_window(clearance, window)
        if clearance <= window.high_um:
            if state.plan.reseats:
                return reseat_move(state)
            return NextMove(Do.LOCK, "Inside the window: tighten to the next tab", f"{um_text(clearance)} is left.", TIGHTEN_ONLY)
    return NextMove(
        Do.GAUGE,
        "Drive on a little, then gauge",
        "The nut's pitch is not known in this plan, so no angle can be computed: short moves, gauge often.",
        "A step too far cannot be undone by loosening.",
    )


def past_the_window(clearance_um: float, window: Window) -> NextMove:
    """What to do when it was driven too far."""
    return NextMove(
        Do.RELEASE,
        "Too far: release from the sleeve and start again",
        f"{um_text(clearance_um)} is left; at least {um_text(window.low_um)} was the aim.",
        "Loosening a little does not bring it back. The sleeve lets go with a bang: leave the nut on a few threads as a stop. "
        "Gauge once more before you release, if unsure.",
    )


def _gauge_here(state: JobState, position: Belief, window: Window) -> NextMove:
    low, high = position.clearance_um - 2 * position.sd_um, position.clearance_um + 2 * position.sd_um
    return NextMove(
        Do.GAUGE,
        f"Gauge now{_first(state, position)}",
        f"By the nut's turn it should be about {um_text(position.clearance_um)}, between {um_text(max(low, 0))} and {um_text(high)}. "
        "The leaf tells the truth about the play.",
        f"Going on without gauging: {in_words(position.below(window))} to be below the window already.",
    )


def _again(state: JobState, position: Belief, window: Window) -> NextMove:
    return NextMove(
        Do.GAUGE,
        f"Gauge once more, where it stands{_first(state, position)}",
        f"About {um_text(position.clearance_um)}, but only {tenths(position.inside(window))} to be inside the window: a second gauging, at "
        "more places, narrows the uncertainty without moving the nut.",
        f"A further turn now would not better the chance; {in_words(position.below(window))} to be below the window already.",
    )


def _to_mark(state: JobState, position: Belief, window: Window, advice: Advice) -> NextMove | None:
    """The first move of the angle and drive-up methods: to the card's mark, or as far towards it as the risk allows."""
    asked, nut = state.plan.turn_range_deg, state.plan.nut
    if asked is None or nut is None or advice.angle_deg <= 0:
        return None
    left = asked.mid - state.attempt.nut_deg
    if left < 2:
        return None
    turn = float(round(left)) if left <= advice.angle_deg + CAPPED_DEG else advice.angle_deg
    after = position.after(turn)
    drive = turn * nut.pitch_mm / 360
    span = state.plan.drive_up_mm
    if state.plan.method is Method.DRIVE_UP:
        how = "Press on" if state.plan.hydraulic is not None else "Drive on"
        start = state.attempt.nut_deg * nut.pitch_mm / 360
        headline = f"{how} until the indicator shows {travel_text(start + drive)}. Then gauge{_first(state, after)}"
        mark = f"The card asks {travel_text(span.low)} to {travel_text(span.high)} from firm contact" if span else "The card's travel"
        same = f" That is {turn:.0f}° of the nut."
    else:
        rim = nut.rim_mm(turn)
        along = f": {mm_text(rim)} from the start mark, along the rim" if rim is not None else ""
        headline = f"Turn to the end mark, {turn:.0f}°{along}. Then gauge{_first(state, after)}"
        mark, same = f"The card's angle is {asked.low:.0f} to {asked.high:.0f}°", ""
    short = "" if turn > advice.angle_deg - CAPPED_DEG and left <= turn + CAPPED_DEG else (
        f" This stops before its middle: for this bearing, with {um_text(window.initial_um)} unmounted, more could overshoot."
    )  # fmt: skip
    return NextMove(
        Do.TURN,
        headline,
        f"{mark}.{same}{short} It should leave about {um_text(after.clearance_um)}; the residual is gauged there.",
        f"{in_words(after.below(window)).capitalize()} to end below the window. A mark is only as good as its zero point.",
        turn_deg=turn,
        rim_mm=nut.rim_mm(turn),
        drive_up_mm=drive,
    )


def _first(state: JobState, belief: Belief) -> str:
    """The first leaf of the next gauging, to append."""
    choice = first_leaf(state, belief)
    return f", first leaf {um_text(choice.stack.thickness_um)}" if choice is not None else ""


def _said(state: JobState, turn: float) -> str:
    """A turn in the method's own measure."""
    nut = state.plan.nut
    if state.plan.method is Method.DRIVE_UP and nut is not None:
        how = "Press" if state.plan.hydraulic is not None else "Drive"
        return f"{how} {travel_text(turn * nut.pitch_mm / 360)} further, {turn:.0f}° of the nut"
    return f"Turn the nut {turn:.0f}° on{along_rim(nut, turn)}"


def _turn(state: JobState, position: Belief, window: Window, advice: Advice) -> NextMove:
    if advice.angle_deg <= 0:
        return _small_step(state, position, window, advice)
    nut = state.plan.nut
    after = position.after(advice.angle_deg)
    bound = ""
    if advice.angle_deg < advice.best_deg - CAPPED_DEG:
        bound = f" The best place is about {advice.best_deg:.0f}° away; this turn stops where the chance to overshoot grows beyond what you chose."
    return NextMove(
        Do.TURN,
        f"{_said(state, advice.angle_deg)}. Then gauge{_first(state, after)}",
        f"Now about {um_text(position.clearance_um)}; the turn takes out about {um_text(position.clearance_um - after.clearance_um)}.{bound}",
        f"{in_words(advice.below_after).capitalize()} to end below the window.",
        turn_deg=advice.angle_deg,
        rim_mm=nut.rim_mm(advice.angle_deg) if nut else None,
        drive_up_mm=advice.angle_deg * nut.pitch_mm / 360 if nut else None,
    )


def _small_step(state: JobState, position: Belief, window: Window, advice: Advice) -> NextMove:
    nut = state.plan.nut
    step = float(round(min(6.0, max(2.0, advice.best_deg / 2))))
    after = position.after(step)
    return NextMove(
        Do.TURN,
        f"{_said(state, step)}, no more. Then gauge{_first(state, after)}",
        f"About {um_text(position.clearance_um)}; the window begins at {um_text(window.high_um)}. "
        f"It would then be {tenths(after.inside(window))} to be inside.",
        f"{in_words(after.below(window)).capitalize()} to end below the window, more than is usually taken: a narrow window leaves little room for "
        "a leaf's uncertainty. Gauging at more places narrows it.",
        turn_deg=step,
        rim_mm=nut.rim_mm(step) if nut else None,
        drive_up_mm=step * nut.pitch_mm / 360 if nut else None,
    )


def reseat_move(state: JobState) -> NextMove:
    """Washer method (i): nut off, washer on, nut back to its mark."""
    return NextMove(
        Do.RESEAT,
        "Fit the washer; tighten the nut back to its mark",
        f"Mark the nut's place ({state.attempt.nut_deg:.0f}° from the zero mark) on the sleeve first. Back the nut off, washer on with its "
        "inner tab in the sleeve's slot, then tighten again at least to the mark.",
        "Behind the mark the nut holds nothing: the sleeve works loose. The bearing stays on its taper while the nut is off; do not knock it.",
    )


def _after_reseat(state: JobState, window: Window | None) -> NextMove:
    seated = state.attempt.reseated
    if seated is not None and seated.past_deg < 0:
        return NextMove(
            Do.RESEAT,
            f"The nut stands {-seated.past_deg:.0f}° behind its mark: tighten it back",
            "It must come back at least to its old mark before it is locked. Then say where it stands.",
            "If it will not come back: the washer's inner tab is not in the slot, or chips lie under it.",
        )
    position = state.position()
    if position is None or window is None or window.empty:
        return NextMove(Do.LOCK, "Tighten to the next tab and bend it", "The nut is back on its mark.", TIGHTEN_ONLY)
    if position.clearance_um < window.low_um and position.below(window) > 0.5:
        return past_the_window(position.clearance_um, window)
    return lock_move(state, position, window)


def lock_move(state: JobState, position: Belief, window: Window) -> NextMove:
    """To the tab position that keeps the window."""
    nut = state.plan.nut
    assert nut is not None  # position is known only with a nut
    step = nut.tab_step_deg
    if step is None:
        what = state.plan.lock.words
        return NextMove(
            Do.LOCK,
            f"Inside the window: tighten until the {what} fits",
            f"The positions of nut and {what} are not known in this plan; count them and give them, to see what each leaves.",
            f"{TIGHTEN_ONLY} Log how far you tightened.",
        )
    found = tab_positions(position, nut, window, first_tab(state), risk=state.risk)
    good = best(found)
    if good is None:
        return NextMove(Do.LOCK, "Inside the window, but no tab position is", way_out(found), TIGHTEN_ONLY)
    if first_tab(state) is None:
        return look_move(state, step)
    return bend_move(nut, good)


def bend_move(nut: LockNut, good: TabPosition) -> NextMove:
    """To this tab position, and bend the tab there."""
    if good.turn_deg == 0:
        return NextMove(
            Do.LOCK, "A tab stands square in a slot: bend it here", good.verdict.reason, "Do not loosen to ease the tab in.", turn_deg=0.0
        )
    return NextMove(
        Do.LOCK,
        f"Tighten {number_plain(good.turn_deg)}°{along_rim(nut, good.turn_deg)} and bend the tab",
        good.verdict.reason,
        TIGHTEN_ONLY,
        turn_deg=good.turn_deg,
        rim_mm=good.rim_mm,
    )


def look_move(state: JobState, step_deg: float) -> NextMove:
    """Nobody has looked yet where the next tab stands."""
    nut = state.plan.nut
    rim = nut.rim_mm(step_deg) if nut is not None else None
    reach = f"0 to {mm_text(rim)}" if rim is not None else f"0 to {number_plain(step_deg)}°"
    return NextMove(
        Do.LOCK,
        "Far enough. Look where the next tab stands" if not state.plan.method.gauged else "Inside the window. Look where the next tab stands",
        f"Measure along the rim from any slot to the next tab in the tightening direction ({reach}, the smallest counts).",
        TIGHTEN_ONLY,
    )
