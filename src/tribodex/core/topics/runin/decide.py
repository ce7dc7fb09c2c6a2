"""What may follow while a machine runs in, what its readings say, and what is left to do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from typing import Any

from tribodex.core.components.bearing import Bearing
from tribodex.core.components.straight import Closure
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.proofs import alarm_words
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import parse_count, parse_temperature_c
from tribodex.core.topics.runin import commands as cmd
from tribodex.core.topics.runin import facts as ev
from tribodex.core.topics.runin.state import Run, RunIn, minutes_since
from tribodex.core.units.known import KeptBearing
from tribodex.core.warmth.purge import judge_purge
from tribodex.core.warmth.reading import Warmth, read_warmth
from tribodex.core.warmth.settling import SEALED, Limits, judge_run
from tribodex.core.working import Level, Result, Verdict


class RunCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    QUIET = "run.quiet"
    RUMBLES = "run.rumbles"
    KNOCKS = "run.knocks"
    SHAKES_TOO_MUCH = "run.shakes_too_much"
    TURNS_THE_WRONG_WAY = "run.turns_the_wrong_way"


NAME, STAGE = "runin", "start_up"
# Readings that are asked for, minutes after a start (common practice, no source).
ASKED_MIN = (0, 15, 30, 60, 90, 120, 180, 240)
# Vibration of a bearing housing that is looked at, and stopped for (mm/s r.m.s.; common practice,
# no source).
SHAKES_LOOK, SHAKES_STOP = 4.5, 11.0


def decide(desk: Desk, state: RunIn, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    match command:
        case cmd.BumpDirection():
            return [_bumped(command.right)]
        case cmd.StartRun():
            # Turned the wrong way, a collar or a nut may come loose in the first second.
            if state.bumped is None or not state.bumped.right:
                raise Refused("First a bump: does it turn the right way?")
            if state.running and not desk.correcting:
                raise Refused("It runs already. A stop is written down before it is started again.")
            return [ev.RunStarted(command.how, _ambient(command.ambient))]
        case cmd.StopRun():
            _runs(state)
            return [ev.RunStopped(text(command.reason, "reason", "why it was stopped"))]
        case cmd.ReadWarmth():
            _runs(state)
            _not_from_paper(desk, state)
            return [_read(desk, state, command)]
        case cmd.GreaseRunning():
            _runs(state)
            _not_from_paper(desk, state)
            place, name = _place(desk, command.place)
            return [
                ev.GreasedRunning(
                    place,
                    name,
                    text(command.text, "text", "how much, through which fitting"),
                    _after(command.after),
                )
            ]
        case cmd.ConcludeRun():
            _not_from_paper(desk, state)
            return [_concluded(desk, state, command)]
        case _:
            raise TypeError(f"running in takes no {type(command).__name__}")


def _runs(state: RunIn) -> None:
    if not state.running:
        raise Refused("It does not run. Say when it was started.")


def _not_from_paper(desk: Desk, state: RunIn) -> None:
    """A run that goes on now began behind its gate; one that was started on paper is told from
    paper to its end.
    """
    if (
        desk.paper
        or desk.correcting
        or not state.running
        or state.run is None
        or state.run.entry not in desk.job.paper
    ):
        return
    raise Refused(
        "That run was started on paper: type its readings and its end from paper too. One that goes"
        " on now: stop it, start it here."
    )


def _place(desk: Desk, typed: str) -> tuple[str, str]:
    at = desk.job.placed(typed)
    return at, desk.job.place(at).name


def _bumped(right: bool) -> ev.DirectionBumped:
    if right:
        return ev.DirectionBumped(
            True,
            Verdict("turns the right way", Level.GOOD, "Bumped before the guards were trusted."),
        )
    why = (
        "Isolate it again; two leads of the motor are changed by an electrician. Collars and nuts"
        " that turned the wrong way are looked at."
    )
    return ev.DirectionBumped(
        False, Verdict("turns the wrong way", Level.STOP, why, code=RunCode.TURNS_THE_WRONG_WAY)
    )


def _ambient(typed: str) -> float | None:
    if not typed.strip():
        return None
    at = parse_temperature_c(typed, "ambient")
    if not -40 <= at <= 60:
        raise InvalidInput.at(
            "ambient",
            f"{at:g} °C around the machine is out of range: check value and unit.",
            "-40 to 60 °C",
        )
    return at


def _after(typed: str) -> float | None:
    if not typed.strip():
        return None
    minutes = parse_count(typed.strip().removesuffix("min"), "after")
    if not 0 <= minutes <= 10_000:
        raise InvalidInput.at(
            "after",
            f"{minutes:g} minutes after the start is out of range.",
            "0 to 10 000 min; empty: now",
        )
    return minutes


def _read(desk: Desk, state: RunIn, command: cmd.ReadWarmth) -> ev.WarmthRead:
    # Two numbers even for one reading: a crayon says only on which side of its mark it is.
    low, high = read_warmth(command.temperature, "temperature")
    vibration = None
    if command.vibration.strip():
        vibration = parse_count(command.vibration.strip().removesuffix("mm/s"), "vibration")
        if not 0 <= vibration <= 200:
            raise InvalidInput.at(
                "vibration",
                f"{vibration:g} mm/s is out of range.",
                "0 to 200 mm/s r.m.s.; empty where it was not measured",
            )
    (place, name), ambient = _place(desk, command.place), _ambient(command.ambient)
    fact = ev.WarmthRead(
        place=place,
        name=name,
        low_c=low,
        high_c=high,
        by=command.by,
        typed=command.temperature.strip(),
        ambient_c=ambient,
        noise=command.noise,
        vibration_mm_s=vibration,
        after_min=_after(command.after),
    )
    return replace(fact, verdicts=stops_of(desk, state, fact))


def stops_of(desk: Desk, state: RunIn, made: ev.WarmthRead) -> tuple[Verdict, ...]:
    """What stops at this reading, with those before it: stored with it, so that no cooler one later
    wipes it out.
    """
    run = state.run
    if run is None:
        return ()
    minutes = made.after_min
    if minutes is None and desk.moment is not None:
        minutes = minutes_since(run, desk.moment)
    # Without a clock it comes after everything that was read.
    last = max((at for reads in run.read.values() for at, _ in reads), default=0.0)
    reads = [
        (at, one)
        for at, one in run.read.get(made.place, [])
        if at <= (minutes if minutes is not None else last)
    ]
    with_it = replace(
        run,
        stopped="",
        read={made.place: [*reads, (minutes if minutes is not None else last, made)]},
    )
    before = (
        {
            v.code
            # A stop that stood before this reading has its alarm already.
            for v in verdicts_of(desk, replace(with_it, read={made.place: reads}), made.place)
            if v.level is Level.STOP
        }
        if reads
        else set()
    )
    return tuple(
        v
        for v in verdicts_of(desk, with_it, made.place)
        if v.level is Level.STOP and (v.code not in before or _of_reading(v))
    )


def _of_reading(verdict: Verdict) -> bool:
    """Whether a stop is said by the reading alone, whatever came before."""
    return verdict.code in (RunCode.RUMBLES, RunCode.KNOCKS, RunCode.SHAKES_TOO_MUCH)


def judge(desk: Desk, state: RunIn, now: Any) -> Fact:
    """A reading judged anew after a correction, from the run as it was before it."""
    fact: Fact = replace(now, verdicts=stops_of(desk, state, replace(now, verdicts=())))
    return fact


def _concluded(desk: Desk, state: RunIn, command: cmd.ConcludeRun) -> ev.RunConcluded:
    run = state.run
    if run is None:
        raise Refused("It was not started yet.")
    # A bearing that nobody touched is not well because the other one is.
    unread = [place.name for place in desk.job.places if not run.read.get(place.id)]
    if unread:
        raise Refused(f"Not read yet: {', '.join(unread)}.")
    found = [(place.name, verdicts_of(desk, run, place.id)) for place in desk.job.places]
    every = [(name, verdict) for name, verdicts in found for verdict in verdicts]
    bad = next(
        (
            f"{name}: {verdict.word}. {verdict.reason}"
            for name, verdict in every
            if verdict.level is Level.STOP
        ),
        "",
    )
    opened = [
        alarm
        for alarm in desk.job.alarms.open
        if alarm.topic == NAME and alarm.kind != "run_concluded"
    ]
    if command.well and (bad or opened):
        said_bad = bad or alarm_words(desk, opened[0])
        raise Refused(
            f"Not well: {said_bad}. Stop it, put it right, and run it in anew; or conclude it as"
            " not well."
        )
    said = command.text.strip()
    # Whoever ends a run may know more than was measured, so this never forbids it; but nothing
    # that is open is passed over without a word.
    open_ = [
        f"{name}: {verdict.word}"
        for name, verdict in every
        if verdict.level in (Level.UNKNOWN, Level.WATCH)
    ]
    if (not command.well or open_) and not said:
        what = (
            "What is wrong, and what follows?"
            if not command.well
            else f"Not everything is settled ({'; '.join(open_)}): why is it concluded?"
        )
        raise InvalidInput.at("text", what, "in a sentence; it stands in the record")
    return ev.RunConcluded(
        command.well,
        said,
        tuple(
            f"{name}: {', '.join(verdict.word for verdict in verdicts)}" for name, verdicts in found
        ),
    )


def limits_of(desk: Desk, place: str) -> Limits:
    """Where to look and to stop: sealed bearings earlier."""
    fitted = desk.fitted(place)
    bearing = fitted.bearing if fitted is not None else None
    if isinstance(bearing, KeptBearing):
        return SEALED if bearing.sealed else Limits()
    if (
        bearing is not None
        and not isinstance(bearing, Bearing)
        and bearing.closure is not Closure.OPEN
    ):
        return SEALED
    return Limits()


def judged(desk: Desk, run: Run, place: str) -> Result:
    """What the readings of a bearing say."""
    return judge_run(
        run.warmth(place), run.ambient_c, limits_of(desk, place), run.greased.get(place)
    )


def verdicts_of(desk: Desk, run: Run, place: str) -> list[Verdict]:
    """Everything that is judged of a bearing in this run: warmth, purge, what is heard,
    vibration."""
    verdicts = []
    warm = judged(desk, run, place).verdict
    if warm is not None:
        verdicts.append(warm)
    greased = run.greased.get(place)
    if greased is not None:
        # New grease warms a bearing that is well: only what is read after it says how it settles,
        # and the last reading before it is what it has to come back to.
        before = [
            w.middle_c for w in run.warmth(place) if w.minutes <= greased and w.middle_c is not None
        ]
        after = [
            Warmth(w.minutes - greased, w.low_c, w.high_c, w.sure_k)
            for w in run.warmth(place)
            if w.minutes > greased
        ]
        verdicts.append(judge_purge(before[-1] if before else None, after, limits_of(desk, place)))
    reads = sorted(run.read.get(place, []), key=lambda read: read[0])
    if reads:
        # Warmth is judged over the whole run; a noise or a shake that went away is not heard now.
        # One that stopped the run has its alarm, which no later reading takes away.
        verdicts += [
            verdict
            for verdict in (heard(reads[-1][1].noise), shaken(reads[-1][1].vibration_mm_s))
            if verdict is not None
        ]
    return verdicts


def heard(noise: ev.Noise) -> Verdict | None:
    """What a noise says; None for an even one."""
    why: dict[ev.Noise, tuple[Level, str, str]] = {
        ev.Noise.CAGE: (
            Level.WATCH,
            "A cage that rattles: too little load or grease. Listen again when it is warm.",
            "",
        ),
        ev.Noise.DRY: (
            Level.WATCH,
            (
                "A squeal in the cold often goes with the first hour; one that stays means dry or"
                " rubbing. Look at the seals."
            ),
            "",
        ),
        ev.Noise.ROUGH: (
            Level.STOP,
            (
                "A rumble in a new bearing: dirt, or marks of the mounting. Stop and look before it"
                " spalls."
            ),
            RunCode.RUMBLES,
        ),
        ev.Noise.KNOCK: (
            Level.STOP,
            "A knock each turn: a damaged ring, something loose. Stop and look.",
            RunCode.KNOCKS,
        ),
    }
    found = why.get(noise)
    return (
        Verdict(f"it {noise.words}", found[0], found[1], code=found[2])
        if found is not None
        else None
    )


def shaken(vibration_mm_s: float | None) -> Verdict | None:
    """What a vibration says; None where it was not measured."""
    if vibration_mm_s is None:
        return None
    words = f"{vibration_mm_s:g} mm/s"
    if vibration_mm_s >= SHAKES_STOP:
        return Verdict(
            "shakes too much",
            Level.STOP,
            f"{words}: stop; foundation, balance, alignment.",
            code=RunCode.SHAKES_TOO_MUCH,
        )
    if vibration_mm_s >= SHAKES_LOOK:
        return Verdict(
            "shakes",
            Level.WATCH,
            f"{words}: what it was before the change tells whether it is the bearing.",
        )
    return Verdict("runs quietly", Level.GOOD, f"{words}.", code=RunCode.QUIET)


def next_asked(run: Run) -> float | None:
    """Minutes after the start at which every bearing is read next; None when the last was."""
    done = max((minutes for reads in run.read.values() for minutes, _ in reads), default=-1.0)
    return next((float(at) for at in ASKED_MIN if at > done + 2), None)
