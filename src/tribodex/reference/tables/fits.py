"""Tolerances of shafts and rings, and what both are made of."""

from __future__ import annotations

from tribodex.core.components.material import Material, MaterialTable, range_of
from tribodex.core.fits.iso492 import RingBand, RingTable
from tribodex.core.mounting.shaft_fit import InchBand, InchShafts
from tribodex.reference.tables.cells import cells_of
from tribodex.usecases.books import Sheet


def inch_shafts(sheet: Sheet) -> InchShafts:
    """Tolerances of inch shafts. Where two memories differ, the narrower band."""
    rows = (
        InchBand(
            row.text("kind"),
            row.number("over_in"),
            row.number("to_in"),
            row.number("upper_in"),
            row.number("lower_in", max),
        )
        for row in cells_of(sheet)
    )
    return InchShafts(sheet.source, tuple(rows))


def ring_table(sheet: Sheet) -> RingTable:
    """Deviations of bore and outside diameter of bearings."""
    rows = (
        RingBand(
            row.text("kind"),
            row.number("over_mm"),
            row.number("to_mm"),
            row.text("class"),
            row.number("lower_um"),
            row.number("upper_um"),
        )
        for row in cells_of(sheet)
    )
    return RingTable(sheet.source, tuple(rows))


def material_table(sheet: Sheet) -> MaterialTable:
    """Materials of shafts and rings."""
    rows = (
        Material(
            row.text("material"),
            row.number("E_GPa"),
            row.number("poisson"),
            row.number("alpha_um_per_mK"),
            range_of(row.text("alpha_range")),
        )
        for row in cells_of(sheet)
    )
    return MaterialTable(sheet.source, tuple(rows))
