"""A gauge set that cannot prove the window stops the work; another is taken in hand at any time;
measured feelers count as measured.
"""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import DRAFT, FINE, INCH, METRIC, Bench, make_bench
from tribodex.core.adviser.infer import believe
from tribodex.core.adviser.prior import SleeveModel
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import FeelerSet, Stack
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.provable import ProvableCode, proves
from tribodex.core.quantities import LengthUnit
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.decide import decide
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.topics.tapered.record import record
from tribodex.core.topics.tapered.tell import tell
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level
from tribodex.reference import load_reference

REFERENCE = load_reference()
# A small bore: card A leaves about 0.015 to 0.025 mm, less than the thinnest feeler of the metric
# set.
SMALL = replace(DRAFT, designation="22206 K", shaft="25 mm", group="CN")
TRUTH = VirtualBearing(35, 0.3, 8)


def measured(gauge: FeelerSet, id: str, share: float = 1.02) -> FeelerSet:
    """The same set as a micrometer found it: each feeler off by a share."""
    return replace(
        gauge,
        id=id,
        name=f"{gauge.name}, measured",
        measured_um=tuple(share * leaf for leaf in gauge.leaves_um),
    )


def small() -> Bench:
    bench = make_bench(REFERENCE, SMALL)
    bench.pass_gates()
    bench.gauge(Phase.INITIAL, TRUTH)
    return bench


def test_the_plan_says_so_before_anybody_walks_to_the_machine() -> None:
    plan = small().state.plan
    expected = next(figure for figure in plan.figures if figure.id == "expected_window")
    assert (
        expected.verdict is not None
        and expected.verdict.code == ProvableCode.THICKER
        and expected.verdict.level is Level.STOP
    )
    assert any("cannot prove this window" in finding for finding in plan.findings)


def test_nothing_is_driven_up_that_the_set_in_hand_cannot_prove() -> None:
    bench = small()
    move = bench.move()
    assert (
        move.do is Do.DECIDE_FEELERS
        and move.stops
        and "0.030 mm" in move.why
        and "and thinner" in move.why
    )
    for command in (cmd.SetZero(True), cmd.TurnNut("30")):
        with pytest.raises(Refused, match="cannot prove this window"):
            bench.do(command)
    bench.do(cmd.TakeFeelers("f"))
    assert bench.state.gauge == FINE and bench.state.proven_by().level is not Level.STOP
    assert bench.move().do is not Do.DECIDE_FEELERS
    bench.do(cmd.SetZero(True))
    # Thicker ones taken again stop it again, in the middle of the drive-up too.
    bench.do(cmd.TurnNut("20"), cmd.TakeFeelers("m"))
    assert bench.move().do is Do.DECIDE_FEELERS


def test_a_name_answers_for_it_and_less_than_the_thinnest_feeler_ends_as_a_stop() -> None:
    bench = small()
    with pytest.raises(InvalidInput):
        bench.do(cmd.AcceptOutside("feelers", "", "no other set today"))
    bench.do(cmd.AcceptOutside("feelers", "Tester", "no other set today"))
    assert (
        bench.state.stopped_by() is None
        and "cannot prove the window accepted by Tester" in tell(bench.log[-1].fact)
    )
    bench.do(cmd.SetZero(True), cmd.TurnNut("40"))
    bench.gauge(Phase.DRIVE_UP, VirtualBearing(35, 0.6, 0))
    assert bench.move().do is Do.NO_PLAY
    with pytest.raises(Refused, match="nothing of that kind"):
        bench.do(cmd.AcceptOutside("feelers", "Tester", "again"))


def test_a_name_answers_for_the_set_that_was_in_hand_and_for_no_other() -> None:
    bench = small()
    bench.do(cmd.AcceptOutside("feelers", "Tester", "no other set today"))
    assert bench.state.stopped_by() is None
    thick = replace(METRIC, id="k", name="Thick set", leaves_um=METRIC.leaves_um[1:])
    bench.crib = (METRIC, thick, FINE)
    bench.do(cmd.TakeFeelers("k"))
    assert bench.move().do is Do.DECIDE_FEELERS
    bench.do(cmd.TakeFeelers("m"))
    assert bench.state.stopped_by() is None, "that one was answered for"


