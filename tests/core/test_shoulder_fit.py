"""Rings on cylindrical seats: fit, force, heat, squareness, retaining rings.

Lamé and expansion by another path; DIN 471 and DIN 472 row by row, and sizes, against the registry
package bd-warehouse; limits of the trade as common practice, no source.
"""

from __future__ import annotations

import csv
import math
import re
from importlib.resources import files

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.components.other_kinds import read_other
from tribodex.core.components.shaft import Finish, Shaft
from tribodex.core.components.straight import Closure, StraightBearing, read_number
from tribodex.core.errors import InvalidInput
from tribodex.core.shouldered import fit, heating, square
from tribodex.core.shouldered.cooling import (
    CoolingFit,
    learn_cooling,
    seconds_to_contact,
    time_off_heater,
)
from tribodex.core.shouldered.retaining_ring import RingRow, end_change, judge_ring
from tribodex.core.shouldered.tools import drift_tube
from tribodex.core.shouldered.ways import WayOn, advise_on
from tribodex.core.working import Level, Result
from tribodex.reference import load_reference

REFERENCE = load_reference()


def ball(
    bore: float = 45, outside: float = 85, width: float = 19, closure: Closure = Closure.OPEN
) -> StraightBearing:
    return StraightBearing(bore, outside, width, Group.C3, closure)


# --- Numbers and tables. --------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("text", "code", "closure", "group"),
    [
        ("6209", "6209", Closure.OPEN, Group.CN),
        ("6209-2RS1/C3", "6209", Closure.SEALED, Group.C3),
        ("6312 ZZ C4", "6312", Closure.SHIELDED, Group.C4),
        ("6006-2rsh", "6006", Closure.SEALED, Group.CN),
        ("16010 C2", "16010", Closure.OPEN, Group.C2),
    ],
)
def test_a_number_says_size_seals_and_group(
    text: str, code: str, closure: Closure, group: Group
) -> None:
    found = read_number(text)
    assert (found.code, found.closure, found.group, found.unread) == (code, closure, group, ())


@pytest.mark.parametrize(
    ("text", "group", "unread"),
    [
        # In front of a maker's letters it is marked all the same.
        ("6209-2RS1/C3GJN", Group.C3, ("GJN",)),
        ("6209/C3HVA", Group.C3, ("HVA",)),
        ("6209 CNH", Group.CN, ("H",)),
        ("6209 M", Group.CN, ("M",)),
        # An accuracy alone, and another one of running out (C08), name no group.
        ("6209 P6", Group.CN, ("P6",)),
        ("6209 C08", Group.CN, ("C08",)),
        # It may stand there: nobody takes it for CN.
        ("6209 P63", None, ("P63",)),
        ("6209 C 3", None, ("C", "3")),
        ("6209 CM", None, ("CM",)),
        ("6209ZZC3", None, ("ZZC3",)),
        ("6209 P63 sealed", None, ("P63",)),
    ],
)
def test_a_group_that_may_stand_in_a_suffix_is_not_taken_for_normal(
    text: str, group: Group | None, unread: tuple[str, ...]
) -> None:
    found = read_number(text)
    assert (found.group, found.unread) == (group, unread)
    roller = read_other(text.replace("6209", "NU 2212"))
    assert roller.group is group


def test_a_number_with_two_groups_is_no_number() -> None:
    for read, text in ((read_number, "6209 C3 C4"), (read_other, "NU 2212 C3 C4")):
        with pytest.raises(InvalidInput, match="two clearance groups"):
            read(text)


def test_what_a_number_does_not_say_is_given_back() -> None:
    assert read_number("6209 TN9 C3").unread == ("TN9",)
    for text in ("", "22218 K", "62", "620912", "bearing"):
        with pytest.raises(InvalidInput):
            read_number(text)


def _library(name: str) -> list[dict[str, str]]:
    text = files("bd_warehouse").joinpath(f"data/{name}.csv").read_text("utf-8")
    return list(csv.DictReader(text.splitlines()))


# The same boundary dimensions in other kinds of bearing (ISO 15): angular contact 72 and 73,
# cylindrical roller 2 and 3 are series 62 and 63.
_CODES = (
    re.compile(r"(6[023])(\d\d)\b"),
    re.compile(r"\b7([23])(\d\d)\b"),
    re.compile(r"\bN[A-Z]* ?([23])(\d\d)\b"),
)


