"""What the plan of the rounds costs with 10,000 positions, beside plain SQL and a bare list, and
docs/rounds.md.
"""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import cycle
from pathlib import Path

from playwright.sync_api import sync_playwright
from server_report import SEEN, _get, medians
from sqlalchemy import Engine, insert, text
from sqlalchemy.orm import Session
from tests.browser.drivers.machine import CHROMIUM, ONE_TAP, sign_in

from tribodex.launch.demo_data import prepare
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.models import CareDueRow, CrewRow, MachineRow, PositionRow
from tribodex.store.repository import SqlStore
from tribodex.usecases.due_stops import DueStops, RoundsAsked
from tribodex.usecases.rounds import rounds

POSITIONS, AT_A_MACHINE, ROUTES = 10_000, 20, 25
# The same rows and the same first page, in the database's own words: no planning, only what is due
# first.
PLAIN = """
SELECT d.position_id, p.name, m.name, m.area, d.kind, d.every_h, d.every_days, d.hours_per_day, d.since, d.strokes, d.over
FROM care_due d JOIN bearing_position p ON p.id = d.position_id JOIN machine m ON m.id = p.machine_id
"""
FIRST = (
    PLAIN
    + "ORDER BY DATE_ADD(d.since, INTERVAL COALESCE(d.every_days, 365) DAY), d.position_id LIMIT 50"
)


@dataclass(frozen=True)
class RoundsReport:
    """Medians, ms. `bare`: a list of fifty rows as HTML alone; `screen`: the rounds until their
    first stop stands; `few`: in the demonstration.
    """

    rows: int
    stops: int
    first: float
    read: float
    store: float
    planned: float
    whole: float
    mark: float
    anew: float
    page: float
    nothing: float
    bare: float
    screen: float
    few: float


