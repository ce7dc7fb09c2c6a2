"""PDFs are made in a process of their own: it can be slow, large or killed without holding anybody
up. What was made is kept for a while.
"""

from __future__ import annotations

import ctypes
import hashlib
import multiprocessing
import signal
import threading
from concurrent.futures import CancelledError, Future, ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool

from cachetools import LRUCache

from tribodex.core.errors import Busy
from tribodex.exchange.paper import pdf_of

# So many sheets may wait; after so many the process is made anew and gives its memory back.
MOST_WAITING, SHEETS_EACH = 6, 40
SECONDS = 60.0
STOPPING = "The server is being stopped: ask for this paper again in a moment."
KEPT_BYTES = 24 * 1024 * 1024


class Press:
    """Prints pages one after the other. The same page again comes from what is kept: it is known by
    its whole content.
    """

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._room = threading.BoundedSemaphore(MOST_WAITING)
        self._pool: ProcessPoolExecutor | None = None
        self._closed = False
        self._kept: LRUCache[str, bytes] = LRUCache(KEPT_BYTES, getsizeof=len)

    def pdf(self, html: str) -> bytes:
        """A page as PDF. Raises Busy when too many wait, or it takes too long."""
        name = hashlib.sha256(html.encode()).hexdigest()
        with self._lock:
            if (known := self._kept.get(name)) is not None:
                return known
        if not self._room.acquire(blocking=False):
            raise Busy("Too many papers are being printed at this moment: try again shortly.")
        try:
            made = self._print(html)
        finally:
            self._room.release()
        if len(made) <= KEPT_BYTES:
            with self._lock:
                self._kept[name] = made
        return made

    def _print(self, html: str) -> bytes:
        for last in (False, True):
            if self._closed:
                raise Busy(STOPPING)
            try:
                return self._submit(html).result(SECONDS)
            except (BrokenProcessPool, CancelledError):
                # The process was killed, or ran out of memory: once more in a new one.
                self._anew()
                if last:
                    raise Busy(
                        STOPPING
                        if self._closed
                        else "This paper could not be printed just now: try again shortly."
                    ) from None
            except TimeoutError:
                self._anew()
                raise Busy(
                    "This paper takes too long: try the short form, or again later."
                ) from None
        raise AssertionError("unreachable")

    def _submit(self, html: str) -> Future[bytes]:
        with self._lock:
            if self._pool is None:
                self._pool = ProcessPoolExecutor(
                    1,
                    multiprocessing.get_context("spawn"),
                    initializer=_ends_with_parent,
                    max_tasks_per_child=SHEETS_EACH,
                )
            return self._pool.submit(pdf_of, html)

    def close(self) -> None:
        """No paper any more: who waits for one is told so. For the end of the process."""
        self._closed = True
        self._anew()

    def _anew(self) -> None:
        with self._lock:
            pool, self._pool = self._pool, None
        if pool is not None:
            processes = list((getattr(pool, "_processes", None) or {}).values())
            pool.shutdown(wait=False, cancel_futures=True)
            for process in processes:
                process.kill()


def _ends_with_parent() -> None:
    ctypes.CDLL(None).prctl(1, int(signal.SIGKILL))
    signal.signal(signal.SIGINT, signal.SIG_IGN)


press = Press()
