"""Accounts without rights: whoever serves to the network is not root, where another account can
reach what it needs.
"""

from __future__ import annotations

import os
import pwd
import shutil
import signal
import sys
from pathlib import Path

from tribodex.launch.processes import still_with_parent

# Accounts that a Debian machine has, the ones of their kind first.
OF_DATABASE = ("mysql", "nobody")
OF_WEB = ("tribodex", "www-data", "nobody")


def account(names: tuple[str, ...], *needed: Path) -> pwd.struct_passwd | None:
    """The first account of these that exists, where root asks and others may enter everything that
    is needed; None: whoever starts it.
    """
    if os.geteuid() != 0 or not all(_reachable(path.resolve()) for path in needed):
        return None
    for name in names:
        try:
            return pwd.getpwnam(name)
        except KeyError:
            continue
    return None


def _reachable(path: Path) -> bool:
    return all(part.stat().st_mode & 0o001 for part in (path, *path.parents) if part.is_dir())


def web_account(root: Path) -> pwd.struct_passwd | None:
    """The account that the web server runs under; None where it runs as whoever starts it."""
    return account(
        OF_WEB,
        root,
        Path(sys.prefix),
        Path(sys.base_prefix),
        Path(sys.executable).parent,
        Path(__file__).parent,
    )


def give_to_web(root: Path, folder: Path) -> None:
    """A folder and what is in it to the account of the web server."""
    who = web_account(root)
    if who is not None and folder.is_dir():
        for path in (folder, *folder.rglob("*")):
            shutil.chown(path, who.pw_uid, who.pw_gid)


def leave_root(root: Path) -> None:
    """Become the account of the web server, for good."""
    who = web_account(root)
    if who is None:
        return
    os.setgroups([])
    os.setgid(who.pw_gid)
    os.setuid(who.pw_uid)
    still_with_parent(signal.SIGTERM)
    # What programs keep for themselves must not go to root's folder.
    os.environ["HOME"] = os.environ["XDG_CACHE_HOME"] = "/nonexistent"
