"""A unit by its maker's sheet from plan to signature; a mounting done on paper, typed in and signed
with its remark.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.on_a_shaft import tapped
from tests.browser.drivers.seats import gate, signed
from tribodex.core.training.virtual import VirtualBearing

pytestmark = pytest.mark.in_turn(
    "tests/web/test_sheets.py",
    "tests/core/test_paper.py",
    "web/tests/on-paper.test.tsx",
)


def log_of(page: Page, job: str) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = page.request.get(f"/api/jobs/{job}/record.json").json()["events"]
    return found


def test_a_unit_by_its_makers_sheet_from_plan_to_signature(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    page.goto("/plan")
    page.get_by_role("link", name="Housed unit", exact=True).click()
    expect(page.get_by_role("heading", name="Plan a housed unit")).to_be_visible()
    page.get_by_label("Machine and position").select_option("mb-1-head-drive")
    # Its position says what locks it.
    expect(page.get_by_role("radio", name="adapter sleeve and nut")).to_be_checked()
    page.get_by_role("radio", name="foot, four bolts").click()
    page.get_by_label("Turns of the nut, by its own sheet").fill("7/8 to 1 1/8")
    page.get_by_label("Which sheet").fill("unit sheet HV-22, page 2")
    page.get_by_role("radio", name="tapped and tried again until it no longer moves").click()
    page.get_by_label("Shaft limits, by its sheet").fill("+0/-0.002 in")
    page.get_by_role("button", name="Open the job").click()
    page.wait_for_url("**/jobs/*")
    job = page.url.rsplit("/", 1)[1]
    gate(page)
    headline = page.locator("#next-move")
    page.goto(f"/jobs/{job}?at=1&stage=prepare")
    for size in ("55.551", "55.550", "55.549", "55.550"):
        page.get_by_role("textbox", name="micrometer").fill(size)
        tapped(page, "Save reading")
    tapped(page, "Check the seat", exact=False)
    page.goto(f"/jobs/{job}?at=1&stage=set_unit")
    gate(page)
    tapped(page, "It is on, by hand")
    page.get_by_role("radio", name="the housing holds it", exact=False).click()
    tapped(page, "Check it")
    page.goto(f"/jobs/{job}?at=1&stage=drive_unit")
    gate(page)
    # One tap of the screen for each try.
    tapped(page, "Tapped: it moved on")
    tapped(page, "Tapped: it did not move")
    tapped(page, "Marked here")
    page.get_by_label("Tightened by").fill("7/8")
    tapped(page, "Log the turn")
    page.goto(f"/jobs/{job}?at=1&stage=plate_unit")
    page.get_by_label("Tightened to the hole").fill("6")
    tapped(page, "The plate is on")
    tapped(page, "It turns freely")
    page.goto(f"/jobs/{job}?at=1&stage=bolt_unit")
    page.get_by_label("Offset read").fill("0.3 mm")
    page.get_by_label("Over a length of").fill("1000 mm")
    page.get_by_label("Feeler that goes in under each of 4 feet").fill("0 + 0.02 + 0 + 0")
    tapped(page, "Is it in line?")
    page.get_by_label("Torque, with its unit").fill("110 N·m")
    page.get_by_label("With which wrench").fill("no. 2")
    tapped(page, "Housing is bolted")
    tapped(page, "It turns freely")
    page.goto(f"/jobs/{job}")
    expect(headline).to_contain_text("Sign")
    signed(page, job, "unit sheet HV-22, page 2")


def test_a_job_done_on_paper_is_typed_in_and_signed_with_its_remark(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    page.goto("/plan")
    page.get_by_text("Blank sheets, to fill in by hand").click()
    sheet = page.get_by_role("link", name=re.compile("A4 ?: Spherical roller bearing")).first
    assert page.request.get(sheet.get_attribute("href") or "").body().startswith(b"%PDF")

    hands = Hands(page, VirtualBearing(124, 0.385, 8))
    hands.plan("kc-2-drive", "typed in from the card")
    expect(page.locator("#next-move")).to_contain_text("safe")
    page.get_by_role("button", name="It was done on paper: type it in").click()
    page.get_by_label("Done by, as the card says").fill("Bram Sedgeley")
    page.get_by_label("Done at").fill("2026-10-04T22:10")
    hands.show = "?paper=true"
    # No gate is asked: the whole mounting as it stands on the card, step by step.
    asked = hands.follow()
    assert "confirm_gate" not in asked and asked[-1] == "sign"
    page.get_by_label("Who says it was isolated and supported").fill("Orla Tennick")
    page.get_by_label("What was locked, tried and supported").fill(
        "locked at Q14 and tried, shaft on two jacks"
    )
    tapped(page, "Log who says so")
    page.get_by_role("button", name="Put the paper away").click()
    kinds = [event["kind"] for event in log_of(page, hands.job_id)]
    assert "gate_confirmed" not in kinds and kinds.count("paper_said") == 1
    signed(page, hands.job_id, "Bram Sedgeley", "Orla Tennick", "not gated here")
