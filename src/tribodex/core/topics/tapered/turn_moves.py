"""Moves of the methods that gauge nothing: turns from hand-tight (housed units), angle
(self-aligning ball bearings).
"""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.locking import turn_tab_positions, way_out
from tribodex.core.mounting.methods import Method
from tribodex.core.topics.tapered.lock_moves import bend_move, lock_words, look_move, seat_move
from tribodex.core.topics.tapered.moves import TIGHTEN_ONLY, Do, NextMove, along_rim, release_how
from tribodex.core.topics.tapered.stages import ready_to_lock
from tribodex.core.topics.tapered.state import Tapered

# After the least angle is reached a self-aligning ball bearing goes on in steps of this much
# (degrees).
FEEL_STEP_DEG = 5.0


def turn_move(state: Tapered) -> NextMove:
    """From the zero mark to the lock, by the turn alone and by the feel of the ring."""
    attempt, asked = state.attempt, state.plan.turn_range_deg
    if asked is None:
        return NextMove(
            Do.NOTHING,
            "No figure, no turn",
            "This method needs the maker's figure for this bearing or unit; it is not in the plan.",
            "Abandon this job and plan anew with the figure and its source.",
        )
    checks = [c for c in attempt.checks if not c.locked]
    last = checks[-1] if checks else None
    if last is not None and (last.swivel == "binds" or not last.turns_freely):
        return NextMove(
            Do.RELEASE,
            "The ring binds: release and start again",
            f"At {last.nut_deg:.0f}° it"
            f" {'binds when swivelled' if last.swivel == 'binds' else 'does not turn freely'}; it"
            " was driven too far.",
            f"Loosening a little does not bring it back. {release_how(state)}",
            stops=True,
        )
    if attempt.nut_deg > asked.high + 1:
        return NextMove(
            Do.RELEASE,
            "Past the figure: release and start again",
            f"The nut stands {attempt.nut_deg:.0f}° from its zero mark; {asked.low:.0f} to"
            f" {asked.high:.0f}° are asked.",
            f"Loosening a little does not bring it back. {release_how(state)}",
            stops=True,
        )
    if state.plan.method is Method.TURNS:
        return _lock(state, asked) if ready_to_lock(state) else _first(state, asked, asked.mid)
    if attempt.nut_deg < asked.low - 1:
        return _first(state, asked, asked.low)
    if last is None or last.nut_deg != attempt.nut_deg:
        return NextMove(
            Do.HAND_CHECK,
            "Swivel the ring and turn it by hand",
            "It is right when it swivels with slight drag and still turns freely.",
            "Swivelling freely means too little yet; binding means too far.",
        )
    if last.swivel == "freely" and asked.high - attempt.nut_deg >= 2:
        step = float(round(min(FEEL_STEP_DEG, asked.high - attempt.nut_deg)))
        nut = state.plan.nut
        return NextMove(
            Do.TURN,
            f"Turn the nut {step:.0f}° on{along_rim(nut, step)}. Then swivel again",
            f"It still swivels freely at {attempt.nut_deg:.0f}°; up to {asked.high:.0f}° are"
            " allowed.",
            "Stop as soon as a slight drag is felt.",
            turn_deg=step,
            rim_mm=nut.rim_mm(step) if nut else None,
        )
    return _lock(state, asked)


def _first(state: Tapered, asked: Span, to_deg: float) -> NextMove:
    nut = state.plan.nut
    turn = float(round(to_deg - state.attempt.nut_deg))
    if state.plan.method is Method.TURNS:
        whole = f"{turn / 360:.2f} turns ({turn:.0f}°)"
        why = (
            f"{asked.low / 360:.2f} to {asked.high / 360:.2f} turns from hand-tight:"
            f" {state.plan.range_source}."
        )
    else:
        whole, why = (
            f"{turn:.0f}°",
            f"{asked.low:.0f} to {asked.high:.0f}° from metal-to-metal: {state.plan.range_source}.",
        )
    return NextMove(
        Do.TURN,
        f"Turn the nut {whole} on{along_rim(nut, turn)}",
        why,
        "The figure holds for this size alone. Use a spanner that fits; no blows on the ring or its"
        " seals.",
        turn_deg=turn,
        rim_mm=nut.rim_mm(turn) if nut else None,
    )


def _lock(state: Tapered, asked: Span) -> NextMove:
    nut, attempt = state.plan.nut, state.attempt
    step = nut.tab_step_deg if nut is not None else None
    if state.plan.seats_again and not attempt.has_seat:
        return seat_move(state)
    if nut is None or step is None:
        return NextMove(
            Do.LOCK,
            f"Tighten until the {state.plan.lock.words} fits, and {lock_words(state.plan.lock)}",
            f"The nut stands {attempt.nut_deg:.0f}° from its zero mark, {asked.low:.0f} to"
            f" {asked.high:.0f}° asked.",
            f"{TIGHTEN_ONLY} Log how far you tightened.",
        )
    if state.first_tab_deg() is None:
        return look_move(state, step)
    found = turn_tab_positions(nut, attempt.nut_deg, (asked.low, asked.high), state.first_tab_deg())
    good = next((m for m in found if m.verdict.code == LockCode.INSIDE), None)
    if good is None:
        return NextMove(
            Do.LOCK,
            f"Far enough, but no {state.plan.lock.stop} position stays in the range",
            way_out(found),
            TIGHTEN_ONLY,
        )
    return bend_move(nut, good)
