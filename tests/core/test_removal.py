"""Taking a bearing off: forces by another path, ways that fit what is known, and a topic that stops
where it must.
"""

from __future__ import annotations

from math import pi

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.shaft import ShaftBench
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group, Taper
from tribodex.core.components.section import section_of
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.components.straight import Closure, StraightBearing
from tribodex.core.errors import InvalidInput, OutOfRange, Refused
from tribodex.core.job.commands import ConfirmGate, Correct, OverruleGate
from tribodex.core.removal.backing_off import nut_gap
from tribodex.core.removal.forces import (
    AFTER_YEARS,
    FRESH,
    MARGIN,
    REDUCTION_SHARE,
    SIZES_KN,
    pull_off_force,
    release_force,
    tool_size,
)
from tribodex.core.removal.puller import judge_puller
from tribodex.core.removal.set_up import force_marks, tool_set_up
from tribodex.core.removal.ways import Ring, Sight, WayOff, advise
from tribodex.core.shouldered.fit import OILED, push_on_force
from tribodex.core.topics.removal import TOPIC
from tribodex.core.topics.removal import commands as cmd
from tribodex.core.working import Level, Result

# Young's modulus of bearing steel, from memory (handbooks: 206 to 210 GPa).
E_MPA = 206_000.0
BEARINGS = st.builds(
    lambda bore, ratio, width: Bearing(bore, bore * ratio, bore * width, Taper.ONE_IN_12, Group.C3),
    st.floats(30, 300),
    st.floats(1.55, 2.1),
    st.floats(0.3, 0.5),
)


@given(
    reach=st.floats(20, 900),
    depth=st.floats(20, 900),
    opens=st.floats(20, 900),
    around=st.floats(20, 900),
    rated=st.none() | st.floats(1, 1000),
    force=st.none() | st.floats(0.1, 1000),
)
def test_a_puller_is_good_only_where_it_reaches_opens_and_bears_twice(
    *,
    reach: float,
    depth: float,
    opens: float,
    around: float,
    rated: float | None,
    force: float | None,
) -> None:
    """By another path: each condition by itself."""
    found = judge_puller(
        reach,
        depth,
        opens,
        around,
        rated,
        force=Result("f", "", force, "kN") if force is not None else None,
    )
    holds = reach >= depth and opens >= around
    assert (found[0].level is Level.GOOD) is holds
    known = rated is not None and force is not None
    assert (found[1].level is Level.GOOD) is (known and (rated or 0) >= MARGIN * (force or 0))
    assert (found[1].level is Level.STOP) is (known and (rated or 0) < MARGIN * (force or 0))


def test_what_nobody_knows_the_size_of_is_not_said_to_be_held() -> None:
    found = judge_puller(200, 150, 120, None, 100, force=Result("f", "", 10.0, "kN"))
    assert [verdict.level for verdict in found] == [Level.WATCH, Level.GOOD]


@given(bearing=BEARINGS, low=st.floats(0, 60), more=st.floats(0, 60))
def test_the_pull_off_force_by_lame_for_a_solid_shaft(
    bearing: Bearing, low: float, more: float
) -> None:
    """Another path: p = E/(2d)·(1-k²)·Δ for a solid seat of the same steel (Lamé; common in
    handbooks, from memory).
    """
    found = pull_off_force(Span(low, low + more), bearing, Shaft(bearing.bore_mm))
    d, k = bearing.bore_mm, bearing.bore_mm / bearing.inner_raceway_mm

    def force_kn(interference_um: float, mu: float) -> float:
        p = E_MPA / (2 * d) * (1 - k * k) * interference_um / 1000
        return pi * d * bearing.width_mm * p * mu / 1000

    expected = [force_kn(low, FRESH.low), force_kn(low + more, AFTER_YEARS.high)]
    assert [found.value, found.value_to] == pytest.approx(expected, rel=0.05)


