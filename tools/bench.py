"""Measure what people wait for; prints a table. `./run bench core`, `server`, `rounds` or `adviser [mountings]` measures one of them."""

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
from rounds_report import measure_rounds, show, write_rounds_report
from server_report import measure_server, write_server_report
from tap_report import large_job
from tests.helpers import make_bench
from tests.mountings.hands import Says
from tests.mountings.measure import ERRORS, Measured, line_of
from tests.mountings.measure import measure as trial_of

from tribodex.core.mounting.gauging import Phase
from tribodex.core.topics import fold
from tribodex.core.topics.tapered import commands as cmd
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
    print(f"{name:58} median {statistics.median(spent):8.2f} ms   95 % {sorted(spent)[int(times * 0.95)]:8.2f} ms")
    return statistics.median(spent)


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
    measure("next move", lambda: job.move())
    measure("the adviser's answer", lambda: job.state.advice())
    measure("the whole bench", lambda: bench(reference, Loaded("x", job.log, job.job)))
    measure("read tables and procedures", load_reference, 20)
    measure("a tap with its answer: 8 bearings, 500 entries", large_job(reference), 60)


def server() -> None:
    """Over HTTP; writes docs/performance.md and its plot."""
    write_server_report(measure_server(ROOT), ROOT / "docs")


def rounds() -> None:
    """The plan of the rounds with 10,000 positions, beside plain SQL and a bare list; writes docs/rounds.md."""
    report = measure_rounds(ROOT)
    show(report)
    write_rounds_report(report, ROOT / "docs")


def adviser() -> None:
    """The bench on virtual mountings; takes some minutes on two cores. Writes docs/adviser.md and its charts."""
    count = int(sys.argv[2]) if len(sys.argv) > 2 else 400

    def shown(row: Measured) -> Measured:
        print(line_of(row), flush=True)
        return row

    risks = [shown(trial_of(f"risk {risk:.0%}".replace("%", " %"), count, SEED, risk)) for risk in (0.01, 0.02, 0.05)]
    faults = [(fault, shown(trial_of(fault, count // 2, SEED, fault=fault))) for fault in ERRORS]
    other_ways = [shown(trial_of(says, count // 4, SEED, says=says)) for says in (Says.LEAF, Says.ROW)]
    if count >= 140:
        write_report(Report(SEED, risks, faults, other_ways, BEFORE), ROOT / "docs")


{"core": core, "server": server, "rounds": rounds, "adviser": adviser}.get(sys.argv[1] if len(sys.argv) > 1 else "", lambda: (core(), server()))()
