"""Oils and thickeners of greases."""

from __future__ import annotations

from tribodex.core.grease.thickener import Thickeners
from tribodex.core.grease.viscosity import OilGrades
from tribodex.reference.tables.cells import cells_of
from tribodex.usecases.books import Sheet

_WORSE = ("compatible", "borderline", "incompatible")


def thickeners(sheet: Sheet) -> Thickeners:
    """Pairs of thickeners; where two memories differ the worse counts."""
    pairs = {}
    for row in cells_of(sheet):
        verdict = row.text("verdict")
        memories = [memory for memory in verdict.rstrip("?").split("~") if memory]
        if not memories or set(memories) - set(_WORSE):
            raise row.wrong("verdict", f"“{verdict}” is none of {', '.join(_WORSE)}")
        doubtful = len(memories) > 1 or verdict.endswith("?")
        pairs[frozenset((row.text("a"), row.text("b")))] = (
            max(memories, key=_WORSE.index),
            doubtful,
        )
    return Thickeners(sheet.source, pairs)


def oil_grades(sheet: Sheet) -> OilGrades:
    """Viscosity at 40 and 100 °C (mm²/s) of each oil grade; of two memories the thinner."""
    return OilGrades(
        sheet.source,
        {
            row.text("ISO_VG"): (row.number("nu_40"), row.number("nu_100"))
            for row in cells_of(sheet)
        },
    )
