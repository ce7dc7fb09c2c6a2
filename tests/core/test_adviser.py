"""The adviser against an independent computation, against its own promises, and on virtual mountings."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import norm

from tests.helpers import bearing
from tests.trial import ByAdviser, habit_a, run

from tribodex.core.adviser.move import ENOUGH, REPEATS, RISK, RISKS, advise, unmounted_again
from tribodex.core.adviser.prior import sleeve_model
from tribodex.core.components.bands import Span
from tribodex.core.components.material import SHAFT_STEEL
from tribodex.core.components.shaft import Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.window import target_window
from tribodex.core.mounting.zero import ZeroPoint

INITIAL = [Span(120, 130)] * 6
WINDOW = target_window(125, Span(45, 60), 50.0)
BEARING = bearing()
MODEL = sleeve_model(BEARING, None, 2, ZeroPoint.FIRM)
NOMINAL = MODEL.per_degree_um


def belief(readings: list[Reading], nut: float) -> Belief:
    return believe(MODEL, [INITIAL], readings, nut)


def sampled(readings: list[Reading], nut: float, marks: int, count: int = 400_000) -> tuple[float, float, float]:
    """Mean, sd and chance to be below the window by drawing samples and weighing them: no grid, exact normal distributions."""
    rng = np.random.default_rng(7)
    c0, k = rng.uniform(105, 145, count), rng.normal(1, MODEL.ratio_sd_share, count)
    seating = rng.normal(MODEL.seating_deg, MODEL.seating_sd_deg, count)
    weight = (seating >= 0).astype(float)
    form = rng.normal(0, FORM_SD_UM / math.sqrt(len(INITIAL)), count)

    def weigh(c: np.ndarray, spans: list[Span]) -> np.ndarray:
        # Fewer places than the first gauging's see another mean of the form.
        fewer = FORM_SD_UM * math.sqrt(max(0.0, 1 / len(spans) - 1 / len(INITIAL)))
        shared = c + rng.normal(0, math.hypot(SHARED_SD_UM, fewer), count)
        value = np.ones(count)
        for span in spans:
            value *= norm.cdf((span.high - shared) / CELL_SD_UM) - norm.cdf((span.low - shared) / CELL_SD_UM) + 1e-4
        return value

    weight *= weigh(c0, INITIAL)
    for reading in readings:
        weight *= weigh(c0 - NOMINAL * k * np.maximum(0, reading.nut_deg - seating), list(reading.evidence))  # type: ignore[arg-type]
    now = c0 - NOMINAL * k * np.maximum(0, nut - seating) + rng.normal(0, MARK_SD_DEG * NOMINAL * math.sqrt(marks) or 0.7, count)
    weight /= weight.sum()
    mean = float(weight @ now)
    true = now - form
    below = (now < c0 - WINDOW.reduction_um.high) | (true < 50.0)
    return mean, float(np.sqrt(weight @ (true - mean) ** 2)), float(weight @ below)


CASES = [
    pytest.param([], 100.0, 1, id="turned, not gauged"),
    pytest.param([Reading(100, (Span(80, 90), Span(90, 100)))], 100.0, 0, id="gauged once"),
    pytest.param([Reading(100, (Span(80, 90), Span(90, 100)))], 140.0, 1, id="gauged and turned on"),
    pytest.param([Reading(60, (Span(100, 110),) * 2), Reading(120, (Span(80, 90),) * 2)], 150.0, 1, id="gauged twice and turned on"),
    pytest.param([Reading(215, (Span(0, 38),) * 2)], 215.0, 0, id="thinnest leaf does not pass"),
]


@pytest.mark.parametrize(("readings", "nut", "marks"), CASES)
def test_the_grid_agrees_with_weighted_samples(readings: list[Reading], nut: float, marks: int) -> None:
    mine = belief(readings, nut)
    mean, sd, below = sampled(readings, nut, marks)
    assert mine.clearance_um == pytest.approx(mean, abs=0.6)
    assert mine.sd_um == pytest.approx(sd, rel=0.12)
    assert mine.below(WINDOW) == pytest.approx(below, abs=0.02)


@given(st.floats(-6, 6))
def test_the_normal_form_is_good_enough(x: float) -> None:
    assert float(normal_below(np.array(x))) == pytest.approx(norm.cdf(x), abs=3e-4)


def test_a_gauging_narrows_and_a_turn_widens() -> None:
    blind, seen = belief([], 100), belief([Reading(100, (Span(85, 95),) * 2)], 100)
    assert seen.sd_um < blind.sd_um / 1.5
    assert seen.after(40).sd_um > seen.sd_um
    three = belief([Reading(100, (Span(85, 95),) * 6)], 100)
    assert three.sd_um < seen.sd_um


def test_two_gaugings_teach_the_ratio() -> None:
    """A stiff sleeve takes out less than the book says: after two readings the next turn is predicted by what was seen."""
    truth = 0.8 * NOMINAL
    readings = [Reading(a, tuple(Span(125 - truth * (a - 10) - 5, 125 - truth * (a - 10) + 5) for _ in range(6))) for a in (60.0, 130.0)]
    learned = belief(readings, 130)
    assert learned.per_degree_um / NOMINAL < 0.93
    actual, by_the_book = 125 - truth * 140, 125 - NOMINAL * 140
    assert abs(learned.after(20).clearance_um - actual) < abs(by_the_book - actual) / 3


def test_a_wild_reading_does_not_break_the_belief() -> None:
    wild = belief([Reading(50, (Span(20, 30),))], 50)
    assert math.isfinite(wild.clearance_um) and wild.sd_um > 0


def test_nothing_gauged_is_an_error() -> None:
    with pytest.raises(InvalidInput):
        believe(MODEL, [], [], 0)
    with pytest.raises(InvalidInput):
        likelihood(np.arange(0, 10, 0.5), [])


@given(st.floats(20, 250), st.floats(1, 60), st.floats(0, 60))
def test_the_chance_to_overshoot_only_grows_with_the_turn(nut: float, first: float, further: float) -> None:
    now = belief([], nut)
    assert now.after(first + further).below(WINDOW) >= now.after(first).below(WINDOW) - 1e-3
    assert 0 <= now.inside(WINDOW) <= 1


@given(st.floats(0, 170), st.sampled_from([0.01, 0.02, 0.05]))
def test_the_advised_turn_keeps_the_chosen_risk(nut: float, risk: float) -> None:
    center = 125 - NOMINAL * max(0.0, nut - 10)
    readings = [Reading(nut, (Span(center - 5, center + 5),) * 2)] if nut else []
    advice = advise(belief(readings, nut), WINDOW, len(readings), 0, risk)
    if advice.angle_deg:
        assert advice.below_after <= risk + 1e-6
        assert advice.angle_deg <= advice.best_deg + 1e-9


def test_more_risk_goes_further() -> None:
    now = belief([], 0)
    turns = [advise(now, WINDOW, 0, 0, risk).angle_deg for risk in (0.01, RISK, 0.10)]
    assert turns == sorted(turns) and turns[0] < turns[-1]


def test_in_the_middle_and_sure_it_stops() -> None:
    nut = 10 + (125 - WINDOW.mid_um) / NOMINAL
    readings = [Reading(nut, (Span(WINDOW.mid_um - 5, WINDOW.mid_um + 5),) * 6)] * 2
    advice = advise(belief(readings, nut), WINDOW, 2, 1)
    assert advice.stop and advice.angle_deg == 0 and advice.inside_now >= ENOUGH


def test_in_the_middle_and_unsure_it_asks_for_another_gauging() -> None:
    nut = 10 + (125 - WINDOW.mid_um) / NOMINAL
    wide = [Reading(nut, (Span(WINDOW.mid_um - 14, WINDOW.mid_um + 14),))]
    assert advise(belief(wide, nut), WINDOW, 1, 0).regauge
    assert advise(belief(wide, nut), WINDOW, 1, REPEATS).stop, "not for ever"


def test_far_below_it_does_not_call_it_well() -> None:
    readings = [Reading(250, (Span(20, 30),) * 6)]
    advice = advise(belief(readings, 250), WINDOW, 1, 5)
    assert not advice.stop and advice.angle_deg == 0


def test_on_virtual_mountings_it_beats_turning_thirty_degrees_at_a_time() -> None:
    """A small seeded trial; the large one is run by hand with `./run bench adviser`."""
    adviser, habit = run(ByAdviser(0.02), 120, 11), run(habit_a, 120, 11)
    assert len(adviser) == len(habit) > 100, "the same mountings"

    def share(ended: list, name: str) -> float:  # type: ignore[type-arg]
        return float(np.mean([getattr(e, name) for e in ended]))

    assert share(adviser, "inside") > share(habit, "inside")
    assert share(adviser, "below_limit") <= share(habit, "below_limit")
    assert np.median([e.gaugings for e in adviser]) < np.median([e.gaugings for e in habit])
    assert share(adviser, "inside") >= 0.8


def test_each_zero_point_has_its_own_prior() -> None:
    """Metal-to-metal leaves little of the seating turn; hand-tight leaves most of a turn; a start pressure leaves none."""
    seats = {zero: sleeve_model(BEARING, None, 2, zero) for zero in ZeroPoint}
    order = [ZeroPoint.START_PRESSURE, ZeroPoint.FIRM, ZeroPoint.UNTESTED, ZeroPoint.HAND_TIGHT]
    means = [seats[zero].seating_deg for zero in order]
    uncertainties = [seats[zero].seating_sd_deg for zero in order]
    assert means == sorted(means) and uncertainties == sorted(uncertainties)
    assert believe(seats[ZeroPoint.UNTESTED], [INITIAL], [], 60).sd_um > believe(MODEL, [INITIAL], [], 60).sd_um


def test_a_hollow_shaft_takes_out_less_for_a_degree() -> None:
    hollow = sleeve_model(BEARING, Shaft(80, 50, SHAFT_STEEL), 2, ZeroPoint.FIRM)
    assert hollow.per_degree_um < 0.95 * NOMINAL


def test_a_clearance_known_otherwise_takes_the_place_of_brackets() -> None:
    by_number = believe(MODEL, [Known(125, 3)], [Reading(100, Known(92, 3))], 100)
    by_leaf = believe(MODEL, [INITIAL], [Reading(100, (Span(87, 97),) * 6)], 100)
    assert by_number.clearance_um == pytest.approx(by_leaf.clearance_um, abs=1.5)


def test_two_gaugings_of_the_unmounted_clearance_are_better_than_one() -> None:
    once, twice = believe(MODEL, [INITIAL], [], 0), believe(MODEL, [INITIAL, INITIAL], [], 0)
    assert twice.gauged_sd_um < once.gauged_sd_um
    narrow = target_window(95, Span(35, 60), 55.0)
    assert unmounted_again(narrow, 1) and not unmounted_again(narrow, 2) and not unmounted_again(WINDOW, 1)


def test_a_uncertaintyful_correction_widens_a_reading() -> None:
    plain = belief([Reading(100, (Span(85, 95),) * 6)], 100)
    warm = belief([Reading(100, (Span(85, 95),) * 6, 1, 4.0)], 100)
    assert warm.sd_um > plain.sd_um


@pytest.mark.parametrize("risk", RISKS)
def test_half_a_step_is_left_for_the_tab(risk: float) -> None:
    """With a coarse lock the first turn goes less far: locking tightens further."""
    now = belief([], 0)
    fine, coarse = (advise(now, WINDOW, 0, 0, risk, step).angle_deg for step in (2.0, 60.0))
    assert coarse <= fine
