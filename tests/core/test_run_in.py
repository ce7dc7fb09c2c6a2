"""Running in and keeping: readings as brackets, where it levels, what stops it; intervals, due
days, levelling over weeks, a stop of a round.

Limits are common practice, no source, unless a test says otherwise.
"""

from __future__ import annotations

import math
import random
from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta
from typing import NamedTuple

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests import proved
from tests.benches.shaft import ShaftBench
from tests.core import test_closing as close
from tests.core import test_fill as fill
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.commands import AcceptAlarm, ConfirmGate, Correct, SetStageAside, TakeStageUp
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import What
from tribodex.core.schedule.due import (
    NEVER,
    Care,
    CareKind,
    due_date,
    interval_days,
    overdue,
    overgreased,
)
from tribodex.core.schedule.levelling import Duties, level
from tribodex.core.topics import care, runin
from tribodex.core.topics.care import commands as keep
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.runin import commands as cmd
from tribodex.core.topics.runin.facts import Noise, WarmthRead
from tribodex.core.topics.runin.state import RunIn
from tribodex.core.topics.stock import commands as take
from tribodex.core.warmth.purge import judge_purge
from tribodex.core.warmth.reading import ReadBy, Warmth, read_warmth
from tribodex.core.warmth.settling import KNOWN_K, Limits, judge_run, settle
from tribodex.core.working import Level

THERMO, EVEN = ReadBy.THERMOMETER, Noise.EVEN


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    made.pass_gates_left()
    return made


def state(bench: ShaftBench) -> RunIn:
    return bench.job.of(runin.TOPIC, SHAFT)


def headline(bench: ShaftBench) -> str:
    return runin.TOPIC.move(bench.desk(), state(bench)).headline


def ready(bench: ShaftBench) -> None:
    gate, _ = bench.desk().gate("ready_to_start")
    bench.do(ConfirmGate("ready_to_start", tuple(item.id for item in gate.items)))


def reads(bench: ShaftBench, at: float, one: str, two: str, ambient: str = "") -> None:
    bench.do(
        *(
            cmd.ReadWarmth(place, said, THERMO, EVEN, ambient, after=f"{at:g}")
            for place, said in (("1", one), ("2", two))
        )
    )


def started(bench: ShaftBench) -> None:
    bench.mounted_by_others(What.CLOSED)
    ready(bench)
    bench.do(cmd.BumpDirection(True), cmd.StartRun("cold", "20 °C"))


def test_nothing_runs_while_something_is_in_or_loose(bench: ShaftBench) -> None:
    with pytest.raises(Refused, match="Ready to run"):
        bench.do(cmd.BumpDirection(True))
    ready(bench)
    with pytest.raises(Refused, match="Driven up: The zero mark is not set"):
        bench.do(cmd.BumpDirection(True))
    bench.stated("1", What.ON)
    with pytest.raises(Refused, match="skip its stage with the reason"):
        bench.do(cmd.BumpDirection(True))
    bench.mounted_by_others()
    with pytest.raises(Refused, match="Cap and base a pair"):
        bench.do(cmd.BumpDirection(True))
    for at in ("1", "2"):
        bench.left_out(at, "close")
        bench.stated(at, What.CLOSED)
    bench.do(take.PutIn("jack under the shaft"))
    with pytest.raises(Refused, match="jack under the shaft"):
        bench.do(cmd.BumpDirection(True))
    bench.do(take.TakeOut(bench.log[-1].seq))
    bench.do(TakeStageUp("close_housing"), at="1")
    bench.do(close.cmd.PairCap(True, True), close.CAP, at="1")
    with pytest.raises(Refused, match="End 1: "):
        bench.do(cmd.BumpDirection(True))


def test_the_wrong_way_round_is_never_started(bench: ShaftBench) -> None:
    bench.mounted_by_others(What.CLOSED)
    ready(bench)
    bench.do(cmd.BumpDirection(False))
    assert headline(bench) == "Stop: turns the wrong way"
    with pytest.raises(Refused, match="right way"):
        bench.do(cmd.StartRun("cold"))


