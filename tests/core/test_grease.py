"""Grease: amounts, strokes, intervals, viscosity, mixtures.

What is common practice, no source, says so at its test; viscosity against ISO 3448 grades, ISO 281
and ISO 2909, from memory.
"""

from __future__ import annotations

import csv
import itertools
import math
import pathlib

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.benches.shaft import REFERENCE
from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.grease.amounts import (
    HOUSING_SHARE,
    Pace,
    Path,
    bearing_fill,
    cavity,
    free_volume,
    housing_fill,
    regrease_amount,
)
from tribodex.core.grease.interval import (
    DIRT,
    SHAKES,
    STANDS,
    WET,
    Design,
    Running,
    both_said,
    interval,
    interval_by_halving,
    temperature_factor,
)
from tribodex.core.grease.strokes import (
    OUNCE_G,
    GreaseGun,
    cartridges,
    insert_strokes,
    over_corners,
    strokes_for,
)
from tribodex.core.grease.viscosity import (
    _ISO_2909,
    kappa,
    nu_100_of,
    viscosity_at,
    viscosity_needed,
)
from tribodex.core.quantities import parse_mass_g, parse_volume_cm3
from tribodex.core.working import Level

RUNNINGS = st.builds(
    Running,
    st.floats(1, 20_000),
    st.floats(-20, 150),
    st.sampled_from(list(DIRT)),
    st.sampled_from(list(WET)),
    st.sampled_from(list(SHAKES)),
    st.sampled_from(list(STANDS)),
    st.sampled_from(Design),
)


# --- Strokes. -------------------------------------------------------------------------------------


def test_a_medium_block_takes_twenty_strokes_five_in_each_corner() -> None:
    """Common practice, no source."""
    assert over_corners(20, 4) == (5, 5, 5, 5)


@given(st.integers(0, 5000), st.integers(1, 8))
def test_strokes_over_corners_always_sum_up_and_differ_by_one_at_most(
    strokes: int, corners: int
) -> None:
    each = over_corners(strokes, corners)
    assert (
        sum(each) == strokes
        and len(each) == corners
        and max(each) - min(each) <= 1
        and list(each) == sorted(each, reverse=True)
    )


@pytest.mark.parametrize("bad", [(-1, 4), (10, 0)])
def test_strokes_that_cannot_be(bad: tuple[int, int]) -> None:
    with pytest.raises(InvalidInput):
        over_corners(*bad)


def test_a_triple_lip_insert_has_two_strokes_and_no_more() -> None:
    """Common practice, no source: two strokes every 75 h or once a season."""
    small = insert_strokes(GreaseGun("small", 1.3), None, None)
    assert small.value == 2 and "75 h" in small.note and "season" in small.note
    assert insert_strokes(GreaseGun("big", 2.4), None, None).value == 1
    none = insert_strokes(GreaseGun("huge", 3.0), None, None)
    assert none.value == 0 and none.verdict is not None and none.verdict.level is Level.STOP
    unknown = insert_strokes(None, None, None)
    assert (
        unknown.value is None
        and unknown.verdict is not None
        and unknown.verdict.level is Level.UNKNOWN
    )


@given(st.floats(0.5, 5), st.none() | st.integers(0, 10), st.none() | st.floats(0, 20))
def test_no_plan_exceeds_what_a_sealed_insert_may_have(
    stroke: float, strokes: int | None, grams: float | None
) -> None:
    found = insert_strokes(GreaseGun("g", stroke), strokes, grams)
    assert found.value is not None
    if strokes is not None:
        assert found.value <= strokes
    if grams is not None:
        assert found.value * stroke <= grams + 1e-6
    if grams is None:
        assert found.value <= 2, "without the maker's grams two strokes, no more"


