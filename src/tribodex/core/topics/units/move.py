"""What to do next with a housed unit, and the word it ends with."""

from __future__ import annotations

from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.topics.units.decide import float_now, floats_right, may_lock, others_of, room_now
from tribodex.core.topics.units.halves import done_move, join_move, lay_move
from tribodex.core.topics.units.moves import UnitsDo as Do
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.forms import Form
from tribodex.core.units.locking import Rotation, UnitLock, seen_at_collar
from tribodex.core.working import Level


def move(desk: Desk, state: Unit) -> Move:
    """What to do next."""
    plan = state.plan
    if plan is None:
        return Move(Ask.NOTHING, "Nothing is planned for this unit", "Plan it first.")
    if not (state.is_on and floats_right(desk, state)):
        return _onto(desk, state)
    if state.in_halves and not state.joined_right:
        assert plan.screw is not None  # its sheet says it
        return join_move(state, plan.screw)
    if not (state.lined_right and state.bolted_right and state.turned_after):
        return _bolted(state, plan)
    if plan.lock is UnitLock.ADAPTER:
        return Move(
            Ask.NOTHING,
            "On its place, lined up and bolted",
            "The shaft turns freely after the bolts.",
        )
    if state.in_halves:
        return done_move()
    if not state.locked_right:
        return _lock(desk, state, plan)
    if state.tried is not None and not state.tried.freely:
        return Move(
            Do.TRY_UNIT,
            "Stop: it does not turn freely",
            state.tried.text,
            "Loosen, line up and lock again; then turn it.",
            stops=True,
        )
    if state.tried is None:
        return Move(
            Do.TRY_UNIT,
            "Turn the shaft by hand again",
            "It turns as easily as before it was locked.",
            "Fingers and tools out first.",
        )
    if state.has_screws and state.again is None:
        why = (
            "After some hours of running the set screws have settled: tighten them a second time."
            " It stands open in the record until then."
        )
        return Move(Ask.NOTHING, "Locked and turning", why)
    return Move(Ask.NOTHING, "Locked and turning", "As it should be.")


def _onto(desk: Desk, state: Unit) -> Move:
    if state.on is None or not state.on.by_hand:
        if state.in_halves:
            return lay_move(state)
        if state.on is not None:
            return Move(
                Do.SLIDE_ON,
                "Stop: it does not go on",
                state.on.verdict.reason,
                "Take it off by hand before the shaft is dressed.",
                stops=True,
            )
        why = (
            "Screws backed out of the bore, shaft clean and thinly oiled; both units on before"
            " anything is bolted."
        )
        if state.plan is not None and state.plan.lock is UnitLock.ADAPTER:
            why = (
                "Lock plate off, nut back one to two turns, sleeve held; shaft clean, oiled as its"
                " sheet says; both units on before bolting."
            )
        return Move(
            Do.SLIDE_ON, "Slide the unit on, by hand", why, "Never a hammer on ring or seal."
        )
    found = state.found
    if found is not None:
        now = float_now(desk, state) or found.verdict
        bad = now if now.level not in (Level.GOOD, Level.WATCH) else room_now(desk, state) or now
        return stopped_by(
            Do.FIND_FLOAT, bad, "Convert it or set it off, then say how it stands now."
        )
    floats = desk.floats(desk.at)
    return Move(
        Do.FIND_FLOAT,
        f"Fixed or floating? This one is {floats.short}",
        "One unit of the shaft holds it, the other lets it grow.",
    )


def _bolted(state: Unit, plan: UnitPlan) -> Move:
    if not state.lined_right:
        if state.lined is not None:
            return stopped_by(Do.LINE_UP_UNIT, state.lined.verdict, "Correct it and read again.")
        how = "Straightedge, string or laser along the shaft, bolts snug."
        return Move(Do.LINE_UP_UNIT, "Line the housing up", f"{plan.form.lined_up_by} {how}")
    if not state.bolted_right:
        if state.bolted is not None:
            return stopped_by(Do.BOLT_HOUSING, state.bolted.verdict)
        if plan.form is Form.TAKE_UP:
            return Move(Do.BOLT_HOUSING, "Set its spindle, both sides alike", plan.form.lined_up_by)
        asked = f"{plan.base_nm:g} N·m" if plan.base_nm is not None else "its maker's torque"
        why = "Crosswise, in passes." if plan.form.bolts > 2 else "In turn, in passes."
        return Move(
            Do.BOLT_HOUSING,
            f"Bolts of the housing: {asked}",
            why,
            "Cast iron cracks where a foot hangs in the air.",
        )
    if state.turned is not None and not state.turned.freely:
        return Move(
            Do.TURN_SHAFT,
            "Stop: the shaft does not turn freely",
            f"{state.turned.text}. Loosen the bolts, line up again, bolt, turn.",
            stops=True,
        )
    why = "The insert finds its place in the housing before it is locked."
    if state.in_halves:
        why = "Closed and bolted, it turns freely, and nothing knocks at a joint."
    return Move(Do.TURN_SHAFT, "Turn the shaft by hand", why, "Fingers and tools out first.")


def _lock(desk: Desk, state: Unit, plan: UnitPlan) -> Move:
    if why := may_lock(desk, state, others_of(desk)):
        again = state.turned_after and state.bolted_right
        return Move(Do.TURN_SHAFT if again else Ask.HELD, "Stop: not locked yet", why, stops=True)
    if state.locked is not None:
        bad = next(verdict for verdict in state.locked.verdicts if verdict.level is Level.STOP)
        return stopped_by(Do.LOCK_UNIT, bad, "Loosen it, put it right, and lock again.")
    assert plan.screw is not None  # an adapter is not locked here
    torque = plan.screw.words
    if plan.lock is UnitLock.SET_SCREWS:
        why = (
            "Alternately, in two passes: half first, then in full. Screws of both units in line"
            " along the shaft."
        )
        return Move(
            Do.LOCK_UNIT,
            f"Set screws {plan.screw.screw}: {torque}",
            why,
            "Too tight cracks the ring over the screw.",
        )
    if plan.lock is UnitLock.COLLAR:
        way = seen_at_collar(plan.rotation, plan.faces_drive_end is True)
        if way not in (Rotation.CLOCKWISE, Rotation.ANTICLOCKWISE):
            return Move(
                Do.LOCK_UNIT,
                "Which way does the shaft turn?",
                "A collar is turned the way the shaft turns.",
            )
        why = (
            f"The shaft turns {plan.rotation.words}: looked at from the collar's own side that is"
            f" {way}. Knock it round with a drift, then its screw."
        )
        return Move(
            Do.LOCK_UNIT,
            f"Turn the collar {way}, knock it round, screw to {torque}",
            why,
            "The other way it works itself loose.",
        )
    why = "The clamp's slit off the ring's slit; the clamp against its shoulder."
    return Move(Do.LOCK_UNIT, f"Clamp screw {plan.screw.screw}: {torque}", why)
