"""Tests that kill, cut and crowd run while no test of another server does: those share a lock,
these have it to themselves.
"""

from __future__ import annotations

import fcntl
import hashlib
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import IO

ROOT = Path(__file__).resolve().parents[1]
_NAME = hashlib.sha256(str(ROOT).encode()).hexdigest()[:12]
# Whoever has a server of his own to be disturbed; the web application without a network has its
# database.
SERVERS = frozenset({"database", "engine", "site", "served", "demo_database"})


def _file(name: str) -> IO[str]:
    return (Path(tempfile.gettempdir()) / f"tribodex-tests-{_NAME}.{name}").open("w")


@contextmanager
def beside_others() -> Iterator[None]:
    """One of many. Who waits to be alone is let in first: past the door nobody new comes while it
    is shut.
    """
    with _file("door") as door, _file("lock") as lock:
        fcntl.flock(door, fcntl.LOCK_EX)
        fcntl.flock(lock, fcntl.LOCK_SH)
        fcntl.flock(door, fcntl.LOCK_UN)
        yield


@contextmanager
def alone() -> Iterator[None]:
    """The only one."""
    with _file("door") as door, _file("lock") as lock:
        fcntl.flock(door, fcntl.LOCK_EX)
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield
