"""Moves round the lock: the nut seated with its washer, the next tab position, the tab bent."""

from __future__ import annotations

from tribodex.core.adviser.belief import Belief
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.locking import TabPosition, best, tab_positions, way_out
from tribodex.core.mounting.seat import behind_words, seat_behind_deg, thickness_words
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import mm_text, number_plain
from tribodex.core.topics.tapered.moves import TIGHTEN_ONLY, Do, NextMove, along_rim
from tribodex.core.topics.tapered.state import Tapered


def lock_words(kind: LockKind) -> str:
    """How the nut is locked, as an order.

    >>> lock_words(LockKind.TAB_WASHER), lock_words(LockKind.LOCK_PLATE)
    ('bend the tab', 'screw the plate down')
    """
    return {
        LockKind.TAB_WASHER: "bend the tab",
        LockKind.LOCK_PLATE: "screw the plate down",
        LockKind.LOCKING_CLIP: "fit the clip",
    }[kind]


def seat_move(state: Tapered) -> NextMove:
    """Washer off while driving: nut off, washer on, nut seated firmly behind its old mark. Or the
    lock nut in place of the hydraulic one.
    """
    plan = state.plan
    if plan.hydraulic is not None:
        return NextMove(
            Do.SEAT,
            "Hydraulic nut away; fit lock nut and lock, seat the nut",
            "Pressure off and oil drained, then the hydraulic nut comes away and the lock nut goes"
            " on with its lock. Seat it firmly; nothing more is to come out of the clearance. Turns"
            " count anew from the seat.",
            "Proof that the bearing kept its place: gauge it again, or sleeve end to ring before"
            " and after (dial or depth micrometer).",
        )
    thickness = plan.washer_thickness_mm
    if plan.nut is not None and thickness is not None:
        behind = seat_behind_deg(thickness, plan.nut.pitch_mm)
        how = "measured" if plan.washer_measured else "remembered: measure it"
        where = (
            f"With a washer of {thickness_words(thickness)} ({how}) it seats {behind_words(behind)}"
            " its old mark. Count whole turns."
        )
        if behind >= 330:
            where += " It may look as if it stood on the mark: it does not."
    else:
        where = (
            "The washer has a thickness, so the nut seats behind its old mark: measure it, and"
            " count whole turns."
        )
    return NextMove(
        Do.SEAT,
        "Fit the washer; seat the nut firmly, not to its old mark",
        "Measure sleeve end to ring; back the nut off, washer on with its inner tab in the slot;"
        f" tighten with less force than before. {where}",
        "Forced on to the old mark the nut would drive the bearing up by the washer's thickness."
        " The seat must hold dry while the nut is off.",
    )


def lock_move(state: Tapered, position: Belief, window: Window) -> NextMove:
    """To the tab position that keeps the window, and that the leaf allows."""
    nut = state.plan.nut
    assert nut is not None  # position is known only with a nut
    step, lock = nut.tab_step_deg, state.plan.lock
    if step is None:
        return NextMove(
            Do.LOCK,
            f"Inside the window: tighten until the {lock.words} fits",
            f"The positions of nut and {lock.words} are not known in this plan; count them and give"
            " them, to see what each leaves.",
            f"{TIGHTEN_ONLY} Log how far you tightened.",
        )
    first = state.first_tab_deg()
    found = tab_positions(position, nut, window, first, risk=state.risk, ruling=state.may_lock)
    good = best(found)
    if good is None:
        if (meet := meet_move(state)) is not None:
            return meet
        short = state.leaf_allows(0.0).code == LockCode.NOT_REACHED
        headline = (
            f"No {lock.stop} position in reach is inside the window"
            if short
            else f"Inside the window, but no {lock.stop} position is"
        )
        return NextMove(Do.LOCK, headline, way_out(found), TIGHTEN_ONLY)
    if first is None:
        return look_move(state, step)
    return bend_move(nut, good)


def meet_move(state: Tapered) -> NextMove | None:
    """Past the window, where the next tab may be met by name all the same; None where it may not.
    Judged at its far end while nobody looked.
    """
    nut, first = state.plan.nut, state.first_tab_deg()
    step = nut.tab_step_deg if nut is not None else None
    if step is None:
        return None
    found = state.meets(first if first is not None else step)
    if found is None or found.code != LockCode.MEETS:
        return None
    if state.plan.seats_again and not state.attempt.has_seat:
        return seat_move(state)
    stop, ruling = state.plan.lock.stop, state.may_lock(first or 0.0)
    ways = (
        "Or another washer, plate or clip position; or release the bearing and drive up less far."
        f" {TIGHTEN_ONLY}"
    )
    headline = f"Past the window: meet the next {stop} by name, or release"
    if first is None:
        headline = f"Past the window. Look where the next {stop} stands: it may be met by name"
    return NextMove(
        Do.LOCK, headline, f"{ruling.reason} {found.reason}", ways, turn_deg=first, stops=True
    )


def bend_move(nut: LockNut, good: TabPosition) -> NextMove:
    """To this tab position, and lock there."""
    stop, how = nut.lock.stop, lock_words(nut.lock)
    if good.turn_deg == 0:
        return NextMove(
            Do.LOCK,
            f"A {stop} stands square in a slot: {how} here",
            good.verdict.reason,
            f"Do not loosen to ease the {stop} in.",
            turn_deg=0.0,
        )
    return NextMove(
        Do.LOCK,
        f"Tighten {number_plain(good.turn_deg)}°{along_rim(nut, good.turn_deg)} and {how}",
        good.verdict.reason,
        TIGHTEN_ONLY,
        turn_deg=good.turn_deg,
        rim_mm=good.rim_mm,
    )


def look_move(state: Tapered, step_deg: float) -> NextMove:
    """Nobody has looked yet where the next tab position is."""
    nut, stop = state.plan.nut, state.plan.lock.stop
    rim = nut.rim_mm(step_deg) if nut is not None else None
    reach = f"0 to {mm_text(rim)}" if rim is not None else f"0 to {number_plain(step_deg)}°"
    where = "Far enough"
    if state.plan.method.gauged:
        # The turn to the tab may be what is still missing.
        where = (
            "Nearly there"
            if state.leaf_allows(0.0).code == LockCode.NOT_REACHED
            else "Inside the window"
        )
    return NextMove(
        Do.LOCK,
        f"{where}. Look where the next {stop} stands",
        f"Measure along the rim from any slot to the next {stop} in the tightening direction"
        f" ({reach}, the smallest counts).",
        TIGHTEN_ONLY,
    )
