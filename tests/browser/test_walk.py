"""The whole way with a real browser: plan, gates, gauging, drive-up, lock, sign, record; taps,
keys, lost networks.
"""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Site
from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import PHONE
from tribodex.core.training.virtual import VirtualBearing

TRUTH = VirtualBearing(158, 0.37, 9)
# Keys of a hand come later after each other than the figures of a gauge that types, or a bounce.
HAND_MS = 400


def test_one_mounting_from_plan_to_signed_record(page: Page) -> None:
    hands = Hands(page, TRUTH)
    hands.plan("dc-1-in", "Trunnion runs warm")

    # Where a life hangs on it nobody overrules; ticks survive a reload.
    expect(page.get_by_role("button", name="4 still to confirm")).to_be_disabled()
    expect(page.get_by_role("button", name="Overrule by name")).to_have_count(0)
    for text in ("Isolated, locked", "Stored energy"):
        page.get_by_role("checkbox", name=text).check()
    page.reload()
    expect(page.get_by_role("checkbox", name="Stored energy")).to_be_checked()
    hands.pass_gate()
    hands.pass_gate()

    # Unmounted clearance, with a reload in the middle.
    hands.tap("Start gauging")
    for _ in range(2):
        hands.leaf()
    before = hands.bench()
    page.reload()
    hands.seen()
    assert hands.bench() == before
    hands.gauge()
    expect(page.get_by_role("region", name="Figures")).to_contain_text("inside the group")

    # A reading is corrected; the old one stays readable.
    passed = (
        page.get_by_role("region", name="Log").get_by_role("listitem").filter(has_text=" passes")
    )
    passed.first.get_by_role("button", name="Correct entry").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_text("The old entry stays readable")).to_be_visible()
    dialog.get_by_role("radio", name="light drag").click()
    dialog.get_by_label("What was wrong").fill("feeler was bent")
    hands.tap("Correct it")
    page.get_by_role("button", name="Show all").click()
    expect(page.get_by_role("region", name="Log").locator("s").first).to_be_visible()
    page.get_by_role("button", name="Show the newest only").click()

    # The window is drawn, with the working behind it.
    expect(page.get_by_role("img", name="Ruler in mm: window")).to_be_visible()
    page.get_by_role("button", name="Show the working of Target window").click()
    expect(page.get_by_text("lo = max(m, c₀ - r_max)")).to_be_visible()
    expect(page.get_by_text("four handbook practices, kept apart").first).to_be_visible()

    hands.pass_gate()

    # Another gate is overruled by name with a reason; it cannot be passed otherwise.
    expect(page.get_by_role("button", name="still to confirm")).to_be_disabled()
    page.get_by_role("checkbox", name="Shaft measured").check()
    page.get_by_role("button", name="Override (name and reason)").click()
    expect(page.get_by_role("button", name="Overrule and go on")).to_be_disabled()
    page.get_by_label("Who decides").fill("Orla Tennick")
    page.get_by_label("Reason").fill("gloves are at the store, shaft is cold and clean")
    hands.tap("Overrule and go on")

    # Drive up as proposed, then a turn of one's own in slots.
    hands.tap("Marked, and it held after the tap")
    for _ in range(12):
        move = hands.bench()["next"]
        if move["do"] == "turn":
            hands.tap(f"Turned {move['turn_deg']:.0f}°", exact=False)
        elif move["do"] == "gauge":
            hands.tap("Gauge now")
            hands.gauge()
        else:
            break
    expect(page.get_by_role("img", name="Nut and washer: nut turned")).to_be_visible()

    # The washer is fitted, the nut seats its thickness behind the old mark; then lock where a tab
    # meets a slot.
    asked = hands.follow()
    assert "seat_nut" in asked and "lock" in asked and asked[-1] == "sign", asked

    # Open point, signature.
    page.get_by_label("Note, or something left to do").fill("Outlet side is due in spring")
    hands.tap("Add as an open point")
    expect(page.get_by_text("Open points that will stand in the record")).to_be_visible()
    page.get_by_label("As", exact=True).fill("fitter")
    hands.tap("Sign the record")
    assert hands.bench()["status"] == "signed"

    # All of it is in the record.
    page.get_by_role("link", name="Open the record").click()
    record = page.locator("main")
    for text in (
        "overridden by Orla Tennick",
        "gloves are at the store",
        "feeler was bent",
        "Outlet side is due in spring",
        "Signed by Ines Whitlow",
        "Trunnion runs warm",
    ):
        expect(record).to_contain_text(text)
    assert (
        page.request.get(f"/api/jobs/{hands.job_id}/record.pdf", timeout=90_000)
        .body()
        .startswith(b"%PDF")
    )
    assert (
        page.request.get(f"/api/jobs/{hands.job_id}/record.json").json()["signed"]["name"]
        == "Ines Whitlow"
    )


