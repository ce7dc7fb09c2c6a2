"""What must be shown of a first run, what it needs of all work before it, and what ends a stop
there.
"""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import AT_REST, RUNNING
from tribodex.core.job.expected import always, between
from tribodex.core.job.facts import GateConfirmed
from tribodex.core.job.needs import Need
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim, What, not_yet, worst
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.runin import commands as cmd
from tribodex.core.topics.runin import facts as ev
from tribodex.core.topics.runin.decide import STAGE, RunCode, verdicts_of
from tribodex.core.topics.runin.state import Run, RunIn
from tribodex.core.warmth.purge import PurgeCode
from tribodex.core.warmth.settling import WarmthCode
from tribodex.core.working import Level, Verdict

_ANEW = "Stop it, put it right, and run it in anew: a cooler or quieter reading is no answer."
ANSWERS: dict[str, AnsweredBy] = {
    RunCode.TURNS_THE_WRONG_WAY: AnsweredBy(
        (ev.DirectionBumped,),
        by_name=False,
        way="Leads changed by an electrician, then bumped again.",
    ),
    **again((*WarmthCode, *PurgeCode), ev.RunStarted, by_name=False, way=_ANEW),
    **again(
        (RunCode.RUMBLES, RunCode.KNOCKS, RunCode.SHAKES_TOO_MUCH),
        ev.RunStarted,
        by_name=False,
        way=_ANEW,
    ),
    ev.RunInCode.NOT_WELL: AnsweredBy(
        (ev.RunConcluded,), way="Run it in anew, and conclude it well."
    ),
}
_RUNS = (cmd.BumpDirection, cmd.StartRun)
GATED: dict[type, str] = dict.fromkeys(_RUNS, STAGE)
HELD: dict[type, str] = dict.fromkeys(_RUNS, STAGE)
_TURNS = "What turns before it is on, locked and closed comes apart."
NEEDS = (
    Need(What.ON, _RUNS, _TURNS),
    Need(What.LOCKED, _RUNS, _TURNS),
    Need(What.CLOSED, _RUNS, _TURNS),
    Need(
        What.CLEAR,
        _RUNS,
        "What is still in, loose or open now will be found by the machine, or by a hand.",
        life=True,
    ),
)
GATE = "ready_to_start"
MADE_BY: dict[type, type] = {ev.RunConcluded: cmd.ConcludeRun}


_AFTER = between(0.0, 3_000.0, "a first run is followed for hours, two days at most")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.StartRun, "ambient"): always(AT_REST),
    (cmd.ReadWarmth, "ambient"): always(AT_REST),
    (cmd.ReadWarmth, "temperature"): always(RUNNING),
    (cmd.ReadWarmth, "vibration"): between(
        0.0, 30.0, "above 11 mm/s a machine shakes itself apart"
    ),
    (cmd.ReadWarmth, "after"): _AFTER,
    (cmd.GreaseRunning, "after"): _AFTER,
}


def claims(desk: Desk, state: RunIn) -> tuple[Claim, ...]:
    """Ready, turns the right way, every bearing settles in this run, concluded."""
    made = [
        Claim(
            "runin.clear",
            "everything temporary out, guards on: confirmed",
            STAGE,
            SHAFT,
            (GateConfirmed,),
            GATE,
            what=What.CLEAR,
        ),
        Claim("runin.bumped", "turns the right way", STAGE, SHAFT, (ev.DirectionBumped,)),
    ]
    for place in desk.job.places:
        now = _settles(desk, state, state.run, place.id)
        name = f"{place.name}: " if len(desk.job.places) > 1 else ""
        words = f"{name}warmth, noise and vibration in the first run"
        made.append(
            Claim(
                "runin.settles",
                words,
                STAGE,
                place.id,
                (ev.WarmthRead,),
                place.id,
                (ev.RunStarted,),
                now=now,
            )
        )
    made.append(
        Claim(
            "runin.concluded",
            "first run concluded",
            STAGE,
            SHAFT,
            (ev.RunConcluded,),
            after=(ev.RunStarted,),
        )
    )
    return tuple(made)


def _settles(desk: Desk, state: RunIn, run: Run | None, place: str) -> Verdict | None:
    """What the readings of a bearing come to; what was concluded in words although it did not
    settle is a remark.
    """
    if run is None:
        return not_yet("It was not started yet.")
    verdict = worst(verdicts_of(desk, run, place))
    if verdict is not None and verdict.level is Level.UNKNOWN and state.concluded is not None:
        return Verdict("concluded in words", Level.WATCH, f"{verdict.word}; {state.concluded.text}")
    return verdict
