"""Who started the servers watches them: what ends is started again, and there is never a second
launcher on one folder.
"""

from __future__ import annotations

import signal
import threading
import time
from collections.abc import Callable
from contextlib import AbstractContextManager
from pathlib import Path
from types import FrameType, TracebackType
from typing import Self

from tribodex.launch.front import TlsFront
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.launch.processes import Running, read_running, started_at, write_running
from tribodex.launch.server import WebServer

LOOK_SECONDS, DAY_SECONDS = 0.3, 24 * 3600
# Something that ends at once, again and again, is started less and less often.
FIRST_PAUSE, LONGEST_PAUSE, STEADY_SECONDS = 0.5, 30.0, 60.0


def say(text: str) -> None:
    """A line of progress."""
    print(text, flush=True)


class AlreadyRunning(Exception):
    """Another launcher serves this folder."""

    def __init__(self, other: Running) -> None:
        super().__init__(other.address)
        self.other = other


class Claim(AbstractContextManager["Claim"]):
    """This launcher's name on a folder. A launcher that was killed leaves its name and perhaps its
    servers: they are cleared away.

    Raises AlreadyRunning where the other one lives.
    """

    def __init__(self, folder: Path) -> None:
        self._file, self._web = folder / "launcher.json", folder / "web.json"

    def __enter__(self) -> Self:
        other = read_running(self._file)
        if other is not None:
            raise AlreadyRunning(other)
        orphan = read_running(self._web)
        if orphan is not None:
            say("  a web server of an earlier start was left behind: ending it")
            orphan.end()
        write_running(self._file, Running.this())
        return self

    def serves(self, server: WebServer, address: str = "") -> None:
        """Keep where it is (`address`, where that is a door before it), and which process
        serves."""
        write_running(self._file, Running.this(address or server.address))
        write_running(self._web, Running(server.pid, started_at(server.pid) or 0, server.address))

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self._file.unlink(missing_ok=True)
        self._web.unlink(missing_ok=True)


class _Patience:
    """How long to wait before something is started again."""

    def __init__(self) -> None:
        self._pause, self._last = FIRST_PAUSE, 0.0

    def due(self) -> bool:
        """Whether it is time; if so the next time is further away."""
        now = time.monotonic()
        if now - self._last > STEADY_SECONDS:
            self._pause = FIRST_PAUSE
        if now - self._last < self._pause:
            return False
        self._last, self._pause = now, min(2 * self._pause, LONGEST_PAUSE)
        return True


def watch(
    server: WebServer,
    database: LocalMariaDB | None,
    claim: Claim | None = None,
    door: TlsFront | None = None,
    daily: Callable[[], None] = lambda: None,
) -> int:
    """Say where it is, and watch until Ctrl-C or a stop signal: database, web server and door are
    started again when they end.

    `daily` is done once a day.
    """
    stopped = threading.Event()

    def stop(_signal: int, _frame: FrameType | None) -> None:
        stopped.set()

    for name in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(name, stop)
    # Only now: whoever reads the address may stop it at once.
    address = door.address if door is not None else server.address
    say(f"\n  Tribodex is at  {address}\n  Stop with Ctrl-C.\n")
    of_database, of_server, of_door = _Patience(), _Patience(), _Patience()
    day = time.time() // DAY_SECONDS
    while not stopped.wait(LOOK_SECONDS):
        if database is not None and not database.alive() and of_database.due():
            _again("database", database.start)
        if not server.alive() and of_server.due():
            _again("web server", server.restart)
            if claim is not None:
                claim.serves(server, address)
        if door is not None and not door.alive() and of_door.due():
            _again("door to the network", door.restart)
        if time.time() // DAY_SECONDS != day:
            day = time.time() // DAY_SECONDS
            try:
                daily()
            except (OSError, ValueError) as error:
                say(f"What is done each day could not be done: {error}")
    return 0


def _again(what: str, start: Callable[[], None]) -> None:
    say(f"The {what} ended by itself: starting it again …")
    try:
        start()
    except (OSError, RuntimeError) as error:
        say(f"  {error}")
    else:
        say(f"  the {what} is there again")
