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
    ) -> None:
        self.address = (
            f"http://{'127.0.0.1' if host in ('0.0.0.0', '::') else in_address(host)}:{port}"
        )
        self._workers = workers
        give_to_web(root, keys)
        environment = {
            "TRIBODEX_DATABASE_URL": database_url,
            "TRIBODEX_DIST": str(root / "web" / "dist"),
            "TRIBODEX_HOSTS": hosts,
            "TRIBODEX_KEYS": str(keys),
            **(more or {}),
        }
        super().__init__((host, port), root, os.environ | environment, log, say)

    def command(self, held: int) -> Sequence[str]:
        """The master, with the socket and how many workers."""
        return [
            sys.executable,
            "-m",
            "tribodex.launch.web",
            str(held),
            str(self._workers),
            str(self._root),
        ]

    def answers(self) -> bool:
        """Whether it and its database answer."""
        try:
            with urllib.request.urlopen(f"{self.address}/ready", timeout=30):
                return True
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            return False
