"""Gates and signatures of bearings on other seats."""

from __future__ import annotations

import io

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.browser.drivers.on_a_shaft import tapped


def gate(page: Page) -> None:
    """Every item of the gate that is shown."""
    expect(page.get_by_role("button", name="still to confirm")).to_be_visible()
    boxes = page.get_by_role("checkbox").all()
    for box in boxes[:-1]:
        box.check()
    with page.expect_response("**/taps*"):
        boxes[-1].click()


def signed(page: Page, job: str, *words: str) -> None:
    """The record is signed and says it all; its PDF too."""
    page.get_by_label("Signed by").fill("Orla Tennick")
    page.get_by_label("As", exact=True).fill("fitter")
    tapped(page, "Sign the record")
    record = page.request.get(f"/api/jobs/{job}/record.html").text()
    pages = PdfReader(io.BytesIO(page.request.get(f"/api/jobs/{job}/record.pdf").body())).pages
    printed = " ".join(" ".join(one.extract_text() for one in pages).split())
    for word in words:
        assert word in record and word in printed, word
