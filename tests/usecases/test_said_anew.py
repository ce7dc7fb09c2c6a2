"""Which bearing is there is said anew, corrected or planned anew: what was worked out from its size
is out of date, and is asked for first.
"""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest

from tests.helpers import BEGIN, DRAFT
from tests.usecases.keeper import SET, Keeper
from tests.usecases.walker import SAID, Walker
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import rail
from tribodex.core.job.ahead import move_at
from tribodex.core.job.facts import PlaceFitted
from tribodex.core.job.proofs import proofs
from tribodex.core.job.scope import Scope
from tribodex.core.seals.kinds import Purpose, SealKind
from tribodex.core.topics import HOUSE
from tribodex.core.topics.care import commands as keep
from tribodex.core.topics.care.facts import BearingSaid
from tribodex.core.topics.grease import commands as fill
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.seals import commands as seal
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of, revise_plan
from tribodex.usecases.keeping import open_keeping
from tribodex.usecases.ports import Tap

LARGER = job_cmd.SayFitted("22220 K C3", "90 mm", seat="adapter_sleeve")
FILL = fill.PlanFill("middling", mass="3.4 kg", housing="180 mm", inside="90 mm", corners="2")
# A seal whose fit to the shaft is worked out: its lead-in.
LIP = seal.PlanSeals(
    SealKind.LIP, Purpose.KEEP_GREASE, "both", "NBR", "1000", "60 °C", chamfer="75 mm", angle="20"
)


def shown(reference: Reference, job: Loaded, topic: str) -> dict[str, bool]:
    """Claims of a topic, by their code: whether each is shown now."""
    return {
        proof.claim.code: proof.proven
        for proof in proofs(desk_of(reference, job, "1"), HOUSE.by_name[topic], "1")
    }


def asked(reference: Reference, job: Loaded, stage: str) -> str:
    """What the next move of a stage asks for."""
    desk = desk_of(reference, job)
    return str(move_at(desk, next(task for task in rail.tasks(desk) if task.stage.id == stage)).do)


@pytest.fixture
def filled(reference: Reference) -> Walker:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE, plan=SAID)
    walker.gate("safe")
    walker.say(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"), FILL)
    return walker


def test_a_fill_planned_for_another_bearing_is_planned_anew_before_anything_is_filled(
    reference: Reference, filled: Walker
) -> None:
    before = shown(reference, filled.job, "grease")
    assert before["grease.chosen"] and before["grease.planned"]
    filled.say(LARGER)
    after = shown(reference, filled.job, "grease")
    # What is on the tin has nothing to do with the size.
    assert after["grease.chosen"] and not after["grease.planned"]
    assert asked(reference, filled.job, "fill") == "plan_fill"
    filled.say(replace(FILL, mass="4.9 kg", housing="190 mm"))
    assert (
        shown(reference, filled.job, "grease")["grease.planned"]
        and asked(reference, filled.job, "fill") == "pack_bearing"
    )


def test_what_was_filled_counts_no_more_than_the_plan_it_was_filled_by(
    reference: Reference, filled: Walker
) -> None:
    plan = filled.job.job.of(HOUSE.by_name["grease"], "1").planned
    filled.say(
        fill.PackBearing("full", True),
        *(fill.FillCorner(i, f"{grams:g} g") for i, grams in enumerate(plan.asked, 1)),
    )
    assert all(shown(reference, filled.job, "grease").values())
    filled.say(LARGER, replace(FILL, mass="4.9 kg", housing="190 mm"))
    assert (
        not shown(reference, filled.job, "grease")["grease.corner"]
        and asked(reference, filled.job, "fill") == "fill_corner"
    )


def test_the_same_bearing_said_again_changes_nothing(reference: Reference, filled: Walker) -> None:
    filled.say(job_cmd.SayFitted(SAID.designation, SAID.shaft, seat="cylindrical"))
    assert shown(reference, filled.job, "grease")["grease.planned"]


def test_corrected_twice_it_is_out_of_date_each_time(reference: Reference, filled: Walker) -> None:
    filled.say(LARGER)
    said = next(event.seq for event in filled.job.log if isinstance(event.fact, PlaceFitted))
    for number, shaft, mass in (
        ("22217 K C3", "75 mm", "2.8 kg"),
        ("22216 K C3", "70 mm", "2.2 kg"),
    ):
        filled.say(
            job_cmd.Correct(
                said, "read the other ring", job_cmd.SayFitted(number, shaft, seat="adapter_sleeve")
            )
        )
        assert not shown(reference, filled.job, "grease")["grease.planned"]
        filled.say(replace(FILL, mass=mass, housing="160 mm"))
        assert shown(reference, filled.job, "grease")["grease.planned"]


def test_oil_at_its_level_is_read_anew(reference: Reference) -> None:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE, plan=SAID)
    walker.gate("safe")
    walker.say(
        fill.ChooseLubricant("oil", "Mill oil", oil="220"),
        fill.FillOil("62.5 mm", True, True, "new washer"),
    )
    assert shown(reference, walker.job, "grease")["grease.oil"]
    walker.say(LARGER)
    assert (
        not shown(reference, walker.job, "grease")["grease.oil"]
        and asked(reference, walker.job, "fill") == "fill_oil"
    )


