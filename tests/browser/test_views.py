"""Every view in both looks: no serious finding of axe, nothing cut off, large targets, light first
load.
"""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, Response

from tests.browser.drivers.machine import DESK, PHONE

pytestmark = pytest.mark.in_turn(
    "web/tests/contrast.test.ts",
    "web/tests/pages.test.tsx",
    "tests/browser/test_keyboard.py",
)

AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
VIEWS = {
    "jobs": "/",
    "plan": "/plan",
    "gate": "/jobs/hollin-vale-0005",
    "stopped": "/jobs/hollin-vale-0004",
    "drive-up": "/jobs/hollin-vale-0003",
    "signed": "/jobs/hollin-vale-0002",
    "turns": "/jobs/hollin-vale-0007",
    "hydraulic": "/jobs/hollin-vale-0009",
    "shaft": "/jobs/hollin-vale-0010",
    "look": "/jobs/hollin-vale-0010?at=2&stage=read_marks",
    "warm": "/jobs/hollin-vale-0011?at=1&stage=set_on",
    "plan-shoulder": "/plan/shoulder",
    "follower": "/jobs/hollin-vale-0013?at=1&stage=set_follower",
    "plan-unit": "/plan/unit",
    "unit": "/jobs/hollin-vale-0014",
    "insert": "/jobs/hollin-vale-0015",
    "cartridge": "/jobs/hollin-vale-0016",
    "filling": "/jobs/hollin-vale-0017?at=1&stage=fill",
    "closing": "/jobs/hollin-vale-0017?at=1&stage=close_housing",
    "running-in": "/jobs/hollin-vale-0017?stage=start_up",
    "large-seal": "/jobs/hollin-vale-0023",
    "rounds": "/rounds",
    "round": "/rounds/hollin-vale-0022",
    "plant": "/plant",
    "position": "/plant/be-1-head-drive",
    "calculator": "/calculator",
    "sheet": "/calculator/growth",
    "tables": "/tables",
    "table": "/tables/reduction_srb_tapered",
    "signs": "/tables/signs",
    "crib": "/crib",
    "record": "/api/jobs/hollin-vale-0002/record.html",
    "plan-sheet": "/api/jobs/hollin-vale-0003/plan.html",
}


PAPERS = ("record", "plan-sheet")
# What a finger should hit and is lower than 44 px; a link within a sentence is not meant.
SMALL = """() => [...document.querySelectorAll(
    'button, a, [role=radio], input, select, summary, label:has(input[type=checkbox])')]
  .filter(e => e.getClientRects().length && !e.closest('svg'))
  .filter(e => !e.matches('.sr-only, [type=checkbox], [type=hidden]'))
  .filter(e => getComputedStyle(e).display !== 'inline')
  .map(e => [e, e.getBoundingClientRect().height])
  .filter(([, height]) => height < 43.5)
  .map(([e, height]) => `${e.tagName} ${(e.innerText || '').slice(0, 40)} ${Math.round(height)}`)"""


def look_at(page: Page, path: str) -> None:
    page.goto(path)
    # A paper is whole as it comes; a view is when it has asked for everything.
    if not path.startswith("/api/"):
        page.wait_for_load_state("networkidle")
    page.locator("h1").first.wait_for()


RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]


def serious(page: Page, rules: list[str] = RULES) -> list[str]:
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE.read_text("utf-8"))
    found: Any = page.evaluate(
        "only => axe.run(document, {runOnly: only, resultTypes: ['violations']})", rules
    )
    return [
        f"{v['id']}: {v['help']} at {[n['target'] for n in v['nodes']][:3]}"
        for v in found["violations"]
        if v["impact"] in ("serious", "critical")
    ]


@pytest.mark.parametrize("view", list(VIEWS))
def test_axe_finds_nothing_serious_in_either_look_and_a_phone_shows_all(
    new_page: Callable[..., Page], view: str
) -> None:
    """One visit a view: light, dark, then as narrow as a phone without scrolling sideways."""
    page = new_page()
    look_at(page, VIEWS[view])
    if view == "plan":
        page.get_by_label("Machine and position").select_option("dc-1-in")
        page.get_by_label("Feeler set").select_option("fs-m1")
        page.get_by_role("heading", name="Targets").wait_for()
    if view == "calculator":
        page.get_by_label("Number on the ring").fill("22218 K C3")
        page.get_by_label("Shaft diameter").fill("80")
        page.get_by_role("heading", name="Worked out").wait_for()
    if view == "crib":
        page.get_by_role("button", name="Type in a sheet or card").click()
    if view == "drive-up":
        page.get_by_role("button", name="Show the working").first.click()
    assert serious(page) == []
    # What differs in the dark is colour.
    page.evaluate("document.documentElement.dataset.look = 'dark'")
    assert serious(page, ["color-contrast"]) == []
    page.set_viewport_size(PHONE)  # type: ignore[arg-type]
    page.wait_for_function(
        "width => document.documentElement.scrollWidth <= width", arg=PHONE["width"]
    )
    if view in PAPERS:
        return
    assert page.evaluate(SMALL) == []
    # Text at twice its size, on the phone and at the desk.
    page.evaluate("document.documentElement.style.fontSize = '200%'")
    page.wait_for_function(
        "width => document.documentElement.scrollWidth <= width", arg=PHONE["width"]
    )
    page.set_viewport_size(DESK)  # type: ignore[arg-type]
    page.wait_for_function(
        "width => document.documentElement.scrollWidth <= width", arg=DESK["width"]
    )


