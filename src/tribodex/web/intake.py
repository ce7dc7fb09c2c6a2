"""What may come in at all: one pass over a request before anything reads it, so that nothing
unbounded goes further.
"""

from __future__ import annotations

import json
import math
import re
from collections.abc import Iterator
from typing import Any

from tribodex.core.errors import Field, InvalidInput

DEEPEST = 24
LONGEST_TEXT = 4000
MOST_ITEMS = 200
MOST_DIGITS = 30
LONGEST_SEGMENT = 255
# More wrong fields than these are counted, not listed.
MOST_LISTED = 12

_STRINGS = re.compile(rb'"(?:[^"\\]|\\.)*"')
_BRACKETS = re.compile(rb"[\[\]{}]")


class _NoNumber(str):
    """A number that no computer number holds, as it was written."""


def check_path(path: str) -> bool:
    """Whether an address can name anything here: no part longer than a file name, no control
    character, no half character.
    """
    return all(
        len(part.encode("utf-8", "surrogatepass")) <= LONGEST_SEGMENT for part in path.split("/")
    ) and not _unfit(path)


def check_body(raw: bytes) -> None:
    """Look through a JSON body once. Raises InvalidInput with the fields to correct; a body that is
    no JSON is left to who reads it.
    """
    if _depth(raw) > DEEPEST:
        raise InvalidInput.at(
            "body", "Lists within lists without end.", f"at most {DEEPEST} levels"
        )
    try:
        value = json.loads(raw, parse_int=_whole, parse_float=_fraction, parse_constant=_NoNumber)
    except ValueError:
        return
    found = list(_faults("", value))
    if found:
        raise InvalidInput(
            found[0].message if len(found) == 1 else "Some entries need correcting.", *listed(found)
        )


def listed(fields: list[Field] | tuple[Field, ...]) -> tuple[Field, ...]:
    """The first of many fields, and a word about the others.

    >>> listed([Field("a", "x")] * 30)[-1].message
    'and 18 more like these.'
    """
    if len(fields) <= MOST_LISTED:
        return tuple(fields)
    return (
        *fields[:MOST_LISTED],
        Field("body", f"and {len(fields) - MOST_LISTED} more like these.", "correct these first"),
    )


def _depth(raw: bytes) -> int:
    deepest = depth = 0
    for bracket in _BRACKETS.findall(_STRINGS.sub(b"", raw)):
        depth += 1 if bracket in b"[{" else -1
        deepest = max(deepest, depth)
    return deepest


def _whole(text: str) -> int | _NoNumber:
    return int(text) if len(text) <= MOST_DIGITS else _NoNumber(text)


def _fraction(text: str) -> float | _NoNumber:
    value = float(text) if len(text) <= 4 * MOST_DIGITS else math.inf
    return value if math.isfinite(value) else _NoNumber(text)


def _unfit(text: str) -> bool:
    return any("\ud800" <= letter <= "\udfff" or letter == "\x00" for letter in text)


def _faults(name: str, value: Any) -> Iterator[Field]:
    where = name or "body"
    if isinstance(value, _NoNumber):
        yield Field(
            where,
            f"“{value[:20]}{'…' if len(value) > 20 else ''}” is not a number that can be kept.",
            f"up to {MOST_DIGITS} digits",
        )
    elif isinstance(value, str):
        if _unfit(value):
            yield Field(
                where, "This text holds half a character that cannot be kept.", "type it again"
            )
        if len(value) > LONGEST_TEXT:
            yield Field(
                where,
                f"This text is {len(value)} characters long; up to {LONGEST_TEXT} are kept.",
                "shorter; longer papers are attached",
            )
    elif isinstance(value, list):
        if len(value) > MOST_ITEMS:
            yield Field(where, f"A list of {len(value)} is too long.", f"at most {MOST_ITEMS}")
            return
        for i, item in enumerate(value):
            yield from _faults(f"{name}.{i}" if name else str(i), item)
    elif isinstance(value, dict):
        if len(value) > MOST_ITEMS:
            yield Field(where, f"{len(value)} entries are too many.", f"at most {MOST_ITEMS}")
            return
        for key, item in value.items():
            if _unfit(key) or len(key) > LONGEST_SEGMENT:
                yield Field(where, "The name of an entry cannot be read.", "names as described")
                continue
            yield from _faults(f"{name}.{key}" if name else key, item)
