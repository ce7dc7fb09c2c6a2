"""Trouble of the database, each kind in its own words: what can succeed by itself, and what
cannot."""

from __future__ import annotations

import os
from dataclasses import dataclass

from sqlalchemy.exc import DBAPIError

# A disk with less room than this takes no more entries (bytes; our figure).
LEAST_ROOM = 32 * 2**20


@dataclass(frozen=True)
class Trouble:
    """How a kind of trouble is answered; `again_s`: whether, and after how many seconds, the same
    may be tried again by itself.
    """

    status: int
    kind: str
    title: str
    detail: str
    again_s: int | None = None
    # The same for who only asked: nothing was to be stored.
    of_question: str = ""


STARTING = Trouble(
    503,
    "database-away",
    "The database is starting again",
    "What was acknowledged is safe. This tap was not stored; it is sent again by itself.",
    2,
    "What was acknowledged is safe. It is asked again by itself.",
)
DISK_FULL = Trouble(
    507,
    "disk-full",
    "The disk of the server is full",
    "Nothing more is kept until somebody makes room there. What was acknowledged is safe; what was"
    " not waits on this device.",
    30,
)
DAMAGED = Trouble(
    500,
    "database-damaged",
    "The database finds a damaged page",
    "What is stored there cannot be read as it is: the log of the database says where. It needs its"
    " backup; sending again helps nothing.",
)
TOO_LARGE = Trouble(
    413,
    "too-large",
    "Too large for the database",
    "The database takes no statement so large: a smaller file is needed.",
)
TOO_SLOW = Trouble(
    504,
    "too-slow",
    "This search takes too long",
    "It was ended so that others need not wait. Ask for less: a machine, a state, more letters.",
)
LOCKED = Trouble(
    503,
    "busy",
    "Somebody else writes there now",
    "This was not stored; it is sent again by itself.",
    1,
    "It is asked again by itself.",
)

# MariaDB's numbers of its errors.
_BY_CODE = {
    **dict.fromkeys((1021, 1026, 1114, 28), DISK_FULL),
    **dict.fromkeys((1030, 1034, 1035, 1194, 1195, 1459, 1712, 1877), DAMAGED),
    1153: TOO_LARGE,
    **dict.fromkeys((1969, 1317), TOO_SLOW),
    **dict.fromkeys((1205, 1213), LOCKED),
}
# Said inside a storage engine's error: the disk again.
_NO_ROOM = ("no space left", "disk full", "errno: 28", "error 28")


def trouble_of(error: BaseException) -> Trouble:
    """What kind of trouble an error of the database is; what is not known here is taken for a
    database that is away.

    >>> trouble_of(RuntimeError()).kind
    'database-away'
    """
    if not isinstance(error, DBAPIError) or error.orig is None:
        return STARTING
    args = error.orig.args
    code, words = (args[0] if args else None), str(error.orig).lower()
    if any(sign in words for sign in _NO_ROOM):
        return DISK_FULL
    return _BY_CODE.get(code, STARTING) if isinstance(code, int) else STARTING


def no_room(folder: str) -> bool:
    """Whether the disk under a folder of this machine takes no more; False where it is on another
    machine or cannot be seen.
    """
    try:
        seen = os.statvfs(folder)
    except OSError:
        return False
    return seen.f_bavail * seen.f_frsize < LEAST_ROOM
