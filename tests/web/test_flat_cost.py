"""What is asked over and over costs little: kept answers, calendars, long records, a crowd of idle
connections.
"""

from __future__ import annotations

import gzip
from datetime import timedelta
from typing import Any

from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import Engine, event, insert
from sqlalchemy.orm import Session

from tests.helpers import BEGIN
from tests.web.by_hand import do, open_job
from tribodex.store.models import JobListRow, JobRow, MachineRow, PositionRow
from tribodex.store.repository import SqlStore
from tribodex.usecases.people.ports import Account, Acting, PlantSite
from tribodex.usecases.ports import JobsAsked
from tribodex.web.context import KEY
from tribodex.web.plant import MACHINES_AT_ONCE


def plant(client: FlaskClient, **headers: str) -> Any:
    return client.get("/api/plant", headers=headers)


def test_the_plant_is_written_once_and_told_as_known(client: FlaskClient) -> None:
    first = plant(client)
    tag = first.headers["ETag"]
    assert (
        first.status_code == 200
        and first.headers["Cache-Control"] == "no-cache"
        and len(first.json["machines"]) > 3
    )
    again = plant(client, **{"If-None-Match": tag})
    assert again.status_code == 304 and again.data == b"" and again.headers["ETag"] == tag
    packed = plant(client, **{"Accept-Encoding": "gzip"})
    assert (
        packed.headers["Content-Encoding"] == "gzip" and gzip.decompress(packed.data) == first.data
    )


