"""Rows of tables compared with print: corrected, added, withdrawn; what is worked out afterwards
uses them, a slip of the pen is asked back.
"""

from __future__ import annotations

from dataclasses import replace
from itertools import count
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import BEGIN, DRAFT, MemoryStore
from tests.usecases.by_hand import tap
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import (
    CardDraft,
    CardRowDraft,
    RowDraft,
    keep_card,
    keep_row,
    with_own_cards,
    with_rows,
    withdraw,
)
from tribodex.usecases.crib.table_rows import kept_rows, named_by, plain, sources_said
from tribodex.usecases.crib.used import rests_on
from tribodex.usecases.jobs import plan_of
from tribodex.usecases.ports import CribItem
from tribodex.usecases.tables import table_heads, table_view

LIMITS = "clearance_srb_tapered"
COUNT = count()


def shipped(reference: Reference, table: str, **cells: str) -> dict[str, str]:
    """The row of a table with these cells."""
    sheet = next(sheet for sheet in reference.shipped if sheet.source.id == table)
    return next(row for row in sheet.rows if all(row[name] == text for name, text in cells.items()))


def said(
    was: dict[str, str], second: str = "Bram Sedgeley", meant: str = "", **changed: str
) -> RowDraft:
    return RowDraft(
        was,
        {**{name: plain(text) for name, text in was.items()}, **changed},
        "a standard, 2009",
        "p. 7",
        second,
        meant,
    )


def keep(
    store: MemoryStore, reference: Reference, table: str, draft: RowDraft, reason: str = ""
) -> str:
    return keep_row(
        store, reference, table, draft, reason, tap=tap(f"row{next(COUNT)}"), recorded_at=BEGIN
    )


def refused(store: MemoryStore, reference: Reference, table: str, draft: RowDraft) -> set[str]:
    before = len(store.crib_items())
    with pytest.raises(InvalidInput) as error:
        keep(store, reference, table, draft)
    assert len(store.crib_items()) == before
    return {field.name for field in error.value.fields}


def test_a_corrected_row_is_what_a_plan_uses_and_the_table_is_a_later_version(
    reference: Reference,
) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    before = plan_of(store, reference, DRAFT)
    assert before.groups_um["C3"].high == float(was["C3_max"])
    keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"))
    after = plan_of(store, reference, DRAFT)
    assert after.groups_um["C3"].high == 138
    assert after.table_versions[LIMITS] == before.table_versions[LIMITS] + 1
    # Another site, and the program itself, have the table as it ships.
    assert (
        plan_of(MemoryStore(), reference, DRAFT) == before and with_rows(reference, ()) is reference
    )


def test_a_row_that_print_says_too_is_marked_and_nothing_else_changes(reference: Reference) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    keep(store, reference, LIMITS, said(was, second=""))
    assert plan_of(store, reference, DRAFT) == plan_of(MemoryStore(), reference, DRAFT)
    view = table_view(with_own_cards(reference, store), LIMITS, store.crib_items())
    (check,) = view.checks
    assert (check.state, view.rows[check.at or 0]) == ("compared", tuple(was.values()))
    assert (
        check.versions[0].second == ""
        and "1 of 30 rows" in view.source.confidence
        and view.source.checked == "memory"
    )


def test_who_left_is_a_pseudonym_beside_the_row_too(reference: Reference) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"))
    view = table_view(
        with_own_cards(reference, store),
        LIMITS,
        store.crib_items(),
        {"Bram Sedgeley": "somebody who left"},
    )
    assert view.checks[0].versions[0].second == "somebody who left"


def test_a_table_is_compared_with_print_only_when_every_row_is(reference: Reference) -> None:
    store = MemoryStore()
    sheet = next(sheet for sheet in reference.shipped if sheet.source.id == "v_ring")
    for i, row in enumerate(sheet.rows):
        assert sources_said(reference, store.crib_items())["v_ring"].checked == "memory"
        second = "Bram Sedgeley" if any("~" in cell for cell in row.values()) else ""
        cells = {name: cell.removesuffix("?").split("~")[0] for name, cell in row.items()}
        keep(store, reference, "v_ring", RowDraft(row, cells, "a catalogue", f"row {i}", second))
    assert sources_said(reference, store.crib_items())["v_ring"].checked == "print"
    assert all(
        "?" not in cell and "~" not in cell
        for row in table_view(with_own_cards(reference, store), "v_ring").rows
        for cell in row
    )


