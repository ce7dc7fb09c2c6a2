"""Two bearing numbers side by side: what differs, in words, and whether it may be let pass."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bearing import Designation, Group, Taper, read_designation
from tribodex.core.errors import InvalidInput


@dataclass(frozen=True)
class Difference:
    """One thing that differs; `grave` ones change how the bearing is mounted or what play it has."""

    what: str
    specified: str
    found: str
    grave: bool


def differences(specified: str, found: str) -> tuple[Difference, ...]:
    """What differs between the number that is asked for and the one on the new ring. Suffixes that nobody reads here are compared as text.

    Symbols: numbers as written.
    Valid: spherical roller and self-aligning ball bearings; other numbers are compared as text.
    Raises: nothing.
    Source: suffixes of the trade, common practice, no source.

    >>> [d.what for d in differences("22218 K C3 W33", "22218 K W33")]
    ['clearance group']
    >>> differences("22218 K/C3 W33", "22218KC3W33")
    ()
    """
    try:
        asked, got = read_designation(specified), read_designation(found)
    except InvalidInput:
        same = "".join(specified.upper().split()) == "".join(found.upper().split())
        return () if same else (Difference("number", specified.strip(), found.strip(), True),)
    pairs = [
        ("size", asked.basic_code, got.basic_code, True),
        ("taper of the bore", _taper(asked.taper), _taper(got.taper), True),
        ("clearance group", _group(asked.group), _group(got.group), True),
        ("seals", "sealed" if asked.sealed else "open", "sealed" if got.sealed else "open", True),
        ("lubrication groove", _groove(asked), _groove(got), False),
        ("other suffixes (cage, design)", " ".join(sorted(asked.unread)) or "none", " ".join(sorted(got.unread)) or "none", False),
    ]
    return tuple(Difference(what, a, b, grave) for what, a, b, grave in pairs if a != b)


def _taper(taper: Taper | None) -> str:
    return f"taper {taper}" if taper is not None else "cylindrical"


def _group(group: Group | None) -> str:
    return str(group or Group.CN)


def _groove(number: Designation) -> str:
    return "W33, groove and holes" if number.grooved else "none named"
