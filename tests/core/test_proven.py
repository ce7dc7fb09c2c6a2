"""What a final check must have proven: both rows, no reading outvoted, a nut that sits on its
washer, a zero that was tapped.
"""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.drives import TRUTH, drive_to_window, finish
from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import ahead
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.facts import Event
from tribodex.core.mounting.clearance import judge_initial
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.lock_ruling import LeafSays, may_lock, may_meet, turn_allows
from tribodex.core.mounting.seat import LengthTool, NutSeatCode, judge_seat
from tribodex.core.mounting.window import Window
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level, Verdict
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft


@pytest.fixture
def bench(reference: Reference) -> Bench:
    return make_bench(reference)


def locked(bench: Bench) -> None:
    bench.ready(TRUTH)
    drive_to_window(bench, TRUTH)
    bench.do(cmd.SeeTab("1", "degrees"), cmd.Lock("1"))


def seq(bench: Bench, kind: type) -> int:
    found: list[Event] = [event for event in bench.log if isinstance(event.fact, kind)]
    return found[-1].seq


# -- gauging ---------------------------------------------------------------------------------------


@pytest.mark.parametrize("order", [("0.07 mm", "none"), ("none", "0.07 mm")])
def test_a_place_where_the_thinnest_leaf_stopped_is_not_outvoted_by_a_thicker_one(
    bench: Bench, order: tuple[str, str]
) -> None:
    locked(bench)
    bench.do(cmd.StartGauging(Phase.FINAL))
    for place in (1, 2, 3):
        bench.do(cmd.BracketPlace(place, Row.NUT_SIDE, "0.07 mm"))
        for leaf in order if place == 1 else ("0.07 mm",):
            bench.do(cmd.BracketPlace(place, Row.FAR_SIDE, leaf))
    state = bench.do(cmd.CloseGauging())
    verdict = state.attempt.final_verdict()
    assert (
        verdict is not None
        and verdict.overall.level is Level.STOP
        and verdict.residual.word == "no measurable clearance"
    )


def test_leaf_by_leaf_likewise_before_mounting(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL))
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "30 µm", Outcome.STOPS),
        cmd.TryLeaf(1, Row.NUT_SIDE, "70 µm", Outcome.PASSES),
    )
    bench.do(cmd.BracketPlace(2, Row.NUT_SIDE, "0.10 mm", both_rows=True))
    state = bench.do(cmd.CloseGauging())
    assert state.initial_closed() is None and state.stopped_by() == "no_play"


def test_readings_that_contradict_keep_a_gauging_open_until_one_is_read_again(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL))
    bench.do(cmd.BracketPlace(1, Row.NUT_SIDE, "0.10 mm", both_rows=True))
    bench.do(
        cmd.TryLeaf(2, Row.FAR_SIDE, "100 µm", Outcome.STOPS),
        cmd.TryLeaf(2, Row.FAR_SIDE, "150 µm", Outcome.PASSES),
    )
    with pytest.raises(Refused, match="Gauge this place again"):
        bench.do(cmd.CloseGauging())
    assert "contradict" in bench.move().headline
    bench.do(cmd.RepeatPlace(2, Row.FAR_SIDE), cmd.BracketPlace(2, Row.FAR_SIDE, "0.10 mm"))
    assert bench.do(cmd.CloseGauging()).initial_closed() is not None


def test_nothing_is_signed_in_order_beside_an_open_gauging_that_holds_none(bench: Bench) -> None:
    finish(bench, TRUTH)
    bench.do(
        cmd.StartGauging(Phase.FINAL), cmd.BracketPlace(1, Row.NUT_SIDE, "none", both_rows=True)
    )
    with pytest.raises(Refused, match="gauging is open"):
        bench.do(job_cmd.Sign("A. Fitter", "fitter"))
    state = bench.do(cmd.CloseGauging())
    verdict = state.attempt.final_verdict()
    assert verdict is not None and verdict.overall.level is Level.STOP


