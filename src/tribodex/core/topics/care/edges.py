"""What must be shown of a bearing that is given into keeping."""

from __future__ import annotations

from tribodex.core.job.proofs import Claim, not_yet
from tribodex.core.job.topic import Desk
from tribodex.core.schedule.due import CareKind
from tribodex.core.topics.care import facts as ev
from tribodex.core.topics.care.decide import STAGE
from tribodex.core.topics.care.show import due_of
from tribodex.core.topics.care.state import Keeping


def claims(desk: Desk, state: Keeping) -> tuple[Claim, ...]:
    """How it is kept is set; what is due once stands open until it is done."""
    made = [Claim("care.set", "when it is greased and looked at next", STAGE, desk.at, (ev.CareSet,))]
    for due in due_of(state):
        if due.kind is CareKind.STORED:
            words = f"{due.words}{f', by {due.day:%Y-%m-%d}' if due.day else ''}"
            made.append(Claim("care.stored", words, STAGE, desk.at, now=not_yet("stored"), due=True))
    return tuple(made)
