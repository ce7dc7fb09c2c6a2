"""A tap on a screen that somebody else's entry had overtaken is asked back, and only that."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest

from tests.benches.shaft import ShaftBench
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.behind import ask_if_behind
from tribodex.core.job.places import SHAFT
from tribodex.core.job.readback import ReadBack
from tribodex.core.topics import HOUSE
from tribodex.core.topics.prepare import commands as seat


def two_people(at: str) -> ShaftBench:
    """A seat read by Ines at a bearing, ten seconds ago."""
    bench = ShaftBench()
    bench.pass_gates()
    bench.do(seat.ReadSeat(1, 1, "80.00"), at="1")
    bench.log[-1] = replace(bench.log[-1], actor="Ines Whitlow", at=at)
    return bench


def asked(
    bench: ShaftBench,
    at: str,
    command: object,
    actor: str = "Bram Sedgeley",
    seen: int | None = None,
) -> str:
    """What is asked back; empty where it is taken."""
    last = bench.log[-1]
    now = last.recorded_at + timedelta(seconds=10)
    try:
        ask_if_behind(
            HOUSE,
            bench.log,
            at,
            command,
            actor,
            seen=last.seq - 1 if seen is None else seen,
            now=now,
        )
    except ReadBack as error:
        assert [(field.name, field.meant, field.choices) for field in error.fields] == [
            ("seen", True, ("Log mine as well",))
        ]
        return error.detail
    return ""


READ = seat.ReadSeat(1, 1, "80.01")


def test_who_logged_what_and_when_is_said() -> None:
    said = asked(two_people("1"), "1", READ)
    assert (
        said.startswith("Ines Whitlow logged 10 seconds ago: ")
        and "80.000 mm" in said
        and "did not show it" in said
    )


@pytest.mark.parametrize(
    ("at", "logged_at", "is_asked"),
    [("1", "1", True), ("2", "1", False), ("1", SHAFT, True), (SHAFT, "1", True)],
    ids=["same bearing", "another bearing", "the shaft's work", "work of the shaft"],
)
def test_it_is_asked_for_the_same_place_alone(at: str, logged_at: str, is_asked: bool) -> None:
    assert bool(asked(two_people(logged_at), at, READ)) is is_asked


def test_nothing_is_asked_of_what_was_seen_of_ones_own_and_of_remarks() -> None:
    bench = two_people("1")
    assert not asked(bench, "1", READ, seen=bench.log[-1].seq), "the screen showed it"
    assert not asked(bench, "1", READ, actor=" Ines Whitlow "), "two quick taps of one person"
    assert not asked(bench, "1", job_cmd.AddNote("x"))
    bench.do(job_cmd.AddNote("light was bad"))
    bench.log[-1] = replace(bench.log[-1], actor="Ines Whitlow", at="1")
    assert not asked(bench, "1", READ), "a remark overtakes nothing"
