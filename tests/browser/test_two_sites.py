"""Two people at two sites, and a tablet that changes hands: signed in, with PINs, with and without
a network.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.machine import DESK, PHONE
from tests.browser.drivers.own_server import Served, device
from tests.browser.drivers.signing import first_run, here_is, own_words, pin, sign_in
from tests.launched import nothing_is_left_running, root
from tests.visitor import FIRST

pytestmark = pytest.mark.in_turn(
    "tests/web/test_people.py",
    "tests/web/test_rights.py",
    "tests/web/test_table_rows.py",
)

__all__ = ["device", "nothing_is_left_running", "root"]

WREN, WORDS, WREN_PIN = "Wren Ashby", "own words of wren", "2684"
JOB = "shared-job-0001"


@pytest.fixture
def served(root: Path) -> Iterator[Served]:
    served = Served(root)
    yield served
    assert served.started.stop() == 0


def let_in(page: Page, device: Callable[..., Page], size: dict[str, int] = DESK) -> Page:
    """The administrator lets a fitter in; she comes with the first password on a device of her own,
    and chooses her own words.
    """
    page.goto("/people")
    page.get_by_role("button", name="Add a person").click()
    form = page.locator("details", has_text="A new person")
    form.get_by_label("Name, as it stands in the log").fill(WREN)
    form.get_by_label("Name to sign in with").fill("wren")
    form.get_by_role("group", name=f"As at {FIRST['site']}").get_by_role(
        "button", name="fitter"
    ).click()
    form.get_by_role("button", name="Add", exact=True).click()
    told = page.get_by_role("status").filter(has_text="First password")
    expect(told).to_be_visible()
    first = told.locator("code").inner_text()
    hers = device(size)
    sign_in(hers, "wren", first)
    own_words(hers, first, WORDS, WREN_PIN)
    expect(hers.get_by_role("heading", name="At the bench")).to_be_visible()
    here_is(hers, WREN)
    return hers


def opened(served: Served) -> None:
    plan = {"designation": "22218 K C3", "shaft": "80 mm", "feeler_id": "fs-m1"}
    who = {"client_event_id": "open-00000001", "happened_at": "2026-11-26T08:00:00Z"}
    served.ask(
        "/api/jobs",
        who | {"job_id": JOB, "title": "Shared", "position_id": "kc-2-drive", "plan": plan},
    )


def note(page: Page, words: str) -> None:
    page.get_by_label("Note, or something left to do").fill(words)
    page.get_by_role("button", name="Add as a note").click()


def log_of(served: Served) -> list[tuple[str, str]]:
    record = served.ask(f"/api/jobs/{JOB}/record.json")
    return [(line["actor"], line["text"]) for line in record["log"]]  # type: ignore[index]


def test_two_people_at_two_sites_see_each_their_own(
    served: Served, device: Callable[..., Page]
) -> None:
    ada = device()
    first_run(ada)
    here_is(ada, FIRST["name"])
    wren = let_in(ada, device)
    opened(served)
    # The other site: its own administrator, and nothing of the first one there.
    ada.goto("/people")
    ada.get_by_text("Another site", exact=True).click()
    site = ada.locator("details", has_text="Another site")
    site.get_by_label("Name", exact=True).fill("The other mill")
    site.get_by_role("button", name="Add the site").click()
    expect(ada.locator("summary", has_text="The other mill")).to_be_visible()
    ada.goto("/")
    expect(ada.get_by_text("Shared")).to_be_visible()
    ada.get_by_role("button", name="Who is at the bench").click()
    ada.get_by_role("dialog").get_by_role("radio", name="The other mill").click()
    expect(ada.get_by_text("Shared")).to_be_hidden()
    expect(ada.get_by_role("button", name="Who is at the bench")).to_be_visible()
    ada.goto("/plant")
    expect(ada.get_by_role("heading", name="To begin with")).to_be_visible()
    # A link to a job leads there, whatever site was chosen; for a fitter of the one site the other
    # one is not there.
    ada.goto(f"/jobs/{JOB}")
    expect(ada.get_by_text("Shared").first).to_be_visible()
    wren.goto("/")
    wren.get_by_role("radio", name="Everybody's").click()
    expect(wren.get_by_text("Shared")).to_be_visible()
    expect(wren.get_by_role("link", name="Crew")).to_be_hidden()
    wren.goto("/people")
    expect(wren.get_by_text("kept by somebody who administers")).to_be_visible()
    mill = next(
        one["id"] for one in served.ask("/api/persons")["sites"] if one["name"] == "The other mill"
    )  # type: ignore[index]
    person = next(one for one in served.ask("/api/persons")["people"] if one["name"] == WREN)  # type: ignore[index]
    served.ask(
        f"/api/persons/{person['id']}",
        {"name": WREN, "handle": "wren", "rights": {"main": [], mill: ["work"]}},
        "PUT",
    )
    wren.goto(f"/jobs/{JOB}")
    expect(wren.get_by_role("heading", name="This job cannot be fetched")).to_be_visible()


def test_a_decision_asks_for_the_pin_and_a_second_person_for_the_own(
    served: Served, device: Callable[..., Page]
) -> None:
    ada = device()
    first_run(ada)
    here_is(ada, FIRST["name"])
    wren = let_in(ada, device, PHONE)
    opened(served)
    wren.goto(f"/jobs/{JOB}")
    wren.get_by_role("button", name="Abandon this job").click()
    wren.get_by_role("dialog").get_by_role("button", name=FIRST["name"]).click()
    wren.get_by_label("Reason").fill("tight bearing")
    wren.get_by_role("button", name="Give the job up").click()
    # Named, so asked for: with the own PIN of the other one, and nothing is stored before.
    pin(wren, FIRST["name"], "0000", "This is me")
    expect(wren.get_by_role("alert").filter(has_text="not the PIN")).to_be_visible()
    note_count = len(log_of(served))
    pin(wren, FIRST["name"], FIRST["pin"], "This is me")
    expect(wren.locator("#next-move")).to_contain_text("abandoned")
    assert len(log_of(served)) == note_count + 1 and log_of(served)[-1][0] == WREN
    ada.goto("/people/acts")
    expect(ada.get_by_text("second person by PIN").first).to_be_visible()
    expect(ada.get_by_text("wrong PIN").first).to_be_visible()


def test_a_shared_tablet_changes_hands_with_and_without_a_network(
    served: Served, device: Callable[..., Page]
) -> None:
    ada = device()
    first_run(ada)
    here_is(ada, FIRST["name"])
    tablet = let_in(ada, device, PHONE)
    opened(served)
    tablet.get_by_role("button", name="Who is at the bench").click()
    tablet.get_by_role("button", name="Somebody else: name and password").click()
    sign_in(tablet, FIRST["handle"], FIRST["password"])
    here_is(tablet, FIRST["name"])
    tablet.goto(f"/jobs/{JOB}")
    note(tablet, "from the supervisor")
    expect(tablet.get_by_role("region", name="Log")).to_contain_text("from the supervisor")
    # Back by name and PIN.
    tablet.get_by_role("button", name="Who is at the bench").click()
    tablet.get_by_role("dialog").get_by_role("button", name=WREN).click()
    pin(tablet, WREN, WREN_PIN, "Take the device")
    here_is(tablet, WREN)
    # Without a network: by the name alone, and it says so.
    tablet.context.set_offline(True)
    tablet.get_by_role("button", name="Who is at the bench").click()
    tablet.get_by_role("dialog").get_by_role(
        "button", name=f"{FIRST['name']}, PIN not checked"
    ).click()
    expect(tablet.get_by_role("button", name=re.compile("PIN not checked"))).to_be_visible()
    note(tablet, "under the machine")
    expect(tablet.get_by_text("1 tap waits on this device")).to_be_visible()
    tablet.get_by_role("button", name="Abandon this job").click()
    tablet.get_by_label("Reason").fill("no parts")
    tablet.get_by_role("button", name="Give the job up").click()
    tablet.context.set_offline(False)
    # What was noted is sent under its own name; what was decided is held for the PIN.
    expect(tablet.get_by_role("dialog").get_by_label(f"PIN of {FIRST['name']}")).to_be_visible()
    assert log_of(served)[-1] == (FIRST["name"], "Note: under the machine")
    pin(tablet, FIRST["name"], FIRST["pin"], "This is me")
    expect(tablet.locator("#next-move")).to_contain_text("abandoned")
    acts = served.ask("/api/acts")
    assert next(one for one in acts if one["what"] == "note added")["pin"] == "not checked"  # type: ignore[index]


def test_a_quiet_screen_and_an_ended_session_lose_nothing(
    served: Served, device: Callable[..., Page]
) -> None:
    ada = device()
    first_run(ada)
    here_is(ada, FIRST["name"])
    opened(served)
    wren = let_in(ada, device, PHONE)
    wren.goto(f"/jobs/{JOB}")
    expect(wren.locator("#next-move")).to_be_visible()
    wren.evaluate("localStorage.setItem('tribodex.active', String(Date.now() - 31 * 60000))")
    note(wren, "half tried")
    # Everything stays readable; the tap is kept, and asks who it is.
    expect(wren.locator("#next-move")).to_be_attached()
    assert all(text != "Note: half tried" for _, text in log_of(served))
    pin(wren, WREN, WREN_PIN, "This is me")
    expect(wren.get_by_role("region", name="Log")).to_contain_text("half tried")
    session = next(one for one in served.ask("/api/every-session") if one["person"] == WREN)  # type: ignore[attr-defined]
    served.ask(f"/api/every-session/{session['id']}", None, "DELETE")
    note(wren, "kept until I am back")
    expect(wren.get_by_text("Your session here is over")).to_be_visible()
    assert all("kept until" not in text for _, text in log_of(served))
    wren.get_by_role("button", name="Sign in again").click()
    sign_in(wren, "wren", WORDS)
    expect(wren.get_by_role("region", name="Log")).to_contain_text("kept until I am back")
    assert log_of(served)[-1] == (WREN, "Note: kept until I am back")


def test_a_row_of_a_table_is_corrected_by_two_and_the_bench_says_so(
    served: Served, device: Callable[..., Page]
) -> None:
    ada = device()
    first_run(ada)
    here_is(ada, FIRST["name"])
    wren = let_in(ada, device, PHONE)
    opened(served)
    wren.goto(f"/jobs/{JOB}")
    expect(wren.locator("#next-move")).to_be_visible()
    expect(
        wren.get_by_role("heading", name="Corrected since this job was worked out")
    ).to_have_count(0)

    ada.goto("/tables/clearance_srb_tapered")
    ada.get_by_label("Find rows").fill("110")
    ada.get_by_role("button", name=re.compile("from memory.*80, 100")).click()
    row = ada.get_by_role("dialog", name=re.compile("d over mm 80"))
    row.get_by_label("Book or standard, and its edition").fill("a standard, 2009")
    row.get_by_label("Page or table").fill("table 2")
    row.get_by_role("textbox", name="C3 max").fill("1450")
    row.get_by_role("textbox", name="C4 min").fill("145")
    row.get_by_role("button", name="Keep the row").click()
    expect(row.get_by_text("The table has 140 here; is 1450 what print says")).to_be_visible()
    expect(row.get_by_text("What changes a table for everybody is read by two.")).to_be_visible()
    row.get_by_role("textbox", name="C3 max").fill("145")
    row.get_by_label("Read by a second person").select_option(WREN)
    row.get_by_role("button", name="Keep the row").click()
    pin(ada, WREN, "9999", "I read it too")
    expect(ada.get_by_role("alert").filter(has_text=re.compile("PIN"))).not_to_have_count(0)
    pin(ada, WREN, WREN_PIN, "I read it too")
    expect(ada.get_by_role("dialog")).to_have_count(0)
    ada.get_by_role("button", name=re.compile("corrected.*80, 100")).click()
    sheet = ada.get_by_role("dialog")
    expect(sheet).to_contain_text(f"{FIRST['name']}, read by {WREN} as well")
    sheet.get_by_role("button", name="Which jobs rest on an earlier one?").click()
    expect(sheet).to_contain_text("1 job rests on an earlier row; 1 not finished")
    sheet.get_by_role("link", name=re.compile("^Job 1: ")).click()
    expect(
        ada.get_by_role("heading", name="Corrected since this job was worked out")
    ).to_be_visible()
    wren.reload()
    told = wren.get_by_role("alert").filter(has_text="Corrected since this job was worked out")
    expect(told).to_contain_text("C3 max: 140 → 145")
    # What she reads in the table, she may not change.
    wren.goto("/tables/clearance_srb_tapered")
    expect(wren.get_by_role("button", name="Add a row from print")).to_have_count(0)
