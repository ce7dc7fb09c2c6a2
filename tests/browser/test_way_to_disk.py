"""The way from the finger to the disk, with everything in between that can go wrong."""

from __future__ import annotations

import base64
import io
import json
import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Page, Route, expect
from pypdf import PdfWriter

from tests.browser.conftest import Site
from tests.browser.drivers.hands import Hands, taken_by
from tribodex.core.training.virtual import VirtualBearing

TRUTH = VirtualBearing(158, 0.37, 9)
LOGIN = "<!doctype html><title>Sign in</title><form>Who are you?</form>"
PROBLEM = "application/problem+json"
REFUSAL = '{"title":"Not now","status":409,"detail":"By somebody else.","fields":[]}'
# What every answer of the server carries.
OURS = {"Tribodex-Server": "-"}
pytestmark = pytest.mark.faults


def ready(page: Page, position: str = "dc-1-in") -> Hands:
    """A job before its first gate: notes can be made, nothing else is in the way."""
    hands = Hands(page, TRUTH)
    hands.plan(position, "Way to the disk")
    return hands


def note(page: Page, words: str) -> None:
    """A remark, typed and tapped."""
    page.get_by_label("Note, or something left to do").fill(words)
    page.get_by_role("button", name="Add as a note").click()
    expect(page.get_by_label("Note, or something left to do")).to_have_value("")


def notes(hands: Hands) -> list[str]:
    return [line["text"] for line in hands.log() if line["kind"] == "note_added"]


def answering(page: Page, **answer: Any) -> Callable[[], None]:
    """Every tap is answered like this, until the answer is taken away."""

    def fulfil(route: Route) -> None:
        route.fulfill(**answer)

    page.route("**/taps*", fulfil)
    return lambda: page.unroute("**/taps*")


@pytest.mark.parametrize(
    ("answer", "words"),
    [
        pytest.param(
            {"status": 200, "body": LOGIN, "content_type": "text/html"},
            "answers in its place",
            id="login page",
        ),
        pytest.param(
            {"status": 200, "body": "{}", "content_type": "application/json"},
            "answers in its place",
            id="JSON of another shape",
        ),
        pytest.param(
            {"status": 200, "body": "ok", "content_type": "application/json"},
            "answers in its place",
            id="no JSON",
        ),
        pytest.param(
            {"status": 200, "body": '{"last_seq":7}', "content_type": "application/json"},
            "answers in its place",
            id="a stranger's JSON",
        ),
        pytest.param(
            {"status": 400, "body": REFUSAL, "content_type": PROBLEM},
            "answers in its place",
            id="400 of a gateway in problem+json",
        ),
        pytest.param(
            {"status": 409, "body": REFUSAL, "content_type": PROBLEM},
            "answers in its place",
            id="409 of a gateway in problem+json",
        ),
        pytest.param(
            {"status": 401, "body": LOGIN, "content_type": "text/html"},
            "Sign in needed: the way to the server answered 401",
            id="401",
        ),
        pytest.param(
            {"status": 403, "body": "no"},
            "Sign in needed: the way to the server answered 403",
            id="403",
        ),
        pytest.param(
            {"status": 404, "body": LOGIN, "content_type": "text/html"},
            "answers in its place",
            id="404 of a proxy",
        ),
        pytest.param({"status": 408, "body": ""}, "answers in its place", id="408"),
        pytest.param(
            {"status": 409, "body": "conflict"}, "answers in its place", id="409 of no rule"
        ),
        pytest.param(
            {"status": 422, "body": LOGIN, "content_type": "text/html"},
            "answers in its place",
            id="422 of no rule",
        ),
        pytest.param(
            {"status": 429, "body": "", "headers": {"Retry-After": "1"}},
            "asks for a pause",
            id="429",
        ),
        pytest.param({"status": 500, "body": "oops"}, "is away (500)", id="500"),
        pytest.param(
            {"status": 502, "body": LOGIN, "content_type": "text/html"}, "is away (502)", id="502"
        ),
        pytest.param(
            {
                "status": 503,
                "body": '{"title":"The database is starting again","status":503,"detail":"x"}',
                "headers": {"Content-Type": PROBLEM, **OURS},
            },
            "The database is starting again",
            id="503",
        ),
    ],
)
def test_only_an_answer_that_counts_takes_a_tap_out(
    new_page: Callable[..., Page], answer: dict[str, Any], words: str
) -> None:
    page = new_page(strict=False)
    hands = ready(page)
    again = answering(page, **answer)
    note(page, "kept, whatever answers")
    expect(page.get_by_text("1 tap waits on this device")).to_be_visible()
    expect(page.get_by_text(words)).to_be_visible()
    assert notes(hands) == []
    again()
    expect(page.get_by_text("1 tap waits on this device")).to_be_hidden()
    assert len(notes(hands)) == 1


