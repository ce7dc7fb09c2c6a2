"""Cartridges: threads and torque, covers, hand of thread, flingers, and the whole building in its
order.

What is common practice, no source, says so at its test. Stress areas: ISO 898-1 table values and
ASME B1.1, from memory.
"""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests import proved
from tests.benches.cartridge import BEARING, CLOSING, PUMP, SPINDLE, CartridgeBench, SpindleBench
from tests.benches.shaft import REFERENCE
from tribodex.core.bolts.thread import read_thread
from tribodex.core.bolts.torque import BoltFinish, Into, bolt_torque, engagement, pattern
from tribodex.core.cartridge.building import free_height, slide_in
from tribodex.core.cartridge.covers import cover_nip, cover_room, evenness, may_draw
from tribodex.core.cartridge.shaft_end import FLINGER_MM, Hand, flinger_gap, hand_needed, judge_hand
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import rail
from tribodex.core.job.commands import Correct
from tribodex.core.job.places import SHAFT
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics import cartridge, prepare, shouldered
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge.facts import CoverMeasured, TurnedOver
from tribodex.core.topics.shouldered import commands as on
from tribodex.core.topics.stock import commands as take
from tribodex.core.working import Level
from tribodex.usecases.planning.cartridges import CartridgeOrder, cartridge_sheet, in_cartridge
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.planning.shouldered import shoulder_plan

# --- Bolts. ---------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("thread", "area_mm2"),
    [
        # ISO 898-1, from memory.
        ("M5", 14.2),
        ("M6", 20.1),
        ("M8", 36.6),
        ("M10", 58.0),
        ("M12", 84.3),
        ("M16", 157),
        ("M20", 245),
        ("M24", 353),
        # ASME B1.1 in in², from memory.
        ("1/4-20", 0.0318 * 645.16),
        ("5/16-18", 0.0524 * 645.16),
        ("3/8-16", 0.0775 * 645.16),
        ("1/2", 0.1419 * 645.16),
        ("3/4", 0.334 * 645.16),
        ("1", 0.606 * 645.16),
    ],
)
def test_stress_areas_of_the_standards(thread: str, area_mm2: float) -> None:
    assert read_thread(thread).stress_area_mm2 == pytest.approx(area_mm2, rel=0.005)


@pytest.mark.parametrize(
    "text", ["", "M", "M7", "M8x9", "8", "quarter", "1/4-2", "20-1/4", "M8 x", "1//4"]
)
def test_what_is_no_thread_is_asked_back(text: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        read_thread(text)
    assert refused.value.fields[0].name == "screw"


def test_end_cover_screws_of_a_quarter_inch() -> None:
    """Common practice, no source: 1/4-20 end cover screws, 8 lbf·ft, three at 120°, evenly. Grade
    5, K 0.2, 75 % proof.
    """
    thread = read_thread("1/4-20")
    row = REFERENCE.bolts.find("5", thread)
    assert row is not None
    torque = bolt_torque(thread, row, BoltFinish.DRY).value
    assert torque is not None and 7.9 < torque / 1.35582 < 8.6
    # By another path, in inches and pounds: 0.2 × 1/4 in × 0.75 × 85 000 psi × 0.0318 in².
    assert torque / 1.35582 == pytest.approx(0.2 * 0.25 * 0.75 * 85_000 * 0.0318 / 12, rel=0.01)
    assert pattern(3) == (1, 2, 3)


def test_proof_loads_of_the_standard() -> None:
    """ISO 898-1 proof loads of 8.8, from memory: M8 21.2 kN, M12 48.9 kN, M20 147 kN (600 MPa above
    M16).
    """
    for size, kn in (("M8", 21.2), ("M12", 48.9), ("M20", 147)):
        thread = read_thread(size)
        row = REFERENCE.bolts.find("8.8", thread)
        assert row is not None and row.proof_mpa * thread.stress_area_mm2 / 1000 == pytest.approx(
            kn, rel=0.005
        )
    stainless = REFERENCE.bolts.find("a2-70", read_thread("M8"))
    assert stainless is not None and stainless.by_yield, (
        "where no proof stress is tabulated it says so"
    )
    assert (
        REFERENCE.bolts.find("8.8", read_thread("1/4")) is None
        and REFERENCE.bolts.find("99", read_thread("M8")) is None
    )


@given(st.integers(2, 24))
def test_a_pattern_visits_every_screw_once_and_never_its_neighbour_first(count: int) -> None:
    order = pattern(count)
    assert sorted(order) == list(range(1, count + 1))
    if count >= 4:
        assert min((order[1] - order[0]) % count, (order[0] - order[1]) % count) >= count // 2 - (
            count % 2
        )
        if count % 2 == 0:
            assert all(
                (b - a) % count == count // 2 for a, b in zip(order[::2], order[1::2], strict=True)
            ), "the one across follows"


