"""Closing a housing: a pair, load on, in line, every bolt through every pass, gaps beside the ring,
nothing rubs.

Limits are common practice, no source, unless a test says otherwise.
"""

from __future__ import annotations

import csv
import math
from dataclasses import replace
from datetime import date
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import proved
from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.bolts.order import MOST_BOLTS, Layout, order, points
from tribodex.core.bolts.thread import read_thread
from tribodex.core.bolts.torque import PASSES, BoltFinish, bolt_torque
from tribodex.core.bolts.wrench import TorqueWrench, judge_checked, judge_range, wrench_setting
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job.commands import ConfirmGate, Correct
from tribodex.core.job.moves import Ask
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.gaps import ring_gaps
from tribodex.core.topics import bolts
from tribodex.core.topics.bolts import commands as cmd
from tribodex.core.topics.bolts.facts import BaseHabit, BoltTightened, RingGapsRead
from tribodex.core.topics.bolts.state import Closing
from tribodex.core.topics.lineup import commands as line
from tribodex.core.working import Level

BASE = cmd.PlanJoint(
    "base",
    "2",
    "corners",
    "M20",
    torque="310 N·m",
    torque_source="sheet of the housing",
    wrench="no. 3",
    wrench_to="400 N·m",
)
CAP = cmd.PlanJoint("cap", "4", "corners", "M16", "8.8", "oiled", into="grey iron", engaged="28 mm")


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))
    made.pass_gates_left()
    return made


def state(bench: ShaftBench, at: str = "1") -> Closing:
    return bench.desk(at).of(bolts.TOPIC)


def headline(bench: ShaftBench, at: str = "1") -> str:
    return bolts.TOPIC.move(bench.desk(at), state(bench, at)).headline


def tighten(bench: ShaftBench, joint: str, at: str = "1") -> int:
    """Every bolt as it is proposed; how many pulls it took."""
    pulls = 0
    while (due := state(bench, at).joints[joint].next) is not None:
        bench.do(cmd.TightenBolt(joint, due[1], due[0]), at=at)
        pulls += 1
    return pulls


def closed(bench: ShaftBench, at: str, gaps: tuple[str, str] = ("0.05", "0.1")) -> None:
    """One housing, all the way."""
    bench.do(cmd.PairCap(True, True), at=at)
    if not any(closing.habit for closing in bench_closings(bench)):
        bench.do(cmd.ChooseHabit(BaseHabit.ALL_SNUG), at=at)
    if not any(closing.load for closing in bench_closings(bench)):
        bench.do(cmd.TakeSupportOut("jack; caps hold against the belt"), at=at)
    bench.do(cmd.AlignLoaded("0.1", "1000", "0 + 0.02", turned=True), BASE, at=at)
    tighten(bench, "base", at)
    bench.do(cmd.ReadRingGaps(*gaps, "cap_off"), CAP, at=at)
    tighten(bench, "cap", at)
    bench.do(cmd.LookRubbing(True), at=at)


def bench_closings(bench: ShaftBench) -> list[Closing]:
    return [bench.job.of(bolts.TOPIC, place.id) for place in bench.job.places]


def test_led_from_the_cap_to_the_last_bolt(bench: ShaftBench) -> None:
    assert headline(bench) == "Cap and base: are they a pair?"
    bench.do(cmd.PairCap(True, True), at="1")
    assert headline(bench) == "When do the base bolts come to torque?"
    bench.do(cmd.ChooseHabit(BaseHabit.ALL_SNUG), at="1")
    assert headline(bench) == "Support out"
    bench.do(cmd.TakeSupportOut("jack"), at="1")
    assert headline(bench) == "Line up again, with the load on"
    bench.do(cmd.AlignLoaded("0.1", "1000", "0 + 0.02", turned=True), at="1")
    assert headline(bench) == "Base bolts: how many, which torque?"
    bench.do(BASE, at="1")
    assert headline(bench) == "Base, bolt 1: 93 N·m, pass 1 of 3"
    assert tighten(bench, "base") == 2 * len(PASSES)
    assert headline(bench) == "Gaps left and right of the outer ring"
    bench.do(cmd.ReadRingGaps("0.05", "0.1", "cap_off"), CAP, at="1")
    assert tighten(bench, "cap") == 4 * len(PASSES)
    assert headline(bench) == "Turn the shaft: does anything rub?"
    bench.do(cmd.LookRubbing(True), at="1")
    assert headline(bench) == "Closed" and proved.stage(bench.desk("1"), bolts.TOPIC) is None
    # Habit and load are the shaft's: at the other bearing they are not asked again.
    bench.do(cmd.PairCap(True, True), at="2")
    assert headline(bench, "2") == "Line up again, with the load on"


