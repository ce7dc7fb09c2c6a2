"""Long logs: what comes with an answer does not grow, older entries are a request away, and what
was read is not read again.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from itertools import count

import pytest
from flask.testing import FlaskClient
from sqlalchemy import Engine, event, text
from sqlalchemy.orm import Session

from tests.helpers import BEGIN, DRAFT, open_one
from tests.web.conftest import _asked, _wired, app, client, dist  # noqa: F401
from tribodex.core.job import commands as job_cmd
from tribodex.store.connecting import make_engine
from tribodex.store.kept_logs import KeptLogs
from tribodex.store.repository import KEPT_LOGS, SqlStore
from tribodex.usecases.bench import PAGE_ENTRIES, SHOWN_CLOSED, SHOWN_ENTRIES
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import do, load
from tribodex.usecases.ports import Tap

JOB = "job-0001"
PLAN = PlanDraft(**(DRAFT.__dict__ | {"feeler_id": "fs-m1"}))


@pytest.fixture
def long_job(engine: Engine, reference: Reference) -> int:
    """A job with many remarks; how many entries it has."""
    with Session(engine) as session:
        store = SqlStore(session)
        open_one(
            store,
            reference,
            JOB,
            "kc-2-drive",
            "",
            draft=PLAN,
            tap=Tap("open-0001", "Tester", BEGIN),
            at=BEGIN,
        )
        for i in range(SHOWN_ENTRIES + 25):
            do(
                store,
                reference,
                JOB,
                job_cmd.AddNote(f"remark {i}"),
                Tap(f"note-{i:06d}", "Tester", BEGIN),
                recorded_at=BEGIN,
            )
        return len(load(store, JOB).log)


@contextmanager
def rows_read(engine: Engine) -> Iterator[list[int]]:
    """How many log entries each query brought."""
    counts: list[int] = []

    def after(_connection: object, cursor: object, statement: str, *_: object) -> None:
        if "FROM job_event" in statement and "SELECT" in statement:
            counts.append(cursor.rowcount)  # type: ignore[attr-defined]

    event.listen(engine, "after_cursor_execute", after)
    try:
        yield counts
    finally:
        event.remove(engine, "after_cursor_execute", after)


def test_an_answer_holds_the_newest_entries_and_says_how_many_there_are(
    client: FlaskClient,  # noqa: F811
    long_job: int,
) -> None:
    shown = client.get(f"/api/jobs/{JOB}").json
    assert shown["last_seq"] == long_job
    assert [line["seq"] for line in shown["log"]] == list(
        range(long_job - SHOWN_ENTRIES + 1, long_job + 1)
    )


def test_older_entries_come_page_by_page_without_a_gap(client: FlaskClient, long_job: int) -> None:  # noqa: F811
    shown = client.get(f"/api/jobs/{JOB}").json["log"]
    older = client.get(f"/api/jobs/{JOB}/log?before={shown[0]['seq']}").json
    assert [line["seq"] for line in older + shown] == list(range(1, long_job + 1))
    assert len(client.get(f"/api/jobs/{JOB}/log").json) == min(long_job, PAGE_ENTRIES)
    assert client.get(f"/api/jobs/{JOB}/log?before=1").json == []
    for wrong in ("0", "-3", "x", "1e9", str(10**30)):
        assert client.get(f"/api/jobs/{JOB}/log?before={wrong}").status_code == 422
    assert client.get("/api/jobs/nothing-here/log").status_code == 404


def test_the_record_holds_every_entry(client: FlaskClient, long_job: int) -> None:  # noqa: F811
    record = client.get(f"/api/jobs/{JOB}/record.json").json
    assert len(record["log"]) == len(record["events"]) == long_job


def test_points_that_are_done_do_not_grow_with_the_answer_what_is_open_always_comes(
    client: FlaskClient,  # noqa: F811
    long_job: int,
    engine: Engine,
    reference: Reference,
) -> None:
    taps = count(1)
    with Session(engine) as session:
        store = SqlStore(session)

        def said(command: object) -> int:
            return do(
                store,
                reference,
                JOB,
                command,
                Tap(f"point-{next(taps):06d}", "Tester", BEGIN),
                recorded_at=BEGIN,
            ).job.last_seq

        first = said(job_cmd.OpenPoint("open from the beginning"))
        for i in range(SHOWN_CLOSED + 8):
            said(job_cmd.ClosePoint(said(job_cmd.OpenPoint(f"point {i}")), "done"))
    shown = client.get(f"/api/jobs/{JOB}").json["points"]
    assert [point["number"] for point in shown if not point["closed"]] == [first]
    assert [point["text"] for point in shown if point["closed"]] == [
        f"point {i}" for i in range(8, SHOWN_CLOSED + 8)
    ]
    assert len(client.get(f"/api/jobs/{JOB}/record.json").json["points"]) == SHOWN_CLOSED + 9


def test_only_what_is_new_is_read(engine: Engine, reference: Reference, long_job: int) -> None:
    with Session(engine) as session:
        load(SqlStore(session), JOB)
    with rows_read(engine) as counts, Session(engine) as session:
        assert len(load(SqlStore(session), JOB).log) == long_job
    assert counts == [1], "the last one known, to see that it is still the same log"
    other = make_engine(str(engine.url.render_as_string(hide_password=False)))
    with Session(other) as session:
        do(
            SqlStore(session),
            reference,
            JOB,
            job_cmd.AddNote("from another process"),
            Tap("note-other", "Tester", BEGIN),
            recorded_at=BEGIN,
        )
    other.dispose()
    with rows_read(engine) as counts, Session(engine) as session:
        log = load(SqlStore(session), JOB).log
    assert counts == [2] and len(log) == long_job + 1 and log[-1].client_event_id == "note-other"


def test_another_database_behind_the_same_address_is_noticed(
    engine: Engine, reference: Reference, database: object, long_job: int
) -> None:
    """Restored from yesterday, or thrown away: what this process remembers does not speak for
    it."""
    with Session(engine) as session:
        load(SqlStore(session), JOB)
    owner = make_engine(database.owner_url)  # type: ignore[attr-defined]
    with owner.begin() as connection:
        connection.execute(text("DELETE FROM job_event WHERE seq > 3"))
    owner.dispose()
    with Session(engine) as session:
        assert len(load(SqlStore(session), JOB).log) == 3
        do(
            SqlStore(session),
            reference,
            JOB,
            job_cmd.AddNote("again"),
            Tap("note-again", "Tester", BEGIN),
            recorded_at=BEGIN,
        )
        assert [e.seq for e in load(SqlStore(session), JOB).log] == [1, 2, 3, 4]


def test_what_is_kept_is_bounded(engine: Engine, long_job: int) -> None:
    with Session(engine) as session:
        log = tuple(load(SqlStore(session), JOB).log)
    kept = KeptLogs(3 * len(log))
    for i in range(10):
        kept.keep(None, f"job-{i}", log)
    assert [bool(kept.get(None, f"job-{i}")) for i in range(10)] == [False] * 7 + [True] * 3
    kept.keep(None, "job-9", log[:5])
    kept.drop(None, "job-8")
    kept.keep(None, "job-a", log)
    assert (
        kept.get(None, "job-9") == log[:5]
        and kept.get(None, "job-a") == log
        and not kept.get(None, "job-8")
    )
    assert KEPT_LOGS.get(None, "never") == ()
