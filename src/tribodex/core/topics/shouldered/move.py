"""What to do next with a ring on its way to the shoulder, and how it ended."""

from __future__ import annotations

from tribodex.core.components.lock_nut import LockNutTable
from tribodex.core.components.straight import Closure
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.shouldered.heating import contact_c
from tribodex.core.shouldered.setting import setting_words
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.shouldered.decide import force_words, set_right, stage_of
from tribodex.core.topics.shouldered.moves import ShoulderedDo as Do
from tribodex.core.topics.shouldered.plan import HeldBy, ShoulderPlan
from tribodex.core.topics.shouldered.state import (
    Shouldered,
    cooled,
    figure,
    figures_now,
    interference,
    ways,
)
from tribodex.core.working import Level, number


def move(desk: Desk, state: Shouldered) -> Move:
    """What to do next."""
    plan = state.planned
    if plan is None:
        return Move(Ask.NOTHING, "Nothing is planned for this bearing", "Plan it first.")
    if state.stopped is not None:
        return Move(
            Do.SET_STRAIGHT_ON,
            "Stop: let off. It is cocked",
            "Do not push harder. Cause out; then three lines straight again: bearing, shaft, and"
            " ram or drift.",
            "A tilted ring scores the seat and jams.",
            stops=True,
        )
    if state.home is not None:
        return _home(desk, state)
    if stage_of(state) is None:
        return Move(
            Ask.NOTHING, "It is on, held and turns", "What was measured stands in the record."
        )
    if state.shoulder is not None and state.shoulder.verdict.level is Level.STOP:
        how = "Take it up with the nut, press it on, or off again: cause first."
        return stopped_by(Do.PUSH_HOME, state.shoulder.verdict, how)
    if state.way is None:
        best = ways(desk, state)[0]
        fits = best.verdict.level in (Level.GOOD, Level.WATCH)
        headline = f"Best here: {best.way.words}" if fits else "Choose the way: none simply fits"
        why = " ".join(best.reasons or (best.verdict.reason,))
        if plan.bearing.closure is Closure.OPEN:
            # Proposed, not asked: greased before or after, both are done.
            why = f"{why} Open: cold it is packed by hand before it goes on, warm once it is cool."
        return Move(Do.CHOOSE_WAY_ON, headline, why, " ".join(best.against))
    if state.gaps is not None and state.gaps.verdict.level in (Level.STOP, Level.UNKNOWN):
        return stopped_by(Do.READ_GAPS, state.gaps.verdict)
    if state.way.way is WayOn.HEAT:
        return _warm(desk, state, plan)
    force = force_words(desk, state)
    if state.way.way is WayOn.HAND:
        why = (
            "Clean and oiled it slides on by itself, square. What needs a blow is cocked, burred or"
            " another size."
        )
        return Move(
            Do.PUSH_HOME,
            "Slide it on by hand, to the shoulder",
            why,
            "A ring with play creeps on its seat: what holds it has to hold it.",
        )
    if state.way.way is WayOn.BOTH_RINGS:
        return Move(
            Do.PUSH_HOME,
            "Press or drive it on with a tool that bears on both rings evenly",
            f"Seat and housing oiled; {force} to expect on the shaft alone. Square by hand first;"
            " read four gaps when it is nearly home.",
            "On one ring alone the force crosses the balls and dents the raceways.",
        )
    if state.way.way is WayOn.PRESS:
        return Move(
            Do.PUSH_HOME,
            "Press it on: plates under the inner ring alone, ram line checked",
            f"Oiled seat; {force} to expect. Lower the ram partly and check again; stop when it"
            " hesitates. Read four gaps when it is nearly home.",
            "Nobody's hand under the ram.",
        )
    return Move(
        Do.PUSH_HOME,
        "Drive it on with the tube, square by hand first, tapping round",
        f"Oiled seat; {force} to expect. The tube bears on the inner ring alone. Read four gaps"
        " when it is nearly home.",
        "Shaft in soft jaws, out of the machine: blows through another bearing dent it.",
    )


