"""What to do next with a bearing on its way into a tight hub."""

from __future__ import annotations

from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.shouldered.hub_plan import HubHeld, HubPlan
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics.hub.decide import wrong_fit
from tribodex.core.topics.hub.moves import HubDo as Do
from tribodex.core.topics.hub.state import Hub, figures_now, least_c, touches_c, warm_way, ways
from tribodex.core.working import Level, number


def move(desk: Desk, state: Hub) -> Move:
    """The next move."""
    plan = state.plan
    if plan is None:
        return Move(Ask.NOTHING, "No tight hub is planned", "")
    if state.stopped is not None:
        return Move(
            Do.SET_STRAIGHT_IN,
            "Stop: let off, cause out, straight again",
            f"{state.stopped.text}.",
            "Harder only spoils the hole.",
            stops=True,
        )
    if state.hole is None and state.pushed is None:
        d = number(plan.bearing.outside_mm)
        low, high = (
            plan.bearing.outside_mm + one / 1000 for one in (plan.hole_um.low, plan.hole_um.high)
        )
        asked = f"{d} {plan.hole_class}: {low:.3f} to {high:.3f} mm."
        return Move(
            Do.MEASURE_HOLE,
            "Measure the hole of the hub, and the new ring",
            f"{asked} Two depths, two directions; hub and ring equally warm.",
        )
    if (wrong := wrong_fit(desk, state)) is not None and not state.home:
        return stopped_by(
            Do.MEASURE_HOLE, wrong, "Measured again, another hub, or a name that answers for it."
        )
    if state.pushed is not None:
        return _home(state, plan)
    if state.way is None:
        best = ways(state)[0]
        fits = best.verdict.level in (Level.GOOD, Level.WATCH)
        headline = f"Best here: {best.way.words}" if fits else "Choose the way: none simply fits"
        return Move(
            Do.CHOOSE_WAY_IN,
            headline,
            " ".join(best.reasons or (best.verdict.reason,)),
            " ".join(best.against),
        )
    if state.tried is not None and state.tried.verdict.level is not Level.GOOD:
        return stopped_by(
            Do.PUSH_IN,
            state.tried.verdict,
            "Pressed on by the outer ring, or out again: cause first.",
        )
    if warm_way(state):
        return _warm(state, plan)
    force = next(one for one in figures_now(state) if one.id == "push_in_force")
    expected = f"{force.value or 0:.1f} to {force.value_to or 0:.1f} kN to expect"
    if state.way.way is WayIn.BOTH_RINGS:
        why = f"Hole and seat oiled; {expected} in the hub alone. Square by hand first."
        return Move(
            Do.PUSH_IN,
            "Into hub and onto shaft at once, by a tool that bears on both rings evenly",
            why,
            "On one ring alone the force crosses what rolls, and dents the raceways.",
        )
    tool = "plate" if state.way.way is WayIn.PRESS else "tube"
    why = f"Hole oiled; {expected}. Square by hand first; stop when it hesitates."
    return Move(
        Do.PUSH_IN,
        f"Into its hub: {tool} on the outer ring alone",
        why,
        "On the inner ring the force crosses what rolls, and dents the raceways.",
    )


def _warm(state: Hub, plan: HubPlan) -> Move:
    if state.bearing_c is None:
        return Move(
            Do.SAY_BEARING_WARMTH,
            "Measure the temperature of the bearing",
            "It stays cold. How warm the hub must be hangs on it.",
        )
    last, need, touches = state.last, least_c(state), touches_c(state)
    assert need is not None and touches is not None  # planned, and the bearing's warmth is known
    if last is not None and last[1].verdict.level is Level.STOP:
        return stopped_by(Do.READ_HUB, last[1].verdict)
    heat = next((one for one in figures_now(state) if one.id == "hub_heat"), None)
    if heat is not None and heat.verdict is not None and heat.verdict.level is Level.STOP:
        # Heat alone does not do it; a colder bearing may, or another way.
        return stopped_by(
            Do.SAY_BEARING_WARMTH,
            heat.verdict,
            "Then measure the bearing again; or choose another way.",
        )
    target = heat.value if heat is not None and heat.value is not None else need
    if last is None or last[1].hub_c < need:
        most = (
            f", never above {plan.limit_c:.0f} °C ({plan.limit_why})"
            if plan.limit_c is not None
            else ""
        )
        why = (
            "All round and through: in an oven, on a hot plate, by hot air. Read at the hole, where"
            " it is coolest."
        )
        risk = "Never a naked flame. Gloves; burns from 60 °C. The bearing stays cold, in its wrap."
        return Move(Do.READ_HUB, f"Warm the hub to {target:.0f} °C{most}", why, risk)
    why = f"It touches at {touches:.0f} °C. Hold it against the shoulder until it grips."
    return Move(
        Do.PUSH_IN,
        "Drop it in at once, square, and hold",
        why,
        "If it stops on the way do not hammer: out again while the hub is warm.",
    )


def _home(state: Hub, plan: HubPlan) -> Move:
    if not state.home:
        if state.tried is not None and state.tried.verdict.level is Level.STOP:
            return stopped_by(Do.TRY_HUB, state.tried.verdict)
        return Move(
            Do.TRY_HUB,
            "Hand-warm: does a 0.03 mm feeler enter between outer ring and shoulder?",
            "At top, right, bottom and left. A hub that cools draws it off its shoulder: held until"
            " it grips.",
        )
    if state.held is not None and state.held.verdict.level is Level.STOP:
        return stopped_by(Do.HOLD_IN_HUB, state.held.verdict)
    if state.held is None:
        headline, why, risk = _HOLD[plan.held_by]
        return Move(Do.HOLD_IN_HUB, headline, why, risk)
    return Move(Ask.NOTHING, "It is in its hub", "What was measured stands in the record.")


_HOLD = {
    HubHeld.BORE_RING: (
        "Set the retaining ring into the hub, sharp edge away from what pushes on it",
        (
            "Its ends spring apart when it drops into its groove: measure before and after; it"
            " turns there. Angled tips down in a bore."
        ),
        "Eye protection: it flies. Not closed further than it needs.",
    ),
    HubHeld.COVER: (
        "Draw its cover down evenly, in rounds",
        "Three screws in turn, four or more crosswise; to torque.",
        "",
    ),
    HubHeld.FIT: (
        "Its fit alone holds it: look at the drawing once more",
        "No ring, no cover: the drawing has it so.",
        "",
    ),
}
