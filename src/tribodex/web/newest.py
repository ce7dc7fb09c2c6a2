"""The newest entry of a job, asked by every open bench each second: answered from memory, before
anything else is woken.

However many benches are open, the database is asked once in a while for all of them together, by
whoever comes first; the others are told what is known until that answer is there. Measured in
`./run bench`.
"""

from __future__ import annotations

import re
import threading
import time
from collections.abc import Callable, Iterable, Mapping, Sequence
from typing import Any
from urllib.parse import parse_qs

from tribodex.web.hosts import name_of, names

# So old may an answer be: with the second between two questions, what others log shows within a
# second and a half.
FRESH_S = 0.3
# So long is somebody who looked at a job taken to look at it still, before that is asked again.
LOOKED_S, MOST_BENCHES = 3.0, 4000
# Jobs that nobody asked for so long are forgotten.
ASKED_S = 10.0
_ADDRESS = re.compile(r"^/api/jobs/([A-Za-z0-9-]{8,64})/newest$")
_HEADERS = [
    ("Cache-Control", "no-store"),
    ("X-Content-Type-Options", "nosniff"),
    ("Referrer-Policy", "no-referrer"),
]
Start = Callable[[str, list[tuple[str, str]]], Any]
Wsgi = Callable[[dict[str, Any], Start], Iterable[bytes]]


class Newest:
    """Numbers of the newest entries of the jobs that are looked at."""

    def __init__(
        self,
        read: Callable[[Sequence[str]], Mapping[str, int]],
        clock: Callable[[], float] = time.monotonic,
    ) -> None:
        self._read, self._clock = read, clock
        self._known: dict[str, int] = {}
        self._asked: dict[str, float] = {}
        self._read_at = float("-inf")
        self._reading = threading.Lock()

    def of(self, job_id: str) -> int | None:
        """The newest entry; None for a job that is not known. Raises whatever the database raises
        to whoever has to ask it.
        """
        self._asked[job_id] = self._clock()
        # Where somebody asks already, what is known is told; a job that is new here waits for its
        # first answer.
        if self._old(job_id) and self._reading.acquire(blocking=job_id not in self._known):
            try:
                if self._old(job_id):
                    self._refresh()
            finally:
                self._reading.release()
        return self._known.get(job_id)

    def _old(self, job_id: str) -> bool:
        return job_id not in self._known or self._clock() - self._read_at > FRESH_S

    def tell(self, job_id: str, seq: int) -> None:
        """An entry that this process stored: known at once."""
        if job_id in self._asked:
            self._known[job_id] = max(seq, self._known.get(job_id, 0))

    def _refresh(self) -> None:
        now = self._clock()
        wanted = [job for job, at in list(self._asked.items()) if now - at <= ASKED_S]
        found = self._read(wanted)
        self._asked = {job: at for job, at in list(self._asked.items()) if now - at <= ASKED_S}
        self._known = dict(found)
        self._read_at = now


class Benches:
    """Who looks at which job: by the cookies that a browser sends, as the application found it a
    moment ago.
    """

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock = clock
        self._seen: dict[tuple[str, str], float] = {}

    def tell(self, cookies: str, job_id: str) -> None:
        """The application let somebody look."""
        now = self._clock()
        if len(self._seen) > MOST_BENCHES:
            self._seen = {key: at for key, at in self._seen.items() if now - at <= LOOKED_S}
        self._seen[cookies, job_id] = now

    def may(self, cookies: str, job_id: str) -> bool:
        """Whether that was a moment ago: a session that ends, and rights that are taken, count from
        the next moment on.
        """
        return self._clock() - self._seen.get((cookies, job_id), float("-inf")) <= LOOKED_S


class NewestLane:
    """In front of the application: only this one question of somebody who may look, and only where
    its answer is known; all else goes on.
    """

    def __init__(self, app: Wsgi, newest: Newest, benches: Benches, hosts: Sequence[str]) -> None:
        self._app, self._newest, self._benches, self._hosts = app, newest, benches, names(hosts)

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        asked = (
            _ADDRESS.match(environ.get("PATH_INFO", ""))
            if environ.get("REQUEST_METHOD") == "GET"
            else None
        )
        host = name_of(environ.get("HTTP_HOST", ""))
        seen = parse_qs(environ.get("QUERY_STRING", "")).get("seen", ["0"])[0]
        known = asked is not None and self._benches.may(environ.get("HTTP_COOKIE", ""), asked[1])
        if (
            asked is None
            or not known
            or host not in self._hosts
            or not (seen.isascii() and seen.isdigit() and len(seen) <= 7)
        ):
            return self._app(environ, start)
        try:
            seq = self._newest.of(asked[1])
        except Exception:
            # The application says what is wrong with the database, as it does everywhere.
            return self._app(environ, start)
        if seq is None:
            return self._app(environ, start)
        if seq <= int(seen):
            start("204 No Content", _HEADERS)
            return [b""]
        body = b'{"seq":%d}' % seq
        start(
            "200 OK",
            [*_HEADERS, ("Content-Type", "application/json"), ("Content-Length", str(len(body)))],
        )
        return [body]