def test_one_row_is_never_in_order_and_by_name_it_is_one_row_proven(bench: Bench) -> None:
    locked(bench)
    bench.do(cmd.StartGauging(Phase.FINAL))
    for place in (1, 2, 3):
        bench.do(cmd.BracketPlace(place, Row.NUT_SIDE, "0.07 mm"))
    state = bench.do(cmd.CloseGauging())
    verdict = state.attempt.final_verdict()
    assert (
        verdict is not None
        and verdict.overall.level is Level.UNKNOWN
        and "one row" in verdict.overall.word
    )
    with pytest.raises(InvalidInput):
        bench.do(cmd.AcceptOutside("row", "", "seal in the way"))
    state = bench.do(cmd.AcceptOutside("row", "P. Arden", "seal in the way"))
    verdict = state.attempt.final_verdict()
    assert (
        verdict is not None
        and verdict.overall.word == "one row proven"
        and "P. Arden" in verdict.overall.reason
    )


def test_one_row_alone_does_not_lock(bench: Bench) -> None:
    bench.ready(TRUTH)
    drive = VirtualBearing(125, 0.385, 8)
    with pytest.raises(Refused, match="Gauge the row that can be reached first"):
        bench.do(cmd.AcceptOutside("row", "P. Arden", "seal in the way"))
    bench.do(cmd.TurnNut("140"))
    bench.seat()
    bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    at = drive.clearance_um(bench.state.attempt.nut_deg)
    for place in (1, 2, 3):
        bench.do(cmd.BracketPlace(place, Row.NUT_SIDE, f"{int(at // 10) * 10 / 1000:.2f} mm"))
    bench.do(cmd.CloseGauging())
    with pytest.raises(Refused, match="both rows"):
        bench.do(cmd.Lock("1"))
    bench.do(cmd.AcceptOutside("row", "P. Arden", "seal in the way"))
    assert bench.state.may_lock(1.0).level is not Level.STOP


def test_a_coarse_gauging_outside_the_group_decides_as_little_as_one_inside(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL, 1))
    bench.do(
        cmd.BracketPlace(1, Row.NUT_SIDE, "0.10 mm"), cmd.BracketPlace(1, Row.FAR_SIDE, "0.25 mm")
    )
    closed = bench.do(cmd.CloseGauging()).initial_closed()
    assert closed is not None and closed.initial_verdict is not None
    assert (
        closed.initial_verdict.level is Level.UNKNOWN and "finer" in closed.initial_verdict.reason
    )


def test_the_same_coarse_step_six_times_says_no_more_than_once(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL))
    for place in (1, 2, 3):
        for row in Row:
            bench.do(
                cmd.TryLeaf(place, row, "100 µm", Outcome.PASSES),
                cmd.TryLeaf(place, row, "300 µm", Outcome.STOPS),
            )
    closed = bench.do(cmd.CloseGauging()).initial_closed()
    assert closed is not None and closed.initial_verdict is not None
    assert closed.initial_verdict.level is Level.UNKNOWN, (
        "every bracket holds the whole of the group"
    )


@given(mean=st.floats(20, 300), coarse=st.floats(16, 200))
def test_what_is_coarser_than_half_a_group_never_passes(mean: float, coarse: float) -> None:
    verdict = judge_initial(mean, coarse, {Group.C3: Span(110, 140)}, Group.C3)
    assert verdict.level in (Level.UNKNOWN, Level.STOP)


# -- seat ------------------------------------------------------------------------------------------


