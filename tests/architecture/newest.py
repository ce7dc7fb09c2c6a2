"""The newest of each published file."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path


def newest(folder: Path) -> Iterator[Path]:
    """The version of each procedure that new jobs get."""
    found: dict[str, Path] = {}
    for path in sorted(folder.glob("*@*.yaml"), key=lambda path: int(path.stem.split("@")[1])):
        found[path.stem.split("@")[0]] = path
    return iter(found.values())