def test_refused_taps_are_listed_each_with_its_reason_and_block_nothing(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    hands = ready(page)
    bodies = iter(
        [
            '{"title":"Not now","status":409,"detail":"First reason.","fields":[]}',
            (
                '{"title":"Wrong","status":422,"detail":"Second'
                ' reason.","fields":[{"name":"command.text","message":"Too'
                ' long.","expected":"shorter"}]}'
            ),
        ]
    )
    statuses = iter([409, 422])

    def refuse_twice(route: Route) -> None:
        body = next(bodies, None)
        if body is None:
            route.continue_()
        else:
            route.fulfill(
                status=next(statuses), body=body, headers={"Content-Type": PROBLEM, **OURS}
            )

    page.route("**/taps*", refuse_twice)
    note(page, "one")
    expect(page.get_by_text("First reason.")).to_be_visible()
    note(page, "two")
    expect(page.get_by_text("Second reason.")).to_be_visible()
    expect(page.get_by_text("Tapped: add note, “two”")).to_be_visible()
    expect(page.get_by_text("1 earlier tap was not taken")).to_be_visible()
    page.get_by_text("1 earlier tap was not taken").click()
    expect(page.get_by_text("First reason.")).to_be_visible()
    page.reload()
    hands.seen()
    expect(page.get_by_text("Second reason.")).to_be_visible()
    note(page, "three")
    expect(page.get_by_text("Second reason.")).to_be_hidden()
    assert len(notes(hands)) == 1, "what was refused is not stored; what came behind it is"
    page.get_by_role("button", name="Understood").first.click()
    expect(page.get_by_role("button", name="Understood")).to_have_count(0)


def test_a_server_that_does_not_answer_is_said_while_it_is_silent(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    hands = ready(page)
    page.route("**/taps*", lambda _route: None)
    note(page, "into the silence")
    # How soon is set in the page (steady.test.ts); here it is seen while nothing has answered yet.
    expect(page.get_by_text("1 tap waits for the server’s answer.")).to_be_visible()
    expect(page.get_by_text("does not answer in time")).to_be_visible()
    page.unroute("**/taps*")
    expect(page.get_by_text("1 tap waits")).to_be_hidden()
    assert len(notes(hands)) == 1


def test_what_waits_belongs_to_who_tapped_it(new_page: Callable[..., Page]) -> None:
    """Another person at the same device neither sends it nor loses it; back again, it goes out
    under the right name.
    """
    page = new_page(strict=False)
    hands = ready(page)
    again = answering(page, status=502, body="")
    note(page, "from the first")
    expect(page.get_by_text("1 tap waits on this device")).to_be_visible()
    taken_by(page, "Bram Sedgeley")
    expect(page.get_by_text("1 tap waits here for Ines Whitlow")).to_be_visible()
    again()
    note(page, "from the second")
    expect(page.get_by_text("from the second").first).to_be_visible()
    assert [line["actor"] for line in hands.log() if line["kind"] == "note_added"] == [
        "Bram Sedgeley"
    ]
    page.reload()
    expect(page.get_by_text("1 tap waits here for Ines Whitlow")).to_be_visible()
    taken_by(page, "Ines Whitlow")
    expect(page.get_by_text("waits here for")).to_be_hidden()
    expect(page.get_by_role("region", name="Log").get_by_text("from the first")).to_be_visible()
    assert [line["actor"] for line in hands.log() if line["kind"] == "note_added"] == [
        "Bram Sedgeley",
        "Ines Whitlow",
    ]


def test_taps_wait_through_a_closed_page_and_two_pages_send_each_once(
    new_page: Callable[..., Page],
) -> None:
    page = new_page(strict=False)
    hands = ready(page)
    page.context.set_offline(True)
    for i in range(4):
        note(page, f"offline {i}")
    expect(page.get_by_text("4 taps wait on this device")).to_be_visible()
    second = page.context.new_page()
    page.context.set_offline(False)
    second.goto(page.url)
    page.close()
    expect(second.get_by_role("region", name="Log").get_by_text("offline 3")).to_be_visible()
    hands.page = second
    assert notes(hands) == [f"Note: offline {i}" for i in range(4)]
    assert len({line["seq"] for line in hands.log()}) == hands.bench()["last_seq"]


@pytest.mark.parametrize("fault", ["no store", "store is full"])
def test_a_browser_that_keeps_nothing_says_so_and_still_sends(
    new_page: Callable[..., Page], fault: str
) -> None:
    page = new_page(strict=False)
    page.add_init_script(
        "indexedDB.open = () => { throw new DOMException('private window', 'SecurityError'); };"
        if fault == "no store"
        else (
            "IDBObjectStore.prototype.put = function () { throw new DOMException('full',"
            " 'QuotaExceededError'); };"
        )
    )
    hands = ready(page)
    again = answering(page, status=503, body="")
    note(page, "only in the page")
    expect(page.get_by_text("This browser keeps nothing.")).to_be_visible()
    again()
    expect(page.get_by_text("This browser keeps nothing.")).to_be_hidden()
    assert len(notes(hands)) == 1


def test_taps_of_the_version_before_are_still_sent(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    hands = ready(page)
    page.evaluate(
        """job => localStorage.setItem(`tribodex.outbox.${job}`, JSON.stringify([{
             client_event_id: 'old-tap-0001', actor: 'Ines Whitlow',
             happened_at: new Date().toISOString(),
             command: {kind: 'add_note', text: 'from the version before'}}]))""",
        hands.job_id,
    )
    page.reload()
    expect(
        page.get_by_role("region", name="Log").get_by_text("from the version before")
    ).to_be_visible()
    assert (
        page.evaluate(
            "Object.keys(localStorage).filter(k => k.startsWith('tribodex.outbox.')).length"
        )
        == 0
    )


def test_an_answer_does_not_move_a_button_from_under_the_finger(
    new_page: Callable[..., Page],
) -> None:
    """The answer to the tap before makes the log longer, and the button below it moves: after the
    finger is up, not before.
    """
    page = new_page()
    page.set_viewport_size({"width": 1280, "height": 2400})
    hands = ready(page)
    held: list[Route] = []
    page.route("**/taps*", lambda route: held.append(route))
    note(page, "under way")
    page.get_by_label("Note, or something left to do").fill("pressed meanwhile")
    button = page.get_by_role("button", name="Add as a note")
    button.hover()
    page.mouse.down()
    before = button.bounding_box()
    with page.expect_response("**/taps*"):
        held[0].continue_()
    # The answer is there; two frames later it would be drawn, were it not held back.
    page.evaluate(
        "() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))"
    )
    assert button.bounding_box() == before, "nothing moves while it is pressed"
    page.unroute("**/taps*")
    page.mouse.up()
    log = page.get_by_role("region", name="Log")
    expect(log.get_by_text("under way")).to_be_visible()
    expect(log.get_by_text("pressed meanwhile")).to_be_visible()
    assert len(notes(hands)) == 2


def test_a_burst_through_kills_of_the_server_loses_nothing(
    new_page: Callable[..., Page], site: Site
) -> None:
    """Ten taps while the server dies twice: each acknowledged once, in order."""
    page = new_page(strict=False)
    hands = ready(page)
    for i in range(10):
        note(page, f"burst {i}")
        if i in (3, 7):
            site.kill()
            site.start()
    expect(
        page.get_by_text("wait on this device").or_(page.get_by_text("waits on this device"))
    ).to_be_hidden()
    expect(page.get_by_role("region", name="Log").get_by_text("burst 9")).to_be_visible()
    said = [text for text in notes(hands) if "burst" in text]
    assert [text.split("burst ")[1][0] for text in said] == [str(i) for i in range(10)]


def test_taps_for_another_server_wait_for_it_and_block_nothing(
    new_page: Callable[..., Page],
) -> None:
    """The demonstration was laid anew, or a laptop took over the address: what was tapped before is
    not for who answers now.
    """
    page = new_page(strict=False)
    hands = ready(page)
    stop = answering(page, status=503, body="")
    note(page, "meant for the server before")
    expect(page.get_by_text("1 tap waits")).to_be_visible()
    page.evaluate("""() => new Promise((done) => {
            const asked = indexedDB.open("tribodex");
            asked.onsuccess = () => {
                const at = asked.result.transaction("waiting", "readwrite");
                const taps = at.objectStore("waiting");
                taps.getAll().onsuccess = (event) => {
                    const elsewhere = { ...event.target.result[0], server: "f".repeat(32) };
                    taps.put(elsewhere).onsuccess = () => done();
                };
            };
        })""")
    stop()
    page.reload()
    expect(page.get_by_text("1 tap waits for another server")).to_be_visible()
    with page.expect_response("**/taps*"):
        note(page, "for the one that is here")
    assert notes(hands) == ["Note: for the one that is here"]
    page.get_by_text("1 tap waits for another server").click()
    page.get_by_role("button", name="Give it up").click()
    expect(page.get_by_text("for another server")).to_be_hidden()
    page.reload()
    expect(page.locator("#next-move")).to_be_visible()
    expect(page.get_by_text("for another server")).to_be_hidden()
    assert notes(hands) == ["Note: for the one that is here"]


def test_a_tap_that_meets_another_server_waits_until_its_own_is_back(
    new_page: Callable[..., Page],
) -> None:
    """The device did not know yet: the other server says so, and keeps nothing."""
    page = new_page(strict=False)
    hands = ready(page)
    told = {
        "type": "/problems/another-server",
        "title": "Another server answers here",
        "status": 421,
        "detail": "",
        "fields": [],
    }
    stop = answering(
        page,
        status=421,
        body=json.dumps(told),
        headers={"Tribodex-Server": "e" * 32, "content-type": PROBLEM},
    )
    note(page, "meant for this one")
    expect(page.get_by_text("1 tap waits for another server")).to_be_visible()
    stop()
    with page.expect_response("**/taps*"):
        page.reload()
    expect(page.get_by_text("for another server")).to_be_hidden()
    assert notes(hands) == ["Note: meant for this one"]


def test_a_login_page_in_front_is_never_kept_in_place_of_ours(
    new_page: Callable[..., Page],
) -> None:
    """Something in front answers 200 with a page of its own; afterwards, without a network, ours is
    still there.
    """
    page = new_page(strict=False)
    ready(page)
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.reload()
    headline = page.locator("#next-move").inner_text()
    page.context.route(
        "**/*", lambda route: route.fulfill(status=200, body=LOGIN, content_type="text/html")
    )
    page.reload()
    page.context.unroute_all()
    page.context.set_offline(True)
    page.reload()
    expect(page.locator("#next-move")).to_have_text(headline)


def test_steps_cautions_and_the_stage_s_sheet_are_there_without_a_network(
    new_page: Callable[..., Page],
) -> None:
    """Beside the machine: what has an address of its own is kept on the device too."""
    page = new_page(strict=False)
    hands = ready(page)
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    sent = page.request.post(
        f"/api/jobs/{hands.job_id}/attachments",
        data={"file": base64.b64encode(one_page()).decode()},
    ).json()
    command = {
        "kind": "attach",
        "attachment": sent["id"],
        "what": sent["kind"],
        "caption": "unit",
        "stage": hands.bench()["stage"],
    }
    tap = {
        "client_event_id": "sheet-0001",
        "actor": "Ines Whitlow",
        "happened_at": "2026-11-26T08:00:00Z",
        "command": command,
    }
    assert page.request.post(f"/api/jobs/{hands.job_id}/taps", data=tap).ok
    page.reload()
    steps = page.get_by_role("list", name="Steps of this stage")
    expect(steps).to_be_visible()
    link = page.get_by_role("list", name="Sheets for this stage").get_by_role("link")
    address = link.get_attribute("href")
    page.wait_for_function(
        "address => caches.match(address).then(kept => kept !== undefined)", arg=address
    )
    said = steps.inner_text()
    page.context.set_offline(True)
    page.reload()
    expect(steps).to_have_text(re.compile(re.escape(said.split("\n")[0])))
    expect(page.get_by_role("list", name="Cautions")).to_be_visible()
    kept = page.evaluate(
        "address => fetch(address).then(answer => answer.arrayBuffer()).then(bytes =>"
        " bytes.byteLength)",
        address,
    )
    assert kept > 300


def one_page() -> bytes:
    made, writer = io.BytesIO(), PdfWriter()
    writer.add_blank_page(210, 297)
    writer.write(made)
    return made.getvalue()
