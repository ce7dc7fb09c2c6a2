"""A bearing that the plant's list does not have for a position is said as the job is opened, and
stands until it is put right.
"""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.helpers import BEGIN, DRAFT, MemoryStore, open_one
from tests.usecases import test_scope as others
from tribodex.core.components.compare_numbers import differences
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job.commands import AcceptAlarm, Correct, SayFitted
from tribodex.core.job.facts import PlaceFitted
from tribodex.core.job.scope import Scope
from tribodex.core.topics.care.commands import SayBearing
from tribodex.core.topics.stock.commands import ComparePosition
from tribodex.core.topics.stock.facts import PositionCompared, StockCode
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, do, revise_plan
from tribodex.usecases.planning.listed import compared
from tribodex.usecases.ports import Tap


def opened(reference: Reference, designation: str, **more: str) -> tuple[MemoryStore, Loaded]:
    store = MemoryStore()
    draft = replace(DRAFT, designation=designation, **more)  # type: ignore[arg-type]
    return store, open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=draft,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )


def tap(n: int) -> Tap:
    return Tap(f"tap-{n:05d}", "Tester", BEGIN)


def codes(job: Loaded) -> list[str]:
    return [alarm.verdict.code for alarm in job.job.alarms.open]


@pytest.mark.parametrize(
    "designation", ["22218 K C3", "22218K/C3", "22218 EK C3", "22218 K C3 W33"]
)
def test_what_is_listed_is_opened_without_a_word(reference: Reference, designation: str) -> None:
    """The position has 22218 K C3; an E inside the number changes nothing here, and a groove is
    compared at the ring.
    """
    _, job = opened(reference, designation)
    assert codes(job) == [] and len(job.log) == 1


@pytest.mark.parametrize("designation", ["22218 K C4", "22218 K MA C3"])
def test_a_suffix_is_said_and_a_name_takes_it(reference: Reference, designation: str) -> None:
    store, job = opened(reference, designation)
    assert codes(job) == [StockCode.ANOTHER_SUFFIX]
    assert store.summaries["job-0001"].status == "stopped"
    job = do(
        store,
        reference,
        job.id,
        AcceptAlarm(2, "P. Arden", "warmer shaft", StockCode.ANOTHER_SUFFIX),
        Tap("tap-00001", "Tester", BEGIN),
        recorded_at=BEGIN,
    )
    assert codes(job) == []


def test_planned_right_with_a_groove_it_agrees(reference: Reference) -> None:
    store, job = opened(reference, "22218 K C4 W33")
    assert codes(job) == [StockCode.ANOTHER_SUFFIX]
    draft = replace(DRAFT, designation="22218 K C3 W33")
    job = revise_plan(
        store, reference, job.id, draft, "C3 is listed", tap=tap(1), recorded_at=BEGIN, at="1"
    )
    assert codes(job) == []
    said = job.log[-1].fact
    assert (
        isinstance(said, PositionCompared)
        and said.differs == ()
        and said.planned == "22218 K C3 W33"
    )
    job = do(store, reference, job.id, ComparePosition("1"), tap(2), recorded_at=BEGIN)
    assert codes(job) == []


def test_a_plan_changed_to_another_bearing_is_compared_as_at_the_opening(
    reference: Reference,
) -> None:
    store, job = opened(reference, "22218 K C3")
    small = replace(DRAFT, designation="22216 K C3", shaft="70 mm")
    job = revise_plan(
        store,
        reference,
        job.id,
        small,
        "only this one is here",
        tap=tap(1),
        recorded_at=BEGIN,
        at="1",
    )
    assert codes(job) == [StockCode.NOT_THE_POSITIONS]
    job = do(
        store,
        reference,
        job.id,
        ComparePosition("1", "P. Arden", "smaller housing and sleeve fitted"),
        tap(2),
        recorded_at=BEGIN,
    )
    assert codes(job) == []
    # What was put right for one bearing is not put right for the next.
    job = revise_plan(
        store,
        reference,
        job.id,
        replace(DRAFT, designation="22220 K C3", shaft="90 mm"),
        "wrong shelf",
        tap=tap(3),
        recorded_at=BEGIN,
        at="1",
    )
    assert codes(job) == [StockCode.NOT_THE_POSITIONS]
    job = revise_plan(
        store, reference, job.id, small, "measured", tap=tap(4), recorded_at=BEGIN, at="1"
    )
    assert set(codes(job)) == {StockCode.NOT_THE_POSITIONS}
    before = len(job.log)
    job = revise_plan(
        store,
        reference,
        job.id,
        replace(small, risk="0.05"),
        "new fitter",
        tap=tap(5),
        recorded_at=BEGIN,
        at="1",
    )
    assert len(job.log) == before + 1, "nothing changed of what differs"
    job = revise_plan(
        store, reference, job.id, DRAFT, "the right one came", tap=tap(6), recorded_at=BEGIN, at="1"
    )
    assert codes(job) == []


