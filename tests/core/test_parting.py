"""Leaf and nut do not agree: the headline stops, says what is left, and nothing is locked against
the leaf.
"""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.core.readings import ON
from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.adviser.prior import Explanation
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.mounting.drive_up import reduction_per_degree_um
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.judgement import judge_final
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.mounting.window import target_window
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.looks import LookFound, LookTarget
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.topics.tapered.parting import CHECKS, SHORT_SLOPE, Sign, parted, slope_share
from tribodex.core.topics.tapered.tell import tell
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft

REFERENCE = load_reference()
HAND_TIGHT = VirtualBearing(125, 0.385, 260)


def move(bench: Bench) -> NextMove:
    return bench.move()


def turned(truth: VirtualBearing, degrees: str, draft: PlanDraft = ON) -> Bench:
    bench = make_bench(REFERENCE, draft)
    bench.ready(truth)
    bench.do(cmd.TurnNut(degrees))
    bench.gauge(Phase.DRIVE_UP, truth)
    return bench


def test_a_zero_mark_that_was_hand_tight_stops_the_headline() -> None:
    """The audit's case: every place still reads 0.125, the nut says 0.080; nothing is fitted, bent
    or locked.
    """
    bench = turned(HAND_TIGHT, "130")
    following = move(bench)
    assert following.do is Do.PARTED and following.headline.startswith("Stop")
    assert any("hand-tight" in point for point in following.points)
    position = bench.state.position()
    assert position is not None and position.clearance_um > 115, "the feeler outranks the belief"
    with pytest.raises(Refused, match=r"do not agree|Not to be locked"):
        bench.do(cmd.Lock("2"))
    with pytest.raises(Refused, match="gauge once more"):
        bench.do(cmd.FollowLeaf(tuple(CHECKS), "nothing found"))


def test_what_does_not_move_the_bearing_comes_before_a_test_turn() -> None:
    bench = turned(HAND_TIGHT, "130")
    bench.gauge(Phase.DRIVE_UP, HAND_TIGHT)
    found = parted(bench.state)
    assert found is not None and found.confirmed
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.FollowLeaf(("numbers",), "nut was only hand-tight"))
    assert "threads counted" in raised.value.fields[0].message
    with pytest.raises(InvalidInput, match="stands in the record"):
        bench.do(cmd.FollowLeaf(tuple(CHECKS), " "))
    bench.do(cmd.FollowLeaf(tuple(CHECKS), "nut was only hand-tight at the zero mark"))
    following = move(bench)
    assert following.do is Do.TURN and following.turn_deg is not None
    says, window = bench.state.leaf_says(), bench.state.window()
    assert says is not None and window is not None
    worst = says.mean_um - says.uncertainty_um - 1000 * 0.9 / 12 * 2 / 360 * following.turn_deg
    assert worst >= (window.guard_um or 0), (
        "the gauged lower bound, less the largest possible effect, stays above the limit"
    )


def test_a_reading_that_was_wrong_is_outvoted_by_gauging_again() -> None:
    truth = VirtualBearing(125, 0.385, 8)
    bench = turned(VirtualBearing(160, 0.385, 8), "70") if False else make_bench(REFERENCE, ON)
    bench.ready(truth)
    bench.do(cmd.TurnNut("70"))
    bench.gauge(Phase.DRIVE_UP, VirtualBearing(70, 0.0001, 8))
    assert move(bench).do is Do.PARTED
    bench.gauge(Phase.DRIVE_UP, truth)
    assert move(bench).do is not Do.PARTED
    position = bench.state.position()
    assert position is not None and position.clearance_um == pytest.approx(
        truth.clearance_um(70), abs=6
    )


@pytest.mark.parametrize("leaf", [30.0, 20.0, 0.0])
def test_no_measurable_clearance_is_a_stop_and_never_a_number(leaf: float) -> None:
    bench = make_bench(REFERENCE, ON)
    bench.ready(VirtualBearing(125, 0.385, 8))
    bench.do(cmd.TurnNut("70"), cmd.StartGauging(Phase.DRIVE_UP, 1))
    bench.do(
        cmd.BracketPlace(1, Row.NUT_SIDE, "none"),
        cmd.BracketPlace(1, Row.FAR_SIDE, "0.05"),
        cmd.CloseGauging(),
    )
    assert (
        bench.state.attempt.gaugings[-1].closed is None and bench.state.no_play_here() is not None
    )
    following = move(bench)
    assert following.do is Do.NO_PLAY and "no measurable clearance" in following.headline
    assert bench.state.leaf_says() is None
    with pytest.raises(Refused, match="Not even the thinnest feeler"):
        bench.do(cmd.Lock("1"))


