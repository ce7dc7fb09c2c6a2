"""Which leaf next in a gauging of this job, from what is believed of the bearing."""

from __future__ import annotations

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.leaf import Expected, LeafChoice, choose_leaf
from tribodex.core.components.bands import Span
from tribodex.core.job.attempt import Gauging
from tribodex.core.job.state import JobState
from tribodex.core.mounting.gauging import Bracket, Cell, Phase

# Places of one gauging differ from their mean by about this much before form and feel are counted (µm).
OTHER_PLACES_SD_UM = 2.0


def expected_play(state: JobState, gauging: Gauging) -> Expected:
    """What a place of this gauging should show, before any leaf of it.

    The group's limits before mounting, the estimate afterwards; without a nut pitch anything down to a third.
    """
    if gauging.phase is Phase.INITIAL:
        known = state.initial_closed()
        return Expected.at_place(known.summary.mean_um, known.summary.sd_um) if known else Expected.between(state.plan.limits_um)
    position = state.position()
    if position is not None:
        return Expected.at_place(position.clearance_um - gauging.correction_um, position.gauged_sd_um)
    closed = state.initial_closed()
    top = closed.summary.mean_um if closed else state.plan.limits_um.high
    return Expected.between(Span(top / 3, top))


def first_leaf(state: JobState, belief: Belief) -> LeafChoice | None:
    """The leaf to try first at the next gauging, for where the bearing is believed to be by then."""
    if state.plan.feeler is None:
        return None
    expected = Expected.at_place(belief.clearance_um, belief.gauged_sd_um)
    return choose_leaf(Bracket(None, None), expected, state.plan.feeler, state.window())


def leaf_for(state: JobState, gauging: Gauging, cell: Cell) -> LeafChoice | None:
    """The next leaf at one place of one row; None when no further one changes what is done.

    What the other places of this gauging say goes before what was expected.
    """
    expected = expected_play(state, gauging)
    closed = [c.bracket for c in gauging.cells(state.plan) if c.bracket.closed]
    if closed:
        expected = Expected.at_place(sum(b.mid_um for b in closed) / len(closed), OTHER_PLACES_SD_UM)
    window = None if gauging.phase is Phase.INITIAL else state.window()
    return choose_leaf(cell.bracket, expected, state.plan.gauge, window)


def next_cell(state: JobState, gauging: Gauging) -> tuple[Cell, LeafChoice] | None:
    """The place and row to go on with, and its leaf; None when every bracket is fine enough."""
    for cell in gauging.cells(state.plan):
        leaf = leaf_for(state, gauging, cell)
        if leaf is not None:
            return cell, leaf
    return None
