"""A second start of the demonstration looks through nothing that this program made, and through
everything where anything differs.
"""

from __future__ import annotations

import json
import os
from pathlib import Path

import pytest
from sqlalchemy import text

from tribodex.launch import demo, demo_data
from tribodex.launch.looked_after import LookedAfter, fingerprint
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.store.connecting import engine_of

ROOT = Path(__file__).resolve().parents[2]


def test_any_change_of_a_file_is_another_program(tmp_path: Path) -> None:
    file = tmp_path / "inside" / "table.csv"
    file.parent.mkdir()
    file.write_text("5,10\n")
    before = fingerprint(tmp_path)
    assert fingerprint(tmp_path) == before
    (tmp_path / "__pycache__").mkdir()
    (tmp_path / "__pycache__" / "made.pyc").write_text("x")
    assert fingerprint(tmp_path) == before, "what is compiled is no change"
    os.utime(file, ns=(1, 1))
    touched = fingerprint(tmp_path)
    file.rename(file.with_name("other.csv"))
    assert len({before, touched, fingerprint(tmp_path)}) == 3


@pytest.mark.parametrize("said", ["", "{", "[]", '{"program": "a"}', '{"jobs": 1, "more": 2}'])
def test_what_cannot_be_read_says_nothing(tmp_path: Path, said: str) -> None:
    file = tmp_path / "looked_after.json"
    assert LookedAfter.read(file) is None
    file.write_text(said)
    assert LookedAfter.read(file) is None


def test_data_are_made_again_wherever_they_are_not_as_they_were_left(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    database, keys, made = LocalMariaDB(tmp_path, fast=True), tmp_path / "keys", []
    database.start()
    prepare = demo_data.prepare

    def counted(*given: object) -> None:
        made.append(given)
        prepare(*given)  # type: ignore[arg-type]

    monkeypatch.setattr(demo_data, "prepare", counted)
    monkeypatch.setattr(demo_data, "load_jobs", lambda *_given: None)

    def start() -> int:
        demo._look_after(ROOT, database, keys)
        return len(made)

    try:
        assert [start(), start()] == [1, 1]
        mark = tmp_path / "looked_after.json"
        # Of another program, or with more jobs than are there: looked through.
        known = json.loads(mark.read_text())
        mark.write_text(json.dumps(known | {"program": "another"}))
        assert [start(), start()] == [2, 2]
        mark.write_text(json.dumps(known | {"jobs": 1}))
        assert start() == 3
        owner = engine_of(database.owner_url)
        with owner.begin() as connection:
            connection.execute(text("SET FOREIGN_KEY_CHECKS=0"))
            connection.execute(text("DELETE FROM machine"))
        owner.dispose()
        assert [start(), start()] == [4, 4]
    finally:
        database.stop()