def test_the_final_check_with_a_set_too_thick_names_its_ways_out() -> None:
    """Locked with one set, another in hand by then: what is refused is not offered, and what would
    help is.
    """
    bench, truth = make_bench(REFERENCE, replace(DRAFT, washer="on")), VirtualBearing(125, 0.37, 9)
    bench.crib = (
        METRIC,
        replace(METRIC, id="k", name="Thick set", leaves_um=(100.0, 150.0, 200.0)),
    )
    bench.ready(truth)
    bench.do(cmd.TurnNut("150"))
    bench.gauge(Phase.DRIVE_UP, truth)
    bench.do(cmd.Lock("0"), cmd.TakeFeelers("k"))
    assert bench.move().do is Do.DECIDE_FEELERS
    with pytest.raises(Refused, match="cannot prove this window"):
        bench.do(cmd.StartGauging(Phase.FINAL))
    bench.do(cmd.TakeFeelers("m"))
    assert bench.move().do is Do.GAUGE_FINAL
    bench.do(cmd.StartGauging(Phase.FINAL))


def test_only_sets_of_the_crib_are_taken_and_none_twice() -> None:
    bench = small()
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.TakeFeelers("nobody"))
    assert (
        raised.value.fields[0].name == "feeler_id" and "Fine set" in raised.value.fields[0].expected
    )
    with pytest.raises(Refused, match="in hand already"):
        bench.do(cmd.TakeFeelers("m"))
    by_hand = make_bench(
        REFERENCE, replace(DRAFT, designation="1210 K", shaft="45 mm", group="CN", method="A")
    )
    with pytest.raises(Refused, match="nothing with feelers"):
        by_hand.do(cmd.TakeFeelers("f"))


def test_what_was_read_keeps_its_set_and_a_gauging_goes_on_with_the_new_one() -> None:
    bench = make_bench(REFERENCE)
    truth = VirtualBearing(125, 0.37, 9)
    bench.ready(truth)
    before = bench.state.initials()[0]
    mean = before.closed.summary.mean_um if before.closed else None
    bench.do(
        cmd.TurnNut("90"),
        cmd.StartGauging(Phase.DRIVE_UP, 1),
        cmd.TryLeaf(1, Row.NUT_SIDE, "30 µm", Outcome.STOPS),
    )
    assert bench.state.open_gauging().nothing_at(bench.state.plan), "nothing thinner in this set"  # type: ignore[union-attr]
    bench.do(cmd.TakeFeelers("f"))
    gauging = bench.state.open_gauging()
    assert gauging is not None and not gauging.nothing_at(bench.state.plan), (
        "a thinner one is there to try now"
    )
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "25 µm", Outcome.PASSES),
        cmd.BracketPlace(1, Row.FAR_SIDE, "25 µm"),
    )
    bench.do(cmd.CloseGauging())
    assert bench.state.on_sleeve()[-1].closed.summary.mean_um == pytest.approx(27.5)  # type: ignore[union-attr]
    kept = bench.state.initials()[0]
    assert (
        kept.set_of(bench.state.plan) == METRIC
        and kept.closed is not None
        and kept.closed.summary.mean_um == mean
    )
    with pytest.raises(InvalidInput, match="not in Thou set"):
        bench.do(
            cmd.TakeFeelers("i"),
            cmd.StartGauging(Phase.DRIVE_UP, 1),
            cmd.TryLeaf(1, Row.NUT_SIDE, "30 µm", Outcome.STOPS),
        )
    assert bench.state.gauge == INCH


def test_measured_feelers_are_computed_with_as_measured() -> None:
    """Each five per cent thicker than marked: so is what they say. The pair that was read stands on
    the screen as it is marked.
    """
    bench = make_bench(REFERENCE)
    bench.crib = (METRIC, measured(METRIC, "t", 1.05))
    bench.pass_gates()
    bench.do(cmd.TakeFeelers("t"), cmd.StartGauging(Phase.INITIAL, 1))
    for row in Row:
        bench.do(cmd.BracketPlace(1, row, "120 µm"))
    gauging, plan = bench.state.open_gauging(), bench.state.plan
    assert gauging is not None and gauging.cells(plan)[0].bracket.low_um == 120.0
    assert gauging.spans(plan)[0].low == pytest.approx(126.0)
    bench.do(cmd.CloseGauging())
    closed = bench.state.initials()[0].closed
    assert closed is not None and closed.summary.mean_um == pytest.approx(
        1.05 * gauging.cells(plan)[0].bracket.mid_um
    )


def test_measured_feelers_leave_less_unknown() -> None:
    first, wide = [[Span(120, 130)] * 6], Span(60, 200)
    known, unknown = (
        believe(SleeveModel(0.388), first, [], 0.0, 0.0, group_um=wide, leaves_measured=measured)
        for measured in (True, False)
    )
    assert known.sd_um < unknown.sd_um and known.fixed_sd_um < unknown.fixed_sd_um


