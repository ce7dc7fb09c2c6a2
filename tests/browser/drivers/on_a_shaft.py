"""A shaft's job in a browser."""

from __future__ import annotations

import random
from typing import Any
from weakref import WeakKeyDictionary

from playwright.sync_api import Page, Response, expect

from tests.browser.drivers.hands import Hands
from tribodex.core.training.virtual import VirtualBearing

DRIVE, FREE = VirtualBearing(165, 0.36), VirtualBearing(158, 0.37)


def plan_shaft(hands: Hands) -> None:
    """Both bearings of the head shaft, every stage."""
    page = hands.page

    def fill(page: Page) -> None:
        page.get_by_label("Feeler set").select_option("fs-m1")
        page.get_by_role("radio", name="all 2 bearings of the shaft").click()
        expect(page.get_by_label("does it hold the shaft?")).to_have_value("held")

    hands.plan("be-1-head-drive", "both bearings", fill)
    expect(page.get_by_role("region", name="Shaft line")).to_be_visible()


_ANSWERED: WeakKeyDictionary[Page, set[str]] = WeakKeyDictionary()


def tapped(page: Page, name: str, exact: bool = True) -> None:
    """Press a button, wait for the answer to its own tap and until the page shows it: what is
    entered next belongs to what comes then.

    After a reload an earlier tap may be sent once more, under its old id.
    """
    answered = _ANSWERED.setdefault(page, set())

    def own(answer: Response) -> bool:
        return (
            "/taps" in answer.url
            and answer.request.post_data_json["client_event_id"] not in answered
        )

    with page.expect_response(own) as answer:
        page.get_by_role("button", name=name, exact=exact).first.click()
    answered.add(answer.value.request.post_data_json["client_event_id"])
    assert answer.value.ok, answer.value.text()
    # The newest entry stands first in the log; a page that was left, or has none, is waited for by
    # whoever goes on there.
    newest = (
        'section[aria-labelledby="log"] li:first-child'
        f' span:first-child:text-is("{answer.value.json()["last_seq"]}")'
    )
    expect(page.locator(f"main:not(:has(#log)), {newest}").first).to_be_attached()


def look(hands: Hands, at: str = "", stage: str = "") -> None:
    """Go to a stage at a bearing."""
    hands.show = "?" + "&".join(
        f"{name}={value}" for name, value in (("at", at), ("stage", stage)) if value
    )
    hands.page.goto(f"/jobs/{hands.job_id}{hands.show}")
    hands.seen()


def say(page: Page, job: str, command: dict[str, Any], at: str = "") -> Any:
    """A tap sent as another device would."""
    tap = {
        "client_event_id": f"test-{random.getrandbits(60):x}",
        "happened_at": "2026-11-26T08:00:00Z",
    }
    answer = page.request.post(
        f"/api/jobs/{job}/taps", data={**tap, "command": command, **({"at": at} if at else {})}
    )
    assert answer.ok, answer.text()
    return answer.json()
