"""A job in each method, led by the tool's own next moves: what is asked, in what order, and how it
ends.
"""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.components.bearing import Kind
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.moves import Ask
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.methods import (
    METHOD_NOTES,
    Method,
    default_reason,
    default_washer,
    methods_for,
)
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.topics import tell
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.topics.tapered.stages import ready_to_lock
from tribodex.core.training.virtual import VirtualBearing
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft

TRUTH = VirtualBearing(125, 0.385, 8)
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
BALL = PlanDraft(
    designation="2212 K C3",
    shaft="55",
    range_low="80°",
    range_high="100°",
    range_source="maker's table",
)


def move(bench: Bench) -> NextMove:
    return bench.move()


def follow(bench: Bench, truth: VirtualBearing, most: int = 40) -> list[Do]:
    """Do what is asked until signing or a stop; what was asked, repeats folded."""
    asked: list[Do] = []
    for _ in range(most):
        following = move(bench)
        if not asked or asked[-1] is not following.do:
            asked.append(following.do)
        match following.do:
            case Ask.CONFIRM if following.gate:
                bench.pass_gate(following.gate)
            case Do.GAUGE_INITIAL:
                bench.gauge(Phase.INITIAL, truth)
            case Do.SET_ZERO:
                bench.do(cmd.SetZero(True))
            case Do.TURN if following.turn_deg:
                bench.do(cmd.TurnNut(f"{following.turn_deg}"))
            case Do.GAUGE:
                bench.gauge(Phase.DRIVE_UP, truth)
            case Do.SEAT:
                bench.seat()
            case Do.HAND_CHECK:
                bench.do(cmd.HandCheck(truth.feel(bench.state.attempt.nut_deg), True))
            case Do.LOCK if following.turn_deg is not None:
                bench.do(cmd.Lock(f"{following.turn_deg}"))
            case Do.LOCK:
                bench.do(cmd.SeeTab("1", "degrees"))
            case Do.GAUGE_FINAL:
                bench.gauge(Phase.FINAL, truth)
            case _:
                return asked
    pytest.fail(f"no end: {asked}")


DRIVEN = [Do.SET_ZERO, Do.TURN, Do.GAUGE]
SIGNED = [Do.LOCK, Do.GAUGE_FINAL, Do.SIGN]
WASHER_ON = [Ask.CONFIRM, Do.GAUGE_INITIAL, Ask.CONFIRM, *DRIVEN, *SIGNED]
WASHER_OFF = [Ask.CONFIRM, Do.GAUGE_INITIAL, Ask.CONFIRM, *DRIVEN, Do.SEAT, *SIGNED]
TURNED = [Ask.CONFIRM, Do.SET_ZERO, Do.TURN, Do.LOCK, Do.HAND_CHECK, Do.SIGN]
FELT = [Ask.CONFIRM, Do.SET_ZERO, Do.TURN, Do.HAND_CHECK, Do.LOCK, Do.HAND_CHECK, Do.SIGN]


@pytest.mark.parametrize(
    ("draft", "truth", "asked"),
    [
        pytest.param(DRAFT, TRUTH, WASHER_OFF, id="feeler, washer off"),
        pytest.param(replace(DRAFT, washer="on"), TRUTH, WASHER_ON, id="feeler, washer on"),
        pytest.param(replace(DRAFT, method="N"), TRUTH, WASHER_ON, id="nut angle"),
        pytest.param(replace(DRAFT, method="X"), TRUTH, WASHER_ON, id="drive-up"),
        pytest.param(UNIT, VirtualBearing(125, 0.385, 270), TURNED, id="turns from hand-tight"),
        pytest.param(BALL, VirtualBearing(52, 0.35, 5), FELT, id="ball bearing by angle"),
    ],
)
def test_every_method_is_led_from_gate_to_signature(
    reference: Reference, draft: PlanDraft, truth: VirtualBearing, asked: list[Do]
) -> None:
    bench = make_bench(reference, draft)
    found = follow(bench, truth)
    # Turning and gauging may alternate more than once.
    folded = [
        do for i, do in enumerate(found) if not (do in (Do.TURN, Do.GAUGE) and do in found[:i])
    ]
    assert folded == asked
    state = bench.do(job_cmd.Sign("A. Fitter", "fitter"))
    verdict = state.attempt.final_verdict()
    assert verdict is not None and verdict.overall.level.value in ("good", "watch")
    assert all(tell(event.fact) for event in bench.log)


