"""How many taps a whole job takes, on a phone: every life-saving item its own, nothing preselected;
what is read back is not counted.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import PHONE
from tests.browser.drivers.on_a_shaft import tapped
from tribodex.core.training.virtual import VirtualBearing

pytestmark = pytest.mark.in_turn(
    "tests/core/test_fewer_taps.py",
    "tests/web/test_walks.py",
)

TOLD = (Path(__file__).resolve().parents[2] / "docs" / "taps.md").read_text("utf-8")
# A finger on a control is a tap; a list is opened and chosen from, which is two. To type, a field
# is entered: fields, and what is typed into them with the Enter that sends it, are counted apart.
COUNT = """
(() => {
  const NONE = '{"taps":[],"fields":0,"typed":0}';
  const keep = (change) => {
    const now = JSON.parse(sessionStorage.getItem('taps') || NONE);
    change(now);
    sessionStorage.setItem('taps', JSON.stringify(now));
  };
  const tell = (...taps) => keep((now) => now.taps.push(...taps));
  const on = (kind, heard) => addEventListener(kind, heard, true);
  const TEXT = 'input:not([type=checkbox]):not([type=radio]), textarea';
  const CONTROL = 'button, a, input, summary, [role=radio]';
  on('click', (event) => {
    const control = event.isTrusted && event.target.closest && event.target.closest(CONTROL);
    if (!control || control.matches(TEXT)) return;
    const name = control.innerText || control.getAttribute('aria-label') || control.tagName;
    tell(name.trim().split('\\n')[0].slice(0, 40));
  });
  on('change', ({ target }) => {
    if (target.tagName === 'SELECT') tell('list opened', 'chosen from it');
  });
  on('focusin', ({ target }) => target.matches(TEXT) && keep((now) => { now.fields += 1; }));
  on('input', ({ target }) => {
    if (target.matches(TEXT)) keep((now) => { now.typed += target.value.length; });
  });
})();
"""


class Counted(Hands):
    """A person at a phone whose taps and typed letters are counted."""

    def counts(self) -> dict[str, Any]:
        found: dict[str, Any] = self.page.evaluate(
            "() => JSON.parse(sessionStorage.getItem('taps'))"
        )
        return found

    def told(self, row: str, most: int) -> None:
        """The counts are what docs/taps.md says of this job, and no more than was aimed for."""
        found = self.counts()
        said = re.search(rf"^\| {row} \| (\d+) \| (\d+) \| (\d+) \|", TOLD, re.M)
        assert said, f"docs/taps.md says nothing of “{row}”"
        counted = (len(found["taps"]), found["fields"], found["typed"])
        assert counted == tuple(int(number) for number in said.groups()), f"{counted}: {found}"
        assert counted[0] <= most

    def gauge(self, by_key: bool = False) -> None:
        """Every place in both rows, also those that the adviser would leave out."""
        while (now := self.bench())["work"]["gauging"]:
            cells = now["work"]["gauging"]["cells"]
            unread = next((cell for cell in cells if not cell["closed"]), None)
            if now["next"]["do"] == "close_gauging" and unread is not None:
                now["next"] |= {"do": "try_leaf", "place": unread["place"], "row": unread["row"]}
            before = now["work"]["gauging"]["number"]
            assert self.leaf(told=now, pair=True)
            after = self.bench()["work"]["gauging"]
            if after is None or after["number"] != before:
                return

    def signed(self) -> None:
        self.page.get_by_role("button", name="fitter", exact=True).click()
        self.tap("Sign the record")


def counted(new_page: Callable[..., Page]) -> Counted:
    page = new_page(PHONE, strict=False)
    page.context.add_init_script(COUNT)
    return Counted(page, VirtualBearing(158, 0.37, 0))


def opened(hands: Counted, kind: str, position: str) -> None:
    page = hands.page
    page.goto("/plan")
    page.get_by_role("link", name=kind).click()
    expect(page.get_by_role("link", name=kind)).to_have_attribute("aria-current", "page")
    page.get_by_label("Machine and position").select_option(position)


def begun(hands: Counted) -> None:
    page = hands.page
    page.get_by_role("button", name="Open the job at the bench").click()
    page.wait_for_url("**/jobs/*")
    hands.job_id = page.url.rsplit("/", 1)[1]
    hands.seen()


def say(page: Page, **texts: str) -> None:
    """Fields of the form by a part of their label, with blanks for underlines."""
    for label, text in texts.items():
        page.get_by_label(label.replace("__", ", ").replace("_", " "), exact=False).first.fill(text)


def measured(page: Page, size: str, times: int, save: str, name: str) -> None:
    for _ in range(times):
        page.get_by_role("textbox", name=name).fill(size)
        tapped(page, save)


def test_a_spherical_roller_bearing_to_the_signature(new_page: Callable[..., Page]) -> None:
    hands = counted(new_page)
    hands.plan("dc-1-in", "")
    hands.follow()
    hands.signed()
    hands.told("Spherical roller bearing on a sleeve", 45)


def test_a_ball_bearing_on_warm_to_the_signature(new_page: Callable[..., Page]) -> None:
    hands = counted(new_page)
    page = hands.page
    opened(hands, "Cylindrical seat", "dc-1-chain")
    say(page, Seat__tolerance_class="m5")
    page.get_by_role("radio", name="cover", exact=True).click()
    begun(hands)
    hands.pass_gate()
    measured(page, "55.018", 4, "Save reading", "micrometer")
    measured(page, "54.994", 2, "Save reading of the bore", "bore gauge")
    tapped(page, "Check the seat", exact=False)
    tapped(page, "Take this way", exact=False)
    say(page, Shaft_at_the_seat="14 °C")
    tapped(page, "Save")
    hands.seen()
    hands.pass_gate()
    for reading, after in (
        ("96 °C", "Heater is off, demagnetised"),
        ("92 °C", "At its shoulder, held until it gripped"),
    ):
        say(page, Thermometer_on_the_inner_ring=reading)
        tapped(page, "Note the reading")
        tapped(page, after)
    tapped(page, "It enters nowhere")
    say(page, How_it_was_tightened="no. 3, 9 N·m")
    tapped(page, "Check the lock")
    tapped(page, "It turns freely")
    hands.signed()
    hands.told("Ball bearing on warm", 35)


def test_a_housed_unit_to_the_signature(new_page: Callable[..., Page]) -> None:
    hands = counted(new_page)
    page = hands.page
    opened(hands, "Housed unit", "bs-1-drive")
    for choice in ("foot, two bolts", "normal", "clockwise", "set screws"):
        page.get_by_role("radio", name=choice, exact=True).click()
    say(page, Shaft__tolerance_class="h7")
    page.get_by_role("radiogroup", name="It is regreased in service").get_by_role(
        "radio", name="yes"
    ).click()
    page.get_by_role("radiogroup", name="The insert is replaced in its housing").get_by_role(
        "radio", name="no"
    ).click()
    begun(hands)
    hands.pass_gate()
    measured(page, "39.985", 4, "Save reading", "micrometer")
    tapped(page, "Check the seat", exact=False)
    hands.seen()
    hands.pass_gate()
    tapped(page, "It is on, by hand")
    page.get_by_role("radio", name="snap ring, inner groove").click()
    tapped(page, "Check it")
    say(
        page,
        Offset_read="0.3 mm",
        Over_a_length_of="1000 mm",
        Feeler_that_goes_in_under_each_of_2_feet="0 + 0.02",
    )
    tapped(page, "Is it in line?")
    say(page, Torque__with_its_unit="58 N·m", With_which_wrench="no. 2")
    tapped(page, "Housing is bolted")
    tapped(page, "It turns freely")
    hands.seen()
    hands.pass_gate()
    # One unit by itself: no other's screws are asked about.
    for choice in ("a dimple", "two, alternately"):
        page.get_by_role("radio", name=choice, exact=True).click()
    say(page, Torque__with_its_unit="9 N·m", With_which_wrench_or_key="key 1")
    tapped(page, "It is locked")
    tapped(page, "It turns freely")
    hands.signed()
    hands.told("Housed unit, set screws", 40)
