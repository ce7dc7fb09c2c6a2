"""Numbers of other bearings with a cylindrical bore: angular contact, tapered, cylindrical roller,
spherical roller without a taper.

What a number does not say is asked, never taken from a deep groove ball bearing.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from tribodex.core.components.bearing import Group
from tribodex.core.components.clearance_mark import group_said, marked
from tribodex.core.components.straight import StraightKind
from tribodex.core.errors import InvalidInput


@dataclass(frozen=True)
class KindNumber:
    """What a number says. `bore_mm` None where it does not tell; `same_outside`, `same_width`:
    numbers of bearings that share D and B.

    `group` is empty for kinds whose clearance or play is set at the mounting, and where it may
    stand in what is not read. `remarks`: what else has to be known.
    """

    kind: StraightKind
    code: str
    bore_mm: float | None
    same_outside: str
    same_width: str
    group: Group | None
    unread: tuple[str, ...]
    remarks: tuple[str, ...]


_OLD = "Old numberings use 7xxx and 3xxx for tapered bearings: measure d, D and B, and compare."
_T = "T is the width of the whole bearing; fit and force go by the inner ring's B."
# A series, its kind, and the deep groove or spherical roller series that share its D and B by ISO
# 15 (from memory; “-”: none here does).
_SERIES: tuple[tuple[str, StraightKind, str, str], ...] = (
    (r"70", StraightKind.ANGULAR_CONTACT, "60", "60"),
    (r"72", StraightKind.ANGULAR_CONTACT, "62", "62"),
    (r"73", StraightKind.ANGULAR_CONTACT, "63", "63"),
    (r"32", StraightKind.DOUBLE_ANGULAR, "62", "-"),
    (r"33", StraightKind.DOUBLE_ANGULAR, "63", "-"),
    (r"302", StraightKind.TAPERED_ROLLER, "62", "62"),
    (r"303", StraightKind.TAPERED_ROLLER, "63", "63"),
    (r"313", StraightKind.TAPERED_ROLLER, "63", "63"),
    (r"322", StraightKind.TAPERED_ROLLER, "62", "222"),
    (r"323", StraightKind.TAPERED_ROLLER, "63", "223"),
    (r"320|330|331|332", StraightKind.TAPERED_ROLLER, "-", "-"),
    (r"(?:N|NU|NJ|NUP)10", StraightKind.CYLINDRICAL_ROLLER, "60", "60"),
    (r"(?:N|NU|NJ|NUP)22", StraightKind.CYLINDRICAL_ROLLER, "62", "222"),
    (r"(?:N|NU|NJ|NUP)23", StraightKind.CYLINDRICAL_ROLLER, "63", "223"),
    (r"(?:N|NU|NJ|NUP)2", StraightKind.CYLINDRICAL_ROLLER, "62", "62"),
    (r"(?:N|NU|NJ|NUP)3", StraightKind.CYLINDRICAL_ROLLER, "63", "63"),
    (r"222|223|213|230|231|232|240|241", StraightKind.SPHERICAL_ROLLER, "=", "="),
)
_NUMBER = re.compile(r"^\s*(?P<code>(?:NUP|NU|NJ|N)?\s*\d{3,5})(?!\d)(?P<rest>.*)$")
_SMALL_BORES = {0: 10.0, 1: 12.0, 2: 15.0, 3: 17.0}


def read_other(text: str) -> KindNumber:
    """Read a number such as 7309 B, 30209, NU 2212 C3 or 22216 C3.

    Symbols: none.
    Valid: single and double row angular contact, tapered (ISO 355 series in five digits),
    cylindrical and spherical roller bearings with a cylindrical bore; bore codes 00 to 96.
    Raises: InvalidInput for a number that is none of them, and for one with a tapered bore.
    Source: ISO 15 and ISO 355 series, from memory; suffixes common practice, no source.

    >>> (
    ...     read_other("NU 2212 C3").kind.value,
    ...     read_other("NU 2212 C3").bore_mm,
    ...     read_other("NU 2212").same_width,
    ... )
    ('cylindrical_roller', 60.0, '22212')
    >>> read_other("30209").kind.value, read_other("3209").kind.value, read_other("7309 B").unread
    ('tapered_roller', 'double_angular', ('B',))
    """
    match = _NUMBER.match(text.upper())
    code = re.sub(r"\s+", "", match["code"]) if match is not None else ""
    row = next((row for row in _SERIES if re.fullmatch(rf"(?:{row[0]})\d\d", code)), None)
    if match is None or row is None:
        raise InvalidInput.at(
            "designation",
            f"“{text.strip()}” is no number that is read here.",
            "6209 C3, 7309 B, 30209, NU 2212, 22216; or its kind with d, D and B by hand",
        )
    _, kind, outside, width = row
    parts = tuple(part for part in re.split(r"[\s/,;.-]+", match["rest"]) if part)
    if kind is StraightKind.SPHERICAL_ROLLER and any(part.startswith("K") for part in parts):
        raise InvalidInput.at(
            "designation",
            f"“{text.strip()}” has a tapered bore.",
            "plan it as a bearing on a sleeve or taper",
        )
    groups: list[Group] = []
    unread: list[str] = []
    for part in parts:
        if (mark := marked(part)) is not None:
            groups.append(mark[0])
            unread += [mark[1]] if mark[1] else []
        else:
            unread.append(part)
    group = group_said(text, groups, unread) if kind.has_group else None
    number = int(code[-2:])
    bore = _SMALL_BORES.get(number, number * 5.0 if 4 <= number <= 96 else None)
    remarks = (
        *((_OLD,) if kind in (StraightKind.ANGULAR_CONTACT, StraightKind.DOUBLE_ANGULAR) else ()),
        *((_T,) if kind.is_tapered else ()),
    )
    return KindNumber(
        kind=kind,
        code=code,
        bore_mm=bore,
        same_outside=_like(outside, code),
        same_width=_like(width, code),
        group=group,
        unread=tuple(unread),
        remarks=remarks,
    )


def _like(series: str, code: str) -> str:
    return {"-": "", "=": code}.get(series, f"{series}{code[-2:]}")
