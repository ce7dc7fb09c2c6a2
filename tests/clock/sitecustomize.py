"""Read by every Python that is started with this folder on its path: the server's clock is off by
what a file says, in seconds.

The file is named by the environment and written by a test; nothing else of the server is touched.
"""

from __future__ import annotations

import importlib.abc
import importlib.util
import os
import sys
from collections.abc import Sequence
from datetime import datetime, timedelta, tzinfo
from importlib.machinery import ModuleSpec
from pathlib import Path
from types import ModuleType

CLOCK = Path(os.environ["TRIBODEX_TEST_CLOCK"])


class OffBy:
    """Stands in for `datetime` where the server asks for the time."""

    @staticmethod
    def now(zone: tzinfo | None = None) -> datetime:
        return datetime.now(zone) + timedelta(seconds=float(CLOCK.read_text() or 0))


class OtherClock(importlib.abc.MetaPathFinder):
    """Finds the application as ever, and changes its clock."""

    def find_spec(
        self, fullname: str, path: Sequence[str] | None, target: ModuleType | None = None
    ) -> ModuleSpec | None:
        if fullname != "tribodex.web.app":
            return None
        sys.meta_path.remove(self)
        found = importlib.util.find_spec(fullname)
        assert found is not None and found.loader is not None
        real = found.loader.exec_module

        def load(module: ModuleType) -> None:
            real(module)
            module.datetime = OffBy  # type: ignore[attr-defined]

        found.loader.exec_module = load  # type: ignore[method-assign]
        return found


sys.meta_path.insert(0, OtherClock())
