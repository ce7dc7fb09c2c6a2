"""CSV tables with their sources."""

from __future__ import annotations

import csv
import re
from collections.abc import Callable, Iterable
from itertools import pairwise
from pathlib import Path
from typing import Any, Literal

from pydantic import TypeAdapter

from tribodex.core.bolts.torque import BoltRow, BoltStrength
from tribodex.core.components.adapter_sleeve import AdapterSleeve, SleeveTable, WithdrawalSleeve, WithdrawalTable
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import BoundaryDimensions, DimensionTable, Group, Taper
from tribodex.core.components.lock_nut import LockKind, LockNut, LockNutTable
from tribodex.core.components.material import Material, MaterialTable, range_of
from tribodex.core.fits.iso492 import RingBand, RingTable
from tribodex.core.follower.stud import StudRow, StudTable
from tribodex.core.grease.thickener import Thickeners
from tribodex.core.grease.viscosity import OilGrades
from tribodex.core.mounting.ball_angle import BallAngle, BallAngles
from tribodex.core.mounting.clearance import ClearanceRow, ClearanceTable
from tribodex.core.mounting.reduction import CARD_REASONS, Card, ReductionCard, ReductionRow
from tribodex.core.mounting.shaft_fit import InchBand, InchShafts
from tribodex.core.quantities import parse_pitch_mm
from tribodex.core.seals.material import SealMaterial, SealMaterials
from tribodex.core.seals.v_ring import VRingBand, VRings
from tribodex.core.shouldered.retaining_ring import RetainingRings, RingRow
from tribodex.core.sources import Recall, Source, cell, value
from tribodex.core.units.screws import ScrewRow, SetScrews
from tribodex.core.units.sizes import InsertRow, InsertSizes
from tribodex.reference.yaml_file import read_yaml
from tribodex.usecases.ports import Sheet

_SOURCE = TypeAdapter(Source)


def read_sheet(folder: Path, name: str) -> Sheet:
    """Read `name`.csv and `name`.source.yaml.

    Raises ValueError, with file and line, for a row that does not fit its heading.
    """
    source = _SOURCE.validate_python(read_yaml(folder / f"{name}.source.yaml"))
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
            {g: Span(value(row[f"{g}_min"], max), value(row[f"{g}_max"])) for g in Group if row[f"{g}_min"] and row[f"{g}_max"]},
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
    recalled: dict[str, Recall] = {}

    def take(column: str, name: str, safer: Callable[[Iterable[float]], float] = min) -> float:
        number, recall = cell(row[column], safer)
        if recall is not Recall.TWICE:
            recalled[name] = recall
        return number or 0.0

    # Where two memories differ: the smaller reduction and drive-up, the greater residual.
    drive_up = {}
    for taper, name in ((Taper.ONE_IN_12, "1_12"), (Taper.ONE_IN_30, "1_30")):
        if row[f"driveup_{name}_min_mm"]:
            drive_up[taper] = Span(*(take(f"driveup_{name}_{end}_mm", f"drive_up_{taper}") for end in ("min", "max")))
    return ReductionRow(
        float(row["d_over_mm"]),
        float(row["d_to_mm"]),
        Span(*(_um(take(f"reduction_{end}_mm", "reduction")) for end in ("min", "max"))),
        drive_up,
        {g: _um(take(f"min_residual_{g}_mm", f"residual_{g}", max)) for g in (Group.CN, Group.C3, Group.C4) if row[f"min_residual_{g}_mm"]},
        recalled,
    )


def _um(mm: float) -> float:
    return round(mm * 1000, 3)


def _bands_join(name: str, rows: Any) -> None:
    for before, after in pairwise(rows):
        if before.to_mm != after.over_mm:
            raise ValueError(f"{name}: a gap or overlap between {before.to_mm:g} and {after.over_mm:g} mm")


def metric_nuts(sheet: Sheet, large: Sheet) -> LockNutTable:
    """Metric lock nuts, normal and light, with tab washers; and the large ones whose lock is counted at hand."""
    small = [
        LockNut(
            float(row["thread_d_mm"]),
            float(row["pitch_mm"]),
            float(row["outside_d_mm"]),
            int(row["slots"]),
            int(value(row["washer_tabs"])),
            value(row["slot_width_mm"]),
            washer_mm=cell(row["washer_thickness_mm"])[0],
            series=row["series"],
        )
        for row in sheet.rows
    ]
    big = [
        LockNut(
            float(row["thread_d_mm"]),
            float(row["pitch_mm"]),
            value(row["outside_d_mm"]),
            int(value(row["slots"])) if row["slots"] else None,
            None,
            value(row["slot_width_mm"]) if row["slot_width_mm"] else None,
            source_id=large.source.id,
            lock=LockKind.LOCKING_CLIP,
            series=row["series"],
            trapezoidal=True,
        )
        for row in large.rows
    ]
    return LockNutTable(sheet.source, tuple((nut.thread_mm, nut) for nut in [*small, *big]))


