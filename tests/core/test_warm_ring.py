"""A warm ring: limits in Fahrenheit, crayons, a ring that has cooled, rings that part, heat that
alone cannot do it; open or sealed.
"""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.shaft import REFERENCE
from tests.benches.shouldered import ShoulderBench
from tribodex.core.components.bearing import Group
from tribodex.core.components.straight import Closure, StraightBearing, read_number
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.shouldered.heating import (
    SEEN_S,
    contact_c,
    heat_limit,
    heat_needed,
    judge_crayon,
    judge_reading,
    push_above_c,
)
from tribodex.core.topics.shouldered import commands as cmd
from tribodex.core.working import Level
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.shouldered import shoulder_plan

BALL = StraightBearing(45, 85, 19, Group.C3, Closure.SEALED)


@pytest.fixture
def bench() -> ShoulderBench:
    made = ShoulderBench()
    made.prepared()
    return made


@pytest.mark.parametrize(
    ("fahrenheit", "level"),
    # 80 °C are 176 °F: what a probe reads there may be above them.
    [
        (169, Level.GOOD),
        (176, Level.WATCH),
        (190, Level.STOP),
        (200, Level.STOP),
        (201, Level.STOP),
    ],
)
def test_two_hundred_fahrenheit_is_above_the_limit_and_not_yet_scrap(
    fahrenheit: float, level: Level
) -> None:
    found = judge_reading(
        heat_limit(Closure.SEALED), Closure.SEALED, (fahrenheit - 32) / 1.8, None, BALL, play_um=10
    )
    assert found.level is level
    assert ("scrap" in found.reason) is (fahrenheit > 200)


@given(
    rating=st.floats(40, 130),
    melted=st.booleans(),
    seen=st.one_of(st.none(), st.floats(0, 100)),
    closure=st.sampled_from(list(Closure)),
)
def test_a_crayon_says_one_side_only(
    rating: float, melted: bool, seen: float | None, closure: Closure
) -> None:
    limit = heat_limit(closure)
    found = judge_crayon(limit, rating, melted, seen)
    if found.level is Level.GOOD:
        assert not melted and rating <= limit.limit_c + 0.1, (
            "good is below a mark that is itself inside the limit"
        )
    if melted and rating > limit.limit_c + 0.1:
        assert found.level is Level.STOP
    if melted and rating <= limit.limit_c and (seen is None or seen > SEEN_S):
        assert found.level is Level.UNKNOWN, "nothing tells how far above it is"


def test_a_mark_that_melted_unseen_stops_until_a_thermometer_tells(bench: ShoulderBench) -> None:
    bench.warmed()
    bench.at_one(cmd.ReadRing("80 °C", crayon="melted"))
    assert "melted unseen" in bench.headline()
    bench.at_one(cmd.SwitchOff())
    with pytest.raises(Refused, match="not known"):
        bench.at_one(cmd.PushHome())
    bench.at_one(cmd.ReadRing("84 °C"))
    bench.at_one(cmd.PushHome())


def test_a_mark_that_has_not_melted_is_no_warm_ring(bench: ShoulderBench) -> None:
    bench.warmed()
    bench.at_one(cmd.ReadRing("110 °C", crayon="not melted"), cmd.SwitchOff())
    with pytest.raises(Refused, match="never was warm enough"):
        bench.at_one(cmd.PushHome())


def test_a_ring_that_cooled_is_heated_again_not_pushed(bench: ShoulderBench) -> None:
    bench.warmed("100 °C")
    bench.at_one(cmd.SwitchOff(), cmd.ReadRing("25 °C"))
    assert bench.headline().startswith("It has cooled")
    with pytest.raises(Refused, match="heat it again"):
        bench.at_one(cmd.PushHome())
    bench.at_one(cmd.HeatAgain())
    assert bench.headline().startswith("Heat to") and bench.state.heatings == 2
    with pytest.raises(Refused, match="reading of the warm ring"):
        bench.at_one(cmd.SwitchOff())
    bench.at_one(cmd.ReadRing("100 °C"), cmd.SwitchOff(), cmd.PushHome())


