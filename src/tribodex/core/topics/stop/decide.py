"""What may follow at a stop of a round, what its strokes and temperature say, and what to do
there."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import parse_count
from tribodex.core.schedule.due import CareKind
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.topics.stop import facts as ev
from tribodex.core.topics.stop.moves import StopDo as Do
from tribodex.core.topics.stop.state import Stop
from tribodex.core.units.insert import Push, judge_push
from tribodex.core.warmth.reading import ReadBy, Warmth, read_warmth
from tribodex.core.warmth.settling import SEALED, Limits
from tribodex.core.working import Level, Verdict


class StopCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    ANOTHER_GREASE = "stop.another_grease"
    DOES_NOT_COME_OUT = "stop.does_not_come_out"
    SEALS_DO_NOT_PURGE = "stop.seals_do_not_purge"
    PLUG_NOT_BACK = "stop.plug_not_back"
    STOP_TOO_HOT = "stop.stop_too_hot"
    TOO_MUCH_GREASE = "stop.too_much_grease"
    TOO_MANY_STROKES = "stop.too_many_strokes"


STAGE = "stop"
# A gun is empty long before: a greater count is a slip, or the meter of the gun.
MOST_STROKES = 1000
# A round is walked within so many days of being opened: later than that no hour meter is judged
# (days; our figure).
WALKED_DAYS = 31
# Warmer than on the last round by this much it is said (K; common practice, no source).
WARMER_K = 10.0
# Without grease at the seal after so many times the amount the way out is shut (common practice, no
# source).
PRESS_SHARE = 2.0
# A counted amount is short below the one, and too much above the other share of what is asked
# (common practice, no source).
SHORT, OVER = 0.75, 1.5


def decide(desk: Desk, state: Stop, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.plan
    if plan is None:
        raise Refused("Nothing is due here.")
    match command:
        case cmd.DoStop():
            if state.done is not None and not desk.correcting:
                raise Refused(
                    "This stop is done already. What was wrong of it is corrected in the log; what"
                    " it got twice is added up there."
                )
            return [_done(plan, command)]
        case cmd.SkipStop():
            if state.done is not None:
                raise Refused(
                    "This stop is done already. What was wrong of it is corrected in the log."
                )
            return [ev.StopSkipped(text(command.reason, "reason", "why it was not done"))]
        case _:
            raise TypeError(f"a stop takes no {type(command).__name__}")


def _done(plan: ev.StopPlan, command: cmd.DoStop) -> ev.StopDone:
    greases = CareKind.GREASE in plan.due
    strokes, into_seals = (
        _strokes(command.strokes, "strokes"),
        _strokes(command.seal_strokes, "seal_strokes"),
    )
    purges = CareKind.PURGE in plan.due
    if purges and (into_seals is None or not command.seal_shows):
        asked = "seal_strokes" if into_seals is None else "seal_shows"
        raise InvalidInput.at(
            asked,
            "How many strokes did its seals take, and does grease show all round?",
            "strokes, and yes or no",
        )
    if greases and strokes is None:
        raise InvalidInput.at(
            "strokes", "How many strokes did it get?", "0 where it got none, and why"
        )
    # A hand beside a turning shaft: how it stood is asked wherever grease was pressed in.
    if (strokes or into_seals) and not command.standing:
        raise InvalidInput.at(
            "standing",
            "Did the machine stand, locked out, while it was greased?",
            "standing, or running",
        )
    if (strokes or into_seals) and command.standing == "running" and not plan.running:
        raise Refused(
            "Here it is greased at standstill, isolated: its fitting is behind the guard, or the"
            " site has not allowed it."
        )
    if greases and strokes == 0 and not command.text.strip():
        raise InvalidInput.at(
            "text",
            "No grease although it is due: why?",
            "in a few words; or skip the stop with the reason",
        )
    # An open hole takes in dirt with the first turn, and nobody comes by before the next round.
    if plan.plug and strokes and not command.plug_back:
        raise InvalidInput.at(
            "plug_back", "Its hole is closed by a plug: fitting out, plug back?", "yes, or no"
        )
    low = high = None
    by: ReadBy | None = None
    if command.temperature.strip():
        low, high = read_warmth(command.temperature, "temperature")
        if command.read_by not in set(ReadBy):
            raise InvalidInput.at(
                "read_by",
                "What was it read with? Each reads as well as it can.",
                ", ".join(by.value for by in ReadBy),
            )
        by = ReadBy(command.read_by)
    found = tuple(line.strip() for line in command.found.splitlines() if line.strip())
    meter, old = _hours(command.meter, "meter"), _hours(command.meter_old, "meter_old")
    if old is not None and meter is None:
        raise InvalidInput.at(
            "meter",
            "The meter was replaced: what does the new one show?",
            "hours, 0 where it began with nothing",
        )
    # What did not go in is no grease: it stays due.
    if command.push == "not":
        strokes = 0 if strokes is not None else None
    grams = (
        round(strokes * plan.stroke_g, 2)
        if strokes is not None and plan.stroke_g is not None
        else None
    )
    verdicts = (
        *_of_grease(plan, strokes, command),
        *_of_hole(plan, strokes, command),
        *(_of_seals(plan, into_seals, command) if into_seals is not None else ()),
        *_of_warmth(plan, low, high, by),
        *_of_meter(plan, meter, old),
        *(Verdict("not in order", Level.WATCH, one) for one in found),
    )
    return ev.StopDone(
        standing=command.standing == "standing" if command.standing else None,
        done=tuple(kind for kind in plan.due if _is_done(kind, strokes, into_seals, command)),
        strokes=strokes,
        given_g=grams,
        grease=command.grease.strip() or plan.grease,
        shows=None if not command.shows else command.shows == "yes",
        low_c=low,
        high_c=high,
        read_by=by,
        typed=command.temperature.strip(),
        found=found,
        meter_h=meter,
        meter_old_h=old,
        text=command.text.strip(),
        verdicts=verdicts,
        seal_strokes=into_seals,
        push=Push(command.push) if command.push else None,
        plug_back=None if not command.plug_back else command.plug_back == "yes",
        seal_shows=None if not command.seal_shows else command.seal_shows == "yes",
    )


def _is_done(
    kind: CareKind, strokes: int | None, into_seals: int | None, command: cmd.DoStop
) -> bool:
    """Grease counts where any was given; a purge where it showed."""
    if kind is CareKind.PURGE:
        return bool(into_seals) and command.seal_shows == "yes"
    return kind is not CareKind.GREASE or bool(strokes)


def _strokes(typed: str, name: str) -> int | None:
    if not typed.strip():
        return None
    strokes = parse_count(typed, name)
    if strokes != int(strokes) or not 0 <= strokes <= MOST_STROKES:
        raise InvalidInput.at(name, f"{strokes:g} strokes?", f"a whole number, 0 to {MOST_STROKES}")
    return int(strokes)


def _of_grease(plan: ev.StopPlan, strokes: int | None, command: cmd.DoStop) -> list[Verdict]:
    verdicts = []
    if (
        command.grease.strip()
        and plan.grease
        and command.grease.strip().casefold() != plan.grease.casefold()
    ):
        why = (
            f"{command.grease.strip()}, where {plan.grease} is in there: whether they mix is looked"
            " up before the next stroke."
        )
        verdicts.append(Verdict("another grease", Level.STOP, why, code=StopCode.ANOTHER_GREASE))
    if strokes is None or plan.strokes is None:
        return verdicts
    words = f"{strokes} of {plan.strokes} strokes"
    # Tight seals have no way out for what is too much: one stroke over is already too many.
    if plan.way in (CareWay.SEALED_INSERT, CareWay.COUNTED) and strokes > plan.strokes:
        verdicts.append(
            Verdict(
                "too many strokes",
                Level.STOP,
                f"{words}: tight seals blow. Look at them now, and at its temperature in an hour.",
                code=StopCode.TOO_MANY_STROKES,
            )
        )
    elif (
        plan.way is CareWay.UNTIL_SHOWS
        and command.shows == "no"
        and strokes >= PRESS_SHARE * plan.strokes
    ):
        verdicts.append(
            Verdict(
                "does not come out",
                Level.STOP,
                f"{words} and nothing shows: relief or line shut. No more; more would blow the"
                " seals.",
                code=StopCode.DOES_NOT_COME_OUT,
            )
        )
    # Where few are asked one more is a slip of counting; half as much again is not.
    elif strokes > max(OVER * plan.strokes, plan.strokes + 1):
        why = (
            f"{words}: too much churns and heats. Let it out at the drain, watch its temperature,"
            " look why it took so much."
        )
        verdicts.append(Verdict("too much grease", Level.STOP, why, code=StopCode.TOO_MUCH_GREASE))
    elif plan.way is CareWay.UNTIL_SHOWS and command.shows == "no":
        verdicts.append(Verdict("nothing shows yet", Level.WATCH, f"{words}."))
    elif not strokes and CareKind.GREASE in plan.due:
        verdicts.append(Verdict("not greased", Level.WATCH, f"{words}: it stays due."))
    elif strokes < SHORT * plan.strokes and command.shows != "yes":
        verdicts.append(
            Verdict("short", Level.WATCH, f"{words}: less than it asks for, and no grease shows.")
        )
    elif strokes and plan.way is CareWay.UNTIL_SHOWS and not command.shows:
        why = f"{words}; grease at the seal is what says that it is full, and nobody said so."
        verdicts.append(Verdict("not known whether it shows", Level.WATCH, why))
    elif strokes:
        verdicts.append(Verdict("greased", Level.GOOD, f"{words}."))
    return verdicts


def _of_hole(plan: ev.StopPlan, strokes: int | None, command: cmd.DoStop) -> list[Verdict]:
    """How the gun pushed, and whether the plug is back."""
    verdicts = [judge_push(Push(command.push))] if command.push in ("hard", "not") else []
    if plan.plug and strokes and command.plug_back == "no":
        why = (
            "Left open, or with a fitting in grit: dirt goes in with the first turn. The plug back"
            " now."
        )
        verdicts.append(Verdict("plug not back", Level.STOP, why, code=StopCode.PLUG_NOT_BACK))
    return verdicts


def _of_seals(plan: ev.StopPlan, strokes: int, command: cmd.DoStop) -> list[Verdict]:
    """A labyrinth purged: it shows, or it is shut; much more than last time goes somewhere else."""
    last = f", {plan.seal_strokes} last time" if plan.seal_strokes is not None else ""
    words = f"{strokes} strokes into its seals{last}"
    if command.seal_shows == "yes" and not strokes:
        return [
            Verdict(
                "seals not purged", Level.WATCH, "No stroke was given: what shows is of last time."
            )
        ]
    if command.seal_shows == "yes":
        # A labyrinth holds what it holds: what it took beyond twice that went somewhere else.
        if plan.seal_strokes is not None and strokes > PRESS_SHARE * plan.seal_strokes:
            return [
                Verdict(
                    "seals took much",
                    Level.WATCH,
                    f"{words}: a gap has opened, or it went into the bearing. Look, and at its"
                    " temperature.",
                )
            ]
        return [Verdict("seals purged", Level.GOOD, f"{words}, it shows all round.")]
    if plan.seal_strokes is not None and strokes >= PRESS_SHARE * plan.seal_strokes:
        why = (
            f"{words} and nothing shows: fitting or line shut, or it goes into the bearing. No more"
            " until that is found."
        )
        return [Verdict("seals do not purge", Level.STOP, why, code=StopCode.SEALS_DO_NOT_PURGE)]
    return [Verdict("seals not purged yet", Level.WATCH, f"{words}, nothing shows: it stays due.")]


def limits_of(way: CareWay | None) -> Limits:
    """Where to look and to stop: grease that is sealed in spoils earlier."""
    return SEALED if way in (CareWay.SEALED_INSERT, CareWay.FOR_LIFE) else Limits()


def _of_warmth(
    plan: ev.StopPlan, low_c: float | None, high_c: float | None, by: ReadBy | None
) -> list[Verdict]:
    if by is None:
        return []
    limits, read = limits_of(plan.way), Warmth(0.0, low_c, high_c, by.sure_k)
    if low_c is not None and low_c >= limits.stop_c:
        return [
            Verdict(
                "stop: too hot",
                Level.STOP,
                f"{low_c:g} °C of {limits.stop_c:g} °C: tell who runs it, stop it, look.",
                code=StopCode.STOP_TOO_HOT,
            )
        ]
    if low_c is not None and low_c >= limits.look_c:
        return [
            Verdict("hot: look", Level.WATCH, f"{low_c:g} °C: listen, read again within the hour.")
        ]
    if low_c is not None and plan.last_c is not None and low_c > plan.last_c + WARMER_K:
        return [
            Verdict(
                "warmer than last time",
                Level.WATCH,
                f"{low_c:g} °C, {plan.last_c:g} °C last time. Same load and weather?",
            )
        ]
    # A crayon that melted says nothing of how far; one that did not, nothing below its mark.
    if read.surely_below_c >= limits.look_c:
        said = f"above {low_c:g} °C" if high_c is None else f"up to {high_c:g} °C"
        why = (
            f"It may be {said}, and from {limits.look_c:g} °C it is looked at: listen, and read it"
            " with something that tells."
        )
        return [Verdict("may be hot: look", Level.WATCH, why)]
    if plan.last_c is None or (high_c or 0.0) > plan.last_c + WARMER_K:
        why = f"Below {high_c:g} °C; looked at from {limits.look_c:g} °C."
        return [Verdict("not hot", Level.GOOD, why)]
    return [Verdict("warmth as usual", Level.GOOD, f"{high_c:g} °C, {plan.last_c:g} °C last time.")]


def _hours(typed: str, name: str) -> float | None:
    return parse_count(typed.strip().removesuffix("h"), name) if typed.strip() else None


def _of_meter(plan: ev.StopPlan, meter_h: float | None, old_h: float | None) -> list[Verdict]:
    """An hour meter that cannot be: it tells nothing of how long the machine has run, and says
    so."""
    if meter_h is None or plan.meter_h is None or plan.meter_on is None:
        return []
    meter_h = old_h if old_h is not None else meter_h
    words = f"{meter_h:g} h, {plan.meter_h:g} h on {plan.meter_on}"
    if meter_h < plan.meter_h:
        why = (
            "It does not count. Read it again; where the meter was replaced, say what the old one"
            " showed last."
        )
        return [Verdict("meter went backwards", Level.WATCH, f"{words}. {why}")]
    if plan.opened_on is not None and meter_h - plan.meter_h > 24 * (
        (plan.opened_on - plan.meter_on).days + WALKED_DAYS
    ):
        return [
            Verdict(
                "meter too far",
                Level.WATCH,
                f"{words}: more hours than went by: it does not count. Read it again.",
            )
        ]
    return []


def move(_: Desk, state: Stop) -> Move:
    """What to do at this stop."""
    plan = state.plan
    if plan is None:
        return Move(Ask.NOTHING, "Nothing is due here", "The next stop.")
    if state.done is not None:
        bad = next((v for v in state.done.verdicts if v.level is Level.STOP), None)
        return Move(
            Ask.NOTHING,
            f"{bad.word.capitalize()}" if bad is not None else "Done",
            bad.reason if bad is not None else "The next stop.",
        )
    if state.skipped is not None:
        return Move(Ask.NOTHING, "Skipped", f"{state.skipped.reason} It stays due.")
    return Move(
        Do.DO_STOP,
        in_words(plan),
        how(plan),
        "No hand before a nozzle: grease goes through skin. A surgeon at once.",
    )


def in_words(plan: ev.StopPlan) -> str:
    """What is due, in a headline."""
    strokes = f"{plan.strokes} strokes" if plan.strokes is not None else "grease"
    seals = (
        f"seals purged, {plan.seal_strokes} strokes last time"
        if plan.seal_strokes is not None
        else CareKind.PURGE.words
    )
    own = {CareKind.GREASE: strokes, CareKind.PURGE: seals}
    words = [own.get(kind, kind.words) for kind in plan.due]
    return f"{'; '.join(words).capitalize()}" if words else "Look at it"


def how(plan: ev.StopPlan) -> str:
    """How it is done here."""
    stands_still = (
        "Running, from outside the guard." if plan.running else "At standstill, isolated."
    )
    purge = (
        "Its seals through their own fitting, slowly, until grease shows all round."
        if CareKind.PURGE in plan.due
        else ""
    )
    if CareKind.GREASE not in plan.due and purge:
        return " ".join(
            part for part in (stands_still, purge, _with(plan.seal_grease, plan.gun)) if part
        )
    if CareKind.GREASE not in plan.due:
        return (
            "Listen while it runs, from outside the guard; whatever is touched is touched at"
            " standstill, isolated."
        )
    way = (
        {
            CareWay.UNTIL_SHOWS: "Wipe the fitting; slowly, until clean grease shows.",
            CareWay.COUNTED: "Wipe the fitting; counted, no more.",
            CareWay.SEALED_INSERT: "Wipe the fitting; two strokes are a limit, not an aim.",
        }.get(plan.way, "")
        if plan.way is not None
        else ""
    )
    if plan.plug:
        way = (
            f"Plug out, hole wiped; fitting in; {plan.strokes or 'the'} strokes counted; fitting"
            " out, plug back."
        )
    return " ".join(
        part for part in (stands_still, way, _with(plan.grease, plan.gun), purge) if part
    )


def _with(grease: str, gun: str) -> str:
    """What it is greased with, as a sentence; empty where nobody said.

    >>> _with("EP 2", "gun 1, blue"), _with("", "gun 1"), _with("EP 2", ""), _with("", "")
    ('EP 2, with gun 1, blue.', 'With gun 1.', 'EP 2.', '')
    """
    if grease and gun:
        return f"{grease}, with {gun}."
    if gun:
        return f"With {gun}."
    return f"{grease}." if grease else ""
