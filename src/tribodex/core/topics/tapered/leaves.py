"""Which leaf next in a gauging of this job, from what is believed of the bearing."""

from __future__ import annotations

import math

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.leaf import Expected, LeafChoice, choose_leaf
from tribodex.core.components.bands import Span
from tribodex.core.mounting.gauging import Bracket, Cell, Phase
from tribodex.core.mounting.provable import NARROW_UM
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered.attempt import Gauging, pool
from tribodex.core.topics.tapered.state import Tapered

# Places of one gauging differ from their mean by about this much before form and feel are counted
# (µm).
OTHER_PLACES_SD_UM = 2.0
# With less chance than this to be in the window or below it, one place on both rows says how far to
# go on.
ON_THE_WAY = 0.3


def expected_play(state: Tapered, gauging: Gauging) -> Expected:
    """What a place of this gauging should show, before any leaf of it.

    The group's limits before mounting, the estimate afterwards; without a nut pitch anything down
    to a third.
    """
    if gauging.phase is Phase.INITIAL:
        known = state.initial_closed()
        return (
            Expected.at_place(known.summary.mean_um, known.summary.sd_um)
            if known
            else Expected.between(state.plan.limits_um)
        )
    position = state.position()
    if position is not None:
        return Expected.at_place(
            position.clearance_um - gauging.correction_um, position.gauged_sd_um
        )
    closed = state.initial_closed()
    top = closed.summary.mean_um if closed else state.plan.limits_um.high
    return Expected.between(Span(top / 3, top))


def first_leaf(state: Tapered, belief: Belief) -> LeafChoice | None:
    """The leaf to try first at the next gauging, for where the bearing is believed to be by
    then."""
    if state.plan.feeler is None:
        return None
    expected = Expected.at_place(belief.clearance_um, belief.gauged_sd_um)
    return choose_leaf(Bracket(None, None), expected, state.gauge, state.window())


def leaf_for(state: Tapered, gauging: Gauging, cell: Cell) -> LeafChoice | None:
    """The next leaf at one place of one row; None when no further one changes what is done.

    What the other places of this gauging say goes before what was expected.
    """
    expected = expected_play(state, gauging)
    closed = [c.bracket for c in gauging.cells(state.plan) if c.bracket.closed]
    if closed:
        expected = Expected.at_place(
            sum(b.mid_um for b in closed) / len(closed), OTHER_PLACES_SD_UM
        )
    window = None if gauging.phase is Phase.INITIAL else state.window()
    return choose_leaf(cell.bracket, expected, gauging.set_of(state.plan), window)


def next_cell(state: Tapered, gauging: Gauging) -> tuple[Cell, LeafChoice] | None:
    """The place and row to go on with, and its leaf; None when every bracket is fine enough, or
    what was read is enough.
    """
    if enough_read(state, gauging) is not None:
        return None
    for cell in _from_place(gauging.cells(state.plan), _begins_at(state, gauging)):
        leaf = leaf_for(state, gauging, cell)
        if leaf is not None:
            return cell, leaf
    return None


def enough_read(state: Tapered, gauging: Gauging) -> str | None:
    """Why the other places of an open gauging need not be read, in words; None while they are worth
    it.

    A whole place on both rows is read first. Then it is enough on the way, where the bearing is
    still above the window: the other places would only say more exactly how far it is to go. And it
    is enough for a repeat that agrees with the gauging before it at all planned places. The lock
    stands on all of them, and a narrow window (or an empty one) needs every place every time.
    """
    window, plan = state.window(), state.plan
    if (
        window is None
        or window.width_um < NARROW_UM
        or gauging.phase is Phase.FINAL
        or gauging.places > plan.places
    ):
        return None
    cells = gauging.cells(plan)
    read = {
        place
        for place in range(1, gauging.places + 1)
        if all(c.bracket.closed for c in cells if c.place == place)
    }
    now = gauging.summary(plan)
    if (
        now is None
        or not read
        or len(read) == gauging.places
        or any(t.place not in read for t in gauging.trials)
    ):
        return None
    here = state.here()
    if gauging.phase is Phase.DRIVE_UP and here and state.gauged_short():
        return None
    before = pool(state.initials()) if gauging.phase is Phase.INITIAL else pool(here)
    if before is not None:
        agrees = abs(now.mean_um - before.mean_um) <= 2 * math.hypot(now.sd_um, before.sd_um)
        return (
            f"{um_text(now.mean_um)} here, {um_text(before.mean_um)} before: they agree, and count"
            " together."
            if agrees
            else None
        )
    position = state.position_with(gauging) if gauging.phase is Phase.DRIVE_UP else None
    if position is None or position.below(window) + position.inside(window) >= ON_THE_WAY:
        return None
    return (
        f"{um_text(now.mean_um)} here, still above the window: other places would not change the"
        " next turn by much."
    )


def _begins_at(state: Tapered, gauging: Gauging) -> int:
    """The place to begin with: a repeat begins at another one each time, so that no place of the
    ring counts for more than the others.
    """
    if gauging.phase is Phase.FINAL:
        return 1
    earlier = state.initials() if gauging.phase is Phase.INITIAL else state.here()
    return len([g for g in earlier if g.number != gauging.number]) % gauging.places + 1


def _from_place(cells: list[Cell], place: int) -> list[Cell]:
    return sorted(cells, key=lambda c: c.place < place)
