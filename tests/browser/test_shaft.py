"""A job that covers a shaft: from make safe to the signed record with both drive-ups; two people at
the two bearings at once.
"""

from __future__ import annotations

import io
import json
import random
import re
from collections.abc import Callable

import pytest
from PIL import Image
from playwright.sync_api import Page, expect
from pypdf import PdfReader, PdfWriter

from tests.browser.drivers import after
from tests.browser.drivers.hands import Hands
from tests.browser.drivers.on_a_shaft import DRIVE, FREE, look, plan_shaft, say, tapped

pytestmark = pytest.mark.in_turn(
    "tests/web/test_walks.py",
    "tests/core/test_shaft_job.py",
    "web/tests/removal.test.tsx",
    "web/tests/look.test.tsx",
)

SEATS = ("99.985 mm", "99.984 mm", "99.985 mm", "99.983 mm")


def picture(place: str) -> bytes:
    """A photograph as a phone makes it, with the place where it was taken in its header."""
    made, exif = io.BytesIO(), Image.Exif()
    exif[0x8825] = {1: "N", 2: (51.0, 30.0, 0.0)}
    exif[0x010E] = place
    Image.effect_noise((2200, 1400), 60).convert("RGB").save(made, "JPEG", exif=exif)
    return made.getvalue()


def sheet_pdf() -> bytes:
    """A sheet of one page."""
    made, writer = io.BytesIO(), PdfWriter()
    writer.add_blank_page(210, 297)
    writer.write(made)
    return made.getvalue()


def correct(page: Page, hands: Hands, entry: str, field: str, value: str, *, reason: str) -> None:
    """Say an entry again as it should have been; the old one stays readable."""
    log = page.get_by_role("region", name="Log")
    more = log.get_by_role("button", name="Show all", exact=False)
    if not log.get_by_role("listitem").filter(has_text=entry).count() and more.count():
        more.click()
    log.get_by_role("listitem").filter(has_text=entry).first.get_by_role(
        "button", name="Correct entry"
    ).click()
    page.get_by_role("dialog").get_by_label(field, exact=True).fill(value)
    page.get_by_role("dialog").get_by_label("What was wrong").fill(reason)
    tapped(page, "Correct it")
    hands.seen()
    expect(log).to_contain_text("should be")


