"""What people write, and what it means. Unit factors are compared with the registry package
pint."""

from __future__ import annotations

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import (
    UM_PER,
    LengthUnit,
    micrometer_text,
    mm_text,
    parse_count,
    parse_degrees,
    parse_length,
    travel_text,
    um_text,
)
from tribodex.core.working import in_words, number

PINT = pint.UnitRegistry()


@pytest.mark.parametrize(
    ("unit", "name"),
    [
        (LengthUnit.UM, "micrometer"),
        (LengthUnit.MM, "millimeter"),
        (LengthUnit.INCH, "inch"),
        (LengthUnit.THOU, "thou"),
    ],
)
def test_unit_factors_agree_with_pint(unit: LengthUnit, name: str) -> None:
    assert UM_PER[unit] == pytest.approx(
        PINT.Quantity(1, name).to("micrometer").magnitude, rel=1e-12
    )


@pytest.mark.parametrize(
    ("text", "um"),
    [
        ("4.5 thou", 114.3),
        ("4,5thou", 114.3),
        ("0.0045 in", 114.3),
        ('0.0045"', 114.3),
        ("115 µm", 115),
        ("115 μm", 115),
        ("115 um", 115),
        ("115 micron", 115),
        ("0.115", 115),
        ("0,115", 115),
        (".115 mm", 115),
        ("+0.115 mm", 115),
        ("  0.115 MM ", 115),
        ("2 7/16 in", 61912.5),
        ("2-7/16 inch", 61912.5),
        ("7/16 in", 11112.5),
        ("5 mils", 127),
    ],
)
def test_lengths_as_people_write_them(text: str, um: float) -> None:
    assert parse_length(text, "x").um == pytest.approx(um)


@pytest.mark.parametrize(
    "text",
    [
        "",
        " ",
        "abc",
        "1.2.3",
        "1 2",
        "--3",
        "1e3",
        "3 furlong",
        "1/0 in",
        "mm",
        "٣",
        "∞",
        "nan",
        "0.1 mm extra",
    ],
)
def test_what_cannot_be_read_is_said_with_examples(text: str) -> None:
    with pytest.raises(InvalidInput) as raised:
        parse_length(text, "leaf")
    field = raised.value.fields[0]
    assert field.name == "leaf"
    assert field.message and "4.5 thou" in field.expected


@pytest.mark.parametrize(
    ("text", "word"),
    [("-0.1", "negative"), ("−0.1 mm", "negative"), ("0", "zero"), ("99999999999 mm", "larger")],
)
def test_what_cannot_be_meant_is_said(text: str, word: str) -> None:
    with pytest.raises(InvalidInput, match=word):
        parse_length(text, "x")


def test_the_typed_text_and_unit_are_kept() -> None:
    length = parse_length(" 4.5 thou ", "x")
    assert (length.text, length.unit) == ("4.5 thou", LengthUnit.THOU)
    assert parse_length("4.5", "x", LengthUnit.THOU).um == pytest.approx(114.3)


@given(
    st.floats(min_value=0.001, max_value=3000, allow_nan=False), st.sampled_from(list(LengthUnit))
)
def test_writing_and_reading_agree(value: float, unit: LengthUnit) -> None:
    assert parse_length(f"{value:.6f} {unit.value}", "x", zero=True).um == pytest.approx(
        round(value, 6) * UM_PER[unit]
    )


@given(st.text(max_size=30))
def test_no_text_breaks_the_reader(text: str) -> None:
    try:
        assert parse_length(text, "x").um > 0
    except InvalidInput as error:
        assert error.fields[0].name == "x"


def test_turns() -> None:
    assert parse_degrees("22,5 deg", "turn") == 22.5
    assert parse_count("1 1/2 slots", "turn") == 1.5
    with pytest.raises(InvalidInput, match="never back"):
        parse_degrees("-5", "turn")
    with pytest.raises(InvalidInput, match="unit of angle"):
        parse_degrees("5 mm", "turn")
    with pytest.raises(InvalidInput, match="negative"):
        parse_count("-1", "turn")


def test_both_units_stand_in_sentences() -> None:
    assert um_text(101.6) == "0.102 mm (4.0 thou)"


@pytest.mark.parametrize(
    ("chance", "words"),
    [
        (0, "less than 1 in 1000"),
        (0.001, "about 1 in 1000"),
        (0.01, "about 1 in 100"),
        (0.05, "about 1 in 20"),
        (0.3, "about 1 in 3"),
        (0.7, "more likely than not"),
        (1, "almost sure"),
    ],
)
def test_chances_in_words(chance: float, words: str) -> None:
    assert in_words(chance) == words


@given(st.floats(min_value=0, max_value=1))
def test_words_never_make_a_risk_smaller_than_it_is_by_more_than_a_step(chance: float) -> None:
    words = in_words(chance)
    if words.startswith("about 1 in"):
        assert 1 / int(words.rsplit(" ", 1)[1]) >= chance * 0.6


def test_numbers_keep_the_digits_that_matter() -> None:
    assert [number(v) for v in (0.05, 1.0, 108.347, -0.5, 2000)] == [
        "0.05",
        "1",
        "108.3",
        "-0.5",
        "2000",
    ]


@given(st.floats(-0.0004, 0.0004))
def test_nothing_has_no_minus(mm: float) -> None:
    """A play of less than is shown is nothing, whichever side of nothing it lies on."""
    for text in (um_text(mm * 1000), mm_text(mm), travel_text(mm), micrometer_text(mm)):
        for part in text.replace("(", "").split():
            assert not (part.startswith("-") and float(part) == 0), text