def test_no_measurable_clearance_before_mounting_is_a_stop_too() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.pass_gates()
    bench.do(
        cmd.StartGauging(Phase.INITIAL, 1),
        cmd.BracketPlace(1, Row.NUT_SIDE, "none"),
        cmd.CloseGauging(),
    )
    assert (
        "no measurable clearance" in move(bench).headline and bench.state.initial_closed() is None
    )
    bench.pass_gate("washer_on")
    with pytest.raises(Refused, match="nothing is driven up"):
        bench.do(cmd.SetZero(True))


def test_one_tap_closes_a_bracket_with_the_next_of_the_set() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL, 1), cmd.BracketPlace(1, Row.NUT_SIDE, "0.12"))
    cell = bench.state.gaugings[0].cells(bench.state.plan)[0]
    assert (cell.bracket.low_um, cell.bracket.high_um) == (120, 130)
    outcomes = [t.outcome for t in bench.state.gaugings[0].trials]
    assert outcomes == [
        Outcome.PASSES,
        Outcome.STOPS,
    ], "both are readings in the log, and can be corrected"


def test_both_rows_that_read_the_same_are_one_tap_and_four_readings() -> None:
    one, two = make_bench(REFERENCE, ON), make_bench(REFERENCE, ON)
    for bench in (one, two):
        bench.pass_gates()
        bench.do(cmd.StartGauging(Phase.INITIAL, 1))
    one.do(cmd.BracketPlace(1, Row.FAR_SIDE, "0.12", both_rows=True))
    two.do(cmd.BracketPlace(1, Row.NUT_SIDE, "0.12"), cmd.BracketPlace(1, Row.FAR_SIDE, "0.12"))
    first, second = one.state.gaugings[0], two.state.gaugings[0]
    assert first.cells(one.state.plan) == second.cells(two.state.plan), (
        "nothing else is believed than if it was said row by row"
    )
    assert [(t.row, t.outcome) for t in first.trials] == [
        (row, outcome) for outcome in (Outcome.PASSES, Outcome.STOPS) for row in Row
    ]
    said = [tell(e.fact) for e in one.log if isinstance(e.fact, ev.LeafTried)]
    assert all("both rows in one" in line for line in said), (
        "whoever reads the log sees that it was one tap"
    )
    assert not any("both rows" in tell(e.fact) for e in two.log if isinstance(e.fact, ev.LeafTried))


@pytest.mark.parametrize("row", list(Row))
def test_both_rows_are_not_said_over_a_row_that_was_read(row: Row) -> None:
    bench = make_bench(REFERENCE, ON)
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL, 2), cmd.BracketPlace(1, row, "0.12"))
    with pytest.raises(Refused, match=f"Place 1, {row.called(unmounted=True)} was read already"):
        bench.do(cmd.BracketPlace(1, row, "0.13", both_rows=True))
    bench.do(
        cmd.BracketPlace(2, row, "0.13", both_rows=True),
        cmd.RepeatPlace(1, row),
        cmd.BracketPlace(1, row, "0.13", both_rows=True),
    )
    assert [c.bracket.low_um for c in bench.state.gaugings[0].cells(bench.state.plan)] == [130] * 4


def test_nothing_that_goes_in_in_both_rows_is_two_places_without_measurable_play() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.pass_gates()
    bench.do(
        cmd.StartGauging(Phase.INITIAL, 1),
        cmd.BracketPlace(1, Row.NUT_SIDE, "none", both_rows=True),
        cmd.CloseGauging(),
    )
    assert len(bench.state.gaugings[0].nothing_at(bench.state.plan)) == 2
    assert "no measurable clearance" in move(bench).headline


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(st.floats(-110, 320), st.floats(0.12, 0.42), st.integers(20, 200))
def test_whatever_the_truth_nothing_is_locked_while_the_leaf_says_otherwise(
    seating: float, per_degree: float, first: int
) -> None:
    """Wrong zero, wrong taper, slipping sleeve: every lock that is taken has the leaf on its
    side."""
    truth = VirtualBearing(125, per_degree, seating)
    bench = make_bench(REFERENCE, ON)
    bench.ready(VirtualBearing(125, 0.385, 8))
    bench.do(cmd.TurnNut(str(first)))
    for _ in range(3):
        bench.gauge(Phase.DRIVE_UP, truth)
        says, window = bench.state.leaf_says(), bench.state.window()
        try:
            bench.do(cmd.Lock("1"))
        except (Refused, InvalidInput):
            bench.do(cmd.TurnNut("20"))
            continue
        assert says is not None and window is not None
        assert window.low_um <= says.mean_um - 0.2 and says.mean_um - 0.6 <= window.high_um
        assert says.mean_um - says.uncertainty_um >= (window.guard_um or 0) - 1
        return


