"""A start waits as long as its process lives and gets on, and ends in words where it does not."""

from __future__ import annotations

import os
import select
import socket
import subprocess
import sys
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest

from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.launch.waiting import LOOK_SECONDS, NotUp, wait_gone, wait_until, work_done

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


def test_a_web_server_that_waits_answers_when_it_is_let_in_and_not_before(tmp_path: Path) -> None:
    log = tmp_path / "web.log"
    port = free_port()
    server = WebServer(
        ROOT,
        "mysql+pymysql://nobody@localhost/nothing?unix_socket=/nonexistent",
        "127.0.0.1",
        port,
        log=log,
        keys=tmp_path / "keys",
        waits=True,
    )
    try:
        # Whoever comes too early is not turned away.
        with socket.create_connection(("127.0.0.1", port)) as early:
            early.sendall(b"GET /health HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n")
            still, before = 0, -1
            while still < 20:
                # Loaded: it has nothing to do any more.
                done = work_done(server.pid)
                still, before = (still + 1 if done == before else 0), done
                answered, _, _ = select.select([early], [], [], LOOK_SECONDS)
                assert not answered and server.alive(), log.read_text()
            assert before > 0
            server.let_in()
            early.settimeout(None)
            assert early.recv(64).startswith(b"HTTP/1.1 200")
        # A second word is none, and it starts again without one.
        server.let_in()
        server.restart()
        with urllib.request.urlopen(f"{server.address}/health") as answer:
            assert answer.status == 200
    finally:
        server.stop()


def test_a_web_server_that_waits_ends_with_who_would_have_let_it_in() -> None:
    code = (
        "import sys; from tribodex.launch.held import begun\n"
        "sys.exit(3 if begun(int(sys.argv[1])) else 4)"
    )
    for word, expected in ((b"1", 3), (b"", 4)):
        reading, writing = os.pipe()
        with subprocess.Popen(
            [sys.executable, "-c", code, str(reading)], pass_fds=(reading,)
        ) as waits:
            os.close(reading)
            os.write(writing, word)
            os.close(writing)
            assert waits.wait() == expected
