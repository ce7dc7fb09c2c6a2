"""What every request asks of a site, and what nearly never changes: kept for a moment, or for
good."""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence

from tribodex.store.repository import SqlStore
from tribodex.usecases.people.ports import PlantSite

# So long another worker may still hold what was set for a site a moment ago.
SITES_S = 2.0
MOST_JOBS = 20_000


class KnownSites:
    """Sites as they were a moment ago; to which one a job belongs, which never changes."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock = clock
        self._sites: tuple[float, Sequence[PlantSite]] | None = None
        self._jobs: dict[str, str] = {}

    def every(self, store: SqlStore) -> Sequence[PlantSite]:
        """Every site."""
        known, now = self._sites, self._clock()
        if known is None or now - known[0] > SITES_S:
            known = self._sites = now, store.who.sites()
        return known[1]

    def of_job(self, store: SqlStore, job_id: str) -> str | None:
        """The site of a job; None for one that is not known, which may be known the next moment."""
        found = self._jobs.get(job_id) or store.site_of(job_id)
        if found is not None:
            if len(self._jobs) >= MOST_JOBS:
                self._jobs.clear()
            self._jobs[job_id] = found
        return found

    def forget(self) -> None:
        """Something was set for a site."""
        self._sites = None
