"""A job done on paper and typed in afterwards: nothing pretends to have been gated; readings are
judged, what is still to do is gated.
"""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests import proved
from tests.benches.adapter_unit import BOTH
from tests.benches.shaft import REFERENCE, ShaftBench
from tests.benches.units import UnitBench
from tests.helpers import BEGIN, DRAFT, MemoryStore, make_bench, open_one
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import ahead, rail
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.paper import moment_of, paper_shown
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.topics import adapter_unit
from tribodex.core.topics.adapter_unit import commands as drive
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.runin import commands as run
from tribodex.core.topics.runin.facts import Noise
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.units import commands as house
from tribodex.core.units.forms import FloatBy
from tribodex.core.warmth.reading import ReadBy
from tribodex.core.working import Level
from tribodex.usecases.bench import bench as shown
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import do, load
from tribodex.usecases.ports import Tap
from tribodex.usecases.record import record

DAY = "2026-10-04 09:30"


def typed(*steps: object, by: str = "Bram Sedgeley", at: str = DAY) -> list[job_cmd.FromPaper]:
    return [job_cmd.FromPaper(by, at, step) for step in steps]


def test_no_gate_and_no_need_is_asked_and_none_is_pretended() -> None:
    bench = UnitBench(BOTH, BOTH)
    # A job opened and nothing confirmed: not even isolation.
    bench.log[:] = bench.log[:1]
    with pytest.raises(Refused):
        bench.do(house.SlideOn(True), at="1")
    bench.do(
        *typed(
            house.SlideOn(True),
            house.FindFloat(FloatBy.HOUSING),
            drive.MarkUnitZero(),
            drive.TurnUnitNut("1.1"),
        ),
        at="1",
    )
    bench.do(*typed(drive.FitPlate("4"), drive.TryDriven(True)), at="1")
    assert all(proof.proven for proof in proved.of(bench.desk("1"), adapter_unit.TOPIC))
    assert not bench.job.gates, "nothing was gated"
    assert set(bench.job.paper.values()) == {"Bram Sedgeley"} and len(bench.job.paper) == 6


def test_alarms_and_proofs_are_judged_like_any_other() -> None:
    bench = UnitBench(BOTH, BOTH)
    bench.do(*typed(house.SlideOn(True), drive.MarkUnitZero(), drive.TurnUnitNut("1.6")), at="1")
    assert bench.job.alarms.open and rail.status(bench.desk("1")) == "stopped"
    with pytest.raises(InvalidInput):
        bench.do(*typed(drive.TurnUnitNut("soon")), at="1")
    with pytest.raises(Refused):
        bench.do(*typed(drive.TryDriven(True)), at="1")


@pytest.mark.parametrize(
    "step",
    [
        job_cmd.ConfirmGate("safe", ()),
        job_cmd.OverruleGate("fit_up", "A", "b"),
        job_cmd.Sign("A", "fitter"),
        job_cmd.AddNote("x"),
        None,
    ],
)
def test_gates_and_signatures_are_not_typed_from_paper(step: object) -> None:
    bench = ShaftBench()
    with pytest.raises(InvalidInput) as raised:
        bench.do(*typed(step), at="1")
    assert raised.value.fields[0].name == "step"


@pytest.mark.parametrize(
    ("by", "at", "field"),
    [
        ("", DAY, "done_by"),
        ("Bram", "yesterday", "done_at"),
        ("Bram", "0026-10-04 09:30", "done_at"),
    ],
)
def test_who_and_when_are_asked(by: str, at: str, field: str) -> None:
    bench = ShaftBench()
    with pytest.raises(InvalidInput) as raised:
        bench.do(*typed(seat.ReadSeat(1, 1, "79.98 mm"), by=by, at=at), at="1")
    assert raised.value.fields[0].name == field


def test_what_is_still_to_be_done_is_gated_as_ever() -> None:
    bench = ShaftBench()
    bench.do(*typed(seat.ReadSeat(1, 1, "79.98 mm")), at="1")
    bench.do(job_cmd.SayPaper("Orla Tennick", "locked at Q14 and tried, shaft on two jacks"))
    with pytest.raises(Refused, match="Make the machine safe"):
        bench.do(seat.ReadSeat(1, 2, "79.98 mm"), at="1")
    with pytest.raises(Refused):
        bench.do(run.StartRun("cold", "20 °C"))


