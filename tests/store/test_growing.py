"""A plant that grows in the browser: from nothing, without a file."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import UTC, datetime
from typing import Any

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from tribodex.core.components.listed import Work
from tribodex.core.errors import InvalidInput, NotFound
from tribodex.store.repository import SqlStore
from tribodex.usecases.half_plans import HalfPlan, half_plan, keep_half_plan
from tribodex.usecases.plant import (
    MachineDraft,
    PositionDraft,
    add_machine,
    add_position,
    to_choose,
)
from tribodex.usecases.plant_shafts import PartDraft, ShaftDraft, keep_shaft


@pytest.fixture
def store(engine: Engine) -> Iterator[SqlStore]:
    """A database in which nothing is."""
    with engine.begin() as connection:
        for table in ("bearing_position", "machine", "account", "half_plan"):
            connection.execute(text(f"DELETE FROM `{table}`"))
    with Session(engine) as session:
        yield SqlStore(session)


def test_from_nothing_to_two_positions_of_a_machine(store: SqlStore) -> None:
    assert not store.machines() and not store.people()
    mill = add_machine(store, MachineDraft("Grit cyclone", "Cleaning"))
    mill = add_position(store, PositionDraft(mill.id, "Drive end", "22218 K C3", "80 mm", "fixed"))
    mill = add_position(store, PositionDraft(mill.id, "Far end"))
    assert [(p.name, p.designation, p.shaft, p.fixed) for p in mill.positions] == [
        ("Drive end", "22218 K C3", "80 mm", True),
        ("Far end", "", "", None),
    ]
    assert list(store.machines()) == [mill]


@pytest.mark.parametrize(
    ("draft", "field"),
    [
        (MachineDraft("  "), "name"),
        (MachineDraft("…"), "name"),
        (MachineDraft("x" * 121), "name"),
        (MachineDraft("GRIT CYCLONE", "cleaning"), "name"),
        (MachineDraft("Sifter", "y" * 121), "area"),
    ],
)
def test_a_machine_that_is_refused_names_its_field(
    store: SqlStore, draft: MachineDraft, field: str
) -> None:
    add_machine(store, MachineDraft("Grit cyclone", "Cleaning"))
    with pytest.raises(InvalidInput) as refused:
        add_machine(store, draft)
    assert [one.name for one in refused.value.fields] == [field]
    assert len(store.machines()) == 1


def test_a_position_is_refused_with_every_field_at_once_and_a_double_tap_makes_no_second_one(
    store: SqlStore,
) -> None:
    mill = add_machine(store, MachineDraft("Grit cyclone"))
    with pytest.raises(InvalidInput) as refused:
        add_position(store, PositionDraft(mill.id, "", "6" * 65, "thick", "half"))
    assert [one.name for one in refused.value.fields] == ["name", "bearing", "shaft", "holds"]
    add_position(store, PositionDraft(mill.id, "Drive end"))
    with pytest.raises(InvalidInput, match="already"):
        add_position(store, PositionDraft(mill.id, "drive end"))
    with pytest.raises(NotFound):
        add_position(store, PositionDraft("nowhere", "Drive end"))


def _two_positions(store: SqlStore) -> tuple[str, str, str]:
    mill = add_machine(store, MachineDraft("Grit cyclone"))
    mill = add_position(store, PositionDraft(mill.id, "Drive end", "22218 K C3", "80 mm", "fixed"))
    mill = add_position(store, PositionDraft(mill.id, "Far end"))
    return mill.id, mill.positions[0].id, mill.positions[1].id


def _shaft(machine: str, bearings: dict[str, str], **other: Any) -> ShaftDraft:
    return ShaftDraft(
        **{
            "machine_id": machine,
            "name": "Screw shaft",
            "length": "3000",
            "datum": "coupling end",
            "bearings": bearings,
        }
        | other
    )


def test_a_shaft_is_said_by_its_bearings_and_said_anew_by_its_id(store: SqlStore) -> None:
    machine, drive, far = _two_positions(store)
    sheave = PartDraft("Sheave", "pulley", "0", "180", "20 in")
    made = keep_shaft(
        store,
        _shaft(
            machine,
            {drive: "300 mm", far: "108 in"},
            length="3200 mm",
            parts=[sheave, PartDraft("", "step", "", "", "")],
        ),
    )
    (line,) = made.shafts
    assert line.length_mm == 3200 and line.bearings == {drive: 300, far: pytest.approx(2743.2)}
    assert [(p.name, p.at_mm, p.diameter_mm) for p in line.parts] == [
        ("Sheave", 0, pytest.approx(508))
    ]
    anew = keep_shaft(store, _shaft(machine, {drive: "310"}, length="3200", shaft_id=line.id))
    assert [(s.id, s.bearings) for s in anew.shafts] == [(line.id, {drive: 310})]
    assert list(store.machines()) == [anew]
    # The one that was left out is free for another shaft.
    assert (
        len(
            keep_shaft(
                store, _shaft(machine, {far: "10 in"}, name="Tail shaft", length="40 in")
            ).shafts
        )
        == 2
    )


@pytest.mark.parametrize(
    ("changed", "fields"),
    [
        ({"length": "long"}, ["length"]),
        ({"length": "250"}, ["bearings.drive"]),
        ({"datum": " "}, ["datum"]),
        ({"bearings": {}}, ["bearings.drive"]),
        ({"bearings": {"drive": "300", "far": "300 mm"}}, ["bearings.drive"]),
        ({"bearings": {"elsewhere": "300"}}, ["bearings.elsewhere"]),
        ({"bearings": {"drive": "-300"}}, ["bearings.drive"]),
        ({"parts": [PartDraft("Sheave", "wheel", "9", "9", "9")]}, ["parts.0.kind"]),
        (
            {"parts": [PartDraft("", "pulley", "9 m", "", "x")]},
            ["parts.0.at", "parts.0.width", "parts.0.diameter", "parts.0.name"],
        ),
        ({"parts": [PartDraft("Sheave", "pulley", "4000", "9", "9")]}, ["parts.0.at"]),
        ({"name": "", "length": "0"}, ["name", "length"]),
    ],
)
def test_a_shaft_that_is_refused_names_its_fields(
    store: SqlStore, changed: dict[str, Any], fields: list[str]
) -> None:
    machine, drive, far = _two_positions(store)
    ids = {"drive": drive, "far": far}
    named = {
        ids.get(name, name): at for name, at in changed.get("bearings", {"drive": "300"}).items()
    }
    with pytest.raises(InvalidInput) as refused:
        keep_shaft(
            store, _shaft(machine, named, **{k: v for k, v in changed.items() if k != "bearings"})
        )
    assert [
        one.name.replace(drive, "drive").replace(far, "far") for one in refused.value.fields
    ] == fields
    assert store.machines()[0].shafts == ()


def test_a_bearing_is_on_one_shaft(store: SqlStore) -> None:
    machine, drive, _ = _two_positions(store)
    keep_shaft(store, _shaft(machine, {drive: "300"}))
    with pytest.raises(InvalidInput, match="on the shaft"):
        keep_shaft(store, _shaft(machine, {drive: "300"}, name="Other"))
    with pytest.raises(InvalidInput, match="2 entries") as refused:
        keep_shaft(store, _shaft(machine, {drive: "300"}, name="screw SHAFT"))
    assert "already" in refused.value.fields[0].message
    for draft in (_shaft("m-none", {drive: "1"}), _shaft(machine, {drive: "1"}, shaft_id="s-none")):
        with pytest.raises(NotFound):
            keep_shaft(store, draft)


def test_a_position_offers_the_kinds_that_its_number_can_mean(store: SqlStore) -> None:
    _two_positions(store)
    (machine,) = to_choose(store.machines())
    assert [(p.name, p.works, p.number) for p in machine.positions] == [
        ("Drive end", (Work.TAPER, Work.FITTED), "22218 K C3"),
        ("Far end", tuple(Work), ""),
    ]


def test_a_plan_is_kept_half_done_and_two_who_go_on_with_it_keep_both(store: SqlStore) -> None:
    now = datetime(2026, 11, 30, 9, tzinfo=UTC)
    first = keep_half_plan(
        store,
        HalfPlan(
            "half-plan-1",
            Work.TAPER,
            " 22218 K ",
            {"designation": "22218 K", "shaft": " "},
            "Wren",
            now,
            0,
        ),
    )
    assert (first.edition, first.form, first.about) == (1, {"designation": "22218 K"}, "22218 K")
    again = keep_half_plan(store, replace(first, form={"shaft": "80 mm"}, actor="Ada"))
    assert (again.id, again.edition, half_plan(store, first.id).form) == (
        first.id,
        2,
        {"shaft": "80 mm"},
    )
    # The first one's page still shows edition 1.
    beside = keep_half_plan(store, replace(first, form={"shaft": "81 mm"}))
    assert beside.id != first.id and {one.form["shaft"] for one in store.half_plans()} == {
        "80 mm",
        "81 mm",
    }
    for wrong in (
        replace(first, actor=" "),
        replace(first, form={"a": " "}),
        replace(first, form={"a": "x" * 8001}),
    ):
        with pytest.raises(InvalidInput):
            keep_half_plan(store, wrong)
    store.drop_half_plan(first.id)
    store.drop_half_plan(first.id)
    with pytest.raises(NotFound):
        half_plan(store, first.id)
