"""Moves by blows and feeler: how many more, then gauge; no turn is asked for before the tab."""

from __future__ import annotations

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.blows import at_most, blows_allowed, too_small
from tribodex.core.mounting.seat import NutSeatCode
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered.leaves import first_leaf
from tribodex.core.topics.tapered.lock_moves import lock_move, meet_move, seat_move
from tribodex.core.topics.tapered.moves import Do, NextMove, release_how
from tribodex.core.topics.tapered.parting import Parted
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level, in_words

_AFTER = "A step too far cannot be undone by loosening."
_LEAF_OUT = "Feeler out before anybody strikes."


def blow_move(state: Tapered) -> NextMove:
    """From hand-tight to the lock, where blows are struck and nobody counts a turn. The window is
    there, and something goes in.
    """
    window, position, says = state.window(), state.position(), state.leaf_says()
    assert window is not None and position is not None  # asked by whoever calls
    if (seat := _of_the_seat(state)) is not None:
        return seat
    if state.attempt.blows_since or (says is None and state.attempt.blows):
        return _gauge(
            state,
            position,
            "Gauge now",
            f"{_struck(state)} since the last gauging; only the feeler tells what they took.",
        )
    if says is None:
        return _first(state, position, window)
    if says.mean_um < window.low_um:
        return _too_far(state, window)
    if state.leaf_allows(0.0).level is not Level.STOP:
        if state.gauged_short():
            why = f"{state.may_lock(0.0).reason} One place is enough on the way, not for the lock."
            return _gauge(state, position, f"Gauge at {state.plan.places} places now", why)
        return seat_move(state) if state.to_seat else lock_move(state, position, window)
    return _strike(state, position, window)


def grew_move(found: Parted) -> NextMove:
    """More play than before the blows: nothing goes on before it is known which gauging is wrong,
    or what has let go.
    """
    words = (
        f"The feeler reads {um_text(found.read_um)}, and {um_text(found.expected_um)} was gauged"
        " before. Blows cannot give play back: one of the two is wrong, or the seat has let go."
    )
    if found.confirmed:
        headline = "Stop: more play than before the blows. Look before you strike"
        told = (
            "Two gaugings agree, so the feeler leads. Look at sleeve end, marks and numbers; an"
            " earlier reading that was wrong is corrected."
        )
    else:
        headline = "Stop: more play than before the blows. Gauge again"
        told = (
            "Gauge once more where it stands, at another place of the ring: two that agree are not"
            " wrong in the same way."
        )
    return NextMove(
        Do.PARTED,
        headline,
        f"{words} {told}",
        "Nothing is struck or locked before it is known why.",
        points=found.explanations,
        stops=True,
    )


def _of_the_seat(state: Tapered) -> NextMove | None:
    """What is to be done about the washer and its seat before anything else."""
    seated = state.attempt.seated
    if seated is None:
        return None
    verdict = seated.seat.verdict
    if verdict.says(NutSeatCode.LET_GO):
        return NextMove(
            Do.RELEASE,
            "The seat has released: start again",
            verdict.reason,
            release_how(state),
            stops=True,
        )
    if verdict.says(NutSeatCode.NOT_SEATED_YET):
        return seat_move(state)
    if state.seat_to_prove():
        return NextMove(
            Do.GAUGE,
            "Gauge now, nut seated on its washer",
            f"{verdict.reason} Seating may have taken more out: a gauging proves where the"
            " bearing is.",
            "Sleeve end to ring, before and after, proves it as well: dial or depth micrometer,"
            " three places.",
        )
    return None


def _first(state: Tapered, position: Belief, window: Window) -> NextMove:
    allowed = blows_allowed(
        position.clearance_um,
        position.sd_um,
        window.low_um,
        window.mid_um,
        None,
        risk=state.risk,
        struck=0,
    )
    if not allowed:
        why = (
            f"From {um_text(position.clearance_um)} to {um_text(window.low_um)} is less than a"
            " first blow may take."
        )
        return NextMove(
            Do.STRIKE,
            "The lightest blow you can, then gauge",
            why,
            f"{_AFTER} {_LEAF_OUT}",
            blows=1,
        )
    return NextMove(
        Do.STRIKE,
        f"Nut hand-tight. One light blow, then gauge{_start_with(state, position)}",
        "What a blow of this hand, hammer and spanner takes is not known yet: two gaugings a feeler"
        " step apart tell.",
        f"{_AFTER} {_LEAF_OUT}",
        blows=1,
    )


