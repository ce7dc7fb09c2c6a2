"""Methods that gauge nothing: turns from hand-tight, and the angle of a self-aligning ball
bearing."""

from __future__ import annotations

import itertools
import re
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.moves import Ask
from tribodex.core.mounting.locking import turn_tab_positions
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.working import Level
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.planning import make_plan

REFERENCE = load_reference()
UNIT = replace(
    DRAFT,
    housed_unit="yes",
    range_low="1",
    range_high="1 1/4",
    range_source="unit sheet, page 3",
    nut_slots="4",
    nut_tabs="9",
    sheet_zero="tapped",
)
BALL = PlanDraft(designation="2212 K C3", shaft="55 mm")


def told(bench: Bench) -> NextMove:
    return bench.move()


def at_zero(draft: PlanDraft, reference: Reference = REFERENCE) -> Bench:
    """Gates passed, the nut at its zero mark."""
    bench = make_bench(reference, draft)
    for _ in range(12):
        move = told(bench)
        if move.do == Ask.CONFIRM and move.gate:
            bench.pass_gate(move.gate)
        elif move.do is Do.SET_ZERO:
            bench.do(cmd.SetZero(True))
            return bench
    raise AssertionError(told(bench))


def test_the_angles_of_practice_rise_gently_with_the_bore(reference: Reference) -> None:
    """One angle for the four common series, from light metal contact: tens of degrees to a good
    hundred (common practice, no source).
    """
    rows = reference.ball_angles.rows
    assert [row.bore_mm for row in rows] == sorted({row.bore_mm for row in rows})
    for row in rows:
        assert 45 <= row.angle_deg.low <= row.angle_deg.high <= 160
        assert 0.1 <= row.drive_up_mm <= 0.9
    for one, after in itertools.pairwise(rows):
        assert after.drive_up_mm >= one.drive_up_mm, (
            "the angle may fall where the pitch grows; the drive-up never does"
        )


def test_angle_and_drive_up_of_a_row_are_one_turn_of_its_nut_within_a_hand(
    reference: Reference,
) -> None:
    """α = 360°·s/P with the pitch of the nut for that bore: the two columns say the same within
    what a hand sets.
    """
    for row in reference.ball_angles.rows:
        nut = reference.nuts.find(row.bore_mm)
        if nut is None:
            continue
        computed = 360 * row.drive_up_mm / nut.pitch_mm
        assert row.angle_deg.low - 35 <= computed <= row.angle_deg.high + 35, row


def test_the_ball_bearing_turns_to_the_angle_of_practice_then_asks_the_hand(
    reference: Reference,
) -> None:
    bench = at_zero(BALL, reference)
    row = reference.ball_angles.find(60)
    assert row is not None
    move = told(bench)
    assert move.do is Do.TURN and move.turn_deg == pytest.approx(row.angle_deg.low, abs=1)
    bench.do(cmd.TurnNut(f"{move.turn_deg}"))
    assert told(bench).do is Do.HAND_CHECK
    bench.do(cmd.HandCheck("freely", True))
    further = told(bench)
    assert further.do is Do.TURN and further.turn_deg and further.turn_deg <= 10
    bench.do(cmd.TurnNut(f"{further.turn_deg}"), cmd.HandCheck("slight drag", True))
    assert told(bench).do in (Do.LOCK, Do.SEAT, Do.SEE_TAB)


@pytest.mark.parametrize(
    ("swivel", "turns"), [("binds", True), ("slight drag", False), ("binds", False)]
)
def test_a_ring_that_binds_is_released_never_eased(
    reference: Reference, swivel: str, turns: bool
) -> None:
    bench = at_zero(BALL, reference)
    bench.do(cmd.TurnNut(f"{told(bench).turn_deg}"), cmd.HandCheck(swivel, turns))  # type: ignore[arg-type]
    move = told(bench)
    assert move.do is Do.RELEASE and "does not bring it back" in move.risk
    # 2212 K has a bore of 60 mm: drive-up 0.45 to 0.63 mm, a washer, and 1 to 2 mm more.
    gap = re.search(r"gap to the ring of (\S+) mm .* to (\S+) mm", move.risk)
    assert (
        gap is not None
        and 2 <= float(gap[1]) < float(gap[2]) <= 5
        and float(gap[2]) - float(gap[1]) == pytest.approx(1)
    )
    assert "the whole nut" in move.risk and "Loosening a little" in move.risk