def inch_nuts(sheet: Sheet) -> LockNutTable:
    """Inch lock nuts of inch adapter sleeves; what nobody remembers is measured at hand."""

    def inch(text: str) -> float | None:
        number, _ = cell(text)
        return round(number * 25.4, 3) if number is not None else None

    return LockNutTable(
        sheet.source,
        tuple(
            (
                float(row["bearing_bore_mm"]),
                LockNut(
                    round(float(row["thread_d_in"]) * 25.4, 3),
                    parse_pitch_mm(f"{row['threads_per_in']} tpi", "threads_per_in"),
                    inch(row["outside_d_in"]),
                    int(row["slots"]) if row["slots"] else None,
                    int(value(row["washer_tabs"])) if row["washer_tabs"] else None,
                    inch(row["slot_width_in"]),
                    source_id=sheet.source.id,
                    washer_mm=inch(row["washer_thickness_in"]),
                    series=row["code"],
                ),
            )
            for row in sheet.rows
        ),
    )


def ball_angles(sheet: Sheet) -> BallAngles:
    """Tightening angles of self-aligning ball bearings, from light metal contact."""
    return BallAngles(
        sheet.source,
        tuple(
            BallAngle(
                float(row["bore_mm"]),
                Span(value(row["angle_deg"]), value(row["angle_deg"], max)),
                value(row["drive_up_mm"]),
                cell(row["angle_deg"])[1],
            )
            for row in sheet.rows
        ),
    )


def inch_shafts(sheet: Sheet) -> InchShafts:
    """Tolerances of inch shafts. Where two memories differ, the narrower band."""
    return InchShafts(
        sheet.source,
        tuple(
            InchBand(row["kind"], float(row["over_in"]), float(row["to_in"]), value(row["upper_in"]), value(row["lower_in"], max))
            for row in sheet.rows
        ),
    )


def ring_table(sheet: Sheet) -> RingTable:
    """Deviations of bore and outside diameter of bearings."""
    return RingTable(
        sheet.source,
        tuple(
            RingBand(r["kind"], float(r["over_mm"]), float(r["to_mm"]), r["class"], float(r["lower_um"]), float(r["upper_um"])) for r in sheet.rows
        ),
    )


def material_table(sheet: Sheet) -> MaterialTable:
    """Materials of shafts and rings."""
    return MaterialTable(
        sheet.source,
        tuple(
            Material(r["material"], float(r["E_GPa"]), float(r["poisson"]), float(r["alpha_um_per_mK"]), range_of(r["alpha_range"]))
            for r in sheet.rows
        ),
    )


def sleeve_table(sheet: Sheet) -> SleeveTable:
    """Adapter sleeves of every series; both habits of inch shafts."""
    rows = []
    for row in sheet.rows:
        inches = [
            text for name in ("shaft_in_common", "shaft_in_other") for part in row[name].rstrip("?").split("~") for text in part.split(";") if text
        ]
        length, recall = cell(row["sleeve_length_mm"])
        rows.append(
            AdapterSleeve(
                float(row["bearing_bore_mm"]),
                value(row["shaft_mm"]),
                tuple(dict.fromkeys(inches)),
                length,
                row["series"],
                cell(row["nut_outside_mm"])[0],
                recall,
            )
        )
    return SleeveTable(sheet.source, tuple(rows))


def withdrawal_table(sheet: Sheet) -> WithdrawalTable:
    """Withdrawal sleeves with the nut that takes them off."""
    rows = []
    for row in sheet.rows:
        length, recall = cell(row["sleeve_length_mm"])
        rows.append(WithdrawalSleeve(float(row["bearing_bore_mm"]), value(row["shaft_mm"]), length, row["withdrawal_nut"], row["series"], recall))
    return WithdrawalTable(sheet.source, tuple(rows))


def dimension_table(*sheets: Sheet) -> DimensionTable:
    """Boundary dimensions by code, of one or more sheets; the source is the first one's."""
    return DimensionTable(
        sheets[0].source,
        tuple(
            BoundaryDimensions(
                row["code"],
                row["series"],
                value(row["d"]),
                value(row["D"]),
                value(row["B"]),
                float(row["mass_kg_approx"]) if row["mass_kg_approx"] else None,
                sheet.source.id,
            )
            for sheet in sheets
            for row in sheet.rows
        ),
    )


def stud_table(sheet: Sheet) -> StudTable:
    """Cam followers by roller diameter; what was remembered once says so."""
    rows = (
        StudRow(
            value(row["roller_od_mm"]),
            value(row["stud_d_mm"]),
            row["thread"].replace("~", " or "),
            value(row["clamp_torque_Nm_lubricated_typical"]),
            "?" in row["clamp_torque_Nm_lubricated_typical"],
        )
        for row in sheet.rows
    )
    return StudTable(sheet.source, tuple(rows))