def test_it_settles_and_is_concluded(bench: ShaftBench) -> None:
    started(bench)
    for at in (0, 15, 30, 60, 90, 120, 180):
        warm = 20 + 34 * (1 - math.exp(-at / 35))
        reads(bench, at, f"{warm:.0f} °C", f"{warm - 2:.0f} °C")
    assert headline(bench) == "Everything settles: conclude"
    bench.do(cmd.ConcludeRun(True))
    assert proved.stage(bench.desk(), runin.TOPIC) is None and headline(bench) == "It ran in well"
    figures = {f.id: f for f in runin.TOPIC.figures(bench.desk(), state(bench))}
    assert figures["settling_1"].value == pytest.approx(54, abs=3)
    section = runin.TOPIC.record(bench.desk(), state(bench))[0]
    assert (
        len(section.tables[0].rows) == 14
        and section.verdict is not None
        and section.verdict.word == "ran in well"
    )


def test_too_hot_stops_and_a_run_that_is_not_well_is_started_again(bench: ShaftBench) -> None:
    started(bench)
    reads(bench, 0, "20 °C", "20 °C")
    reads(bench, 40, "101 °C", "45 °C")
    assert headline(bench) == "End 1, stop: too hot"
    with pytest.raises(Refused, match="too hot"):
        bench.do(cmd.ConcludeRun(True))
    with pytest.raises(InvalidInput):
        bench.do(cmd.ConcludeRun(False))
    bench.do(cmd.StopRun("End 1 too hot"), cmd.ConcludeRun(False, "cap off, look at the ring"))
    assert (
        proved.unsaid(bench.desk(), runin.TOPIC) == [] and headline(bench) == "Concluded: not well"
    )
    bench.do(cmd.StartRun("warm", "20 °C"))
    reads(bench, 0, "48 °C", "30 °C")
    assert len(state(bench).runs) == 2 and state(bench).concluded is None
    assert len(state(bench).runs[-1].read["1"]) == 1, (
        "a run after cooling begins with its own readings"
    )
    assert any("run 2" in one for one in runin.TOPIC.findings(bench.desk(), state(bench)))


def test_a_rumble_or_a_shake_stops_whatever_the_temperature_says(bench: ShaftBench) -> None:
    started(bench)
    bench.do(
        cmd.ReadWarmth("1", "25", THERMO, Noise.ROUGH),
        cmd.ReadWarmth("2", "25", THERMO, EVEN, vibration="3.2 mm/s"),
    )
    assert headline(bench) == "End 1, it rumbles"
    bench.do(
        Correct(
            bench.seq(WarmthRead),
            "another machine",
            cmd.ReadWarmth("1", "25", THERMO, EVEN, vibration="12"),
        )
    )
    assert headline(bench) == "End 1, shakes too much"


def test_by_the_clock_of_the_device_unless_minutes_are_said(bench: ShaftBench) -> None:
    started(bench)
    bench.do(cmd.ReadWarmth("1", "25", THERMO, EVEN))
    assert state(bench).run.read["1"][0][0] == 1.0, "the bench's clock goes a minute an entry"  # type: ignore[union-attr]
    bench.do(cmd.ReadWarmth("1", "30", THERMO, EVEN, after="15 min"))
    assert [w.minutes for w in state(bench).run.warmth("1")] == [1.0, 15.0]  # type: ignore[union-attr]


def test_without_the_ambient_the_rise_is_not_judged(bench: ShaftBench) -> None:
    bench.mounted_by_others(What.CLOSED)
    ready(bench)
    bench.do(cmd.BumpDirection(True), cmd.StartRun("cold"))
    reads(bench, 0, "20", "20")
    view = runin.TOPIC.view(bench.desk(), state(bench))
    assert [v.word for v in view.bearings[0].verdicts] == ["ambient not known"]
    reads(bench, 15, "25", "25", "18 °C")
    assert state(bench).run.ambient_c == 18  # type: ignore[union-attr]


# --- Warmth. --------------------------------------------------------------------------------------


