"""Tables against published rows, against each other, and against a reference library.

The rows named here were recalled from memory a second time, apart from the tables; nobody had the
printed standards at hand.
"""

from __future__ import annotations

import csv
import re
import shutil
from dataclasses import replace
from functools import partial
from importlib.resources import files
from itertools import pairwise
from pathlib import Path

import pytest
from pressfit import it_value

from tests.helpers import bearing
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper
from tribodex.core.errors import OutOfRange
from tribodex.core.fits.iso286 import tolerance_um
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.reduction import Card
from tribodex.core.mounting.shaft_fit import nominal_of, shaft_size
from tribodex.core.sources import Recall, cell
from tribodex.reference.library import DATA, load_reference
from tribodex.reference.tables import (
    bearings,
    clearances,
    fastening,
    fits,
    lubricants,
    nuts,
    seals,
    sleeves,
)
from tribodex.reference.tables.sheets import read_all, read_sheet
from tribodex.reference.tables.sound import GROWING, sound
from tribodex.usecases.books import Reference, Sheet

# ISO 5753-1, spherical roller bearings with tapered bore, µm; from memory.
ISO_5753_ROWS = [
    (28, Group.C2, 20, 30),
    (40, Group.C3, 50, 65),
    (50, Group.CN, 45, 60),
    (65, Group.C4, 95, 120),
    (75, Group.C3, 95, 120),
    (80, Group.CN, 70, 95),
    (90, Group.C5, 180, 230),
    (100, Group.C3, 110, 140),
    (120, Group.C3, 135, 170),
    (130, Group.C4, 200, 260),
    (160, Group.CN, 130, 180),
    (200, Group.C3, 220, 290),
    (240, Group.CN, 200, 270),
    (300, Group.C4, 430, 540),
]


@pytest.mark.parametrize(("bore", "group", "low", "high"), ISO_5753_ROWS)
def test_group_limits_agree_with_iso_5753_1(
    reference: Reference, bore: float, group: Group, low: float, high: float
) -> None:
    result = group_limits(reference.clearance, bearing(bore, bore * 1.8, bore * 0.45, group))
    assert (result.value, result.value_to) == (low, high)
    assert {line.source_id for line in result.working} == {"clearance_srb_tapered"}


def test_bands_are_over_and_up_to_and_including(reference: Reference) -> None:
    at_80 = reference.clearance.row(80)
    just_over = reference.clearance.row(80.001)
    assert (at_80.over_mm, at_80.to_mm) == (65, 80)
    assert (just_over.over_mm, just_over.to_mm) == (80, 100)


def test_neighbouring_groups_join_and_grow_with_the_bore(reference: Reference) -> None:
    groups = list(Group)
    for row in reference.clearance.rows:
        known = [group for group in groups if group in row.groups_um]
        assert known[:4] == groups[:4], "only C5 of the largest band is not known"
        for lower, upper in pairwise(known):
            assert row.groups_um[lower].high == row.groups_um[upper].low
        assert all(span.low < span.high for span in row.groups_um.values())
    for before, after in pairwise(reference.clearance.rows):
        for group in after.groups_um:
            assert before.groups_um[group].low <= after.groups_um[group].low
            assert before.groups_um[group].high < after.groups_um[group].high


@pytest.mark.parametrize("bore", [18, 1600.5, 2000])
def test_outside_the_table_is_an_error_with_the_limits(reference: Reference, bore: float) -> None:
    with pytest.raises(OutOfRange) as raised:
        reference.clearance.row(bore)
    assert raised.value.fields[0].name == "bore"
    assert "18 to 1600 mm" in raised.value.detail


@pytest.mark.parametrize("card", list(Card))
def test_cards_are_ordered_and_grow(reference: Reference, card: Card) -> None:
    rows = reference.cards[card].rows
    for row in rows:
        assert row.reduction_um.low < row.reduction_um.high
        for span in row.drive_up_mm.values():
            assert span.low < span.high
    for before, after in pairwise(rows):
        assert before.reduction_um.low <= after.reduction_um.low
        assert before.reduction_um.high <= after.reduction_um.high