def test_a_size_that_no_table_has_is_typed_once_and_known_everywhere(reference: Reference) -> None:
    store = MemoryStore()
    draft = replace(DRAFT, designation="22299 K C3", shaft="")
    with pytest.raises(InvalidInput, match="not in the dimension table"):
        plan_of(store, reference, replace(draft, shaft="80 mm"))
    cells = {
        "series": "222",
        "code": "22299",
        "d": "90",
        "D": "160",
        "B": "40",
        "mass_kg_approx": "",
    }
    item = keep(
        store,
        reference,
        "bearing_srb_dimensions",
        RowDraft({}, cells, "the maker's sheet 4", "p. 2", "Bram Sedgeley"),
    )
    plan = plan_of(store, reference, replace(draft, shaft="80 mm"))
    assert (plan.bearing.bore_mm, plan.bearing.outside_mm, plan.bearing.width_mm) == (90, 160, 40)
    own = with_own_cards(reference, store)
    assert own.known_sizes.find("22299") is not None and reference.known_sizes.find("22299") is None
    view = table_view(own, "bearing_srb_dimensions", store.crib_items())
    assert [(check.state, check.was) for check in view.checks] == [("added", ())]
    # Said again it is a version of the same row, with a reason.
    again = RowDraft({}, {**cells, "B": "42"}, "sheet 5", "p. 2", "Bram Sedgeley")
    assert keep(store, reference, "bearing_srb_dimensions", again, "newer sheet") == item
    assert (
        len(
            table_view(
                with_own_cards(reference, store), "bearing_srb_dimensions", store.crib_items()
            )
            .checks[0]
            .versions
        )
        == 2
    )


def test_withdrawn_the_shipped_row_holds_and_the_history_stays(reference: Reference) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    item = keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"))
    withdraw(store, item, "read the wrong line", tap("w"), BEGIN)
    assert plan_of(store, reference, DRAFT).groups_um["C3"].high == float(was["C3_max"])
    (check,) = table_view(with_own_cards(reference, store), LIMITS, store.crib_items()).checks
    assert (check.state, check.at) == ("left out", None) and [
        one.withdrawn for one in check.versions
    ] == [False, True]
    with pytest.raises(InvalidInput, match="Why is it changed"):
        keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"))
    keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"), "was right after all")
    assert plan_of(store, reference, DRAFT).groups_um["C3"].high == 138


@pytest.mark.parametrize(
    ("changed", "at"),
    [
        ({"C3_max": ""}, "cells.C3_max"),
        ({"C3_max": "14O"}, "cells.C3_max"),
        ({"C3_max": "1380"}, "cells.C3_max"),
        ({"C3_max": "0.138"}, "cells.C3_max"),
        ({"C3_max": "-138"}, "cells.C3_max"),
        ({"C3_max": "138?"}, "cells.C3_max"),
        ({"C3_max": "138~140"}, "cells.C3_max"),
        ({"C3_max": "137,5"}, "cells.C3_max"),
        ({"C3_max": "inf"}, "cells.C3_max"),
        ({"d_to_mm": "95"}, "cells.d_over_mm"),
        ({"C9_max": "1"}, "cells.C9_max"),
        ({"d_over_mm": "", "d_to_mm": ""}, "cells.d_over_mm"),
        # C3 is 110 to 140 there, CN 80 to 110.
        ({"C3_max": "105"}, "cells.C3_max"),
        ({"C3_min": "78"}, "cells.C3_min"),
        ({"CN_max": "150"}, "cells.C3_max"),
    ],
)
def test_what_cannot_be_meant_is_named_at_its_cell_and_not_kept(
    reference: Reference, changed: dict[str, str], at: str
) -> None:
    found = refused(
        MemoryStore(),
        reference,
        LIMITS,
        said(shipped(reference, LIMITS, d_over_mm="80"), **changed),
    )
    assert at in found


def test_where_print_says_nothing_a_dash_says_so_and_an_empty_cell_is_asked_about(
    reference: Reference,
) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    assert refused(store, reference, LIMITS, said(was, C5_min="", C5_max="–")) == {"cells.C5_min"}
    keep(store, reference, LIMITS, said(was, C5_min="-", C5_max="–"))
    assert "C5" not in plan_of(store, reference, DRAFT).groups_um


