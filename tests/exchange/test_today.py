"""A signed record keeps what it was signed with; where today's rules part from it is said beside
it, from the same readings.
"""

from __future__ import annotations

import dataclasses
from pathlib import Path

import pytest

from tests.benches.shouldered import ShoulderBench
from tests.exchange.golden import LOGS, NEAR_ITS_LIMIT, NEARNESS, read
from tribodex.core.job.facts import Event, ShownStage, Signed
from tribodex.core.job.today import judged_otherwise
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.topics import fold
from tribodex.core.topics.shouldered import commands as on
from tribodex.core.topics.shouldered import facts as ev
from tribodex.core.working import Level, Verdict
from tribodex.usecases.bench_more import otherwise_today
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of
from tribodex.usecases.record import record

NAMED = {path.stem: path for path in LOGS}
GOOD = Verdict("in order", Level.GOOD, "Everything that is asked is shown.")


def kept(reference: Reference, path: Path) -> Loaded:
    said, log = read(path)
    return Loaded(said["job_id"], log, fold(log))


def signed(desk: Desk, log: list[Event], *shown: ShownStage) -> Desk:
    """The job as signed in order by whom nothing stopped."""
    last = log[-1]
    every = [
        *log,
        dataclasses.replace(
            last, seq=last.seq + 1, at="", fact=Signed("P. Arden", "foreman", (), GOOD, shown)
        ),
    ]
    return dataclasses.replace(desk, job=fold(every), log=every)


def test_a_no_leaf_reading_that_once_was_good_is_none_today(reference: Reference) -> None:
    """Signed by a version that took “not even the thinnest leaf” in one place for a reading below
    the others.
    """
    job = kept(reference, NAMED["schema-2-0001"])
    found = otherwise_today(reference, job)
    assert {(one.what, one.today.level) for one in found if one.entry is None} == {
        ("Whole job", Level.STOP),
        # Nor could that set prove the window.
        ("Target window", Level.STOP),
        ("Lock", Level.STOP),
        ("Final check", Level.STOP),
    }
    assert all(one.worse for one in found)
    of_entry = {one.entry: one for one in found if one.entry is not None}
    assert of_entry[98].then.level is Level.WATCH and "thinnest feeler" in of_entry[98].today.reason
    # Page one stays as it was signed.
    assert record(reference, job).outcome is None


@pytest.mark.parametrize("name", ["2026-11-29-0002", "2026-11-29-0018", "2026-11-26-0002"])
def test_where_the_rules_agree_nothing_is_said(reference: Reference, name: str) -> None:
    job = kept(reference, NAMED[name])
    assert job.job.signed is not None and judged_otherwise(desk_of(reference, job)) == ()


@pytest.mark.parametrize(
    "path", [path for path in LOGS if "any" in path.stem], ids=lambda p: p.stem
)
def test_nothing_is_said_of_what_nobody_signed(path: Path, reference: Reference) -> None:
    job = kept(reference, path)
    if job.job.signed is None:
        assert judged_otherwise(desk_of(reference, job)) == ()


def test_any_log_signed_now_agrees_with_itself(reference: Reference) -> None:
    """Every log of today, whatever it says: decided again it is the same, so no entry parts."""
    for path in LOGS:
        if not "2026-11-29e" <= path.stem < "3":
            continue
        job = kept(reference, path)
        desk = desk_of(reference, job)
        found = judged_otherwise(signed(desk, list(job.log)))
        # The chosen risk was not kept at the lock then.
        risk = (LockCode.NEAR, LockCode.NOT_BY_THE_LEAF) if path.stem < "2026-12-01" else ()
        kinds = {event.seq: event.kind for event in job.log}
        near = NEAR_ITS_LIMIT if path.stem < NEARNESS else ()
        assert [
            one
            for one in found
            if one.entry is not None and one.today.code not in risk and kinds[one.entry] not in near
        ] == [], path.stem


def test_what_would_be_refused_today_is_told_with_the_reason() -> None:
    """A ring pushed home at 25 °C, stored by a version that asked nothing."""
    bench = ShoulderBench()
    bench.prepared()
    bench.warmed("100 °C")
    bench.at_one(on.SwitchOff(), on.ReadRing("25 °C"))
    last = bench.log[-1]
    pushed = dataclasses.replace(
        last, seq=last.seq + 1, client_event_id="pushed", fact=ev.PushedHome("")
    )
    found = judged_otherwise(signed(bench.desk("1"), [*bench.log, pushed]))
    told = next(one for one in found if one.entry == pushed.seq)
    assert told.worse and told.today.word == "refused" and "heat it again" in told.today.reason


def test_a_stage_says_what_it_was_signed_with(reference: Reference) -> None:
    job = kept(reference, NAMED["2026-11-29-0002"])
    desk = desk_of(reference, job)
    before = [event for event in job.log if event.seq < desk.job.signed_seq]
    stages = [
        ShownStage(
            "Final check",
            "",
            "not in order",
            Level.STOP,
            "",
            ("residual clearance, locked: below the window",),
        )
    ]
    found = judged_otherwise(signed(desk, before, *stages))
    assert [(one.stage, one.then.level, one.today.level, one.worse) for one in found] == [
        ("Final check", Level.STOP, Level.GOOD, False)
    ]
    assert found[0].then.reason == "residual clearance, locked: below the window"