@given(bore=st.floats(10, 200), shaft=st.floats(-10, 40), tight=st.floats(0, 80))
def test_it_is_pushed_only_with_room_to_slide(bore: float, shaft: float, tight: float) -> None:
    """0.010 mm or 0.0002·d, whichever is larger (common practice, no source), by the bore's own
    growth.
    """
    need = push_above_c(bore, shaft, tight)
    room = bore * 12e-6 * (need - shaft) - tight / 1000
    assert room == pytest.approx(max(0.010, 0.0002 * bore)) and need > contact_c(bore, shaft, tight)


def test_an_inner_ring_too_far_ahead_is_not_pushed_home(bench: ShoulderBench) -> None:
    bench.warmed()
    bench.at_one(cmd.ReadRing("100 °C", "60 °C"))
    assert "too far ahead" in bench.headline()
    bench.at_one(cmd.SwitchOff())
    assert "Read both again" in bench.headline()
    with pytest.raises(Refused, match="Balls would press in"):
        bench.at_one(cmd.PushHome())
    # One probe says nothing of both.
    bench.at_one(cmd.ReadRing("95 °C"))
    with pytest.raises(Refused, match="Balls would press in"):
        bench.at_one(cmd.PushHome())
    bench.at_one(cmd.ReadRing("92 °C", "85 °C"), cmd.PushHome())


def test_where_heat_alone_cannot_do_it_that_is_said_with_what_can() -> None:
    found = heat_needed(BALL, 20, 27, heat_limit(Closure.SEALED))
    assert found.value == 80.0 and found.verdict is not None and found.verdict.level is Level.STOP
    assert (
        "Heat alone cannot do it" in found.verdict.reason
        and "Cool the shaft to" in found.verdict.reason
    )
    # At that shaft there is room: by hand, 80 °C on a shaft so cold.
    cold = float(found.verdict.reason.split("Cool the shaft to ")[1].split(" ")[0])
    again = heat_needed(BALL, cold - 1, 27, heat_limit(Closure.SEALED))
    assert again.verdict is not None and again.verdict.level is not Level.STOP


@pytest.mark.parametrize(
    "number", ["6209DDU C3", "6209LLU", "6209EE C3", "6209 VV", "6209PPJ", "6209-QXZ"]
)
def test_a_suffix_that_is_not_read_is_asked_never_taken_for_open(number: str) -> None:
    assert not read_number(number).closure_known and read_number(number).may_be_sealed
    draft = ShoulderDraft(number, shaft_class="k5", held_by="cover")
    with pytest.raises(InvalidInput) as asked:
        shoulder_plan(REFERENCE, draft)
    (field,) = [one for one in asked.value.fields if one.name == "closure"]
    assert "80 °C" in field.message
    sealed = shoulder_plan(
        REFERENCE, ShoulderDraft(number, shaft_class="k5", held_by="cover", closure="sealed")
    )
    assert sealed.limit.limit_c == 80


@pytest.mark.parametrize(
    ("number", "closure"),
    [("6209.2RSR", Closure.SEALED), ("6209-2RS C3", Closure.SEALED), ("6209-2Z", Closure.SHIELDED)],
)
def test_open_against_the_number_is_refused(number: str, closure: Closure) -> None:
    assert read_number(number).closure is closure
    with pytest.raises(InvalidInput) as refused:
        shoulder_plan(
            REFERENCE, ShoulderDraft(number, shaft_class="k5", held_by="cover", closure="open")
        )
    assert [field.name for field in refused.value.fields] == ["closure"]


@pytest.mark.parametrize("number", ["6209", "6209 C3", "6312/C4", "6209 DDU open"])
def test_a_bare_number_is_open_and_a_word_settles_it(number: str) -> None:
    assert read_number(number).closure is Closure.OPEN and read_number(number).closure_known