@pytest.mark.parametrize("card", list(Card))
def test_cards_drive_up_about_fifteen_times_the_reduction(reference: Reference, card: Card) -> None:
    """Tables give 13 to 19 times for 1:12 and 33 to 50 for 1:30; common practice, no source."""
    for row in reference.cards[card].rows:
        for taper, low, high in ((Taper.ONE_IN_12, 10.8, 25.1), (Taper.ONE_IN_30, 33, 51)):
            if taper in row.drive_up_mm:
                ratio = row.drive_up_mm[taper].mid * 1000 / row.reduction_um.mid
                assert low < ratio < high, (row.over_mm, taper, ratio)


def test_card_a_leaves_a_window_somewhere_in_every_group(reference: Reference) -> None:
    """The greatest clearance of a group less the least reduction is above the residual limit: the
    card agrees with ISO 5753-1.
    """
    for row in reference.cards[Card.A].rows:
        limits = reference.clearance.row(row.to_mm).groups_um
        for group, least in row.least_residual_um.items():
            assert limits[group].high - row.reduction_um.low >= least, (row.to_mm, group)


def test_which_cards_have_residuals_and_how_sure_they_are(reference: Reference) -> None:
    assert all(
        row.least_residual_um for card in (Card.A, Card.A2) for row in reference.cards[card].rows
    )
    assert not any(row.least_residual_um for row in reference.cards[Card.B].rows)
    for row in reference.cards[Card.C].rows:
        assert set(row.least_residual_um) == {Group.CN, Group.C3}
        assert (
            row.recalled["residual_CN"] is Recall.ONCE
            and row.recalled["residual_C3"] is Recall.ONCE
        )
    assert all("residual_C3" not in row.recalled for row in reference.cards[Card.A].rows), (
        "card A was remembered twice alike"
    )
    assert reference.cards[Card.A].row(110).recalled["drive_up_1:12"] is Recall.DIFFERS
    assert reference.cards[Card.A].row(110).drive_up_mm[Taper.ONE_IN_12].low == 0.7, (
        "where two memories differ, the safer one"
    )


def test_card_a2_is_card_a_with_a_longer_way(reference: Reference) -> None:
    """On a sleeve, which beds in: the same reductions and residuals, a longer drive-up (practice,
    remembered once).
    """
    for a, b in zip(reference.cards[Card.A].rows, reference.cards[Card.A2].rows, strict=True):
        assert a.reduction_um == b.reduction_um and a.least_residual_um == b.least_residual_um
        assert b.drive_up_mm[Taper.ONE_IN_12].high > a.drive_up_mm[Taper.ONE_IN_12].high


def test_a_cell_says_how_it_was_remembered() -> None:
    assert cell("12~13", max) == (13, Recall.DIFFERS) and cell("12?") == (12, Recall.ONCE)
    assert cell("0.75") == (0.75, Recall.TWICE) and cell("") == (None, Recall.TWICE)


def outsides_in_the_registry() -> dict[float, set[float]]:
    """Outside diameters by bore, of other kinds of bearing: data files of the registry package
    bd-warehouse (bores to 30 mm).
    """
    outsides: dict[float, set[float]] = {}
    for kind in ("tapered_roller", "cylindrical_roller", "angular_contact_ball"):
        text = (
            files("bd_warehouse")
            .joinpath(f"data/single_row_{kind}_bearing_parameters.csv")
            .read_text()
        )
        for row in csv.reader(text.splitlines()[1:]):
            found = re.match(r"M(\d+)-(\d+)-", row[0])
            assert found
            outsides.setdefault(float(found[1]), set()).add(float(found[2]))
    return outsides


@pytest.mark.parametrize(("series", "count"), [(("222", "213"), 5), (("12", "22", "13", "23"), 8)])
def test_boundary_dimensions_share_diameter_series_with_other_bearings(
    reference: Reference, series: tuple[str, ...], count: int
) -> None:
    """ISO 15: one diameter series has one outside diameter for a bore, whatever rolls in it."""
    outsides = outsides_in_the_registry()
    compared = [
        row for row in reference.dimensions.rows if row.series in series and row.bore_mm in outsides
    ]
    assert len(compared) >= count
    for row in compared:
        assert row.outside_mm in outsides[row.bore_mm], row.code