def test_a_run_that_goes_on_now_does_not_hide_behind_a_start_from_paper() -> None:
    bench = ShaftBench()
    warm = run.ReadWarmth("1", "30 °C", ReadBy.THERMOMETER, Noise.EVEN, after="5")
    bench.do(*typed(run.BumpDirection(True), run.StartRun("cold", "20 °C")))
    for live in (warm, run.GreaseRunning("1", "5 strokes", "10"), run.ConcludeRun(True, "well")):
        with pytest.raises(Refused, match="started on paper"):
            bench.do(live)
    # From paper it is told to its end, and put right; to stop it is never refused.
    bench.do(*typed(warm))
    bench.do(
        job_cmd.Correct(
            bench.job.last_seq,
            "misread",
            run.ReadWarmth("1", "32 °C", ReadBy.THERMOMETER, Noise.EVEN, after="5"),
        )
    )
    bench.do(run.StopRun("it goes on here"))
    with pytest.raises(Refused, match="Ready to run"):
        bench.do(run.StartRun("warm", "20 °C"))


def test_the_next_move_asks_no_gate_while_it_is_typed_in_and_asks_it_otherwise(
    reference: Reference,
) -> None:
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=DRAFT,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    assert shown(reference, job).next.do == "confirm_gate"
    paper = shown(reference, job, paper=True)
    assert paper.next.do == "gauge_initial" and paper.gate is None


def test_a_whole_mounting_on_paper_is_signed_with_its_remark(reference: Reference) -> None:
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=DRAFT,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    now = BEGIN + timedelta(days=3)
    count = iter(range(1000))

    def say(command: object, at: str = "2026-10-06T10:00:00+02:00") -> None:
        tap = Tap(f"typed-{next(count):05d}", "Ines Whitlow", now)
        step = (
            command
            if isinstance(command, job_cmd.SayPaper | job_cmd.Sign)
            else job_cmd.FromPaper("Bram Sedgeley", at, command)
        )
        do(store, reference, job.id, step, tap, recorded_at=now)

    def gauged(phase: Phase, um: int) -> None:
        say(cmd.StartGauging(phase, 3))
        for place in (1, 2, 3):
            for row in Row:
                say(cmd.TryLeaf(place, row, f"{um} µm", Outcome.PASSES))
                say(cmd.TryLeaf(place, row, f"{um + 10} µm", Outcome.STOPS))
        say(cmd.CloseGauging())

    gauged(Phase.INITIAL, 120)
    say(cmd.SetZero(True))
    say(cmd.TurnNut("140"))
    gauged(Phase.DRIVE_UP, 70)
    say(cmd.SeatNut("315", "degrees", washer_thickness="1.75 mm"))
    gauged(Phase.DRIVE_UP, 70)
    say(cmd.Lock("2"))
    gauged(Phase.FINAL, 70)
    loaded = load(store, job.id)
    desk = next(iter([loaded]))
    assert loaded.job.of(adapter_unit.TOPIC, "1").plan is None and len(loaded.job.paper) > 30
    # Times as said, typed by whoever typed.
    step = next(event for event in desk.log if event.kind == "nut_turned")
    assert (
        step.happened_at == moment_of("2026-10-06T08:00:00+00:00")
        and step.actor == "Ines Whitlow"
        and step.recorded_at == now
    )
    with pytest.raises(Refused, match="isolated and supported"):
        say(job_cmd.Sign("Ines Whitlow", "fitter"))
    say(job_cmd.SayPaper("Orla Tennick", "locked at Q14 and tried, shaft on two jacks"))
    made = record(reference, load(store, job.id))
    assert made.gates == () and len(made.paper) == 1
    assert (
        "by Bram Sedgeley, typed in by Ines Whitlow" in made.paper[0]
        and "Orla Tennick: locked at Q14" in made.paper[0]
    )
    say(job_cmd.Sign("Ines Whitlow", "fitter"))
    signed = load(store, job.id)
    assert signed.job.signed is not None and signed.job.signed.outcome.level in (
        Level.GOOD,
        Level.WATCH,
    )


def test_what_is_still_to_come_is_not_typed_from_paper(reference: Reference) -> None:
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=DRAFT,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    with pytest.raises(InvalidInput, match="still to come"):
        do(
            store,
            reference,
            job.id,
            job_cmd.FromPaper("Bram", "2031-01-01 08:00", cmd.StartGauging(Phase.INITIAL)),
            Tap("t-000001", "I", BEGIN),
            recorded_at=BEGIN,
        )


def test_page_one_is_silent_where_nothing_was_on_paper(reference: Reference) -> None:
    bench = make_bench(reference)
    assert paper_shown(bench.desk) == () and ahead.next_move(bench.desk).do == "confirm_gate"
    assert REFERENCE.procedures
