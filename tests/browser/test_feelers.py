"""A gauge set that cannot prove the window stops the bench; another one is two taps away, and the
work goes on.
"""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.hands import Hands
from tribodex.core.training.virtual import VirtualBearing

pytestmark = pytest.mark.in_turn(
    "tests/core/test_feelers_taken.py",
    "web/tests/feelers.test.tsx",
)


def test_a_set_too_thick_is_exchanged_at_the_bench(new_page: Callable[..., Page]) -> None:
    page = new_page()
    hands = Hands(page, VirtualBearing(58, 0.3, 9))

    def thick(plan: Page) -> None:
        plan.get_by_label("Feeler set").select_option("fs-m1")
        plan.get_by_role("radio", name="CN", exact=True).click()

    hands.plan("hs-3-drive", "Set too thick", thick)
    assert hands.follow(until="decide_feelers")[-1] == "decide_feelers"
    expect(page.get_by_role("button", name="Take it in hand")).to_be_disabled()
    page.get_by_label("Another gauge set than").select_option("fs-m2")
    hands.tap("Take it in hand")
    assert hands.bench()["work"]["feelers"]["id"] == "fs-m2"
    assert [line["text"] for line in hands.log() if line["kind"] == "feelers_taken"] == [
        "Another gauge set in hand: Feeler set M2, fine steps."
    ]
    assert hands.follow(until="set_zero")[-1] == "set_zero"
    # Also while the nut is driven: the set in hand is one line, and the narrow window offers its
    # second witness.
    hands.follow(until="gauge")
    page.get_by_role("button", name="Take another set").click()
    expect(page.get_by_label("Another gauge set than Feeler set M2")).to_be_visible()
    page.get_by_text("A second witness in this narrow window").click()
    dial = hands.bench()["work"]["dial"]
    went_mm = dial["present_deg"] * dial["pitch_mm"] / 360
    page.get_by_label("At the zero mark").fill("30.00 mm")
    page.get_by_label("Now", exact=True).fill(f"{30 + went_mm:.2f} mm")
    hands.tap("Compare with the nut’s travel")
    looked = [line["text"] for line in hands.log() if line["kind"] == "looked_at"]
    assert len(looked) == 1
    expect(page.get_by_text("A second witness in this narrow window")).to_be_hidden()
