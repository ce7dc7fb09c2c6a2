"""Logs as they were read, kept between requests."""

from __future__ import annotations

import threading
from collections import OrderedDict

from tribodex.core.job.facts import Event


class KeptLogs:
    """Logs as they were read, the most used ones, so many entries in all. Safe between threads."""

    def __init__(self, most: int) -> None:
        self._most, self._entries = most, 0
        self._lock = threading.Lock()
        self._logs: OrderedDict[tuple[int, str], tuple[Event, ...]] = OrderedDict()

    def get(self, bind: object, job_id: str) -> tuple[Event, ...]:
        """What is kept of a job; empty when nothing is."""
        with self._lock:
            found = self._logs.get((id(bind), job_id), ())
            if found:
                self._logs.move_to_end((id(bind), job_id))
            return found

    def keep(self, bind: object, job_id: str, log: tuple[Event, ...]) -> None:
        """Keep a log in place of what was kept of it."""
        with self._lock:
            self._entries += len(log) - len(self._logs.pop((id(bind), job_id), ()))
            self._logs[id(bind), job_id] = log
            while self._entries > self._most and self._logs:
                self._entries -= len(self._logs.popitem(last=False)[1])

    def drop(self, bind: object, job_id: str) -> None:
        """Forget a log."""
        with self._lock:
            self._entries -= len(self._logs.pop((id(bind), job_id), ()))
