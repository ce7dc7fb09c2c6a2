"""What may follow while a ring goes onto a cylindrical seat, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.bolts.torque import judge_torque
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_temperature_c, parse_torque_nm, read_length
from tribodex.core.shouldered.heating import contact_c, judge_crayon, judge_reading
from tribodex.core.shouldered.retaining_ring import ring_as_said
from tribodex.core.shouldered.setting import SetBy, judge_setting
from tribodex.core.shouldered.square import judge_shoulder, judge_tilt, read_enters, tilt_of
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.hub import TOPIC as HUB
from tribodex.core.topics.hub.facts import HubRenewed
from tribodex.core.topics.shouldered import commands as cmd
from tribodex.core.topics.shouldered import facts as ev
from tribodex.core.topics.shouldered.plan import HeldBy, ShoulderPlan
from tribodex.core.topics.shouldered.state import (
    Shouldered,
    cooled,
    figure,
    figures_now,
    interference,
    ways,
)
from tribodex.core.working import Level, Verdict, number


class SecuredCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_LOCKED = "secured.not_locked"


SET_ON, SECURE = "set_on", "secure"
# Between ring and shoulder on the way home; more is a ring that is not on its seat yet.
GAPS_UM = (0.0, 60_000.0)
# No shop and no ring is colder or warmer (°C).
TEMPERATURES_C = (-40.0, 400.0)


def decide(desk: Desk, state: Shouldered, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = _planned(state)
    match command:
        case cmd.ChooseWayOn():
            return [_way(desk, state, command)]
        case cmd.SayShaftWarmth():
            return [ev.ShaftWarmth(_temperature(command.temperature, "temperature"))]
        case cmd.ReadRing():
            return [_ring(desk, state, plan, command)]
        case cmd.SwitchOff():
            _warming(state)
            if not state.now or state.off_at is not None:
                raise Refused(
                    "First a reading of the warm ring."
                    if state.off_at is None
                    else "The heater is off already."
                )
            return [ev.HeaterOff()]
        case cmd.HeatAgain():
            _warming(state)
            if state.off_at is None:
                raise Refused("The heater is not off: read on.")
            return [ev.HeatedAgain()]
        case cmd.RenewRing():
            reason = text(command.reason, "reason", "why another ring is taken")
            # Another one has still to enter its hub, and its fit there is not known.
            anew = [HubRenewed(reason)] if desk.of(HUB).plan is not None else []
            return [ev.RingRenewed(reason), *anew]
        case _:
            return _pushed_on(desk, state, command, plan)


def _pushed_on(desk: Desk, state: Shouldered, command: Any, plan: ShoulderPlan) -> Sequence[Fact]:
    """Gaps, shoulder and what holds it; how it turns, and its setting."""
    match command:
        case cmd.ReadGaps():
            return [_gaps(state, plan, command)]
        case cmd.StopOn():
            _on_the_way(state)
            return [ev.StoppedOn(text(command.text, "text", "what hesitated or tilted"))]
        case cmd.SayStraightOn():
            if state.stopped is None:
                raise Refused("Nothing was said to have stopped.")
            return [
                ev.StraightOn(
                    text(
                        command.cause,
                        "cause",
                        "the cause, and that bearing, shaft and ram or drift are straight again",
                    )
                )
            ]
        case cmd.PushHome():
            return [_home(desk, state, plan, command)]
        case cmd.TryShoulder():
            return [_shoulder(desk, state, command)]
        case cmd.HoldFast():
            return [_hold(desk, state, plan, command)]
        case cmd.TurnByHand():
            if state.held is None:
                raise Refused("First what holds it.")
            how = (
                command.text.strip()
                if command.freely
                else text(command.text, "text", "how it turns: rough, stiff, where")
            )
            return [ev.TurnedByHand(command.freely, how)]
        case cmd.ReadSetting():
            return [_set(state, plan, command)]
        case _:
            raise TypeError(f"a ring takes no {type(command).__name__}")


def _planned(state: Shouldered) -> ShoulderPlan:
    if state.planned is None:
        raise Refused("Nothing is planned for this bearing.")
    return state.planned


def _temperature(typed: str, name: str) -> float:
    found = parse_temperature_c(typed, name)
    if not TEMPERATURES_C[0] <= found <= TEMPERATURES_C[1]:
        raise InvalidInput.at(
            name,
            f"{found:.0f} °C is no temperature of a ring or a shaft.",
            "°C or °F, as the thermometer shows it",
        )
    return found


def _way(desk: Desk, state: Shouldered, command: cmd.ChooseWayOn) -> ev.WayOnChosen:
    if state.home is not None:
        raise Refused("It is on already.")
    way = next((way for way in ways(desk, state) if way.way is command.way), None)
    if way is None:
        raise Refused(
            f"{command.way.words.capitalize()}: that is for a ring whose outer ring goes into its"
            " housing at the same time."
        )
    by, reason = command.decided_by.strip(), command.reason.strip()
    if way.verdict.level in (Level.STOP, Level.UNKNOWN) and not (by and reason):
        raise InvalidInput.at(
            "decided_by" if not by else "reason",
            f"{command.way.words.capitalize()}: {way.verdict.word}. {way.verdict.reason}",
            "another way, or a name and a reason: they stand in the record",
        )
    return ev.WayOnChosen(command.way, way.verdict, by, reason)


def _on_the_way(state: Shouldered) -> None:
    if state.way is None:
        raise Refused("First: by which way does it go on?")
    if state.stopped is not None:
        raise Refused("It is stopped: let off, cause out, straight again, and say so.")
    if state.home is not None:
        raise Refused("It is at its shoulder already.")


def _warming(state: Shouldered) -> None:
    _on_the_way(state)
    if state.way is None or state.way.way is not WayOn.HEAT:
        raise Refused("This ring goes on cold.")


def _ring(
    desk: Desk, state: Shouldered, plan: ShoulderPlan, command: cmd.ReadRing
) -> ev.RingWarmth:
    _warming(state)
    if state.shaft_c is None:
        raise Refused("First the temperature of the shaft: how warm the ring must be hangs on it.")
    ring = _temperature(command.ring_temperature, "ring_temperature")
    outer = (
        _temperature(command.outer_temperature, "outer_temperature")
        if command.outer_temperature.strip()
        else None
    )
    if command.crayon:
        return ev.RingWarmth(
            ring,
            outer,
            judge_crayon(plan.limit, ring, command.crayon == "melted", _seen_s(desk, state, ring)),
            command.crayon,
        )
    return ev.RingWarmth(
        ring,
        outer,
        judge_reading(
            plan.limit,
            plan.bearing.closure,
            ring,
            outer,
            plan.bearing,
            play_um=plan.group_um.low if plan.group_um is not None else None,
        ),
    )


def _seen_s(desk: Desk, state: Shouldered, rating_c: float) -> float | None:
    """Seconds since the mark of this rating was last seen unmelted; None where nobody looked."""
    seen = [
        at
        for at, read in state.now
        if read.crayon == "not melted" and abs(read.ring_c - rating_c) < 0.5
    ]
    return (desk.moment - seen[-1]).total_seconds() if seen and desk.moment is not None else None


def _gaps(state: Shouldered, plan: ShoulderPlan, command: cmd.ReadGaps) -> ev.GapsRead:
    _on_the_way(state)
    parts = command.gaps.split("+")
    if len(parts) != 4:
        raise InvalidInput.at(
            "gaps",
            "Four gaps, a quarter turn apart.",
            "top + right + bottom + left: 1.0 + 1.2 + 1.0 + 0.8",
        )
    top, right, bottom, left = (
        read_length(part, "gaps", LengthUnit.MM, GAPS_UM, command.shown, zero=True).mm
        for part in parts
    )
    most = plan.bearing.outside_mm * 1100
    circle = read_length(
        command.circle, "circle", LengthUnit.MM, (plan.bearing.bore_mm * 900, most), command.shown
    ).mm
    gaps = (top, right, bottom, left)
    return ev.GapsRead(
        gaps, circle, command.gaps.strip(), judge_tilt(tilt_of(gaps, circle), plan.bearing.bore_mm)
    )


def _home(
    desk: Desk, state: Shouldered, plan: ShoulderPlan, command: cmd.PushHome
) -> ev.PushedHome:
    _on_the_way(state)
    if state.gaps is not None and state.gaps.verdict.level is Level.STOP:
        raise Refused(f"It is {state.gaps.verdict.word}. {state.gaps.verdict.reason}")
    if state.way is not None and state.way.way is WayOn.HEAT:
        if state.spoilt is not None:
            raise Refused(f"This ring is not fitted. {state.spoilt.verdict.reason}")
        if not state.now or state.shaft_c is None:
            raise Refused("First a reading of the warm ring.")
        if state.off_at is None:
            raise Refused("Heater off first; demagnetise it.")
        if (ahead := state.far_ahead) is not None:
            raise Refused(
                f"Balls would press in. {ahead.verdict.reason} Read both rings again, or take"
                " another ring."
            )
        if (
            unknown := state.now[-1][1].verdict if state.now else None
        ) is not None and unknown.level is Level.UNKNOWN:
            raise Refused(f"How warm it is is not known: {unknown.word}. {unknown.reason}")
        contact = contact_c(plan.bearing.bore_mm, state.shaft_c, interference(desk, plan).high)
        if (state.highest_c or 0.0) <= contact:
            read = (
                f"{state.highest_c:.0f} °C read"
                if state.highest_c is not None
                else "no thermometer, no melted crayon"
            )
            raise Refused(f"It never was warm enough to go on: {read}, {contact:.0f} °C touches.")
        if (cold := cooled(desk, state)) is not None:
            raise Refused(
                f"It has cooled: {cold[0]:.0f} °C read last, {cold[1]:.0f} °C is needed at least."
                " Off the shaft, and heat it again."
            )
    return ev.PushedHome(command.text.strip() or "held until it gripped")


def _shoulder(desk: Desk, state: Shouldered, command: cmd.TryShoulder) -> ev.ShoulderTried:
    if state.home is None and not desk.correcting:
        raise Refused("First push it home.")
    enters = read_enters(command.enters)
    return ev.ShoulderTried(enters, judge_shoulder(enters))


def _hold(desk: Desk, state: Shouldered, plan: ShoulderPlan, command: cmd.HoldFast) -> ev.HeldFast:
    if plan.held_by is HeldBy.CARTRIDGE:
        raise Refused("Nut pair and covers of its cartridge hold it.")
    if state.shoulder is None or state.shoulder.verdict.level is not Level.GOOD:
        raise Refused("First against its shoulder: the 0.03 mm feeler enters nowhere.")
    if plan.ring is not None:
        return ev.HeldFast(plan.held_by, *ring_as_said(plan.ring, command))
    said = text(command.text, "text", "how it was tightened: wrench and setting")
    if plan.held_by is HeldBy.COVER:
        return ev.HeldFast(plan.held_by, said, Verdict("locked", Level.GOOD, "Drawn down evenly."))
    return _nut(plan, command, said)


def _nut(plan: ShoulderPlan, command: cmd.HoldFast, typed: str) -> ev.HeldFast:
    """A lock nut: at its maker's torque where that is known, on to the next slot by tightening, its
    tab in.
    """
    if plan.nut_nm is not None and not command.torque.strip():
        raise InvalidInput.at(
            "torque",
            f"Its maker asks {number(plan.nut_nm)} N·m: what did the wrench show?",
            f"{number(plan.nut_nm)} N·m",
        )
    nm = parse_torque_nm(command.torque, "torque") if command.torque.strip() else None
    if not command.tab_bent:
        why = "No tab lies in a slot: tighten to the next one, never loosen, and bend it in."
        return ev.HeldFast(
            plan.held_by,
            typed,
            Verdict("not locked", Level.STOP, why, code=SecuredCode.NOT_LOCKED),
            nm,
        )
    if nm is not None and plan.nut_nm is None:
        why = (
            "Tab in its slot. Its maker's torque is not in the plan: what the wrench showed is"
            " kept, and not judged."
        )
        return ev.HeldFast(plan.held_by, typed, Verdict("torque not checked", Level.WATCH, why), nm)
    if nm is not None and plan.nut_nm is not None:
        asked = Span(plan.nut_nm, plan.nut_nm)
        torque = judge_torque(
            asked,
            nm,
            low_why="the ring creeps on its seat.",
            high_why="it takes the bearing's clearance.",
        )
        if torque.level is not Level.GOOD:
            return ev.HeldFast(plan.held_by, typed, torque, nm)
        return ev.HeldFast(
            plan.held_by,
            typed,
            Verdict("locked", Level.GOOD, f"{torque.reason} Tab in its slot."),
            nm,
        )
    return ev.HeldFast(plan.held_by, typed, Verdict("locked", Level.GOOD, "Tab in its slot."))


def _set(state: Shouldered, plan: ShoulderPlan, command: cmd.ReadSetting) -> ev.SettingRead:
    if plan.setting is None:
        what = (
            "Its maker's end play or preload is not in the plan: without it nothing read here can"
            " be judged. Plan it first."
        )
        raise Refused(
            what
            if plan.bearing.kind.is_set
            else f"A {plan.bearing.kind.words} has no setting of its own."
        )
    if plan.held_by is not HeldBy.CARTRIDGE and state.held is None:
        raise Refused("First what holds it: a nut that is locked afterwards changes the setting.")
    by_play = plan.setting.by is SetBy.END_PLAY
    value = (
        read_length(command.value, "value", LengthUnit.MM, (0.0, 3_000.0), zero=True).um
        if by_play
        else parse_torque_nm(command.value, "value")
    )
    return ev.SettingRead(
        round(value, 3), command.value.strip(), judge_setting(plan.setting, value)
    )


def set_right(state: Shouldered) -> bool:
    """Whether its setting was read as its maker asks; of a bearing that has none, or whose maker's
    figure nobody has, nothing is asked.
    """
    asked = state.planned is not None and state.planned.setting is not None
    return not asked or (state.setting is not None and state.setting.verdict.level is Level.GOOD)


def stage_of(state: Shouldered) -> str | None:
    """On its shoulder first; then what holds it, and turned by hand."""
    if state.shoulder is None or state.shoulder.verdict.level is not Level.GOOD:
        return SET_ON
    # What holds it belongs to the cartridge.
    if state.planned is not None and state.planned.held_by is HeldBy.CARTRIDGE:
        return None
    fast = state.held is not None and state.held.verdict.level in (Level.GOOD, Level.WATCH)
    return None if fast and state.turned is not None and set_right(state) else SECURE


def force_words(desk: Desk, state: Shouldered) -> str:
    """The force to expect, in words."""
    force = figure(figures_now(desk, state), "push_on_force")
    return f"{force.value or 0:.1f} to {force.value_to or 0:.1f} kN"
