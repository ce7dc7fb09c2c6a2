"""Force and torque by other paths: work that goes in comes out, a cone on a block, friction lets go
or holds.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.force import drive_up_force_n, nut_torque_nm, release_force_n

PRESSURE, BORE, WIDTH = st.floats(1, 120), st.floats(20, 1000), st.floats(10, 400)
SLOPE, FRICTION = st.sampled_from((1 / 12, 1 / 30)), st.floats(0, 0.2)


@given(PRESSURE, BORE, WIDTH, SLOPE)
def test_without_friction_the_axial_work_is_the_work_of_the_pressure(
    pressure: float, bore: float, width: float, slope: float
) -> None:
    """Virtual work: ds along the axis widens the bore by ds·t, so F·ds = p·(π·d·B)·(ds·t/2)."""
    ds = 1e-3
    work = pressure * math.pi * bore * width * (ds * slope / 2)
    assert drive_up_force_n(pressure, bore, width, slope, 0.0) * ds == pytest.approx(work)
    assert release_force_n(pressure, bore, width, slope, 0.0) == pytest.approx(-work / ds), (
        "without friction it pushes itself off"
    )


@given(PRESSURE, BORE, WIDTH, SLOPE, FRICTION)
def test_on_and_off_differ_by_the_taper_alone(
    pressure: float, bore: float, width: float, slope: float, friction: float
) -> None:
    """A body on an inclined plane: up and down the same friction, the slope once against and once
    with the move.
    """
    area = math.pi * bore * width
    on, off = (
        drive_up_force_n(pressure, bore, width, slope, friction),
        release_force_n(pressure, bore, width, slope, friction),
    )
    assert on - off == pytest.approx(pressure * area * slope)
    assert (off > 0) == (friction > slope / 2) or math.isclose(friction, slope / 2)


@given(PRESSURE, BORE, WIDTH, SLOPE, FRICTION)
def test_a_withdrawal_sleeve_rubs_on_both_faces(
    pressure: float, bore: float, width: float, slope: float, friction: float
) -> None:
    one, two = (
        drive_up_force_n(pressure, bore, width, slope, friction, faces=faces) for faces in (1, 2)
    )
    # As a sum: a difference of two forces is as right as they are, not as itself.
    rubs = pressure * math.pi * bore * width * friction
    assert two == pytest.approx(one + rubs, rel=1e-12, abs=0)


@given(st.floats(100, 1e6), st.floats(25, 500), st.floats(1, 8), st.booleans())
def test_without_friction_a_turn_of_the_nut_gives_its_work_to_the_thread(
    force: float, thread: float, pitch: float, trapezoidal: bool
) -> None:
    """One turn moves the nut by its pitch: T·2π = F·P."""
    torque_nmm = (
        nut_torque_nm(force, thread, pitch, thread * 1.2, 0.0, trapezoidal=trapezoidal) * 1000
    )
    assert torque_nmm * 2 * math.pi == pytest.approx(force * pitch, rel=1e-9)


@given(
    st.floats(100, 1e6), st.floats(25, 500), st.floats(1, 4), st.floats(0.05, 0.2), st.booleans()
)
def test_most_of_the_torque_is_friction(
    force: float, thread: float, pitch: float, friction: float, trapezoidal: bool
) -> None:
    """Why a torque says little about the drive-up."""
    without = nut_torque_nm(force, thread, pitch, thread * 1.2, 0.0, trapezoidal=trapezoidal)
    assert (
        nut_torque_nm(force, thread, pitch, thread * 1.2, friction, trapezoidal=trapezoidal)
        > 2 * without
    )


@pytest.mark.parametrize(("pressure", "friction"), [(-1.0, 0.1), (10.0, -0.1)])
def test_what_cannot_be_is_refused(pressure: float, friction: float) -> None:
    for work in (drive_up_force_n, release_force_n):
        with pytest.raises(OutOfRange):
            work(pressure, 90, 40, 1 / 12, friction)


@pytest.mark.parametrize(("thread", "pitch"), [(90.0, 0.0), (90.0, -2.0), (2.0, 2.0)])
def test_a_thread_that_is_none_is_refused(thread: float, pitch: float) -> None:
    with pytest.raises(OutOfRange):
        nut_torque_nm(1000, thread, pitch, 105, 0.12)
