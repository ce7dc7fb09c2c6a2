"""Counts of tries in the database, shared by every process: what is tried too often has to wait."""

from __future__ import annotations

import time
from collections.abc import Callable

from limits.storage import Storage
from sqlalchemy import Engine, case, delete, func, select
from sqlalchemy.dialects.mysql import insert as upsert
from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session

from tribodex.store.people_models import TryRow

MOST_KEY = 190
# So many wrong tries are slips; from then on each one doubles the wait (own choice, after what
# sign-in pages usually do).
SLIPS = 4
FIRST_WAIT_S, LONGEST_WAIT_S, FORGOTTEN_S = 30, 3600, 24 * 3600


class DatabaseCounts(Storage):
    """Fixed windows for the limiter of requests, in the table of tries."""

    STORAGE_SCHEME = ["tribodex"]  # noqa: RUF012 as the library declares it

    def __init__(
        self,
        uri: str | None = None,
        *,
        engine: Engine | None = None,
        clock: Callable[[], float] = time.time,
        **options: object,
    ) -> None:
        super().__init__(uri, wrap_exceptions=False)
        assert engine is not None  # it counts nowhere else
        self._engine, self._clock = engine, clock

    @property
    def base_exceptions(self) -> type[Exception] | tuple[type[Exception], ...]:
        """What may go wrong."""
        return SQLAlchemyError

    def incr(self, key: str, expiry: float, amount: int = 1) -> int:
        """Count, and how many there are in the window that runs."""
        now = self._clock()
        row = TryRow.__table__.c
        with Session(self._engine) as session:
            fresh = upsert(TryRow).values(key=key[:MOST_KEY], count=amount, ends_at=now + expiry)
            # The count first: it looks at the old end of the window.
            counted = case((row.ends_at < now, amount), else_=row.count + amount)
            session.execute(
                fresh.on_duplicate_key_update(
                    [
                        ("count", counted),
                        ("ends_at", case((row.ends_at < now, now + expiry), else_=row.ends_at)),
                    ]
                )
            )
            session.commit()
            return int(
                session.scalar(select(TryRow.count).where(TryRow.key == key[:MOST_KEY])) or 0
            )

    def get(self, key: str) -> int:
        """How many there are in the window that runs."""
        with Session(self._engine) as session:
            found = session.scalar(
                select(TryRow.count).where(
                    TryRow.key == key[:MOST_KEY], TryRow.ends_at >= self._clock()
                )
            )
        return found or 0

    def get_expiry(self, key: str) -> float:
        """When its window ends."""
        with Session(self._engine) as session:
            found = session.scalar(select(TryRow.ends_at).where(TryRow.key == key[:MOST_KEY]))
        return found or self._clock()

    def check(self) -> bool:
        """Whether the database answers."""
        try:
            with Session(self._engine) as session:
                session.execute(select(func.count()).select_from(TryRow))
        except SQLAlchemyError:
            return False
        return True

    def reset(self) -> int | None:
        """Forget everything."""
        with Session(self._engine) as session:
            session.execute(delete(TryRow))
            session.commit()
        return None

    def clear(self, key: str) -> None:
        """Forget one."""
        with Session(self._engine) as session:
            session.execute(delete(TryRow).where(TryRow.key == key[:MOST_KEY]))
            session.commit()


class WrongTries:
    """Wrong tries of a secret: the first few are slips, then each one doubles the wait."""

    def __init__(self, counts: DatabaseCounts, clock: Callable[[], float] = time.time) -> None:
        self._counts, self._clock = counts, clock

    def wait_s(self, key: str) -> int:
        """How long nobody may try this again (s)."""
        return (
            max(0, round(self._counts.get_expiry(f"wait:{key}") - self._clock()))
            if self._counts.get(f"wait:{key}")
            else 0
        )

    def wrong(self, key: str) -> int:
        """One more wrong try; how long to wait after it (s)."""
        count = self._counts.incr(f"wrong:{key}", FORGOTTEN_S)
        wait = (
            0
            if count <= SLIPS
            else int(min(FIRST_WAIT_S * 2 ** min(count - SLIPS - 1, 12), LONGEST_WAIT_S))
        )
        if wait:
            self._counts.clear(f"wait:{key}")
            self._counts.incr(f"wait:{key}", wait)
        return wait

    def clear(self, key: str) -> None:
        """It was right."""
        self._counts.clear(f"wrong:{key}")
        self._counts.clear(f"wait:{key}")
