"""What a warm shaft takes, and what a hollow one bears: by figures worked out by hand."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import DRAFT, FEELERS, bearing
from tribodex.core.components.shaft import Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.elastic import (
    effective_ratio,
    growth_ratio,
    inner_bore_mm,
    pressure_result,
    shaft_hoop_result,
)
from tribodex.core.mounting.running import play_gone_at, running_clearance
from tribodex.core.mounting.warm_shaft import (
    Warmth,
    asks_warmth,
    extra_interference_um,
    play_taken_um,
    warm_shaft,
)
from tribodex.core.working import Level
from tribodex.reference import load_reference
from tribodex.usecases.planning import make_plan
from tribodex.usecases.variants import VariantDraft, side_by_side

REFERENCE = load_reference()
STAINLESS, ALUMINIUM = (
    REFERENCE.materials.get(name) for name in ("austenitic stainless 304", "aluminium (wrought)")
)
B = bearing()


@pytest.mark.parametrize(("material", "low", "high"), [(STAINLESS, 14, 22), (ALUMINIUM, 35, 40)])
def test_even_warming_takes_play_on_a_shaft_that_expands_more(
    material, low: float, high: float
) -> None:  # type: ignore[no-untyped-def]
    """80 mm shaft in a 90 mm bore, all 60 K warmer (by hand with Lamé's share; handbook expansions,
    from memory).
    """
    taken = play_taken_um(B, Shaft(80, material=material), Warmth(60.0))
    assert taken is not None and low <= taken <= high + 0.5


def test_a_steel_shaft_warmer_than_its_ring() -> None:
    """20 K: 80·12·20/1000 = 19.2 µm of interference, 0.84 of it in the raceway."""
    assert play_taken_um(B, Shaft(80), Warmth(0.0, 20.0)) == pytest.approx(
        19.2 * growth_ratio(90, 107.5), rel=0.01
    )
    assert play_taken_um(B, Shaft(80), Warmth(60.0)) == 0.0, (
        "steel on steel, evenly warm: nothing lost, nothing gained"
    )


@given(
    rise=st.floats(-80, 300),
    over=st.floats(-100, 300),
    material=st.sampled_from(list(REFERENCE.materials.rows)),
)
def test_no_play_is_ever_booked_as_gained(rise: float, over: float, material) -> None:  # type: ignore[no-untyped-def]
    shaft = Shaft(80, material=material)
    taken = play_taken_um(B, shaft, Warmth(rise, over))
    assert taken is not None and taken >= 0
    # Another path: the free growth of shaft and bore, compared directly.
    grown = 80 * material.expansion_um_per_m_k * (rise + over) / 1000 - 80 * 12.0 * rise / 1000
    assert extra_interference_um(shaft, rise, over) == pytest.approx(grown, abs=1e-6)


def test_grip_is_judged_where_the_shaft_shrinks_from_its_ring() -> None:
    found = warm_shaft(B, Shaft(80, material=ALUMINIUM), Warmth(-70.0), 45)
    assert (
        found is not None
        and found.verdict is not None
        and found.verdict.level is Level.STOP
        and found.value == 0.0
    )
    mild = warm_shaft(B, Shaft(80, material=STAINLESS), Warmth(-20.0), 45)
    assert mild is not None and (mild.verdict is None or mild.verdict.level is Level.WATCH)


def test_unknown_warmth_is_asked_where_it_decides_and_nowhere_else() -> None:
    assert not asks_warmth(Shaft(80)) and asks_warmth(Shaft(80, material=STAINLESS))
    draft = replace(DRAFT, shaft_material=STAINLESS.name)
    with pytest.raises(InvalidInput) as asked:
        make_plan(REFERENCE, FEELERS, draft)
    assert [field.name for field in asked.value.fields] == ["ring_rise"]
    plan = make_plan(REFERENCE, FEELERS, replace(draft, ring_rise="60 K"))
    steel = make_plan(REFERENCE, FEELERS, DRAFT)
    assert plan.target is not None and steel.target is not None
    assert (
        plan.target.heat_um - steel.target.heat_um == pytest.approx(plan.warm_shaft_um)
        and plan.warm_shaft_um > 14
    )
    assert play_gone_at(B, 70, shaft_um=None).verdict.level is Level.UNKNOWN  # type: ignore[union-attr]


def test_the_same_inputs_for_three_shafts_no_longer_give_one_answer() -> None:
    """22218 K C3 on 80 mm, gauged 125 µm, inner ring 5 K warmer: steel, stainless, aluminium, 60 K
    above mounting.
    """
    drafts = [
        VariantDraft(
            replace(DRAFT, feeler_id="", shaft_material=name, ring_rise="60"), "0.125 mm", "5"
        )
        for name in ("", STAINLESS.name, ALUMINIUM.name)
    ]
    found = side_by_side(REFERENCE, drafts)
    running = [
        next(f.value for f in v.sheet.figures if f.id == "running")
        for v in found.variants
        if v.sheet is not None
    ]
    assert (
        len(running) == 3
        and running[0] is not None
        and running[1] is not None
        and running[2] is not None
    )
    assert running[0] - running[1] == pytest.approx(18, abs=4) and running[0] - running[
        2
    ] == pytest.approx(37.5, abs=3)


@pytest.mark.parametrize(
    ("bored", "share", "hoop"), [(60, 0.60, 127), (70, 0.42, 238), (75, 0.26, 460)]
)
def test_a_slit_sleeve_is_no_tube(bored: float, share: float, hoop: float) -> None:
    """22218 on a bored 80 mm shaft. Share by Lamé with p_s = p·d/D_s; compression at the bore
    2·p_s/(1-k²), both by another hand.
    """
    shaft = Shaft(80, bored)
    assert growth_ratio(90, 107.5, inner_bore_mm(B, shaft)) == pytest.approx(share, abs=0.01)
    # 24.8 MPa in the ring's bore for 60 µm, 27.9 on the shaft.
    found = shaft_hoop_result(B, shaft, pressure_result(B, shaft, 45, 60))
    assert found is not None and found.value == pytest.approx(hoop, rel=0.01)
    assert (
        found.verdict is not None
        and found.verdict.level is {60: Level.GOOD, 70: Level.WATCH, 75: Level.STOP}[int(bored)]
    )


def test_a_hollow_shaft_bears_no_more_than_it_can_in_any_method() -> None:
    for more in ({}, {"method": "N"}, {"method": "X"}):
        plan = make_plan(REFERENCE, FEELERS, replace(DRAFT, shaft_bore="75 mm", **more))  # type: ignore[arg-type]
        found = next(f for f in plan.figures if f.id == "shaft_hoop")
        assert found.verdict is not None and found.verdict.level is Level.STOP
        assert any("compression at its bore" in finding for finding in plan.findings)
    assert effective_ratio(B, Shaft(80, 60)) < effective_ratio(B, Shaft(80))


def test_what_the_shaft_takes_comes_off_the_running_clearance() -> None:
    whole, warm = running_clearance(B, 70, 10), running_clearance(B, 70, 10, 0.0, 20.0)
    assert whole.value is not None and warm.value == pytest.approx(whole.value - 20)
    assert any(line.symbol == "s" for line in warm.working)
    assert play_gone_at(B, 70, 0.0, 20.0).value == pytest.approx(play_gone_at(B, 50).value)