def retaining_rings(sheet: Sheet) -> RetainingRings:
    """Retaining rings on a shaft and in a bore."""
    rows = []
    for row in sheet.rows:
        sits: Literal["shaft", "bore"] = "shaft" if row["sits"] == "shaft" else "bore"
        if row["sits"] not in ("shaft", "bore"):
            raise ValueError(f"retaining_ring.csv: “{row['sits']}” is neither shaft nor bore")
        rows.append(RingRow(sits, value(row["d_mm"]), value(row["groove_mm"]), value(row["ring_mm"]), value(row["slot_mm"])))
    return RetainingRings(sheet.source, tuple(rows))


def set_screws(sheet: Sheet) -> SetScrews:
    """Set screws by size and practice; what limits the screw alone is kept apart."""
    rows = (
        ScrewRow(
            row["screw"],
            row["hex_key"],
            Span(float(row["torque_min_Nm"]), float(row["torque_max_Nm"])),
            row["practice"],
            row["practice"].startswith("screw_upper_limit"),
        )
        for row in sheet.rows
    )
    return SetScrews(sheet.source, tuple(rows))


def insert_sizes(sheet: Sheet, screws: Sheet) -> InsertSizes:
    """Insert bearings by code; their set screws by bore, where both memories agree."""
    rows = (InsertRow(row["code"], value(row["d"]), value(row["D"]), value(row["C_mm"]), value(row["B_mm"])) for row in sheet.rows)
    agreed = ((float(row["bore_mm"]), row["screw"].split("x")[0]) for row in screws.rows if row["screw"] and not set("~?") & set(row["screw"]))
    return InsertSizes(sheet.source, tuple(rows), tuple(agreed))


def bolt_strength(sheet: Sheet) -> BoltStrength:
    """Strength of bolts by grade and size; where no proof stress is tabulated, the 0.2 % stress, and it says so."""
    rows = []
    for row in sheet.rows:
        over = row["size_from"].startswith(">")
        low, high = (_bolt_mm(row[name].lstrip(">")) for name in ("size_from", "size_to"))
        proof = row["proof_stress_MPa"]
        rows.append(
            BoltRow(
                row["standard"],
                row["grade"],
                low if over else low - 1e-6,
                high,
                float(proof or row["yield_or_0.2pct_MPa"]),
                not proof,
                row["size_from"].lstrip(">").startswith("M"),
            )
        )
    return BoltStrength(sheet.source, tuple(rows))


def _bolt_mm(size: str) -> float:
    if size.startswith("M"):
        return float(size[1:])
    whole, _, part = size.rpartition("-")
    top, _, bottom = part.partition("/")
    return ((float(whole) if whole else 0.0) + float(top) / float(bottom or 1)) * 25.4


def thickeners(sheet: Sheet) -> Thickeners:
    """Pairs of thickeners; where two memories differ the worse counts."""
    worse = ("compatible", "borderline", "incompatible")
    pairs = {}
    for row in sheet.rows:
        said = [part for part in row["verdict"].rstrip("?").split("~") if part]
        if not said or set(said) - set(worse):
            raise ValueError(f"thickener_compatibility.csv: “{row['verdict']}” is none of {', '.join(worse)}")
        doubtful = len(said) > 1 or row["verdict"].endswith("?")
        pairs[frozenset((row["a"], row["b"]))] = (max(said, key=worse.index), doubtful)
    return Thickeners(sheet.source, pairs)


def oil_grades(sheet: Sheet) -> OilGrades:
    """Viscosity at 40 and 100 °C (mm²/s) of each oil grade; of two memories the thinner."""
    return OilGrades(sheet.source, {row["ISO_VG"]: (value(row["nu_40"]), value(row["nu_100"])) for row in sheet.rows})


def seal_materials(sheet: Sheet) -> SealMaterials:
    """What materials of seals stand; a single speed where the list gives no range."""
    rows = []
    for row in sheet.rows:
        speed = value(row["max_speed_m_s"])
        spread = re.fullmatch(r"(\d+)-(\d+)", row["max_speed_range_m_s"])
        limits = Span(float(spread[1]), float(spread[2])) if spread else Span(speed, speed)
        name = row["material"].removesuffix(" (for comparison)")
        cold, hot = value(row["temp_min_C"]), value(row["temp_max_C"])
        rows.append(SealMaterial(name, cold, hot, speed, limits, row["shaft_Ra_um"], row["shaft_hardness"], row["note"]))
    return SealMaterials(sheet.source, tuple(rows))


def v_rings(sheet: Sheet) -> VRings:
    """Widths of V-rings when set; where two memories differ the larger stands beside: neither is safer."""
    bands = []
    for row in sheet.rows:
        low, recall = cell(row["set_width_mm"])
        high = value(row["set_width_mm"], max)
        other = high if recall is Recall.DIFFERS else None
        bands.append(VRingBand(value(row["shaft_over_mm"]), value(row["shaft_to_mm"]), low or 0.0, value(row["set_width_off_mm"]), other, recall))
    return VRings(sheet.source, tuple(bands))
