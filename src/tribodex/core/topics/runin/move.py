"""What to do next while a machine runs in, and the word it ends with."""

from __future__ import annotations

from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.topics.runin.decide import RunCode, next_asked, verdicts_of
from tribodex.core.topics.runin.moves import RuninDo as Do
from tribodex.core.topics.runin.state import Run, RunIn
from tribodex.core.working import Level, Verdict

RELEASE = (
    "The responsible person releases it by the rules of the site; nobody reaches behind a guard to"
    " read."
)


def move(desk: Desk, state: RunIn) -> Move:
    """What to do next."""
    if state.concluded is not None and state.concluded.well:
        return Move(
            Ask.NOTHING,
            "It ran in well",
            state.concluded.text or "What was read stands in the record.",
        )
    if state.bumped is None or not state.bumped.right:
        if state.bumped is not None:
            return stopped_by(Do.BUMP_DIRECTION, state.bumped.verdict, RELEASE)
        return Move(
            Do.BUMP_DIRECTION,
            "Bump it: does it turn the right way?",
            "Before guards are trusted and couplings loaded.",
            RELEASE,
        )
    run = state.run
    if run is None or run.stopped:
        return _start(state, run)
    return _read(desk, state, run)


def _start(state: RunIn, run: Run | None) -> Move:
    if state.concluded is not None:
        return Move(
            Do.START_RUN,
            "Concluded: not well",
            f"{state.concluded.text}. When it is put right, start again.",
            RELEASE,
        )
    if run is None:
        return Move(
            Do.START_RUN,
            "Start it, and read how warm it is around the machine",
            "The clock of the readings begins with the start.",
            RELEASE,
        )
    why = (
        f"Stopped: {run.stopped}. Readings of another run begin anew; a warm machine starts from"
        " where it stands."
    )
    return Move(
        Do.START_RUN, "Start it again", why, "A stop is a new isolation before anything is touched."
    )


def _read(desk: Desk, state: RunIn, run: Run) -> Move:
    found = [
        (place, verdict)
        for place in desk.job.places
        for verdict in verdicts_of(desk, run, place.id)
    ]
    stop = next(((place, verdict) for place, verdict in found if verdict.level is Level.STOP), None)
    if stop is not None:
        return Move(
            Do.STOP_RUN,
            f"{stop[0].name}, {stop[1].word}",
            stop[1].reason,
            "Stop it, isolate it, let it cool before a hand goes near.",
        )
    if state.concluded is not None:
        return Move(
            Do.STOP_RUN,
            "Concluded: not well",
            f"{state.concluded.text}. Stop it, and put it right.",
        )
    unread = [place.name for place in desk.job.places if not run.read.get(place.id)]
    settled = not unread and all(verdict.level is Level.GOOD for _, verdict in found)
    if settled:
        words = "; ".join(
            f"{place.name}: {verdict.word}" for place, verdict in found if _of_warmth(verdict)
        )
        return Move(Do.CONCLUDE_RUN, "Everything settles: conclude", f"{words}.")
    asked = next_asked(run)
    watch = next(
        (
            f"{place.name}, {verdict.word}: {verdict.reason}"
            for place, verdict in found
            if verdict.level is Level.WATCH
        ),
        "",
    )
    if asked is None and not unread:
        return Move(
            Do.CONCLUDE_RUN,
            "Read long enough: conclude in words",
            watch or "Not settled by the readings: say why it may stay so, or read on.",
        )
    when = "now" if not asked else f"{asked:.0f} min after the start"
    who = ", ".join(unread) if unread else "every bearing"
    unsure = next(
        (
            f"{place.name}: {v.reason}"
            for place, v in found
            if v.level is Level.UNKNOWN and run.read.get(place.id)
        ),
        "",
    )
    why = (
        watch
        or unsure
        or "On the housing, over the loaded zone; listen with a rod; note what is heard."
    )
    return Move(Do.READ_WARMTH, f"Read {who}: {when}", why, RELEASE)


def _of_warmth(verdict: Verdict) -> bool:
    return verdict.code != RunCode.QUIET
