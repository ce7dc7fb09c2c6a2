"""The shaft against its sleeve: tolerances by the formula of ISO 286-1, limits, inch bands, and
shafts that no sleeve means.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.components.adapter_sleeve import AdapterSleeve
from tribodex.core.errors import OutOfRange
from tribodex.core.fits.iso286 import tolerance_um
from tribodex.core.mounting.shaft_fit import InchBand, InchShafts, nominal_of, shaft_size
from tribodex.core.sources import PRACTICE

NONE = InchShafts(PRACTICE, ())
# ISO 286-1 (from memory): steps of nominal size up to 500 mm; IT5 = 7·i, IT9 = 40·i, i = 0.45·∛D +
# 0.001·D, D the step's geometric mean.
STEPS = (
    (18, 30),
    (30, 50),
    (50, 80),
    (80, 120),
    (120, 180),
    (180, 250),
    (250, 315),
    (315, 400),
    (400, 500),
)


@pytest.mark.parametrize(("over", "to"), STEPS)
@pytest.mark.parametrize(("grade", "units"), [(5, 7), (9, 40)])
def test_tolerances_follow_the_standards_own_formula(
    over: int, to: int, grade: int, units: int
) -> None:
    mean = math.sqrt(over * to)
    unit = 0.45 * mean ** (1 / 3) + 0.001 * mean
    assert tolerance_um(to, grade) == pytest.approx(units * unit, rel=0.07)
    assert tolerance_um(to + 0.01, grade) > tolerance_um(to, grade) if to < 500 else True


@pytest.mark.parametrize(("size", "grade"), [(0.0, 9), (-80.0, 9), (501.0, 9), (80.0, 12)])
def test_beyond_what_is_kept_is_said(size: float, grade: int) -> None:
    with pytest.raises(OutOfRange):
        tolerance_um(size, grade)


@pytest.mark.parametrize(
    ("measured", "word"),
    [
        (80.001, "over size"),
        (80.0, "nominal"),
        (79.999, "in size"),
        (79.926, "in size"),
        (79.925, "under size"),
        (79.6, "under size"),
    ],
)
def test_an_80_shaft_against_h9(measured: float, word: str) -> None:
    """h9 of 80 mm: 0 to -0.074 mm."""
    result = shaft_size(("80 mm", 80.0), measured, NONE, False)
    assert result.verdict is not None and result.verdict.word == word
    assert result.value == pytest.approx(79.926) and result.value_to == 80


@given(st.floats(20, 480), st.floats(0.0, 0.02))
def test_no_shaft_that_is_over_size_is_called_in_size(nominal: float, above: float) -> None:
    result = shaft_size((f"{nominal:g} mm", nominal), nominal + 0.001 + above, NONE, False)
    assert result.verdict is not None and result.verdict.word == "over size"


def test_inch_shafts_have_their_own_bands() -> None:
    inch = InchShafts(
        PRACTICE,
        (InchBand("adapter", 2, 4, 0.0, -0.003), InchBand("housed_unit", 2, 4, 0.0, -0.001)),
    )
    mm = 3.1875 * 25.4

    def word(off_in: float, housed: bool) -> str:
        verdict = shaft_size(("3 3/16 in", mm), mm + off_in * 25.4, inch, housed).verdict
        assert verdict is not None
        return verdict.word

    assert (
        word(-0.002, False) == "in size"
        and word(-0.002, True) == "under size"
        and word(0.001, False) == "over size"
    )


@pytest.mark.parametrize(("shaft", "meant"), [(79.95, 80), (80.05, 80), (75.0, None), (82.0, None)])
def test_a_shaft_that_no_sleeve_means_is_none(shaft: float, meant: float | None) -> None:
    found = nominal_of(AdapterSleeve(90, 80, (), 65), shaft)
    assert (found[1] if found else None) == meant
