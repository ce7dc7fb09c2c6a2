"""What runs in turn is left out for good by nobody, and held by what runs each time."""

from __future__ import annotations

import ast
from pathlib import Path
from types import SimpleNamespace
from typing import Any, cast

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.in_turn import MARK, left_for_other_commits

ROOT = Path(__file__).resolve().parents[2]


def _held_by(path: Path) -> list[str] | None:
    """The files that a module's mark names; nothing where it runs each time."""
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Call) and ast.unparse(node.func) == f"pytest.mark.{MARK}":
            return [ast.literal_eval(name) for name in node.args]
    return None


MARKED = {
    path.relative_to(ROOT).as_posix(): held
    for path in sorted((ROOT / "tests").rglob("test_*.py"))
    if (held := _held_by(path)) is not None
}


@pytest.mark.parametrize("module", MARKED)
def test_what_runs_in_turn_is_held_each_time_by_what_it_names(module: str) -> None:
    assert MARKED[module], f"{module}: name what holds the same each time"
    for name in MARKED[module]:
        assert (ROOT / name).is_file(), f"{module} names {name}, which is not there"
        assert name not in MARKED, f"{module} names {name}, which runs in turn itself"


def _item(name: str, marked: bool) -> pytest.Item:
    mark = object() if marked else None
    return cast(Any, SimpleNamespace(nodeid=name, get_closest_marker=lambda _: mark))


@given(
    st.dictionaries(st.text(min_size=1, max_size=8), st.booleans(), max_size=40),
    st.integers(1, 9),
)
def test_every_part_together_is_everything_and_nothing_runs_twice(
    tests: dict[str, bool], parts: int
) -> None:
    items = [_item(name, marked) for name, marked in tests.items()]
    ran: list[str] = []
    for part in range(1, parts + 1):
        left = {item.nodeid for item in left_for_other_commits(items, f"{part}/{parts}")}
        assert not left & {name for name, marked in tests.items() if not marked}
        ran += [name for name, marked in tests.items() if marked and name not in left]
    assert sorted(ran) == sorted(name for name, marked in tests.items() if marked)


@pytest.mark.parametrize("part", ["0/6", "7/6"])
def test_a_part_that_is_not_there_is_refused(part: str) -> None:
    with pytest.raises(pytest.UsageError, match="1/6 is the first"):
        left_for_other_commits([], part)
