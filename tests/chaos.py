"""Trouble by a seed: a server as a person starts it, devices that tap through it all, and something that breaks every few seconds."""

from __future__ import annotations

import contextlib
import json
import os
import random
import signal
import socket
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from tests.launched import Started, get
from tribodex.launch.processes import read_running

PLAN = {"designation": "22218 K C3", "shaft": "80 mm", "feeler_id": "fs-m1"}
# Answers that a device waits behind, each in words; anything else is no truth about trouble.
PATIENCE = (503, 504, 507)


class Cable:
    """Between devices and the server: it can be cut, and it can be slow."""

    def __init__(self, port: int) -> None:
        self._behind, self._listening = port, socket.create_server(("127.0.0.1", 0), backlog=64)
        self.port = int(self._listening.getsockname()[1])
        self.wait_s, self._open = 0.0, set[socket.socket]()
        threading.Thread(target=self._accept, daemon=True).start()

    def cut(self) -> None:
        """Every connection ends in the middle of what it says."""
        for one in list(self._open):
            with contextlib.suppress(OSError):
                one.shutdown(socket.SHUT_RDWR)

    def close(self) -> None:
        self._listening.close()
        self.cut()

    def _accept(self) -> None:
        with contextlib.suppress(OSError):
            while True:
                client, _ = self._listening.accept()
                threading.Thread(target=self._carry, args=(client,), daemon=True).start()

    def _carry(self, client: socket.socket) -> None:
        with contextlib.suppress(OSError), client, socket.create_connection(("127.0.0.1", self._behind), 30) as inner:
            self._open |= {client, inner}
            back = threading.Thread(target=self._copy, args=(inner, client), daemon=True)
            back.start()
            self._copy(client, inner)
            back.join(30)
            self._open -= {client, inner}

    def _copy(self, source: socket.socket, to: socket.socket) -> None:
        with contextlib.suppress(OSError):
            while block := source.recv(600):
                time.sleep(self.wait_s)
                to.sendall(block)
        with contextlib.suppress(OSError):
            to.shutdown(socket.SHUT_WR)


@dataclass
class Device:
    """Taps one note after the other; each again, under its id, until it is acknowledged. `untrue`: answers that no device should get."""

    name: str
    address: str
    job: str
    rng: random.Random
    acknowledged: list[str] = field(default_factory=list)
    untrue: list[str] = field(default_factory=list)
    tries: int = 0

    def work(self, stopped: threading.Event) -> None:
        number = 0
        while not stopped.is_set():
            number += 1
            # A device's clock may be anywhere.
            at = datetime.now(UTC) + timedelta(days=self.rng.choice((0, 0, 0, -400, 400)), seconds=self.rng.uniform(-5, 5))
            body = {
                "client_event_id": f"{self.name}-{number:06d}",
                "actor": self.name,
                "happened_at": at.isoformat(),
                "command": {"kind": "add_note", "text": f"{self.name} says {number}"},
            }
            while not self._sent(body):
                if stopped.wait(0.2):
                    return

    def _sent(self, body: dict[str, Any]) -> bool:
        self.tries += 1
        try:
            answer = post(f"{self.address}/api/jobs/{self.job}/taps", body)
        except urllib.error.HTTPError as error:
            said = error.read().decode(errors="replace")
            if error.code not in PATIENCE or "problem+json" not in error.headers.get("Content-Type", "") or not json.loads(said).get("title"):
                self.untrue.append(f"{error.code}: {said[:300]}")
            return False
        except (OSError, ValueError, urllib.error.URLError):
            return False
        if not isinstance(answer, dict) or not isinstance(answer.get("last_seq"), int):
            self.untrue.append(f"200: {str(answer)[:200]}")
            return False
        self.acknowledged.append(body["client_event_id"])
        return True


def post(address: str, body: dict[str, Any]) -> Any:
    asked = urllib.request.Request(address, json.dumps(body).encode(), {"Content-Type": "application/json"}, method="POST")
    with urllib.request.urlopen(asked, timeout=15) as answer:
        return json.load(answer)


@dataclass
class Site:
    """A started server with everything that can be broken."""

    started: Started
    address: str
    folder: Path
    cable: Cable
    rng: random.Random
    done: list[str] = field(default_factory=list)

    def break_something(self) -> None:
        """One fault, chosen by the seed."""
        fault: Callable[[], None] = self.rng.choice(
            (self.kill_worker, self.kill_web_server, self.kill_database, self.stop_database, self.stop_worker, self.cut, self.slow)
        )
        self.done.append(fault.__name__)
        with contextlib.suppress(OSError, ValueError, IndexError):
            fault()

    def kill_worker(self) -> None:
        os.kill(self.rng.choice(self._workers()), signal.SIGKILL)

    def kill_web_server(self) -> None:
        web = read_running(self.folder / "web.json")
        if web is not None:
            os.kill(web.pid, signal.SIGKILL)

    def kill_database(self) -> None:
        os.kill(self._database(), signal.SIGKILL)

    def stop_database(self) -> None:
        self._stop(self._database(), self.rng.uniform(0.5, 4))

    def stop_worker(self) -> None:
        self._stop(self.rng.choice(self._workers()), self.rng.uniform(0.5, 3))

    def cut(self) -> None:
        for _ in range(self.rng.randint(1, 6)):
            self.cable.cut()
            time.sleep(0.1)

    def slow(self) -> None:
        self.cable.wait_s = self.rng.uniform(0.05, 0.4)
        time.sleep(2)
        self.cable.wait_s = 0.0

    def _stop(self, pid: int, seconds: float) -> None:
        os.kill(pid, signal.SIGSTOP)
        try:
            time.sleep(seconds)
        finally:
            os.kill(pid, signal.SIGCONT)

    def _database(self) -> int:
        return int((self.folder / "server.pid").read_text())

    def _workers(self) -> list[int]:
        web = read_running(self.folder / "web.json")
        assert web is not None
        return [int(pid) for pid in Path(f"/proc/{web.pid}/task/{web.pid}/children").read_text().split()]


@contextlib.contextmanager
def served(started: Started, folder: Path, seed: int) -> Iterator[Site]:
    """The site of a server that was started, with its cable."""
    address = started.address()
    cable = Cable(int(address.rpartition(":")[2]))
    try:
        yield Site(started, address, folder, cable, random.Random(seed))
    finally:
        cable.close()


def ready(address: str, seconds: float = 240) -> None:
    """Wait until the server and its database answer again."""
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        with contextlib.suppress(OSError, ValueError, urllib.error.URLError):
            get(f"{address}/ready")
            return
        time.sleep(0.2)
    raise AssertionError("it never came back")
