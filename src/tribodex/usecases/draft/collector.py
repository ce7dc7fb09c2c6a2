"""Runs every reader of a draft and keeps what each refuses."""

from __future__ import annotations

from collections.abc import Callable
from enum import StrEnum
from typing import TypeVar

from tribodex.core.errors import Field, InvalidInput
from tribodex.core.job.asked import Family, Likely
from tribodex.core.job.readback import compared

T = TypeVar("T")
E = TypeVar("E", bound=StrEnum)


class Collector:
    """Runs every reader and keeps the errors, so that a person sees all of them at once.

    `meant`: the fields, with commas, whose number was read back and is meant.
    """

    def __init__(self, meant: str = "") -> None:
        self.fields: list[Field] = []
        self.meant = frozenset(name.strip() for name in meant.split(","))

    def take(self, read: Callable[[], T]) -> T | None:
        """What a reader gives; None, with its fields kept, when it refuses."""
        try:
            return read()
        except InvalidInput as error:
            self.fields.extend(error.fields)
            return None

    def add(self, name: str, message: str, expected: str, choices: tuple[str, ...] = ()) -> None:
        """Keep one more."""
        self.fields.append(Field(name, message, expected, choices))

    def expect(self, name: str, typed: str, family: Family, likely: Likely | None) -> None:
        """Ask about a number that is not expected, unless it was said to be meant."""
        found = compared(name, typed, family, likely) if name not in self.meant else None
        if found is not None:
            self.fields.append(found)

    def choice(
        self,
        kind: type[E],
        value: str,
        field: str,
        default: E | None = None,
        *,
        question: str = "A choice is needed.",
    ) -> E | None:
        """One of a list of names; `question` is what is asked where nothing was said."""
        if not value.strip() and default is not None:
            return default
        try:
            return kind(value.strip())
        except ValueError:
            self.add(
                field,
                f"“{value}” is not one of the choices." if value.strip() else question,
                ", ".join(kind),
            )
            return None

    def check(self) -> None:
        """Raise InvalidInput when anything was kept."""
        if self.fields:
            raise InvalidInput(
                (
                    self.fields[0].message
                    if len(self.fields) == 1
                    else f"{len(self.fields)} entries need correcting."
                ),
                *self.fields,
            )
