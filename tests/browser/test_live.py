"""Two devices at one job, a slip of the finger, and what stays in sight on a phone."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, datetime

from playwright.sync_api import Page, expect

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import PHONE
from tribodex.core.training.virtual import VirtualBearing

TRUTH = VirtualBearing(158, 0.37, 9)


def at_zero(page: Page, title: str) -> Hands:
    """A bearing that was gauged and stands at its zero mark."""
    hands = Hands(page, TRUTH)
    hands.plan("dc-1-out", title)
    for _ in range(40):
        now = hands.bench()
        if now["next"]["do"] in ("turn", "gauge"):
            return hands
        match now["next"]["do"]:
            case "confirm_gate":
                hands.pass_gate()
            case "gauge_initial" | "gauge_final" | "try_leaf" | "close_gauging":
                hands.gauge()
            case _:
                hands.main()
    raise AssertionError("no zero")


def test_what_another_device_logs_shows_and_a_tap_on_an_older_screen_is_asked_back(
    new_page: Callable[..., Page],
) -> None:
    mine = at_zero(new_page(strict=False), "Two at one bearing")
    other = new_page(strict=False, actor="Bram Sedgeley")
    other.goto(f"/jobs/{mine.job_id}")
    expect(other.locator("#next-move")).to_contain_text(
        mine.bench()["next"]["headline"].split("(")[0].strip()
    )
    # What the other notes comes to my screen without a reload.
    other.get_by_label("Note, or something left to do").fill("Stand wiped")
    other.get_by_role("button", name="Add as a note").click()
    expect(mine.page.get_by_role("region", name="Log")).to_contain_text("Stand wiped")
    # My screen hears nothing for a while, and both of us log a turn.
    mine.page.evaluate(
        """() => { const real = window.fetch;
                   window.fetch = (to, init) => init?.method === 'POST'
                     ? real(to, init) : Promise.reject(new TypeError('no answer')); }"""
    )
    turned = mine.bench()["last_seq"]
    turn = {"kind": "turn_nut", "amount": "20°", "unit": "degrees"}
    said = {
        "client_event_id": "bram-device-0001",
        "actor": "Bram Sedgeley",
        "happened_at": datetime.now(UTC).isoformat(),
        "command": turn,
        "at": "1",
    }
    assert other.request.post(f"/api/jobs/{mine.job_id}/taps", data=said).ok
    mine.page.locator("[data-main]").first.click()
    asked = mine.page.get_by_role("alert")
    expect(asked).to_contain_text("Bram Sedgeley logged")
    assert mine.bench()["last_seq"] == turned + 1, (
        "mine is not stored before it is said to be another one"
    )
    asked.get_by_role("button", name="Log mine as well").click()
    expect(asked).to_be_hidden()
    assert [line["actor"] for line in mine.log()][-2:] == ["Bram Sedgeley", "Ines Whitlow"]


def test_the_last_tap_is_undone_on_the_device_that_made_it_alone(
    new_page: Callable[..., Page],
) -> None:
    hands = at_zero(new_page(strict=False), "A slip of the finger")
    before = hands.bench()["next"]["headline"]
    hands.main()
    other = new_page(strict=False)
    other.goto(f"/jobs/{hands.job_id}")
    expect(other.get_by_role("region", name="Log")).to_contain_text("tightened")
    expect(other.get_by_role("button", name="Undo", exact=True)).to_have_count(0)
    hands.tap("Undo")
    assert hands.bench()["next"]["headline"] == before
    expect(hands.page.get_by_role("region", name="Log")).to_contain_text("undone at once")
    expect(hands.page.get_by_role("button", name="Undo", exact=True)).to_have_count(0)
    assert other.locator("#next-move").inner_text() is not None


def test_on_a_phone_the_next_move_and_its_button_stay_in_sight(
    new_page: Callable[..., Page],
) -> None:
    hands = at_zero(new_page(strict=False), "One hand free")
    page = new_page(PHONE, strict=False)
    page.goto(f"/jobs/{hands.job_id}")
    bar = page.get_by_role("complementary", name="Next move")
    headline = page.locator("#next-move").inner_text()
    expect(bar).to_contain_text(headline.split("(")[0].strip())
    assert page.evaluate("scrollY") == 0, "a job opens at its top"
    main = page.locator("[data-main]").first
    main.scroll_into_view_if_needed()
    expect(bar.get_by_role("button")).to_have_count(0)
    page.get_by_role("region", name="Log").scroll_into_view_if_needed()
    button = bar.get_by_role("button")
    expect(button).to_contain_text(main.inner_text())
    assert button.bounding_box()["height"] >= 47.5  # type: ignore[index]
    with page.expect_response("**/taps*"):
        button.click()
    # The answer's headline is brought into view.
    expect(page.locator("#next-move")).not_to_have_text(headline)
    expect(page.locator("#next-move")).to_be_in_viewport()
