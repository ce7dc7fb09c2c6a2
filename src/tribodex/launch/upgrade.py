"""`./run upgrade`: another version beside this one, with a backup before; and the way back. For an
installation from an archive.
"""

from __future__ import annotations

import json
import subprocess
import sys
import tarfile
import tempfile
from pathlib import Path

from tribodex.launch.backup import backup, backups_folder
from tribodex.launch.own import serve_folder
from tribodex.launch.processes import read_running
from tribodex.launch.restore import UNSOUND, newest
from tribodex.launch.waiting import NotUp
from tribodex.launch.watch import say

NEEDED = "tools/serving/install.py"


def upgrade(root: Path, archive: Path) -> int:
    """Install an archive beside this version and serve it from the next start on. The server must
    be stopped.
    """
    prefix = _prefix(root)
    _must_be_stopped(root)
    backup(root)
    made = newest(backups_folder(root))
    with tempfile.TemporaryDirectory() as folder:
        try:
            with tarfile.open(archive) as packed:
                packed.extractall(folder, filter="data")
        except (OSError, tarfile.TarError) as error:
            raise NotUp(f"{archive} cannot be unpacked: {error}.") from error
        unpacked = next(
            (path for path in Path(folder).iterdir() if (path / NEEDED).is_file()), None
        )
        if unpacked is None:
            raise NotUp(f"{archive} is no archive of Tribodex: {NEEDED} is not in it.")
        done = subprocess.run([sys.executable, unpacked / NEEDED, prefix], check=False)
        if done.returncode != 0:
            raise NotUp("The new version could not be installed; this one is served as before.")
    (prefix / "previous.json").write_text(
        json.dumps({"version": root.resolve().name, "backup": str(made)})
    )
    say(
        "Start the server; its data is brought to the new version then. The way back:"
        f" {prefix}/current/run upgrade --back"
    )
    return 0


def back(root: Path) -> int:
    """Serve the version before again, with the data as it was before the upgrade; what came since
    is put aside, and named.
    """
    prefix = _prefix(root)
    _must_be_stopped(root)
    try:
        before = json.loads((prefix / "previous.json").read_text())
        old, made = prefix / "versions" / before["version"], Path(before["backup"])
    except (OSError, ValueError, KeyError) as error:
        raise NotUp("No upgrade is known that could be taken back.") from error
    if not (old / "run").is_file():
        raise NotUp(f"The version before is gone: {old}.")
    # By the older version's own hands: this one would bring the schema to what that one cannot
    # read. Only what the backup holds: changes since then were written by this one.
    done = subprocess.run(
        [old / "run", "restore", made, "--replace", "--alone"], cwd=old, check=False
    )
    if done.returncode not in (0, UNSOUND):
        raise NotUp("The backup could not be restored; this version is served as before.")
    part = prefix / "current.part"
    part.unlink(missing_ok=True)
    part.symlink_to(old.relative_to(prefix))
    part.rename(prefix / "current")
    say(f"{old.name} is served from the next start on.")
    return done.returncode


def _prefix(root: Path) -> Path:
    prefix = root.resolve().parent.parent
    if not (root / "packed").exists() or not (prefix / "current").is_symlink():
        raise NotUp(
            "This is no installation from an archive: a checkout is upgraded by its version"
            " control, after ./run backup."
        )
    return prefix


def _must_be_stopped(root: Path) -> None:
    running = read_running(serve_folder(root) / "launcher.json")
    if running is not None:
        raise NotUp(f"The server runs, at {running.address}: stop it first.")
