"""A start waits as long as its process lives and gets on, and ends in words where it does not."""

from __future__ import annotations

import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest

from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.launch.waiting import NotUp, wait_gone, wait_until, work_done

ROOT = Path(__file__).resolve().parents[2]


@contextmanager
def process(code: str) -> Iterator[subprocess.Popen[bytes]]:
    begun = subprocess.Popen([sys.executable, "-c", code], start_new_session=True)
    try:
        yield begun
    finally:
        begun.kill()
        begun.wait()


def test_one_that_ended_is_said_to_have_ended() -> None:
    with process("") as ended:
        ended.wait()
        with pytest.raises(NotUp, match="The kettle ended by itself"):
            wait_until("The kettle", ended.pid, lambda: False, lambda: ended.poll() is None)


def test_one_that_does_nothing_is_said_to_hang_and_one_at_work_is_waited_for() -> None:
    with (
        process("import time; time.sleep(600)") as idle,
        pytest.raises(NotUp, match="does nothing"),
    ):
        wait_until("The kettle", idle.pid, lambda: False, lambda: True, stalled=1.5)
    with process("while True: pass") as busy:
        asked = iter(range(1_000))
        said: list[str] = []
        # Longer than an idle one would be given: what counts is that it works.
        wait_until(
            "The kettle", busy.pid, lambda: next(asked) > 30, lambda: True, said.append, stalled=1.0
        )
        assert work_done(busy.pid) > 0 and wait_gone(busy.pid, lambda: next(asked) < 40)


def test_a_database_that_cannot_start_says_why(tmp_path: Path) -> None:
    database = LocalMariaDB(tmp_path, fast=True)
    database.start()
    database.stop()
    # What a disk fault leaves behind.
    (tmp_path / "data" / "ibdata1").write_bytes(b"broken")
    with pytest.raises(NotUp, match=r"(?s)The database ended by itself.*ibdata1"):
        database.start()


def test_a_web_server_that_cannot_start_says_what_it_wrote_last(tmp_path: Path) -> None:
    log = tmp_path / "web.log"
    server = WebServer(
        ROOT, "not an address", "127.0.0.1", free_port(), log=log, keys=log.parent / "keys"
    )
    with pytest.raises(NotUp, match=r"(?s)web server.*What it wrote last"):
        server.wait_ready()
    assert log.read_text()
