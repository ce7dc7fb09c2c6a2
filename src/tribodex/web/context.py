"""What views need from the application: reference, clock, store."""

from __future__ import annotations

import json
import threading
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, cast

from cachetools import LRUCache
from flask import Response, current_app, g, has_request_context
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from tribodex.store.repository import SqlStore
from tribodex.store.tries import DatabaseCounts, WrongTries
from tribodex.usecases.books import Reference
from tribodex.usecases.chain import LogKeys
from tribodex.usecases.crib import with_rows
from tribodex.usecases.due_stops import KeptPlan
from tribodex.usecases.people.hashes import Hashes
from tribodex.usecases.people.ports import Tries
from tribodex.usecases.people.provider import Provider
from tribodex.usecases.shape import Shape
from tribodex.web.kept_answer import KeptAnswers
from tribodex.web.known import KnownSites
from tribodex.web.newest import Benches, Newest

KEY = "tribodex"


# Threads that may wait for the database at once; the others stay free for pages, files and health.
DATABASE_SLOTS = 8
# When all of them wait and none has come back for this long, the database hangs: whoever comes is
# told so at once.
STALLED_SECONDS = 0.6
PATIENCE_SECONDS = 5.0


class KeptReferences:
    """The newest references by the mark of their rows: a tap reads a mark, not every row that was
    compared.
    """

    def __init__(self, most: int) -> None:
        self._kept: LRUCache[tuple[str, int, int], Reference] = LRUCache(most)
        self._lock = threading.Lock()

    def get(self, mark: tuple[str, int, int]) -> Reference | None:
        """What was kept under a mark."""
        with self._lock:
            return self._kept.get(mark)

    def __setitem__(self, mark: tuple[str, int, int], reference: Reference) -> None:
        with self._lock:
            self._kept[mark] = reference


class Slots:
    """Room for so many at the database. Raises DatabaseStalled when there is none and nobody comes
    back.
    """

    def __init__(self, count: int) -> None:
        self._free = threading.BoundedSemaphore(count)
        self._back = time.monotonic()

    def __enter__(self) -> None:
        begin = time.monotonic()
        while not self._free.acquire(timeout=0.05):
            now = time.monotonic()
            if (
                now - max(self._back, begin - STALLED_SECONDS / 2) > STALLED_SECONDS
                or now - begin > PATIENCE_SECONDS
            ):
                raise DatabaseStalled

    def __exit__(self, *_: object) -> None:
        self._back = time.monotonic()
        self._free.release()


class DatabaseStalled(Exception):
    """Everybody waits for the database."""


@dataclass(frozen=True)
class Context:
    """Made once, kept with the application."""

    reference: Reference
    engine: Engine
    now: Callable[[], datetime]
    keys: LogKeys | None = None
    hashes: Hashes = field(default_factory=Hashes)
    # The demonstration has people that are taken by one tap, without password or PIN; nothing else
    # has.
    one_tap: bool = False
    # The site's own sign-on, where it has one.
    provider: Provider | None = None
    benches: Benches = field(default_factory=Benches)
    sites: KnownSites = field(default_factory=KnownSites)
    # Tokens of the monitor that were right when the database could last be asked.
    counting: set[str] = field(default_factory=set)

    slots: Slots = field(default_factory=lambda: Slots(DATABASE_SLOTS))
    tries: Tries = field(init=False)
    counts: DatabaseCounts = field(init=False)
    choices: KeptAnswers = field(default_factory=KeptAnswers)
    plan: KeptPlan = field(default_factory=KeptPlan)
    newest: Newest = field(init=False)

    _known: list[str] = field(default_factory=list)
    _references: KeptReferences = field(default_factory=lambda: KeptReferences(32))

    def __post_init__(self) -> None:
        object.__setattr__(self, "newest", Newest(self._newest_entries))
        object.__setattr__(self, "counts", DatabaseCounts(engine=self.engine))
        object.__setattr__(self, "tries", WrongTries(self.counts))

    def _newest_entries(self, job_ids: Sequence[str]) -> Mapping[str, int]:
        with self.store(anybody=True) as store:
            return store.newest_entries(job_ids)

    def identity(self) -> str:
        """Which database this server keeps; asked once."""
        if not self._known:
            with self.store(anybody=True):
                pass
        return self._known[0]

    @property
    def identity_if_known(self) -> str | None:
        """The same without asking."""
        return self._known[0] if self._known else None

    def reference_of(self, store: SqlStore) -> Reference:
        """The reference as the site of a store has it: with the rows of tables that were compared
        with print there.
        """
        mark = store.row_mark()
        if mark[1] == 0:
            return self.reference
        found = self._references.get(mark)
        if found is None:
            found = self._references[mark] = with_rows(self.reference, store.row_items())
        return found

    @contextmanager
    def store(self, *, anybody: bool = False) -> Iterator[SqlStore]:
        """A store on a session of its own, of the site of whoever acts in this request. `anybody`:
        it is not known yet who that is.
        """
        acting = g.get("acting") if has_request_context() and not anybody else None
        with self.slots, Session(self.engine) as session:
            store = SqlStore(session, self.keys, acting)
            if not self._known:
                self._known.append(store.identity())
            yield store


def context() -> Context:
    """The application's context."""
    return cast(Context, current_app.extensions[KEY])


def reference_here() -> Reference:
    """The reference as the site of whoever acts has it, where nothing else is asked of the
    store."""
    here = context()
    with here.store() as store:
        return here.reference_of(store)


def reply(adapter: Shape[Any], value: Any, status: int = 200) -> Response:
    """A value as JSON, by the adapter that also gave its schema."""
    return Response(adapter.dump_json(value), status, content_type="application/json")


def reply_short(adapter: Shape[Any], value: Any, status: int = 200) -> Response:
    """As reply(), with numbers as long as a screen can show them: for what comes with every tap."""
    short = _short(adapter.dump_python(value, mode="json"))
    return Response(
        json.dumps(short, ensure_ascii=False, separators=(",", ":")),
        status,
        content_type="application/json",
    )


def _short(value: Any) -> Any:
    # Seven digits: a thousandth of a degree of turn, a thousandth of a micrometre of clearance.
    if isinstance(value, float):
        return float(f"{value:.7g}")
    if isinstance(value, dict):
        return {name: _short(inner) for name, inner in value.items()}
    return [_short(inner) for inner in value] if isinstance(value, list) else value
