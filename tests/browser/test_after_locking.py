"""From make safe to a scheduled regreasing in the browser, the round on a phone without a network,
and what the position remembers.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from datetime import UTC, datetime, timedelta

import pytest
from icalendar import Calendar
from playwright.sync_api import Page, expect

from tests.browser.drivers import after
from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import PHONE
from tests.browser.drivers.on_a_shaft import DRIVE, FREE, look, plan_shaft, say, tapped

pytestmark = pytest.mark.in_turn(
    "tests/web/test_walks.py",
    "web/tests/after.test.tsx",
    "web/tests/after-panels.test.tsx",
    "web/tests/hub.test.tsx",
)

NAMES = ("Head shaft, drive side", "Head shaft, free side")
SET_ASIDE = ("as_found", "removal", "read_marks", "prepare")


def test_a_shaft_from_make_safe_to_the_round_on_a_phone(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    hands = Hands(page, DRIVE)
    plan_shaft(hands)
    hands.pass_gate()
    for at in ("1", "2"):
        for stage in SET_ASIDE:
            say(
                page,
                hands.job_id,
                {"kind": "set_stage_aside", "stage": stage, "reason": "new shaft"},
                at,
            )
    say(
        page,
        hands.job_id,
        {"kind": "set_stage_aside", "stage": "take_stock", "reason": "new shaft"},
    )
    look(hands, "", "line_up")
    page.get_by_role("radio", name="Seat and rings").click()
    page.get_by_role("radio", name=NAMES[1]).click()
    page.get_by_label("Width of the housing seat").fill("57.4 mm")
    tapped(page, "Work out the room")
    page.get_by_role("radio", name="Temperatures").click()
    for label, value in (
        ("When mounted", "18 °C"),
        ("Shaft, running", "60 °C"),
        ("Base, running", "30 °C"),
    ):
        page.get_by_label(label).fill(value)
    tapped(page, "Work out the growth")
    after.headline(page, "The shaft line is worked out")

    for at, truth in (("1", DRIVE), ("2", FREE)):
        look(hands, at, "inboard_ring")
        after.inboard(page, tapped)
        hands.truth = truth
        hands.show = f"?at={at}&stage=drive_up"
        page.goto(f"/jobs/{hands.job_id}{hands.show}")
        hands.seen()
        assert hands.follow()[-1] == "sign"
        look(hands, at, "set_seals")
        after.outboard(page, tapped)
        look(hands, at, "fill")
        after.filled(page, tapped)
        look(hands, at, "lower_in")
        hands.pass_gate()
        after.lowered(page, tapped, at == "1")
        look(hands, at, "close_housing")
        after.closed(
            page, tapped, at == "1", ("0.05 mm", "0.1 mm") if at == "1" else ("2 mm", "2.4 mm")
        )
    look(hands, "", "start_up")
    hands.pass_gate()
    after.ran_in(page, tapped, NAMES)
    for at in ("1", "2"):
        look(hands, at, "care")
        after.kept(
            page, tapped, "Next: look, feel and listen by" if at == "1" else "Sign the record"
        )
    look(hands)
    page.get_by_label("As", exact=True).fill("fitter")
    tapped(page, "Sign the record")
    record = page.request.get(f"/api/jobs/{hands.job_id}/record.html").text()
    for words in (
        "Kept from now on",
        "Run in",
        "Housing closed",
        "Grease",
        "Seals",
        "ran in well",
        "until clean grease shows",
    ):
        assert words in record, words

    # The position says what is due; the plan of the weeks has it; a calendar subscribes to it.
    page.goto("/plant/be-1-head-drive")
    expect(page.get_by_role("region", name="What is due")).to_contain_text(
        "look, feel and listen every 7 days"
    )
    calendar = Calendar.from_ical(page.request.get("/api/positions/be-1-head-drive/due.ics").body())
    assert len(list(calendar.walk("VEVENT"))) == 2

    # A round over the route, walked on a phone; the network is gone from the second stop on.
    page.goto("/rounds")
    page.get_by_role("radio", name="Intake", exact=True).click()
    page.get_by_role("button", name=re.compile(r"^(this week|\d{4}-\d\d-\d\d)", re.M)).nth(
        1
    ).click()
    expect(page.get_by_role("region", name="Stops")).to_contain_text("Head shaft, drive side")
    phone = new_page(PHONE, strict=False, actor="Bram Sedgeley")
    phone.goto("/rounds")
    phone.get_by_role("radio", name="Intake", exact=True).click()
    phone.get_by_label("Week", exact=True).select_option(index=1)
    phone.get_by_role("button", name="Open a round", exact=False).click()
    phone.wait_for_url(re.compile(r"/rounds/[0-9a-f]{32}$"))
    round_id = phone.url.rsplit("/", 1)[1]
    expect(phone.get_by_role("button", name="Done here")).to_be_visible()
    for box in phone.get_by_role("checkbox").all():
        with phone.expect_response("**/taps*"):
            box.click()
    stops = phone.request.get(f"/api/rounds/{round_id}").json()["stops"]
    assert "be-1-head-drive" in [stop["position_id"] for stop in stops]
    phone.context.set_offline(True)
    for i, stop in enumerate(stops):
        phone.get_by_label("Housing", exact=True).fill(f"{48 + i} °C")
        phone.get_by_role("radio", name="thermometer").click()
        # What is greased in this week hangs on the day: strokes are offered there, and tapped.
        if (
            strokes := phone.get_by_role("button", name="strokes, as planned", exact=False)
        ).is_visible():
            strokes.click()
            phone.get_by_role("radio", name="stood, locked out").click()
            if (shows := phone.get_by_role("radio", name="yes", exact=True)).is_visible():
                shows.click()
        if i == 1:
            phone.get_by_role("button", name="Nothing loose", exact=False).click()
        if i == len(stops) - 1 and i > 1:
            phone.get_by_text("Skip this stop").click()
            phone.get_by_label("Why", exact=True).fill("guard locked")
            phone.get_by_role("button", name="Skip it: it stays due").click()
        else:
            phone.get_by_role("button", name="Done here").click()
        expect(phone.get_by_text("it goes out with the network", exact=False)).to_have_count(i + 1)
        if i == 0:
            # A dead battery: the page is loaded again without a network, and loses nothing.
            phone.reload()
            expect(phone.get_by_text("it goes out with the network", exact=False)).to_have_count(1)
        assert stop["machine"]
    expect(phone.get_by_text("every stop done")).to_be_visible()
    phone.context.set_offline(False)
    expect(phone.get_by_text("it goes out with the network", exact=False)).to_have_count(0)
    expect(phone.get_by_text("Not taken")).to_have_count(0)
    phone.get_by_label("As", exact=True).fill("greaser")
    phone.get_by_role("button", name="Sign it").click()
    expect(phone.get_by_text("Signed.")).to_be_visible()

    at = next(i for i, stop in enumerate(stops) if stop["position_id"] == "be-1-head-drive")
    page.goto("/plant/be-1-head-drive")
    done = page.get_by_role("region", name="What was done")
    expect(done.get_by_role("listitem").first).to_contain_text(
        f"{48 + at} °C" if at < len(stops) - 1 or len(stops) < 3 else "guard locked"
    )
    expect(done).to_contain_text("kept from now on")


def test_a_large_seal_on_its_own(new_page: Callable[..., Page]) -> None:
    """From the position to the signed record: warmed, rested, pressed in by the clock, straps out,
    covered; its lead times in a calendar.
    """
    page = new_page(strict=False)
    page.goto("/plant/dc-1-in")
    page.get_by_role("button", name="Put a large shaft seal in here").click()
    page.wait_for_url("**/jobs/*")
    job = page.url.rsplit("/", 1)[1]
    hands = Hands(page, DRIVE)
    hands.job_id = job
    hands.seen()
    hands.pass_gate()
    expect(page.get_by_role("checkbox")).to_have_count(2)
    for box in page.get_by_role("checkbox").all():
        with page.expect_response("**/taps*"):
            box.click()
    after.headline(page, "Which ring, from where")
    page.get_by_label("Shaft diameter").fill("980 mm")
    for row in ("Joined on site", "Holds itself in the housing", "The shaft comes last"):
        page.get_by_role("radiogroup", name=row, exact=False).get_by_role(
            "radio", name="no"
        ).click()
    page.get_by_role("radio", name="upright").click()
    page.get_by_role("radiogroup", name="Its size is checked", exact=False).get_by_role(
        "radio", name="yes"
    ).click()
    page.get_by_role("radio", name="NBR", exact=True).click()
    for label, value in (
        ("It comes from", "-6 °C"),
        ("Height of the pack", "150 mm"),
        ("Torque of the cover", "40 N·m"),
        ("Whose torque", "drawing"),
        ("Length of the ring along its outside", "3400 mm"),
        ("Diameter of its seat in the housing", "1080 mm"),
        ("Screws of the cover", "8"),
    ):
        page.get_by_label(label, exact=True).fill(value)
    again = datetime.now(UTC) + timedelta(days=30)
    page.get_by_label("The machine should run again at").fill(f"{again:%Y-%m-%dT06:00}")
    tapped(page, "Plan it")
    hands.seen()
    hands.pass_gate()
    clock = page.get_by_role("img", name="Order of pressing in", exact=False)
    expect(clock).to_have_accessible_name(
        re.compile("1. 12 o'clock; 2. 6 o'clock; 3. 3 o'clock; 4. 9 o'clock")
    )
    lead = Calendar.from_ical(page.request.get(f"/api/jobs/{job}/lead.ics").body())
    assert len(list(lead.walk("VEVENT"))) == 6
    after.headline(page, "Bring it into the warm")
    page.get_by_label("In the middle of the pack").fill("11 °C")
    tapped(page, "It is warm right through")
    page.get_by_role("button", name="1", exact=True).click()
    tapped(page, "Rested and looked at")
    faces, spring = ("Dry and clean", "Edges and chamfers"), ("Lock checked", "Groove thinly")
    for boxes, act in ((faces, "The housing is ready"), (spring, "The spring is in")):
        for box in boxes:
            page.get_by_role("checkbox", name=box, exact=False).check()
        tapped(page, act)
    page.get_by_text("Straps go in for carrying").click()
    page.get_by_role("button", name="two, knots away from the spring").click()
    tapped(page, "Fitted")
    after.headline(page, "Which way does its open side look?")
    tapped(page, "To what it holds back")
    page.get_by_role("checkbox", name="Lead-in, shaft and lip greased").check()
    tapped(page, "The shaft is ready")
    # 3400 - π·1080, a quarter of it each.
    expect(clock).to_contain_text("1.8 mm")
    for hour in (12, 6, 3, 9):
        after.headline(page, f"Press it in at {hour} o'clock")
        tapped(page, f"Fitted at {hour} o’clock")
    tapped(page, "They are pulled out")
    tapped(page, "Flat to the bottom all round")
    page.get_by_label("Torque of its screws").fill("40 N·m")
    page.get_by_label("Wrench").fill("no. 3")
    page.get_by_role("checkbox", name="It stands evenly").check()
    tapped(page, "The cover is on")
    page.get_by_label("As", exact=True).fill("fitter")
    tapped(page, "Sign the record")
    record = page.request.get(f"/api/jobs/{job}/record.html").text()
    assert "Large shaft seal" in record and "Planned back from the wished start" in record
