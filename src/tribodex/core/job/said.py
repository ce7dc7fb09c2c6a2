"""How an entry is said again: as the command that makes it, every length with its unit. A
correction begins from it.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from enum import StrEnum
from typing import Any, Literal, TypeVar, get_type_hints

from tribodex.core.job.asked import Family
from tribodex.core.job.readback import asked_of

C = TypeVar("C")
_BARE = re.compile(r"[0-9.,/\s]+")


def plain(value: float | None) -> str:
    """A number with all its digits; empty where there is none.

    >>> plain(89.9853), plain(2.0), plain(None)
    ('89.9853', '2', '')
    """
    return "" if value is None else f"{value:.10g}"


def with_unit(value: float | None, unit: str) -> str:
    """A number with its unit; empty where there is none.

    >>> with_unit(1.27, "mm"), with_unit(None, "mm")
    ('1.27 mm', '')
    """
    return "" if value is None else f"{plain(value)} {unit}"


def mm(value: float | None) -> str:
    """A length in millimetres."""
    return with_unit(value, "mm")


def mm_each(values: Iterable[float]) -> str:
    """Several lengths, with a plus between them."""
    return " + ".join(mm(value) for value in values)


def celsius(value: float | None) -> str:
    """A temperature."""
    return with_unit(value, "°C")


def newton_metres(value: float | None) -> str:
    """A torque."""
    return with_unit(value, "N·m")


def as_typed(typed: str, otherwise: str) -> str:
    """As it was typed, where its unit stands there; a bare number may have been of either unit.

    >>> as_typed("21 bar", "2.1 MPa"), as_typed("89.985", "89.985 mm")
    ('21 bar', '89.985 mm')
    """
    return typed if any(letter.isalpha() for letter in typed) else otherwise


def yes_or_no(said: bool | None) -> Literal["yes", "no", ""]:
    """A question of yes or no; empty where nobody answered it.

    >>> yes_or_no(True), yes_or_no(False), yes_or_no(None)
    ('yes', 'no', '')
    """
    return "" if said is None else "yes" if said else "no"


def value_of(member: StrEnum | None) -> Any:
    """A member as it is stored, where a command takes its plain values; empty where there is
    none."""
    return "" if member is None else member.value


def typed_again(command: type[C], typed: Mapping[str, str]) -> C:
    """A command from its fields as they were typed. A bare length counted in the units on the
    screen of then, and says so now.
    """
    unit = "in" if typed.get("shown") == "in" else "mm"
    asked, hints = asked_of(command), get_type_hints(command)
    spelled = {
        name: (
            _spelled(said, unit)
            if name in asked and asked[name].family is Family.LENGTH
            else _member(hints.get(name), said)
        )
        for name, said in typed.items()
        if name != "shown"
    }
    return command(**spelled)


def _member(hint: Any, said: Any) -> Any:
    """A choice as the member that it is; everything else as it was typed."""
    return hint(said) if said and isinstance(hint, type) and issubclass(hint, StrEnum) else said


def _spelled(typed: str, unit: str) -> str:
    parts = (part.strip() for part in typed.split("+"))
    # A fraction is written in inches, whatever is shown.
    return " + ".join(
        f"{part} {'in' if '/' in part else unit}" if _BARE.fullmatch(part) else part
        for part in parts
    )
