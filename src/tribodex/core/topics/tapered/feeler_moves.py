"""The move where the gauge set in hand cannot prove what it has to."""

from __future__ import annotations

from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.topics.tapered.state import Tapered


def feelers_move(state: Tapered) -> NextMove:
    """The set in hand cannot prove the window."""
    return NextMove(
        Do.DECIDE_FEELERS,
        "Stop: this set cannot prove this window",
        state.proven_by().reason,
        "Ways out: another set in hand; a bearing of the next clearance group, and this job"
        " abandoned; or a named person accepts it: then less than the thinnest feeler is “no"
        " measurable clearance”, and ends as a stop.",
        stops=True,
    )
