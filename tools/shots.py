"""Remake docs/screenshots from the demonstration: deterministic data, one picture a view."""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src")]

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import CHROMIUM, DESK, FLAGS, ONE_TAP, PHONE, sign_in

from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo_data import prepare
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.store.log_keys import KeyFiles

# Who looks, where it is not the supervisor.
WHO = {"people": "Orla Tennick"}
# name, address, screen, look, what to do before the picture
VIEWS = [
    ("jobs", "/", DESK, "light", None),
    ("plan", "/plan", DESK, "light", "plan"),
    ("shaft", "/jobs/hollin-vale-0010", DESK, "light", None),
    ("cartridge", "/jobs/hollin-vale-0016", DESK, "light", None),
    ("drive-up", "/jobs/hollin-vale-0003", DESK, "light", None),
    ("drive-up-working-dark", "/jobs/hollin-vale-0003", DESK, "dark", "working"),
    ("line-up", "/jobs/hollin-vale-0010?stage=line_up", DESK, "light", None),
    ("look", "/jobs/hollin-vale-0010?at=2&stage=read_marks", DESK, "light", None),
    ("shoulder", "/jobs/hollin-vale-0011?at=1&stage=set_on", DESK, "light", None),
    ("run-in-dark", "/jobs/hollin-vale-0017?stage=start_up", DESK, "dark", None),
    ("gauging-phone", "/jobs/hollin-vale-0003", PHONE, "light", "gauge"),
    ("blows", "/jobs/hollin-vale-0025", DESK, "light", None),
    ("lock", "/jobs/hollin-vale-0003", DESK, "light", "lock"),
    ("rounds", "/rounds", DESK, "light", None),
    ("people", "/people", DESK, "light", "person"),
    ("record", "/api/jobs/hollin-vale-0002/record.html", DESK, "light", None),
    ("calculator", "/calculator", DESK, "light", "calculator"),
    ("tables", "/tables/reduction_srb_tapered", DESK, "light", "chart"),
    ("crib", "/crib", DESK, "light", None),
]


def prepare_page(page: Page, step: str | None) -> None:
    """Bring a page into the state of its picture."""
    if step == "plan":
        page.get_by_label("Machine and position").select_option("dc-1-in")
        page.get_by_label("Feeler set").select_option("fs-m1")
        page.get_by_role("heading", name="Targets", exact=True).wait_for()
    elif step == "calculator":
        page.get_by_label("Number on the ring").fill("22226 K C3")
        page.get_by_label("Shaft diameter").fill("115")
        page.get_by_label("Inner ring warmer").fill("10")
        page.get_by_role("button", name="Set another variant").click()
        second = page.get_by_role("region", name="Variant B", exact=True)
        second.get_by_label("Change in B").select_option("shaft_bore")
        second.get_by_role("textbox", name="Shaft bored to").fill("70")
        page.get_by_text("≠ marks where").wait_for()
        page.evaluate("window.scrollTo(0, 0)")
    elif step == "chart":
        page.get_by_role("img", name="taper 1:12").evaluate(
            "e => e.parentElement.parentElement.scrollIntoView()"
        )
    elif step == "working":
        page.get_by_role(
            "button", name="Show the working of Target window for the residual clearance"
        ).click()
    elif step == "gauge":
        page.get_by_role("button", name="Turned").click()
        page.get_by_role("group", name="Thickest feeler that goes in").wait_for()
    elif step == "lock":
        hands = Hands(page, VirtualBearing(127, 0.385, 7))
        hands.job_id = "hollin-vale-0003"
        hands.seen()
        hands.follow(until="lock")
        page.get_by_label("to the next tab").fill("3.5")
        hands.tap("Save")
    elif step == "person":
        page.locator("summary", has_text="Tobit Marr").click()
    elif step is not None:
        raise ValueError(f"no such step: {step}")


def picture(
    browser: Browser,
    address: str,
    name: str,
    path: str,
    size: dict[str, int],
    *,
    look: str,
    step: str | None,
    folder: Path,
) -> None:
    """One picture."""
    context = browser.new_context(
        base_url=address,
        viewport=size,
        locale="en-GB",
        timezone_id="UTC",
        reduced_motion="reduce",
        color_scheme=look,
    )
    sign_in(context, WHO.get(name, "Ines Whitlow"), look)
    page = context.new_page()
    page.goto(f"{address}{path}")
    page.wait_for_load_state("networkidle")
    page.locator("h1").first.wait_for()
    prepare_page(page, step)
    page.evaluate("document.fonts.ready")
    page.screenshot(path=folder / f"{name}.png")
    context.close()


def main() -> None:
    """Every picture, or the ones named."""
    wanted = sys.argv[1:]
    folder = ROOT / "docs" / "screenshots"
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as temporary, sync_playwright() as playwright:
        database = LocalMariaDB(Path(temporary), fast=True)
        database.start()
        try:
            prepare(ROOT, database, KeyFiles(database.folder / "keys"))
            log, keys = database.folder / "web.log", database.folder / "keys"
            server = WebServer(
                ROOT, database.app_url, "127.0.0.1", free_port(), log=log, keys=keys, more=ONE_TAP
            )
            try:
                server.wait_ready()
                browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
                for name, path, size, look, step in VIEWS:
                    if not wanted or name in wanted:
                        picture(
                            browser,
                            server.address,
                            name,
                            path,
                            size,
                            look=look,
                            step=step,
                            folder=folder,
                        )
                        print(f"docs/screenshots/{name}.png")
                browser.close()
            finally:
                server.stop()
        finally:
            database.stop()


if __name__ == "__main__":
    main()
