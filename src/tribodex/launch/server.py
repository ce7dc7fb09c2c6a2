"""The web server as a process of its own."""

from __future__ import annotations

import os
import sys
import urllib.error
import urllib.request
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path

from tribodex.launch.accounts import give_to_web
from tribodex.launch.held import HeldProcess, in_address
from tribodex.launch.mariadb import free_port


def choose_port(wanted: int, say: Callable[[str], None]) -> int:
    """The wanted port, or another one with a word about it."""
    port = free_port(wanted)
    if port != wanted:
        say(f"Port {wanted} is busy; taking {port} instead.")
    return port


class WebServer(HeldProcess):
    """A master with workers on one address. `more`: further settings of the application by their
    names in the environment.
    """

    what = "The web server"

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
        more: Mapping[str, str] | None = None,
        waits: bool = False,
    ) -> None:
        self.address = (
            f"http://{'127.0.0.1' if host in ('0.0.0.0', '::') else in_address(host)}:{port}"
        )
        self._workers, self._keys = workers, keys
        give_to_web(root, keys)
        environment = {
            "TRIBODEX_DATABASE_URL": database_url,
            "TRIBODEX_DIST": str(root / "web" / "dist"),
            "TRIBODEX_HOSTS": hosts,
            "TRIBODEX_KEYS": str(keys),
            **(more or {}),
        }
        super().__init__((host, port), root, os.environ | environment, log, say, waits=waits)

    def let_in(self) -> None:
        """Keys that were made meanwhile are the web server's as well."""
        give_to_web(self._root, self._keys)
        super().let_in()

    def command(self, held: int, word: int | None) -> Sequence[str]:
        """The master, with the socket, how many workers, and where its word to begin comes from."""
        return [
            sys.executable,
            "-m",
            "tribodex.launch.web",
            str(held),
            str(self._workers),
            str(self._root),
            *([] if word is None else [str(word)]),
        ]

    def answers(self) -> bool:
        """Whether it and its database answer."""
        try:
            with urllib.request.urlopen(f"{self.address}/ready", timeout=30):
                return True
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            return False