def measure_rounds(root: Path) -> RoundsReport:
    """Start a database and a server of their own, fill them, measure."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
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
            browser = playwright.chromium.launch(executable_path=CHROMIUM)
            context = browser.new_context(base_url=web.address)
            sign_in(context, "Ines Whitlow")
            page = context.new_page()

            def shown() -> None:
                page.goto(f"{web.address}/rounds", wait_until="commit")
                page.evaluate(SEEN, "section[aria-label=Stops] li")

            (few,) = medians([shown], 9)
            fill(engine, datetime.now(UTC).date())
            raw = engine.raw_connection()
            cursor = raw.cursor()

            def asked(query: str) -> Callable[[], object]:
                def ask() -> object:
                    cursor.execute(query)
                    return cursor.fetchall()

                return ask

            bare_rows = asked(FIRST)()
            html = (
                "<!doctype html><ol>"
                + "".join(f"<li>{' '.join(map(str, each))}</li>" for each in bare_rows)
                + "</ol>"
            )  # type: ignore[attr-defined]

            def bare() -> None:
                page.goto("about:blank")
                page.set_content(html)
                page.evaluate(SEEN, "li")

            with Session(engine) as session:
                store, today = SqlStore(session), datetime.now(UTC).date()
                rows, crews = store.care_rows(), store.crews()
                stops = DueStops(rows, crews, today, 12).listed()
                # By turns twelve and thirteen weeks: what the question before left is of no use.
                weeks = cycle((12, 13))
                calls = [
                    asked(FIRST),
                    asked(PLAIN),
                    store.care_rows,
                    lambda: DueStops(rows, crews, today, 12),
                    lambda: rounds(store, today, RoundsAsked(week=0)),
                    store.care_mark,
                    lambda: _get(f"{web.address}/api/rounds?week=0&limit=50&weeks={next(weeks)}"),
                ]
                made = medians(calls, 9)
                again = medians(
                    [
                        lambda: _get(f"{web.address}/api/rounds?week=0&limit=50"),
                        lambda: _get(f"{web.address}/health"),
                    ],
                    9,
                )
            raw.close()
            simple, screen = medians([bare, shown], 9)
            browser.close()
            return RoundsReport(len(rows), len(stops), *made, *again, simple, screen, few)
        finally:
            engine.dispose()
            web.stop()
            database.stop()


def fill(engine: Engine, today: date) -> None:
    """A plant of so many positions: all looked at every week, greased by hours or days, some late,
    each eighth purged by season.
    """
    machines = [
        {"id": f"m{n:05d}", "name": f"Machine {n}", "area": f"Route {n % ROUTES}", "rank": n}
        for n in range(POSITIONS // AT_A_MACHINE)
    ]
    positions, due = [], []
    for n in range(POSITIONS):
        own = f"p{n:06d}"
        positions.append(
            {
                "id": own,
                "machine_id": f"m{n // AT_A_MACHINE:05d}",
                "name": f"bearing {n % AT_A_MACHINE}",
                "rank": n,
            }
        )
        since = today - timedelta(days=n * 37 % 120)
        every = {"position_id": own, "hours_per_day": 16.0, "strokes": None, "over": "", "due": {}}
        due.append(
            every
            | {
                "kind": "look",
                "every_h": None,
                "every_days": 7.0,
                "since": today - timedelta(days=n % 9),
            }
        )
        by_hours = n % 3 == 0
        grease = (
            {"every_h": 1500.0 + n % 900, "every_days": None}
            if by_hours
            else {"every_h": None, "every_days": 60.0 + n % 120}
        )
        due.append(every | grease | {"kind": "grease", "since": since, "strokes": 4 + n % 20})
        if n % 8 == 0:
            due.append(
                every
                | {
                    "kind": "tighten",
                    "every_h": None,
                    "every_days": 3.0,
                    "since": today - timedelta(days=n % 5),
                }
            )
    routes = [[f"Route {r}" for r in range(ROUTES) if r % 5 == c] for c in range(5)]
    crews = [
        {"name": f"crew {c}", "minutes_a_week": 1800.0, "routes": own, "rank": 10 + c}
        for c, own in enumerate(routes)
    ]
    with Session(engine) as session:
        for table, values in ((MachineRow, machines), (PositionRow, positions), (CrewRow, crews)):
            session.execute(insert(table), values)
        for start in range(0, len(due), 5_000):
            session.execute(insert(CareDueRow), due[start : start + 5_000])
        session.execute(text("ANALYZE TABLE care_due, bearing_position, machine"))
        session.commit()


def write_rounds_report(report: RoundsReport, docs: Path) -> None:
    """docs/rounds.md."""
    r = report
    (docs / "rounds.md").write_text(
        f"""# What the plan of the rounds costs

Written by `./run bench rounds`: {POSITIONS:,} positions with {r.rows:,} things due, planned over twelve weeks ({r.stops:,} stops). Everything in
one run, on one machine, pairs by turns, medians. Figures in ms belong to that machine; the ratios travel better.

| what | ms | beside |
|---|---|---|
| plain SQL, the first fifty by their day, nothing planned | {r.first:.1f} | |
| plain SQL, all that is due | {r.read:.1f} | |
| the same through the store | {r.store:.1f} | {r.store / r.read:.2f} × plain SQL |
| levelled over weeks by route and crew, rows given | {r.planned:.1f} | {r.planned / r.read:.2f} × plain SQL |
| the whole plan with its loads | {r.whole:.1f} | {r.whole / r.read:.2f} × plain SQL |
| whether anything of it changed (a checksum, computed in the database) | {r.mark:.1f} | {r.mark / r.read:.2f} × plain SQL |
| over HTTP, first page as JSON, something changed: planned anew | {r.anew:.1f} | {r.anew / r.read:.2f} × plain SQL |
| the same again, nothing changed | {r.page:.1f} | {r.page / r.read:.2f} × plain SQL; a route that does nothing: {r.nothing:.2f} |
| a bare list of fifty rows in the browser | {r.bare:.0f} | |
| the rounds on screen, first stop shown | {r.screen:.0f} | {r.screen / r.bare:.1f} × the bare list; in the demonstration {r.few:.0f} |
""",
        "utf-8",
    )


def show(report: RoundsReport) -> None:
    """On the terminal."""
    for name, value in vars(report).items():
        print(f"{name:10} {value:10.1f}")
