"""The clearance group among the suffixes of a number: marked, not marked, or perhaps in letters
that are not read here.
"""

from __future__ import annotations

import re
from collections.abc import Sequence

from tribodex.core.components.bearing import Group
from tribodex.core.errors import InvalidInput

# A group, alone or in front of a maker's letters: C3, C3GJN, CNH.
_MARKED = re.compile(r"^(?P<group>C[2-5]|CN)(?P<rest>[A-Z].*)?$")
# What may hold one all the same: run together with a seal (ZZC3) or an accuracy (P63 is P6 and C3
# to most makers), pulled apart (C 3), or a range of a maker's own (CM).
_MAY_HOLD = re.compile(r"C[2-5M]|^C$|^[2-5]$|^P\d[2-5]")


def marked(part: str) -> tuple[Group, str] | None:
    """The group that a suffix begins with, and what follows it; None where it begins with none.

    >>> marked("C3GJN"), marked("CN"), marked("W33"), marked("C08")
    ((<Group.C3: 'C3'>, 'GJN'), (<Group.CN: 'CN'>, ''), None, None)
    """
    found = _MARKED.match(part)
    return None if found is None else (Group(found["group"]), found["rest"] or "")


def group_said(text: str, groups: Sequence[Group], unread: Sequence[str]) -> Group | None:
    """The group of a number: as marked; CN where nothing is; None where it may stand in what was
    not read, and nobody should take it for CN.

    Raises InvalidInput for a number that names two.
    Source: ISO 5753-1, no mark is CN; suffixes of makers common practice, no source.

    >>> from tribodex.core.components.bearing import Group
    >>> group_said("6209 M", [], ["M"]), group_said("6209 P63", [], ["P63"])
    (<Group.CN: 'CN'>, None)
    """
    if len(set(groups)) > 1:
        raise InvalidInput.at(
            "designation",
            f"“{text.strip()}” names two clearance groups.",
            "one of C2, CN, C3, C4, C5, as marked on the ring",
        )
    if groups:
        return groups[0]
    return None if any(_MAY_HOLD.search(part) for part in unread) else Group.CN
