"""CSV tables with their sources."""

from __future__ import annotations

import csv
from itertools import pairwise
from pathlib import Path
from typing import Any

import yaml
from pydantic import TypeAdapter

from tribodex.core.components.adapter_sleeve import AdapterSleeve, SleeveTable
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import BoundaryDimensions, DimensionTable, Group, Taper
from tribodex.core.components.lock_nut import LockKind, LockNut, LockNutTable
from tribodex.core.components.material import Material, MaterialTable
from tribodex.core.mounting.clearance import ClearanceRow, ClearanceTable
from tribodex.core.mounting.reduction import CARD_REASONS, Card, ReductionCard, ReductionRow
from tribodex.core.quantities import parse_pitch_mm
from tribodex.core.sources import Source
from tribodex.usecases.ports import Sheet

_SOURCE = TypeAdapter(Source)


def read_sheet(folder: Path, name: str) -> Sheet:
    """Read `name`.csv and `name`.source.yaml.

    Raises ValueError, with file and line, for a row that does not fit its heading.
    """
    source = _SOURCE.validate_python(yaml.safe_load((folder / f"{name}.source.yaml").read_text("utf-8")))
    if source.id != name:
        raise ValueError(f"{name}.source.yaml calls itself {source.id}")
    with (folder / f"{name}.csv").open(encoding="utf-8", newline="") as file:
        reader = csv.DictReader(file)
        rows = []
        for row in reader:
            if None in row or None in row.values():
                raise ValueError(f"{name}.csv line {reader.line_num}: the row does not fit the heading")
            rows.append(row)
        return Sheet(source, tuple(reader.fieldnames or ()), tuple(rows))


def read_all(folder: Path) -> dict[str, Sheet]:
    """Every table of a folder, by its id."""
    return {path.stem: read_sheet(folder, path.stem) for path in sorted(folder.glob("*.csv"))}


def clearance_table(sheet: Sheet) -> ClearanceTable:
    """Group limits by bore."""
    rows = tuple(
        ClearanceRow(
            float(row["d_over_mm"]),
            float(row["d_to_mm"]),
            {group: Span(float(row[f"{group}_min"]), float(row[f"{group}_max"])) for group in Group},
        )
        for row in sheet.rows
    )
    _bands_join(sheet.source.id, rows)
    return ClearanceTable(sheet.source, rows)


def reduction_cards(sheet: Sheet) -> dict[str, ReductionCard]:
    """The cards, each whole."""
    cards: dict[str, ReductionCard] = {}
    for card in Card:
        rows = tuple(_reduction_row(row) for row in sheet.rows if row["card"] == card)
        _bands_join(f"{sheet.source.id} card {card}", rows)
        cards[card.value] = ReductionCard(card.value, sheet.source, rows, reason=CARD_REASONS[card])
    return cards


def _reduction_row(row: dict[str, str]) -> ReductionRow:
    drive_up = {}
    for taper, name in ((Taper.ONE_IN_12, "1_12"), (Taper.ONE_IN_30, "1_30")):
        if row[f"driveup_{name}_min_mm"]:
            drive_up[taper] = Span(float(row[f"driveup_{name}_min_mm"]), float(row[f"driveup_{name}_max_mm"]))
    return ReductionRow(
        float(row["d_over_mm"]),
        float(row["d_to_mm"]),
        Span(_um(row["reduction_min_mm"]), _um(row["reduction_max_mm"])),
        drive_up,
        {g: _um(row[f"min_residual_{g}_mm"]) for g in (Group.CN, Group.C3, Group.C4) if row[f"min_residual_{g}_mm"]},
    )


def _um(mm: str) -> float:
    return round(float(mm) * 1000, 3)


def _bands_join(name: str, rows: Any) -> None:
    for before, after in pairwise(rows):
        if before.to_mm != after.over_mm:
            raise ValueError(f"{name}: a gap or overlap between {before.to_mm:g} and {after.over_mm:g} mm")


def metric_nuts(sheet: Sheet, large: Sheet) -> LockNutTable:
    """Metric lock nuts with tab washers, and the large ones whose lock is counted at hand."""
    small = [
        LockNut(
            float(row["thread_d_mm"]),
            float(row["pitch_mm"]),
            float(row["outside_d_mm"]),
            int(row["slots"]),
            int(row["washer_tabs"]),
            float(row["slot_width_mm"]),
        )
        for row in sheet.rows
    ]
    big = [
        LockNut(
            float(row["thread_d_mm"]),
            float(row["pitch_mm"]),
            float(row["outside_d_mm"]) if row["outside_d_mm"] else None,
            int(row["slots"]) if row["slots"] else None,
            None,
            None,
            source_id=large.source.id,
            lock=LockKind.LOCKING_CLIP,
        )
        for row in large.rows
    ]
    return LockNutTable(sheet.source, tuple((nut.thread_mm, nut) for nut in [*small, *big]))


def inch_nuts(sheet: Sheet) -> LockNutTable:
    """Inch lock nuts of inch adapter sleeves: thread and pitch; diameter, slots and tabs are measured at hand."""
    return LockNutTable(
        sheet.source,
        tuple(
            (
                5.0 * int(row["bore_code"]),
                LockNut(
                    round(float(row["thread_d_in"]) * 25.4, 3),
                    parse_pitch_mm(f"{row['threads_per_in']} tpi", "threads_per_in"),
                    None,
                    None,
                    None,
                    None,
                    source_id=sheet.source.id,
                ),
            )
            for row in sheet.rows
        ),
    )


def material_table(sheet: Sheet) -> MaterialTable:
    """Materials of shafts and rings."""
    return MaterialTable(
        sheet.source,
        tuple(Material(r["material"], float(r["E_GPa"]), float(r["poisson"]), float(r["alpha_um_per_mK"])) for r in sheet.rows),
    )


def sleeve_table(sheet: Sheet) -> SleeveTable:
    """Adapter sleeves; both habits of inch shafts."""
    return SleeveTable(
        sheet.source,
        tuple(
            AdapterSleeve(
                float(row["bearing_bore_mm"]),
                float(row["shaft_mm"]),
                tuple(text for text in dict.fromkeys((row["shaft_in_common"], row["shaft_in_other"])) if text),
                float(row["sleeve_length_mm"]),
            )
            for row in sheet.rows
        ),
    )


def dimension_table(*sheets: Sheet) -> DimensionTable:
    """Boundary dimensions by code, of one or more sheets; the source is the first one's."""
    return DimensionTable(
        sheets[0].source,
        tuple(
            BoundaryDimensions(
                row["code"],
                row["series"],
                float(row["d"]),
                float(row["D"]),
                float(row["B"]),
                float(row["mass_kg_approx"]) if row["mass_kg_approx"] else None,
                sheet.source.id,
            )
            for sheet in sheets
            for row in sheet.rows
        ),
    )
