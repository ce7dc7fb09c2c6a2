"""Moves of the methods that gauge: feeler, nut angle and axial drive-up. They part in how far the
first turn goes and how it is said.
"""

from __future__ import annotations

import math

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.move import COARSE_STEP_DEG, Act, Advice
from tribodex.core.mounting.methods import Method, WasherMethod
from tribodex.core.mounting.seat import NutSeatCode
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import mm_text, travel_text, um_text
from tribodex.core.topics.tapered.blow_moves import blow_move, grew_move
from tribodex.core.topics.tapered.feeler_moves import feelers_move
from tribodex.core.topics.tapered.leaves import first_leaf
from tribodex.core.topics.tapered.lock_moves import lock_move, seat_move
from tribodex.core.topics.tapered.looks import MECHANISM
from tribodex.core.topics.tapered.moves import (
    TIGHTEN_ONLY,
    Do,
    NextMove,
    along_rim,
    release_how,
    tenths,
)
from tribodex.core.topics.tapered.parted_moves import parted_move
from tribodex.core.topics.tapered.parting import Sign, parted
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.stopped_moves import no_play_move, past_the_window, stuck_move
from tribodex.core.working import Level, in_words

# The mark of the card counts as capped by the risk when the allowed turn ends this much before it
# (degrees).
CAPPED_DEG = 6.0
# With no more than this to go the washer is fitted first (degrees).
SEAT_FIRST_DEG = 15.0
# With this chance of being inside the washer is fitted before a gauging is repeated.
SEAT_LIKELY = 0.5
# Places of a gauging that has to tell more than the planned ones do.
MANY_PLACES = 6


def drive_move(state: Tapered) -> NextMove:
    """From the zero mark to the lock, for methods that gauge."""
    found = parted(state)
    if state.no_play_here() is not None:
        # Nothing can be gauged again with a set that cannot prove it: another one comes first.
        return feelers_move(state) if state.stopped_by() == "feelers" else no_play_move(state)
    if found is not None:
        return (
            grew_move(found)
            if found.sign is Sign.GREW and found.cause not in MECHANISM
            else parted_move(state, found)
        )
    window = state.window()
    if window is None or window.empty:
        return _without_window(state)
    if state.stopped_by() == "feelers":
        return feelers_move(state)
    position, advice = state.position(), state.advice()
    if state.plan.method is Method.BLOWS and position is not None:
        return blow_move(state)
    if position is None or advice is None:
        return _leaf_only(state, window)
    return _by_advice(state, position, window, advice)


def _by_advice(state: Tapered, position: Belief, window: Window, advice: Advice) -> NextMove:
    """What the adviser says; the washer's seat and the next tab are looked for before it."""
    if (seat := _seat_not_settled(state, position, advice)) is not None:
        return seat
    if (
        state.to_seat
        and advice.act is Act.TURN
        and advice.angle_deg <= SEAT_FIRST_DEG
        and state.here()
    ):
        # What little is left is turned with the washer under the nut: it has to be gauged after
        # that anyway.
        return seat_move(state)
    if (
        state.to_seat
        and advice.act is Act.AGAIN
        and advice.inside_now >= SEAT_LIKELY
        and state.here()
    ):
        # Seated it has to be gauged anyway: what a further gauging tells, it tells there as well.
        return seat_move(state)
    if advice.act in (Act.TURN, Act.AGAIN, Act.NARROW) and (look := _look_first(state)) is not None:
        return look
    match advice.act:
        case Act.LOCK if state.gauged_short() and (
            state.attempt.has_seat or not state.plan.seats_again
        ):
            return _all_places(state, window)
        case Act.LOCK:
            return (
                seat_move(state)
                if state.plan.seats_again and not state.attempt.has_seat
                else lock_move(state, position, window)
            )
        case Act.TURN:
            return _turn(state, position, window, advice)
        case Act.GAUGE:
            return _gauge_here(state, position, window)
        case Act.AGAIN if state.gauged_short():
            return _all_places(state, window)
        case Act.AGAIN:
            return _again(state, position, window)
        case Act.TOO_FAR:
            return past_the_window(state, position.clearance_um, window)
        case Act.STUCK:
            return stuck_move(state, position, window)
        case Act.NARROW:
            return _narrow(state, window, advice)


def _without_window(state: Tapered) -> NextMove:
    if state.may_lock(0.0).level is not Level.STOP and state.here():
        return NextMove(
            Do.LOCK,
            "Follow what was agreed: lock, or drive on a little",
            state.may_lock(0.0).reason,
            TIGHTEN_ONLY,
        )
    return NextMove(
        Do.GAUGE,
        "Drive on a little and gauge",
        "There is no window to aim at: it was accepted empty.",
        "Follow what was agreed with the maker.",
    )