def focus(page: Page, name: str, most: int = 60) -> None:
    """Tab until the named control has the focus."""
    for _ in range(most):
        page.keyboard.press("Tab")
        label = page.evaluate(
            """() => { const e = document.activeElement;
                       // Nothing has the focus: the body's text is the whole page.
                       if (e === document.body) return '';
                       const label = e.labels?.[0]?.innerText;
                       return [label, e.innerText, e.getAttribute('aria-label')].join(' '); }"""
        )
        if name in label:
            outline = page.evaluate("() => getComputedStyle(document.activeElement).outlineStyle")
            assert outline != "none", f"the focus is not visible on {name}"
            return
    pytest.fail(f"{name} is not reached by Tab")


def pick(page: Page, text: str) -> None:
    """Type an option of the list that has the focus; again where the browser lost letters, which it
    forgets after a second.
    """
    for _ in range(6):
        page.keyboard.type(text)
        if text in page.evaluate("() => document.activeElement.selectedOptions[0].innerText"):
            return
        page.wait_for_timeout(1_500)
    pytest.fail(f"{text} is not chosen by typing it")


def ticked_by_key(hands: Hands) -> None:
    """Every item of a gate by Tab and Space; the last one confirms it."""
    items = hands.bench()["gate"]["items"]
    for item in items[:-1]:
        focus(hands.page, item["text"])
        hands.page.keyboard.press("Space")
    focus(hands.page, items[-1]["text"])
    hands.key("Space")


def test_the_whole_way_by_keyboard_only(page: Page) -> None:
    hands = Hands(page, TRUTH)
    page.goto("/")
    page.get_by_role("heading", name="At the bench").wait_for()
    page.keyboard.press("p")
    page.wait_for_url("**/plan")
    focus(page, "Machine and position")
    pick(page, "Drum cooler: Trunnion shaft, outlet")
    focus(page, "Feeler set")
    pick(page, "Feeler set M1")
    expect(page.get_by_role("heading", name="Targets", exact=True)).to_be_visible()
    focus(page, "Open the job at the bench")
    page.keyboard.press("Enter")
    page.wait_for_url("**/jobs/*")
    hands.job_id = page.url.rsplit("/", 1)[1]
    hands.seen()
    ticked_by_key(hands)
    ticked_by_key(hands)
    focus(page, "Feeler by feeler")
    page.wait_for_timeout(HAND_MS)
    page.keyboard.press("Enter")
    page.evaluate("document.activeElement.blur()")
    page.locator("button[data-main]").first.wait_for()
    page.wait_for_timeout(HAND_MS)
    hands.key("n")
    hands.gauge(by_key=True)
    for _ in range(30):
        now = hands.bench()
        move = now["next"]["do"]
        if move == "sign":
            break
        if move == "try_leaf":
            hands.gauge(by_key=True)
            continue
        if move == "confirm_gate":
            ticked_by_key(hands)
            continue
        if move == "seat_nut":
            thickness = now["work"]["seat"]["thickness_mm"] or 1.75
            focus(page, "Washer, measured")
            page.keyboard.type(f"{thickness:.2f} mm")
            focus(page, "degrees")
            page.keyboard.type(f"{360 * thickness / now['work']['seat']['pitch_mm']:.0f}")
        if move in ("lock", "see_tab") and not now["work"]["tab_known"]:
            focus(page, "to the next tab")
            page.keyboard.type("2")
            hands.key("Enter")
            page.evaluate("document.activeElement.blur()")
            continue
        page.evaluate("document.activeElement.blur()")
        hands.key("n")
    focus(page, "As")
    page.keyboard.type("fitter")
    hands.key("Enter")
    assert hands.bench()["status"] == "signed"
    page.evaluate("document.activeElement.blur()")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keyboard shortcuts")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("u")
    expect(page.get_by_role("button", name="Units: mm/inch")).to_be_visible()
    expect(page.get_by_role("region", name="Figures")).to_contain_text("thou")


def ready_to_gauge(hands: Hands, position: str) -> None:
    hands.plan(position, "")
    hands.follow(until="gauge_initial")
    hands.tap("Start gauging")


def test_a_lost_network_keeps_every_tap_on_the_device(new_page: Callable[..., Page]) -> None:
    page = new_page(PHONE, strict=False)
    hands = Hands(page, TRUTH)
    ready_to_gauge(hands, "dc-1-in")
    page.context.set_offline(True)
    page.get_by_role("button", name="Feeler by feeler").click()
    page.get_by_role("button", name="Passes", exact=True).click()
    expect(page.get_by_text("1 tap waits on this device")).to_be_visible()
    page.get_by_role("button", name="Passes", exact=True).click()
    expect(page.get_by_text("2 taps wait on this device")).to_be_visible()
    page.context.set_offline(False)
    expect(page.get_by_text("No network")).to_have_count(0)
    tried = [line for line in hands.log() if line["kind"] == "leaf_tried"]
    assert len(tried) == 2


