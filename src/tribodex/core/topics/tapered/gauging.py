"""What may follow at a gauging: begin it, try leaves, bracket a place in one tap, end it with a
number or without.
"""

from __future__ import annotations

import math
from dataclasses import replace

from tribodex.core.adviser.reading import LEAF_SHARED_SHARE, SHARED_SD_UM
from tribodex.core.components.feeler import FeelerShelf, Stack
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.clearance import judge_initial
from tribodex.core.mounting.gauging import Outcome, Phase, Row, Trial, reduction_sd_um, undecided_um
from tribodex.core.mounting.judgement import judge_final
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.allowed import may_gauge
from tribodex.core.topics.tapered.amounts import leaves_of, temperatures_of
from tribodex.core.topics.tapered.attempt import Gauging, agreeing, pool
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered

NOTHING = "none"
STAGE_OF = {
    Phase.INITIAL: "initial_clearance",
    Phase.DRIVE_UP: "drive_up",
    Phase.FINAL: "final_check",
}


def start(desk: Desk, state: Tapered, command: cmd.StartGauging) -> list[Fact]:
    """A gauging begins; one that was open is ended with what it bracketed."""
    if not state.plan.method.gauged:
        raise Refused(
            "This method gauges nothing with feelers: the turn of the nut and the feel of the ring"
            " decide."
        )
    if command.phase is Phase.INITIAL:
        if state.attempt.zero_set:
            raise Refused(
                "The bearing is on its seat: its unmounted clearance cannot be gauged any more."
                " Release it first."
            )
    else:
        may_gauge(desk, state)
        if command.phase is Phase.FINAL and state.attempt.locked is None:
            raise Refused(
                "The final check comes after locking: bending the tab moves the nut a little."
            )
        if command.phase is Phase.DRIVE_UP and state.attempt.locked is not None:
            raise Refused("The nut is locked: what is gauged now is the final check.")
    places = command.places if command.places is not None else state.plan.places
    if not 1 <= places <= 6:
        raise InvalidInput.at(
            "places",
            f"{places} places is out of range: check the number.",
            "1 to 6; good shops take 3",
        )
    where = command.where or state.plan.where
    number = state.last_gauging_number + 1
    return [
        *settled(state),
        ev.GaugingStarted(
            number, command.phase, where, places, *temperatures_of(state.plan, command)
        ),
    ]


def try_leaf(state: Tapered, command: cmd.TryLeaf) -> ev.LeafTried:
    """A leaf was tried at one place of one row."""
    gauging = _open(state, command.place)
    leaves = leaves_of(state.plan, gauging.set_of(state.plan), command.leaf, command.shown)
    return ev.LeafTried(
        gauging=gauging.number,
        place=command.place,
        row=command.row,
        leaves_um=leaves,
        outcome=command.outcome,
        typed=command.leaf if command.typed else "",
        unmounted=gauging.unmounted,
    )


def begun_by(desk: Desk, state: Tapered, command: cmd.StartGauging) -> tuple[list[Fact], Gauging]:
    """A gauging that would begin now: its facts, and how it would stand. Raises as start()."""
    facts = start(desk, state, command)
    said = facts[-1]
    assert isinstance(said, ev.GaugingStarted)  # it ends with the beginning
    attempt = state.attempt
    return facts, Gauging.begun(
        said, attempt.nut_deg, attempt.number, attempt.mark_var_deg2, state.feelers
    )


def bracket(desk: Desk, state: Tapered, command: cmd.BracketPlace) -> list[Fact]:
    """Both ends of a bracket in one tap: the thickest leaf that goes in, and the next of the set
    that does not; in one row or in both.

    The first reading begins the gauging, the last one ends it, where the command says so.
    """
    begins: list[Fact] = []
    if state.open_gauging() is None and command.phase is not None:
        begins, gauging = begun_by(desk, state, cmd.StartGauging(command.phase, command.places))
        _inside(gauging, command.place)
    else:
        gauging = _open(state, command.place)
    read = _bracketed(state, gauging, command)
    if not command.last:
        return [*begins, *read]
    trials = [
        *gauging.trials,
        *(Trial(0, t.place, t.row, Stack(t.leaves_um), t.outcome) for t in read),
    ]
    return [*begins, *read, _ended(state, replace(gauging, trials=trials, _cells=None))]


