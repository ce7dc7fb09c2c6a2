"""A bearing into a tight hub as a part of a job: measured, warmed or pressed on its outer ring,
never past what the hub bears, held and proved.
"""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.hub import BOTH, WHEEL, HubBench
from tests.benches.shaft import REFERENCE
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.commands import AcceptAlarm, Correct
from tribodex.core.job.decide import decide
from tribodex.core.shouldered.hub import (
    HubCode,
    clearance_taken,
    drop_above_c,
    hub_contact_c,
    hub_heat,
    hub_pressure_mpa,
    loose_above,
)
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics import hub
from tribodex.core.topics import shouldered as on_shaft
from tribodex.core.topics.hub import commands as cmd
from tribodex.core.topics.hub.state import ways
from tribodex.core.topics.shouldered import commands as on
from tribodex.core.topics.shouldered.state import ways as ways_on
from tribodex.core.working import Level
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.shouldered import shoulder_plan, shoulder_sheet

RING = cmd.HoldInHub(
    groove_free=True, below_surface=True, turns=True, ends_before="8 mm", ends_after="16.5 mm"
)


# --- Planning. ------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("given_", "fields"),
    [
        ({"hub_class": ""}, {"hub_class"}),
        ({"hub_class": "H7"}, {"hub_class"}),
        ({"hub_class": "zz"}, {"hub_class"}),
        ({"hub_material": ""}, {"hub_material"}),
        ({"hub_material": "cheese"}, {"hub_material"}),
        ({"hub_outside": ""}, {"hub_outside"}),
        ({"hub_outside": "63 mm"}, {"hub_outside"}),
        ({"hub_outside": "10 mm"}, {"hub_outside"}),
        ({"hub_limit": "400 °C"}, {"hub_limit"}),
        ({"hub_limit_why": ""}, {"hub_limit_why"}),
        ({"hub_held_by": ""}, {"hub_held_by"}),
    ],
)
def test_what_is_wrong_with_a_hub_is_said_at_its_field(
    given_: dict[str, str], fields: set[str]
) -> None:
    with pytest.raises(InvalidInput) as refused:
        shoulder_plan(REFERENCE, replace(WHEEL, **given_))
    assert {field.name for field in refused.value.fields} == fields


def test_the_plan_says_force_heat_and_what_the_hub_takes() -> None:
    """Lamé and linear expansion by hand: N7 at 62 mm is -39 to -9 µm, the ring -13 to 0, both by
    ISO 286 and ISO 492 from memory.
    """
    found = {one.id: one for one in shoulder_sheet(REFERENCE, WHEEL).figures}
    assert (found["outer_interference"].value, found["outer_interference"].value_to) == (-4, 39)
    # 20 + (39 + 24.8)/(10.5e-3·62): gap 0.0004·62.
    assert found["hub_heat"].value == pytest.approx(20 + (39 + 24.8) / (10.5e-3 * 62), abs=0.1)
    assert "clearance_taken" in found and "loose_above" not in found
    taken = found["clearance_taken"].value_to
    both = {one.id: one for one in shoulder_sheet(REFERENCE, BOTH).figures}
    alone = {
        one.id: one
        for one in shoulder_sheet(
            REFERENCE, ShoulderDraft(designation="6206 C4", shaft_class="k5", held_by="cover")
        ).figures
    }
    assert taken is not None and both["clearance_left"].value == pytest.approx(
        (alone["clearance_left"].value or 0) - taken, abs=0.11
    )


def test_nobody_knows_how_warm_it_may_get_so_it_is_pressed() -> None:
    silent = HubBench(replace(WHEEL, hub_limit="", hub_limit_why=""))
    found = {one.way: one.verdict for one in ways(silent.inside)}
    assert found[WayIn.HEAT].level is Level.UNKNOWN and found[WayIn.PRESS].level is Level.WATCH
    with pytest.raises(InvalidInput, match="not in the plan"):
        silent.at_one(cmd.ChooseWayIn(WayIn.HEAT))
    with pytest.raises(Refused, match="inner ring is tight"):
        silent.at_one(cmd.ChooseWayIn(WayIn.BOTH_RINGS))
    # Warmed all the same, by name: the way on is open, and the remark stays.
    silent.measured()
    silent.at_one(cmd.ChooseWayIn(WayIn.HEAT, "Reka Lund", "bare iron, no paint"))
    silent.gate("ready_hub")
    silent.hot()
    assert silent.say().startswith("Drop it in") and silent.inside.last is not None
    assert silent.inside.last[1].verdict.level is Level.WATCH
    silent.at_one(cmd.PushIn())


