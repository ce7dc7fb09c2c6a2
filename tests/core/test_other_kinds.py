"""Other bearings on cylindrical seats: read by number and by size, never computed as a ball
bearing, set as their makers say or open.

Sizes: ISO 15 and ISO 355, from memory: 7209 and NU 209 45 × 85 × 19; NU 2212 60 × 110 × 28; 30209
45 × 85, B 19 (T 20.75); 32309 45 × 100, B 36 (T 38.25); 22216 80 × 140 × 33.
"""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.shaft import REFERENCE
from tests.benches.shouldered import ShoulderBench
from tests.core.other_kinds import SETTING, draft, on_and_locked
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.components.compare_numbers import not_as_listed
from tribodex.core.components.other_kinds import read_other
from tribodex.core.components.straight import StraightKind
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.shouldered.heating import judge_reading
from tribodex.core.shouldered.setting import PlaySetting, SetBy, judge_setting
from tribodex.core.topics import shouldered
from tribodex.core.topics.shouldered import commands as on
from tribodex.core.working import Level
from tribodex.usecases.planning.shouldered import shoulder_plan, shoulder_sheet


def wrong(**said: str) -> list[str]:
    with pytest.raises(InvalidInput) as refused:
        shoulder_plan(REFERENCE, draft(**said))
    return [field.name for field in refused.value.fields]


@pytest.mark.parametrize(
    ("number", "kind", "sizes"),
    [
        ("7209 B", StraightKind.ANGULAR_CONTACT, (45, 85, 19)),
        ("7309", StraightKind.ANGULAR_CONTACT, (45, 100, 25)),
        ("NU 209", StraightKind.CYLINDRICAL_ROLLER, (45, 85, 19)),
        ("NJ309 C3", StraightKind.CYLINDRICAL_ROLLER, (45, 100, 25)),
        ("NUP 2212", StraightKind.CYLINDRICAL_ROLLER, (60, 110, 28)),
        ("N 210", StraightKind.CYLINDRICAL_ROLLER, (50, 90, 20)),
        ("30209", StraightKind.TAPERED_ROLLER, (45, 85, 19)),
        ("32309", StraightKind.TAPERED_ROLLER, (45, 100, 36)),
        ("31309", StraightKind.TAPERED_ROLLER, (45, 100, 25)),
        ("22216 C3", StraightKind.SPHERICAL_ROLLER, (80, 140, 33)),
    ],
)
def test_a_number_says_kind_and_size(
    number: str, kind: StraightKind, sizes: tuple[float, float, float]
) -> None:
    said = {"arrangement": "back_to_back"} if kind.is_set else {}
    plan = shoulder_plan(REFERENCE, draft(designation=number, closure="open", **said))
    bearing = plan.bearing
    assert (bearing.kind, bearing.bore_mm, bearing.outside_mm, bearing.width_mm) == (kind, *sizes)
    assert plan.group_um is None, (
        "no other kind is computed by the table of deep groove ball bearings"
    )
    ids = {figure.id for figure in plan.figures}
    assert {"interference", "push_on_force", "heat_needed"} <= ids and "clearance_left" not in ids


@pytest.mark.parametrize(
    ("number", "kind", "asked"),
    [
        ("3209", StraightKind.DOUBLE_ANGULAR, ["width"]),
        ("32010", StraightKind.TAPERED_ROLLER, ["outside", "width"]),
        ("33210", StraightKind.TAPERED_ROLLER, ["outside", "width"]),
    ],
)
def test_what_a_number_does_not_say_is_asked_for(
    number: str, kind: StraightKind, asked: list[str]
) -> None:
    assert read_other(number).kind is kind
    assert wrong(designation=number, arrangement="single") == asked


def test_four_and_five_digits_are_different_bearings() -> None:
    """32xx with four digits is a double row angular contact ball bearing, with five a tapered one
    (common practice, no source).
    """
    assert (
        read_other("3210").kind is StraightKind.DOUBLE_ANGULAR
        and read_other("32210").kind is StraightKind.TAPERED_ROLLER
    )
    assert any("7xxx" in remark for remark in read_other("7309").remarks) and any(
        "T is the width" in remark for remark in read_other("30209").remarks
    )


