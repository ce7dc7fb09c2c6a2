"""Leaves, stacks, brackets, means."""

from __future__ import annotations

import math
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import INCH, METRIC
from tribodex.core.components.feeler import FeelerSet, Stack
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.gauging import (
    Bracket,
    Cell,
    Outcome,
    Row,
    Trial,
    bracket_of,
    mark_thin_end,
    summarise,
)
from tribodex.core.quantities import LengthUnit


def trial(um: float, outcome: Outcome) -> Trial:
    return Trial(1, 1, Row.NUT_SIDE, Stack((um,)), outcome)


leaves = st.sets(st.integers(min_value=20, max_value=500), min_size=1, max_size=9).map(
    lambda s: tuple(float(x) for x in sorted(s))
)


@given(leaves, st.integers(min_value=20, max_value=700))
def test_stacks_use_the_fewest_leaves(marked: tuple[float, ...], wanted: int) -> None:
    gauge = FeelerSet("x", "X", LengthUnit.MM, marked)
    found = [s for s in gauge.stacks(wanted, wanted) if round(s.thickness_um) == wanted]
    fewest = next((n for n in (1, 2, 3) for c in combinations(marked, n) if sum(c) == wanted), None)
    assert bool(found) == (fewest is not None)
    if found:
        assert len(found[0].leaves_um) == fewest
        assert math.isclose(found[0].thickness_um, wanted)


def test_a_leaf_that_is_not_in_the_set_is_refused_with_the_nearest() -> None:
    with pytest.raises(InvalidInput) as raised:
        METRIC.stack_of(125)
    field = raised.value.fields[0]
    assert "not in Metric set" in field.message
    assert "0.120 mm" in field.expected and "0.130 mm" in field.expected


def test_stacks_of_thousandths() -> None:
    stack = INCH.stack_of(4.5 * 25.4)
    assert sorted(round(leaf / 25.4, 1) for leaf in stack.leaves_um) in ([1.5, 3.0], [2.0, 2.5])


@pytest.mark.parametrize("bad", [(), (0.0, 10.0), (30.0, 20.0), (30.0, 30.0)])
def test_a_set_that_cannot_be_is_refused(bad: tuple[float, ...]) -> None:
    with pytest.raises(InvalidInput):
        FeelerSet("x", "X", LengthUnit.MM, bad)


def test_bracket_from_trials_in_any_order() -> None:
    trials = [
        trial(120, Outcome.STOPS),
        trial(80, Outcome.PASSES),
        trial(100, Outcome.PASSES),
        trial(150, Outcome.STOPS),
    ]
    assert (bracket_of(trials).low_um, bracket_of(trials).high_um) == (100, 120)
    assert bracket_of(trials[::-1]) == bracket_of(trials)


def test_a_light_drag_narrows_the_bracket() -> None:
    wide = bracket_of([trial(100, Outcome.PASSES), trial(150, Outcome.STOPS)])
    fine = bracket_of([trial(100, Outcome.DRAGS), trial(150, Outcome.STOPS)])
    assert fine.width_um < wide.width_um and fine.low_um == wide.low_um


def test_thicker_passes_thinner_does_not_is_a_contradiction() -> None:
    bracket = bracket_of([trial(120, Outcome.PASSES), trial(100, Outcome.STOPS)])
    assert bracket.contradiction and not bracket.closed


def test_no_leaf_passes_closes_at_nought() -> None:
    found = mark_thin_end(Bracket(None, 30.0), METRIC)
    assert found.nothing_passed and not found.closed and found.low_um is None, (
        "not a number between zero and the feeler"
    )
    assert not mark_thin_end(Bracket(None, 40.0), METRIC).nothing_passed


def cells(*brackets: tuple[float, float], row: Row = Row.NUT_SIDE) -> list[Cell]:
    return [Cell(place, row, Bracket(low, high)) for place, (low, high) in enumerate(brackets, 1)]


def test_three_places_narrow_the_uncertainty() -> None:
    one = summarise(cells((100, 110)))
    three = summarise(cells((100, 110), (100, 110), (100, 110)))
    assert one is not None and three is not None
    assert three.uncertainty_um == pytest.approx(one.uncertainty_um / math.sqrt(3))
    assert three.mean_um == one.mean_um == 105


def test_mean_and_uncertainty_of_a_rectangular_bracket() -> None:
    """Half-width a gives a/√3 (JCGM 100:2008, 4.3.7, from memory); leaf and feel are added in
    quadrature.
    """
    summary = summarise(cells((100, 130)))
    assert summary is not None
    rectangular = 15 / math.sqrt(3)
    assert summary.sd_um == pytest.approx(math.hypot(rectangular, Stack((50.0, 50.0)).sd_um))


def test_rows_that_part_are_a_finding_not_an_average() -> None:
    apart = summarise([*cells((100, 110)), *cells((140, 150), row=Row.FAR_SIDE)])
    near = summarise([*cells((100, 110)), *cells((110, 120), row=Row.FAR_SIDE)])
    assert apart is not None and near is not None
    assert "do not average it away" in apart.findings[0]
    assert near.findings == ()


def test_a_place_that_stands_out_is_named_with_four_or_more() -> None:
    odd = [
        *cells((100, 110), (100, 110), (145, 155)),
        *cells((100, 110), (105, 115), row=Row.FAR_SIDE),
    ]
    summary = summarise(odd)
    assert summary is not None and any(
        "Place 3, nut-side row stands out" in text for text in summary.findings
    )
    three = summarise(cells((100, 110), (100, 110), (145, 155)))
    assert three is not None and not any("stands out" in text for text in three.findings)


def test_a_warm_ring_is_corrected_and_the_correction_has_its_uncertainty() -> None:
    plain, warm = summarise(cells((100, 110))), summarise(cells((100, 110)), 7.0, 3.0)
    assert plain is not None and warm is not None
    assert warm.mean_um == plain.mean_um + 7 and warm.sd_um == pytest.approx(
        math.hypot(plain.sd_um, 3)
    )


def test_open_brackets_do_not_count() -> None:
    assert summarise([Cell(1, Row.NUT_SIDE, Bracket(100.0, None))]) is None


@given(st.lists(st.tuples(st.floats(10, 300), st.floats(5, 40)), min_size=1, max_size=6))
def test_the_mean_lies_between_the_brackets(pairs: list[tuple[float, float]]) -> None:
    summary = summarise(cells(*((low, low + width) for low, width in pairs)))
    assert summary is not None
    assert (
        min(low for low, _ in pairs) <= summary.mean_um <= max(low + width for low, width in pairs)
    )
    assert summary.spread_um >= 0 and summary.sd_um > 0