@given(bearing=BEARINGS)
def test_the_release_force_by_lame_and_a_cone(bearing: Bearing) -> None:
    """Another path: the interference that gives a reduction is reduction/k (solid seat), then a
    cone with friction.
    """
    found = release_force(bearing, Shaft(0.9 * bearing.bore_mm))
    d, k = bearing.bore_mm, bearing.bore_mm / bearing.inner_raceway_mm

    def force_kn(share: float, mu: float) -> float:
        p = E_MPA / (2 * d) * (1 - k * k) * share * d / k
        return pi * d * bearing.width_mm * p * (mu - 1 / 24) / 1000

    expected = [
        force_kn(REDUCTION_SHARE.low, FRESH.low),
        force_kn(REDUCTION_SHARE.high, AFTER_YEARS.high),
    ]
    assert [found.value, found.value_to] == pytest.approx(expected, rel=0.05)
    assert found.value is not None and found.value > 0, "1:12 does not let go by itself"


@given(force=st.floats(0.1, 5000))
def test_a_tool_has_its_margin_or_is_a_stop(force: float) -> None:
    found = tool_size(Result("f", "f", force / 2, "kN", value_to=force))
    assert found.verdict is not None
    if found.value is None:
        assert found.verdict.level is Level.STOP and force * MARGIN > max(SIZES_KN)
    else:
        assert found.value in SIZES_KN and found.value >= MARGIN * force
        assert all(size < MARGIN * force for size in SIZES_KN if size < found.value), (
            "the smallest that does"
        )


@pytest.mark.parametrize(
    ("gap", "whole", "level"),
    [
        (2.0, True, Level.GOOD),
        (4.0, True, Level.GOOD),
        (1.0, True, Level.WATCH),
        (4.5, True, Level.STOP),
        (3.0, False, Level.STOP),
        (0.0, False, Level.STOP),
    ],
)
def test_the_nut_is_a_stop_only_near_and_whole(gap: float, whole: bool, level: Level) -> None:
    """Common practice, no source: a gap of 2 to 4 mm, the whole nut on its thread."""
    verdict = nut_gap(gap, whole).verdict
    assert verdict is not None and verdict.level is level


def test_a_gap_below_zero_is_no_gap() -> None:
    with pytest.raises(OutOfRange):
        nut_gap(-1.0, True)
    with pytest.raises(OutOfRange):
        pull_off_force(Span(-5, 5), Bearing(60, 110, 22, Taper.ONE_IN_12, Group.CN), Shaft(60))


SIGHTS = st.builds(
    Sight,
    st.sampled_from([None, *Seat]),
    st.sampled_from(Ring),
    st.sampled_from([None, True, False]),
    st.booleans(),
    st.sampled_from([None, True, False]),
    st.sampled_from([None, True, False]),
    st.sampled_from([None, True, False]),
)


@given(sight=SIGHTS)
def test_every_way_is_weighed_with_a_reason_and_the_best_comes_first(sight: Sight) -> None:
    found = advise(sight)
    assert sorted(one.way for one in found) == sorted(WayOff)
    ranks = [Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP]
    order = [ranks.index(one.verdict.level) for one in found]
    assert order == sorted(order)
    assert all(one.verdict.reason and (one.reasons or one.against) for one in found)
    by = {one.way: one.verdict.level for one in found}
    # A sleeve is let go, never pulled; a shaft that stays is never pressed; what is to be used
    # again is not cut.
    if sight.seat in (Seat.ADAPTER_SLEEVE, Seat.WITHDRAWAL_SLEEVE):
        assert by[WayOff.PULLER] is Level.STOP and by[WayOff.PRESS] is Level.STOP
    if sight.shaft_out is False:
        assert by[WayOff.PRESS] is Level.STOP
    if sight.keep:
        assert by[WayOff.CUT] is Level.STOP
    if sight.seat is None and sight.tight is Ring.UNKNOWN:
        assert Level.GOOD not in (
            by[WayOff.PULLER],
            by[WayOff.PRESS],
        ), "which ring is tight comes first"
    if sight.one_piece and sight.captive_nut is None and sight.seat is Seat.ADAPTER_SLEEVE:
        assert by[WayOff.OWN_NUT] is Level.UNKNOWN, "an unknown nut is treated as plain"


