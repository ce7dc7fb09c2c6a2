"""Cam followers: fit, clamp torque for a dry and an oiled thread, grease hole, plug, plates.
Torques and limits: common practice, no source.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.follower import SILENT, STUD, FollowerBench
from tests.benches.shaft import REFERENCE
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.failure.marks import Assembly
from tribodex.core.follower.stud import (
    Clamp,
    Mount,
    Thread,
    clamp_result,
    judge_clamp,
    judge_hole,
    judge_plug,
    looked_at,
    stud_fit,
)
from tribodex.core.job.commands import Correct
from tribodex.core.quantities import parse_torque_nm
from tribodex.core.schedule.due import CareKind
from tribodex.core.topics import care
from tribodex.core.topics.care.commands import SetCare
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.follower import TOPIC
from tribodex.core.topics.follower import commands as cmd
from tribodex.core.topics.follower.facts import ClampThreadSaid
from tribodex.core.topics.look.state import kind_of_assembly
from tribodex.core.working import Level
from tribodex.usecases.planning.followers import FollowerDraft, follower_plan, follower_sheet

YOKE = FollowerDraft(mount="yoke", roller="47 mm", width="24", stud="20", regreased="yes")


# --- A sheet that is silent about oil on the thread. ----------------------------------------------


@given(st.floats(1, 1000), st.sampled_from(Thread))
def test_a_silent_sheet_gives_no_target_whatever_is_set(asked: float, thread: Thread) -> None:
    clamp = Clamp(asked, None, "sheet")
    assert clamp.range_for(thread) is None
    # Each reading of it is what the same figure means once its thread is known.
    for meant in Thread:
        assert f"{Clamp(asked, meant, '').range_for(thread).low:.0f}" in clamp.readings()  # type: ignore[union-attr]
    for share in (0.3, 1.0, 3.0):
        assert judge_clamp(clamp, asked * share, thread).level is Level.UNKNOWN
    figure = clamp_result(clamp)
    assert (
        figure.value == asked
        and figure.value_to is None
        and figure.verdict is not None
        and figure.verdict.level is Level.UNKNOWN
    )


def test_until_somebody_says_for_which_thread_the_nut_is_not_at_torque() -> None:
    bench = FollowerBench(SILENT)
    bench.at_one(cmd.SayPlug(True))
    bench.set_in()
    assert bench.headline().startswith("Dry or oiled?")
    bench.at_one(cmd.ClampStud("120 N·m", "oiled", "no. 2"), cmd.TurnRoller(True))
    assert (
        not bench.state.carried
        and not bench.state.done
        and bench.headline().startswith("Dry or oiled?")
    )
    bench.at_one(cmd.SayClampThread("dry", "the maker, by telephone"))
    # On an oiled thread half to two thirds of it: what was set is judged when it is set again.
    assert (
        bench.headline() == "Nut to clamp torque: oiled 60 to 80 N·m, dry 120 N·m"
        and bench.state.clamped is None
    )
    bench.at_one(cmd.ClampStud("120 N·m", "oiled", "no. 2"))
    assert bench.headline() == "Stop: too tight"
    # The maker was misheard: the entry is put right, and what hangs on it is asked again.
    bench.at_one(
        Correct(
            bench.seq(ClampThreadSaid),
            "misheard",
            cmd.SayClampThread("oiled", "the maker, in writing"),
        )
    )
    bench.at_one(cmd.ClampStud("120 N·m", "oiled", "no. 2"))
    assert bench.state.done
    with pytest.raises(Refused, match="says for which thread"):
        FollowerBench(STUD).at_one(cmd.SayClampThread("dry", "somebody"))


@pytest.mark.parametrize("withdrawn", [True, False])
def test_an_answer_that_was_misheard_takes_the_torque_with_it(withdrawn: bool) -> None:
    """120 N·m on a dry thread is right for a dry thread; for an oiled one 180 to 240 N·m are asked
    on a dry one.
    """
    bench = FollowerBench(SILENT)
    bench.set_in()
    bench.at_one(cmd.SayClampThread("dry", "the maker"), cmd.ClampStud("120 N·m", "dry", "no. 2"))
    assert bench.state.carried
    said = bench.seq(ClampThreadSaid)
    bench.at_one(
        Correct(
            said,
            "misheard",
            None if withdrawn else cmd.SayClampThread("oiled", "the maker"),
            withdraw=withdrawn,
        )
    )
    assert not bench.state.carried
    clamped = bench.state.clamped
    assert clamped is None or clamped.verdict.level is (Level.UNKNOWN if withdrawn else Level.STOP)


def test_what_is_plugged_is_looked_at_and_never_greased() -> None:
    bench = FollowerBench(STUD)
    assert "fill" not in [stage.id for stage in bench.procedures["1"].stages]
    for way in CareWay:
        if way is CareWay.FOR_LIFE:
            continue
        with pytest.raises(InvalidInput, match="plugged"):
            bench.at_one(SetCare(way, hours_per_day="16"))
    bench.at_one(SetCare(CareWay.FOR_LIFE, look_days="30"))
    plan = bench.desk("1").of(care.TOPIC).plan
    assert (
        plan is not None and [one.kind for one in plan.due] == [CareKind.LOOK] and plan.grease == ""
    )
    assert TOPIC.looks(bench.state)[1] == "Plug in its hole" and looked_at(
        Mount.YOKE, regreased=True
    )[1].startswith("Fitting")


# --- The table and the torque. --------------------------------------------------------------------


def test_torque_grows_with_the_stud_about_as_its_cube() -> None:
    """T = K·F·d with F as d²: a rough law that a slip of a digit breaks."""
    metric = [row for row in REFERENCE.studs.rows if row.thread.startswith("M")]
    assert len(metric) == 15
    for row in metric:
        assert 0.4 < row.oiled_nm / (0.016 * row.stud_mm**3) < 1.6, row
        assert row.stud_mm < row.roller_mm / 2
    assert all(row.once for row in REFERENCE.studs.rows if not row.thread.startswith("M"))


def test_inch_studs_are_whole_fractions_of_an_inch() -> None:
    for row in REFERENCE.studs.rows:
        if not row.thread.startswith("M"):
            assert math.isclose(
                row.roller_mm / 25.4 * 16, round(row.roller_mm / 25.4 * 16), abs_tol=0.01
            ), row


@given(st.floats(1, 1000), st.floats(0.2, 4), st.sampled_from(Thread), st.sampled_from(Thread))
def test_the_verdict_follows_the_thread_it_is_set_on(
    asked: float, share: float, given_for: Thread, set_on: Thread
) -> None:
    clamp = Clamp(asked, given_for, "sheet")
    span = clamp.range_for(set_on)
    assert span.low <= span.high
    word = judge_clamp(clamp, asked * share, set_on).word
    if asked * share > span.high * 1.1001:
        assert word == "too tight"
    elif asked * share < span.low * 0.8999:
        assert word == "too loose"
    elif span.low * 0.9001 < asked * share < span.high * 1.0999:
        assert word == "clamped"


def test_oiled_takes_half_to_two_thirds_of_dry() -> None:
    oiled = Clamp(90, Thread.DRY, "sheet").range_for(Thread.OILED)
    assert (oiled.low, oiled.high) == (45, 60)
    dry = Clamp(60, Thread.OILED, "sheet").range_for(Thread.DRY)
    assert (dry.low, dry.high) == (90, 120)
    # The torque for a dry thread breaks an oiled stud.
    assert judge_clamp(Clamp(60, Thread.OILED, "sheet"), 100, Thread.OILED).word == "too tight"
    assert "90 to 120" in clamp_result(Clamp(60, Thread.OILED, "sheet")).note


@pytest.mark.parametrize(
    ("text", "nm"),
    [
        ("58 N·m", 58),
        ("58 Nm", 58),
        ("43 lbf·ft", 58.3),
        ("43 ft-lb", 58.3),
        ("516 in-lb", 58.3),
        ("12,5 N·m", 12.5),
    ],
)
def test_a_torque_with_its_unit(text: str, nm: float) -> None:
    assert parse_torque_nm(text, "torque") == pytest.approx(nm, rel=1e-3)


@pytest.mark.parametrize("text", ["58", "", "58 kg", "-3 N·m", "0 N·m", "9e9 N·m", "tight"])
def test_a_torque_without_sense_is_asked_back(text: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        parse_torque_nm(text, "torque")
    assert refused.value.fields[0].name == "torque" and refused.value.fields[0].expected


# --- The plan. ------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("draft", "fields"),
    [
        (FollowerDraft(), {"mount", "roller", "stud", "width", "regreased"}),
        (FollowerDraft(mount="stud", roller="48", width="24", regreased="no"), {"stud", "torque"}),
        (FollowerDraft(mount="stud", roller="47", width="24", regreased="perhaps"), {"regreased"}),
        (
            FollowerDraft(mount="stud", roller="47", width="24", regreased="no", torque="120"),
            {"torque", "torque_thread", "torque_source"},
        ),
        (
            FollowerDraft(
                mount="stud",
                roller="47",
                width="24",
                regreased="no",
                torque="120 N·m",
                torque_source="sheet",
            ),
            {"torque_thread"},
        ),
        (FollowerDraft(mount="yoke", roller="47", width="24", regreased="no"), {"stud"}),
        (FollowerDraft(mount="yoke", roller="47", width="24", stud="60", regreased="no"), {"stud"}),
    ],
)
def test_nothing_that_matters_is_assumed(draft: FollowerDraft, fields: set[str]) -> None:
    with pytest.raises(InvalidInput) as refused:
        follower_plan(REFERENCE, draft)
    assert {field.name for field in refused.value.fields} == fields


def test_the_makers_torque_comes_before_the_table() -> None:
    own = FollowerDraft("stud", "47 mm", "", "24", "100 lbf·ft", "dry", "sheet 12", "no")
    plan = follower_plan(REFERENCE, own)
    assert plan.clamp is not None and (plan.clamp.thread, plan.clamp.source) == (
        Thread.DRY,
        "sheet 12",
    )
    assert follower_plan(REFERENCE, STUD).clamp == Clamp(120, Thread.OILED, "cam_follower_stud")
    inch = follower_sheet(
        REFERENCE, FollowerDraft(mount="stud", roller="1 1/2 in", width="7/8 in", regreased="no")
    )
    assert inch.remembered_once and inch.thread == "5/8-18 UNF"


# --- The job. -------------------------------------------------------------------------------------


def test_a_stud_from_its_hole_to_its_plug() -> None:
    bench = FollowerBench()
    assert kind_of_assembly(bench.desk("1")) is Assembly.CAM_FOLLOWER
    bench.gate("ready_follower")
    with pytest.raises(Refused, match="measure stud and hole"):
        bench.at_one(cmd.SetFollower("unloaded"))
    bench.at_one(cmd.FitStud("20.004 mm", "20.000 mm"), cmd.SetFollower("unloaded"))
    assert bench.headline() == "Nut to clamp torque: oiled 120 N·m, dry 180 to 240 N·m"
    with pytest.raises(InvalidInput) as refused:
        bench.at_one(cmd.ClampStud("120 N·m", "not known", "no. 2"))
    assert refused.value.fields[0].name == "thread"
    bench.at_one(cmd.ClampStud("240 N·m", "oiled", "no. 2"))
    assert (
        bench.headline() == "Stop: too tight"
        and "stretches or breaks" in bench.job.alarms.open[0].verdict.reason
    )
    with pytest.raises(InvalidInput) as refused:
        bench.at_one(cmd.ClampStud("120 N·m", "oiled", ""))
    assert refused.value.fields[0].name == "wrench"
    bench.at_one(cmd.ClampStud("120 N·m", "oiled", "no. 2"), cmd.SayPlug(False))
    assert "Is the oil hole's plug in?" in bench.headline()
    bench.at_one(cmd.SayPlug(True), cmd.TurnRoller(True))
    assert proved.stage(bench.desk("1"), TOPIC) is None
    [section] = TOPIC.record(bench.desk("1"), bench.state)
    assert "Nut at 120 N·m, thread oiled, no. 2: clamped." in section.lines
    assert section.tables[0].columns == ("On rounds",)


def test_off_the_table_only_by_name() -> None:
    bench = FollowerBench()
    bench.set_in()
    bench.at_one(
        cmd.ClampStud(
            "60 N·m",
            "oiled",
            "no. 2",
            "Orla Finch",
            "stud turns in its hole above that; new one is ordered",
        )
    )
    assert (
        bench.state.carried
        and bench.state.clamped is not None
        and bench.state.clamped.verdict.word == "too loose"
    )


def test_a_hole_under_the_load_is_turned_away_first() -> None:
    bench = FollowerBench()
    bench.at_one(cmd.FitStud("20.004", "20.000"))
    bench.gate("ready_follower")
    bench.at_one(cmd.SetFollower("loaded"))
    assert bench.headline() == "Stop: hole under load"
    with pytest.raises(Refused, match="Hole under load"):
        bench.at_one(cmd.ClampStud("120 N·m", "oiled", "no. 2"))
    bench.at_one(cmd.SetFollower("unloaded"))
    assert bench.headline().startswith("Nut to clamp torque")


def test_a_heavy_press_is_stopped_or_decided() -> None:
    bench = FollowerBench()
    bench.at_one(cmd.FitStud("20.040", "20.000"))
    assert bench.headline() == "Stop: heavy press"
    bench.gate("ready_follower")
    with pytest.raises(Refused, match="Heavy press"):
        bench.at_one(cmd.SetFollower("unloaded"))
    with pytest.raises(InvalidInput):
        bench.at_one(cmd.FitStud("20.040", "20.000", decided_by="Orla Finch"))
    bench.at_one(
        cmd.FitStud("20.040", "20.000", decided_by="Orla Finch", reason="the housing is aluminium")
    )
    bench.at_one(cmd.SetFollower("none"))


def test_a_yoke_needs_both_plates_and_has_no_nut() -> None:
    bench = FollowerBench(YOKE)
    bench.set_in()
    with pytest.raises(Refused, match="yoke type"):
        bench.at_one(cmd.ClampStud("120 N·m", "oiled", "no. 2"))
    bench.at_one(cmd.BackPlates(False))
    assert not bench.state.carried
    bench.at_one(cmd.BackPlates(True), cmd.SayPlug(False))
    assert bench.state.plug is not None and bench.state.plug.verdict.word == "fitting in"
    with pytest.raises(InvalidInput):
        bench.at_one(cmd.TurnRoller(False))
    bench.at_one(cmd.TurnRoller(False, "rough"))
    assert (
        bench.headline() == "Stop: the roller does not turn freely"
        and proved.word(bench.desk("1")) == "not in order"
    )


def test_verdicts_of_hole_plug_and_fit() -> None:
    assert judge_hole("loaded").level is Level.STOP and judge_hole("none").level is Level.GOOD
    assert (
        judge_plug(False, False).level is Level.STOP and judge_plug(True, False).level is Level.GOOD
    )
    words = [
        verdict.word
        for d in (19.98, 19.9924, 19.998, 20.0, 20.001, 20.015, 20.016)
        if (verdict := stud_fit(d, 20.0).verdict) is not None
    ]
    assert words == [
        "loose",
        "loose",
        "no press proven",
        "no press proven",
        "light press",
        "light press",
        "heavy press",
    ]
    with pytest.raises(InvalidInput):
        stud_fit(20, 30)
