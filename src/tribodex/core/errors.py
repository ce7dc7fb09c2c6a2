"""What can go wrong, said so that a person can correct it.

Every error carries the fields it is about: what was given, why it does not do, and what would be
right.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Field:
    """One thing to correct: where it is, what is wrong, what would be right.

    `choices` are readings that would make sense, each written out with its unit, to be taken with
    one tap; none is preferred. `meant`: the last of them is the entry as it was typed, taken once
    it is said to be meant.
    """

    name: str
    message: str
    expected: str = ""
    choices: tuple[str, ...] = ()
    meant: bool = False


class TribodexError(Exception):
    """The root of everything that is raised on purpose."""

    def __init__(self, detail: str, *fields: Field) -> None:
        super().__init__(detail)
        self.detail = detail
        self.fields = fields


class InvalidInput(TribodexError):
    """A value that cannot be read or is out of range."""

    @classmethod
    def at(
        cls, name: str, message: str, expected: str = "", choices: tuple[str, ...] = ()
    ) -> InvalidInput:
        """An error about one field."""
        return cls(message, Field(name, message, expected, choices))


class OutOfRange(InvalidInput):
    """A value outside the range in which a table or formula holds."""


class Refused(TribodexError):
    """A step that the job does not allow in its present state."""


class NotFound(TribodexError):
    """Something named that does not exist."""


class Busy(TribodexError):
    """Too many at the same moment: nothing was done, the same again in a moment will do."""