def test_a_thread_too_short_for_what_it_goes_into() -> None:
    m8 = read_thread("M8")
    assert (
        engagement(m8, Into.STEEL, 8).level is Level.GOOD
        and engagement(m8, Into.GREY_IRON, 9.9).level is Level.STOP
    )
    with pytest.raises(InvalidInput):
        engagement(m8, Into.STEEL, 0)


# --- Housing, covers, shaft end. ------------------------------------------------------------------


@given(st.floats(-10, 120), st.floats(0, 40))
def test_a_warm_ring_loses_play_as_it_grows(ring_c: float, housing_c: float) -> None:
    plan = shoulder_plan(REFERENCE, in_cartridge(BEARING))
    found = slide_in(plan.bearing, Span(-15, 0), Span(0, 35), ring_c, housing_c)
    assert found.value is not None and found.verdict is not None
    # Another path: both diameters by themselves.
    ring, hole = 100 * (1 + 12e-6 * (ring_c - 20)), 100 * (1 + 12e-6 * (housing_c - 20))
    assert found.value == pytest.approx((hole - ring) * 1000, abs=0.2)
    if ring_c > 40:
        assert found.verdict.level is Level.STOP, (
            "nothing warmer than the hand bears is pushed into a housing"
        )


@given(st.floats(0, 30), st.floats(0, 30))
def test_a_cover_clamps_only_what_its_spigot_reaches(depth: float, spigot: float) -> None:
    verdict = cover_nip(depth, spigot).verdict
    assert verdict is not None
    if verdict.level is Level.GOOD:
        assert depth < spigot <= depth + 0.15 + 1e-9
    room = cover_room(depth, spigot, 0.3).verdict
    assert room is not None
    if room.level is Level.GOOD:
        assert depth - spigot >= 0.8 - 1e-9 and verdict.level is Level.STOP, (
            "what floats is not clamped"
        )


@given(st.lists(st.floats(0, 3), min_size=2, max_size=8))
def test_evenness_names_the_widest_and_the_closest(gaps: list[float]) -> None:
    verdict = evenness(gaps)
    assert (verdict.level is Level.STOP) == (max(gaps) - min(gaps) > 0.2)
    if verdict.level is Level.STOP:
        assert f"draw {gaps.index(max(gaps)) + 1}," in verdict.reason


def test_a_cover_never_pulls_a_tight_inner_ring() -> None:
    assert (
        may_draw("tight on its way").level is Level.STOP
        and "balls" in may_draw("tight on its way").reason
    )
    for inner in ("home", "loose", "supported"):
        assert may_draw(inner).level is Level.GOOD


def test_a_nut_is_loosened_by_turning_the_way_it_is_tightened() -> None:
    """By another path: the spindles of a bench grinder. Seen from its right end the wheel turns
    anticlockwise and has a right-hand nut, seen from its left end it turns clockwise and has a
    left-hand nut (common practice, no source).
    """
    assert hand_needed("anticlockwise") is Hand.RIGHT and hand_needed("clockwise") is Hand.LEFT
    assert (
        judge_hand(Hand.RIGHT, "clockwise").level is Level.STOP
        and judge_hand(Hand.LEFT, "clockwise").level is Level.GOOD
    )
    assert (
        judge_hand(Hand.LEFT, "both").level is Level.WATCH
        and judge_hand(Hand.RIGHT, "unknown").level is Level.WATCH
    )


@given(st.floats(0, 5), st.floats(-2, 2))
def test_flinger_gaps(gap: float, opens: float) -> None:
    """Common practice, no source: 1/32 in from contact, gap 0.79 mm."""
    assert pytest.approx(25.4 / 32, abs=0.005) == FLINGER_MM
    verdict = flinger_gap(gap, opens).verdict
    assert verdict is not None
    if verdict.level is Level.GOOD:
        assert 0.4 <= gap <= 1.6 and gap + opens >= 0.2
    assert flinger_gap(0.8, 0).verdict == flinger_gap(0.8, 0.3).verdict


@given(st.floats(0, 1000), st.floats(0, 1000))
def test_free_height(out: float, free: float) -> None:
    assume(abs(free - out - 20) > 1e-6)
    verdict = free_height(out, free).verdict
    assert verdict is not None and (verdict.level is Level.GOOD) == (free > out + 20)


