"""The demonstration: its own database, the made-up mill, the server; until Ctrl-C."""

from __future__ import annotations

import signal
import threading
from datetime import UTC, datetime
from pathlib import Path
from types import FrameType

from tribodex.exchange.plant_file import read_plant
from tribodex.launch.demo_jobs import load_jobs
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.reference import load_reference
from tribodex.store.migrate import migrate
from tribodex.store.plant import foreign_schema, has_plant, store_plant
from tribodex.store.repository import make_engine


def say(text: str) -> None:
    """A line of progress."""
    print(text, flush=True)


def prepare(root: Path, database: LocalMariaDB) -> None:
    """Schema, plant and jobs, whatever is missing of them."""
    migrate(database.owner_url, database.app_url)
    engine = make_engine(database.app_url)
    if foreign_schema(engine):
        say("  the demonstration's data is of another version: making it anew")
        engine.dispose()
        database.stop()
        database.reset()
        database.start()
        migrate(database.owner_url, database.app_url)
        engine = make_engine(database.app_url)
    file = root / "data" / "demo" / "hollin_vale.yaml"
    if not has_plant(engine):
        say("  filling in the demonstration: Hollin Vale, a made-up oat mill")
        store_plant(engine, read_plant(file), datetime.now(UTC))
    load_jobs(engine, load_reference(root / "data"), file)
    engine.dispose()


def choose_port(wanted: int) -> int:
    """The wanted port, or another one with a word about it."""
    port = free_port(wanted)
    if port != wanted:
        say(f"Port {wanted} is busy; taking {port} instead.")
    return port


def run_until_stopped(server: WebServer) -> int:
    """Wait for Ctrl-C or a stop signal; 1 when the server ends by itself."""
    stopped = threading.Event()

    def stop(_signal: int, _frame: FrameType | None) -> None:
        stopped.set()

    for name in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(name, stop)
    while not stopped.wait(0.5):
        if not server.alive():
            say("The web server ended by itself.")
            return 1
    return 0


def run_demo(root: Path, host: str, port: int, reset: bool) -> int:
    """Start everything and stay until stopped."""
    database = LocalMariaDB(root / ".run" / "demo")
    if reset:
        say("Throwing the demonstration's data away …")
        database.reset()
    say("Starting the database …")
    database.start()
    try:
        prepare(root, database)
        server = WebServer(root, database.app_url, host, choose_port(port), hosts=host)
        try:
            server.wait_ready()
            say(f"\n  Tribodex is at  {server.address}\n  Stop with Ctrl-C.\n")
            return run_until_stopped(server)
        finally:
            server.stop()
    finally:
        say("Stopping the database …")
        database.stop()
