"""Rows of the shipped tables that somebody here compared with print: as they stand, corrected, or
added. Each is kept as versions.
"""

from __future__ import annotations

import hashlib
import math
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, field, replace
from datetime import datetime

from tribodex.core.errors import Field, InvalidInput, NotFound, Refused
from tribodex.core.sources import Source, cell
from tribodex.usecases.books import Reference, RowChange, Sheet
from tribodex.usecases.crib.shelf import keep_item, latest
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import CribItem, Store, Tap
from tribodex.usecases.shape import Shape

# A number that moves by more than half again is a row misread, a decimal place or another unit (own
# choice): it is read back.
READ_BACK = 1.5
LONGEST = 120
# How a person writes that print says nothing: an empty cell may have been forgotten.
NOTHING = ("-", "–", "—")


@AS_TYPED
@dataclass(frozen=True)
class RowDraft:
    """A row as print says it. `was`: the row as its table ships it, by column; empty for one that
    the table does not have.

    `edition`, `page`: where it stands in print. `second`: who read it there as well; empty where
    nobody did yet.
    """

    was: dict[str, str] = field(default_factory=dict)
    cells: dict[str, str] = field(default_factory=dict)
    edition: str = ""
    page: str = ""
    second: str = ""
    meant: str = ""


@AS_TYPED
@dataclass(frozen=True)
class KeptRow:
    """A row as it is kept, with its table."""

    table: str
    was: dict[str, str]
    cells: dict[str, str]
    edition: str
    page: str
    second: str = ""

    @property
    def change(self) -> RowChange | None:
        """What of the table becomes another one by it; None where print says the same."""
        return (
            None
            if self.was == self.cells
            else RowChange(self.table, tuple(self.was.items()), tuple(self.cells.items()))
        )


@dataclass(frozen=True)
class RowVersion:
    """One version of a kept row: what was read in print, by whom, and when. `withdrawn`: the
    shipped row holds again.
    """

    cells: tuple[str, ...]
    edition: str
    page: str
    by: str
    second: str
    reason: str
    recorded_at: datetime
    withdrawn: bool


_KEPT: Shape[KeptRow] = Shape(KeptRow)


def row_id(sheet: Sheet, was: Mapping[str, str], cells: Mapping[str, str], site: str) -> str:
    """The name of a kept row: of one that the table ships by all its cells, of an added one by
    those that name it.
    """
    said = list(was.values()) if was else ["added", *(cells[column] for column in named_by(sheet))]
    return (
        "row-" + hashlib.sha256("\n".join((site, sheet.source.id, *said)).encode()).hexdigest()[:24]
    )


def named_by(sheet: Sheet) -> tuple[str, ...]:
    """The columns that tell a table's rows apart: its part number, else as many from the left as
    that takes.
    """
    if "code" in sheet.columns:
        return ("code",)
    for many in range(1, len(sheet.columns)):
        if len(
            {tuple(row[column] for column in sheet.columns[:many]) for row in sheet.rows}
        ) == len(sheet.rows):
            return sheet.columns[:many]
    return sheet.columns


def kept_rows(items: Sequence[CribItem]) -> dict[str, KeptRow]:
    """The rows that hold, by their names."""
    return {item.item_id: kept_of(item) for item in latest(items, "row") if not item.withdrawn}


def kept_of(item: CribItem) -> KeptRow:
    """One version of a kept row, as it was kept."""
    return _KEPT.validate_python(item.payload)


def versions(
    items: Sequence[CribItem], item_id: str, columns: Sequence[str]
) -> tuple[RowVersion, ...]:
    """Every version of a kept row, the newest last."""
    found = []
    for item in items:
        if item.item_id == item_id and item.kind == "row":
            kept = kept_of(item)
            cells = tuple(kept.cells.get(column, "") for column in columns)
            found.append(
                RowVersion(
                    cells,
                    kept.edition,
                    kept.page,
                    item.by,
                    kept.second,
                    item.reason,
                    item.recorded_at,
                    item.withdrawn,
                )
            )
    return tuple(found)


def with_rows(reference: Reference, items: Sequence[CribItem]) -> Reference:
    """The reference with every corrected or added row in its table. A row that fits its table no
    more is left as it ships.
    """
    changes = tuple(
        change for kept in kept_rows(items).values() if (change := kept.change) is not None
    )
    later = Counter(
        kept.table
        for item in items
        if item.kind == "row" and ((kept := kept_of(item)).change is not None)
    )
    if not later:
        return reference
    versions = {
        sheet.source.id: later[sheet.source.id]
        for sheet in reference.shipped
        if sheet.source.id in later
    }
    try:
        return reference.changed(changes, versions)
    except (ValueError, KeyError):
        # A row or a table that is not shipped any more, or one that no longer fits.
        return reference.changed(fitting(reference, changes), versions)


