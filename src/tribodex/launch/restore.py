"""`./run restore`: a backup, and every change since as far as the history has it, into the server's
instance.

What stood there before is moved aside, never deleted. Afterwards every log is checked, and what was
acknowledged but is not there any more is named.
"""

from __future__ import annotations

import gzip
import os
import shutil
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy import Engine, text
from sqlalchemy.engine import make_url
from sqlalchemy.orm import Session

from tribodex.launch.backup import Manifest, backup, backups_folder, client_file, read_manifest
from tribodex.launch.chained import begin_chain
from tribodex.launch.mariadb import DATABASE, LARGEST_PACKET, LocalMariaDB
from tribodex.launch.own import keys_folder, serve_folder
from tribodex.launch.waiting import NotUp
from tribodex.launch.watch import AlreadyRunning, Claim, say
from tribodex.store.chain import PLANT, every_job, missing_jobs, newest_head, plant_troubles
from tribodex.store.connecting import engine_of, make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.migrate import migrate
from tribodex.usecases.chain import check_job

# Restored, and a log is not what was stored once.
UNSOUND = 3


def restore(
    root: Path,
    made: Path | None,
    until: str = "",
    history: Path | None = None,
    *,
    replace: bool = False,
    since: bool = True,
) -> int:
    """Restore a backup (the newest one unless named), and what the history has since, up to
    `until`; without `since` the backup alone. 0 when all logs are sound after it, UNSOUND when it
    is done and some are not.
    """
    made = made or newest(backups_folder(root))
    manifest, written = read_manifest(made)
    keys = KeyFiles(keys_folder(root))
    _know(keys, made, manifest, written)
    say(f"Restoring {made}, made {manifest.made_at} …")
    given = os.environ.get("TRIBODEX_OWNER_URL")
    if os.environ.get("TRIBODEX_DATABASE_URL") is not None:
        if given is None:
            raise NotUp(
                "TRIBODEX_OWNER_URL is needed: the application's account may not make tables."
            )
        _must_be_empty(given)
        _load(given, made)
        return _look_after(given, os.environ["TRIBODEX_DATABASE_URL"], keys, manifest)
    own = LocalMariaDB(serve_folder(root), say=say)
    try:
        with Claim(own.folder), _aside(own, replace=replace) as stood:
            own.start()
            try:
                _load(own.root_url, made)
                if since:
                    _replay(own, history or stood or own.history, manifest, until)
                sound = _look_after(own.owner_url, own.app_url, keys, manifest)
            finally:
                own.stop()
        # The history begins anew with the next start: what it goes on from must be there.
        backup(root)
        return sound
    except AlreadyRunning as running:
        raise NotUp(f"The server runs, at {running.other.address}: stop it first.") from running


def newest(folder: Path) -> Path:
    """The newest backup of a folder. Raises NotUp where there is none."""
    found = sorted(
        file.parent
        for file in folder.glob("*/manifest.json")
        if not file.parent.name.endswith(".part")
    )
    if not found:
        raise NotUp(f"There is no backup in {folder}.")
    return found[-1]


def _know(keys: KeyFiles, path: Path, manifest: Manifest, written: bytes) -> None:
    """Keep the public keys of a backup; its own signature must hold. Raises NotUp."""
    known = keys.public_keys()
    for file in sorted((path / "keys").glob("*.pub")):
        if file.stem not in known:
            try:
                keys.know(file.stem, file.read_bytes())
            except ValueError as error:
                raise NotUp(f"{error} Take another backup.") from error
    signature = bytes.fromhex((path / "manifest.sig").read_text().strip())
    if not keys.signed(manifest.key, written, signature):
        raise NotUp(
            f"The manifest of {path} does not carry the signature of the server that made it. Take"
            " another backup."
        )
    if manifest.key not in known:
        say(
            f"  it was made by a server with the key {manifest.key}, which was not known here"
            " before; compare it with a certificate of that server"
        )


@contextmanager
def _aside(own: LocalMariaDB, *, replace: bool) -> Iterator[Path | None]:
    """Data and history that stood there are moved aside, and come back when it fails. Yields where
    the history went.
    """
    stood = [
        folder
        for folder in (own.folder / "data", own.history)
        if folder.is_dir() and any(folder.iterdir())
    ]
    if stood and not replace:
        raise NotUp(
            "There is data already. To put it aside and restore in its place say --replace; nothing"
            " of it is deleted."
        )
    number = 1
    while any((own.folder / f"{folder.name}-{number}").exists() for folder in stood):
        number += 1
    moved = {folder: folder.rename(own.folder / f"{folder.name}-{number}") for folder in stood}
    own.reset()
    try:
        yield moved.get(own.history)
    except BaseException:
        own.stop()
        for folder, aside in moved.items():
            shutil.rmtree(folder, ignore_errors=True)
            aside.rename(folder)
        raise
    for aside in moved.values():
        say(f"  what stood before lies in {aside}")


def _load(url: str, path: Path) -> None:
    """The rows of a backup into an empty database."""
    with client_file(url) as options, gzip.open(path / "data.sql.gz", "rb") as data:
        command = [
            "mariadb",
            options,
            f"--max-allowed-packet={LARGEST_PACKET}",
            make_url(url).database or DATABASE,
        ]
        running = subprocess.Popen(
            command, stdin=subprocess.PIPE, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE
        )
        assert running.stdin is not None and running.stderr is not None  # both were asked for
        try:
            shutil.copyfileobj(data, running.stdin, 2**20)
            running.stdin.close()
        except BrokenPipeError:
            pass
        said = running.stderr.read().decode(errors="replace")
        if running.wait() != 0:
            raise NotUp(f"The backup could not be read in: {said[-1000:]}")


