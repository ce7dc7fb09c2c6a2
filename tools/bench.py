"""Measure what people wait for; prints a table. `./run bench core`, `server`, `rounds` or `adviser
[mountings]` measures one of them.
"""

from __future__ import annotations

import os
import statistics
import sys
import time
from collections.abc import Callable
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src"), str(ROOT / "tools")]

# One thread a process: the trial runs a process on every core.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
from adviser_report import Report, write_report
from flask import Flask
from rounds_report import measure_rounds, show, write_rounds_report
from server_report import measure_server, write_server_report
from tap_report import large_job
from tests.helpers import make_bench
from tests.mountings.hands import Says
from tests.mountings.measure import ERRORS, Measured, line_of
from tests.mountings.measure import measure as trial_of

from tribodex.core.adviser import infer, unmounted
from tribodex.core.components.feeler import Stack
from tribodex.core.job.facts import Event
from tribodex.core.job.places import ONLY_PLACE
from tribodex.core.mounting.gauging import Outcome, Phase, Row, Summary
from tribodex.core.topics import fold
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.training.virtual import VirtualBearing
from tribodex.reference import load_reference
from tribodex.usecases.bench import bench
from tribodex.usecases.jobs import Loaded

# Not used while rules were made.
SEED = 20261126
# Leaf taps of a complete job before one tap could close a bracket, median.
BEFORE = 41


def measure(name: str, call: Callable[[], object], times: int = 200) -> float:
    """Median and 95th percentile of a call, milliseconds; the median."""
    call()
    spent = []
    for _ in range(times):
        begin = time.perf_counter()
        call()
        spent.append((time.perf_counter() - begin) * 1000)
    print(
        f"{name:58} median {statistics.median(spent):8.2f} ms   95 %"
        f" {sorted(spent)[int(times * 0.95)]:8.2f} ms"
    )
    return statistics.median(spent)


def forget() -> None:
    """Drop what the adviser computed before: the next answer is a first one."""
    for kept in (infer._believe, unmounted._before, unmounted._likelihood, unmounted._line):
        kept.cache_clear()


def many_gaugings(count: int) -> list[Event]:
    """A log with so many gaugings on the sleeve, the nut a little further on every tenth time."""
    truth, made = VirtualBearing(125, 0.385), make_bench(load_reference())
    made.ready(truth)
    first = made.state.last_gauging_number
    for number in range(first + 1, first + 1 + count):
        if number % 10 == 0:
            made._add(ONLY_PLACE, ev.NutTurned(1.0, "1", "degrees"))
        made._add(ONLY_PLACE, ev.GaugingStarted(number, Phase.DRIVE_UP, made.state.plan.where, 1))
        read = [Stack((80.0,)), Stack((90.0,))]
        for row in Row:
            for stack, outcome in zip(read, (Outcome.PASSES, Outcome.STOPS), strict=True):
                made._add(ONLY_PLACE, ev.LeafTried(number, 1, row, stack.leaves_um, outcome))
        made._add(ONLY_PLACE, ev.GaugingClosed(number, Summary(85.0, 2.0, 0.0, 2, 0.0, ())))
    return made.log


def empty_route() -> Callable[[], object]:
    """The yardstick: a route that does nothing."""
    app = Flask("empty")
    app.add_url_rule("/", "empty", lambda: "")
    client = app.test_client()
    return lambda: client.get("/")


def core() -> None:
    """The core alone, on a job with some fifty entries."""
    reference = load_reference()
    truth = VirtualBearing(125, 0.385)
    job = make_bench(reference)
    job.ready(truth)
    job.do(cmd.TurnNut("90"))
    job.gauge(Phase.DRIVE_UP, truth)
    print(f"a job of {len(job.log)} entries")
    measure("fold the log", lambda: fold(job.log))
    nothing = measure("an empty route", empty_route())
    for name, before, aim in (
        ("next move, cold", forget, 20),
        ("next move, warm", lambda: None, 6),
    ):
        took = measure(name, lambda before=before: (before(), fold(job.log), job.move())[-1])
        print(f"{'':58} {took / nothing:8.1f} empty routes; aim {aim} ms")
    long = Loaded("x", log := many_gaugings(800), fold(log))
    measure(
        f"the whole bench of 800 gaugings ({len(log)} entries), warm",
        lambda: bench(reference, long),
        10,
    )
    measure(
        "the same, folded anew, cold",
        lambda: (forget(), bench(reference, Loaded("x", log, fold(log)))),
        10,
    )
    measure("the adviser's answer", lambda: job.state.advice())
    measure("the whole bench", lambda: bench(reference, Loaded("x", job.log, job.job)))
    measure("read tables and procedures", load_reference, 20)
    measure("a tap with its answer: 8 bearings, 500 entries", large_job(reference), 60)


def server() -> None:
    """Over HTTP; writes docs/performance.md and its plot."""
    write_server_report(measure_server(ROOT), ROOT / "docs")


def rounds() -> None:
    """The plan of the rounds with 10,000 positions, beside plain SQL and a bare list; writes
    docs/rounds.md.
    """
    report = measure_rounds(ROOT)
    show(report)
    write_rounds_report(report, ROOT / "docs")


def adviser() -> None:
    """The bench on virtual mountings; takes some minutes on two cores. Writes docs/adviser.md and
    its charts.
    """
    count = int(sys.argv[2]) if len(sys.argv) > 2 else 400

    def shown(row: Measured) -> Measured:
        print(line_of(row), flush=True)
        return row

    risks = [
        shown(trial_of(f"risk {risk:.0%}".replace("%", " %"), count, SEED, risk))
        for risk in (0.01, 0.02, 0.05)
    ]
    faults = [(fault, shown(trial_of(fault, count // 2, SEED, fault=fault))) for fault in ERRORS]
    other_ways = [
        shown(trial_of(says, count // 4, SEED, says=says)) for says in (Says.LEAF, Says.ROW)
    ]
    witness = shown(trial_of("second witness", count, SEED, witness=True))
    blows = shown(trial_of("by blows", count // 2, SEED, method="B"))
    if count >= 140:
        write_report(Report(SEED, risks, faults, other_ways, BEFORE, witness, blows), ROOT / "docs")


{"core": core, "server": server, "rounds": rounds, "adviser": adviser}.get(
    sys.argv[1] if len(sys.argv) > 1 else "", lambda: (core(), server())
)()
