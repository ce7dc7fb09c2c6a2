"""What lies where on a raceway. Limits of load zone, skew and width: common practice, no source;
the spacing against made-up marks.
"""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import bearing
from tribodex.core.components.section import section_of
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.failure import spread
from tribodex.core.failure.raceway import DamageSign, Face, Found, read_place, strips

SECTION = section_of(bearing(), Shaft(80), Seat.ADAPTER_SLEEVE, None, None)
RACEWAY = SECTION.outer_raceway_mm
WIDTH = SECTION.width_mm


# --- Faces and places. ----------------------------------------------------------------------------


def test_a_face_unrolled_is_as_long_as_its_circle() -> None:
    by_face = {strip.face: strip for strip in strips(SECTION)}
    assert by_face[Face.BORE].length_mm == pytest.approx(math.pi * 90)
    assert by_face[Face.OUTSIDE].length_mm == pytest.approx(math.pi * 160)
    assert (
        by_face[Face.BORE].length_mm
        < by_face[Face.INNER].length_mm
        < by_face[Face.OUTER].length_mm
        < by_face[Face.OUTSIDE].length_mm
    )
    assert {strip.width_mm for strip in by_face.values()} == {40}
    assert [strip.rows for strip in strips(SECTION)] == [2, 2, 1, 1]


@pytest.mark.parametrize(
    ("text", "deg"),
    [
        ("0", 0),
        ("210", 210),
        ("210°", 210),
        ("97,5 deg", 97.5),
        ("6 o'clock", 180),
        ("12 h", 0),
        ("4:30 h", 135),
        ("360", 360),
        ("7oclock", 210),
    ],
)
def test_a_place_round_a_ring(text: str, deg: float) -> None:
    assert read_place(text, "at", 400) == pytest.approx(deg)


def test_a_place_along_the_face_in_either_unit() -> None:
    assert read_place("100 mm", "at", 400) == pytest.approx(90)
    assert read_place("2 in", "at", 400) == pytest.approx(50.8 / 400 * 360)


@pytest.mark.parametrize(
    "text", ["", " ", "361", "-5", "13 o'clock", "top", "500 mm", "6:75 h", "--", "1e9"]
)
def test_what_is_no_place_is_refused_with_what_would_be_right(text: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        read_place(text, "at", 400)
    [field] = refused.value.fields
    assert field.name == "at" and field.expected


# --- Dents. ---------------------------------------------------------------------------------------


def pitched(
    rollers: int, count: int, start: float = 11.0, error_mm: float = 0.0, seed: int = 0
) -> list[float]:
    """Dents where rollers stood, with an error of marking along the face."""
    random = np.random.default_rng(seed)
    error = random.normal(0, 1, count) * error_mm / (math.pi * RACEWAY) * 360
    return [float(x) for x in (start + np.arange(count) * 360 / rollers + error) % 360]


def scattered(count: int, seed: int = 0) -> list[float]:
    return [float(x) for x in np.random.default_rng(seed).uniform(0, 360, count)]


@pytest.mark.parametrize("rollers", [15, 19, 26])
@pytest.mark.parametrize("seed", range(4))
def test_dents_at_roller_pitch_are_found_counted_or_not(rollers: int, seed: int) -> None:
    marks = pitched(rollers, 9, error_mm=1.0, seed=seed)
    assert spread.dents(marks, RACEWAY, rollers, True).letter == "c"
    guessed = spread.dents(marks, RACEWAY, rollers + 2, False)
    assert guessed.letter == "c" and "count them" in guessed.words
    assert guessed.pitch_deg == pytest.approx(360 / rollers, rel=0.15)


def test_scattered_dents_are_rarely_taken_for_the_pitch() -> None:
    letters = [spread.dents(scattered(10, seed), RACEWAY, 19, True).letter for seed in range(200)]
    assert letters.count("c") <= 4 and letters.count("b") >= 170
    # A cluster in the load zone, as dirt makes it.
    near = [
        spread.dents(
            list(np.random.default_rng(seed).uniform(150, 210, 10)), RACEWAY, 19, True
        ).letter
        for seed in range(200)
    ]
    assert near.count("c") <= 4


def test_too_few_dents_do_not_tell() -> None:
    assert spread.dents([], RACEWAY, 19, True).letter == ""
    assert spread.dents([30], RACEWAY, 19, True).letter == "d"
    for count in (2, 3):
        few = spread.dents(pitched(19, count), RACEWAY, 19, True)
        assert few.letter == "" and "too few" in few.words
    assert (
        spread.dents(pitched(19, 4), RACEWAY, 19, False).letter == ""
    )  # and nobody counted the rollers


def test_the_same_dent_tapped_again_is_no_evidence() -> None:
    assert spread.dents([30, 30.1, 30.2, 30.0, 29.9, 30.3], RACEWAY, 19, True).letter == "d"
    once, twice = pitched(19, 6), [x for x in pitched(19, 6) for _ in range(2)]
    assert spread.dents(once, RACEWAY, 19, True).log_ratio == pytest.approx(
        spread.dents(twice, RACEWAY, 19, True).log_ratio
    )


def test_the_likelihood_by_another_path() -> None:
    # Sum of log von Mises densities about the best phase, against a flat density, written out place
    # by place.
    marks, rollers = pitched(19, 7, error_mm=1.2, seed=5), 19
    found = spread.dents(marks, RACEWAY, rollers, True)
    sigma = spread.MARKING_MM / (math.pi * RACEWAY / rollers) * 2 * math.pi
    kappa = 1 / sigma**2
    best = max(
        sum(
            kappa * math.cos(math.radians(deg) * rollers - phase)
            - math.log(2 * math.pi * float(np.i0(kappa)))
            for deg in marks
        )
        for phase in np.linspace(0, 2 * math.pi, 2000)
    )
    flat = len(marks) * math.log(1 / (2 * math.pi))
    assert found.log_ratio == pytest.approx(best - flat - 0.5 * math.log(len(marks)), abs=0.02)


@given(
    st.lists(st.floats(0, 360), max_size=12), st.integers(5, 40), st.booleans(), st.floats(0, 360)
)
def test_turning_the_ring_changes_nothing(
    marks: list[float], rollers: int, counted: bool, turn: float
) -> None:
    one = spread.dents(marks, RACEWAY, rollers, counted)
    other = spread.dents([(deg + turn) % 360 for deg in marks], RACEWAY, rollers, counted)
    if (
        one.log_ratio is not None
        and abs(abs(one.log_ratio) - spread.CLEAR) > 0.1
        and other.log_ratio is not None
    ):
        assert one.letter == other.letter


# --- Flakes and the path. -------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("at", "load", "letter"),
    [
        ([], 180, ""),
        ([170, 185, 200], 180, "b"),
        ([350, 10, 20], 0, "b"),
        ([170, 185, 200], None, ""),  # nobody said where the load pointed
        ([80, 95, 200], 180, ""),
        ([10, 20, 190, 200], 180, "c"),
        ([355, 5, 175], 90, "c"),
        ([0, 80, 170, 260], 180, "d"),
    ],
)
def test_where_flakes_lie(at: list[float], load: float | None, letter: str) -> None:
    assert spread.flakes(at, load) == letter


