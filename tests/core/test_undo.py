"""Undone at once: the last tap taken back within its minute, and nothing that others, stops, gates
or names hang on.
"""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime, timedelta

import pytest

from tests.benches.shaft import ShaftBench
from tests.core.readings import ON
from tests.core.warming import running, warm
from tests.helpers import BEGIN, make_bench
from tribodex.core.errors import NotFound, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import facts
from tribodex.core.job.decide import decide
from tribodex.core.job.facts import Event, Fact
from tribodex.core.job.topic import Desk
from tribodex.core.job.undo import REASON, hinders, of_tap, undoable
from tribodex.core.mounting.gauging import Phase, Row
from tribodex.core.topics import desk, fold
from tribodex.core.topics.runin import commands as runin
from tribodex.core.topics.stock import commands as stock
from tribodex.core.topics.tapered import TOPIC as TAPERED
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.reference import load_reference
from tribodex.usecases.jobs import procedures_of

REFERENCE = load_reference()


class Device:
    """A log that taps with ids are added to, at times."""

    def __init__(self) -> None:
        bench = make_bench(REFERENCE, ON)
        bench.pass_gates()
        bench.do(cmd.StartGauging(Phase.INITIAL, 2))
        self.log: list[Event] = list(bench.log)
        self.now: datetime = max(BEGIN, self.log[-1].happened_at) + timedelta(minutes=5)

    def tap(self, name: str, *said: object, seconds: int = 5) -> list[Fact]:
        """One tap of one or more commands' facts under one id."""
        self.now += timedelta(seconds=seconds)
        found: list[tuple[str, Fact]] = []
        for command in said:
            at, made = decide(replace(self.desk(), moment=self.now), command)
            found += [(at, fact) for fact in made]
        for i, (at, fact) in enumerate(found):
            last = self.log[-1]
            mark = name if i == len(found) - 1 else f"{name}.{i}"
            self.log.append(
                replace(
                    last,
                    seq=last.seq + 1,
                    client_event_id=mark,
                    at=at,
                    fact=fact,
                    happened_at=self.now,
                    recorded_at=self.now,
                )
            )
        return [fact for _, fact in found]

    def desk(self) -> Desk:
        job = fold(self.log)
        return desk(job, procedures_of(REFERENCE, job), self.log, job.places[0].id)

    def trials(self) -> int:
        """Readings that count."""
        return sum(
            len(gauging.trials)
            for gauging in fold(self.log).of(TAPERED, fold(self.log).places[0].id).gaugings
        )


def test_the_last_tap_is_taken_back_with_all_its_entries() -> None:
    device = Device()
    made = device.tap("a", cmd.BracketPlace(1, Row.NUT_SIDE, "0.12", both_rows=True))
    assert len(made) == 4 and device.trials() == 4 and undoable(device.desk()) == ("a",)
    undone = device.tap("b", job_cmd.Undo("a"))
    assert [fact.reason for fact in undone if isinstance(fact, facts.Corrected)] == [REASON] * 4
    assert device.trials() == 0 and len(of_tap(device.log, "a")) == 4, "the entries stay readable"
    assert undoable(device.desk()) == (), "an undoing is not undone"


def test_it_is_offered_for_a_minute_and_not_before_it_was_made() -> None:
    device = Device()
    device.tap("a", cmd.BracketPlace(1, Row.NUT_SIDE, "0.12"))
    for seconds in (61, -200):
        late = Device()
        late.log, late.now = list(device.log), device.now
        with pytest.raises(Refused, match="more than a minute"):
            late.tap("b", job_cmd.Undo("a"), seconds=seconds)
    device.tap("b", job_cmd.Undo("a"), seconds=60)
    assert device.trials() == 0


def test_what_a_later_entry_may_rest_on_is_withdrawn_with_its_reason() -> None:
    device = Device()
    device.tap("a", cmd.BracketPlace(1, Row.NUT_SIDE, "0.12"))
    device.tap("b", job_cmd.AddNote("light was bad"))
    with pytest.raises(Refused, match="logged after it"):
        device.tap("c", job_cmd.Undo("a"))
    device.tap("d", job_cmd.Undo("b"))
    assert device.trials() == 2
    with pytest.raises(NotFound):
        device.tap("e", job_cmd.Undo("nobody's"))


def test_what_opened_or_answered_a_stop_is_no_slip() -> None:
    bench = running()
    warm(bench, "1", (0, "20"), (30, "35"))
    assert hinders(bench.desk(), bench.log[-1].client_event_id) == ""
    warm(bench, "1", (60, "140"))
    assert "opened or answered a stop" in hinders(bench.desk(), bench.log[-1].client_event_id)
    bench.do(runin.StopRun("too hot"))
    assert hinders(bench.desk(), bench.log[-1].client_event_id) != ""


def test_what_somebody_signed_for_is_no_slip() -> None:
    bench = ShaftBench()
    bench.pass_gates()
    bench.do(
        stock.CheckPart(
            "bearing",
            "22218 K C3",
            "22218 K C4",
            place="1",
            decided_by="B. Boss",
            reason="all there is",
        )
    )
    assert "signed for it" in hinders(bench.desk(), bench.log[-1].client_event_id)


def test_a_confirmed_gate_is_not_undone() -> None:
    bench = make_bench(REFERENCE, ON)
    bench.pass_gates()
    last = next(
        event for event in reversed(bench.log) if isinstance(event.fact, facts.GateConfirmed)
    )
    log = [event for event in bench.log if event.seq <= last.seq]
    here = desk(fold(log), procedures_of(REFERENCE, fold(log)), log, last.at)
    with pytest.raises(Refused, match="not undone by a tap"):
        decide(replace(here, moment=last.happened_at), job_cmd.Undo(last.client_event_id))


def test_an_id_that_looks_like_a_part_of_another_is_left_alone() -> None:
    device = Device()
    device.tap("a.0", cmd.BracketPlace(1, Row.FAR_SIDE, "0.12"))
    device.tap("a", cmd.BracketPlace(1, Row.NUT_SIDE, "0.12"))
    mine = of_tap(device.log, "a")
    assert {event.fact.row for event in mine if isinstance(event.fact, ev.LeafTried)} == {
        Row.NUT_SIDE
    }