def test_a_number_far_from_the_remembered_one_is_taken_once_it_is_meant(
    reference: Reference,
) -> None:
    store, was = MemoryStore(), shipped(reference, "v_ring")
    far = str(float(plain(was["set_width_mm"]) or 2.5) * 2)
    assert refused(store, reference, "v_ring", said(was, set_width_mm=far)) == {
        "cells.set_width_mm"
    }
    keep(store, reference, "v_ring", said(was, meant="cells.set_width_mm", set_width_mm=far))


def test_what_changes_a_table_is_read_by_two_and_stands_somewhere_in_print(
    reference: Reference,
) -> None:
    was = shipped(reference, LIMITS, d_over_mm="80")
    store = MemoryStore()
    assert refused(store, reference, LIMITS, said(was, second="", C3_max="138")) == {"second"}
    assert refused(store, reference, LIMITS, said(was, second=" tester ", C3_max="138")) == {
        "second"
    }
    assert refused(store, reference, LIMITS, replace(said(was), edition=" ", page="")) == {
        "edition",
        "page",
    }
    assert refused(store, reference, LIMITS, replace(said(was), was={**was, "C3_max": "1"})) >= {
        "was"
    }
    with pytest.raises(NotFound):
        keep(store, reference, "no_such_table", said(was))
    keep(store, reference, LIMITS, said(was))
    with pytest.raises(Refused, match="kept so already"):
        keep(store, reference, LIMITS, said(was))


def test_what_two_read_is_not_said_otherwise_by_one(reference: Reference) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"))
    assert refused(store, reference, LIMITS, said(was, second="")) == {"second"}
    keep(
        store,
        reference,
        LIMITS,
        said(was, second="", C3_max="138", C4_min="138"),
        "looked at it again in a newer edition",
    )
    keep(store, reference, LIMITS, said(was), "misread by both of us")
    assert plan_of(store, reference, DRAFT).groups_um["C3"].high == float(was["C3_max"])


@pytest.mark.parametrize(
    ("table", "cells", "at"),
    [
        (
            "bearing_srb_dimensions",
            {"series": "222", "code": "22299", "d": "160", "D": "90", "B": "40"},
            "cells.D",
        ),
        (
            "bearing_srb_dimensions",
            {"series": "222", "code": "22299", "d": "0", "D": "90", "B": "40"},
            "cells.d",
        ),
        (
            "retaining_ring",
            {"sits": "shaft", "d_mm": "101", "groove_mm": "105", "ring_mm": "3", "slot_mm": "3.15"},
            "cells.d_mm",
        ),
        (
            "retaining_ring",
            {"sits": "hub", "d_mm": "101", "groove_mm": "98", "ring_mm": "3", "slot_mm": "3.15"},
            "cells.sits",
        ),
        ("iso_vg", {"ISO_VG": "55", "nu_40": "8", "nu_100": "55"}, "cells.nu_40"),
        (
            "withdrawal_sleeve",
            {"series": "AH9", "bearing_bore_mm": "85", "shaft_mm": "85"},
            "cells.bearing_bore_mm",
        ),
    ],
)
def test_what_no_part_can_be_is_not_added(
    reference: Reference, table: str, cells: dict[str, str], at: str
) -> None:
    assert refused(
        MemoryStore(), reference, table, RowDraft({}, cells, "a sheet", "1", "Bram Sedgeley")
    ) == {at}


def test_two_rows_of_one_name_cannot_be(reference: Reference) -> None:
    store, sizes = MemoryStore(), "bearing_srb_dimensions"
    row = {"series": "22", "code": "22218", "d": "91", "D": "160", "B": "40", "mass_kg_approx": ""}
    assert refused(store, reference, sizes, RowDraft({}, row, "sheet", "1", "Bram Sedgeley")) == {
        "cells.code"
    }
    was = shipped(reference, sizes, code="22220")
    assert "cells.code" in refused(store, reference, sizes, said(was, code="22218"))
    assert "cells.d_over_mm" in refused(
        store,
        reference,
        LIMITS,
        RowDraft({}, shipped(reference, LIMITS, d_over_mm="80"), "x", "1", "Bram Sedgeley"),
    )