@given(st.floats(0, 5000), st.floats(0.1, 10))
def test_strokes_give_the_amount_to_half_a_stroke(grams: float, stroke: float) -> None:
    count = strokes_for(grams, GreaseGun("g", stroke)).value
    assert count is not None and abs(count * stroke - grams) <= stroke / 2 + 1e-9
    assert cartridges(grams) * 400 >= grams - 1e-6 and (cartridges(grams) - 1) * 400 < grams + 1e-6


def test_a_first_fill_in_ounces_comes_out_in_grams_strokes_and_cartridges() -> None:
    """Common practice, no source: about 20 oz first fill of a split block on a 2 7/16 in shaft (570
    g).
    """
    grams = parse_mass_g("20 oz", "grease")
    assert grams == pytest.approx(20 * OUNCE_G) and round(grams, -1) == 570
    assert strokes_for(grams, GreaseGun("g", 1.4)).value == 405 and cartridges(grams) == 2
    assert parse_volume_cm3("1 in³", "v") == pytest.approx(2.54**3)
    for text in ("20 stones", "", "x"):
        with pytest.raises(InvalidInput):
            parse_mass_g(text, "grease")


# --- Amounts. -------------------------------------------------------------------------------------


def test_a_housing_gets_about_thirty_percent_and_full_when_stored() -> None:
    """Common practice, no source: initial housing fill about 30 % of the cavity; full for months of
    storage.
    """
    assert housing_fill(1000, Pace.MIDDLING).value == pytest.approx(0.30 * 1000 * 0.9)
    stored = housing_fill(1000, Pace.STORED)
    assert stored.value == 900 and stored.verdict is not None and "Tag" in stored.verdict.reason
    assert housing_fill(1000, Pace.MIDDLING, 0.4).value == 360
    with pytest.raises(InvalidInput):
        housing_fill(1000, Pace.MIDDLING, 1.2)
    # The faster, the less; the bearing itself is packed full unless it is fast.
    order = [
        HOUSING_SHARE[pace].high
        for pace in (Pace.VERY_SLOW, Pace.MIDDLING, Pace.FAST, Pace.VERY_FAST)
    ]
    assert order == sorted(order, reverse=True)
    assert (
        bearing_fill(100, Pace.MIDDLING).value == 90
        and bearing_fill(100, Pace.VERY_FAST).value_to == 27
    )


def test_the_free_space_is_a_difference_of_near_equals() -> None:
    """22216: 80 × 140 × 33, 2.15 kg by lists (from memory): between rings 342 cm³, steel 276
    cm³."""
    found = free_volume(80, 140, 33, 2.15)
    assert found.value == pytest.approx(math.pi / 4 * 3.3 * (14**2 - 8**2) - 2150 / 7.8, abs=0.1)
    assert found.uncertainty is not None and found.uncertainty > 0.1 * (found.value or 0)
    for mass in (0.1, 2.9):
        with pytest.raises(InvalidInput, match="do not go with"):
            free_volume(80, 140, 33, mass)


def test_the_space_beside_a_bearing_by_tape() -> None:
    found = cavity(150, 110, 90, 150, 40)
    assert found.value == pytest.approx(math.pi / 4 * (15**2 - 9**2) * (11 - 4), abs=0.2), (
        "a ring as wide as what is left"
    )
    with pytest.raises(InvalidInput):
        cavity(140, 110, 90, 150, 40)


def test_the_inch_form_of_the_regreasing_amount_is_the_same() -> None:
    """0.114·D·B oz with D and B in inches, from the side; 0.0455 through the groove (common
    practice, no source).
    """
    side, groove = (
        regrease_amount(140, 33, Path.SIDE).value,
        regrease_amount(140, 33, Path.GROOVE).value,
    )
    assert side == pytest.approx(0.114 * (140 / 25.4) * (33 / 25.4) * OUNCE_G, rel=0.01)
    assert groove == pytest.approx(0.0455 * (140 / 25.4) * (33 / 25.4) * OUNCE_G, rel=0.01)


# --- How often. -----------------------------------------------------------------------------------


