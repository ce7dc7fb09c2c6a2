"""The press: papers in a process of their own, kept for a while, from fonts alone."""

from __future__ import annotations

import cProfile
import io
import os
import threading
import time
from collections.abc import Iterator
from http.server import BaseHTTPRequestHandler, HTTPServer
from pathlib import Path

import pytest
from pypdf import PdfReader

from tests.helpers import BEGIN, DRAFT, MemoryStore, open_one
from tribodex.core.errors import Busy
from tribodex.core.job import commands as job_cmd
from tribodex.core.training.virtual import VirtualBearing
from tribodex.exchange import press as pressing
from tribodex.exchange.paper import FONTS, pdf_of
from tribodex.exchange.press import Press
from tribodex.exchange.record_page import render_html
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.usecases.books import Reference
from tribodex.usecases.ports import Tap
from tribodex.usecases.record import record

PAGE = "<!doctype html><title>Paper</title><p>One page</p>"


@pytest.fixture(scope="module")
def press() -> Iterator[Press]:
    made = Press()
    made.pdf(PAGE)
    yield made
    made._anew()


def text_of(pdf: bytes) -> str:
    return "".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)


def children() -> set[int]:
    return {
        int(pid)
        for pid in Path(f"/proc/{os.getpid()}/task/{os.getpid()}/children").read_text().split()
    }


def test_a_record_of_a_hundred_entries_in_two_seconds_and_again_at_once(
    reference: Reference, press: Press
) -> None:
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "Long",
        draft=DRAFT,
        tap=Tap("open-0001", "A. Fitter", BEGIN),
        at=BEGIN,
    )
    fitter = VirtualFitter(
        store, reference, job, VirtualBearing(125, 0.385), "A. Fitter", begins=BEGIN
    )
    fitter.follow(8)
    while len(fitter.job.log) < 100:
        fitter.say(job_cmd.AddNote(f"remark {len(fitter.job.log)}"))
    page = render_html(record(reference, fitter.job), for_print=True)
    # Two seconds on the machine this was measured on (docs/performance.md); steps of work are the
    # same on every one.
    pdf_of(PAGE)
    watched = cProfile.Profile()
    watched.runcall(pdf_of, page)
    assert sum(entry.callcount for entry in watched.getstats()) < 3_200_000
    begin = time.process_time()
    made = press.pdf(page)
    assert time.process_time() - begin < 1, "the work is not done in this process"
    assert "remark 99" in text_of(made).replace("\n", " ")
    assert press.pdf(page) is made, "kept, not printed again"


def test_another_entry_is_another_paper(press: Press) -> None:
    assert press.pdf(PAGE + "<p>a") != press.pdf(PAGE + "<p>b")


def test_nothing_but_fonts_is_read(tmp_path: Path) -> None:
    """Neither the network nor a file of this machine, whatever a text smuggles in."""
    asked: list[str] = []

    class Listening(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            asked.append(self.path)
            self.send_response(404)
            self.end_headers()

        def log_message(self, *_: object) -> None:
            return

    server = HTTPServer(("127.0.0.1", 0), Listening)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    secret = tmp_path / "secret.txt"
    secret.write_text("the secret")
    far = f"http://127.0.0.1:{server.server_port}/x"
    page = (
        f"{PAGE}<link rel=stylesheet href='{far}.css'><img src='{far}.png'><object"
        f" data='{secret.as_uri()}'>no</object><link rel=attachment href='{secret.as_uri()}'><img"
        f" src='{FONTS.as_uri()}/../../../{secret.name}'>"
    )
    made = pdf_of(page)
    server.shutdown()
    assert asked == [] and b"the secret" not in made
    assert not PdfReader(io.BytesIO(made)).attachments


def test_a_press_that_is_killed_is_set_up_again(press: Press) -> None:
    press.pdf(PAGE + "<p>before")
    pool = press._pool
    assert pool is not None
    for pid in list(pool._processes):  # type: ignore[attr-defined]
        os.kill(pid, 9)
    assert "after" in text_of(press.pdf(PAGE + "<p>after"))


def test_too_many_at_once_are_told_to_come_again(
    press: Press, monkeypatch: pytest.MonkeyPatch
) -> None:
    hold = threading.Event()
    monkeypatch.setattr(press, "_print", lambda _html: hold.wait() and b"%PDF")
    waiting = [
        threading.Thread(target=press.pdf, args=(f"{PAGE}{i}",))
        for i in range(pressing.MOST_WAITING)
    ]
    for thread in waiting:
        thread.start()
    while press._room._value:  # until every one of them is inside
        time.sleep(0.01)
    with pytest.raises(Busy, match="try again"):
        press.pdf(PAGE + "one more")
    hold.set()
    for thread in waiting:
        thread.join()


def test_what_is_kept_is_bounded() -> None:
    made = Press()
    made._print = lambda html: b"x" * 1024 * 1024  # type: ignore[method-assign]
    for i in range(60):
        made.pdf(f"{PAGE}{i}")
    assert 0 < sum(map(len, made._kept.values())) <= pressing.KEPT_BYTES
    # One that is larger than all that is kept is printed all the same.
    made._print = lambda html: b"x" * (pressing.KEPT_BYTES + 1)  # type: ignore[method-assign]
    assert len(made.pdf(PAGE)) == pressing.KEPT_BYTES + 1
