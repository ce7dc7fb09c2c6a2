"""Bearings on cylindrical seats and cam followers in the browser: planned, measured, put on or in,
proved, signed.
"""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.on_a_shaft import tapped
from tests.browser.drivers.seats import gate, signed

pytestmark = pytest.mark.in_turn(
    "tests/web/test_walks.py",
    "web/tests/shouldered.test.tsx",
    "web/tests/cartridge.test.tsx",
    "web/tests/follower.test.tsx",
)

SEAT, BORE = ("55.018", "55.017", "55.018", "55.016"), ("54.996", "54.995")


def planned(page: Page, number: str, held: str) -> str:
    """Open a job for seat and mounting; its id."""
    page.goto("/plan")
    page.get_by_role("link", name="Cylindrical seat").click()
    # The page that was left also asks for a position, until this one is there.
    expect(page.get_by_role("heading", name="Plan a bearing on a cylindrical seat")).to_be_visible()
    page.get_by_label("Machine and position").select_option("dc-1-chain")
    page.get_by_label("Number on the ring").fill(number)
    targets = page.get_by_role("region", name="Targets")
    expect(targets).to_contain_text("The seat's tolerance class is needed")
    page.get_by_label("Seat, tolerance class").fill("m5")
    page.get_by_role("radio", name=held, exact=True).click()
    expect(targets).to_contain_text("Interference on diameter")
    page.get_by_label("Shaft beyond the seat").fill("95 mm")
    page.get_by_role("button", name="Open the job").click()
    page.wait_for_url("**/jobs/*")
    return page.url.rsplit("/", 1)[1]


def measured(page: Page, job: str) -> None:
    """Seat and bore, as the micrometer reads them."""
    page.goto(f"/jobs/{job}?at=1&stage=prepare")
    for size in SEAT * 2:
        page.get_by_role("textbox", name="micrometer").fill(size)
        tapped(page, "Save reading")
    for size in BORE * 2:
        page.get_by_role("textbox", name="bore gauge").fill(size)
        tapped(page, "Save reading of the bore")
    tapped(page, "Check the seat", exact=False)
    page.goto(f"/jobs/{job}")