def test_steps_of_temperature_are_half_open() -> None:
    assert [temperature_factor(t) for t in (64.99, 65, 79.99, 80, 92.99, 93, 120)] == [
        1,
        0.5,
        0.5,
        0.2,
        0.2,
        0.1,
        0.1,
    ]


def test_an_interval_by_hand() -> None:
    """14·10⁶/(740·√80) - 320 = 1795 h; some dust 0.7, damp 0.7: 880 h, by hand."""
    running = Running(740, 60, "some dust", "damp", "quiet", "horizontal", Design.SPHERICAL)
    assert interval(80, running).value == 880
    assert (
        interval_by_halving(80, running).value == 880
        and both_said(interval(80, running), interval_by_halving(80, running)).word == "they agree"
    )


@given(st.floats(5, 800), RUNNINGS)
def test_warmer_dirtier_faster_is_never_greased_less_often(bore: float, running: Running) -> None:
    def hours(bore_mm: float, one: Running) -> float:
        return min(
            found.value if found.value is not None else 0.0
            for found in (interval(bore_mm, one), interval_by_halving(bore_mm, one))
        )

    here = hours(bore, running)
    worse = Running(
        running.speed_rpm * 1.2,
        min(running.temperature_c + 10, 150),
        "very dirty",
        "wet",
        "heavy",
        "vertical",
        running.design,
    )
    assert hours(bore, worse) <= here + 0.5
    assert here <= 8760, "never more than a year without a look"
    assert here == 0 or here >= 8, "below 8 h it is fed all the time, or oil"


def test_too_fast_for_grease_is_said_and_not_computed_over() -> None:
    fast = Running(20_000, 60, "clean", "dry", "quiet", "horizontal", Design.BALL)
    found = interval(200, fast)
    assert (
        found.value is None and found.verdict is not None and found.verdict.word == "not by grease"
    )
    assert both_said(found, interval_by_halving(200, fast)).level is Level.STOP
    for wrong in (
        Running(0, 60, "clean", "dry", "quiet", "horizontal", Design.BALL),
        Running(1, 60, "filthy", "dry", "quiet", "horizontal", Design.BALL),
    ):
        with pytest.raises(InvalidInput):
            interval(80, wrong)


def test_the_two_methods_part_where_one_counts_in_steps() -> None:
    warm = Running(740, 82, "clean", "dry", "quiet", "horizontal", Design.SPHERICAL)
    said = both_said(interval(80, warm), interval_by_halving(80, warm))
    assert (
        said.word == "they part"
        and "every 15 K" in said.reason
        and "Take the shorter" in said.reason
    )


# --- Viscosity. -----------------------------------------------------------------------------------


def test_grades_of_iso_3448_by_the_index_of_iso_2909() -> None:
    """At a viscosity index of 95 the recollected values at 100 °C agree with the standard's
    equations.
    """
    for grade, (nu40, nu100) in REFERENCE.oil_grades.rows.items():
        assert float(grade) == nu40
        if 15 <= nu40 <= 1000:
            assert nu_100_of(nu40) == pytest.approx(nu100, rel=0.05), grade


INDEXED = pathlib.Path(__file__).parents[1] / "data" / "viscosity_index.csv"


@pytest.mark.parametrize(
    "row",
    list(csv.DictReader(INDEXED.read_text().splitlines())),
    ids=lambda row: f"{row['nu40']}-{row['nu100']}",
)
def test_the_index_by_a_reference_library(row: dict[str, str]) -> None:
    """Indices computed by the registry package chemicals 1.5.2, viscosity_index() (ASTM D2270 with
    its table of reference oils).
    """
    assert nu_100_of(float(row["nu40"]), float(row["vi"])) == pytest.approx(
        float(row["nu100"]), rel=0.005
    )


