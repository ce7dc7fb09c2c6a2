"""`./run backup`: everything the database holds, as it stood at one moment, while the server goes
on.

A backup is a folder: data.sql.gz (SQL as the database writes it), manifest.json (what it is, its
SHA-256, where the history of changes stood), manifest.sig (signed with the key that signs the log),
keys/ (public keys that signed). It holds no password and no private key.
"""

from __future__ import annotations

import gzip
import hashlib
import json
import os
import re
import shutil
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import asdict, dataclass
from datetime import UTC, datetime
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from sqlalchemy import text
from sqlalchemy.engine import make_url
from sqlalchemy.orm import Session

from tribodex import __version__
from tribodex.launch.mariadb import DATABASE, LARGEST_PACKET
from tribodex.launch.own import opened, serve_folder, whole_number
from tribodex.launch.waiting import NotUp
from tribodex.launch.watch import say
from tribodex.store.chain import newest_head
from tribodex.store.connecting import engine_of
from tribodex.store.repository import SqlStore

FORMAT, FORMAT_VERSION = "tribodex.backup", 1
# So many are kept unless TRIBODEX_BACKUPS_KEPT says otherwise.
KEPT = 30
_STOOD = re.compile(rb"MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)")
_NAME = re.compile(r"\d{4}-\d\d-\d\dT\d{6}Z(-\d+)?")


@dataclass(frozen=True)
class Manifest:
    """What a backup is. `history`: file and position up to which every change is in it; None where
    none was kept.
    """

    format: str
    format_version: int
    made_at: str
    version: str
    schema: str
    identity: str
    dump_sha256: str
    history: tuple[str, int] | None
    head: tuple[int, str] | None
    key: str


def backups_folder(root: Path) -> Path:
    """Where backups go: TRIBODEX_BACKUPS, best on another disk, or beside the server's own
    things."""
    given = os.environ.get("TRIBODEX_BACKUPS")
    return Path(given) if given else serve_folder(root) / "backups"


def backup(root: Path, folder: Path | None = None) -> int:
    """Make a backup and say where it is; the oldest beyond those kept are taken away."""
    into, kept = folder or backups_folder(root), whole_number("TRIBODEX_BACKUPS_KEPT", KEPT)
    into.mkdir(parents=True, exist_ok=True, mode=0o700)
    made_at = datetime.now(UTC)
    with opened(root) as here, Session(here.engine) as session:
        # The newest head first: what is written meanwhile may be in the backup, what stood before
        # must be.
        head = newest_head(session)
        identity = SqlStore(session).identity()
        url = (
            here.own.root_url
            if here.own is not None
            else os.environ.get("TRIBODEX_OWNER_URL") or os.environ["TRIBODEX_DATABASE_URL"]
        )
        schema = _schema(url)
        made = _free(into, f"{made_at:%Y-%m-%dT%H%M%SZ}")
        part = made.with_name(f"{made.name}.part")
        shutil.rmtree(part, ignore_errors=True)
        part.mkdir(mode=0o700)
        digest, stood = _dump(url, part / "data.sql.gz", history=here.own is not None)
        manifest = Manifest(
            FORMAT,
            FORMAT_VERSION,
            made_at.isoformat(timespec="seconds"),
            __version__,
            schema,
            identity,
            digest,
            stood,
            (head.number, head.digest) if head is not None else None,
            here.keys.name,
        )
        written = json.dumps(asdict(manifest), indent=2).encode()
        _put(part / "manifest.json", written)
        _put(part / "manifest.sig", here.keys.sign(written).hex().encode())
        (part / "keys").mkdir(mode=0o700)
        for name, pem in here.keys.public_keys().items():
            _put(part / "keys" / f"{name}.pub", pem)
    # Its name is there only when all of it is.
    os.sync()
    part.rename(made)
    say(
        f"Backup made: {made}"
        f" ({sum(file.stat().st_size for file in made.rglob('*') if file.is_file()) / 2**20:.1f}"
        " MB)."
    )
    _prune(into, kept)
    return 0