def _bracketed(state: Tapered, gauging: Gauging, command: cmd.BracketPlace) -> list[ev.LeafTried]:
    rows = tuple(Row) if command.both_rows else (command.row,)
    if command.both_rows and (
        read := sorted({t.row for t in gauging.trials if t.place == command.place})
    ):
        raise Refused(
            f"Place {command.place}, {read[0].called(gauging.unmounted)} was read already: say the"
            " other row alone, or gauge that one again."
        )
    typed, gauge = command.leaf if command.typed else "", gauging.set_of(state.plan)

    def tried(stack: Stack, outcome: Outcome, said: str = "") -> list[ev.LeafTried]:
        return [
            ev.LeafTried(
                gauging=gauging.number,
                place=command.place,
                row=row,
                leaves_um=stack.leaves_um,
                outcome=outcome,
                typed=said,
                both_rows=command.both_rows,
                unmounted=gauging.unmounted,
            )
            for row in rows
        ]

    if command.leaf.strip().lower() == NOTHING:
        return [*tried(Stack((gauge.leaves_um[0],)), Outcome.STOPS)]
    goes_in = Stack(leaves_of(state.plan, gauge, command.leaf, command.shown))
    following = gauge.next_above(goes_in.thickness_um)
    if following is None:
        raise InvalidInput.at(
            "leaf",
            f"The set makes nothing thicker than {um_text(goes_in.thickness_um)}.",
            "feeler by feeler, or another set",
        )
    return [*tried(goes_in, Outcome.PASSES, typed), *tried(following, Outcome.STOPS)]


def take_feelers(desk: Desk, state: Tapered, command: cmd.TakeFeelers) -> ev.FeelersTaken:
    """Another set of the crib in hand."""
    if not state.plan.method.gauged:
        raise Refused(
            "This method gauges nothing with feelers: the turn of the nut and the feel of the ring"
            " decide."
        )
    shelf = desk.books.get(FeelerShelf, FeelerShelf(()))
    found = shelf.find(command.feeler_id)
    if found is None:
        known = ", ".join(one.name for one in shelf.sets)
        raise InvalidInput.at(
            "feeler_id",
            "This gauge set is not in the crib.",
            f"one of {known}" if known else "put it on the crib's list first",
        )
    if found == state.gauge:
        raise Refused(f"{found.name} is in hand already.")
    return ev.FeelersTaken(found)


def repeat(state: Tapered, command: cmd.RepeatPlace) -> ev.PlaceRepeated:
    """A place is gauged anew."""
    gauging = state.open_gauging()
    if gauging is None:
        raise Refused("No gauging is open.")
    if not any((t.place, t.row) == (command.place, command.row) for t in gauging.trials):
        raise Refused(
            f"Nothing was read yet at place {command.place},"
            f" {command.row.called(gauging.unmounted)}."
        )
    return ev.PlaceRepeated(gauging.number, command.place, command.row, gauging.unmounted)


def close(state: Tapered) -> ev.GaugingClosed | ev.NoPlayFound:
    """The gauging ends."""
    gauging = state.open_gauging()
    if gauging is None:
        raise Refused("No gauging is open.")
    return _ended(state, gauging)


def _ended(state: Tapered, gauging: Gauging) -> ev.GaugingClosed | ev.NoPlayFound:
    ended = judged(state, gauging)
    clash = gauging.contradiction(state.plan)
    if clash is not None and not isinstance(ended, ev.NoPlayFound):
        raise Refused(
            f"{clash.where.capitalize()}: {clash.bracket.contradiction}. Gauge this place again, or"
            " correct the wrong reading; until then this gauging says nothing of it."
        )
    if ended is None:
        raise Refused(
            "Nothing is bracketed yet: one feeler that passes and one that does not are needed at"
            " one place at least."
        )
    return ended