def test_the_angle_method_says_where_its_end_mark_is(reference: Reference) -> None:
    bench = make_bench(reference, replace(DRAFT, method="N"))
    bench.ready(TRUTH)
    following = move(bench)
    assert "126 to 162°" in following.why and following.turn_deg is not None
    assert following.turn_deg <= 144 / 2, (
        "the first blind turn goes no further than half of what the card asks"
    )
    bench.do(cmd.TurnNut(f"{following.turn_deg}"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    assert "end mark" in move(bench).why


def test_the_drive_up_method_speaks_of_the_indicator(reference: Reference) -> None:
    bench = make_bench(reference, replace(DRAFT, method="X", piston_area="2000 mm²"))
    bench.pass_gates()
    bench.pass_gate("washer_on")
    bench.gauge(Phase.INITIAL, TRUTH)
    assert "MPa" in move(bench).headline
    state = bench.do(cmd.SetZero(True, "25 bar"))
    assert (
        state.attempt.zero is ZeroPoint.START_PRESSURE and state.attempt.start_pressure_mpa == 2.5
    )
    following = move(bench)
    assert "indicator" in following.headline and following.drive_up_mm is not None
    assert "°" not in following.headline, "an indicator is read, not a nut's dial"
    state = bench.do(cmd.TurnNut("0.70 mm", "drive_up"))
    assert state.attempt.nut_deg == pytest.approx(126)


def test_a_start_pressure_belongs_to_a_hydraulic_nut(reference: Reference) -> None:
    bench = make_bench(reference, DRAFT)
    bench.pass_gates()
    bench.gauge(Phase.INITIAL, TRUTH)
    with pytest.raises(InvalidInput, match="no start pressure"):
        bench.do(cmd.SetZero(True, "25 bar"))


def test_methods_that_gauge_nothing_refuse_leaves(reference: Reference) -> None:
    bench = make_bench(reference, UNIT)
    bench.pass_gates()
    with pytest.raises(Refused, match="gauges nothing"):
        bench.do(cmd.StartGauging(Phase.INITIAL))
    assert bench.state.window() is None and bench.state.advice() is None


def test_turns_are_logged_as_turns(reference: Reference) -> None:
    bench = make_bench(reference, UNIT)
    bench.pass_gates()
    assert bench.do(cmd.SetZero(True)).attempt.zero is ZeroPoint.FIRM
    state = bench.do(cmd.TurnNut("1 1/8", "turns"))
    assert state.attempt.nut_deg == pytest.approx(405) and ready_to_lock(state)
    assert bench.stage() == "lock"
    bench.do(cmd.TurnNut("1/4", "turns"))
    assert move(bench).do is Do.RELEASE, "past the maker's turns"


@pytest.mark.parametrize(
    ("swivel", "turns", "then"),
    [
        ("freely", True, Do.TURN),
        ("slight drag", True, Do.LOCK),
        ("binds", True, Do.RELEASE),
        ("freely", False, Do.RELEASE),
    ],
)
def test_the_ball_bearings_ring_says_what_next(
    reference: Reference, swivel: str, turns: bool, then: Do
) -> None:
    bench = make_bench(reference, BALL)
    bench.pass_gates()
    bench.pass_gate("washer_on")
    bench.do(cmd.SetZero(True), cmd.TurnNut("80"))
    assert move(bench).do is Do.HAND_CHECK
    bench.do(cmd.HandCheck(swivel, turns))  # type: ignore[arg-type]
    assert move(bench).do is then


def test_with_the_washer_on_there_is_nothing_to_seat_again(reference: Reference) -> None:
    bench = make_bench(reference, replace(DRAFT, washer="on"))
    bench.pass_gates()
    bench.pass_gate("washer_on")
    bench.gauge(Phase.INITIAL, TRUTH)
    bench.do(cmd.SetZero(True), cmd.TurnNut("120"))
    with pytest.raises(Refused, match="nothing to seat"):
        bench.do(cmd.SeatNut())


def test_a_narrow_window_asks_for_a_second_unmounted_gauging(reference: Reference) -> None:
    bench = make_bench(reference, replace(DRAFT, designation="22218 K", group="CN"))
    bench.pass_gates()
    tight = VirtualBearing(85, 0.385, 8)
    bench.gauge(Phase.INITIAL, tight)
    window = bench.state.window()
    assert window is not None and not window.empty and window.high_um - window.low_um < 12
    assert move(bench).do is Do.GAUGE_INITIAL and "once more" in move(bench).headline
    bench.gauge(Phase.INITIAL, tight)
    assert move(bench).do is Do.GAUGE_INITIAL, "a window of about 6 µm is worth a third one"
    state = bench.gauge(Phase.INITIAL, tight)
    assert len(state.initials()) == 3 and move(bench).do is Do.SET_ZERO


def test_gaugings_that_differ_are_not_averaged(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.pass_gates()
    bench.gauge(Phase.INITIAL, VirtualBearing(138, 0.385))
    state = bench.gauge(Phase.INITIAL, VirtualBearing(116, 0.385))
    assert len(state.initials()) == 1 and state.initial_um() == pytest.approx(116, abs=6), (
        "the later one counts"
    )


def test_a_warm_ring_is_corrected_within_reason(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.pass_gates()
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.StartGauging(Phase.INITIAL, inner_temperature="29 °C"))
    assert raised.value.fields[0].name == "outer_temperature"
    with pytest.raises(Refused, match="20 K apart"):
        bench.do(cmd.StartGauging(Phase.INITIAL, inner_temperature="45", outer_temperature="25"))
    bench.do(
        cmd.StartGauging(Phase.INITIAL, 1, inner_temperature="30 °C", outer_temperature="77 °F")
    )
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.11", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.12", Outcome.STOPS),
    )
    state = bench.do(cmd.CloseGauging())
    closed = state.initial_closed()
    assert closed is not None and closed.summary.correction_um == pytest.approx(7.6, abs=0.1)
    assert closed.summary.mean_um == pytest.approx(115 + 7.6, abs=0.1)
    begun = next(e.fact for e in bench.log if isinstance(e.fact, ev.GaugingStarted))
    assert "30.0 °C" in tell(begun) and begun.outer_c == pytest.approx(25)


def test_a_place_is_gauged_anew_and_the_old_readings_stay_readable(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.pass_gates()
    bench.do(
        cmd.StartGauging(Phase.INITIAL, 1),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.13", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.12", Outcome.STOPS),
    )
    assert "contradict" in move(bench).headline and "again" in move(bench).why
    with pytest.raises(Refused, match="Nothing was read"):
        bench.do(cmd.RepeatPlace(1, Row.FAR_SIDE))
    state = bench.do(cmd.RepeatPlace(1, Row.NUT_SIDE))
    gauging = state.open_gauging()
    assert gauging is not None and gauging.trials == [] and move(bench).do is Do.TRY_LEAF
    assert len([e for e in bench.log if isinstance(e.fact, ev.LeafTried)]) == 2
    state = bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.12", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.13", Outcome.STOPS),
        cmd.CloseGauging(),
    )
    assert state.initial_um() == 125


