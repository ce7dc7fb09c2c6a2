"""A tap on a screen that somebody else's entry had overtaken is asked back: both may have logged
the same turn.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from tribodex.core.errors import Field
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.places import SHAFT
from tribodex.core.job.readback import ReadBack
from tribodex.core.job.tell import tell
from tribodex.core.job.topic import House

FIELD = "seen"
ASK = "Log mine as well"
# Remarks and points are nobody's measured work: two of them are two.
_REMARKS = (cmd.AddNote, cmd.OpenPoint, cmd.ClosePoint, cmd.Undo)
_REMARKED = (facts.NoteAdded, facts.PointOpened, facts.PointClosed)


def ask_if_behind(
    house: House,
    log: Sequence[facts.Event],
    at: str,
    command: object,
    actor: str,
    *,
    seen: int,
    now: datetime,
) -> None:
    """Raises ReadBack where somebody else logged at the same place after what the screen showed.
    `seen`: the last entry it showed.
    """
    if isinstance(command, _REMARKS):
        return
    others = [
        event
        for event in log
        if event.seq > seen
        and event.actor != actor.strip()
        and (SHAFT in (at, event.at) or event.at == at)
        and not isinstance(event.fact, _REMARKED)
    ]
    if not others:
        return
    last = others[-1]
    words = (
        f"{last.actor} logged {_ago((now - last.recorded_at).total_seconds())}:"
        f" {tell(house, last.fact)} Your screen did not show it yet."
    )
    raise ReadBack(
        words,
        Field(
            FIELD,
            words,
            "yours again where it is another one; leave it where it is the same",
            (ASK,),
            meant=True,
        ),
    )


def _ago(seconds: float) -> str:
    """How long ago, in words.

    >>> _ago(9.6), _ago(1), _ago(150)
    ('10 seconds ago', 'just now', '2 minutes ago')
    """
    if seconds < 2:
        return "just now"
    return f"{seconds:.0f} seconds ago" if seconds < 100 else f"{seconds // 60:.0f} minutes ago"
