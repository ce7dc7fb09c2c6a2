"""What a plant's list says of a bearing position: which kinds of work can be meant there, and the
number as a plan would have it.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bearing import read_designation
from tribodex.core.components.other_kinds import read_other
from tribodex.core.components.straight import read_number
from tribodex.core.errors import InvalidInput


class Work(StrEnum):
    """A kind of plan."""

    TAPER = "taper"
    SHOULDER = "shoulder"
    CARTRIDGE = "cartridge"
    UNIT = "unit"
    INSERT = "insert"
    FOLLOWER = "follower"
    FITTED = "fitted"


@dataclass(frozen=True)
class Listed:
    """Kinds of plan that can be meant at a position, and what of its entry goes into the number
    field of such a plan.
    """

    works: tuple[Work, ...]
    number: str


_INSERT = re.compile(r"^\s*insert\b\s*(?P<number>.*)$", re.IGNORECASE)
_FOLLOWER = re.compile(
    r"^\s*(?:cam|track)\s+(?:follower|roller)\b\s*(?P<number>.*)$", re.IGNORECASE
)
# An inch insert: series and bore number, then the bore in sixteenths (207-23).
_INCH_INSERT = re.compile(r"^\s*[23]\d{2}-\d{1,3}\b")


def listed_as(text: str) -> Listed:
    """What an entry of the list can mean. What is empty or says nothing that is known here shuts
    nothing out.

    Symbols: text, as it stands in the list.
    Valid: spherical roller and self-aligning ball bearings, deep groove ball bearings, inserts and
        cam followers by that word.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     [work.value for work in listed_as("22218 K C3 W33").works],
    ...     [work.value for work in listed_as("6311 C3").works],
    ... )
    (['taper', 'fitted'], ['shoulder', 'cartridge', 'fitted'])
    >>> (
    ...     [work.value for work in listed_as("NU 209").works],
    ...     [work.value for work in listed_as("30209").works],
    ... )
    (['shoulder', 'cartridge', 'fitted'], ['shoulder', 'cartridge', 'fitted'])
    >>> (
    ...     listed_as("insert 208").number,
    ...     listed_as("cam follower 47 mm").number,
    ...     len(listed_as("").works),
    ... )
    ('208', '47 mm', 7)
    """
    if (insert := _INSERT.match(text)) is not None:
        return Listed((Work.UNIT, Work.INSERT, Work.FITTED), insert["number"].strip())
    if (follower := _FOLLOWER.match(text)) is not None:
        return Listed((Work.FOLLOWER, Work.FITTED), follower["number"].strip())
    if _INCH_INSERT.match(text):
        return Listed((Work.UNIT, Work.INSERT, Work.FITTED), text.strip())
    straight = (Work.SHOULDER, Work.CARTRIDGE, Work.FITTED)
    # A spherical roller bearing is read last: lists leave out its K, and most of them sit on a
    # sleeve.
    for read, works in (
        (read_number, straight),
        (read_designation, (Work.TAPER, Work.FITTED)),
        (read_other, straight),
    ):
        try:
            read(text)
        except InvalidInput:
            continue
        return Listed(works, text.strip())
    return Listed(tuple(Work), text.strip())
