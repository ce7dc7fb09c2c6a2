"""Dimensions of a shaft line: what somebody measured or planned, and nothing else; checked against
arithmetic of their own.
"""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.shaft import PLAN, ShaftBench
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.lineup import TOPIC
from tribodex.core.topics.lineup import commands as line
from tribodex.core.topics.lineup.dimensions import Dimension, beside, dimensions
from tribodex.core.topics.lineup.show import drawing


def of(bench: ShaftBench) -> dict[str, Dimension]:
    desk = bench.desk()
    return {dimension.name: dimension for dimension in dimensions(desk, desk.of(TOPIC))}


def notes(bench: ShaftBench) -> list[str]:
    desk = bench.desk()
    return [f"{note.place}: {note.text}" for note in beside(desk, desk.of(TOPIC))]


@pytest.fixture
def bench() -> ShaftBench:
    return ShaftBench()


def test_marks_span_and_length_are_drawn_the_shortest_first(bench: ShaftBench) -> None:
    found = of(bench)
    assert {name: (d.from_mm, d.to_mm.high) for name, d in found.items()} == {
        "centre mark of End 1": (0.0, 200.0),
        "between the centre marks, End 1 to End 2": (200.0, 1000.0),
        "centre mark of End 2": (0.0, 1000.0),
        "length of the shaft": (0.0, 1200.0),
    }
    lengths = [d.length_mm.high for d in found.values()]
    assert lengths == sorted(lengths) == [200.0, 800.0, 1000.0, 1200.0]


def test_a_mark_that_moves_takes_its_dimensions_with_it(bench: ShaftBench) -> None:
    bench.do(line.SayMark("2", "1010 mm"))
    found = of(bench)
    assert (
        found["centre mark of End 2"].to_mm.low == 1010
        and found["between the centre marks, End 1 to End 2"].length_mm.low == 810
    )


def test_the_sleeve_starts_so_that_the_bearing_ends_on_its_mark(bench: ShaftBench) -> None:
    """By hand: thread end to ring, half of the width, and what the bearing still travels up the
    sleeve.
    """
    bench.do(line.LaySleeve("1", "12 mm"))
    assert "thread end of the sleeve, End 1" not in of(bench), (
        "on which side its nut stands was not said"
    )
    assert any("its sleeve is not marked out" in note for note in notes(bench))
    bench.do(line.LaySleeve("1", "12 mm", "away from the datum", at_zero=True))
    laid = bench.desk().of(TOPIC).laid["1"]
    found = of(bench)["thread end of the sleeve, End 1"]
    half = PLAN.bearing.width_mm / 2
    assert found.to_mm.low == pytest.approx(200 + 12 + half + laid.drive_up_mm.low)
    assert (
        found.to_mm.high == pytest.approx(200 + 12 + half + laid.drive_up_mm.high)
        and found.to_mm.high > found.to_mm.low
    )
    # Read at rest the sleeve has still to close: up to 0.05 mm of play over the taper.
    bench.do(line.LaySleeve("1", "12 mm", "away from the datum"))
    rest = of(bench)["thread end of the sleeve, End 1"]
    assert rest.to_mm.low == pytest.approx(found.to_mm.low) and rest.to_mm.high == pytest.approx(
        found.to_mm.high + 0.6
    )
    # The nut on the other side: as far on that side; rings that are thicker near the datum hold the
    # bearing off its mark.
    bench.do(line.LaySleeve("1", "12 mm", "towards the datum", at_zero=True))
    other = of(bench)["thread end of the sleeve, End 1"]
    assert other.to_mm.low == pytest.approx(
        400 - found.to_mm.high
    ) and other.to_mm.high == pytest.approx(400 - found.to_mm.low)
    bench.do(line.SayRings("1", "62 mm", "22 mm", ""))
    shifted = of(bench)["thread end of the sleeve, End 1"]
    assert shifted.to_mm.low == pytest.approx(other.to_mm.low + 11)


def test_what_is_too_small_to_draw_stands_beside(bench: ShaftBench) -> None:
    assert notes(bench) == [
        "1: fixed: the outer ring is held on both sides",
        "2: floating: the outer ring slides in its seat",
    ]
    bench.do(
        line.SayRings("2", "60 mm", "5 mm", "5 + 2.5"), line.SayGap("flinger", "3 mm", closes=True)
    )
    bench.do(line.SayRunning("steel", "steel", "15 °C", "65 °C", "25 °C"), line.SetOffset("0.3 mm"))
    said = " | ".join(notes(bench))
    assert (
        "2: seat 60.00 mm (2.362 in) wide; rings on the side of the datum 5.00 mm (0.197 in), far"
        " side 5.00 mm (0.197 in) + 2.50 mm (0.098 in)" in said
    )
    assert "2: set 0.30 mm (0.012 in) towards the fixed bearing" in said
    # By hand: 800 mm x 12 millionths x ((65 - 15) - (25 - 15)) = 0.38 mm.
    assert ": growth between the bearings 0.00 mm (0.000 in) to 0.38 mm" in said
    assert ": flinger: 3.00 mm (0.118 in) now, growth closes it" in said


def test_who_holds_the_shaft_is_never_guessed() -> None:
    unknown = ShaftBench((Floats.UNKNOWN, Floats.UNKNOWN))
    assert notes(unknown)[-1] == ": which bearing is fixed is not said yet"


@given(first=st.floats(1, 900), apart=st.floats(1, 900))
def test_drawing_and_dimensions_come_from_one_answer(first: float, apart: float) -> None:
    bench = ShaftBench()
    bench.do(line.SayMark("1", f"{first:.1f} mm"), line.SayMark("2", f"{first + apart:.1f} mm"))
    desk = bench.desk()
    drawn = drawing(desk, desk.of(TOPIC))
    marks = {d.name: d.to_mm.low for d in drawn.dimensions if d.kind == "mark"}
    assert {f"centre mark of {b.name}": b.at_mm for b in drawn.bearings} == marks
    assert drawn.known and all(b.drawn_at_mm == b.at_mm for b in drawn.bearings)