# --- The plan. ------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"fixed_end": ""}, "fixed_end"),
        ({"separable": ""}, "separable"),
        ({"housing_class": ""}, "housing_class"),
        ({"housing_class": "m6"}, "housing_class"),
        ({"screws": "none"}, "screws"),
        ({"screws": "1"}, "screws"),
        ({"screw": ""}, "screw"),
        ({"screw": "M7"}, "screw"),
        ({"grade": ""}, "grade"),
        ({"grade": "42"}, "grade"),
        ({"finish": ""}, "finish"),
        ({"hand": ""}, "hand"),
        ({"turning": ""}, "turning"),
        ({"flingers": ""}, "flingers"),
        ({"nut_source": ""}, "nut_source"),
        ({"nut_torque": "95"}, "nut_torque"),
        ({"cover_torque": "20 N·m"}, "cover_source"),
        ({"into": "aluminium", "engaged": "10"}, "engaged"),
        ({"into": "wood", "engaged": "10"}, "into"),
        ({"growth": "lots"}, "growth"),
    ],
)
def test_what_a_cartridge_lacks_is_asked_for(change: dict[str, str], field: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        cartridge_sheet(
            REFERENCE,
            CartridgeOrder(BEARING, BEARING, CartridgeDraft(**{**CLOSING.__dict__, **change})),
        )
    assert f"cartridge.{field}" in [wrong.name for wrong in refused.value.fields]


def test_every_target_and_every_lack_at_once() -> None:
    sheet = cartridge_sheet(REFERENCE, CartridgeOrder(BEARING, BEARING, CLOSING))
    assert [figure.id for figure in sheet.figures] == [
        "bolt_torque",
        "nut_torque",
    ] and sheet.verdicts[0].level is Level.GOOD
    with pytest.raises(InvalidInput) as refused:
        cartridge_sheet(REFERENCE, CartridgeOrder(fixed=BEARING))
    names = {wrong.name for wrong in refused.value.fields}
    assert {
        "floating.shaft_class",
        "cartridge.stands",
        "cartridge.nuts",
        "cartridge.housing_class",
    } <= names and "fixed.shaft_class" not in names


# --- Built in its order. --------------------------------------------------------------------------


def test_hot_and_cold_in_one_job_from_the_first_ring_to_the_flingers() -> None:
    bench = CartridgeBench()
    order = [
        (task.stage.id, task.at)
        for task in rail.tasks(bench.desk())
        if task.stage.id in ("set_on", "into_housing", "nut_pair", "cover_up")
    ]
    assert order == [
        ("set_on", "1"),
        ("into_housing", SHAFT),
        ("set_on", "2"),
        ("nut_pair", SHAFT),
        ("cover_up", SHAFT),
    ]
    assert bench.headline() == "First the fixed bearing on the shaft"
    bench.warm_on()
    bench.prepared("2")
    with pytest.raises(Refused, match="meet its housing: Nothing was said yet"):
        bench.do(on.ChooseWayOn(WayOn.BOTH_RINGS), at="2")
    bench.do(take.PutIn("handle rod", "shaft end"))
    bench.into_housing()
    # On shaft and into housing at once: on the inner ring alone the force would cross the balls.
    ways = {
        way.value: way.verdict.level
        for way in shouldered.TOPIC.view(bench.desk("2"), bench.desk("2").of(shouldered.TOPIC)).ways
    }
    assert ways[WayOn.PRESS] is Level.STOP and ways[WayOn.BOTH_RINGS] is Level.GOOD
    bench.second_on()
    assert bench.headline() == "First nut to 95 N·m, tab, second nut jammed"
    bench.do(cmd.TightenPair("95 N·m", "hook no. 9", True, True), cmd.PackBetween("60 g"))
    for side in ("fixed", "floating"):
        bench.cover(side)
    bench.do(
        cmd.TurnCartridge(True),
        cmd.SetFlinger("drive", "0.8 mm", True, True),
        cmd.SetFlinger("far", "0.7 mm", False, True),
    )
    bench.do(cmd.TopUp("20 g, nothing touches", True))
    assert bench.headline() == "Still in: handle rod" and proved.unsaid(
        bench.desk(), cartridge.TOPIC
    )
    bench.do(take.TakeOut(next(e.seq for e in bench.log if type(e.fact).__name__ == "TemporaryIn")))
    assert proved.stage(bench.desk(), cartridge.TOPIC) is None and not proved.unsaid(
        bench.desk(), cartridge.TOPIC
    )
    section = cartridge.TOPIC.record(bench.desk(), bench.state)[0]
    assert section.verdict is not None and section.verdict.word == "closed"
    assert {figure.id for figure in section.figures} == {
        "bolt_torque",
        "slide_in",
        "free_before",
        "free_height",
        "cover_nip",
        "cover_room",
        "flinger_gap_drive",
        "flinger_gap_far",
    }
    assert prepare.TOPIC.name and not proved.due(bench.desk(), cartridge.TOPIC)


@pytest.mark.parametrize(
    ("command", "says"),
    [
        (cmd.ReadCooled("28 °C", "20 °C"), "First the fixed bearing"),
        (cmd.EnterHousing(True), "First the fixed bearing"),
        (cmd.TurnOver("1", "2"), "First the shaft into the housing"),
        (cmd.TightenPair("95 N·m", "x", True, True), "First the floating bearing"),
        (cmd.PackBetween("60 g"), "First the shaft in its housing"),
        (cmd.MeasureCover("fixed", "8", "8.1"), "First the shaft in its housing"),
        (cmd.TightenRound("fixed", "8 N·m", "x"), "First the fixed bearing"),
        (cmd.TurnCartridge(True), "First the fixed bearing"),
        (cmd.SetFlinger("drive", "0.8", True, True), "cover of the fixed bearing"),
        (cmd.TopUp("x", True), "First"),
        (cmd.SeatRing("fixed", "bore"), "No retaining ring in the bore"),
        (cmd.UseRod(False), "No handle rod"),
        (cmd.TakeNext("cover.drive"), "First"),
        (cmd.TakePartOff("cover.drive", "x"), "is not on"),
        (cmd.SetOuterRing("fixed"), "not separable"),
    ],
)
def test_a_wrong_order_is_refused_and_loses_nothing(command: object, says: str) -> None:
    bench = CartridgeBench()
    for gate in ("ready_housing", "ready_cover"):
        bench.gate(gate)
    before = len(bench.log)
    with pytest.raises(Refused, match=says):
        bench.do(command)
    assert len(bench.log) == before


def test_a_warm_ring_waits_and_a_low_block_is_raised() -> None:
    bench = CartridgeBench()
    bench.warm_on()
    bench.gate("ready_housing")
    bench.do(cmd.ReadCooled("70 °C", "20 °C"))
    assert bench.headline() == "Stop: too warm"
    with pytest.raises(Refused, match="hand-warm"):
        bench.do(cmd.EnterHousing(True))
    with pytest.raises(InvalidInput):
        bench.do(cmd.ReadCooled("warm", "20 °C"))
    bench.do(cmd.ReadCooled("30 °C", "20 °C"))
    with pytest.raises(Refused, match="before the shaft is lowered"):
        bench.do(cmd.EnterHousing(True))
    bench.do(cmd.MeasureBelow("120 mm", "130 mm"))
    assert bench.headline() == "Stop: too low"
    bench.do(cmd.MeasureBelow("120 mm", "160 mm"), cmd.EnterHousing(False, "stops half way"))
    assert bench.headline() == "Stop: it does not go in"
    bench.do(cmd.EnterHousing(True), cmd.TurnOver("140 mm", "150 mm"))
    assert bench.headline() == "Stop: too low" and not bench.state.in_housing
    bench.do(
        Correct(bench.seq(TurnedOver), "measured the wrong block", cmd.TurnOver("140 mm", "170 mm"))
    )
    assert bench.state.in_housing


def test_outer_rings_of_separable_bearings_go_in_first() -> None:
    bench = CartridgeBench(CartridgeDraft(**{**CLOSING.__dict__, "separable": "floating"}))
    assert bench.headline() == "Outer ring of the floating bearing into the cleaned housing"
    bench.warm_on()
    bench.gate("ready_housing")
    bench.do(cmd.ReadCooled("28 °C", "20 °C"), cmd.MeasureBelow("120 mm", "160 mm"))
    with pytest.raises(Refused, match="outer ring of the floating"):
        bench.do(cmd.EnterHousing(True))
    with pytest.raises(Refused, match="fixed bearing is not separable"):
        bench.do(cmd.SetOuterRing("fixed"))
    bench.do(cmd.SetOuterRing("floating"), cmd.EnterHousing(True))
    assert bench.state.entered is not None


def test_covers_are_measured_sealed_and_drawn_down_in_passes() -> None:
    bench = CartridgeBench()
    bench.up_to_covers()
    bench.gate("ready_cover")
    with pytest.raises(Refused, match="spigot of this cover"):
        bench.do(cmd.TightenRound("fixed", "8 N·m", "no. 2"))
    bench.do(cmd.MeasureCover("fixed", "8.00", "7.80"))
    assert bench.headline() == "Stop: does not clamp"
    bench.do(cmd.MeasureCover("fixed", "8.00", "8.10"))
    with pytest.raises(Refused, match="joint"):
        bench.do(cmd.TightenRound("fixed", "8 N·m", "no. 2"))
    bench.do(cmd.SealJoint("fixed", "none, as the maker asks"))
    # 25.5 N·m at the end: the first pass is 30 % of it.
    bench.do(cmd.TightenRound("fixed", "25 N·m", "no. 2"))
    assert bench.headline() == "Stop: too tight" and bench.state.covers["fixed"].passes == 0, (
        "what was done stands, with its alarm"
    )
    with pytest.raises(InvalidInput, match="beside each of 3"):
        bench.do(cmd.TightenRound("fixed", "7.6 N·m", "no. 2", "0.5 + 0.5"))
    bench.do(cmd.TightenRound("fixed", "7.6 N·m", "no. 2", "0.2 + 0.6 + 0.5"))
    assert bench.headline() == "Stop: askew" and bench.state.covers["fixed"].passes == 0
    for torque in ("7.6", "15.3", "25.5", "25.5"):
        bench.do(
            cmd.TightenRound(
                "fixed", f"{torque} N·m", "no. 2", "0.4 + 0.5 + 0.5" if torque == "7.6" else ""
            )
        )
    assert bench.state.covers["fixed"].done
    with pytest.raises(Refused, match="Every pass is done"):
        bench.do(cmd.TightenRound("fixed", "25.5 N·m", "no. 2"))
    bench.do(cmd.MeasureCover("floating", "8.3", "8.0"))
    assert bench.headline() == "Stop: too little room", (
        "0.15 mm of growth and half a millimetre are needed"
    )
    # Corrected afterwards, the fixed cover is open again.
    bench.do(
        Correct(bench.seq(CoverMeasured, 1), "misread", cmd.MeasureCover("fixed", "8.00", "8.00"))
    )
    assert not bench.state.covers["fixed"].done


def test_nothing_is_packed_behind_closed_covers_and_nothing_drawn_over_the_balls() -> None:
    bench = CartridgeBench()
    bench.warm_on()
    bench.into_housing()
    bench.second_on()
    bench.do(cmd.TightenPair("95 N·m", "hook", True, True), cmd.MeasureCover("floating", "10", "8"))
    bench.gate("ready_cover")
    with pytest.raises(Refused, match="First the grease between the pair: nobody gets there"):
        bench.do(cmd.SealJoint("floating", "thin"))
    # The other end stays open: its cover may close before.
    bench.cover("fixed")
    bench.do(cmd.DrawByCover("floating", "tight on its way"))
    assert [alarm.verdict.word for alarm in bench.job.alarms.open] == ["not by the cover"]
    bench.do(cmd.DrawByCover("floating", "home"))
    assert bench.state.drawn is not None


def test_the_nut_pair_is_judged_and_left_otherwise_by_name_only() -> None:
    bench = CartridgeBench(CartridgeDraft(**{**CLOSING.__dict__, "turning": "clockwise"}))
    bench.warm_on()
    bench.into_housing()
    bench.second_on()
    bench.do(cmd.TightenPair("95 N·m", "hook", True, True))
    assert (
        not bench.state.pair_right
        and bench.job.alarms.open[0].verdict.word == "loosened by rotation"
    )
    with pytest.raises(InvalidInput, match="name and a reason"):
        bench.do(cmd.TightenPair("95 N·m", "hook", True, True, "B. Boss"))
    bench.do(cmd.TightenPair("95 N·m", "hook", True, True, "B. Boss", "maker confirms"))
    assert bench.state.pair_right
    other = CartridgeBench()
    other.warm_on()
    other.into_housing()
    other.second_on()
    for wrong, word in (
        (cmd.TightenPair("140 N·m", "hook", True, True), "too tight"),
        (cmd.TightenPair("95 N·m", "hook", False, True), "no tab"),
        (cmd.TightenPair("95 N·m", "hook", True, False), "not jammed"),
    ):
        other.do(wrong)
        assert (
            word in [alarm.verdict.word for alarm in other.job.alarms.open]
            and not other.state.pair_right
        )
    with pytest.raises(InvalidInput, match="stands in the record"):
        other.do(cmd.TightenPair("95 N·m", "", True, True))
    other.do(cmd.TightenPair("95 N·m", "hook", True, True))
    assert not other.job.alarms.open and other.state.pair_right


def test_flingers_belong_to_their_ends_and_touch_nothing() -> None:
    bench = CartridgeBench()
    bench.up_to_covers()
    for side in ("fixed", "floating"):
        bench.cover(side)
    bench.do(cmd.TurnCartridge(False, "stiff"))
    assert bench.headline() == "Stop: it does not turn freely"
    bench.do(cmd.TurnCartridge(True), cmd.SetFlinger("drive", "0.8 mm", False, True))
    assert bench.headline() == "Stop: wrong flinger"
    bench.do(cmd.SetFlinger("drive", "0.2 mm", True, False))
    assert bench.state.flingers["drive"].verdicts[
        0
    ].word == "too close" and bench.state.flingers_left == ["drive", "far"]
    bench.do(
        cmd.SetFlinger("drive", "1/32 in", True, True),
        cmd.SetFlinger("far", "0.8", False, True),
        cmd.TopUp("15 g; scrapes", False),
    )
    assert bench.headline() == "Stop: something touches"
    bench.do(cmd.TopUp("set back; silent", True))
    assert bench.state.finished


def test_what_is_not_known_stands_open() -> None:
    closing = {**CLOSING.__dict__, "growth": "", "nut_torque": "", "nut_source": ""}
    bench = CartridgeBench(CartridgeDraft(**closing))
    bench.up_to_covers()
    assert bench.state.pair is not None and [v.word for v in bench.state.pair.verdicts] == [
        "held by rotation",
        "torque not checked",
    ]
    assert any("not known" in line for line in proved.due(bench.desk(), cartridge.TOPIC))
    assert math.isclose(
        bench.state.plan.screws.torque_nm if bench.state.plan else 0, 25.5, abs_tol=0.1
    )


# --- Whole cartridges of other makes. -------------------------------------------------------------


def test_an_upright_spindle_with_its_fixed_cover_on_before_it_is_turned_over() -> None:
    bench = SpindleBench(SPINDLE)
    assert (
        bench.state.plan is not None
        and not bench.state.plan.made.greased
        and bench.state.plan.hand is None
    )
    bench.warm_on()
    assert bench.headline() == "Retaining ring on the shaft at the fixed bearing"
    bench.ring("fixed", "shaft", "14 mm", "6 mm")
    bench.gate("ready_housing")
    assert bench.headline() == "How warm are bearing and housing?"
    bench.do(cmd.ReadCooled("30 °C", "20 °C"))
    assert bench.headline() == "Room below, before it is lowered"
    bench.do(cmd.MeasureBelow("120 mm", "160 mm"), cmd.EnterHousing(True))
    assert bench.headline() == "Retaining ring in the bore at the fixed bearing"
    bench.gate("ready_cover")
    bench.do(cmd.MeasureCover("fixed", "8.00", "7.00"))
    with pytest.raises(
        Refused,
        match="First the retaining ring in the bore at the fixed bearing: nobody gets there",
    ):
        bench.do(cmd.SealJoint("fixed", "thin"))
    # It rides on the surface: the ends did not spring apart.
    bench.ring("fixed", "bore", "10 mm", "10.5 mm")
    assert bench.headline() == "Stop: does not sit"
    bench.ring("fixed", "bore", "10 mm", "19 mm")
    bench.clear_cover("fixed")
    assert bench.headline() == "Turn the housing over, the far end up, on blocks"
    with pytest.raises(Refused, match="lies over it"):
        bench.ring("fixed", "bore", "10 mm", "19 mm")
    with pytest.raises(Refused, match="cover of the fixed bearing lies over it"):
        bench.do(cmd.TakePartOff("ring_bore.fixed", "wrong ring"))
    bench.do(cmd.TurnOver("140 mm", "180 mm"))
    bench.second_on()
    bench.ring("floating", "shaft", "14 mm", "6 mm")
    bench.cover("floating")
    bench.do(cmd.TurnCartridge(True), cmd.TopUp("sealed for life, nothing added; silent", True))
    assert not proved.unsaid(bench.desk(), cartridge.TOPIC)
    section = cartridge.TOPIC.record(bench.desk(), bench.state)[0]
    assert (
        section.verdict is not None
        and section.verdict.word == "closed"
        and "-hand thread" not in section.lines[0]
    )


def test_a_pump_whose_nuts_clamp_its_flingers_lying() -> None:
    bench = CartridgeBench(PUMP)
    for side in ("fixed", "floating"):
        assert bench.headline() == f"Outer ring of the {side} bearing into the cleaned housing"
        bench.gate("ready_housing")
        bench.do(cmd.SetOuterRing(side))
    bench.warm_on()
    bench.second_on()
    with pytest.raises(Refused, match="First the handle rod"):
        bench.do(cmd.EnterHousing(True))
    bench.do(cmd.UseRod(False), cmd.ReadCooled("30 °C", "20 °C"), cmd.EnterHousing(True))
    with pytest.raises(Refused, match="It lies"):
        bench.do(cmd.TurnOver("1 mm", "50 mm"))
    bench.gate("ready_cover")
    with pytest.raises(Refused, match="First the handle rod off again"):
        bench.do(cmd.SealJoint("fixed", "thin"))
    bench.do(cmd.UseRod(True), cmd.PackBetween("60 g"))
    for side in ("fixed", "floating"):
        bench.cover(side)
    with pytest.raises(Refused, match="First the flinger at the far end"):
        bench.do(cmd.TightenPair("95 N·m", "hook", True, True, end="far"))
    for end in ("drive", "far"):
        bench.do(
            cmd.SetFlinger(end, "0.8 mm"), cmd.TightenPair("95 N·m", "hook", True, True, end=end)
        )
    # Said at the drive end the shaft turns anticlockwise: right-hand there, left-hand at the far
    # end, seen from where it turns clockwise.
    assert {v.word for pair in bench.state.pairs.values() for v in pair.verdicts} == {
        "held by rotation",
        "at torque",
    }
    bench.do(cmd.TurnCartridge(True), cmd.TopUp("20 g, nothing touches", True))
    assert not proved.unsaid(bench.desk(), cartridge.TOPIC)


def test_a_part_comes_off_again_and_what_was_said_of_it_with_it() -> None:
    bench = CartridgeBench()
    bench.up_to_covers()
    for side in ("fixed", "floating"):
        bench.cover(side)
    bench.do(cmd.TurnCartridge(True), cmd.SetFlinger("far", "0.8 mm", False, True))
    with pytest.raises(Refused, match="flinger at the far end lies over it"):
        bench.do(cmd.TakePartOff("cover.far", "seal pinched"))
    with pytest.raises(InvalidInput, match="comes off by itself"):
        bench.do(cmd.TakePartOff("entry", "x"))
    bench.do(
        cmd.TakePartOff("flinger.far", "seal pinched"), cmd.TakePartOff("cover.far", "seal pinched")
    )
    assert not bench.state.covers["floating"].done and bench.state.turned is None
    assert any(
        "came off again" in proof.words
        for proof in rail.unproven(bench.desk(), cartridge.TOPIC, SHAFT)
    )
    assert [part.part for part in cartridge.TOPIC.view(bench.desk(), bench.state).comes_off] == [
        "nuts.far",
        "cover.drive",
    ]
    bench.cover("floating")
    bench.do(cmd.TurnCartridge(True))
    assert bench.state.covered


def test_an_own_order_is_taken_and_the_way_to_it_is_told() -> None:
    bench = CartridgeBench()
    bench.warm_on()
    bench.into_housing()
    assert bench.headline() == "Now the second bearing"
    with pytest.raises(Refused, match="First the floating bearing"):
        bench.do(cmd.TakeNext("cover.far"))
    bench.do(cmd.TakeNext("cover.drive"))
    assert bench.headline() == "Turn the housing over, the drive end up, on blocks"
    bench.do(cmd.TurnOver("140 mm", "180 mm"))
    assert bench.headline() == "Cover of the fixed bearing: depth and spigot"
    steps = cartridge.TOPIC.view(bench.desk(), bench.state).steps
    assert (
        [step.part for step in steps][:2] == ["cover.drive", ""]
        and steps[1].up == "far"
        and not steps[0].why
    )


def test_grease_between_the_pair_is_an_amount_and_what_comes_on_top_counts_with_it() -> None:
    # By another path: a ring of 100 by 58 mm, 90 mm long, is 469 cm³; 30 % of it at 0.9 g/cm³.
    bench = CartridgeBench(replace(CLOSING, between="90 mm", shaft_between="58 mm"))
    asked = (math.pi * 50**2 - math.pi * 29**2) * 90 / 1000 * 0.3 * 0.9
    assert bench.state.plan is not None and bench.state.plan.space is not None
    assert bench.state.plan.space.grams == pytest.approx(asked) and 126 < asked < 127
    bench.warm_on()
    bench.into_housing()
    bench.second_on()
    bench.do(cmd.TightenPair("95 N·m", "hook", True, True))
    assert bench.headline() == "Grease between the pair: 126.6 g in all"
    bench.do(cmd.PackBetween("polisher grease", "400 g"))
    assert bench.headline() == "Stop: too much"
    bench.gate("ready_cover")
    with pytest.raises(Refused, match="grease between the pair"):
        bench.do(cmd.SealJoint("floating", "thin"))
    bench.do(cmd.PackBetween("weighed again", "60 g"))
    for side in ("fixed", "floating"):
        bench.cover(side)
    bench.do(
        cmd.TurnCartridge(True),
        cmd.SetFlinger("drive", "0.8 mm", True, True),
        cmd.SetFlinger("far", "0.8 mm", False, True),
    )
    for amount, word in (("200 g", "too much"), ("10 g", "short"), ("50 g", "as asked")):
        bench.do(cmd.TopUp("through the fitting", True, amount))
        assert (
            bench.state.topped is not None
            and bench.state.topped.verdict is not None
            and bench.state.topped.verdict.word == word
        )
        assert bench.state.finished == (word != "too much")
    assert "grease_between" in {
        figure.id for figure in cartridge.TOPIC.figures(bench.desk(), bench.state)
    }


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"between": "90 mm"}, "shaft_between"),
        ({"shaft_between": "58 mm"}, "between"),
        ({"between": "90 mm", "shaft_between": "100 mm"}, "shaft_between"),
        ({"between": "9000 mm", "shaft_between": "58 mm"}, "between"),
        ({"between": "90 mm", "shaft_between": "58 mm", "grease_share": "much"}, "grease_share"),
        ({"stands": ""}, "stands"),
        ({"nuts": ""}, "nuts"),
        ({"nuts": "both"}, "hand_far"),
        ({"nuts": "far", "flingers_by": "nuts"}, "nuts"),
        ({"flingers_by": ""}, "flingers_by"),
        ({"covers": "none"}, "covers"),
        ({"rings_fixed": "maybe"}, "rings_fixed"),
    ],
)
def test_what_its_parts_lack_is_asked_for(change: dict[str, str], field: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        cartridge_sheet(REFERENCE, CartridgeOrder(BEARING, BEARING, replace(CLOSING, **change)))
    assert f"cartridge.{field}" in [one.name for one in refused.value.fields]


def test_room_below_is_measured_before_the_lowering_and_answers_no_stop_of_the_turning() -> None:
    bench = CartridgeBench()
    bench.warm_on()
    bench.gate("ready_housing")
    bench.do(
        cmd.ReadCooled("28 °C", "20 °C"),
        cmd.MeasureBelow("120 mm", "150 mm"),
        cmd.EnterHousing(True),
        cmd.TurnOver("140 mm", "150 mm"),
    )
    with pytest.raises(Refused, match="in its housing already"):
        bench.do(cmd.MeasureBelow("120 mm", "200 mm"))
    assert [alarm.verdict.word for alarm in bench.job.alarms.open] == ["too low"]


def test_too_much_grease_is_weighed_again_and_not_talked_away() -> None:
    bench = CartridgeBench(replace(CLOSING, between="90 mm", shaft_between="58 mm"))
    bench.up_to_covers()
    bench.do(cmd.PackBetween("too keen", "400 g"))
    with pytest.raises(InvalidInput, match="weigh"):
        bench.do(cmd.PackBetween("some taken out"))
    assert bench.headline() == "Stop: too much"
    bench.do(cmd.PackBetween("some taken out", "60 g"))
    for side in ("fixed", "floating"):
        bench.cover(side)
    bench.do(
        cmd.TurnCartridge(True),
        cmd.SetFlinger("drive", "0.8 mm", True, True),
        cmd.SetFlinger("far", "0.8 mm", False, True),
    )
    bench.do(cmd.TopUp("too keen again", True, "200 g"))
    with pytest.raises(InvalidInput, match="weigh"):
        bench.do(cmd.TopUp("wiped", True))
    bench.do(cmd.TopUp("taken out", True, "50 g"))
    assert not bench.job.alarms.open


def test_what_was_topped_up_is_said_again_once_a_part_was_off() -> None:
    bench = CartridgeBench()
    bench.up_to_covers()
    for side in ("fixed", "floating"):
        bench.cover(side)
    bench.do(
        cmd.TurnCartridge(True),
        cmd.SetFlinger("drive", "0.8 mm", True, True),
        cmd.SetFlinger("far", "0.8 mm", False, True),
    )
    bench.do(cmd.TopUp("20 g, silent", True), cmd.TakePartOff("flinger.far", "bent"))
    bench.do(cmd.TurnCartridge(True), cmd.SetFlinger("far", "0.8 mm", False, True))
    assert bench.headline().startswith("Top up") and proved.unsaid(bench.desk(), cartridge.TOPIC)
    bench.do(cmd.TopUp("silent", True))
    assert not proved.unsaid(bench.desk(), cartridge.TOPIC)


def test_one_that_is_worked_at_from_one_end_alone_is_never_asked_to_be_turned_over() -> None:
    bench = SpindleBench(
        replace(
            SPINDLE, separable="floating", covers="drive", rings_fixed="none", rings_floating="none"
        )
    )
    bench.gate("ready_housing")
    bench.do(cmd.SetOuterRing("floating"))
    bench.warm_on()
    bench.second_on()
    bench.do(
        cmd.ReadCooled("28 °C", "20 °C"),
        cmd.MeasureBelow("120 mm", "150 mm"),
        cmd.EnterHousing(True),
    )
    assert not any(step.up for step in cartridge.TOPIC.view(bench.desk(), bench.state).steps)
    bench.cover("fixed")
    bench.do(cmd.TurnCartridge(True), cmd.TopUp("nothing added; silent", True))
    assert not proved.unsaid(bench.desk(), cartridge.TOPIC) and not proved.unsaid(
        bench.desk("2"), shouldered.TOPIC
    )
