"""A plant that grows in the browser: from nothing, without a file."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from tribodex.core.errors import InvalidInput, NotFound
from tribodex.store import SqlStore
from tribodex.usecases.plant import MachineDraft, PositionDraft, add_machine, add_person, add_position


@pytest.fixture
def store(engine: Engine) -> Iterator[SqlStore]:
    """A database in which nothing is."""
    with engine.begin() as connection:
        for table in ("bearing_position", "machine", "person"):
            connection.execute(text(f"DELETE FROM `{table}`"))
    with Session(engine) as session:
        yield SqlStore(session)


def test_from_nothing_to_two_positions_of_a_machine(store: SqlStore) -> None:
    assert not store.machines() and not store.people()
    assert add_person(store, "  Wren   Ashdown ") == ["Wren Ashdown"]
    mill = add_machine(store, MachineDraft("Grit cyclone", "Cleaning"))
    mill = add_position(store, PositionDraft(mill.id, "Drive end", "22218 K C3", "80 mm", "fixed"))
    mill = add_position(store, PositionDraft(mill.id, "Far end"))
    assert [(p.name, p.designation, p.shaft, p.fixed) for p in mill.positions] == [
        ("Drive end", "22218 K C3", "80 mm", True),
        ("Far end", "", "", None),
    ]
    assert list(store.machines()) == [mill] and list(store.people()) == ["Wren Ashdown"]


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
def test_a_machine_that_is_refused_names_its_field(store: SqlStore, draft: MachineDraft, field: str) -> None:
    add_machine(store, MachineDraft("Grit cyclone", "Cleaning"))
    with pytest.raises(InvalidInput) as refused:
        add_machine(store, draft)
    assert [one.name for one in refused.value.fields] == [field]
    assert len(store.machines()) == 1


def test_a_position_is_refused_with_every_field_at_once_and_a_double_tap_makes_no_second_one(store: SqlStore) -> None:
    mill = add_machine(store, MachineDraft("Grit cyclone"))
    with pytest.raises(InvalidInput) as refused:
        add_position(store, PositionDraft(mill.id, "", "6" * 65, "thick", "half"))
    assert [one.name for one in refused.value.fields] == ["name", "bearing", "shaft", "holds"]
    add_position(store, PositionDraft(mill.id, "Drive end"))
    with pytest.raises(InvalidInput, match="already"):
        add_position(store, PositionDraft(mill.id, "drive end"))
    with pytest.raises(NotFound):
        add_position(store, PositionDraft("nowhere", "Drive end"))
    with pytest.raises(InvalidInput, match="already"):
        add_person(store, add_person(store, "Wren Ashdown")[0].upper())