def test_series_of_one_diameter_series_agree(reference: Reference) -> None:
    """ISO 15: 222 and 232 are diameter series 2; 213 and 223 are diameter series 3."""
    by_code = {(row.series, row.bore_mm): row for row in reference.dimensions.rows}
    pairs = [("222", "232"), ("213", "223")]
    compared = 0
    for first, second in pairs:
        for (series, bore), row in by_code.items():
            other = by_code.get((second, bore))
            if series == first and other:
                assert row.outside_mm == other.outside_mm
                assert row.width_mm < other.width_mm
                compared += 1
    assert compared > 20


def test_codes_name_their_bore(reference: Reference) -> None:
    """From 04 on the last two figures times five are the bore (ISO 15 practice)."""
    for row in reference.dimensions.rows:
        named = float(row.code.split("/")[1]) if "/" in row.code else int(row.code[-2:]) * 5
        assert named == row.bore_mm


def test_lock_nut_threads_follow_iso_2982_2(reference: Reference) -> None:
    """Pitch 1 at 20 mm, 1.5 to 50, 2 to 150, 3 to 200 mm (ISO 2982-2, from memory); the size number
    times five is the thread.
    """
    for _, nut in reference.nuts.rows:
        if nut.thread_mm > 200:
            continue
        expected = (
            1
            if nut.thread_mm <= 20
            else 1.5
            if nut.thread_mm <= 50
            else 2
            if nut.thread_mm <= 150
            else 3
        )
        assert nut.pitch_mm == expected, nut.thread_mm
        assert nut.slots == 4
        assert nut.tabs is not None and nut.tabs % 2 == 1


def test_large_lock_nuts_have_trapezoidal_threads_of_iso_2904(reference: Reference) -> None:
    """ISO 2904 metric trapezoidal threads for lock nuts: 4 mm to 300, 5 to 500, 6 to 630, 7 to 800,
    8 above (from memory).
    """
    large = [nut for _, nut in reference.nuts.rows if nut.thread_mm > 200]
    assert len(large) > 10
    pitches = [nut.pitch_mm for nut in sorted(large, key=lambda n: n.thread_mm)]
    assert pitches == sorted(pitches) and set(pitches) <= {4, 5, 6, 7, 8}
    assert all(nut.tabs is None for nut in large), "positions of plate and clip are counted at hand"


def test_inch_nuts_have_threads_per_inch(reference: Reference) -> None:
    """Threads per inch fall as the nut grows: 32, 18, 12, 8 (from memory); the bore's code times
    five is the bore.
    """
    rows = sorted(reference.inch_nuts.rows)
    pitches = [nut.pitch_mm for _, nut in rows]
    assert pitches == sorted(pitches)
    assert {round(25.4 / pitch) for pitch in pitches} <= {32, 18, 12, 8, 6, 5}
    for bore, nut in rows:
        assert abs(nut.thread_mm - bore) < 0.06 * bore + 2, bore


# ISO 5753-1, self-aligning ball bearings with tapered bore, µm; recalled from memory a second time,
# apart from the table.
SAB_ROWS = [
    (25, Group.CN, 15, 28),
    (40, Group.C3, 29, 46),
    (60, Group.CN, 27, 47),
    (80, Group.C4, 69, 98),
    (100, Group.C3, 62, 90),
]


@pytest.mark.parametrize(("bore", "group", "low", "high"), SAB_ROWS)
def test_self_aligning_ball_limits_agree_with_iso_5753_1(
    reference: Reference, bore: float, group: Group, low: float, high: float
) -> None:
    span = reference.ball_clearance.row(bore).groups_um[group]
    assert (span.low, span.high) == (low, high)


def test_metric_fine_pitches_exist_in_iso_261(reference: Reference) -> None:
    """ISO 261 fine pitches above 18 mm: 1, 1.5, 2, 3, 4, 6 (from memory)."""
    assert {nut.pitch_mm for _, nut in reference.nuts.rows if nut.thread_mm <= 200} <= {
        1,
        1.5,
        2,
        3,
        4,
        6,
    }


def test_sleeves_fit_inside_their_bearing(reference: Reference) -> None:
    for sleeve in reference.sleeves.rows:
        assert sleeve.shaft_mm < sleeve.bearing_bore_mm
        for text, mm in sleeve.nominals():
            assert nominal_of(sleeve, mm) is not None and mm < sleeve.bearing_bore_mm, text
    for withdrawal in reference.withdrawal.rows:
        assert withdrawal.shaft_mm < withdrawal.bearing_bore_mm


