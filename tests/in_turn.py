"""What takes long and is held by something quicker as well runs in turn: a part of it with each
commit, all of it by `./run test all`.
"""

from __future__ import annotations

import os

import pytest

# Which part, as "2/6"; without it everything runs.
PART = "TRIBODEX_TESTS_PART"
MARK = "in_turn"


def left_for_other_commits(items: list[pytest.Item], part: str) -> list[pytest.Item]:
    """The tests of other parts.

    Dealt out one by one in the order of their names, so that the long ones of a module are shared
    among the parts, and a new test moves nothing but who comes with whom.
    """
    number, of = (int(text) for text in part.split("/"))
    if not 1 <= number <= of:
        raise pytest.UsageError(
            f"{PART} is {part}: there is no such part; 1/6 is the first of six."
        )
    turn = sorted(
        (item for item in items if item.get_closest_marker(MARK) is not None),
        key=lambda item: item.nodeid,
    )
    return [item for at, item in enumerate(turn) if at % of != number - 1]


def deal(config: pytest.Config, items: list[pytest.Item]) -> None:
    """Leave out what other commits run."""
    if not (part := os.environ.get(PART)):
        return
    left = left_for_other_commits(items, part)
    gone = {id(item) for item in left}
    config.hook.pytest_deselected(items=left)
    items[:] = [item for item in items if id(item) not in gone]