def test_base_bolts_stay_snug_until_the_load_is_on_and_it_is_in_line(bench: ShaftBench) -> None:
    bench.do(cmd.PairCap(True, True), cmd.ChooseHabit(BaseHabit.ALL_SNUG), BASE, at="1")
    with pytest.raises(Refused, match="support out"):
        bench.do(cmd.TightenBolt("base", 1, 1), at="1")
    with pytest.raises(Refused, match="support out"):
        bench.do(cmd.AlignLoaded("0.1", "1000"), at="1")
    bench.do(cmd.TakeSupportOut("jack"), at="1")
    with pytest.raises(Refused, match="lined up"):
        bench.do(cmd.TightenBolt("base", 1, 1), at="1")
    bench.do(cmd.AlignLoaded("12", "1000", turned=True), at="1", meant=("offset",))
    assert headline(bench).startswith("Stop: too much for the bearing")


def test_the_other_habit_bolts_the_fixed_base_first(bench: ShaftBench) -> None:
    bench.do(cmd.PairCap(True, True), cmd.ChooseHabit(BaseHabit.FIXED_FIRST), at="1")
    assert headline(bench) == "Base bolts: how many, which torque?"
    bench.do(BASE, at="1")
    tighten(bench, "base")
    assert headline(bench) == "Support out", "lined up again with the load on, in either habit"
    bench.do(cmd.PairCap(True, True), BASE, at="2")
    with pytest.raises(Refused, match="support out"):
        bench.do(cmd.TightenBolt("base", 1, 1), at="2")


@pytest.mark.parametrize(
    ("said", "word"),
    [
        (cmd.PairCap(False, True), "not a pair"),
        (cmd.PairCap(True, False), "faces not clean"),
        (cmd.PairCap(True, True, "ring"), "something rubs"),
    ],
)
def test_a_cap_that_may_not_close(bench: ShaftBench, said: cmd.PairCap, word: str) -> None:
    bench.do(said, CAP, at="1")
    assert headline(bench) == f"Stop: {word}"
    with pytest.raises(Refused, match="First cap and base"):
        bench.do(cmd.TightenBolt("cap", 1, 1), at="1")


def test_any_order_with_the_next_one_proposed_and_out_of_turn_is_said(bench: ShaftBench) -> None:
    bench.do(cmd.PairCap(True, True), CAP, at="1")
    bench.do(cmd.TightenBolt("cap", 4, 1), at="1")
    assert state(bench).joints["cap"].next == (1, 1)
    bench.do(cmd.TightenBolt("cap", 2, 2), at="1")
    said = state(bench).joints["cap"].said[2, 2]
    assert said.verdict.word == "out of turn" and "bolt 1, 2, 3" in said.verdict.reason
    assert tighten(bench, "cap") == 4 * len(PASSES) - 2


def test_a_bolt_too_tight_stops_and_is_said_again(bench: ShaftBench) -> None:
    bench.do(cmd.PairCap(True, True), CAP, cmd.TightenBolt("cap", 1, 1, "110 N·m"), at="1")
    joint = state(bench).joints["cap"]
    assert joint.bad is not None and joint.next == (1, 1)
    bench.do(Correct(bench.seq(BoltTightened), "misread", cmd.TightenBolt("cap", 1, 1)), at="1")
    assert state(bench).joints["cap"].bad is None
    for bad in (
        cmd.TightenBolt("cap", 5, 1),
        cmd.TightenBolt("cap", 1, 5),
        cmd.TightenBolt("cap", 0, 1),
    ):
        with pytest.raises(InvalidInput):
            bench.do(bad, at="1")
    with pytest.raises(NotFound):
        bench.do(cmd.TightenBolt("no such", 1, 1), at="1")