def read_manifest(made: Path) -> tuple[Manifest, bytes]:
    """What a backup says of itself, and its very bytes. Raises NotUp, in words, for what is none,
    or is damaged.
    """
    try:
        written = (made / "manifest.json").read_bytes()
        said: dict[str, Any] = json.loads(written)
        pairs = {
            name: tuple(said[name]) if said[name] is not None else None
            for name in ("history", "head")
        }
        manifest = Manifest(**said | pairs)
    except FileNotFoundError as error:
        raise NotUp(f"{made} is no backup: it has no manifest.json.") from error
    except (ValueError, TypeError, KeyError) as error:
        raise NotUp(f"The manifest of {made} cannot be read: {error}.") from error
    if (manifest.format, manifest.format_version) != (FORMAT, FORMAT_VERSION):
        raise NotUp(
            f"{made} is of format {manifest.format} {manifest.format_version}; this version reads"
            f" {FORMAT} {FORMAT_VERSION}."
        )
    if _sha256(made / "data.sql.gz") != manifest.dump_sha256:
        raise NotUp(
            f"{made}/data.sql.gz is not what was written: its digest is another. Take another"
            " backup."
        )
    return manifest, written


@contextmanager
def client_file(url: str) -> Iterator[str]:
    """How the database's own programs reach it: an option file that only this account can read; a
    password is in no list of processes.
    """
    parsed = make_url(url)
    reached = parsed.query.get("unix_socket")
    where = (
        f"socket={reached}"
        if reached
        else f"host={parsed.host}\nport={parsed.port or 3306}\nprotocol=tcp"
    )
    with TemporaryDirectory(prefix="tribodex-") as folder:
        file = Path(folder) / "client.cnf"
        file.touch(mode=0o600)
        password = (parsed.password or "").replace("\\", "\\\\").replace('"', '\\"')
        file.write_text(
            f'[client]\nuser={parsed.username}\npassword="{password}"\n{where}\ndefault-character-set=utf8mb4\n'
        )
        yield f"--defaults-file={file}"


def _schema(url: str) -> str:
    engine = engine_of(url)
    with engine.connect() as connection:
        version = str(connection.scalar(text("SELECT version_num FROM alembic_version")))
    engine.dispose()
    return version


def _dump(url: str, file: Path, *, history: bool) -> tuple[str, tuple[str, int] | None]:
    """All rows as they stood at one moment, compressed. Returns the digest of the file, and where
    the history stood.
    """
    stood, end = None, b""
    with client_file(url) as options, gzip.open(file, "wb", 6) as out:
        command = [
            "mariadb-dump",
            options,
            "--single-transaction",
            "--quick",
            "--hex-blob",
            "--no-tablespaces",
        ]
        command += [
            f"--max-allowed-packet={LARGEST_PACKET}",
            *(["--master-data=2"] if history else []),
            make_url(url).database or DATABASE,
        ]
        running = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.PIPE)
        assert running.stdout is not None and running.stderr is not None  # both were asked for
        while block := running.stdout.read(2**20):
            if stood is None and (match := _STOOD.search(end[-200:] + block[:10_000])):
                stood = (match[1].decode(), int(match[2]))
            out.write(block)
            end = block if len(block) > 100 else end + block
        said = running.stderr.read().decode(errors="replace")
        if running.wait() != 0 or b"-- Dump completed" not in end:
            raise NotUp(f"The database's own backup program failed: {said[-1000:]}")
    if history and stood is None:
        raise NotUp("The database does not say where its history of changes stands.")
    return _sha256(file), stood


def _sha256(file: Path) -> str:
    try:
        with file.open("rb") as data:
            return hashlib.file_digest(data, "sha256").hexdigest()
    except OSError as error:
        raise NotUp(f"{file} cannot be read: {error.strerror}.") from error


def _put(file: Path, data: bytes) -> None:
    file.touch(mode=0o600)
    file.write_bytes(data)


def _free(into: Path, name: str) -> Path:
    made, number = into / name, 1
    while made.exists():
        number += 1
        made = into / f"{name}-{number}"
    return made


def _prune(into: Path, kept: int) -> None:
    made = sorted(path for path in into.iterdir() if path.is_dir() and _NAME.fullmatch(path.name))
    for old in made[: -max(kept, 1)]:
        shutil.rmtree(old)
        say(f"  taken away, older than the newest {kept}: {old.name}")
