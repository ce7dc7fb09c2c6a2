"""A taper is let go by what it sits on: which nut is the stop, how far it goes back, where nobody
strikes.
"""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.benches.shaft import PLAN, ShaftBench
from tests.helpers import DRAFT, FEELERS, make_bench
from tribodex.core.components.bands import Span
from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.facts import Planned
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.removal.backing_off import BackedOff, nut_gap
from tribodex.core.removal.letting_go import letting_go
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.topics.removal import TOPIC
from tribodex.core.topics.removal import commands as cmd
from tribodex.core.topics.tapered import commands as drive
from tribodex.core.topics.tapered.facts import TaperedPlanned
from tribodex.core.topics.tapered.moves import release_how
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level
from tribodex.reference import load_reference
from tribodex.usecases.planning import make_plan


def taking_off(seat: Seat) -> ShaftBench:
    """A shaft whose bearings sit on this; the machine made safe, the inner ring said to be
    tight."""
    bench = ShaftBench()
    opened = bench.log[0].fact
    plans = tuple(
        Planned(p.at, TaperedPlanned(replace(PLAN, seat=seat)))
        if isinstance(p.fact, TaperedPlanned)
        else p
        for p in opened.plans
    )  # type: ignore[attr-defined]
    bench.log[0] = replace(bench.log[0], fact=replace(opened, plans=plans))  # type: ignore[type-var]
    bench.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))
    bench.do(cmd.SayTight(Ring.INNER), at="1")
    return bench


def words(bench: ShaftBench) -> str:
    here = bench.desk().here("1")
    now = TOPIC.move(here, here.of(TOPIC))
    return f"{now.headline} | {now.why} | {now.risk}"


def test_a_withdrawal_sleeve_is_pulled_out_by_its_nut_run_up_and_nobody_strikes_its_end() -> None:
    bench = taking_off(Seat.WITHDRAWAL_SLEEVE)
    assert "by its own nut" in words(bench)
    with pytest.raises(InvalidInput, match="drives it further in"):
        bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    bench.do(cmd.ChooseWay(WayOff.OWN_NUT), at="1")
    said = words(bench)
    assert "back the mounting nut off" in said and "stays on as the stop" in said
    bench.do(ConfirmGate("way_clear", ("fingers", "in_line")), at="1")
    with pytest.raises(Refused, match="stop for the bang"):
        bench.do(cmd.SayOff("it came"), at="1")
    gap = bench.desk().fitted("1").drive_up_mm.high + 1.5  # type: ignore[union-attr]
    bench.do(cmd.BackNutOff(f"{gap:.2f} mm", True), at="1")
    said = words(bench)
    assert (
        said.startswith("Run the withdrawal nut up against the inner ring")
        and "tightened, not turned back" in said
    )
    assert "Nobody strikes the thread end" in said and "blow through" not in said


def test_a_tapered_shaft_has_no_sleeve_and_takes_no_blow() -> None:
    bench = taking_off(Seat.TAPERED_SHAFT)
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    before = words(bench)
    bench.do(cmd.BackNutOff("3.2 mm", True), at="1")
    assert "sleeve" not in before + words(bench)
    assert "No blow on shaft, nut or rings" in words(bench) and "puller on the inner ring" in words(
        bench
    )


def test_an_adapter_sleeve_takes_its_blow_on_the_nut_with_a_computed_gap() -> None:
    """Another path: drive-up 0.7 to 0.9 mm for 90 mm (card), washer 1.75 mm or so, and 1 to 2
    mm."""
    bench = taking_off(Seat.ADAPTER_SLEEVE)
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    plan = PLAN
    assert (
        plan.drive_up_mm is not None
        and plan.nut is not None
        and plan.washer_thickness_mm is not None
    )
    needed = plan.drive_up_mm.high + plan.washer_thickness_mm
    assert f"gap of {needed + 1:.2f} mm" in words(bench) and "turns" in words(bench)
    bench.do(cmd.BackNutOff(f"{needed + 1.5} mm", True), at="1")
    assert "nut's face" in words(bench) and "only under a protector" in words(bench)
    state = bench.desk().here("1").of(TOPIC)
    assert (
        state.nut is not None
        and state.nut.verdict.level is Level.GOOD
        and state.nut.asked is not None
    )
    bench = taking_off(Seat.ADAPTER_SLEEVE)
    bench.do(cmd.ChooseWay(WayOff.RELEASE), at="1")
    bench.do(cmd.BackNutOff(f"{needed + 2.5} mm", True), at="1")
    assert words(bench).startswith("Stop: too far off")


@pytest.mark.parametrize("seat", list(Seat))
def test_bench_and_removal_say_the_same(seat: Seat) -> None:
    reference = load_reference()
    state = make_bench(reference).state
    state.planned = replace(make_plan(reference, FEELERS, DRAFT), seat=seat)
    assert letting_go(seat).headline in release_how(state)
    assert ("thread end" in release_how(state)) is (seat is not Seat.TAPERED_SHAFT)


def test_the_gap_holds_drive_up_washer_and_a_margin_and_no_more() -> None:
    asked = BackedOff(Span(0.7, 0.9), Span(1.5, 1.5), 2.0)
    levels = [nut_gap(gap, True, asked.gap_mm).verdict.level for gap in (2.4, 3.4, 4.4, 4.6)]  # type: ignore[union-attr]
    assert levels == [Level.WATCH, Level.GOOD, Level.GOOD, Level.STOP]
    # The washer was between before as well: turns count the drive-up and the margin alone.
    assert asked.turns is not None and (asked.turns.low, asked.turns.high) == pytest.approx(
        (1.9 / 2, 2.9 / 2)
    )


@pytest.mark.parametrize(
    ("seat", "before", "after", "word"),
    [
        (Seat.WITHDRAWAL_SLEEVE, "31.40", "30.90", "driven on"),
        (Seat.WITHDRAWAL_SLEEVE, "31.40", "31.90", "released"),
        (Seat.ADAPTER_SLEEVE, "31.40", "31.90", "driven on"),
        (Seat.ADAPTER_SLEEVE, "31.40", "30.90", "released"),
        (Seat.TAPERED_SHAFT, "31.40", "30.90", "released"),
    ],
)
def test_thread_end_to_ring_reads_the_other_way_on_a_withdrawal_sleeve(
    seat: Seat, before: str, after: str, word: str
) -> None:
    bench = make_bench(load_reference())
    plan = replace(bench.state.plan, seat=seat)
    bench.log[0] = replace(
        bench.log[0], fact=replace(bench.log[0].fact, plans=(Planned("1", TaperedPlanned(plan)),))
    )  # type: ignore[type-var]
    bench.pass_gates()
    bench.gauge(Phase.INITIAL, VirtualBearing(125, 0.385, 8))
    bench.do(drive.SetZero(True), drive.TurnNut("120"))
    ends = {
        "sleeve_before": f"{before} mm",
        "sleeve_after": f"{after} mm",
        "tool": LengthTool.DEPTH_MICROMETER,
    }
    with pytest.raises(InvalidInput) as refused:
        bench.do(drive.SeatNut(**ends, measured_from="another end"))  # type: ignore[arg-type]
    assert refused.value.fields[0].name == "measured_from"
    bench.do(drive.SeatNut(**ends))  # type: ignore[arg-type]
    assert (
        bench.state.attempt.seated is not None
        and bench.state.attempt.seated.seat.verdict.word == word
    )
