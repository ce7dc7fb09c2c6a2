"""Rings, taper, thread; checked against an independent solution of the elastic rings."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_bvp

from tests.helpers import bearing
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Taper
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.drive_up import drive_up_mm, effective_ratio, nut_angle_deg, reduction_per_degree_um, rim_length_mm
from tribodex.core.mounting.locking import meetings, way_out
from tribodex.core.mounting.position import Gauged, Position, estimate, next_turn
from tribodex.core.mounting.window import Window, target_window
from tribodex.core.working import Level

NUT = LockNut(90, 2, 120, 4, 17, 10)


def ring_growth(bore_mm: float, raceway_mm: float, interference_mm: float) -> float:
    """Growth of the raceway diameter, from the equation of the rings solved numerically with SciPy (plane stress, equal steel).

    Radial displacement u'' + u'/r - u/r² = 0 in a ring from d/2 to F/2, the outside free; the solid shaft takes uniform pressure.
    """
    e, nu = 208e3, 0.3
    a, b = bore_mm / 2, raceway_mm / 2

    def field(r: np.ndarray, y: np.ndarray) -> np.ndarray:
        return np.vstack([y[1], y[0] / r**2 - y[1] / r])

    def stress(u: float, du: float, r: float) -> float:
        return e / (1 - nu**2) * (du + nu * u / r)

    def edges(inner: np.ndarray, outer: np.ndarray) -> np.ndarray:
        # The shaft shrinks by p·a·(1 - ν)/E; the ring's bore grows; together they take up the interference.
        pressure = -stress(inner[0], inner[1], a)
        shaft = pressure * a * (1 - nu) / e
        return np.array([inner[0] + shaft - interference_mm / 2, stress(outer[0], outer[1], b) / e])

    r = np.linspace(a, b, 60)
    solved = solve_bvp(field, edges, r, np.vstack([np.full_like(r, interference_mm / 3), np.zeros_like(r)]), tol=1e-9)
    assert solved.success
    return float(2 * solved.sol(b)[0])


@pytest.mark.parametrize(("bore", "raceway"), [(30, 38), (90, 107.5), (150, 180), (300, 352)])
def test_ratio_agrees_with_a_numerical_ring(bore: float, raceway: float) -> None:
    growth = ring_growth(bore, raceway, 0.06)
    assert growth / 0.06 == pytest.approx(effective_ratio(bore, raceway), rel=1e-5)


@pytest.mark.parametrize(("bore", "raceway"), [(90, 90), (90, 85), (40, 90)])
def test_impossible_rings_are_refused(bore: float, raceway: float) -> None:
    with pytest.raises(OutOfRange):
        effective_ratio(bore, raceway)


def test_bad_taper_and_pitch_are_refused() -> None:
    with pytest.raises(OutOfRange):
        drive_up_mm(50, 0.8, 0)
    with pytest.raises(OutOfRange):
        nut_angle_deg(1, 0)


@given(st.floats(1, 200), st.floats(0.6, 0.95), st.sampled_from(list(Taper)), st.sampled_from([1.0, 1.5, 2.0, 3.0]))
def test_reduction_to_angle_and_back(reduction: float, k: float, taper: Taper, pitch: float) -> None:
    angle = nut_angle_deg(drive_up_mm(reduction, k, taper.slope), pitch)
    assert angle * reduction_per_degree_um(k, taper.slope, pitch) == pytest.approx(reduction)


def test_a_whole_turn_is_the_whole_rim() -> None:
    assert rim_length_mm(360, 100) == pytest.approx(314.159, abs=1e-3)


# The vernier of nut and washer.


@pytest.mark.parametrize(("slots", "tabs", "step"), [(4, 19, 360 / 76), (4, 17, 360 / 68), (4, 13, 360 / 52), (6, 18, 20), (8, 12, 15)])
def test_meeting_step(slots: int, tabs: int, step: float) -> None:
    assert LockNut(90, 2, 120, slots, tabs, 10).meeting_angle_deg == pytest.approx(step)


@given(st.integers(3, 12), st.integers(3, 29), st.floats(0, 360))
def test_the_vernier_finds_every_meeting_and_no_other(slots: int, tabs: int, start: float) -> None:
    """Brute force: turn the nut, look when any slot stands over any tab."""
    nut = LockNut(90, 2, 120, slots, tabs, 10)
    step = nut.meeting_angle_deg
    differences = {round((i / tabs - j / slots) % 1 * 360, 6) % 360 for i in range(tabs) for j in range(slots)}
    ahead = sorted({round((d - start) % 360, 6) for d in differences})
    gaps = [b - a for a, b in itertools.pairwise(ahead)]
    assert all(gap == pytest.approx(step, abs=1e-4) for gap in gaps)
    assert len(ahead) == round(360 / step)


def window(low: float = 64, high: float = 79) -> Window:
    return Window(low, high, 124, Span(124 - high, 124 - low), 50.0)


@given(st.floats(30, 120), st.floats(1, 10), st.floats(0, 5.2))
def test_meetings_go_on_by_tightening_and_stop_past_the_window(clearance: float, sd: float, first: float) -> None:
    found = meetings(Position(clearance, sd, 0.388, 100, True), NUT, window(), first)
    turns = [m.turn_deg for m in found]
    assert turns == sorted(turns) and turns[0] == pytest.approx(first)
    residuals = [m.residual_um for m in found]
    assert residuals == sorted(residuals, reverse=True)
    for meeting in found:
        inside = 64 <= meeting.residual_um <= 79
        assert (meeting.verdict.level is Level.STOP) == (meeting.residual_um < 64)
        assert inside == meeting.verdict.word.startswith("inside")


def test_unknown_start_is_judged_at_its_far_end() -> None:
    known = meetings(Position(66, 1, 0.388, 100, True), NUT, window(), 0.0)
    unknown = meetings(Position(66, 1, 0.388, 100, True), NUT, window(), None)
    assert known[0].verdict.word.startswith("inside")
    assert unknown[0].turn_to_deg == pytest.approx(NUT.meeting_angle_deg)
    assert unknown[0].doubt_um > known[0].doubt_um


def test_ways_out_never_say_loosen() -> None:
    past = meetings(Position(60, 1, 0.388, 100, True), NUT, window(), 3.0)
    assert "Do not back the nut off" in way_out(past)
    above = meetings(Position(110, 1, 0.388, 100, True), NUT, window(), 0.0, most=2)
    assert "Drive on first" in way_out(above)
    good = meetings(Position(74, 1, 0.388, 100, True), NUT, window(), 0.0)
    assert way_out(good) == ""


# Where the bearing is.


def test_before_gauging_the_doubt_grows_with_the_turn() -> None:
    initial = Gauged(0, 124, 3)
    at = [estimate(bearing(), 2, initial, [], angle) for angle in (0, 30, 60, 120)]
    assert [round(p.clearance_um) for p in at] == [124, 116, 105, 81]
    assert all(a.sd_um < b.sd_um for a, b in itertools.pairwise(at))


def test_a_gauging_narrows_what_the_turn_left_open() -> None:
    initial = Gauged(0, 124, 3)
    blind = estimate(bearing(), 2, initial, [], 100)
    seen = estimate(bearing(), 2, initial, [Gauged(100, 90, 4)], 100)
    assert seen.sd_um < min(blind.sd_um, 4)
    assert min(blind.clearance_um, 90) <= seen.clearance_um <= max(blind.clearance_um, 90)


def test_where_leaf_and_turn_part_the_leaf_counts() -> None:
    seen = estimate(bearing(), 2, Gauged(0, 124, 3), [Gauged(100, 45, 4)], 100)
    assert (seen.clearance_um, seen.sd_um) == (45, 4)


@given(st.floats(50, 300), st.floats(1, 12), st.floats(10, 40), st.floats(0.15, 0.6))
def test_the_proposed_turn_keeps_the_chosen_risk(clearance: float, sd: float, width: float, per_degree: float) -> None:
    aim = window(60, 60 + width)
    turn = next_turn(Position(clearance, sd, per_degree, 0, True), aim)
    assert turn.angle_deg >= 0
    assert turn.angle_deg <= turn.to_middle_deg + 1e-9
    if turn.angle_deg > 0:
        assert turn.chance <= 0.0201


# The window.


@given(st.floats(20, 400), st.floats(5, 100), st.floats(0, 60), st.floats(5, 200))
def test_window_keeps_card_and_limit(initial: float, least: float, width: float, residual: float) -> None:
    made = target_window(initial, Span(least, least + width), residual)
    if made.empty:
        assert initial - least < residual
    else:
        for end in (made.low_um, made.high_um):
            assert end >= residual - 1e-9
            assert least - 1e-9 <= initial - end <= least + width + 1e-9


def test_without_a_residual_limit_the_reduction_alone_counts() -> None:
    assert target_window(124, Span(45, 60), None).low_um == 64
    assert target_window(100, Span(45, 60), None).empty is False
