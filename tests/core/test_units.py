"""Housed units and inserts: locking, order of two units, float and room, groove's side, squareness.
Limits: common practice, no source.

What is common practice, no source, says so at its test.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests import proved
from tests.benches.shaft import REFERENCE
from tests.benches.units import COLLAR, SCREWS, UnitBench
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.failure.marks import Assembly
from tribodex.core.job.commands import Correct
from tribodex.core.job.moves import Ask
from tribodex.core.lineup.floating import Floats
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.topics import insert, removal, units
from tribodex.core.topics.insert import commands as inside
from tribodex.core.topics.insert.facts import InsertCentred
from tribodex.core.topics.look.state import kind_of_assembly
from tribodex.core.topics.removal import commands as off
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units.decide import floats_right
from tribodex.core.topics.units.facts import HousingBolted, LinedUp, UnitLocked
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.forms import FloatBy, Form, float_room, judge_float
from tribodex.core.units.insert import (
    Closed,
    HoleStep,
    HousingFace,
    Iron,
    Pin,
    fitting_offset,
    groove_side,
    judge_closed,
    judge_entered,
    judge_iron,
    squareness,
)
from tribodex.core.units.locking import (
    Load,
    Rotation,
    UnitLock,
    advise_lock,
    judge_collar,
    seen_at_collar,
)
from tribodex.core.units.screws import Footing, ScrewTorque, judge_screw, screw_result, torque_of
from tribodex.core.working import Level
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.units import Duty, lock_choice, unit_plan, unit_sheet

# --- Tables and torques. --------------------------------------------------------------------------


def test_outside_diameters_are_those_of_deep_groove_ball_bearings_of_series_62() -> None:
    """ISO 9628 gives inserts of series 2 the outside diameter of ISO 15 series 02."""
    for row in REFERENCE.inserts.rows:
        same = REFERENCE.groove_dimensions.find(f"6{row.code}")
        assert same is not None and (same.bore_mm, same.outside_mm) == (row.bore_mm, row.outside_mm)
        assert row.bore_mm < row.outside_mm and row.outer_width_mm < row.inner_width_mm
    widths = [row.inner_width_mm for row in REFERENCE.inserts.rows]
    assert widths == sorted(widths)


def test_torques_grow_with_the_screw_and_stay_below_what_the_screw_itself_stands() -> None:
    table = REFERENCE.set_screws
    metric = [torque_of(table, size) for size in table.sizes() if size.startswith("M")]
    assert [t.most for t in metric if t] == sorted(t.most for t in metric if t)
    limits = {row.screw: row.torque_nm.high for row in table.rows if row.limit}
    for size in ("M6", "M8", "M10", "M12"):
        found = torque_of(table, size)
        assert found is not None and found.most < limits[size], (
            "the ring cracks before the screw does"
        )
    assert torque_of(table, "M9") is None and torque_of(table, " m8 x 1 ") is not None


def test_practices_that_part_are_kept_apart_and_what_lies_between_is_said() -> None:
    inch = torque_of(REFERENCE.set_screws, "5/16-24")
    assert inch is not None and inch.bands == (Span(6.5, 7.5), Span(14, 18.5))
    assert (
        judge_screw(inch, 11).word == "between two practices"
        and judge_screw(inch, 15).level is Level.GOOD
    )
    assert "the maker's sheet decides" in screw_result(inch).note
    maker = ScrewTorque("5/16-24", (Span(12, 12),), "sheet", maker=True)
    assert (
        judge_screw(maker, 12.5).level is Level.GOOD and judge_screw(maker, 14).word == "too tight"
    )


@given(st.floats(0.5, 100), st.floats(0.01, 5))
def test_a_torque_is_judged_by_its_band_alone(middle: float, share: float) -> None:
    band = ScrewTorque("M8", (Span(middle * 0.8, middle * 1.2),), "sheet")
    word, nm = judge_screw(band, middle * share).word, middle * share
    assert word == (
        "too tight"
        if nm > band.most * 1.1
        else "too loose"
        if nm < band.least * 0.9
        else "at torque"
    )


# --- Locking. -------------------------------------------------------------------------------------


@given(
    st.sampled_from([Rotation.CLOCKWISE, Rotation.ANTICLOCKWISE]),
    st.booleans(),
    st.sampled_from([Rotation.CLOCKWISE, Rotation.ANTICLOCKWISE]),
)
def test_a_collar_turned_as_the_shaft_turns(
    rotation: Rotation, faces: bool, turned: Rotation
) -> None:
    """Another path: the sense as a vector along the shaft, looked at from either end."""
    along = (
        1 if rotation is Rotation.CLOCKWISE else -1
    )  # clockwise from the drive end turns about the axis away from the eye
    looked_from = 1 if faces else -1
    turned_along = (1 if turned is Rotation.CLOCKWISE else -1) * looked_from
    good = judge_collar(turned, rotation, faces).level is Level.GOOD
    assert good == (turned_along == along)
    assert seen_at_collar(seen_at_collar(rotation, False), False) is rotation, (
        "a mirror seen in a mirror"
    )


def test_a_shaft_that_turns_both_ways_takes_no_collar() -> None:
    assert judge_collar(Rotation.CLOCKWISE, Rotation.BOTH, True).level is Level.STOP
    for load in Load:
        ways = {one.way: one for one in advise_lock(Rotation.BOTH, load)}
        assert ways[UnitLock.COLLAR].verdict.level is Level.STOP
        assert advise_lock(Rotation.BOTH, load)[-1].way is UnitLock.COLLAR
    assert advise_lock(Rotation.UNKNOWN, Load.NORMAL)[-1].verdict.level is Level.UNKNOWN


def test_shocks_put_the_sleeve_first_and_every_way_has_its_reason() -> None:
    """Adapter against set screws: less fretting and vibration, drawn off by its own nut; costs
    drive-up skill (common practice, no source).
    """
    ways = advise_lock(Rotation.CLOCKWISE, Load.SHOCK)
    assert ways[0].way is UnitLock.ADAPTER and any("skill" in one for one in ways[0].against)
    assert {one.way for one in ways} == set(UnitLock) and all(one.reasons for one in ways)
    assert lock_choice(Duty()).ways[-1].way is UnitLock.COLLAR
    with pytest.raises(InvalidInput):
        lock_choice(Duty(load="sideways"))
    with pytest.raises(InvalidInput):
        lock_choice(Duty(rotation="sideways"))


@pytest.mark.parametrize("rotation", ["", "clockwise", "both"])
def test_nothing_fits_while_nobody_said_how_heavily_it_works(rotation: str) -> None:
    """Set screws and clamps that suit a smooth load let go under shocks: unknown is not normal."""
    ways = {one.way: one for one in lock_choice(Duty(rotation=rotation)).ways}
    assert all(one.verdict.level is not Level.GOOD for one in ways.values())
    for way in (UnitLock.SET_SCREWS, UnitLock.CLAMP):
        assert ways[way].verdict.level is Level.UNKNOWN
        assert ways[way].verdict.reason.startswith("How heavily does it work?")
    said = lock_choice(Duty(rotation=rotation, load="normal")).ways
    assert said[0].verdict.level is Level.GOOD


# --- Floating and room. ---------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("by", "floats", "word"),
    [
        # Common practice, no source: a snap ring in the outer groove floats, in the inner groove it
        # fixes.
        (FloatBy.RING_OUTER, Floats.HOUSING, "floats"),
        (FloatBy.RING_INNER, Floats.HELD, "holds"),
        (FloatBy.RING_INNER, Floats.HOUSING, "held, and should float"),
        (FloatBy.RING_OUTER, Floats.HELD, "floats, and should hold"),
        (FloatBy.HOUSING, Floats.SEAT, "held, and should float"),
        (FloatBy.ROOM, Floats.UNKNOWN, "fixed or floating?"),
        (FloatBy.HOUSING, Floats.CROSS, "cross-located"),
    ],
)
def test_a_unit_stands_as_it_was_said_to(by: FloatBy, floats: Floats, word: str) -> None:
    assert judge_float(by, floats).word == word


@given(st.floats(0, 20), st.floats(0, 20), st.floats(0, 20))
def test_room_is_enough_only_where_the_growth_has_it(
    toward: float, away: float, growth: float
) -> None:
    verdict = float_room(toward, away, growth).verdict
    assert verdict is not None
    if verdict.level in (Level.GOOD, Level.WATCH):
        assert away >= growth and min(toward, away) > 0.05
    # Set further towards the fixed unit it never gets worse, as long as it is not hard against it.
    assume(toward > 1)
    ranks = (Level.STOP, Level.WATCH, Level.GOOD)
    better = float_room(toward - 0.5, away + 0.5, growth).verdict
    assert better is not None and ranks.index(better.level) >= ranks.index(verdict.level)


# --- The insert in its housing. -------------------------------------------------------------------


def test_the_side_is_found_from_the_fitting_and_proved_by_the_groove() -> None:
    assert (
        groove_side(3.0, None).face is HousingFace.MARKED
        and groove_side(-3.0, None).face is HousingFace.OTHER
    )
    assert groove_side(0.3, None).verdict.level is Level.UNKNOWN, (
        "a caliper does not tell the middle from 0.3 mm"
    )
    assert groove_side(0.3, HousingFace.OTHER).face is HousingFace.OTHER, (
        "what is seen outranks what cannot be measured"
    )
    parted = groove_side(3.0, HousingFace.OTHER)
    assert parted.verdict.level is Level.STOP and "wire" in parted.verdict.reason
    assert groove_side(3.0, HousingFace.MIDDLE).verdict.level is Level.STOP
    assert groove_side(None, HousingFace.MIDDLE).verdict.word == "either way round"
    assert groove_side(None, HousingFace.UNSEEN).verdict.level is Level.UNKNOWN


@given(st.floats(0, 200), st.floats(0, 200))
def test_the_nearer_face_is_the_groove_s_side(marked: float, other: float) -> None:
    side = groove_side(fitting_offset(marked, other).value, None)
    if abs(marked - other) / 2 >= 0.7:
        assert side.face is (HousingFace.MARKED if marked < other else HousingFace.OTHER)
    else:
        assert side.verdict.level is Level.UNKNOWN


@given(
    st.sampled_from([HousingFace.MARKED, HousingFace.OTHER]),
    st.sampled_from([HousingFace.MARKED, HousingFace.OTHER]),
    st.sampled_from(Pin),
)
def test_reversed_it_never_passes(needed: HousingFace, faces: HousingFace, pin: Pin) -> None:
    verdict = judge_entered(
        groove_side(5.0 if needed is HousingFace.MARKED else -5.0, needed), faces, pin, True
    )
    assert (verdict.level is Level.STOP) == (faces is not needed or pin is Pin.ON_IRON)


@given(st.floats(0, 60), st.floats(0, 60), st.floats(20, 250))
def test_squareness_follows_the_two_readings(first: float, second: float, circle: float) -> None:
    """Another path: by the slope, tan of the limits."""
    verdict = squareness(first, second, circle).verdict
    assert verdict is not None
    slope = abs(first - second) / circle
    assume(min(abs(slope - math.tan(math.radians(limit))) for limit in (0.5, 2.0)) > 1e-9)
    expected = (
        "square"
        if slope < math.tan(math.radians(0.5))
        else "a little askew"
        if slope < math.tan(math.radians(2))
        else "swung past"
    )
    assert verdict.word == expected
    if verdict.level is not Level.GOOD:
        assert f"deeper at the {'first' if first > second else 'second'} slot" in verdict.reason


def test_what_closes_the_hole_and_what_the_housing_is_made_of() -> None:
    assert judge_closed(Closed.OLD_FITTING, False, True).level is Level.STOP
    assert (
        judge_closed(Closed.NEW_FITTING, True, True).level is Level.WATCH
        and "brass" in judge_closed(Closed.NEW_FITTING, True, True).reason
    )
    assert judge_closed(Closed.PLUG, True, True).level is Level.GOOD
    # Common practice, no source: ductile iron about three times the price, five times the knock.
    grey = judge_iron(Iron.GREY, shock=True)
    assert (
        grey.level is Level.WATCH and "three times" in grey.reason and "five times" in grey.reason
    )
    assert judge_iron(Iron.UNKNOWN, shock=True).level is Level.UNKNOWN


# --- The plan. ------------------------------------------------------------------------------------


def test_a_plan_says_its_targets() -> None:
    figures = {figure.id: figure for figure in unit_sheet(REFERENCE, SCREWS).figures}
    assert (figures["unit_shaft"].value, figures["unit_shaft"].value_to) == (
        39_975,
        40_000,
    ), "h7 of ISO 286"
    assert (figures["set_screw_torque"].value, figures["set_screw_torque"].value_to) == (6.5, 11.0)
    assert figures["base_torque"].value == 62
    # The set screw by the bore, where both memories of it agree.
    assert (
        unit_plan(REFERENCE, UnitDraft(**{**SCREWS.__dict__, "screw": ""})).unit.screw.screw == "M8"
    )
    assert REFERENCE.inserts.screw_of(50) == "" and REFERENCE.inserts.screw_of(95) == "", (
        "they differ; remembered once"
    )
    inch = unit_plan(
        REFERENCE,
        UnitDraft(
            **{**SCREWS.__dict__, "bore": "1 7/16 in", "insert": "208-23", "shaft_class": ""}
        ),
    ).unit
    assert inch.size.outside_mm == 80 and inch.seat.limits_um.low == pytest.approx(-12.7), (
        "commercial shafting for set screws, narrower than for sleeves"
    )


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"insert": ""}, "outside"),
        ({"insert": "999"}, "outside"),
        ({"bore": ""}, "bore"),
        ({"bore": "90 mm"}, "bore"),
        ({"bore": "45 mm"}, "bore"),
        ({"form": "round"}, "form"),
        ({"lock": "adapter"}, "turns"),
        ({"lock": "collar", "rotation": "both", "faces": "drive_end"}, "rotation"),
        ({"lock": "collar", "rotation": "unknown", "faces": "drive_end"}, "rotation"),
        ({"lock": "collar", "rotation": "clockwise"}, "faces"),
        ({"shaft_class": "m6"}, "shaft_class"),
        ({"shaft_class": ""}, "shaft_class"),
        ({"screw": "M9"}, "screw"),
        ({"screw": "", "lock": "clamp"}, "screw"),
        ({"screw": "", "bore": "1 1/2 in"}, "screw"),
        ({"screw_torque": "9"}, "screw_torque"),
        ({"screw_torque": "9 N·m"}, "screw_source"),
        ({"base_torque": "60 N·m", "base_source": ""}, "base_source"),
        ({"regreased": ""}, "regreased"),
        ({"load": ""}, "load"),
        ({"replace_insert": "yes"}, "grit"),
        ({"growth": "big"}, "growth"),
    ],
)
def test_what_is_missing_or_cannot_be_is_asked_for(change: dict[str, str], field: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        unit_plan(REFERENCE, UnitDraft(**{**SCREWS.__dict__, **change}))
    assert field in [wrong.name for wrong in refused.value.fields]


# --- Two units of one shaft. ----------------------------------------------------------------------


@pytest.fixture
def two() -> UnitBench:
    return UnitBench(SCREWS, SCREWS)


def test_two_units_from_sliding_on_to_the_record(two: UnitBench) -> None:
    two.onto("1", FloatBy.RING_INNER)
    two.onto("2", FloatBy.RING_OUTER)
    for at in ("1", "2"):
        two.bolt(at)
        two.lock(at)
        two.do(cmd.TryUnit(True), at=at)
        assert proved.stage(two.desk(at), units.TOPIC) is None
    assert not two.job.alarms.open and all(
        proof.proven or proof.claim.due for proof in proved.of(two.desk("1"), units.TOPIC)
    )
    assert any("a second time" in line for line in proved.due(two.desk("1"), units.TOPIC))
    two.do(cmd.TightenAgain("9 N·m", "6 h"), at="1")
    assert proved.due(two.desk("1"), units.TOPIC) == []
    section = units.TOPIC.record(two.desk("2"), two.unit("2"))[0]
    assert any("towards the fixed unit" in line for line in section.lines) and {
        f.id for f in section.figures
    } >= {"float_room", "alignment"}
    assert kind_of_assembly(two.desk("1")) is Assembly.HOUSED_UNIT


def test_the_second_unit_is_not_locked_before_all_are_bolted_and_the_shaft_was_turned(
    two: UnitBench,
) -> None:
    two.onto("1", FloatBy.RING_INNER)
    two.onto("2", FloatBy.RING_OUTER)
    two.bolt("1")
    two.lock("1")
    two.gate("ready_lock", "2")
    second = cmd.LockUnit("9 N·m", 2, "torque key 1", Footing.DIMPLE, "yes")
    with pytest.raises(Refused, match="housing bolted"):
        two.do(second, at="2")
    two.do(cmd.LineUpUnit("0.2", "800", "0 + 0.02"), cmd.BoltHousing("60 N·m", "wrench 3"), at="2")
    with pytest.raises(Refused, match="turned by hand"):
        two.do(second, at="2")
    two.do(cmd.TurnShaft(True), at="2")
    # The first housing is loosened and bolted again: what was turned before counts no more.
    two.do(cmd.BoltHousing("62 N·m", "wrench 3"), at="1")
    with pytest.raises(Refused, match="turn it again"):
        two.do(second, at="2")
    assert two.headline("2") == "Stop: not locked yet"
    two.do(cmd.TurnShaft(True), second, at="2")
    assert two.unit("2").locked_right


def test_a_housing_that_was_lined_up_again_is_bolted_again(two: UnitBench) -> None:
    two.onto("1", FloatBy.RING_INNER)
    two.onto("2", FloatBy.RING_OUTER)
    two.bolt("1")
    two.lock("1")
    two.bolt("2")
    two.do(cmd.LineUpUnit("0.1", "800", "0 + 0"), at="1")
    two.gate("ready_lock", "2")
    with pytest.raises(Refused, match="its housing is not bolted"):
        two.do(cmd.LockUnit("9 N·m", 2, "key", Footing.PLAIN, "yes"), at="2")


@pytest.mark.parametrize(
    ("command", "says"),
    [
        (cmd.FindFloat(FloatBy.RING_INNER), "slide it on"),
        (cmd.LineUpUnit("0", "800", "0+0"), "hold or float"),
        (cmd.BoltHousing("60 N·m", "w"), "line it up"),
        (cmd.TurnShaft(True), "bolts of its housing"),
        (cmd.LockUnit("9 N·m", 2, "k"), "housing bolted"),
        (cmd.TryUnit(True), "First lock"),
        (cmd.TightenAgain("9 N·m", "4 h"), "First lock"),
    ],
)
def test_a_wrong_order_is_refused_and_loses_nothing(
    two: UnitBench, command: object, says: str
) -> None:
    for gate in ("ready_unit", "ready_lock"):
        two.gate(gate, "1")
    before = len(two.log)
    with pytest.raises(Refused, match=says):
        two.do(command, at="1")
    assert len(two.log) == before


def test_what_does_not_go_on_is_taken_off_and_a_wrong_groove_is_converted(two: UnitBench) -> None:
    two.gate("ready_unit", "1")
    with pytest.raises(InvalidInput):
        two.do(cmd.SlideOn(False), at="1")
    two.do(cmd.SlideOn(False, "stops at the old screw marks"), at="1")
    assert two.headline("1") == "Stop: it does not go on"
    two.do(cmd.SlideOn(True), cmd.FindFloat(FloatBy.RING_OUTER), at="1")
    assert two.headline("1") == "Stop: floats, and should hold" and not floats_right(
        two.desk("1"), two.unit("1")
    )
    two.do(cmd.FindFloat(FloatBy.RING_INNER), at="1")
    assert floats_right(two.desk("1"), two.unit("1"))
    two.onto("2", FloatBy.RING_INNER)
    assert two.headline("2") == "Stop: held, and should float"
    with pytest.raises(InvalidInput, match="how much room"):
        two.do(cmd.FindFloat(FloatBy.RING_OUTER), at="2")
    two.do(cmd.FindFloat(FloatBy.RING_OUTER, "0", "4"), at="2")
    assert two.headline("2") == "Stop: hard against one side"


def test_lining_up_is_judged_by_angle_feet_and_holes(two: UnitBench) -> None:
    two.onto("1", FloatBy.RING_INNER)
    with pytest.raises(InvalidInput, match="2 feet"):
        two.do(cmd.LineUpUnit("0", "800"), at="1")
    two.do(cmd.LineUpUnit("40", "800", "0 + 0"), at="1", meant=("offset",))
    assert two.headline("1") == "Stop: too much for the bearing", (
        "about 2.9°, where a regreased insert forgives 2°"
    )
    two.do(cmd.LineUpUnit("0", "800", "0 + 0", "13.5", "12", "1.5"), at="1")
    assert two.headline("1") == "Stop: does not fit"
    two.do(cmd.LineUpUnit("0", "800", "0 + 0.2"), at="1")
    assert two.unit("1").lined is not None and two.unit("1").lined.verdict.level in (
        Level.WATCH,
        Level.STOP,
    ), "a foot hangs in the air"


def test_a_pilot_is_not_shifted_in_its_bolt_holes() -> None:
    bench = UnitBench(UnitDraft(**{**SCREWS.__dict__, "form": "pilot"}), floats=(Floats.HELD,))
    bench.onto("1", FloatBy.HOUSING)
    with pytest.raises(InvalidInput, match="pilot holds it"):
        bench.do(cmd.LineUpUnit("0", "800", "", "13.5", "12", "0.3"), at="1")
    bench.do(cmd.LineUpUnit("0.2", "800"), at="1")
    assert bench.headline("1").startswith("Bolts of the housing")


def test_torques_off_their_value_are_entries_with_an_alarm_until_a_name_takes_them_on(
    two: UnitBench,
) -> None:
    two.onto("1", FloatBy.RING_INNER)
    two.do(cmd.LineUpUnit("0.2", "800", "0 + 0"), at="1")
    two.do(cmd.BoltHousing("90 N·m", "wrench 3"), at="1")
    assert two.headline("1") == "Stop: too tight" and not two.unit("1").bolted_right
    with pytest.raises(InvalidInput):
        two.do(cmd.BoltHousing("60", "wrench 3"), at="1")
    two.do(
        cmd.BoltHousing("90 N·m", "wrench 3", "P. Arden", "maker's newer sheet"),
        cmd.TurnShaft(True),
        at="1",
    )
    two.gate("ready_lock", "1")
    for wrong, match in (
        (cmd.LockUnit("9 N·m", 2, "key", "", "yes"), "stand on"),
        (cmd.LockUnit("9 N·m", 2, "key", Footing.FLAT, ""), "in line"),
        (cmd.LockUnit("9 N·m", 2, "", Footing.FLAT, "yes"), "stands in the record"),
    ):
        with pytest.raises(InvalidInput, match=match):
            two.do(wrong, at="1")
    two.do(cmd.LockUnit("9 N·m", 1, "key", Footing.FLAT, "no"), at="1")
    locked = two.unit("1").locked
    assert locked is not None and {v.word for v in locked.verdicts} == {
        "at torque",
        "stands well",
        "one pass",
        "not in line",
    }


def test_a_correction_of_the_lock_is_judged_anew(two: UnitBench) -> None:
    two.onto("1", FloatBy.RING_INNER)
    two.bolt("1")
    two.lock("1")
    two.do(
        Correct(
            two.seq(UnitLocked),
            "misread",
            cmd.LockUnit("10 N·m", 2, "torque key 1", Footing.PLAIN, "yes"),
        ),
        at="1",
    )
    locked = two.unit("1").locked
    assert locked is not None and (locked.torque_nm, locked.footing) == (10, Footing.PLAIN)
    two.do(
        Correct(two.seq(LinedUp), "misread", cmd.LineUpUnit("30", "800", "0 + 0")),
        at="1",
        meant=("offset",),
    )
    assert proved.stage(two.desk("1"), units.TOPIC) == "bolt_unit", (
        "askew after all: what hangs on it is open again"
    )
    assert two.seq(HousingBolted)


# --- An insert replaced, then its unit. -----------------------------------------------------------


@pytest.fixture
def one() -> UnitBench:
    return UnitBench(COLLAR, floats=(Floats.UNKNOWN,))


def test_an_insert_from_the_old_one_out_to_its_unit_locked_by_its_collar() -> None:
    one = UnitBench(COLLAR, floats=(Floats.HELD,))
    for gate in ("ready_insert", "ready_unit"):
        one.gate(gate, "1")
    with pytest.raises(Refused, match="goes on no shaft"):
        one.do(cmd.SlideOn(True), at="1")
    one.do(
        inside.TakeInsertOut(True, "polished ring in the bore"),
        inside.MeasureFitting("14", "21"),
        inside.SeeBore("unseen", True),
        at="1",
    )
    assert one.insert().side.face is HousingFace.MARKED
    one.do(inside.EnterInsert("other", Pin.IN_SLOT), at="1")
    assert insert.TOPIC.move(one.desk("1"), one.insert()).headline == "Stop: wrong way round"
    with pytest.raises(Refused, match="no grease ever reaches"):
        one.do(inside.CentreInsert("6", "6", "55", True), at="1")
    one.do(
        inside.EnterInsert("marked", Pin.IN_SLOT),
        inside.CentreInsert("6", "8.4", "55", True),
        at="1",
    )
    assert insert.TOPIC.move(one.desk("1"), one.insert()).headline == "Stop: swung past"
    one.do(inside.CentreInsert("7.2", "7.1", "55", False), at="1")
    assert insert.TOPIC.move(one.desk("1"), one.insert()).headline == "Stop: does not swivel"
    one.do(
        inside.CentreInsert("7.2", "7.1", "55", True), inside.CloseHole(Closed.OLD_FITTING), at="1"
    )
    assert not one.insert().done
    one.do(inside.CloseHole(Closed.PLUG), at="1")
    assert one.insert().done and any(
        "3 times" in line for line in insert.TOPIC.record(one.desk("1"), one.insert())[0].lines
    )
    one.do(
        Correct(
            one.seq(InsertCentred, 2), "misread", inside.CentreInsert("7.2", "4.1", "55", True)
        ),
        at="1",
    )
    assert not one.insert().done, "corrected, it stands askew after all"
    one.do(inside.CentreInsert("7.2", "7.2", "55", True), at="1")
    one.gate("ready_unit", "1")
    one.do(
        cmd.SlideOn(True),
        cmd.FindFloat(FloatBy.HOUSING),
        cmd.LineUpUnit("0", "600"),
        cmd.BoltHousing("40 N·m", "w"),
        cmd.TurnShaft(True),
        at="1",
    )
    one.gate("ready_lock", "1")
    # The shaft turns clockwise from the drive end; this collar looks to the far end: from its own
    # side that is anticlockwise.
    assert one.headline("1").startswith("Turn the collar anticlockwise")
    one.do(cmd.LockUnit("5 N·m", 1, "key", turned="clockwise"), at="1")
    assert one.headline("1") == "Stop: turned the wrong way"
    one.do(cmd.LockUnit("5 N·m", 1, "key", turned="anticlockwise"), cmd.TryUnit(True), at="1")
    assert proved.stage(one.desk("1"), units.TOPIC) is None and not proved.due(
        one.desk("1"), units.TOPIC
    )


def test_groove_and_fitting_that_part_stop_it(one: UnitBench) -> None:
    one.gate("ready_insert", "1")
    one.do(
        inside.TakeInsertOut(False),
        inside.MeasureFitting("14", "21"),
        inside.SeeBore("other", False),
        at="1",
    )
    assert (
        insert.TOPIC.move(one.desk("1"), one.insert()).headline == "Stop: fitting and groove part"
    )
    with pytest.raises(Refused, match="part"):
        one.do(inside.EnterInsert("marked", Pin.NONE), at="1")
    one.do(inside.SeeBore("marked", False), at="1")
    with pytest.raises(Refused, match="no slot"):
        one.do(inside.EnterInsert("marked", Pin.IN_SLOT), at="1")
    with pytest.raises(InvalidInput):
        one.do(
            inside.EnterInsert("marked", Pin.NONE),
            inside.CentreInsert("6", "6", "400", True),
            at="1",
        )


@pytest.mark.parametrize(
    ("command", "says"),
    [
        (inside.MeasureFitting("1", "2"), "old insert out"),
        (inside.SeeBore("marked", True), "old insert out"),
        (inside.EnterInsert("marked", Pin.NONE), "housing's bore"),
        (inside.CentreInsert("1", "1", "50", True), "the insert in"),
        (inside.CloseHole(Closed.PLUG), "insert square"),
    ],
)
def test_an_insert_in_the_wrong_order_is_refused(
    one: UnitBench, command: object, says: str
) -> None:
    before = len(one.log)
    with pytest.raises(Refused, match=says):
        one.do(command, at="1")
    assert len(one.log) == before


def test_where_the_float_is_not_known_nothing_is_bolted(one: UnitBench) -> None:
    state = UnitBench(SCREWS, floats=(Floats.UNKNOWN,))
    state.gate("ready_unit", "1")
    state.do(cmd.SlideOn(True), cmd.FindFloat(FloatBy.RING_INNER), at="1")
    assert state.headline("1") == "Stop: fixed or floating?"
    assert proved.unsaid(state.desk("1"), units.TOPIC)
    assert units.TOPIC.move(one.desk("1"), Unit()).do == Ask.NOTHING


def test_an_insert_slides_off_by_hand(two: UnitBench) -> None:
    two.do(off.SayTight(Ring.NONE, "no", "no", "not known"), at="1")
    ways = removal.TOPIC.view(two.desk("1"), two.desk("1").of(removal.TOPIC)).ways
    assert removal.TOPIC.figures(two.desk("1"), two.desk("1").of(removal.TOPIC)) == [], (
        "what slides has no force to be pulled off with"
    )
    assert (
        ways[0].value is WayOff.SLIDE
        and {w.value: w.verdict.level for w in ways}[WayOff.PULLER] is Level.STOP
    )


def test_forms_say_how_they_are_lined_up() -> None:
    assert all(form.lined_up_by and form.bolts >= 1 for form in Form)
    assert (
        "every tensioning" in Form.TAKE_UP.lined_up_by and "pilot" in Form.PILOT.lined_up_by.lower()
    )


# --- Greased through its hole. --------------------------------------------------------------------


def test_a_gun_that_pushes_hard_is_answered_by_grease_that_goes_in_alone() -> None:
    made = UnitBench(COLLAR, floats=(Floats.HELD,))
    made.plugged()
    made.do(inside.GreaseThroughHole(HoleStep.STROKES, "1", "hard"), at="1")
    assert len(made.job.alarms.open) == 1
    # No stroke proves nothing; a hole that is closed on it answers nothing either.
    with pytest.raises(InvalidInput) as refused:
        made.do(inside.GreaseThroughHole(HoleStep.STROKES, "0", "easy"), at="1")
    assert refused.value.fields[0].name == "strokes"
    made.do(inside.GreaseThroughHole(HoleStep.PLUG_BACK), inside.CloseHole(Closed.PLUG), at="1")
    assert len(made.job.alarms.open) == 1
    made.do(
        *(inside.GreaseThroughHole(step) for step in (HoleStep.PLUG_OUT, HoleStep.FITTING_IN)),
        at="1",
    )
    made.do(inside.GreaseThroughHole(HoleStep.STROKES, "1", "easy"), at="1")
    assert not made.job.alarms.open


def test_strokes_count_for_the_insert_whatever_closes_its_hole() -> None:
    made = UnitBench(COLLAR, floats=(Floats.HELD,))
    made.plugged()
    made.do(
        inside.GreaseThroughHole(HoleStep.STROKES, "2", "easy"),
        inside.GreaseThroughHole(HoleStep.PLUG_BACK),
        at="1",
    )
    made.do(inside.CloseHole(Closed.PLUG), at="1")
    made.do(
        *(inside.GreaseThroughHole(step) for step in (HoleStep.PLUG_OUT, HoleStep.FITTING_IN)),
        at="1",
    )
    made.do(inside.GreaseThroughHole(HoleStep.STROKES, "1", "easy"), at="1")
    assert [one.verdict.word for one in made.job.alarms.open] == [
        "too many strokes"
    ] and made.insert().strokes == 3
    # The first ones were one: then the third is the second.
    first = next(e.seq for e in made.log if getattr(e.fact, "strokes", None) == 2)
    made.do(
        Correct(first, "counted again", inside.GreaseThroughHole(HoleStep.STROKES, "1", "easy")),
        at="1",
    )
    assert made.insert().strokes == 2 and not made.job.alarms.open