def test_bands_of_iso_2909_join() -> None:
    for (_, to, *low), (_, _, *high) in itertools.pairwise(_ISO_2909):
        for i in (0, 3):
            joined = [c[i] * to**2 + c[i + 1] * to + c[i + 2] for c in (low, high)]
            assert joined[0] == pytest.approx(joined[1], rel=0.002), to


@given(st.floats(20, 1000), st.floats(0, 100))
def test_the_index_read_back_is_the_one_given(nu40: float, vi: float) -> None:
    """By another path: the index computed from the two viscosities, VI = 100·(L - U)/(L - H)."""
    nu100 = nu_100_of(nu40, vi)
    a, b, c, d, e, f = next(row[2:] for row in _ISO_2909 if row[0] <= nu100 <= row[1])
    worst, best = a * nu100**2 + b * nu100 + c, d * nu100**2 + e * nu100 + f
    assert 100 * (worst - nu40) / (worst - best) == pytest.approx(vi, abs=0.5)


@given(st.floats(10, 1000), st.floats(1.5, 40), st.floats(-20, 150))
def test_an_oil_is_thinner_the_warmer_it_is(nu40: float, ratio: float, celsius: float) -> None:
    nu100 = nu40 / ratio
    assume(nu100 >= 2)
    assert viscosity_at(40, nu40, nu100).value == pytest.approx(nu40, rel=1e-3)
    assert viscosity_at(100, nu40, nu100).value == pytest.approx(nu100, rel=1e-2)
    warmer = min(celsius + 5, 150)
    assert (viscosity_at(warmer, nu40, nu100).value or 0) <= (
        viscosity_at(celsius, nu40, nu100).value or 0
    ) + 0.01

    # Another path: a straight line in W against log T, read off between the two by similar
    # triangles.
    def w(nu: float) -> float:
        return math.log10(math.log10(nu + 0.7))

    share = (math.log10(celsius + 273.15) - math.log10(313.15)) / (
        math.log10(373.15) - math.log10(313.15)
    )
    expected = 10 ** (10 ** (w(nu40) + share * (w(nu100) - w(nu40)))) - 0.7
    assert viscosity_at(celsius, nu40, nu100).value == pytest.approx(expected, rel=2e-3, abs=0.01)


def test_the_needed_viscosity_of_iso_281_and_kappa() -> None:
    """The branches differ by about 2 % at 1000 r/min, as published."""
    slow, fast = (viscosity_needed(n, 80, 140).value or 0 for n in (999.999, 1000))
    assert abs(slow / fast - 1) < 0.025
    thick, thin = viscosity_at(62, 150, 14.5), viscosity_at(95, 22, 4.2)
    assert kappa(thick, viscosity_needed(740, 80, 140)).verdict.word == "thick enough"  # type: ignore[union-attr]
    assert kappa(thin, viscosity_needed(60, 80, 140)).verdict.word in ("far too thin", "too thin")  # type: ignore[union-attr]
    for bad in ((20, 30), (1, 0.5)):
        with pytest.raises(InvalidInput):
            viscosity_at(60, *bad)
    with pytest.raises(OutOfRange):
        viscosity_at(300, 150, 15)
    with pytest.raises(OutOfRange):
        nu_100_of(100, 150)


# --- Mixtures. ------------------------------------------------------------------------------------


def test_what_mixes_is_the_same_both_ways_and_doubt_is_said() -> None:
    table = REFERENCE.thickeners
    for one in table.names():
        assert table.mix(one, one).level is Level.GOOD
        for other in table.names():
            assert table.mix(one, other) == table.mix(other, one)
    assert table.mix("lithium", "lithium complex").level is Level.GOOD
    assert table.mix("lithium", "polyurea (conventional)").level is Level.STOP
    doubtful = table.mix("lithium complex", "sodium")
    assert doubtful.level is Level.STOP and "doubt" in doubtful.reason, "of two memories the worse"
    assert table.mix("unknown", "lithium").level is Level.UNKNOWN
    with pytest.raises(InvalidInput):
        table.mix("butter", "lithium")