def test_a_sleeve_names_the_inch_shaft_that_goes_with_it(reference: Reference) -> None:
    """2 7/16 in goes with a 75 mm bore (common practice, no source)."""
    sleeve = reference.sleeves.find("222", 75)
    assert sleeve is not None and nominal_of(sleeve, 2.4375 * 25.4) == ("2-7/16 in", 61.9125)
    assert nominal_of(sleeve, 63) is None


# What goes with what (ISO 2982-1 and the nut's diameter of each sleeve, remembered twice).
@pytest.mark.parametrize(
    ("series", "bore", "nut_series", "outside"),
    [
        ("230", 140, "light", 165),
        ("231", 140, "normal", 180),
        ("222", 140, "normal", 180),
        ("230", 240, "HM30", 290),
        ("231", 240, "HM31", 300),
        ("223", 240, "HM31", 300),
        ("239", 240, "HM30", 290),
        ("222", 90, "normal", 120),
    ],
)
def test_the_nut_follows_the_sleeve_of_the_series(
    reference: Reference, series: str, bore: float, nut_series: str, outside: float
) -> None:
    sleeve = reference.sleeves.find(series, bore)
    assert sleeve is not None and sleeve.nut_outside_mm == outside
    nut = reference.nuts.find(bore, sleeve.nut_outside_mm)
    assert nut is not None and (nut.series, nut.outside_mm) == (nut_series, outside)


def test_where_two_nuts_have_one_thread_neither_is_taken_by_chance(reference: Reference) -> None:
    nut = reference.nuts.find(240)
    assert nut is not None and nut.pitch_mm == 4 and nut.outside_mm is None and nut.slots is None


def test_washers_have_a_thickness(reference: Reference) -> None:
    """About 1 mm for small threads, 1.25 to 1.75 for 50 to 100 mm, 2 mm and up from 115 mm
    (remembered twice, ISO 2982-2).
    """
    for _, nut in reference.nuts.rows:
        if nut.washer_mm is not None:
            low, high = (
                (1, 1.25)
                if nut.thread_mm <= 50
                else (1.25, 1.75)
                if nut.thread_mm <= 110
                else (2, 2.5)
            )
            assert low <= nut.washer_mm <= high, nut.thread_mm
    assert reference.nuts.find(90, 120).washer_mm == 1.75  # type: ignore[union-attr]


def test_standard_tolerances_agree_with_a_reference_library() -> None:
    """IT5 and IT9 against the registry package pressfit (ISO 286-1)."""
    for nominal in (25, 30, 35, 50, 60, 80, 100, 120, 140, 180, 200, 250, 300, 400):
        for grade in (5, 9):
            assert tolerance_um(nominal, grade) == pytest.approx(it_value(nominal, grade), abs=0.6)


@pytest.mark.parametrize(
    ("shaft", "level"),
    [
        (80.0, "unknown"),
        (79.95, "good"),
        (79.926, "good"),
        (79.92, "stop"),
        (80.01, "stop"),
        (79.65, "stop"),
    ],
)
def test_the_shaft_is_judged_by_h9(reference: Reference, shaft: float, level: str) -> None:
    """h9 of 80 mm is 0 to -0.074 mm (ISO 286-2, from memory)."""
    found = nominal_of(reference.sleeves.find("222", 90), shaft)  # type: ignore[arg-type]
    assert found is not None
    assert shaft_size(found, shaft, reference.inch_shafts, False).verdict.level.value == level  # type: ignore[union-attr]


def test_inch_shafts_have_bands_of_their_own(reference: Reference) -> None:
    """A housed unit on 2 7/16 in: 2.4375 in +0/-0.003 in (common practice, no source)."""
    shown = shaft_size(("2-7/16 in", 61.9125), 61.87, reference.inch_shafts, True)
    assert (
        shown.value == pytest.approx((2.4375 - 0.003) * 25.4)
        and shown.verdict is not None
        and shown.verdict.level.value == "good"
    )
    assert (
        shaft_size(("2-7/16 in", 61.9125), 61.82, reference.inch_shafts, True).verdict.word
        == "under size"
    )  # type: ignore[union-attr]


