"""The shaft line: who holds it, growth, float room, rings, sleeves, feet, bolt holes, alignment;
each by another path.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Kind
from tribodex.core.components.material import RING_STEEL
from tribodex.core.errors import InvalidInput
from tribodex.core.lineup.floating import Floats, Groove, float_conflict, groove_conflict
from tribodex.core.lineup.growth import (
    MATERIALS,
    Case,
    gap_left,
    growth_mm,
    growth_range,
    place_float,
)
from tribodex.core.lineup.placing import (
    Foot,
    alignment,
    bolt_room,
    ring_rest,
    soft_foot,
    start_position,
)
from tribodex.core.shouldered.heating import ALPHA_PER_K
from tribodex.core.working import Level
from tribodex.usecases.books import Reference

SRB = Kind.SPHERICAL_ROLLER


@pytest.mark.parametrize(
    ("one", "other", "wrong"),
    [
        (Floats.HELD, Floats.SEAT, ""),
        (Floats.HELD, Floats.HOUSING, ""),
        (Floats.CROSS, Floats.CROSS, ""),
        (Floats.UNKNOWN, Floats.HELD, ""),
        (Floats.UNKNOWN, Floats.UNKNOWN, ""),
        (Floats.HELD, Floats.HELD, "both held"),
        (Floats.SEAT, Floats.SEAT, "No bearing holds"),
        (Floats.HELD, Floats.CROSS, "cannot be cross-located"),
        (Floats.CROSS, Floats.SEAT, "holds one way alone"),
        (Floats.HELD, Floats.INSIDE, "cannot float inside"),
    ],
)
def test_one_fixed_and_one_floating(one: Floats, other: Floats, wrong: str) -> None:
    """Check 16, common practice, no source: one fixed bearing a shaft; a spherical one takes up
    nothing inside itself.
    """
    for pair in (((one, other)), ((other, one))):
        said = float_conflict([(f"bearing {i}", floats, SRB) for i, floats in enumerate(pair)])
        assert (wrong in said) if wrong else said == ""
    assert float_conflict([("alone", one, SRB)]) == "", "one bearing of its own is never a conflict"


@given(
    st.floats(100, 8000),
    st.floats(-20, 60),
    st.floats(-30, 120),
    st.floats(-30, 60),
    st.sampled_from(sorted(MATERIALS)),
)
def test_growth_is_the_difference_of_two_expansions(
    span: float, mount: float, shaft: float, base: float, material: str
) -> None:
    """By another path: both lengths grown on their own, then subtracted."""
    grown = span * (1 + 12e-6 * (shaft - mount)) - span * (
        1 + MATERIALS[material].expansion_um_per_m_k * 1e-6 * (base - mount)
    )
    assert growth_mm(span, "steel", material, mount, Case("running", shaft, base)) == pytest.approx(
        grown, abs=1e-6
    )


@given(st.floats(0, 30), st.floats(-2, 0), st.floats(0, 4))
def test_the_best_place_of_the_float_leaves_the_same_at_both_ends(
    room: float, low: float, high: float
) -> None:
    """Walked through: the ring's faces over the whole growth, both margins from the drawing rather
    than from the formula.
    """
    result = place_float(room, Span(low, high))
    assert result.value is not None
    # The middle of the ring stands `value` towards the fixed bearing, at zero; growth moves it away
    # from there.
    faces = (
        [room / 2 - result.value + g for g in (low, high)],
        [room / 2 + result.value - g for g in (low, high)],
    )
    near, far = min(faces[0]), min(faces[1])
    assert near == pytest.approx(far, abs=2e-3)
    assert (result.verdict is not None and result.verdict.level is Level.STOP) == (
        min(near, far) < 0 or room < high - low
    ) or abs(near) < 2e-3
    for other in (result.value - 0.3, result.value + 0.3):
        set_there = place_float(room, Span(low, high), other)
        assert set_there.verdict is not None and result.verdict is not None
        order = [Level.STOP, Level.WATCH, Level.GOOD]
        assert order.index(set_there.verdict.level) <= order.index(result.verdict.level), (
            "no other place is better"
        )


def test_standstill_and_a_hot_start_are_cases_of_their_own() -> None:
    """By hand: 1120 mm, steel on steel, 18 °C: running 65/30 °C 0.470 mm, start 55/18 °C 0.497 mm,
    cold −10/−10 °C 0.
    """
    cases = [Case("running", 65, 30), Case("at the start", 55, 18), Case("cold", -10, -10)]
    found = growth_range(1120, "steel", "steel", 18, cases)
    assert (found.value, found.value_to) == (0, pytest.approx(0.4973, abs=1e-3))
    assert [line.value for line in found.working] == pytest.approx([0.4704, 0.4973, 0], abs=1e-3)
    with pytest.raises(InvalidInput) as raised:
        growth_range(1120, "steel", "cheese", 18, cases)
    assert raised.value.fields[0].name == "base_material"


def test_rings_and_what_they_leave() -> None:
    """By hand: seat 73, bearing 53, rings 10 + 10: nothing is left; one ring leaves 10 mm and moves
    the bearing 5 mm.
    """
    assert ring_rest(73, 53, [10], [10], Floats.HELD).value == 0
    one = ring_rest(73, 53, [10], [], Floats.HELD)
    assert one.value == 10 and one.verdict.word == "not held" and "5.00 mm" in one.note  # type: ignore[union-attr]
    assert ring_rest(73, 53, [10], [10], Floats.SEAT).verdict.word == "held by mistake"  # type: ignore[union-attr]
    assert ring_rest(70, 53, [10], [10], Floats.HELD).verdict.word == "rings too wide"  # type: ignore[union-attr]
    assert ring_rest(73, 53, [], [], Floats.UNKNOWN).verdict.level is Level.UNKNOWN  # type: ignore[union-attr]


@given(st.floats(0, 60), st.floats(0.1, 1), st.floats(0, 0.4), st.floats(10, 120))
def test_the_centre_ends_where_the_ring_climbed_to(
    a: float, s: float, more: float, width: float
) -> None:
    """Driven up, the ring's near face lies a + s from the thread end; the middle is half its width
    on.
    """
    found = start_position(a, Span(s, s + more), width)
    assert found.value == pytest.approx(
        a + s + width / 2, abs=1e-3
    ) and found.value_to == pytest.approx(a + s + more + width / 2, abs=1e-3)


@given(st.lists(st.floats(0, 1), min_size=2, max_size=4))
def test_shims_level_every_foot(gaps: list[float]) -> None:
    found = soft_foot([Foot(f"foot {i}", gap) for i, gap in enumerate(gaps)])
    left = [gap - (line.value or 0) for gap, line in zip(gaps, found.working, strict=True)]
    assert max(left) - min(left) <= 0.002
    assert (found.verdict is not None and found.verdict.word == "shim") == (
        round(max(gaps) - min(gaps), 3) > 0.05
    )


def test_room_gaps_and_lines() -> None:
    assert (
        bolt_room(18, 16, 1.0).verdict.word == "fits"
        and bolt_room(18, 16, 1.1).verdict.word == "does not fit"
    )  # type: ignore[union-attr]
    assert gap_left(1.0, Span(-0.3, 1.2), True).verdict.word == "rubs"  # type: ignore[union-attr]
    assert gap_left(1.0, Span(-0.3, 1.2), False).value == pytest.approx(0.7)
    read = alignment(5.0, 1000, SRB, True)
    assert math.degrees(math.atan(5 / 1000)) < 0.3 and read.verdict.word == "in line"  # type: ignore[union-attr]
    assert alignment(10.0, 1000, SRB, False).verdict.word == "too much for the bearing"  # type: ignore[union-attr]
    for call in (
        lambda: bolt_room(10, 12, 0),
        lambda: gap_left(-1, Span(0, 1), True),
        lambda: soft_foot([Foot("one", 0)]),
        lambda: alignment(1, 0, SRB, False),
    ):
        with pytest.raises(InvalidInput):
            call()


@given(st.floats(0.5, 20), st.floats(-1, 0), st.floats(0, 2))
def test_a_gap_that_is_said_to_be_clear_never_closes(gap: float, low: float, high: float) -> None:
    assume(high > low)
    found = gap_left(gap, Span(low, high), True)
    if found.verdict is not None and found.verdict.level is Level.GOOD:
        assert all(gap - growth > 0 for growth in (low, high))


@pytest.mark.parametrize(
    ("groove", "floats", "agrees"),
    [
        ("outer", Floats.SEAT, True),
        ("outer", Floats.HELD, False),
        ("inner", Floats.HELD, True),
        ("inner", Floats.SEAT, False),
        ("inner", Floats.HOUSING, False),
        ("", Floats.HELD, True),
        ("outer", Floats.UNKNOWN, True),
    ],
)
def test_a_snap_ring_in_the_outer_groove_floats_in_the_inner_one_it_fixes(
    groove: Groove, floats: Floats, agrees: bool
) -> None:
    """Common practice, no source."""
    assert (groove_conflict(groove, floats) == "") is agrees


def test_one_table_of_materials_holds_everywhere(reference: Reference) -> None:
    """Growth, heating and running clearance take one value for one steel: the material table's own
    rows.
    """
    rows = {row.name: row for row in reference.materials.rows}
    for material in MATERIALS.values():
        assert material.name == "concrete" or rows[material.name] == material
    assert (
        MATERIALS["steel"].expansion_um_per_m_k
        == rows[RING_STEEL.name].expansion_um_per_m_k
        == ALPHA_PER_K * 1e6
    )
    for row in rows.values():
        assert (
            row.expansion_range is not None
            and row.expansion_range[0] <= row.expansion_um_per_m_k <= row.expansion_range[1]
        )


def test_growth_says_how_far_handbooks_part() -> None:
    """2 m, 60 K warmer than its base: 11.0 to 12.5 millionths are 1.32 to 1.50 mm, half of that
    apart.
    """
    found = growth_range(2000, "steel", "steel", 20, [Case("running", 80, 20)])
    assert found.value_to == pytest.approx(1.44) and found.uncertainty == pytest.approx(0.09)
    # Warmed alike nothing grows, whatever the steel's own value.
    assert growth_range(2000, "steel", "steel", 20, [Case("running", 80, 80)]).uncertainty is None
