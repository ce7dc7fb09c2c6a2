"""What the server costs, as ratios measured in one run, and docs/performance.md with its plot.

Pairs are measured by turns, so that what else the machine does meets both alike.
"""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable, Iterator
from dataclasses import asdict, dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from adviser_report import DYE, INK, OXIDE, PAPER
from matplotlib.figure import Figure
from playwright.sync_api import Page, sync_playwright
from sqlalchemy import Engine, insert, text
from sqlalchemy.orm import Session
from tests.browser.drivers.machine import CHROMIUM, ONE_TAP, sign_in
from tests.helpers import open_one
from tests.visitor import at

from tribodex.core.job.facts import Event, NoteAdded, PointClosed, PointOpened
from tribodex.core.topics import fold
from tribodex.launch.demo_data import prepare
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.reference import load_reference
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.models import JobListRow, JobRow
from tribodex.store.repository import SqlStore
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import Loaded, summary_of
from tribodex.usecases.ports import JobsAsked, Tap

ENTRIES = (10, 100, 300, 1_000, 3_000)
JOBS = (100, 100_000)
# The first page as the screen asks for it, in the database's own words.
PLAIN = (
    "SELECT id, number, title, machine, position, bearing, stage, stage_at, stage_of, status,"
    " events, updated_at FROM job_list WHERE live = 1 ORDER BY updated_at DESC, number DESC"
    " LIMIT 50"
)
Call = Callable[[], object]

# Looked for in every frame that is painted: a wait of the driver's own would look only every half
# second.
SEEN = """what => new Promise(done => { const look = () => document.querySelector(what) ? done() : requestAnimationFrame(look); look(); })"""


@dataclass(frozen=True)
class LongLog:
    """A job with so many entries: opening it and tapping on it, ms."""

    entries: int
    kind: str
    opened: float
    tapped: float


@dataclass(frozen=True)
class ManyJobs:
    """A plant with so many jobs: the first page, ms; a search; the screen until its rows stand."""

    jobs: int
    plain: float
    store: float
    page: float
    search: float
    screen: float


@dataclass(frozen=True)
class ServerReport:
    """Everything measured, ms. `empty` is a route that does nothing."""

    empty: float
    logs: list[LongLog]
    lists: list[ManyJobs]
    record_started: float
    record_first: float
    record_again: float


def medians(calls: list[Call], times: int) -> list[float]:
    """Median of each call, ms, measured by turns."""
    spent: list[list[float]] = [[] for _ in calls]
    for call in calls:
        call()
    for _ in range(times):
        for i, call in enumerate(calls):
            begin = time.perf_counter()
            call()
            spent[i].append((time.perf_counter() - begin) * 1000)
    return [statistics.median(each) for each in spent]


def measure_server(root: Path) -> ServerReport:
    """Start a database and a server of their own, fill them, measure."""
    with tempfile.TemporaryDirectory() as folder:
        database = LocalMariaDB(Path(folder))
        database.start()
        prepare(root, database, KeyFiles(database.folder / "keys"))
        log, keys = database.folder / "web.log", database.folder / "keys"
        web = WebServer(
            root, database.app_url, "127.0.0.1", free_port(), log=log, keys=keys, more=ONE_TAP
        )
        engine = make_engine(database.app_url)
        try:
            web.wait_ready()
            empty: list[float] = []
            logs = [
                _log(engine, web.address, entries, kind, empty)
                for kind in ("notes", "points")
                for entries in ENTRIES
            ]
            record = f"{web.address}/api/jobs/hollin-vale-0002/record.pdf"
            started = _once(record)
            # Other papers, often enough that the processes of both workers are up.
            others = [
                f"{address}?paper={paper}"
                for address in (record.replace("0002", n) for n in ("0001", "0006", "0003"))
                for paper in ("A4", "letter")
            ]
            first = statistics.median([_once(address) for address in others][-4:])
            (again,) = medians([lambda: _get(record)], 10)
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(executable_path=CHROMIUM)
                context = browser.new_context(base_url=web.address)
                sign_in(context, "Ines Whitlow")
                page = context.new_page()
                lists = [_jobs(engine, web.address, page, jobs) for jobs in JOBS]
                browser.close()
            return ServerReport(statistics.median(empty), logs, lists, started, first, again)
        finally:
            engine.dispose()
            web.stop()
            database.stop()