def rise(
    ambient: float, up: float, tau: float, at: Sequence[float], noise: float = 0.0, *, seed: int = 1
) -> list[Warmth]:
    rng = random.Random(seed)
    return [
        Warmth(t, x, x, 2.0)
        for t in at
        for x in [ambient + up * (1 - math.exp(-t / tau)) + rng.gauss(0, noise)]
    ]


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("62 °C", (62.0, 62.0)),
        ("60-65", (60.0, 65.0)),
        ("60 – 65 °C", (60.0, 65.0)),
        ("<75", (None, 75.0)),
        (">60 °C", (60.0, None)),
        ("140-149 °F", (60.0, 65.0)),
        ("149 °F", (65.0, 65.0)),
    ],
)
def test_a_strip_reads_as_a_bracket_like_leaves(
    text: str, found: tuple[float | None, float | None]
) -> None:
    assert read_warmth(text, "t") == (
        pytest.approx(found[0]) if found[0] else None,
        pytest.approx(found[1]) if found[1] else None,
    )


@pytest.mark.parametrize("text", ["", "warm", "65-60", "900", "-90 °C", "60-", "<", "62 kg"])
def test_what_is_no_temperature_is_refused(text: str) -> None:
    with pytest.raises(InvalidInput):
        read_warmth(text, "t")


@settings(max_examples=60, deadline=None)
@given(st.floats(0, 35), st.floats(12, 60), st.floats(20, 90), st.integers(0, 10_000))
def test_where_it_levels_is_within_what_is_said(
    ambient: float, up: float, tau: float, seed: int
) -> None:
    """Readings of a first-order rise with 1 K of noise: what is said covers the truth, or it is too
    early to say.
    """
    found = judge_run(
        rise(ambient, up, tau, (0, 15, 30, 60, 90, 120, 180, 240), 1.0, seed=seed),
        ambient,
        Limits(150, 160),
    )
    if found.value is not None and found.uncertainty is not None:
        assert abs(found.value - (ambient + up)) <= max(found.uncertainty * 1.3, 3.0)
        assert found.uncertainty <= 2 * KNOWN_K or found.verdict.word in ("level", "past its hump")  # type: ignore[union-attr]


def test_the_fit_by_another_path() -> None:
    """Least squares of SciPy on the same curve gives the same level and time constant."""
    from scipy.optimize import curve_fit

    readings = rise(20, 45, 50, range(0, 241, 15), 0.3)
    t, y = np.array([w.minutes for w in readings]), np.array([w.low_c for w in readings])
    (up, tau), _ = curve_fit(
        lambda t, up, tau: 20 + up - (20 + up - y[0]) * np.exp(-t / tau), t, y, p0=(30, 60)
    )
    found = settle(readings, 20.0)
    assert found.level_c == pytest.approx(20 + up, abs=1.0) and found.tau_min == pytest.approx(
        tau, rel=0.12
    )


@pytest.mark.parametrize(
    ("readings", "word"),
    [
        ([Warmth(0, 20, 20, 1)], "too early to say"),
        ([Warmth(0, 20, 20, 1), Warmth(5, 26, 26, 1)], "too early to say"),
        (rise(20, 30, 30, (0, 15, 30, 60, 120, 180)), "level"),
        (
            [Warmth(t, c, c, 1) for t, c in ((0, 20), (20, 60), (40, 71), (70, 64), (120, 55))],
            "past its hump",
        ),
        (
            [Warmth(0, 20, 20, 1), Warmth(31, 40, 40, 1), Warmth(33, 50, 50, 1)],
            "stop: rises too fast",
        ),
        ([Warmth(0, 20, 20, 1), Warmth(10, 50, 50, 1)], "too early to say"),
        ([Warmth(0, 20, 20, 1), Warmth(60, 93, 93, 1)], "hot: look"),
        ([Warmth(0, 20, 20, 1), Warmth(60, 100, 105, 1)], "stop: too hot"),
        (
            [
                Warmth(t, c, c, 1)
                for t, c in ((0, 20), (30, 45), (60, 62), (90, 73), (120, 80), (180, 87))
            ],
            "still rising: look",
        ),
        (
            [Warmth(0, None, 40, 1), Warmth(30, None, 40, 1), Warmth(60, None, 40, 1)],
            "too early to say",
        ),
        (
            [Warmth(t, c, c + 5, 1) for t, c in ((0, 20), (20, 35), (40, 45), (60, 50))],
            "too early to say",
        ),
    ],
)
def test_what_readings_say(readings: list[Warmth], word: str) -> None:
    verdict = judge_run(readings, 20.0, Limits()).verdict
    assert verdict is not None and verdict.word == word, verdict


