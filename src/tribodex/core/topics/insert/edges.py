"""What must be shown of an insert that is replaced, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.expected import by_size
from tribodex.core.job.proofs import Claim, What
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.insert import commands as cmd
from tribodex.core.topics.insert import facts as ev
from tribodex.core.topics.insert.decide import STAGE, InsertCode
from tribodex.core.topics.insert.state import Insert
from tribodex.core.units.insert import InsertFitCode

_CLOSED = (InsertFitCode.OLD_FITTING, InsertFitCode.IRON_NOT_KNOWN)
_SQUARE = (InsertFitCode.SWUNG_PAST, InsertCode.DOES_NOT_SWIVEL)
_ENTERED = [code for code in InsertFitCode if code not in (*_CLOSED, *_SQUARE)]
ANSWERS: dict[str, AnsweredBy] = {
    **again(_ENTERED, ev.InsertEntered),
    **again(_SQUARE, ev.InsertCentred),
    **again(_CLOSED, ev.HoleClosed),
}
GATED: dict[type, str] = {cmd.TakeInsertOut: STAGE}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)
_ACROSS = by_size("width_mm", 0.0, 2.5, "a face of the housing lies close beside the insert")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.MeasureFitting, "to_marked"): _ACROSS,
    (cmd.MeasureFitting, "to_other"): _ACROSS,
    (cmd.CentreInsert, "first"): _ACROSS,
    (cmd.CentreInsert, "second"): _ACROSS,
    (cmd.CentreInsert, "circle"): by_size("outside_mm", 0.2, 1.1, "two spots lie on the face of the ring"),
}


def claims(desk: Desk, state: Insert) -> tuple[Claim, ...]:
    """Old one out, new one in the right way round, square, its grease hole closed."""
    if state.plan is None:
        return ()
    at = desk.at
    return (
        Claim("insert.out", "old insert out", STAGE, at, (ev.OldInsertOut,), what=What.INSERT),
        Claim("insert.entered", "new insert in, the right way round", STAGE, at, (ev.InsertEntered,), what=What.INSERT),
        Claim("insert.centred", "square in its housing, and swivels", STAGE, at, (ev.InsertCentred,), after=(ev.InsertEntered,), what=What.INSERT),
        Claim("insert.closed", "grease hole closed as it should be", STAGE, at, (ev.HoleClosed,), what=What.INSERT),
    )