def path(
    begin: float, end: float, row: int = 1, middle: float | None = None, width: float | None = None
) -> Found:
    return Found(Face.OUTER, DamageSign.PATH, begin, end, row, middle, width)


@pytest.mark.parametrize(
    ("paths", "letter"),
    [
        ([], ""),
        ([path(110, 250)], "a"),
        ([path(300, 60)], "a"),
        ([path(0, 360)], "b"),
        ([path(0, 180), path(170, 355)], "b"),
        ([path(60, 120), path(240, 300)], "c"),
        ([path(0, 270)], ""),
    ],
)
def test_how_far_round_the_path_goes(paths: list[Found], letter: str) -> None:
    assert spread.path_round(paths) == letter


def around(shape: str, row: int = 1, step: int = 45) -> list[Found]:
    """A row's path measured round the ring: its middle as a wave, and its width."""
    half = WIDTH / 2
    centre = half / 2 if row == 1 else 1.5 * half
    wave = {"skew": 0.15, "true": 0.01}.get(shape, 0.0) * half
    offset = 0.3 * half if shape == "edge" else 0.0
    width = 0.9 * half if shape == "wide" else 0.4 * half
    return [
        path(deg, deg, row, centre + offset + wave * math.sin(math.radians(deg - 30)), width)
        for deg in range(0, 360, step)
    ]


@pytest.mark.parametrize(
    ("shape", "letter"), [("true", "a"), ("skew", "b"), ("edge", "c"), ("wide", "d")]
)
@pytest.mark.parametrize("row", [1, 2])
def test_width_and_place_of_the_path(shape: str, letter: str, row: int) -> None:
    assert spread.path_place(around(shape, row), WIDTH / 2, row) == letter
    # Three places, or all on one side, do not tell.
    assert spread.path_place(around(shape, row, 120), WIDTH / 2, row) == ""
    assert (
        spread.path_place(
            [one for one in around(shape, row, 5) if one.from_deg < 30], WIDTH / 2, row
        )
        == ""
    )


def answers(found: list[Found], load: float | None = 180, counted: bool = True) -> dict[int, str]:
    raceways = {Face.OUTER: SECTION.outer_raceway_mm, Face.INNER: SECTION.inner_raceway_mm}
    measured = spread.measured_answers(
        found, raceways, WIDTH, SECTION.rollers, counted, load_deg=load, standing=Face.OUTER
    )
    assert all(one.answered.measured and one.words for one in measured)
    return {one.number: one.answered.letters[0] for one in measured}


def test_findings_answer_the_questions_they_measure() -> None:
    dented = [
        Found(Face.INNER, DamageSign.DENT, deg, deg, 1) for deg in pitched(SECTION.rollers, 8)
    ]
    flaked = [Found(Face.OUTER, DamageSign.FLAKE, deg, deg + 4, 2) for deg in (170, 190)]
    assert answers([*dented, *flaked, path(110, 250, 2)]) == {5: "b", 10: "c", 8: "a", 7: "b"}
    assert answers([*around("true", 1), *around("true", 2)])[9] == "a"
    assert answers([*around("true", 1), *around("skew", 2)])[9] == "b"


def test_marks_of_other_faces_answer_nothing_about_the_raceway() -> None:
    bore = [Found(Face.BORE, DamageSign.OXIDE, deg, deg + 20) for deg in (0, 90)]
    assert answers([*bore, Found(Face.INNER, DamageSign.FLAKE, 10, 20, 1)]) == {}


_DEG = st.floats(0, 720)
_FOUND = st.builds(
    Found,
    st.sampled_from(Face),
    st.sampled_from(DamageSign),
    _DEG,
    _DEG,
    st.sampled_from([0, 1, 2]),
)


@given(st.lists(_FOUND, max_size=12))
def test_whatever_is_marked_is_answered_or_left_open(found: list[Found]) -> None:
    assert set(answers(found, None)) <= {5, 7, 8, 9, 10}
