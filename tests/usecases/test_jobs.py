"""Use cases on a hand-written store: repeats, races, names."""

from __future__ import annotations

import pytest

from tests.helpers import BEGIN, DRAFT, MemoryStore, open_one
from tribodex.core.errors import Busy, InvalidInput, NotFound
from tribodex.core.job import commands as job_cmd
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.usecases.bench import bench
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, Tap, do, load, revise_plan
from tribodex.usecases.record import record


def tap(name: str = "tap-00000001", actor: str = "Tester") -> Tap:
    return Tap(name, actor, BEGIN)


def opened(store: MemoryStore, reference: Reference) -> Loaded:
    return open_one(
        store, reference, "job-0001", "m-1-a", "", draft=DRAFT, tap=tap("open-0001"), at=BEGIN
    )


def test_opening_twice_gives_one_job(reference: Reference) -> None:
    store = MemoryStore()
    first, second = opened(store, reference), opened(store, reference)
    assert first.job == second.job and len(store.logs["job-0001"]) == 1
    assert first.job.opened.title == "Test machine, Drive side"


def test_opening_names_every_missing_entry_at_once(reference: Reference) -> None:
    with pytest.raises(InvalidInput) as raised:
        open_one(
            MemoryStore(),
            reference,
            "job-0001",
            "nowhere",
            "",
            draft=type(DRAFT)(),
            tap=tap(actor=" "),
            at=BEGIN,
        )
    assert {"actor", "position_id", "group", "shaft"} <= {f.name for f in raised.value.fields}


def test_a_repeated_tap_is_stored_once(reference: Reference) -> None:
    store = MemoryStore()
    opened(store, reference)
    for _ in range(3):
        job = do(
            store,
            reference,
            "job-0001",
            job_cmd.AddNote("once"),
            tap("note-0001"),
            recorded_at=BEGIN,
        )
    assert len(job.log) == 2


def test_a_repeated_tap_of_several_events_is_stored_once(reference: Reference) -> None:
    store = MemoryStore()
    fitter = VirtualFitter(
        store,
        reference,
        opened(store, reference),
        VirtualBearing(125, 0.385),
        "Tester",
        begins=BEGIN,
    )
    for gate in ("safe", "to_gauge", "which_way", "fit_up"):
        fitter.say(job_cmd.ConfirmGate(gate, fitter.confirm(gate)))
    fitter.gauge(Phase.INITIAL)
    fitter.say(cmd.SetZero(True))
    fitter.say(cmd.TurnNut("60"))
    fitter.say(cmd.StartGauging(Phase.DRIVE_UP))
    fitter.say(cmd.TryLeaf(1, Row.NUT_SIDE, "0.09", Outcome.PASSES))
    fitter.say(cmd.TryLeaf(1, Row.NUT_SIDE, "0.11", Outcome.STOPS))
    before = len(store.logs["job-0001"])
    for _ in range(2):
        job = do(
            store, reference, "job-0001", cmd.TurnNut("10"), tap("turn-0001"), recorded_at=BEGIN
        )
    assert len(job.log) == before + 2, "the gauging was closed and the turn logged, once"
    assert job.tapered().attempt.nut_deg == 70


def test_another_writer_at_the_same_moment_is_waited_out(reference: Reference) -> None:
    store = MemoryStore()
    opened(store, reference)
    store.races = 3
    assert (
        len(
            do(
                store,
                reference,
                "job-0001",
                job_cmd.AddNote("n"),
                tap("note-0001"),
                recorded_at=BEGIN,
            ).log
        )
        == 2
    )
    store.races = 99
    with pytest.raises(Busy, match="sent again"):
        do(store, reference, "job-0001", job_cmd.AddNote("n"), tap("note-0002"), recorded_at=BEGIN)


def test_nobody_logs_without_a_name(reference: Reference) -> None:
    store = MemoryStore()
    opened(store, reference)
    with pytest.raises(InvalidInput) as raised:
        do(store, reference, "job-0001", job_cmd.AddNote("n"), tap(actor=""), recorded_at=BEGIN)
    assert raised.value.fields[0].name == "actor"


def test_an_unknown_job(reference: Reference) -> None:
    with pytest.raises(NotFound):
        load(MemoryStore(), "nothing-here")


