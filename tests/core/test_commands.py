"""Commands as they are sent: each is read from plain data by its own annotations."""

from __future__ import annotations

import pytest
from pydantic import TypeAdapter

from tribodex.core.topics import HOUSE


@pytest.mark.parametrize("kind", sorted(HOUSE.commands))
def test_a_command_is_read_by_its_annotations(kind: str) -> None:
    """A field that is called like what describes it would hide that, as soon as it has a
    default."""
    assert TypeAdapter(HOUSE.commands[kind]).json_schema()["title"] == HOUSE.commands[kind].__name__
