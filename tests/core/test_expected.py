"""Numbers that nobody could mean are read back, with what may have been meant; said again as meant
they are judged like any other.
"""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.follower import FollowerBench
from tests.benches.units import SCREWS, UnitBench
from tribodex.core.errors import InvalidInput
from tribodex.core.job.asked import AT_REST, HEATED, Family, Likely, torque_near
from tribodex.core.job.commands import Correct
from tribodex.core.job.decide import decide
from tribodex.core.job.facts import Corrected
from tribodex.core.job.readback import ReadBack, asked_of, numbers_in, outside, slips
from tribodex.core.job.topic import Topic
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import LONG_UM
from tribodex.core.topics import HOUSE
from tribodex.core.topics.follower import commands as roll
from tribodex.core.topics.units import commands as house
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.screws import Footing

NUMBERS = [
    (topic, command, name)
    for topic in HOUSE.topics
    for command in topic.commands
    for name, ask in asked_of(command).items()
    if ask.family.numeric
]
# Words by which a field that takes a number is known, where it is not asked for by a family yet.
ASKED_FOR = ("torque", "temperature", "ambient")


@pytest.mark.parametrize(
    ("topic", "command", "name"),
    NUMBERS,
    ids=[f"{command.__name__}-{name}" for _, command, name in NUMBERS],
)
def test_every_number_that_is_asked_for_is_expected_or_says_why_not(
    topic: Topic[Any], command: type, name: str
) -> None:
    found = topic.expects.get((command, name))
    assert found is not None and (callable(found) or found.strip())


def test_every_torque_and_every_temperature_of_a_step_is_asked_for_by_its_family() -> None:
    """Plans have bounds and sources of their own."""
    left = [
        f"{command.__name__}.{name}"
        for topic in HOUSE.topics
        for command in topic.commands
        for name in command.__dataclass_fields__
        if name.endswith(ASKED_FOR)
        and name not in asked_of(command)
        and not command.__name__.startswith(("Plan", "Choose", "SetCare", "DoStop"))
    ]
    assert left == []


def test_an_expectation_belongs_to_a_field() -> None:
    for topic in HOUSE.topics:
        for command, name in topic.expects:
            assert command in topic.commands and name in asked_of(command), (
                topic.name,
                command,
                name,
            )


def test_ten_times_the_torque_is_read_back_and_judged_when_it_is_meant() -> None:
    bench = UnitBench(SCREWS, floats=(Floats.HELD,))
    bench.left_out("1", "prepare")
    bench.onto("1", FloatBy.RING_INNER)
    bench.bolt("1")
    bench.gate("ready_lock", "1")
    typed = house.LockUnit("90 N·m", 2, "no. 1", footing=Footing.DIMPLE, in_line="yes")
    with pytest.raises(ReadBack) as raised:
        bench.do(typed, at="1")
    (said,) = raised.value.fields
    assert said.name == "torque" and said.choices == ("9 N·m", "90 N·m") and said.meant
    desk = bench.desk("1")
    with pytest.raises(ReadBack):
        decide(desk, typed, frozenset({"wrench"}))
    _, (fact,) = decide(desk, typed, frozenset({"torque"}))
    assert any(verdict.level.value == "stop" for verdict in fact.judgements()), (
        "as it was meant it is still too tight"
    )


def test_a_number_that_is_meant_can_be_said_in_a_correction_too() -> None:
    bench = UnitBench(SCREWS, floats=(Floats.HELD,))
    bench.left_out("1", "prepare")
    bench.onto("1", FloatBy.RING_INNER)
    bench.bolt("1")
    bench.lock("1")
    locked = bench.log[-1].seq
    said = Correct(
        locked,
        "the key shows another scale",
        house.LockUnit("90 N·m", 2, "no. 1", footing=Footing.DIMPLE, in_line="yes"),
    )
    with pytest.raises(ReadBack):
        bench.do(said, at="1")
    _, found = decide(bench.desk("1"), said, frozenset({"torque"}))
    assert any(isinstance(fact, Corrected) for fact in found)


