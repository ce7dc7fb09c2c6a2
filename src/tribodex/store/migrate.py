"""Bring a database to the present schema, and give the application's account exactly its rights."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import inspect, text
from sqlalchemy.engine import make_url
from sqlalchemy.orm import Session

# Rights are given for every table that is known, so every module with tables is loaded here.
import tribodex.store.people_models  # noqa: F401
from tribodex.store.connecting import engine_of
from tribodex.store.models import APPEND_ONLY, Base

# What the schema's own steps write, before anybody keeps anything.
OF_THE_SCHEMA = frozenset({"alembic_version", "site"})


def config(owner_url: str) -> Config:
    """Alembic's settings for a database."""
    settings = Config()
    settings.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    settings.set_main_option("sqlalchemy.url", owner_url.replace("%", "%%"))
    return settings


def _revision(owner_url: str) -> str | None:
    """The schema that a database has; None for an empty one."""
    engine = engine_of(owner_url)
    with engine.connect() as connection:
        found: str | None = MigrationContext.configure(connection).get_current_revision()
    engine.dispose()
    return found


def _begin_anew(owner_url: str) -> None:
    """Take away what a start left that was cut while it made the schema: tables are there at once,
    the number of their schema only at the end of each step, so the next start would meet them.

    Only where nobody kept anything yet: one row anywhere, and nothing is touched.
    """
    engine = engine_of(owner_url)
    with engine.begin() as connection:
        tables = inspect(connection).get_table_names()
        if not any(
            connection.scalar(text(f"SELECT EXISTS (SELECT 1 FROM `{table}`)"))
            for table in tables
            if table not in OF_THE_SCHEMA
        ):
            connection.execute(text("SET FOREIGN_KEY_CHECKS = 0"))
            for table in tables:
                connection.execute(text(f"DROP TABLE `{table}`"))
            connection.execute(text("SET FOREIGN_KEY_CHECKS = 1"))
    engine.dispose()


def migrate(owner_url: str, app_url: str | None = None) -> None:
    """Upgrade to the newest schema. With `app_url`, grant its account: read and add everywhere,
    change only projections.

    Where an older version kept what is due, that is worked out anew.
    """
    before = _revision(owner_url)
    if before != ScriptDirectory.from_config(config(owner_url)).get_current_head():
        _begin_anew(owner_url)
        before = _revision(owner_url)
    command.upgrade(config(owner_url), "head")
    if before is not None and before != _revision(owner_url):
        # Only here: it takes all that is known of bearings, and most starts change no schema.
        from tribodex.store.care import dues_anew

        engine = engine_of(owner_url)
        with Session(engine) as session:
            dues_anew(session)
        engine.dispose()
    if app_url is None:
        return
    # The account as the server itself calls it: name and the host it may come from.
    asked = engine_of(make_url(app_url).set(database=""))
    with asked.connect() as connection:
        name, _, host = str(connection.scalar(text("SELECT CURRENT_USER()"))).rpartition("@")
    asked.dispose()
    engine = engine_of(owner_url)
    with engine.begin() as connection:
        for table in Base.metadata.tables:
            rights = "SELECT, INSERT" if table in APPEND_ONLY else "SELECT, INSERT, UPDATE, DELETE"
            connection.execute(
                text(f"GRANT {rights} ON `{table}` TO :name@:host"), {"name": name, "host": host}
            )
    engine.dispose()
