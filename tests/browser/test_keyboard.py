"""A gauge that types, and a keyboard alone: Enter takes what is expected and goes on; what is not
stays; a stop holds it.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.drivers.seats import gate

SHOULDER = {"designation": "6309 C3", "shaft_class": "k5", "held_by": "cover"}


HAND_MS = 400
"""A person's next key comes later than a bounce of the same key."""


def opened(page: Page, job: str) -> str:
    """A job for seat and mounting of a ball bearing, its gate passed."""
    order = {
        "client_event_id": f"{job}-open",
        "job_id": job,
        "actor": "Ines Whitlow",
        "happened_at": page.evaluate("() => new Date().toISOString()"),
        "bearings": [{"position_id": "", "name": "idler", "shoulder": SHOULDER, "floats": "held"}],
        "machine": "Test rig",
    }
    page.goto("/")
    assert page.request.post("/api/jobs", data=order).ok
    page.goto(f"/jobs/{job}")
    gate(page)
    return job


def newest(page: Page, job: str) -> dict[str, Any]:
    found: dict[str, Any] = page.request.get(f"/api/jobs/{job}").json()
    return found


def typed(page: Page, text: str) -> None:
    """As a gauge sends it: figure by figure without a pause, then Enter."""
    with page.expect_response("**/taps*"):
        page.keyboard.type(text)
        page.keyboard.press("Enter")


def test_a_gauge_that_types_goes_from_spot_to_spot(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    job = opened(page, "keyboard-0001")
    micrometer = page.get_by_role("textbox", name="micrometer")
    micrometer.focus()
    for n, size in enumerate(("45.010", "45.009", "45.010")):
        typed(page, size)
        expect(micrometer).to_have_value("")
        expect(micrometer).to_be_focused()
        assert len([line for line in newest(page, job)["log"] if "45.0" in line["text"]]) == n + 1
    # A slip of the key is read back, keeps the focus, and does not go in by another Enter.
    typed(page, "54.010")
    expect(micrometer).to_have_attribute("aria-invalid", "true")
    expect(micrometer).to_be_focused()
    expect(micrometer).to_have_value("54.010")
    before = newest(page, job)["last_seq"]
    with page.expect_response("**/taps*"):
        page.keyboard.press("Enter")
    expect(micrometer).to_be_focused()
    assert newest(page, job)["last_seq"] == before
    page.keyboard.press("Control+A")
    typed(page, "45.011")
    # The seat is read crosswise in two sections; then the bore is asked for, and the focus is
    # there.
    bore = page.get_by_role("textbox", name="bore gauge")
    expect(bore).to_be_focused()
    for size in ("44.996", "44.996"):
        expect(bore).to_have_value("")
        expect(bore).to_be_focused()
        typed(page, size)
    expect(page.get_by_role("button", name="Check the seat")).to_be_focused()
    page.wait_for_timeout(HAND_MS)
    with page.expect_response("**/taps*"):
        page.keyboard.press("Enter")
    expect(page.locator("#next-move")).to_contain_text("Best here: warm")


def test_a_stop_holds_enter_and_figures_of_a_gauge_are_no_short_keys(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    job = opened(page, "keyboard-0002")
    page.goto(f"/jobs/{job}?at=1&stage=prepare")
    micrometer = page.get_by_role("textbox", name="micrometer")
    micrometer.focus()
    for size in ("44.993", "44.994", "44.993", "44.994"):
        expect(micrometer).to_have_value("")
        expect(micrometer).to_be_focused()
        typed(page, size)
    bore = page.get_by_role("textbox", name="bore gauge")
    bore.focus()
    for size in ("44.996", "44.996"):
        expect(bore).to_have_value("")
        expect(bore).to_be_focused()
        typed(page, size)
    check = page.get_by_role("button", name="Check the seat")
    expect(check).to_be_focused()
    page.wait_for_timeout(HAND_MS)
    with page.expect_response("**/taps*"):
        page.keyboard.press("Enter")
    headline = page.locator("#next-move")
    expect(headline).to_contain_text("Stop")
    expect(headline).to_be_focused()
    before = newest(page, job)["last_seq"]
    for _ in range(3):
        page.keyboard.press("Enter")
    page.keyboard.type("2.345")
    page.keyboard.press("Enter")
    expect(headline).to_be_focused()
    page.reload()
    expect(headline).to_contain_text("Stop")
    assert newest(page, job)["last_seq"] == before