@given(tight=st.floats(0, 60), wall=st.floats(1.1, 8), e=st.floats(60, 210))
def test_a_hub_never_takes_more_than_a_rigid_one_would(tight: float, wall: float, e: float) -> None:
    """The raceway of a ring squeezed by I gets smaller by less than I·2/(k + 1/k - ν(1/k - k)), k =
    E/D: Lamé, the hub rigid.
    """
    plan = shoulder_plan(REFERENCE, WHEEL).hub
    assert plan is not None
    bearing, material = plan.bearing, replace(plan.material, e_gpa=e)
    most = (
        clearance_taken(bearing, wall * bearing.outside_mm, material, Span(0, tight)).value_to
        or 0.0
    )
    k = bearing.outer_raceway_mm / bearing.outside_mm
    rigid = tight * 2 * k / (1 + k * k - 0.3 * (1 - k * k))
    assert 0 <= most <= rigid + 0.06
    assert hub_pressure_mpa(tight / 1000, bearing, wall * bearing.outside_mm, material) >= 0


@given(tight=st.floats(-20, 70), cold=st.floats(-30, 35), alpha=st.floats(9, 24))
def test_heat_contact_and_room_agree(tight: float, cold: float, alpha: float) -> None:
    plan = shoulder_plan(REFERENCE, WHEEL).hub
    assert plan is not None
    bearing, material = plan.bearing, replace(plan.material, expansion_um_per_m_k=alpha)
    contact, least = (
        hub_contact_c(bearing, cold, tight, material),
        drop_above_c(bearing, cold, tight, material),
    )
    room = alpha / 1000 * bearing.outside_mm * (least - cold) - max(tight, 0)
    assert cold <= contact < least and room == pytest.approx(
        max(10, 0.2 * bearing.outside_mm), abs=0.01
    )
    if tight > 0:
        assert (hub_heat(bearing, cold, Span(0, tight), material, 150).value or 0) >= min(
            least, 150
        ) - 1e-6
    loose = loose_above(bearing, Span(tight, tight + 5), material)
    assert (loose is not None) is (alpha > 13)


# --- At the bench. --------------------------------------------------------------------------------


def test_a_hub_warmed_measured_and_held() -> None:
    bench = HubBench()
    assert bench.say().startswith("Measure the hole")
    with pytest.raises(InvalidInput, match="equally warm"):
        bench.at_one(cmd.MeasureHole("61.975", False))
    bench.measured()
    assert bench.say() == "Best here: hub warm, bearing cold"
    with pytest.raises(Refused, match="by which way"):
        bench.at_one(cmd.PushIn())
    bench.begun()
    with pytest.raises(Refused, match="temperature of the bearing"):
        bench.at_one(cmd.ReadHub("90 °C"))
    bench.at_one(cmd.SayBearingWarmth("20 °C"))
    with pytest.raises(Refused, match="reading of the warm hub"):
        bench.at_one(cmd.PushIn())
    bench.at_one(cmd.ReadHub("55 °C"))
    assert bench.say().startswith("Warm the hub to")
    with pytest.raises(Refused, match="grip half-way"):
        bench.at_one(cmd.PushIn())
    bench.at_one(cmd.ReadHub("95 °C"))
    assert bench.say().startswith("Drop it in")
    bench.at_one(cmd.PushIn(), cmd.TryHub("top"))
    assert "not home" in bench.say()
    with pytest.raises(Refused, match="reading of the warm hub"):
        bench.at_one(cmd.PushIn())
    bench.at_one(cmd.ReadHub("96 °C"), cmd.PushIn(), cmd.TryHub(""))
    with pytest.raises(Refused, match="It is in already"):
        bench.at_one(cmd.ChooseWayIn(WayIn.PRESS))
    bench.at_one(RING)
    assert (
        bench.say() == "It is in its hub"
        and proved.unsaid(bench.desk("1"), hub.TOPIC) == []
        and not bench.job.alarms.open
    )


def test_a_hub_read_minutes_ago_is_read_again() -> None:
    bench = HubBench()
    bench.measured()
    bench.begun()
    bench.hot()
    read = bench.log[-1].happened_at
    with pytest.raises(Refused, match="read it again"):
        decide(replace(bench.desk("1"), moment=read + timedelta(minutes=9)), cmd.PushIn())
    _, pushed = decide(replace(bench.desk("1"), moment=read + timedelta(minutes=2)), cmd.PushIn())
    assert len(pushed) == 1