def test_warm_onto_its_shoulder_from_plan_to_signed_record(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    job = planned(page, "6311 C3", "lock nut and washer")
    gate(page)
    measured(page, job)
    headline = page.locator("#next-move")
    expect(headline).to_contain_text("Best here: warm, by induction heater")
    tapped(page, "Take this way", exact=False)
    page.get_by_label("Shaft at the seat").fill("14 °C")
    tapped(page, "Save")
    expect(headline).to_contain_text("Ready to heat")
    expect(page.get_by_text("Nobody can override this")).to_be_visible()
    gate(page)
    page.get_by_label("Thermometer on the inner ring").fill("9000")
    page.get_by_role("button", name="Note the reading").click()
    expect(page.get_by_text("is no temperature of a ring or a shaft").first).to_be_visible()
    page.get_by_label("Thermometer on the inner ring").fill("96 °C")
    tapped(page, "Note the reading")
    expect(headline).to_contain_text("Warm enough: heater off")
    tapped(page, "Heater is off, demagnetised")
    for reading in ("92 °C", "84 °C"):
        page.get_by_label("Thermometer on the inner ring").fill(reading)
        tapped(page, "Note the reading")
    expect(page.get_by_role("timer")).to_be_visible()
    tapped(page, "At its shoulder, held until it gripped")
    page.get_by_role("checkbox", name="top").check()
    tapped(page, "It enters there")
    expect(headline).to_contain_text("Stop: not home all round")
    page.reload()
    tapped(page, "At its shoulder, held until it gripped")
    tapped(page, "It enters nowhere")
    page.get_by_label("How it was tightened").fill("no. 3, 95 N·m")
    page.get_by_role("checkbox", name="A tab is bent into a slot").check()
    tapped(page, "Check the lock")
    tapped(page, "It turns freely")
    signed(
        page,
        job,
        "6311 C3",
        "warm, by induction heater",
        "against its shoulder",
        "Interference on diameter",
    )


def test_pressed_on_cold_askew_stopped_and_proved_by_its_ring(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    job = planned(page, "6311-2RS C3", "retaining ring")
    gate(page)
    measured(page, job)
    headline = page.locator("#next-move")
    ways = page.get_by_role("region", name="Ways to put it on")
    expect(
        ways.get_by_role("listitem").filter(has_text="warm, by induction heater")
    ).to_contain_text("0.012 mm of room is left")
    with page.expect_response("**/taps*"):
        ways.get_by_role("listitem").filter(has_text="cold, by press").get_by_role("button").click()
    gate(page)
    page.get_by_label("Gaps: top + right + bottom + left").fill("0.5 + 1.1 + 0.5 + -0.1")
    page.get_by_label("On a circle of").fill("80 mm")
    page.get_by_role("button", name="Is it square?").click()
    expect(page.get_by_label("Gaps: top + right + bottom + left")).to_have_attribute(
        "aria-invalid", "true"
    )
    page.get_by_label("Gaps: top + right + bottom + left").fill("0.5 + 1.0 + 0.5 + 0")
    tapped(page, "Is it square?")
    expect(headline).to_contain_text("Stop: askew")
    expect(page.get_by_role("img", name="open towards 90 degrees")).to_be_visible()
    tapped(page, "It sticks or cocks: stop")
    page.get_by_label("What the cause was").fill("plate on a burr")
    tapped(page, "Cause removed, all square again")
    page.get_by_label("Gaps: top + right + bottom + left").fill("0.4 + 0.4 + 0.4 + 0.4")
    page.get_by_label("On a circle of").fill("80 mm")
    tapped(page, "Is it square?")
    tapped(page, "At its shoulder")
    tapped(page, "It enters nowhere")
    for name in (
        "Groove free of the bearing",
        "Below the surface all round",
        "It turns in its groove with the pliers",
    ):
        page.get_by_role("checkbox", name=name).check()
    page.get_by_label("over the surface").fill("12 mm")
    page.get_by_label("in the groove", exact=False).first.fill("11.6 mm")
    tapped(page, "Check the lock")
    expect(headline).to_contain_text("Stop: does not sit")
    page.get_by_label("Gap of its ends, over the surface").fill("12 mm")
    page.get_by_label("Gap of its ends, in the groove").fill("3 mm")
    tapped(page, "Check the lock")
    tapped(page, "It turns freely")
    signed(page, job, "sits in its groove", "It was stopped 1 time.", "cold, by press")
    sheet = page.request.get(f"/api/jobs/{job}/plan.html").text()
    assert "Tube for a drift" in sheet and "retaining ring" in sheet


def test_a_cam_follower_from_its_hole_to_the_signed_record(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    page.goto("/plan")
    page.get_by_role("link", name="Cam follower").click()
    # The page that was left also asks for a position, until this one is there.
    expect(page.get_by_role("heading", name="Plan a cam follower")).to_be_visible()
    page.get_by_label("Machine and position").select_option("dc-1-gate")
    page.get_by_role("radio", name="a stud with its nut").click()
    page.get_by_label("Roller diameter").fill("47 mm")
    page.get_by_label("Roller width").fill("24 mm")
    with page.expect_response(
        lambda answer: answer.url.endswith("/api/jobs") and answer.status == 422
    ):
        page.get_by_role("button", name="Open the job").click()
    expect(page.get_by_text("Will it be regreased in service?").first).to_be_visible()
    page.get_by_role("radio", name="no: its hole is plugged").click()
    expect(page.get_by_role("region", name="Targets")).to_contain_text("120 N·m")
    page.get_by_role("button", name="Open the job").click()
    page.wait_for_url("**/jobs/*")
    job = page.url.rsplit("/", 1)[1]
    gate(page)
    headline = page.locator("#next-move")
    page.get_by_label("Stud, measured").fill("20.04 mm")
    page.get_by_label("Hole, measured").fill("20.00 mm")
    tapped(page, "Work out the fit")
    expect(headline).to_contain_text("Stop: heavy press")
    page.get_by_label("Stud, measured").fill("20.004 mm")
    tapped(page, "Work out the fit")
    expect(headline).to_contain_text("Ready to put it in")
    gate(page)
    page.get_by_role("radio", name="on the unloaded side").click()
    tapped(page, "Fitted")
    expect(headline).to_contain_text("oiled 120 N·m, dry 180 to 240 N·m")
    page.get_by_label("Torque, with its unit").fill("240")
    page.get_by_label("With which wrench").fill("no. 2")
    page.get_by_role("radio", name="oiled").click()
    page.get_by_role("button", name="Check the torque").click()
    page.get_by_role("button", name="240 N·m").click()
    page.get_by_role("button", name="Check the torque").click()
    expect(page.get_by_text("it stretches or breaks the stud").first).to_be_visible()
    page.get_by_label("Torque, with its unit").fill("118 N·m")
    tapped(page, "Check the torque")
    tapped(page, "There is none")
    expect(headline).to_contain_text("plug in?")
    tapped(page, "The plug is in")
    tapped(page, "It turns freely")
    signed(page, job, "Nut at 118 N·m, thread oiled", "On rounds", "plugged")
    assert "On rounds" in page.request.get(f"/api/jobs/{job}/plan.html").text()


def test_two_units_of_one_shaft_bolted_turned_and_only_then_locked(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    page.goto("/plan")
    page.get_by_role("link", name="Housed unit", exact=True).click()
    # The page that was left also asks for a position, until this one is there.
    expect(page.get_by_role("heading", name="Plan a housed unit")).to_be_visible()
    page.get_by_label("Machine and position").select_option("bs-1-drive")
    # Number and shaft come from the position.
    expect(page.get_by_label("Number on the insert")).to_have_value("208")
    expect(page.get_by_label("Shaft diameter")).to_have_value("40 mm")
    page.get_by_role("radio", name="foot, two bolts").click()
    page.get_by_role("radio", name="normal").click()
    page.get_by_role("radio", name="clockwise", exact=True).click()
    ways = page.get_by_role("region", name="Ways to lock it")
    expect(ways.get_by_role("listitem").first).to_contain_text("set screws in the inner ring")
    ways.get_by_role("button", name="set screws in the inner ring").click()
    page.get_by_label("Its screw").fill("M8")
    page.get_by_label("Shaft, tolerance class").fill("h7")
    page.get_by_role("radiogroup", name="It is regreased in service").get_by_role(
        "radio", name="yes"
    ).click()
    expect(page.get_by_role("region", name="Targets")).to_contain_text("6.5 to 11 N·m")
    # The position says which one it is.
    expect(page.get_by_role("radio", name="holds the shaft")).to_be_checked()
    page.get_by_label("In the same job").select_option("bs-1-tail")
    page.get_by_role("button", name="Open the job").click()
    page.wait_for_url("**/jobs/*")
    job = page.url.rsplit("/", 1)[1]
    gate(page)
    headline = page.locator("#next-move")
    for at in ("1", "2"):
        page.goto(f"/jobs/{job}?at={at}&stage=prepare")
        for size in ("39.985", "39.986", "39.984", "39.985") * 2:
            page.get_by_role("textbox", name="micrometer").fill(size)
            tapped(page, "Save reading")
        tapped(page, "Check the seat", exact=False)
        page.goto(f"/jobs/{job}?at={at}&stage=set_unit")
        gate(page)
        tapped(page, "It is on, by hand")
        page.get_by_role("radio", name="snap ring, inner groove").click()
        tapped(page, "Check it")
    expect(headline).to_contain_text("Stop: held, and should float")
    page.get_by_role("radio", name="snap ring, outer groove").click()
    page.get_by_label("Room towards the fixed unit").fill("1.5 mm")
    page.get_by_label("Room away from it").fill("3 mm")
    tapped(page, "Check it")
    for at in ("1", "2"):
        page.goto(f"/jobs/{job}?at={at}&stage=bolt_unit")
        page.get_by_label("Offset read").fill("0.3 mm")
        page.get_by_label("Over a length of").fill("1000 mm")
        page.get_by_label("Feeler that goes in under each of 2 feet").fill("0 + 0.02")
        tapped(page, "Is it in line?")
        page.get_by_label("Torque, with its unit").fill("58 N·m")
        page.get_by_label("With which wrench").fill("no. 2")
        tapped(page, "Housing is bolted")
        tapped(page, "It turns freely")
        page.goto(f"/jobs/{job}?at={at}&stage=lock_unit")
        gate(page)
        page.get_by_role("radio", name="a dimple").click()
        page.get_by_role("radio", name="yes").click()
        page.get_by_role("radio", name="two, alternately").click()
        page.get_by_label("Torque, with its unit").fill("20 N·m")
        page.get_by_label("With which wrench or key").fill("key 1")
        page.get_by_role("button", name="It is locked").click()
        expect(page.get_by_text("it cracks the ring over the screw").first).to_be_visible()
        page.get_by_label("Torque, with its unit").fill("9 N·m")
        tapped(page, "It is locked")
        tapped(page, "It turns freely")
    page.goto(f"/jobs/{job}")

    signed(
        page, job, "Locked at 9 N·m", "towards the fixed unit", "a second time after a few hours"
    )


def test_an_insert_replaced_and_its_unit_locked_by_its_collar(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    job = "hollin-vale-0015"
    page.goto(f"/jobs/{job}")
    headline = page.locator("#next-move")
    expect(headline).to_contain_text("Stop: swung past")
    page.get_by_label("Depth at the first slot").fill("7.6 mm")
    page.get_by_label("Depth at the second slot").fill("7.7 mm")
    page.get_by_label("Between the two spots").fill("62 mm")
    tapped(page, "It swivels: is it square?")
    tapped(page, "The old fitting stays")
    expect(headline).to_contain_text("Stop: old fitting")
    tapped(page, "Brass plug")
    gate(page)
    tapped(page, "It is on, by hand")
    page.get_by_role("radio", name="the housing holds it").click()
    tapped(page, "Check it")
    page.get_by_label("Offset read").fill("0")
    page.get_by_label("Over a length of").fill("600 mm")
    tapped(page, "Is it in line?")
    page.get_by_label("Torque, with its unit").fill("30 N·m")
    page.get_by_label("With which wrench").fill("no. 2")
    tapped(page, "Housing is bolted")
    tapped(page, "It turns freely")
    gate(page)
    # The shaft turns anticlockwise from the drive end, and the collar looks to the far end.
    expect(headline).to_contain_text("Turn the collar clockwise")
    page.get_by_label("Torque, with its unit").fill("5 N·m")
    page.get_by_label("With which wrench or key").fill("key 1")
    page.get_by_role("radio", name="anticlockwise").click()
    page.get_by_role("button", name="It is locked").click()
    expect(page.get_by_text("This way it works itself loose").first).to_be_visible()
    page.get_by_role("radio", name="clockwise", exact=True).click()
    tapped(page, "It is locked")
    tapped(page, "It turns freely")
    signed(
        page,
        job,
        "Insert replaced",
        "Read 2 times until it stood square",
        "brass plug",
        "Locked at 5 N·m",
    )
    assert "every tensioning" in page.request.get(f"/api/jobs/{job}/plan.html").text()


def on_shoulder(page: Page, job: str, at: str) -> None:
    """Seat and bore measured at a bearing, as the micrometer reads them."""
    page.goto(f"/jobs/{job}?at={at}&stage=prepare")
    for size in ("45.009", "45.008", "45.009", "45.008") * 2:
        page.get_by_role("textbox", name="micrometer").fill(size)
        tapped(page, "Save reading")
    for size in ("44.995", "44.994") * 2:
        page.get_by_role("textbox", name="bore gauge").fill(size)
        tapped(page, "Save reading of the bore")
    tapped(page, "Check the seat", exact=False)
    page.goto(f"/jobs/{job}?at={at}&stage=set_on")


def stocked(page: Page, job: str) -> None:
    """What is on the shaft is marked and its numbers are checked: another walk does that tap by
    tap.
    """
    said = [
        {"kind": "set_stage_aside", "stage": "take_stock", "reason": "spare spindle on the bench"}
    ]
    for i, command in enumerate(said):
        tap = {
            "happened_at": "2026-11-27T08:00:00Z",
            "client_event_id": f"{job}-stock-{i}",
            "command": command,
            "at": "",
        }
        assert page.request.post(f"/api/jobs/{job}/taps", data=tap).ok


def closed(page: Page, depth: str, spigot: str) -> None:
    """A cover measured, its joint done, drawn down in its passes."""
    page.get_by_label("Housing's face to the outer ring").fill(depth)
    page.get_by_label("Height of the spigot").fill(spigot)
    tapped(page, "Check the spigot")
    page.get_by_role("button", name="none, as the maker asks").click()
    tapped(page, "Joint is done")
    if spigot == "9.10 mm":
        gate(page)
    for torque in ("3.5 N·m", "6.9 N·m", "11.5 N·m", "11.5 N·m"):
        page.get_by_label("Torque of this round, with its unit").fill(torque)
        page.get_by_label("With which wrench").fill("no. 1")
        tapped(page, "This round is done")


def test_a_cartridge_hot_and_cold_turned_over_closed_and_free(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    page.goto("/plan")
    page.get_by_role("link", name="Cartridge").click()
    # The page that was left also asks for a position, until this one is there.
    expect(page.get_by_role("heading", name="Plan a bearing cartridge")).to_be_visible()
    page.get_by_label("Machine and position").select_option("bp-1-fixed")
    page.get_by_role("radio", name="holds the shaft").click()
    page.get_by_label("The other bearing of the cartridge").select_option("bp-1-float")
    for side in ("fixed", "floating"):
        page.get_by_label(f"Number on the {side} bearing").fill("6309 C3")
        page.get_by_label(f"Seat of the {side} bearing, tolerance class").fill("k5")
    expect(page.get_by_role("region", name="Targets")).to_contain_text(
        "How many screws hold a cover?"
    )
    for label, value in (
        ("Bores of the housing", "H7"),
        ("Screws in each cover", "3"),
        ("Their thread", "1/4-20"),
        ("On their heads", "5"),
    ):
        page.get_by_label(label).fill(value)
    for group, choice in (
        ("The fixed bearing is at", "the drive end"),
        ("Comes apart", "none"),
        ("They go in", "dry"),
        ("While it is built", "it stands, and is turned over"),
        ("Retaining rings hold the fixed bearing", "on the shaft"),
        ("Nut pair", "at the far end"),
        ("Thread of the nut pair, hand", "right"),
        ("The shaft turns, looked at from the nut", "anticlockwise"),
        ("Flingers", "at both ends"),
        ("What holds the flingers", "their set screws"),
    ):
        page.get_by_role("radiogroup", name=group, exact=group == "Nut pair").get_by_role(
            "radio", name=choice, exact=True
        ).click()
    # Common practice, no source: about 8 lbf·ft.
    expect(page.get_by_role("region", name="Targets")).to_contain_text("11.5 N·m")
    page.get_by_role("button", name="Open the job").click()
    page.wait_for_url("**/jobs/*")
    job = page.url.rsplit("/", 1)[1]
    gate(page)
    stocked(page, job)
    on_shoulder(page, job, "1")
    headline = page.locator("#next-move")
    tapped(page, "Take this way", exact=False)
    page.get_by_label("Shaft at the seat").fill("18 °C")
    tapped(page, "Save")
    gate(page)
    page.get_by_label("Thermometer on the inner ring").fill("90 °C")
    tapped(page, "Note the reading")
    tapped(page, "Heater is off, demagnetised")
    tapped(page, "At its shoulder, held until it gripped")
    tapped(page, "It enters nowhere")
    page.goto(f"/jobs/{job}?stage=into_housing")
    for proof in ("The groove is free", "The ring lies below", "The ring turns"):
        page.get_by_role("checkbox", name=proof).check()
    page.get_by_label("Gap of its ends, over the surface").fill("14 mm")
    page.get_by_label("Gap of its ends, in the groove").fill("6 mm")
    tapped(page, "Does it sit?")
    tapped(page, "Write down: handle rod on the shaft end")
    page.get_by_label("Bearing on the shaft").fill("70 °C")
    page.get_by_role("textbox", name="Housing").fill("18 °C")
    tapped(page, "Cool enough?")
    expect(headline).to_contain_text("Stop: too warm")
    page.get_by_label("Bearing on the shaft").fill("30 °C")
    tapped(page, "Cool enough?")
    for free in ("190 mm", "240 mm"):
        page.get_by_label("Shaft will stick out below by").fill("180 mm")
        page.get_by_label("Free height of the blocks").fill(free)
        tapped(page, "High enough?")
    gate(page)
    tapped(page, "Fitted, by hand")
    # Another order is taken, and the way to it is told; then back to the one that was offered.
    expect(headline).to_contain_text("Cover of the fixed bearing: depth and spigot")
    page.get_by_text("What is left, in order: turned over once").click()
    tapped(page, "This next : the grease between the pair")
    expect(headline).to_contain_text("Turn the housing over, the far end up")
    tapped(page, "This next : the cover of the fixed bearing")
    closed(page, "9.02 mm", "9.10 mm")
    page.get_by_label("Shaft sticks out below by").fill("180 mm")
    page.get_by_label("Free height of the blocks").fill("240 mm")
    tapped(page, "Turned over: high enough?")
    on_shoulder(page, job, "2")
    ways = page.get_by_role("region", name="Ways to put it on")
    expect(ways.get_by_role("listitem").filter(has_text="cold, by press")).to_contain_text(
        "the force crosses the balls"
    )
    with page.expect_response("**/taps*"):
        ways.get_by_role("listitem").filter(has_text="a tool on both rings").get_by_role(
            "button"
        ).click()
    gate(page)
    tapped(page, "At its shoulder")
    tapped(page, "It enters nowhere")
    page.goto(f"/jobs/{job}")
    # What somebody wanted next comes as early as it can.
    page.get_by_label("Which grease, how much").fill("55 g")
    tapped(page, "It is packed")
    page.get_by_label("First nut, torque with its unit").fill("95 N·m")
    page.get_by_label("With which wrench and hook").fill("no. 2, hook 9")
    for box in page.get_by_role("checkbox").all():
        box.check()
    tapped(page, "Check the nut pair")
    closed(page, "10 mm", "8 mm")
    tapped(page, "It turns freely")
    for pinned in (True, False):
        page.get_by_label("Gap to the cover").fill("1/32 in")
        page.get_by_role("checkbox", name="Both set screws").check()
        if pinned:
            page.get_by_role("checkbox", name="pinned").check()
        tapped(page, "Check the flinger")
    page.get_by_label("Which grease, how much; what was heard and seen").fill("20 g, silent")
    tapped(page, "Topped up, nothing touches")
    expect(headline).to_contain_text("Still in: handle rod")
    page.goto(f"/jobs/{job}?stage=take_stock")
    tapped(page, "Out again", exact=False)
    page.goto(f"/jobs/{job}")
    signed(
        page,
        job,
        "Nut pair, first at 95 N·m",
        "no contact",
        "Screw 1/4-20",
        "cold, by a tool on both rings",
    )
    sheet = page.request.get(f"/api/jobs/{job}/plan.html").text()
    assert "in the order 1 – 2 – 3" in sheet and "Fixed cover: depth / spigot" in sheet
