"""Sizes of bearings: by code, insert bearings with their screws, cam followers."""

from __future__ import annotations

from tribodex.core.components.bearing import BoundaryDimensions, DimensionTable
from tribodex.core.follower.stud import StudRow, StudTable
from tribodex.core.sources import Recall
from tribodex.core.units.sizes import InsertRow, InsertSizes
from tribodex.reference.tables.cells import cells_of
from tribodex.usecases.books import Sheet


def dimension_table(*sheets: Sheet) -> DimensionTable:
    """Boundary dimensions by code, of one or more sheets; the source is the first one's."""
    rows = (
        BoundaryDimensions(
            row.text("code"),
            row.text("series"),
            row.number("d"),
            row.number("D"),
            row.number("B"),
            row.maybe("mass_kg_approx"),
            sheet.source.id,
        )
        for sheet in sheets
        for row in cells_of(sheet)
    )
    return DimensionTable(sheets[0].source, tuple(rows))


def insert_sizes(sheet: Sheet, screws: Sheet) -> InsertSizes:
    """Insert bearings by code; their set screws by bore, where both memories agree."""
    rows = (
        InsertRow(
            row.text("code"),
            row.number("d"),
            row.number("D"),
            row.number("C_mm"),
            row.number("B_mm"),
        )
        for row in cells_of(sheet)
    )
    agreed = (
        (row.number("bore_mm"), row.text("screw").split("x")[0])
        for row in cells_of(screws)
        if row.text("screw") and not set("~?") & set(row.text("screw"))
    )
    return InsertSizes(sheet.source, tuple(rows), tuple(agreed))


def stud_table(sheet: Sheet) -> StudTable:
    """Cam followers by roller diameter; what was remembered once says so."""
    torque = "clamp_torque_Nm_lubricated_typical"
    rows = (
        StudRow(
            row.number("roller_od_mm"),
            row.number("stud_d_mm"),
            row.text("thread").replace("~", " or "),
            row.number(torque),
            row.recall(torque) is Recall.ONCE,
        )
        for row in cells_of(sheet)
    )
    return StudTable(sheet.source, tuple(rows))