@given(
    way=st.sampled_from(WayOff),
    tight=st.sampled_from(Ring),
    seat=st.sampled_from(Seat),
    bearing=BEARINGS,
)
def test_force_is_never_drawn_right_on_the_loose_ring(
    way: WayOff, tight: Ring, seat: Seat, bearing: Bearing
) -> None:
    section = section_of(bearing, Shaft(0.9 * bearing.bore_mm), seat, None, None)
    for mark in force_marks(way, tight, section):
        on_outer = mark.radius_mm > section.outer_raceway_mm / 2
        if mark.right and on_outer:
            assert tight in (Ring.OUTER, Ring.BOTH)
        assert mark.words and 0 < mark.radius_mm < section.outside_mm / 2


def taking_off() -> ShaftBench:
    bench = ShaftBench()
    bench.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))
    return bench


def headline(bench: ShaftBench) -> str:
    here = bench.desk().here("1")
    return TOPIC.move(here, here.of(TOPIC)).headline


def test_a_sleeve_is_let_go_with_the_nut_as_its_stop() -> None:
    bench = taking_off()
    assert headline(bench) == "Which ring is tight?"
    with pytest.raises(Refused, match="which ring is tight"):
        bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    bench.do(cmd.SayTight(Ring.INNER, "no"), at="1")
    assert headline(bench) == "Best here: release it from its taper"
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    with pytest.raises(Refused, match="Stand clear"):
        bench.do(cmd.SayOff("with one blow"), at="1")
    bench.do(ConfirmGate("way_clear", ("fingers", "in_line")), at="1")
    with pytest.raises(Refused, match="stop for the bang"):
        bench.do(cmd.SayOff("with one blow"), at="1")
    bench.do(cmd.BackNutOff("3 mm", False), at="1")
    assert headline(bench).startswith("Stop: the nut is no stop")
    with pytest.raises(Refused, match="stop for the bang"):
        bench.do(cmd.SayOff("with one blow"), at="1")
    bench.do(cmd.BackNutOff("3 mm", True), at="1")
    bench.do(cmd.SayOff("with one blow"), at="1")
    assert headline(bench) == "It is off"
    with pytest.raises(Refused, match="off already"):
        bench.do(cmd.SayCocked("late"), at="1")


def test_a_way_that_is_not_advised_is_a_decision_with_a_name() -> None:
    bench = taking_off()
    bench.do(cmd.SayTight(Ring.INNER, "yes"), at="1")
    with pytest.raises(InvalidInput, match="not here"):
        bench.do(cmd.ChooseWay(WayOff.PULLER), at="1")
    bench.do(cmd.ChooseWay(WayOff.PULLER, "Orla Finch", "sleeve is cut already"), at="1")
    state = bench.desk().here("1").of(TOPIC)
    assert (
        state.way is not None
        and state.way.decided_by == "Orla Finch"
        and state.way.advised.word == "not here"
    )


def test_hot_work_cannot_be_overruled_by_a_name() -> None:
    bench = taking_off()
    bench.do(cmd.SayTight(Ring.INNER), at="1")
    bench.do(cmd.ChooseWay(WayOff.CUT), at="1")
    with pytest.raises(Refused, match="cannot be overridden"):
        bench.do(OverruleGate("hot_work", "Orla Finch", "in a hurry", ()), at="1")
    with pytest.raises(Refused, match="Hot work"):
        bench.do(cmd.SayOff("in two pieces"), at="1")


def test_nobody_s_hand_is_overruled() -> None:
    bench = taking_off()
    bench.do(cmd.SayTight(Ring.INNER), at="1")
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    with pytest.raises(Refused, match="cannot be overridden"):
        bench.do(OverruleGate("way_clear", "Orla Finch", "in a hurry", ()), at="1")