def fitting(reference: Reference, changes: Sequence[RowChange]) -> tuple[RowChange, ...]:
    """Those that still fit: a newer program may ship a row that others do not go with. Looked at
    one by one only in tables that cannot be read.
    """
    shipped = {
        sheet.source.id: [tuple(row.items()) for row in sheet.rows] for sheet in reference.shipped
    }
    there = [
        change
        for change in changes
        if change.table in shipped and (not change.was or change.was in shipped[change.table])
    ]
    found: list[RowChange] = []
    for table in dict.fromkeys(one.table for one in there):
        own = [one for one in there if one.table == table]
        if _reads(reference, own):
            found += own
            continue
        kept: list[RowChange] = []
        for one in own:
            kept += [one] if _reads(reference, [*kept, one]) else []
        found += kept
    return tuple(found)


def _reads(reference: Reference, changes: Sequence[RowChange]) -> bool:
    try:
        reference.changed(tuple(changes))
    except ValueError:
        return False
    return True


def keep_row(
    store: Store,
    reference: Reference,
    table: str,
    draft: RowDraft,
    reason: str,
    *,
    tap: Tap,
    recorded_at: datetime,
) -> str:
    """Keep what print says of a row; the name of the kept row. Raises InvalidInput with the fields
    to correct, NotFound, Refused.
    """
    sheet = sheet_of(reference, table)
    items = store.crib_items()
    read = read_row(reference, items, sheet, draft, tap.actor)
    item_id = row_id(sheet, read.was, read.cells, store.site or "")
    before = next((item for item in reversed(items) if item.item_id == item_id), None)
    if (
        before is not None
        and not before.withdrawn
        and before.payload == asdict(read)
        and before.client_event_id != tap.client_event_id
    ):
        raise Refused("It is kept so already. Nothing was stored.")
    keep_item(
        store, item_id, "row", asdict(read), False, reason=reason, tap=tap, recorded_at=recorded_at
    )
    return item_id


def read_row(
    reference: Reference, items: Sequence[CribItem], sheet: Sheet, draft: RowDraft, actor: str
) -> KeptRow:
    """What was typed, looked through: every column, where it stands, that its table can be read
    with it. Raises InvalidInput.
    """
    errors = Collector(draft.meant)
    for name, words, expected in (
        ("edition", draft.edition, "which book or standard, and its edition"),
        ("page", draft.page, "page or table"),
    ):
        if not words.strip():
            errors.add(
                name, "A row without its place in print cannot be looked up again.", expected
            )
        elif len(words) > LONGEST:
            errors.add(name, f"{len(words)} letters are too many.", f"at most {LONGEST}")
    if draft.was and draft.was not in sheet.rows:
        errors.add(
            "was",
            "This row is not in the table as it ships.",
            "the row as it is shown; load the page again",
        )
    was = {column: draft.was[column] for column in sheet.columns if column in draft.was}
    cells = _cells(errors, sheet, draft)
    second = " ".join(draft.second.split())
    if second and second.casefold() == " ".join(actor.split()).casefold():
        errors.add(
            "second", "A second reader is somebody else.", "another person who read it in print"
        )
    # What holds now: the shipped row where two memories agree, or what two people read already.
    said = next(
        (
            kept_row.cells
            for kept_row in kept_rows(items).values()
            if was and (kept_row.table, kept_row.was) == (sheet.source.id, was)
        ),
        None,
    )
    if not second and cells != (
        said or {column: plain(was.get(column, "")) for column in sheet.columns}
    ):
        errors.add(
            "second",
            "What changes a table for everybody is read by two.",
            "who else read it in print",
        )
    _named_once(errors, items, sheet, was, cells)
    errors.check()
    kept = KeptRow(sheet.source.id, was, cells, draft.edition.strip(), draft.page.strip(), second)
    _fits(reference, items, kept)
    return kept


def _named_once(
    errors: Collector,
    items: Sequence[CribItem],
    sheet: Sheet,
    was: Mapping[str, str],
    cells: Mapping[str, str],
) -> None:
    """Two rows of one name: the second would never be looked at."""
    by = named_by(sheet)
    kept = [
        kept_row
        for kept_row in kept_rows(items).values()
        if kept_row.table == sheet.source.id and kept_row.was
    ]
    replaced = [was, *(one.was for one in kept)]
    # An added row that is said again takes its own place.
    others = [
        *(row for row in sheet.rows if row not in replaced),
        *(one.cells for one in kept if one.was != was),
    ]
    name = [cells[column] for column in by]
    if any([row[column] for column in by] == name for row in others):
        errors.add(
            f"cells.{by[0]}",
            f"The table has a row {', '.join(name)} already.",
            "that row corrected, or another name",
        )


def plain(text: str) -> str:
    """What print must say for a cell: nothing where two memories differ.

    >>> plain("12?"), plain("0.7~0.75"), plain("M8x1.25")
    ('12', '', 'M8x1.25')
    """
    return "" if "~" in text else text.removesuffix("?")