def _warm(desk: Desk, state: Shouldered, plan: ShoulderPlan) -> Move:
    if state.shaft_c is None:
        return Move(
            Do.SAY_SHAFT_WARMTH,
            "Measure the temperature of the shaft",
            "How warm the ring must be hangs on it.",
        )
    need = figure(figures_now(desk, state), "heat_needed")
    target = min(need.value or plan.limit.limit_c, plan.limit.limit_c)
    if (
        need.verdict is not None
        and need.verdict.level is Level.STOP
        and state.off_at is None
        and not state.now
    ):
        # Heat alone does not do it; a colder shaft may, or another way.
        return stopped_by(
            Do.SAY_SHAFT_WARMTH,
            need.verdict,
            "Then measure the shaft again; or choose another way.",
        )
    if state.spoilt is not None:
        return Move(
            Do.RENEW_RING,
            "Stop: this ring is not fitted",
            state.spoilt.verdict.reason,
            "Tag it; take another ring.",
            stops=True,
        )
    last = state.now[-1][1] if state.now else None
    if last is not None and last.verdict.level is Level.STOP and state.off_at is None:
        return stopped_by(Do.SWITCH_OFF, last.verdict)
    if last is not None and last.verdict.level is Level.UNKNOWN:
        return Move(
            Do.READ_RING,
            f"Stop: {last.verdict.word}. Read it by thermometer",
            last.verdict.reason,
            "Heater off meanwhile.",
            stops=True,
        )
    if state.off_at is not None and (ahead := state.far_ahead) is not None:
        return Move(
            Do.READ_RING,
            "Stop: inner ring too far ahead. Read both again",
            ahead.verdict.reason,
            "Pushed on now its balls press in.",
            stops=True,
        )
    if last is None or (state.off_at is None and (last.at_least_c or 0.0) < target - 0.5):
        return Move(
            Do.READ_RING,
            f"Heat to {target:.0f} °C, never above {plan.limit.limit_c:.0f} °C",
            "Probe on the inner ring; crayon line on it as a check."
            f" {need.verdict.reason if need.verdict is not None else ''}",
            "No rings or watches; wearers of a pacemaker 5 m away. Small rings are there in under"
            " two minutes.",
        )
    if state.off_at is None:
        return Move(
            Do.SWITCH_OFF,
            "Warm enough: heater off, demagnetise",
            "Everything laid out; gloves on; the way clear.",
        )
    contact = contact_c(plan.bearing.bore_mm, state.shaft_c, interference(desk, plan).high)
    if (cold := cooled(desk, state)) is not None:
        why = (
            f"{cold[0]:.0f} °C read last; it touches at {contact:.0f} °C, and with room to slide"
            f" {cold[1]:.0f} °C is needed."
        )
        return Move(
            Do.HEAT_AGAIN,
            "It has cooled: off the shaft, heat it again",
            why,
            "If it grips half-way nobody strikes: drawn off at once.",
            stops=True,
        )
    return Move(
        Do.PUSH_HOME,
        "Push it to the shoulder at once, and hold until it grips",
        f"It touches its seat at {contact:.0f} °C; on the shaft that takes tens of seconds.",
        "If it stops on the way do not hammer: off again while it is warm.",
    )


