"""What the bench shows in each method: drawings that fit, units at hand, nothing made up where
something is not known.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from tests.helpers import BEGIN, DRAFT, MACHINES, MemoryStore, open_one
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import rail
from tribodex.core.job.places import ONLY_PLACE
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.methods import METHOD_NOTES
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.usecases.bench import Bench, bench, rail_view, together
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import desk_of, do, load, revise_plan
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.ports import Position, Tap
from tribodex.usecases.record import record

TRUTH = VirtualBearing(125, 0.385, 8)
UNIT = replace(
    DRAFT,
    housed_unit="yes",
    range_low="1",
    range_high="1 1/4",
    range_source="unit sheet, page 3",
    nut_slots="4",
    nut_tabs="9",
    sheet_zero="tapped",
)
BALL = PlanDraft(
    designation="2212 K C3", shaft="55", range_low="80", range_high="100", range_source="table"
)


def fitter(reference: Reference, draft: PlanDraft, truth: VirtualBearing = TRUTH) -> VirtualFitter:
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=draft,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    return VirtualFitter(store, reference, job, truth, "Tester", begins=BEGIN)


def at_zero(reference: Reference, draft: PlanDraft, truth: VirtualBearing = TRUTH) -> VirtualFitter:
    hands = fitter(reference, draft, truth)
    gates = (
        ("safe", "fit_up")
        if hands.job.tapered().plan.method.value == "Z"
        else ("safe", "to_gauge", "which_way", "fit_up")
    )
    for gate in gates:
        hands.say(job_cmd.ConfirmGate(gate, hands.confirm(gate)))
    if (
        "washer_on" in hands.job.tapered().plan.conditions
        and hands.job.tapered().plan.method.value != "Z"
    ):
        hands.say(job_cmd.ConfirmGate("washer_on", hands.confirm("washer_on")))
    if hands.job.tapered().plan.method.gauged:
        hands.gauge(Phase.INITIAL)
    hands.say(cmd.SetZero(True))
    return hands


# Two nuts have this thread and the series is not known: nothing but thread and pitch is.
UNKNOWN_NUT = PlanDraft(
    bore="240", outside="440", width="120", group="C3", taper="1:12", shaft="220 mm", feeler_id="m"
)


def shown(reference: Reference, hands: VirtualFitter) -> Bench:
    """The bench at the bearing, whatever is next."""
    desk = desk_of(reference, hands.job)
    task = rail.present(desk)
    return bench(
        reference, hands.job, ONLY_PLACE, "drive_up" if task is None or not task.at else ""
    )


@pytest.mark.parametrize(
    ("draft", "units"),
    [
        (DRAFT, ("degrees", "rim", "slots")),
        (replace(DRAFT, method="X"), ("drive_up", "degrees", "rim", "slots")),
        (UNIT, ("turns", "degrees", "rim", "slots")),
        (UNKNOWN_NUT, ("degrees",)),
    ],
)
def test_turns_are_logged_in_what_is_at_hand(
    reference: Reference, draft: PlanDraft, units: tuple[str, ...]
) -> None:
    assert shown(reference, fitter(reference, draft)).work.turn_units == units


def test_a_sealed_unit_has_a_dial_and_no_ruler(reference: Reference) -> None:
    hands = at_zero(reference, UNIT)
    hands.say(cmd.TurnNut("1", "turns"))
    seen = shown(reference, hands)
    assert seen.work.ruler is None and seen.work.dial is not None
    assert seen.work.dial.target_from_deg is not None
    assert (
        seen.work.dial.present_deg,
        seen.work.dial.target_from_deg,
        seen.work.dial.target_to_deg,
    ) == (360, 360, 450)
    assert seen.work.dial.drive_up_mm == pytest.approx(2.0) and not seen.work.gauged_method
    assert all(position.residual_um is None for position in seen.work.tab_positions)


def test_a_nut_of_unknown_slots_draws_no_meeting_and_no_made_up_size(reference: Reference) -> None:
    hands = at_zero(reference, UNKNOWN_NUT, VirtualBearing(300, 0.7))
    seen = shown(reference, hands)
    assert (
        seen.work.dial is not None
        and seen.work.dial.slots is None
        and seen.work.dial.step_deg is None
        and not seen.work.dial.outside_known
    )
    assert (
        seen.work.dial.drawn_outside_mm > seen.work.dial.thread_mm and seen.work.tab_positions == ()
    )
    with pytest.raises(Exception, match="slots is not known"):
        hands.say(cmd.TurnNut("1", "slots"))
    with pytest.raises(Exception, match="are not known in this plan"):
        hands.say(cmd.SeeTab("1", "degrees"))


def test_a_ball_bearing_is_drawn_with_balls_and_a_hollow_shaft_with_its_bore(
    reference: Reference,
) -> None:
    assert shown(reference, fitter(reference, BALL)).work.section.kind == "self_aligning_ball"
    hollow = shown(reference, fitter(reference, replace(DRAFT, shaft_bore="40"))).work.section
    assert hollow.shaft_bore_mm == 40 and hollow.kind == "spherical_roller"


def test_meetings_are_judged_by_the_risk_that_was_chosen(reference: Reference) -> None:
    hands = at_zero(reference, DRAFT)
    hands.follow(20)
    found: dict[float, Any] = {}
    base = hands.job
    for risk in (0.01, 0.05):
        hands.job = base
        again = at_zero(reference, DRAFT)
        again.say(cmd.ChooseRisk(risk))
        again.say(cmd.TurnNut("130"))
        again.gauge(Phase.DRIVE_UP)
        seen = shown(reference, again)
        assert seen.work.risk == risk
        found[risk] = [position.level.value for position in seen.work.tab_positions]
    assert found[0.05].count("good") >= found[0.01].count("good")


def test_the_seat_behind_the_old_mark_is_shown_in_counted_turns(reference: Reference) -> None:
    hands = at_zero(reference, DRAFT)
    hands.say(cmd.TurnNut("70"))
    hands.gauge(Phase.DRIVE_UP)
    seat = shown(reference, hands).work.seat
    assert (
        seat is not None
        and seat.expected_behind_deg == 315
        and seat.expected_words == "315° behind"
        and not seat.measured
    )
    hands.say(cmd.SeatNut("360", "degrees", washer_thickness="2.00 mm"))
    seat = shown(reference, hands).work.seat
    assert (
        seat is not None
        and seat.expected_words == "one full turn behind"
        and seat.verdict is not None
    )
    assert seat.verdict.word == "seated where it should" and seat.measured


def test_play_that_warmth_would_eat_stands_beside_the_gauged_clearance(
    reference: Reference,
) -> None:
    hands = at_zero(reference, DRAFT)
    hands.say(cmd.TurnNut("130"))
    hands.gauge(Phase.DRIVE_UP)
    figures = {figure.id: figure for figure in shown(reference, hands).figures}
    assert figures["play_gone"].value is not None and figures["play_gone"].unit == "K"
    assert figures["reduction"].worked and figures["gauged_clearance"].uncertainty


@pytest.mark.parametrize(
    ("draft", "truth"),
    [(UNIT, VirtualBearing(125, 0.385, 270)), (BALL, VirtualBearing(52, 0.35, 5))],
)
def test_records_of_methods_that_gauge_nothing(
    reference: Reference, draft: PlanDraft, truth: VirtualBearing
) -> None:
    hands = fitter(reference, draft, truth)
    hands.follow(60)
    made = record(reference, hands.job)
    mounting = made.mountings[0]
    assert mounting.final is not None and mounting.final.overall.word == "in order"
    assert mounting.gaugings == () and mounting.checks[-1].locked and mounting.attempts[0].locked
    assert mounting.method == METHOD_NOTES[hands.job.tapered().plan.method].title


def test_a_plan_of_another_procedure_takes_a_new_job(reference: Reference) -> None:
    store = MemoryStore()
    open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=DRAFT,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    changed = revise_plan(
        store,
        reference,
        "job-0001",
        replace(DRAFT, method="N"),
        "tight pit",
        tap=Tap("rev-00001", "Tester", BEGIN),
        recorded_at=BEGIN,
    )
    assert changed.tapered().plan.method == "N"
    with pytest.raises(Exception, match="another procedure"):
        revise_plan(
            store,
            reference,
            "job-0001",
            UNIT,
            "sealed",
            tap=Tap("rev-00002", "Tester", BEGIN),
            recorded_at=BEGIN,
        )


NOW, AHEAD, DONE, ASIDE = rail.NOW, rail.AHEAD, rail.DONE, rail.ASIDE


@pytest.mark.parametrize(
    ("marks", "state"),
    [
        ([DONE, DONE], DONE),
        ([DONE, ASIDE], DONE),
        ([DONE, AHEAD], NOW),
        ([ASIDE, AHEAD], AHEAD),
        ([ASIDE, ASIDE], ASIDE),
        ([AHEAD, NOW, DONE], NOW),
        ([AHEAD, AHEAD], AHEAD),
    ],
)
def test_a_stage_stands_as_all_of_its_parts_together(marks: list[str], state: str) -> None:
    assert together(marks) == state and together(marks[::-1]) == state


def test_a_stage_says_how_it_stands_at_each_of_several_bearings(reference: Reference) -> None:
    """One bearing further than the other; where there is only one, the stage says it all."""
    store = MemoryStore()
    far = Position("m-1-b", "m-1", "Far side", "22218 K C3", "80 mm", False)
    store.machines = lambda: [replace(MACHINES[0], positions=(*MACHINES[0].positions, far))]  # type: ignore[method-assign]
    order = Order(
        "",
        (BearingOrder("m-1-a", DRAFT, Floats.HELD), BearingOrder("m-1-b", DRAFT, Floats.SEAT)),
        whole=True,
    )
    open_job(
        store, reference, "job-0001", order, Tap("open-0001", "Tester", BEGIN), recorded_at=BEGIN
    )
    do(
        store,
        reference,
        "job-0001",
        job_cmd.SetStageAside("prepare", "the seat was read yesterday"),
        Tap("tap-00001", "Tester", BEGIN),
        recorded_at=BEGIN,
        at="1",
    )
    stages = rail_view(desk_of(reference, load(store, "job-0001")))
    prepare = next(stage for stage in stages if stage.id == "prepare")
    assert (
        prepare.by_place["1"] == ASIDE
        and prepare.by_place["2"] in (NOW, AHEAD)
        and prepare.state == prepare.by_place["2"]
    )
    for stage in stages:
        places = {mark.at for mark in stage.marks}
        assert set(stage.by_place) == (places if len(places) > 1 else set()), stage.id
    alone = rail_view(desk_of(reference, fitter(reference, DRAFT).job))
    assert all(not stage.by_place for stage in alone)
