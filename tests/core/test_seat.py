"""A washer has a thickness: where the nut seats, what proves it, and what is never asked for."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.errors import InvalidInput, OutOfRange, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.seat import LengthTool, behind_words, judge_seat, seat_behind_deg
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level
from tribodex.usecases.books import Reference

TRUTH = VirtualBearing(125, 0.385, 8)


def move(bench: Bench) -> NextMove:
    return bench.move()


def driven(reference: Reference, truth: VirtualBearing = TRUTH, washer: str = "") -> Bench:
    """Driven up as told, the washer still to be fitted."""
    bench = make_bench(reference, replace(DRAFT, washer_thickness=washer))
    bench.ready(truth)
    for _ in range(12):
        following = move(bench)
        if following.do is Do.TURN and following.turn_deg:
            bench.do(cmd.TurnNut(f"{following.turn_deg}"))
        elif following.do is Do.GAUGE:
            bench.gauge(Phase.DRIVE_UP, truth)
        else:
            break
    assert move(bench).do is Do.SEAT
    return bench


@given(st.floats(0.5, 4), st.sampled_from([1.5, 2.0, 3.0, 4.0]))
def test_the_seat_is_a_counted_turn_behind(thickness: float, pitch: float) -> None:
    """360°·t/P, in whole turns where it is one; never an angle modulo 360°."""
    behind = seat_behind_deg(thickness, pitch)
    assert behind == pytest.approx(360 * thickness / pitch)
    assert ("full turn" in behind_words(behind)) == (behind >= 359.75)


def test_a_two_millimetre_washer_on_two_millimetres_of_pitch_looks_like_the_old_mark() -> None:
    right, wrong = judge_seat(2, 360, 2.0, True), judge_seat(2, 0, 2.0, True)
    assert right.verdict.word == "seated where it should" and right.extra_deg == 0
    assert wrong.verdict.level is Level.STOP and wrong.extra_deg == 360, (
        "the same look, one turn too far"
    )


@given(st.floats(-90, 800), st.floats(0.8, 2.6))
def test_a_remembered_thickness_neither_stops_nor_releases(behind: float, thickness: float) -> None:
    assert judge_seat(2, behind, thickness, measured=False).verdict.level is Level.UNKNOWN


@given(st.floats(0, 700), st.floats(0.8, 2.6))
def test_a_measured_washer_tells_how_far_the_bearing_was_driven_on(
    behind: float, thickness: float
) -> None:
    found = judge_seat(2, behind, thickness, measured=True)
    assert found.extra_deg == pytest.approx(max(0.0, 180 * thickness - behind))
    if found.extra_deg > 30:
        assert found.verdict.level is Level.STOP


@pytest.mark.parametrize(
    ("moved", "tool", "word"),
    [
        (0.0, LengthTool.DIAL, "kept its place"),
        (0.04, LengthTool.DEPTH_MICROMETER, "kept its place"),
        (0.12, LengthTool.DIAL, "driven on"),
        (-0.2, LengthTool.DIAL, "released"),
        (0.0, LengthTool.STEEL_RULE, "seat not proven"),
    ],
)
def test_sleeve_end_to_ring_proves_to_a_twentieth_and_a_rule_proves_nothing(
    moved: float, tool: LengthTool, word: str
) -> None:
    assert judge_seat(2, None, None, False, moved, tool=tool).verdict.word == word


def test_a_washer_that_cannot_be_is_refused(reference: Reference) -> None:
    with pytest.raises(OutOfRange):
        seat_behind_deg(40, 2)
    bench = driven(reference)
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.SeatNut(washer_thickness="1.75", shown="in"))
    assert (
        raised.value.fields[0].name == "washer_thickness"
        and "1.75 mm" in raised.value.fields[0].choices
    )
    with pytest.raises(InvalidInput, match="One measurement alone"):
        bench.do(cmd.SeatNut(sleeve_before="31.40 mm", tool=LengthTool.DIAL))
    with pytest.raises(InvalidInput, match="With what"):
        bench.do(cmd.SeatNut(sleeve_before="31.40 mm", sleeve_after="31.41 mm"))


def test_the_move_never_asks_for_the_old_mark(reference: Reference) -> None:
    following = move(driven(reference, washer="1.75 mm"))
    assert (
        "not to its old mark" in following.headline
        and "315° behind" in following.why
        and "measured" in following.why
    )
    assert "Forced on to the old mark" in following.risk
    whole = move(driven(reference, washer="2.00 mm"))
    assert (
        "one full turn behind" in whole.why and "may look as if it stood on the mark" in whole.why
    )


def test_seated_where_the_washer_puts_it_it_is_locked_from_there(reference: Reference) -> None:
    bench = driven(reference)
    before = bench.state.attempt.nut_deg
    state = bench.seat()
    assert state.attempt.nut_deg == pytest.approx(before, abs=0.1), (
        "the bearing stays where it was: angles count anew from the seat"
    )
    if move(bench).do is Do.GAUGE:
        assert "where it stands" in move(bench).headline, (
            "a repeat at most, and not for the seat's sake"
        )
        bench.gauge(Phase.DRIVE_UP, TRUTH)
    assert move(bench).do in (Do.LOCK, Do.TURN)


def test_forced_to_the_old_mark_the_bearing_has_gone_and_the_lock_is_barred(
    reference: Reference,
) -> None:
    """The audit's case: the nut back on its mark with a 1.75 mm washer under it is 315° too far,
    some 120 µm.
    """
    bench = driven(reference)
    before = bench.state.position()
    bench.do(cmd.SeatNut("0", "degrees", washer_thickness="1.75 mm"))
    after = bench.state.position()
    assert (
        before is not None and after is not None and after.clearance_um < before.clearance_um - 90
    )
    with pytest.raises(Refused, match=r"driven on|Not to be locked"):
        bench.do(cmd.Lock("2"))
    assert move(bench).do is Do.GAUGE and "Seating may have taken" in move(bench).why


def test_an_unproven_seat_is_gauged_before_the_lock(reference: Reference) -> None:
    bench = driven(reference)
    bench.do(cmd.SeatNut())
    with pytest.raises(Refused, match="gauge before the nut is locked"):
        bench.do(cmd.Lock("2"))
    assert move(bench).do is Do.GAUGE
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    assert move(bench).do in (Do.LOCK, Do.TURN, Do.GAUGE)


def test_a_seat_that_let_go_starts_again(reference: Reference) -> None:
    bench = driven(reference)
    bench.do(cmd.SeatNut(sleeve_before="31.40 mm", sleeve_after="31.10 mm", tool=LengthTool.DIAL))
    assert move(bench).do is Do.RELEASE and "released" in move(bench).headline


def test_a_nut_that_does_not_seat_yet_is_tightened_on(reference: Reference) -> None:
    bench = driven(reference)
    bench.do(cmd.SeatNut("420", "degrees", washer_thickness="1.75 mm"))
    following = move(bench)
    assert following.do in (Do.SEAT, Do.GAUGE, Do.LOCK)
    seated = bench.state.attempt.seated
    assert (
        seated is not None
        and seated.seat.verdict.word == "not seated yet"
        and "firmly" in seated.seat.verdict.reason
    )


def test_correcting_a_seat_keeps_behind_behind(reference: Reference) -> None:
    """From 300° behind to 310° behind stays behind; a second correction starts from the first."""
    bench = driven(reference)
    bench.do(cmd.SeatNut("300", "degrees", washer_thickness="1.75 mm"))
    target = bench.log[-1].seq
    bench.do(
        job_cmd.Correct(
            target, "read it again", cmd.SeatNut("310", "degrees", washer_thickness="1.75 mm")
        )
    )
    seated = bench.state.attempt.seated
    assert (
        seated is not None
        and seated.behind_deg == 310
        and seated.seat.extra_deg == pytest.approx(5)
    )
    bench.do(
        job_cmd.Correct(
            target,
            "washer measured again",
            cmd.SeatNut("310", "degrees", washer_thickness="1.72 mm"),
        )
    )
    seated = bench.state.attempt.seated
    assert (
        seated is not None
        and seated.behind_deg == 310
        and seated.thickness_mm == pytest.approx(1.72)
    )


def test_release_is_said_with_the_nut_engaged(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("70"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(cmd.TurnNut("160"))
    while move(bench).do is Do.GAUGE:
        bench.gauge(Phase.DRIVE_UP, TRUTH)
    following = move(bench)
    assert following.do in (Do.RELEASE, Do.NO_PLAY, Do.PARTED)
    cautions = " ".join(step.text for step in bench.procedure.stage("drive_up").cautions)
    assert (
        "the gap that is worked out" in cautions
        and "the whole nut on its thread" in cautions
        and "thread end" not in cautions
    )
