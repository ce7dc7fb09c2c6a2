"""What holds: bolts, set screws, retaining rings."""

from __future__ import annotations

from typing import Literal

from tribodex.core.bolts.torque import BoltRow, BoltStrength
from tribodex.core.shouldered.retaining_ring import RetainingRings, RingRow
from tribodex.core.units.screws import ScrewRow, SetScrews
from tribodex.reference.tables.cells import cells_of
from tribodex.usecases.books import Sheet


def retaining_rings(sheet: Sheet) -> RetainingRings:
    """Retaining rings on a shaft and in a bore."""
    rows = []
    for row in cells_of(sheet):
        sits: Literal["shaft", "bore"] = "shaft" if row.text("sits") == "shaft" else "bore"
        if row.text("sits") not in ("shaft", "bore"):
            raise row.wrong("sits", f"“{row.text('sits')}” is neither shaft nor bore")
        rows.append(
            RingRow(
                sits,
                row.number("d_mm"),
                row.number("groove_mm"),
                row.number("ring_mm"),
                row.number("slot_mm"),
            )
        )
    return RetainingRings(sheet.source, tuple(rows))


def set_screws(sheet: Sheet) -> SetScrews:
    """Set screws by size and practice; what limits the screw alone is kept apart."""
    rows = (
        ScrewRow(
            row.text("screw"),
            row.text("hex_key"),
            row.span("torque_min_Nm", "torque_max_Nm"),
            row.text("practice"),
            row.text("practice").startswith("screw_upper_limit"),
        )
        for row in cells_of(sheet)
    )
    return SetScrews(sheet.source, tuple(rows))


def bolt_strength(sheet: Sheet) -> BoltStrength:
    """Strength of bolts by grade and size; where no proof stress is tabulated, the 0.2 % stress,
    and it says so.
    """
    rows = []
    for row in cells_of(sheet):
        smallest = row.text("size_from")
        over = smallest.startswith(">")
        low, high = (_bolt_mm(row.text(name).lstrip(">")) for name in ("size_from", "size_to"))
        proof = row.maybe("proof_stress_MPa")
        rows.append(
            BoltRow(
                row.text("standard"),
                row.text("grade"),
                # With the first size itself, unless the row begins beyond it.
                low if over else low - 1e-6,
                high,
                proof if proof is not None else row.number("yield_or_0.2pct_MPa"),
                proof is None,
                smallest.lstrip(">").startswith("M"),
            )
        )
    return BoltStrength(sheet.source, tuple(rows))


def _bolt_mm(size: str) -> float:
    if size.startswith("M"):
        return float(size[1:])
    whole, _, part = size.rpartition("-")
    top, _, bottom = part.partition("/")
    return ((float(whole) if whole else 0.0) + float(top) / float(bottom or 1)) * 25.4
