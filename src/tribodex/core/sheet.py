"""Sections of a record: terms, lines, tables, figures and a drawing under a title, the same for
every kind of work.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.mounting.ruler import Ruler
from tribodex.core.photo_marks import PhotoMark
from tribodex.core.working import Result, Verdict


class Page(StrEnum):
    """Where a section stands: on page one, which is signed, or in the appendix."""

    ONE = "one"
    APPENDIX = "appendix"


@dataclass(frozen=True)
class Table:
    """Rows under column names, as text."""

    columns: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    caption: str = ""


@dataclass(frozen=True)
class Photo:
    """A picture kept with the job, and what was drawn over it."""

    id: str
    caption: str
    marks: tuple[PhotoMark, ...] = ()


@dataclass(frozen=True)
class Named:
    """Something outside its limits that a named person took on."""

    words: str
    reason: str


@dataclass(frozen=True)
class Section:
    """One part of a record.

    `terms`: what it is about, name and words; `counts`: what was counted, beside the figures;
    `headline`: the figures of page one by their ids, all of them where it is empty; `verdicts` by
    what they judge; `by_name`: decisions that page one shows. Tables, photographs and the working
    of every figure stand in the appendix, whichever page the section is on.
    """

    title: str
    lines: tuple[str, ...] = ()
    tables: tuple[Table, ...] = ()
    figures: tuple[Result, ...] = ()
    verdict: Verdict | None = None
    photos: tuple[Photo, ...] = ()
    page: Page = Page.APPENDIX
    terms: tuple[tuple[str, str], ...] = ()
    counts: tuple[tuple[str, str], ...] = ()
    headline: tuple[str, ...] = ()
    verdicts: tuple[tuple[str, Verdict], ...] = ()
    drawing: Ruler | None = None
    by_name: tuple[Named, ...] = ()

    @property
    def shown(self) -> tuple[Result, ...]:
        """The figures of page one that are known."""
        chosen = (
            [f for id in self.headline for f in self.figures if f.id == id]
            if self.headline
            else self.figures
        )
        return tuple(f for f in chosen if f.value is not None)