def test_readings_after_mounting_never_move_the_window() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.ready(VirtualBearing(125, 0.385, 8))
    before = bench.state.window()
    bench.do(cmd.TurnNut("60"))
    bench.gauge(Phase.DRIVE_UP, VirtualBearing(140, 0.05, 8))
    assert bench.state.window() == before


@pytest.mark.parametrize(
    ("residual", "level"), [(0.0, "stop"), (2.0, "stop"), (70.0, "good"), (45.0, "stop")]
)
def test_a_final_of_zero_or_two_is_a_stop(residual: float, level: str) -> None:
    """Also where no residual limit is known: nothing is left to run with."""
    with_limit = target_window(124, Span(45, 60), 50.0, 17.5)
    assert judge_final(with_limit, residual, 3).overall.level.value == level
    without = target_window(62, Span(45, 60), None, 0.0)
    assert judge_final(without, min(residual, 2.0), 3).overall.level is Level.STOP or residual > 2


@given(st.floats(64, 79), st.floats(0.5, 40))
def test_a_coarse_gauging_is_no_pass(residual: float, uncertainty: float) -> None:
    """More uncertainty than half of the window decides nothing, however well the mean lies."""
    verdict = judge_final(
        target_window(124, Span(45, 60), 50.0, 17.5),
        residual,
        uncertainty,
        124 - residual,
        uncertainty,
        finer="Try 0.070 mm.",
    )
    if uncertainty > 7.5:
        assert verdict.overall.level is not Level.GOOD
        assert (
            verdict.overall.word == "not decided: gauge finer"
            or verdict.overall.level is Level.STOP
        )
        assert "Try 0.070" in verdict.residual.reason or verdict.residual.level is Level.STOP


def test_a_coarse_final_names_the_leaves_that_would_decide(reference: Reference) -> None:
    bench = make_bench(reference, ON)
    truth = VirtualBearing(125, 0.385, 8)
    bench.ready(truth)
    while (following := move(bench)).do in (Do.TURN, Do.GAUGE):
        if following.do is Do.TURN:
            bench.do(cmd.TurnNut(f"{following.turn_deg}"))
        else:
            bench.gauge(Phase.DRIVE_UP, truth)
    bench.do(cmd.SeeTab("1", "degrees"), cmd.Lock("1"), cmd.StartGauging(Phase.FINAL, 1))
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.05", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.10", Outcome.STOPS),
        cmd.CloseGauging(),
    )
    verdict = bench.state.attempt.final_verdict()
    assert verdict is not None and verdict.overall.word == "not decided: gauge finer"
    assert "Try 0.0" in verdict.residual.reason and move(bench).headline.startswith("Not decided")


def test_inch_on_the_screen_means_inch_world_numbers(reference: Reference) -> None:
    bench = make_bench(reference, ON)
    bench.ready(VirtualBearing(125, 0.385, 8))
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.TurnNut("40", "rim", shown="in"))
    assert raised.value.fields[0].choices == (
        "40 mm",
        "40 thou",
    ), "never silently millimetres, and read back in full"
    state = bench.do(cmd.TurnNut("1.25", "rim", shown="in"))
    assert state.attempt.nut_deg == pytest.approx(1.25 * 25.4 / (120 * 3.14159265 / 360))


