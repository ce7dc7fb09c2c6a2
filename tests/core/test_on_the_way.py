"""One place is enough on the way to the window; the lock asks for all of them."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.components.bands import Span
from tribodex.core.errors import Refused
from tribodex.core.mounting.gauging import Phase, Row
from tribodex.core.mounting.lock_ruling import LeafSays, may_lock
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.leaves import enough_read, next_cell
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.stopped_moves import stuck_move
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference


def told(bench: Bench) -> NextMove:
    return bench.move()


def ready(reference: Reference, truth: VirtualBearing, turn_deg: float) -> Bench:
    """Unmounted clearance gauged, zero mark set, the nut turned that far."""
    bench = make_bench(reference)
    bench.ready(truth)
    bench.do(cmd.TurnNut(f"{turn_deg}"))
    return bench


def read_place(bench: Bench, truth: VirtualBearing, place: int) -> None:
    """Both rows of one place, leaf by leaf."""
    while (
        (gauging := bench.state.open_gauging())
        and (todo := next_cell(bench.state, gauging))
        and todo[0].place == place
    ):
        cell, choice = todo
        outcome = truth.try_leaf(choice.stack.thickness_um, gauging.nut_deg, cell.place, cell.row)
        bench.do(cmd.TryLeaf(cell.place, cell.row, f"{choice.stack.thickness_um} µm", outcome))


def test_far_above_the_window_one_place_ends_the_gauging(reference: Reference) -> None:
    truth = VirtualBearing(125, 0.385, 0)
    bench = ready(reference, truth, 30)
    bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    assert told(bench).do is Do.TRY_LEAF
    read_place(bench, truth, 1)
    move = told(bench)
    assert move.do is Do.CLOSE_GAUGING and "Enough here" in move.headline
    assert "3 places" in move.risk
    state = bench.do(cmd.CloseGauging())
    assert state.attempt.gaugings[-1].closed is not None
    assert told(bench).do is Do.TURN


@pytest.mark.parametrize(
    ("gauged", "high", "limit", "headline", "helps"),
    [
        (24.0, 23.0, 20.0, "Stop: the window is out of reach", False),
        (22.0, 22.5, 20.0, "Stop: feelers cannot prove a window this narrow", False),
        (22.0, 30.0, 20.0, "Not sure enough by the feeler: release, and drive up less far", True),
        (24.0, 30.0, 15.0, "Too far by the feeler: release the bearing and start again", True),
    ],
)
def test_where_no_move_is_left_the_leaf_says_whether_a_release_helps(
    *,
    reference: Reference,
    monkeypatch: pytest.MonkeyPatch,
    gauged: float,
    high: float,
    limit: float,
    headline: str,
    helps: bool,
) -> None:
    bench = ready(reference, VirtualBearing(125, 0.385, 0), 120)
    bench.gauge(Phase.DRIVE_UP, VirtualBearing(125, 0.385, 0))
    state, position = bench.state, bench.state.position()
    assert position is not None
    window = Window(25.0 if limit < 20 else limit, high, 46.0, Span(23.0, 28.0), limit)
    says = LeafSays(gauged, 3.0, 0.0, 6)
    monkeypatch.setattr(Tapered, "leaf_says", lambda _: says)
    monkeypatch.setattr(Tapered, "leaf_allows", lambda _, turn: may_lock(window, says, 0.27, turn))
    move = stuck_move(state, position, window)
    assert move.do is Do.RELEASE and move.headline == headline
    assert um_text(gauged) in move.why and "once more tells no more" in move.why
    assert ("next clearance group" in move.risk) is not helps and (
        "does not bring it back" in move.risk
    ) is helps
    assert ("greater risk" in move.risk) is ("out of reach" in headline), (
        "what the feeler refuses no risk allows"
    )
    assert "never on rings" in move.risk


def test_one_row_alone_is_never_enough(reference: Reference) -> None:
    truth = VirtualBearing(125, 0.385, 0)
    bench = ready(reference, truth, 30)
    bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    bench.do(cmd.BracketPlace(1, Row.NUT_SIDE, "0.10 mm"))
    gauging = bench.state.open_gauging()
    assert gauging is not None and enough_read(bench.state, gauging) is None
    assert told(bench).do is Do.TRY_LEAF


def test_in_the_window_all_places_are_read(reference: Reference) -> None:
    truth = VirtualBearing(125, 0.385, 0)
    bench = ready(reference, truth, 135)
    bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    read_place(bench, truth, 1)
    move = told(bench)
    assert move.do is Do.TRY_LEAF and move.place == 2


def test_the_unmounted_and_the_final_gauging_are_never_cut_short(reference: Reference) -> None:
    truth = VirtualBearing(125, 0.385, 0)
    bench = make_bench(reference)
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL))
    read_place(bench, truth, 1)
    assert told(bench).do is Do.TRY_LEAF


def test_the_lock_asks_for_all_places(reference: Reference) -> None:
    """Inside by one place alone: seated first, then gauged at all places; the lock is refused until
    then.
    """
    truth = VirtualBearing(125, 0.385, 0)
    bench = ready(reference, truth, 135)
    bench.gauge(Phase.DRIVE_UP, truth, 1)
    assert bench.state.leaf_allows(0.0).level is not Level.STOP
    ruling = bench.state.may_lock(0.0)
    assert ruling.level is Level.STOP and "gauge at 3" in ruling.reason
    bench.seat()
    bench.do(cmd.SeeTab("1", "degrees"))
    with pytest.raises(Refused, match="gauge at 3"):
        bench.do(cmd.Lock("1"))
    move = told(bench)
    assert move.do is Do.GAUGE
    bench.gauge(Phase.DRIVE_UP, truth)
    assert bench.state.may_lock(1.0).level is Level.GOOD
    bench.do(cmd.Lock("1"))
    assert bench.state.attempt.locked is not None


def test_who_planned_one_place_locks_on_one_place(reference: Reference) -> None:

    truth = VirtualBearing(125, 0.385, 0)
    bench = make_bench(reference, replace(DRAFT, places="1"))
    bench.ready(truth)
    bench.do(cmd.TurnNut("135"))
    bench.gauge(Phase.DRIVE_UP, truth)
    assert not bench.state.gauged_short() and bench.state.may_lock(0.0).level is not Level.STOP


REFERENCE = load_reference()


@settings(max_examples=25, deadline=None)
@given(initial=st.integers(112, 138), per_degree=st.floats(0.33, 0.43), turn=st.integers(10, 150))
def test_what_ends_a_gauging_early_never_hides_the_window(
    initial: int, per_degree: float, turn: int
) -> None:
    """Whatever the truth: a gauging cut short leaves a belief above the window, and the next move
    is a turn within the risk.
    """
    truth = VirtualBearing(initial, per_degree, 0)
    bench = ready(REFERENCE, truth, turn)
    bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    if bench.state.open_gauging() is None:
        return
    read_place(bench, truth, 1)
    move = told(bench)
    if "Enough here" not in move.headline:
        return
    window = bench.state.window()
    assert window is not None
    bench.do(cmd.CloseGauging())
    assert bench.state.may_lock(0.0).level is Level.STOP
    following = told(bench)
    assert following.do is Do.TURN and following.turn_deg
    position = bench.state.position()
    assert (
        position is not None
        and position.after(following.turn_deg).below(window) <= bench.state.risk + 0.002
    )