def test_a_joint_opened_again_begins_anew_and_what_was_looked_at_is_forgotten(
    bench: ShaftBench,
) -> None:
    closed(bench, "1")
    bench.do(cmd.LoosenJoint("cap", "ring caught"), at="1")
    assert state(bench).looked is None and headline(bench).startswith("Cap, bolt 1: ")
    assert any(
        p.claim.about == "cap" and p.words.startswith("0 of 16 pulls")
        for p in proved.of(bench.desk("1"), bolts.TOPIC)
    )


def test_a_short_thread_or_an_overdue_wrench_stops_before_the_first_pull(bench: ShaftBench) -> None:
    short = cmd.PlanJoint(
        "cap", "4", "corners", "M16", "8.8", "oiled", into="aluminium", engaged="20 mm"
    )
    bench.do(cmd.PairCap(True, True), short, at="1")
    with pytest.raises(Refused, match="too short"):
        bench.do(cmd.TightenBolt("cap", 1, 1), at="1")
    late = cmd.PlanJoint(
        "cap",
        "4",
        "corners",
        "M16",
        "8.8",
        "oiled",
        wrench="no. 3",
        wrench_to="200 N·m",
        wrench_checked="2024-01-02",
    )
    bench.do(late, at="1")
    with pytest.raises(Refused, match="check overdue"):
        bench.do(cmd.TightenBolt("cap", 1, 1), at="1")


@pytest.mark.parametrize(
    ("joint", "field"),
    [
        (cmd.PlanJoint("cap", "3", "corners", "M16", torque="9 N·m", torque_source="s"), "count"),
        (cmd.PlanJoint("cap", "4", "heap", "M16", torque="9 N·m", torque_source="s"), "layout"),
        (cmd.PlanJoint("cap", "4", "circle", "M17", torque="9 N·m", torque_source="s"), "screw"),
        (cmd.PlanJoint("cap", "4", "circle", "M16", torque="9 N·m"), "torque_source"),
        (cmd.PlanJoint("cap", "4", "circle", "M16", "9.9", "dry"), "grade"),
        (cmd.PlanJoint("cap", "4", "circle", "M16", "8.8"), "finish"),
        (cmd.PlanJoint("cap", "4", "circle", "M16", "8.8", "dry", engaged="20"), "into"),
        (
            cmd.PlanJoint("cap", "4", "circle", "M16", "8.8", "dry", extension="100 mm"),
            "wrench_length",
        ),
        (
            cmd.PlanJoint(
                "cap", "4", "circle", "M16", "8.8", "dry", wrench="w", wrench_checked="last year"
            ),
            "wrench_checked",
        ),
        (cmd.PlanJoint("", "4", "circle", "M16", "8.8", "dry"), "joint"),
    ],
)
def test_what_a_joint_cannot_be_is_named(
    bench: ShaftBench, joint: cmd.PlanJoint, field: str
) -> None:
    with pytest.raises(InvalidInput) as refused:
        bench.do(joint, at="1")
    assert [one.name for one in refused.value.fields] == [field]


def test_an_extension_says_what_the_wrench_shows(bench: ShaftBench) -> None:
    """By moments: 217 N·m at the bolt, 500 mm wrench, 125 mm straight on."""
    far = cmd.PlanJoint(
        "base",
        "4",
        "corners",
        "M16",
        torque="217 N·m",
        torque_source="s",
        wrench="no. 3",
        wrench_length="500 mm",
        extension="125 mm",
    )
    bench.do(
        cmd.PairCap(True, True),
        cmd.ChooseHabit(BaseHabit.ALL_SNUG),
        cmd.TakeSupportOut("x"),
        far,
        at="1",
    )
    assert state(bench).joints["base"].plan.set_nm == pytest.approx(217 * 500 / 625, abs=0.06)
    bench.do(cmd.AlignLoaded("0", "500", turned=True), at="1")
    assert "The wrench shows" in bolts.TOPIC.move(bench.desk("1"), state(bench)).why


FAR = cmd.PlanJoint(
    "cap",
    "4",
    "corners",
    "M16",
    torque="57 N·m",
    torque_source="sheet",
    wrench="no. 3",
    wrench_length="500 mm",
    extension="96 mm",
)


