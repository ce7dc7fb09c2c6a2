"""Tables as files: a CSV with its source beside it."""

from __future__ import annotations

import csv
from collections.abc import Iterable, Mapping
from dataclasses import replace
from pathlib import Path

from pydantic import TypeAdapter

from tribodex.core.sources import Source
from tribodex.reference.yaml_file import read_yaml
from tribodex.usecases.books import RowChange, Sheet

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
                raise ValueError(
                    f"{name}.csv line {reader.line_num}: the row does not fit the heading"
                )
            rows.append(row)
        return Sheet(source, tuple(reader.fieldnames or ()), tuple(rows))


def changed(
    shipped: dict[str, Sheet], changes: Iterable[RowChange], versions: Mapping[str, int]
) -> dict[str, Sheet]:
    """The tables with rows changed in their places, or added behind the others; in bands an added
    row stands where its band belongs.

    `versions`: how many versions later than it ships a table is.

    Raises ValueError where a row that should be changed is not there.
    """
    sheets = dict(shipped)
    for name, later in versions.items():
        source = shipped[name].source
        sheets[name] = replace(
            shipped[name], source=replace(source, version=source.version + later)
        )
    for change in changes:
        sheet = sheets[change.table]
        rows, was, now = list(sheet.rows), dict(change.was), dict(change.now)
        if not was:
            rows.append(now)
        elif was in rows:
            rows[rows.index(was)] = now
        else:
            raise ValueError(f"{change.table}.csv: there is no row {', '.join(was.values())}")
        sheets[change.table] = replace(
            sheet, rows=tuple(_in_bands(sheet.columns, rows) if not was else rows)
        )
    return sheets


def _in_bands(columns: tuple[str, ...], rows: list[dict[str, str]]) -> list[dict[str, str]]:
    """Rows of a table of bands alone, in order; every other table as it is."""
    over = columns[0]
    if not over.endswith("over_mm"):
        return rows
    try:
        return sorted(rows, key=lambda row: float(row[over]))
    except ValueError:
        return rows


def read_all(folder: Path) -> dict[str, Sheet]:
    """Every table of a folder, by its id."""
    return {path.stem: read_sheet(folder, path.stem) for path in sorted(folder.glob("*.csv"))}
