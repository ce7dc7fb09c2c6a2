"""The demonstration: its own database, the made-up mill, the server; until Ctrl-C."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path

from tribodex.exchange.plant_file import read_plant
from tribodex.launch.chained import begin_chain
from tribodex.launch.demo_jobs import load_jobs
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.launch.steady import Steady
from tribodex.launch.waiting import NotUp
from tribodex.launch.watch import AlreadyRunning, Claim, say, watch
from tribodex.reference import load_reference
from tribodex.store.log_keys import KeyFiles
from tribodex.store.migrate import migrate
from tribodex.store.plant import foreign_schema, has_plant, store_plant
from tribodex.store.repository import make_engine


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


def choose_port(wanted: int) -> int:
    """The wanted port, or another one with a word about it."""
    port = free_port(wanted)
    if port != wanted:
        say(f"Port {wanted} is busy; taking {port} instead.")
    return port


def run_demo(root: Path, host: str, names: str, port: int, reset: bool) -> int:
    """Start everything and stay until stopped."""
    folder = root / ".run" / "demo"
    try:
        with Claim(folder) as claim:
            return _run(
                root, LocalMariaDB(folder, say=say), (host, names), port, reset, claim=claim
            )
    except NotUp as error:
        say(f"The demonstration did not start. {error}")
        return 1
    except AlreadyRunning as running:
        say(
            "The demonstration runs"
            f" already{f', at {running.other.address}' if running.other.address else ''}: stop it"
            " there first (Ctrl-C)."
        )
        return 1


def _run(
    root: Path,
    database: LocalMariaDB,
    host: tuple[str, str],
    port: int,
    reset: bool,
    *,
    claim: Claim,
) -> int:
    keys = KeyFiles(database.folder / "keys")
    if reset:
        say("Throwing the demonstration's data away …")
        database.reset()
        keys.drop_memory()
    say("1 of 3: starting the database …")
    steady = Steady(database, say)
    try:
        steady.start()
        say("2 of 3: looking after the demonstration's data …")
        steady.step(lambda: prepare(root, database, keys))
        say("3 of 3: starting the web server …")
        hosts, one_tap = ",".join(filter(None, host)), {"TRIBODEX_ONE_TAP": "1"}
        server = WebServer(
            root,
            database.app_url,
            host[0],
            choose_port(port),
            keys=keys.folder,
            hosts=hosts,
            say=say,
            more=one_tap,
        )
        try:
            server.wait_ready(steady.look)
            claim.serves(server)
            return watch(server, database, claim)
        finally:
            server.stop()
    finally:
        say("Stopping the database …")
        database.stop()
