"""Every field of every command is asked for by a label, a family and, where there are few answers,
exactly those that there are.
"""

from __future__ import annotations

import dataclasses
import enum
import typing
from typing import Any

import pytest

from tribodex.core.job.asked import NOT_ASKED, Family
from tribodex.core.job.facts import kind_of
from tribodex.core.job.readback import asked_of
from tribodex.core.topics import HOUSE

COMMANDS = sorted(HOUSE.commands.items())


@pytest.mark.parametrize(("kind", "command"), COMMANDS, ids=[kind for kind, _ in COMMANDS])
def test_every_field_is_asked_for(kind: str, command: type) -> None:
    asked, hints = asked_of(command), typing.get_type_hints(command)
    assert set(asked) == {item.name for item in dataclasses.fields(command)} - NOT_ASKED
    for name, ask in asked.items():
        assert ask.label[:1].isupper() and not ask.label.endswith((".", ":")), (
            f"{kind}.{name}: {ask.label}"
        )
        assert (hints[name] is bool) == (ask.family is Family.YES_NO), f"{kind}.{name}"
        values = set(_values(hints[name]))
        if values:
            # Where nothing may be said, an empty choice says so.
            assert values | {""} == set(ask.choices) | {""} and values <= set(ask.choices) | {""}, (
                f"{kind}.{name}"
            )
        assert all(ask.choices.values()), f"{kind}.{name}: a choice without words"


def test_the_units_of_the_screen_come_with_every_length_and_with_nothing_else() -> None:
    for kind, command in COMMANDS:
        asked = asked_of(command)
        measured = any(ask.family in (Family.LENGTH, Family.TURN) for ask in asked.values())
        assert measured == any(item.name == "shown" for item in dataclasses.fields(command)), kind


def test_what_names_the_thing_is_a_part_of_what_a_correction_stays_about() -> None:
    """A correction is refused where it would be about another thing: those fields are not offered
    in its form.
    """
    for topic in HOUSE.topics:
        for fact, command in topic.entries.items():
            names = {item.name for item in dataclasses.fields(fact)}
            if {"place", "side", "part", "joint"} & names and "about" in vars(fact):
                assert any(ask.stays for ask in asked_of(command).values()), command.__name__


def test_every_move_comes_to_a_command_of_its_topic() -> None:
    """Or to another topic's work (what the shaft line finds wrong is mended where it is), or to the
    kernel's own.
    """
    elsewhere = {("lineup", "mend"), ("tapered", "sign"), ("tapered", "nothing")}
    for topic in HOUSE.topics:
        kinds = {kind_of(command) for command in topic.commands}
        left = {
            (topic.name, str(do))
            for do in topic.do
            if str(do) not in kinds and str(do) not in topic.taps
        }
        assert left <= elsewhere, left


def _values(hint: Any) -> list[str]:
    if typing.get_origin(hint) is typing.Literal:
        return [str(value) for value in typing.get_args(hint)]
    if isinstance(hint, type) and issubclass(hint, enum.Enum):
        return [str(member.value) for member in hint]
    return [value for part in typing.get_args(hint) for value in _values(part)]