def test_every_table_can_be_compared_row_by_row(reference: Reference) -> None:
    for sheet in reference.shipped:
        assert len({tuple(row[name] for name in named_by(sheet)) for row in sheet.rows}) == len(
            sheet.rows
        ), sheet.source.id
        store = MemoryStore()
        first = next(
            (row for row in sheet.rows if not any("~" in cell for cell in row.values())), None
        )
        if first is not None:
            keep(store, reference, sheet.source.id, said(first, second=""))
            own = with_own_cards(reference, store)
            assert table_view(own, sheet.source.id, store.crib_items()).checks[0].at is not None, (
                sheet.source.id
            )
            assert {head.id for head in table_heads(own)} == {
                head.id for head in table_heads(reference)
            }


def test_a_row_that_a_newer_program_ships_otherwise_is_left_out_and_said_so(
    reference: Reference,
) -> None:
    store, was = MemoryStore(), shipped(reference, LIMITS, d_over_mm="80")
    keep(store, reference, LIMITS, said(was, C3_max="138", C4_min="138"))
    keep(store, reference, "v_ring", said(shipped(reference, "v_ring"), second=""))
    (old,) = (item for item in store.crib if item.kind == "row" and item.payload["table"] == LIMITS)
    gone: Any = {**old.payload, "was": {**was, "C3_max": "1"}}
    store.crib[store.crib.index(old)] = replace(old, payload=gone)
    own = with_own_cards(reference, store)
    assert plan_of(store, reference, DRAFT).groups_um["C3"].high == float(was["C3_max"])
    assert table_view(own, LIMITS, store.crib_items()).checks[0].state == "left out"
    assert "v_ring" in {row.table for row in kept_rows(store.crib_items()).values()}


def test_a_sheet_read_by_two_says_so_and_its_typist_is_not_the_second(reference: Reference) -> None:
    store = MemoryStore()
    row = CardRowDraft(over="80", to="100", reduction_low="0.040", reduction_high="0.060")
    keep_card(
        store,
        "own-1",
        CardDraft("Sheet 9", "maker's sheet 9", "22218", (row,), second="Bram Sedgeley"),
        "",
        tap("c"),
        recorded_at=BEGIN,
    )
    source = with_own_cards(reference, store).sources["own-1"]
    assert "read by Bram Sedgeley as well" in source.source and "Two people" in source.confidence
    with pytest.raises(InvalidInput, match="somebody else"):
        keep_card(
            store,
            "own-2",
            CardDraft("Sheet 9", "maker's sheet 9", "22218", (row,), second="tester"),
            "",
            tap("d"),
            recorded_at=BEGIN,
        )


@given(bore=st.floats(20, 200))
def test_only_jobs_of_the_rows_own_bores_rest_on_it(bore: float) -> None:
    kept = kept_rows([_item({"d_over_mm": "65", "d_to_mm": "80"})])["row-1"]
    payload = {
        "source_id": LIMITS,
        "bearing": {"bore_mm": bore, "outside_mm": 2 * bore},
        "sleeve": {"bore_mm": 70.0},
    }
    assert rests_on(payload, kept, kept.was) == (65 < bore <= 80)


def _item(was: dict[str, str]) -> CribItem:
    payload = {"table": LIMITS, "was": was, "cells": was, "edition": "e", "page": "p", "second": ""}
    return CribItem("row-1", 1, "row", payload, False, "", "id", "Tester", BEGIN)


def test_many_corrected_rows_are_read_together(reference: Reference) -> None:
    """Keeping one more, or a newer program, does not read every table once for each row."""
    made: list[int] = []
    counted = replace(
        reference,
        change=lambda changes, versions: (
            made.append(len(changes)),
            reference.change(changes, versions),
        )[1],
    )
    store = MemoryStore()
    sheet = next(
        sheet for sheet in reference.shipped if sheet.source.id == "bearing_srb_dimensions"
    )
    for row in sheet.rows[:12]:
        keep(store, counted, sheet.source.id, said(row, B=str(float(row["B"]) + 1)))
    assert len(made) <= 2 * 12
    made.clear()
    gone = next(item for item in store.crib if item.kind == "row")
    payload: Any = {**gone.payload, "was": {**gone.payload["was"], "B": "1"}}
    store.crib[store.crib.index(gone)] = replace(gone, payload=payload)
    own = with_rows(counted, store.crib_items())
    assert (
        len(made) <= 4
        and own.dimensions.find(sheet.rows[1]["code"]).width_mm == float(sheet.rows[1]["B"]) + 1
    )  # type: ignore[union-attr]
    assert own.dimensions.find(sheet.rows[0]["code"]).width_mm == float(sheet.rows[0]["B"])  # type: ignore[union-attr]
