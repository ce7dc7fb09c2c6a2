"""What must be at hand beside the machine: the next move in sight, one place on the way, units read
back, entries said again.
"""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import DESK, PHONE
from tribodex.core.training.virtual import VirtualBearing

TRUTH = VirtualBearing(158, 0.37, 9)


def whole_in_sight(page: Page, found: Locator, what: str) -> None:
    """Not a pixel of it below the fold, the page not scrolled."""
    assert page.evaluate("scrollY") == 0
    box, size = found.bounding_box(), page.viewport_size
    assert box and size, what
    assert box["y"] >= 0 and box["y"] + box["height"] <= size["height"] + 0.5, (
        f"{what}: {box} in {size}"
    )


@pytest.mark.parametrize(
    "job", ["hollin-vale-0003", "hollin-vale-0004", "hollin-vale-0007", "hollin-vale-0009"]
)
@pytest.mark.parametrize("look", ["light", "dark"])
def test_the_next_move_and_its_drawing_are_whole_in_sight(
    new_page: Callable[..., Page], job: str, look: str
) -> None:
    page = new_page(DESK, look)
    page.goto(f"/jobs/{job}")
    page.wait_for_load_state("networkidle")
    whole_in_sight(page, page.locator("#next-move"), "headline")
    drawing = page.locator("[role=img]:not([data-picture])").first
    drawing.wait_for()
    whole_in_sight(page, drawing, "first drawing")


@pytest.mark.parametrize("job", ["hollin-vale-0003", "hollin-vale-0007", "hollin-vale-0009"])
def test_on_the_phone_the_main_button_is_in_sight(new_page: Callable[..., Page], job: str) -> None:
    page = new_page(PHONE)
    page.goto(f"/jobs/{job}")
    page.wait_for_load_state("networkidle")
    whole_in_sight(page, page.locator("#next-move"), "headline")
    whole_in_sight(page, page.locator("button[data-main]").first, "main button")


def test_one_place_is_enough_on_the_way_and_more_may_be_read(page: Page) -> None:
    hands = Hands(page, TRUTH)
    hands.plan("dc-1-in", "One place on the way")
    hands.follow(until="turn")
    hands.turn(30)
    hands.tap("Gauge now")
    hands.leaf()
    hands.leaf()
    expect(page.locator("#next-move")).to_contain_text("Enough here")
    finish = page.get_by_role("button", name="Finish this gauging")
    expect(finish).to_have_count(1)
    assert finish.get_attribute("data-main") is not None
    whole_in_sight(page, finish, "finish")
    # Who wants to read on does: another place is open, and then all of them are asked for.
    page.get_by_role("group", name="Places and rows").get_by_role(
        "button", name="Place 2, nut-side row"
    ).click()
    with page.expect_response("**/taps*"):
        page.get_by_role("group", name="Thickest feeler that goes in").locator("> div").nth(
            3
        ).get_by_role("button").first.click()
    hands.seen()
    assert hands.bench()["next"]["do"] == "try_leaf"


