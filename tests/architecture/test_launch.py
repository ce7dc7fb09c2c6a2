"""Starting and stopping as a person does: the address, a busy port, a clean end, data that stays."""

from __future__ import annotations

import json
import os
import re
import signal
import socket
import subprocess
import sys
import threading
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest
import yaml

from tribodex.launch.mariadb import free_port
from tribodex.launch.serve import import_plant

ROOT = Path(__file__).resolve().parents[2]
DEMO = yaml.safe_load((ROOT / "data" / "demo" / "hollin_vale.yaml").read_text("utf-8"))


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

    def __init__(self, root: Path, *arguments: str, **environment: str) -> None:
        code = "import sys, pathlib, tribodex.main as m; m.ROOT = pathlib.Path(sys.argv[1]); sys.exit(m.main(sys.argv[2:]))"
        self.process = subprocess.Popen(
            [sys.executable, "-u", "-c", code, str(root), *arguments],
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
            if "is at" in line:
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
    with urllib.request.urlopen(address, timeout=60) as answer:
        return json.load(answer)


@pytest.fixture
def root(tmp_path: Path) -> Iterator[Path]:
    """A checkout as far as the launcher sees it."""
    for name in ("data", "web"):
        (tmp_path / name).symlink_to(ROOT / name)
    return tmp_path


def test_the_demonstration_starts_on_another_port_keeps_its_data_and_ends_cleanly(root: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        busy = taken.getsockname()[1]
        first = Started(root, "demo", "--port", str(busy))
        address = first.address()
        assert f"Port {busy} is busy; taking" in first.text
        jobs = get(f"{address}/api/jobs")
        assert isinstance(jobs, list) and len(jobs) == len(DEMO["jobs"])
        assert {job["status"] for job in jobs} >= {"open", "stopped", "signed"}
        assert first.stop() == 0
    log = (root / ".run" / "demo" / "server.log").read_text()
    assert "Shutdown complete" in log
    assert not (root / ".run" / "demo" / "server.pid").exists()
    second = Started(root, "demo", "--port", str(free_port()))
    assert get(f"{second.address()}/api/jobs") == jobs
    assert "filling in" not in second.text
    assert second.stop() == 0


def test_serving_begins_empty_and_takes_a_plant(root: Path) -> None:
    port = str(free_port())
    empty = Started(root, "serve", TRIBODEX_PORT=port)
    address = empty.address()
    assert address.endswith(f":{port}") and "The plant is empty" in empty.text
    assert get(f"{address}/api/jobs") == []
    assert empty.stop() == 0
    assert import_plant(root, ROOT / "data" / "demo" / "hollin_vale.yaml") == 0
    filled = Started(root, "serve", TRIBODEX_PORT=str(free_port()))
    plant = get(f"{filled.address()}/api/plant")
    assert isinstance(plant, dict) and len(plant["machines"]) == len(DEMO["plant"]["machines"]) and len(plant["people"]) == 4
    assert get(f"{filled.address()}/api/jobs") == [], "no demonstration data"
    assert filled.stop() == 0


def test_the_launcher_names_its_commands() -> None:
    shown = subprocess.run([ROOT / "run"], capture_output=True, text=True, check=False)
    assert shown.returncode == 0
    for command in ("demo", "test", "check", "serve", "calc", "shots", "bench"):
        assert f"./run {command}" in shown.stdout
    assert subprocess.run([ROOT / "run", "nonsense"], capture_output=True, check=False).returncode == 2