def _once(address: str) -> float:
    begin = time.perf_counter()
    _get(address)
    return (time.perf_counter() - begin) * 1000


def _get(address: str) -> bytes:
    answer: bytes = at(address).open(address).read()
    return answer


def _log(engine: Engine, address: str, entries: int, kind: str, empty: list[float]) -> LongLog:
    reference, plan = (
        load_reference(),
        PlanDraft(designation="22218 K C3", shaft="80 mm", feeler_id="fs-m1"),
    )
    job_id, now = f"long-{kind}-{entries}", datetime.now(UTC)
    with Session(engine) as session:
        store = SqlStore(session)
        job = open_one(
            store,
            reference,
            job_id,
            "kc-2-drive",
            "",
            draft=plan,
            tap=Tap(f"open-{kind}-{entries:08d}", "Bench", now),
            at=now,
        )
        more = []
        for seq in range(2, entries):
            point = PointOpened(f"point {seq}") if seq % 2 == 0 else PointClosed(seq - 1, "done")
            more.append(
                Event(
                    seq,
                    f"{job_id}-{seq:06d}",
                    "",
                    NoteAdded(f"remark {seq}") if kind == "notes" else point,
                    "Bench",
                    now,
                    now,
                )
            )
        whole = [*job.log, *more]
        store.append(job_id, more, summary_of(reference, Loaded(job_id, whole, fold(whole))))
    count: Iterator[int] = iter(range(10_000))

    def tap() -> None:
        body = {
            "client_event_id": f"tap-{job_id}-{next(count):06d}",
            "happened_at": datetime.now(UTC).isoformat(),
        }
        at(address).open(
            f"{address}/api/jobs/{job_id}/taps",
            body | {"command": {"kind": "add_note", "text": "one more"}},
        ).read()

    nothing, opened, tapped = medians(
        [lambda: _get(f"{address}/health"), lambda: _get(f"{address}/api/jobs/{job_id}"), tap], 60
    )
    empty.append(nothing)
    print(
        f"{entries:6} {kind:8} opened {opened:6.1f} ms, tapped {tapped:6.1f} ms, nothing"
        f" {nothing:5.2f} ms",
        flush=True,
    )
    return LongLog(entries, kind, opened, tapped)


def _fill(engine: Engine, count: int) -> None:
    """Jobs up to so many, half of them at the bench."""
    first = datetime(2026, 1, 1, tzinfo=UTC).replace(tzinfo=None)
    with Session(engine) as session:
        there = session.scalar(text("SELECT COUNT(*) FROM job_list")) or 0
        pattern = asdict(next(iter(SqlStore(session).job_summaries())))
        start = (session.scalar(text("SELECT MAX(number) FROM job")) or 0) + 1
        for begin in range(start, start + count - there, 5_000):
            jobs, listed = [], []
            for number in range(begin, min(begin + 5_000, start + count - there)):
                job_id = f"many-{number:08d}"
                jobs.append({"number": number, "id": job_id, "recorded_at": first})
                own = {
                    "id": job_id,
                    "number": number,
                    "title": f"Bearing change {number}",
                    "machine": f"Conveyor {number % 997}",
                }
                listed.append(
                    pattern
                    | own
                    | {
                        "live": number % 2 == 0,
                        "updated_at": first + timedelta(minutes=number),
                    }
                )
            session.execute(insert(JobRow), jobs)
            session.execute(insert(JobListRow), listed)
            session.commit()


def _jobs(engine: Engine, address: str, page: Page, count: int) -> ManyJobs:
    """Ask for the first page of so many jobs."""
    _fill(engine, count)
    raw = engine.raw_connection()
    cursor = raw.cursor()

    def plain() -> None:
        cursor.execute(PLAIN)
        assert len(cursor.fetchall()) == 50

    with Session(engine) as session:
        store = SqlStore(session)
        asked = JobsAsked(live=True)
        first = f"{address}/api/jobs?live=true&limit=50"
        search = f"{address}/api/jobs?live=true&limit=50&words=conveyor+12"
        made = medians(
            [plain, lambda: store.job_summaries(asked), lambda: _get(first), lambda: _get(search)],
            60,
        )
    raw.close()

    def shown() -> None:
        page.goto(address, wait_until="commit")
        page.evaluate(SEEN, "main a[href^='/jobs/']")

    (screen,) = medians([shown], 9)
    print(f"{count:6} jobs: " + ", ".join(f"{each:.2f} ms" for each in (*made, screen)), flush=True)
    return ManyJobs(count, *made, screen)


