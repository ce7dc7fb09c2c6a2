"""What must be shown at a stop of a round, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import RUNNING, Likely
from tribodex.core.job.expected import always
from tribodex.core.job.proofs import Claim, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.topics.stop import facts as ev
from tribodex.core.topics.stop.decide import STAGE, StopCode
from tribodex.core.topics.stop.state import Stop
from tribodex.core.units.insert import InsertFitCode
from tribodex.core.working import Level

# What was given cannot be taken back: said again it is a correction, or a name takes it on.
ANSWERS: dict[str, AnsweredBy] = again(
    (*StopCode, InsertFitCode.GUN_PUSHES_HARD),
    way="Tell who runs it; it is accepted by name, or corrected where it was misread.",
)


def _strokes(desk: Desk, state: Stop, command: cmd.DoStop) -> Likely | None:
    asked = state.plan.strokes if state.plan is not None else None
    return Likely(0.0, asked * 4.0, f"{asked} strokes are due") if asked else None


def _into_seals(desk: Desk, state: Stop, command: cmd.DoStop) -> Likely | None:
    last = state.plan.seal_strokes if state.plan is not None else None
    return (
        Likely(0.0, last * 4.0, f"they took {last} last time")
        if last
        else Likely(0.0, 300.0, "a labyrinth is purged with some dozen strokes")
    )


def _meter(desk: Desk, state: Stop, command: cmd.DoStop) -> Likely | None:
    """What it showed last and what can have run since; nothing where nobody read it before."""
    if command.meter_old.strip():
        return Likely(0.0, 1000.0, "a new meter begins near nothing")
    return _counted(state)


def _old_meter(desk: Desk, state: Stop, command: cmd.DoStop) -> Likely | None:
    return _counted(state)


def _counted(state: Stop) -> Likely | None:
    plan = state.plan
    if plan is None or plan.meter_h is None:
        return None
    # A round is done some weeks after it was opened, at most.
    days = (
        (plan.opened_on - plan.meter_on).days + 60
        if plan.opened_on is not None and plan.meter_on is not None
        else 3650
    )
    return Likely(plan.meter_h, plan.meter_h + 24.0 * days, f"it showed {plan.meter_h:g} h last")


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.DoStop, "strokes"): _strokes,
    (cmd.DoStop, "seal_strokes"): _into_seals,
    (cmd.DoStop, "temperature"): always(RUNNING),
    (cmd.DoStop, "meter"): _meter,
    (cmd.DoStop, "meter_old"): _old_meter,
}


def claims(desk: Desk, state: Stop) -> tuple[Claim, ...]:
    """Done, or skipped with the reason; what was found stays due."""
    plan = state.plan
    if plan is None:
        return ()
    at, where = desk.at, f"{plan.machine}, {plan.position}"
    made = [Claim("stop.done", "done, or skipped", STAGE, at, (ev.StopDone, ev.StopSkipped))]
    if state.skipped is not None and state.done is None:
        made.append(
            Claim(
                "stop.skipped",
                f"{where}: skipped, {state.skipped.reason}",
                STAGE,
                at,
                now=not_yet("skipped"),
                due=True,
            )
        )
    found = state.done.verdicts if state.done is not None else ()
    made += [
        Claim(
            "stop.found",
            f"{where}: {verdict.word}. {verdict.reason}",
            STAGE,
            at,
            now=not_yet(verdict.word),
            due=True,
        )
        for verdict in found
        if verdict.level is Level.WATCH
    ]
    return tuple(made)