def test_a_suffix_and_then_a_size_both_end_where_they_are_answered(reference: Reference) -> None:
    store, job = opened(reference, "22218 K C4")
    job = revise_plan(
        store,
        reference,
        job.id,
        replace(DRAFT, designation="22216 K C3", shaft="70 mm"),
        "shelf",
        tap=tap(1),
        recorded_at=BEGIN,
        at="1",
    )
    assert StockCode.NOT_THE_POSITIONS in codes(job)
    job = do(
        store,
        reference,
        job.id,
        ComparePosition("1", "P. Arden", "smaller housing and sleeve fitted"),
        tap(2),
        recorded_at=BEGIN,
    )
    assert codes(job) == []


def test_what_others_mounted_is_compared_when_it_is_said_and_said_again(
    reference: Reference,
) -> None:
    walker = others.Walker(reference, Scope.GREASE_AND_CLOSE, plan=others.SAID)
    assert codes(walker.job) == []
    walker.say(SayFitted("22216 K C3", "70 mm", seat="adapter_sleeve"))
    assert codes(walker.job) == [StockCode.NOT_THE_POSITIONS]
    said = next(e.seq for e in walker.job.log if isinstance(e.fact, PlaceFitted))
    walker.say(
        Correct(
            said, "read the other ring", SayFitted("22218 K C3", "80 mm", seat="adapter_sleeve")
        )
    )
    assert codes(walker.job) == []


def test_a_bearing_said_for_its_rounds_is_compared_too(reference: Reference) -> None:
    """Its amounts and its days follow from it."""
    walker = others.Walker(reference, Scope.WHOLE)
    walker.say(SayBearing("22216 K C3"))
    assert codes(walker.job) == [StockCode.NOT_THE_POSITIONS]
    walker.say(SayBearing("22218 K C3"))
    assert codes(walker.job) == []


def test_the_plan_says_it_before_there_is_a_job(reference: Reference) -> None:
    machines = MemoryStore().machines()
    for planned, code in [
        ("22218 K C3 W33", ""),
        ("22216 K C3", StockCode.NOT_THE_POSITIONS),
        ("22218 K C4", StockCode.ANOTHER_SUFFIX),
        ("222", ""),
    ]:
        said = compared(machines, "m-1-a", planned)
        assert said.listed == "22218 K C3" and (said.verdict.code if said.verdict else "") == code
    with pytest.raises(NotFound, match="no position"):
        compared(machines, "nowhere", "22218 K C3")


def test_another_size_is_taken_by_no_name_until_it_is_put_right(reference: Reference) -> None:
    store, job = opened(reference, "22216 K C3", shaft="70 mm")
    assert codes(job) == [StockCode.NOT_THE_POSITIONS]
    with pytest.raises(Refused, match="accepted by nobody"):
        do(
            store,
            reference,
            job.id,
            AcceptAlarm(2, "P. Arden", "in a hurry", StockCode.NOT_THE_POSITIONS),
            tap(1),
            recorded_at=BEGIN,
        )
    with pytest.raises(InvalidInput, match="still differ"):
        do(store, reference, job.id, ComparePosition("1"), tap(2), recorded_at=BEGIN)
    job = do(
        store,
        reference,
        job.id,
        ComparePosition("1", "P. Arden", "smaller housing and sleeve fitted, list changed"),
        tap(3),
        recorded_at=BEGIN,
    )
    assert codes(job) == []
    said = job.log[-1].fact
    assert (
        isinstance(said, PositionCompared)
        and said.decided_by == "P. Arden"
        and said.listed == "22218 K C3"
    )


@pytest.mark.parametrize(
    ("listed", "planned", "what"),
    [
        ("6208 C3", "6209 C3", ["size"]),
        ("6208-2RS C3", "6208 C3", ["seals"]),
        ("6208 C3", "6208", ["clearance group"]),
        ("6208", "22208 K", ["kind"]),
        ("22218 K C4", "22218 EK C3", ["clearance group"]),
    ],
)
def test_numbers_are_compared_by_what_they_say(listed: str, planned: str, what: list[str]) -> None:
    assert [one.what for one in differences(listed, planned)] == what


def test_a_number_that_says_nothing_stops_nothing(reference: Reference) -> None:
    _, job = opened(reference, "", bore="90", outside="160", width="40", group="C3", taper="1:12")
    assert codes(job) == []