def test_pressure_needs_its_unit_and_is_compared(reference: Reference) -> None:
    draft = replace(DRAFT, method="X", piston_area="9000 mm²")
    bench = make_bench(reference, draft)
    bench.pass_gates()
    bench.pass_gate("washer_on")
    bench.gauge(Phase.INITIAL, VirtualBearing(125, 0.385, 8))
    with pytest.raises(InvalidInput, match="needs its unit") as raised:
        bench.do(cmd.SetZero(True, "5"))
    assert "5 bar" in raised.value.fields[0].choices
    with pytest.raises(InvalidInput, match="more than a third of the end pressure"):
        bench.do(cmd.SetZero(True, "3 MPa"))
    with pytest.raises(InvalidInput, match="counts from its start pressure"):
        bench.do(cmd.SetZero(True))
    step = bench.state.plan.hydraulic
    assert step is not None and step.start_pressure_mpa is not None
    state = bench.do(cmd.SetZero(True, f"{step.start_pressure_mpa.low:.2f} MPa"))
    assert state.attempt.zero_set
    asked = state.plan.turn_range_deg
    assert asked is not None and asked.low == pytest.approx(step.travel_mm.low * 180), (
        "everywhere the same range, from the start pressure"
    )


def _as_told(bench: Bench, truth: VirtualBearing, most: int = 40) -> list[NextMove]:
    """What was said on the way, every move done as it is told, until nothing more is to be done
    with the nut.
    """
    said: list[NextMove] = []
    for _ in range(most):
        now = bench.move()
        assert isinstance(now, NextMove)
        said.append(now)
        if now.do is Do.TURN:
            bench.do(cmd.TurnNut(f"{now.turn_deg}"))
        elif now.do is Do.GAUGE:
            bench.gauge(Phase.DRIVE_UP, truth)
        elif now.do is Do.PARTED:
            try:
                bench.do(cmd.FollowLeaf(MUST, "nothing found"))
            except Refused:
                bench.gauge(Phase.DRIVE_UP, truth)
        else:
            return said
    return said


MUST = ("sleeve_end", "threads", "numbers", "zero")


@pytest.mark.parametrize("clearance", [125, 118, 131])
def test_a_sleeve_that_turns_with_the_nut_ends_test_turns(clearance: float) -> None:
    """Clearance stays where it was whatever is turned: looked at once, one turn more, then the
    sleeve is seated anew.
    """
    bench = make_bench(REFERENCE, ON)
    bench.ready(VirtualBearing(clearance, 0.385, 8))
    still = VirtualBearing(clearance, 0.0005, 8)
    said = _as_told(bench, still)
    assert said[-1].do is Do.RELEASE and "sleeve moves with the nut" in said[-1].headline
    assert "wide end" in said[-1].risk and "never on the thread end" in said[-1].risk
    assert (
        sum(one.headline.startswith("Test turn") for one in said) <= 2
        and bench.state.attempt.turns <= 4
    )
    assert bench.state.attempt.nut_deg * 2 / 360 < 2 * 0.9, (
        "twice the card's 0.9 mm at most, not 11 mm"
    )
    with pytest.raises(Refused, match="do not agree"):
        bench.do(cmd.Lock("1"))
    with pytest.raises(Refused, match="seated anew"):
        bench.do(cmd.FollowLeaf(MUST, "nothing found"))
    # The way on: a new zero; the window stays where it was.
    window = bench.state.window()
    bench.do(cmd.Release("sleeve seated by light blows on its wide end"), cmd.SetZero(True))
    assert bench.state.window() == window
    assert _as_told(bench, VirtualBearing(clearance, 0.385, 8))[-1].do in (
        Do.LOCK,
        Do.SEE_TAB,
        Do.SEAT,
    )


def test_turning_on_does_not_dissolve_a_turn_that_brought_nothing() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.ready(VirtualBearing(125, 0.385, 8))
    still = VirtualBearing(125, 0.0005, 8)
    bench.do(cmd.TurnNut("60"))
    bench.gauge(Phase.DRIVE_UP, still)
    for _ in range(3):
        bench.do(cmd.TurnNut("60"))
        bench.gauge(Phase.DRIVE_UP, still)
        assert bench.move().stops and bench.move().do is Do.PARTED
        with pytest.raises(Refused, match="do not agree"):
            bench.do(cmd.Lock("1"))


@pytest.mark.parametrize("per_degree", [0.385 * 12 / 30, 0.385 * 1.9])
def test_another_taper_is_never_locked_before_it_was_looked_at(per_degree: float) -> None:
    """The belief itself holds “as planned” for unlikely: nothing is locked on it."""
    bench = make_bench(REFERENCE, ON)
    truth = VirtualBearing(125, per_degree, 8)
    bench.ready(truth)
    followed = False
    for _ in range(24):
        now = bench.move()
        if now.do is Do.TURN:
            bench.do(cmd.TurnNut(f"{now.turn_deg}"))  # type: ignore[attr-defined]
        elif now.do is Do.GAUGE:
            bench.gauge(Phase.DRIVE_UP, truth)
        elif now.do is Do.PARTED:
            followed = True
            break
        else:
            break
    position = bench.state.position()
    assert position is not None
    if not followed:
        share = position.explanations[Explanation.AS_PLANNED]
        places = {g.nut_deg for g in bench.state.on_sleeve()}
        assert now.do is Do.RELEASE or share >= 0.5 or len(places) < 2