def _strike(state: Tapered, position: Belief, window: Window) -> NextMove:
    places, per = state.attempt.struck_places(), state.attempt.per_blow(state.plan)
    says = state.leaf_says()
    assert says is not None  # asked by blow_move
    if too_small(places, state.attempt.step_um(state.plan), window.high_um):
        why = (
            f"The last {places[-1].blows} blows took less than a feeler step, and"
            f" {um_text(says.mean_um)} is left; {um_text(window.high_um)} is the upper end of the"
            " window."
        )
        risk = (
            "Look whether the sleeve turns or slides with the nut. Then a heavier hammer, an impact"
            " spanner, or the hydraulic nut: learned anew."
        )
        return NextMove(
            Do.STRIKE,
            "This tool does not get there: take a heavier one",
            why,
            f"{risk} {_LEAF_OUT}",
            blows=1,
            another_tool=True,
        )
    last = state.attempt.last_blows
    count = blows_allowed(
        says.mean_um,
        says.uncertainty_um / 2,
        window.low_um,
        window.mid_um,
        per,
        risk=state.risk,
        struck=last,
        most_um=at_most(places),
    )
    # The rule is the floor; everything gauged and struck so far, with how blows spread, may ask for
    # fewer.
    count = next((fewer for fewer in range(count, 0, -1) if _keeps(state, window, fewer)), 0)
    if per is None:
        if not count:
            return _lighter(state, position, window)
        headline = f"One light blow, then gauge{_start_with(state, position)}"
        step = um_text(state.attempt.step_um(state.plan))
        why = (
            f"{um_text(says.mean_um)} is left. What a blow takes is known once two gaugings are a"
            f" feeler step ({step}) apart."
        )
        return NextMove(Do.STRIKE, headline, why, f"{_AFTER} {_LEAF_OUT}", blows=1)
    if not count:
        return _lighter(state, position, window)
    words = "One blow" if count == 1 else f"{count} blows"
    taken = f"{um_text(per.mean_um)} a blow by the last {per.blows}, at most {um_text(per.most_um)}"
    why = (
        f"{um_text(says.mean_um)} is left; {taken}. All {count} leave at least"
        f" {um_text(says.mean_um - says.uncertainty_um - count * per.most_um)}."
    )
    return NextMove(
        Do.STRIKE,
        f"{words} like the last, then"
        f" gauge{_start_with(state, position.after(count * per.mean_um / position.per_degree_um))}",
        why if count > 1 else why.replace("All 1 leave", "It leaves"),
        f"{in_words(state.risk).capitalize()} to end below the window at most. {_LEAF_OUT}",
        blows=count,
    )


def _keeps(state: Tapered, window: Window, blows: int) -> bool:
    """Whether so many more blows keep the chosen risk of ending below what must be left."""
    there = state.by_blows(further=blows)
    return (
        there is None
        or there.chance_below(window.low_um if window.guard_um is None else window.guard_um)
        <= state.risk
    )


def _lighter(state: Tapered, position: Belief, window: Window) -> NextMove:
    """The next blow of this weight may go too far."""
    if (meet := meet_move(state)) is not None:
        return meet
    per = state.attempt.per_blow(state.plan)
    most = f"up to {um_text(per.most_um)}" if per is not None else "more than is left"
    says = state.leaf_says()
    left = um_text(says.mean_um) if says is not None else um_text(position.clearance_um)
    if len(state.here()) < 2:
        headline = f"Gauge once more, where it stands{_start_with(state, position)}"
        why = (
            f"{left} is left, and a blow like the last may take {most}; {um_text(window.low_um)}"
            " must stay. A second gauging narrows it."
        )
        return NextMove(Do.GAUGE, headline, why, _AFTER)
    why = (
        f"{left} is left, and a blow like the last may take {most}; {um_text(window.low_um)} must"
        " stay."
    )
    headline = "Lighter: a smaller hammer or a shorter spanner, one blow, then gauge"
    if per is None and any(place.blows for place in state.attempt.struck_places()):
        # This one hardly took anything: still lighter would lead nowhere.
        headline = (
            "In between: heavier than this one, lighter than the one before, one blow, then gauge"
        )
        why = (
            f"This one took less than a feeler step. {left} is left; {um_text(window.low_um)} must"
            " stay."
        )
    return NextMove(Do.STRIKE, headline, why, f"{_AFTER} {_LEAF_OUT}", blows=1, another_tool=True)


def _too_far(state: Tapered, window: Window) -> NextMove:
    if state.here() and (meet := meet_move(state)) is not None:
        return meet
    says = state.leaf_says()
    left = max(0.0, says.mean_um) if says is not None else 0.0
    return NextMove(
        Do.RELEASE,
        "Too far: release the bearing and start again",
        f"{um_text(left)} is left; at least {um_text(window.low_um)} was the aim.",
        f"Loosening a little does not bring it back. {release_how(state)} Gauge once more before"
        " you release, if unsure.",
        stops=True,
    )


def _gauge(state: Tapered, position: Belief, headline: str, why: str) -> NextMove:
    return NextMove(Do.GAUGE, f"{headline}{_start_with(state, position)}", why, _LEAF_OUT)


def _struck(state: Tapered) -> str:
    count = state.attempt.blows_since
    return "One blow" if count == 1 else f"{count} blows"


def _start_with(state: Tapered, belief: Belief) -> str:
    choice = first_leaf(state, belief)
    return (
        f", start with the {um_text(choice.stack.thickness_um)} feeler"
        if choice is not None
        else ""
    )
