"""The web server as a process of its own, at an address that outlives it."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import urllib.error
import urllib.request
from collections.abc import Callable
from pathlib import Path

from tribodex.launch.processes import dies_with_parent
from tribodex.launch.waiting import NotUp, end_of, wait_until

WAITING = 256


class WebServer:
    """A master with workers on one address. The address is held here: while the server is started anew, browsers wait and lose nothing."""

    def __init__(
        self,
        root: Path,
        database_url: str,
        host: str,
        port: int,
        *,
        keys: Path,
        hosts: str = "",
        workers: int = 2,
        log: Path | None = None,
        say: Callable[[str], None] | None = None,
    ) -> None:
        self.address = f"http://{'127.0.0.1' if host in ('0.0.0.0', '::') else host}:{port}"
        self._environment = os.environ | {
            "TRIBODEX_DATABASE_URL": database_url,
            "TRIBODEX_DIST": str(root / "web" / "dist"),
            "TRIBODEX_HOSTS": hosts,
            "TRIBODEX_KEYS": str(keys),
        }
        self._root, self._workers, self._log, self._say = root, workers, log, say
        self._listening = socket.create_server((host, port), family=socket.AF_INET6 if ":" in host else socket.AF_INET, backlog=WAITING)
        self._process = self._start()

    @property
    def pid(self) -> int:
        """The master's number."""
        return self._process.pid

    def restart(self) -> None:
        """Start it anew at the same address."""
        self.kill()
        self._process = self._start()

    def wait_ready(self) -> None:
        """Wait until it answers. Raises NotUp, in words, when it does not."""
        try:
            wait_until("The web server", self._process.pid, self._answers, self.alive, self._say)
        except NotUp as error:
            self.stop()
            raise NotUp(f"{error}{self.last_words()}") from None

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/ready", timeout=30):
                return True
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            return False

    def last_words(self) -> str:
        """The end of what it wrote, where that was kept in a file; else it stands on the terminal already."""
        return f" What it wrote last:\n{end_of(self._log)}" if self._log is not None else ""

    def alive(self) -> bool:
        """Whether it runs."""
        return self._process.poll() is None

    def stop(self) -> None:
        """End it after the requests under way, and give the address up."""
        if self.alive():
            self._process.terminate()
            try:
                self._process.wait(timeout=15)
            except subprocess.TimeoutExpired:
                self._process.kill()
                self._process.wait()
        self._listening.close()

    def kill(self) -> None:
        """End the whole group without a word; the address stays."""
        if self.alive():
            os.killpg(self._process.pid, signal.SIGKILL)
        self._process.wait()

    def _start(self) -> subprocess.Popen[bytes]:
        output = self._log.open("ab") if self._log is not None else None
        held = self._listening.fileno()
        try:
            return subprocess.Popen(
                [sys.executable, "-m", "tribodex.launch.web", str(held), str(self._workers)],
                env=self._environment,
                cwd=self._root,
                stdout=output,
                stderr=output,
                start_new_session=True,
                pass_fds=(held,),
                preexec_fn=dies_with_parent(signal.SIGTERM),
            )
        finally:
            if output is not None:
                output.close()