def test_a_move_names_the_first_leaf_of_the_next_gauging(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.ready(TRUTH)
    following = move(bench)
    assert following.do is Do.TURN and "start with the" in following.headline
    said = float(following.headline.split("start with the ")[1].split(" mm")[0]) * 1000
    position = bench.state.position()
    assert position is not None and following.turn_deg is not None
    assert said == pytest.approx(position.after(following.turn_deg).clearance_um, abs=12)


def test_the_chosen_risk_changes_the_next_turn(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.ready(TRUTH)
    careful, bold = [], []
    bench.do(cmd.ChooseRisk(0.01))
    careful.append(move(bench).turn_deg)
    bench.do(cmd.ChooseRisk(0.05))
    bold.append(move(bench).turn_deg)
    assert (
        bench.state.risk == 0.05
        and careful[0] is not None
        and bold[0] is not None
        and careful[0] <= bold[0]
    )
    with pytest.raises(InvalidInput):
        bench.do(cmd.ChooseRisk(0.5))


def test_each_method_has_one_default_and_a_reason() -> None:
    assert methods_for(Kind.SPHERICAL_ROLLER, False)[0] is Method.FEELER
    assert methods_for(Kind.SPHERICAL_ROLLER, True) == (Method.TURNS,)
    assert methods_for(Kind.SELF_ALIGNING_BALL, False) == (Method.BALL_ANGLE,)
    for method in Method:
        assert default_reason(method) and METHOD_NOTES[method].weak_point
    assert [default_washer(s).value for s in Method] == ["off", "on", "on", "on", "on", "off"]