def test_what_the_wrench_shows_with_its_extension_is_no_torque_at_the_bolt(
    bench: ShaftBench,
) -> None:
    """57 N·m at the bolt, 500 mm wrench, 96 mm straight on: it shows 47.8. A quarter of each in the
    first pass.
    """
    bench.do(cmd.PairCap(True, True), FAR, at="1")
    plan = state(bench).joints["cap"].plan
    assert plan.set_nm == pytest.approx(57 * 500 / 596, abs=0.05)
    shown = PASSES[0] * plan.set_nm
    with pytest.raises(InvalidInput, match="what the wrench shows") as refused:
        bench.do(cmd.TightenBolt("cap", 1, 1, f"{shown:.1f} N·m"), at="1", meant=("torque",))
    assert refused.value.fields[0].name == "torque"
    bench.do(cmd.TightenBolt("cap", 1, 1, shows=f"{shown:.1f} N·m"), at="1")
    said = state(bench).joints["cap"].said[1, 1]
    assert said.verdict.level is Level.GOOD and said.torque_nm == pytest.approx(
        PASSES[0] * 57, abs=0.2
    )
    bench.do(cmd.TightenBolt("cap", 4, 1, f"{PASSES[0] * 57:.2f} N·m"), at="1")
    assert state(bench).joints["cap"].said[1, 4].verdict.level is Level.GOOD
    # Said again it is what was at the bolt, also where that is what another wrench would show.
    bench.do(cmd.TightenBolt("cap", 2, 1, shows=f"{shown * plan.set_nm / 57:.3f} N·m"), at="1")
    entry = bench.log[-1]
    bench.do(Correct(entry.seq, "as it was", bolts.TOPIC.said(entry.fact)), at="1")
    assert state(bench).joints["cap"].said[1, 2].torque_nm == pytest.approx(shown, abs=0.05)
    with pytest.raises(InvalidInput, match="one of the two"):
        bench.do(
            cmd.TightenBolt("cap", 2, 1, "14 N·m", "12 N·m"), at="1", meant=("torque", "shows")
        )
    bench.do(CAP, at="1")
    with pytest.raises(InvalidInput, match="no extension"):
        bench.do(cmd.TightenBolt("cap", 1, 1, shows="40 N·m"), at="1", meant=("shows",))


@pytest.mark.parametrize(
    "change",
    [
        {"screw": "M20"},
        {"count": "6", "layout": "circle"},
        {"layout": "circle"},
        {"torque": "150 N·m"},
    ],
)
def test_another_screw_at_the_same_torque_is_tightened_anew(
    bench: ShaftBench, change: dict[str, str]
) -> None:
    own = cmd.PlanJoint("cap", "4", "corners", "M16", torque="160 N·m", torque_source="sheet")
    bench.do(cmd.PairCap(True, True), own, at="1")
    tighten(bench, "cap")
    bench.do(replace(own, into="steel", engaged="30 mm"), at="1")
    assert state(bench).joints["cap"].at_torque, "the same screws stay as they are"
    bench.do(replace(own, **change), at="1")
    assert not state(bench).joints["cap"].said


def test_half_a_bolt_is_a_slip(bench: ShaftBench) -> None:
    with pytest.raises(InvalidInput) as refused:
        bench.do(replace(CAP, count="2.4"), at="1")
    assert refused.value.fields[0].name == "count"


# --- Gaps beside the outer ring. ------------------------------------------------------------------


def test_the_commonest_complaint_is_answered_by_a_number(bench: ShaftBench) -> None:
    """A floating bearing hard against one side, with the growth from the shaft line: by
    geometry."""
    bench.do(line.SayRings("2", "44"), line.SayRunning("steel", "steel", "20", "70", "30"))
    closed_up_to_gaps(bench, "2")
    bench.do(cmd.ReadRingGaps("3.9 mm", "0.05 mm", "cap_off"), at="2")
    gaps = state(bench, "2").gaps
    assert (
        gaps is not None and gaps.verdict.level is Level.STOP and "drive-up" in gaps.verdict.reason
    )
    bench.do(cmd.ReadRingGaps("2 mm", "2 mm", "pushed"), at="2")
    assert state(bench, "2").gaps_right


def closed_up_to_gaps(bench: ShaftBench, at: str) -> None:
    bench.do(
        cmd.PairCap(True, True),
        cmd.ChooseHabit(BaseHabit.ALL_SNUG),
        cmd.TakeSupportOut("jack"),
        at=at,
    )
    bench.do(cmd.AlignLoaded("0.1", "1000", "0 + 0.02", turned=True), BASE, at=at)
    tighten(bench, "base", at)