def test_a_bare_number_with_inch_on_screen_is_read_back_before_it_is_taken(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    hands = Hands(page, TRUTH)
    hands.plan("dc-1-in", "Inch entry")
    hands.follow(until="gauge_initial")
    hands.tap("Start gauging")
    page.get_by_role("button", name="Units").click()
    before = hands.bench()["last_seq"]
    page.get_by_label("Or type the thickest feeler").fill("0.12")
    page.get_by_role("button", name="Goes in", exact=True).click()
    alert = page.get_by_role("alert")
    expect(alert).to_contain_text("meant")
    assert hands.bench()["last_seq"] == before, "nothing is taken before it is read back"
    expect(page.get_by_role("textbox", name="Or type the thickest feeler")).to_have_value("0.12")
    with page.expect_response("**/taps*") as answer:
        page.get_by_role("button", name="0.12 mm", exact=False).first.click()
    assert answer.value.ok
    tried = next(line for line in hands.log() if line["kind"] == "leaf_tried")
    assert "0.120 mm" in tried["text"]


def correct(hands: Hands, words: str, fill: Callable[[Locator], None], reason: str) -> str:
    """Say an entry of the log again; what the log says there then."""
    page = hands.page
    line = (
        page.get_by_role("region", name="Log").get_by_role("listitem").filter(has_text=words).first
    )
    line.get_by_role("button", name="Correct entry").click()
    dialog = page.get_by_role("dialog")
    fill(dialog)
    dialog.get_by_label("What was wrong").fill(reason)
    with page.expect_response("**/taps*") as answer:
        dialog.get_by_role("button", name="Correct it").click()
    assert answer.value.ok, answer.value.text()
    hands.seen()
    expect(dialog).to_be_hidden()
    return page.get_by_role("region", name="Log").inner_text()


def test_a_turn_a_zero_and_a_note_are_said_again_and_both_stay(page: Page) -> None:
    hands = Hands(page, TRUTH)
    hands.plan("dc-1-out", "Corrections")
    hands.follow(until="turn")
    hands.turn(45)
    said = correct(
        hands, "45°", lambda dialog: dialog.get_by_label("How far").fill("54"), "figures swapped"
    )
    assert "54°" in said and "45°" in said and "figures swapped" in said
    assert hands.bench()["work"]["dial"]["present_deg"] == pytest.approx(54)
    said = correct(
        hands,
        "etal-to-metal",
        lambda dialog: dialog.get_by_role("radio", name="no", exact=True).click(),
        "forgot the tap test",
    )
    assert "forgot the tap test" in said


def test_targets_and_drawing_come_before_the_plan_is_complete(page: Page) -> None:
    """Every target as soon as its own inputs are there: window and angle before position, gauge set
    or name.
    """
    page.goto("/plan")
    page.get_by_label("Number on the new ring").fill("22218 K C3")
    expect(page.get_by_text("0.045 to 0.060 mm").first).to_be_visible()
    expect(page.get_by_text("126 to 162").first).to_be_visible()
    whole_in_sight(page, page.locator("[role=img]:not([data-picture])").first, "drawing")
    page.get_by_label("Number on the new ring").fill("222")
    expect(page.get_by_text("126 to 162")).to_have_count(0)


def test_the_gate_of_which_way_round_is_drawn_and_comes_before_the_fit(page: Page) -> None:
    hands = Hands(page, TRUTH)
    hands.plan("dc-1-in", "Which way round")
    # Safe; then number and group, before it is gauged.
    hands.pass_gate()
    hands.pass_gate()
    hands.tap("Start gauging")
    hands.gauge()
    items = hands.bench()["gate"]["items"]
    assert any("chamfer" in item["text"].lower() for item in items)
    assert any("wide end" in item["text"].lower() for item in items)
    for item in items:
        expect(page.get_by_role("checkbox", name=item["text"])).to_be_visible()
    assert page.locator("main svg").count() >= 3, "each check is drawn"


def test_the_short_form_is_the_certificate_alone(page: Page) -> None:
    """The paper that goes into the machine's folder: one page; the long one has the working behind
    it.
    """
    short = page.request.get("/api/jobs/hollin-vale-0002/record.pdf?short=true")
    long = page.request.get("/api/jobs/hollin-vale-0002/record.pdf")
    import io

    from pypdf import PdfReader

    assert len(PdfReader(io.BytesIO(short.body())).pages) == 1
    assert 1 < len(PdfReader(io.BytesIO(long.body())).pages) <= 5
    page.goto("/jobs/hollin-vale-0002")
    expect(page.get_by_role("link", name="Record", exact=False).first).to_be_visible()


def test_what_is_typed_survives_a_refusal_and_a_change_of_units(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(PHONE, strict=False)
    page.goto("/calculator")
    first = page.get_by_role("region", name="Variant A", exact=True)
    first.get_by_label("Number on the ring").fill("22218 K C3")
    first.get_by_role("textbox", name="Shaft diameter").fill("800")
    expect(first.get_by_text("Was 80 mm meant?", exact=False).first).to_be_visible()
    page.get_by_role("button", name="Units").click()
    expect(first.get_by_role("textbox", name="Shaft diameter")).to_have_value("800")
    first.get_by_role("textbox", name="Shaft diameter").fill("80 mm")
    expect(page.get_by_role("heading", name="Worked out")).to_be_visible()
