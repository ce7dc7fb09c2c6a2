"""An answer that is the same for everybody, kept as it was written until what it says changes;
whoever has it already is told so.
"""

from __future__ import annotations

import gzip
import hashlib
import threading
from collections.abc import Callable

from cachetools import LRUCache
from flask import Response, request


class KeptAnswers:
    """Answers in JSON by what was asked, those asked for last. Safe between threads."""

    MOST = 64

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._kept: LRUCache[str, tuple[str, bytes, bytes, str]] = LRUCache(self.MOST)

    def of(self, asked: str, mark: str, write: Callable[[], bytes]) -> Response:
        """The answer under a mark, written only where the mark is another one."""
        with self._lock:
            kept = self._kept.get(asked)
        if kept is None or kept[0] != mark:
            plain = write()
            kept = mark, plain, gzip.compress(plain, 6), hashlib.sha256(plain).hexdigest()[:32]
        with self._lock:
            self._kept[asked] = kept
        _, plain, packed, tag = kept
        headers = {"Cache-Control": "no-cache", "Vary": "Accept-Encoding"}
        if request.if_none_match.contains(tag):
            answer = Response(status=304, headers=headers)
        elif request.accept_encodings.quality("gzip"):
            answer = Response(
                packed,
                headers=headers | {"Content-Encoding": "gzip"},
                content_type="application/json",
            )
        else:
            answer = Response(plain, headers=headers, content_type="application/json")
        answer.set_etag(tag)
        return answer