def test_gaps_before_the_base_is_tight_say_nothing(bench: ShaftBench) -> None:
    bench.do(cmd.PairCap(True, True), at="1")
    with pytest.raises(Refused, match="base"):
        bench.do(cmd.ReadRingGaps("1", "1", "cap_off"), at="1")


def test_a_fixed_bearing_with_room_is_not_fixed(bench: ShaftBench) -> None:
    closed_up_to_gaps(bench, "1")
    bench.do(cmd.ReadRingGaps("1 mm", "1 mm", "cap_off"), at="1")
    assert headline(bench) == "Stop: not held"
    bench.do(
        Correct(bench.seq(RingGapsRead), "misread", cmd.ReadRingGaps("0.1", "0.05", "cap_off")),
        at="1",
    )
    assert state(bench).gaps_right


@given(st.floats(0, 20), st.floats(0, 20), st.floats(-3, 3), st.floats(0, 3))
def test_room_left_is_never_more_than_either_gap_less_its_growth(
    toward: float, away: float, low: float, more: float
) -> None:
    growth = Span(low, low + more)
    found = ring_gaps(toward, away, Floats.SEAT, growth)
    assert found.value is not None and found.verdict is not None
    assert found.value == pytest.approx(
        min(toward + min(low, 0), away - max(low + more, 0)), abs=1e-3
    )
    if found.verdict.level is Level.GOOD:
        assert found.value >= 0 and min(toward, away) >= 0.1


def test_growth_that_is_not_known_decides_nothing() -> None:
    assert ring_gaps(2, 2, Floats.SEAT, None).verdict.level is Level.UNKNOWN  # type: ignore[union-attr]
    assert ring_gaps(0.1, 0.05, Floats.SEAT, None).verdict.word == "does not float"  # type: ignore[union-attr]


# --- Order, torque, wrench. -----------------------------------------------------------------------


@given(st.sampled_from(Layout), st.integers(1, MOST_BOLTS))
def test_a_pattern_visits_every_bolt_once(layout: Layout, count: int) -> None:
    try:
        found = order(layout, count)
    except InvalidInput:
        assert layout is not Layout.CIRCLE
        return
    assert sorted(found) == list(range(1, count + 1)) and len(points(layout, count)) == count


@pytest.mark.parametrize("count", [4, 6, 8, 12, 24])
def test_rows_go_from_the_middle_outwards(count: int) -> None:
    at = {p.number: p for p in points(Layout.ROWS, count)}
    outwards = [abs(at[number].x) for number in order(Layout.ROWS, count)]
    assert outwards == sorted(outwards)


AREAS = Path(__file__).parents[1] / "data" / "stress_areas.csv"


@pytest.mark.parametrize(
    "row",
    list(csv.DictReader(AREAS.read_text().splitlines())),
    ids=lambda row: f"{row['size']}-{row['pitch_or_tpi']}",
)
def test_stress_areas_of_iso_898_1_and_asme_b1_1(row: dict[str, str]) -> None:
    """Table values of ISO 898-1 (metric) and ASME B1.1 (inch), remembered twice; the formula is
    that of ISO 898-1.
    """
    metric = row["size"].startswith("M")
    thread = read_thread(
        f"{row['size']}x{row['pitch_or_tpi']}" if metric else f"{row['size']}-{row['pitch_or_tpi']}"
    )
    known = [float(part.rstrip("?")) for part in row["stress_area_mm2"].split("~")]
    assert any(thread.stress_area_mm2 == pytest.approx(area, rel=0.005) for area in known)


# Coarse pitches as the registry's parts library bd_warehouse 0.4.0 has them (hexagon bolts of ISO
# 4014).
PARTS = {
    "M5": 0.8,
    "M6": 1,
    "M8": 1.25,
    "M10": 1.5,
    "M12": 1.75,
    "M14": 2,
    "M16": 2,
    "M18": 2.5,
    "M20": 2.5,
    "M22": 2.5,
    "M24": 3,
    "M27": 3,
    "M30": 3.5,
    "M33": 3.5,
    "M36": 4,
    "M39": 4,
    "M42": 4.5,
    "M45": 4.5,
    "M48": 5,
}