def test_gauged_twice_outside_its_group_the_ways_out_stay_at_hand() -> None:
    """The first stop is still open when the second comes: the move is the one with its answers, not
    the bare alarm of the first.
    """
    bench = make_bench(REFERENCE, ON)
    bench.pass_gates()
    for _ in range(3):
        bench.gauge(Phase.INITIAL, VirtualBearing(92, 0.385, 9))
        assert bench.move().do is Do.DECIDE_GROUP
    bench.do(cmd.AcceptOutside("group", "Tester", "maker's word"))
    assert bench.move().do is not Do.DECIDE_GROUP


@pytest.mark.parametrize(
    ("turns", "per_degree"),
    [((40, 40, 40), 0.15), ((25, 25, 25, 25, 25), 0.18), ((40, 40, 40), 0.18)],
)
def test_turns_that_take_too_little_are_an_alarm_of_their_own(
    turns: tuple[int, ...], per_degree: float
) -> None:
    """No single reading lies outside its band: the nut's word has swallowed the small slope by
    then. The slope itself says it.
    """
    bench = make_bench(REFERENCE, ON)
    truth = VirtualBearing(125, per_degree, 5)
    bench.ready(truth)
    found = None
    for turn in turns:
        bench.do(cmd.TurnNut(str(turn)))
        bench.gauge(Phase.DRIVE_UP, truth)
        found = parted(bench.state)
        if found is not None:
            break
    assert found is not None and found.sign is Sign.SHORT and found.confirmed
    share = slope_share(bench.state)
    assert share is not None and share < SHORT_SLOPE
    following = move(bench)
    assert (
        following.do is Do.PARTED
        and f"{share:.0%} of what it should on this shaft" in following.why
    )
    assert len(following.points) >= 2, "both candidates before anything is looked at"
    # What is looked at does not end it: only the feeler, followed, or a release does.
    bench.do(
        cmd.LookAt(LookTarget.NUMBERS, LookFound.PAIR),
        cmd.LookAt(LookTarget.SLEEVE_END, LookFound.STILL),
    )
    assert move(bench).do is Do.PARTED
    with pytest.raises(Refused, match="do not agree"):
        bench.do(cmd.Lock("2"))


def test_a_shaft_that_gives_way_is_no_alarm_where_the_plan_knows_it() -> None:
    """Grey cast iron, bored: a turn takes less, and the share is of what it should take there."""
    soft = replace(ON, shaft_bore="40 mm", shaft_material="grey cast iron (GJL-200..250)")
    plan = make_bench(REFERENCE, soft).state.plan
    assert plan.nut is not None
    per_degree = reduction_per_degree_um(
        effective_ratio(plan.bearing, plan.shaft), plan.bearing.taper.slope, plan.nut.pitch_mm
    )
    steel = reduction_per_degree_um(
        effective_ratio(plan.bearing, None), plan.bearing.taper.slope, plan.nut.pitch_mm
    )
    assert per_degree < 0.8 * steel
    truth = VirtualBearing(125, per_degree, 9)
    bench = make_bench(REFERENCE, soft)
    bench.ready(truth)
    for turn in (60, 40, 30):
        bench.do(cmd.TurnNut(str(turn)))
        bench.gauge(Phase.DRIVE_UP, truth)
        assert parted(bench.state) is None


def test_a_sleeve_seen_to_have_moved_before_anything_is_gauged_on_it_stops_at_once() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.ready(VirtualBearing(125, 0.385, 9))
    bench.do(
        cmd.TurnNut("120"),
        cmd.LookAt(
            LookTarget.SLEEVE_END, None, "30.00 mm", "30.20 mm", LengthTool.DEPTH_MICROMETER
        ),
    )
    found = parted(bench.state)
    assert found is not None and found.cause is Explanation.SLIP
    assert move(bench).do is Do.RELEASE and "moves with the nut" in move(bench).headline
    with pytest.raises(Refused, match="do not agree"):
        bench.do(cmd.Lock("2"))