def settled(state: Tapered) -> list[Fact]:
    """Moving the nut ends an open gauging; what it bracketed is kept."""
    gauging = state.open_gauging()
    ended = judged(state, gauging) if gauging is not None else None
    return [ended] if ended is not None else []


def judged(state: Tapered, gauging: Gauging) -> ev.GaugingClosed | ev.NoPlayFound | None:
    """The gauging as it stands, judged; None when it says nothing.

    Where the thinnest leaf stops anywhere there is no measurable clearance: a stop, and no mean
    that would hide it.
    """
    plan = state.plan
    nothing = gauging.nothing_at(plan)
    if nothing:
        return ev.NoPlayFound(gauging.number, nothing, gauging.set_of(plan).leaves_um[0])
    summary = gauging.summary(plan)
    if summary is None:
        return None
    if gauging.phase is Phase.INITIAL:
        # Judged together with the gaugings it agrees with, and with what all brackets of a gauging
        # share.
        closed = [
            *(g for g in state.initial if g.closed),
            replace(gauging, closed=ev.GaugingClosed(gauging.number, summary)),
        ]
        together = agreeing(closed)
        known = pool(together)
        assert known is not None  # it ends with a closed one
        cells = [cell for one in together for cell in one.cells(plan)]
        uncertainty = max(
            2
            * math.hypot(
                known.sd_um,
                SHARED_SD_UM / math.sqrt(len(together)),
                LEAF_SHARED_SHARE * known.mean_um,
            ),
            undecided_um(cells),
        )
        verdict = judge_initial(
            known.mean_um, uncertainty, plan.groups_um, plan.bearing.group, plan.unmounted_um
        )
        return ev.GaugingClosed(gauging.number, summary, initial_verdict=verdict)
    window, initial = state.window(), pool(state.initials())
    if gauging.phase is Phase.FINAL and window is not None and initial is not None:
        sds = [
            sd
            for g in state.initials()
            if (sd := reduction_sd_um(g.cells(plan), gauging.cells(plan))) is not None
        ]
        taken_sd = min(sds, default=(initial.sd_um**2 + summary.sd_um**2) ** 0.5)
        final = judge_final(
            window,
            summary.mean_um,
            summary.uncertainty_um,
            initial.mean_um - summary.mean_um,
            2 * taken_sd,
            finer=finer_leaves(plan, gauging),
            rows=len(gauging.rows(plan)),
            over_um=state.attempt.locked.over_um if state.attempt.locked is not None else 0.0,
        )
        return ev.GaugingClosed(gauging.number, summary, final_verdict=final)
    return ev.GaugingClosed(gauging.number, summary)


def finer_leaves(plan: Plan, gauging: Gauging) -> str:
    """The leaves that would narrow the widest bracket, in words; or that the set has none."""
    closed = [c for c in gauging.cells(plan) if c.bracket.closed]
    widest = max(closed, key=lambda c: c.bracket.width_um, default=None)
    if widest is None:
        return ""
    low, high, gauge = (
        widest.bracket.low_um or 0.0,
        widest.bracket.high_um or 0.0,
        gauging.set_of(plan),
    )
    between = [
        s for s in gauge.stacks(low + 1.5, high - 1.5) if low + 1 < s.thickness_um < high - 1
    ]
    where = widest.where
    if not between:
        return (
            f"{gauge.name} makes nothing between {um_text(low)} and {um_text(high)} ({where}): take"
            " a finer set, more places, or gauge once more."
        )
    middle = min(between, key=lambda s: abs(s.thickness_um - (low + high) / 2))
    return f"Try {um_text(middle.thickness_um)} at {where}, and halve the other brackets as well."


def _open(state: Tapered, place: int) -> Gauging:
    gauging = state.open_gauging()
    if gauging is None:
        raise Refused("No gauging is open. Start one first.")
    return _inside(gauging, place)


def _inside(gauging: Gauging, place: int) -> Gauging:
    if not 1 <= place <= gauging.places:
        raise InvalidInput.at(
            "place", f"Place {place} is not in this gauging.", f"1 to {gauging.places}"
        )
    return gauging