def test_sizes_agree_with_a_parts_library() -> None:
    own, seen = {row.code: row for row in REFERENCE.groove_dimensions.rows}, 0
    for kind in (
        "deep_groove_ball",
        "capped_deep_groove_ball",
        "angular_contact_ball",
        "cylindrical_roller",
    ):
        for line in _library(f"single_row_{kind}_bearing_parameters"):
            found = next(
                (match for code in _CODES if (match := code.search(line["SKT:Designation"]))), None
            )
            if (
                found is None
                or (
                    row := own.get(
                        f"{found[1] if len(found[1]) == 2 else '6' + found[1]}{found[2]}"
                    )
                )
                is None
            ):
                continue
            seen += 1
            assert (row.bore_mm, row.outside_mm, row.width_mm) == tuple(
                float(line[f"SKT:{name}"]) for name in "dDB"
            ), row.code
    assert seen >= 15


def test_sizes_grow_as_the_series_do() -> None:
    rows = {row.code: row for row in REFERENCE.groove_dimensions.rows}
    assert len(rows) == 63
    for number in range(21):
        light, medium, heavy = (rows[f"{series}{number:02d}"] for series in ("60", "62", "63"))
        assert light.bore_mm == medium.bore_mm == heavy.bore_mm
        assert light.outside_mm < medium.outside_mm < heavy.outside_mm
        assert light.width_mm < medium.width_mm < heavy.width_mm


@pytest.mark.parametrize(("sits", "name"), [("shaft", "din471"), ("bore", "din472")])
def test_retaining_rings_agree_with_a_parts_library(sits: str, name: str) -> None:
    library = {float(row["d1"]): row for row in _library(name)}
    own = [row for row in REFERENCE.retaining_rings.rows if row.sits == sits]
    assert len(own) >= 35
    for row in own:
        other = library[row.diameter_mm]
        assert row.groove_mm == float(other["d2"]), row
        assert row.slot_mm == float(other["m"]), row
        # The library has 2 mm for the ring of a 48 mm shaft, in a groove of 1.85 mm: a misprint.
        if (sits, row.diameter_mm) != ("shaft", 48):
            assert row.ring_mm == float(other["s"]), row
        assert 0 < row.slot_mm - row.ring_mm <= 0.16


# --- The fit. -------------------------------------------------------------------------------------


def test_force_against_lame_written_out() -> None:
    """Thick-walled ring on a solid shaft of the same steel: p = E·Δ/(2d)·(1 - k²), by its own path
    with both compliances.
    """
    bearing, tight = ball(), 27e-3
    d, f = bearing.bore_mm, bearing.inner_raceway_mm
    ring = ((f**2 + d**2) / (f**2 - d**2) + 0.3) / 208_000
    shaft = (1 - 0.3) / 206_000
    p = tight / d / (ring + shaft)
    force = math.pi * d * bearing.width_mm * p * 0.15 / 1000
    assert fit.push_on_force(bearing, Shaft(45), Span(0, 27)).value_to == pytest.approx(
        force, rel=1e-6
    )


@given(st.floats(20, 100), st.floats(1.5, 2.2), st.floats(0, 40), st.floats(0, 40))
def test_more_interference_leaves_less_clearance_and_takes_more_force(
    bore: float, ratio: float, one: float, more: float
) -> None:
    bearing, shaft = ball(bore, bore * ratio, bore * 0.4), Shaft(bore)
    small, large = (
        fit.clearance_left(bearing, shaft, Span(18, 36), Span(0, tight))
        for tight in (one, one + more)
    )
    assert large.value <= small.value + 0.11  # type: ignore[operator]
    light, heavy = (
        fit.push_on_force(bearing, shaft, Span(0, tight)).value_to for tight in (one, one + more)
    )
    assert heavy >= light - 1e-9  # type: ignore[operator]


def test_a_seat_with_play_takes_no_force_and_eats_no_clearance() -> None:
    loose = Span(-20, -5)
    assert fit.push_on_force(ball(), Shaft(45), loose).value_to == 0
    left = fit.clearance_left(ball(), Shaft(45), Span(18, 36), loose)
    assert left.value_to == 36 and left.verdict is not None and left.verdict.level is Level.GOOD


@given(st.floats(0, 40), st.floats(0, 30), st.floats(0, 30))
def test_what_is_good_cold_is_good_warm(least: float, fit_um: float, more: float) -> None:
    """Good leaves more at the group's least than an inner ring 10 K warmer takes over the outer
    raceway, worked here from the sizes and 12·10⁻⁶/K of ring steel (from memory).
    """
    left = fit.clearance_left(ball(), Shaft(45), Span(least, least + 20), Span(0, fit_um + more))
    assert left.value is not None and left.verdict is not None
    takes = 12e-3 * (4 * 85 + 45) / 5 * 10
    assert (left.verdict.level is Level.GOOD) == (left.value > takes)


