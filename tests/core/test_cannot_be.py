"""What cannot be is said so: sizes, fits, threads and speeds that nobody could mean are no good
answers.
"""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.bolts.thread import COARSE_MM, UNC, UNF, BoltThread, read_thread
from tribodex.core.bolts.torque import Into, TorqueCode, engagement
from tribodex.core.bolts.wrench import wrench_setting
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.failure.spread import dents
from tribodex.core.fits.seat import SeatCode, real_fit
from tribodex.core.lineup.placing import Foot, PlacingCode, soft_foot
from tribodex.core.mounting.window import WindowCode, judge_window, target_window
from tribodex.core.seals.material import SealCode, chamfer_length
from tribodex.core.seals.v_ring import Held, VRingCode, judge_v_speed
from tribodex.core.working import Level


@pytest.mark.parametrize(
    ("seat", "bore"),
    [(60.02, 59.82), (60.02, 2.36), (45.010, 44.10), (45.010, 44.800), (45.0, 46.5)],
)
def test_a_fit_that_cannot_be_is_read_again(seat: float, bore: float) -> None:
    verdict = real_fit(seat, bore, None, None).verdict
    assert (
        verdict is not None
        and verdict.level is Level.STOP
        and verdict.code == SeatCode.FIT_CANNOT_BE
        and "Read both again" in verdict.reason
    )


@pytest.mark.parametrize(
    ("seat", "um"), [(45, 17), (60, 60), (120, 90), (500, 250), (45, -30), (45, -300)]
)
def test_a_heavy_fit_and_a_worn_seat_are_not_stopped_by_that(seat: float, um: float) -> None:
    verdict = real_fit(seat, seat - um / 1000, None, None).verdict
    assert verdict is None or verdict.code != SeatCode.FIT_CANNOT_BE


@pytest.mark.parametrize(
    "text", ["M12x5", "M12x0.5", "M16x1.75", "M7", "M50", "1/2-80", "9/8-7", "3/8-11", "1-1/8-6"]
)
def test_threads_that_do_not_exist_are_no_threads(text: str) -> None:
    with pytest.raises(InvalidInput) as raised:
        read_thread(text)
    assert raised.value.fields[0].expected


@pytest.mark.parametrize(
    ("text", "pitch_mm"),
    [
        ("M12", 1.75),
        ("M12x1.25", 1.25),
        ("M10×1", 1.0),
        ("M20x1,5", 1.5),
        ("M8x1", 1.0),
        ("M36x3", 3.0),
        ("1/2-13", 25.4 / 13),
        ("5/16-24", 25.4 / 24),
    ],
)
def test_threads_of_the_standards_are(text: str, pitch_mm: float) -> None:
    assert read_thread(text).pitch_mm == pytest.approx(pitch_mm)


def test_every_usual_thread_is_read() -> None:
    """ISO 261 coarse, UNC and UNF (ASME B1.1), from memory."""
    assert all(read_thread(f"M{size:g}").pitch_mm == pitch for size, pitch in COARSE_MM.items())
    assert all(
        read_thread(f"{size}-{per}").pitch_mm == pytest.approx(25.4 / per)
        for size, per in UNC.items()
    )
    assert all(
        read_thread(f"{size}-{per}").text == f"{size}-{per}"
        for size, every in UNF.items()
        for per in every
    )


def test_a_stronger_screw_asks_for_more_thread() -> None:
    screw = BoltThread("M16", 16, 2.0, True)
    assert engagement(screw, Into.GREY_IRON, 20, "8.8").level is Level.GOOD
    for grade in ("10.9", "12.9"):
        found = engagement(screw, Into.GREY_IRON, 20, grade)
        assert found.level is Level.STOP and found.code == TorqueCode.TOO_SHORT
    assert engagement(screw, Into.GREY_IRON, 34, "12.9").level is Level.GOOD


def test_a_wrench_read_within_a_hands_width_tells_nothing() -> None:
    with pytest.raises(InvalidInput, match="hand's width"):
        wrench_setting(57, 50, 1500, 0)
    assert wrench_setting(57, 400, 600, 0).value == pytest.approx(57 * 400 / 1000, abs=0.05)


def test_four_feet_in_the_air_do_not_stand_flat() -> None:
    found = soft_foot([Foot(f"foot {i}", 0.3) for i in range(4)]).verdict
    assert (
        found is not None and found.code == PlacingCode.NO_FOOT_BEARS and found.level is Level.STOP
    )
    flat = soft_foot([Foot("near", 0.0), Foot("far", 0.04)]).verdict
    assert flat is not None and flat.level is Level.GOOD


@pytest.mark.parametrize(
    ("shaft", "end", "code"),
    [
        (80, 79.9, SealCode.TOO_SHORT),
        (80, 76, SealCode.TOO_SHORT),
        (80, 8, SealCode.NO_LEAD_IN),
        (30, 28.5, SealCode.TOO_SHORT),
    ],
)
def test_a_chamfer_that_does_not_spread_the_lip_is_none(
    shaft: float, end: float, code: SealCode
) -> None:
    found = chamfer_length(shaft, end, 20).verdict
    assert found is not None and found.level is Level.STOP and found.code == code


@pytest.mark.parametrize(
    ("shaft", "end"), [(80, 75.5), (80, 74), (30, 27.5), (120, 114), (10, 8.5)]
)
def test_a_lead_in_by_the_standard_is_right(shaft: float, end: float) -> None:
    """ISO 6194-1, from memory."""
    found = chamfer_length(shaft, end, 20).verdict
    assert found is not None and found.level is Level.GOOD


@pytest.mark.parametrize("held", Held)
def test_no_v_ring_runs_at_a_hundred_metres_a_second(held: Held) -> None:
    found = judge_v_speed(104.7, held)[0]
    assert found.level is Level.STOP and found.code == VRingCode.TOO_FAST


@pytest.mark.parametrize("initial", [110.0, 160.0])
def test_a_range_of_one_number_is_no_window(initial: float) -> None:
    found = judge_window(target_window(initial, Span(60, 60), None))
    assert found.level is Level.STOP and found.code == WindowCode.NO_WIDTH


@given(st.lists(st.floats(0, 360), min_size=1, max_size=10), st.floats(0, 360))
def test_dents_are_counted_alike_wherever_the_ring_is_counted_from(
    marks: list[float], turn: float
) -> None:
    one, other = (
        dents(marks, 120, 14, True),
        dents([(deg + turn) % 360 for deg in marks], 120, 14, True),
    )
    assert (one.log_ratio is None) == (other.log_ratio is None)