def test_when_it_cocks_nothing_goes_on_until_the_cause_is_out() -> None:
    bench = taking_off()
    bench.do(cmd.SayTight(Ring.INNER), at="1")
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    bench.do(cmd.BackNutOff("3", True), at="1")
    bench.do(ConfirmGate("way_clear", ("fingers", "in_line")), at="1")
    bench.do(cmd.SayCocked("sleeve turned with the nut"), at="1")
    assert headline(bench).startswith("Stop: let off")
    with pytest.raises(Refused, match="cocked"):
        bench.do(cmd.SayOff("anyway"), at="1")
    bench.do(cmd.SayStraight("burr on the sleeve, dressed"), at="1")
    bench.do(cmd.SayOff("by itself"), at="1")
    lines = " ".join(
        line
        for section in TOPIC.record(bench.desk().here("1"), bench.desk().here("1").of(TOPIC))
        for line in section.lines
    )
    assert "burr on the sleeve" in lines and "It cocked 1 time." in lines


def test_a_corrected_gap_is_judged_anew() -> None:
    bench = taking_off()
    bench.do(cmd.SayTight(Ring.INNER), at="1")
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    bench.do(cmd.BackNutOff("3 mm", True), at="1")
    entry = bench.log[-1].seq
    bench.do(Correct(entry, "read again", cmd.BackNutOff("13 mm", True)), at="1")
    state = bench.desk().here("1").of(TOPIC)
    assert state.nut is not None and state.nut.verdict.word == "too far off"


def test_a_bare_gap_that_makes_no_sense_is_asked_back() -> None:
    bench = taking_off()
    bench.do(cmd.SayTight(Ring.INNER), at="1")
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    with pytest.raises(InvalidInput) as refused:
        bench.do(cmd.BackNutOff("3000", True), at="1")
    assert refused.value.fields[0].name == "gap" and "3000 µm" in refused.value.fields[0].choices


STRAIGHT = st.floats(15, 150).flatmap(
    lambda bore: st.builds(
        lambda more, width: StraightBearing(
            bore, bore * (1.6 + more), bore * width, Group.CN, Closure.OPEN
        ),
        st.floats(0, 0.9),
        st.floats(0.25, 0.7),
    )
)


@given(way=st.sampled_from(WayOff), tight=st.sampled_from(Ring), bearing=STRAIGHT)
def test_press_and_puller_are_drawn_on_the_tight_ring_alone(
    way: WayOff, tight: Ring, bearing: StraightBearing
) -> None:
    section = section_of(bearing, Shaft(bearing.bore_mm), None, None, None)
    found = tool_set_up(way, tight, section)
    if way not in (WayOff.PRESS, WayOff.PULLER) or tight not in (Ring.INNER, Ring.OUTER):
        assert found is None
        return
    assert found is not None
    ring = {
        Ring.INNER: (section.bore_mm / 2, section.inner_raceway_mm / 2),
        Ring.OUTER: (section.outer_raceway_mm / 2, section.outside_mm / 2),
    }
    for parts, on in (
        (found.right, tight),
        (found.wrong, Ring.OUTER if tight is Ring.INNER else Ring.INNER),
    ):
        touching = [part for part in parts if part.to_mm == 0]
        assert len(touching) == 1, "one piece alone bears on a face"
        low, high = ring[on]
        assert low < touching[0].inner_mm < touching[0].outer_mm <= high
        # On the shaft end there is always a protector between, and nothing stands inside the shaft.
        end = [part for part in parts if part.from_mm == found.end_mm]
        assert [part.name for part in end] == ["protector"]
        assert all(
            part.to_mm <= 0
            or part.from_mm >= found.end_mm
            or part.inner_mm > section.outside_mm / 2
            for part in parts
        )
    assert str(tight) in found.right_words and "rolling elements" in found.wrong_words


def test_pressing_on_and_pulling_off_reckon_the_seat_alike() -> None:
    """One interference, one friction: the same force both ways."""
    bearing, shaft = StraightBearing(45, 85, 19, Group.C3, Closure.OPEN), Shaft(45)
    on, off = (
        push_on_force(bearing, shaft, Span(27, 27)),
        pull_off_force(Span(27, 27), bearing, shaft),
    )
    assert (on.value_to or 0) / OILED.high == pytest.approx((off.value_to or 0) / AFTER_YEARS.high)