@pytest.mark.parametrize(
    "number", ["51109", "QJ 309", "1209", "NA 4909", "nonsense", "999999", "22216 K", "302091"]
)
def test_a_number_that_is_not_read_is_never_a_ball_bearing(number: str) -> None:
    assert wrong(designation=number) == ["designation"]


def test_a_size_alone_names_no_kind_no_group_and_no_seal() -> None:
    """A C2 ring taken for CN would be told that clearance is left; a sealed one taken for open
    would be heated above what its grease bears.
    """
    sizes = {"bore": "45 mm", "outside": "85 mm", "width": "19 mm"}
    assert "kind" in wrong(**sizes, closure="open", group="CN")
    for kind in ("cylindrical_roller", "straight_spherical_roller", "deep_groove_ball"):
        assert wrong(**sizes, kind=kind) == ["group", "closure"]
    seen = {**sizes, "closure": "sealed", "group": "C2"}
    plan = shoulder_plan(REFERENCE, draft(**seen, kind="cylindrical_roller"))
    assert plan.bearing.kind is StraightKind.CYLINDRICAL_ROLLER and plan.group_um is None
    assert plan.limit.limit_c < shoulder_plan(REFERENCE, draft(designation="NU 209")).limit.limit_c
    groups = [
        shoulder_plan(REFERENCE, draft(**{**seen, "group": group}, kind="deep_groove_ball"))
        for group in ("C2", "CN")
    ]
    limits = [plan.group_um for plan in groups]
    assert limits[0] is not None and limits[1] is not None and limits[0].low < limits[1].low
    assert wrong(designation="30209", kind="deep_groove_ball") == ["kind"] and wrong(
        designation="6209", kind="screw"
    ) == ["kind"]


def test_how_a_pair_stands_is_asked_and_its_setting_is_the_makers_alone() -> None:
    assert wrong(designation="30209") == ["arrangement"]
    assert wrong(designation="30209", arrangement="back_to_back", setting="0.05 to 0.10 mm") == [
        "setting_by",
        "setting_source",
    ]
    assert wrong(
        designation="30209",
        arrangement="back_to_back",
        setting="0.05 mm",
        setting_by="end_play",
        setting_source="sheet",
    ) == ["setting"]
    for by, figure in (("end_play", "0.5 to 1.0 mm"), ("preload", "40 to 80 N·m")):
        said = {"setting": figure, "setting_by": by, "setting_source": "sheet"}
        assert wrong(designation="30209", arrangement="single", **said) == ["setting"], (
            "a slip of ten is read back"
        )
    sheet = shoulder_sheet(REFERENCE, draft(designation="30209", arrangement="face_to_face"))
    assert (
        any("Setting open" in remark for remark in sheet.remarks)
        and "tapered roller bearing" in sheet.closure
    )


@given(st.floats(0, 400))
def test_a_setting_is_judged_by_nothing_but_its_band(read: float) -> None:
    play, preload = (
        PlaySetting(SetBy.END_PLAY, Span(50, 100), "sheet"),
        PlaySetting(SetBy.PRELOAD, Span(50, 100), "sheet"),
    )
    good = 50 <= read <= 100
    for setting in (play, preload):
        assert (judge_setting(setting, read).level is Level.GOOD) == good
    # Too little end play is too tight; too little turning torque is too loose.
    if read < 50:
        assert (judge_setting(play, read).word, judge_setting(preload, read).word) == (
            "too tight",
            "too loose",
        )


def test_without_a_clearance_the_heater_still_has_its_fifty_kelvin() -> None:
    plan = shoulder_plan(REFERENCE, draft(designation="30209", arrangement="single"))
    for outer, word in ((45.0, "inside its limit"), (30.0, "inner ring too far ahead")):
        verdict = judge_reading(
            plan.limit, plan.bearing.closure, 90, outer, plan.bearing, play_um=None
        )
        assert verdict.word == word
    assert (
        "rollers"
        in judge_reading(
            plan.limit, plan.bearing.closure, 90, 30, plan.bearing, play_um=None
        ).reason
    )