def test_the_server_dies_in_a_burst_of_taps_and_nothing_acknowledged_is_lost(
    new_page: Callable[..., Page], site: Site
) -> None:
    page = new_page(strict=False)
    hands = Hands(page, TRUTH)
    ready_to_gauge(hands, "dc-1-out")
    page.get_by_role("button", name="Feeler by feeler").click()
    for _ in range(3):
        hands.leaf(by_key=True)
    acknowledged = hands.bench()["last_seq"]
    site.kill()
    try:
        page.get_by_role("button", name="Does not pass", exact=True).click()
        expect(page.get_by_text("1 tap waits")).to_be_visible()
    finally:
        site.start()
    expect(page.get_by_text("1 tap waits")).to_be_hidden()
    now = hands.bench()
    assert now["last_seq"] == acknowledged + 1
    assert len({line["seq"] for line in hands.log()}) == now["last_seq"]


def test_a_job_goes_on_on_another_device(new_page: Callable[..., Page]) -> None:
    desk = Hands(new_page(), TRUTH)
    ready_to_gauge(desk, "fr-1-jack-out")
    desk.leaf()
    phone = Hands(new_page(PHONE, actor="Bram Sedgeley"), TRUTH)
    phone.job_id = desk.job_id
    phone.page.goto(f"/jobs/{desk.job_id}")
    phone.seen()
    phone.leaf()
    actors = {line["actor"] for line in phone.log()}
    assert actors == {"Ines Whitlow", "Bram Sedgeley"}


def test_wrong_entries_are_explained_beside_the_work_and_lose_nothing(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    hands = Hands(page, TRUTH)
    ready_to_gauge(hands, "fr-1-jack-in")
    page.get_by_role("button", name="Feeler by feeler").click()
    before = hands.bench()["last_seq"]
    for typed, words in (
        ("4.5 mm", "Was 4.5 thou or 0.45 mm or 0.045 mm meant"),
        ("abc", "not a number"),
        ("-0.1", "negative"),
        ("0.125", "nearest: 0.120 mm"),
    ):
        page.get_by_role("textbox", name="Or type a feeler").fill(typed)
        page.get_by_role("button", name="Passes", exact=True).click()
        expect(page.get_by_role("alert")).to_contain_text(words)
        field = page.get_by_role("textbox", name="Or type a feeler")
        expect(field).to_have_value(typed)
        expect(field).to_have_attribute("aria-invalid", "true")
        page.get_by_role("button", name="Understood").click()
    assert hands.bench()["last_seq"] == before
    page.get_by_role("textbox", name="Or type a feeler").fill("0.13")
    hands.tap("Passes")
    assert hands.log()[-1]["text"].endswith("(typed “0.13”).")


def test_a_plan_is_changed_before_the_bearing_is_gauged(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    hands = Hands(page, TRUTH)
    hands.plan("be-1-head-free", "")
    page.get_by_role("link", name="Change the plan").click()
    expect(page.get_by_role("heading", name="Change the plan")).to_be_visible()
    expect(page.get_by_label("Number on the new ring")).to_have_value("22222 K C3 W33")
    page.get_by_label("Number on the new ring").fill("22222 K C4 W33")
    page.get_by_role("button", name="Take the changed plan").click()
    expect(page.get_by_label("Why the plan changes")).to_have_attribute("aria-invalid", "true")
    page.get_by_label("Why the plan changes").fill("C4 is marked on the ring")
    page.get_by_role("button", name="Take the changed plan").click()
    page.wait_for_url("**/jobs/*")
    hands.seen()
    assert hands.bench()["places"][0]["bearing"] == "22222 K C4 W33"
    assert (
        page.request.get(f"/api/jobs/{hands.job_id}/figures?at=1").json()["given"]["shaft"]
        == "100 mm"
    )


def test_the_plan_explains_each_entry_beside_its_field(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    page.goto("/plan")
    page.get_by_label("Number on the new ring").fill("6218")
    page.get_by_role("button", name="Open the job at the bench").click()
    for label, words in (
        ("Machine and position", "position are needed"),
        ("Number on the new ring", "does not begin"),
        ("Shaft diameter", "needed"),
    ):
        field = page.get_by_label(label).first
        expect(field).to_have_attribute("aria-invalid", "true")
        expect(
            page.locator(
                f"#{(field.get_attribute('aria-describedby') or '').replace(':', chr(92) + ':')}"
            )
        ).to_contain_text(words)
    page.get_by_label("Number on the new ring").fill("22218 K")
    expect(page.get_by_text("The clearance group is needed.").first).to_be_visible()
    page.get_by_role("radio", name="C4").click()
    page.get_by_label("Shaft diameter").fill("3 3/16 in")
    page.get_by_label("Feeler set").select_option("fs-i1")
    expect(page.get_by_text("0.140 to 0.180 mm")).to_be_visible()
    page.get_by_role("button", name="Units").click()
    expect(page.get_by_text("5.5 to 7.1 thou")).to_be_visible()
