"""Looking after the database from its first moment on: what it does while a server starts is begun
again when it ends meanwhile.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import TypeVar

from sqlalchemy.exc import InterfaceError, OperationalError

from tribodex.launch.mariadb import LocalMariaDB
from tribodex.launch.waiting import NotUp

T = TypeVar("T")
# So often is something begun again before it is given up.
TRIES = 6
PAUSE_SECONDS = 0.5


class Steady:
    """A database of one's own while everything is made ready; without one (None) nothing is begun
    again.
    """

    def __init__(self, database: LocalMariaDB | None, say: Callable[[str], None]) -> None:
        self._database, self._say = database, say

    def start(self) -> None:
        """Start it. Raises NotUp when it keeps ending."""
        database = self._database
        if database is None:
            return
        for left in range(TRIES - 1, -1, -1):
            try:
                database.start()
                return
            except NotUp:
                if left == 0 or database.alive():
                    raise
            self._say("The database ended while it started: starting it again …")
            time.sleep(PAUSE_SECONDS)

    def step(self, do: Callable[[], T]) -> T:
        """Do something with it that can be done twice; again where the database ended meanwhile.
        Raises NotUp, in words.
        """
        for left in range(TRIES - 1, -1, -1):
            try:
                return do()
            except (OperationalError, InterfaceError, NotUp) as error:
                if (
                    self._database is None
                    or left == 0
                    or (isinstance(error, NotUp) and self._database.alive())
                ):
                    raise NotUp(
                        f"The database could not be used: {getattr(error, 'orig', None) or error}"
                    ) from error
                # It may need a moment to be noticed as gone.
                time.sleep(PAUSE_SECONDS)
                if self._database.alive() and left < TRIES // 2:
                    raise NotUp(
                        f"The database could not be used: {getattr(error, 'orig', None) or error}"
                    ) from error
            self.look()
        raise AssertionError("unreachable")

    def look(self) -> None:
        """Start it again where it has ended."""
        if self._database is not None and not self._database.alive():
            self._say("The database ended by itself: starting it again …")
            self.start()
