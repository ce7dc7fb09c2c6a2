"""A database that died while its schema was made: its tables are kept at once, the number of its
schema is not. With nothing kept in it yet it is made anew; with anything, never.
"""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from alembic import command
from sqlalchemy import Engine, inspect, text
from sqlalchemy.exc import OperationalError

from tribodex.launch.mariadb import LocalMariaDB
from tribodex.store.connecting import engine_of
from tribodex.store.migrate import config, migrate
from tribodex.store.models import Base


@pytest.fixture
def made(tmp_path: Path) -> Iterator[tuple[LocalMariaDB, Engine]]:
    server = LocalMariaDB(tmp_path / "mariadb", fast=True)
    server.start()
    engine = engine_of(server.owner_url)
    yield server, engine
    engine.dispose()
    server.stop()


def cut(server: LocalMariaDB, engine: Engine, upto: str, number: str) -> None:
    """Its tables are there up to one schema, its number is that of an earlier one, or none."""
    command.upgrade(config(server.owner_url), upto)
    with engine.begin() as connection:
        connection.execute(text("DELETE FROM alembic_version"))
        if number:
            connection.execute(
                text("INSERT INTO alembic_version (version_num) VALUES (:number)"),
                {"number": number},
            )


@pytest.mark.parametrize(("upto", "number"), [("0001", ""), ("0006", "0005"), ("head", "0011")])
def test_a_schema_that_was_cut_half_way_is_made_anew_where_nothing_is_kept(
    made: tuple[LocalMariaDB, Engine], upto: str, number: str
) -> None:
    server, engine = made
    cut(server, engine, upto, number)
    migrate(server.owner_url, server.app_url)
    assert set(Base.metadata.tables) <= set(inspect(engine).get_table_names())


def test_what_is_kept_is_never_thrown_away_for_a_schema(
    made: tuple[LocalMariaDB, Engine],
) -> None:
    server, engine = made
    cut(server, engine, "0006", "0005")
    with engine.begin() as connection:
        connection.execute(
            text("INSERT INTO machine (id, name, area, `rank`) VALUES ('m', 'Mill', 'Hall', 1)")
        )
    with pytest.raises(OperationalError):
        migrate(server.owner_url, server.app_url)
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT name FROM machine")) == "Mill"
