"""Materials of seals, and V-rings."""

from __future__ import annotations

import re

from tribodex.core.components.bands import Span
from tribodex.core.seals.material import SealMaterial, SealMaterials
from tribodex.core.seals.v_ring import VRingBand, VRings
from tribodex.core.sources import Recall
from tribodex.reference.tables.cells import cells_of
from tribodex.usecases.books import Sheet


def seal_materials(sheet: Sheet) -> SealMaterials:
    """What materials of seals stand; a single speed where the list gives no range."""
    rows = []
    for row in cells_of(sheet):
        speed = row.number("max_speed_m_s")
        spread = re.fullmatch(r"(\d+)-(\d+)", row.text("max_speed_range_m_s"))
        rows.append(
            SealMaterial(
                row.text("material").removesuffix(" (for comparison)"),
                row.number("temp_min_C"),
                row.number("temp_max_C"),
                speed,
                Span(float(spread[1]), float(spread[2])) if spread else Span(speed, speed),
                row.text("shaft_Ra_um"),
                row.text("shaft_hardness"),
                row.text("note"),
            )
        )
    return SealMaterials(sheet.source, tuple(rows))


def v_rings(sheet: Sheet) -> VRings:
    """Widths of V-rings when set; where two memories differ the larger stands beside: neither is
    safer.
    """
    bands = []
    for row in cells_of(sheet):
        recall = row.recall("set_width_mm")
        other = row.number("set_width_mm", max) if recall is Recall.DIFFERS else None
        bands.append(
            VRingBand(
                row.number("shaft_over_mm"),
                row.number("shaft_to_mm"),
                row.number("set_width_mm"),
                row.number("set_width_off_mm"),
                other,
                recall,
            )
        )
    return VRings(sheet.source, tuple(bands))
