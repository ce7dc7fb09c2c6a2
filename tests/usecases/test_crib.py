"""The tool crib: what is typed in becomes a gauge or a card, every change is a version, nothing is
overwritten.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from tests.helpers import BEGIN, DRAFT, FEELERS, METRIC, MemoryStore, open_one
from tests.usecases.by_hand import tap
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.quantities import LengthUnit
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import (
    OWN_CARDS,
    CardDraft,
    CardRowDraft,
    GaugeDraft,
    crib,
    gauges_of,
    keep_card,
    keep_gauge,
    keep_gun,
    keep_wrench,
    with_own_cards,
    withdraw,
)
from tribodex.usecases.crib.expected import ask_card, ask_gauge, ask_gun, ask_wrench
from tribodex.usecases.crib.guns import GunDraft
from tribodex.usecases.crib.wrenches import WrenchDraft
from tribodex.usecases.jobs import load, plan_of
from tribodex.usecases.ports import CribItem, Tap
from tribodex.usecases.record import record

ROW = CardRowDraft(
    over="80",
    to="100",
    reduction_low="1.5 thou",
    reduction_high="2.5 thou",
    drive_low="0.6",
    drive_high="0.85",
    residual_c3="0.055",
)
SHEET = CardDraft("Roller sheet 7", "maker's sheet 7, 2021, page 2", "22218", (ROW,))


def fields(error: pytest.ExceptionInfo[InvalidInput]) -> set[str]:
    return {field.name for field in error.value.fields}


def test_a_makers_sheet_is_used_like_a_built_in_card(reference: Reference) -> None:
    store = MemoryStore()
    keep_card(store, "card-7", SHEET, "", tap("a"), recorded_at=BEGIN)
    plan = plan_of(store, reference, replace(DRAFT, card="card-7"))
    assert plan.target is not None and plan.target.reduction_um.low == pytest.approx(38.1)
    assert (
        plan.least_residual_um == 55
        and plan.drive_up_mm is not None
        and plan.drive_up_mm.low == 0.6
    )
    assert (
        plan.card_title == "Roller sheet 7" and "Typed in by Tester, 2026-10-05" in plan.card_reason
    )
    source = with_own_cards(reference, store).sources["card-7"]
    assert source.grade == "maker" and "page 2" in source.source and "Tester" in source.source
    assert plan.table_versions["card-7"] == 1


def test_a_makers_sheet_holds_for_its_bearing_alone(reference: Reference) -> None:
    store = MemoryStore()
    keep_card(store, "card-7", SHEET, "", tap("a"), recorded_at=BEGIN)
    with pytest.raises(InvalidInput, match="does not cover this bearing"):
        plan_of(store, reference, replace(DRAFT, designation="23218 K C3", card="card-7"))
    shop = replace(SHEET, designation="", name="Shop card")
    keep_card(store, "card-8", shop, "", tap("b"), recorded_at=BEGIN)
    assert (
        plan_of(store, reference, replace(DRAFT, designation="23218 K C3", card="card-8")).card
        == "card-8"
    )


def test_a_change_is_a_version_with_a_reason_and_the_old_one_stays_readable(
    reference: Reference,
) -> None:
    store = MemoryStore()
    keep_card(store, "card-7", SHEET, "", tap("a"), recorded_at=BEGIN)
    changed = replace(SHEET, rows=(replace(ROW, reduction_high="3 thou"),))
    with pytest.raises(InvalidInput) as raised:
        keep_card(store, "card-7", changed, " ", tap("b"), recorded_at=BEGIN)
    assert fields(raised) == {"reason"}
    shown = keep_card(store, "card-7", changed, "misread the sheet", tap("b"), recorded_at=BEGIN)
    assert (
        shown.cards[0].version == 2
        and len(shown.cards[0].history) == 2
        and "misread the sheet" in shown.cards[0].history[1]
    )
    assert [item.version for item in store.crib_items() if item.item_id == "card-7"] == [1, 2]
    assert with_own_cards(reference, store).cards["card-7"].source.version == 2


def test_a_repeated_tap_keeps_one_version() -> None:
    store = MemoryStore()
    for _ in range(3):
        keep_card(store, "card-7", SHEET, "", tap("a"), recorded_at=BEGIN)
    assert len([item for item in store.crib_items() if item.item_id == "card-7"]) == 1


def test_withdrawn_is_no_longer_offered_but_known_to_old_jobs(reference: Reference) -> None:
    store = MemoryStore()
    keep_card(store, "card-7", SHEET, "", tap("a"), recorded_at=BEGIN)
    with pytest.raises(InvalidInput):
        withdraw(store, "card-7", "", tap("b"), BEGIN)
    shown = withdraw(store, "card-7", "maker sent a new one", tap("b"), BEGIN)
    merged = with_own_cards(reference, store)
    assert shown.cards[0].withdrawn and "card-7" not in merged.cards and "card-7" in merged.sources
    with pytest.raises(InvalidInput):
        plan_of(store, reference, replace(DRAFT, card="card-7"))
    withdraw(store, METRIC.id, "feeler 0.05 bent", tap("c"), BEGIN)
    assert [g.id for g in gauges_of(store.crib_items())] == [
        g.id for g in FEELERS if g.id != METRIC.id
    ]


@pytest.mark.parametrize(
    ("draft", "wanted"),
    [
        (CardDraft(), {"name", "source", "rows"}),
        (replace(SHEET, designation="6218"), {"designation"}),
        (replace(SHEET, rows=(replace(ROW, to="70"),)), {"rows.0.to"}),
        (replace(SHEET, rows=(CardRowDraft(over="80", to="100"),)), {"rows.0.reduction_low"}),
        (replace(SHEET, rows=(replace(ROW, reduction_low="0.07"),)), {"rows.0.reduction_high"}),
        (
            replace(SHEET, rows=(replace(ROW, reduction_low="45", reduction_high="60"),)),
            {"rows.0.reduction_high"},
        ),
        (replace(SHEET, rows=(ROW, replace(ROW, drive_low="soon"))), {"rows.1.drive_low"}),
        (replace(SHEET, rows=(ROW, replace(ROW, over="90", to="120"))), {"rows"}),
    ],
)
def test_a_card_that_cannot_be_meant_names_its_cells(draft: CardDraft, wanted: set[str]) -> None:
    store = MemoryStore()
    with pytest.raises(InvalidInput) as raised:
        keep_card(store, "card-9", draft, "", tap("a"), recorded_at=BEGIN)
    assert fields(raised) == wanted and all(field.expected for field in raised.value.fields)
    assert not any(item.kind == "card" for item in store.crib_items())


def test_gauge_sets_in_both_units() -> None:
    store = MemoryStore()
    keep_gauge(
        store,
        "fs-2",
        GaugeDraft("Thou set 2", "thou", "1.5 2 2.5 3 0.10mm", "2026-09-01"),
        "",
        tap("a"),
        recorded_at=BEGIN,
    )
    made = next(g for g in gauges_of(store.crib_items()) if g.id == "fs-2")
    assert (
        made.unit is LengthUnit.THOU
        and made.leaves_um == (38.1, 50.8, 63.5, 76.2, 100.0)
        and made.checked_on == "2026-09-01"
    )
    assert next(g for g in crib(store).gauges if g.gauge.id == "fs-2").leaves == "1.5 2 2.5 3 3.937"


def test_feelers_measured_by_micrometer_stay_with_their_marks() -> None:
    store = MemoryStore()
    keep_gauge(
        store,
        "fs-3",
        GaugeDraft("Set 3", "mm", "0.05 0.03 0.10", measured="0.0512 0.0304 0.0992"),
        "",
        tap("a"),
        recorded_at=BEGIN,
    )
    made = next(g for g in gauges_of(store.crib_items()) if g.id == "fs-3")
    assert made.leaves_um == (30.0, 50.0, 100.0) and made.measured_um == (30.4, 51.2, 99.2)
    shown = next(g for g in crib(store).gauges if g.gauge.id == "fs-3")
    assert shown.measured == "0.0304 0.0512 0.0992"
    # What is shown can be kept again as it stands.
    keep_gauge(
        store,
        "fs-3",
        GaugeDraft("Set 3", "mm", shown.leaves, measured=shown.measured),
        "again",
        tap("b"),
        recorded_at=BEGIN,
    )
    assert next(g for g in gauges_of(store.crib_items()) if g.id == "fs-3") == made
    inches = GaugeDraft("Thou", "thou", "1.5 2 4", measured="1.52 2.0 3.95")
    keep_gauge(store, "fs-4", inches, "", tap("c"), recorded_at=BEGIN)
    assert next(g for g in gauges_of(store.crib_items()) if g.id == "fs-4").measured_um == (
        38.608,
        50.8,
        100.33,
    )


@pytest.mark.parametrize(
    ("draft", "wanted"),
    [
        (GaugeDraft("A", "mm", "0.05 0.06", measured="0.05"), {"measured"}),
        (GaugeDraft("A", "mm", "0.05 0.06", measured="0.05 0.06 0.07"), {"measured"}),
        (GaugeDraft("A", "mm", "0.05 0.06", measured="0.06 0.05"), {"measured"}),
        (GaugeDraft("A", "mm", "0.05 0.06", measured="0.5 0.6"), {"measured"}),
        (GaugeDraft("A", "mm", "0.05 0.06", measured="0.05 worn"), {"measured"}),
        (GaugeDraft("A", "mm", "0.05 0.06", measured="-0.05 0.06"), {"measured"}),
        (GaugeDraft("", "mm", ""), {"name", "leaves"}),
        (GaugeDraft("A", "mm", "0.05 thick"), {"leaves"}),
        (GaugeDraft("A", "mm", "5"), {"leaves"}),
        (GaugeDraft("A", "mm", "0.05", "yesterday"), {"checked_on"}),
        (GaugeDraft("A", "mm", "0.05", "2026-13-40"), {"checked_on"}),
    ],
)
def test_a_gauge_that_cannot_be_meant_names_its_fields(draft: GaugeDraft, wanted: set[str]) -> None:
    with pytest.raises(InvalidInput) as raised:
        keep_gauge(MemoryStore(), "fs-9", draft, "", tap("a"), recorded_at=BEGIN)
    assert fields(raised) == wanted


def test_weighings_that_are_not_of_one_gun_are_weighed_again() -> None:
    """One stroke in place of ten among them: 13.1; 1.28; 13.0 came to 0.91 g ± 1.36 g a stroke."""
    store = MemoryStore()
    for said in ("13.1 g; 1.28 g; 13.0 g", "13.1 g; 20 g"):
        with pytest.raises(InvalidInput) as raised:
            keep_gun(
                store,
                "gun-1",
                GunDraft("Gun 1", said, meant="weighings"),
                "",
                tap("a"),
                recorded_at=BEGIN,
            )
        assert (
            fields(raised) == {"weighings"} and "not of one gun" in raised.value.fields[0].message
        )
    # One stroke alone is asked back: nobody weighs so little by ten.
    with pytest.raises(InvalidInput, match="5 to 50 g"):
        keep_gun(store, "gun-1", GunDraft("Gun 1", "1.3 g"), "", tap("a"), recorded_at=BEGIN)
    keep_gun(
        store, "gun-1", GunDraft("Gun 1", "13.1 g; 12.8 g; 13.0 g"), "", tap("a"), recorded_at=BEGIN
    )
    assert crib(store).guns[0].stroke == "1.3 g ± 0.03 g"


def test_a_gun_that_was_kept_before_stays_readable() -> None:
    store = MemoryStore()
    old = {
        "name": "Gun 1",
        "weighings": "13.1 g; 1.28 g",
        "weighed_on": "2030-01-01",
        "grease": "",
        "meant": "",
    }
    store.add_crib_item(CribItem("gun-1", 1, "gun", old, False, "", "old", "Tester", BEGIN))
    assert crib(store).guns[0].gun.name == "Gun 1"


@pytest.mark.parametrize("day", ["2026-10-07", "2030-01-01"])
def test_what_has_not_come_yet_was_not_done(day: str) -> None:
    store = MemoryStore()
    for keep, draft, field in (
        (keep_gauge, GaugeDraft("Set 9", "mm", "0.05", day), "checked_on"),
        (keep_gun, GunDraft("Gun 9", "13 g", day), "weighed_on"),
        (keep_wrench, WrenchDraft("Wrench 9", "40 N·m", "200 N·m", "500 mm", day), "checked_on"),
    ):
        with pytest.raises(InvalidInput, match="has not come yet") as raised:
            keep(store, "thing-9", draft, "", tap("a"), recorded_at=BEGIN)  # type: ignore[operator]
        assert fields(raised) == {field}
    # The plant's day may be one ahead of the server's.
    keep_gauge(
        store,
        "fs-9",
        GaugeDraft("Set 9", "mm", "0.05", "2026-10-06"),
        "",
        tap("a"),
        recorded_at=BEGIN,
    )


def test_two_things_of_one_name_cannot_be_told_apart_in_a_record() -> None:
    store = MemoryStore()
    keep_gun(store, "gun-1", GunDraft("Gun 1, red", "13 g"), "", tap("a"), recorded_at=BEGIN)
    with pytest.raises(InvalidInput, match="Another one in the crib") as raised:
        keep_gun(store, "gun-2", GunDraft(" gun 1,  RED ", "12 g"), "", tap("b"), recorded_at=BEGIN)
    assert fields(raised) == {"name"}
    # Itself again, another kind of that name, and the name of one that is withdrawn.
    keep_gun(
        store,
        "gun-1",
        GunDraft("Gun 1, red", "12.9 g"),
        "weighed again",
        tap("c"),
        recorded_at=BEGIN,
    )
    keep_gauge(
        store, "fs-8", GaugeDraft("Gun 1, red", "mm", "0.05"), "", tap("d"), recorded_at=BEGIN
    )
    withdraw(store, "gun-1", "fell off the truck", tap("e"), BEGIN)
    keep_gun(store, "gun-2", GunDraft("Gun 1, red", "12 g"), "", tap("f"), recorded_at=BEGIN)


def test_nobody_keeps_nothing() -> None:
    with pytest.raises(InvalidInput, match="Who keeps the crib"):
        keep_gauge(
            MemoryStore(),
            "fs-2",
            GaugeDraft("A", "mm", "0.05"),
            "",
            tap("a", " "),
            recorded_at=BEGIN,
        )


def test_writers_that_keep_winning_are_said_so() -> None:
    class Busy(MemoryStore):
        def add_crib_item(self, item: object) -> None:
            from tribodex.usecases.ports import ConcurrentWriter

            raise ConcurrentWriter

    with pytest.raises(Refused, match="tap again"):
        keep_gauge(Busy(), "fs-2", GaugeDraft("A", "mm", "0.05"), "", tap("a"), recorded_at=BEGIN)


@pytest.mark.parametrize(
    "item_id",
    [
        "A",
        "B",
        "C",
        "A2",
        "half",
        "reduction_srb_tapered",
        "clearance_srb_tapered",
        "gauged",
        "formula",
    ],
)
def test_nothing_built_in_can_be_replaced(reference: Reference, item_id: str) -> None:
    store = MemoryStore()
    with pytest.raises(InvalidInput) as raised:
        keep_card(store, item_id, SHEET, "", tap("evil"), recorded_at=BEGIN)
    assert fields(raised) == {"item_id"}
    # Even one that got in some other way, by an older version or by hand, does not speak for a
    # built-in one.
    rows = [{"over": "0", "to": "1000", "reduction_low": "1", "reduction_high": "2"}]
    payload = {"name": "Evil", "source": "nobody", "designation": "", "rows": rows}
    store.add_crib_item(
        CribItem(item_id, 1, "card", payload, False, "", "tap-evil-0002", "Nobody", BEGIN)
    )
    merged = with_own_cards(reference, store)
    for name, card in reference.cards.items():
        assert merged.cards[name] is card
    for name, source in reference.sources.items():
        assert merged.sources[name] is source


def test_no_built_in_name_looks_like_an_own_one(reference: Reference) -> None:
    names = [*reference.cards, *reference.sources, *(sheet.source.id for sheet in reference.sheets)]
    assert not any(name.startswith(OWN_CARDS) for name in names)


def test_a_gauge_and_a_card_never_share_a_name() -> None:
    store = MemoryStore()
    keep_card(store, "own-1", SHEET, "", tap("a"), recorded_at=BEGIN)
    with pytest.raises(InvalidInput, match="Another kind"):
        keep_gauge(
            store, "own-1", GaugeDraft("Set", "mm", "0.05 0.10"), "", tap("b"), recorded_at=BEGIN
        )


def test_a_later_change_rewrites_no_record_and_a_withdrawn_card_is_silent(
    reference: Reference,
) -> None:
    """The job keeps its sheet's own words; who plans now reads the new ones, or none."""
    store = MemoryStore()
    keep_card(store, "card-7", SHEET, "", tap("a"), recorded_at=BEGIN)
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=replace(DRAFT, card="card-7"),
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    before = record(with_own_cards(reference, store), job)
    keep_card(
        store,
        "card-7",
        replace(SHEET, source="another sheet altogether"),
        "new edition",
        tap("b"),
        recorded_at=BEGIN,
    )
    after = record(with_own_cards(reference, store), load(store, "job-0001"))
    assert before.sources == after.sources
    assert any("page 2" in source.source for source in after.sources) and not any(
        "altogether" in source.source for source in after.sources
    )
    withdraw(store, "card-7", "wrong bearing", tap("c"), BEGIN)
    silent = record(with_own_cards(reference, store), load(store, "job-0001"))
    assert silent.sources == before.sources
    with pytest.raises(InvalidInput) as raised:
        plan_of(store, reference, replace(DRAFT, card="card-7"))
    assert "card" in fields(raised)
    assert "card-7" not in with_own_cards(reference, store).cards


