"""What the demonstration holds: the made-up mill, its people and jobs."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path

from tribodex.exchange.plant_file import read_plant
from tribodex.launch.chained import begin_chain
from tribodex.launch.demo_jobs import load_jobs
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.launch.watch import say
from tribodex.reference import load_reference
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.migrate import migrate
from tribodex.store.plant import foreign_schema, store_plant
from tribodex.store.standing import has_plant


def prepare(root: Path, database: LocalMariaDB, keys: KeyFiles) -> None:
    """Schema, plant and jobs, whatever is missing of them."""
    migrate(database.owner_url, database.app_url)
    engine = make_engine(database.app_url)
    if foreign_schema(engine):
        say("  the demonstration's data is of another version: making it anew")
        engine.dispose()
        database.stop()
        database.reset()
        keys.drop_memory()
        database.start()
        migrate(database.owner_url, database.app_url)
        engine = make_engine(database.app_url)
    file = root / "data" / "demo" / "hollin_vale.yaml"
    if not has_plant(engine):
        say("  filling in the demonstration: Hollin Vale, a made-up oat mill")
        store_plant(engine, read_plant(file), datetime.now(UTC))
    begin_chain(engine, keys)
    load_jobs(engine, load_reference(root / "data"), file, keys)
    engine.dispose()
