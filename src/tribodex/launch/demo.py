"""The demonstration: its own database, the made-up mill, the server; until Ctrl-C."""

from __future__ import annotations

import shutil
from pathlib import Path

from tribodex.launch.looked_after import PROGRAM, LookedAfter, fingerprint
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
        steady.step(lambda: _look_after(root, database, keys))
        say("3 of 3: starting the web server …")
        server.let_in()
        server.wait_ready(steady.look)
        claim.serves(server)
        return watch(server, database, claim)
    finally:
        server.stop()
        say("Stopping the database …")
        database.stop()


def _look_after(root: Path, database: LocalMariaDB, keys_folder: Path) -> None:
    """Schema, plant and jobs, whatever is missing of them; may be done twice."""
    # Only now: the two servers above begin meanwhile, and need none of it.
    from tribodex.launch.chained import begin_chain
    from tribodex.store.connecting import make_engine
    from tribodex.store.log_keys import KeyFiles
    from tribodex.store.migrate import migrate
    from tribodex.store.standing import has_plant, jobs_there

    keys, file = KeyFiles(keys_folder), database.folder / "looked_after.json"
    program = fingerprint(PROGRAM, root / "data")
    migrate(database.owner_url, database.app_url)
    engine = make_engine(database.app_url)
    known = LookedAfter.read(file)
    if (
        known is not None
        and known.program == program
        and has_plant(engine)
        and jobs_there(engine) >= known.jobs
    ):
        begin_chain(engine, keys)
        engine.dispose()
        return
    engine.dispose()
    # Only here: it is most of the product.
    from tribodex.launch.demo_data import prepare

    prepare(root, database, keys)
    engine = make_engine(database.app_url)
    LookedAfter(program, jobs_there(engine)).write(file)
    engine.dispose()