def test_a_turn_past_the_sheet_is_released(reference: Reference) -> None:
    bench = at_zero(UNIT, reference)
    bench.do(cmd.TurnNut("1.5", "turns"))
    move = told(bench)
    assert move.do is Do.RELEASE and "360 to 450°" in move.why


def test_a_sheet_of_turns_leads_to_its_middle(reference: Reference) -> None:
    bench = at_zero(UNIT, reference)
    move = told(bench)
    assert (
        move.do is Do.TURN
        and move.turn_deg == pytest.approx(405)
        and "unit sheet, page 3" in move.why
    )
    bench.do(cmd.TurnNut("0.5", "turns"))
    rest = told(bench)
    assert rest.turn_deg == pytest.approx(405 - 180)


@settings(max_examples=60, deadline=None)
@given(st.lists(st.integers(1, 220), min_size=1, max_size=6))
def test_whatever_was_turned_no_move_leads_past_the_sheet(turns: list[int]) -> None:
    bench = at_zero(UNIT)
    for degrees in turns:
        bench.do(cmd.TurnNut(str(degrees)))
        move, nut = told(bench), bench.state.attempt.nut_deg
        if move.turn_deg is not None:
            assert nut + move.turn_deg <= 450 + 1
        if nut > 451:
            assert move.do is Do.RELEASE
        if nut < 359:
            assert move.do is Do.TURN and move.turn_deg


@given(
    st.floats(300, 460),
    st.one_of(st.none(), st.floats(0, 30)),
    st.sampled_from([4, 6, 8]),
    st.sampled_from([11, 17, 19, 24]),
)
def test_tab_positions_by_turn_alone(
    now: float, first: float | None, slots: int, tabs: int
) -> None:
    """Positions rise by one step, only tighten, and the word follows from the sum of the turns; the
    first one past the range ends the list.
    """
    nut = LockNut(90, 2, 120, slots, tabs, 10)
    found = turn_tab_positions(nut, now, (360, 450), first)
    assert nut.tab_step_deg is not None and found
    for one, after in itertools.pairwise(found):
        assert after.turn_deg - one.turn_deg == pytest.approx(nut.tab_step_deg)
        assert one.verdict.level is not Level.STOP
    for position in found:
        assert position.turn_deg >= 0
        total = now + position.turn_to_deg
        word = (
            "leaves the range"
            if total > 450.05
            else "not yet there"
            if total < 359.95
            else "inside"
        )
        assert position.verdict.word == word
        assert position.drive_up_mm == pytest.approx(2 * position.turn_to_deg / 360)


def test_hand_checks_and_turns_are_corrected_like_everything_else(reference: Reference) -> None:
    """A swivel that was mistyped: corrected where it stands, judged anew, the first entry still
    readable.
    """
    bench = at_zero(BALL, reference)
    bench.do(cmd.TurnNut(f"{told(bench).turn_deg}"), cmd.HandCheck("binds", True))
    seq = bench.log[-1].seq
    assert told(bench).do is Do.RELEASE
    bench.do(job_cmd.Correct(seq, "tapped the wrong one", cmd.HandCheck("freely", True)))
    assert told(bench).do is Do.TURN
    assert bench.log[seq - 1].fact.swivel == "binds", "the log keeps what was said first"  # type: ignore[union-attr]
    turn = next(e.seq for e in bench.log if type(e.fact).__name__ == "NutTurned")
    bench.do(job_cmd.Correct(turn, "did not turn", withdraw=True))
    assert bench.state.attempt.nut_deg == 0 and told(bench).do is Do.TURN


def test_a_one_piece_unit_is_held_by_its_lock_plate_unless_another_lock_is_named() -> None:
    """A lock plate in place of the tab washer; on to its next hole by tightening (common practice,
    no source).
    """
    reference = load_reference()
    unit = PlanDraft(
        designation="22215 K CN",
        shaft="65 mm",
        housed_unit="yes",
        range_low="1",
        range_high="1 1/4",
        range_source="unit sheet",
    )
    plan = make_plan(reference, (), unit)
    assert plan.lock is LockKind.LOCK_PLATE and any(
        "lock plate" in finding for finding in plan.findings
    )
    assert plan.nut is not None and plan.nut.tab_step_deg is None, (
        "the table counts tabs, not holes of a plate"
    )
    counted = make_plan(reference, (), replace(unit, nut_slots="4", nut_tabs="9"))
    assert counted.nut is not None and counted.nut.tab_step_deg == 10
    assert make_plan(reference, (), replace(unit, lock="tab_washer")).lock is LockKind.TAB_WASHER