def test_ball_angles_are_those_of_practice(reference: Reference) -> None:
    """45 mm: 80°, 85 mm: 110°, 120 mm: 125 or 130°, from light metal contact (common practice,
    remembered twice).
    """
    rows = {row.bore_mm: row for row in reference.ball_angles.rows}
    assert (
        rows[45].angle_deg == Span(80, 80)
        and rows[85].angle_deg == Span(110, 110)
        and rows[120].recall is Recall.DIFFERS
    )


def test_every_table_has_a_source_that_says_how_sure_it_is() -> None:
    sheets = read_all(DATA / "tables")
    assert len(sheets) >= 12
    for sheet in sheets.values():
        assert sheet.rows and sheet.columns
        assert sheet.source.confidence
        assert sheet.source.checked in ("print", "memory", "derivation")


def test_a_broken_table_stops_the_start(tmp_path: Path) -> None:
    for name in ("tables", "failure_marks"):
        shutil.copytree(DATA / name, tmp_path / name)
    (tmp_path / "procedures").mkdir()
    broken = tmp_path / "tables" / "clearance_srb_tapered.csv"
    lines = broken.read_text().splitlines()
    broken.write_text("\n".join(lines[:5] + lines[6:]) + "\n")
    with pytest.raises(ValueError, match="a gap or overlap between 50 and 65 mm"):
        load_reference(tmp_path)


def test_a_short_row_is_named_with_its_line(tmp_path: Path) -> None:
    (tmp_path / "x.csv").write_text("a,b\n1,2\n3\n")
    (tmp_path / "x.source.yaml").write_text(
        "{id: x, title: X, source: s, grade: practice, checked: memory}"
    )
    with pytest.raises(ValueError, match=r"x\.csv line 3"):
        read_sheet(tmp_path, "x")


READERS = {
    "clearance_srb_tapered": (clearances.clearance_table,),
    "clearance_srb_cylindrical": (clearances.clearance_table,),
    "clearance_self_aligning_ball_tapered": (clearances.clearance_table,),
    "clearance_deep_groove_ball": (clearances.clearance_table,),
    "reduction_srb_tapered": (clearances.reduction_cards,),
    "lock_nut_metric": (nuts.metric_nuts, "lock_nut_metric", "lock_nut_metric_large"),
    "lock_nut_metric_large": (nuts.metric_nuts, "lock_nut_metric", "lock_nut_metric_large"),
    "lock_nut_inch": (nuts.inch_nuts,),
    "material": (fits.material_table,),
    "adapter_sleeve": (sleeves.sleeve_table,),
    "withdrawal_sleeve": (sleeves.withdrawal_table,),
    "sab_angle": (clearances.ball_angles,),
    "inch_shaft": (fits.inch_shafts,),
    "bearing_srb_dimensions": (bearings.dimension_table,),
    "bearing_sab_dimensions": (bearings.dimension_table,),
    "bearing_dgbb_dimensions": (bearings.dimension_table,),
    "iso492_ring": (fits.ring_table,),
    "retaining_ring": (fastening.retaining_rings,),
    "cam_follower_stud": (bearings.stud_table,),
    "set_screw_torque": (fastening.set_screws,),
    "bolt_strength": (fastening.bolt_strength,),
    "thickener_compatibility": (lubricants.thickeners,),
    "iso_vg": (lubricants.oil_grades,),
    "seal_material": (seals.seal_materials,),
    "v_ring": (seals.v_rings,),
    "insert_dimensions": (bearings.insert_sizes, "insert_dimensions", "insert_screw"),
    "insert_screw": (bearings.insert_sizes, "insert_dimensions", "insert_screw"),
}
# Written for people, or names.
WORDS = {
    "series",
    "ISO_VG",
    "code",
    "temp_max_short_C",
    "max_speed_range_m_s",
    "shaft_Ra_um",
    "alpha_range",
    "shaft_in_common",
    "shaft_in_other",
    "size_from",
    "size_to",
}
SHEETS = read_all(DATA / "tables")


def _made(name: str, changed: Sheet) -> object:
    reader, *names = READERS[name]
    return reader(*({**SHEETS, name: changed}[each] for each in names or [name]))  # type: ignore[operator]


def _numeric(sheet: Sheet, column: str) -> bool:
    filled = [row[column] for row in sheet.rows if row[column]]
    return (
        column not in WORDS
        and bool(filled)
        and all(re.fullmatch(r"-?[\d.]+([~][\d.]+)*\??", text) for text in filled)
    )


