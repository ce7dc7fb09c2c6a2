"""What must be shown of an insert that is replaced, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import Likely
from tribodex.core.job.expected import between
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.insert import commands as cmd
from tribodex.core.topics.insert import facts as ev
from tribodex.core.topics.insert.decide import STAGE, InsertCode
from tribodex.core.topics.insert.state import Insert
from tribodex.core.units.insert import InsertFitCode

_HOLE = (InsertFitCode.GUN_PUSHES_HARD, InsertFitCode.TOO_MANY_STROKES)
_CLOSED = (InsertFitCode.OLD_FITTING, InsertFitCode.IRON_NOT_KNOWN)
_SQUARE = (InsertFitCode.SWUNG_PAST, InsertCode.DOES_NOT_SWIVEL)
_ENTERED = [code for code in InsertFitCode if code not in (*_CLOSED, *_SQUARE, *_HOLE)]
ANSWERS: dict[str, AnsweredBy] = {
    **again(_ENTERED, ev.InsertEntered),
    **again(_SQUARE, ev.InsertCentred),
    **again(_CLOSED, ev.HoleClosed),
    # Easy strokes alone, or an insert that went in anew: a hole closed on it answers nothing.
    InsertFitCode.GUN_PUSHES_HARD: AnsweredBy(
        (ev.GreasedThroughHole, ev.InsertEntered), way="New fitting, hole cleared; then again."
    ),
    InsertFitCode.TOO_MANY_STROKES: AnsweredBy(
        (ev.InsertEntered,), way="Look at its seals, all round; accepted by name."
    ),
}
GATED: dict[type, str] = {cmd.TakeInsertOut: STAGE}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)


def _across(_: Desk, state: Insert, __: object) -> Likely | None:
    return (
        Likely(0.0, state.plan.outside_mm, "a face of the housing lies close beside the insert")
        if state.plan is not None
        else None
    )


def _circle(_: Desk, state: Insert, __: object) -> Likely | None:
    d = state.plan.outside_mm if state.plan is not None else None
    return (
        Likely(0.2 * d, 1.1 * d, "two spots lie on the face of the ring") if d is not None else None
    )


_STROKES = between(0, 20, "an insert gets a stroke or two")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.MeasureFitting, "to_marked"): _across,
    (cmd.MeasureFitting, "to_other"): _across,
    (cmd.CentreInsert, "first"): _across,
    (cmd.CentreInsert, "second"): _across,
    (cmd.CentreInsert, "circle"): _circle,
    (cmd.GreaseThroughHole, "strokes"): _STROKES,
    (cmd.GreaseThroughHole, "most"): _STROKES,
}


def claims(desk: Desk, state: Insert) -> tuple[Claim, ...]:
    """Old one out, new one in the right way round, square, its grease hole closed."""
    if state.plan is None:
        return ()
    at = desk.at
    shut = not_yet("Its plug is out.") if state.hole_step is not None else None
    return (
        Claim("insert.out", "old insert out", STAGE, at, (ev.OldInsertOut,), what=What.INSERT),
        Claim(
            "insert.entered",
            "new insert in, the right way round",
            STAGE,
            at,
            (ev.InsertEntered,),
            what=What.INSERT,
        ),
        Claim(
            "insert.centred",
            "square in its housing, and swivels",
            STAGE,
            at,
            (ev.InsertCentred,),
            after=(ev.InsertEntered,),
            what=What.INSERT,
        ),
        Claim(
            "insert.closed",
            "grease hole closed as it should be",
            STAGE,
            at,
            (ev.HoleClosed,),
            now=shut,
            what=What.INSERT,
        ),
    )
