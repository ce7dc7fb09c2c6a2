"""The demonstration: its own database, the made-up mill, the server; until Ctrl-C."""

from __future__ import annotations

import shutil
from pathlib import Path

from tribodex.launch.mariadb import LocalMariaDB
from tribodex.launch.server import WebServer, choose_port
from tribodex.launch.steady import Steady
from tribodex.launch.waiting import NotUp
from tribodex.launch.watch import AlreadyRunning, Claim, say, watch


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
    keys = database.folder / "keys"
    say("1 of 3: starting the database …")
    # Loading takes it as long as everything else here together, so it loads meanwhile.
    server = WebServer(
        root,
        database.app_url,
        host[0],
        choose_port(port, say),
        keys=keys,
        hosts=",".join(filter(None, host)),
        say=say,
        more={"TRIBODEX_ONE_TAP": "1"},
        waits=True,
    )
    steady = Steady(database, say)
    try:
        if reset:
            say("Throwing the demonstration's data away …")
            database.reset()
            # What is remembered of logs that are gone would call the new ones cut short.
            shutil.rmtree(keys / "seen", ignore_errors=True)
        steady.start()
        say("2 of 3: looking after the demonstration's data …")
        # Only now: it is most of the product, and the two servers above need none of it to start.
        from tribodex.launch.demo_data import prepare
        from tribodex.store.log_keys import KeyFiles

        made = KeyFiles(keys)
        steady.step(lambda: prepare(root, database, made))
        say("3 of 3: starting the web server …")
        server.let_in()
        server.wait_ready(steady.look)
        claim.serves(server)
        return watch(server, database, claim)
    finally:
        server.stop()
        say("Stopping the database …")
        database.stop()