def test_every_table_has_its_reader() -> None:
    assert set(READERS) == set(SHEETS)


@pytest.mark.parametrize("name", READERS)
def test_an_empty_cell_is_refused_or_unknown_never_nought(name: str) -> None:
    """Each number of the first, a middle and the last row, emptied or mistyped: named by file, line
    and column, or unknown; never made up.
    """
    sheet, whole = SHEETS[name], repr(_made(name, SHEETS[name]))
    for column in filter(partial(_numeric, sheet), sheet.columns):
        for at in sorted({0, len(sheet.rows) // 2, len(sheet.rows) - 1}):
            if not sheet.rows[at][column]:
                continue
            for typed in ("", "twelve"):
                rows = [
                    dict(row) | ({column: typed} if at == n else {})
                    for n, row in enumerate(sheet.rows)
                ]
                try:
                    made = repr(_made(name, replace(sheet, rows=tuple(rows))))
                except ValueError as error:
                    assert f"{name}.csv line {at + 2}, {column}: " in str(
                        error
                    ) or "a gap or overlap" in str(error), (column, at, str(error))
                    continue
                assert not typed or made == whole, f"{column} “twelve” was taken"
                for nought in (r"\b0\.0\b", r"=0\b", r"nan"):
                    assert len(re.findall(nought, made)) <= len(re.findall(nought, whole)), (
                        f"{column}, row {at}: an empty cell became {nought}"
                    )


def test_a_card_without_its_reduction_does_not_begin_at_nought() -> None:
    """An emptied lower reduction made “0 to 50 µm”: drive-up would end with the whole clearance
    left, and be called right.
    """
    sheet = SHEETS["reduction_srb_tapered"]
    rows = [dict(row) for row in sheet.rows]
    rows[6]["reduction_min_mm"] = ""
    with pytest.raises(
        ValueError,
        match=(
            r"reduction_srb_tapered.csv line 8, reduction_min_mm: the cell is empty; a number is"
            r" needed"
        ),
    ):
        clearances.reduction_cards(replace(sheet, rows=tuple(rows)))
    rows[6]["reduction_min_mm"], rows[6]["driveup_1_12_min_mm"] = "0.03", ""
    with pytest.raises(ValueError, match="driveup_1_12_min_mm"):
        clearances.reduction_cards(replace(sheet, rows=tuple(rows)))


CHAINS = [(table, chain) for table, chains in GROWING.items() for chain in chains]


@pytest.mark.parametrize(
    ("table", "chain"), CHAINS, ids=[f"{table} {'<'.join(chain)}" for table, chain in CHAINS]
)
def test_a_row_that_no_part_can_be_stops_the_start(table: str, chain: tuple[str, ...]) -> None:
    """Each number of a chain, at the value of the one before it, is refused at its cell; so is
    nought where a size stands.
    """
    sheet = read_sheet(DATA / "tables", table)
    row = next(row for row in sheet.rows if all(name == "0" or row[name] for name in chain))
    for before, column in pairwise(chain):
        wrong = {**row, column: "0" if before == "0" else row[before].split("~")[0].rstrip("?")}
        with pytest.raises(
            ValueError, match=rf"{table}\.csv line 2, {column}: .* is not more than"
        ):
            sound([replace(sheet, rows=(wrong,))])
    sound([sheet])


def test_a_groove_goes_into_the_shaft_and_into_the_wall_of_a_bore() -> None:
    sheet = read_sheet(DATA / "tables", "retaining_ring")
    for sits, groove in (("shaft", "101"), ("bore", "99")):
        row = {"sits": sits, "d_mm": "100", "groove_mm": groove, "ring_mm": "3", "slot_mm": "3.15"}
        with pytest.raises(ValueError, match="is not more than"):
            sound([replace(sheet, rows=(row,))])


def test_a_group_that_ends_before_it_begins_or_lies_below_the_one_before_stops_the_start() -> None:
    sheet = read_sheet(DATA / "tables", "clearance_srb_tapered")
    for name, value, at in (
        ("C3_max", "50", "C3_max"),
        ("C4_min", "1", "C4_min"),
        ("CN_max", "1000", "C3_max"),
    ):
        with pytest.raises(ValueError, match=f"line 2, {at}: "):
            clearances.clearance_table(replace(sheet, rows=({**sheet.rows[9], name: value},)))
