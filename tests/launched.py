"""The launcher as a person starts it: a command in a folder of its own, with what it says, ended
cleanly.
"""

from __future__ import annotations

import json
import os
import re
import signal
import subprocess
import sys
import threading
from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.visitor import at

ROOT = Path(__file__).resolve().parents[1]
RUNNING: list[subprocess.Popen[str]] = []


@pytest.fixture(autouse=True)
def nothing_is_left_running() -> Iterator[None]:
    """A test that fails half way leaves no server behind."""
    yield
    while RUNNING:
        process = RUNNING.pop()
        if process.poll() is None:
            process.terminate()
            process.wait(timeout=240)


class Started:
    """A command of the launcher in a folder of its own, with what it says."""

    def __init__(
        self,
        root: Path,
        *arguments: str,
        python: str = sys.executable,
        command: list[str] | None = None,
        **environment: str,
    ) -> None:
        code = (
            "import sys, pathlib, tribodex.main as m; m.ROOT = pathlib.Path(sys.argv[1]);"
            " sys.exit(m.main(sys.argv[2:]))"
        )
        self.process = subprocess.Popen(
            command or [python, "-u", "-c", code, str(root), *arguments],
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            env=os.environ | environment,
            start_new_session=True,
        )
        RUNNING.append(self.process)
        self.said: list[str] = []
        self._ready = threading.Event()
        threading.Thread(target=self._listen, daemon=True).start()

    def _listen(self) -> None:
        assert self.process.stdout
        for line in self.process.stdout:
            self.said.append(line)
            # “it is at work” is no address.
            if "http://" in line:
                self._ready.set()
        self._ready.set()

    @property
    def text(self) -> str:
        return "".join(self.said)

    def address(self) -> str:
        assert self._ready.wait(240), self.text
        found = re.search(r"http://\S+", self.text)
        assert found, self.text
        return found[0]

    def stop(self) -> int:
        self.process.send_signal(signal.SIGINT)
        return self.process.wait(240)


def get(address: str) -> object:
    with at(address).open(address) as answer:
        return json.load(answer)


@pytest.fixture
def root(tmp_path: Path) -> Iterator[Path]:
    """A checkout as far as the launcher sees it."""
    for name in ("data", "web"):
        (tmp_path / name).symlink_to(ROOT / name)
    return tmp_path
