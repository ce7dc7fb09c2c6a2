"""Driven by blows: what blows took takes the place of the nut's turn, and every gauging of the
drive-up speaks.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import norm

from tests.core.striker import Striker
from tests.helpers import DRAFT, make_bench
from tests.mountings.measure import run_one
from tribodex.core.adviser.blows import FIRST_UM
from tribodex.core.adviser.prior import SleeveModel
from tribodex.core.adviser.reading import CELL_SD_UM, LEAF_OWN_SHARE, SHARED_SD_UM
from tribodex.core.adviser.struck import SLIP_SHARE, SLIP_SPREAD, SPREAD, Place, believe_struck
from tribodex.core.components.bands import Span
from tribodex.core.mounting.gauging import Phase
from tribodex.core.topics.tapered import commands as cmd
from tribodex.reference import load_reference

MODEL = SleeveModel(0.388)
INITIAL = [[Span(120, 130)] * 6]


def place(blows: int, low: float, high: float, another_tool: bool = False) -> Place:
    return Place(blows, another_tool, (Span(low, high),) * 6)


def sampled(places: list[Place], since: int, count: int = 600_000) -> tuple[float, float]:
    """Mean and standard deviation of what is left, by weighing random strikers: no grid."""
    rng = np.random.default_rng(11)
    loss = np.exp(rng.uniform(np.log(0.2), np.log(40.0), count))
    weight = loss * np.exp(-loss / FIRST_UM)
    fall = rng.choice([0.75, 0.88, 1.0], count)
    left, struck = rng.uniform(105, 145, count), 0

    def gauged(found: Place) -> np.ndarray:
        spans = list(found.evidence)  # type: ignore[arg-type]
        shared = left + rng.normal(
            0, np.hypot(SHARED_SD_UM, LEAF_OWN_SHARE * max(s.high for s in spans)), count
        )
        value = np.ones(count)
        for span in spans:
            value *= (
                norm.cdf((span.high - shared) / CELL_SD_UM)
                - norm.cdf((span.low - shared) / CELL_SD_UM)
                + 1e-4
            )
        return value

    def strike(blows: int) -> None:
        nonlocal left, struck
        each = fall[:, None] ** np.arange(struck, struck + blows)[None, :]
        wide = np.where(rng.random(count) < SLIP_SHARE, SLIP_SPREAD, SPREAD)
        left = (
            left
            - loss * each.sum(axis=1)
            - loss * np.sqrt((each**2).sum(axis=1)) * wide * rng.normal(0, 1, count)
        )
        struck += blows

    weight *= gauged(Place(0, False, tuple(INITIAL[0])))
    for found in places:
        strike(found.blows)
        weight *= gauged(found)
    if since:
        strike(since)
    weight /= weight.sum()
    mean = float(weight @ left)
    return mean, float(np.sqrt(weight @ (left - mean) ** 2))


@pytest.mark.parametrize(
    ("places", "since"),
    [
        pytest.param([place(1, 110, 120), place(2, 100, 110)], 0, id="gauged twice"),
        pytest.param([place(1, 110, 120), place(2, 100, 110)], 2, id="and two more"),
        pytest.param([place(1, 115, 125), place(3, 100, 110), place(4, 85, 95)], 3, id="falling"),
    ],
)
def test_the_grid_agrees_with_weighted_strikers(places: list[Place], since: int) -> None:
    mine = believe_struck(MODEL, INITIAL, places, since)
    mean, sd = sampled(places, since)
    assert mine.clearance_um == pytest.approx(mean, abs=1.5)
    assert mine.gauged_sd_um == pytest.approx(sd, rel=0.25)


def test_what_earlier_gaugings_taught_is_not_forgotten() -> None:
    """Five micrometres a blow, three times over: two more take about ten. One gauging alone leaves
    them wide open.
    """
    taught = [place(1, 115, 125), place(2, 105, 115), place(2, 95, 105), place(2, 85, 95)]
    known = believe_struck(MODEL, INITIAL, taught, 2)
    unknown = believe_struck(MODEL, INITIAL, [Place(7, False, (Span(85, 95),) * 6)], 2)
    assert 74 < known.clearance_um < 86 and known.gauged_sd_um < unknown.gauged_sd_um
    other = believe_struck(MODEL, INITIAL, taught, 2, another_tool=True)
    assert other.gauged_sd_um > known.gauged_sd_um, "another hammer is learned anew"


def test_a_reading_outranks_what_blows_should_have_taken() -> None:
    taught = [place(1, 110, 120), place(2, 90, 100)]
    short = believe_struck(MODEL, INITIAL, [*taught, place(3, 88, 98), place(0, 88, 98)])
    assert 88 < short.clearance_um < 98


@given(st.integers(0, 6), st.integers(1, 6))
@settings(max_examples=25, deadline=None)
def test_more_blows_leave_less_and_nobody_knows_it_better(since: int, more: int) -> None:
    taught = [place(2, 105, 115), place(2, 95, 105)]
    fewer, further = (
        believe_struck(MODEL, INITIAL, taught, since),
        believe_struck(MODEL, INITIAL, taught, since + more),
    )
    assert further.clearance_um < fewer.clearance_um and further.gauged_sd_um >= fewer.gauged_sd_um
    assert further.chance_below(60) >= fewer.chance_below(60) - 1e-9 and not further.gauged_here
    # A turn that is counted from here on takes what the thread says.
    assert further.after(20).clearance_um == pytest.approx(
        further.clearance_um - 20 * MODEL.per_degree_um, abs=0.6
    )


def test_before_anything_is_gauged_on_the_sleeve_it_hangs_on_the_unmounted_clearance() -> None:
    none, one = (believe_struck(MODEL, INITIAL, [], since) for since in (0, 1))
    assert none.clearance_um == pytest.approx(none.unmounted_um, abs=1.0) and none.gauged_here
    assert none.clearance_um - 14 < one.clearance_um < none.clearance_um - 2


@pytest.mark.parametrize("number", range(6))
def test_followed_as_told_by_blows_it_never_ends_below_the_limit(number: int) -> None:
    ended = run_one(3, number, 0.02, method="B")
    assert ended is None or (not ended.below_limit and (ended.word != "locked" or ended.by_leaf))


def test_a_count_of_blows_stands_with_each_gauging() -> None:
    bench = make_bench(load_reference(), replace(DRAFT, method="B"))
    hand = Striker(bench)
    bench.pass_gates()
    hand.gauge(Phase.INITIAL)
    for blows, same in ((1, True), (2, True), (1, False)):
        bench.do(cmd.StrikeBlows(blows, same))
        hand.gauge(Phase.DRIVE_UP)
    found = bench.state.attempt.gaugings
    assert [(g.blows, g.tool) for g in found] == [(1, 1), (3, 1), (4, 2)]
    before, after = bench.state.position(), bench.state.by_blows(further=2)
    assert before is not None and after is not None and after.clearance_um < before.clearance_um


@given(
    st.lists(
        st.tuples(st.integers(0, 30), st.booleans(), st.floats(0, 400), st.floats(2, 60)),
        min_size=1,
        max_size=6,
    ),
    st.integers(0, 30),
)
@settings(max_examples=60, deadline=None)
def test_no_readings_however_contradicting_leave_nothing_to_believe(
    said: list[tuple[int, bool, float, float]], since: int
) -> None:
    places = [Place(blows, other, (Span(low, low + wide),) * 6) for blows, other, low, wide in said]
    now = believe_struck(MODEL, INITIAL, places, since)
    assert np.isfinite([now.clearance_um, now.sd_um, now.chance_below(50)]).all() and float(
        now.weight.sum()
    ) == pytest.approx(1.0)
    assert now.clearance_um <= now.unmounted_um + 5 * now.unmounted_sd_um


def test_a_reading_far_from_everything_counts() -> None:
    far = believe_struck(
        MODEL,
        [[Span(320, 330)] * 6],
        [Place(0, False, (Span(20, 30),) * 12), Place(0, False, (Span(20, 30),) * 12)],
    )
    assert 15 < far.clearance_um < 60


def test_hundreds_of_places_are_no_depth() -> None:
    many = [place(1 if i % 40 == 0 else 0, 110 - i / 40, 120 - i / 40) for i in range(700)]
    assert np.isfinite(believe_struck(MODEL, INITIAL, many).clearance_um)
