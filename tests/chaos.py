"""Trouble by a seed: a server as a person starts it, devices that tap through it all, and something
that breaks every few seconds.
"""

from __future__ import annotations

import contextlib
import json
import os
import random
import re
import signal
import socket
import subprocess
import threading
import time
import urllib.error
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from http.client import HTTPException
from pathlib import Path
from typing import Any

from playwright.sync_api import Error as PlaywrightError
from playwright.sync_api import Page, expect, sync_playwright

from tests.browser.drivers.machine import CHROMIUM, FLAGS
from tests.launched import Started, get
from tests.visitor import FIRST, at
from tribodex.launch.processes import read_running

PLAN = {"designation": "22218 K C3", "shaft": "80 mm", "feeler_id": "fs-m1"}
# Answers that a device waits behind, each in words; anything else is no truth about trouble.
PATIENCE = (503, 504, 507)
WAITS = re.compile(r"(waits?|wait) (on this device|for the server’s answer)")
# Room for a new database, its log of changes, and little more.
DISK_MIB = 700


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
        with (
            contextlib.suppress(OSError),
            client,
            socket.create_connection(("127.0.0.1", self._behind), 30) as inner,
        ):
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
    """Taps one note after the other; each again, under its id, until it is acknowledged. `untrue`:
    answers that no device should get.
    """

    name: str
    address: str
    job: str
    rng: random.Random
    acknowledged: list[str] = field(default_factory=list)
    untrue: list[str] = field(default_factory=list)
    tries: int = 0
    # What it met when it did not get through last.
    met: str = ""

    def work(self, stopped: threading.Event) -> None:
        number = 0
        while not stopped.is_set():
            number += 1
            # A device's clock may be anywhere.
            at = datetime.now(UTC) + timedelta(
                days=self.rng.choice((0, 0, 0, -400, 400)), seconds=self.rng.uniform(-5, 5)
            )
            body = {
                "client_event_id": f"{self.name}-{number:06d}",
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
            self.met = f"{error.code}: {said[:300]}"
            if (
                error.code not in PATIENCE
                or "problem+json" not in error.headers.get("Content-Type", "")
                or not json.loads(said).get("title")
            ):
                self.untrue.append(self.met)
            return False
        except (OSError, ValueError, HTTPException) as error:
            self.met = repr(error)
            return False
        if not isinstance(answer, dict) or not isinstance(answer.get("last_seq"), int):
            self.untrue.append(f"200: {str(answer)[:200]}")
            return False
        self.acknowledged.append(body["client_event_id"])
        return True


def post(address: str, body: dict[str, Any]) -> Any:
    with at(address).open(address, body, seconds=15) as answer:
        return json.load(answer)


@dataclass
class Site:
    """A started server with everything that can be broken."""

    started: Started
    address: str
    folder: Path
    cable: Cable
    rng: random.Random
    clock: Path
    # Only where the machine lets us mount a disk of its own for the server.
    own_disk: bool = False
    done: list[str] = field(default_factory=list)
    _next: list[Callable[[], None]] = field(default_factory=list)

    def break_something(self) -> None:
        """One fault, in an order chosen by the seed: each comes once before any comes again."""
        if not self._next:
            kills = [
                self.kill_worker,
                self.kill_web_server,
                self.kill_database,
                self.stop_database,
                self.stop_worker,
            ]
            self._next = [
                *kills,
                self.cut,
                self.slow,
                self.jump_clock,
                *[self.fill_disk] * self.own_disk,
            ]
            self.rng.shuffle(self._next)
        fault = self._next.pop()
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

    def jump_clock(self) -> None:
        """The server's clock is set wrong, and nobody sets it right."""
        write_clock(
            self.clock, self.rng.choice((0, 3600, -3600, 3 * 86400, -3 * 86400, 400 * 86400))
        )

    def fill_disk(self) -> None:
        """Not a byte is free for a while."""
        filling = self.folder.parent / "filling"
        try:
            with contextlib.suppress(OSError), filling.open("wb", buffering=0) as file:
                while True:
                    file.write(bytes(65536))
            time.sleep(self.rng.uniform(1, 5))
        finally:
            filling.unlink(missing_ok=True)

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
        return [
            int(pid) for pid in Path(f"/proc/{web.pid}/task/{web.pid}/children").read_text().split()
        ]


def write_clock(clock: Path, seconds: float) -> None:
    """Say by how much the server's clock is off, so that no reader meets half of it."""
    other = clock.with_suffix(".new")
    other.write_text(str(seconds))
    other.replace(clock)


@contextlib.contextmanager
def a_disk_of_its_own(folder: Path) -> Iterator[bool]:
    """A small disk in memory at a folder, and whether this machine lets us have one."""
    folder.mkdir()
    mounted = (
        subprocess.run(
            ["mount", "-t", "tmpfs", "-o", f"size={DISK_MIB}m", "none", str(folder)],
            check=False,
            capture_output=True,
        ).returncode
        == 0
    )
    try:
        yield mounted
    finally:
        if mounted:
            subprocess.run(["umount", "--lazy", str(folder)], check=True)


@contextlib.contextmanager
def served(
    started: Started, folder: Path, seed: int, clock: Path, own_disk: bool
) -> Iterator[Site]:
    """The site of a server that was started, with its cable."""
    address = started.address()
    cable = Cable(int(address.rpartition(":")[2]))
    try:
        yield Site(started, address, folder, cable, random.Random(seed), clock, own_disk)
    finally:
        cable.close()


@dataclass
class Screen:
    """A browser at the bench that taps notes. What its log shows is stored, and so is every tap
    that it does not say to wait.
    """

    address: str
    asked: str
    job: str
    tapped: int = 0
    compared: int = 0
    waited: int = 0
    untrue: list[str] = field(default_factory=list)

    # Silence is said within two seconds; a busy machine draws late.
    SAID_WITHIN = 5.0

    def work(self, stopped: threading.Event) -> None:
        """Until it is told to stop, and then until it shows that nothing waits any more."""
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            try:
                self._tap(browser.new_page(base_url=self.address), stopped)
            except PlaywrightError as error:
                self.untrue.append(str(error)[:1000])
            finally:
                browser.close()

    def _tap(self, page: Page, stopped: threading.Event) -> None:
        page.set_default_timeout(240_000)
        page.goto(f"/jobs/{self.job}")
        self._sign_in(page)
        box = page.get_by_label("Note, or something left to do")
        while not stopped.is_set():
            box.fill(f"Screen says {self.tapped + 1:06d}")
            page.get_by_role("button", name="Add as a note").click()
            expect(box).to_have_value("", timeout=240_000)
            self.tapped += 1
            page.wait_for_timeout(1000 * self.SAID_WITHIN)
            self._compare(page)
            # A clock that jumped ended the session: taps wait for whoever made them.
            if page.get_by_role("button", name="Sign in again").is_visible():
                page.get_by_role("button", name="Sign in again").click()
                self._sign_in(page)
        page.get_by_text(WAITS).first.wait_for(state="detached")
        self._compare(page)

    def _sign_in(self, page: Page) -> None:
        password = page.get_by_label("Password")
        password.wait_for()
        # While something breaks the answer is that nothing was lost; it is pressed again.
        while password.is_visible():
            with contextlib.suppress(PlaywrightError):
                page.get_by_label("Name to sign in with").fill(FIRST["handle"], timeout=2_000)
                password.fill(FIRST["password"], timeout=2_000)
                page.get_by_role("button", name="Sign in", exact=True).click(timeout=2_000)
            page.wait_for_timeout(2_000)

    def _compare(self, page: Page) -> None:
        """What the page says at one moment, held against the log behind it, as far as the server
        answers.
        """
        said, shown = page.evaluate(
            "() => [document.body.innerText,"
            " document.querySelector('[aria-label=\"Log\"]')?.innerText ?? '']"
        )
        waiting = WAITS.search(said) is not None
        self.waited += waiting
        with contextlib.suppress(OSError, ValueError, HTTPException):
            record = json.loads(json.dumps(get(f"{self.asked}/api/jobs/{self.job}/record.json")))
            stored = {
                event["payload"]["text"]
                for event in record["events"]
                if event["payload"].get("text", "").startswith("Screen says")
            }
            self.compared += 1
            missing = set(re.findall(r"Screen says \d{6}", shown)) - stored
            if missing:
                self.untrue.append(f"shown in the log and not stored: {missing}")
            if not waiting and len(stored) < self.tapped:
                self.untrue.append(
                    f"{self.tapped} tapped, {len(stored)} stored, and nothing said to wait"
                )


def ready(address: str, seconds: float = 240) -> None:
    """Wait until the server and its database answer again."""
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        with contextlib.suppress(OSError, ValueError, HTTPException):
            get(f"{address}/ready")
            return
        time.sleep(0.2)
    raise AssertionError("it never came back")