@pytest.mark.parametrize("amount", ["675", "337"])
def test_a_nut_that_does_not_seat_yet_is_not_locked(bench: Bench, amount: str) -> None:
    """The washer of 1.75 mm on a pitch of 2 mm puts the seat 315° behind; a step of 0.03 mm and of
    the eye is 6 to 12°.
    """
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("145"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(cmd.SeatNut(amount, "degrees", False, "1.75 mm"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    assert (
        "seat the nut" in bench.move().headline.lower() or "washer" in bench.move().headline.lower()
    )
    with pytest.raises(Refused, match="not seated yet"):
        bench.do(cmd.Lock("1"))
    bench.do(cmd.SeatNut("315", "degrees", False, "1.75 mm"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(cmd.Lock("1"))


@pytest.mark.parametrize(
    "instead",
    [
        cmd.SeatNut("675", "degrees", False, "1.75 mm"),
        cmd.SeatNut(
            "315", "degrees", False, "1.75 mm", "31.40 mm", "30.40 mm", LengthTool.DEPTH_MICROMETER
        ),
        None,
    ],
)
def test_a_seat_corrected_or_withdrawn_after_the_final_check_is_no_longer_in_order(
    bench: Bench, instead: cmd.SeatNut | None
) -> None:
    finish(bench, TRUTH)
    assert "Not" not in bench.move().headline and bench.job is not None
    entry = seq(bench, ev.NutSeated)
    bench.do(job_cmd.Correct(entry, "looked again", instead, withdraw=instead is None))
    # The lock stood on that seat: it does not read as in order.
    whole = ahead.outcome(bench.desk)
    assert whole is None or whole.level in (Level.STOP, Level.UNKNOWN)
    assert "in order" not in bench.move().headline
    if instead is None:
        with pytest.raises(Refused, match="washer"):
            bench.do(job_cmd.Sign("A. Fitter", "fitter"))


def test_two_lengths_and_a_nut_that_contradict_ask_for_a_gauging() -> None:
    seated = judge_seat(2.0, 0, 1.75, True, 0.01, tool=LengthTool.DEPTH_MICROMETER)
    assert (
        seated.verdict.says(NutSeatCode.CONTRADICTS)
        and seated.verdict.level is Level.STOP
        and not seated.proven
    )
    assert judge_seat(2.0, 315, 1.75, True, 0.01, tool=LengthTool.DEPTH_MICROMETER).proven
    assert judge_seat(2.0, 675, 1.75, True, 0.01, tool=LengthTool.DEPTH_MICROMETER).verdict.says(
        NutSeatCode.NOT_SEATED_YET
    )
    remembered = judge_seat(2.0, 0, 1.75, False, 0.01, tool=LengthTool.DEPTH_MICROMETER)
    assert remembered.verdict.level is Level.UNKNOWN, (
        "what is only remembered stops nothing, and proves nothing"
    )


def test_the_contradiction_holds_the_lock_until_a_leaf_tells(bench: Bench) -> None:
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("140"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(
        cmd.SeatNut(
            "0", "degrees", False, "1.75 mm", "31.40 mm", "31.41 mm", LengthTool.DEPTH_MICROMETER
        )
    )
    with pytest.raises(Refused, match="gauge before"):
        bench.do(cmd.Lock("1"))
    assert bench.move().do == "gauge"


# -- lock where it meets ---------------------------------------------------------------------------

FINE = Verdict("inside the usual limit", Level.GOOD, "")
NARROW = Window(55.0, 65.0, 115.0, Span(50, 60), 40.0)


def test_digits_that_differ_are_shown() -> None:
    said = may_lock(NARROW, LeafSays(54.8, 4, 0, 3), 0.38, 0.0)
    assert "0.0548 mm" in said.reason and "0.0550 mm" in said.reason


@given(
    gauged=st.floats(5, 120),
    unsure=st.floats(0, 30),
    per_degree=st.floats(0.05, 1),
    turn=st.floats(0, 20),
    step=st.one_of(st.none(), st.floats(3, 30)),
    hoop=st.sampled_from(list(Level)),
)
def test_what_is_met_by_name_keeps_what_must_be_left(
    *, gauged: float, unsure: float, per_degree: float, turn: float, step: float | None, hoop: Level
) -> None:
    found = may_meet(
        NARROW,
        LeafSays(gauged, unsure, 0, 3),
        per_degree,
        turn,
        step,
        hoop=Verdict("hoop", hoop, ""),
    )
    assert found.level is not Level.GOOD
    if found.level is Level.STOP:
        return
    left = gauged - per_degree * turn
    assert left - unsure >= 40.0
    if found.level is Level.WATCH:
        assert step is not None and 115 - left - 60 <= per_degree * step and hoop is not Level.STOP
    else:
        assert left > NARROW.high_um


def test_below_the_window_a_tab_is_met_by_name_and_the_record_says_so(
    reference: Reference, monkeypatch: pytest.MonkeyPatch
) -> None:
    """0.054 in a window 0.055 to 0.065 with 0.040 as the least: no dead end."""
    bench = make_bench(reference)
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("140"))
    bench.seat()
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(cmd.SeeTab("1", "degrees"))
    monkeypatch.setattr(Tapered, "window", lambda _: NARROW)
    monkeypatch.setattr(Tapered, "leaf_says", lambda _: LeafSays(54.4, 3.0, 0.0, 3))
    with pytest.raises(InvalidInput) as asked:
        bench.do(cmd.Lock("1"))
    assert asked.value.fields[0].name == "decided_by"
    bench.do(cmd.Lock("1", "P. Arden", "next tab 18° on"))
    said = bench.state.attempt.locked
    assert (
        said is not None
        and said.decided_by == "P. Arden"
        and said.over_um > 0
        and said.verdict is not None
        and said.verdict.level is Level.WATCH
    )
    assert "P. Arden" in said.named()


# -- turn and feel ---------------------------------------------------------------------------------

BALL = PlanDraft(designation="2212 K C3", shaft="55 mm")
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


def at_zero(draft: PlanDraft, tapped: bool = True) -> Bench:
    bench = make_bench(load_reference(), draft)
    bench.pass_gates()
    for gate in ("washer_on",):
        if gate in bench.state.plan.conditions:
            bench.pass_gate(gate)
    bench.do(cmd.SetZero(tapped))
    return bench


@pytest.mark.parametrize("draft", [BALL, UNIT])
@pytest.mark.parametrize("share", [0.0, 0.5, 0.9])
def test_short_of_the_sheet_nothing_is_locked_whoever_says_so(
    draft: PlanDraft, share: float
) -> None:
    bench = at_zero(draft)
    asked = bench.state.plan.turn_range_deg
    assert asked is not None
    if share:
        bench.do(cmd.TurnNut(f"{asked.low * share:.1f}"))
    if bench.state.plan.seats_again and share:
        bench.seat()
    for name in ("", "P. Arden"):
        with pytest.raises(Refused, match="it may creep on its sleeve"):
            bench.do(cmd.Lock("0", name, name and "as told"))


def test_what_binds_is_not_locked() -> None:
    bench = at_zero(UNIT)
    bench.do(cmd.TurnNut("400"), cmd.HandCheck("binds", True))
    with pytest.raises(Refused, match="binds"):
        bench.do(cmd.Lock("0", "P. Arden", "as told"))


@given(now=st.floats(0, 500), turn=st.floats(0, 60), step=st.one_of(st.none(), st.floats(3, 45)))
def test_past_the_sheet_by_one_step_at_most_and_only_where_nothing_inside_is_left(
    now: float, turn: float, step: float | None
) -> None:
    ruling, by_name = turn_allows(now, turn, (360.0, 450.0), step)
    total = now + turn
    assert (ruling.level is Level.GOOD) is (359 <= total <= 451)
    if by_name is not None and by_name.level is not Level.STOP:
        assert (
            step is not None and total <= 450 + step and not (turn >= step and total - step >= 359)
        )


@pytest.mark.parametrize(
    ("tapped", "swivel", "word"),
    [(False, "slight drag", "zero not proven"), (True, "freely", "turn and feel do not agree")],
)
def test_an_angle_from_an_untested_zero_or_against_the_feel_is_not_in_order(
    tapped: bool, swivel: str, word: str
) -> None:
    bench = at_zero(BALL, tapped)
    asked = bench.state.plan.turn_range_deg
    assert asked is not None
    bench.do(cmd.TurnNut(f"{asked.mid:.1f}"))
    if bench.state.plan.seats_again:
        bench.seat()
    bench.do(cmd.Lock("0"))
    state = bench.do(cmd.HandCheck(swivel, True))  # type: ignore[arg-type]
    verdict = state.attempt.final_verdict()
    assert (
        verdict is not None
        and verdict.overall.word == word
        and verdict.overall.level is Level.UNKNOWN
    )