# --- Numbers that nobody could mean. --------------------------------------------------------------


@pytest.mark.parametrize(
    ("ask", "draft", "field", "slipped", "choice"),
    [
        (ask_gauge, GaugeDraft("set", "mm", "0.05 0.06"), "leaves", "0.05 0.6 6", None),
        (ask_gun, GunDraft("gun", "13.1 g; 12.8 g"), "weighings", "131 g", "13.1 g"),
        (
            ask_wrench,
            WrenchDraft("no. 3", "40 N·m", "200 N·m", "400 mm"),
            "length",
            "40 mm",
            "400 mm",
        ),
        (
            ask_wrench,
            WrenchDraft("no. 3", "40 N·m", "200 N·m", "400 mm"),
            "most",
            "20000 N·m",
            "2000 N·m",
        ),
    ],
)
def test_a_tool_that_cannot_be_is_asked_about(
    ask: Any, draft: Any, field: str, slipped: str, choice: str | None
) -> None:
    ask(draft)
    with pytest.raises(InvalidInput) as raised:
        ask(replace(draft, **{field: slipped}))
    (asked,) = raised.value.fields
    assert asked.name == field and asked.meant and (choice is None or choice in asked.choices)
    ask(replace(draft, **{field: slipped}, meant=field))


@pytest.mark.parametrize(
    "column", ["reduction_low", "reduction_high", "drive_low", "drive_high", "residual_c3"]
)
@pytest.mark.parametrize("factor", [10, 0.1])
def test_ten_times_too_much_on_a_card_is_asked_about(column: str, factor: float) -> None:
    row = CardRowDraft(
        "80", "100", "0.045", "0.060", "0.70", "0.90", residual_cn="0.035", residual_c3="0.050"
    )
    ask_card(CardDraft("shop", "sheet", "", (row,)))
    slipped = replace(row, **{column: f"{float(getattr(row, column)) * factor:g}"})
    with pytest.raises(InvalidInput) as raised:
        ask_card(CardDraft("shop", "sheet", "", (slipped,)))
    assert [one.name for one in raised.value.fields] == [
        f"rows.0.{column}"
    ] and raised.value.fields[0].meant
    ask_card(CardDraft("shop", "sheet", "", (slipped,), meant=f"rows.0.{column}"))
