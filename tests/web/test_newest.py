"""One question for all open benches: however many ask, the database is asked now and then, and
nobody waits for it.
"""

from __future__ import annotations

import threading
from collections.abc import Callable, Mapping, Sequence

import pytest

from tribodex.web.newest import ASKED_S, FRESH_S, LOOKED_S, Benches, Newest, NewestLane


class Log:
    """A database that counts how often it is asked."""

    def __init__(self) -> None:
        self.seqs = {"job-0001": 4, "job-0002": 9}
        self.asked: list[tuple[str, ...]] = []
        self.now = 0.0

    def read(self, jobs: Sequence[str]) -> Mapping[str, int]:
        self.asked.append(tuple(sorted(jobs)))
        return {job: self.seqs[job] for job in jobs if job in self.seqs}

    def newest(self) -> Newest:
        return Newest(self.read, lambda: self.now)


def test_two_hundred_benches_are_one_question_in_a_while() -> None:
    log = Log()
    newest = log.newest()
    for tick in range(100):
        log.now = tick * 0.01
        assert {newest.of("job-0001"), newest.of("job-0002")} == {4, 9}
    assert len(log.asked) <= 2 + 1.0 / FRESH_S
    log.seqs["job-0001"] = 5
    log.now += FRESH_S + 0.01
    assert newest.of("job-0001") == 5, "seen as soon as the answer is old"


def test_what_this_process_stored_is_known_at_once_and_what_nobody_asks_for_is_forgotten() -> None:
    log = Log()
    newest = log.newest()
    newest.tell("job-0001", 40)
    assert newest.of("job-0001") == 4, "of a job that nobody looks at nothing is kept"
    newest.tell("job-0001", 5)
    assert newest.of("job-0001") == 5
    log.now = ASKED_S + 1
    newest.of("job-0002")
    assert log.asked[-1] == ("job-0002",)


def test_an_unknown_job_is_none_and_is_asked_for_again() -> None:
    log = Log()
    newest = log.newest()
    assert newest.of("job-0003") is None
    log.seqs["job-0003"] = 1
    assert newest.of("job-0003") == 1


def test_while_one_asks_the_others_are_told_what_is_known() -> None:
    log = Log()
    held, go = threading.Event(), threading.Event()
    calls = 0

    def slow(jobs: Sequence[str]) -> Mapping[str, int]:
        nonlocal calls
        calls += 1
        if calls > 1:
            held.set()
            go.wait(20)
        return log.read(jobs)

    newest = Newest(slow, lambda: log.now)
    assert newest.of("job-0001") == 4
    log.now = 1.0
    asking = threading.Thread(target=newest.of, args=("job-0001",))
    asking.start()
    assert held.wait(20)
    assert newest.of("job-0001") == 4, "nobody waits for the database"
    go.set()
    asking.join(20)
    assert calls == 2


def looking(path: str, clock: Callable[[], float] = lambda: 0.0) -> Benches:
    """Somebody whose cookies are empty looked at a job a moment ago."""
    benches = Benches(clock)
    benches.tell("", path.split("/")[3])
    return benches


def test_whoever_may_not_look_any_more_is_told_so_by_the_application() -> None:
    now = 0.0
    benches = looking("/api/jobs/job-0001/newest", lambda: now)
    lane = NewestLane(
        lambda environ, start: [b"the application"], Log().newest(), benches, ("127.0.0.1",)
    )
    environ = {
        "REQUEST_METHOD": "GET",
        "PATH_INFO": "/api/jobs/job-0001/newest",
        "QUERY_STRING": "seen=4",
        "HTTP_HOST": "127.0.0.1",
    }
    assert list(lane(environ, lambda status, headers: None)) == [b""]
    assert list(
        lane(environ | {"HTTP_COOKIE": "tribodex_session=another"}, lambda status, headers: None)
    ) == [b"the application"]
    now = LOOKED_S + 0.1
    assert list(lane(environ, lambda status, headers: None)) == [b"the application"]


@pytest.mark.parametrize(
    ("method", "path", "query", "host"),
    [
        ("POST", "/api/jobs/job-0001/newest", "seen=1", "127.0.0.1:80"),
        ("GET", "/api/jobs/job-0001/log", "seen=1", "127.0.0.1:80"),
        ("GET", "/api/jobs/job-0001/newest", "seen=x", "127.0.0.1:80"),
        ("GET", "/api/jobs/job-0001/newest", "seen=99999999", "127.0.0.1:80"),
        ("GET", "/api/jobs/job-0001/newest", "seen=1", "elsewhere.example"),
        ("GET", "/api/jobs/job-0009/newest", "seen=1", "127.0.0.1:80"),
    ],
)
def test_everything_else_goes_on_to_the_application(
    method: str, path: str, query: str, host: str
) -> None:
    lane = NewestLane(
        lambda environ, start: [b"the application"], Log().newest(), looking(path), ("127.0.0.1",)
    )
    environ = {
        "REQUEST_METHOD": method,
        "PATH_INFO": path,
        "QUERY_STRING": query,
        "HTTP_HOST": host,
    }
    assert list(lane(environ, lambda status, headers: None)) == [b"the application"]


def test_a_database_that_is_away_is_said_by_the_application() -> None:
    def away(_: Sequence[str]) -> Mapping[str, int]:
        raise OSError("away")

    lane = NewestLane(
        lambda environ, start: [b"the application"],
        Newest(away),
        looking("/api/jobs/job-0001/newest"),
        ("127.0.0.1",),
    )
    environ = {
        "REQUEST_METHOD": "GET",
        "PATH_INFO": "/api/jobs/job-0001/newest",
        "QUERY_STRING": "seen=1",
        "HTTP_HOST": "127.0.0.1",
    }
    assert list(lane(environ, lambda status, headers: None)) == [b"the application"]