def write_server_report(report: ServerReport, docs: Path) -> None:
    """docs/performance.md and docs/performance.svg."""
    _plot(report, docs / "performance.svg")
    empty = report.empty
    rows = "\n".join(
        f"| {log.entries:,} {log.kind} | {log.opened:.1f} ms | {log.opened / empty:.1f} |"
        f" {log.tapped:.1f} ms | {log.tapped / empty:.1f} |"
        for log in report.logs
    )
    lists = "\n".join(
        f"| {each.jobs:,} | {each.plain:.2f} ms | {each.store:.2f} ms"
        f" ({each.store / each.plain:.2f}) | {each.page:.1f} ms | {each.search:.1f} ms |"
        f" {each.screen:.0f} ms |"
        for each in report.lists
    )
    few, many = report.lists[0], report.lists[-1]
    (docs / "performance.md").write_text(
        f"""# What the server costs

Written by `./run bench server`: everything in one run, on one machine, pairs by turns, medians. Figures in ms belong to that machine;
the ratios travel better. The measure of all is `GET /health`, a route that does nothing: {report.empty:.2f} ms with the HTTP around it.

## A job as its log grows

| entries | opened | times nothing | a tap on it | times nothing |
|---|---|---|---|---|
{rows}

Wanted: 3,000 entries of any kind under 60 ms, and opened under 8 times a route that does nothing. A tap is read, decided, written, flushed to disk
before it is acknowledged, and answered with the whole bench: most of its cost does not depend on the log. What an answer carries does not grow:
the newest five entries, the others on demand.

![Opening and tapping against the length of the log](performance.svg)

## The list as the plant grows

| jobs | plain SQL, first page | the same through the store (ratio) | over HTTP as JSON | a search | screen until its rows stand |
|---|---|---|---|---|---|
{lists}

Wanted: the first page of 100,000 jobs under 1.5 times its plain SQL. Over HTTP, less a route that does nothing, it is
{(many.page - empty) / many.plain:.1f} times (with {few.jobs} jobs: {(few.page - empty) / few.plain:.1f}).
The screen takes {many.screen / few.screen:.2f} times as long as with {few.jobs} jobs.

## The record as PDF

In a process of its own: the first one, which starts it, {report.record_started:.0f} ms; others of up to 150 entries, median
{report.record_first:.0f} ms; the same again, kept by content, {report.record_again:.1f} ms.
""",
        "utf-8",
    )


def _plot(report: ServerReport, file: Path) -> None:
    figure = Figure(figsize=(8, 4), facecolor=PAPER, layout="constrained")
    axes = figure.add_subplot(facecolor=PAPER)
    for kind, colour in (("notes", DYE), ("points", OXIDE)):
        logs = [log for log in report.logs if log.kind == kind]
        for name, line, value in (
            ("opened", "-", lambda log: log.opened),
            ("tapped", "--", lambda log: log.tapped),
        ):
            ys = [value(log) / report.empty for log in logs]
            axes.plot(
                [log.entries for log in logs], ys, line, color=colour, marker="o", markersize=4
            )
            beside = (6, 6 if name == "tapped" else -6)
            axes.annotate(
                f"{kind}, {name}",
                (logs[-1].entries, ys[-1]),
                xytext=beside,
                textcoords="offset points",
                va="center",
                color=colour,
                fontsize=9,
            )
    axes.axhline(8, color=INK, linewidth=0.8, linestyle=":")
    axes.annotate("8", (0, 8), xytext=(4, 3), textcoords="offset points", color=INK, fontsize=9)
    axes.set(
        xlabel="entries in the log",
        ylabel="times a route that does nothing",
        xlim=(0, 3_700),
        ylim=(0, None),
    )
    axes.spines[["top", "right"]].set_visible(False)
    figure.savefig(file, metadata={"Date": None})
