"""A purged labyrinth on the bench: its housing half and its shaft half, piston rings, pressed
together before it goes on.
"""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.working import Level, Verdict


class JoiningCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    GROOVE_DRY = "joining.groove_dry"
    JAMMED = "joining.jammed"
    RINGS_FELL = "joining.rings_fell"
    SQUARE_END_FIRST = "joining.square_end_first"


class Half(StrEnum):
    """A half of a labyrinth: the one in the seal groove stands, the one with the set screws turns
    with the shaft.
    """

    SHAFT = "shaft"
    HOUSING = "housing"
    NEITHER = "neither"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "shaft": "the shaft half, that turns",
            "housing": "the housing half, that stands",
            "neither": "neither: it has none",
        }[self.value]


def judge_joined(
    rings: Half, *, filled: bool, rings_up: bool, chamfer_first: bool, turns: bool
) -> Verdict:
    """Two halves as they were joined on the bench.

    Symbols: which half carries the piston rings; groove filled with grease; that half with its
    rings up; the plain half's chamfered end over the rings first; both turn against each other.
    Valid: purged labyrinths of a housing half and a shaft half.
    Raises: nothing.
    Source: common practice, no source.

    >>> judge_joined(Half.SHAFT, filled=True, rings_up=True, chamfer_first=False, turns=True).word
    'square end first'
    >>> judge_joined(
    ...     Half.NEITHER, filled=True, rings_up=False, chamfer_first=False, turns=True
    ... ).word
    'joined'
    """
    if not filled:
        why = (
            "Apart again: its groove is filled with grease before the halves are joined, no fitting"
            " fills it evenly afterwards."
        )
        return Verdict("groove dry", Level.STOP, why, code=JoiningCode.GROOVE_DRY)
    if rings is not Half.NEITHER and not chamfer_first:
        why = (
            "Apart again, and look at every ring: the plain half goes over them with its chamfered"
            " end first; a square end breaks them."
        )
        return Verdict("square end first", Level.STOP, why, code=JoiningCode.SQUARE_END_FIRST)
    if rings is not Half.NEITHER and not rings_up:
        why = (
            "Apart again: rings that hang fall out of their grooves and are nipped. That half lies"
            " on the bench, rings up."
        )
        return Verdict("rings not up", Level.STOP, why, code=JoiningCode.RINGS_FELL)
    if not turns:
        why = (
            "They do not turn against each other: a ring is nipped, or they stand askew. Apart,"
            " look, again evenly."
        )
        return Verdict("halves jam", Level.STOP, why, code=JoiningCode.JAMMED)
    return Verdict(
        "joined", Level.GOOD, "Filled, pressed together evenly, they turn against each other."
    )