def test_a_large_plant_comes_in_pages_that_together_are_whole(
    client: FlaskClient, engine: Engine
) -> None:
    known = [one["id"] for one in plant(client).json["machines"]]
    with Session(engine) as session:
        # Many stand at one rank: a page may end between them.
        session.execute(
            insert(MachineRow),
            [
                {"id": f"fan-{n:04d}", "name": f"Fan {n}", "area": "", "rank": 1000 + n // 400}
                for n in range(1000)
            ],
        )
        session.execute(
            insert(PositionRow),
            [
                {"id": f"fan-{n:04d}-de", "machine_id": f"fan-{n:04d}", "name": "Drive end"}
                for n in range(1000)
            ],
        )
        session.commit()
    page = plant(client).json
    met, after = page["machines"], page["more_after"]
    assert len(met) == MACHINES_AT_ONCE
    while after:
        answer = client.get("/api/plant/machines", query_string={"after": after})
        again = client.get(
            "/api/plant/machines",
            query_string={"after": after},
            headers={"If-None-Match": answer.headers["ETag"]},
        )
        assert len(answer.json["machines"]) <= MACHINES_AT_ONCE and again.status_code == 304
        met, after = met + answer.json["machines"], answer.json["more_after"]
    assert [one["id"] for one in met] == [*known, *(f"fan-{n:04d}" for n in range(1000))]
    assert all(len(one["positions"]) == 1 for one in met[len(known) :])
    unknown = client.get("/api/plant/machines", query_string={"after": "fan-none"})
    assert unknown.status_code == 404 and "no such machine" in unknown.json["detail"]
    assert client.get("/api/plant/machines").status_code == 422


def test_whatever_changes_in_the_plant_is_told_at_once(client: FlaskClient) -> None:
    changes = [
        ("/api/plant/machines", {"name": "New fan"}),
        ("/api/persons", {"name": "A new name", "rights": {"main": ["work"]}}),
        ("/api/crib/gauges", {"id": "new-set"}),
    ]
    known = plant(client).headers["ETag"]
    told = []
    for address, body in changes:
        if client.post(address, json=body).status_code < 300:
            now = plant(client, **{"If-None-Match": known})
            assert now.status_code == 200, address
            known = now.headers["ETag"]
            told.append(address)
    assert len(told) >= 2, told


def test_the_calendar_of_the_rounds_is_written_once_for_everybody(
    client: FlaskClient, app: Flask, monkeypatch: Any
) -> None:
    from tribodex.web import calendars

    written = []
    real = calendars.calendar
    monkeypatch.setattr(calendars, "calendar", lambda *given: written.append(1) or real(*given))
    first = client.get("/api/rounds.ics?weeks=8").data
    assert (
        client.get("/api/rounds.ics?weeks=8").data == first
        and client.get("/api/rounds.ics?weeks=4").status_code == 200
    )
    assert client.get("/api/rounds.ics?weeks=8").data == first
    assert len(written) == 2


def test_a_record_of_many_entries_shows_the_newest_and_where_the_whole_log_is(
    client: FlaskClient, app: Flask, monkeypatch: Any
) -> None:
    monkeypatch.setattr("tribodex.usecases.record.MOST_LINES", 5)
    open_job(client)
    for n in range(9):
        do(client, "add_note", text=f"note {n}")
    page = client.get("/api/jobs/job-0001/record.html").text
    assert (
        "The newest 5 of 10 entries." in page
        and "/api/jobs/job-0001/record.json" in page
        and "note 8" in page
        and "note 3" not in page
    )
    assert len(client.get("/api/jobs/job-0001/record.json").json["events"]) == 10


AT_MAIN = Acting(Account("somebody", "Somebody"), PlantSite("main", "This plant"))


def many(engine: Engine, count: int) -> None:
    when = BEGIN.replace(tzinfo=None)
    with Session(engine) as session:
        for first in range(1, count + 1, 2000):
            numbers = range(first, min(first + 2000, count + 1))
            session.execute(
                insert(JobRow),
                [{"id": f"job-{i:07d}", "number": i, "recorded_at": when} for i in numbers],
            )
            rows = [
                {
                    "id": f"job-{i:07d}",
                    "number": i,
                    "title": "Rattle",
                    "machine": f"Conveyor {i % 50}",
                    "position": "Drive side" if i % 1000 else "Zwischenlager",
                    "bearing": "22218 K C3",
                    "stage": "",
                    "status": "signed",
                    "live": False,
                    "events": 1,
                    "updated_at": when + timedelta(minutes=i),
                }
                for i in numbers
            ]
            session.execute(insert(JobListRow), rows)
        session.commit()
        SqlStore(session).list_what_stood()


class Read:
    """Rows that the database reads for a question, whatever it finds: its own count."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def _count(self) -> int:
        from sqlalchemy import text

        rows = self._session.execute(text("SHOW SESSION STATUS LIKE 'Handler_read%'")).all()
        return sum(int(value) for _, value in rows)

    def of(self, asked: JobsAsked) -> tuple[int, int]:
        """Rows read, jobs found."""
        before = self._count()
        found = len(SqlStore(self._session, acting=AT_MAIN).job_summaries(asked))
        return self._count() - before, found


def test_a_search_reads_what_it_finds_however_many_jobs_there_are(engine: Engine) -> None:
    many(engine, 12_000)
    with Session(engine) as session:
        read = Read(session)
        cost, found = read.of(JobsAsked(words=("nothing",)))
        assert found == 0 and cost < 300, "a word that is nowhere"
        cost, found = read.of(JobsAsked(words=("zwischenlager",)))
        assert found == 12 and cost < 500, "a rare word"
        cost, found = read.of(JobsAsked(words=("zwischen", "c3")))
        assert found == 12 and cost < 9000, "a rare and a common one"
        cost, found = read.of(JobsAsked(words=("c3",)))
        assert found == 50 and cost < 9000, "a common one: the newest"
        cost, found = read.of(JobsAsked(live=None))
        assert found == 50 and cost < 500, "all of them, newest first"
        last = SqlStore(session, acting=AT_MAIN).job_summaries(JobsAsked(live=None))[-1]
        cost, found = read.of(JobsAsked(live=None, after=(last.updated_at, last.number)))
        assert found == 50 and cost < 500, "the next page"


def test_an_ordinary_tap_lists_no_words_anew(client: FlaskClient, app: Flask) -> None:
    open_job(client)
    do(client, "add_note", text="one")
    said: list[str] = []
    engine = app.extensions[KEY].engine
    event.listen(engine, "before_cursor_execute", lambda *given: said.append(given[2]))
    do(client, "add_note", text="two")
    assert said and not any("job_word" in statement for statement in said)
