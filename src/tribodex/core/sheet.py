"""Sections of a record: lines, tables and figures under a title, the same for every kind of work."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.working import Result, Verdict


@dataclass(frozen=True)
class Table:
    """Rows under column names, as text."""

    columns: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    caption: str = ""


@dataclass(frozen=True)
class Photo:
    """A picture kept with the job."""

    id: str
    caption: str


@dataclass(frozen=True)
class Section:
    """One part of a record."""

    title: str
    lines: tuple[str, ...] = ()
    tables: tuple[Table, ...] = ()
    figures: tuple[Result, ...] = ()
    verdict: Verdict | None = None
    photos: tuple[Photo, ...] = ()