def _leaf_only(state: Tapered, window: Window) -> NextMove:
    gauged = state.gauged()
    if gauged and gauged[-1].nut_angle_deg == state.attempt.nut_deg:
        clearance = gauged[-1].mean_um
        if clearance < window.low_um:
            return past_the_window(state, clearance, window)
        ruling = state.may_lock(0.0)
        if state.gauged_short() and state.leaf_allows(0.0).level is not Level.STOP:
            return _all_places(state, window)
        if ruling.level is not Level.STOP:
            if state.plan.seats_again and not state.attempt.has_seat:
                return seat_move(state)
            return NextMove(
                Do.LOCK,
                f"Inside the window: tighten to the next {state.plan.lock.stop}",
                ruling.reason,
                TIGHTEN_ONLY,
            )
    return NextMove(
        Do.GAUGE,
        "Drive on a little, then gauge",
        "The nut's pitch is not known in this plan, so no angle can be computed: short moves, gauge"
        " often.",
        "A step too far cannot be undone by loosening.",
    )


def _seat_not_settled(state: Tapered, position: Belief, advice: Advice) -> NextMove | None:
    """What is to be done about the seat with its washer before anything else."""
    seated = state.attempt.seated
    if seated is not None and seated.seat.verdict.says(NutSeatCode.LET_GO):
        return NextMove(
            Do.RELEASE,
            "The seat has released: start again",
            seated.seat.verdict.reason,
            release_how(state),
            stops=True,
        )
    if seated is not None and seated.seat.verdict.says(NutSeatCode.NOT_SEATED_YET):
        return seat_move(state)
    proven_later = (
        advice.act is Act.TURN and seated is not None and seated.seat.verdict.level is Level.GOOD
    )
    if state.seat_to_prove() and not proven_later:
        most = position.per_degree_um * (seated.seat.most_deg if seated is not None else 0.0)
        why = (
            seated.seat.verdict.reason
            if seated is not None
            else "This job was begun before washers had a thickness here."
        )
        return NextMove(
            Do.GAUGE,
            f"Gauge now, nut seated{_first(state, position)}",
            f"{why} Seating may have taken up to {um_text(most)} more out; a gauging proves where"
            " the bearing is.",
            "Sleeve end to ring, before and after, proves it as well: dial or depth micrometer,"
            " three places.",
        )
    return None


def _look_first(state: Tapered) -> NextMove | None:
    """Where tab positions are far apart, the next one is looked for before the turn that should end
    on one.
    """
    nut = state.plan.nut
    step = nut.tab_step_deg if nut is not None else None
    on_already = state.plan.washer is WasherMethod.ON or state.attempt.has_seat
    if (
        step is None
        or not state.tabs_far_apart()
        or not on_already
        or state.first_tab_deg() is not None
        or not state.gauged()
    ):
        return None
    rim = nut.rim_mm(step) if nut is not None else None
    reach = f"0 to {mm_text(rim)}" if rim is not None else f"0 to {step:.0f}°"
    much = "" if step >= COARSE_STEP_DEG else ", a good part of this window"
    return NextMove(
        Do.SEE_TAB,
        f"Look how far the next {state.plan.lock.stop} position is",
        f"They stand {step:.0f}° apart here{much}, so the turn should end on one. Measure along the"
        f" rim from any slot to the next {state.plan.lock.stop} in the tightening direction"
        f" ({reach}, the smallest counts).",
        TIGHTEN_ONLY,
    )


def _gauge_here(state: Tapered, position: Belief, window: Window) -> NextMove:
    low, high = (
        position.clearance_um - 2 * position.sd_um,
        position.clearance_um + 2 * position.sd_um,
    )
    return NextMove(
        Do.GAUGE,
        f"Gauge now{_first(state, position)}",
        f"By the nut's turn it should be about {um_text(position.clearance_um)}, between"
        f" {um_text(max(low, 0))} and {um_text(high)}. Trust the feeler, not the angle.",
        f"Going on without gauging: {in_words(position.below(window))} to be below the window"
        " already.",
    )


def _all_places(state: Tapered, window: Window) -> NextMove:
    position = state.position()
    first = _first(state, position) if position is not None else ""
    chance = (
        f" {tenths(position.inside(window)).capitalize()} to be inside the window."
        if position is not None
        else ""
    )
    return NextMove(
        Do.GAUGE,
        f"Gauge at {state.plan.places} places now{first}",
        f"{state.may_lock(0.0).reason}{chance}",
        "Ring and rollers differ from place to place: one place is enough on the way, not for the"
        " lock.",
    )


def _again(state: Tapered, position: Belief, window: Window) -> NextMove:
    ruling = state.may_lock(0.0)
    why = f"{ruling.reason} " if ruling.level is Level.STOP else ""
    return NextMove(
        Do.GAUGE,
        f"Gauge once more, where it stands{_first(state, position)}",
        f"{why}About {um_text(position.clearance_um)}, and {tenths(position.inside(window))} to be"
        " inside the window: a further gauging, at another place of the ring, narrows the"
        " uncertainty without moving the nut.",
        f"A further turn now would not better the chance; {in_words(position.below(window))} to be"
        " below the window already.",
    )


