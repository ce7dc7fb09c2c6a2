"""Another bearing than the plant's list has: said at the plan, stands in the job, ends when it is
planned right or put right by name.
"""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import PHONE
from tribodex.core.training.virtual import VirtualBearing

pytestmark = pytest.mark.in_turn(
    "web/tests/planner.test.tsx",
)


def test_another_size_is_said_at_the_plan_and_waits_for_its_answer(page: Page) -> None:
    hands = Hands(page, VirtualBearing(80, 0.4))

    def fill(planner: Page) -> None:
        said = planner.get_by_text("not this position's bearing")
        expect(planner.get_by_label("Number on the new ring")).to_have_value("22218 K C4 W33")
        expect(said).to_be_hidden()
        planner.get_by_label("Number on the new ring").fill("22216 K C4")
        planner.get_by_label("Shaft diameter").fill("70 mm")
        planner.get_by_label("Feeler set").select_option("fs-m1")
        expect(said).to_be_visible()
        expect(planner.get_by_text("22218 by the plant's list, 22216 planned")).to_be_visible()

    hands.plan("kc-2-tail", "Only this one on the shelf", fill)
    stop = page.get_by_role("region", name="Waits for its answer: 1")
    expect(stop).to_contain_text("not this position's bearing position, entry 2")
    expect(stop.get_by_role("button", name="Accept as is (sign)")).to_be_hidden()
    expect(stop).to_contain_text("it is compared at once")
    page.set_viewport_size(PHONE)
    stop.get_by_role("button", name="Position, sleeve, housing put right").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Who decides").fill("Orla Tennick")
    dialog.get_by_label("Reason").fill("smaller sleeve and housing fitted, list changed")
    dialog.get_by_role("button", name="They are put right").click()
    expect(stop).to_be_hidden()
    assert hands.bench()["alarms"] == []


def test_a_position_chosen_after_typing_asks(page: Page) -> None:
    page.goto("/plan")
    number = page.get_by_label("Number on the new ring")
    number.fill("22216 K C3")
    page.get_by_label("Machine and position").select_option("kc-2-tail")
    offer = page.get_by_role("alert").filter(has_text="Typed was")
    expect(offer).to_contain_text("22218 K C4 W33")
    expect(number).to_have_value("22216 K C3")
    offer.get_by_role("button", name="Keep what was typed").click()
    expect(page.get_by_text("not this position's bearing")).to_be_visible()
    page.get_by_label("Machine and position").select_option("kc-2-drive")
    offer.get_by_role("button", name="Take the position's").click()
    expect(number).to_have_value("22218 K C3 W33")
    expect(page.get_by_text("not this position's bearing")).to_be_hidden()


def test_a_ball_bearing_of_another_size_is_said_too(page: Page) -> None:
    page.goto("/plan")
    page.get_by_role("link", name="Cylindrical seat").click()
    expect(page.get_by_role("heading", name="Plan a bearing on a cylindrical seat")).to_be_visible()
    page.get_by_label("Machine and position").select_option("dc-1-idler")
    page.get_by_label("Number on the ring").fill("6209-2RS C3")
    expect(page.get_by_text("6208 by the plant's list, 6209 planned")).to_be_visible()
    page.get_by_label("Number on the ring").fill("6208-2RS C3")
    expect(page.get_by_text("by the plant's list")).to_be_hidden()
