"""Which leaf next: brackets the truth, few leaves, and knows when to stop."""

from __future__ import annotations

from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import INCH, METRIC
from tribodex.core.adviser.leaf import COARSE_ENOUGH_UM, Expected, choose_leaf
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.mounting.gauging import (
    FINE_ENOUGH_UM,
    Bracket,
    Outcome,
    Row,
    Trial,
    bracket_of,
    mark_thin_end,
)
from tribodex.core.mounting.window import Window, target_window
from tribodex.core.quantities import LengthUnit


def follow(
    truth: float, expected: Expected, gauge: FeelerSet, window: Window | None = None
) -> list[Trial]:
    """Try leaves as proposed, with a hand that never errs."""
    trials: list[Trial] = []
    for _ in range(25):
        choice = choose_leaf(mark_thin_end(bracket_of(trials), gauge), expected, gauge, window)
        if choice is None:
            return trials
        trials.append(
            Trial(
                1,
                1,
                Row.NUT_SIDE,
                choice.stack,
                Outcome.PASSES if choice.stack.thickness_um <= truth else Outcome.STOPS,
            )
        )
    pytest.fail("no end")


@given(st.floats(5, 400), st.floats(10, 300), st.floats(4, 60), st.sampled_from([METRIC, INCH]))
def test_following_the_proposed_leaves_always_brackets_the_truth(
    truth: float, mean: float, sd: float, gauge: FeelerSet
) -> None:
    """Whatever is expected, however wrong: it ends, and the truth lies in the bracket."""
    bracket = mark_thin_end(bracket_of(follow(truth, Expected(mean, sd), gauge)), gauge)
    if truth < gauge.leaves_um[0]:
        assert bracket.nothing_passed and not bracket.closed, (
            "no measurable clearance, and no number"
        )
        return
    assert bracket.closed and bracket.low_um is not None and bracket.high_um is not None
    assert bracket.low_um <= truth <= bracket.high_um


def test_good_expectation_needs_few_leaves() -> None:
    trials = follow(127, Expected.between(Span(110, 140)), METRIC)
    assert len(trials) <= 4 and bracket_of(trials).width_um <= FINE_ENOUGH_UM


def test_the_first_leaf_is_the_one_that_is_about_even() -> None:
    choice = choose_leaf(Bracket(None, None), Expected(101, 12), METRIC)
    assert (
        choice is not None
        and 0.25 < choice.chance_passes < 0.75
        and choice.stack.leaves_um == (100.0,)
    )


def test_a_single_leaf_goes_before_a_stack_that_tells_little_more() -> None:
    gauge = FeelerSet("s", "S", LengthUnit.MM, (5.0, 100.0, 150.0))
    choice = choose_leaf(Bracket(None, None), Expected(103, 15), gauge)
    assert choice is not None and choice.stack.leaves_um == (100.0,)


def test_far_above_the_window_a_coarse_bracket_is_enough() -> None:
    window = target_window(125, Span(45, 60), 50.0)
    wide = Bracket(window.high_um + 31, window.high_um + 31 + COARSE_ENOUGH_UM)
    assert choose_leaf(wide, Expected(wide.mid_um, 10), METRIC, window) is None
    assert choose_leaf(wide, Expected(wide.mid_um, 10), METRIC) is not None, (
        "before mounting it matters"
    )


def test_a_drag_or_a_contradiction_ends_it() -> None:
    assert choose_leaf(Bracket(100.0, 104.0, dragged=True), Expected(102, 5), METRIC) is None
    clash = bracket_of(
        [
            Trial(1, 1, Row.NUT_SIDE, METRIC.stack_of(120), Outcome.PASSES),
            Trial(2, 1, Row.NUT_SIDE, METRIC.stack_of(100), Outcome.STOPS),
        ]
    )
    assert choose_leaf(clash, Expected(110, 5), METRIC) is None


@given(st.lists(st.integers(10, 400), min_size=1, max_size=9, unique=True))
def test_every_stack_by_trying_all_of_them(leaves: list[int]) -> None:
    """Each thickness that up to three leaves make, once, with the fewest leaves; nothing else."""
    gauge = FeelerSet("g", "G", LengthUnit.MM, tuple(float(leaf) for leaf in sorted(leaves)))
    fewest: dict[int, int] = {}
    for count in (3, 2, 1):
        for some in combinations(leaves, count):
            fewest[sum(some)] = count
    found = gauge.stacks(0, 5000)
    assert {round(stack.thickness_um): len(stack.leaves_um) for stack in found} == fewest
    assert [stack.thickness_um for stack in found] == sorted(fewest)
    assert all(list(stack.leaves_um) == sorted(stack.leaves_um, reverse=True) for stack in found)


def test_a_set_of_sixty_leaves_is_searched_whole() -> None:
    """The largest set that the crib takes; how long that takes is measured in the bench, not
    here."""
    gauge = FeelerSet("g", "G", LengthUnit.MM, tuple(20 + 7.0 * i for i in range(60)))
    assert len(gauge.stacks(0, 5000)) > 200 and gauge.stack_of(20 + 27 + 34).leaves_um
