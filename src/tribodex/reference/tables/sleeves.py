"""Adapter and withdrawal sleeves."""

from __future__ import annotations

from tribodex.core.components.adapter_sleeve import (
    AdapterSleeve,
    SleeveTable,
    WithdrawalSleeve,
    WithdrawalTable,
)
from tribodex.reference.tables.cells import Cells, cells_of
from tribodex.usecases.books import Sheet


def sleeve_table(sheet: Sheet) -> SleeveTable:
    """Adapter sleeves of every series; both habits of inch shafts."""
    rows = (
        AdapterSleeve(
            row.number("bearing_bore_mm"),
            row.number("shaft_mm"),
            _inch_shafts(row),
            row.maybe("sleeve_length_mm"),
            row.text("series"),
            row.maybe("nut_outside_mm"),
            row.recall("sleeve_length_mm"),
        )
        for row in cells_of(sheet)
    )
    return SleeveTable(sheet.source, tuple(rows))


def _inch_shafts(row: Cells) -> tuple[str, ...]:
    """Each size once, the common habit first."""
    memories = (
        memory
        for name in ("shaft_in_common", "shaft_in_other")
        for memory in row.text(name).rstrip("?").split("~")
    )
    return tuple(dict.fromkeys(size for memory in memories for size in memory.split(";") if size))


def withdrawal_table(sheet: Sheet) -> WithdrawalTable:
    """Withdrawal sleeves with the nut that takes them off."""
    rows = (
        WithdrawalSleeve(
            row.number("bearing_bore_mm"),
            row.number("shaft_mm"),
            row.maybe("sleeve_length_mm"),
            row.text("withdrawal_nut"),
            row.text("series"),
            row.recall("sleeve_length_mm"),
        )
        for row in cells_of(sheet)
    )
    return WithdrawalTable(sheet.source, tuple(rows))