def test_what_cannot_be_is_refused_before_anything_is_read_back() -> None:
    bench = FollowerBench()
    with pytest.raises(InvalidInput) as raised:
        bench.at_one(roll.FitStud("-20 mm", "20.000 mm"))
    assert not isinstance(raised.value, ReadBack)


def test_fahrenheit_without_its_f_is_one_of_the_likely_slips() -> None:
    assert outside(195.0, HEATED) and next(
        iter(slips(195.0, HEATED, Family.WARMTH))
    ) == pytest.approx((195 - 32) / 1.8)
    assert not outside(20.0, AT_REST) and outside(68.0, AT_REST)


@given(st.floats(0.5, 2_000), st.floats(0.01, 100))
def test_a_torque_within_four_times_is_judged_and_beyond_it_asked_about(
    asked: float, factor: float
) -> None:
    likely = torque_near(asked)
    assert likely is not None
    assert (
        outside(asked * factor, likely) == (factor < 0.25 or factor > 4)
        or factor == pytest.approx(0.25)
        or factor == pytest.approx(4)
    )


@given(st.floats(1, 1_000), st.sampled_from(list(Family)))
def test_a_slip_is_always_expected(value: float, family: Family) -> None:
    likely = Likely(5, 50, "so it is here")
    assert all(not outside(one, likely) for one in slips(value, likely, family))


def test_several_numbers_of_a_field_and_what_cannot_be_read() -> None:
    assert numbers_in(Family.LENGTH, "0.4 + 0.5", "gaps", "") == ([0.4, 0.5], "mm")
    assert numbers_in(Family.TORQUE, "firm", "torque", "") == ([], "N·m")


FINE_MM = LONG_UM / 1000
FINE = [(command, name) for _, command, name in NUMBERS if asked_of(command)[name].fine]


def test_thousandths_on_an_inch_screen_are_compared_as_thousandths() -> None:
    """A bare number beyond any inch of a leaf is thousandths, as the reader of the field takes it;
    a small one is inches.
    """
    assert numbers_in(Family.LENGTH, "2 + 0", "feet", "in", fine=True) == (
        [pytest.approx(0.0508), 0.0],
        "mm",
    )
    assert numbers_in(Family.LENGTH, "0.06", "washer_thickness", "in", fine=True) == (
        [pytest.approx(1.524)],
        "mm",
    )
    assert numbers_in(Family.LENGTH, "2", "over", "in") == ([pytest.approx(50.8)], "mm")
    assert numbers_in(Family.LENGTH, "2", "feet", "mm", fine=True) == ([2.0], "mm")


@pytest.mark.parametrize(
    ("command", "name"), FINE, ids=[f"{command.__name__}-{name}" for command, name in FINE]
)
def test_what_a_leaf_gauges_is_fine(command: type, name: str) -> None:
    """None of them is expected beyond the few millimetres at which a bare number stops being
    thousandths.
    """
    topic = next(topic for topic in HOUSE.topics if command in topic.commands)
    expect = topic.expects[command, name]
    if callable(expect):
        likely = expect(UnitBench(SCREWS).desk("1"), None, None)
        assert likely is not None and likely.high is not None and likely.high <= FINE_MM


def test_two_thousandths_under_a_foot_are_taken_on_an_inch_screen() -> None:
    bench = UnitBench(SCREWS, floats=(Floats.HELD,))
    bench.left_out("1", "prepare")
    bench.onto("1", FloatBy.RING_INNER)
    desk = bench.desk("1")
    _, (fact,) = decide(desk, house.LineUpUnit("0", "12", feet="2 + 0", shown="in"))
    assert fact.feet_mm == (pytest.approx(0.0508), 0.0)
    with pytest.raises(ReadBack):
        decide(desk, house.LineUpUnit("0", "12", feet="2 mm + 0", shown="in"))
