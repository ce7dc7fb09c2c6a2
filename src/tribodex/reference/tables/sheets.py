"""Tables as files: a CSV with its source beside it."""

from __future__ import annotations

import csv
from pathlib import Path

from pydantic import TypeAdapter

from tribodex.core.sources import Source
from tribodex.reference.yaml_file import read_yaml
from tribodex.usecases.ports import Sheet

_SOURCE = TypeAdapter(Source)


def read_sheet(folder: Path, name: str) -> Sheet:
    """Read `name`.csv and `name`.source.yaml.

    Raises ValueError, with file and line, for a row that does not fit its heading.
    """
    source = _SOURCE.validate_python(read_yaml(folder / f"{name}.source.yaml"))
    if source.id != name:
        raise ValueError(f"{name}.source.yaml calls itself {source.id}")
    with (folder / f"{name}.csv").open(encoding="utf-8", newline="") as file:
        reader = csv.DictReader(file)
        rows = []
        for row in reader:
            if None in row or None in row.values():
                raise ValueError(f"{name}.csv line {reader.line_num}: the row does not fit the heading")
            rows.append(row)
        return Sheet(source, tuple(reader.fieldnames or ()), tuple(rows))


def read_all(folder: Path) -> dict[str, Sheet]:
    """Every table of a folder, by its id."""
    return {path.stem: read_sheet(folder, path.stem) for path in sorted(folder.glob("*.csv"))}
