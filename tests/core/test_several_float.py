"""Shafts with three bearings, and pairs that are cross-located: every end has its own distance, its
own room, and is computed or says so.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.shaft import ShaftBench
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.gaps import ring_gaps
from tribodex.core.lineup.growth import Case, end_play, growth_mm, margin_mm, place_float
from tribodex.core.lineup.placing import ring_rest
from tribodex.core.topics.lineup import TOPIC
from tribodex.core.topics.lineup import commands as line
from tribodex.core.units.forms import float_room
from tribodex.core.working import Level


def headline(bench: ShaftBench) -> str:
    return TOPIC.move(bench.desk(), bench.desk().of(TOPIC)).headline


def float_claim(bench: ShaftBench) -> Level | None:
    claims = TOPIC.claims(bench.desk(), bench.desk().of(TOPIC))
    return next(
        claim.now.level
        for claim in claims
        if claim.code == "lineup.float" and claim.now is not None
    )


def test_three_bearings_are_computed_one_by_one() -> None:
    bench = ShaftBench((Floats.HELD, Floats.SEAT, Floats.SEAT))
    assert headline(bench) != "The shaft line is worked out" and float_claim(bench) is Level.UNKNOWN
    bench.do(line.SayMark("2", "1000 mm"), line.SayMark("3", "2000 mm"))
    bench.do(
        line.SayRings("2", "46 mm"), line.SayRunning("steel", "steel", "20 °C", "80 °C", "20 °C")
    )
    assert "End 3" in headline(bench)
    bench.do(line.SayRings("3", "46 mm"))
    assert headline(bench) == "The shaft line is worked out" and float_claim(bench) is Level.GOOD
    figures = {result.id: result for result in TOPIC.figures(bench.desk(), bench.desk().of(TOPIC))}
    # By hand: 800 and 1800 mm from the held one, 60 K at 12e-6.
    assert figures["growth_2"].value_to == pytest.approx(800 * 12e-6 * 60, abs=1e-4)
    assert figures["growth_3"].value_to == pytest.approx(1800 * 12e-6 * 60, abs=1e-4)
    with pytest.raises(InvalidInput, match="Several bearings float"):
        bench.do(line.SetOffset("0.3 mm"))
    bench.do(line.SetOffset("0.6 mm", place="3"))
    again = {
        result.id: result.value for result in TOPIC.figures(bench.desk(), bench.desk().of(TOPIC))
    }
    assert again["float_offset_3"] == 0.6 and again["float_offset_2"] != 0.6


def test_a_cross_located_pair_is_judged_by_its_end_play() -> None:
    bench = ShaftBench((Floats.CROSS, Floats.CROSS))
    assert float_claim(bench) is Level.UNKNOWN and headline(bench) != "The shaft line is worked out"
    bench.do(
        line.SayMark("1", "200 mm"),
        line.SayMark("2", "1000 mm"),
        line.SayRunning("steel", "steel", "20 °C", "90 °C", "30 °C"),
    )
    assert headline(bench).startswith("End play of the pair")
    grown = growth_mm(800, "steel", "steel", 20, Case("running", 90, 30))
    bench.do(line.ReadEndPlay(f"{math.floor(grown * 100) / 100} mm", "outer"))
    assert float_claim(bench) is Level.STOP or headline(bench).startswith("Stop")
    bench.do(line.ReadEndPlay(f"{grown + 0.3:.2f} mm", "outer"))
    assert float_claim(bench) is Level.GOOD and headline(bench) == "The shaft line is worked out"
    with pytest.raises(Refused, match="cross-located"):
        ShaftBench().do(line.ReadEndPlay("1 mm", "outer"))


@given(play=st.floats(0, 5), low=st.floats(-3, 0), more=st.floats(0, 4), outer=st.booleans())
def test_end_play_is_good_only_with_a_margin_at_its_worst(
    play: float, low: float, more: float, outer: bool
) -> None:
    growth = Span(low, max(0.0, low + more))
    found = end_play(play, growth, outer).verdict
    assert found is not None
    left = play - (growth.high if outer else -growth.low)
    assert (found.level is Level.STOP) is (round(left, 4) <= 0)
    if found.level is Level.GOOD:
        assert left >= margin_mm(growth) - 1e-3


@pytest.mark.parametrize("floats", [Floats.SEAT, Floats.HOUSING, Floats.CROSS])
def test_no_room_is_never_free(floats: Floats) -> None:
    found = ring_rest(31, 31, [], [], floats).verdict
    assert found is not None and found.level is Level.STOP


@pytest.mark.parametrize(
    ("toward", "away", "growth"),
    [(1.5, 1.5, 1.5), (2.0, 1.0, 1.0), (3.0, 0.45, 0.4416), (3.0, 0.442, 0.4416)],
)
def test_nothing_left_does_not_float(toward: float, away: float, growth: float) -> None:
    found = ring_gaps(toward, away, Floats.SEAT, Span(0.0, growth)).verdict
    assert found is not None and found.level in (Level.STOP, Level.WATCH)
    unknown = ring_gaps(toward, away, Floats.UNKNOWN, Span(0.0, growth)).verdict
    assert unknown is not None and unknown.level is Level.UNKNOWN


@given(room=st.floats(0, 10), low=st.floats(-3, 0), high=st.floats(0, 3), offset=st.floats(-2, 2))
def test_a_float_has_room_hot_and_cold_or_is_not_good(
    room: float, low: float, high: float, offset: float
) -> None:
    found = place_float(room, Span(low, high), offset).verdict
    assert found is not None
    if found.level is Level.GOOD:
        assert (
            min(room / 2 - offset + low, room / 2 + offset - high)
            >= margin_mm(Span(low, high)) - 1e-9
        )


def test_a_shaft_colder_than_its_base_needs_room_on_the_other_side() -> None:
    assert float_room(0.6, 3.0, -0.8).verdict.level is Level.STOP  # type: ignore[union-attr]
    assert float_room(3.0, 0.6, -0.8).verdict.level is Level.GOOD  # type: ignore[union-attr]