def test_each_is_measured_or_none() -> None:
    with pytest.raises(InvalidInput, match="Each feeler is measured"):
        FeelerSet("a", "A", LengthUnit.MM, (30.0, 40.0), measured_um=(30.2,))


@given(st.floats(1, 200), st.floats(0, 60))
def test_a_set_proves_a_window_only_where_its_thinnest_feeler_goes_in_below_the_middle(
    low: float, width: float
) -> None:
    found = proves(METRIC, Span(low, low + width))
    assert (found.level is Level.STOP) == (METRIC.leaves_um[0] > low + width / 2)
    assert found.level is not Level.GOOD or (METRIC.leaves_um[0] <= low and width >= 3), (
        "under 3 µm no feeler proves anything"
    )


def test_a_lock_keeps_the_risk_that_was_chosen() -> None:
    """The feeler's mean and its own error would allow it; everything gauged, the hand and the set
    included, does not.
    """
    bench = make_bench(REFERENCE, replace(DRAFT, washer="on"))
    truth = VirtualBearing(118, 0.37, 9)
    bench.ready(truth)
    bench.do(cmd.ChooseRisk(0.01))
    for turn in ("100", "20", "8", "4", "3", "3"):
        bench.do(cmd.TurnNut(turn))
        bench.gauge(Phase.DRIVE_UP, truth)
        ruling = bench.state.may_lock(0.0)
        position, window = bench.state.position(), bench.state.window()
        assert position is not None and window is not None
        assert (
            ruling.level is Level.STOP or position.below_limit(window) <= bench.state.risk == 0.01
        )


def test_where_only_the_risk_stands_against_the_lock_it_is_said_and_a_greater_one_allows_it() -> (
    None
):
    """Near what must be left: the reading with its own error stays above, the hand and the set that
    every reading shares do not.
    """
    truth = VirtualBearing(104, 0.37, 9)
    bench = make_bench(REFERENCE, replace(DRAFT, washer="on"))
    bench.ready(truth)
    window = bench.state.window()
    assert window is not None and window.guard_um == window.low_um
    bench.do(cmd.TurnNut(f"{(104 - window.low_um - 8) / 0.37 + 9:.0f}"), cmd.ChooseRisk(0.01))
    bench.gauge(Phase.DRIVE_UP, truth)
    ruling, position = bench.state.may_lock(0.0), bench.state.position()
    assert ruling.code == LockCode.OVER_RISK and "was chosen" in ruling.reason
    assert position is not None and 0.01 < position.below_limit(window) < 0.05
    with pytest.raises(Refused, match="was chosen"):
        bench.do(cmd.Lock("0"))
    bench.do(cmd.ChooseRisk(0.05))
    assert bench.state.may_lock(0.0).level is not Level.STOP
    bench.do(cmd.Lock("0"))


def test_the_record_names_every_set_that_was_read_with_and_what_was_accepted() -> None:
    bench = small()
    bench.crib = (METRIC, measured(FINE, "t"))
    bench.do(
        cmd.AcceptOutside("feelers", "Tester", "no other set today"),
        cmd.SetZero(True),
        cmd.TurnNut("30"),
    )
    bench.do(
        cmd.StartGauging(Phase.DRIVE_UP, 1),
        cmd.TryLeaf(1, Row.NUT_SIDE, "30 µm", Outcome.STOPS),
        cmd.CloseGauging(),
    )
    bench.do(
        cmd.TakeFeelers("t"),
        cmd.StartGauging(Phase.DRIVE_UP, 1),
        cmd.BracketPlace(1, Row.NUT_SIDE, "20 µm", both_rows=False),
    )
    bench.do(cmd.CloseGauging(), cmd.AcceptOutside("row", "Tester", "cover in the way"))
    page = record(bench.desk, bench.state)[0]
    assert (
        dict(page.terms)["Feeler set"] == "Metric set; Fine set, measured, measured by micrometer"
    )
    assert [named.words for named in page.by_name] == [
        "Gauge set that cannot prove the window accepted by Tester",
        "One row alone, the other cannot be reached, accepted by Tester",
    ]


def test_a_set_taken_is_a_fact_of_the_job() -> None:
    bench = small()
    (fact,) = decide(bench.desk, bench.state, cmd.TakeFeelers("f"))
    assert (
        isinstance(fact, ev.FeelersTaken)
        and tell(fact) == "Another gauge set in hand: Fine set."
        and fact.about() == "Fine set"
    )
    assert FINE.as_measured(Stack((25.0,))) == Stack((25.0,))
