"""The server's database, for a command beside it: the running one, its own instance while that is
stopped, or the one of the environment.
"""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from sqlalchemy import Engine

from tribodex.launch.mariadb import LocalMariaDB
from tribodex.launch.processes import read_running
from tribodex.launch.waiting import NotUp
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.migrate import migrate


def whole_number(name: str, usual: int, least: int = 1) -> int:
    """A setting that is a whole number. Raises NotUp, in words, for anything else."""
    said = os.environ.get(name, "").strip()
    if said and not (said.isascii() and said.isdigit() and int(said) >= least):
        raise NotUp(f"{name} is “{said}”; right would be a whole number from {least} on.")
    return int(said) if said else usual


def serve_folder(root: Path) -> Path:
    """Where the production server keeps what is its own."""
    return root / ".run" / "serve"


def keys_folder(root: Path) -> Path:
    """Where the keys lie: TRIBODEX_KEYS, or beside the server's own things."""
    given = os.environ.get("TRIBODEX_KEYS")
    return Path(given) if given else serve_folder(root) / "keys"


@dataclass(frozen=True)
class ServerData:
    """What a command works with; `own` is the instance, None for a database of the environment."""

    engine: Engine
    keys: KeyFiles
    own: LocalMariaDB | None


@contextmanager
def opened(root: Path) -> Iterator[ServerData]:
    """The server's database. An instance that the running server holds is used as it is, never
    started a second time.
    """
    url, folder = os.environ.get("TRIBODEX_DATABASE_URL"), serve_folder(root)
    own = LocalMariaDB(folder, history=True) if url is None else None
    started = own is not None and read_running(folder / "launcher.json") is None
    if own is not None and started:
        own.start()
    engine = None
    try:
        if own is not None:
            url = own.app_url
            if started:
                migrate(own.owner_url, own.app_url)
        assert url is not None  # one of the two was given
        engine = make_engine(url)
        yield ServerData(engine, KeyFiles(keys_folder(root)), own)
    finally:
        if engine is not None:
            engine.dispose()
        if own is not None and started:
            own.stop()
