"""Stops logged faster than anybody walks are asked of the walker, before they stand in the record
as done.
"""

from __future__ import annotations

from datetime import timedelta

from tribodex.core.errors import Field
from tribodex.core.job.readback import ReadBack
from tribodex.core.job.topic import Desk
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.topics.stop import facts as ev

FIELD = "pace"
# So many stops within a minute, this one among them, nobody walks, greases and looks at (own
# choice).
HURRIED, WITHIN = 5, timedelta(minutes=1)
ASK = "I was at each of them"


def ask_if_hurried(desk: Desk, command: object) -> None:
    """Raises ReadBack where this would be the fifth stop within a minute, by the walker's own
    clock.
    """
    if not isinstance(command, cmd.DoStop) or desk.moment is None or desk.correcting:
        return
    others = {
        event.at
        for event in desk.log
        if isinstance(event.fact, ev.StopDone)
        and event.at != desk.at
        and abs(desk.moment - event.happened_at) < WITHIN
    }
    if len(others) + 1 < HURRIED:
        return
    words = (
        f"{len(others) + 1} stops within a minute: were you at each of them, and was it done there?"
    )
    raise ReadBack(
        words,
        Field(FIELD, words, "skip those that you were not at, with the reason", (ASK,), meant=True),
    )
