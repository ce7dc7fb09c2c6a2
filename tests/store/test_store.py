"""The log in a real MariaDB: what is acknowledged stays, nothing is changed, nothing is stored twice."""

from __future__ import annotations

import threading
from dataclasses import replace
from datetime import timedelta

import pytest
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import Engine, text
from sqlalchemy.exc import OperationalError, ProgrammingError
from sqlalchemy.orm import Session

from tests.helpers import BEGIN, DRAFT
from tribodex.core.job import commands as cmd
from tribodex.exchange.plant_file import read_plant
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.reference.library import DATA
from tribodex.store import SqlStore
from tribodex.store.migrate import migrate
from tribodex.store.models import Base
from tribodex.store.plant import store_plant
from tribodex.store.repository import make_engine
from tribodex.usecases.jobs import Tap, do, open_job
from tribodex.usecases.planning import PlanDraft
from tribodex.usecases.ports import ConcurrentWriter, Reference

POSITION = "kc-2-drive"
PLAN = PlanDraft(**(DRAFT.__dict__ | {"feeler_id": "fs-m1"}))


def opened(engine: Engine, reference: Reference, job_id: str = "job-0001") -> None:
    with Session(engine) as session:
        open_job(SqlStore(session), reference, job_id, POSITION, "", PLAN, Tap(f"open-{job_id}", "Tester", BEGIN), BEGIN)


def note(engine: Engine, reference: Reference, name: str, job_id: str = "job-0001") -> int:
    with Session(engine) as session:
        return len(do(SqlStore(session), reference, job_id, cmd.AddNote(name), Tap(name, "Tester", BEGIN), BEGIN).log)


def test_models_and_migrations_agree(database: LocalMariaDB) -> None:
    engine = make_engine(database.owner_url)
    with engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []
    engine.dispose()


def test_migrating_twice_is_harmless(database: LocalMariaDB) -> None:
    migrate(database.owner_url, database.app_url)


def test_a_log_comes_back_as_it_went_in(engine: Engine, reference: Reference) -> None:
    with Session(engine) as session:
        first = open_job(SqlStore(session), reference, "job-0001", POSITION, "Título µ°", PLAN, Tap("open-0001", "Ørsted", BEGIN), BEGIN)
    with Session(engine) as session:
        events = SqlStore(session).events("job-0001")
        assert list(events) == list(first.log)
        assert events[0].happened_at == BEGIN and events[0].actor == "Ørsted"
        summary = SqlStore(session).job_summaries()[0]
    assert (summary.number, summary.title, summary.status, summary.events) == (1, "Título µ°", "open", 1)


@pytest.mark.parametrize(
    "statement",
    [
        "UPDATE job_event SET actor='x'",
        "DELETE FROM job_event",
        "TRUNCATE job_event",
        "UPDATE job SET id='x'",
        "DROP TABLE job_event",
        "CREATE TABLE t (i int)",
    ],
)
def test_the_application_may_not_change_the_log(engine: Engine, reference: Reference, statement: str) -> None:
    opened(engine, reference)
    with engine.connect() as connection, pytest.raises((OperationalError, ProgrammingError), match="denied"):
        connection.execute(text(statement))


def test_a_taken_place_is_a_concurrent_writer_and_leaves_nothing(engine: Engine, reference: Reference) -> None:
    opened(engine, reference)
    with Session(engine) as session:
        store = SqlStore(session)
        event, summary = store.events("job-0001")[0], store.job_summaries()[0]
        for taken in (replace(event, client_event_id="other-0001"), replace(event, seq=7)):
            with pytest.raises(ConcurrentWriter):
                store.append("job-0001", [replace(event, seq=2, client_event_id="fresh-0001"), taken], replace(summary, events=99))
        assert len(store.events("job-0001")) == 1
        assert store.job_summaries()[0].events == 1


def test_many_writers_at_once_lose_nothing_and_store_nothing_twice(engine: Engine, reference: Reference) -> None:
    opened(engine, reference)
    failed: list[BaseException] = []

    def write(worker: int) -> None:
        try:
            for i in range(6):
                name = f"note-{worker}-{i}"
                for _ in range(10):  # a refusal says: tap again; a device does
                    try:
                        note(engine, reference, name)
                        note(engine, reference, name)
                        break
                    except Exception as error:
                        last = error
                else:
                    raise last
        except BaseException as error:
            failed.append(error)

    threads = [threading.Thread(target=write, args=(worker,)) for worker in range(5)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert not failed
    with Session(engine) as session:
        events = SqlStore(session).events("job-0001")
    assert [e.seq for e in events] == list(range(1, 32))
    assert len({e.client_event_id for e in events}) == 31


def test_two_devices_opening_the_same_job_get_one(engine: Engine, reference: Reference) -> None:
    threads = [threading.Thread(target=opened, args=(engine, reference)) for _ in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    with Session(engine) as session:
        assert len(SqlStore(session).events("job-0001")) == 1
        assert len(SqlStore(session).job_summaries()) == 1


def test_numbers_go_up_and_newest_comes_first(engine: Engine, reference: Reference) -> None:
    for i in range(3):
        opened(engine, reference, f"job-000{i}")
    with Session(engine) as session:
        do(SqlStore(session), reference, "job-0000", cmd.AddNote("n"), Tap("note-0001", "Tester", BEGIN), BEGIN + timedelta(hours=1))
        assert [s.id for s in SqlStore(session).job_summaries()] == ["job-0000", "job-0002", "job-0001"]


def test_killing_the_database_in_a_burst_loses_no_acknowledged_tap(tmp_path_factory: pytest.TempPathFactory, reference: Reference) -> None:
    """Power cut: the server dies without a word while taps come in; every tap that was answered is there afterwards."""
    server = LocalMariaDB(tmp_path_factory.mktemp("killed"))
    server.start()
    try:
        migrate(server.owner_url, server.app_url)
        engine = make_engine(server.app_url)
        store_plant(engine, read_plant(DATA / "demo" / "hollin_vale.yaml"))
        opened(engine, reference)
        acknowledged: list[str] = []
        stop = threading.Event()

        def burst() -> None:
            for i in range(100_000):
                if stop.is_set():
                    return
                try:
                    note(engine, reference, f"note-{i:05d}")
                except Exception:
                    return
                acknowledged.append(f"note-{i:05d}")

        thread = threading.Thread(target=burst)
        thread.start()
        while len(acknowledged) < 15:
            thread.join(0.01)
        server.kill()
        thread.join(20)
        stop.set()
        engine.dispose()
        server.start()
        engine = make_engine(server.app_url)
        with Session(engine) as session:
            stored = [e.client_event_id for e in SqlStore(session).events("job-0001")]
        assert set(acknowledged) <= set(stored)
        assert len(stored) == len(set(stored)) <= len(acknowledged) + 2
        assert note(engine, reference, acknowledged[-1]) == len(stored), "the same tap again is stored once"
        engine.dispose()
    finally:
        server.stop()


def test_a_leftover_server_is_taken_over(tmp_path_factory: pytest.TempPathFactory) -> None:
    """A launcher that was killed leaves its server behind; the next start ends it and goes on."""
    folder = tmp_path_factory.mktemp("leftover")
    first = LocalMariaDB(folder, fast=True)
    first.start()
    second = LocalMariaDB(folder, fast=True)
    try:
        second.start()
        assert not first.alive() and second.alive()
        assert second.owner_url.split("@")[0] == first.owner_url.split("@")[0], "the accounts stay"
    finally:
        second.stop()
        first.stop()
    assert (folder / "secrets.json").stat().st_mode & 0o077 == 0
