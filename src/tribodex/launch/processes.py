"""Processes that end with who started them, and are told apart from others that took their number
later.
"""

from __future__ import annotations

import ctypes
import json
import os
import resource
import signal
import time
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

_PR_SET_PDEATHSIG = 1
MANY_FILES = 65_536
_LIBC = ctypes.CDLL(None, use_errno=True)


def dies_with_parent(how: signal.Signals = signal.SIGKILL) -> Callable[[], None]:
    """What a child does first: ask the kernel for this signal when its parent ends, however that
    ends.
    """
    parent = os.getpid()

    def prepare() -> None:
        _LIBC.prctl(_PR_SET_PDEATHSIG, int(how))
        if os.getppid() != parent:  # it ended in between
            os._exit(1)

    return prepare


def still_with_parent(how: signal.Signals) -> None:
    """Ask again: the kernel forgets it where a process changes its account."""
    parent = os.getppid()
    _LIBC.prctl(_PR_SET_PDEATHSIG, int(how))
    if os.getppid() != parent or parent == 1:
        os._exit(1)


def many_files() -> None:
    """As many open files as this account may have: each connection is one."""
    soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    wanted = MANY_FILES if hard == resource.RLIM_INFINITY else min(MANY_FILES, hard)
    if soft == resource.RLIM_INFINITY or soft >= wanted:
        return
    resource.setrlimit(resource.RLIMIT_NOFILE, (wanted, hard))


def started_at(pid: int) -> int | None:
    """When a process began, in the kernel's ticks since boot; None when there is none, or it only
    waits to be noticed.
    """
    try:
        fields = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
    except OSError:
        return None
    return None if fields[0] in ("Z", "X") else int(fields[19])


@dataclass(frozen=True)
class Running:
    """A process by number and start, so that a later one with the same number is not taken for it;
    and where it can be reached.
    """

    pid: int
    started: int
    address: str = ""

    @classmethod
    def this(cls, address: str = "") -> Running:
        """The process that asks."""
        return cls(os.getpid(), started_at(os.getpid()) or 0, address)

    @property
    def alive(self) -> bool:
        """Whether it is still the one."""
        return started_at(self.pid) == self.started

    def end(self, seconds: float = 20.0) -> None:
        """Ask it to stop, and make it."""
        for how in (signal.SIGTERM, signal.SIGKILL):
            deadline = time.monotonic() + seconds
            while self.alive and time.monotonic() < deadline:
                try:
                    os.kill(self.pid, how)
                except ProcessLookupError:
                    return
                time.sleep(0.1)


def write_running(file: Path, running: Running) -> None:
    """Keep it beside what it serves."""
    file.parent.mkdir(parents=True, exist_ok=True)
    file.write_text(
        json.dumps({"pid": running.pid, "started": running.started, "address": running.address})
    )


def read_running(file: Path) -> Running | None:
    """Who wrote the file, if that still runs."""
    try:
        found = Running(**json.loads(file.read_text()))
    except (OSError, ValueError, TypeError):
        return None
    return found if found.alive else None
