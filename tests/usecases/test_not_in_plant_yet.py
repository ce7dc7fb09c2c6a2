"""A job at a machine that is not in the plant yet, given its position later."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest

from tests.helpers import BEGIN, DRAFT, MemoryStore
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.commands import Correct, GivePosition, SetStageAside, Undo
from tribodex.core.job.decide import decide
from tribodex.core.job.facts import PositionGiven, Signed
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.stock.facts import StockCode
from tribodex.usecases.bench import bench
from tribodex.usecases.books import Reference
from tribodex.usecases.codec import decode, encode
from tribodex.usecases.jobs import Loaded, desk_of, do, last_plan
from tribodex.usecases.log_lines import log_lines
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.ports import Machine, Position, Tap
from tribodex.usecases.positions import give_position, position
from tribodex.usecases.record import record


class Grown(MemoryStore):
    """Two machines came into the plant since."""

    def machines(self) -> list[Machine]:
        places = tuple(
            Position(f"p-{n}", "m-9", name, "22218 K C3", "80 mm", None)
            for n, name in ((1, "Drive end"), (2, "Far end"))
        )
        other = Position("q-1", "m-8", "Boot", "22215 K", "65 mm", None)
        return [
            Machine("m-9", "Screw feeder 4", "Hulling", places),
            Machine("m-8", "Elevator 2", "Intake", (other,)),
        ]


def tap(n: int) -> Tap:
    return Tap(f"tap-{n:05d}", "Tester", BEGIN)


def order(*names: str, machine: str = "Feeder behind the kiln", **other: str) -> Order:
    return Order(
        "",
        tuple(BearingOrder("", replace(DRAFT, **other), name=name) for name in names),
        machine=machine,
    )  # type: ignore[arg-type]


def opened(reference: Reference, *names: str, **other: str) -> tuple[Grown, Loaded]:
    store = Grown()
    return store, open_job(
        store, reference, "job-0001", order(*names, **other), tap(0), recorded_at=BEGIN
    )


def test_it_is_opened_by_what_people_call_it_and_mounted_as_any_other(reference: Reference) -> None:
    store, job = opened(reference, "drive end")
    shown = bench(reference, job)
    assert (shown.machine, [(p.name, p.position_id) for p in shown.places]) == (
        "Feeder behind the kiln",
        [("drive end", "")],
    )
    assert (
        store.summaries["job-0001"].machine == "Feeder behind the kiln"
        and job.job.opened.title == "Feeder behind the kiln, drive end"
    )
    assert store.touched["job-0001"] == set() and last_plan(store, "") is None


def test_given_its_position_it_is_in_the_history_and_says_so_everywhere(
    reference: Reference,
) -> None:
    store, job = opened(reference, "drive end")
    before = len(job.log)
    job = give_position(store, reference, job.id, "p-1", tap(1), recorded_at=BEGIN)
    assert [type(e.fact) for e in job.log[before:]] == [PositionGiven], (
        "the list agrees: nothing more to say"
    )
    assert (
        bench(reference, job).machine
        == record(reference, job).machine
        == store.summaries[job.id].machine
        == "Screw feeder 4"
    )
    assert [one.number for one in position(store, "p-1", BEGIN.date()).jobs] == [1]
    assert (found := last_plan(store, "p-1")) is not None and found.given[
        "designation"
    ] == DRAFT.designation
    assert "Screw feeder 4, Drive end" in log_lines(job)[-1].text
    fact = job.log[-1].fact
    assert decode("position_given", encode(fact), fact.VERSION) == fact


def test_a_position_that_was_the_wrong_one_is_given_again_and_the_first_forgets_it(
    reference: Reference,
) -> None:
    store, job = opened(reference, "drive end")
    give_position(store, reference, job.id, "q-1", tap(1), recorded_at=BEGIN)
    job = give_position(store, reference, job.id, "p-2", tap(2), recorded_at=BEGIN)
    assert store.touched[job.id] == {"p-2"} and job.job.machine == "Screw feeder 4"
    assert position(store, "q-1", BEGIN.date()).jobs == ()
    assert [e.fact.machine for e in job.log if isinstance(e.fact, PositionGiven)] == [
        "Elevator 2",
        "Screw feeder 4",
    ]


def test_where_the_list_has_another_bearing_it_is_said_at_once_and_goes_with_the_position(
    reference: Reference,
) -> None:
    store, job = opened(reference, "drive end")
    job = give_position(store, reference, job.id, "q-1", tap(1), recorded_at=BEGIN)
    assert [a.verdict.code for a in job.job.alarms.open] == [StockCode.NOT_THE_POSITIONS]
    job = give_position(store, reference, job.id, "p-1", tap(2), recorded_at=BEGIN)
    assert job.job.alarms.open == []


def test_two_bearings_are_at_two_positions_of_one_machine(reference: Reference) -> None:
    store, job = opened(reference, "drive end", "far end")
    job = give_position(store, reference, job.id, "p-1", tap(1), recorded_at=BEGIN, at="1")
    for position_id, said in (
        ("p-1", "Another bearing"),
        ("q-1", "other bearing is at Screw feeder 4"),
    ):
        with pytest.raises(InvalidInput, match=said):
            give_position(store, reference, job.id, position_id, tap(2), recorded_at=BEGIN, at="2")
    job = give_position(store, reference, job.id, "p-2", tap(3), recorded_at=BEGIN, at="2")
    assert store.touched[job.id] == {"p-1", "p-2"} and [p.name for p in job.job.places] == [
        "Drive end",
        "Far end",
    ]
    with pytest.raises(InvalidInput, match="At which bearing"):
        give_position(store, reference, job.id, "p-1", tap(4), recorded_at=BEGIN)


def test_it_can_be_given_after_the_signature(reference: Reference) -> None:
    _, job = opened(reference, "drive end")
    here = desk_of(reference, job)
    here.job.signed = Signed("T. Ester", "fitter", ())
    with pytest.raises(Refused, match="signed"):
        decide(here, SetStageAside("prepare", "done before"))
    assert decide(here, GivePosition("m-9", "Screw feeder 4", "p-1", "Drive end")) == (
        "1",
        [PositionGiven("m-9", "Screw feeder 4", "p-1", "Drive end")],
    )


def test_what_is_opened_at_its_position_stays_there(reference: Reference) -> None:
    store = Grown()
    at = Order("", (BearingOrder("p-1", DRAFT),))
    job = open_job(store, reference, "job-0001", at, tap(0), recorded_at=BEGIN)
    with pytest.raises(Refused, match="opened at its position"):
        give_position(store, reference, job.id, "p-2", tap(1), recorded_at=BEGIN)
    with pytest.raises(InvalidInput, match="no such position"):
        give_position(store, reference, job.id, "p-99", tap(2), recorded_at=BEGIN)
    given = opened(reference, "drive end")
    job = give_position(given[0], reference, given[1].id, "p-1", tap(1), recorded_at=BEGIN)
    with pytest.raises(Refused, match="not corrected"):
        do(
            given[0],
            reference,
            job.id,
            Correct(job.log[-1].seq, "slip", withdraw=True),
            tap(3),
            recorded_at=BEGIN,
        )
    with pytest.raises(Refused):
        do(
            given[0],
            reference,
            job.id,
            Undo("tap-00001"),
            replace(tap(4), happened_at=BEGIN + timedelta(seconds=9)),
            recorded_at=BEGIN,
        )


@pytest.mark.parametrize(
    ("made", "field"),
    [
        (order(""), "name"),
        (order("…"), "name"),
        (order("drive end", machine="-"), "machine"),
        (order("drive end", machine="x" * 81), "machine"),
        (order("drive end", machine=" "), "machine"),
        (replace(order("drive end"), machine=None), "position_id"),
        (order("drive end", "Drive End"), "bearings.1.name"),
        (order(), "bearings"),
        (
            Order("", (BearingOrder("p-1", DRAFT, name="drive end"),), machine="Feeder"),
            "position_id",
        ),
        (
            Order(
                "",
                (
                    BearingOrder("", DRAFT, Floats.HELD, "a"),
                    BearingOrder("", DRAFT, Floats.HELD, "b"),
                ),
                machine="Feeder",
            ),
            "floats",
        ),
    ],
)
def test_what_is_missing_is_named(reference: Reference, made: Order, field: str) -> None:
    store = Grown()
    with pytest.raises(InvalidInput) as refused:
        open_job(store, reference, "job-0001", made, tap(0), recorded_at=BEGIN)
    assert [one.name for one in refused.value.fields] == [field] and not store.logs