def test_a_hub_too_hot_stops_until_somebody_answers_for_it() -> None:
    bench = HubBench()
    bench.measured()
    bench.begun()
    bench.hot("130 °C")
    # It cools: that answers nothing of what the heat did.
    bench.at_one(cmd.ReadHub("100 °C"))
    assert [alarm.verdict.code for alarm in bench.job.alarms.open] == [HubCode.ABOVE_ITS_LIMIT]
    bench.at_one(cmd.PushIn(), cmd.TryHub(""), RING)
    assert proved.level(bench.desk("1"), hub.TOPIC) is Level.STOP
    alarm = bench.job.alarms.open[0]
    bench.at_one(
        AcceptAlarm(
            alarm.entry, "Reka Lund", "paint and seat looked at, as before", alarm.verdict.code
        )
    )
    assert not bench.job.alarms.open and proved.level(bench.desk("1"), hub.TOPIC) is not Level.STOP


@pytest.mark.parametrize(
    ("hole", "ring", "word", "level"),
    [
        ("61.975", "61.995", "as the drawing asks", Level.GOOD),
        ("61.975", "", "as the drawing asks", Level.GOOD),
        # Two µm beyond the hole's limit and two inside it: the gauge tells neither from it.
        ("61.993", "", "at a limit of its drawing", Level.WATCH),
        ("61.989", "", "at a limit of its drawing", Level.WATCH),
        ("61.9605", "", "at a limit of its drawing", Level.WATCH),
        ("61.996", "", "too loose in its hub", Level.STOP),
        # Loosest by the drawing is 4 µm of play.
        ("61.999", "61.993", "at a limit of its drawing", Level.WATCH),
        ("61.993", "61.995", "at a limit of its drawing", Level.WATCH),
        ("61.990", "61.998", "as the drawing asks", Level.GOOD),
        ("62.010", "61.995", "too loose in its hub", Level.STOP),
        ("62.010", "", "too loose in its hub", Level.STOP),
        ("61.930", "61.995", "too tight in its hub", Level.STOP),
        ("61.930", "", "too tight in its hub", Level.STOP),
    ],
)
def test_hole_and_ring_against_the_drawing(hole: str, ring: str, word: str, level: Level) -> None:
    bench = HubBench()
    bench.at_one(cmd.MeasureHole(hole, True, ring))
    assert bench.inside.hole is not None and (
        bench.inside.hole.verdict.word,
        bench.inside.hole.verdict.level,
    ) == (word, level)
    if level is Level.STOP:
        bench.begun(WayIn.PRESS)
        with pytest.raises(Refused, match=word):
            bench.at_one(cmd.PushIn())
        bench.measured()
        bench.at_one(cmd.PushIn())


def test_what_is_measured_counts_for_heat_and_clearance() -> None:
    bench = HubBench(BOTH)
    before = {one.id: one for one in hub.TOPIC.figures(bench.desk("1"), bench.inside)}
    bench.measured()
    after = {one.id: one for one in hub.TOPIC.figures(bench.desk("1"), bench.inside)}
    assert after["outer_interference"].value == 14 and after["outer_interference"].value_to == 26
    assert (after["hub_heat"].value or 0) < (before["hub_heat"].value or 0)
    left = {one.id: one for one in on_shaft.TOPIC.figures(bench.desk("1"), bench.state)}[
        "clearance_left"
    ]
    assert "in the hub" in left.label


def test_it_sticks_on_the_way_in() -> None:
    bench = HubBench()
    bench.measured()
    bench.begun()
    bench.hot()
    bench.at_one(cmd.StopIn("it cocked"))
    with pytest.raises(Refused, match="stopped"):
        bench.at_one(cmd.PushIn())
    bench.at_one(cmd.SayStraightIn("burr on the edge, stoned off"))
    assert not bench.job.alarms.open
    # Let off, it cooled: what it had says nothing now.
    with pytest.raises(Refused, match="reading of the warm hub"):
        bench.at_one(cmd.PushIn())


def test_a_slip_in_the_hole_is_corrected_and_judged_anew() -> None:
    bench = HubBench()
    bench.at_one(cmd.MeasureHole("61.930", True))
    bench.at_one(
        Correct(bench.job.last_seq, "read the wrong line", cmd.MeasureHole("61.975", True))
    )
    assert not bench.job.alarms.open


