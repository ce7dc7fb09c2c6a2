"""Things that are counted: whole ones. Half a bolt is a slip of a decimal point."""

from __future__ import annotations

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import parse_count


def parse_whole(text: str, field: str, right: str = "a whole number") -> int:
    """A number of things as typed. Raises InvalidInput for a part of one.

    >>> parse_whole("4", "count")
    4
    """
    number = parse_count(text, field)
    if number != int(number):
        raise InvalidInput.at(field, f"{number:g} of them?", right)
    return int(number)