def _cells(errors: Collector, sheet: Sheet, draft: RowDraft) -> dict[str, str]:
    if unknown := sorted(set(draft.cells) - set(sheet.columns)):
        errors.add(f"cells.{unknown[0]}", "The table has no such column.", ", ".join(sheet.columns))
    typed = {column: " ".join(draft.cells.get(column, "").split()) for column in sheet.columns}
    cells = {column: "" if text in NOTHING else text for column, text in typed.items()}
    if not any(cells.values()):
        errors.add(
            f"cells.{sheet.columns[0]}",
            "The row says nothing.",
            "what print says, column by column",
        )
    for column, text in cells.items():
        name, was = f"cells.{column}", draft.was.get(column, "")
        if not typed[column] and was:
            errors.add(
                name, "What does print say here?", "the figure, or – where print says nothing"
            )
        elif len(text) > LONGEST:
            errors.add(name, f"{len(text)} letters are too many.", f"at most {LONGEST}")
        elif "?" in text or "~" in text:
            errors.add(name, "Print says one thing: no “?”, no “~”.", "the figure as printed")
        elif "," in text and _number(text.replace(",", ".")) is not None:
            errors.add(
                name,
                f"Is “{text}” a decimal comma?",
                f"with a point: {text.replace(',', '.')}",
                (text.replace(",", "."),),
            )
        elif (expected := _number(was)) is not None and text and _number(text) is None:
            errors.add(
                name, f"“{text}” is no number; a number stands here.", f"a number like {expected:g}"
            )
        else:
            _read_back(errors, name, text, was)
    return cells


def _read_back(errors: Collector, name: str, text: str, was: str) -> None:
    """A number far from the one that is remembered is asked about once."""
    now, before = _number(text), _number(was)
    if name in errors.meant or now is None or before is None or now == before:
        return
    if now * before <= 0 or not 1 / READ_BACK <= now / before <= READ_BACK:
        asked = (
            f"The table has {before:g} here; is {now:g} what print says, in the unit of the table?"
        )
        errors.fields.append(Field(name, asked, f"about {before:g}", (text,), meant=True))


def _number(text: str) -> float | None:
    try:
        number, _ = cell(text)
    except ValueError:
        return None
    return number if number is not None and math.isfinite(number) else None


def _fits(reference: Reference, items: Sequence[CribItem], kept: KeptRow) -> None:
    """Raises InvalidInput, at the cell, where the table could not be read with this row."""
    change = kept.change
    if change is None:
        return
    others = tuple(
        c
        for kept_row in kept_rows(items).values()
        if kept_row.was != kept.was or kept_row.table != kept.table
        if (c := kept_row.change) is not None
    )
    if not kept.was:
        others = tuple(
            other
            for other in others
            if other.table != kept.table or other.was or other.now[:2] != change.now[:2]
        )
    others = tuple(other for other in others if other.table == change.table)
    try:
        reference.changed(
            (*(others if _reads(reference, others) else fitting(reference, others)), change)
        )
    except ValueError as error:
        where, _, what = str(error).rpartition(": ")
        column = where.rpartition(", ")[2]
        name = f"cells.{column}" if column in kept.cells else f"cells.{next(iter(kept.cells))}"
        raise InvalidInput(
            "The table cannot be read with this row.",
            Field(name, f"{what[:1].upper()}{what[1:]}.", "as print says it"),
        ) from None


def sheet_of(reference: Reference, table: str) -> Sheet:
    """A table as it ships. Raises NotFound."""
    sheet = next((sheet for sheet in reference.shipped if sheet.source.id == table), None)
    if sheet is None:
        raise NotFound(f"There is no table {table}.")
    return sheet


def sources_said(reference: Reference, items: Sequence[CribItem]) -> dict[str, Source]:
    """Every source, tables with how many of their rows were compared with print here."""
    found: dict[str, list[KeptRow]] = {}
    for kept in kept_rows(items).values():
        found.setdefault(kept.table, []).append(kept)
    tables = {sheet.source.id: sheet for sheet in reference.shipped}
    said = {
        table: _said(tables[table], reference.sources[table], rows)
        for table, rows in found.items()
        if table in tables
    }
    return reference.sources | said if said else reference.sources


def _said(sheet: Sheet, source: Source, kept: Sequence[KeptRow]) -> Source:
    read = sum(1 for row in sheet.rows if any(one.was == row for one in kept))
    corrected = sum(1 for one in kept if one.was and one.change is not None)
    words = [
        f"{read} of {len(sheet.rows)} rows",
        *([f"{corrected} corrected"] if corrected else []),
    ]
    if added := sum(1 for one in kept if not one.was):
        words.append(f"{added} added")
    confidence = f"{source.confidence} Compared with print here: {', '.join(words)}.".strip()
    return replace(
        source,
        checked="print" if read == len(sheet.rows) else source.checked,
        confidence=confidence,
    )
