"""Moves where it does not go on: no play, too far, out of reach, not sure enough."""

from __future__ import annotations

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.move import RISKS
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered.lock_moves import lock_move, meet_move
from tribodex.core.topics.tapered.moves import (
    Do,
    NextMove,
    release_how,
)
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level


def no_play_move(state: Tapered) -> NextMove:
    """Not even the thinnest feeler goes in."""
    found = state.no_play_here()
    assert found is not None  # asked by drive_move
    return NextMove(
        Do.NO_PLAY,
        "Stop: no measurable clearance",
        f"Not even the thinnest feeler, {um_text(found.thinnest_um)}, goes in at"
        f" {', '.join(found.places)}. Do not turn on.",
        "Gauge again if the feeler was at fault: bent, dirty, or a thicker set than this bearing"
        f" needs. Otherwise release. {release_how(state)}",
        points=(
            "another place of the ring, rollers settled",
            "a set with thinner feelers",
            "is this the bearing of the plan, and its group?",
        ),
        stops=True,
    )


def past_the_window(state: Tapered, clearance_um: float, window: Window) -> NextMove:
    """What to do when it was driven too far."""
    if state.here() and (meet := meet_move(state)) is not None:
        return meet
    return NextMove(
        Do.RELEASE,
        "Too far: release the bearing and start again",
        f"{um_text(max(0.0, clearance_um))} is left; at least {um_text(window.low_um)} was the"
        " aim.",
        f"Loosening a little does not bring it back. {release_how(state)} Gauge once more before"
        " you release, if unsure.",
        stops=True,
    )


def stuck_move(state: Tapered, position: Belief, window: Window) -> NextMove:
    """No turn keeps the risk, gauging again tells no more, and the leaf does not allow to lock:
    what the leaf says leads.
    """
    ruling, says = state.leaf_allows(0.0), state.leaf_says()
    if ruling.level is not Level.STOP:
        # Where the nut stands the leaf is content; it is the tab positions that are not.
        return lock_move(state, position, window)
    if position.clearance_um < window.low_um or says is None:
        return past_the_window(state, position.clearance_um, window)
    often = f"It was gauged {len(state.here())} times here; once more tells no more."
    least = window.guard_um if window.guard_um is not None else window.low_um
    if ruling.code == LockCode.NOT_REACHED:
        why = (
            f"{ruling.reason} No turn towards it keeps the chosen risk of leaving less than"
            f" {um_text(least)}. {often}"
        )
        return NextMove(
            Do.RELEASE,
            "Stop: the window is out of reach",
            why,
            f"{_WAYS_ON.format(_greater(state))} {release_how(state)}",
            stops=True,
        )
    if ruling.code == LockCode.NOT_SURE and window.high_um - says.uncertainty_um < least:
        # Not even its upper end could be told from what must be left.
        headline = "Stop: feelers cannot prove a window this narrow"
        return NextMove(
            Do.RELEASE,
            headline,
            f"{ruling.reason} {often}",
            f"{_WAYS_ON.format('')} {release_how(state)}",
            stops=True,
        )
    if ruling.code == LockCode.OVER_RISK:
        ways = (
            f"Ways out: {_greater(state)}gauge with finer feelers; or release and drive up less"
            f" far. {release_how(state)}"
        )
        return NextMove(
            Do.RELEASE,
            "Not sure enough for the chosen risk",
            f"{ruling.reason} {often}",
            ways,
            stops=True,
        )
    if (meet := meet_move(state)) is not None:
        return meet
    headline = "Too far by the feeler: release the bearing and start again"
    if ruling.code == LockCode.NOT_SURE:
        headline = "Not sure enough by the feeler: release, and drive up less far"
    return NextMove(
        Do.RELEASE,
        headline,
        f"{ruling.reason} {often}",
        f"Loosening a little does not bring it back. {release_how(state)}",
        stops=True,
    )


def _greater(state: Tapered) -> str:
    """A greater risk as a way out, while there is one to choose."""
    return "allow a greater risk; " if state.risk < max(RISKS) else ""


_WAYS_ON = (
    "Driven up anew it would end here again. Ways out: {}gauge with finer feelers; ask the maker;"
    " or release, and take a bearing of the next clearance group."
)