def test_a_strip_that_may_be_below_the_limit_does_not_stop_and_is_looked_at() -> None:
    found = judge_run([Warmth(0, 20, 25, 1), Warmth(60, 95, 105, 1)], 20.0, Limits()).verdict
    assert found is not None and found.word == "hot: look"


@pytest.mark.parametrize(
    ("before", "after", "word"),
    [
        (50.0, [], "not read yet"),
        (None, [(10, 55)], "before not known"),
        (50.0, [(10, 51)], "too early to say"),
        (50.0, [(60, 51)], "no rise"),
        (50.0, [(20, 60), (60, 62)], "still rising"),
        (50.0, [(20, 60), (60, 62), (120, 58)], "falling"),
        (50.0, [(20, 60), (90, 62), (200, 51)], "normal purge"),
        (50.0, [(60, 60), (300, 66)], "overfilled"),
        (50.0, [(60, 101)], "stop: too hot"),
    ],
)
def test_after_fresh_grease_it_rises_falls_and_settles(
    before: float | None, after: list[tuple[float, float]], word: str
) -> None:
    """Common practice, no source: it rises for a while, then falls below and settles."""
    assert judge_purge(before, [Warmth(t, c, c, 1.0) for t, c in after], Limits()).word == word


def test_greased_while_it_runs_is_watched_as_a_purge(bench: ShaftBench) -> None:
    started(bench)
    for at, c in ((0, 50), (20, 50)):
        reads(bench, at, f"{c} °C", f"{c} °C")
    bench.do(cmd.GreaseRunning("1", "10 strokes", after="25"))
    for at, c in ((40, 58), (90, 60), (200, 51)):
        reads(bench, at, f"{c} °C", "50 °C")
    words = [v.word for v in runin.TOPIC.view(bench.desk(), state(bench)).bearings[0].verdicts]
    assert "normal purge" in words


# --- Keeping. -------------------------------------------------------------------------------------

SET = keep.SetCare(
    CareWay.UNTIL_SHOWS,
    "16",
    "180",
    "62 °C",
    "some dust",
    "dry",
    "quiet",
    "horizontal",
    "side",
    "gun 2",
    "1.3 g ± 0.05",
    running="yes",
    look_days="14",
)
SET = replace(SET, running="yes")


def test_a_bearing_is_given_into_keeping_with_amount_strokes_and_first_day(
    bench: ShaftBench,
) -> None:
    bench.do(fill.CHOOSE, SET, at="1")
    kept = bench.job.of(care.TOPIC, "1")
    assert kept.plan is not None and kept.plan.grease == "Mill grease 2" and kept.plan.running
    fitted = bench.desk("1").fitted("1")
    assert fitted is not None
    assert kept.plan.amount_g == pytest.approx(
        0.005 * fitted.bearing.outside_mm * fitted.bearing.width_mm, abs=0.06
    )
    assert kept.plan.strokes == round((kept.plan.amount_g or 0) / 1.3)
    greased, looked = kept.plan.due
    assert (greased.kind, looked.kind, looked.every_days) == (CareKind.GREASE, CareKind.LOOK, 14)
    first = due_date(greased, kept.since or date.min, 16)
    assert first is not None and greased.every_h is not None
    assert (first - (kept.since or date.min)).days == int(
        min(greased.every_h / 16, greased.every_days or NEVER)
    )
    assert care.TOPIC.move(bench.desk("1"), kept).headline.startswith("Next: look")
    assert (
        care.TOPIC.record(bench.desk("1"), kept)[0].tables[0].rows[0][0].startswith("grease every")
    )


