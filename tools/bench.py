"""Measure what people wait for. Prints a table; keeps nothing. `./run bench core`, `server` or `adviser [mountings]` measures one of them."""

from __future__ import annotations

import json
import os
import statistics
import sys
import tempfile
import time
import urllib.request
from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy.orm import Session

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src"), str(ROOT / "tools")]

# One thread a process: the trial runs a process on every core.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
from adviser_report import Report, write_report
from tests.helpers import make_bench
from tests.trial import ERRORS, Measured, line_of
from tests.trial import measure as trial_of

from tribodex.core.job import commands as cmd
from tribodex.core.job.events import Event, NoteAdded
from tribodex.core.job.fold import fold
from tribodex.core.job.next_move import next_move
from tribodex.core.mounting.gauging import Phase
from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo import prepare
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.reference import load_reference
from tribodex.store import SqlStore
from tribodex.store.repository import make_engine
from tribodex.usecases.bench import bench
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import Loaded, open_job, summary_of
from tribodex.usecases.ports import Tap

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
    measure("next move", lambda: next_move(job.procedure, job.state))
    measure("the adviser's answer", lambda: job.state.advice())
    measure("the whole bench", lambda: bench(reference, Loaded("x", job.log, job.state)))
    measure("read tables and procedures", load_reference, 20)


def server() -> None:
    """Over HTTP, with the demonstration's jobs."""
    with tempfile.TemporaryDirectory() as folder:
        database = LocalMariaDB(Path(folder))
        database.start()
        prepare(ROOT, database)
        web = WebServer(ROOT, database.app_url, "127.0.0.1", free_port(), quiet=True)
        try:
            web.wait_ready()
            for path in ("/api/jobs", "/api/jobs/hollin-vale-0002", "/api/plant", "/"):
                measure(f"GET {path}", lambda path=path: urllib.request.urlopen(web.address + path).read())  # type: ignore[misc]
            _long_logs(database, web)
            measure("GET record.pdf", lambda: urllib.request.urlopen(f"{web.address}/api/jobs/hollin-vale-0002/record.pdf").read(), 5)
        finally:
            web.stop()
            database.stop()


def _long_logs(database: LocalMariaDB, web: WebServer) -> None:
    """A job and a tap as the log grows, as ratios to a route that does nothing, in the same run."""
    reference, plan = load_reference(), PlanDraft(designation="22218 K C3", shaft="80 mm", feeler_id="fs-m1")
    empty = measure("GET /health, the measure of all", lambda: urllib.request.urlopen(f"{web.address}/health").read())
    engine = make_engine(database.app_url)
    for entries in (100, 1_000, 3_000):
        job_id, now = f"long-job-{entries}", datetime.now(UTC)
        with Session(engine) as session:
            store = SqlStore(session)
            job = open_job(store, reference, job_id, "kc-2-drive", "", plan, Tap(f"open-{entries:08d}", "Bench", now), now)
            notes = [Event(i, f"{job_id}-{i:06d}", NoteAdded(f"remark {i}"), "Bench", now, now) for i in range(2, entries)]
            store.append(job_id, notes, summary_of(reference, job_id, [*job.log, *notes], job.state))
        count = iter(range(10_000))

        def tap(job_id: str = job_id, count: Iterator[int] = count) -> None:
            body = {"client_event_id": f"tap-{job_id}-{next(count):06d}", "actor": "Bench", "happened_at": datetime.now(UTC).isoformat()}
            data = json.dumps(body | {"command": {"kind": "add_note", "text": "one more"}}).encode()
            asked = urllib.request.Request(f"{web.address}/api/jobs/{job_id}/taps", data, {"Content-Type": "application/json"})
            urllib.request.urlopen(asked).read()

        opened = measure(f"GET a job of {entries} entries", lambda: urllib.request.urlopen(f"{web.address}/api/jobs/{job_id}").read(), 60)  # noqa: B023
        tapped = measure(f"a tap on a job of {entries} entries", tap, 60)
        print(f"{'':58} {opened / empty:.1f} and {tapped / empty:.1f} times a route that does nothing")
    engine.dispose()


def adviser() -> None:
    """The bench on virtual mountings; takes some minutes on two cores. Writes docs/adviser.md and its charts."""
    count = int(sys.argv[2]) if len(sys.argv) > 2 else 400

    def shown(row: Measured) -> Measured:
        print(line_of(row), flush=True)
        return row

    risks = [shown(trial_of(f"risk {risk:.0%}".replace("%", " %"), count, SEED, risk)) for risk in (0.01, 0.02, 0.05)]
    errors = [shown(trial_of(error, count * 3 // 10, SEED, error=error)) for error in ERRORS]
    leafwise = shown(trial_of("leaf by leaf", count // 2, SEED, one_tap=False))
    if count >= 140:
        write_report(Report(SEED, risks, errors, leafwise, BEFORE), ROOT / "docs")


{"core": core, "server": server, "adviser": adviser}.get(sys.argv[1] if len(sys.argv) > 1 else "", lambda: (core(), server()))()
