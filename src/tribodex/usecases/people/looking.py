"""Four eyes: each sees what changed since the other looked."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from functools import partial

from tribodex.usecases.jobs import Loaded
from tribodex.usecases.log_lines import LogLine, log_lines, unproven_marked
from tribodex.usecases.people.ports import Account, KeepsPeople, Looked

MOST_LINES = 50


@dataclass(frozen=True)
class LookedView:
    """Somebody else who looked at this job: how far, when, and what came since; `more` of it is in
    the log.
    """

    name: str
    seq: int
    at: datetime
    since: tuple[LogLine, ...]
    more: int


def look(store: KeepsPeople, loaded: Loaded, account: Account, seq: int, now: datetime) -> None:
    """Somebody has read the log so far; never further than it goes."""
    store.look(loaded.id, Looked(account.id, min(seq, loaded.job.last_seq), now))


def looked_views(store: KeepsPeople, loaded: Loaded, account: Account) -> tuple[LookedView, ...]:
    """Everybody else who looked, whoever looked last first."""
    who = {account.id: account.shown for account in store.accounts()}
    others = sorted(
        (one for one in store.looked(loaded.id) if one.account_id != account.id),
        key=lambda one: one.at,
        reverse=True,
    )
    return tuple(_view(store, loaded, who.get(other.account_id, ""), other) for other in others)


def _view(store: KeepsPeople, loaded: Loaded, name: str, looked: Looked) -> LookedView:
    count = loaded.job.last_seq - looked.seq
    lines = log_lines(loaded, newest=min(count, MOST_LINES)) if count else ()
    lines = unproven_marked(lines, partial(store.unproven, loaded.id))
    return LookedView(name, looked.seq, looked.at, lines, max(0, count - MOST_LINES))
