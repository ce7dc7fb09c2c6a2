"""Fixed and floating: which bearing holds the shaft, and where the others let it grow. Common
practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Literal

from tribodex.core.components.bearing import Kind
from tribodex.core.components.straight import StraightKind


class Floats(StrEnum):
    """Where a bearing lets the shaft grow along itself, or that it holds it."""

    HELD = "held"
    SEAT = "in_its_seat"
    INSIDE = "inside_the_bearing"
    HOUSING = "in_the_housing"
    CROSS = "cross_located"
    UNKNOWN = "unknown"

    @property
    def words(self) -> str:
        """As the trade says it.

        >>> Floats.SEAT.words
        'floating: the outer ring slides in its seat'
        """
        return {
            Floats.HELD: "fixed: the outer ring is held on both sides",
            Floats.SEAT: "floating: the outer ring slides in its seat",
            Floats.INSIDE: "floating inside the bearing",
            Floats.HOUSING: "floating in the housing",
            Floats.CROSS: "cross-located: holds one way, together with the other bearing",
            Floats.UNKNOWN: "not known whether fixed or floating",
        }[self]

    @property
    def short(self) -> str:
        """One word for a drawing."""
        return {
            Floats.HELD: "fixed",
            Floats.CROSS: "cross-located",
            Floats.UNKNOWN: "fixed or floating?",
        }.get(self, "floating")


Groove = Literal["", "inner", "outer"]


def groove_conflict(groove: Groove, floats: Floats) -> str:
    """Why a snap ring in a groove of a one-piece housing does not go with what was said; empty
    where it does, or where there is none.

    In the inner groove it lies against the bearing and holds it; in the outer groove it leaves room
    to float.

    Symbols: none.
    Valid: one-piece housings with two grooves.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     groove_conflict("outer", Floats.SEAT),
    ...     groove_conflict("inner", Floats.HELD),
    ...     groove_conflict("", Floats.SEAT),
    ... )
    ('', '', '')
    >>> groove_conflict("outer", Floats.HELD)
    'A snap ring in the outer groove lets the bearing float; to hold it, the ring belongs in the
    inner groove.'
    """
    if groove == "outer" and floats is Floats.HELD:
        return (
            "A snap ring in the outer groove lets the bearing float; to hold it, the ring belongs"
            " in the inner groove."
        )
    if groove == "inner" and floats in (Floats.SEAT, Floats.HOUSING):
        return (
            "A snap ring in the inner groove holds the bearing; to let it float, the ring belongs"
            " in the outer groove."
        )
    return ""


# A roller bearing of these kinds cannot take up growth between its own rings.
_CANNOT_INSIDE = (Kind.SPHERICAL_ROLLER, Kind.SELF_ALIGNING_BALL)


def float_conflict(said: Sequence[tuple[str, Floats, Kind | StraightKind | None]]) -> str:
    """Why two bearings of one shaft cannot stand as they were said to; empty where they can.

    One bearing holds the shaft and the others let it grow, or two hold it one way each. What nobody
    knows is no conflict, but no answer either.

    Symbols: for each bearing its name, where it floats, its kind where that is known.
    Valid: the bearings of one shaft.
    Raises: nothing.
    Source: common practice, no source.

    >>> float_conflict([("drive end", Floats.HELD, None), ("far end", Floats.SEAT, None)])
    ''
    >>> float_conflict([("drive end", Floats.HELD, None), ("far end", Floats.HELD, None)])[:41]
    'drive end and far end are both held: when'
    """
    if len(said) < 2:
        return ""
    for name, floats, kind in said:
        if floats is Floats.INSIDE and kind in _CANNOT_INSIDE:
            why = f"a {kind.words} takes up no growth between its own rings"
            return (
                f"{name} cannot float inside the bearing: {why}. It floats in its seat or housing."
            )
    known = [(name, floats) for name, floats, _ in said if floats is not Floats.UNKNOWN]
    held = [name for name, floats in known if floats is Floats.HELD]
    cross = [name for name, floats in known if floats is Floats.CROSS]
    if len(held) > 1:
        grows = (
            "when the shaft warms and grows, it pushes the bearings apart and loads them"
            " without end"
        )
        return f"{' and '.join(held)} are both held: {grows}. One must float."
    if held and cross:
        return (
            f"{held[0]} is held, so {cross[0]} cannot be cross-located: with one fixed bearing the"
            " other one floats both ways."
        )
    if len(known) == len(said) and not held and len(cross) < 2:
        return (
            "No bearing holds the shaft: it can wander until something rubs. One must be fixed."
            if not cross
            else (
                f"Only {cross[0]} is cross-located: it holds one way alone. Cross-located bearings"
                " come in pairs."
            )
        )
    return ""