@pytest.mark.parametrize(("size", "pitch"), PARTS.items())
def test_coarse_threads_by_a_parts_library(size: str, pitch: float) -> None:
    """Its pitches; and the stress area by ISO 724's diameters from them: between pitch and core
    diameter.
    """
    thread = read_thread(size)
    height = math.sqrt(3) / 2 * pitch
    middle, core = thread.diameter_mm - 0.75 * height, thread.diameter_mm - 17 / 12 * height
    assert thread.pitch_mm == pitch
    assert thread.stress_area_mm2 == pytest.approx(
        math.pi / 4 * ((middle + core) / 2) ** 2, rel=1e-3
    )


@pytest.mark.parametrize(
    ("size", "load_n"), [("M8", 21_200), ("M12", 48_900), ("M16", 91_000), ("M20", 147_000)]
)
def test_proof_loads_of_iso_898_1_class_8_8(size: str, load_n: float) -> None:
    """ISO 898-1 table of proof loads, coarse threads, class 8.8 (580 MPa to M16, 600 above), from
    memory.
    """
    thread = read_thread(size)
    row = REFERENCE.bolts.find("8.8", thread)
    assert row is not None and row.proof_mpa * thread.stress_area_mm2 == pytest.approx(
        load_n, rel=0.006
    )


def test_an_end_cover_screw_gives_what_fitters_use() -> None:
    """Common practice, no source: 1/4-20 end cover screws at 8 lbf·ft; grade 5, dry."""
    thread = read_thread("1/4-20")
    row = REFERENCE.bolts.find("5", thread)
    assert row is not None
    found = bolt_torque(thread, row, BoltFinish.DRY)
    assert (
        found.value is not None
        and found.value / 1.3558 == pytest.approx(8.4, abs=0.15)
        and "kN" in found.note
    )


@given(st.floats(5, 1000), st.floats(100, 1500), st.floats(0, 400), st.floats(0, 360))
def test_an_extension_by_moments(
    torque: float, wrench: float, extension: float, angle: float
) -> None:
    """By another path: the hand's force on the wrench times its lever arm about the bolt, in
    coordinates.
    """
    try:
        setting = wrench_setting(torque, wrench, extension, angle).value
    except InvalidInput:
        return
    assert setting is not None
    force = setting / wrench
    bolt = (extension * math.cos(math.radians(angle)), extension * math.sin(math.radians(angle)))
    hand = (-wrench, 0.0)
    # Force square to the wrench.
    assert force * (bolt[0] - hand[0]) == pytest.approx(torque, rel=0.01, abs=0.1)


def test_a_wrench_is_used_in_its_range_and_within_its_check() -> None:
    three = TorqueWrench("no. 3", 20, 200, date(2026, 3, 1))
    assert [judge_range(three, nm).level for nm in (19, 25, 40, 200, 201)] == [
        Level.STOP,
        Level.WATCH,
        Level.GOOD,
        Level.GOOD,
        Level.STOP,
    ]
    assert [
        judge_checked(three, day).level
        for day in (date(2026, 11, 1), date(2027, 3, 3), date(2026, 2, 1))
    ] == [
        Level.GOOD,
        Level.STOP,
        Level.WATCH,
    ]
    assert (
        judge_range(TorqueWrench(""), 5).level is Level.UNKNOWN
        and judge_checked(TorqueWrench(""), date(2026, 1, 1)).level is Level.WATCH
    )


def test_every_entry_of_a_closed_housing_is_said_again(bench: ShaftBench) -> None:
    closed(bench, "1")
    for event in list(bench.log):
        command = bolts.TOPIC.entries.get(type(event.fact))
        if command is None:
            continue
        assert type(bolts.TOPIC.said(event.fact)) is command
        bench.do(Correct(event.seq, "said again", bolts.TOPIC.said(event.fact)), at="1")
        again = bench.job.effective[event.seq]
        assert again == event.fact
    assert proved.stage(bench.desk("1"), bolts.TOPIC) is None
    assert bolts.TOPIC.move(bench.desk("1"), state(bench)).do == Ask.NOTHING
    assert "at torque" in " ".join(
        bolts.TOPIC.record(bench.desk("1"), state(bench))[0].tables[0].rows[0]
    )