@pytest.mark.parametrize(
    ("said", "field"),
    [
        (replace(SET, hours_per_day=""), "hours_per_day"),
        (replace(SET, hours_per_day="25"), "hours_per_day"),
        (replace(SET, speed=""), "speed"),
        (replace(SET, path=""), "path"),
        (replace(SET, dirt="filthy"), "dirt"),
        (replace(SET, gun="gun 2", stroke=""), "stroke"),
        (replace(SET, speed="9000"), "interval"),
        (replace(SET, interval="400"), "interval_source"),
        (replace(SET, amount="20 g"), "amount_source"),
        (replace(SET, way=CareWay.LUBRICATOR), "cartridge"),
        (replace(SET, way=CareWay.SEALED_INSERT, gun="", stroke=""), "stroke"),
        (replace(SET, look_days="0"), "look_days"),
    ],
)
def test_what_keeping_needs_is_named(bench: ShaftBench, said: keep.SetCare, field: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        bench.do(said, at="1")
    assert refused.value.fields[0].name == field


def test_the_maker_goes_first_and_an_interval_that_is_not_valid_asks_for_him(
    bench: ShaftBench,
) -> None:
    bench.do(
        replace(SET, speed="9000", interval="300 h", interval_source="sheet of the grease"),
        at="1",
        meant=("speed",),
    )
    kept = bench.job.of(care.TOPIC, "1").plan
    assert kept is not None and kept.due[0].every_h == 300 and kept.verdict.word == "by the maker"
    assert [f.id for f in kept.figures][:3] == [
        "interval_maker",
        "interval",
        "interval_halving",
    ], "what the methods say stands beside"


@given(st.floats(0.3, 5), st.integers(0, 12) | st.none(), st.floats(0.5, 12) | st.none())
@settings(max_examples=40, deadline=None)
def test_no_plan_exceeds_a_sealed_inserts_strokes(
    stroke: float, strokes: int | None, grams: float | None
) -> None:
    """Common practice, no source: two strokes, no more; the smaller of the maker's strokes and its
    grams.
    """
    made = ShaftBench()
    said = keep.SetCare(
        CareWay.SEALED_INSERT,
        "16",
        gun="g",
        stroke=f"{stroke:.3f} g",
        strokes="" if strokes is None else str(strokes),
    )
    usual = 0.005 * 160 * 40
    try:
        asked = replace(
            said, amount="" if grams is None else f"{grams:.3f} g", amount_source="its sheet"
        )
        made.do(asked, at="1", meant=("amount", "strokes", "stroke"))
    except InvalidInput as refused:
        assert (
            refused.fields[0].name in ("amount", "strokes")
            and max(grams or 0, (strokes or 0) * stroke) > usual * 0.99
        )
        return
    plan = made.job.of(care.TOPIC, "1").plan
    assert (
        plan is not None
        and plan.strokes is not None
        and plan.due[0].every_h == 75
        and plan.due[0].every_days == 90
    )
    if strokes is not None:
        assert plan.strokes <= strokes
    if grams is not None:
        assert plan.strokes * stroke <= grams + 0.01
    elif strokes is None:
        assert plan.strokes <= 2 and plan.strokes * stroke <= 2.85


def test_a_stored_block_and_set_screws_follow_into_keeping(bench: ShaftBench) -> None:
    bench.do(fill.CHOOSE, fill.cmd.PlanFill("stored", volume="600 cm³"), SET, at="1")
    kinds = [due.kind for due in bench.job.of(care.TOPIC, "1").plan.due]  # type: ignore[union-attr]
    assert CareKind.STORED in kinds


@pytest.mark.parametrize(
    ("way", "kinds"), [(CareWay.FOR_LIFE, ["look"]), (CareWay.OIL, ["oil", "look"])]
)
def test_for_life_and_oil_are_looked_at_alone(
    bench: ShaftBench, way: CareWay, kinds: list[str]
) -> None:
    bench.do(keep.SetCare(way), at="1")
    assert [str(due.kind) for due in bench.job.of(care.TOPIC, "1").plan.due] == kinds  # type: ignore[union-attr]


def test_a_lubricator_is_set_to_days_and_its_cartridge_is_due(bench: ShaftBench) -> None:
    bench.do(replace(SET, way=CareWay.LUBRICATOR, cartridge="125 g"), at="1")
    plan = bench.job.of(care.TOPIC, "1").plan
    assert (
        plan is not None
        and plan.due[0].kind is CareKind.CARTRIDGE
        and any(f.id == "lubricator" for f in plan.figures)
    )


def test_a_whole_shaft_from_make_safe_to_a_dated_regreasing(bench: ShaftBench) -> None:
    """Everything after locking, in the order in which it is asked, at both bearings; the rest set
    aside.
    """
    for at in ("1", "2"):
        fill.filled(bench, at)
        close.closed(bench, at, ("0.05", "0.1") if at == "1" else ("2", "2"))
    bench.mounted_by_others()
    ready(bench)
    with pytest.raises(Refused, match="growth not known"):
        bench.do(cmd.BumpDirection(True))
    entry = max(e.seq for e in bench.log if e.kind == "ring_gaps_read" and e.at == "2")
    bench.do(
        AcceptAlarm(entry, "P. Arden", "2 mm on both sides, the shaft grows half a millimetre"),
        at="2",
    )
    bench.do(cmd.BumpDirection(True), cmd.StartRun("cold", "20 °C"))
    for minutes in (0, 15, 30, 60, 90, 120, 180):
        warm = 20 + 30 * (1 - math.exp(-minutes / 30))
        reads(bench, minutes, f"{warm:.0f}", f"{warm:.0f}")
    bench.do(cmd.ConcludeRun(True))
    bench.do(SET, at="1")
    bench.do(SET, at="2")
    for at in ("1", "2"):
        here = bench.desk(at)
        assert care.TOPIC.view(here, here.of(care.TOPIC)).temperature_c == 50
        assert all(due.day is not None for due in care.TOPIC.view(here, here.of(care.TOPIC)).due)
    bench.do(SetStageAside("set_seals", "by the night shift"), at="1")


# --- Due, and levelled. ---------------------------------------------------------------------------


def test_by_hours_by_days_whichever_first() -> None:
    """Common practice, no source: every 75 h or once a season."""
    both = Care(CareKind.GREASE, 75, 90)
    begin = date(2026, 11, 1)
    assert due_date(both, begin, 24) == begin + timedelta(days=3) and due_date(
        both, begin, 0.5
    ) == begin + timedelta(days=90)
    assert due_date(both, begin, 0) == begin + timedelta(days=90), (
        "what stands is limited by days alone"
    )


@given(
    st.lists(
        st.tuples(
            *[st.floats(1, 1e5) | st.just(math.nan)] * 2, st.floats(0, 24) | st.just(math.nan)
        ),
        min_size=1,
        max_size=40,
    )
)
def test_a_whole_plant_at_once_is_each_one_by_itself(
    rows: list[tuple[float, float, float]],
) -> None:
    hours, days, run = (np.array(column) for column in zip(*rows, strict=True))
    found = interval_days(hours, days, run)
    for one, (h, d, r) in zip(found, rows, strict=True):
        by_hours = h / r if r > 0 else math.inf
        expected = min(x for x in (by_hours, d, NEVER) if not math.isnan(x))
        assert one == pytest.approx(expected, rel=1e-9)


def test_overdue_by_a_tenth_and_over_greased_by_amount_or_by_time() -> None:
    assert overdue(np.array([100.0, 100.0]), np.array([10.0, 300.0]), 102).tolist() == [True, False]
    assert (
        overgreased(40, 20, 90, 90)
        and overgreased(20, 20, 20, 90)
        and not overgreased(20, 20, 80, 90)
        and not overgreased(0, 20, 1, 90)
    )


class Duty(NamedTuple):
    """One of what is levelled."""

    route: int
    crew: int
    due_week: int
    interval_weeks: float
    minutes: float


def duties(work: Sequence[Duty]) -> Duties:
    """As columns."""
    route, crew, week, interval, minutes = (np.array([duty[n] for duty in work]) for n in range(5))
    return Duties(
        route.astype(np.int64),
        crew.astype(np.int64),
        week.astype(np.int64),
        interval.astype(float),
        minutes.astype(float),
    )


WORK = st.builds(
    Duty,
    st.integers(0, 2),
    st.integers(0, 1),
    st.integers(-6, 20),
    st.floats(0.5, 52),
    st.floats(1, 60),
)


@given(st.lists(WORK, max_size=120), st.integers(1, 12), st.floats(10, 500))
def test_levelling_loses_nothing_doubles_nothing_and_is_never_late(
    work: list[Duty], weeks: int, capacity: float
) -> None:
    found = level(duties(work), weeks, np.array([capacity, capacity / 2])).tolist()
    assert len(found) == len(work)
    for one, week in zip(work, found, strict=True):
        assert week == one.due_week if one.due_week >= weeks else 0 <= week <= max(one.due_week, 0)
        # Never so early that it is greased too much.
        assert week >= min(
            max(one.due_week, 0), math.ceil(one.due_week - 0.25 * one.interval_weeks)
        )


def test_levelling_fills_no_week_above_its_crew_while_another_has_room() -> None:
    weeks = level(duties([Duty(0, 0, 3, 20, 10)] * 12), 4, np.array([40.0])).tolist()
    assert sorted(weeks.count(week) for week in range(4)) == [0, 4, 4, 4] or sorted(
        weeks.count(week) for week in range(4)
    ) == [3, 3, 3, 3]
    assert max(weeks.count(week) for week in range(4)) * 10 <= 40


def _read(*at: tuple[float, float] | tuple[float, float, float]) -> list[Warmth]:
    """Minutes and °C, or minutes and the two fields of a strip."""
    return [Warmth(one[0], one[1], one[-1], 1.0) for one in at]


@pytest.mark.parametrize(
    ("readings", "word"),
    [
        # It fell and climbs again, past what one rise would give: nothing is forecast below where
        # it stands.
        (_read((0, 20), (30, 80), (60, 70), (90, 73), (120, 77), (150, 81)), "no single rise"),
        # A field of a strip is ten degrees wide: three times the same says nothing of two.
        (_read((0, 50, 60), (30, 50, 60), (60, 50, 60)), "too early to say"),
        # It never warmed.
        (_read((0, 20), (30, 20.1), (60, 20.2)), "has not warmed"),
        # Level, at or within what a probe errs of where one looks: not well.
        (_read((0, 90), (20, 91), (40, 91), (60, 91)), "hot: look"),
        (_read((0, 88), (20, 89.5), (40, 89.5), (60, 89.5)), "may be hot: look"),
        (_read((0, 60), (20, 95), (40, 89.6), (60, 89.4)), "may be hot: look"),
        (_read((0, 60), (20, 85), (40, 85), (60, 85)), "level"),
        # One cool reading after a hot one is no hump.
        (_read((0, 20), (30, 60), (60, 50)), None),
        (_read((0, 20), (30, 60), (60, 52), (90, 50)), "past its hump"),
        (_read((0, 20), (30, 55), (60, 60), (90, 60.5), (120, 60.3)), "level"),
    ],
)
def test_good_is_shown_not_left_over(readings: list[Warmth], word: str | None) -> None:
    verdict = judge_run(readings, 20.0, Limits()).verdict
    assert verdict is not None
    assert verdict.word == word if word else verdict.level is not Level.GOOD


@given(st.lists(st.floats(20, 89), min_size=3, max_size=9))
def test_no_forecast_lies_below_where_it_climbs(temperatures: list[float]) -> None:
    readings = _read(*((20.0 * n, c) for n, c in enumerate(temperatures)))
    found = judge_run(readings, 20.0, Limits())
    verdict = found.verdict
    assert verdict is not None
    climbs = temperatures[-1] > temperatures[-2] + 0.5
    if climbs and verdict.word == "settling":
        assert found.value is not None and found.value >= temperatures[-1]
    if climbs and verdict.word == "too early to say" and "from" in verdict.reason:
        low = float(verdict.reason.split("from ")[1].split(" ")[0])
        assert low >= temperatures[-1] - 1.6


def test_a_hump_of_fresh_grease_is_no_part_of_the_rise() -> None:
    before = ((0.0, 20.0), (20.0, 40.0), (40.0, 52.0))
    after = ((60.0, 70.0), (80.0, 75.0), (100.0, 68.0), (120.0, 62.0))
    mixed = judge_run(_read(*before, *after), 20.0, Limits(), 45.0)
    assert (
        mixed.verdict is not None
        and mixed.verdict.word == "greased meanwhile"
        and mixed.value is None
    )
    level = judge_run(
        _read(*before, *after, (140, 61), (160, 60.5), (180, 60.2)), 20.0, Limits(), 45.0
    )
    assert level.verdict is not None and level.verdict.word == "level"
    # What stops applies throughout.
    hot = judge_run(_read(*before, (60, 104), (80, 70), (100, 60)), 20.0, Limits(), 45.0)
    assert hot.verdict is not None and hot.verdict.level is Level.STOP