def test_a_plan_revised_for_another_shaft_takes_the_seals_with_it(reference: Reference) -> None:
    """The bearing is mounted here: what is fitted follows from its plan, which may change before it
    is gauged.
    """
    walker = Walker(reference, Scope.WHOLE)
    walker.gate("safe")
    walker.say(LIP)
    assert shown(reference, walker.job, "seals")["seals.planned"]
    same = replace(DRAFT, card="B")
    walker.job = revise_plan(
        walker.store,
        reference,
        "job-0001",
        same,
        "the shop's card",
        tap=Tap("rev-00001", "Tester", BEGIN),
        recorded_at=BEGIN,
    )
    assert shown(reference, walker.job, "seals")["seals.planned"], "another card is no other shaft"
    larger = replace(DRAFT, designation="22220 K C3", shaft="90 mm")
    walker.job = revise_plan(
        walker.store,
        reference,
        "job-0001",
        larger,
        "the drawing was old",
        tap=Tap("rev-00002", "Tester", BEGIN),
        recorded_at=BEGIN,
    )
    assert (
        not shown(reference, walker.job, "seals")["seals.planned"]
        and asked(reference, walker.job, "inboard_ring") == "plan_seals"
    )


def test_a_plan_revised_for_another_shaft_asks_for_another_seat(reference: Reference) -> None:
    walker = Walker(reference, Scope.WHOLE)
    walker.gate("safe")
    spots = [(section, direction) for section in (1, 2) for direction in range(1, 5)]
    walker.say(
        *(seat.ReadSeat(section, direction, "79.985 mm") for section, direction in spots),
        seat.JudgeSeat(),
    )
    assert shown(reference, walker.job, "prepare")["prepare.seat"]
    same = replace(DRAFT, card="B")
    walker.job = revise_plan(
        walker.store,
        reference,
        "job-0001",
        same,
        "the shop's card",
        tap=Tap("rev-00001", "Tester", BEGIN),
        recorded_at=BEGIN,
    )
    assert shown(reference, walker.job, "prepare")["prepare.seat"], "another card is no other seat"
    larger = replace(DRAFT, designation="22220 K C3", shaft="90 mm")
    walker.job = revise_plan(
        walker.store,
        reference,
        "job-0001",
        larger,
        "the drawing was old",
        tap=Tap("rev-00002", "Tester", BEGIN),
        recorded_at=BEGIN,
    )
    planned = walker.job.job.of(HOUSE.by_name["prepare"], "1").planned
    assert (
        planned is not None
        and planned.spec.nominal_mm == 90
        and not shown(reference, walker.job, "prepare")["prepare.seat"]
    )
    walker.say(seat.JudgeSeat())
    assert not shown(reference, walker.job, "prepare")["prepare.seat"], (
        "what was measured is another shaft"
    )


def test_a_bearing_in_keeping_that_is_corrected_is_set_anew(reference: Reference) -> None:
    keeper = Keeper(reference)
    job_id = "keeping-0001"
    open_keeping(keeper.store, reference, job_id, ["p-3"], keeper.tap(), recorded_at=keeper.now)
    keeper.do(job_id, keep.SayBearing("old roller", "90 mm", "160 mm", "40 mm", "spherical"), "1")
    job = keeper.do(job_id, SET, "1")
    assert shown(reference, job, "care")["care.set"]
    said = next(event.seq for event in job.log if isinstance(event.fact, BearingSaid))
    keeper.now += timedelta(days=1)
    again = keep.SayBearing("old roller", "190 mm", "320 mm", "80 mm", "spherical")
    job = keeper.do(job_id, job_cmd.Correct(said, "a digit was missing", again), "1")
    assert not shown(reference, job, "care")["care.set"]