def test_the_least_of_the_group_is_what_counts() -> None:
    verdicts = [
        fit.clearance_left(ball(), Shaft(45), Span(low, high), Span(2, 27)).verdict
        for low, high in ((35, 56), (30, 51), (18, 36), (6, 20), (0, 0.5))
    ]
    assert [verdict.word for verdict in verdicts if verdict] == [
        "clearance is left",
        "little is left when warm",
        "clearance may be gone",
        "clearance may be gone",
        "no clearance left",
    ]


def test_a_turned_seat_smooths_out_more() -> None:
    assert (
        fit.effective_um(25, Shaft(45, finish=Finish.TURNED)) < fit.effective_um(25, Shaft(45)) < 25
    )
    assert fit.effective_um(-5, Shaft(45)) == -5


# --- Heat. ----------------------------------------------------------------------------------------


def test_heat_by_the_bore_at_that_temperature() -> None:
    """By another path: the bore at the temperature that is asked is the shaft and its interference,
    and the gap.
    """
    need = heating.heat_needed(ball(), 20, 27, heating.heat_limit(Closure.OPEN)).value
    assert need is not None
    grown = 45 * (1 + 12e-6 * (need - 20)) - 45
    assert grown == pytest.approx(0.027 + 0.018, rel=1e-6)
    touches = heating.contact_c(45, 20, 27)
    assert 45 * 12e-6 * (touches - 20) == pytest.approx(0.027)


@pytest.mark.parametrize(
    ("closure", "sheet", "limit", "never"),
    [
        (Closure.OPEN, None, 120, 125),
        (Closure.SEALED, None, 80, (200 - 32) / 1.8),
        (Closure.SHIELDED, None, 80, (200 - 32) / 1.8),
        (Closure.SEALED, 110, 110, 110),
    ],
)
def test_limits_of_the_trade(
    closure: Closure, sheet: float | None, limit: float, never: float
) -> None:
    # 200 °F, not rounded: what reads 200 °F is not over it.
    found = heating.heat_limit(closure, sheet)
    assert (found.limit_c, found.never_c) == (limit, never)


@pytest.mark.parametrize("sheet", [20, 126, 300])
def test_a_sheet_for_no_ordinary_ring_is_refused(sheet: float) -> None:
    with pytest.raises(InvalidInput):
        heating.heat_limit(Closure.OPEN, sheet)


@given(st.floats(15, 150), st.floats(0, 90), st.floats(-20, 45), st.sampled_from(Closure))
def test_the_limit_is_never_raised_to_gain_room(
    bore: float, tight: float, shaft_c: float, closure: Closure
) -> None:
    limit = heating.heat_limit(closure)
    found = heating.heat_needed(ball(bore, bore * 1.9, bore * 0.4, closure), shaft_c, tight, limit)
    assert found.verdict is not None
    room = 12e-6 * bore * (limit.limit_c - shaft_c) - tight / 1000
    if found.verdict.level is Level.GOOD:
        assert found.value is not None and found.value <= limit.limit_c
    elif found.verdict.level is Level.WATCH:
        assert room >= 0.010 - 1e-9
    else:
        assert room < max(0.010, 0.0002 * bore) + 1e-9
        assert "limit" in found.verdict.reason


def test_what_a_thermometer_says() -> None:
    def said(
        ring: float, outer: float | None = None, closure: Closure = Closure.SEALED
    ) -> tuple[str, Level]:
        verdict = heating.judge_reading(
            heating.heat_limit(closure), closure, ring, outer, ball(closure=closure), play_um=18
        )
        return verdict.word, verdict.level

    assert said(70)[1] is Level.GOOD
    assert said(85) == ("above the limit", Level.STOP)
    assert said(95) == ("over its limit", Level.STOP)
    assert said(95, closure=Closure.OPEN)[1] is Level.GOOD
    # 18 µm of play over 77 mm bear 19 K between the rings.
    assert said(70, 52) == ("inner ring far ahead", Level.WATCH)
    assert said(70, 60)[1] is Level.GOOD
    # 80 °C are the limit, and a probe is good for 3 K.
    assert said(76)[1] is Level.GOOD
    assert said(78) == said(80) == ("at its limit", Level.WATCH)
    assert said(70, 49) == ("inner ring too far ahead", Level.STOP)