def test_a_revised_plan_counts_from_then_on(reference: Reference) -> None:
    store = MemoryStore()
    opened(store, reference)
    changed = type(DRAFT)(**{**DRAFT.__dict__, "card": "B"})
    job = revise_plan(
        store,
        reference,
        "job-0001",
        changed,
        "the shop's choice",
        tap=tap("plan-0001"),
        recorded_at=BEGIN,
    )
    assert job.tapered().plan.card == "B" and job.tapered().plan.least_residual_um is None


def test_a_published_procedure_stays_with_its_job(reference: Reference) -> None:
    place = opened(MemoryStore(), reference).job.places[0]
    assert (place.procedure_id, place.procedure_version) == ("tapered-gauged", 7)
    with pytest.raises(NotFound):
        reference.procedure("tapered-gauged", 99)
    with pytest.raises(NotFound):
        reference.procedure("a9")


def walked(reference: Reference, truth: VirtualBearing) -> Loaded:
    store = MemoryStore()
    fitter = VirtualFitter(
        store, reference, opened(store, reference), truth, "Tester", begins=BEGIN
    )
    fitter.follow(60)
    return fitter.job


def test_the_bench_draws_what_it_says(reference: Reference) -> None:
    """Window, present mark and target on dial and ruler come from the same numbers as the
    sentence."""
    store = MemoryStore()
    fitter = VirtualFitter(
        store,
        reference,
        opened(store, reference),
        VirtualBearing(125, 0.385),
        "Tester",
        begins=BEGIN,
    )
    for gate in ("safe", "to_gauge", "which_way", "fit_up"):
        fitter.say(job_cmd.ConfirmGate(gate, fitter.confirm(gate)))
    fitter.gauge(Phase.INITIAL)
    fitter.say(cmd.SetZero(True))
    fitter.say(cmd.TurnNut("60"))
    shown = bench(reference, fitter.job)
    assert (
        shown.work.dial is not None
        and shown.work.ruler is not None
        and shown.work.ruler.window is not None
    )
    assert shown.work.dial.present_deg == 60
    position = fitter.job.tapered().position()
    assert position is not None and shown.work.ruler.estimate_um == position.clearance_um
    at_target = position.after((shown.work.dial.target_to_deg or 0) - 60)
    assert at_target.clearance_um == pytest.approx(shown.work.ruler.window.low, abs=4)
    assert (
        shown.work.ruler.from_um
        < shown.work.ruler.window.low
        < shown.work.ruler.window.high
        < shown.work.ruler.to_um
    )
    assert shown.work.section.bore_mm == 90 and shown.work.section.roller_diameter_mm > 0


def test_leaf_and_turn_that_part_are_a_finding(reference: Reference) -> None:
    store = MemoryStore()
    stuck = VirtualBearing(125, 0.1)
    fitter = VirtualFitter(
        store, reference, opened(store, reference), stuck, "Tester", begins=BEGIN
    )
    for gate in ("safe", "to_gauge", "which_way", "fit_up"):
        fitter.say(job_cmd.ConfirmGate(gate, fitter.confirm(gate)))
    fitter.gauge(Phase.INITIAL)
    fitter.say(cmd.SetZero(True))
    fitter.say(cmd.TurnNut("140"))
    fitter.gauge(Phase.DRIVE_UP)
    assert any(
        "more than the nut's turn says" in finding
        for finding in bench(reference, fitter.job).findings
    )
    honest = walked(reference, VirtualBearing(125, 0.385))
    assert not any("nut's turn says" in finding for finding in bench(reference, honest).findings)


def test_the_record_holds_everything(reference: Reference) -> None:
    job = walked(reference, VirtualBearing(125, 0.385))
    made = record(reference, job)
    mounting = made.mountings[0]
    assert mounting.final is not None and mounting.final.overall.level.value in ("good", "watch")
    assert [g.title for g in made.gates] == [
        "Make the machine safe",
        "Ready to gauge?",
        "Which way round?",
        "Ready to mount?",
    ]
    assert any("315° behind its old mark" in line.text for line in made.log), (
        "washer off while driving: the seat stands in the log"
    )
    assert mounting.attempts[0].locked and mounting.method.startswith("F")
    assert len(made.events) == len(made.log) == len(job.log)
    assert all(
        line.source_id in {s.id for s in made.sources}
        for figure in mounting.figures
        for line in figure.working
    )
    assert mounting.gaugings[0].summary is not None and mounting.gaugings[0].verdict is not None
