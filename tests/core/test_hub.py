"""A bearing into a tight hub: pressure by another path, heat by expansion, never good without room.
Limits as the module says.
"""

from __future__ import annotations

from math import pi

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.shaft import REFERENCE
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.components.material import RING_STEEL, Material
from tribodex.core.components.straight import Closure, StraightBearing
from tribodex.core.errors import InvalidInput
from tribodex.core.fits.iso286 import hole_limits_um
from tribodex.core.shouldered.heating import NO_ROOM_SHARE
from tribodex.core.shouldered.hub import hub_heat, hub_pressure_mpa, outer_fit, push_in_force
from tribodex.core.working import Level

IRON = Material("grey iron", 110, 0.26, 10.5)
B6212 = StraightBearing(60, 110, 22, Group.CN, Closure.OPEN)


def two_rings_mpa(
    interference_mm: float, inside: float, seat: float, outside: float, hub: Material
) -> float:
    """By another path: u = A·r + B/r in ring and hub, the four conditions solved as they stand
    (elasticity, plane stress).
    """

    def stress(material: Material, r: float) -> tuple[float, float]:
        e, nu = material.e_mpa, material.poisson
        return e / (1 - nu), -e / (1 + nu) / r**2

    ri, rs, ro = inside / 2, seat / 2, outside / 2
    a = np.array(
        [
            [*stress(RING_STEEL, ri), 0.0, 0.0],
            [0.0, 0.0, *stress(hub, ro)],
            [*stress(RING_STEEL, rs), *(-one for one in stress(hub, rs))],
            [-rs, -1 / rs, rs, 1 / rs],
        ]
    )
    ring_a, ring_b, _, _ = np.linalg.solve(a, np.array([0.0, 0.0, 0.0, interference_mm / 2]))
    first, second = stress(RING_STEEL, rs)
    return float(-(first * ring_a + second * ring_b))


@given(
    bore=st.floats(30, 200),
    ratio=st.floats(1.5, 2.2),
    wall=st.floats(1.1, 3.0),
    um=st.floats(1, 90),
    e_gpa=st.floats(60, 210),
    nu=st.floats(0.25, 0.34),
)
def test_the_pressure_by_the_conditions_of_two_rings(
    *, bore: float, ratio: float, wall: float, um: float, e_gpa: float, nu: float
) -> None:
    bearing = StraightBearing(bore, bore * ratio, bore * 0.35, Group.CN, Closure.OPEN)
    hub = Material("hub", e_gpa, nu, 12)
    found = hub_pressure_mpa(um / 1000, bearing, bearing.outside_mm * wall, hub)
    assert found == pytest.approx(
        two_rings_mpa(
            um / 1000, bearing.outer_raceway_mm, bearing.outside_mm, bearing.outside_mm * wall, hub
        ),
        rel=1e-6,
    )
    force = push_in_force(bearing, bearing.outside_mm * wall, hub, Span(0, um))
    assert force.value_to == pytest.approx(
        pi * bearing.outside_mm * bearing.width_mm * found * 0.15 / 1000, rel=0.02
    )


@given(
    st.floats(-60, 120),
    st.floats(0, 60),
    st.floats(-20, 40),
    st.floats(50, 150),
    st.sampled_from([IRON, RING_STEEL]),
)
def test_it_drops_in_only_where_there_is_room_at_what_the_hub_bears(
    low: float, more: float, cold: float, limit: float, hub: Material
) -> None:
    fit = Span(low, low + more)
    found = hub_heat(B6212, cold, fit, hub, limit)
    grown = hub.expansion_um_per_m_k / 1000 * 110 * ((found.value or 0.0) - cold) - max(
        fit.high, 0.0
    )
    assert found.verdict is not None and (found.value or 0.0) <= limit + 1e-9
    if found.verdict.level is Level.GOOD and fit.high > 0:
        assert grown >= 0.0004 * 110 * 1000 - 1e-6
    if found.verdict.level is Level.STOP:
        assert (
            hub.expansion_um_per_m_k / 1000 * 110 * (limit - cold) - fit.high
            < NO_ROOM_SHARE * 110 * 1000 + 1e-6
        )


def test_a_fit_by_limits_of_ring_and_hole() -> None:
    """ISO 492 Normal 80 to 120 mm outside: 0/-15 µm; ISO 286 P7 80 to 120: -59/-24, both from
    memory.
    """
    rings = REFERENCE.rings.limits_um("outer_od", 110, "Normal")
    assert outer_fit(rings, hole_limits_um(110, "P7")) == Span(9, 59)
    assert outer_fit(rings, hole_limits_um(110, "H7")).high <= 0


def test_what_a_hub_cannot_be_is_named() -> None:
    for outside, field in ((111.0, "hub_outside_mm"), (2000.0, "hub_outside_mm")):
        with pytest.raises(InvalidInput) as refused:
            hub_pressure_mpa(0.02, B6212, outside, IRON)
        assert refused.value.fields[0].name == field
    for limit in (19.0, 400.0):
        with pytest.raises(InvalidInput) as refused:
            hub_heat(B6212, 20, Span(0, 30), IRON, limit)
        assert refused.value.fields[0].name == "hub_limit_c"
