"""Numbers read: candidates from memory, slips named at once. DIN 736 to 739, ISO 2982-1 and ISO 15,
all from memory.
"""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.errors import InvalidInput
from tribodex.core.job.commands import Correct
from tribodex.core.mounting.part_numbers import (
    Decoded,
    NumbersSaid,
    PartBooks,
    SlipCode,
    decode,
    read_bearing,
    read_block,
    read_sleeve,
)
from tribodex.core.topics import stock
from tribodex.core.topics.stock import commands as cmd

BOOKS = PartBooks(REFERENCE.dimensions, REFERENCE.sleeves, REFERENCE.withdrawal)


def said(
    block: str = "", sleeve: str = "", bearing: str = "", shaft: float | None = None
) -> Decoded:
    return decode(
        NumbersSaid(
            read_block(block) if block else None,
            read_sleeve(sleeve) if sleeve else None,
            read_bearing(bearing) if bearing else None,
            shaft,
        ),
        BOOKS,
    )


def codes(decoded: Decoded) -> set[str]:
    return {slip.code for slip in decoded.slips}


def values(decoded: Decoded, what: str) -> list[str]:
    return [one.value for one in decoded.candidates if one.what == what]


@pytest.mark.parametrize(
    ("number", "standard", "tapered", "bore"),
    [
        ("SN 518", "DIN 736", True, 90),
        ("sn615", "DIN 737", True, 75),
        ("SN 212", "DIN 738", False, 60),
        ("DIN 739-320", "DIN 739", False, 100),
    ],
)
def test_blocks_of_the_standards(number: str, standard: str, tapered: bool, bore: float) -> None:
    block = read_block(number)
    assert (block.series.standard, block.series.tapered, block.bore_mm) == (standard, tapered, bore)


@pytest.mark.parametrize(
    ("number", "series", "bore"),
    [("H 318", "H3", 90), ("H318", "H3", 90), ("H 2318", "H23", 90), ("H 3124", "H31", 120)],
)
def test_sleeve_series_is_not_bearing_series(number: str, series: str, bore: float) -> None:
    assert (read_sleeve(number).series, read_sleeve(number).bore_mm) == (series, bore)


@pytest.mark.parametrize(
    "text", ["", "XYZ 518", "SN 418", "SN 5018", "SN 502", "SNX 518-2", "518 K"]
)
def test_a_makers_own_block_number_is_not_guessed(text: str) -> None:
    with pytest.raises(InvalidInput):
        read_block(text)


@pytest.mark.parametrize("text", ["", "H", "H 31", "H 518", "AH 518", "22218", "H 302"])
def test_what_is_no_sleeve_number_says_so(text: str) -> None:
    with pytest.raises(InvalidInput):
        read_sleeve(text)


def test_a_block_alone_gives_candidates_and_confirms_none() -> None:
    """The worked example: SN 518 takes 22218 K on H 318 over an 80 mm shaft; the size code is the
    bearing's bore.
    """
    decoded = said("SN 518")
    assert values(decoded, "bearing bore") == ["90 mm"]
    assert (
        "22218 K, 40 mm wide" in values(decoded, "bearing") and len(values(decoded, "bearing")) == 3
    )
    assert "H 318" in values(decoded, "sleeve") and "80 mm" in values(decoded, "shaft")
    assert not any(one.confirmed for one in decoded.candidates) and not decoded.slips
    assert values(decoded, "locating ring") == ["width asked"]


def test_cylindrical_blocks_take_no_sleeve() -> None:
    decoded = said("SN 212")
    assert values(decoded, "sleeve") == [] and values(decoded, "shaft") == ["60 mm"]
    assert codes(said("SN 212", "H 312")) == {SlipCode.NO_SLEEVE_HERE}
    assert codes(said("SN 212", bearing="22212 K")) == {SlipCode.BORE_IS_CYLINDRICAL}
    assert codes(said("SN 512", bearing="22212")) == {SlipCode.BORE_IS_CYLINDRICAL}


def test_a_slip_between_block_sleeve_and_bearing_is_named() -> None:
    assert codes(said("SN 518", "H 318", "22216 K")) == {SlipCode.BORES_DIFFER}
    assert codes(said("SN 518", "H 316")) == {SlipCode.BORES_DIFFER}
    assert codes(said("SN 518", "H 2318", "22218 K")) == {SlipCode.ANOTHER_SLEEVE}
    assert codes(said("SN 518", "H 318", "22318 K")) == {
        SlipCode.SERIES_NOT_HERE,
        SlipCode.ANOTHER_SLEEVE,
    }
    assert codes(said("SN 618", "H 2318", "22318 K C3")) == set()
    assert codes(said(sleeve="H 3124", bearing="24124 K30")) == {SlipCode.ANOTHER_SLEEVE}
    assert codes(said(sleeve="H 3124", bearing="22224 K")) == set(), (
        "H 3 up to size 22, H 31 from 24"
    )
    assert not said("SN 518", "H 316").candidates, "nothing is offered while the bores differ"


def test_an_inch_shaft_contradicts_a_metric_sleeve_at_once() -> None:
    decoded = said(sleeve="H 315", shaft=61.91)
    assert (
        codes(decoded) == {SlipCode.SHAFT_NOT_THIS_SLEEVE}
        and "2-7/16 in" in decoded.slips[0].reason
    )
    assert codes(said(sleeve="H 315", shaft=64.97)) == set()
    confirmed = next(
        one for one in said("SN 515", "H 315", shaft=64.97).candidates if one.what == "shaft"
    )
    assert confirmed.confirmed == "measured"


@given(st.sampled_from("5623"), st.integers(4, 48), st.none() | st.floats(10, 300))
def test_whatever_is_read_nothing_is_confirmed_by_memory_alone(
    series: str, size: int, shaft: float | None
) -> None:
    decoded = said(f"SN {series}{size:02d}", shaft=shaft)
    assert all(not one.confirmed or one.confirmed == "measured" for one in decoded.candidates)
    assert values(decoded, "bearing bore") == [f"{size * 5} mm"]


def test_in_a_job_the_slip_stands_before_parts_are_scrapped() -> None:
    bench = ShaftBench()
    bench.pass_gates()
    with pytest.raises(InvalidInput, match="Nothing was read"):
        bench.do(cmd.ReadNumbers(place="1"))
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.ReadNumbers(bearing="6218", place="1"))
    assert raised.value.fields[0].name == "bearing"
    bench.do(cmd.ReadNumbers("SN 518", "H 316", "22218 K C3", "79.95 mm", "1"))
    assert bench.job.alarms.open
    numbers = [
        proof
        for proof in proved.of(bench.desk(), stock.TOPIC)
        if proof.claim.code == "stock.numbers"
    ]
    assert len(numbers) == 1 and not numbers[0].proven
    bench.do(
        Correct(
            bench.job.last_seq,
            "it is H 318, under the dirt",
            cmd.ReadNumbers("SN 518", "H 318", "22218 K C3", "79.95 mm", "1"),
        )
    )
    assert not bench.job.alarms.open
    assert all(
        proof.proven
        for proof in proved.of(bench.desk(), stock.TOPIC)
        if proof.claim.code == "stock.numbers"
    )
