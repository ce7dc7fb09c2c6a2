"""What tests share: the reference, gauge sets, a database of their own for each worker."""

from __future__ import annotations

import os
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path

import pytest

# What tests share says as much as they do when it fails. Before it is imported.
pytest.register_assert_rewrite(
    *(
        f"tests.{part}"
        for part in ("benches", "helpers", "proved", "walks", "core", "web", "usecases", "browser")
    )
)

from hypothesis import HealthCheck, settings
from sqlalchemy import Connection, Engine, insert, select, text

from tests.alone import SERVERS, alone, beside_others
from tests.helpers import BEGIN, FEELERS
from tests.in_turn import deal
from tribodex.exchange.plant_file import read_plant
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.reference import load_reference
from tribodex.store.connecting import make_engine
from tribodex.store.migrate import migrate
from tribodex.store.models import Base
from tribodex.store.plant import store_plant
from tribodex.usecases.books import Reference
from tribodex.usecases.whole_plant import Plant

ROOT = Path(__file__).resolve().parents[1]

# Deadlines would measure the machine, not the code.
settings.register_profile(
    "tribodex", deadline=None, suppress_health_check=[HealthCheck.too_slow], derandomize=True
)
settings.load_profile("tribodex")


def _has_a_server(item: pytest.Item) -> bool:
    return bool(
        SERVERS & set(getattr(item, "fixturenames", ()))
    ) or "tests/architecture/test_launch" in str(item.path)


def pytest_collection_modifyitems(config: pytest.Config, items: list[pytest.Item]) -> None:
    """What must be alone with the servers goes first, on one worker; the others begin meanwhile
    with what has no server.

    Every worker starts with its share of the list, one after the other, and then takes from whoever
    is behind.
    """
    deal(config, items)
    workers = int(os.environ.get("PYTEST_XDIST_WORKER_COUNT", "1"))
    if workers < 2:
        return
    kills = [item for item in items if item.get_closest_marker("faults") is not None]
    plain = [
        item
        for item in items
        if item.get_closest_marker("faults") is None and not _has_a_server(item)
    ]
    kept = {id(item) for item in (*kills, *plain)}
    rest = [item for item in items if id(item) not in kept]
    share = -(-len(items) // workers)
    ordered = kills + rest[: max(share - len(kills), 0)]
    rest = rest[max(share - len(kills), 0) :]
    for left in range(workers - 1, 0, -1):
        here, plain = plain[: -(-len(plain) // left)], plain[-(-len(plain) // left) :]
        room = max(share - len(here), 0) if left > 1 else len(rest)
        ordered += here + rest[:room]
        rest = rest[room:]
    items[:] = ordered


@pytest.fixture(autouse=True)
def _in_company(request: pytest.FixtureRequest) -> Iterator[None]:
    """What kills or crowds has the servers to itself; every other test with a server shares
    them."""
    if request.node.get_closest_marker("faults") is not None:
        with alone():
            yield
    elif _has_a_server(request.node):
        with beside_others():
            yield
    else:
        yield


@pytest.fixture(scope="session")
def reference() -> Reference:
    return load_reference()


@pytest.fixture(scope="session")
def feelers() -> list[object]:
    return list(FEELERS)


@pytest.fixture(scope="session")
def database(tmp_path_factory: pytest.TempPathFactory) -> Iterator[LocalMariaDB]:
    """A server of this worker's own, with schema and rights."""
    server = LocalMariaDB(tmp_path_factory.mktemp("mariadb"), fast=True)
    server.start()
    migrate(server.owner_url, server.app_url)
    yield server
    server.stop()


@pytest.fixture(scope="session")
def _engine(database: LocalMariaDB) -> Iterator[Engine]:
    engine = make_engine(database.app_url)
    yield engine
    engine.dispose()


@cache
def _plant() -> Plant:
    """The demonstration's plant, read once by each worker."""
    return read_plant(ROOT / "data" / "demo" / "hollin_vale.yaml")


@dataclass
class Emptied:
    """A database that is brought back to the demonstration's plant and no job before each test."""

    owner: Engine
    app: Engine
    # What the tables of the plant held when it was just stored, by table.
    stored: dict[str, object] = field(default_factory=dict)
    rows: dict[str, list[dict[str, object]]] = field(default_factory=dict)

    def anew(self) -> None:
        """Few tables hold anything after a test, and a row is sooner gone than a table is made
        anew. Of the plant only what was changed is put back, as it was read when it was stored.
        """
        with self.owner.begin() as connection:
            filled = self._filled(connection)
            held = self._held(connection, list(self.stored)) if self.stored else {}
            changed = [table for table in self.stored if held[table] != self.stored[table]]
            self._empty(
                connection,
                [table for table in filled if table not in self.stored or table in changed],
            )
            for table in changed:
                connection.execute(insert(Base.metadata.tables[table]), self.rows[table])
        if not self.stored:
            store_plant(self.app, _plant(), BEGIN)
            with self.owner.begin() as connection:
                self.stored = self._held(connection, self._filled(connection))
                for table in self.stored:
                    self.rows[table] = [
                        dict(row)
                        for row in connection.execute(
                            select(Base.metadata.tables[table])
                        ).mappings()
                    ]

    def _filled(self, connection: Connection) -> list[str]:
        asked = " UNION ALL ".join(
            f"SELECT '{table}' FROM (SELECT 1 FROM `{table}` LIMIT 1) AS one"
            for table in Base.metadata.tables
        )
        return list(connection.execute(text(asked)).scalars())

    def _held(self, connection: Connection, tables: list[str]) -> dict[str, object]:
        told = connection.execute(
            text(f"CHECKSUM TABLE {', '.join(f'`{table}`' for table in tables)}")
        ).all()
        return dict(zip(tables, (row[1] for row in told), strict=True))

    def _empty(self, connection: Connection, tables: list[str]) -> None:
        connection.execute(text("SET FOREIGN_KEY_CHECKS=0"))
        for table in tables:
            # Numbers of jobs begin at one again.
            counted = any(
                column.autoincrement is True for column in Base.metadata.tables[table].columns
            )
            connection.execute(
                text(f"TRUNCATE TABLE `{table}`" if counted else f"DELETE FROM `{table}`")
            )


@pytest.fixture(scope="session")
def _emptied(database: LocalMariaDB, _engine: Engine) -> Iterator[Emptied]:
    owner = make_engine(database.owner_url)
    yield Emptied(owner, _engine)
    owner.dispose()


@pytest.fixture
def engine(database: LocalMariaDB, _emptied: Emptied) -> Engine:
    """The application's engine on a database with the demonstration's plant and no job."""
    if not database.alive():
        pytest.fail(
            "The database of these tests ended by itself. The end of its"
            f" log:\n{database.end_of_log()}"
        )
    _emptied.anew()
    return _emptied.app