def _replay(own: LocalMariaDB, history: Path, manifest: Manifest, until: str) -> None:
    """Every change since the backup, as far as the history has it. Raises NotUp."""
    if manifest.history is None:
        return
    first, position = manifest.history
    files = sorted(
        file for file in history.glob("log.*") if file.suffix[1:].isdigit() and file.name >= first
    )
    if not files or files[0].name != first:
        if until:
            raise NotUp(
                f"{history} does not hold {first}, where the history goes on from this backup."
            )
        say(
            "  no history of changes since the backup is at hand: what came after it is not"
            " restored"
        )
        return
    stop = [f"--stop-datetime={_moment(until):%Y-%m-%d %H:%M:%S}"] if until else []
    with client_file(own.root_url) as options:
        for file in files:
            _play(
                file,
                ["--start-position", str(position), *stop] if file.name == first else stop,
                options,
            )
    say(
        f"  changes since then played back{f' up to {until}' if until else ''}, from {len(files)}"
        " files of the history"
    )


def _play(file: Path, which: list[str], options: str) -> None:
    """The changes of one file of the history. Each is read by itself: a reader of several stops
    where a kill cut one short, and what came after it would be left out. A transaction is never in
    two files. Raises NotUp.
    """
    # Times in the history are told in the zone of who reads it.
    reading = [
        "mariadb-binlog",
        "--no-defaults",
        "--disable-log-bin",
        f"--database={DATABASE}",
        *which,
        str(file),
    ]
    read = subprocess.Popen(
        reading, stdout=subprocess.PIPE, stderr=subprocess.PIPE, env=os.environ | {"TZ": "UTC"}
    )
    writing = [
        "mariadb",
        options,
        f"--max-allowed-packet={LARGEST_PACKET}",
        "--binary-mode",
        DATABASE,
    ]
    write = subprocess.run(writing, stdin=read.stdout, capture_output=True, check=False)
    assert read.stdout is not None and read.stderr is not None  # both were asked for
    read.stdout.close()
    said = read.stderr.read().decode(errors="replace")
    if write.returncode != 0:
        raise NotUp(
            f"The history could not be played back, in {file.name}:"
            f" {write.stderr.decode(errors='replace')[-1000:]}"
        )
    if read.wait() != 0:
        if "truncated" not in said and "EOF" not in said:
            raise NotUp(f"The history could not be read, in {file.name}: {said[-1000:]}")
        say(
            f"  {file.name} breaks off in the middle of a change, as a kill or a full disk leaves"
            " it; anything acknowledged that lacks is named below"
        )


def _moment(until: str) -> datetime:
    """A moment in UTC; without a zone it is this machine's time. Raises NotUp."""
    try:
        return datetime.fromisoformat(until).astimezone(UTC)
    except ValueError as error:
        raise NotUp(f"“{until}” is no moment; right would be 2026-11-30T14:05:00.") from error


def _must_be_empty(url: str) -> None:
    engine = engine_of(url)
    with engine.connect() as connection:
        tables = connection.scalar(
            text("SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = DATABASE()")
        )
    engine.dispose()
    if tables:
        raise NotUp(
            "The database of TRIBODEX_OWNER_URL holds tables already; an empty one is needed."
        )


def _look_after(owner_url: str, app_url: str, keys: KeyFiles, manifest: Manifest) -> int:
    """Schema and rights, the memory of how far logs had come made anew, every log checked, and what
    is missing against before.
    """
    migrate(owner_url, app_url)
    engine = make_engine(app_url)
    aside = keys.forget()
    try:
        return _compare(engine, keys, manifest, aside)
    except BaseException:
        # What stood there comes back: its memory as well.
        shutil.rmtree(keys.folder / "seen", ignore_errors=True)
        if aside is not None:
            aside.rename(keys.folder / "seen")
        raise
    finally:
        engine.dispose()


def _compare(engine: Engine, keys: KeyFiles, manifest: Manifest, aside: Path | None) -> int:
    """Every log checked, remembered anew, and what is missing against the memory that was put
    aside.
    """
    begin_chain(engine, keys)
    troubles, jobs, entries, missing = 0, 0, 0, 0
    with Session(engine) as session:
        for rows in every_job(session):
            last = keys.last_seen_in(aside, rows.job_id) if aside is not None else None
            have = rows.links[-1].seq if rows.links else 0
            if last is not None and last.seq > have:
                missing += 1
                say(
                    f"  job {rows.number} ({rows.job_id}): entries {have + 1} to {last.seq} were"
                    " acknowledged and are not there any more"
                )
            if rows.links:
                keys.remember(rows.job_id, rows.links[-1].seq, rows.links[-1].digest)
            seen = check_job(keys, rows, each=True)
            jobs, entries, troubles = (
                jobs + 1,
                entries + seen.entries,
                troubles + len(seen.troubles),
            )
            for trouble in seen.troubles:
                say(f"  job {rows.number} ({rows.job_id}): {trouble}")
        for job_id, last in (
            missing_jobs(session, keys.all_seen(aside)) if aside is not None else ()
        ):
            missing += 1
            say(
                f"  job {job_id}: all its {last.seq} entries were acknowledged and are not there"
                " any more"
            )
        head = newest_head(session)
        if head is not None:
            keys.remember(PLANT, head.number, head.digest)
        plant = plant_troubles(session, keys)
        if manifest.head is not None and (head is None or head.number < manifest.head[0]):
            plant.append(
                f"The backup was made after signed record {manifest.head[0]}; that is not in it."
            )
    for trouble in plant:
        say(f"  {trouble}")
    say(
        f"{jobs} jobs with {entries} entries are there and checked; {missing or 'none'} lack what"
        " was acknowledged after it."
    )
    return UNSOUND if troubles or plant else 0
