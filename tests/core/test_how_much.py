"""How much grease is too little or too much, and ways that a bearing cannot be kept by."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.rounds import RoundBench
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.grease.interval import Design, Running, interval, interval_by_halving
from tribodex.core.grease.lubricator import lubricator_days
from tribodex.core.grease.strokes import GreaseGun, GunShelf
from tribodex.core.topics import stop
from tribodex.core.topics.care.commands import SetCare
from tribodex.core.topics.care.facts import CarePlan, CareWay
from tribodex.core.topics.care.plan import care_plan
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Level

INSERT = KeptBearing("208", Design.BALL, 40, 80, 18, insert=True)
BLOCK = KeptBearing("22218 K C3", Design.SPHERICAL, 90, 160, 40)
SEALED = KeptBearing("6208-2RS", Design.BALL, 40, 80, 18, sealed=True)
RUNS = {
    "speed": "900",
    "temperature": "60 °C",
    "dirt": "clean",
    "wet": "dry",
    "shakes": "quiet",
    "stands": "horizontal",
    "path": "side",
}


SHELF = GunShelf((GreaseGun("Gun 1", 1.3, 0.05),))


def kept(way: CareWay, bearing: KeptBearing, **more: str) -> CarePlan:
    said = {
        "hours_per_day": "16",
        "stroke": "1.2 g",
        **(RUNS if way is not CareWay.SEALED_INSERT else {}),
        **more,
    }
    return care_plan(SetCare(way, **said), bearing, ("", ""), (), SHELF)  # type: ignore[arg-type]


def test_a_makers_figure_far_from_what_is_computed_says_so() -> None:
    near = kept(CareWay.UNTIL_SHOWS, BLOCK, amount="40 g", amount_source="sheet")
    far = kept(CareWay.UNTIL_SHOWS, BLOCK, amount="2000 g", amount_source="sheet")
    words = {
        name: [r.verdict.word for r in plan.figures if r.verdict is not None]
        for name, plan in (("near", near), ("far", far))
    }
    assert (
        "amount far from what is computed" not in words["near"]
        and "amount far from what is computed" in words["far"]
    )
    long = kept(CareWay.UNTIL_SHOWS, BLOCK, interval="40000 h", interval_source="sheet")
    apart = next(r for r in long.figures if r.id == "interval_far")
    assert (
        apart.verdict is not None and apart.verdict.level is Level.WATCH and (apart.value or 0) > 3
    )


def test_a_gun_that_the_crib_does_not_know_is_taken_as_it_is_said() -> None:
    plan = kept(CareWay.UNTIL_SHOWS, BLOCK, gun="borrowed", stroke="0.4 g")
    assert plan.gun is not None and plan.gun.stroke_g == 0.4
    # Within a quarter of what the crib has it may be another grease.
    assert kept(CareWay.UNTIL_SHOWS, BLOCK, gun="Gun 1", stroke="1.5 g").gun == GreaseGun(
        "Gun 1", 1.5, 0.0
    )


@pytest.mark.parametrize(
    ("way", "bearing", "more", "field"),
    [
        (CareWay.LUBRICATOR, SEALED, {"cartridge": "125 g"}, "way"),
        (CareWay.UNTIL_SHOWS, SEALED, {}, "way"),
        (CareWay.COUNTED, SEALED, {}, "way"),
        (CareWay.SEALED_INSERT, SEALED, {}, "way"),
        (CareWay.LUBRICATOR, INSERT, {"cartridge": "125 g"}, "lets_out"),
        (CareWay.UNTIL_SHOWS, INSERT, {}, "lets_out"),
        (CareWay.COUNTED, INSERT, {}, "lets_out"),
        (CareWay.UNTIL_SHOWS, BLOCK, {"lets_out": "no"}, "way"),
        (CareWay.UNTIL_SHOWS, BLOCK, {"hole": "plugged"}, "way"),
        (CareWay.SEALED_INSERT, INSERT, {"hole": "plugged"}, "way"),
        # 2.5 kg, 25 g for 2.5, 2083 strokes: an open bearing of this size gets 7.2 g by 0.005·D·B.
        (CareWay.SEALED_INSERT, INSERT, {"amount": "2.5 kg", "amount_source": "sheet"}, "amount"),
        (CareWay.SEALED_INSERT, INSERT, {"amount": "25 g", "amount_source": "sheet"}, "amount"),
        (CareWay.SEALED_INSERT, INSERT, {"strokes": "2083", "amount_source": "sheet"}, "strokes"),
        (CareWay.SEALED_INSERT, INSERT, {"amount": "2.4 g"}, "amount_source"),
        (CareWay.SEALED_INSERT, INSERT, {"interval": "750 h"}, "interval_source"),
        # The crib weighed ten strokes of this gun: 1.3 g each.
        (CareWay.UNTIL_SHOWS, BLOCK, {"gun": "gun 1", "stroke": "0.13 g"}, "stroke"),
        (CareWay.UNTIL_SHOWS, BLOCK, {"gun": "Gun 1", "stroke": "13 g"}, "stroke"),
        (CareWay.SEALED_INSERT, INSERT, {"gun": "Gun 1", "stroke": "0.3 g"}, "stroke"),
        (CareWay.UNTIL_SHOWS, BLOCK, {"temperature": "-300"}, "temperature"),
        # 125 g at 20 g each 50 h, all day: empty in 13 days, and no setting is shorter than 30.
        (
            CareWay.LUBRICATOR,
            BLOCK,
            {"cartridge": "125 g", "interval": "20", "interval_source": "sheet"},
            "cartridge",
        ),
    ],
)
def test_a_way_that_this_bearing_cannot_have_is_refused(
    way: CareWay, bearing: KeptBearing, more: dict[str, str], field: str
) -> None:
    with pytest.raises(InvalidInput) as refused:
        kept(way, bearing, **more)
    assert field in [one.name for one in refused.value.fields]


@pytest.mark.parametrize(
    ("way", "bearing", "more"),
    [
        (CareWay.UNTIL_SHOWS, BLOCK, {}),
        (CareWay.UNTIL_SHOWS, INSERT, {"lets_out": "yes"}),
        (CareWay.SEALED_INSERT, INSERT, {"amount": "2.4 g", "amount_source": "sheet"}),
        (CareWay.SEALED_INSERT, INSERT, {}),
        (CareWay.FOR_LIFE, SEALED, {}),
        (CareWay.COUNTED, BLOCK, {"lets_out": "no"}),
    ],
)
def test_what_it_can_have_is_taken(
    way: CareWay, bearing: KeptBearing, more: dict[str, str]
) -> None:
    assert kept(way, bearing, **more)


@given(
    content=st.floats(30, 1000),
    amount=st.floats(1, 200),
    hours=st.floats(10, 9000),
    day=st.floats(1, 24),
)
def test_a_lubricator_is_changed_before_it_is_empty(
    content: float, amount: float, hours: float, day: float
) -> None:
    found = lubricator_days(content, amount, hours, day)
    lasts = content / (amount / hours * day)
    assert (found.value is None and lasts < 30) or (
        found.value is not None and found.value <= max(lasts, 30) + 1e-6
    )


def test_no_rule_speaks_of_a_hot_bearing() -> None:
    hot = Running(600, 120, "clean", "dry", "quiet", "horizontal", Design.SPHERICAL)
    for rule in (interval, interval_by_halving):
        found = rule(90, hot)
        assert (
            found.value is None and found.verdict is not None and found.verdict.level is Level.STOP
        )
        assert rule(90, replace(hot, temperature_c=100)).value is not None


def words_at(bench: RoundBench, at: str) -> list[tuple[str, Level]]:
    state = bench.desk(at).of(stop.TOPIC)
    return (
        [(verdict.word, verdict.level) for verdict in state.done.verdicts]
        if state.done is not None
        else []
    )


@pytest.mark.parametrize(
    ("strokes", "shows", "word", "level"),
    [
        ("8", "yes", "greased", Level.GOOD),
        ("12", "yes", "greased", Level.GOOD),
        ("13", "yes", "too much grease", Level.STOP),
        ("80", "yes", "too much grease", Level.STOP),
        ("5", "", "short", Level.WATCH),
        ("5", "yes", "greased", Level.GOOD),
        # It is greased until it shows, and nobody said that it does.
        ("6", "", "not known whether it shows", Level.WATCH),
        ("6", "yes", "greased", Level.GOOD),
    ],
)
def test_ten_times_the_amount_is_not_greased(
    strokes: str, shows: str, word: str, level: Level
) -> None:
    bench = RoundBench()
    bench.do(cmd.DoStop("standing", strokes, shows=shows), at="1", meant=("strokes",))  # type: ignore[arg-type]
    assert (word, level) in words_at(bench, "1")


def test_a_stop_is_done_once_and_says_how_the_machine_stood() -> None:
    bench = RoundBench()
    with pytest.raises(InvalidInput) as asked:
        bench.do(cmd.DoStop(strokes="8", shows="yes"), at="1")
    assert asked.value.fields[0].name == "standing"
    bench.do(cmd.DoStop("standing", "8", shows="yes"), at="1")
    with pytest.raises(Refused, match="done already"):
        bench.do(cmd.DoStop("standing", "8", shows="yes"), at="1")