def test_both_tight_the_bearing_is_not_heated_before_its_hub() -> None:
    bench = HubBench(BOTH)
    bench.prepared()
    found = {one.way: one.verdict.level for one in ways_on(bench.desk("1"), bench.state)}
    assert found[WayOn.HEAT] is Level.STOP
    with pytest.raises(InvalidInput, match="still to enter a tight hub"):
        bench.at_one(on.ChooseWayOn(WayOn.HEAT))
    bench.measured()
    bench.begun()
    bench.hot()
    bench.at_one(cmd.PushIn(), cmd.TryHub(""), RING)
    # In its hub the inner ring alone warms: possible, and both rings are read.
    assert {one.way: one.verdict.level for one in ways_on(bench.desk("1"), bench.state)}[
        WayOn.HEAT
    ] is Level.WATCH


def test_both_at_once_by_a_tool_on_both_rings() -> None:
    bench = HubBench(BOTH)
    bench.prepared()
    bench.measured()
    bench.begun(WayIn.BOTH_RINGS)
    assert "both rings" in bench.say()
    found = {one.way: one.verdict.level for one in ways_on(bench.desk("1"), bench.state)}
    assert found[WayOn.BOTH_RINGS] is Level.GOOD and found[WayOn.PRESS] is Level.STOP
    bench.at_one(cmd.PushIn(), cmd.TryHub(""), RING)
    bench.at_one(on.ChooseWayOn(WayOn.BOTH_RINGS))


def test_another_hub_is_measured_anew() -> None:
    bench = HubBench()
    bench.at_one(cmd.MeasureHole("62.050", True), cmd.RenewHub("hole worn"))
    assert bench.say().startswith("Measure the hole") and not bench.job.alarms.open


def test_an_aluminium_hub_loosens_when_it_is_warm() -> None:
    found = {
        one.id: one
        for one in shoulder_sheet(
            REFERENCE, replace(WHEEL, hub_material="aluminium (wrought)")
        ).figures
    }
    assert (
        found["loose_above"].verdict is not None
        and found["loose_above"].verdict.level is Level.WATCH
    )
    # -4 µm at the least: loose cold already.
    assert found["loose_above"].value == 20 and (
        found["loose_above"].value_to or 0
    ) == pytest.approx(20 + 39 / (11.5e-3 * 62), abs=0.2)


def test_a_fit_that_stops_is_measured_again_before_anything_else() -> None:
    bench = HubBench()
    bench.at_one(cmd.MeasureHole("62.050", True))
    assert bench.say() == "Stop: too loose in its hub"
    bench.at_one(cmd.ChooseWayIn(WayIn.PRESS))
    assert bench.say() == "Stop: too loose in its hub"
    alarm = bench.job.alarms.open[0]
    bench.at_one(
        AcceptAlarm(alarm.entry, "Reka Lund", "hole is bushed next month", alarm.verdict.code)
    )
    assert bench.say().startswith("Into its hub")


def test_where_the_hub_may_not_get_warm_enough_the_way_on_is_said() -> None:
    bench = HubBench(replace(WHEEL, hub_limit="55 °C"))
    bench.measured()
    bench.at_one(cmd.ChooseWayIn(WayIn.HEAT, "Reka Lund", "no press here"))
    bench.at_one(cmd.SayBearingWarmth("20 °C"))
    assert bench.say() == "Stop: not enough expansion to drop in"
    # Cooled as far as its maker allows, it drops in.
    bench.at_one(cmd.SayBearingWarmth("-25 °C"))
    assert bench.say().startswith("Warm the hub to")


def test_another_bearing_has_still_to_enter_its_hub() -> None:
    bench = HubBench(BOTH)
    bench.prepared()
    bench.measured()
    bench.begun()
    bench.hot()
    bench.at_one(cmd.PushIn(), cmd.TryHub(""), RING)
    assert proved.unsaid(bench.desk("1"), hub.TOPIC) == []
    bench.at_one(on.RenewRing("number was wrong"))
    assert set(proved.unsaid(bench.desk("1"), hub.TOPIC)) == {"hub.fit", "hub.home", "hub.held"}


def test_a_hub_that_comes_over_it_afterwards_is_felt_again() -> None:
    bench = HubBench(BOTH)
    bench.prepared()
    bench.at_one(on.ChooseWayOn(WayOn.PRESS))
    bench.gate("ready_cold")
    bench.at_one(
        on.PushHome(),
        on.TryShoulder(""),
        on.HoldFast("by hand", tab_bent=True),
        on.TurnByHand(True),
    )
    assert proved.unsaid(bench.desk("1"), on_shaft.TOPIC) == []
    bench.measured()
    bench.begun()
    bench.hot()
    bench.at_one(cmd.PushIn())
    assert proved.unsaid(bench.desk("1"), on_shaft.TOPIC) == ["shouldered.turned"]