def test_axe_in_dialogs_and_forms(page: Page) -> None:
    look_at(page, VIEWS["gate"])
    page.get_by_role("button", name="Override (name and reason)").click()
    page.get_by_role("dialog").wait_for()
    assert serious(page) == []
    look_at(page, VIEWS["drive-up"])
    page.get_by_role("button", name="Correct entry").first.click()
    page.get_by_role("dialog").wait_for()
    assert serious(page) == []


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("view", ["gate", "drive-up", "stopped", "turns", "hydraulic"])
def test_targets_on_the_bench_are_as_large_as_a_glove_needs(
    new_page: Callable[..., Page], view: str, size: dict[str, int]
) -> None:
    page = new_page(size)
    look_at(page, VIEWS[view])
    small = page.evaluate(
        """() => [...document.querySelectorAll(
                 'main :is(button, [role=radio], select, label:has(input))' +
                 ', main input:not([type=checkbox])'
             )]
             .filter(e => e.offsetParent !== null && e.getBoundingClientRect().height < 47.5)
             .map(e => `${e.tagName} ${e.innerText} ${e.getBoundingClientRect().height}`)"""
    )
    assert small == []


def test_the_next_move_is_the_largest_thing_said(page: Page) -> None:
    look_at(page, VIEWS["drive-up"])
    sizes: Any = page.evaluate(
        """() => { const px = e => parseFloat(getComputedStyle(e).fontSize);
                   const others = [...document.querySelectorAll('main p, main h2, main button')];
                   const next = document.querySelector('#next-move');
                   return [px(next), Math.max(...others.map(px))]; }"""
    )
    assert sizes[0] >= 28 and sizes[0] > sizes[1]


def test_the_first_page_is_light_and_nothing_comes_from_outside(page: Page) -> None:
    answers: list[Response] = []
    page.on("response", lambda answer: answers.append(answer))
    look_at(page, "/")
    address = page.url.split("/")[2]
    assert all(
        answer.url.split("/")[2] == address
        for answer in answers
        if not answer.url.startswith("data:")
    )
    scripts = [answer for answer in answers if answer.url.endswith(".js")]
    assert scripts and all(
        answer.headers.get("content-encoding") in ("br", "gzip")
        for answer in scripts
        if len(answer.body()) > 1024
    )
    assert sum(answer.request.sizes()["responseBodySize"] for answer in scripts) < 200_000


def test_units_flip_everything_at_once_and_stay(page: Page) -> None:
    look_at(page, VIEWS["drive-up"])
    text = page.locator("main").inner_text
    assert "mm" in text() and "thou" not in page.locator("#next-move + p").inner_text()
    page.get_by_role("button", name="Units").click()
    assert "thou" in page.locator("#next-move + p").inner_text()
    assert page.get_by_role("img", name="Ruler in thou").is_visible()
    page.reload()
    page.get_by_role("img", name="Ruler in thou").wait_for()


def test_the_dark_look_is_dark_and_kept(page: Page) -> None:
    look_at(page, "/")
    page.get_by_role("button", name="Display").click()
    page.reload()
    page.locator("h1").first.wait_for()
    red, green, blue = (
        int(v)
        for v in (
            page.evaluate("getComputedStyle(document.documentElement).backgroundColor")
            .strip("rgb()")
            .split(",")
        )
    )
    assert max(red, green, blue) < 60


def test_an_unknown_job_and_an_unknown_page_say_what_to_do(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    look_at(page, "/jobs/nothing-like-this")
    assert page.get_by_role("heading", name="This job cannot be fetched").is_visible()
    page.goto("/nowhere")
    page.get_by_text("There is no page here").wait_for()


def test_ruler_figure_and_log_say_the_same_number(page: Page) -> None:
    """A picture agrees with the numbers to the last digit shown, wherever it is rounded."""
    for job in ("hollin-vale-0003", "hollin-vale-0002", "hollin-vale-0006"):
        look_at(page, f"/jobs/{job}")
        bench = page.request.get(f"/api/jobs/{job}").json()
        gauged = [
            line["text"].split(" mm")[0].removeprefix("Gauged: ")
            for line in bench["log"]
            if line["kind"] == "gauging_closed"
        ]
        last = gauged[-1]
        figures = page.get_by_role("region", name="Figures").inner_text()
        ruler = page.get_by_role("img", name="Ruler in mm").get_attribute("aria-label") or ""
        assert last in figures, (job, last)
        assert last.rstrip("0") in ruler, (job, last, ruler)


def test_orders_of_magnitude_promise_no_digits(page: Page) -> None:
    look_at(page, "/plan")
    page.get_by_label("Machine and position").select_option("dc-1-in")
    page.get_by_label("Feeler set").select_option("fs-m1")
    torque = page.locator("div").filter(has_text="Torque on the nut").filter(has_text="N·m").last
    torque.wait_for()
    numbers = [word for word in torque.inner_text().replace("\n", " ").split() if word.isdigit()]
    assert numbers and all(len(number.rstrip("0")) <= 2 for number in numbers)


def test_a_record_uses_both_columns_on_the_screen(page: Page) -> None:
    """In print a page's height fills one after the other; a screen has no such height."""
    page.goto("/api/jobs/hollin-vale-0002/record.html")
    lefts = page.locator(".columns .entry").evaluate_all(
        "all => [...new Set(all.map((each) => Math.round(each.getBoundingClientRect().left / 50)))]"
    )
    assert len(lefts) == 2