@given(st.floats(20, 600), st.floats(60, 120), st.floats(10, 30), st.integers(2, 8))
def test_cooling_is_learnt_from_its_own_curve(
    constant: float, begin: float, towards: float, count: int
) -> None:
    step = constant / 4
    readings = [
        (i * step, towards + (begin - towards) * math.exp(-i * step / constant))
        for i in range(count)
    ]
    found = learn_cooling(readings, towards)
    assert found is not None and found.constant_s == pytest.approx(constant, rel=1e-3)
    contact = towards + (begin - towards) * 0.3
    left = seconds_to_contact(begin, contact, found)
    assert towards + (begin - towards) * math.exp(-left / constant) == pytest.approx(
        contact, rel=1e-3
    )


@pytest.mark.parametrize(
    "readings",
    [
        [],
        [(0, 90)],
        [(0, 80), (30, 85)],
        [(0, 22), (60, 21)],
        [(0, 80), (0, 80)],
        [(0, 80), (60, 80)],
    ],
)
def test_readings_that_do_not_fall_tell_no_time(readings: list[tuple[float, float]]) -> None:
    assert learn_cooling(readings, 20) is None


def test_time_left_at_the_ends() -> None:
    cooling = CoolingFit(100, 20, 3)
    assert seconds_to_contact(60, 70, cooling) == 0
    assert seconds_to_contact(90, 15, cooling) == math.inf


def waits(
    first: float, later: float, air: float = 18, tight: float = 30, apart: float = 90
) -> Result:
    return time_off_heater(60, 18, tight, ((0, first), (apart, later)), air)


@pytest.mark.parametrize(
    ("first", "later", "air", "tight", "word"),
    [
        (112, 101, 18, 30, "so long in the air"),
        # Wider than its seat by less than the least room.
        (84, 75, 18, 30, "too cool to push on"),
        # Two readings of ±3 K that are 1 K apart, two above what it needs: there may be no time.
        (79, 78, 18, 30, "not told"),
        # It never cools to 76 °C in air of 77.
        (112, 101, 77, 30, "not told"),
        (84, 75, 18, 0, "slides on cold"),
    ],
)
def test_a_ring_waits_only_while_its_room_is_certain(
    first: float, later: float, air: float, tight: float, word: str
) -> None:
    said = waits(first, later, air, tight)
    assert said.verdict is not None and said.verdict.word == word
    assert (said.verdict.level is Level.GOOD) == (tight <= 0)
    assert said.value is None or math.isfinite(said.value)


@given(st.floats(78, 130), st.floats(1, 60), st.floats(-10, 40), st.floats(5, 600))
def test_a_ring_never_waits_longer_than_a_step_by_step_cooling_allows(
    first: float, fall: float, air: float, apart: float
) -> None:
    later = first - fall
    if later - air <= heating.PROBE_K:
        with pytest.raises(InvalidInput):
            waits(first, later, air, apart=apart)
        return
    said = waits(first, later, air, apart=apart)
    assert said.value is not None and said.uncertainty is not None and said.uncertainty >= 0
    least = heating.push_above_c(60, 18, 30)
    constant = apart / math.log((first - air) / (later - air))
    assert air + (later - air) * math.exp(-said.value / constant) >= min(least, later) - 1e-6


@pytest.mark.parametrize(("first", "later"), [(90, 90), (90, 95), (25, 20.9)])
def test_readings_that_tell_no_waiting_time_are_refused(first: float, later: float) -> None:
    with pytest.raises(InvalidInput) as refused:
        waits(first, later)
    assert refused.value.fields[0].name == "later_c" and refused.value.fields[0].expected


# --- Square against the shoulder. -----------------------------------------------------------------


@given(st.floats(0, 359), st.floats(0.0005, 0.02), st.floats(2, 10), st.floats(40, 200))
def test_a_tilted_plane_is_found_by_its_four_gaps(
    towards: float, slope: float, mean: float, circle: float
) -> None:
    def gap(deg: float) -> float:
        return mean + slope * circle / 2 * math.cos(math.radians(deg - towards))

    found = square.tilt_of((gap(0), gap(90), gap(180), gap(270)), circle)
    assert found.slope == pytest.approx(slope, rel=1e-6)
    assert abs((found.towards_deg - towards + 180) % 360 - 180) < 0.2
    assert not found.false_reading


