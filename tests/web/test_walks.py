"""Every walk of `tests/data/walks` through the API to its signed record; `docs/coverage.md` names
each of them.
"""

from __future__ import annotations

import ast
import re
from pathlib import Path

import pytest
from flask.testing import FlaskClient

from tests.walks import FILES, Walk, read_walk

ROOT = Path(__file__).parents[2]
COVERAGE = (ROOT / "docs" / "coverage.md").read_text("utf-8")


@pytest.mark.parametrize("file", FILES, ids=lambda file: file.stem)
def test_a_walk_ends_signed(client: FlaskClient, file: Path) -> None:
    told = read_walk(file)
    record = Walk(client, told, f"walk-{file.stem}").go()
    ends = told["ends"]
    assert record["signed"] is not None and record["signed"]["name"] == told["signed_by"]
    assert record["outcome"]["level"] == ends["outcome"], f"{record['outcome']}; {record['proven']}"
    text = str(record).lower()
    for words in ends.get("record_says", ()):
        assert words.lower() in text, words
    # No item that is untrue here was ever confirmed.
    confirmed = {
        item
        for gate in record["events"]
        if gate["kind"] == "gate_confirmed"
        for item in gate["payload"]["items"]
    }
    assert not confirmed & set(told.get("untrue", ()))
    assert not [alarm for alarm in record["alarms"] if alarm.get("open")]


def test_the_list_of_walks_is_complete_and_names_tests_that_are_there() -> None:
    named = set(re.findall(r"`tests/data/walks/([\w-]+)\.yaml`", COVERAGE))
    assert named == {file.stem for file in FILES}
    for path, name in re.findall(r"`(tests/[\w/]+\.py)::(\w+)`", COVERAGE):
        functions = {
            node.name
            for node in ast.walk(ast.parse((ROOT / path).read_text("utf-8")))
            if isinstance(node, ast.FunctionDef)
        }
        assert name in functions, f"{path}::{name}"
    rows = [
        line
        for line in COVERAGE.splitlines()
        if line.startswith("| ") and not line.startswith(("| Walk", "| ---"))
    ]
    assert len(rows) >= 20 and all("`tests/" in line for line in rows), "every walk has its test"