def _home(desk: Desk, state: Shouldered) -> Move:
    if state.shoulder is None or state.shoulder.verdict.level is not Level.GOOD:
        return Move(
            Do.TRY_SHOULDER,
            "Hand-warm: does a 0.03 mm feeler enter between ring and shoulder?",
            "At top, right, bottom and left. A warm ring creeps back as it cools: take it up with"
            " the nut.",
        )
    if state.planned is not None and state.planned.held_by is HeldBy.CARTRIDGE:
        return Move(
            Ask.NOTHING, "It is on, against its shoulder", "What holds it belongs to its cartridge."
        )
    if state.held is not None and state.held.verdict.level is Level.STOP:
        return stopped_by(Do.HOLD_FAST, state.held.verdict)
    if state.held is None:
        assert state.planned is not None  # it is home, so it was planned
        headline, why, risk = _HOLD[state.planned.held_by]
        if state.planned.held_by is HeldBy.LOCK_NUT and state.planned.nut_nm is not None:
            headline = (
                f"Washer, then nut to {number(state.planned.nut_nm)} N·m, and the tab into the next"
                " slot by tightening"
            )
        if state.planned.held_by is HeldBy.LOCK_NUT:
            why = f"{why} {tool_and_tab(desk, state.planned.bearing.bore_mm)}"
        return Move(Do.HOLD_FAST, headline, why, risk)
    if state.turned is not None and not state.turned.freely:
        return Move(
            Do.TURN_BY_HAND,
            "Stop: it does not turn freely",
            state.turned.text,
            "Off again and look, before anything else goes on it.",
            stops=True,
        )
    if state.planned is not None and state.planned.setting is not None and not set_right(state):
        if state.setting is not None:
            return stopped_by(Do.READ_SETTING, state.setting.verdict)
        asked = setting_words(state.planned.setting)
        why = (
            "Cold, after it is locked, the shaft pushed to and fro while it turns."
            if asked.endswith(")")
            else "Cold, after it is locked."
        )
        return Move(
            Do.READ_SETTING,
            f"{state.planned.setting.by.words.capitalize()}: {asked}",
            f"{why} By {state.planned.setting.source}.",
        )
    if state.turned is None:
        return Move(
            Do.TURN_BY_HAND,
            "Turn it by hand: listen and feel",
            "It turns as easily as before, without a rough place.",
        )
    return Move(Ask.NOTHING, "It is on, held and turns", "What was measured stands in the record.")


def tool_and_tab(desk: Desk, bore_mm: float) -> str:
    """Which spanner its nut takes, and how far on the next tab position lies; what the table does
    not have is counted at the nut.
    """
    nut = desk.book(LockNutTable).find(bore_mm)
    if nut is None:
        return (
            "Its nut stands in no table here: hook spanner by its outside diameter; slots and tabs"
            " counted."
        )
    spanner = (
        f"Hook spanner for {number(nut.outside_mm)} mm"
        if nut.outside_mm is not None
        else "Hook spanner by its outside diameter"
    )
    step = nut.tab_step_deg
    if step is None:
        return f"{spanner}; slots and tabs counted."
    rim = nut.rim_mm(step)
    at_rim = f", {number(round(rim, 1))} mm at its rim" if rim is not None else ""
    return (
        f"{spanner}. With {nut.slots} slots and {nut.tabs} tabs a tab is met at the latest"
        f" {number(round(step, 1))}° further{at_rim}: count yours."
    )


_HOLD = {
    HeldBy.LOCK_NUT: (
        "Washer, then nut: to torque, and the tab into the next slot by tightening",
        "Chamfer to the bearing. Slot past the tab: tighten on, never back.",
        "",
    ),
    HeldBy.RETAINING_RING: (
        "Set the retaining ring, sharp edge away from what pushes on it",
        "Measure the gap of its ends before and after; it turns in its groove when it sits.",
        "Eye protection: it flies. Not opened further than it needs.",
    ),
    HeldBy.BORE_RING: (
        "Set the retaining ring into the bore, sharp edge away from what pushes on it",
        (
            "Its ends spring apart when it drops into its groove: measure before and after; it"
            " turns there. Angled tips down in a bore."
        ),
        "Eye protection: it flies. Not closed further than it needs.",
    ),
    HeldBy.COVER: (
        "Draw the cover down evenly, in rounds",
        "Three screws in turn, four or more crosswise; to torque.",
        "",
    ),
}