def test_one_false_gap_is_read_again_and_not_tapped() -> None:
    found = square.tilt_of((1.0, 1.0, 1.0, 1.3), 80)
    assert found.false_reading
    assert square.judge_tilt(found, 45).level is Level.UNKNOWN


@pytest.mark.parametrize(
    ("gaps", "word", "side"),
    [
        ((1, 1, 1, 1), "square", ""),
        ((1, 1.05, 1, 0.95), "a little askew", "3 o'clock"),
        ((0.6, 1, 1.4, 1), "askew", "6 o'clock"),
        ((1.2, 1.2, 0.8, 0.8), "askew", "2 o'clock"),
    ],
)
def test_where_to_tap(gaps: tuple[float, float, float, float], word: str, side: str) -> None:
    verdict = square.judge_tilt(square.tilt_of(gaps, 80), 45)
    assert verdict.word == word and side in verdict.reason


def test_a_leaf_that_enters_anywhere_stops() -> None:
    assert square.judge_shoulder((False,) * 4).level is Level.GOOD
    assert "crept back" in square.judge_shoulder((True,) * 4).reason
    assert square.judge_shoulder((False, True, False, False)).reason.startswith(
        "A 0.03 mm feeler enters at the right"
    )


# --- What holds it, and what pushes it. -----------------------------------------------------------

SHAFT_RING, BORE_RING = RingRow("shaft", 45, 42.5, 1.75, 1.85), RingRow("bore", 85, 88.5, 3, 3.15)


def test_ends_come_together_on_a_shaft_and_apart_in_a_bore() -> None:
    assert end_change(SHAFT_RING).value == pytest.approx(math.pi * 2.5)
    # 12 mm apart on the shaft, 4 mm in the groove; the other way round in a bore.
    assert judge_ring(SHAFT_RING, True, True, 12, 4, turns=True).level is Level.GOOD
    assert judge_ring(SHAFT_RING, True, True, 4, 12, turns=True).word == "does not sit"
    assert judge_ring(BORE_RING, True, True, 4, 15, turns=True).level is Level.GOOD
    assert judge_ring(BORE_RING, True, True, 15, 4, turns=True).word == "does not sit"
    assert judge_ring(SHAFT_RING, True, True, 40, 4, turns=True).level is Level.UNKNOWN


@pytest.mark.parametrize(
    ("free", "below", "turns", "word"),
    [
        (False, True, True, "groove not free"),
        (True, False, True, "stands proud"),
        (True, True, False, "does not turn"),
    ],
)
def test_each_proof_of_a_retaining_ring_counts(
    free: bool, below: bool, turns: bool, word: str
) -> None:
    verdict = judge_ring(SHAFT_RING, free, below, 12, 4, turns=turns)
    assert (verdict.word, verdict.level) == (word, Level.STOP)


def test_three_proofs_are_not_four() -> None:
    assert judge_ring(SHAFT_RING, True, True, None, None, turns=True).level is Level.WATCH


def test_a_tube_bears_on_the_inner_ring_alone() -> None:
    for row in REFERENCE.groove_dimensions.rows:
        tube = drift_tube(ball(row.bore_mm, row.outside_mm, row.width_mm), 60)
        assert (
            row.bore_mm
            < tube.inside_mm.low
            < tube.inside_mm.high
            < tube.outside_mm
            < (row.bore_mm + row.outside_mm) / 2
        )
        assert tube.wall_mm > 0 and tube.length_mm == 80
    with pytest.raises(InvalidInput):
        drift_tube(ball(), -1)


def test_ways_are_weighed_with_reasons() -> None:
    def order(bearing: StraightBearing, tight: Span, closure: Closure) -> list[tuple[WayOn, Level]]:
        force = fit.push_on_force(bearing, Shaft(bearing.bore_mm), tight)
        heat = heating.heat_needed(bearing, 20, tight.high, heating.heat_limit(closure))
        found = advise_on(bearing.bore_mm, force, heat)
        assert all(one.verdict.reason and one.reasons for one in found)
        return [(one.way, one.verdict.level) for one in found]

    assert order(ball(), Span(2, 27), Closure.OPEN)[0] == (WayOn.HEAT, Level.GOOD)
    # A sealed ring with a tight fit has no room at 80 °C: it is pressed, the limit stays.
    sealed = dict(order(ball(), Span(2, 27), Closure.SEALED))
    assert sealed[WayOn.HEAT] is Level.STOP and sealed[WayOn.PRESS] is Level.WATCH
    assert dict(order(ball(100, 180, 34), Span(10, 60), Closure.OPEN))[WayOn.DRIFT] is Level.STOP