def test_a_setting_is_read_after_the_lock_and_put_right_where_it_is_not() -> None:
    bench = on_and_locked(**SETTING)
    assert bench.headline() == "End play: 0.05 mm (0.002 in) to 0.10 mm (0.004 in)"
    bench.do(on.ReadSetting("0.02 mm"), at="1")
    assert bench.headline() == "Stop: too tight"
    # Locked again it has another setting.
    bench.do(
        on.HoldFast("nut back a little, tab in the next slot", tab_bent=True),
        on.ReadSetting("0.07 mm"),
        on.TurnByHand(True),
        at="1",
    )
    assert not proved.unsaid(bench.desk("1"), shouldered.TOPIC) and not bench.job.alarms.open


def test_without_the_makers_figure_it_stands_open_in_the_record() -> None:
    bench = on_and_locked()
    with pytest.raises(Refused, match="maker's end play or preload is not in the plan"):
        bench.do(on.ReadSetting("0.07 mm"), at="1")
    bench.do(on.TurnByHand(True), at="1")
    assert any("setting open" in line for line in proved.due(bench.desk("1"), shouldered.TOPIC))


def test_a_lock_nut_on_a_shoulder_is_judged_by_its_makers_torque() -> None:
    bench = ShoulderBench(
        draft(designation="6209 C3", nut_torque="95 N·m", nut_source="drawing 12")
    )
    bench.prepared()
    bench.warmed("90 °C")
    bench.do(on.SwitchOff(), on.PushHome(), on.TryShoulder(""), at="1")
    assert bench.headline().startswith("Washer, then nut to 95 N·m")
    with pytest.raises(InvalidInput, match="what did the wrench show"):
        bench.do(on.HoldFast("hook 9", tab_bent=True), at="1")
    for torque, word in (("60 N·m", "too loose"), ("140 N·m", "too tight"), ("96 N·m", "locked")):
        bench.do(on.HoldFast("hook 9", tab_bent=True, torque=torque), at="1")
        assert bench.state.held is not None and bench.state.held.verdict.word == word
    bench.do(on.HoldFast("hook 9", torque="96 N·m"), at="1")
    assert bench.state.held.verdict.word == "not locked"
    assert wrong(designation="6209", nut_torque="95 N·m") == ["nut_source"]
    assert wrong(designation="6209", nut_torque="950 N·m", nut_source="x") == ["nut_torque"]


def test_a_torque_that_nobody_asked_for_is_kept_and_not_judged() -> None:
    bench = ShoulderBench(draft(designation="6209 C3"))
    bench.prepared()
    bench.warmed("90 °C")
    bench.do(
        on.SwitchOff(),
        on.PushHome(),
        on.TryShoulder(""),
        on.HoldFast("hook 9", tab_bent=True, torque="70 N·m"),
        at="1",
    )
    assert bench.state.held is not None and bench.state.held.verdict.word == "torque not checked"


def test_another_kind_than_the_plants_list_has_is_said() -> None:
    assert [one.what for one in not_as_listed("6311 C3", "30211")] == ["kind"]
    assert [one.what for one in not_as_listed("NU 209", "30209")] == ["kind", "size"]
    assert [one.what for one in not_as_listed("30209", "30210")] == ["size"] and not not_as_listed(
        "NU 2212 C3", "NU2212 C3"
    )
    assert [one.what for one in not_as_listed("7209", "22209 K")] == ["kind"]


@pytest.mark.parametrize("number", ["6209 P63", "NU 2212 P63"])
def test_a_group_that_may_stand_in_what_is_not_read_is_asked(number: str) -> None:
    with pytest.raises(InvalidInput) as asked:
        shoulder_plan(REFERENCE, draft(designation=number, closure="open"))
    field = next(field for field in asked.value.fields if field.name == "group")
    assert "P63" in field.message and "CN" in field.message
    plan = shoulder_plan(REFERENCE, draft(designation=number, closure="open", group="C3"))
    assert plan.bearing.group is Group.C3
