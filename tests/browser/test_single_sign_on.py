"""The site's own sign-on in a browser: away to a provider that stands in, and back to the page that
was left.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.machine import PHONE
from tests.browser.drivers.own_server import Served, device
from tests.browser.drivers.signing import first_run, here_is
from tests.launched import nothing_is_left_running, root
from tests.provider import CLIENT, SECRET, StandIn, standing_in
from tests.visitor import FIRST

pytestmark = pytest.mark.in_turn(
    "tests/web/test_single_sign_on.py",
)

__all__ = ["device", "nothing_is_left_running", "root"]


@pytest.fixture
def stand_in() -> Iterator[StandIn]:
    with standing_in() as provider:
        yield provider


@pytest.fixture
def served(root, stand_in: StandIn) -> Iterator[Served]:  # type: ignore[no-untyped-def]
    told = {
        "ISSUER": stand_in.issuer,
        "CLIENT": CLIENT,
        "SECRET": SECRET,
        "NAME": "the mill's sign-on",
    }
    served = Served(root, **{f"TRIBODEX_OPENID_{name}": value for name, value in told.items()})
    yield served
    assert served.started.stop() == 0


def test_away_to_the_sign_on_and_back_to_the_page_that_was_left(
    served: Served, device: Callable[..., Page], stand_in: StandIn
) -> None:
    ada = device()
    first_run(ada)
    here_is(ada, FIRST["name"])
    site = served.ask("/api/persons")["sites"][0]["id"]  # type: ignore[index]
    served.ask(
        "/api/persons",
        {
            "name": "Wren Ashby",
            "handle": "wren",
            "rights": {site: ["read", "work"]},
            "works_under": "",
        },
    )
    phone = device(PHONE)
    phone.goto("/rounds")
    # Who shakes the head there comes back without a word; nobody is in.
    phone.get_by_role("button", name="Sign in with the mill's sign-on").click()
    expect(phone.get_by_role("heading", name="Who is it?")).to_be_visible()
    phone.goto("/single-sign-on?error=access_denied")
    expect(phone.get_by_role("alert")).to_contain_text("access_denied")
    phone.goto("/rounds")
    phone.get_by_role("button", name="Sign in with the mill's sign-on").click()
    phone.get_by_role("link", name="wren").click()
    here_is(phone, "Wren Ashby")
    assert phone.url.endswith("/rounds")
    # On the way back nothing of it stays in the address, and the link that was used up lets nobody
    # in.
    phone.goto("/me")
    expect(phone.get_by_text("You have no PIN yet")).to_be_visible()
    phone.get_by_label("New PIN").fill("5273")
    phone.get_by_role("button", name="Change", exact=True).click()
    expect(phone.get_by_text("You have no PIN yet")).to_be_hidden()