def _narrow(state: Tapered, window: Window, advice: Advice) -> NextMove:
    width = um_text(window.width_um)
    ruling = state.may_lock(0.0)
    if state.has_accepted("narrow"):
        return NextMove(
            Do.GAUGE,
            "Gauge more finely: six places, or finer feelers",
            f"{ruling.reason} No turn keeps the chosen risk of leaving too little, and the feeler"
            " does not allow to lock here.",
            "If it stays so: release and drive up less far, or ask the maker.",
            places=MANY_PLACES,
        )
    return NextMove(
        Do.DECIDE_NARROW,
        "The window is narrower than feelers can tell",
        f"{ruling.reason} It is {width} wide, and no further turn keeps the chosen risk of ending"
        f" below it ({in_words(state.risk)}).",
        "Ways out: gauge at more places or with finer feelers; choose a greater risk; or a named"
        " person accepts that only what must be left is kept at that risk, and the reduction may"
        " end a little above its range.",
        places=MANY_PLACES,
        points=(f"the best place is about {advice.best_deg:.0f}° further",),
        stops=True,
    )


def _first(state: Tapered, belief: Belief) -> str:
    """The first leaf of the next gauging, to append."""
    choice = first_leaf(state, belief)
    return (
        f", start with the {um_text(choice.stack.thickness_um)} feeler"
        if choice is not None
        else ""
    )


def _said(state: Tapered, turn: float) -> str:
    """A turn in the method's own measure."""
    nut = state.plan.nut
    if state.plan.method is Method.DRIVE_UP and nut is not None:
        start = state.attempt.nut_deg * nut.pitch_mm / 360
        to = travel_text(start + turn * nut.pitch_mm / 360)
        if state.plan.hydraulic is not None:
            return f"Press on until the indicator shows {to}"
        return f"Drive on until the indicator shows {to}, {turn:.0f}° of the nut"
    return f"Turn the nut {turn:.0f}° on{along_rim(nut, turn)}"


def _turn(state: Tapered, position: Belief, window: Window, advice: Advice) -> NextMove:
    nut, angle = state.plan.nut, _on_the_scale(state, advice.angle_deg)
    after = position.after(angle)
    headline = f"{_said(state, angle)}. Then gauge{_first(state, after)}"
    if state.attempt.followed and not advice.small:
        headline = f"Test turn: {headline[0].lower()}{headline[1:]}"
    what = "travel" if state.plan.hydraulic is not None else "turn"
    why = (
        f"Now about {um_text(position.clearance_um)}; the {what} takes out about"
        f" {um_text(position.clearance_um - after.clearance_um)}."
    )
    return NextMove(
        Do.TURN,
        headline,
        f"{why}{_bound(state, advice)}",
        f"{in_words(advice.below_after).capitalize()} to end below the window.",
        turn_deg=angle,
        rim_mm=nut.rim_mm(angle) if nut else None,
        drive_up_mm=angle * nut.pitch_mm / 360 if nut else None,
    )


def _on_the_scale(state: Tapered, degrees: float) -> float:
    """A turn that ends on a hundredth of the indicator, never past it, where an indicator is
    read."""
    nut = state.plan.nut
    if state.plan.method is not Method.DRIVE_UP or nut is None:
        return degrees
    start = state.attempt.nut_deg * nut.pitch_mm / 360
    end = math.floor((start + degrees * nut.pitch_mm / 360) * 100 + 1e-6) / 100
    return (end - start) * 360 / nut.pitch_mm if end > start else degrees


def _asked_words(state: Tapered, low_deg: float, high_deg: float) -> str:
    """What the card asks, in the method's own measure."""
    nut = state.plan.nut
    if state.plan.method is Method.DRIVE_UP and nut is not None:
        return (
            f"{travel_text(low_deg * nut.pitch_mm / 360)} to"
            f" {travel_text(high_deg * nut.pitch_mm / 360)}"
        )
    return f"{low_deg:.0f} to {high_deg:.0f}°"


def _bound(state: Tapered, advice: Advice) -> str:
    """Why the turn stops before the best place."""
    cap, asked = state.turn_cap_deg(), state.plan.turn_range_deg
    if (
        cap is not None
        and advice.angle_deg > cap - CAPPED_DEG
        and not state.gauged()
        and asked is not None
    ):
        what = {Method.ANGLE: "angle", Method.DRIVE_UP: "travel"}.get(state.plan.method, "drive-up")
        return (
            f" The card's {what} comes to {_asked_words(state, asked.low, asked.high)} in all; the"
            " first move goes no further than half of it, until a feeler has told the truth. A"
            " mark is only as good as its zero point."
        )
    if cap is not None and advice.angle_deg > cap - CAPPED_DEG:
        return (
            " This turn stays safe whatever the reason why feeler and nut did not agree: 1:12, no"
            " seating turn, the lower end of the reading."
        )
    mark = (
        f" The end mark stands at {asked.low:.0f} to {asked.high:.0f}°."
        if state.plan.method is Method.ANGLE and asked is not None
        else ""
    )
    if advice.angle_deg < advice.best_deg - CAPPED_DEG:
        return (
            f"{mark} The best place is about {advice.best_deg:.0f}° away; stop here: further risks"
            " going too far."
        )
    return mark
