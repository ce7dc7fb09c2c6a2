"""What may follow while a large shaft seal is put in, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from typing import Any

from tribodex.core.bolts.torque import BoltStrength, judge_torque
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import parse_count, parse_temperature_c, parse_torque_nm
from tribodex.core.seals.large import REST_H, RIGHT_THROUGH_C, ROOM_C
from tribodex.core.seals.material import SealMaterials
from tribodex.core.topics.large_seal import commands as cmd
from tribodex.core.topics.large_seal import facts as ev
from tribodex.core.topics.large_seal.move import move
from tribodex.core.topics.large_seal.plan import planned
from tribodex.core.topics.large_seal.state import LargeSeal
from tribodex.core.topics.large_seal.straps import straps_in, straps_of
from tribodex.core.topics.stock.facts import TemporaryIn, TemporaryOut
from tribodex.core.working import Level, Verdict, number


class LargeSealCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    LOCK_NOT_CHECKED = "large_seal.lock_not_checked"
    MARKED = "large_seal.marked"
    LIPS_FOLDED = "large_seal.lips_folded"
    NOT_DRY = "large_seal.not_dry"
    NOT_FLAT = "large_seal.not_flat"
    NOT_GREASED = "large_seal.not_greased"
    OPEN_SIDE_AWAY = "large_seal.open_side_away"
    OUT_OF_TURN = "large_seal.out_of_turn"
    NOT_RESTED = "large_seal.not_rested"
    SHARP_EDGES = "large_seal.sharp_edges"
    STILL_COLD = "large_seal.still_cold"
    UNEVEN = "large_seal.uneven"


STAGE = "press_in"


def decide(desk: Desk, state: LargeSeal, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    # What it replaces may be said at any time; everything after leans on a plan that holds.
    if isinstance(command, cmd.PlanLargeSeal):
        books = desk.book(SealMaterials), desk.book(BoltStrength)
        return [ev.LargeSealPlanned(planned(command, *books, desk.moment, again=desk.correcting))]
    plan = state.plan
    if plan is None or not state.planned_right:
        raise Refused("First the plan of this ring, with nothing in it that stops.")
    match command:
        case cmd.WarmRing():
            return [_warmed(plan, command)]
        case cmd.RestRing():
            return [_rested(command)]
        case cmd.ReadySeat():
            return [_seat(command)]
        case cmd.LaySpring():
            return [_spring(plan, command)]
        case cmd.SayOpenSide():
            return [_side(command)]
        case cmd.MeetShaft():
            return [_met(plan, command)]
        case cmd.TakeRingOut():
            if not state.pressed:
                raise Refused("The ring is not in.")
            return [ev.RingTakenOut(text(command.why, "why", "why it came out"))]
        case cmd.PressAt():
            return [_pressed(desk, state, plan, command)]
        case cmd.SeatFlat():
            return [_flat(desk, state, command)]
        case cmd.UseStraps():
            return _straps(desk, command)
        case cmd.CoverSeal():
            return [_covered(state, plan, command)]
        case _:
            raise TypeError(f"a large seal takes no {type(command).__name__}")


def _warmed(plan: ev.LargeSealPlan, command: cmd.WarmRing) -> ev.RingWarmed:
    if not command.middle.strip():
        return ev.RingWarmed(
            None,
            Verdict(
                "warm by hand", Level.GOOD, "Felt in the middle of the pack, not at its outside."
            ),
        )
    middle = parse_temperature_c(command.middle, "middle")
    # Fluoro rubber is stiff long before it is cold to the hand: bent then, it cracks.
    asked = ROOM_C - 3 if plan.material == "FKM" else RIGHT_THROUGH_C
    if middle < asked:
        return ev.RingWarmed(
            middle,
            Verdict(
                "still cold",
                Level.STOP,
                f"{number(middle)} °C in the middle: bent cold it cracks. Leave it.",
                code=LargeSealCode.STILL_COLD,
            ),
        )
    return ev.RingWarmed(
        middle, Verdict("warm right through", Level.GOOD, f"{number(middle)} °C in the middle.")
    )


def _rested(command: cmd.RestRing) -> ev.RingRested:
    hours = parse_count(command.hours.strip().removesuffix("h"), "hours")
    if not 0 <= hours <= 1000:
        raise InvalidInput.at("hours", f"{hours:g} h on the table?", "0 to 1000 h")
    marks = command.marks.strip()
    if marks:
        return ev.RingRested(
            hours,
            marks,
            Verdict(
                "marked",
                Level.STOP,
                f"{marks}. A lip with a mark leaks: ask its maker, or another ring.",
                code=LargeSealCode.MARKED,
            ),
        )
    # Coiled for weeks it has taken a set: measured at once, it measures wrong.
    if hours < REST_H:
        why = (
            f"{hours:g} h: it still wants back into its coil, and measures wrong. An hour, flat,"
            " without force."
        )
        return ev.RingRested(
            hours, "", Verdict("not rested", Level.STOP, why, code=LargeSealCode.NOT_RESTED)
        )
    return ev.RingRested(
        hours, "", Verdict("rested", Level.GOOD, "Flat, lip and joint looked at all round.")
    )


def _seat(command: cmd.ReadySeat) -> ev.SeatReady:
    # The lip wants grease, its outside none: what seals inside makes it turn in its seat outside.
    if not command.dry:
        why = (
            "A lubricant in a static seat lets the ring turn: wiped out with a dry lint-free cloth,"
            " unless its maker says otherwise."
        )
        return ev.SeatReady(
            False, command.rounded, Verdict("not dry", Level.STOP, why, code=LargeSealCode.NOT_DRY)
        )
    if not command.rounded:
        why = "Edges and lead-in chamfer rounded, no burr: it is cut where it is pushed over them."
        return ev.SeatReady(
            True, False, Verdict("sharp edges", Level.STOP, why, code=LargeSealCode.SHARP_EDGES)
        )
    return ev.SeatReady(True, True, Verdict("seat ready", Level.GOOD, "Dry, clean, edges rounded."))


def _spring(plan: ev.LargeSealPlan, command: cmd.LaySpring) -> ev.SpringIn:
    if not plan.spring_apart:
        raise Refused("The spring of this ring is in it already.")
    if not command.lock_checked:
        why = (
            "Both ends wound back half a turn against the thread, put together, let unwind to lock;"
            " then pull at it."
        )
        return ev.SpringIn(
            False,
            command.groove_greased,
            Verdict("lock not checked", Level.STOP, why, code=LargeSealCode.LOCK_NOT_CHECKED),
        )
    if not command.groove_greased:
        return ev.SpringIn(
            True,
            False,
            Verdict(
                "groove dry",
                Level.WATCH,
                "A little grease in its groove holds it while it is laid in.",
            ),
        )
    return ev.SpringIn(
        True,
        True,
        Verdict("spring in", Level.GOOD, "Lock checked, groove greased, laid in all round."),
    )


def _pressed(
    desk: Desk, state: LargeSeal, plan: ev.LargeSealPlan, command: cmd.PressAt
) -> ev.PressedAt:
    before = {"warm", "rest", "seat", "spring", "side", "meet", "out"}
    if (
        not desk.correcting
        and state.left in before
        and (state.left != "spring" or state.spring_first)
        and state.next_hour is not None
    ):
        raise Refused(f"First: {move(desk, state).headline}.")
    if command.hour not in plan.order:
        raise InvalidInput.at(
            "hour",
            f"{command.hour:g} o'clock is not in the order.",
            ", ".join(f"{hour:g}" for hour in plan.order),
        )
    return ev.PressedAt(command.hour, _turn(state, command.hour))


def judge(_: Desk, state: LargeSeal, fact: ev.PressedAt) -> ev.PressedAt:
    """An hour judged anew, after one before it was corrected or taken back."""
    return replace(fact, verdict=_turn(state, fact.hour))


def _turn(state: LargeSeal, hour: float) -> Verdict:
    """Whether an hour is pressed in when it is its turn."""
    due = state.next_hour
    # Pressed once more where it is in already is no slip.
    if due is None or hour == due or hour in state.pressed:
        return Verdict("in", Level.GOOD, "Fingers or ball of the hand, flat to the bottom.")
    why = (
        f"{due:g} o'clock comes first: begun elsewhere, the last loop cannot be pressed in. Out,"
        " and begun again at 12."
    )
    return Verdict("out of turn", Level.STOP, why, code=LargeSealCode.OUT_OF_TURN)


def _side(command: cmd.SayOpenSide) -> ev.OpenSideSaid:
    # Pressure behind the open side presses the lip on; from behind it lifts it off.
    if command.faces == "medium":
        return ev.OpenSideSaid(
            "medium",
            Verdict(
                "open side right", Level.GOOD, "Open side, with the spring, to what it holds back."
            ),
        )
    why = (
        "Its open side belongs to what it holds back: the other way round pressure lifts the lip."
        " Turn it round now; another way by its maker alone."
    )
    return ev.OpenSideSaid(
        "away", Verdict("open side away", Level.STOP, why, code=LargeSealCode.OPEN_SIDE_AWAY)
    )


def _met(plan: ev.LargeSealPlan, command: cmd.MeetShaft) -> ev.ShaftMet:
    folded = command.folded.strip()
    if folded:
        why = (
            f"{folded}. A folded lip leaks and is torn by the first turn: shaft back, lip laid,"
            " grease, again slowly, turning."
        )
        return ev.ShaftMet(
            command.greased,
            folded,
            Verdict("lip folded", Level.STOP, why, code=LargeSealCode.LIPS_FOLDED),
        )
    if not command.greased:
        why = "Lead-in, shaft and lip greased before they meet: dry it burns in the first minute."
        return ev.ShaftMet(
            False, "", Verdict("not greased", Level.STOP, why, code=LargeSealCode.NOT_GREASED)
        )
    words = (
        "Through the ring, greased, no lip folded."
        if plan.shaft_last
        else "Greased before the ring came onto it."
    )
    return ev.ShaftMet(True, "", Verdict("shaft greased", Level.GOOD, words))


def _straps(desk: Desk, command: cmd.UseStraps) -> list[Fact]:
    """Straps go into the register of temporary parts, and out of it."""
    if not command.out:
        return [TemporaryIn(f"straps: {text(command.what, 'what', 'how many, where')}", "ring")]
    entries = [part.entry for part in straps_of(desk)]
    if not entries:
        raise Refused("No strap is in.")
    return [TemporaryOut(entry) for entry in entries]


def _flat(desk: Desk, state: LargeSeal, command: cmd.SeatFlat) -> ev.SeatedFlat:
    if state.next_hour is not None:
        raise Refused(f"First {state.next_hour:g} o'clock.")
    # A strap under the lip leaks for as long as the ring lives, and nobody sees it.
    if straps := straps_in(desk):
        raise Refused(
            f"Still in: {straps}. Pulled out at the end, knots away from the spring; say so."
        )
    if command.flat:
        return ev.SeatedFlat(
            True,
            command.text.strip(),
            Verdict("flat all round", Level.GOOD, "To the bottom, no fold, spring in."),
        )
    said = text(command.text, "text", "where it stands up, or is folded")
    return ev.SeatedFlat(
        False,
        said,
        Verdict(
            "not flat",
            Level.STOP,
            f"{said}. Out there and half-way round, and pressed in anew by the clock.",
            code=LargeSealCode.NOT_FLAT,
        ),
    )


def _covered(state: LargeSeal, plan: ev.LargeSealPlan, command: cmd.CoverSeal) -> ev.SealCovered:
    if state.flat is None or not state.flat.flat:
        raise Refused("First the ring flat all round.")
    nm, wrench = (
        parse_torque_nm(command.torque, "torque"),
        text(command.wrench, "wrench", "which wrench: never by feel"),
    )
    if not command.even:
        verdict = Verdict(
            "uneven",
            Level.STOP,
            "Its squeeze seals the outside: a cover askew leaks on one side. Loosen, and round"
            " again.",
            code=LargeSealCode.UNEVEN,
        )
    elif plan.cover_nm is None:
        verdict = Verdict(
            "torque not checked",
            Level.WATCH,
            "What the cover's screws should have is not in the plan.",
        )
    else:
        asked = Span(plan.cover_nm, plan.cover_nm)
        verdict = judge_torque(
            asked,
            nm,
            low_why="the outside leaks.",
            high_why="a thin cover bows between its screws, and leaks there.",
        )
    return ev.SealCovered(round(nm, 2), wrench, command.even, verdict)
