"""Jobs with bearings on cylindrical seats through the use cases: opened, listed, recorded; beside a
bearing on a sleeve in one job.
"""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest

from tests.helpers import BEGIN, DRAFT, MemoryStore
from tribodex.core.errors import InvalidInput
from tribodex.core.lineup.floating import Floats
from tribodex.core.sheet import Page
from tribodex.core.topics import shouldered
from tribodex.usecases.bench import bench
from tribodex.usecases.bench_more import place_figures
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import load, summary_of
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.shouldered import shoulder_sheet
from tribodex.usecases.ports import Machine, Position, Tap
from tribodex.usecases.record import record

OPEN = ShoulderDraft(designation="6209 C3", shaft_class="k5", held_by="lock_nut")
POSITIONS = (
    Position("m-1-a", "m-1", "Drive side", "22218 K C3", "80 mm", True),
    Position("m-1-b", "m-1", "Far side", "6209 C3", "45 mm", False),
)
PLANT = [Machine("m-1", "Test machine", "Hall", POSITIONS)]


@pytest.fixture
def store() -> MemoryStore:
    made = MemoryStore()
    made.machines = lambda: PLANT  # type: ignore[method-assign]
    return made


def tap(name: str = "open-0001") -> Tap:
    return Tap(name, "Orla Finch", BEGIN)


def order(*bearings: BearingOrder, whole: bool = False) -> Order:
    return Order("Countershaft", bearings, whole)


def test_a_job_is_opened_with_seat_and_plan(store: MemoryStore, reference: Reference) -> None:
    job = open_job(
        store, reference, "job-0001", order(BearingOrder("m-1-b", OPEN)), tap(), recorded_at=BEGIN
    )
    assert job.job.places[0].procedure_id == "shouldered"
    planned = job.job.of(shouldered.TOPIC, "1").planned
    assert planned is not None and planned.bearing.label == "6209 C3"
    shown = bench(reference, job)
    assert shown.places[0].bearing == "6209 C3"
    assert {mark.stage for stage in shown.rail for mark in stage.marks} == {
        "make_safe",
        "prepare",
        "set_on",
        "secure",
    }
    assert summary_of(reference, load(store, "job-0001")).bearing == "6209 C3"


def test_the_targets_come_before_anything_is_measured(
    store: MemoryStore, reference: Reference
) -> None:
    job = open_job(
        store, reference, "job-0001", order(BearingOrder("m-1-b", OPEN)), tap(), recorded_at=BEGIN
    )
    figures = place_figures(reference, job, "1", "prepare")
    assert [figure.id for figure in figures.targets][:2] == ["interference", "clearance_left"]
    assert figures.given == {"designation": "6209 C3", "shaft_class": "k5", "held_by": "lock_nut"}


def test_wrong_entries_of_one_of_two_bearings_are_named_with_it(
    store: MemoryStore, reference: Reference
) -> None:
    wrong = replace(OPEN, shaft_class="k99", held_by="")
    with pytest.raises(InvalidInput) as refused:
        open_job(
            store,
            reference,
            "job-0001",
            order(BearingOrder("m-1-a", DRAFT), BearingOrder("m-1-b", wrong)),
            tap(),
            recorded_at=BEGIN,
        )
    assert {field.name for field in refused.value.fields} == {
        "bearings.1.shaft_class",
        "bearings.1.held_by",
    }
    assert store.events("job-0001") == []


def test_a_sleeve_and_a_shoulder_in_one_job(store: MemoryStore, reference: Reference) -> None:
    both = order(
        BearingOrder("m-1-a", DRAFT, Floats.HELD),
        BearingOrder("m-1-b", OPEN, Floats.SEAT),
        whole=True,
    )
    job = open_job(store, reference, "job-0001", both, tap(), recorded_at=BEGIN)
    made = record(reference, job)
    assert made.bearing == "22218 K C3 and 6209 C3"
    assert [mounting.place for mounting in made.mountings] == ["Drive side"]
    one = [placed for placed in made.sections if placed.section.page is Page.ONE]
    assert [placed.place for placed in one] == [
        "Drive side"
    ]  # nothing was done yet at the other one
    assert [place.bearing for place in bench(reference, job).places] == ["22218 K C3", "6209 C3"]


def test_opening_again_gives_the_job_that_is_there(
    store: MemoryStore, reference: Reference
) -> None:
    first = open_job(
        store, reference, "job-0001", order(BearingOrder("m-1-b", OPEN)), tap(), recorded_at=BEGIN
    )
    again = open_job(
        store,
        reference,
        "job-0001",
        order(BearingOrder("m-1-b", replace(OPEN, held_by="cover"))),
        tap("open-0002"),
        recorded_at=BEGIN + timedelta(hours=1),
    )
    assert again.log == first.log


def test_a_draft_is_worked_out_without_a_job(reference: Reference) -> None:
    sheet = shoulder_sheet(reference, replace(OPEN, designation="6209-2RS TN9 C3"))
    assert (sheet.closure, sheet.held_by, sheet.unread) == (
        "with seals, greased for life",
        "lock nut and washer",
        ("TN9",),
    )
    sizes = ShoulderDraft(
        bore="45",
        outside="85 mm",
        width="19",
        closure="open",
        shaft_class="k5",
        held_by="cover",
        kind="deep_groove_ball",
        group="CN",
    )
    by_hand = shoulder_sheet(reference, sizes)
    assert by_hand.label == "45 × 85 × 19 mm CN" and by_hand.unread == ()


@pytest.mark.parametrize("name", ["bore", "outside", "width"])
def test_a_size_given_in_part_is_not_filled_up(reference: Reference, name: str) -> None:
    size = {"bore": "45", "outside": "85", "width": "19"} | {name: ""}
    with pytest.raises(InvalidInput) as refused:
        shoulder_sheet(reference, replace(OPEN, **size))
    assert [field.name for field in refused.value.fields] == [name]
