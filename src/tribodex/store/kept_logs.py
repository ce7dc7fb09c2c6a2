"""Logs as they were read, kept between requests."""

from __future__ import annotations

import threading

from cachetools import LRUCache

from tribodex.core.job.facts import Event


class KeptLogs:
    """Logs as they were read, the most used ones, so many entries in all. Safe between threads."""

    def __init__(self, most: int) -> None:
        self._lock = threading.Lock()
        self._logs: LRUCache[tuple[int, str], tuple[Event, ...]] = LRUCache(most, getsizeof=len)

    def get(self, bind: object, job_id: str) -> tuple[Event, ...]:
        """What is kept of a job; empty when nothing is."""
        with self._lock:
            return self._logs.get((id(bind), job_id), ())

    def keep(self, bind: object, job_id: str, log: tuple[Event, ...]) -> None:
        """Keep a log in place of what was kept of it; one that is larger than all that is kept is
        not.
        """
        with self._lock:
            self._logs.pop((id(bind), job_id), None)
            if len(log) <= self._logs.maxsize:
                self._logs[id(bind), job_id] = log

    def drop(self, bind: object, job_id: str) -> None:
        """Forget a log."""
        with self._lock:
            self._logs.pop((id(bind), job_id), None)
