"""Lock nuts: metric, large, inch."""

from __future__ import annotations

from tribodex.core.components.lock_nut import LockKind, LockNut, LockNutTable
from tribodex.core.quantities import parse_pitch_mm
from tribodex.reference.tables.cells import Cells, cells_of
from tribodex.usecases.books import Sheet

_INCH_MM = 25.4


def metric_nuts(sheet: Sheet, large: Sheet) -> LockNutTable:
    """Metric lock nuts, normal and light, with tab washers; and the large ones whose lock is
    counted at hand.
    """
    nuts = [
        *(_metric(row) for row in cells_of(sheet)),
        *(_large(row, large.source.id) for row in cells_of(large)),
    ]
    return LockNutTable(sheet.source, tuple((nut.thread_mm, nut) for nut in nuts))


def _metric(row: Cells) -> LockNut:
    return LockNut(
        row.number("thread_d_mm"),
        row.number("pitch_mm"),
        row.number("outside_d_mm"),
        int(row.number("slots")),
        int(row.number("washer_tabs")),
        row.number("slot_width_mm"),
        washer_mm=row.maybe("washer_thickness_mm"),
        series=row.text("series"),
    )


def _large(row: Cells, source_id: str) -> LockNut:
    return LockNut(
        row.number("thread_d_mm"),
        row.number("pitch_mm"),
        row.number("outside_d_mm"),
        row.whole("slots"),
        None,
        row.maybe("slot_width_mm"),
        source_id=source_id,
        lock=LockKind.LOCKING_CLIP,
        series=row.text("series"),
        trapezoidal=True,
    )


def inch_nuts(sheet: Sheet) -> LockNutTable:
    """Inch lock nuts of inch adapter sleeves; what nobody remembers is measured at hand."""
    return LockNutTable(
        sheet.source,
        tuple(
            (row.number("bearing_bore_mm"), _inch(row, sheet.source.id)) for row in cells_of(sheet)
        ),
    )


def _inch(row: Cells, source_id: str) -> LockNut:
    return LockNut(
        round(row.number("thread_d_in") * _INCH_MM, 3),
        parse_pitch_mm(f"{row.number('threads_per_in'):g} tpi", "threads_per_in"),
        _inch_mm(row, "outside_d_in"),
        row.whole("slots"),
        row.whole("washer_tabs"),
        _inch_mm(row, "slot_width_in"),
        source_id=source_id,
        washer_mm=_inch_mm(row, "washer_thickness_in"),
        series=row.text("code"),
    )


def _inch_mm(row: Cells, column: str) -> float | None:
    number = row.maybe(column)
    return round(number * _INCH_MM, 3) if number is not None else None