def test_a_shaft_from_make_safe_to_the_signed_record(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    hands = Hands(page, DRIVE)
    plan_shaft(hands)
    hands.pass_gate()

    # Take stock: marks by tapping words, a photograph, the numbers on the rings.
    for _ in range(2):
        for words in ("fixed, rings on both sides", "", "away from the drive"):
            if words:
                page.get_by_role("button", name=words).click()
            else:
                page.get_by_label("cap and base, matching numbers").last.fill("B7")
            tapped(page, "Save")
            hands.seen()
        page.get_by_role("group", name="Marked on the part: words to tap").get_by_role(
            "button"
        ).click()
        tapped(page, "Compare")
        hands.seen()
    look(hands, "", "take_stock")
    expect(page.locator("#next-move")).to_contain_text("Everything is marked")
    stock = page.get_by_role("region", name="Photographs and sheets")
    stock.get_by_label("Take a photograph").set_input_files(
        {"name": "cap.jpg", "mimeType": "image/jpeg", "buffer": picture("Hollin Vale")}
    )
    stock.get_by_label("What it shows").fill("cap before it came off")
    with page.expect_response("**/taps*"):
        stock.get_by_role("button", name="Keep it with the job").click()
    expect(stock.get_by_role("img", name="cap before it came off")).to_be_visible()
    kept = page.request.get(stock.get_by_role("img").first.get_attribute("src") or "").body()
    with Image.open(io.BytesIO(kept)) as opened:
        assert max(opened.size) <= 1600 and not opened.getexif(), (
            "smaller, and the place where it was taken is gone"
        )
    page.get_by_role("button", name="jack under the shaft").click()
    tapped(page, "Fitted")
    stock.get_by_label("Choose a picture or a sheet").set_input_files(
        {"name": "unit.pdf", "mimeType": "application/pdf", "buffer": sheet_pdf()}
    )
    stock.get_by_label("What it shows").fill("sheet of the unit")
    stock.get_by_label("Needed at").select_option("drive_up")
    with page.expect_response("**/taps*"):
        stock.get_by_role("button", name="Keep it with the job").click()
    expect(stock.get_by_role("link", name="sheet of the unit")).to_be_visible()
    correct(
        page,
        hands,
        "matching numbers: B7",
        "What was marked or noted",
        "B8",
        reason="read with a lamp",
    )

    # Prepare the first seat; a value that repeats is one tap. The other bearing's stages are set
    # aside with a reason.
    after.numbers(page, tapped)
    # As found, before anything of the old one is touched; where others took it off nobody is asked.
    look(hands, "1", "as_found")
    hands.pass_gate()
    after.found(page, tapped)
    for at in ("1", "2"):
        for stage in ("removal", "read_marks", *(("prepare",) if at == "2" else ())):
            say(
                page,
                hands.job_id,
                {"kind": "set_stage_aside", "stage": stage, "reason": "new shaft"},
                at,
            )
    look(hands, "1")
    for size in SEATS:
        page.get_by_role("textbox", name="micrometer").fill(size)
        tapped(page, "Save reading")
        hands.seen()
    for _ in range(4):
        tapped(page, "Again 99.983 mm")
    page.reload()
    tapped(page, "Rust")
    tapped(page, "Dressed", exact=False)
    tapped(page, "Check the seat")
    look(hands, "1", "prepare")
    expect(page.get_by_role("region", name="Verdict on the seat")).to_contain_text("fit to use")
    entry = (
        page.get_by_role("region", name="Log")
        .get_by_role("listitem")
        .filter(has_text="Seat, section 2, at 135°")
    )
    entry.get_by_role("button", name="Correct entry").click()
    page.get_by_role("dialog").get_by_label("Micrometer").fill("99.984 mm")
    page.get_by_role("dialog").get_by_label("What was wrong").fill("read again")
    tapped(page, "Correct it")
    hands.seen()
    expect(page.get_by_role("region", name="Log")).to_contain_text(
        "should be: Seat, section 2, at 135°: 99.984 mm"
    )

    # Line up: rings, temperatures, growth.
    look(hands, "", "line_up")
    page.get_by_role("radio", name="Seat and rings").click()
    page.get_by_role("radio", name="Head shaft, free side").click()
    page.get_by_label("Width of the housing seat").fill("73 mm")
    tapped(page, "Work out the room")
    page.get_by_role("radio", name="Temperatures").click()
    for label, value in (
        ("When mounted", "18 °C"),
        ("Shaft, running", "65 °C"),
        ("Base, running", "30 °C"),
    ):
        page.get_by_label(label).fill(value)
    tapped(page, "Work out the growth")
    expect(page.get_by_role("region", name="Figures")).to_contain_text("room to float")
    expect(page.locator("#next-move")).to_contain_text("The shaft line is worked out")
    correct(
        page, hands, "seat 73 mm", "Width of the housing seat", "74 mm", reason="measured again"
    )
    expect(page.get_by_role("list", name="Stands beside the shaft")).to_contain_text(
        "seat 74.00 mm wide"
    )
    assert (
        "Head shaft, free side" in page.request.get(f"/api/jobs/{hands.job_id}/mark-out.svg").text()
    )

    # Both drive-ups, each followed as the page asks.
    for at, truth in (("1", DRIVE), ("2", FREE)):
        hands.truth = truth
        look(hands, at, "initial_clearance")
        hands.show = f"?at={at}&stage=drive_up"
        page.goto(f"/jobs/{hands.job_id}{hands.show}")
        hands.seen()
        # The unit's own sheet stands at the step that needs it.
        link = page.get_by_role("list", name="Sheets for this stage").get_by_role("link")
        expect(link).to_have_text("Open the sheet: sheet of the unit")
        assert page.request.get(link.get_attribute("href") or "").body().startswith(b"%PDF")
        assert hands.follow()[-1] == "sign"

    # What follows locking is another person's; it is set aside with the reason.
    for at in ("1", "2"):
        for stage in ("inboard_ring", "set_seals", "fill", "lower_in", "close_housing", "care"):
            say(
                page,
                hands.job_id,
                {"kind": "set_stage_aside", "stage": stage, "reason": "night shift"},
                at,
            )
    say(
        page,
        hands.job_id,
        {"kind": "set_stage_aside", "stage": "start_up", "reason": "night shift"},
    )

    # The shaft line shows both; the record is signed as it stands, and holds everything.
    look(hands)
    expect(page.get_by_role("button", name="Head shaft, drive side", exact=False)).to_be_visible()
    page.get_by_label("As", exact=True).fill("fitter")
    tapped(page, "Sign the record")
    record = page.request.get(f"/api/jobs/{hands.job_id}/record.json").json()
    assert record["status"] == "signed" and [
        m["final"]["overall"]["level"] in ("good", "watch") for m in record["mountings"]
    ] == [True, True]
    assert "still in: jack under the shaft" in record["signed"]["open_points"]
    titles = {placed["section"]["title"] for placed in record["sections"]}
    assert {"Taking stock", "Seat", "Shaft line"} <= titles
    page.goto(f"/api/jobs/{hands.job_id}/record.html")
    for words in (
        "cap before it came off",
        "Growth between the bearings",
        "Head shaft, free side",
        "99.984",
    ):
        expect(page.locator("main")).to_contain_text(words)
    assert page.locator(".photos img").evaluate("image => image.complete && image.naturalWidth > 0")
    pdf = PdfReader(io.BytesIO(page.request.get(f"/api/jobs/{hands.job_id}/record.pdf").body()))
    assert "Growth between the bearings" in " ".join(
        " ".join(p.extract_text() for p in pdf.pages).split()
    )


def test_two_people_at_two_bearings_never_refuse_each_other(new_page: Callable[..., Page]) -> None:
    """Two browsers, one at each bearing, taps in any order, each shown what its own bearing
    says."""
    first = Hands(new_page(strict=False), DRIVE)
    plan_shaft(first)
    first.pass_gate()
    other = Hands(new_page(strict=False), FREE)
    other.job_id = first.job_id
    for at in ("1", "2"):
        for stage in ("removal", "read_marks", "prepare"):
            say(
                first.page,
                first.job_id,
                {"kind": "set_stage_aside", "stage": stage, "reason": "new shaft"},
                at,
            )
    pair = (("1", first), ("2", other))
    for at, hands in pair:
        look(hands, at, "initial_clearance")
        hands.show = f"?at={at}&stage=drive_up"
        hands.page.goto(f"/jobs/{hands.job_id}{hands.show}")
        hands.seen()
    dice = random.Random(20261126)
    for _ in range(60):
        _, hands = pair[dice.randrange(2)]
        move = hands.bench()["next"]["do"]
        if move in ("turn", "sign", "lock"):
            continue
        match move:
            case "confirm_gate":
                hands.pass_gate()
            case "try_leaf" | "gauge_initial" | "gauge" | "gauge_final":
                hands.leaf()
            case "close_gauging":
                hands.tap("Finish this gauging")
            case _:
                hands.main()
    job = json.loads(first.page.request.get(f"/api/jobs/{first.job_id}/record.json").text())
    for mounting, hands in zip(job["mountings"], (first, other), strict=True):
        assert mounting["gaugings"], mounting["place"]
        gauged = mounting["gaugings"][0]["summary"]["mean_um"]
        assert abs(gauged - hands.truth.clearance_um(0)) < 12, (
            "each bearing shows its own clearance"
        )
    for _, hands in pair:
        expect(hands.page.get_by_text("was not taken")).to_have_count(0)


def test_an_old_bearing_comes_off_by_the_way_that_fits(new_page: Callable[..., Page]) -> None:
    """Taking off: ways weighed, the wrong one only by name, the nut as a stop, cocked and straight
    again, corrected, in the record.
    """
    page = new_page(strict=False)
    hands = Hands(page, DRIVE)
    plan_shaft(hands)
    hands.pass_gate()
    look(hands, "1", "removal")
    page.get_by_role("radio", name="the inner ring, on its shaft").click()
    tapped(page, "Compare methods")
    expect(page.locator("#next-move")).to_contain_text("Best here: release it from its taper")
    ways = page.get_by_role("region", name="Ways to take it off")
    ways.get_by_role("listitem").filter(has_text="puller").first.get_by_role("button").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("a puller drags the sleeve along")
    page.keyboard.press("Escape")
    with page.expect_response("**/taps*"):
        ways.get_by_role("listitem").filter(has_text="release it from its taper").get_by_role(
            "button"
        ).click()
    expect(page.get_by_role("region", name="Where the force goes")).to_contain_text(
        "strike here: the nut's face"
    )
    page.get_by_label("Gap at the nut").fill("15 mm")
    tapped(page, "Its whole height is on the thread")
    expect(page.locator("#next-move")).to_contain_text("Stop: too far off")
    correct(
        page,
        hands,
        "Nut backed off 15.00 mm",
        "Gap at the nut",
        "3 mm",
        reason="read the wrong scale",
    )
    hands.seen()
    hands.pass_gate()
    expect(page.locator("#next-move")).to_contain_text("Release it")
    page.get_by_label("How it came, or what jammed").fill("sleeve turned")
    tapped(page, "It is cocked: stop")
    expect(page.locator("#next-move")).to_contain_text("Stop: let off")
    page.reload()
    page.get_by_label("What the cause was").fill("rust in the slot")
    tapped(page, "Cause removed, all square again")
    page.get_by_label("How it came, or what jammed").fill("with one blow")
    tapped(page, "It is off")
    expect(page.locator("#next-move")).to_contain_text("It is off")
    record = page.request.get(f"/api/jobs/{hands.job_id}/record.json").json()
    taking = next(
        placed["section"]
        for placed in record["sections"]
        if placed["section"]["title"] == "Removal"
    )
    assert (
        any("rust in the slot" in line for line in taking["lines"])
        and taking["tables"][0]["rows"][0][0] == "release it from its taper"
    )


def test_an_old_bearing_is_looked_at_until_its_cause_holds_the_mounting(
    new_page: Callable[..., Page],
) -> None:
    """Evidence first, a place tapped on the unrolled ring, causes with weights, conclusion, a point
    accepted by name, scrap with proof.
    """
    page = new_page(strict=False)
    hands = Hands(page, DRIVE)
    plan_shaft(hands)
    hands.pass_gate()
    look(hands, "1", "read_marks")
    headline = page.locator("#next-move")
    for asked, answer in (
        ("What was the mounted clearance", "Not looked"),
        ("How was the nut", "tight"),
        ("What colour is the grease", "black"),
        ("How is the grease", "dry or caked"),
        ("Rub it between gloved fingers", "no grit"),
    ):
        expect(headline).to_contain_text(asked)
        said = page.get_by_role("button", name=answer, exact=True)
        if said.get_attribute("aria-pressed") is None:
            tapped(page, answer)
        else:
            said.click()
            tapped(page, "Save")
        hands.seen()
    expect(headline).to_contain_text("then clean and dry it")
    tapped(page, "Grease is bagged: cleaned and dry")
    hands.seen()
    page.get_by_role("radio", name="history").click()
    page.get_by_role("button", name="When was it last greased?").click()
    page.get_by_role("radio", name="by a record").click()
    tapped(page, "overdue")
    hands.seen()
    causes = page.get_by_role("region", name="Likely cause")
    expect(causes).to_contain_text("Starved, or its grease was too old: most likely")
    causes.get_by_role("button", name="Show the weights of Starved").click()
    expect(causes.get_by_role("row", name="dry or caked and overdue")).to_contain_text("+3")

    ring = page.get_by_role("region", name="Mark a place").get_by_role("img")
    box = ring.bounding_box()
    assert box is not None
    ring.click(position={"x": box["width"] * 0.5, "y": box["height"] * 0.8})
    expect(page.get_by_label("Place, or where it begins")).to_have_value(
        re.compile(r"^1[78]\d(\.5)?°$")
    )
    tapped(page, "Mark the dent")
    hands.seen()
    expect(page.get_by_role("region", name="Rings unrolled")).to_contain_text("dent at 1")

    tapped(page, "Conclude: most likely")
    hands.seen()
    expect(headline).to_contain_text("Reuse or scrap")
    page.get_by_role("button", name="Check the bearing").click()
    tapped(page, "Scrap")
    hands.seen()
    expect(headline).to_contain_text("make it unusable")
    page.get_by_role("button", name="rings cut, tagged").click()
    page.get_by_label("Seen by, or photograph").fill("Wilf Oram")
    tapped(page, "It cannot be fitted again")
    hands.seen()
    page.get_by_role("button", name="Accept as is (sign)").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Who decides").fill("Orla Tennick")
    dialog.get_by_label("Reason").fill("line is renewed tomorrow")
    with page.expect_response("**/taps*"):
        dialog.get_by_role("button", name="Accept it").click()
    expect(
        page.get_by_text("accepted by Orla Tennick: line is renewed tomorrow").first
    ).to_be_visible()
    record = page.request.get(f"/api/jobs/{hands.job_id}/record.html").text()
    for words in (
        "Look at the old bearing",
        "Starved, or its grease was too old",
        "rings cut, tagged",
        "together they settle it",
    ):
        assert words in record, words
